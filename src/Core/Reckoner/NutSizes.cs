using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>Which wrench fits a nut, and which socket of the other system comes near.</summary>
public static class NutSizes
{
    /// <summary>
    /// How much wider than the nut a socket may be before it rounds the corners. Source: from memory.
    /// </summary>
    public static Length Slack { get; } = new(0.4m);

    /// <summary>
    /// Width across flats of metric nuts by thread, in millimetres. Source: published, ISO 4032; set down from memory.
    /// Older nuts to DIN 934 differ at 10, 12, 14 and 22.
    /// </summary>
    private static readonly (int Thread, int Flats)[] Metric =
    [
        (5, 8),
        (6, 10),
        (8, 13),
        (10, 16),
        (12, 18),
        (14, 21),
        (16, 24),
        (18, 27),
        (20, 30),
        (22, 34),
        (24, 36)
    ];

    private static readonly Dictionary<int, int> Din934 = new() { [10] = 17, [12] = 19, [14] = 22, [22] = 32 };

    /// <summary>Sockets of a well-kept drawer, inch.</summary>
    private static readonly (int Top, int Bottom)[] InchSockets =
    [
        (3, 8),
        (7, 16),
        (1, 2),
        (9, 16),
        (5, 8),
        (11, 16),
        (3, 4),
        (13, 16),
        (7, 8),
        (15, 16),
        (1, 1),
        (17, 16),
        (9, 8),
        (5, 4),
        (21, 16),
        (11, 8),
        (3, 2)
    ];

    /// <summary>
    /// A nut's width across flats by its thread, as stamped or said; null for a thread the tables do not have.
    /// </summary>
    /// <param name="thread">Thread diameter.</param>
    /// <param name="metric">Whether it is a metric thread.</param>
    public static Length? AcrossFlats(Length thread, bool metric) => metric
        ? Metric.Where(m => m.Thread == thread.Millimetres).Select(m => (Length?)new Length(m.Flats)).FirstOrDefault()
        : HexNut.AcrossFlats(thread);

    /// <summary>Sockets from the tightest that goes on to the loosest that still holds, both systems.</summary>
    /// <param name="flats">Width across flats.</param>
    public static IReadOnlyList<(string Socket, Length Gap)> Sockets(Length flats) =>
        [.. InchSockets.Select(s => (ShopFormat.Write(
            Length.FromInches((decimal)s.Top / s.Bottom),
            Fineness.Sixteenth), Length.FromInches((decimal)s.Top / s.Bottom)))
            .Concat(Enumerable.Range(8, 33).Select(mm => ($"{mm} mm", new Length(mm))))
            .Select(s => (s.Item1, new Length(s.Item2.Millimetres - flats.Millimetres)))
            .Where(s => s.Item2.Millimetres >= 0 && s.Item2 <= Slack).OrderBy(s => s.Item2.Millimetres)];

    internal static Sum Sum { get; } = new(
        "nut-sizes",
        "Nut and socket",
        "The wrench that fits a thread, inch or metric, and what else in the drawer would do.",
        [
            Entry.Choice("nut", "Nut", "hex", ("hex", "a standard hex nut"), ("lug", "a wheel nut")),
            Entry.Choice("system", "Thread", "inch", ("inch", "inch"), ("metric", "metric")),
            Entry.Text("thread", "Thread diameter", "9/16"),
        ],
        Work)
    {
        FromGear = gear => gear.Studs.Thread.Millimetres % 1 == 0
            ? new Dictionary<string, string>
            {
                ["nut"] = "lug",
                ["system"] = "metric",
                ["thread"] = FormattableString.Invariant($"M{gear.Studs.Thread.Millimetres:0}")
            }
            : new Dictionary<string, string>
            {
                ["nut"] = "lug",
                ["system"] = "inch",
                ["thread"] = ShopFormat
                    .Write(gear.Studs.Thread, Fineness.Sixteenth)
                    .Replace(" in", "", StringComparison.Ordinal)
            },
    };

