using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Standings;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon;

/// <summary>A job that falls due on one trailer, at one or several places on the same day.</summary>
/// <param name="TrailerId">The trailer.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="Name">What it is.</param>
/// <param name="Customer">Whose it is.</param>
/// <param name="Job">The job in words.</param>
/// <param name="Places">Where, in words.</param>
/// <param name="On">The day.</param>
/// <param name="Nearness">How near it is.</param>
/// <param name="When">How near it is, in words.</param>
/// <param name="Reason">Why, in words.</param>
/// <param name="OpenVisit">The visit it stands in the bay for; null when it does not.</param>
/// <param name="OnHold">Whether it is on Hold.</param>
public sealed record ComingDue(Guid TrailerId, string Tag, string Name, string Customer, string Job, string Places, DateOnly On, Nearness Nearness, string When, string Reason, Guid? OpenVisit, bool OnHold);

/// <summary>What comes due, soonest first.</summary>
/// <param name="Coming">Jobs.</param>
/// <param name="FollowUps">Checks owed; only with the first trailers.</param>
/// <param name="Trailers">How many trailers have something due in all.</param>
public sealed record HorizonAnswer(IReadOnlyList<ComingDue> Coming, IReadOnlyList<FollowUpAnswer> FollowUps, int Trailers);

/// <summary>The horizon: for now an ordered list of what comes due.</summary>
internal static class HorizonEndpoints
{
    private const int MostTrailers = 200;

    internal static void MapHorizon(this RouteGroupBuilder api) => api.MapGroup("/horizon").WithTags("Horizon").MapGet("/", ListAsync);

    private static async Task<Ok<HorizonAnswer>> ListAsync(ShopFile file, Clock clock, int? skip, int? take)
    {
        int trailers = take ?? 50;
        if (trailers is < 1 or > MostTrailers || skip is < 0)
        {
            throw Refusal.Malformed($"The horizon shows 1 to {MostTrailers} trailers at once, from 0 or later.", "take");
        }

        await file.RefreshAllAsync(clock.Today);
        var found = await (from standing in file.Standings.AsNoTracking()
                           join trailer in file.Trailers on standing.TrailerId equals trailer.Id
                           where standing.NextDue != null
                           orderby standing.DueOrder, standing.TrailerId
                           select new
                           {
                               standing.Standing,
                               trailer.Id,
                               trailer.Tag,
                               trailer.Name,
                               trailer.Gear,
                               Owner = standing.Customer,
                               Visit = standing.OpenVisit,
                           }).Skip(skip ?? 0).Take(trailers).ToListAsync();
        IEnumerable<ComingDue> coming =
            from trailer in found
            from due in trailer.Standing.Dues.GroupBy(d => (d.Job, d.Due.On, d.Due.Reason))
            let first = due.First()
            select new ComingDue(trailer.Id, trailer.Tag, trailer.Name, trailer.Owner, first.Name, Where([.. due], trailer.Gear), first.Due.On, first.Due.Nearness, first.Due.When, first.Due.Reason, trailer.Visit, trailer.Standing.Hold is not null);
        return TypedResults.Ok(new HorizonAnswer(
            [.. coming.OrderBy(c => c.On).ThenBy(c => c.Tag, StringComparer.OrdinalIgnoreCase)],
            skip > 0 ? [] : await FollowUps.OwedAsync(file),
            await file.Standings.CountAsync(s => s.NextDue != null)));
    }

    private static string Where(List<DueAt> dues, RunningGear gear) =>
        dues.Count == gear.WheelEnds ? "all wheel ends" : string.Join(", ", dues.Select(d => d.PlaceSpoken));
}
