using System.Diagnostics;
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
    // It rests so many times as long as the last plan took: a large shop that writes all day keeps its processors.
    private const int Rest = 9;

    private (DateOnly Day, long Newest) planned;
    private TimeSpan took;
    private long ended;

    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        if (ended != 0 && Stopwatch.GetElapsedTime(ended) < took * Rest)
        {
            return;
        }

        using IServiceScope scope = scopes.CreateScope();
        ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
        (DateOnly, long) now = (
            clock.Today,
            await file.Changes.OrderByDescending(c => c.Id).Select(c => c.Id).FirstOrDefaultAsync(stop));

        // Statuses are brought up first: a plan by those of yesterday would be made for nothing.
        if (now != planned && !await file.AnyStaleAsync(clock.Today, stop))
        {
            long began = Stopwatch.GetTimestamp();
            await plans.NowAsync(file, clock, stop);
            (planned, took, ended) = (now, Stopwatch.GetElapsedTime(began), Stopwatch.GetTimestamp());
        }
    }
}
