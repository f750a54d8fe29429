namespace SturdyTinker.Core.Visits;

/// <summary>A closed visit as a year's figures count it.</summary>
/// <param name="Closed">The day it was closed.</param>
/// <param name="Minutes">Minutes its steps stood on the tablets; nought where nobody measured.</param>
/// <param name="Estimated">
/// Minutes that were told when it was accepted; null where it came without an appointment.
/// </param>
public sealed record WorkedVisit(DateOnly Closed, decimal Minutes, decimal? Estimated);

/// <summary>What a month came to.</summary>
/// <param name="First">The first day of the month.</param>
/// <param name="Visits">Visits closed in it.</param>
/// <param name="Minutes">Minutes at work in them.</param>
/// <param name="Accepted">How many of them were accepted beforehand, and measured.</param>
/// <param name="Estimated">Minutes that those had been told to take.</param>
/// <param name="Took">Minutes that those took.</param>
public sealed record WorkedMonth(
    DateOnly First,
    int Visits,
    decimal Minutes,
    int Accepted,
    decimal Estimated,
    decimal Took)
{
    /// <summary>How many months are told: a year, this month the last.</summary>
    public const int Months = 12;

    /// <summary>The first day of what is told.</summary>
    public static DateOnly Since(DateOnly today) => new DateOnly(today.Year, today.Month, 1).AddMonths(1 - Months);

    /// <summary>
    /// The last twelve months, each there whether anything was done in it or not. Only visits with both figures are
    /// held against their estimate.
    /// </summary>
    /// <param name="visits">Visits; those closed outside of the months do not count.</param>
    /// <param name="today">The day.</param>
    public static IReadOnlyList<WorkedMonth> Of(IEnumerable<WorkedVisit> visits, DateOnly today)
    {
        ILookup<DateOnly, WorkedVisit> months =
            visits.ToLookup(v => new DateOnly(v.Closed.Year, v.Closed.Month, 1));
        return [.. Enumerable.Range(0, Months).Select(i => OfMonth(Since(today).AddMonths(i), months))];
    }

    private static WorkedMonth OfMonth(DateOnly first, ILookup<DateOnly, WorkedVisit> months)
    {
        WorkedVisit[] all = [.. months[first]];
        WorkedVisit[] held = [.. all.Where(v => v is { Estimated: > 0, Minutes: > 0 })];
        return new WorkedMonth(
            first,
            all.Length,
            all.Sum(v => v.Minutes),
            held.Length,
            held.Sum(v => v.Estimated!.Value),
            held.Sum(v => v.Minutes));
    }
}
