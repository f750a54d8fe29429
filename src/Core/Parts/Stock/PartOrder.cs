namespace SturdyTinker.Core.Parts.Stock;

/// <summary>A line of an order.</summary>
/// <param name="Code">The part's code.</param>
/// <param name="Name">What it is.</param>
/// <param name="Quantity">How much: above nought.</param>
/// <param name="Unit">Of what.</param>
/// <param name="Price">What one was to cost when it was ordered; null where nobody knew.</param>
/// <param name="Expected">The day it is expected.</param>
public sealed record OrderLine(
    string Code,
    string Name,
    decimal Quantity,
    string Unit,
    decimal? Price,
    DateOnly Expected);

/// <summary>How an order went to the supplier.</summary>
public enum OrderWay
{
    /// <summary>It has not gone yet.</summary>
    NotSent,

    /// <summary>To the supplier's service.</summary>
    Service,

    /// <summary>By mail.</summary>
    Mail,

    /// <summary>By telephone or over the counter: somebody says so.</summary>
    ByHand,
}

/// <summary>An order of parts.</summary>
public sealed class PartOrder
{
    /// <summary>
    /// Made by the client, UUID version 7. It is also what the supplier's service knows the order by, so that sending
    /// it twice orders once.
    /// </summary>
    public Guid Id { get; init; }

    /// <summary>The number on paper, counted up from 1.</summary>
    public int Number { get; init; }

    /// <summary>What is ordered, each part once.</summary>
    public required IReadOnlyList<OrderLine> Lines { get; set; }

    /// <summary>How it went to the supplier.</summary>
    public OrderWay Way { get; set; }

    /// <summary>When it was written, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who wrote it.</summary>
    public Guid PersonId { get; init; }

    /// <summary>When it went; null while it has not.</summary>
    public DateTimeOffset? SentAt { get; set; }

    /// <summary>What the supplier last said of it, or why it could not be sent; may be empty.</summary>
    public string Said { get; set; } = "";

    /// <summary>
    /// When nothing more of it was expected: all is here, or somebody gave up on the rest. Null while something is.
    /// </summary>
    public DateTimeOffset? ClosedAt { get; set; }

    /// <summary>Whether something that was sent for should have been here by a day.</summary>
    /// <param name="received">What was received by this order, by code.</param>
    /// <param name="today">The day.</param>
    public bool IsLate(IReadOnlyDictionary<string, decimal> received, DateOnly today) =>
        ClosedAt is null && SentAt is not null && Lines.Any(l => ToCome(l, received) > 0 && l.Expected < today);

    /// <summary>
    /// Takes what the supplier promises: the day the last of each line comes, and in <see cref="Said"/> what comes in
    /// parts or cannot be had. A line he does not promise keeps its day.
    /// </summary>
    /// <param name="deliveries">His deliveries; of one part there may be several.</param>
    /// <param name="said">What he says besides; may be empty.</param>
    public void Promise(IReadOnlyList<PromisedDelivery> deliveries, string? said)
    {
        List<string> words = [said?.Trim() ?? ""];
        List<OrderLine> lines = [];
        foreach (OrderLine line in Lines)
        {
            PromisedDelivery[] his = [.. deliveries
                .Where(d => d.Code.Equals(line.Code, StringComparison.OrdinalIgnoreCase))
                .OrderBy(d => d.On)];
            decimal missing = line.Quantity - his.Sum(d => d.Quantity);
            if (his.Length > 1 || missing > 0)
            {
                string parts = string.Join(
                    ", ",
                    his.Select(d => FormattableString.Invariant($"{d.Quantity:0.##} on {d.On:MMMM d}")));
                string cannot = missing > 0 ? FormattableString.Invariant($", {missing:0.##} can’t be had") : "";
                words.Add($"{line.Name}: {(parts.Length > 0 ? parts : "none")}{cannot}.");
            }

            lines.Add(his.Length > 0 ? line with { Expected = his[^1].On } : line);
        }

        Lines = lines;
        Said = string.Join(' ', words.Where(w => w.Length > 0));
    }

    /// <summary>
    /// What a delivery comes to, line by line: never more of a part than is still to come. Changes nothing.
    /// </summary>
    /// <param name="came">What came; a code may stand there twice.</param>
    /// <param name="received">What was received before, by code.</param>
    public IReadOnlyList<ReceivedLine> Receive(
        IEnumerable<CameIn> came,
        IReadOnlyDictionary<string, decimal> received)
    {
        Dictionary<string, decimal> sofar = new(received, StringComparer.OrdinalIgnoreCase);
        List<ReceivedLine> lines = [];
        foreach (CameIn one in came)
        {
            OrderLine? line = Lines.FirstOrDefault(l => l.Code.Equals(one.Code, StringComparison.OrdinalIgnoreCase));
            if (line is null)
            {
                lines.Add(new ReceivedLine(
                    null,
                    0,
                    $"Order {Number} has no {one.Code}: receive it without an order.",
                    null));
            }
            else if (one.Quantity > ToCome(line, sofar))
            {
                lines.Add(new ReceivedLine(line, 0, null, Already(line, sofar)));
            }
            else
            {
                sofar[line.Code] = sofar.GetValueOrDefault(line.Code) + one.Quantity;
                lines.Add(new ReceivedLine(line, one.Quantity, null, null));
            }
        }

        return lines;
    }

    /// <summary>
    /// After a delivery: whatever nobody has sent was ordered by hand, and the order is closed once all is here.
    /// </summary>
    /// <param name="received">What was received by this order, this delivery and those before, by code.</param>
    /// <param name="at">When.</param>
    public void AfterDelivery(IReadOnlyDictionary<string, decimal> received, DateTimeOffset at)
    {
        Way = Way == OrderWay.NotSent ? OrderWay.ByHand : Way;
        SentAt ??= at;
        ClosedAt = Lines.All(l => ToCome(l, received) == 0) ? at : null;
    }

    private static string Already(OrderLine line, Dictionary<string, decimal> received)
    {
        decimal before = received.GetValueOrDefault(line.Code), rest = ToCome(line, received);
        string words = before == 0
            ? FormattableString.Invariant($"Only {line.Quantity:0.##} were ordered.")
            : rest == 0
                ? FormattableString.Invariant($"All of the {line.Quantity:0.##} ordered came already.")
                : FormattableString.Invariant(
                    $"{before:0.##} of the {line.Quantity:0.##} ordered came already, {rest:0.##} are to come.");
        return $"{words} Receive more without an order.";
    }

    /// <summary>What is still to come of a line.</summary>
    /// <param name="line">The line.</param>
    /// <param name="received">What was received by this order, by code.</param>
    public static decimal ToCome(OrderLine line, IReadOnlyDictionary<string, decimal> received) =>
        Math.Max(0, line.Quantity - received.GetValueOrDefault(line.Code));
}
