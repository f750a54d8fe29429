using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using static SturdyTinker.Core.Findings.Banding;

namespace SturdyTinker.Core.Findings;

/// <summary>What is measured at brakes.</summary>
internal static class BrakeReadings
{
    /// <summary>From here up a magnet's coil is broken, not warm. Source: from memory.</summary>
    private const decimal OpenCircuit = 50;

    /// <summary>A drum this far off its nominal size is another drum, or another figure. Source: from memory.</summary>
    private static readonly decimal OtherDrum = Length.FromInches(0.25m).Millimetres;

    private static readonly string[] DrumBrakes = ["brake-assembly", "shoes-and-magnet", "hydraulic-shoes"];

    private static ReadingKind Lining { get; } = Inches("lining", "Lining at the shoe's centre", Subject.Lining, 0, 1, "3/16", context =>
        Keeping(context, Limits.LiningLeast, Limits.LiningSoon, "Lining", "Renew the linings, on both sides of the axle.", "Compare magnet, adjuster and drum with the other side.")) with
    {
        Wear = new(WearWay.Down, "lining", (context, _) => context.Limits.Of(Limits.LiningLeast), context => context.Limits.SourceOf(Limits.LiningLeast), [.. DrumBrakes, "pads"]),
    };

    private static ReadingKind Drum { get; } = Inches("drum-diameter", "Drum, across", Subject.Drum, 5, 18.5m, "12.030", DrumBands) with
    {
        Wear = new(WearWay.Up, "drum", (context, known) => known("drum-stamped") ?? Nominal(context.Gear) + context.Limits.Of(Limits.DrumOversize), context => context.Limits.SourceOf(Limits.DrumOversize), "hub")
        {
            Noise = Length.FromInches(0.015m).Millimetres,
        },
    };

    private static ReadingKind Rotor { get; } = Inches("rotor-thickness", "Rotor, thickness", Subject.Rotor, 0.1m, 3, ".880") with
    {
        Wear = new(WearWay.Down, "rotor", (_, known) => known("rotor-stamped"), _ => new Source(SourceKind.Maker, "stamped on the rotor").Words, "hub")
        {
            Noise = Length.FromInches(0.015m).Millimetres,
        },
    };

    /// <summary>What a magnet usually draws at 12 V, in amperes: 2.5 in a 7 in brake, 3.0 in a 10 or 12 in one. Source: from memory. Null for a size we know nothing of.</summary>
    internal static decimal? UsualCurrent(RunningGear gear) => Size(gear) switch
    {
        7 => 2.5m,
        10 or 12 => 3.0m,
        _ => null,
    };

    /// <summary>A magnet's usual resistance in ohms: 3.9 in a 7 in brake, 3.2 in a 10 or 12 in one. Source: from memory. Null for a size we know nothing of.</summary>
    internal static decimal? UsualResistance(RunningGear gear) => Size(gear) switch
    {
        7 => 3.9m,
        10 or 12 => 3.2m,
        _ => null,
    };

    /// <summary>Every kind here.</summary>
    internal static IReadOnlyList<ReadingKind> All { get; } =
    [
        Lining,
        Drum,
        Inches("drum-stamped", "Most, stamped on the drum", Subject.Drum, 5, 18.5m, "12.090"),
        Rotor,
        Inches("rotor-stamped", "Least, stamped on the rotor", Subject.Rotor, 0.1m, 3, ".850"),
        Kind("magnet-current", "Magnet current at 12 V", Subject.Magnet, Quantity.Current, 0, 15, "3.0", context =>
            Near(context, UsualCurrent(context.Gear), Limits.CurrentOff, "A current", "a wire, a joint or the ground takes the rest, or the coil is open.", "the coil is shorted in part.", "Measure the magnet's resistance; if that is right, look for the wire or the ground.")),
        Kind("magnet-resistance", "Magnet resistance", Subject.Magnet, Quantity.Resistance, 0, 1_000_000, "3.2", ResistanceBands),
        Kind("fluid-boiling", "Brake fluid's boiling point", Subject.Hydraulics, Quantity.Temperature, 150, 600, "320", context =>
            Keeping(context, Limits.FluidLeast, Limits.FluidSoon, "Boiling point", "Bleed until fresh fluid comes, farthest first.")),
    ];

    private static int Size(RunningGear gear) => gear.Brake == BrakeKind.ElectricDrum && gear.BrakeSize is { } size ? (int)Math.Floor(size.Diameter.Inches) : 0;

    private static decimal? Nominal(RunningGear gear) => gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum ? gear.BrakeSize?.Diameter.Millimetres : null;

    private static IReadOnlyList<Band> DrumBands(ReadingContext context)
    {
        if (Nominal(context.Gear) is not { } nominal)
        {
            return [];
        }

        LimitsInForce limits = context.Limits;
        decimal most = limits.Of(Limits.DrumOversize), soon = Math.Min(most, limits.Of(Limits.DrumSoon));
        string size = ShopFormat.Write(new Length(nominal), Fineness.Sixteenth);
        return
        [
            new(nominal - OtherDrum, new(Verdict.Watch, $"This is no {size} drum.", Source.Memory.Words, ["Measure again, or put the brake's size right in the description."])),
            new(nominal + soon, new(Verdict.Sound, $"Within {limits.Write(Limits.DrumSoon)} over {size}; the stamped figure rules.", limits.SourceOf(Limits.DrumOversize), [])),
            new(nominal + most, new(Verdict.Watch, $"Nearing {limits.Write(Limits.DrumOversize)} over {size}; the stamped figure rules.", limits.SourceOf(Limits.DrumSoon), ["Measure again at the next visit."])),
            new(null, new(Verdict.Renew, $"Over {limits.Write(Limits.DrumOversize)} more than {size}; the stamped figure rules.", limits.SourceOf(Limits.DrumOversize), ["Renew the drum; compare both sides of the axle."])),
        ];
    }

    private static IReadOnlyList<Band> ResistanceBands(ReadingContext context)
    {
        IReadOnlyList<Band> near = Near(context, UsualResistance(context.Gear), Limits.ResistanceOff, "A resistance", "the coil is shorted in part.", "a bad joint, or a coil about to break.", "Renew the magnet; look at its lever and wire.");
        return near.Count == 0 ? near : [.. near.Take(2), near[2] with { UpTo = OpenCircuit }, new(null, new(Verdict.Renew, "The coil is broken: no current can flow.", Source.Practice.Words, ["Renew the magnet; look at its lever and wire."]))];
    }
}
