namespace SturdyTinker.Core.Parts;

/// <summary>A part as this shop has it: one of ours with its own price, or one of its own.</summary>
public sealed class ShopPart
{
    /// <summary>The code on its label; unique, letter case aside.</summary>
    public required string Code { get; init; }

    /// <summary>What it is.</summary>
    public required string Name { get; set; }

    /// <summary>What kind of part, for lists.</summary>
    public required string Kind { get; set; }

    /// <summary>Its measures in words; may be empty.</summary>
    public string Measures { get; set; } = "";

    /// <summary>What it is counted in.</summary>
    public required string Unit { get; set; }

    /// <summary>What one costs, in the shop's money; null where nobody has said.</summary>
    public decimal? Price { get; set; }

    /// <summary>Counts up with every edit.</summary>
    public int Version { get; set; } = 1;
}
