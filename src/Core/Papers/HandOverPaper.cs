using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Handovers;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Core.Papers;

/// <summary>The sheet that goes with a trailer when it leaves: half a page in plain words, then all of it.</summary>
public static class HandOverPaper
{
    /// <summary>Writes it.</summary>
    /// <param name="sheet">What there is to tell.</param>
    /// <param name="trailer">The trailer by tag and name.</param>
    /// <param name="customer">Whose it is.</param>
    /// <param name="head">The shop.</param>
    /// <param name="pictures">Pictures of what was found, by finding.</param>
    /// <param name="by">Who worked on it; empty for nobody.</param>
    /// <param name="meter">What its meter showed last; empty where it has none.</param>
    public static Paper Of(
        HandOver sheet,
        string trailer,
        string customer,
        Letterhead head,
        ILookup<Guid, Guid> pictures,
        IReadOnlyList<string> by,
        string meter) =>
        head.Write(
            "Hand-over sheet",
            $"{trailer}, for {customer}",
            sheet.On,
            sheet.Trailer,
            [
                .. sheet.Plain.Select((words, i) => i == 0 && sheet.Holds.Count > 0
                    ? PaperBlock.Warns(words)
                    : PaperBlock.Says(words)),
                new PaperBlock
                {
                    Facts =
                    [
                        .. Known("Worked on by", string.Join(", ", by)),
                        .. Known("Meter", meter),
                    ]
                },
                .. PaperBlock.List("Done", Told(sheet.Done)),
                .. PaperBlock.List(sheet.StillHere ? "Not done yet" : "Not done, and still due", Told(sheet.Undone)),
                .. Found(sheet, pictures),
                .. PaperBlock.Of("Measured, against its limit", Measured(sheet.Measured)),
                .. PaperBlock.List("Used", sheet.Used),
                .. sheet.Bill is { } bill ? Bill(bill, sheet.Agreed, head.Currency) : [],
                .. PaperBlock.List("Left undone on your word; it comes up again", sheet.Declined),
                .. Yours(sheet.Yours),
                .. Next(sheet.Next),
                .. PaperBlock.List("To watch", HandOver.Cautions),
                new PaperBlock { Signed = ["Handed over by", "Taken by"] },
            ]);

    /// <summary>What a verdict is called, and what it asks for.</summary>
    internal static string Words(Verdict verdict) => verdict switch
    {
        Verdict.Sound => "Sound",
        Verdict.Watch => "Watch",
        Verdict.Renew => "Renew",
        _ => "Hold: do not tow",
    };

    private static PaperFact[] Known(string name, string value) => value.Length > 0 ? [new(name, value)] : [];

    private static string[] Told(string words) => words.Length > 0 ? [words] : [];

    private static IEnumerable<PaperBlock> Found(HandOver sheet, ILookup<Guid, Guid> pictures)
    {
        if (sheet.Found.Count > 0)
        {
            yield return PaperBlock.Head("Found");
        }

        foreach (FoundTold found in sheet.Found)
        {
            string words = $"{found.What}. {Words(found.Judgement.Verdict)}: {found.Judgement.Rule.TrimEnd('.')}"
                + (found.Mended is { } mended ? $". Put right: {mended.TrimEnd('.')}." : ".");
            yield return found.Judgement.Verdict == Verdict.Hold && found.Mended is null
                ? PaperBlock.Warns(words)
                : new PaperBlock { Points = [words] };
            if (pictures[found.Id].Any())
            {
                yield return new PaperBlock
                {
                    Pictures = [.. pictures[found.Id].Select(id => new PaperPicture(id, found.What))]
                };
            }
        }
    }

    private static PaperTable Measured(IReadOnlyList<MeasuredTold> measured) => new(
        [new("What", 40), new("Figure", 22, Right: true), new("Comes to", 14), new("By", 36)],
        [.. measured.Select(m => new[]
        {
            m.What,
            m.Value,
            m.Judgement is { } judged ? Words(judged.Verdict) : "",
            m.Judgement?.Rule ?? "no limit of its own",
        })],
        []);

    /// <summary>A bill as a table, line by line.</summary>
    internal static IEnumerable<PaperBlock> Bill(Estimate bill, Spread? agreed, string currency) =>
    [
        PaperBlock.Head("What it comes to"),
        new PaperBlock
        {
            Table = new PaperTable(
                [new("For", 42), new("How", 50), new("Amount", 20, Right: true)],
                [.. bill.Lines.Select(l => new[] { l.Words, l.How, Money.In(l.Amount.Likely, currency) })],
                [["In all", "", Money.In(bill.Total.Likely, currency)]])
        },
        .. agreed is null ? Array.Empty<PaperBlock>()
            : [PaperBlock.Says($"Agreed before: {Money.Range(agreed, currency)}.")],
        .. bill.Unpriced.Count > 0
            ? [PaperBlock.Says($"Without a price, and on top: {string.Join(", ", bill.Unpriced)}.")]
            : Array.Empty<PaperBlock>(),
    ];

    private static IEnumerable<PaperBlock> Yours(IReadOnlyList<OwnersTask> yours) => PaperBlock.Of(
        "You, in between",
        new PaperTable(
            [new("What", 50), new("By", 24), new("Why", 38)],
            [.. yours.Select(y => new[] { y.What, Day(y.On) + (y.Overdue ? " (overdue)" : ""), y.Why })],
            []));

    private static IEnumerable<PaperBlock> Next(IReadOnlyList<NextTold> next) => PaperBlock.Of(
        "Next with us",
        new PaperTable(
            [new("What", 50), new("About", 24), new("Why", 38)],
            [.. next.Select(n => new[] { n.What, Day(n.On), n.Why })],
            []));

    /// <summary>A day as papers write it: "June 3, 2027".</summary>
    internal static string Day(DateOnly day) => FormattableString.Invariant($"{day:MMMM d, yyyy}");
}
