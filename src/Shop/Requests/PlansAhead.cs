using Microsoft.EntityFrameworkCore;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Plans the shop behind the scenes, once every status is of today and whenever something was written since: whoever
/// opens the horizon finds a plan that is there already. What is asked for before that is planned for them, as ever.
/// </summary>
internal sealed class PlansAhead(
    IServiceScopeFactory scopes,
    PlanBoard plans,
    Clock clock,
    Opening opening,
    ILogger<PlansAhead> log) : BehindTheScenes(
        opening,
        log,
        TimeSpan.FromSeconds(2),
        "The shop could not be planned ahead.")
{
    private (DateOnly Day, long Newest) planned;

    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        using IServiceScope scope = scopes.CreateScope();
        ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
        (DateOnly, long) now = (
            clock.Today,
            await file.Changes.OrderByDescending(c => c.Id).Select(c => c.Id).FirstOrDefaultAsync(stop));

        // Statuses are brought up first: a plan by those of yesterday would be made for nothing.
        if (now != planned && !await file.AnyStaleAsync(clock.Today, stop))
        {
            await plans.NowAsync(file, clock, stop);
            planned = now;
        }
    }
}
