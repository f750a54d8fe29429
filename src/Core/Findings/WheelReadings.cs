using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Schools;
using static SturdyTinker.Core.Findings.Banding;

namespace SturdyTinker.Core.Findings;

/// <summary>What is measured at wheels, hubs and tyres.</summary>
internal static class WheelReadings
{
    internal static ReadingKind RimRock { get; } = Inches("rim-rock", "Rim rock", Subject.Play, 0, 2, "1/16", context =>
    {
        LimitsInForce limits = context.Limits;
        decimal gross = limits.Of(Limits.RimRockGross), most = Math.Min(gross, limits.Of(Limits.RimRock));
        return
        [
            new(most - Hair, new(Verdict.Sound, $"Under {limits.Write(Limits.RimRock)} at the rim is still acceptable.", limits.SourceOf(Limits.RimRock), [])),
            new(gross - Hair, new(Verdict.Renew, $"{limits.Write(Limits.RimRock)} or more at the rim: set again and look inside.", limits.SourceOf(Limits.RimRock), ["Look inside before the nut is only tightened.", "Set the nut again."])),
            new(null, new(Verdict.Hold, $"{limits.Write(Limits.RimRockGross)} or more at the rim: the wheel wobbles.", limits.SourceOf(Limits.RimRockGross), ["Strip this wheel end and look at bearings and spindle."])),
        ];
    });

    internal static ReadingKind EndPlay { get; } = Inches("end-play", "End play", Subject.Play, 0, 0.25m, ".003", EndPlayBands);

    internal static ReadingKind SealJournal { get; } = Inches("seal-journal", "Seal journal, across", Subject.Seal, 0.5m, 5, "2 1/4", SealBands) with
    {
        Picks = (journal, context) => UsualSet.For(context.Gear.RatingPounds)?.SealOn(new Length(journal))?.Part,
    };

    internal static ReadingKind LugTorque { get; } = PoundFeet("lug-torque", "Lug nuts, last stage", Subject.Studs, 20, 700, "95", LugBands);

    private static ReadingKind Tread { get; } = Inches("tread", "Tread at its lowest", Subject.Tyre, 0, 1, "3/16", context =>
        Keeping(context, Limits.TreadLeast, Limits.TreadSoon, "Tread", "Renew the tyre; check its load rating.")) with
    {
        Wear = new(WearWay.Down, "tread", (context, _) => context.Limits.Of(Limits.TreadLeast), context => context.Limits.SourceOf(Limits.TreadLeast)) { PutRightBy = ["wheel"] },
    };

    private static ReadingKind HubTemperature { get; } = Kind("hub-temperature", "Hub after a run", Subject.Bearing, Quantity.Temperature, -60, 900, "120", context =>
    {
        LimitsInForce limits = context.Limits;
        return
        [
            new(limits.Of(Limits.HubHottest), new(Verdict.Sound, $"Up to {limits.Write(Limits.HubHottest)} a hub may run warm; what counts is its opposite.", limits.SourceOf(Limits.HubHottest), [])),
            new(null, new(Verdict.Renew, $"Over {limits.Write(Limits.HubHottest)} the grease softens and runs out.", limits.SourceOf(Limits.HubHottest), ["Let it cool before anybody touches it or sprays cleaner.", "Look inside: set too tight, dry, over-filled, or a brake that drags."])),
        ];
    });

    /// <summary>Every kind here, those that steps ask for most first.</summary>
    internal static IReadOnlyList<ReadingKind> All { get; } =
    [
        RimRock, EndPlay, SealJournal, LugTorque,
        PoundFeet("nut-torque", "One-piece nut, third time", Subject.NutLock, 20, 500, "200"),
        PoundFeet("hub-bolt-torque", "Retaining bolt", Subject.Axle, 20, 500, "150"),
        PoundFeet("plug-torque", "Side plug", Subject.Seal, 3, 60, "22"),
        Kind("hub-fill", "Grease metered in", Subject.Grease, Quantity.Volume, Unit.FluidOunce.InCanonical, 120 * Unit.FluidOunce.InCanonical, "12 oz"),
        Tread,
        Pressure("tyre-pressure", "Tyre pressure, cold", Subject.Tyre, 0, 150, "65"),
        Pressure("tyre-placard", "Pressure on the tyre's side", Subject.Tyre, 20, 150, "65"),
        HubTemperature,
    ];

    private static List<Band> EndPlayBands(ReadingContext context)
    {
        LimitsInForce limits = context.Limits;
        decimal least = limits.Of(Limits.EndPlayLeast), most = Math.Max(least, limits.Of(Limits.EndPlayMost));
        string band = limits.SourceOf(Limits.EndPlayMost);
        Band loose = new(null, new(Verdict.Renew, $"End play is over {limits.Write(Limits.EndPlayMost)}.", band, ["Set the nut again."]));
        return context.Schools.Is(SchoolQuestions.NutSetting, "no-play")
            ? [
                new(least, new(Verdict.Sound, $"No play, no drag: up to {limits.Write(Limits.EndPlayLeast)}, and the hub turns free.", Source.Practice.Words, [])),
                new(most, new(Verdict.Watch, $"This shop leaves no play; {limits.Write(Limits.EndPlayLeast)} to {limits.Write(Limits.EndPlayMost)} is inside the band for slight play.", band, ["Snug the nut again if the hub still turns free."])),
                loose,
            ]
            : [
                new(least - Hair, new(Verdict.Renew, $"End play is under {limits.Write(Limits.EndPlayLeast)}: too tight runs hot.", limits.SourceOf(Limits.EndPlayLeast), ["Back the nut off and set it again."])),
                new(most, new(Verdict.Sound, $"End play lies within {limits.Write(Limits.EndPlayLeast)} to {limits.Write(Limits.EndPlayMost)}.", band, [])),
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
            bands.Add(new(seal.Inside.Millimetres - UsualSet.Closeness.Millimetres - Hair, NoUsualSeal()));
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
            new(Torque.FromPoundForceFeet(90).NewtonMetres - Hair, Off("1/2 in studs are left at 90 to 100 lbf·ft.")),
            new(Torque.FromPoundForceFeet(100).NewtonMetres, new(Verdict.Sound, "1/2 in studs are left at 90 to 100 lbf·ft.", Source.Practice.Words, [])),
            new(null, Off("Over 100 lbf·ft can stretch a 1/2 in stud.")),
        ];
    }
}
