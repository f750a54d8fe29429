namespace SturdyTinker.Core;

/// <summary>How far a figure or a rule can be trusted: where it comes from.</summary>
public enum SourceKind
{
    /// <summary>A standard, a regulation or a handbook that anyone can look up.</summary>
    Published,

    /// <summary>The maker of the axle or the part.</summary>
    Maker,

    /// <summary>This shop's own choice.</summary>
    Shop,

    /// <summary>Common practice of the trade, with no source to cite.</summary>
    CommonPractice,

    /// <summary>Recalled, with no source at hand.</summary>
    FromMemory,
}

/// <summary>Where a rule or a figure comes from.</summary>
/// <param name="Kind">How far it can be trusted.</param>
/// <param name="Cite">What to look up, for a published source; empty otherwise.</param>
public sealed record Source(SourceKind Kind, string Cite = "")
{
    /// <summary>Common practice of the trade, no source.</summary>
    public static Source Practice { get; } = new(SourceKind.CommonPractice);

    /// <summary>Recalled, no source at hand.</summary>
    public static Source Memory { get; } = new(SourceKind.FromMemory);

    /// <summary>This shop's own choice.</summary>
    public static Source Shop { get; } = new(SourceKind.Shop);

    /// <summary>A published source.</summary>
    /// <param name="cite">What to look up, for example "49 CFR 393.47".</param>
    public static Source Published(string cite) => new(SourceKind.Published, cite);

    /// <summary>The source in words, as a screen or a sheet shows it.</summary>
    public string Words => Kind switch
    {
        SourceKind.Published => $"published: {Cite}",
        SourceKind.Maker => Cite.Length > 0 ? $"axle maker: {Cite}" : "axle maker",
        SourceKind.Shop => "this shop's own",
        SourceKind.CommonPractice => "common practice",
        _ => "from memory",
    };
}
