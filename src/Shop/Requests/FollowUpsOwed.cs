using Microsoft.EntityFrameworkCore;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>A check that is owed.</summary>
public sealed record FollowUpAnswer(Guid Id, Guid TrailerId, string Tag, string Words, DateOnly DueOn, string Reason);

/// <summary>A page of the checks owed, soonest first.</summary>
/// <param name="Owed">The checks.</param>
/// <param name="Total">How many are owed in all.</param>
public sealed record FollowUpPage(IReadOnlyList<FollowUpAnswer> Owed, int Total);

/// <summary>Checks that visits have left owing.</summary>
internal static class FollowUpsOwed
{
    /// <summary>Most checks of a page.</summary>
    internal const int MostOfPage = 200;

    /// <summary>Checks owed by all trailers, soonest first.</summary>
    internal static async Task<FollowUpPage> SoonestAsync(ShopFile file, int skip, int take) => new(
        await (from check in file.FollowUps.AsNoTracking()
               join trailer in file.Trailers on check.TrailerId equals trailer.Id
               where check.DoneAt == null
               orderby check.DueOn, check.Id
               select new FollowUpAnswer(
                   check.Id,
                   check.TrailerId,
                   trailer.Tag,
                   check.Words,
                   check.DueOn,
                   check.Reason)).Skip(skip).Take(take).ToListAsync(),
        await file.FollowUps.CountAsync(f => f.DoneAt == null));
}
