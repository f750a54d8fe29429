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
internal static class FleetReport
{
    internal static void MapFleetReport(this RouteGroupBuilder ledger)
    {
        RouteGroupBuilder fleet = ledger.MapGroup("/fleets/{customer:guid}");
        fleet.MapGet("/", async ([AsParameters] FleetAsked asked, FleetSource source, CancellationToken stop) =>
            TypedResults.Ok(await source.ReadAsync(asked, stop))).Needs(Right.See);
        fleet.MapGet("/paper", async ([AsParameters] FleetAsked asked, FleetSource source, CancellationToken stop) =>
            TypedResults.Ok(await source.PaperAsync(asked, stop))).Needs(Right.See);
        fleet.MapGet(
            "/table.csv",
            async ([AsParameters] FleetAsked asked, FleetSource source, CancellationToken stop) =>
                Table(await source.ReadAsync(asked, stop))).Needs(Right.Export).Produces<string>(200, "text/csv");
        fleet.MapGet("/pdf", PdfAsync).Needs(Right.See).Produces<byte[]>(200, "application/pdf");
    }

    private static async Task<FileContentHttpResult> PdfAsync(
        [AsParameters] FleetAsked asked,
        FleetSource source,
        ShopFile file,
        PhotoFolder photos,
        CancellationToken stop) =>
        await PaperEndpoints.AsPdfAsync(
            file,
            await source.PaperAsync(asked, stop),
            (await file.SettingsToReadAsync()).PaperSize,
            photos,
            stop);

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
}

/// <summary>Reads what a fleet report tells.</summary>
internal sealed class FleetSource(ShopFile file, Clock clock, PlanBoard plans)
{
    private const int LongestYears = 10;

    // Nothing was written down before; and the years before it can be counted.
    private static readonly DateOnly First = new(1970, 1, 1);

    /// <summary>The report as a paper.</summary>
    internal async Task<Paper> PaperAsync(FleetAsked asked, CancellationToken stop) =>
        FleetPaper.Of(await ReadAsync(asked, stop), (await file.SettingsToReadAsync()).Letterhead);

    /// <summary>Everything it tells: of the last twelve months unless something else is asked.</summary>
    internal async Task<Fleet> ReadAsync(FleetAsked asked, CancellationToken stop)
    {
        Guid customer = asked.Customer;
        DateOnly today = clock.Today, to = asked.To ?? today;
        if (to < First || to > today)
        {
            throw Refusal.Malformed(
                FormattableString.Invariant($"A report ends on a day from {First:MMMM d, yyyy} until today."),
                "to");
        }

        DateOnly from = asked.From ?? to.AddYears(-1).AddDays(1);
        if (from > to || from < to.AddYears(-LongestYears))
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
        List<VisitTook> visits = (await VisitCosts.ReadAsync(
            file,
            file.Visits.Where(v => v.ClosedAt >= since
                && v.ClosedAt < before
                && file.Trailers.Any(t => t.Id == v.TrailerId && t.CustomerId == customer)),
            stop)).FindAll(v => v.On >= from && v.On <= to);
        ILookup<Guid, VisitTook> byTrailer = visits.ToLookup(v => v.TrailerId);
        decimal rate = (await file.SettingsToReadAsync()).Costs.RatePerHour;
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
            told.Add(new FleetTrailer(
                trailer.Tag,
                trailer.Name,
                byTrailer[trailer.Id].Count(),
                Math.Round(byTrailer[trailer.Id].Sum(v => v.Labour(rate)), 2),
                Math.Round(byTrailer[trailer.Id].Sum(v => v.PartsCost), 2),
                usage.Knows && usage.Between(from > trailer.AddedOn ? from : trailer.AddedOn, to) is { } road
                    ? Math.Round(road.Miles)
                    : null,
                next?.InWords() ?? "",
                next?.On,
                status?.Hold?.Seen ?? [],
                inspected.TryGetValue(trailer.Id, out DateTimeOffset at) ? DateOnly.FromDateTime(at.DateTime) : null,
                status?.Upcoming.Any(u => u.Job == PeriodicInspection.JobCode) == true));
        }

        return new Fleet(
            name,
            from,
            to,
            today,
            told,
            await FoundAsync([.. visits.Select(v => v.VisitId)], stop),
            Ahead(plans.Made, customer, today, rate),
            visits.Sum(v => v.Untimed),
            visits.Sum(v => v.Unpriced));
    }

    private async Task<IReadOnlyList<SubsystemFound>> FoundAsync(Guid[] visits, CancellationToken stop)
    {
        List<(Subject, Verdict, int)> all = [];
        foreach (Guid[] some in visits.Chunk(400))
        {
            all.AddRange((await file.Findings.AsNoTracking().Where(f => some.Contains(f.VisitId)).ToListAsync(stop))
                .Select(f => (f.Subject, f.Judgement.Verdict, 1)));
            List<Reading> readings =
                await file.Readings.AsNoTracking().Where(r => some.Contains(r.VisitId)).ToListAsync(stop);
            all.AddRange(
                from reading in readings
                let kind = ReadingKinds.Find(reading.Kind)
                where kind is not null && reading.Judgement is not null
                select (kind.Subject, reading.Judgement!.Verdict, 1));
        }

        return SubsystemFound.Of(all);
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
