using System.Globalization;
using CsvHelper.Configuration.Attributes;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>A month of the shop.</summary>
/// <param name="First">The first day of the month.</param>
/// <param name="Visits">Visits closed in it.</param>
/// <param name="Hours">Hours at work in them, by the steps on the tablets.</param>
/// <param name="Accepted">How many of them were accepted beforehand, and measured.</param>
/// <param name="EstimatedHours">Hours that those had been told to take.</param>
/// <param name="TookHours">Hours that those took.</param>
public sealed record MonthAnswer(
    DateOnly First,
    int Visits,
    decimal Hours,
    int Accepted,
    decimal EstimatedHours,
    decimal TookHours);

/// <summary>How often something bad was found in a subsystem.</summary>
/// <param name="Name">The subsystem.</param>
/// <param name="Renew">How often it was to be renewed.</param>
/// <param name="Hold">How often it held the trailer.</param>
public sealed record FoundAnswer(string Name, int Renew, int Hold);

/// <summary>How the shop's trailers stood at the end of a month; of this one, as of today.</summary>
/// <param name="Day">The last day of the month that anything is known of.</param>
/// <param name="Trailers">How many there were.</param>
/// <param name="Overdue">On how many something was overdue.</param>
/// <param name="OnHold">How many were on Hold.</param>
public sealed record StoodAnswer(DateOnly Day, int Trailers, int Overdue, int OnHold);

/// <summary>The shop's last twelve months.</summary>
/// <param name="Months">What was worked, every month.</param>
/// <param name="Found">What was found, by subsystem, in the visits closed in them.</param>
/// <param name="Stood">
/// How the trailers stood, month by month; only the months in which the program ran and wrote it down.
/// </param>
public sealed record YearAnswer(
    IReadOnlyList<MonthAnswer> Months,
    IReadOnlyList<FoundAnswer> Found,
    IReadOnlyList<StoodAnswer> Stood);

/// <summary>A row of the table of months.</summary>
internal sealed class MonthCells
{
    [Name("month")]
    public string Month { get; init; } = "";

    [Name("visits")]
    public int Visits { get; init; }

    [Name("hours")]
    public decimal Hours { get; init; }

    [Name("accepted")]
    public int Accepted { get; init; }

    [Name("estimated_hours")]
    public decimal EstimatedHours { get; init; }

    [Name("took_hours")]
    public decimal TookHours { get; init; }

    [Name("trailers")]
    public int? Trailers { get; init; }

    [Name("overdue")]
    public int? Overdue { get; init; }

    [Name("on_hold")]
    public int? OnHold { get; init; }
}

/// <summary>The shop's last twelve months.</summary>
internal static class YearPage
{
    internal static void MapYear(this RouteGroupBuilder ledger)
    {
        ledger.MapGet("/year", async (ShopFile file, Clock clock, CancellationToken stop) => TypedResults.Ok(
            new YearAnswer(
                await MonthsAsync(file, clock.Today, stop),
                [.. (await file.FoundSinceAsync(Since(clock.Today), stop)).Select(f => new FoundAnswer(
                    f.Where.Words(),
                    f.Renew,
                    f.Hold))],
                await StoodAsync(file, clock.Today, stop)))).Needs(Right.See);
        ledger.MapGet("/tables/year.csv", TableAsync).Needs(Right.Export).Produces<string>(200, "text/csv");
    }

    private static async Task<FileContentHttpResult> TableAsync(ShopFile file, Clock clock, CancellationToken stop)
    {
        List<MonthAnswer> months = await MonthsAsync(file, clock.Today, stop);
        Dictionary<DateOnly, StoodAnswer> stood =
            (await StoodAsync(file, clock.Today, stop)).ToDictionary(s => FirstOf(s.Day));
        return Csv.AsFile("year", Csv.Write(months.Select(m => new MonthCells
        {
            Month = m.First.ToString("yyyy-MM", CultureInfo.InvariantCulture),
            Visits = m.Visits,
            Hours = m.Hours,
            Accepted = m.Accepted,
            EstimatedHours = m.EstimatedHours,
            TookHours = m.TookHours,
            Trailers = stood.GetValueOrDefault(m.First)?.Trailers,
            Overdue = stood.GetValueOrDefault(m.First)?.Overdue,
            OnHold = stood.GetValueOrDefault(m.First)?.OnHold,
        })));
    }

    private static DateOnly FirstOf(DateOnly day) => new(day.Year, day.Month, 1);

    // A day too many at the start: what was closed then is sorted out by its own day.
    private static DateTimeOffset Since(DateOnly today) =>
        new(WorkedMonth.Since(today).AddDays(-1), default, TimeSpan.Zero);

    private static async Task<List<StoodAnswer>> StoodAsync(ShopFile file, DateOnly today, CancellationToken stop)
    {
        DateOnly since = WorkedMonth.Since(today);
        List<ShopDay> days = await file.ShopDays
            .AsNoTracking()
            .Where(d => d.Day >= since && d.Day <= today)
            .OrderBy(d => d.Day)
            .ToListAsync(stop);
        return [.. days
            .GroupBy(d => FirstOf(d.Day))
            .Select(g => g.Last())
            .Select(d => new StoodAnswer(d.Day, d.Trailers, d.Overdue, d.OnHold))];
    }

    private static async Task<List<MonthAnswer>> MonthsAsync(ShopFile file, DateOnly today, CancellationToken stop)
    {
        DateTimeOffset since = Since(today);
        var visits = await file.Visits
            .AsNoTracking()
            .Where(v => v.ClosedAt != null && v.ClosedAt >= since && v.TakenOver == "")
            .Select(v => new
            {
                v.ClosedAt,
                Seconds = file.StepEntries
                    .Where(e => e.VisitId == v.Id && e.UndoneAt == null && e.SkippedBecause == null)
                    .Sum(e => e.Seconds ?? 0),
                Estimated = file.Bookings
                    .Where(b => b.VisitId == v.Id)
                    .Select(b => (decimal?)b.Minutes)
                    .FirstOrDefault(),
            })
            .ToListAsync(stop);
        IReadOnlyList<WorkedMonth> months = WorkedMonth.Of(
            visits.Select(v => new WorkedVisit(
                DateOnly.FromDateTime(v.ClosedAt!.Value.DateTime),
                v.Seconds / 60m,
                v.Estimated)),
            today);
        static decimal Hours(decimal minutes) => Math.Round(minutes / 60, 1);
        return [.. months.Select(m => new MonthAnswer(
            m.First,
            m.Visits,
            Hours(m.Minutes),
            m.Accepted,
            Hours(m.Estimated),
            Hours(m.Took)))];
    }
}
