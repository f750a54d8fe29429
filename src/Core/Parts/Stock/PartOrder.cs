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

    /// <summary>What is still to come of a line.</summary>
    /// <param name="line">The line.</param>
    /// <param name="received">What was received by this order, by code.</param>
    public static decimal ToCome(OrderLine line, IReadOnlyDictionary<string, decimal> received) =>
        Math.Max(0, line.Quantity - received.GetValueOrDefault(line.Code));
}
