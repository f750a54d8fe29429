using System.Globalization;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Findings.Rules;

/// <summary>On which side of a limit things are well.</summary>
public enum Bound
{
    /// <summary>At the limit or above it.</summary>
    AtLeast,

    /// <summary>At the limit or below it.</summary>
    AtMost,

    /// <summary>Below the limit only: at it things are no longer well.</summary>
    Below,
}

/// <summary>A figure that verdicts turn on.</summary>
/// <param name="Code">Stable code, for example "lining-least".</param>
/// <param name="Name">What it limits, in words: "Lining at the shoe's centre".</param>
/// <param name="Quantity">What kind of measure.</param>
/// <param name="Bound">On which side things are well.</param>
/// <param name="Value">Our figure, in the canonical unit.</param>
/// <param name="Beyond">What lies beyond it means.</param>
/// <param name="Source">Where the figure comes from.</param>
/// <param name="Lowest">The lowest figure that makes sense as a limit, canonical.</param>
/// <param name="Highest">The highest figure that makes sense as a limit, canonical.</param>
public sealed record Limit(
    string Code,
    string Name,
    Quantity Quantity,
    Bound Bound,
    decimal Value,
    Verdict Beyond,
    Source Source,
    decimal Lowest,
    decimal Highest)
{
    /// <summary>
    /// Whether it limits the difference of two figures, so that a temperature has no nought to be counted from.
    /// </summary>
    public bool Difference { get; init; }

    /// <summary>Whether the figure is published, so that loosening it takes a name and a reason.</summary>
    public bool IsPublished => Source.Kind == SourceKind.Published;

    /// <summary>Whether a figure lies beyond the limit.</summary>
    /// <param name="figure">The figure, canonical.</param>
    /// <param name="limit">The limit in force, canonical.</param>
    public bool IsBeyond(decimal figure, decimal limit) => Bound switch
    {
        Bound.AtLeast => figure < limit,
        Bound.AtMost => figure > limit,
        _ => figure >= limit,
    };

    /// <summary>Whether another figure would let through what this one stops.</summary>
    /// <param name="other">The other figure, canonical.</param>
    public bool IsLooser(decimal other) => IsLooser(other, Value);

    /// <summary>Whether one figure would let through what another one stops.</summary>
    /// <param name="figure">The one, canonical.</param>
    /// <param name="than">The other, canonical.</param>
    public bool IsLooser(decimal figure, decimal than) => Bound == Bound.AtLeast ? figure < than : figure > than;

    /// <summary>A figure of this limit in the shop's unit: "1/16 in", "25 °F".</summary>
    /// <param name="canonical">The figure, canonical.</param>
    public string Write(decimal canonical) => Quantity switch
    {
        Quantity.Length => ShopFormat.AsSaid(new Length(canonical)),
        Quantity.Temperature when Difference => string.Create(CultureInfo.InvariantCulture, $"{canonical:0.#} °F"),
        _ => ShopFormat.ReadBack(Quantity, canonical).Ours,
    };

    /// <summary>Reads a figure typed for this limit; a difference of temperatures counts in degrees only.</summary>
    /// <param name="typed">As typed.</param>
    /// <returns>The canonical figure, or what is wrong with it as a sentence.</returns>
    public (decimal? Canonical, string? Problem) Read(string? typed)
    {
        Understood read = ShopNotation.Read(typed, Quantity);
        if (read.Problem is not null)
        {
            return (null, read.Problem);
        }

        decimal value = Difference ? read.InItsUnit * read.Unit!.InCanonical : read.Canonical!.Value;
        return value < Lowest || value > Highest
            ? (null, $"This limit lies between {Write(Lowest)} and {Write(Highest)}.")
            : (value, null);
    }
}

/// <summary>A limit that a shop has set for itself.</summary>
public sealed class ShopLimit
{
    /// <summary>Code of the <see cref="Limit"/>.</summary>
    public required string Code { get; init; }

    /// <summary>The shop's figure, in the canonical unit.</summary>
    public decimal Value { get; set; }

    /// <summary>As typed.</summary>
    public required string Typed { get; set; }

    /// <summary>Who set it, by name as it was then.</summary>
    public required string By { get; set; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; set; }

    /// <summary>Why; may be empty where it is not looser than a published figure.</summary>
    public string Reason { get; set; } = "";

    /// <summary>Counts up with every edit.</summary>
    public int Version { get; set; } = 1;
}

/// <summary>The limits a shop judges by: its own where it has set one, ours elsewhere.</summary>
public sealed class LimitsInForce
{
    private readonly Dictionary<string, ShopLimit> own;

    /// <summary>The limits with a shop's own.</summary>
    /// <param name="own">The shop's own limits.</param>
    public LimitsInForce(IEnumerable<ShopLimit> own) => this.own = own.ToDictionary(l => l.Code);

    /// <summary>Ours, none set by a shop.</summary>
    public static LimitsInForce Ours { get; } = new([]);

    /// <summary>The figure in force, canonical.</summary>
    public decimal Of(Limit limit) => own.TryGetValue(limit.Code, out ShopLimit? set) ? set.Value : limit.Value;

    /// <summary>The figure in force, in the shop's unit.</summary>
    public string Write(Limit limit) => limit.Write(Of(limit));

    /// <summary>
    /// Where the figure in force comes from; a figure looser than a published one says who answers for it, and why.
    /// </summary>
    public string SourceOf(Limit limit) => !own.TryGetValue(limit.Code, out ShopLimit? set)
        ? limit.Source.Words
        : limit.IsPublished && limit.IsLooser(set.Value)
            ? $"{Source.Shop.Words}, looser than {limit.Write(limit.Value)} ({limit.Source.Words}): {set.By}, "
                + $"{set.Reason}"
            : $"{Source.Shop.Words}, {(limit.IsLooser(set.Value) ? "looser" : "tighter")} than "
                + $"{limit.Write(limit.Value)} ({limit.Source.Words})";
}
