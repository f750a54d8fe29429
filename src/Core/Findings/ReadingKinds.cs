using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Schools;

namespace SturdyTinker.Core.Findings;

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
    public static IReadOnlyList<ReadingKind> All { get; } = [RimRock, EndPlay, SealJournal, LugTorque, .. Unjudged()];

    private static readonly Dictionary<string, ReadingKind> ByCode = All.ToDictionary(k => k.Code);

    /// <summary>The kind with this code; null when there is none.</summary>
    public static ReadingKind? Find(string? code) => code is null ? null : ByCode.GetValueOrDefault(code);

    // Kept as taken; limits of belief from memory. Nothing is judged by them yet.
    private static IEnumerable<ReadingKind> Unjudged()
    {
        static ReadingKind Kind(string code, string name, Subject subject, Quantity quantity, decimal lowest, decimal highest, string example) =>
            new(code, name, subject, quantity, lowest, highest, example, _ => []);
        static ReadingKind Inches(string code, string name, Subject subject, decimal lowest, decimal highest, string example) =>
            Kind(code, name, subject, Quantity.Length, Length.FromInches(lowest).Millimetres, Length.FromInches(highest).Millimetres, example);
        static ReadingKind Pounds(string code, string name, Subject subject, decimal lowest, decimal highest, string example) =>
            Kind(code, name, subject, Quantity.Torque, Torque.FromPoundForceFeet(lowest).NewtonMetres, Torque.FromPoundForceFeet(highest).NewtonMetres, example);

        yield return Pounds("suspension-torque", "Suspension bolts, final", Subject.Bolt, 10, 300, "50");
        yield return Pounds("u-bolt-torque", "U-bolt nuts, last stage", Subject.UBolt, 10, 300, "60");
        yield return Pounds("nut-torque", "One-piece nut, third time", Subject.NutLock, 20, 500, "200");
        yield return Pounds("hub-bolt-torque", "Retaining bolt", Subject.Axle, 20, 500, "150");
        yield return Pounds("plug-torque", "Side plug", Subject.Seal, 3, 60, "22");
        yield return Kind("hub-fill", "Grease metered in", Subject.Grease, Quantity.Volume, Unit.FluidOunce.InCanonical, 120 * Unit.FluidOunce.InCanonical, "12 oz");
        yield return Inches("lining", "Lining at the shoe's centre", Subject.Lining, 0, 1, "3/16");
        yield return Inches("drum-diameter", "Drum, across", Subject.Drum, 5, 18.5m, "12.030");
        yield return Inches("rotor-thickness", "Rotor, thickness", Subject.Rotor, 0.1m, 3, ".880");
        yield return Inches("tread", "Tread at its lowest", Subject.Tyre, 0, 1, "3/16");
        yield return Kind("tyre-pressure", "Tyre pressure, cold", Subject.Tyre, Quantity.Pressure, 0, 150 * Unit.PoundPerSquareInch.InCanonical, "65");
        yield return Inches("ride-height-front", "Frame to ground, front", Subject.Spring, 4, 72, "18");
        yield return Inches("ride-height-rear", "Frame to ground, rear", Subject.Spring, 4, 72, "18");
        yield return Inches("crown-left", "Crown, left end", Subject.Axle, 0.25m, 60, "4 1/2");
        yield return Inches("crown-middle", "Crown, middle", Subject.Axle, 0.25m, 60, "4 1/4");
        yield return Inches("crown-right", "Crown, right end", Subject.Axle, 0.25m, 60, "4 1/2");
        yield return Inches("equalizer-holes", "Outer holes, centre to centre", Subject.Equalizer, 2, 20, "6");
        yield return Inches("equalizer-drop", "Drop of the centre hole", Subject.Equalizer, 0, 8, "2");
        yield return Inches("equalizer-width", "Width", Subject.Equalizer, 0.5m, 5, "1 3/4");
        yield return Inches("bolt-hole", "Widest hole", Subject.Link, 0.25m, 2, "9/16");
        yield return Kind("magnet-current", "Magnet current at 12 V", Subject.Magnet, Quantity.Current, 0, 15, "3.0");
        yield return Kind("magnet-resistance", "Magnet resistance", Subject.Magnet, Quantity.Resistance, 0, 1_000, "3.2");
        yield return Kind("hub-temperature", "Hub after a run", Subject.Bearing, Quantity.Temperature, -60, 900, "120");
        yield return Kind("side-load", "Load on this side", Subject.Spring, Quantity.Weight, 20 * Unit.Pound.InCanonical, 40_000 * Unit.Pound.InCanonical, "2,600");
    }

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
