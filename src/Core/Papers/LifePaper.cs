using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Handovers;

namespace SturdyTinker.Core.Papers;

/// <summary>A visit in a trailer's life, without what it cost and whose it was then.</summary>
/// <param name="On">The day it was closed.</param>
/// <param name="Done">The jobs done, in words; empty for none.</param>
/// <param name="Found">What was seen, whatever it came to, in the order it was seen.</param>
/// <param name="Measured">What was measured.</param>
/// <param name="Used">What was used.</param>
/// <param name="Inspected">What a periodic inspection came to; null where none was signed.</param>
/// <param name="Released">Why it left on Hold; empty where it did not.</param>
/// <param name="Righted">What was put right on record since, both readings told, oldest first.</param>
/// <param name="Meter">What its meter showed last by then; empty where it has none.</param>
/// <param name="Pictures">How many pictures the shop keeps of it.</param>
public sealed record LifeVisit(
    DateOnly On,
    string Done,
    IReadOnlyList<FoundTold> Found,
    IReadOnlyList<MeasuredTold> Measured,
    IReadOnlyList<string> Used,
    string? Inspected,
    string Released,
    IReadOnlyList<string> Righted,
    string Meter,
    int Pictures)
{
    /// <summary>What earlier record it was taken over from; empty for a visit to this shop.</summary>
    public string TakenOver { get; init; } = "";

    /// <summary>What that record noted beside it.</summary>
    public IReadOnlyList<string> Noted { get; init; } = [];
}

/// <summary>A meter as it was read.</summary>
/// <param name="On">The day.</param>
/// <param name="Typed">As it was typed.</param>
public sealed record LifeMeter(DateOnly On, string Typed);

/// <summary>A trailer's whole life in one shop's record, for whoever has it next.</summary>
/// <param name="Trailer">Its tag and name.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="Plate">Its plate; may be empty.</param>
/// <param name="Gear">Its running gear in words.</param>
/// <param name="Shop">Whose record it is.</param>
/// <param name="Since">The day the shop took it on.</param>
/// <param name="Today">The day it is told.</param>
/// <param name="Holds">What holds it today; empty where nothing does.</param>
/// <param name="Stands">Other verdicts that stand on it today, gravest first.</param>
/// <param name="Next">What falls due next, soonest first.</param>
/// <param name="Visits">Its visits, the newest first.</param>
/// <param name="Meters">Its meter, the newest reading first.</param>
public sealed record TrailerLife(
    string Trailer,
    string Tag,
    string Plate,
    string Gear,
    string Shop,
    DateOnly Since,
    DateOnly Today,
    IReadOnlyList<string> Holds,
    IReadOnlyList<string> Stands,
    IReadOnlyList<Status.NextTold> Next,
    IReadOnlyList<LifeVisit> Visits,
    IReadOnlyList<LifeMeter> Meters)
{
    private static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        NewLine = "\n",
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
    };

    /// <summary>The same as data: UTF-8 JSON, the same bytes for the same life.</summary>
    public byte[] AsData() => Encoding.UTF8.GetBytes(JsonSerializer.Serialize(
        new { format = "sturdy-tinker/trailer-life/1", life = this },
        Written));
}

/// <summary>
/// Everything that a shop knows of a trailer, for its next owner: what was done, seen, measured and put right, and how
/// it stands. What it cost and whose it was is the seller's to tell. A digest binds the paper to the data that is
/// attached to it.
/// </summary>
public static class LifePaper
{
    // Longer roads are told by their newest readings; all are in the data.
    private const int MetersShown = 40;

