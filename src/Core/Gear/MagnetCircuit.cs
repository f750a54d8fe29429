namespace SturdyTinker.Core.Gear;

/// <summary>Something that may be wrong in a brake circuit.</summary>
/// <param name="Words">What, in words.</param>
/// <param name="Amperes">What the circuit would draw then.</param>
public sealed record CircuitFault(string Words, decimal Amperes);

/// <summary>Electric brakes as one circuit: what they should draw, and what a measured current says.</summary>
/// <remarks>
/// The coil by itself, cold, has less resistance than 12 V over the current in the circuit comes to: the coil warms and
/// the wires take
/// their share. So the expected current is reckoned with 12 ÷ 3.0 = 4.0 ohm a magnet (4.8 for 7 in), and a cold coil is
/// judged by its
/// own band; neither is a fault by the other. Source: arithmetic; the figures from memory.
/// </remarks>
public static class MagnetCircuit
{
    // A clamp meter reads a current this far off at most and still means it. Source: from memory.
    private const decimal Closeness = 0.06m;

    // So much of a magnet's own current may each lie off and be right. Source: from memory.
    private const decimal Right = 0.25m;

    /// <summary>
    /// Amperes of one magnet in the circuit at 12 V at the plug: 2.5 for drums of 7 in, 3.0 for 10 and 12 in. Source:
    /// from memory.
    /// </summary>
    public static decimal Amperes(decimal drumInches) => drumInches < 8.5m ? 2.5m : 3.0m;

    /// <summary>
    /// Ohms that a magnet comes to in the circuit, warm, with its share of the wires: 12 V over its amperes.
    /// </summary>
    public static decimal WorkingOhms(decimal drumInches) => 12 / Amperes(drumInches);

    /// <summary>
    /// Ohms of a coil by itself, cold, from and to: 3.0 to 3.8 (about 3.2) for 10 and 12 in, 3.6 to 4.6 (about 3.9) for
    /// 7 in. Source: from memory.
    /// </summary>
    public static (decimal From, decimal To) ColdOhms(decimal drumInches) =>
        drumInches < 8.5m ? (3.6m, 4.6m) : (3.0m, 3.8m);

    /// <summary>What so many magnets should draw together at the plug.</summary>
    /// <param name="magnets">How many: 1 and more.</param>
    /// <param name="drumInches">Diameter of the drums.</param>
    /// <param name="volts">At the plug.</param>
    public static decimal Expected(int magnets, decimal drumInches, decimal volts) =>
        magnets * Amperes(drumInches) * volts / 12;

    /// <summary>Whether a measured current is right.</summary>
    public static bool IsRight(int magnets, decimal drumInches, decimal volts, decimal measured) =>
        Math.Abs(measured - Expected(magnets, drumInches, volts)) <= Right * magnets * volts / 12;

    /// <summary>
    /// What a measured current may come from, the likeliest first: one fault that fits it before two, a whole magnet
    /// before a bad joint
    /// of whatever ohms it takes. Empty where the current is right.
    /// </summary>
    /// <param name="magnets">How many magnets: 1 and more.</param>
    /// <param name="drumInches">Diameter of the drums.</param>
    /// <param name="volts">At the plug: above nought.</param>
    /// <param name="measured">Amperes of all of them together: nought and more.</param>
    public static IReadOnlyList<CircuitFault> Candidates(
        int magnets,
        decimal drumInches,
        decimal volts,
        decimal measured)
    {
        decimal one = Expected(1, drumInches, volts), expected = magnets * one;
        if (IsRight(magnets, drumInches, volts, measured))
        {
            return [];
        }

        if (measured <= 0)
        {
            return [new(
                "nothing flows: a broken wire, a blown fuse, or a plug without contact before the first brake",
                0)];
        }

        if (measured > expected)
        {
            return
            [
                new(
                    "one magnet's coil is shorted in part: it takes about "
                        + FormattableString.Invariant($"{measured - expected + one:0.0} A instead of {one:0.0}"),
                    measured),
                new(
                    FormattableString.Invariant(
                        $"more than {volts:0.#} V at the plug, or more magnets on this wire than reckoned with"),
                    measured),
            ];
        }

        bool Fits(decimal amperes) => Math.Abs(amperes - measured) <= Math.Max(Closeness * measured, 0.1m * one);
        List<(int Faults, decimal Off, CircuitFault Fault)> found = [];
        for (int open = 0; open < magnets; open++)
        {
            decimal whole = (magnets - open) * one;
            if (open > 0 && Fits(whole))
            {
                found.Add((open == 1 ? 1 : 2, Math.Abs(whole - measured), new(
                    $"{Count(open)} open: coil broken, or {(open == 1 ? "its wire" : "their wires")} off",
                    whole)));
            }

            if (open < magnets - (magnets > 1 ? 1 : 0) && Fits(whole - (one / 2)))
            {
                string words = open == 0
                    ? "one magnet takes only half: a bad joint of its own, or a coil about to break"
                    : $"{Count(open)} open and one takes only half";
                found.Add(
                    (open == 0 ? 1 : 3 + open, Math.Abs(whole - (one / 2) - measured), new(words, whole - (one / 2))));
            }
        }

        decimal joint = (volts / measured) - (volts / expected);
        found.Add((2, 0.001m, new(
            FormattableString.Invariant(
                $"a joint, a thin wire or the ground before all of them adds about {joint:0.00} ohm"),
            measured)));
        return [.. found.OrderBy(f => f.Faults).ThenBy(f => f.Off).Select(f => f.Fault)];
    }

    private static string Count(int magnets) =>
        magnets switch
        {
            1 => "one magnet is",
            2 => "two magnets are",
            3 => "three magnets are",
            _ => $"{magnets} magnets are"
        };
}
