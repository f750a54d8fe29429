using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Schools;

namespace SturdyTinker.Core.Findings;

/// <summary>What a reading is judged by, besides the figure itself.</summary>
/// <param name="Gear">The trailer's running gear.</param>
/// <param name="Schools">The schools in force.</param>
public sealed record ReadingContext(RunningGear Gear, SchoolChoices Schools);

/// <summary>A stretch of figures that share a verdict.</summary>
/// <param name="UpTo">The upper end, included, in the canonical unit; null for "and above".</param>
/// <param name="Judgement">What a figure in this stretch means.</param>
public sealed record Band(decimal? UpTo, Judgement Judgement);

/// <summary>Something the packet asks to be measured.</summary>
/// <param name="Code">Stable code, for example "end-play".</param>
/// <param name="Name">What is measured, as a label.</param>
/// <param name="Subject">What a verdict on it is about.</param>
/// <param name="Quantity">What kind of measure.</param>
/// <param name="Lowest">The lowest figure anyone could honestly read, canonical unit.</param>
/// <param name="Highest">The highest figure anyone could honestly read, canonical unit.</param>
/// <param name="Example">How one is written, shown while the field is empty.</param>
/// <param name="Bands">The bands it is judged by; empty where there is no figure to judge by.</param>
public sealed record ReadingKind(
    string Code,
    string Name,
    Subject Subject,
    Quantity Quantity,
    decimal Lowest,
    decimal Highest,
    string Example,
    Func<ReadingContext, IReadOnlyList<Band>> Bands)
{
    /// <summary>For a figure that tells candidates apart, the part it picks; null where it picks none.</summary>
    public Func<decimal, ReadingContext, string?> Picks { get; init; } = (_, _) => null;

    /// <summary>A figure outside belief, as a sentence that asks instead of swallowing; null when it can be believed.</summary>
    /// <param name="read">What was understood.</param>
    public string? Unbelievable(Understood read)
    {
        decimal value = read.Canonical!.Value;
        if (value >= Lowest && value <= Highest)
        {
            return null;
        }

        string ours = ShopFormat.ReadBack(Quantity, value).Ours;
        if (value < 0)
        {
            return $"{ours}: {Name.ToLowerInvariant()} can't be less than nothing.";
        }

        decimal asThou = read.InItsUnit * Unit.Thou.InCanonical;
        if (read.Unit == Unit.Inch && asThou >= Lowest && asThou <= Highest && Highest <= Unit.Inch.InCanonical)
        {
            return FormattableString.Invariant($"{ours} can't be {Name.ToLowerInvariant()}: did you mean {read.InItsUnit:0.###} thou?");
        }

        return $"{ours} can't be {Name.ToLowerInvariant()}: it lies between {ShopFormat.ReadBack(Quantity, Lowest).Ours} and {ShopFormat.ReadBack(Quantity, Highest).Ours}.";
    }

    /// <summary>What a figure means; null where there is nothing to judge it by.</summary>
    public Judgement? Judge(decimal canonical, ReadingContext context) =>
        Bands(context).FirstOrDefault(b => b.UpTo is null || canonical <= b.UpTo)?.Judgement;
}

/// <summary>Everything the packet may ask to be measured.</summary>
public static class ReadingKinds
{
    /// <summary>Upper end of the end play band. Source: published, TMC RP 618 (0.001 to 0.005 in), cited from memory.</summary>
    public static Length MostEndPlay { get; } = Length.FromInches(0.005m);

    /// <summary>Lower end of the end play band. Source: as <see cref="MostEndPlay"/>.</summary>
    public static Length LeastEndPlay { get; } = Length.FromInches(0.001m);

    /// <summary>Rim rock still acceptable is under this. Source: common practice.</summary>
    public static Length RimRockLimit { get; } = Length.FromInches(0.125m);

    /// <summary>Rim rock from here up is a wheel that wobbles. Source: from memory.</summary>
    public static Length GrossRimRock { get; } = Length.FromInches(0.5m);

    private static readonly Source EndPlaySource = Source.Published("TMC RP 618, cited from memory");

    /// <summary>Play felt at the tyre, top and bottom.</summary>
    public static ReadingKind RimRock { get; } = new(
        "rim-rock", "Rim rock", Subject.Play, Quantity.Length, 0, Length.FromInches(2).Millimetres, "1/16", _ =>
        [
            // "Under 1/8": the limit itself is already too much.
            new(RimRockLimit.Millimetres - 0.0001m, new(Verdict.Sound, "Under 1/8 in at the rim is still acceptable.", Source.Practice.Words, [])),
            new(GrossRimRock.Millimetres - 0.0001m, new(Verdict.Renew, "1/8 in or more at the rim: set again and look inside.", Source.Practice.Words, ["Look inside before the nut is only tightened.", "Set the nut again."])),
            new(null, new(Verdict.Hold, "Half an inch or more at the rim: the wheel wobbles.", Source.Memory.Words, ["Strip this wheel end and look at bearings and spindle."])),
        ]);

