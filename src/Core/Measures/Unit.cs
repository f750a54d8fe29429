namespace SturdyTinker.Core.Measures;

/// <summary>A unit that people write, and its exact worth in the canonical unit of its quantity.</summary>
/// <param name="Symbol">How we write it: "in", "mm", "lbf·ft".</param>
/// <param name="Quantity">What it measures.</param>
/// <param name="InCanonical">Canonical units in one of this unit; exact by definition.</param>
/// <param name="Written">Every way we accept it written, lower case, without blanks or points.</param>
public sealed record Unit(string Symbol, Quantity Quantity, decimal InCanonical, params string[] Written)
{
    /// <summary>Canonical units at this unit's nought: 32 for the degree Celsius, otherwise 0.</summary>
    public decimal Offset { get; init; }

    /// <summary>Inch: exactly 25.4 mm. Source: NIST SP 811, appendix B.</summary>
    public static Unit Inch { get; } = new("in", Quantity.Length, 25.4m, "in", "inch", "inches", "\"", "''", "″", "”");

    /// <summary>A thousandth of an inch: exactly 0.0254 mm.</summary>
    public static Unit Thou { get; } = new(
        "thou",
        Quantity.Length,
        0.0254m,
        "thou",
        "thousandth",
        "thousandths",
        "mil",
        "mils");

    /// <summary>Millimetre.</summary>
    public static Unit Millimetre { get; } = new(
        "mm",
        Quantity.Length,
        1m,
        "mm",
        "millimetre",
        "millimetres",
        "millimeter",
        "millimeters");

    /// <summary>Centimetre.</summary>
    public static Unit Centimetre { get; } = new(
        "cm",
        Quantity.Length,
        10m,
        "cm",
        "centimetre",
        "centimetres",
        "centimeter",
        "centimeters");

    /// <summary>Foot: exactly 304.8 mm. Source: NIST SP 811, appendix B.</summary>
    public static Unit Foot { get; } = new("ft", Quantity.Length, 304.8m, "ft", "foot", "feet", "'", "′");

    /// <summary>Mile: exactly 1,609.344 m. Source: NIST SP 811, appendix B.</summary>
    public static Unit Mile { get; } = new("mi", Quantity.Distance, 1609.344m, "mi", "mile", "miles");

    /// <summary>Kilometre.</summary>
    public static Unit Kilometre { get; } = new(
        "km",
        Quantity.Distance,
        1000m,
        "km",
        "kilometre",
        "kilometres",
        "kilometer",
        "kilometers");

    /// <summary>
    /// Pound-force foot: 4.448 221 615 260 5 N (exact) times 0.3048 m (exact), so exactly
    /// 1.355 817 948 331 400 4 N·m. NIST SP 811 gives it rounded, 1.355 818.
    /// </summary>
    public static Unit PoundForceFoot { get; } =
        new(
            "lbf·ft",
            Quantity.Torque,
            1.3558179483314004m,
            "lbfft",
            "lbft",
            "ftlb",
            "ftlbs",
            "ftlbf",
            "footpound",
            "footpounds",
            "lbsft",
            "poundfeet");

    /// <summary>Pound-force inch: a twelfth of a pound-force foot, exactly.</summary>
    public static Unit PoundForceInch { get; } =
        new(
            "lbf·in",
            Quantity.Torque,
            1.3558179483314004m / 12m,
            "lbfin",
            "lbin",
            "inlb",
            "inlbs",
            "inlbf",
            "inchpounds");

    /// <summary>Newton metre.</summary>
    public static Unit NewtonMetre { get; } = new(
        "N·m",
        Quantity.Torque,
        1m,
        "nm",
        "newtonmetre",
        "newtonmetres",
        "newtonmeter",
        "newtonmeters");

    /// <summary>US fluid ounce: exactly 29.573 529 562 5 mL. Source: NIST SP 811, appendix B (29.573 53).</summary>
    public static Unit FluidOunce { get; } = new(
        "fl oz",
        Quantity.Volume,
        29.5735295625m,
        "floz",
        "oz",
        "ounce",
        "ounces",
        "fluidounces");

