using SturdyTinker.Core.Parts.Stock;

namespace SturdyTinker.Core.Visits;

/// <summary>How what a visit uses, and does not use after all, moves the stock.</summary>
public static class StockOfVisit
{
    /// <summary>
    /// The ledger's lines for a part that a visit used. What was used was there, whatever the record said: where it had
    /// less, the difference is found first.
    /// </summary>
    /// <param name="part">What was used; its code is that of the kept part.</param>
    /// <param name="onHand">What the record has of it, before.</param>
    /// <param name="foreseen">Whether the trailer's due dates asked for it.</param>
    public static IReadOnlyList<StockEntry> Used(PartUsed part, decimal onHand, bool foreseen)
    {
        StockEntry use = Line(part, StockMove.Use, -part.Quantity, part.Id, foreseen ? 0 : part.Quantity);
        return onHand >= part.Quantity
            ? [use]
            : [Line(part, StockMove.Found, part.Quantity - onHand, Guid.CreateVersion7(part.At), 0), use];
    }

    /// <summary>The ledger's line for a part that a visit had used and did not use after all.</summary>
    /// <param name="part">The part.</param>
    /// <param name="use">Its line of use.</param>
    /// <param name="at">When it is put back.</param>
    /// <param name="by">Who puts it back.</param>
    public static StockEntry Returned(PartUsed part, StockEntry use, DateTimeOffset at, Guid by) => new()
    {
        Id = Guid.CreateVersion7(at),
        Code = use.Code,
        Move = StockMove.Return,
        Change = part.Quantity,
        Unforeseen = -use.Unforeseen,
        VisitId = part.VisitId,
        At = at,
        PersonId = by,
    };

    /// <summary>
    /// The ledger's line that takes back what putting a visit right has moved of a part that was counted since: the
    /// count has seen what was really there. Null where it was not counted since, or nothing was moved.
    /// </summary>
    /// <param name="kept">The part, as it is kept now.</param>
    /// <param name="moved">By how much it was moved.</param>
    /// <param name="since">When the visit used it.</param>
    /// <param name="id">Id of the line.</param>
    /// <param name="by">Who puts the visit right.</param>
    public static StockEntry? CountedSince(KeptPart kept, decimal moved, DateTimeOffset since, Guid id, Guid by) =>
        kept.CountedAt is { } counted && counted >= since && moved != 0
            ? new StockEntry
            {
                Id = id,
                Code = kept.Code,
                Move = StockMove.Count,
                Change = -moved,
                Note = "A visit was put right; it was counted since, and the count stands.",
                At = counted,
                PersonId = by
            }
            : null;

    private static StockEntry Line(PartUsed part, StockMove move, decimal change, Guid id, decimal unforeseen) => new()
    {
        Id = id,
        Code = part.Code!,
        Move = move,
        Change = change,
        Unforeseen = unforeseen,
        VisitId = part.VisitId,
        At = part.At,
        PersonId = part.PersonId,
    };
}
