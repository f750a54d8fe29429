using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Yard;

/// <summary>One trailer in the yard's list.</summary>
/// <param name="Id">The trailer.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="Name">What it is.</param>
/// <param name="Plate">Its plate.</param>
/// <param name="Customer">Whose it is.</param>
/// <param name="Glyph">Its small gear plan.</param>
/// <param name="NextDue">The soonest due date; null when nothing is due.</param>
/// <param name="NextWhen">How near that is, in words; empty when nothing is due.</param>
/// <param name="Worst">The gravest verdict that stands; null when nobody has looked.</param>
/// <param name="OpenVisit">The visit it stands in the bay for; null when it does not.</param>
public sealed record TrailerRow(
    Guid Id,
    string Tag,
    string Name,
    string Plate,
    string Customer,
    Glyph Glyph,
    DateOnly? NextDue,
    string NextWhen,
    Verdict? Worst,
    Guid? OpenVisit);

/// <summary>A page of the yard's list.</summary>
/// <param name="Rows">The trailers.</param>
/// <param name="Total">How many the search finds in all.</param>
public sealed record TrailerListAnswer(IReadOnlyList<TrailerRow> Rows, int Total);

/// <summary>In which order the yard lists its trailers.</summary>
public enum TrailerOrder
{
    /// <summary>Soonest due first.</summary>
    Due,

    /// <summary>By tag.</summary>
    Tag,

    /// <summary>By customer, then tag.</summary>
    Customer,
}

internal static class TrailerList
{
    /// <summary>Rows of a page when nobody asks for fewer.</summary>
    internal const int PageRows = 24;

    private const int MostRows = 200;

    internal static void MapTrailerList(this RouteGroupBuilder yard) => yard.MapGet("/trailers", ListAsync);

    private static async Task<Ok<TrailerListAnswer>> ListAsync(ShopFile file, Clock clock, string? search, Guid? customer, Named<TrailerOrder>? order, int? skip, int? take)
    {
        int rows = take ?? PageRows;
        if (rows is < 1 or > MostRows || skip is < 0)
        {
            throw Refusal.Malformed($"A page has 1 to {MostRows} rows and starts at 0 or later.", "take");
        }

        // The page is filled from standings; one left from yesterday is brought up to date before it is shown.
        var query = from trailer in file.Trailers.AsNoTracking()
                    join owner in file.Customers on trailer.CustomerId equals owner.Id
                    join standing in file.Standings on trailer.Id equals standing.TrailerId
                    select new { trailer, owner, standing };
        if (customer is not null)
        {
            query = query.Where(t => t.trailer.CustomerId == customer);
        }

        foreach (string word in (search ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Take(6))
        {
            string like = $"%{word.Replace("\\", "\\\\", StringComparison.Ordinal).Replace("%", "\\%", StringComparison.Ordinal).Replace("_", "\\_", StringComparison.Ordinal)}%";
            query = query.Where(t => EF.Functions.Like(t.trailer.Tag, like, "\\") || EF.Functions.Like(t.trailer.Name, like, "\\") || EF.Functions.Like(t.trailer.Plate, like, "\\") || EF.Functions.Like(t.owner.Name, like, "\\"));
        }

        var ordered = (order?.Value ?? TrailerOrder.Due) switch
        {
            TrailerOrder.Tag => query.OrderBy(t => t.trailer.Tag),
            TrailerOrder.Customer => query.OrderBy(t => t.owner.Name).ThenBy(t => t.trailer.Tag),
            _ => query.OrderBy(t => t.standing.DueOrder).ThenBy(t => t.standing.TrailerId),
        };
        // The whole count rides along where nothing is searched for: one question to the file instead of two.
        bool whole = customer is null && string.IsNullOrWhiteSpace(search);
        var found = await ordered.Skip(skip ?? 0).Take(rows).Select(t => new
        {
            Row = new TrailerRow(
                t.trailer.Id, t.trailer.Tag, t.trailer.Name, t.trailer.Plate, t.owner.Name, t.standing.Glyph, t.standing.NextDue, t.standing.NextWhen, t.standing.Worst,
                file.Visits.Where(v => v.TrailerId == t.trailer.Id && v.ClosedAt == null).Select(v => (Guid?)v.Id).FirstOrDefault()),
            t.standing.AsOf,
            Whole = whole ? file.Standings.Count() : 0,
        }).ToListAsync();
        if (found.Any(f => f.AsOf != clock.Today))
        {
            await file.RefreshAllAsync(clock.Today);
            return await ListAsync(file, clock, search, customer, order, skip, take);
        }

        int total = (skip ?? 0) == 0 && found.Count < rows ? found.Count : whole && found.Count > 0 ? found[0].Whole : await query.CountAsync();
        return TypedResults.Ok(new TrailerListAnswer(found.ConvertAll(f => f.Row), total));
    }
}
