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
}
