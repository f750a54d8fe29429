using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using static SturdyTinker.Core.Findings.Readings.Banding;

namespace SturdyTinker.Core.Findings.Readings;

/// <summary>What is measured at brakes.</summary>
internal static class BrakeReadings
{
    /// <summary>From here up a magnet's coil is broken, not warm. Source: from memory.</summary>
    private const decimal OpenCircuit = 50;

    /// <summary>A drum this far off its nominal size is another drum, or another figure. Source: from memory.</summary>
    private static readonly decimal OtherDrum = Length.FromInches(0.25m).Millimetres;

    private static readonly string[] DrumBrakes = ["brake-assembly", "shoes-and-magnet", "hydraulic-shoes"];

    private static readonly string[] NewDrum = ["drum", "hub"], NewRotor = ["rotor", "hub"], NewMagnet =
    [
        "magnet",
        "shoes-and-magnet",
        "brake-assembly"
    ];

    private static ReadingKind Lining { get; } = Inches("lining", "Lining at the shoe's centre", Subject.Lining, 0, 1,
        "3/16", context =>
        Keeping(
            context,
            Limits.LiningLeast,
            Limits.LiningSoon,
            "Lining",
            "Renew the linings, on both sides of the axle.",
            "Compare magnet, adjuster and drum with the other side.")) with
    {
        Wear = new(
            WearWay.Down,
            "lining",
            (context, _) => context.Limits.Of(Limits.LiningLeast),
            context => context.Limits.SourceOf(Limits.LiningLeast),
            [.. DrumBrakes, "pads"]),
        Answers = ["lining-worn", "pair-lining"],
        AnsweredBy = [.. DrumBrakes, "pads", "disc-conversion"],
    };

    private static ReadingKind Drum { get; } = Inches(
        "drum-diameter",
        "Drum, across",
        Subject.Drum,
        5,
        18.5m,
        "12.030",
        DrumBands) with
    {
        Wear = new(
            WearWay.Up,
            "drum",
            (context, known) => known("drum-stamped") ?? Nominal(context.Gear) + context.Limits.Of(Limits.DrumOversize),
            context => context.Limits.SourceOf(Limits.DrumOversize),
            NewDrum)
        {
            Noise = Length.FromInches(0.015m).Millimetres,
        },
        AnsweredBy = [.. NewDrum, "disc-conversion"],
        With = ReadWith.Caliper,
    };

    private static ReadingKind Rotor { get; } = Inches(
        "rotor-thickness",
        "Rotor, thickness",
        Subject.Rotor,
        0.1m,
        3,
        ".880") with
    {
        Wear = new(
            WearWay.Down,
            "rotor",
            (_, known) => known("rotor-stamped"),
            _ => new Source(SourceKind.Maker, "stamped on the rotor").Words,
            NewRotor)
        {
            Noise = Length.FromInches(0.015m).Millimetres,
        },
        AnsweredBy = NewRotor,
        With = ReadWith.Caliper,
    };

    /// <summary>
    /// Diameter that a magnet's figures go by, in inches; null for a brake that has none, or whose size we know nothing
    /// of.
    /// </summary>
    private static decimal? MagnetSize(RunningGear gear) =>
        Size(gear) is var size && size is 7 or 10 or 12 ? size : null;

    /// <summary>Every kind here.</summary>
    internal static IReadOnlyList<ReadingKind> All { get; } =
    [
        Lining,
        Drum,
        Inches("drum-stamped", "Most, stamped on the drum", Subject.Drum, 5, 18.5m, "12.090") with { With = ReadWith.Caliper },
        Rotor,
        Inches("rotor-stamped", "Least, stamped on the rotor", Subject.Rotor, 0.1m, 3, ".850") with { With = ReadWith.Caliper },
        Kind("magnet-current", "One magnet’s current, in its own wire at 12 V", Subject.Magnet, Quantity.Current, 0,
            15, "3.0", context =>
            Near(
                context,
                MagnetSize(context.Gear) is { } size ? MagnetCircuit.Amperes(size) : null,
                Limits.CurrentOff,
                "A magnet's current",
                "a wire, a joint or the ground takes the rest, or the coil is open.",
                "the coil is shorted in part, or the volts are higher.",
                "Measure the magnet's resistance, cold; if that is right, look for the wire or the ground.")) with
            {
                AnsweredBy = NewMagnet,
                LastStands = true
            },
        Kind(
            "circuit-current",
            "All brakes’ current together, at the plug at 12 V",
            Subject.Wires,
            Quantity.Current,
            0,
            100,
            "12.0",
            CircuitBands) with
        {
            LastStands = true,
            AnsweredBy = ["wiring-joint"]
        },
        Kind(
            "magnet-resistance",
            "Magnet resistance",
            Subject.Magnet,
            Quantity.Resistance,
            0,
            1_000_000,
            "3.2",
            ResistanceBands) with { AnsweredBy = NewMagnet },
        TorqueOf("plate-torque", "Brake plate nuts", Subject.Mounting, Fasteners.PlateNuts, "50"),
        TorqueOf(
            "caliper-bracket-torque",
            "Bracket bolts of the caliper",
            Subject.Mounting,
            Fasteners.CaliperBracket,
            "by the sheet"),
        TorqueOf("caliper-torque", "Caliper bolts", Subject.Mounting, Fasteners.CaliperBolts, "by the sheet"),
        TorqueOf("hose-torque", "Hose bolt", Subject.Mounting, Fasteners.HoseBolt, "by the sheet"),
        TorqueOf("actuator-torque", "Actuator bolts", Subject.Coupler, Fasteners.ActuatorBolts, "by the sheet"),
        TorqueOf("winch-torque", "Winch bolts", Subject.Fittings, Fasteners.WinchBolts, "by the sheet"),
        TorqueOf("coupler-torque", "Coupler bolts", Subject.Coupler, Fasteners.CouplerBolts, "by the sheet"),
        Kind("fluid-boiling", "Brake fluid's boiling point", Subject.Hydraulics, Quantity.Temperature, 150, 600,
            "320", context =>
            Keeping(
                context,
                Limits.FluidLeast,
                Limits.FluidSoon,
                "Boiling point",
                "Bleed until fresh fluid comes, farthest first.")) with
            {
                Answers = ["fluid-dark"],
                AnsweredBy = ["brake-bleeding", "caliper", "line-and-hose", "actuator"]
            },
    ];

