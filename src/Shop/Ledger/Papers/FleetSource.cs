using CsvHelper.Configuration.Attributes;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
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

/// <summary>What a report is asked of.</summary>
/// <param name="Customer">Whose fleet.</param>
/// <param name="From">The first day; null for twelve months before the last.</param>
/// <param name="To">The last day; null for today.</param>
internal sealed record FleetAsked(
    [property: FromRoute(Name = "customer")] Guid Customer,
    [property: FromQuery(Name = "from")] DateOnly? From,
    [property: FromQuery(Name = "to")] DateOnly? To);

/// <summary>The report of one customer's trailers over a stretch of time: a paper, a PDF, a table and JSON.</summary>
internal static class FleetSource
{
    private const int LongestYears = 10;

    internal static void MapFleetReport(this RouteGroupBuilder ledger)
    {
        RouteGroupBuilder fleet = ledger.MapGroup("/fleets/{customer:guid}");
        fleet.MapGet(
            "/",
            async ([AsParameters] FleetAsked asked, ShopFile file, Clock clock, PlanBoard plans, CancellationToken stop) =>
                TypedResults.Ok(await ReadAsync(asked, file, clock, plans, stop))).Needs(Right.See);
        fleet.MapGet(
            "/paper",
            async ([AsParameters] FleetAsked asked, ShopFile file, Clock clock, PlanBoard plans, CancellationToken stop) =>
                TypedResults.Ok(await PaperAsync(asked, file, clock, plans, stop))).Needs(Right.See);
        fleet.MapGet(
            "/table.csv",
            async ([AsParameters] FleetAsked asked, ShopFile file, Clock clock, PlanBoard plans, CancellationToken stop) =>
                Table(await ReadAsync(asked, file, clock, plans, stop)))
            .Needs(Right.Export).Produces<string>(200, "text/csv");
        fleet.MapGet("/pdf", PdfAsync).Needs(Right.See).Produces<byte[]>(200, "application/pdf");
    }

    private static async Task<FileContentHttpResult> PdfAsync(
        [AsParameters] FleetAsked asked,
        ShopFile file,
        Clock clock,
        PlanBoard plans,
        PhotoFolder photos,
        CancellationToken stop) =>
        await PaperEndpoints.AsPdfAsync(
            await PaperAsync(asked, file, clock, plans, stop),
            (await file.SettingsToReadAsync()).PaperSize,
            photos,
            stop);

    private static async Task<Paper> PaperAsync(
        FleetAsked asked,
        ShopFile file,
        Clock clock,
        PlanBoard plans,
        CancellationToken stop) =>
        FleetPaper.Of(
            await ReadAsync(asked, file, clock, plans, stop),
            (await file.SettingsToReadAsync()).Letterhead);

    private static FileContentHttpResult Table(Fleet fleet) =>
        Csv.AsFile("fleet", Csv.Write(fleet.Trailers.Select(Cells)));

    private static FleetCells Cells(FleetTrailer t) => new()
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
    };

    // The last twelve months unless something else is asked.
    private static async Task<Fleet> ReadAsync(
        FleetAsked asked,
        ShopFile file,
        Clock clock,
        PlanBoard plans,
        CancellationToken stop)
    {
        Guid customer = asked.Customer;
        DateOnly today = clock.Today, to = asked.To ?? today, from = asked.From ?? to.AddYears(-1).AddDays(1);
        if (from > to || to > today || from.AddYears(LongestYears) < to)
        {
            throw Refusal.Malformed(
                $"A report goes from an earlier day to a later one, not past today, over {LongestYears} years at most.",
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
        DateTimeOffset since = new(from.AddDays(-1), default, TimeSpan.Zero);
        DateTimeOffset before = new(to.AddDays(2), default, TimeSpan.Zero);
        var visits = (await file.Visits
            .AsNoTracking()
            .Where(v => v.ClosedAt >= since
                && v.ClosedAt < before
                && file.Trailers.Any(t => t.Id == v.TrailerId && t.CustomerId == customer))
            .Select(v => new
            {
                v.Id,
                v.TrailerId,
                v.ClosedAt,
                Seconds = file.StepEntries
                    .Where(e => e.VisitId == v.Id && e.UndoneAt == null && e.SkippedBecause == null)
                    .Sum(e => e.Seconds ?? 0),
                Untimed = file.StepEntries.Count(
                    e => e.VisitId == v.Id && e.UndoneAt == null && e.SkippedBecause == null && e.Seconds == null),
                Parts = file.PartsUsed
                    .Where(p => p.VisitId == v.Id)
                    .Select(p => new { p.Quantity, p.Price })
                    .ToList(),
            })
            .ToListAsync(stop))
            .Where(v => DateOnly.FromDateTime(v.ClosedAt!.Value.DateTime) is var on && on >= from && on <= to)
            .ToList();
        ShopSettings settings = await file.SettingsToReadAsync();
        decimal perSecond = settings.Costs.RatePerHour / 3_600;
        Dictionary<Guid, TrailerStatus> stand = await file.TrailerStatuses
            .AsNoTracking()
            .Where(s => s.CustomerId == customer)
            .ToDictionaryAsync(s => s.TrailerId, s => s.Status, stop);
        Dictionary<Guid, DateTimeOffset> inspected = (await file.Inspections
            .AsNoTracking()
            .Where(i => file.Trailers.Any(t => t.Id == i.TrailerId && t.CustomerId == customer))
            .ToListAsync(stop))
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
