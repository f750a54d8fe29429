using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Parts.Identifying;

/// <summary>Something on a part that can be measured.</summary>
/// <param name="Code">Stable code, the same on every kind of part: "inside", "outside".</param>
/// <param name="Words">What it is on this kind, for whoever holds the caliper.</param>
public sealed record Dimension(string Code, string Words);

/// <summary>A kind of part that is told by its measures.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Name">One of it.</param>
/// <param name="Dimensions">What is measured on it, the easiest first.</param>
public sealed record PartKind(string Code, string Name, IReadOnlyList<Dimension> Dimensions)
{
    /// <summary>The inner ring of a bearing with its rollers.</summary>
    public static PartKind Cone { get; } = new("cone", "bearing cone", [new("inside", "bore"), new("width", "width of cone and cup together")]);

    /// <summary>The outer ring, pressed into the hub.</summary>
    public static PartKind Cup { get; } = new("cup", "bearing cup", [new("outside", "outside diameter")]);

    /// <summary>A cone and its cup.</summary>
    public static PartKind Bearing { get; } = new("bearing", "bearing, cone and cup", [new("inside", "bore of the cone"), new("outside", "outside diameter of the cup"), new("width", "width of the pair")]);

    /// <summary>A grease seal; a seal that is out of shape is told by the journal it ran on and the bore it sat in.</summary>
    public static PartKind Seal { get; } = new("seal", "grease seal", [new("inside", "journal it runs on"), new("outside", "bore it is pressed into")]);

    /// <summary>Every kind.</summary>
    public static IReadOnlyList<PartKind> All { get; } = [Bearing, Cone, Cup, Seal];

    /// <summary>The kind with this code; null when there is none.</summary>
    public static PartKind? Find(string? code) => All.FirstOrDefault(k => k.Code == code);
}

/// <summary>A part with the measures it is told by.</summary>
/// <param name="Kind">What kind it is.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Stamp">The number stamped on it; empty where there is none.</param>
/// <param name="Measures">Its measures by the dimension's code.</param>
/// <param name="Source">Where the measures come from.</param>
public sealed record MeasuredPart(PartKind Kind, string Name, string Stamp, IReadOnlyDictionary<string, Length> Measures, Source Source)
{
    /// <summary>Every part we know by its measures.</summary>
    public static IReadOnlyList<MeasuredPart> All { get; } = [.. Make()];

    private static IEnumerable<MeasuredPart> Make()
    {
        foreach (Bearing bearing in Parts.Bearing.All)
        {
            yield return new(PartKind.Bearing, bearing.Part, bearing.Cone, new Dictionary<string, Length> { ["inside"] = bearing.Bore, ["outside"] = bearing.Outside, ["width"] = bearing.Width }, Source.Memory);
            yield return new(PartKind.Cone, $"cone {bearing.Cone}", bearing.Cone, new Dictionary<string, Length> { ["inside"] = bearing.Bore, ["width"] = bearing.Width }, Source.Memory);
        }

        foreach (Bearing bearing in Parts.Bearing.All.DistinctBy(b => b.Cup))
        {
            yield return new(PartKind.Cup, $"cup {bearing.Cup}", bearing.Cup, new Dictionary<string, Length> { ["outside"] = bearing.Outside }, Source.Memory);
        }

        foreach (Seal seal in UsualSet.All.SelectMany(s => s.Seals).Distinct())
        {
            yield return new(PartKind.Seal, seal.Part, "", new Dictionary<string, Length> { ["inside"] = seal.Inside, ["outside"] = seal.Outside }, Source.Memory);
        }
    }
}