    private static int Size(RunningGear gear) =>
        gear.Brake == BrakeKind.ElectricDrum && gear.BrakeSize is { } size ? (int)Math.Floor(size.Diameter.Inches) : 0;

    private static decimal? Nominal(RunningGear gear) =>
        gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum ? gear.BrakeSize?.Diameter.Millimetres : null;

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
            new(
                nominal - OtherDrum,
                new(
                    Verdict.Watch,
                    $"This is no {size} drum.",
                    Source.Memory.Words,
                    ["Measure again, or put the brake's size right in the description."])),
            new(
                nominal + soon,
                new(
                    Verdict.Sound,
                    $"Within {limits.Write(Limits.DrumSoon)} over {size}; the stamped figure rules.",
                    limits.SourceOf(Limits.DrumOversize),
                    [])),
            new(
                nominal + most,
                new(
                    Verdict.Watch,
                    $"Nearing {limits.Write(Limits.DrumOversize)} over {size}; the stamped figure rules.",
                    limits.SourceOf(Limits.DrumSoon),
                    ["Measure again at the next visit."])),
            new(
                null,
                new(
                    Verdict.Renew,
                    $"Over {limits.Write(Limits.DrumOversize)} more than {size}; the stamped figure rules.",
                    limits.SourceOf(Limits.DrumOversize),
                    ["Renew the drum; compare both sides of the axle."])),
        ];
    }

    private static IReadOnlyList<Band> ResistanceBands(ReadingContext context)
    {
        if (MagnetSize(context.Gear) is not { } size)
        {
            return [];
        }

        (decimal usualFrom, decimal usualTo) = MagnetCircuit.ColdOhms(size);
        LimitsInForce limits = context.Limits;
        decimal from = usualFrom - limits.Of(Limits.ResistanceUnder), to = usualTo + limits.Of(Limits.ResistanceOff);
        string band = FormattableString.Invariant($"A coil by itself, cold, has {from:0.0} to {to:0.0} ohm");
        Judgement Off(string rule) =>
            new(
                Limits.ResistanceOff.Beyond,
                rule,
                limits.SourceOf(Limits.ResistanceOff),
                ["Renew the magnet; look at its lever and wire."]);
        return
        [
            new(from - Hair, Off($"{band}: this one is shorted in part.")),
            new(to, new(Verdict.Sound, $"{band}.", limits.SourceOf(Limits.ResistanceOff), [])),
            new(OpenCircuit, Off($"{band}: a bad joint, or a coil about to break.")),
            new(
                null,
                new(
                    Verdict.Renew,
                    "The coil is broken: no current can flow.",
                    Source.Practice.Words,
                    ["Renew the magnet; look at its lever and wire."])),
        ];
    }

    // The current of all brakes, judged by how many magnets there are; what it may come from is named, the likeliest
    // first.
    private static List<Band> CircuitBands(ReadingContext context)
    {
        if (MagnetSize(context.Gear) is not { } size)
        {
            return [];
        }

        int magnets = context.Gear.WheelEnds;
        string wanted = FormattableString.Invariant(
            $"{magnets} magnets draw about {MagnetCircuit.Expected(magnets, size, 12):0.0} A together at 12 V");
        List<Band> bands = [];

        // A verdict for each tenth of an ampere that a meter shows: what it says changes from one to the next.
        decimal most = MagnetCircuit.Expected(magnets, size, 12) + (2 * MagnetCircuit.Amperes(size));
        for (decimal amperes = 0; amperes <= most; amperes += 0.1m)
        {
            IReadOnlyList<CircuitFault> faults = MagnetCircuit.Candidates(magnets, size, 12, amperes);
            bands.Add(new(amperes + 0.05m - Hair, faults.Count == 0
                ? new(Verdict.Sound, $"{wanted}.", Source.Memory.Words, [])
                : new(
                    Verdict.Renew,
                    $"{wanted}: {string.Join("; or ", faults.Select(f => f.Words))}.",
                    Source.Memory.Words,
                    ["Measure each magnet in its own wire, then the volts at the brakes while they draw."])));
        }

        bands.Add(new(
            null,
            new(
                Verdict.Renew,
                $"{wanted}: far more says a short to ground, or more than these brakes on the wire.",
                Source.Memory.Words,
                ["Look for a rubbed wire before the fuse goes on the road."])));
        return bands;
    }
}
