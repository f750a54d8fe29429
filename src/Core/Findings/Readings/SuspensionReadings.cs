using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using static SturdyTinker.Core.Findings.Readings.Banding;

namespace SturdyTinker.Core.Findings.Readings;

/// <summary>What is measured at springs, their bolts, and axles.</summary>
internal static class SuspensionReadings
{
    /// <summary>
    /// The usual suspension bolt, where nobody measured the one that is there. Source: common practice, one kit's size.
    /// </summary>
    internal static Length UsualBolt { get; } = Length.FromInches(0.5625m);

    private static ReadingKind BoltHole { get; } = Inches(
        "bolt-hole",
        "Widest hole",
        Subject.Link,
        0.25m,
        2,
        "9/16") with
    {
        Wear = new(
            WearWay.Up,
            "hole",
            (context, known) => (known("bolt-size") ?? UsualBolt.Millimetres) + context.Limits.Of(Limits.HoleOverBolt),
            context => context.Limits.SourceOf(Limits.HoleOverBolt),
            "shackle-links",
            "equalizer",
            "bushings-and-bolts"),
        AnsweredBy = ["shackle-links", "equalizer"],
    };

    private static ReadingKind Arch { get; } = Inches("spring-arch", "Spring arch, eye line to main leaf",
        Subject.Spring, -4, 12, "3 1/4", context =>
    {
        LimitsInForce limits = context.Limits;
        return
        [
            new(
                limits.Of(Limits.ArchLeast) - Hair,
                new(
                    Verdict.Renew,
                    $"Under {limits.Write(Limits.ArchLeast)} of arch a spring is flat or reversed.",
                    limits.SourceOf(Limits.ArchLeast),
                    [
                        "Springs are renewed in pairs on the axle.",
                        "Weigh the trailer; check the rating against the load."
                    ])),
            new(null, new(Verdict.Sound, "The spring has its arch.", limits.SourceOf(Limits.ArchLeast), [])),
        ];
    }) with
    {
        Wear = new(
            WearWay.Down,
            "spring arch",
            (context, _) => context.Limits.Of(Limits.ArchLeast),
            context => context.Limits.SourceOf(Limits.ArchLeast),
            "spring")
        {
            Noise = Length.FromInches(0.25m).Millimetres,
        },
        With = ReadWith.Tape,
        Answers = ["pair-spring"],
        AnsweredBy = ["spring"],
    };

    private static readonly string[] Straightened = ["axle", "axle-turned"];

    /// <summary>Every kind here.</summary>
    internal static IReadOnlyList<ReadingKind> All { get; } =
    [
        TorqueOf(
            "suspension-torque",
            "Suspension bolts, final",
            Subject.Bolt,
            Fasteners.EyeBolts,
            "50",
            "suspension-retorque"),
        TorqueOf(
            "u-bolt-torque",
            "U-bolt nuts, last stage",
            Subject.UBolt,
            Fasteners.UBolts,
            "60",
            "suspension-retorque"),
        TorqueOf(
            "bracket-torque",
            "Bracket bolts, final",
            Subject.Axle,
            Fasteners.BracketBolts,
            "200",
            "suspension-retorque"),
        TorqueOf("brace-torque", "Brace bolts", Subject.Frame, Fasteners.BraceBolts, "by the sheet"),
        Inches(
            "ride-height-front",
            "Frame to ground, front",
            Subject.RideHeight,
            4,
            72,
            "18") with { LastStands = true, With = ReadWith.Tape },
        Inches("ride-height-rear", "Frame to ground, rear", Subject.RideHeight, 4, 72, "18") with
        {
            LastStands = true,
            With = ReadWith.Tape
        },
        Inches("crown-left", "Crown: tube to a line below it, left end", Subject.Axle, 0.25m, 60, "4 1/2") with
        {
            LastStands = true,
            With = ReadWith.Tape,
            AnsweredBy = Straightened
        },
        Inches("crown-middle", "Crown: tube to a line below it, middle", Subject.Axle, 0.25m, 60, "4 5/8") with
        {
            LastStands = true,
            With = ReadWith.Tape,
            AnsweredBy = Straightened
        },
        Inches("crown-right", "Crown: tube to a line below it, right end", Subject.Axle, 0.25m, 60, "4 1/2") with
        {
            LastStands = true,
            With = ReadWith.Tape,
            AnsweredBy = Straightened
        },
        Inches("equalizer-holes", "Outer holes, centre to centre", Subject.Equalizer, 2, 20, "6") with { With = ReadWith.Tape },
        Inches("equalizer-drop", "Drop of the centre hole", Subject.Equalizer, 0, 8, "2") with { With = ReadWith.Tape },
        Inches("equalizer-width", "Width", Subject.Equalizer, 0.5m, 5, "1 3/4") with { With = ReadWith.Tape },
        BoltHole,
        Inches("bolt-size", "Bolt, across", Subject.Bolt, 0.25m, 2, "9/16"),
        Arch,
        Kind(
            "side-load",
            "Load on this side, all its wheels",
            Subject.RideHeight,
            Quantity.Weight,
            20 * Unit.Pound.InCanonical,
            40_000 * Unit.Pound.InCanonical,
            "2,600") with { LastStands = true },
    ];
}
