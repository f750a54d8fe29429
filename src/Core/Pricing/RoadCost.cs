using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Pricing;

/// <summary>A closed visit as a trailer's cost counts it.</summary>
/// <param name="Closed">The day it was closed.</param>
/// <param name="Labour">Its labour in money: 0 and more.</param>
/// <param name="Parts">Its parts in money: 0 and more.</param>
public sealed record VisitCost(DateOnly Closed, decimal Labour, decimal Parts);

/// <summary>What a trailer cost in a calendar year.</summary>
/// <param name="Year">The year.</param>
/// <param name="Visits">Visits closed in it.</param>
/// <param name="Labour">Labour in money.</param>
/// <param name="Parts">Parts in money.</param>
/// <param name="Road">Road covered in it, as far as the year has gone; null where nobody knows.</param>
public sealed record RoadCost(int Year, int Visits, decimal Labour, decimal Parts, Distance? Road)
{
    /// <summary>
    /// Less road than this makes no figure by the thousand miles: one visit would look like a ruin. From memory.
    /// </summary>
    public static Distance Least { get; } = Distance.FromMiles(200);

    /// <summary>Labour and parts.</summary>
    public decimal Total => Labour + Parts;

    /// <summary>Money for a thousand miles; null where the road is not known, or too short to say it by.</summary>
    public decimal? PerThousandMiles => PerThousand(Total, Road?.Miles);

    /// <summary>Money for a thousand miles; null where the road is not known, or too short to say it by.</summary>
    /// <param name="cost">What the road cost.</param>
    /// <param name="miles">How long it is, in miles; null where nobody knows.</param>
    public static decimal? PerThousand(decimal cost, decimal? miles) =>
        miles >= Least.Miles ? cost * 1_000 / miles : null;

    /// <summary>
    /// Every year from the first one that is on record to today's, each there whether it cost anything or not. Each
    /// visit counts in the year it was closed in, once.
    /// </summary>
    /// <param name="visits">Closed visits, in any order; one closed after today does not count.</param>
    /// <param name="between">Road covered between two days; null where nobody knows.</param>
    /// <param name="since">The first day the trailer's road is told from.</param>
    /// <param name="today">The day.</param>
    public static IReadOnlyList<RoadCost> ByYear(
        IEnumerable<VisitCost> visits,
        Func<DateOnly, DateOnly, Distance?> between,
        DateOnly since,
        DateOnly today)
    {
        ILookup<int, VisitCost> years = visits.Where(v => v.Closed <= today).ToLookup(v => v.Closed.Year);
        int first = years.Select(y => y.Key).Append(since.Year).Append(today.Year).Min();
        return [.. Enumerable.Range(first, today.Year - first + 1).Select(year => new RoadCost(
            year,
            years[year].Count(),
            years[year].Sum(v => v.Labour),
            years[year].Sum(v => v.Parts),
            RoadOf(year, between, since, today)))];
    }

    // A year that began before anything was told of the road has none: a part of it would make the miles look dear.
    private static Distance? RoadOf(
        int year,
        Func<DateOnly, DateOnly, Distance?> between,
        DateOnly since,
        DateOnly today)
    {
        DateOnly from = new(year, 1, 1), next = new(year + 1, 1, 1);
        return since > from ? null : between(from, next <= today ? next : today);
    }
}