    /// <summary>End play of the hub on the spindle, by dial gauge.</summary>
    public static ReadingKind EndPlay { get; } = new(
        "end-play", "End play", Subject.Play, Quantity.Length, 0, Length.FromInches(0.25m).Millimetres, ".003", EndPlayBands);

    /// <summary>Diameter of the journal the seal runs on.</summary>
    public static ReadingKind SealJournal { get; } = new(
        "seal-journal", "Seal journal, across", Subject.Seal, Quantity.Length, Length.FromInches(0.5m).Millimetres, Length.FromInches(5).Millimetres, "2 1/4", SealBands)
    {
        Picks = (journal, context) => UsualSet.For(context.Gear.RatingPounds)?.SealOn(new Length(journal))?.Part,
    };

    /// <summary>Torque at which the lug nuts were left.</summary>
    public static ReadingKind LugTorque { get; } = new(
        "lug-torque", "Lug nuts, last stage", Subject.Studs, Quantity.Torque, Torque.FromPoundForceFeet(20).NewtonMetres, Torque.FromPoundForceFeet(700).NewtonMetres, "95", LugBands);

    /// <summary>Every kind of reading.</summary>
    public static IReadOnlyList<ReadingKind> All { get; } = [RimRock, EndPlay, SealJournal, LugTorque];

    /// <summary>The kind with this code; null when there is none.</summary>
    public static ReadingKind? Find(string? code) => All.FirstOrDefault(k => k.Code == code);

    private static List<Band> EndPlayBands(ReadingContext context)
    {
        decimal least = LeastEndPlay.Millimetres, most = MostEndPlay.Millimetres;
        Band loose = new(null, new(Verdict.Renew, "End play is over 0.005 in.", EndPlaySource.Words, ["Set the nut again."]));
        return context.Schools.Is(SchoolQuestions.NutSetting, "no-play")
            ? [
                new(least, new(Verdict.Sound, "No play, no drag: up to 0.001 in, and the hub turns free.", Source.Practice.Words, [])),
                new(most, new(Verdict.Watch, "This shop leaves no play; 0.001 to 0.005 in is inside the published band.", EndPlaySource.Words, ["Snug the nut again if the hub still turns free."])),
                loose,
            ]
            : [
                new(least - 0.0001m, new(Verdict.Renew, "End play is under 0.001 in: too tight runs hot.", EndPlaySource.Words, ["Back the nut off and set it again."])),
                new(most, new(Verdict.Sound, "End play lies within 0.001 to 0.005 in.", EndPlaySource.Words, [])),
                loose,
            ];
    }

    private static List<Band> SealBands(ReadingContext context)
    {
        if (UsualSet.For(context.Gear.RatingPounds) is not { Seals.Length: > 0 } set)
        {
            return [];
        }

        List<Band> bands = [];
        string others = set.Seals.Length > 1 ? " Two seals are met on this rating and look alike." : "";
        foreach (Seal seal in set.Seals.OrderBy(s => s.Inside))
        {
            bands.Add(new(seal.Inside.Millimetres - UsualSet.Closeness.Millimetres - 0.0001m, NoUsualSeal()));
            bands.Add(new(seal.Inside.Millimetres + UsualSet.Closeness.Millimetres, new(Verdict.Sound, $"Fits seal {seal.Words}.{others}", Source.Memory.Words, [])));
        }

        bands.Add(new(null, NoUsualSeal()));
        return bands;
    }

    private static Judgement NoUsualSeal() =>
        new(Verdict.Watch, "No seal usual for this axle rating runs on this journal.", Source.Memory.Words, ["Measure again; a worn journal reads small. Match the old seal by its number."]);

    private static List<Band> LugBands(ReadingContext context)
    {
        // Known for 1/2 in studs only; for any other thread the wheel maker's chart rules.
        if (context.Gear.Studs.Thread != Length.FromInches(0.5m))
        {
            return [];
        }

        Judgement Off(string rule) => new(Verdict.Watch, rule, Source.Practice.Words, ["Torque again by the wheel maker's chart."]);
        return
        [
            new(Torque.FromPoundForceFeet(90).NewtonMetres - 0.0001m, Off("1/2 in studs are left at 90 to 100 lbf·ft.")),
            new(Torque.FromPoundForceFeet(100).NewtonMetres, new(Verdict.Sound, "1/2 in studs are left at 90 to 100 lbf·ft.", Source.Practice.Words, [])),
            new(null, Off("Over 100 lbf·ft can stretch a 1/2 in stud.")),
        ];
    }
}
