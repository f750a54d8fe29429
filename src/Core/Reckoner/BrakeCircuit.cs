using System.Globalization;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Reckoner;

/// <summary>
/// Electric brakes: what they should draw, what the wire takes of the volts, and what a measured figure says.
/// </summary>
public static class BrakeCircuit
{
    /// <summary>
    /// Resistivity of annealed copper at 20 °C, in ohm square millimetres per metre. Source: published, ASTM B258
    /// (0.017 241 for copper of 100 % IACS).
    /// </summary>
    public const decimal Copper = 0.017241m;

    private const string Standard = "published: ASTM B258, cited from memory";

    /// <summary>
    /// Wire diameter in inches by gauge: 0.005 × 92^((36 − gauge) ÷ 39). Source: published, ASTM B258.
    /// </summary>
    /// <param name="gauge">American wire gauge, 0 to 36.</param>
    public static double DiameterInches(int gauge) => 0.005 * Math.Pow(92, (36 - gauge) / 39.0);

    /// <summary>Ohms of a thousand feet of solid copper wire at 20 °C: 12 AWG has 1.588.</summary>
    /// <param name="gauge">American wire gauge, 0 to 36.</param>
    public static decimal OhmsPerThousandFeet(int gauge)
    {
        double millimetres = DiameterInches(gauge) * 25.4;
        return Copper * 304.8m / (decimal)(Math.PI * millimetres * millimetres / 4);
    }

    /// <summary>Volts lost in a wire: 12 AWG, 20 ft out and 20 back, 6 A: 0.381 V.</summary>
    /// <param name="gauge">American wire gauge, 0 to 36.</param>
    /// <param name="feet">Its whole length, out and back, in feet.</param>
    /// <param name="amperes">What it carries.</param>
    public static decimal VoltsLost(int gauge, decimal feet, decimal amperes) =>
        OhmsPerThousandFeet(gauge) * feet / 1_000 * amperes;

    internal static Sum Sum { get; } = new(
        "brake-circuit",
        "Brake circuit",
        "What electric brakes should draw at the plug, the volts that their wire takes, and what a measured current "
            + "or coil says.",
        [
            Entry.Number("volts", "Volts at the plug", "12, or 14 with the engine running", "12", 1, 16),
            Entry.Number("axles", "Axles with brakes", "", "2", 1, 4),
            Entry.Choice("drum", "Drums", "10", ("7", "7 in"), ("10", "10 in"), ("12", "12 in")),
            Entry.Number("gauge", "Wire, AWG", "", "12", 4, 20),
            Entry.Number("out", "Wire out, ft", "plug to the brakes", "20", 0, 200),
            Entry.Number("back", "Wire back, ft", "0 where the frame is the way back", "20", 0, 200),
            Entry.Number(
                "amperes",
                "Amperes in that wire",
                "left empty: what they should draw",
                "6",
                0,
                100,
                optional: true),
            Entry.Number("current", "Measured: amperes at the plug, all brakes", "", "9", 0, 100, optional: true),
            Entry.Number("one", "Measured: amperes of one magnet", "in its own wire", "3.0", 0, 30, optional: true),
            Entry.Number("ohms", "Measured: ohms of one coil, cold, wires off", "", "3.2", 0, 1_000, optional: true),
        ],
        Work)
    {
        FromGear = FromGear,
    };

    private static Dictionary<string, string> FromGear(RunningGear gear)
    {
        Dictionary<string, string> typed = new() { ["axles"] = gear.Axles.ToString(CultureInfo.InvariantCulture) };
        if (gear.Brake == BrakeKind.ElectricDrum && gear.BrakeSize is { } size)
        {
            typed["drum"] = size.Diameter.Inches < 8.5m ? "7" : size.Diameter.Inches < 11 ? "10" : "12";
        }

        return typed;
    }

