using System.Globalization;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Reckoner;

/// <summary>What an axle of a brake circuit draws.</summary>
/// <param name="Volts">Volts at its magnets.</param>
/// <param name="Amperes">What its magnets draw together.</param>
public sealed record AxleDraw(decimal Volts, decimal Amperes);

/// <summary>Electric brakes: magnets side by side on wire that has a resistance of its own.</summary>
public static class BrakeCircuit
{
    /// <summary>Resistivity of annealed copper at 20 °C, in ohm square millimetres per metre. Source: published, ASTM B258 (0.017 241 for copper of 100 % IACS).</summary>
    public const decimal Copper = 0.017241m;

    // How far a measured figure may lie from a reckoned one and still mean it: a clamp meter, a warm wire. Source: from memory.
    private const decimal Closeness = 0.06m;

    /// <summary>Wire diameter in inches by gauge: 0.005 × 92^((36 − gauge) ÷ 39). Source: published, ASTM B258.</summary>
    /// <param name="gauge">American wire gauge, 0 to 36.</param>
    public static double DiameterInches(int gauge) => 0.005 * Math.Pow(92, (36 - gauge) / 39.0);

    /// <summary>Ohms of a thousand feet of solid copper wire at 20 °C: 12 AWG has 1.588.</summary>
    /// <param name="gauge">American wire gauge, 0 to 36.</param>
    public static decimal OhmsPerThousandFeet(int gauge)
    {
        double millimetres = DiameterInches(gauge) * 25.4;
        return Copper * 304.8m / (decimal)(Math.PI * millimetres * millimetres / 4);
    }

    /// <summary>Ohms of one magnet. Source: from memory: 7 in drums about 3.9, 10 and 12 in about 3.2.</summary>
    public static decimal MagnetOhms(decimal drumInches) => drumInches <= 7 ? 3.9m : 3.2m;

    /// <summary>Amperes of one magnet at 12 V, by practice. Source: from memory: 7 in about 2.5, 10 and 12 in about 3.0.</summary>
    public static decimal MagnetAmperes(decimal drumInches) => drumInches <= 7 ? 2.5m : 3.0m;

    /// <summary>Volts and amperes at each axle. Magnets stand side by side; each stretch of wire adds its resistance before what lies behind it.</summary>
    /// <param name="volts">At the controller: above nought.</param>
    /// <param name="wire">Ohms of the stretch before each axle, there and back; the first counts from the controller.</param>
    /// <param name="siemens">What each axle's magnets conduct, in siemens: 0 where none does.</param>
    public static IReadOnlyList<AxleDraw> Draws(decimal volts, IReadOnlyList<decimal> wire, IReadOnlyList<decimal> siemens)
    {
        // From the last axle forward: what a stretch and all behind it conduct.
        decimal[] behind = new decimal[wire.Count];
        for (int axle = wire.Count - 1; axle >= 0; axle--)
        {
            decimal node = siemens[axle] + (axle + 1 < wire.Count ? behind[axle + 1] : 0);
            behind[axle] = node == 0 ? 0 : 1 / (wire[axle] + (1 / node));
        }

        AxleDraw[] draws = new AxleDraw[wire.Count];
        decimal at = volts;
        for (int axle = 0; axle < wire.Count; axle++)
        {
            at -= at * behind[axle] * wire[axle];
            draws[axle] = new AxleDraw(at, at * siemens[axle]);
        }

        return draws;
    }

