using SturdyTinker.Core.Parts.Compatibility;
namespace SturdyTinker.Core.Parts;

/// <summary>A class of stiffness of grease.</summary>
/// <param name="Name">The class: "000", "00", "0", "1" to "6".</param>
/// <param name="From">Least worked penetration at 25 °C, in tenths of a millimetre.</param>
/// <param name="To">Most of the same.</param>
public sealed record NlgiGrade(string Name, int From, int To)
{
    /// <summary>The classes, the softest first. Source: published, NLGI by ASTM D217, cited from memory.</summary>
    public static IReadOnlyList<NlgiGrade> All { get; } =
    [
        new(
            "000",
            445,
            475), new(
                "00",
                400,
                430), new(
                    "0",
                    355,
                    385), new(
                        "1",
                        310,
                        340), new(
                            "2",
                            265,
                            295), new("3", 220, 250), new("4", 175, 205), new("5", 130, 160), new("6", 85, 115),
    ];

    /// <summary>The class of a worked penetration; null between two classes and beyond them.</summary>
    public static NlgiGrade? Of(int penetration) =>
        All.FirstOrDefault(g => penetration >= g.From && penetration <= g.To);
}

/// <summary>Where grease goes.</summary>
public enum GreaseUse
{
    /// <summary>A wheel bearing packed by hand or through the spindle.</summary>
    WheelBearing,

    /// <summary>A wheel bearing that goes under water.</summary>
    LaunchedBearing,

    /// <summary>A bolt or bushing with a fitting.</summary>
    ChassisFitting,

    /// <summary>A sealed hub filled by a metered volume.</summary>
    SealedHub,
}

/// <summary>A grease by what decides where it may go.</summary>
/// <param name="Code">Code of the part.</param>
/// <param name="Thickener">Code of its <see cref="Parts.Thickener"/>.</param>
/// <param name="Grade">Its class of stiffness.</param>
/// <param name="Category">
/// Its service category, "GC-LB"; empty where it has none. Source: published, ASTM D4950.
/// </param>
/// <param name="StaysInWater">Whether water does not wash it out.</param>
public sealed record Grease(string Code, string Thickener, string Grade, string Category, bool StaysInWater)
{
    /// <summary>The greases of the list of parts. Source: from memory; the pail's own label rules.</summary>
    public static IReadOnlyList<Grease> All { get; } =
    [
        new(
            "GREASE-WB",
            "lithium-complex",
            "2",
            "GC-LB",
            false), new(
                "GREASE-MARINE",
                "calcium-sulfonate",
                "2",
                "GC-LB",
                true), new(
                    "GREASE-LUBE",
                    "lithium",
                    "2",
                    "LB",
                    false), new("GREASE-00", "lithium-complex", "00", "", false),
    ];

    /// <summary>What it is, in words: "lithium complex, NLGI 2, GC-LB".</summary>
    public string Words =>
        string.Join(
            ", ",
            new[]
            {
                CompatibilityRules.Thickeners.First(t => t.Code == Thickener).Words,
                $"NLGI {Grade}",
                Category,
                StaysInWater ? "does not wash out" : ""
            }.Where(w => w.Length > 0));
}
