using System.Linq.Expressions;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.People;
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
/// <param name="More">Whether more follow.</param>
/// <param name="Found">How many the search finds in all; null when nothing is searched for.</param>
public sealed record TrailerListAnswer(IReadOnlyList<TrailerRow> Rows, bool More, int? Found);

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
    internal const int PageRows = 14;

    private const int MostRows = 200;

    private static readonly Expression<Func<TrailerStatusRow, Listed>> Shown = s =>
        new Listed(
            new TrailerRow(
                s.TrailerId,
                s.Tag,
                s.Name,
                s.Plate,
                s.Customer,
                s.Glyph,
                s.NextDue,
                s.NextWhen,
                s.Worst,
                s.OpenVisit),
            s.AsOf);

    // What the yard shows before anybody asks for something else; compiled once.
    private static readonly Func<ShopFile, int, int, IAsyncEnumerable<Listed>> FirstLook =
        EF.CompileAsyncQuery((ShopFile file, int skip, int take) =>
        file.TrailerStatuses
            .AsNoTracking()
            .OrderBy(s => s.DueOrder)
            .ThenBy(s => s.TrailerId)
            .Skip(skip)
            .Take(take)
            .Select(Shown));

    internal static void MapTrailerList(this RouteGroupBuilder yard) => yard.MapGet("/trailers", ListAsync)
        .Needs(Right.See);

    private static async Task<Ok<TrailerListAnswer>> ListAsync(
        ShopFile file,
        Clock clock,
        NewDay upToDate,
        string? search,
        Guid? customer,
        Named<TrailerOrder>? order,
        int? skip,
        int? take,
        CancellationToken stop)
    {
        int rows = take ?? PageRows;
        if (rows is < 1 or > MostRows || skip is < 0)
        {
            throw Refusal.Malformed($"A page has 1 to {MostRows} rows and starts at 0 or later.", "take");
        }

        IQueryable<TrailerStatusRow> query = file.TrailerStatuses.AsNoTracking();
        if (customer is not null)
        {
            query = query.Where(s => s.CustomerId == customer);
        }

        query = query.Matching(search);

        // One row more than shown tells whether there are more.
        bool searched = customer is not null || !string.IsNullOrWhiteSpace(search);
        TrailerOrder by = order?.Value ?? TrailerOrder.Due;
        List<Listed> found = [];
        await foreach (Listed row in !searched && by == TrailerOrder.Due
            ? FirstLook(file, skip ?? 0, rows + 1)
            : Ordered(query, by).Skip(skip ?? 0).Take(rows + 1).Select(Shown).AsAsyncEnumerable())
        {
            found.Add(row);
        }

        // One left from yesterday is brought up to date before it is shown, as far as that does not take long.
        if (found.Any(f => f.AsOf != clock.Today) && await upToDate.CaughtUpAsync(stop))
        {
            return await ListAsync(file, clock, upToDate, search, customer, order, skip, take, stop);
        }

        return TypedResults.Ok(new TrailerListAnswer(
            [.. found.Take(rows).Select(f => f.Row)],
            found.Count > rows,
            searched ? await query.CountAsync(stop) : null));
    }

    private static IOrderedQueryable<TrailerStatusRow> Ordered(IQueryable<TrailerStatusRow> query, TrailerOrder by) =>
        by switch
        {
            TrailerOrder.Tag => query.OrderBy(s => s.Tag),
            TrailerOrder.Customer => query.OrderBy(s => s.Customer).ThenBy(s => s.Tag),
            _ => query.OrderBy(s => s.DueOrder).ThenBy(s => s.TrailerId),
        };

    private sealed record Listed(TrailerRow Row, DateOnly AsOf);
}
