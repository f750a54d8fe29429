using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Parts;

/// <summary>A cone and the cup it runs in, always a matched pair.</summary>
/// <param name="Cone">Number of the cone, as the industry's inch series has it.</param>
/// <param name="Cup">Number of the cup.</param>
/// <param name="Bore">Bore of the cone.</param>
/// <param name="Outside">Outside diameter of the cup.</param>
/// <param name="Width">Width of the pair.</param>
public sealed record Bearing(string Cone, string Cup, Length Bore, Length Outside, Length Width)
{
    /// <summary>The pairs met on trailers. Source: from memory; a handbook of the inch series rules.</summary>
    public static IReadOnlyList<Bearing> All { get; } =
    [
        Inch("LM11949", "LM11910", 0.7500m, 1.7810m, 0.6550m),
        Inch("L44643", "L44610", 1.0000m, 1.9800m, 0.5600m),
        Inch("L44649", "L44610", 1.0625m, 1.9800m, 0.5600m),
        Inch("L68149", "L68111", 1.3775m, 2.3610m, 0.6600m),
        Inch("LM67048", "LM67010", 1.2500m, 2.3280m, 0.6250m),
        Inch("15123", "15245", 1.2500m, 2.4410m, 0.7500m),
        Inch("14125A", "14276", 1.2500m, 2.7170m, 0.7813m),
        Inch("02475", "02420", 1.2500m, 2.6875m, 0.8750m),
        Inch("LM48548", "LM48510", 1.3750m, 2.5625m, 0.7100m),
        Inch("25580", "25520", 1.7500m, 3.2650m, 0.9375m),
        Inch("387A", "382A", 2.2500m, 3.8125m, 0.8268m),
    ];

    /// <summary>The pair as a part: "cone 25580 and cup 25520".</summary>
    public string Part => $"cone {Cone} and cup {Cup}";

    /// <summary>Its measures, bore × outside × width: "1.7500 × 3.2650 × 0.9375 in".</summary>
    public string Measures =>
        FormattableString.Invariant($"{Bore.Inches:0.0000} × {Outside.Inches:0.0000} × {Width.Inches:0.0000} in");

    /// <summary>The pair of a cone; null for a cone we do not know.</summary>
    public static Bearing? Find(string cone) => All.FirstOrDefault(b => b.Cone == cone);

    private static Bearing Inch(string cone, string cup, decimal bore, decimal outside, decimal width) =>
        new(cone, cup, Length.FromInches(bore), Length.FromInches(outside), Length.FromInches(width));
}
