using Microsoft.EntityFrameworkCore;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>A check that is owed.</summary>
public sealed record FollowUpAnswer(Guid Id, Guid TrailerId, string Tag, string Words, DateOnly DueOn, string Reason);

/// <summary>Checks that visits have left owing.</summary>
internal static class FollowUpsOwed
{
    /// <summary>Checks owed by all trailers, soonest first.</summary>
    internal static async Task<List<FollowUpAnswer>> OfAllAsync(ShopFile file) =>
        await (from check in file.FollowUps.AsNoTracking()
               join trailer in file.Trailers on check.TrailerId equals trailer.Id
               where check.DoneAt == null
               orderby check.DueOn
               select new FollowUpAnswer(
                   check.Id,
                   check.TrailerId,
                   trailer.Tag,
                   check.Words,
                   check.DueOn,
                   check.Reason)).ToListAsync();
}
