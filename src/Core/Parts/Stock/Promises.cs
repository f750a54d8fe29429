namespace SturdyTinker.Core.Parts.Stock;

/// <summary>A coming visit, as the shelf sees it.</summary>
/// <param name="Id">The visit, or the accepted visit.</param>
/// <param name="Day">The day its work begins.</param>
/// <param name="Since">When it was accepted or taken in.</param>
/// <param name="Here">Whether the trailer stands in the bay.</param>
/// <param name="Needs">What it still takes, by the part's code: above nought.</param>
public sealed record ComingVisit(
    Guid Id,
    DateOnly Day,
    DateTimeOffset Since,
    bool Here,
    IReadOnlyDictionary<string, decimal> Needs);

/// <summary>What a coming visit gets of a part.</summary>
/// <param name="Visit">The visit.</param>
/// <param name="Needed">What it takes.</param>
/// <param name="Promised">What of that is on the shelf for it.</param>
public sealed record Promise(Guid Visit, decimal Needed, decimal Promised)
{
    /// <summary>What is missing; nought for nothing.</summary>
    public decimal Missing => Needed - Promised;
}

/// <summary>
/// Who gets what is on the shelf. It follows from the record alone, so nothing can ever be promised twice.
/// </summary>
/// <remarks>
/// A trailer in the bay comes first. Then visits for which nothing could be ordered any more in time, the one accepted
/// first
/// before all others: what was promised stays promised once it can't be made good. Then the others by their day, since
/// for them
/// there is time to order.
/// </remarks>
public static class Promises
{
    /// <summary>Shares out one part.</summary>
    /// <param name="code">The part.</param>
    /// <param name="onHand">How much is on the shelf.</param>
    /// <param name="visits">The coming visits, in any order.</param>
    /// <param name="tooLate">Before this day nothing ordered today can be here.</param>
    public static IReadOnlyList<Promise> Of(
        string code,
        decimal onHand,
        IEnumerable<ComingVisit> visits,
        DateOnly tooLate)
    {
        List<Promise> promises = [];
        decimal left = onHand;
        foreach (ComingVisit visit in InTurn(visits.Where(v => v.Needs.ContainsKey(code)), tooLate))
        {
            decimal needed = visit.Needs[code], gets = Math.Min(left, needed);
            promises.Add(new Promise(visit.Id, needed, gets));
            left -= gets;
        }

        return promises;
    }

    private static IEnumerable<ComingVisit> InTurn(IEnumerable<ComingVisit> visits, DateOnly tooLate) => visits
        .OrderBy(v => v.Here ? 0 : v.Day < tooLate ? 1 : 2)
        .ThenBy(v => v.Here || v.Day < tooLate ? v.Since.UtcTicks : v.Day.DayNumber)
        .ThenBy(v => v.Day)
        .ThenBy(v => v.Since.UtcTicks)
        .ThenBy(v => v.Id);
}
