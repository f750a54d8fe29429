using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Parts.Identification;

/// <summary>Something on a part that can be measured.</summary>
/// <param name="Code">Stable code, the same on every kind of part: "inside", "outside".</param>
/// <param name="Words">What it is on this kind, for whoever holds the caliper.</param>
public sealed record Dimension(string Code, string Words)
{
    /// <summary>
    /// Whether it is counted and not measured, such as leaves or studs: its figure stands as so many millimetres, and
    /// is exact.
    /// </summary>
    public bool Counted { get; init; }

    /// <summary>A figure of it as it is read off: "2.250 in", or "5".</summary>
    public string Write(Length value) =>
        Counted ? FormattableString.Invariant($"{value.Millimetres:0}") : ShopFormat.Write(value, Fineness.Thousandth);

    internal static Dimension Count(string code, string words) => new(code, words) { Counted = true };
}

/// <summary>A kind of part that is told by its measures.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Name">One of it.</param>
/// <param name="Dimensions">What is measured on it, the easiest first.</param>
public sealed record PartKind(string Code, string Name, IReadOnlyList<Dimension> Dimensions)
{
    /// <summary>The inner ring of a bearing with its rollers.</summary>
    public static PartKind Cone { get; } = new(
        "cone",
        "bearing cone",
        [new("inside", "bore"), new("width", "width of cone and cup together")]);

    /// <summary>The outer ring, pressed into the hub.</summary>
    public static PartKind Cup { get; } = new("cup", "bearing cup", [new("outside", "outside diameter")]);

    /// <summary>A cone and its cup.</summary>
    public static PartKind Bearing { get; } = new(
        "bearing",
        "bearing, cone and cup",
        [
            new("inside", "bore of the cone"),
            new("outside", "outside diameter of the cup"),
            new("width", "width of the pair")
        ]);

    /// <summary>
    /// A grease seal; a seal that is out of shape is told by the journal it ran on and the bore it sat in.
    /// </summary>
    public static PartKind Seal { get; } = new(
        "seal",
        "grease seal",
        [new("inside", "journal it runs on"), new("outside", "bore it is pressed into")]);

    /// <summary>A hub or hub-drum, by its studs; which bearings it takes is stamped on its cups.</summary>
    public static PartKind Hub { get; } = new(
        "hub",
        "hub or hub-drum",
        [
            Dimension.Count("studs", "studs"),
            new("circle", "circle through the studs"),
            new("inside", "bore that the inner cone leaves for the spindle")
        ]);

    /// <summary>A brake assembly; its hand is told by eye, the larger shoe to the rear.</summary>
    public static PartKind Brake { get; } = new(
        "brake",
        "brake assembly",
        [
            new("diameter", "inside of its drum"),
            new("width", "width of a shoe"),
            Dimension.Count("bolts", "bolts that hold its plate")
        ]);

    /// <summary>A brake magnet, told by the drum it rubs in.</summary>
    public static PartKind Magnet { get; } = new(
        "magnet",
        "brake magnet",
        [new("diameter", "inside of the drum it rubs in")]);

    /// <summary>A leaf spring.</summary>
    public static PartKind Spring { get; } = new(
        "spring",
        "leaf spring",
        [
            Dimension.Count("leaves", "leaves"),
            new("length", "eye to eye, or eye to the plain end, unloaded"),
            new("width", "width of a leaf")
        ]);

    /// <summary>An equalizer.</summary>
    public static PartKind Equalizer { get; } = new(
        "equalizer",
        "equalizer",
        [
            new("centres", "outer hole to outer hole"),
            new("drop", "centre hole down to their line"),
            new("width", "width"),
            new("bolt", "bolt it takes")
        ]);

    /// <summary>A bushing of a spring eye or an equalizer; what it is made of is told by eye.</summary>
    public static PartKind Bushing { get; } = new(
        "bushing",
        "bushing",
        [new("outside", "outside diameter"), new("inside", "inside diameter"), new("length", "length")]);

    /// <summary>A shackle or eye bolt.</summary>
    public static PartKind Bolt { get; } = new(
        "bolt",
        "shackle or eye bolt",
        [
            new("diameter", "diameter of its plain part"),
            new("length", "length under the head"),
            new("knurl", "diameter over its knurl")
        ]);

    /// <summary>A shackle link.</summary>
    public static PartKind Link { get; } = new(
        "link",
        "shackle link",
        [new("centres", "hole to hole"), new("hole", "hole")]);

    /// <summary>A U-bolt.</summary>
    public static PartKind UBolt { get; } = new(
        "u-bolt",
        "U-bolt",
        [
            new("inside", "width inside"),
            new("diameter", "diameter of its rod"),
            new("length", "length inside, from the bend to its end")
        ]);

    /// <summary>Every kind.</summary>
    public static IReadOnlyList<PartKind> All { get; } =
    [
        Bearing,
        Cone,
        Cup,
        Seal,
        Hub,
        Brake,
        Magnet,
        Spring,
        Equalizer,
        Bushing,
        Bolt,
        Link,
        UBolt
    ];

    /// <summary>The kind with this code; null when there is none.</summary>
    public static PartKind? Find(string? code) => All.FirstOrDefault(k => k.Code == code);
}

/// <summary>
/// A part as it is told by a caliper. It follows from the list of parts; a pair of bearing rings is also told by each
/// ring.
/// </summary>
/// <param name="Kind">What kind it is.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Stamp">The number stamped on it; empty where there is none.</param>
/// <param name="Measures">Its measures by the dimension's code.</param>
/// <param name="Source">Where the measures come from.</param>
public sealed record MeasuredPart(
    PartKind Kind,
    string Name,
    string Stamp,
    IReadOnlyDictionary<string, Length> Measures,
    Source Source)
{
    /// <summary>Code of the part that it is, or belongs to; empty for none.</summary>
    public string Code { get; init; } = "";

    /// <summary>Every part we know by its measures.</summary>
    public static IReadOnlyList<MeasuredPart> All { get; } =
    [
        .. Part.All.Where(p => p.MeasuredAs is not null).SelectMany(Of)
    ];

    /// <summary>A part of the shop's own as it is told; null where it is not.</summary>
    public static MeasuredPart? Of(ShopPart part) => PartKind.Find(part.KindCode) is { } kind
        ? new(
            kind,
            part.Name,
            part.Stamp,
            part.By.ToDictionary(m => m.Key, m => new Length(m.Value.Millimetres)),
            Source.Shop)
        { Code = part.Code }
        : null;

    private static IEnumerable<MeasuredPart> Of(Part part)
    {
        yield return new(part.MeasuredAs!, part.Name, part.Stamp, part.By, Source.Memory) { Code = part.Code };
        if (Bearing.Find(part.Stamp) is { } bearing)
        {
            yield return Ring(PartKind.Cone, "cone", bearing.Cone, part);
            if (Bearing.All.First(b => b.Cup == bearing.Cup) == bearing)
            {
                yield return Ring(PartKind.Cup, "cup", bearing.Cup, part);
            }
        }
    }

    private static MeasuredPart Ring(PartKind kind, string name, string number, Part pair) =>
        new(
            kind,
            $"{name} {number}",
            number,
            pair.By.Where(m => kind.Dimensions.Any(d => d.Code == m.Key)).ToDictionary(),
            Source.Memory)
        { Code = pair.Code };
}
