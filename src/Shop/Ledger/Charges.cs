using CsvHelper.Configuration.Attributes;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>A line of what a visit is charged with, for the shop's accounts.</summary>
public sealed class ChargeRow
{
    /// <summary>The visit.</summary>
    [Name("visit")]
    public Guid Visit { get; init; }

    /// <summary>The day it was closed.</summary>
    [Name("closed_on"), Format("yyyy-MM-dd")]
    public DateOnly ClosedOn { get; init; }

    /// <summary>Whose trailer it is.</summary>
    [Name("customer")]
    public string Customer { get; init; } = "";

    /// <summary>The trailer's tag.</summary>
    [Name("trailer")]
    public string Trailer { get; init; } = "";

    /// <summary>What the line is for: labour, part, consumables, disposal, tax.</summary>
    [Name("kind")]
    public string Kind { get; init; } = "";

    /// <summary>The line in words.</summary>
    [Name("what")]
    public string What { get; init; } = "";

    /// <summary>How it was reckoned.</summary>
    [Name("how")]
    public string How { get; init; } = "";

    /// <summary>What it comes to, to the hundredth.</summary>
    [Name("amount")]
    public decimal Amount { get; init; }

    /// <summary>The money, by its ISO 4217 code.</summary>
    [Name("currency")]
    public string Currency { get; init; } = "";
}

/// <summary>
/// What closed visits are charged with, as it was kept when each was closed: out as CSV and JSON. Parts that nobody has
/// a price for stand in it with nothing.
/// </summary>
internal static class Charges
{
    private const int MostDays = 400;

    internal static void MapCharges(this RouteGroupBuilder ledger)
    {
        ledger.MapGet(
            "/charges",
            async (DateOnly? from, DateOnly? to, ShopFile file, Clock clock) =>
                TypedResults.Ok(await RowsAsync(file, clock.Today, from, to))).Needs(Right.Export);
        ledger.MapGet(
            "/tables/charges.csv",
            async (DateOnly? from, DateOnly? to, ShopFile file, Clock clock) =>
                Csv.AsFile("charges", Csv.Write(await RowsAsync(file, clock.Today, from, to))))
            .Needs(Right.Export)
            .Produces<string>(200, "text/csv");
    }

    private static async Task<List<ChargeRow>> RowsAsync(ShopFile file, DateOnly today, DateOnly? from, DateOnly? to)
    {
        DateOnly last = to ?? today, first = from ?? new DateOnly(last.Year, last.Month, 1);
        if (first > last || last.DayNumber - first.DayNumber > MostDays)
        {
            throw Refusal.Malformed(
                $"Charges are told for up to {MostDays} days at once, the first day first.",
                "from");
        }

        // A day more at either end: what was closed then is sorted out by its own day.
        int before = first == DateOnly.MinValue ? 0 : -1, after = last >= DateOnly.MaxValue.AddDays(-2) ? 0 : 2;
        DateTimeOffset since = new(first.ToDateTime(default).AddDays(before), TimeSpan.Zero),
            until = new(last.ToDateTime(default).AddDays(after), TimeSpan.Zero);
        var found = await (from visit in file.Visits.AsNoTracking()
                           join trailer in file.Trailers on visit.TrailerId equals trailer.Id
                           join owner in file.Customers on trailer.CustomerId equals owner.Id
                           join bill in file.VisitBills on visit.Id equals bill.VisitId
                           where visit.ClosedAt != null && visit.ClosedAt >= since && visit.ClosedAt <= until
                           orderby visit.ClosedAt
                           select new { visit.Id, visit.ClosedAt, bill.Bill, trailer.Tag, owner.Name }).ToListAsync();
        string currency = (await file.SettingsToReadAsync()).Currency;
        List<ChargeRow> rows = [];
        foreach (var one in found)
        {
            DateOnly on = DateOnly.FromDateTime(one.ClosedAt!.Value.DateTime);
            if (on >= first && on <= last)
            {
                rows.AddRange(one.Bill.Lines.Select(l => Row(Kind(l.Kind), l.Words, l.How, l.Amount.Likely)));
                rows.AddRange(one.Bill.Unpriced.Select(part => Row("part", part, "no price is known", 0)));
                ChargeRow Row(string kind, string what, string how, decimal amount) => new()
                {
                    Visit = one.Id,
                    ClosedOn = on,
                    Customer = one.Name,
                    Trailer = one.Tag,
                    Kind = kind,
                    What = what,
                    How = how,
                    Amount = amount,
                    Currency = currency,
                };
            }
        }

        return rows;
    }

    private static string Kind(EstimateKind kind) => kind switch
    {
        EstimateKind.Labour => "labour",
        EstimateKind.Part => "part",
        EstimateKind.Consumables => "consumables",
        EstimateKind.Disposal => "disposal",
        _ => "tax",
    };
}
