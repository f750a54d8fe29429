namespace SturdyTinker.Core.Parts.Stock;

/// <summary>What changed how much of a part is on the shelf.</summary>
public enum StockMove
{
    /// <summary>It came, by an order or without one.</summary>
    Receipt,

    /// <summary>A visit used it.</summary>
    Use,

    /// <summary>It came back from a visit, unused after all.</summary>
    Return,

    /// <summary>It went back to the supplier, or was thrown away.</summary>
    SentAway,

    /// <summary>Somebody counted.</summary>
    Count,

    /// <summary>More was used than the record had: it was there, so the record was short.</summary>
    Found,
}

/// <summary>A line of the stock's ledger. Written once, never changed; on hand is the sum of all changes.</summary>
public sealed class StockEntry
{
    /// <summary>Made by the client, UUID version 7, but for what follows from a visit's own entries.</summary>
    public Guid Id { get; init; }

    /// <summary>The part's code.</summary>
    public required string Code { get; init; }

    /// <summary>What happened.</summary>
    public StockMove Move { get; init; }

    /// <summary>How much more there is now, in the part's unit; negative for less.</summary>
    public decimal Change { get; init; }

    /// <summary>What was counted; null for everything but a count.</summary>
    public decimal? Counted { get; init; }

    /// <summary>
    /// Of a use, how much nobody could foresee: the trailer's due dates did not ask for it. A return takes it back;
    /// nought for everything else.
    /// </summary>
    public decimal Unforeseen { get; init; }

    /// <summary>The visit; null for none.</summary>
    public Guid? VisitId { get; init; }

    /// <summary>The order that it came by; null for none.</summary>
    public Guid? OrderId { get; init; }

    /// <summary>Number of the delivery note, or why it went; may be empty.</summary>
    public string Note { get; init; } = "";

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }
}

/// <summary>
/// A part that this shop keeps on its shelf. What nobody ever counted, received or gave a place is not kept.
/// </summary>
public sealed class KeptPart
{
    /// <summary>The part's code; unique, letter case aside.</summary>
    public required string Code { get; init; }

    /// <summary>Where it lies: "A3"; empty where nobody has said.</summary>
    public string Bin { get; set; } = "";

    /// <summary>How many are bought at once: orders come in multiples of it. Above nought.</summary>
    public decimal Pack { get; set; } = 1;

    /// <summary>Days from ordering to having it; null for the shop's usual.</summary>
    public int? LeadDays { get; set; }

    /// <summary>
    /// The share of times, 0.5 to 0.999, that it is to be there when something unforeseen asks for it; null for what
    /// its worth and its absence say.
    /// </summary>
    public double? Service { get; set; }

    /// <summary>On hand, in the part's unit: always the sum of its ledger, never below nought.</summary>
    public decimal OnHand { get; set; }

    /// <summary>When it was last counted; null for never.</summary>
    public DateTimeOffset? CountedAt { get; set; }

    /// <summary>Counts up with every edit of what the shop says of it; not with what comes and goes.</summary>
    public int Version { get; set; } = 1;

    /// <summary>
    /// How a line of a kind would change what is on hand: a count sets it, what is sent away takes from it, all else
    /// adds.
    /// </summary>
    /// <param name="move">The kind.</param>
    /// <param name="quantity">How much was counted, sent or came: nought and more.</param>
    public decimal ChangeBy(StockMove move, decimal quantity) => move switch
    {
        StockMove.Count => quantity - OnHand,
        StockMove.SentAway => -quantity,
        _ => quantity,
    };

    /// <summary>
    /// Takes a line of the ledger in. Throws <see cref="ArgumentException"/> where less than nothing would be left: the
    /// caller has seen to that.
    /// </summary>
    public void Move(StockEntry entry)
    {
        if (OnHand + entry.Change < 0)
        {
            throw new ArgumentException($"There are only {OnHand} of {Code}.", nameof(entry));
        }

        OnHand += entry.Change;
        CountedAt = entry.Move == StockMove.Count ? entry.At : CountedAt;
    }
}
