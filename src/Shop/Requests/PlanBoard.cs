using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>A trailer on the board, with what lists show of it.</summary>
internal sealed record BoardTrailer(
    Guid Id,
    string Tag,
    string Name,
    Guid CustomerId,
    string Customer,
    RunningGear Gear,
    Glyph Glyph,
    Guid? OpenVisit,
    bool OnHold,
    TrailerCase Case);

/// <summary>The whole plan as of now.</summary>
internal sealed record Board(
    DateOnly Today,
    TrailerPlanner Planner,
    PlanCosts Costs,
    OpenHours Hours,
    IReadOnlyList<BoardTrailer> Trailers,
    WholePlan Plan,
    ILookup<Guid, Booking> Bookings)
{
    /// <summary>The plan, and what can be asked of it.</summary>
    internal PlanInForce InForce => new(Planner, Hours, Costs, Today, Plan);

    /// <summary>Where a trailer stands on the board; −1 for none.</summary>
    internal int IndexOf(Guid trailer) => places.GetValueOrDefault(trailer, -1);

    /// <summary>Where a trailer stands on the board. Refuses (404) where it does not.</summary>
    internal int Find(Guid trailer) =>
        IndexOf(trailer) is >= 0 and var index ? index : throw Refusal.NotFound("There is no such trailer.");

    private readonly Dictionary<Guid, int> places =
        Trailers.Select((t, i) => (t.Id, i)).ToDictionary(t => t.Id, t => t.i);
}

/// <summary>
/// Keeps the shop's plan at hand. It follows from the record alone: whatever changed since is planned anew, the rest is
/// kept from before, and a restart comes to the same plan.
/// </summary>
internal sealed class PlanBoard(NewDay upToDate) : IDisposable
{
    private readonly SemaphoreSlim one = new(1);
    private readonly Dictionary<string, StripDown> stripDowns = [];
    private string stripDownsBy = "";
    private Dictionary<Guid, Known> trailers = [];
    private Dictionary<Guid, (string Key, PlanDraft Plan)> alone = [];
    private string aloneBy = "";
    private (string Key, Board Board)? last;

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
        ShopSettings settings = await file.SettingsToReadAsync();
        Dictionary<string, decimal?> prices = (await PartsKnown.ByCodeAsync(file)).ToDictionary(
            p => p.Key,
            p => p.Value.Price,
            StringComparer.OrdinalIgnoreCase);
        List<Customer> customers = await file.Customers.AsNoTracking().ToListAsync();
        Learned learned = Learned.Nothing with { Minutes = await file.LearnedMinutesAsync() };
        string times = JsonSerializer.Serialize(learned.Minutes);
        string shop = JsonSerializer.Serialize(
            new { settings.Costs, settings.Hours, settings.Practices, today, prices, times });
        if (times != stripDownsBy)
        {
            // What jobs take was learned anew: no trailer goes on by the old minutes.
            stripDowns.Clear();
            stripDownsBy = times;
        }

        await ReadTrailersAsync(file, settings, customers, learned);

