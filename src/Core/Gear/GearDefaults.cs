using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Gear;

/// <summary>What is usual for an axle rating, so that a common trailer is described in a few touches.</summary>
public static class GearDefaults
{
    /// <summary>A row of the table: what is usual up to and including a rating.</summary>
    private sealed record Usual(
        int UpToPounds,
        BrakeKind Brake,
        decimal Diameter,
        decimal Width,
        int StudCount,
        decimal Thread);

    // Usual sizes by rating, from memory; the person at the trailer sees and corrects them.
    private static readonly Usual[] Table =
    [
        new(2_000, BrakeKind.None, 0, 0, 5, 0.5m),
        new(2_800, BrakeKind.ElectricDrum, 7m, 1.75m, 5, 0.5m),
        new(4_400, BrakeKind.ElectricDrum, 10m, 2.25m, 5, 0.5m),
        new(6_400, BrakeKind.ElectricDrum, 12m, 2m, 6, 0.5m),
        new(7_500, BrakeKind.ElectricDrum, 12m, 2m, 8, 0.5625m),
        new(16_000, BrakeKind.ElectricDrum, 12.25m, 3.375m, 8, 0.625m),
    ];

    /// <summary>The usual running gear for a rating and a number of axles. Source: from memory.</summary>
    /// <param name="axles">1 to 3.</param>
    /// <param name="ratingPounds">Rating of one axle in pounds; above the table's end its last row serves.</param>
    public static RunningGear For(int axles, int ratingPounds)
    {
        Usual row = Table.FirstOrDefault(r => ratingPounds <= r.UpToPounds) ?? Table[^1];
        return new RunningGear(
            axles,
            ratingPounds,
            row.Brake,
            row.Brake == BrakeKind.None
                ? null
                : new BrakeSize(Length.FromInches(row.Diameter), Length.FromInches(row.Width)),
            Lubrication.HandPacked,
            NutRetention.CastleNut,
            SuspensionKind.DoubleEyeSprings,
            SpindleKind.Welded,
            new Studs(row.StudCount, Length.FromInches(row.Thread)));
    }
}