    private static Worked Work(Given given)
    {
        decimal volts = given["volts"], drum = decimal.Parse(given.Text("drum"), CultureInfo.InvariantCulture);
        int axles = (int)given["axles"], magnets = 2 * axles, gauge = (int)given["gauge"];
        decimal expected = MagnetCircuit.Expected(magnets, drum, volts), each = MagnetCircuit.Amperes(drum);
        decimal feet = given["out"] + given["back"], carries = given.Maybe("amperes") ?? expected;
        decimal perThousand = OhmsPerThousandFeet(gauge), lost = VoltsLost(gauge, feet, carries);
        (decimal coldFrom, decimal coldTo) = MagnetCircuit.ColdOhms(drum);
        List<Result> results =
        [
            new(
                "Expected at the plug",
                FormattableString.Invariant($"{expected:0.0} A"),
                FormattableString.Invariant($"{magnets} magnets of {each * volts / 12:0.0} A")),
            new(
                "Volts lost in the wire",
                FormattableString.Invariant($"{lost:0.000} V"),
                FormattableString.Invariant($"{(lost / volts):0.0 %} of {volts:0.#} V")),
        ];
        List<WorkingLine> working =
        [
            new(
                FormattableString.Invariant(
                    $"a magnet takes about {each:0.0} A at 12 V at the plug, so it comes to 12 ÷ {each:0.0} = {MagnetCircuit.WorkingOhms(drum):0.0} ohm at work: the coil is warm and the wires take their share"),
                Source.Memory.Words),
            new(FormattableString.Invariant($"{magnets} × {each:0.0} A × {volts:0.#} ÷ 12 = {expected:0.0} A")),
            new(
                FormattableString.Invariant(
                    $"{gauge} AWG: d = 0.005 × 92^((36 − {gauge}) ÷ 39) = {DiameterInches(gauge):0.0000} in, {perThousand:0.000} ohm per 1,000 ft at 20 °C"),
                Standard),
            new(
                FormattableString.Invariant(
                    $"wire: ({given["out"]:0.#} + {given["back"]:0.#}) ft × {perThousand:0.000} ÷ 1,000 = {perThousand * feet / 1_000:0.0000} ohm; × {carries:0.##} A = {lost:0.000} V"),
                "Ohm's law"),
            new(
                FormattableString.Invariant($"a coil by itself, cold: {coldFrom:0.0} to {coldTo:0.0} ohm; 12 V over that ")
                    + "is not what it takes at work",
                Source.Memory.Words),
        ];
        Say(given, magnets, drum, volts, results, working);
        return new Worked(results, working)
        {
            Cautions =
            [
                "Chock the wheels: a trailer on its brakes may roll when they are taken off. The brake maker's figure "
                    + "rules over these."
            ],
            Drawn = Enumerable
                .Range(1, axles)
                .SelectMany(a => new[]
                {
                    ($"volts{a}", (double)Math.Max(0, volts - lost)),
                    ($"amperes{a}", (double)(2 * each * volts / 12))
                })
                .Append(("volts", (double)volts))
                .Append(("axles", axles))
                .ToDictionary(p => p.Item1, p => p.Item2),
        };
    }

    private static void Say(
        Given given,
        int magnets,
        decimal drum,
        decimal volts,
        List<Result> results,
        List<WorkingLine> working)
    {
        int at = 0;
        if (given.Maybe("current") is { } all)
        {
            IReadOnlyList<CircuitFault> faults = MagnetCircuit.Candidates(magnets, drum, volts, all);
            results.Insert(
                at++,
                new(
                    "What that says",
                    faults.Count == 0
                        ? "right: every magnet draws, and no fault is named"
                        : string.Join("; or ", faults.Select(f => f.Words))));
            if (faults.Count > 1)
            {
                results.Insert(
                    at++,
                    new(
                        "To tell them apart",
                        "measure each magnet in its own wire, then the volts at the brakes while they draw"));
            }

            working.AddRange(faults.Select(f =>
                new WorkingLine(
                    FormattableString.Invariant($"if {f.Words}: {f.Amperes:0.0} A, and {all:0.0} A was measured"))));
        }

        if (given.Maybe("one") is { } own)
        {
            results.Insert(
                at++,
                new(
                    "The one magnet",
                    MagnetCircuit.IsRight(1, drum, volts, own)
                        ? "right"
                        : string.Join("; or ", MagnetCircuit.Candidates(1, drum, volts, own).Select(f => f.Words))));
        }

        if (given.Maybe("ohms") is { } cold)
        {
            (decimal from, decimal to) = MagnetCircuit.ColdOhms(drum);
            results.Insert(
                at,
                new(
                    "The coil, cold",
                    cold < from ? "under its band: shorted in part"
                        : cold <= to ? "right"
                        : cold < 50 ? "over its band: a bad joint, or a coil about to break"
                        : "broken: no current can flow"));
        }
    }
}