    /// <summary>Millilitre.</summary>
    public static Unit Millilitre { get; } = new(
        "mL",
        Quantity.Volume,
        1m,
        "ml",
        "cc",
        "millilitre",
        "millilitres",
        "milliliter",
        "milliliters");

    /// <summary>Litre.</summary>
    public static Unit Litre { get; } = new("L", Quantity.Volume, 1000m, "l", "litre", "litres", "liter", "liters");

    /// <summary>
    /// Pound-force per square inch: 4.448 221 615 260 5 N over 645.16 mm², both exact. NIST SP 811 gives it rounded,
    /// 6.894 757 kPa.
    /// </summary>
    public static Unit PoundPerSquareInch { get; } = new(
        "psi",
        Quantity.Pressure,
        4448.2216152605m / 645.16m,
        "psi",
        "lbf/in2",
        "lb/in2");

    /// <summary>Kilopascal.</summary>
    public static Unit Kilopascal { get; } = new("kPa", Quantity.Pressure, 1m, "kpa");

    /// <summary>Bar: exactly 100 kPa.</summary>
    public static Unit Bar { get; } = new("bar", Quantity.Pressure, 100m, "bar");

    /// <summary>Degree Fahrenheit.</summary>
    public static Unit Fahrenheit { get; } = new("°F", Quantity.Temperature, 1m, "°f", "f", "degf", "fahrenheit");

    /// <summary>Degree Celsius: exactly 1.8 °F, from 32 °F. Source: NIST SP 811, appendix B.</summary>
    public static Unit Celsius { get; } = new(
        "°C",
        Quantity.Temperature,
        1.8m,
        "°c",
        "c",
        "degc",
        "celsius")
    { Offset = 32m };

    /// <summary>Ampere.</summary>
    public static Unit Ampere { get; } = new("A", Quantity.Current, 1m, "a", "amp", "amps", "ampere", "amperes");

    /// <summary>Milliampere.</summary>
    public static Unit Milliampere { get; } = new("mA", Quantity.Current, 0.001m, "ma", "milliamp", "milliamps");

    /// <summary>Ohm.</summary>
    public static Unit Ohm { get; } = new("ohm", Quantity.Resistance, 1m, "ohm", "ohms", "ω", "Ω");

    /// <summary>Pound: exactly 0.453 592 37 kg. Source: NIST SP 811, appendix B.</summary>
    public static Unit Pound { get; } = new("lb", Quantity.Weight, 0.45359237m, "lb", "lbs", "pound", "pounds");

    /// <summary>Kilogram.</summary>
    public static Unit Kilogram { get; } = new(
        "kg",
        Quantity.Weight,
        1m,
        "kg",
        "kilo",
        "kilos",
        "kilogram",
        "kilograms");

    /// <summary>Every unit we read.</summary>
    public static IReadOnlyList<Unit> All { get; } =
        [Inch, Thou, Millimetre, Centimetre, Foot, Mile, Kilometre, PoundForceFoot, PoundForceInch, NewtonMetre,
            FluidOunce, Millilitre, Litre,
        PoundPerSquareInch, Kilopascal, Bar, Fahrenheit, Celsius, Ampere, Milliampere, Ohm, Pound, Kilogram];

    /// <summary>The unit that a bare number is taken to be in.</summary>
    /// <param name="quantity">What is being measured.</param>
    public static Unit Usual(Quantity quantity) => quantity switch
    {
        Quantity.Length => Inch,
        Quantity.Distance => Mile,
        Quantity.Torque => PoundForceFoot,
        Quantity.Volume => FluidOunce,
        Quantity.Pressure => PoundPerSquareInch,
        Quantity.Temperature => Fahrenheit,
        Quantity.Current => Ampere,
        Quantity.Resistance => Ohm,
        _ => Pound,
    };
}
