using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Keeps the shop's plan at hand. It follows from the record alone: whatever changed since is planned anew, the rest is
/// kept from before, and a restart comes to the same plan.
/// </summary>
internal sealed class PlanBoard(NewDay upToDate) : IDisposable
{
    private readonly SemaphoreSlim one = new(1);
    private readonly Dictionary<Fingerprint, StripDown> stripDowns = [];
    private Fingerprint stripDownsBy;
    private Dictionary<Guid, Known> trailers = [];
    private Dictionary<Guid, (Fingerprint By, PlanDraft Plan)> alone = [];
    private (Fingerprint By, Board Board)? last;

    /// <summary>The board as it was made last; null before the first.</summary>
    internal Board? Made => last?.Board;

    /// <summary>The board as the record has it now.</summary>
    internal async Task<Board> NowAsync(ShopFile file, Clock clock, CancellationToken stop = default)
    {
        if (await file.AnyStaleAsync(clock.Today, stop))
        {
            await upToDate.CaughtUpAsync(stop);
        }

        await one.WaitAsync(stop);
        try
        {
            return await ReadAsync(file, clock.Today);
        }
        finally
        {
            one.Release();
        }
    }

    /// <inheritdoc/>
    public void Dispose() => one.Dispose();

    private async Task<Board> ReadAsync(ShopFile file, DateOnly today)
    {
        PlanFacts facts = await PlanFacts.ReadAsync(file, today);
        if (facts.Times != stripDownsBy)
        {
            // What jobs take was learned anew: no trailer goes on by the old minutes.
            stripDowns.Clear();
            stripDownsBy = facts.Times;
        }

        await ReadTrailersAsync(file, facts);
        BoardTrailer[] all = [.. trailers.Values
            .OrderBy(k => k.Trailer.Tag, StringComparer.OrdinalIgnoreCase)
            .Select(k => OnBoard(k, facts))];
        Fingerprint[] prints = [.. all.Select(t => facts.Of(trailers[t.Id].Stamp, t))];
        Fingerprint whole = Fingerprint.Of(prints);
        if (last is { } kept && kept.By == whole)
        {
            return kept.Board;
        }

        Board board = Plan(facts, all, prints);
        last = (whole, board);
        return board;
    }

    // Each trailer alone where something of it has changed, and all of them into the bays.
    private Board Plan(PlanFacts facts, BoardTrailer[] all, Fingerprint[] prints)
    {
        OpenHours hours = facts.Settings.Hours;
        TrailerPlanner planner = new(facts.Today, TrailerPlanner.UsualWeeks, facts.Settings.Costs);
        int[] shut = planner.Shut(hours, facts.Today);
        PlanDraft[] first = new PlanDraft[all.Length];
        Parallel.For(0, all.Length, i => first[i] = alone.TryGetValue(all[i].Id, out var plan) && plan.By == prints[i]
            ? plan.Plan
            : planner.Draft(all[i].Case, shut));
        alone = Enumerable.Range(0, all.Length).ToDictionary(i => all[i].Id, i => (prints[i], first[i]));
        WholePlan whole = BayWeeks.Fit(
            planner,
            [.. all.Select(t => t.Case)],
            first,
            hours,
            [.. facts.Bookings.SelectMany(b => b).Select(b => new BookedTime(b.TrailerId, b.Day, b.Minutes))],
            facts.Today);
        return new Board(facts.Today, planner, facts.Settings.Costs, hours, all, whole, facts.Bookings);
    }

    private BoardTrailer OnBoard(Known known, PlanFacts facts) => known.Trailer with
    {
        Case = known.Trailer.Case with
        {
            StripDown = StripDownOf(known.Like, known.Trailer.Gear, known.Practices, facts.Learned),
            Wishes = Decision.Wishes(facts.Decisions[known.Trailer.Id], facts.Bookings[known.Trailer.Id]),
            Busy = facts.Busy[known.Trailer.CustomerId],
            PartsFrom = facts.Today.AddDays(facts.Settings.Hours.PartsLeadDays),
            PriceOf = code => facts.Prices.GetValueOrDefault(code),
        },
    };

    // Trailers of like gear and practices share one; whoever asks holds the board.
    private StripDown StripDownOf(Fingerprint like, RunningGear gear, PracticeChoices practices, Learned learned)
    {
        if (!stripDowns.TryGetValue(like, out StripDown? known))
        {
            stripDowns.Add(like, known = new StripDown(gear, practices, learned));
        }

        return known;
    }

    private async Task ReadTrailersAsync(ShopFile file, PlanFacts facts)
    {
        Dictionary<Guid, Guid> stamps =
            await file.TrailerStatuses.AsNoTracking().ToDictionaryAsync(s => s.TrailerId, s => s.Stamp);
        Guid[] changed = [.. stamps.Where(s => !trailers.TryGetValue(s.Key, out var known)
            || known.Stamp != s.Value).Select(s => s.Key)];
        Dictionary<Guid, Known> now =
            trailers.Where(t => stamps.ContainsKey(t.Key)).ToDictionary(t => t.Key, t => t.Value);
        foreach (Guid[] batch in changed.Chunk(400))
        {
            var rows = await (from standing in file.TrailerStatuses.AsNoTracking()
                              join trailer in file.Trailers.AsNoTracking() on standing.TrailerId equals trailer.Id
                              where batch.Contains(standing.TrailerId)
                              select new { standing, trailer }).ToListAsync();
            foreach (var row in rows)
            {
                now[row.trailer.Id] = KnownOf(row.standing, row.trailer, facts);
            }
        }

        trailers = now;
    }

    private Known KnownOf(TrailerStatusRow status, Trailer trailer, PlanFacts facts)
    {
        Customer owner = facts.Customers[trailer.CustomerId];
        PracticeChoices practices = PracticeChoices.InForce(
            facts.Settings.Practices,
            owner.Practices,
            trailer.Practices);
        Fingerprint like = Fingerprint.Of(new { trailer.Gear, practices.Answers, Own = practices.Own?.Stamp });
        BoardTrailer read = new(
            trailer.Id,
            trailer.Tag,
            trailer.Name,
            trailer.CustomerId,
            owner.Name,
            trailer.Gear,
            status.Glyph,
            status.OpenVisit,
            status.Status.Hold is not null,
            new TrailerCase(
                trailer.Id,
                status.Status.Upcoming,
                StripDownOf(like, trailer.Gear, practices, facts.Learned)));
        return new Known(status.Stamp, read, practices, like);
    }

    // A trailer as it was read, the stamp of the standing it was read from, and what trailers that are stripped down
    // alike share.
    private sealed record Known(Guid Stamp, BoardTrailer Trailer, PracticeChoices Practices, Fingerprint Like);
}
