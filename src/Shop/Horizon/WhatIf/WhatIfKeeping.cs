using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Planning.WhatIf;
using SturdyTinker.Core.Status;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon.WhatIf;

/// <summary>
/// Reckons what suppositions come to, behind the scenes: one that is new or was edited, and those of a day before. The
/// plan in force is not touched.
/// </summary>
internal sealed class WhatIfKeeping(
    IServiceScopeFactory scopes,
    PlanBoard plans,
    Clock clock,
    Opening opening,
    WhatIfDesk desk,
    ILogger<WhatIfKeeping> log)
    : BehindTheScenes(opening, log, TimeSpan.FromSeconds(30), "What is supposed could not be reckoned.", desk)
{
    // Goes up with every change of the result's shape, and of how it is reckoned.
    private const int Shape = 1;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    private static int Edition => (TrailerPlanner.Edition * 1_000) + (TrailerStatus.Edition * 10) + Shape;

    /// <summary>A result as it is kept; null where it is not of this version, or cannot be read.</summary>
    internal static WhatIfResult? Read(WhatIfRow of, WhatIfResultRow? kept)
    {
        if (kept is null || kept.Version != of.Version || kept.Edition != Edition)
        {
            return null;
        }

        try
        {
            return JsonSerializer.Deserialize<WhatIfResult>(kept.Result, Json);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        HashSet<Guid> tried = [];
        while (await OneAsync(tried, stop))
        {
        }
    }

    // One after the other; one that cannot be reckoned keeps none of the others waiting.
    private async Task<bool> OneAsync(HashSet<Guid> tried, CancellationToken stop)
    {
        using IServiceScope scope = scopes.CreateScope();
        ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
        DateOnly today = clock.Today;
        WhatIfRow? row = await file.WhatIfs
            .AsNoTracking()
            .Where(w => !tried.Contains(w.Id))
            .Where(w => !file.WhatIfResults.Any(r => r.WhatIfId == w.Id
                && r.Version == w.Version
                && r.Edition == Edition
                && r.AsOf == today))
            .OrderBy(w => w.At)
            .FirstOrDefaultAsync(stop);
        if (row is null)
        {
            return false;
        }

        tried.Add(row.Id);
        desk.Begin(row.Id);
        try
        {
            Board board = await plans.NowAsync(clock, stop);
            WhatIfResult result = await ReckonedAsync(file, board, row.Supposed, stop);
            await KeepAsync(file, row, result, stop);
        }
        finally
        {
            desk.End();
        }

        return true;
    }

    private static async Task KeepAsync(ShopFile file, WhatIfRow of, WhatIfResult result, CancellationToken stop)
    {
        // It may have been thrown away since; a result of nothing is kept by nobody.
        await using var transaction = await file.Database.BeginTransactionAsync(stop);
        if (!await file.WhatIfs.AnyAsync(w => w.Id == of.Id, stop))
        {
            return;
        }

        WhatIfResultRow? kept = await file.WhatIfResults.FindAsync([of.Id], stop);
        if (kept is null)
        {
            file.WhatIfResults.Add(kept = new WhatIfResultRow { WhatIfId = of.Id });
        }

        (kept.Version, kept.Edition, kept.AsOf, kept.MadeAt, kept.Result) =
            (of.Version, Edition, result.AsOf, result.MadeAt, JsonSerializer.Serialize(result, Json));
        await file.SaveChangesAsync(stop);
        await transaction.CommitAsync(stop);
    }

    private async Task<WhatIfResult> ReckonedAsync(
        ShopFile file,
        Board board,
        Supposed supposed,
        CancellationToken stop)
    {
        OpenHours hours = supposed.Of(board.Hours);
        PlanCosts costs = supposed.Of(board.Costs);
        List<TrailerCase> cases = [];

        // Where what falls due has to be read anew, that is the first half of the way.
        int read = supposed.Intervals.Count > 0 ? board.Trailers.Count : 0;
        int steps = read + board.Trailers.Count + supposed.Fleets.Sum(f => f.Count);
        WhoCan can = await WhoCan.ReadAsync(file, board.Today, hours);
        foreach (BoardTrailer trailer in board.Trailers)
        {
            TrailerCase one = supposed.Of(trailer.Case);
            if (supposed.Intervals.Count > 0)
            {
                one = one with
                {
                    Coming = await ComingAsync(file, trailer.Id, supposed, board.Today, stop) ?? one.Coming
                };
                desk.Tell(cases.Count + 1, steps);
            }

            cases.Add(one with { NobodyFor = can.NobodyFor(one.Coming) });
        }

        foreach (SupposedFleet fleet in supposed.Fleets.Where(f => board.IndexOf(f.Like) >= 0))
        {
            cases.AddRange(Supposed.Like(cases[board.IndexOf(fleet.Like)], fleet.Count, board.Today));
        }

        TrailerPlanner planner = new(board.Today, board.Planner.WeeksPlanned, costs);
        int[] shut = planner.Shut(hours, board.Today);
        PlanDraft[] alone = new PlanDraft[cases.Count];
        int done = read;
        Parallel.For(0, cases.Count, new ParallelOptions { CancellationToken = stop }, i =>
        {
            PlanDraft? before = i < board.Alone.Count ? board.Alone[i] : null;
            alone[i] = planner.Draft(cases[i], shut, by => before?.WeeksFor(by));
            desk.Tell(Interlocked.Increment(ref done), steps);
        });
        WholePlan then = BayWeeks.Fit(
            planner,
            cases,
            alone,
            hours,
            PlanBoard.Booked(board.Bookings),
            board.Today);
        PlanFigures before = PlanFigures.Of(board.Plan, board.Costs, board.Planner.First, HorizonPage.WeeksShown);
        PlanFigures after = PlanFigures.Of(then, costs, planner.First, HorizonPage.WeeksShown);
        return new WhatIfResult(board.Today, clock.Now, before, after, after.Against(before));
    }

    // What falls due on a trailer with other intervals; null for one that is gone.
    private static async Task<IReadOnlyList<Upcoming>?> ComingAsync(
        ShopFile file,
        Guid id,
        Supposed supposed,
        DateOnly today,
        CancellationToken stop)
    {
        if (await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == id, stop) is not { } trailer)
        {
            return null;
        }

        TrailerRecord record = await file.RecordAsync(trailer, today);
        Core.Intervals.Upkeep upkeep = supposed.Of(record.Upkeep);
        return TrailerStatus.Of(record with { Upkeep = upkeep, Repack = upkeep.Repack }, today).Upcoming;
    }
}

/// <summary>What is being reckoned, for whoever asks how far it is.</summary>
internal sealed class WhatIfDesk : Desk
{
    private readonly Lock gate = new();
    private Guid? which;
    private WhatIfProgress progress = new(0, 0);

    internal void Begin(Guid id)
    {
        lock (gate)
        {
            (which, progress) = (id, new WhatIfProgress(0, 0));
        }
    }

    internal void Tell(int done, int of)
    {
        lock (gate)
        {
            progress = new WhatIfProgress(Math.Max(progress.Done, done), of);
        }
    }

    internal void End()
    {
        lock (gate)
        {
            which = null;
        }
    }

    /// <summary>How far it is; nought of nought for one that waits for its turn.</summary>
    internal WhatIfProgress Of(Guid id)
    {
        lock (gate)
        {
            return which == id ? progress : new WhatIfProgress(0, 0);
        }
    }
}
