using System.Globalization;

namespace SturdyTinker.Core.Measures;

/// <summary>How finely a length is written.</summary>
public enum Fineness
{
    /// <summary>To the nearest 1/16 in, as a fraction.</summary>
    Sixteenth,

    /// <summary>To the nearest 1/32 in, as a fraction.</summary>
    ThirtySecond,

    /// <summary>To the nearest 1/64 in, as a fraction.</summary>
    SixtyFourth,

    /// <summary>To the nearest 0.001 in.</summary>
    Thousandth,

    /// <summary>To the nearest millimetre.</summary>
    Millimetre,

    /// <summary>To the nearest hundredth of a millimetre.</summary>
    HundredthMillimetre,
}

/// <summary>Writes figures the way the shop reads them. Halves round away from nought.</summary>
public static class ShopFormat
{
    /// <summary>Writes a length with its unit, for example "4 1/4 in", "0.003 in", "18 mm".</summary>
    public static string Write(Length length, Fineness fineness) => fineness switch
    {
        Fineness.Sixteenth => Fraction(length, 16),
        Fineness.ThirtySecond => Fraction(length, 32),
        Fineness.SixtyFourth => Fraction(length, 64),
        Fineness.Thousandth => Fixed(length.Inches, "0.000") + " in",
        Fineness.Millimetre => Fixed(length.Millimetres, "0") + " mm",
        _ => Fixed(length.Millimetres, "0.##") + " mm",
    };

    /// <summary>
    /// Writes a length as people say it: whole thirty-seconds as a fraction, anything else to the thousandth.
    /// </summary>
    public static string AsSaid(Length length) =>
        Write(
            length,
            length.Inches * 32 % 1 == 0 && Math.Abs(length.Inches) >= 1 / 32m
                ? Fineness.ThirtySecond
                : Fineness.Thousandth);

    /// <summary>
    /// Writes a length as it stands on a tape: whole sixty-fourths as a fraction, anything else to the thousandth; never
    /// rounded to a fraction that it is not.
    /// </summary>
    public static string AsOnTape(Length length) =>
        length.Inches * 64 % 1 == 0 && length.Millimetres != 0
            ? Write(length, Fineness.SixtyFourth)
            : ReadBack(Quantity.Length, length.Millimetres).Ours;

    /// <summary>Writes a distance in miles: whole miles from ten up, tenths below.</summary>
    public static string Write(Distance distance) =>
        Fixed(distance.Miles, Math.Abs(distance.Miles) < 10m ? "0.#" : "#,0") + " mi";

    /// <summary>
    /// Writes miles as they are said of something foreseen: to the hundred, below a thousand to the ten; without the
    /// unit.
    /// </summary>
    public static string About(Distance distance)
    {
        decimal step = Math.Abs(distance.Miles) >= 1_000 ? 100 : 10;
        return Fixed(Math.Round(distance.Miles / step, MidpointRounding.AwayFromZero) * step, "#,0");
    }

    /// <summary>Writes a torque in whole pound-force feet.</summary>
    public static string Write(Torque torque) => Fixed(torque.PoundForceFeet, "0.#") + " lbf·ft";

    /// <summary>
    /// Reads a figure back to the one who typed it, in the shop's unit and in the other system,
    /// for example "2.250 in · 57.15 mm". A fraction of an inch is also given as a decimal.
    /// </summary>
    /// <param name="quantity">What was measured.</param>
    /// <param name="canonical">The figure in the canonical unit.</param>
    public static (string Ours, string Other) ReadBack(Quantity quantity, decimal canonical) => quantity switch
    {
        Quantity.Length => (Trimmed(new Length(canonical).Inches, 3, "0.000") + " in", Fixed(canonical, "0.###") + " mm"),
        Quantity.Distance => (Fixed(
            canonical / Unit.Mile.InCanonical,
            "#,0.#") + " mi", Fixed(canonical / Unit.Kilometre.InCanonical, "#,0.#") + " km"),
        Quantity.Torque => (Trimmed(
            canonical / Unit.PoundForceFoot.InCanonical,
            1,
            "0.#") + " lbf·ft", Fixed(canonical, "0.#") + " N·m"),
        Quantity.Volume => (Fixed(
            canonical / Unit.FluidOunce.InCanonical,
            "0.##") + " fl oz", Fixed(canonical, "0.#") + " mL"),
        Quantity.Pressure => (Trimmed(
            canonical / Unit.PoundPerSquareInch.InCanonical,
            1,
            "0.#") + " psi", Fixed(canonical, "0") + " kPa"),
        Quantity.Temperature => (Trimmed(canonical, 1, "0.#") + " °F", Fixed(
            (canonical - Unit.Celsius.Offset) / Unit.Celsius.InCanonical,
            "0.#") + " °C"),
        Quantity.Current => (Trimmed(canonical, 2, "0.##") + " A", Fixed(
            canonical / Unit.Milliampere.InCanonical,
            "0") + " mA"),
        Quantity.Resistance => (Trimmed(canonical, 2, "0.##") + " ohm", Fixed(canonical, "0.##") + " Ω"),
        _ => (Fixed(canonical / Unit.Pound.InCanonical, "#,0") + " lb", Fixed(canonical, "#,0") + " kg"),
    };

    private static string Fraction(Length length, int parts)
    {
        long steps = (long)Math.Round(Math.Abs(length.Inches) * parts, MidpointRounding.AwayFromZero);
        string sign = length.Millimetres < 0 && steps > 0 ? "-" : "";
        long whole = steps / parts, top = steps % parts, bottom = parts;
        while (top > 0 && top % 2 == 0)
        {
            (top, bottom) = (top / 2, bottom / 2);
        }

        string written = (whole, top) switch
        {
            (_, 0) => whole.ToString(CultureInfo.InvariantCulture),
            (0, _) => $"{top}/{bottom}",
            _ => $"{whole} {top}/{bottom}",
        };
        return $"{sign}{written} in";
    }

    // A figure that only rounding makes a plain one is told more finely: 0.0052 never reads as 0.005 beside a limit of
    // 0.005, nor 100.04 as 100.
    private static string Trimmed(decimal value, int decimals, string format)
    {
        decimal rounded = Math.Round(value, decimals, MidpointRounding.AwayFromZero);
        bool plain = decimals == 3 ? Math.Abs(value) < 1 || rounded * 8 % 1 == 0 : rounded % 1 == 0;
        if (!plain || Math.Abs(value - rounded) < 0.000_000_5m)
        {
            return Fixed(value, format);
        }

        int finer = decimals + 1;
        while (finer < 6 && Math.Round(value, finer, MidpointRounding.AwayFromZero) == rounded)
        {
            finer++;
        }

        return Math.Round(value, finer, MidpointRounding.AwayFromZero).ToString(CultureInfo.InvariantCulture);
    }

    private static string Fixed(decimal value, string format) =>
        Math.Round(value, 6, MidpointRounding.AwayFromZero).ToString(format, CultureInfo.InvariantCulture);
}
