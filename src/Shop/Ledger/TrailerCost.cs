using CsvHelper.Configuration.Attributes;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>What a trailer cost in a calendar year.</summary>
/// <param name="Year">The year.</param>
/// <param name="Visits">Visits closed in it.</param>
/// <param name="Labour">Labour, by the times on the tablets at the shop's rate of today.</param>
/// <param name="Parts">Parts that have a price.</param>
/// <param name="Miles">Road covered in it, in miles; null where nobody knows.</param>
/// <param name="PerThousandMiles">Money for a thousand miles; null where the road is unknown or too short.</param>
public sealed record YearCostAnswer(
    int Year,
    int Visits,
    decimal Labour,
    decimal Parts,
    decimal? Miles,
    decimal? PerThousandMiles);

/// <summary>What a trailer costs.</summary>
/// <param name="Years">Year by year, the oldest first.</param>
/// <param name="Untimed">Steps done in its visits whose time nobody knows: their labour is not counted.</param>
/// <param name="Unpriced">Parts used that have no price: they are not counted.</param>
public sealed record TrailerCostAnswer(IReadOnlyList<YearCostAnswer> Years, int Untimed, int Unpriced);

/// <summary>A row of the table of a trailer's cost.</summary>
internal sealed class YearCostCells
{
    [Name("year")]
    public int Year { get; init; }

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
}

/// <summary>What a thousand miles with a trailer cost.</summary>
internal static class TrailerCost
{
    internal static void MapTrailerCost(this RouteGroupBuilder ledger)
    {
        ledger.MapGet(
            "/trailers/{id:guid}/cost",
            async (Guid id, ShopFile file, Clock clock, CancellationToken stop) =>
                TypedResults.Ok(await OfAsync(id, file, clock.Today, stop))).Needs(Right.See);
        ledger.MapGet("/trailers/{id:guid}/cost.csv", TableAsync).Needs(Right.Export).Produces<string>(200, "text/csv");
    }

    private static async Task<FileContentHttpResult> TableAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        CancellationToken stop) =>
        Csv.AsFile("cost", Csv.Write((await OfAsync(id, file, clock.Today, stop)).Years.Select(y => new YearCostCells
        {
            Year = y.Year,
            Visits = y.Visits,
            Labour = y.Labour,
            Parts = y.Parts,
            Miles = y.Miles,
            PerThousandMiles = y.PerThousandMiles,
        })));

    private static async Task<TrailerCostAnswer> OfAsync(
        Guid id,
        ShopFile file,
        DateOnly today,
        CancellationToken stop)
    {
        Trailer trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == id, stop)
            ?? throw Refusal.NotFound("There is no such trailer.");
        decimal rate = (await file.SettingsAsync()).Costs.RatePerHour;
        List<VisitTook> visits = await VisitCosts.ReadAsync(file, file.Visits.Where(v => v.TrailerId == id), stop);
        UsageLine usage = await file.UsageAsync(trailer, today);
        DateOnly since = await file.MeterEntries.Where(m => m.TrailerId == id).MinAsync(m => (DateOnly?)m.On, stop)
            ?? trailer.AddedOn;
        IReadOnlyList<RoadCost> years = RoadCost.ByYear(
            visits.Select(v => new VisitCost(v.On, v.Labour(rate), v.PartsCost)),
            (from, to) => usage.Knows ? usage.Between(from, to) : null,
            since,
            today);
        static decimal? Rounded(decimal? value, int digits) =>
            value is { } known ? Math.Round(known, digits) : null;
        return new TrailerCostAnswer(
            [.. years.Select(y => new YearCostAnswer(
                y.Year,
                y.Visits,
                Math.Round(y.Labour, 2),
                Math.Round(y.Parts, 2),
                Rounded(y.Road?.Miles, 0),
                Rounded(y.PerThousandMiles, 2)))],
            visits.Sum(v => v.Untimed),
            visits.Sum(v => v.Unpriced));
    }
}
