using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using static SturdyTinker.Core.Findings.Readings.Banding;

namespace SturdyTinker.Core.Findings.Readings;

/// <summary>What is measured at wheels, hubs and tyres.</summary>
internal static class WheelReadings
{
    // Jobs that set the nut anew, with the bearings looked at.
    private static readonly string[] SetAnew = ["bearing-repack", "sealed-hub", "splined-hub"];

    internal static ReadingKind RimRock { get; } = Inches("rim-rock", "Rim rock", Subject.Play, 0, 2, "1/16", context =>
    {
        LimitsInForce limits = context.Limits;
        decimal gross = limits.Of(Limits.RimRockGross), most = Math.Min(gross, limits.Of(Limits.RimRock));
        return
        [
            new(
                most - Hair,
                new(
                    Verdict.Sound,
                    $"Under {limits.Write(Limits.RimRock)} at the rim is still acceptable.",
                    limits.SourceOf(Limits.RimRock),
                    [])),
            new(
                gross - Hair,
                new(
                    Verdict.Renew,
                    $"{limits.Write(Limits.RimRock)} or more at the rim: set again and look inside.",
                    limits.SourceOf(Limits.RimRock),
                    ["Look inside before the nut is only tightened.", "Set the nut again."])),
            new(
                null,
                new(
                    Verdict.Hold,
                    $"{limits.Write(Limits.RimRockGross)} or more at the rim: the wheel wobbles.",
                    limits.SourceOf(Limits.RimRockGross),
                    ["Strip this wheel end and look at bearings and spindle."])),
        ];
    }) with
    {
        // Play is answered by looking at the play again, whatever was done: no job says that it is right.
        PutRightBy = SetAnew,
        LastStands = true,
    };

    internal static ReadingKind EndPlayRead { get; } = Inches(
        "end-play",
        "End play",
        Subject.Play,
        0,
        0.25m,
        ".003",
        context => EndPlay.Bands(
            context.Gear.NutRetention,
            context.Practices.Is(PracticeQuestions.NutSetting, "no-play"),
            context.Limits)) with
    {
        With = ReadWith.Caliper,
        PutRightBy = SetAnew,
        LastStands = true
    };

    internal static ReadingKind SealJournal { get; } = Inches(
        "seal-journal",
        "Seal journal, across",
        Subject.Seal,
        0.5m,
        5,
        "2 1/4",
        SealBands) with
    {
        With = ReadWith.Caliper,
        Picks = (journal, context) => UsualSet.For(context.Gear.RatingPounds)?.SealOn(new Length(journal))?.Part,
    };

    internal static ReadingKind LugTorque { get; } = TorqueOf(
        "lug-torque",
        "Lug nuts, last stage",
        Subject.Studs,
        Fasteners.LugNuts,
        "95",
        "lug-retorque");

    private static ReadingKind Tread { get; } = Inches("tread", "Tread at its lowest", Subject.Tyre, 0, 1, "3/16",
        context =>
        Keeping(context, Limits.TreadLeast, Limits.TreadSoon, "Tread", "Renew the tyre; check its load rating.")) with
    {
        Wear = new(
            WearWay.Down,
            "tread",
            (context, _) => context.Limits.Of(Limits.TreadLeast),
            context => context.Limits.SourceOf(Limits.TreadLeast),
            "tyre"),
        Answers = ["tyre-worn"],
        AnsweredBy = ["tyre"],
    };

    private static ReadingKind HubTemperature { get; } =
        Kind("hub-temperature", "Hub after a run", Subject.Bearing, Quantity.Temperature, -60, 900, "120", context =>
    {
        LimitsInForce limits = context.Limits;
        return
        [
            new(
                limits.Of(Limits.HubHottest),
                new(
                    Verdict.Sound,
                    $"Up to {limits.Write(Limits.HubHottest)} a hub may run warm; what counts is its opposite.",
                    limits.SourceOf(Limits.HubHottest),
                    [])),
            new(
                null,
                new(
                    Verdict.Renew,
                    $"Over {limits.Write(Limits.HubHottest)} the grease softens and runs out.",
                    limits.SourceOf(Limits.HubHottest),
                    [
                        "Let it cool before anybody touches it or sprays cleaner.",
                        "Look inside: set too tight, dry, over-filled, or a brake that drags."
                    ])),
        ];
    }) with
        {
            AnsweredBy = SetAnew,
        };

    /// <summary>Every kind here, those that steps ask for most first.</summary>
    internal static IReadOnlyList<ReadingKind> All { get; } =
    [
        RimRock, EndPlayRead, SealJournal, LugTorque,
        TorqueOf("nut-torque", "One-piece nut, third time", Subject.NutLock, Fasteners.OnePieceNut, "by the sheet"),
        TorqueOf("hub-bolt-torque", "Retaining bolt", Subject.Axle, Fasteners.HubBolt, "150"),
        TorqueOf("plug-torque", "Side plug", Subject.Seal, Fasteners.FillPlug, "22"),
        TorqueOf("spindle-torque", "Spindle bolts", Subject.Spindle, Fasteners.SpindleBolts, "by the sheet"),
        Kind(
            "hub-fill",
            "Grease metered in",
            Subject.Grease,
            Quantity.Volume,
            Unit.FluidOunce.InCanonical,
            120 * Unit.FluidOunce.InCanonical,
            "12 oz") with { LastStands = true },
        Tread,
        Pressure("tyre-pressure", "Tyre pressure, cold", Subject.Tyre, 0, 150, "65") with
        {
            LastStands = true,
            AnsweredBy = ["tyre"]
        },
        Pressure("tyre-placard", "Pressure on the tyre's side", Subject.Tyre, 20, 150, "65"),
        HubTemperature,
    ];

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
            bands.Add(new(
                seal.Inside.Millimetres + UsualSet.Closeness.Millimetres,
                new(Verdict.Sound, $"Fits seal {seal.Words}.{others}", Source.Memory.Words, [])));
        }

        bands.Add(new(null, NoUsualSeal()));
        return bands;
    }

    private static Judgement NoUsualSeal() =>
        new(
            Verdict.Watch,
            "No seal usual for this axle rating runs on this journal.",
            Source.Memory.Words,
            ["Measure again; a worn journal reads small. Match the old seal by its number."]);
}
