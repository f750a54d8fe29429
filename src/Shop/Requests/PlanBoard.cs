using System.Diagnostics;
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
/// kept from before, and a restart comes to the same plan. It is made behind the scenes only: whoever wants it asks for
/// a round and waits for a while.
/// </summary>
internal sealed class PlanBoard : IDisposable
{
    // Most trailers of a shop whose plan a hand waits for.
    private const int WaitedFor = 300;

    private static readonly TimeSpan LookAgain = TimeSpan.FromMilliseconds(50);
    private readonly Dictionary<Fingerprint, StripDown> stripDowns = [];
    private readonly Rounds rounds = new();
    private readonly Guid instance = Guid.NewGuid();
    private Fingerprint stripDownsBy;
    private Dictionary<Guid, Known> trailers = [];
    private Dictionary<Guid, (Fingerprint By, PlanDraft Plan)> alone = [];
    private (Fingerprint By, Board Board)? last;
    private FileVersion? file;
    private long version = -1;
    private int done;
    private int of;
    private int waiting;

    /// <summary>
    /// How long whoever wants the plan as of now waits for it before the one made last has to do.
    /// </summary>
    internal TimeSpan Patience { get; set; } = TimeSpan.FromMilliseconds(400);

    /// <summary>Somebody waits for a round.</summary>
    internal event Action? Wanted;

    /// <summary>The board as it was made last; null before the first.</summary>
    internal Board? Made => last?.Board;

    /// <summary>
    /// How many trailers are planned already, of how many, in the round that goes on; (0, 0) between two.
    /// </summary>
    internal (int Done, int Of) Progress => (Volatile.Read(ref done), Volatile.Read(ref of));

    /// <summary>Whether nothing was written since the plan was made, and it is of this day.</summary>
    internal bool IsCurrent(DateOnly today) =>
        Made?.Today == today && file is { } watched && watched.Read() == Volatile.Read(ref version);

    /// <summary>
    /// Has the plan made, where anything was written since, and waits for it: as long as whoever asks has patience.
    /// Answers whether the board is as of now.
    /// </summary>
    internal async Task<bool> CaughtUpAsync(DateOnly today, CancellationToken stop)
    {
        // A round may have to rest, or to wait for statuses of the day.
        long began = Stopwatch.GetTimestamp();
        while (!IsCurrent(today))
        {
            Task<bool> round = Next();
            TimeSpan left = Patience - Stopwatch.GetElapsedTime(began);
            if (left <= TimeSpan.Zero || await Task.WhenAny(round, Task.Delay(left, stop)) != round)
            {
                return false;
            }

            if (await round)
            {
                return true;
            }

            await Task.Delay(LookAgain, stop);
        }

        return true;
    }

    /// <summary>
    /// The board as the record has it now, or had it a moment ago where making it anew takes long. Before the first one
    /// it waits for that.
    /// </summary>
    internal async Task<Board> NowAsync(Clock clock, CancellationToken stop)
    {
        await CaughtUpAsync(clock.Today, stop);
        if (Made is { } made)
        {
            return made;
        }

        Interlocked.Increment(ref waiting);
        try
        {
            while (Made is null)
            {
                await Next().WaitAsync(stop);
                await Task.Delay(LookAgain, stop);
            }

            return Made;
        }
        finally
        {
            Interlocked.Decrement(ref waiting);
        }
    }

    /// <summary>
    /// The board for somebody who drags a visit and wants to see at once what that comes to: as of now in a small shop;
    /// in a large one as it was made last today, since a round takes longer than a hand waits.
    /// </summary>
    internal Task<Board> SoonAsync(Clock clock, CancellationToken stop) =>
        Made is { } made && made.Today == clock.Today && made.Trailers.Count > WaitedFor
            ? Task.FromResult(made)
            : NowAsync(clock, stop);

    /// <summary>Whether somebody cannot go on before there is a board, be it by statuses of yesterday.</summary>
    internal bool IsNeeded => Volatile.Read(ref waiting) > 0 && Made is null;

    /// <summary>A round begins; to be told how it ended.</summary>
    internal TaskCompletionSource<bool> Begin() => rounds.Begin();

    /// <inheritdoc/>
    public void Dispose() => file?.Dispose();

    private Task<bool> Next()
    {
        Task<bool> round = rounds.Next;
        Wanted?.Invoke();
        return round;
    }

    /// <summary>
    /// Tells apart what a page of the plan shows: another one after any write, on another day, and while a round is
    /// farther. Null before the first plan.
    /// </summary>
    internal string? Tag(DateOnly today) => file is { } watched
        ? FormattableString.Invariant($"W/\"{instance:N}-{watched.Read()}-{today:yyyyMMdd}-{done}-{IsCurrent(today)}\"")
        : null;

