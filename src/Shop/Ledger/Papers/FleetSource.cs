using CsvHelper.Configuration.Attributes;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Status;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger.Papers;

/// <summary>A row of a fleet report's table.</summary>
internal sealed class FleetCells
{
    [Name("tag")]
    public string Tag { get; init; } = "";

    [Name("name")]
    public string Name { get; init; } = "";

    [Name("visits")]
    public int Visits { get; init; }

    [Name("labour")]
    public decimal Labour { get; init; }

    [Name("parts")]
    public decimal Parts { get; init; }

    [Name("miles")]
    public decimal? Miles { get; init; }

    [Name("per_thousand_miles")]
    public decimal? PerThousandMiles { get; init; }

    [Name("next")]
    public string Next { get; init; } = "";

    [Name("next_due")]
    public string NextDue { get; init; } = "";

    [Name("holds")]
    public string Holds { get; init; } = "";

    [Name("inspected")]
    public string Inspected { get; init; } = "";
}

/// <summary>The report of one customer's trailers over a stretch of time: as a paper, a PDF, a table and JSON.</summary>
internal static class FleetSource
{
    private const int LongestYears = 10;

    internal static void MapFleetReport(this RouteGroupBuilder ledger)
    {
        ledger.MapGet(
            "/fleets/{customer:guid}",
            async (Guid customer, DateOnly? from, DateOnly? to, ShopFile file, Clock clock, PlanBoard plans, CancellationToken stop) =>
                TypedResults.Ok(await ReadAsync(file, customer, from, to, clock.Today, plans, stop))).Needs(Right.See);
        ledger.MapGet(
            "/fleets/{customer:guid}/paper",
            async (Guid customer, DateOnly? from, DateOnly? to, ShopFile file, Clock clock, PlanBoard plans, CancellationToken stop) =>
                TypedResults.Ok(await PaperAsync(file, customer, from, to, clock.Today, plans, stop))).Needs(Right.See);
        ledger.MapGet(
            "/fleets/{customer:guid}/pdf",
            async (Guid customer, DateOnly? from, DateOnly? to, ShopFile file, Clock clock, PlanBoard plans, PhotoFolder photos, CancellationToken stop) =>
                await PaperEndpoints.AsPdfAsync(
                    await PaperAsync(file, customer, from, to, clock.Today, plans, stop),
                    (await file.SettingsToReadAsync()).PaperSize,
                    photos,
                    stop)).Needs(Right.See).Produces<byte[]>(200, "application/pdf");
        ledger.MapGet(
            "/fleets/{customer:guid}/table.csv",
            async (Guid customer, DateOnly? from, DateOnly? to, ShopFile file, Clock clock, PlanBoard plans, CancellationToken stop) =>
                Table(await ReadAsync(file, customer, from, to, clock.Today, plans, stop)))
            .Needs(Right.Export).Produces<string>(200, "text/csv");
    }

    private static async Task<Paper> PaperAsync(
        ShopFile file,
        Guid customer,
        DateOnly? from,
        DateOnly? to,
        DateOnly today,
        PlanBoard plans,
        CancellationToken stop) =>
        FleetPaper.Of(
            await ReadAsync(file, customer, from, to, today, plans, stop),
            (await file.SettingsToReadAsync()).Letterhead);

    private static FileContentHttpResult Table(Fleet fleet) => Csv.AsFile("fleet", Csv.Write(fleet.Trailers.Select(t => new FleetCells
    {
        Tag = t.Tag,
        Name = t.Name,
        Visits = t.Visits,
        Labour = t.Labour,
        Parts = t.Parts,
        Miles = t.Miles,
        PerThousandMiles = t.PerThousandMiles is { } each ? Math.Round(each, 2) : null,
        Next = t.Next,
        NextDue = t.NextDue?.ToString("O", null) ?? "",
        Holds = string.Join("; ", t.Holds),
        Inspected = t.Inspected?.ToString("O", null) ?? "",
    })));

