using System.Diagnostics;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon;

/// <summary>
/// Plans the shop behind the scenes and keeps the plan in its file: after a start, a new day and whenever something was
/// written since. Pages show what is kept, and wait a moment for what is in the making.
/// </summary>
internal sealed class PlanKeeping : BehindTheScenes
{
    // It rests so many times as long as the last plan took where nobody asks, and once as long where somebody does: a
    // large shop that writes all day keeps its processors. It looks whether anything has changed all the same.
    private const int Rest = 9;

    // What takes no longer needs no rest.
    private static readonly TimeSpan Brief = TimeSpan.FromMilliseconds(200);

    // Statuses that cannot be brought up to the day are planned by as they are after so long.
    private static readonly TimeSpan Stuck = TimeSpan.FromMinutes(2);

    private readonly IServiceScopeFactory scopes;
    private readonly PlanBoard plans;
    private readonly NewDay upToDate;
    private readonly Writers writers;
    private readonly Clock clock;
    private int asked;
    private Dictionary<Guid, KeptPlans.Kept>? known;
    private TimeSpan took;
    private long ended;
    private TimeSpan lookTook;
    private long looked;
    private long staleSince;

    public PlanKeeping(
        IServiceScopeFactory scopes,
        PlanBoard plans,
        NewDay upToDate,
        Writers writers,
        Clock clock,
        Opening opening,
        ILogger<PlanKeeping> log)
        : base(opening, log, TimeSpan.FromSeconds(2), "The shop could not be planned.")
    {
        (this.scopes, this.plans, this.upToDate, this.writers, this.clock) = (scopes, plans, upToDate, writers, clock);
        plans.Wanted += () =>
        {
            Interlocked.Exchange(ref asked, 1);
            Ask();
        };
    }

    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        bool somebodyAsks = Interlocked.Exchange(ref asked, 0) == 1;
        bool rests = ended != 0 && took > Brief
            && Stopwatch.GetElapsedTime(ended) < took * (somebodyAsks ? 1 : Rest);
        if (!somebodyAsks && looked != 0 && Stopwatch.GetElapsedTime(looked) < lookTook * Rest)
        {
            return;
        }

        TaskCompletionSource<bool> round = plans.Begin();
        try
        {
            round.SetResult(await MadeAsync(rests, stop));
        }
        catch (Exception fault)
        {
            // Whoever waits is told what is wrong, as a row that cannot be read; where nobody does, the log is.
            round.SetException(fault);
            _ = round.Task.Exception;
            throw;
        }
    }

    private async Task<bool> MadeAsync(bool rests, CancellationToken stop)
    {
        DateOnly today = clock.Today;
        if (plans.IsCurrent(today))
        {
            return true;
        }

        using IServiceScope scope = scopes.CreateScope();
        ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
        if (await file.AnyStaleAsync(today, stop)
            && !(await upToDate.CaughtUpAsync(stop) && !await file.AnyStaleAsync(today, stop)))
        {
            // A plan by statuses of yesterday would be made for nothing, unless they stay so or somebody waits.
            staleSince = staleSince == 0 ? Stopwatch.GetTimestamp() : staleSince;
            if (!plans.IsNeeded && Stopwatch.GetElapsedTime(staleSince) < Stuck)
            {
                return false;
            }
        }

        staleSince = 0;
        long began = Stopwatch.GetTimestamp();
        await file.Database.OpenConnectionAsync(stop);
        long others = await FileVersion.OthersAsync(file, stop);
        known ??= await KeptPlans.AllAsync(file, stop);
        Board? before = plans.Made;
        Board? board = await plans.MakeAsync(
            file,
            today,
            (id, by) => known.TryGetValue(id, out var kept) && kept.By == by ? KeptPlans.Units(kept) : null,
            rests,
            stop);
        if (board is null || ReferenceEquals(before, board))
        {
            (lookTook, looked) = (Stopwatch.GetElapsedTime(began), Stopwatch.GetTimestamp());
            return board is not null;
        }

        await KeptPlans.WriteAsync(file, board, clock.Now, known, writers, stop);
        long newest = plans.Newest;
        if (await FileVersion.OthersAsync(file, stop) == others)
        {
            plans.StillCurrent(newest);
        }

        (took, ended) = (Stopwatch.GetElapsedTime(began), Stopwatch.GetTimestamp());
        return true;
    }
}