    /// <summary>Writes it.</summary>
    /// <param name="life">What there is to tell.</param>
    /// <param name="head">The shop.</param>
    public static Paper Of(TrailerLife life, Letterhead head)
    {
        byte[] record = life.AsData();
        string digest = Convert.ToHexStringLower(SHA256.HashData(record));
        Paper paper = head.Write("A trailer’s whole life", life.Trailer, life.Today, life.Tag,
        [
            .. life.Holds.Count > 0
                ? new[] { PaperBlock.Warns($"Do not tow it: {string.Join("; ", life.Holds)}.") }
                : [],
            PaperBlock.Says(Told(life)),
            new PaperBlock
            {
                Facts =
                [
                    new("Plate", life.Plate.Length > 0 ? life.Plate : "none on record"),
                    new("Running gear", life.Gear),
                    new("In this record since", PaperWords.Of(life.Since)),
                    .. life.Meters.Take(1).Select(m => new PaperFact("Meter", $"{m.Typed} on {PaperWords.Of(m.On)}")),
                    new("Digest of the record (SHA-256)", digest),
                ]
            },
            .. PaperBlock.List("What stands on it today", life.Stands),
            .. PaperWords.ToCome(
                "What comes next",
                "About",
                life.Next.Select(n => (n.What, n.On, n.Overdue, n.Why))),
            .. life.Visits.SelectMany(Visit),
            .. PaperBlock.Of("Its meter", new PaperTable(
                [new("Day", 40), new("Showed", 40, Right: true)],
                [.. life.Meters.Take(MetersShown).Select(m => new[] { PaperWords.Of(m.On), m.Typed })],
                [])),
            PaperBlock.Head("What this paper is"),
            PaperBlock.Says("It is what one shop has on record, and no promise of what it has not seen: parts that "
                + "nobody looked at and work done elsewhere are not in it. Verdicts are of the day they were given. "
                + "What the axle’s maker and the law say comes before it."),
            PaperBlock.Says("The same record is attached to the PDF as data (life.json). Its SHA-256 digest is the one "
                + "above: where they differ, one of the two was altered."),
        ]);
        return paper with { Record = record };
    }

    private static string Told(TrailerLife life) =>
        (life.Visits.Count == 0
            ? "No visit of it is on record."
            : FormattableString.Invariant($"{life.Visits.Count:#,0} ")
                + (life.Visits.Count == 1 ? "visit" : "visits")
                + $" on record, the first closed on {PaperWords.Of(life.Visits[^1].On)}, the last on "
                + $"{PaperWords.Of(life.Visits[0].On)}.")
        + (life.Holds.Count + life.Stands.Count == 0 ? " Nothing that was found stands against it." : "");

    private static IEnumerable<PaperBlock> Visit(LifeVisit visit) =>
    [
        PaperBlock.Head(PaperWords.Of(visit.On) + (visit.Meter.Length > 0 ? $", meter {visit.Meter}" : "")),
        .. PaperBlock.Known("Not done here, but taken over from an earlier record: ", visit.TakenOver),
        PaperBlock.Says(visit.Done.Length > 0 ? $"Done: {visit.Done}." : "No job was finished."),
        .. visit.Noted.Select(PaperBlock.Says),
        .. visit.Inspected is { } inspected ? [PaperBlock.Says(inspected)] : Array.Empty<PaperBlock>(),
        .. PaperBlock.Known("It left on Hold: ", visit.Released.TrimEnd('.')),
        new PaperBlock
        {
            Points = [.. visit.Found.Select(PaperWords.Of)]
        },
        .. visit.Measured.Count == 0 ? [] : new[]
        {
            new PaperBlock
            {
                Table = new PaperTable(
                    [new("Measured", 50), new("Figure", 26, Right: true), new("Comes to", 20)],
                    [.. visit.Measured.Select(m => new[]
                    {
                        m.What,
                        m.Value,
                        m.Judgement is { } judged ? PaperWords.Of(judged.Verdict) : "",
                    })],
                    [])
            }
        },
        .. PaperBlock.Known("Used: ", string.Join("; ", visit.Used)),
        .. PaperBlock.Known(
            "Put right on record since: ",
            string.Join("; ", visit.Righted.Select(r => r.TrimEnd('.')))),
        .. visit.Pictures == 0 ? [] : new[]
        {
            PaperBlock.Says(FormattableString.Invariant($"The shop keeps {visit.Pictures} ")
                + (visit.Pictures == 1 ? "picture of it." : "pictures of it."))
        },
    ];
}
