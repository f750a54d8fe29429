using System.Globalization;

namespace SturdyTinker.Standins;

/// <summary>
/// A simulated instrument: what it is called in the line protocol, and what somebody would read off it.
/// </summary>
/// <param name="Code">Its word in the protocol: "wrench", "gauge", "thermometer".</param>
/// <param name="Usual">A reading as somebody at work would get it, with its unit.</param>
public sealed record Instrument(string Code, Func<Random, string> Usual)
{
    /// <summary>
    /// The bench's instruments: a torque wrench set near 95 lbf·ft, a dial gauge in inches, an infrared thermometer in
    /// °F.
    /// </summary>
    public static IReadOnlyList<Instrument> All { get; } =
    [
        new("wrench", random => Write(93 + (random.NextDouble() * 5), "0.0", "lbf·ft")),
        new("gauge", random => Write(0.002 + (random.NextDouble() * 0.002), "0.0000", "in")),
        new("thermometer", random => Write(104 + (random.NextDouble() * 20), "0", "°F")),
    ];

    private static string Write(double value, string format, string unit) =>
        $"{value.ToString(format, CultureInfo.InvariantCulture)} {unit}";
}
