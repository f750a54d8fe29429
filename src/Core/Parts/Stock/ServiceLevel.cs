namespace SturdyTinker.Core.Parts.Stock;

/// <summary>What the absence of a part stops.</summary>
public enum Stops
{
    /// <summary>A trailer that stands open: it can be neither closed nor moved.</summary>
    Trailer,

    /// <summary>The job; the trailer can go as it came, or wait for another visit.</summary>
    Job,

    /// <summary>Little: something else does, or it is fetched the same day.</summary>
    Little,
}

/// <summary>How often a part is to be there when something unforeseen asks for it.</summary>
/// <param name="Stops">What its absence stops.</param>
/// <param name="Dear">Whether one is worth <see cref="DearFrom"/> or more.</param>
/// <param name="Share">The share of times, 0 to 1.</param>
public sealed record ServiceLevel(Stops Stops, bool Dear, double Share)
{
    /// <summary>
    /// From this price in the shop's money a part is dear: so much is not laid in for a chance. Source: from memory.
    /// </summary>
    public const decimal DearFrom = 60;

    /// <summary>The levels. Source: from memory, made to be overwritten part by part.</summary>
    public static IReadOnlyList<ServiceLevel> All { get; } =
    [
        new(Stops.Trailer, false, 0.99), new(Stops.Trailer, true, 0.90),
        new(Stops.Job, false, 0.95), new(Stops.Job, true, 0.70),
        new(Stops.Little, false, 0.80), new(Stops.Little, true, 0.50),
    ];

    // By the kind of part. Source: from memory.
    private static readonly Dictionary<string, Stops> ByKind = new()
    {
        ["Seals"] = Stops.Trailer,
        ["Bearings"] = Stops.Trailer,
        ["Small parts"] = Stops.Trailer,
        ["Grease"] = Stops.Trailer,
        ["Suspension"] = Stops.Job,
        ["Brakes"] = Stops.Job,
        ["Hubs"] = Stops.Job,
        ["Wiring"] = Stops.Little,
    };

    /// <summary>What the absence of a kind of part stops; the job where we do not know the kind.</summary>
    public static Stops StopsOf(string kind) => ByKind.GetValueOrDefault(kind, Stops.Job);

    /// <summary>The level of a part by its kind and its worth.</summary>
    /// <param name="kind">Its kind.</param>
    /// <param name="price">What one costs; null where nobody knows, which counts as cheap.</param>
    public static ServiceLevel Of(string kind, decimal? price) =>
        All.First(l => l.Stops == StopsOf(kind) && l.Dear == (price >= DearFrom));
}