        ILookup<Guid, Decision> decisions = (await file.Decisions
            .AsNoTracking()
            .Where(d => d.UndoneAt == null)
            .ToListAsync()).ToLookup(d => d.TrailerId);
        DateOnly monday = Weeks.Monday(today);
        ILookup<Guid, Booking> bookings = (await file.Bookings
            .AsNoTracking()
            .Where(b => b.CalledOffAt == null && b.VisitId == null && b.Day >= monday)
            .ToListAsync()).ToLookup(b => b.TrailerId);
        Dictionary<Guid, HashSet<DateOnly>> busy = customers.ToDictionary(
            c => c.Id,
            c => BusyTime.WeeksTaken(c.Busy));
        TrailerPlanner planner = new(today, TrailerPlanner.UsualWeeks, settings.Costs);
        DateOnly parts = today.AddDays(settings.Hours.PartsLeadDays);
        BoardTrailer OnBoard(Known known) => known.Trailer with
        {
            Case = known.Trailer.Case with
            {
                StripDown = StripDownOf(known.Like, known.Trailer.Gear, known.Practices, learned),
                Wishes = Decision.Wishes(decisions[known.Trailer.Id], bookings[known.Trailer.Id]),
                Busy = busy[known.Trailer.CustomerId],
                PartsFrom = parts,
                PriceOf = code => prices.GetValueOrDefault(code),
            },
        };
        BoardTrailer[] all = [.. trailers.Values.OrderBy(
            k => k.Trailer.Tag,
            StringComparer.OrdinalIgnoreCase).Select(OnBoard)];
        string[] keys = [.. all.Select(t =>
            $"{trailers[t.Id].Stamp:N}{JsonSerializer.Serialize(new { w = decisions[t.Id].Select(d => d.Id), b = bookings[t.Id].Select(b => (b.Id, b.Day)).Select(b => $"{b.Id}{b.Day:O}"), busy = t.Case.Busy.Order() })}")];
        string key = $"{shop}{string.Join('\n', keys)}";
        if (last is { } kept && kept.Key == key)
        {
            return kept.Board;
        }

        IReadOnlyList<PlanDraft?> before = [.. all.Select((t, i) => shop == aloneBy
            && alone.TryGetValue(t.Id, out var plan)
            && plan.Key == keys[i]
            ? plan.Plan
            : null)];
        int[] shut = planner.Shut(settings.Hours, today);
        PlanDraft[] first = new PlanDraft[all.Length];
        Parallel.For(0, all.Length, i => first[i] = before[i] ?? planner.Draft(all[i].Case, shut));
        alone = Enumerable.Range(0, all.Length).ToDictionary(i => all[i].Id, i => (keys[i], first[i]));
        aloneBy = shop;
        WholePlan whole = BayWeeks.Fit(
            planner,
            [.. all.Select(t => t.Case)],
            first,
            settings.Hours,
            [.. bookings.SelectMany(b => b).Select(b => new BookedTime(b.TrailerId, b.Day, b.Minutes))],
            today);
        Board board = new(today, planner, settings.Costs, settings.Hours, all, whole, bookings);
        last = (key, board);
        return board;
    }

    // Trailers of like gear and practices share one; whoever asks holds the board.
    private StripDown StripDownOf(string like, RunningGear gear, PracticeChoices practices, Learned learned)
    {
        if (!stripDowns.TryGetValue(like, out StripDown? known))
        {
            stripDowns.Add(like, known = new StripDown(gear, practices, learned));
        }

        return known;
    }

    private async Task ReadTrailersAsync(
        ShopFile file,
        ShopSettings settings,
        List<Customer> customers,
        Learned learned)
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
                Customer owner = customers.First(c => c.Id == row.trailer.CustomerId);
                PracticeChoices practices = PracticeChoices.InForce(
                    settings.Practices,
                    owner.Practices,
                    row.trailer.Practices);
                string like = JsonSerializer.Serialize(new { row.trailer.Gear, practices.Answers });
                BoardTrailer trailer = new BoardTrailer(
                    row.trailer.Id,
                    row.trailer.Tag,
                    row.trailer.Name,
                    row.trailer.CustomerId,
                    owner.Name,
                    row.trailer.Gear,
                    row.standing.Glyph,
                    row.standing.OpenVisit,
                    row.standing.Status.Hold is not null,
                    new TrailerCase(
                        row.trailer.Id,
                        row.standing.Status.Upcoming,
                        StripDownOf(like, row.trailer.Gear, practices, learned)));
                now[trailer.Id] = new Known(row.standing.Stamp, trailer, practices, like);
            }
        }

        trailers = now;
    }

    // A trailer as it was read, the stamp of the standing it was read from, and what trailers that are stripped down
    // alike share.
    private sealed record Known(Guid Stamp, BoardTrailer Trailer, PracticeChoices Practices, string Like);
}
