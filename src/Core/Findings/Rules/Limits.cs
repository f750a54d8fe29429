using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Findings.Rules;

/// <summary>Every limit that a figure is judged by. A shop may set its own for each.</summary>
public static class Limits
{
    /// <summary>Lining left at the shoe's centre. Source: published, 49 CFR 393.47 (1/16 in).</summary>
    public static Limit LiningLeast { get; } = Inches(
        "lining-least",
        "Lining at the shoe's centre",
        Bound.AtLeast,
        1 / 16m,
        Verdict.Renew,
        Source.Published("49 CFR 393.47"),
        0,
        0.5m);

    /// <summary>Lining from which it is measured sooner. Source: from memory.</summary>
    public static Limit LiningSoon { get; } = Inches(
        "lining-soon",
        "Lining, watched from",
        Bound.AtLeast,
        3 / 32m,
        Verdict.Watch,
        Source.Memory,
        0,
        0.75m);

    /// <summary>How much the linings of an axle may differ. Source: from memory.</summary>
    public static Limit LiningApart { get; } = Inches(
        "lining-apart",
        "Linings of an axle, left against right",
        Bound.AtMost,
        1 / 16m,
        Verdict.Watch,
        Source.Memory,
        0.01m,
        0.5m);

    /// <summary>Tread left at its lowest. Source: published, 49 CFR 393.75 (2/32 in).</summary>
    public static Limit TreadLeast { get; } = Inches(
        "tread-least",
        "Tread at its lowest",
        Bound.AtLeast,
        2 / 32m,
        Verdict.Renew,
        Source.Published("49 CFR 393.75"),
        0,
        0.5m);

    /// <summary>Tread from which it is measured sooner. Source: from memory.</summary>
    public static Limit TreadSoon { get; } = Inches(
        "tread-soon",
        "Tread, watched from",
        Bound.AtLeast,
        4 / 32m,
        Verdict.Watch,
        Source.Memory,
        0,
        0.6m);

    /// <summary>How much the treads of an axle may differ. Source: from memory.</summary>
    public static Limit TreadApart { get; } = Inches(
        "tread-apart",
        "Treads of an axle, left against right",
        Bound.AtMost,
        3 / 32m,
        Verdict.Watch,
        Source.Memory,
        0.01m,
        0.5m);

    /// <summary>
    /// How far a drum may have grown over its nominal size. Source: from memory; the stamped figure rules.
    /// </summary>
    public static Limit DrumOversize { get; } = Inches(
        "drum-oversize",
        "Drum over its nominal size",
        Bound.AtMost,
        0.090m,
        Verdict.Renew,
        Source.Memory,
        0.01m,
        0.25m);

    /// <summary>Growth from which a drum is measured sooner. Source: from memory.</summary>
    public static Limit DrumSoon { get; } = Inches(
        "drum-soon",
        "Drum over its nominal size, watched from",
        Bound.AtMost,
        0.060m,
        Verdict.Watch,
        Source.Memory,
        0.005m,
        0.25m);

    /// <summary>Rotor left above its stamped minimum from which it is measured sooner. Source: from memory.</summary>
    public static Limit RotorSoon { get; } = Inches(
        "rotor-soon",
        "Rotor above its stamped minimum, watched from",
        Bound.AtLeast,
        0.020m,
        Verdict.Watch,
        Source.Memory,
        0,
        0.25m);

    /// <summary>
    /// End play up to which a castle nut is well set: one slot of a 1-14 nut is 0.0119 in, so no slot can hold the
    /// heavy band. Source: the
    /// slot is arithmetic from the thread, the limit from memory.
    /// </summary>
    public static Limit EndPlayCastle { get; } = Inches(
        "end-play-castle",
        "End play under a castle nut, watched from",
        Bound.AtMost,
        0.010m,
        Verdict.Watch,
        Source.Memory,
        0.002m,
        0.03m);

    /// <summary>End play over which a castle nut is set anew. Source: from memory.</summary>
    public static Limit EndPlayCastleMost { get; } = Inches(
        "end-play-castle-most",
        "End play under a castle nut, set anew over",
        Bound.AtMost,
        0.020m,
        Verdict.Renew,
        Source.Memory,
        0.005m,
        0.05m);

    /// <summary>Least end play. Source: published, TMC RP 618 (0.001 to 0.005 in), cited from memory.</summary>
    public static Limit EndPlayLeast { get; } = Inches(
        "end-play-least",
        "End play under a one-piece or double nut, least",
        Bound.AtLeast,
        0.001m,
        Verdict.Renew,
        EndPlaySource(),
        0,
        0.004m);

    /// <summary>Most end play. Source: as <see cref="EndPlayLeast"/>.</summary>
    public static Limit EndPlayMost { get; } = Inches(
        "end-play-most",
        "End play under a one-piece or double nut, most",
        Bound.AtMost,
        0.005m,
        Verdict.Renew,
        EndPlaySource(),
        0.002m,
        0.02m);