    /// <summary>Number of what was written to the file last; to be had once a board was made.</summary>
    internal long Newest => file!.Read();

    /// <summary>Nothing but the plan itself was written until then: it is as of now still.</summary>
    internal void StillCurrent(long newest) => Volatile.Write(ref version, newest);

    /// <summary>Makes the board of the record as it is now. One at a time.</summary>
    /// <param name="from">The shop's file.</param>
    /// <param name="today">The day.</param>
    /// <param name="kept">Weeks kept of an earlier plan of a trailer, by what that was made of; null for none.</param>
    /// <param name="rests">Whether it only looks: where something has changed nothing is planned.</param>
    /// <param name="stop">Ends it between two trailers.</param>
    /// <returns>The board; null where it has changed and planning rests.</returns>
    internal async Task<Board?> MakeAsync(
        ShopFile from,
        DateOnly today,
        Func<Guid, string, int[][]?> kept,
        bool rests,
        CancellationToken stop)
    {
        file ??= new FileVersion(from.Database.GetDbConnection().DataSource);
        long now = file.Read();
        try
        {
            Board? board = await ReadAsync(from, today, kept, rests, stop);
            if (board is not null)
            {
                Volatile.Write(ref version, now);
            }

            return board;
        }
        finally
        {
            (done, of) = (0, 0);
        }
    }

    private async Task<Board?> ReadAsync(
        ShopFile file,
        DateOnly today,
        Func<Guid, string, int[][]?> kept,
        bool rests,
        CancellationToken stop)
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
        if (last is { } before && before.By == whole)
        {
            return before.Board;
        }

        if (rests)
        {
            return null;
        }

        Board board = Plan(facts, all, prints, kept, stop);
        last = (whole, board);
        return board;
    }

    // Each trailer alone where something of it has changed, and all of them into the bays.
    private Board Plan(
        PlanFacts facts,
        BoardTrailer[] all,
        Fingerprint[] prints,
        Func<Guid, string, int[][]?> kept,
        CancellationToken stop)
    {
        OpenHours hours = facts.Settings.Hours;
        TrailerPlanner planner = new(facts.Today, TrailerPlanner.UsualWeeks, facts.Settings.Costs);
        int[] shut = planner.Shut(hours, facts.Today);
        PlanDraft[] first = new PlanDraft[all.Length];
        (done, of) = (0, all.Length);
        Parallel.For(0, all.Length, new ParallelOptions { CancellationToken = stop }, i =>
        {
            BoardTrailer trailer = all[i];
            bool known = alone.TryGetValue(trailer.Id, out var before);
            first[i] = known && before.By == prints[i]
                ? before.Plan
                : planner.Draft(
                    trailer.Case,
                    shut,
                    by => (known ? before.Plan.WeeksFor(by) : null) ?? kept(trailer.Id, by));
            Interlocked.Increment(ref done);
        });
        alone = Enumerable.Range(0, all.Length).ToDictionary(i => all[i].Id, i => (prints[i], first[i]));
        WholePlan whole = BayWeeks.Fit(
            planner,
            [.. all.Select(t => t.Case)],
            first,
            hours,
            Booked(facts.Bookings),
            facts.Today);
        return new Board(
            facts.Today,
            planner,
            facts.Settings.Costs,
            hours,
            all,
            whole,
            facts.Bookings,
            first,
            facts.Inputs);
    }

    /// <summary>The time that accepted visits take of the bays.</summary>
    internal static IReadOnlyList<BookedTime> Booked(ILookup<Guid, Booking> bookings) =>
        [.. bookings.SelectMany(b => b).Select(b => new BookedTime(b.TrailerId, b.Day, b.Minutes))];

    private BoardTrailer OnBoard(Known known, PlanFacts facts) => known.Trailer with
    {
        Case = known.Trailer.Case with
        {
            StripDown = StripDownOf(known.Like, known.Trailer.Gear, known.Practices, facts.Learned),
            Wishes = Decision.Wishes(facts.Decisions[known.Trailer.Id], facts.Bookings[known.Trailer.Id]),
            Busy = facts.Busy[known.Trailer.CustomerId],
            NobodyFor = facts.WhoCan.NobodyFor(known.Trailer.Case.Coming),
            PartsFrom = facts.Today.AddDays(facts.Settings.Hours.PartsLeadDays),
            PriceOf = code => facts.Inputs.Prices.GetValueOrDefault(code),
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
                StripDownOf(like, trailer.Gear, practices, facts.Learned))
            {
                Customer = trailer.CustomerId
            });
        return new Known(status.Stamp, read, practices, like);
    }

    // A trailer as it was read, the stamp of the standing it was read from, and what trailers that are stripped down
    // alike share.
    private sealed record Known(Guid Stamp, BoardTrailer Trailer, PracticeChoices Practices, Fingerprint Like);
}
