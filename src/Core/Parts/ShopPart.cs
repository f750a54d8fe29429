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

    /// <summary>Code of the kind it is told as by a caliper; empty where it is not.</summary>
    public string KindCode { get; set; } = "";

    /// <summary>The measures it is told by, by the dimension's code; empty for none.</summary>
    public IReadOnlyDictionary<string, TypedMeasure> By { get; set; } = new Dictionary<string, TypedMeasure>();

    /// <summary>The number stamped on it; empty where there is none.</summary>
    public string Stamp { get; set; } = "";

    /// <summary>What it is counted in.</summary>
    public required string Unit { get; set; }

    /// <summary>What one costs, in the shop's money; null where nobody has said.</summary>
    public decimal? Price { get; set; }

    /// <summary>Counts up with every edit.</summary>
    public int Version { get; set; } = 1;
}

/// <summary>A measure with what was typed for it.</summary>
/// <param name="Typed">As typed.</param>
/// <param name="Millimetres">The figure; for something counted, how many.</param>
public sealed record TypedMeasure(string Typed, decimal Millimetres);