    // The last twelve months unless something else is asked.
    private static async Task<Fleet> ReadAsync(
        ShopFile file,
        Guid customer,
        DateOnly? asked,
        DateOnly? until,
        DateOnly today,
        PlanBoard plans,
        CancellationToken stop)
    {
        DateOnly to = until ?? today, from = asked ?? to.AddYears(-1).AddDays(1);
        if (from > to || to > today || from.AddYears(LongestYears) < to)
        {
            throw Refusal.Malformed(
                $"A report goes from an earlier day to a later one, not beyond today, over {LongestYears} years at most.",
                "from");
        }

        string name = await file.Customers.Where(c => c.Id == customer).Select(c => c.Name).FirstOrDefaultAsync(stop)
            ?? throw Refusal.NotFound("There is no such customer.");
        List<Trailer> trailers = await file.Trailers
            .AsNoTracking()
            .Where(t => t.CustomerId == customer)
            .OrderBy(t => t.Tag)
            .ToListAsync(stop);

        // A day too many at both ends: what was closed then is sorted out by its own day.
        DateTimeOffset since = new(from.AddDays(-1), default, TimeSpan.Zero), before = new(to.AddDays(2), default, TimeSpan.Zero);
        var visits = (await (from visit in file.Visits.AsNoTracking()
                             join trailer in file.Trailers on visit.TrailerId equals trailer.Id
                             where trailer.CustomerId == customer && visit.ClosedAt >= since && visit.ClosedAt < before
                             select new
                             {
                                 visit.Id,
                                 visit.TrailerId,
                                 visit.ClosedAt,
                                 Seconds = file.StepEntries
                                     .Where(e => e.VisitId == visit.Id && e.UndoneAt == null && e.SkippedBecause == null)
                                     .Sum(e => e.Seconds ?? 0),
                                 Untimed = file.StepEntries.Count(e =>
                                     e.VisitId == visit.Id && e.UndoneAt == null && e.SkippedBecause == null && e.Seconds == null),
                                 Parts = file.PartsUsed
                                     .Where(p => p.VisitId == visit.Id)
                                     .Select(p => new { p.Quantity, p.Price })
                                     .ToList(),
                             }).ToListAsync(stop))
            .Where(v => DateOnly.FromDateTime(v.ClosedAt!.Value.DateTime) is var on && on >= from && on <= to)
            .ToList();
        ShopSettings settings = await file.SettingsToReadAsync();
        decimal perSecond = settings.Costs.RatePerHour / 3_600;
        Dictionary<Guid, TrailerStatus> stand = await file.TrailerStatuses
            .AsNoTracking()
            .Where(s => s.CustomerId == customer)
            .ToDictionaryAsync(s => s.TrailerId, s => s.Status, stop);
        Dictionary<Guid, DateTimeOffset> inspected = (await (from inspection in file.Inspections.AsNoTracking()
                                                             join trailer in file.Trailers on inspection.TrailerId equals trailer.Id
                                                             where trailer.CustomerId == customer
                                                             select inspection).ToListAsync(stop))
            .Where(i => i.Passes)
            .GroupBy(i => i.TrailerId)
            .ToDictionary(g => g.Key, g => g.Max(i => i.At));
        List<FleetTrailer> told = [];
        foreach (Trailer trailer in trailers)
        {
            UsageLine usage = await file.UsageAsync(trailer, today);
            TrailerStatus? status = stand.GetValueOrDefault(trailer.Id);
            Upcoming? next = status?.Upcoming.Where(u => u.By == Core.Practices.Doer.Shop).MinBy(u => u.On);
            var its = visits.Where(v => v.TrailerId == trailer.Id).ToList();
            told.Add(new FleetTrailer(
                trailer.Tag,
                trailer.Name,
                its.Count,
                Math.Round(its.Sum(v => v.Seconds) * perSecond, 2),
                Math.Round(its.Sum(v => v.Parts.Sum(p => p.Quantity * (p.Price ?? 0))), 2),
                usage.Knows && usage.Between(from > trailer.AddedOn ? from : trailer.AddedOn, to) is { } road
                    ? Math.Round(road.Miles)
                    : null,
                next is null ? "" : next.Where.Length == 0 ? next.Name : $"{next.Name}, {next.Where}",
                next?.On,
                status?.Hold?.Seen ?? [],
                inspected.TryGetValue(trailer.Id, out DateTimeOffset at) ? DateOnly.FromDateTime(at.DateTime) : null,
                status?.Upcoming.Any(u => u.Job == PeriodicInspection.JobCode) == true));
        }

        HashSet<Guid> ids = [.. visits.Select(v => v.Id)];
        return new Fleet(
            name,
            from,
            to,
            today,
            told,
            await FoundAsync(file, ids, stop),
            Ahead(plans.Made, customer, today, settings.Costs.RatePerHour),
            visits.Sum(v => v.Untimed),
            visits.Sum(v => v.Parts.Count(p => p.Price is null)));
    }

    private static async Task<List<FleetFound>> FoundAsync(ShopFile file, HashSet<Guid> visits, CancellationToken stop)
    {
        List<(Subsystem Where, Verdict Verdict)> all = [];
        foreach (Guid[] some in visits.Chunk(400))
        {
            all.AddRange((await file.Findings.AsNoTracking().Where(f => some.Contains(f.VisitId)).ToListAsync(stop))
                .Select(f => (Subsystems.Of(f.Subject), f.Judgement.Verdict)));
            all.AddRange((await file.Readings.AsNoTracking().Where(r => some.Contains(r.VisitId)).ToListAsync(stop))
                .Where(r => r.Judgement is not null && ReadingKinds.Find(r.Kind) is not null)
                .Select(r => (Subsystems.Of(ReadingKinds.Find(r.Kind)!.Subject), r.Judgement!.Verdict)));
        }

        return [.. Enum.GetValues<Subsystem>().Select(s => new FleetFound(
            s,
            all.Count(a => a.Where == s && a.Verdict == Verdict.Renew),
            all.Count(a => a.Where == s && a.Verdict == Verdict.Hold)))];
    }

    private static List<FleetMonth>? Ahead(Board? board, Guid customer, DateOnly today, decimal ratePerHour)
    {
        if (board is null)
        {
            return null;
        }

        DateOnly first = new(today.Year, today.Month, 1);
        ILookup<DateOnly, ProposedVisit> months = board.Trailers
            .Select((t, i) => (t.CustomerId, board.Plan.Plans[i].Visits))
            .Where(t => t.CustomerId == customer)
            .SelectMany(t => t.Visits)
            .ToLookup(v => v.Week < first ? first : new DateOnly(v.Week.Year, v.Week.Month, 1));
        return [.. Enumerable.Range(0, 12).Select(first.AddMonths).Select(month => new FleetMonth(
            month,
            months[month].Count(),
            months[month].Sum(v => v.Minutes),
            Math.Round(months[month].Sum(v => (v.Minutes * ratePerHour / 60) + v.Parts), 2)))];
    }
}
