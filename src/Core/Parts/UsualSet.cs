using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Parts;

/// <summary>A grease seal by its measures.</summary>
/// <param name="Inside">Inside diameter: the journal it runs on.</param>
/// <param name="Outside">Outside diameter: the bore it is pressed into.</param>
public sealed record Seal(Length Inside, Length Outside)
{
    /// <summary>The seal as the trade writes it: "2.250 × 3.376".</summary>
    public string Words => FormattableString.Invariant($"{Inside.Inches:0.000} × {Outside.Inches:0.000}");

    /// <summary>The seal as a part: "grease seal 2.250 × 3.376".</summary>
    public string Part => $"grease seal {Words}";
}

/// <summary>The bearings and seals usual on an axle rating.</summary>
/// <param name="FromPounds">Lowest rating of one axle, in pounds.</param>
/// <param name="ToPounds">Highest rating of one axle, in pounds.</param>
/// <param name="Inner">Inner cone.</param>
/// <param name="Outer">Outer cone.</param>
/// <param name="Seals">The seals met on this rating. More than one is a trap: measure the journal.</param>
public sealed record UsualSet(int FromPounds, int ToPounds, string Inner, string Outer, params Seal[] Seals)
{
    /// <summary>Other pairs met on the rating: inner and outer. The old ones' numbers decide.</summary>
    public IReadOnlyList<(string Inner, string Outer)> Others { get; init; } = [];

    /// <summary>
    /// How far a caliper reading may be off a seal's inside diameter and still mean it. Source: from memory.
    /// </summary>
    public static Length Closeness { get; } = Length.FromInches(0.015m);

    /// <summary>The usual sets. Source: from memory; the maker's list for the axle rules.</summary>
    public static IReadOnlyList<UsualSet> All { get; } =
    [
        new(2_000, 2_000, "L44643", "L44643") { Others = [("LM11949", "LM11949")] },
        new(3_500, 3_500, "L68149", "L44649", Inch(1.719m, 2.565m)),
        new(5_200, 6_000, "25580", "LM67048", Inch(2.125m, 3.376m), Inch(2.250m, 3.376m))
        {
            Others = [("25580", "15123")]
        },
        new(7_000, 7_000, "25580", "14125A", Inch(2.125m, 3.376m), Inch(2.250m, 3.376m)),
        new(8_000, 8_000, "25580", "02475"),
    ];

    /// <summary>The set usual for a rating; null where we know none.</summary>
    public static UsualSet? For(int ratingPounds) =>
        All.FirstOrDefault(s => ratingPounds >= s.FromPounds && ratingPounds <= s.ToPounds);

    /// <summary>The seal that runs on a journal of this diameter; null when none of this set does.</summary>
    public Seal? SealOn(Length journal) =>
        Seals.Where(s => Math.Abs(s.Inside.Millimetres - journal.Millimetres) <= Closeness.Millimetres)
            .OrderBy(s => Math.Abs(s.Inside.Millimetres - journal.Millimetres)).FirstOrDefault();

    private static Seal Inch(decimal inside, decimal outside) =>
        new(Length.FromInches(inside), Length.FromInches(outside));
}
