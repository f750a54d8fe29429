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
                        .. PaperFact.Known("Worked on by", string.Join(", ", by)),
                        .. PaperFact.Known("Meter", meter),
                    ]
                },
                .. PaperBlock.List("Done", Told(sheet.Done)),
                .. PaperBlock.List(sheet.StillHere ? "Not done yet" : "Not done, and still due", Told(sheet.Undone)),
                .. Found(sheet, pictures),
                .. PaperBlock.Of("Measured, against its limit", Measured(sheet.Measured)),
                .. PaperBlock.List("Used", sheet.Used),
                .. sheet.Bill is { } bill ? Bill(bill, sheet.Agreed, head.Currency) : [],
                .. PaperBlock.List(
                    "Put right on our record since; a sheet you had before is out of date",
                    sheet.Righted),
                .. PaperBlock.List("Left undone on your word; it comes up again", sheet.Declined),
                .. PaperWords.ToCome(
                    "You, in between",
                    "By",
                    sheet.Yours.Select(y => (y.What, y.On, y.Overdue, y.Why))),
                .. PaperWords.ToCome("Next with us", "About", sheet.Next.Select(n => (n.What, n.On, n.Overdue, n.Why))),
                .. PaperBlock.List("To watch", HandOver.Cautions),
                new PaperBlock { Signed = ["Handed over by", "Taken by"] },
            ]);

    private static string[] Told(string words) => words.Length > 0 ? [words] : [];

    private static IEnumerable<PaperBlock> Found(HandOver sheet, ILookup<Guid, Guid> pictures)
    {
        if (sheet.Found.Count > 0)
        {
            yield return PaperBlock.Head("Found");
        }

        foreach (FoundTold found in sheet.Found)
        {
            string words = PaperWords.Of(found);
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
            m.Judgement is { } judged ? PaperWords.Of(judged.Verdict) : "",
            m.Judgement?.Rule ?? "no limit of its own",
        })],
        []);

    // A bill as a table, line by line.
    private static IEnumerable<PaperBlock> Bill(Estimate bill, Spread? agreed, string currency) =>
    [
        PaperBlock.Head("What it comes to"),
        new PaperBlock
        {
            Table = new PaperTable(
                [new("For", 42), new("How", 50), new("Amount", 20, Right: true)],
                [.. bill.Lines.Select(l => new[] { l.Words, l.How, Money.In(l.Amount.Likely, currency) })],
                [["In all", "", Money.In(bill.Total.Likely, currency)]])
        },
        .. agreed is null ? [] : PaperBlock.Known("Agreed before: ", Money.Range(agreed, currency)),
        .. PaperBlock.Known("Without a price, and on top: ", string.Join(", ", bill.Unpriced)),
    ];
}