    /// <summary>
    /// Rim rock from which the nut is set again. Source: common practice: under 1/8 in is still acceptable.
    /// </summary>
    public static Limit RimRock { get; } = Inches(
        "rim-rock",
        "Rim rock, set again from",
        Bound.Below,
        0.125m,
        Verdict.Renew,
        Source.Practice,
        0.02m,
        0.25m);

    /// <summary>Rim rock of a wheel that wobbles. Source: from memory.</summary>
    public static Limit RimRockGross { get; } = Inches(
        "rim-rock-gross",
        "Rim rock, a wheel that wobbles from",
        Bound.Below,
        0.5m,
        Verdict.Hold,
        Source.Memory,
        0.125m,
        1);

    /// <summary>How much the two sides may differ in height. Source: from memory.</summary>
    public static Limit HeightApart { get; } = Inches(
        "height-apart",
        "Ride height, left against right",
        Bound.AtMost,
        0.5m,
        Verdict.Watch,
        Source.Memory,
        0.1m,
        3);

    /// <summary>
    /// A lean for which springs are renewed. Source: common practice: a two-inch lean was put right by new springs.
    /// </summary>
    public static Limit HeightLean { get; } = Inches(
        "height-lean",
        "Ride height, a lean that springs are renewed for",
        Bound.Below,
        2,
        Verdict.Renew,
        Source.Practice,
        0.5m,
        6);

    /// <summary>
    /// How much higher than its ends an axle's middle has to be. Source: common practice: the middle is the highest.
    /// </summary>
    public static Limit CrownLeast { get; } = Inches(
        "crown-least",
        "Axle's middle above its ends",
        Bound.AtLeast,
        0,
        Verdict.Hold,
        Source.Practice,
        0,
        0.5m);

    /// <summary>How much an axle's ends may differ. Source: from memory.</summary>
    public static Limit CrownApart { get; } = Inches(
        "crown-apart",
        "Axle's ends, left against right",
        Bound.AtMost,
        0.25m,
        Verdict.Watch,
        Source.Memory,
        0.03m,
        2);

    /// <summary>How much the arches of an axle's springs may differ. Source: from memory.</summary>
    public static Limit ArchApart { get; } = Inches(
        "arch-apart",
        "Spring arch, left against right",
        Bound.AtMost,
        0.375m,
        Verdict.Renew,
        Source.Memory,
        0.05m,
        3);

    /// <summary>Arch at which a spring counts as flat. Source: common practice: flat or reversed is done.</summary>
    public static Limit ArchLeast { get; } = Inches(
        "arch-least",
        "Spring arch",
        Bound.AtLeast,
        0.125m,
        Verdict.Renew,
        Source.Practice,
        0,
        6);

    /// <summary>
    /// How much wider than its bolt a hole may be. Source: from memory; an oval hole is done by common practice.
    /// </summary>
    public static Limit HoleOverBolt { get; } = Inches(
        "hole-over-bolt",
        "Hole wider than its bolt",
        Bound.AtMost,
        1 / 32m,
        Verdict.Renew,
        Source.Memory,
        0.005m,
        0.25m);

    /// <summary>How far a magnet's current may lie off. Source: from memory.</summary>
    public static Limit CurrentOff { get; } = new(
        "current-off",
        "Magnet current off its usual",
        Quantity.Current,
        Bound.AtMost,
        0.5m,
        Verdict.Renew,
        Source.Memory,
        0.1m,
        2);

    /// <summary>How far a cold coil may lie over its usual band. Source: from memory.</summary>
    public static Limit ResistanceOff { get; } = new(
        "resistance-off",
        "Cold magnet coil over its usual band",
        Quantity.Resistance,
        Bound.AtMost,
        0,
        Verdict.Renew,
        Source.Memory,
        0,
        2);

    /// <summary>How far a cold coil may lie under its usual band. Source: from memory.</summary>
    public static Limit ResistanceUnder { get; } = new(
        "resistance-under",
        "Cold magnet coil under its usual band",
        Quantity.Resistance,
        Bound.AtMost,
        0,
        Verdict.Renew,
        Source.Memory,
        0,
        2);

    /// <summary>
    /// How much hotter a hub may run than its opposite. Source: common practice that it is a finding; the figure from
    /// memory.
    /// </summary>
    public static Limit HubApart { get; } = Fahrenheit(
        "hub-apart",
        "Hub hotter than its opposite",
        25,
        Verdict.Watch,
        5,
        150) with
    { Difference = true };

    /// <summary>How much hotter than its opposite a hub is taken apart for. Source: from memory.</summary>
    public static Limit HubFarApart { get; } = Fahrenheit(
        "hub-far-apart",
        "Hub hotter than its opposite, taken apart from",
        75,
        Verdict.Renew,
        20,
        300) with
    { Difference = true };

