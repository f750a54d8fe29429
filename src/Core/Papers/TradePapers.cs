using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Pricing;

namespace SturdyTinker.Core.Papers;

/// <summary>Papers about money: what a customer is asked, and what is ordered.</summary>
public static class TradePapers
{
    /// <summary>An estimate as the customer is asked it, line by line; answered, with the answer.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="trailer">The trailer by tag and name.</param>
    /// <param name="tag">Its tag.</param>
    /// <param name="customer">Whose it is.</param>
    /// <param name="already">What was agreed on before, in words; empty for nothing.</param>
    /// <param name="head">The shop.</param>
    public static Paper Estimate(
        Approval asked,
        string trailer,
        string tag,
        string customer,
        string already,
        Letterhead head)
    {
        string[] all = [.. asked.Lines.Select(l => l.Key)];
        bool answered = asked.AnsweredAt is not null;
        string[] agreed = answered ? [.. asked.Agreed] : all;
        string Answer(ApprovalLine line) => !answered ? PaperTable.Tick
            : agreed.Contains(line.Key) ? "agreed"
            : "declined";
        string total = Money.Range(asked.Total(agreed), head.Currency);
        return head.Write("Estimate", $"{trailer}, for {customer}", DateOnly.FromDateTime(asked.At.DateTime), tag,
        [
            .. asked.Lines.Any(l => l.Verdict == Verdict.Hold)
                ? [PaperBlock.Warns("A Hold is among what was found: do not tow it before that is mended.")]
                : Array.Empty<PaperBlock>(),
            .. asked.Note.Length > 0 ? [PaperBlock.Says(asked.Note)] : Array.Empty<PaperBlock>(),
            .. PaperBlock.Known("When: ", asked.When),
            .. PaperBlock.Known("Agreed on before, and done anyway: ", already),
            .. PaperBlock.Of("What would be done", new PaperTable(
                [new("", 12), new("What", 38), new("Why", 42), new("Adds about", 22, Right: true)],
                [.. asked.Lines.Select(l => new[]
                {
                    Answer(l),
                    l.What,
                    (l.Verdict is { } verdict ? PaperWords.Of(verdict) + ": " : "") + l.Why,
                    Money.Range(asked.Extra([l.Key]), head.Currency),
                })],
                [["", answered ? "In all, as agreed" : "In all, done together", "", total]])),
            PaperBlock.Says("Work done together costs less than each by itself, so the lines need not add up to the "
                + "whole. The range is what it comes to eight times in ten."),
            .. PaperBlock.Known("Without a price, and on top: ", string.Join(", ", asked.Unpriced)),
            .. answered
                ? PaperBlock.Known($"Answered by {asked.AnsweredBy}, ", PaperWords.Of(asked.AnsweredAt!.Value))
                :
                [
                    PaperBlock.Says($"It holds until {PaperWords.Of(asked.ExpiresAt)}. Tick what shall be done."),
                    new PaperBlock { Signed = ["Agreed to what is ticked"] },
                ],
        ]);
    }

    /// <summary>An order to the supplier.</summary>
    /// <param name="order">The order.</param>
    /// <param name="head">The shop.</param>
    public static Paper Order(PartOrder order, Letterhead head)
    {
        decimal known = order.Lines.Sum(l => (l.Price ?? 0) * l.Quantity);
        int without = order.Lines.Count(l => l.Price is null);
        string number = FormattableString.Invariant($"{order.Number}");
        return head.Write(
            "Order",
            $"Number {number}",
            DateOnly.FromDateTime(order.At.DateTime),
            number,
            [
                .. PaperBlock.Of("Please send", new PaperTable(
                    [
                        new("Number", 20),
                        new("Part", 44),
                        new("Quantity", 16, Right: true),
                        new("Each", 16, Right: true),
                        new("By", 24),
                    ],
                    [.. order.Lines.Select(l => new[]
                    {
                        l.Code,
                        l.Name,
                        FormattableString.Invariant($"{l.Quantity:0.##} {l.Unit}"),
                        l.Price is { } price ? Money.In(price, head.Currency) : "please quote",
                        PaperWords.Of(l.Expected),
                    })],
                    [["", "In all, as far as prices are known", "", Money.In(known, head.Currency), ""]])),
                .. without > 0
                    ? [PaperBlock.Says(FormattableString.Invariant($"{without} without a price: please tell us before ")
                        + "you send them.")]
                    : Array.Empty<PaperBlock>(),
            ]);
    }
}