    private static Worked Work(Given given)
    {
        bool metric = given.Text("system") == "metric";
        string typed = given.Text("thread").Trim().TrimStart('M', 'm');
        Understood read = ShopNotation.Read(
            metric && !typed.EndsWith("mm", StringComparison.OrdinalIgnoreCase) ? typed + " mm" : typed,
            Quantity.Length);
        if (read.Problem is not null)
        {
            return Worked.Cannot("thread", read.Problem);
        }

        Length thread = new(read.Canonical!.Value);
        if (given.Text("nut") == "lug")
        {
            return Lug(thread);
        }

        if (AcrossFlats(thread, metric) is not { } flats)
        {
            return Worked.Cannot("thread", metric
                ? $"Our table has {string.Join(", ", Metric.Select(m => "M" + m.Thread))}."
                : "Our table has 3/8, 7/16, 1/2, 9/16, 5/8 and 3/4 in.");
        }

        string source = metric
            ? "published: ISO 4032, set down from memory"
            : "published: ASME B18.2.2, set down from memory";
        string name = metric
            ? FormattableString.Invariant($"M{thread.Millimetres:0}")
            : ShopFormat.Write(thread, Fineness.Sixteenth);
        List<Result> results = [new(
            "Across flats",
            metric
                ? FormattableString.Invariant($"{flats.Millimetres:0} mm")
                : ShopFormat.Write(flats, Fineness.Sixteenth),
            metric
                ? FormattableString.Invariant($"{flats.Inches:0.000} in")
                : FormattableString.Invariant($"{flats.Millimetres:0.00} mm"))];
        (string Socket, Length Gap)[] near = [.. Sockets(flats)];
        results.Add(new(
            "Sockets that go on",
            string.Join(
                ", ",
                near.Select(n => n.Gap.Millimetres < 0.01m
                    ? n.Socket
                    : FormattableString.Invariant($"{n.Socket} ({n.Gap.Millimetres:0.00} mm loose)")))));
        List<WorkingLine> working =
        [
            new($"{name} standard hex nut: {results[0].Value} across flats", source),
            new(
                FormattableString.Invariant(
                    $"a socket goes on from {flats.Millimetres:0.00} mm and holds up to {Slack.Millimetres:0.0} mm more"),
                Core.Source.Memory.Words)
        ];
        if (metric && Din934.TryGetValue((int)thread.Millimetres, out int older))
        {
            results.Add(new("An older nut", $"{older} mm"));
            working.Add(new($"to DIN 934 it had {older} mm", "published: DIN 934, set down from memory"));
        }

        return new Worked(results, working)
        {
            Cautions = ["Lug nuts often differ from standard nuts: try the socket, all the way on, before pulling."],
            Drawn = new Dictionary<string, double>
            {
                ["flats"] = (double)flats.Millimetres,
                ["thread"] = (double)thread.Millimetres
            },
        };
    }

    private static Worked Lug(Length stud)
    {
        IReadOnlyList<Length> sockets = LugNut.Sockets(stud);
        if (sockets.Count == 0)
        {
            return Worked.Cannot(
                "thread",
                "We know wheel nuts of 7/16, 1/2, 9/16, 5/8 and 3/4 in studs: try sockets from the loosest down.");
        }

        string[] said = [.. sockets.Select(s => ShopFormat.Write(s, Fineness.Sixteenth))];
        return new Worked(
            [
                new("Sockets to try", string.Join(", then ", said)),
                new("Across flats, usually", said[0], FormattableString.Invariant($"{sockets[0].Millimetres:0.0} mm"))
            ],
            [new(
                $"wheel nuts of {ShopFormat.Write(stud, Fineness.Sixteenth)} studs: {string.Join(" or ", said)}; they "
                    + "are no standard hex nuts",
                Core.Source.Practice.Words)])
        {
            Cautions =
            [
                "The one that fitted this trailer before comes first: its visits offer it. All the way on, before "
                    + "pulling."
            ],
            Drawn = new Dictionary<string, double>
            {
                ["flats"] = (double)sockets[0].Millimetres,
                ["thread"] = (double)stud.Millimetres
            },
        };
    }
}