    internal static Sum Sum { get; } = new(
        "brake-circuit",
        "Brake circuit",
        "What electric brakes should draw, the volts that arrive at each axle, and what a measured current or resistance says.",
        [
            Entry.Number("volts", "Volts at the controller", "12, or 14 with the engine running", "12", 1, 16),
            Entry.Number("axles", "Axles with brakes", "", "2", 1, 4),
            Entry.Choice("drum", "Drums", "10", ("7", "7 in"), ("10", "10 in"), ("12", "12 in")),
            Entry.Number("gauge", "Wire, AWG", "", "12", 4, 20),
            Entry.Number("feet", "Controller to the first axle, ft", "one way", "25", 1, 100),
            Entry.Number("between", "From axle to axle, ft", "one way", "3", 0, 30),
            Entry.Choice("back", "The current comes back by", "wire", ("wire", "a wire of the same gauge"), ("frame", "the frame")),
            Entry.Number("current", "Measured: amperes at the controller", "", "10.4", 0, 100, optional: true),
            Entry.Number("ohms", "Measured: ohms at the plug, brakes off", "", "0.9", 0, 1_000, optional: true),
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
        int axles = (int)given["axles"];
        Case sound = new("all magnets and wires are sound", axles, MagnetOhms(drum), (int)given["gauge"], given["feet"], given["between"], given.Text("back") == "wire");
        IReadOnlyList<AxleDraw> draws = sound.Draws(volts);
        decimal total = draws.Sum(d => d.Amperes), perThousand = OhmsPerThousandFeet(sound.Gauge);
        List<Result> results =
        [
            new("Expected at the controller", FormattableString.Invariant($"{total:0.0} A"), FormattableString.Invariant($"{volts / total:0.00} ohm in all")),
            .. draws.Select((d, i) => new Result($"At axle {i + 1}", FormattableString.Invariant($"{d.Volts:0.0} V"), FormattableString.Invariant($"{d.Amperes:0.0} A"))),
        ];
        decimal[] wire = sound.Wire();
        string there = sound.WireBack ? "2 × " : "";
        List<WorkingLine> working =
        [
            new(FormattableString.Invariant($"{sound.Gauge} AWG: d = 0.005 × 92^((36 − {sound.Gauge}) ÷ 39) = {DiameterInches(sound.Gauge):0.0000} in, {perThousand:0.000} ohm per 1,000 ft at 20 °C"), "published: ASTM B258, cited from memory"),
            new(FormattableString.Invariant($"wire to axle 1: {there}{sound.Feet:0.#} ft × {perThousand:0.000} ÷ 1,000 = {wire[0]:0.000} ohm{(axles > 1 ? FormattableString.Invariant($"; from axle to axle {there}{sound.Between:0.#} ft: {wire[1]:0.000} ohm") : "")}")),
            new(FormattableString.Invariant($"an axle's two magnets side by side: {sound.Magnet:0.0} ÷ 2 = {sound.Magnet / 2:0.00} ohm"), Source.Memory.Words),
            new(FormattableString.Invariant($"current = {volts:0.#} V ÷ {volts / total:0.000} ohm = {total:0.0} A; of the volts {(volts - draws[^1].Volts) / volts:0 %} stay in the wire to the last axle"), "Ohm's law"),
            new(FormattableString.Invariant($"by practice a magnet takes about {MagnetAmperes(drum):0.0} A at 12 V: {2 * axles} of them {2 * axles * MagnetAmperes(drum) * volts / 12:0.0} A at {volts:0.#} V. A warm coil takes less."), Source.Memory.Words),
        ];
        if (given.Maybe("current") is not null || given.Maybe("ohms") is not null)
        {
            Diagnose(given, sound, volts, results, working);
        }

        return new Worked(results, working)
        {
            Cautions = ["Chock the wheels: a trailer on its brakes may roll when they are taken off. The brake maker's figure rules over these."],
            Drawn = draws.SelectMany((d, i) => new[] { ($"volts{i + 1}", (double)d.Volts), ($"amperes{i + 1}", (double)d.Amperes) }).Append(("volts", (double)volts)).Append(("axles", axles)).ToDictionary(p => p.Item1, p => p.Item2),
        };
    }

    private static void Diagnose(Given given, Case sound, decimal volts, List<Result> results, List<WorkingLine> working)
    {
        decimal? current = given.Maybe("current"), ohms = given.Maybe("ohms");
        if (current == 0)
        {
            results.Insert(0, new("What that says", "nothing flows: look for a broken wire, a blown fuse or a plug without contact before the first axle"));
            return;
        }

        decimal Off(Case one)
        {
            decimal amperes = one.Draws(volts).Sum(d => d.Amperes);
            decimal byCurrent = current is { } a ? Math.Abs(amperes - a) / a : 0;
            return ohms is { } r && r > 0 ? Math.Max(byCurrent, Math.Abs((volts / amperes) - r) / r) : byCurrent;
        }

        (Case Case, decimal Off)[] fit = [.. sound.Faults().Prepend(sound).Select(c => (c, Off(c))).Where(c => c.Item2 <= Closeness).OrderBy(c => c.Item2)];
        string words = fit.Length == 0 ? "none of the faults we know comes to that: measure axle by axle" : string.Join("; or ", fit.Select(f => f.Case.Words));
        results.Insert(0, new("What that says", words));
        foreach ((Case one, decimal off) in fit)
        {
            IReadOnlyList<AxleDraw> draws = one.Draws(volts);
            working.Add(new(FormattableString.Invariant($"if {one.Words}: {draws.Sum(d => d.Amperes):0.0} A, {volts / draws.Sum(d => d.Amperes):0.00} ohm, {off:0.0 %} off what was measured")));
        }

        if (fit.Length > 1)
        {
            results.Insert(1, new("To tell them apart", "clamp the wire of each axle: " + string.Join("; ", fit.Select(f => $"{string.Join(" and ", f.Case.Draws(volts).Select(d => FormattableString.Invariant($"{d.Amperes:0.0}")))} A if {f.Case.Words}"))));
        }
    }

    // Ohms that a bad joint or ground is tried with.
    private static readonly decimal[] Joints = [0.1m, 0.3m, 0.6m, 1.2m];

    // The circuit with a fault or none.
    private sealed record Case(string Words, int Axles, decimal Magnet, int Gauge, decimal Feet, decimal Between, bool WireBack)
    {
        private readonly int[] open = new int[Axles];
        private decimal joint;

        internal decimal[] Wire()
        {
            decimal perFoot = OhmsPerThousandFeet(Gauge) / 1_000 * (WireBack ? 2 : 1);
            return [.. Enumerable.Range(0, Axles).Select(i => (i == 0 ? (Feet * perFoot) + joint : Between * perFoot))];
        }

        internal IReadOnlyList<AxleDraw> Draws(decimal volts) => BrakeCircuit.Draws(volts, Wire(), [.. open.Select(o => (2 - o) / Magnet)]);

        internal IEnumerable<Case> Faults()
        {
            for (int axle = 0; axle < Axles; axle++)
            {
                for (int dead = 1; dead <= 2 && dead < 2 * Axles; dead++)
                {
                    Case one = new($"{(dead == 1 ? "one magnet is" : "both magnets are")} open on axle {axle + 1}", Axles, Magnet, Gauge, Feet, Between, WireBack);
                    one.open[axle] = dead;
                    yield return one;
                }
            }

            for (int thinner = 2; thinner <= 6 && Gauge + thinner <= 22; thinner += 2)
            {
                yield return new($"the wire is {Gauge + thinner} AWG", Axles, Magnet, Gauge + thinner, Feet, Between, WireBack);
            }

            foreach (decimal ohms in Joints)
            {
                yield return new(FormattableString.Invariant($"a joint or the ground adds about {ohms:0.0} ohm"), Axles, Magnet, Gauge, Feet, Between, WireBack) { joint = ohms };
            }
        }
    }
}