    /// <summary>How hot a hub may run at all. Source: from memory; grease softens and runs out.</summary>
    public static Limit HubHottest { get; } = Fahrenheit(
        "hub-hottest",
        "Hub after a run",
        250,
        Verdict.Renew,
        140,
        400);

    /// <summary>How far a tyre may be under the figure on its side. Source: from memory.</summary>
    public static Limit PressureUnder { get; } = Psi(
        "pressure-under",
        "Tyre under the figure on its side, watched from",
        5,
        Verdict.Watch,
        1,
        30);

    /// <summary>How far under it is taken for leaking. Source: from memory.</summary>
    public static Limit PressureFarUnder { get; } = Psi(
        "pressure-far-under",
        "Tyre under the figure on its side, taken for leaking from",
        13,
        Verdict.Renew,
        5,
        50);

    /// <summary>
    /// How far over the figure on its side. Source: the figure on the side is the maker's most; the margin for reading
    /// from memory.
    /// </summary>
    public static Limit PressureOver { get; } = Psi(
        "pressure-over",
        "Tyre over the figure on its side",
        3,
        Verdict.Watch,
        0,
        20);

    /// <summary>
    /// Least boiling point of brake fluid in use. Source: published, 49 CFR 571.116, wet boiling point of DOT 3 (140
    /// °C).
    /// </summary>
    public static Limit FluidLeast { get; } = new(
        "fluid-least",
        "Brake fluid's boiling point",
        Quantity.Temperature,
        Bound.AtLeast,
        284,
        Verdict.Renew,
        Source.Published("49 CFR 571.116 (DOT 3, wet)"),
        200,
        500);

    /// <summary>Boiling point from which brake fluid is looked at sooner. Source: from memory.</summary>
    public static Limit FluidSoon { get; } = new(
        "fluid-soon",
        "Brake fluid's boiling point, watched from",
        Quantity.Temperature,
        Bound.AtLeast,
        311,
        Verdict.Watch,
        Source.Memory,
        200,
        500);

    /// <summary>How much more one side of the trailer may carry than the other. Source: from memory.</summary>
    public static Limit LoadApart { get; } = new(
        "load-apart",
        "Load of the trailer, left side against right",
        Quantity.Weight,
        Bound.AtMost,
        200 * Unit.Pound.InCanonical,
        Verdict.Watch,
        Source.Memory,
        20 * Unit.Pound.InCanonical,
        2_000 * Unit.Pound.InCanonical);

    /// <summary>Every limit, in the order the shop's page shows them.</summary>
    public static IReadOnlyList<Limit> All { get; } =
    [
        LiningLeast, LiningSoon, LiningApart, DrumOversize, DrumSoon, RotorSoon, CurrentOff, ResistanceOff,
        ResistanceUnder, FluidLeast, FluidSoon,
        TreadLeast, TreadSoon, TreadApart, PressureUnder, PressureFarUnder, PressureOver,
        EndPlayCastle, EndPlayCastleMost, EndPlayLeast, EndPlayMost, RimRock, RimRockGross, HubApart, HubFarApart,
        HubHottest,
        HeightApart, HeightLean, ArchLeast, ArchApart, HoleOverBolt, CrownLeast, CrownApart, LoadApart,
    ];

    private static readonly Dictionary<string, Limit> ByCode = All.ToDictionary(l => l.Code);

    /// <summary>The limit with this code; null when there is none.</summary>
    public static Limit? Find(string? code) => code is null ? null : ByCode.GetValueOrDefault(code);

    private static Source EndPlaySource() =>
        Source.Published("TMC RP 618, cited from memory, for adjustable bearings of heavy axles");

    private static Limit Inches(
        string code,
        string name,
        Bound bound,
        decimal value,
        Verdict beyond,
        Source source,
        decimal lowest,
        decimal highest) =>
        new(
            code,
            name,
            Quantity.Length,
            bound,
            Length.FromInches(value).Millimetres,
            beyond,
            source,
            Length.FromInches(lowest).Millimetres,
            Length.FromInches(highest).Millimetres);

    private static Limit Fahrenheit(
        string code,
        string name,
        decimal value,
        Verdict beyond,
        decimal lowest,
        decimal highest) =>
        new(code, name, Quantity.Temperature, Bound.AtMost, value, beyond, Source.Memory, lowest, highest);

    private static Limit Psi(
        string code,
        string name,
        decimal value,
        Verdict beyond,
        decimal lowest,
        decimal highest) =>
        new(
            code,
            name,
            Quantity.Pressure,
            Bound.AtMost,
            value * Unit.PoundPerSquareInch.InCanonical,
            beyond,
            Source.Memory,
            lowest * Unit.PoundPerSquareInch.InCanonical,
            highest * Unit.PoundPerSquareInch.InCanonical);
}
