namespace SturdyTinker.Core.Measures;

/// <summary>What kind of thing a measure measures. A reading of one kind can never be taken for another.</summary>
public enum Quantity
{
    /// <summary>A part's dimension or a clearance. Canonical unit: the millimetre.</summary>
    Length,

    /// <summary>Road covered. Canonical unit: the metre.</summary>
    Distance,

    /// <summary>Tightening torque. Canonical unit: the newton metre.</summary>
    Torque,

    /// <summary>Grease, oil or fluid. Canonical unit: the millilitre.</summary>
    Volume,

    /// <summary>A tyre's or a line's pressure. Canonical unit: the kilopascal.</summary>
    Pressure,

    /// <summary>
    /// How hot something is. Canonical unit: the degree Fahrenheit, in which a degree Celsius is exact.
    /// </summary>
    Temperature,

    /// <summary>Electric current. Canonical unit: the ampere.</summary>
    Current,

    /// <summary>Electric resistance. Canonical unit: the ohm.</summary>
    Resistance,

    /// <summary>What something weighs. Canonical unit: the kilogram.</summary>
    Weight,
}
