using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon;

/// <summary>A decision about a trailer's plan.</summary>
/// <param name="Kind">What is decided.</param>
/// <param name="Tasks">Ids of the tasks it is about.</param>
/// <param name="To">A day of the week, or for an accepted visit its day.</param>
/// <param name="From">A day of the week they stand in now; null for none.</param>
/// <param name="Booking">The accepted visit it is about; null for none.</param>
public sealed record DecisionDraft(
    DecisionKind Kind,
    IReadOnlyList<string> Tasks,
    DateOnly? To,
    DateOnly? From,
    Guid? Booking);

/// <summary>A decision to make, under an id made by the client.</summary>
public sealed record DecisionMade(Guid Id, DecisionDraft Decision);

/// <summary>Decisions that belong together: all are made, or none.</summary>
/// <param name="Decisions">In the order they are made.</param>
public sealed record DecisionsMade(IReadOnlyList<DecisionMade> Decisions);

/// <summary>Decisions taken back together.</summary>
/// <param name="Ids">Theirs; the last made comes first.</param>
public sealed record DecisionsTakenBack(IReadOnlyList<Guid> Ids);

/// <summary>Decisions to try without making them.</summary>
/// <param name="Decisions">In the order they would be made.</param>
public sealed record DecisionsTried(IReadOnlyList<DecisionDraft> Decisions);

/// <summary>What decisions come to.</summary>
/// <param name="Line">The trailer's line with them.</param>
/// <param name="CostMore">What the plan costs more than without them; negative for less.</param>
/// <param name="MinutesMore">How many minutes more it takes in all; negative for fewer.</param>
/// <param name="Words">That in a sentence, and what does not fit.</param>
/// <param name="Weeks">The weeks of the bays with them.</param>
public sealed record Consequences(
    HorizonLine Line,
    decimal CostMore,
    decimal MinutesMore,
    string Words,
    IReadOnlyList<BayWeekAnswer> Weeks);

internal static class Decisions
{
    private const int MostTasks = 60;
    private const int MostTogether = 20;

    internal static void MapDecisions(this RouteGroupBuilder horizon)
    {
        horizon.MapPost("/trailers/{id:guid}/try", TryAsync).Needs(Right.See);
        horizon.MapPut("/trailers/{id:guid}/decisions", PutTogetherAsync).Needs(Right.Plan);
        horizon.MapPost("/trailers/{id:guid}/decisions/take-back", TakeBackTogetherAsync).Needs(Right.Plan);
        horizon.MapPut("/trailers/{id:guid}/decisions/{decisionId:guid}", PutOneAsync).Needs(Right.Plan);
        horizon.MapDelete("/trailers/{id:guid}/decisions/{decisionId:guid}", TakeOneBackAsync).Needs(Right.Plan);
    }

    private static Task<Ok<HorizonLine>> PutOneAsync(
        Guid id,
        Guid decisionId,
        DecisionDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        PlanBoard plans,
        CancellationToken stop) =>
        PutTogetherAsync(id, new DecisionsMade([new(decisionId, draft)]), file, clock, worker, plans, stop);

    private static Task<Ok<HorizonLine>> TakeOneBackAsync(
        Guid id,
        Guid decisionId,
        ShopFile file,
        Clock clock,
        Worker worker,
        PlanBoard plans,
        CancellationToken stop) =>
        TakeBackTogetherAsync(id, new DecisionsTakenBack([decisionId]), file, clock, worker, plans, stop);

    private static async Task<Ok<Consequences>> TryAsync(
        Guid id,
        DecisionsTried tried,
        ShopFile file,
        Clock clock,
        PlanBoard plans,
        CancellationToken stop)
    {
        Board board = await plans.SoonAsync(clock, stop);
        int index = board.Find(id);
        BoardTrailer trailer = board.Trailers[index];
        List<Booking> open = await OpenAsync(file, id, stop);
        foreach (DecisionDraft draft in tried.Decisions)
        {
            Check(board, trailer, draft, open);
        }

        BoardTrailer told = await ToldAsync(file, trailer, open, tried.Decisions, clock.Now, stop);
        TrailerPlan after = board.InForce.Replanned(index, told.Case);
        return TypedResults.Ok(Compare(board, told, index, after, tried.Decisions));
    }

    private static Task<List<Booking>> OpenAsync(ShopFile file, Guid trailer, CancellationToken stop) => file.Bookings
        .AsNoTracking()
        .Where(b => b.TrailerId == trailer && b.CalledOffAt == null && b.VisitId == null)
        .ToListAsync(stop);

    // The trailer with what is decided by now, which the board may not know yet, and with what is tried.
    private static async Task<BoardTrailer> ToldAsync(
        ShopFile file,
        BoardTrailer trailer,
        IReadOnlyList<Booking> open,
        IReadOnlyList<DecisionDraft> tried,
        DateTimeOffset at,
        CancellationToken stop)
    {
        List<Decision> decisions = await file.Decisions
            .AsNoTracking()
            .Where(d => d.TrailerId == trailer.Id && d.UndoneAt == null)
            .ToListAsync(stop);
        List<Booking> bookings = [.. open.Select(b => tried.LastOrDefault(
            d => d.Booking == b.Id && Decision.ChangesABooking(d.Kind)) is { } last ? b.After(last.Kind, last.To) : b)];
        decisions.AddRange(tried.Select((d, i) => new Decision
        {
            Id = Guid.CreateVersion7(),
            TrailerId = trailer.Id,
            Kind = d.Kind == DecisionKind.Accept ? DecisionKind.Pin : d.Kind,
            Tasks = d.Tasks,
            To = d.To,
            From = d.From,
            At = at.AddTicks(1 + i)
        }));
        return trailer with { Case = trailer.Case with { Wishes = Decision.Wishes(decisions, bookings) } };
    }

    private static Consequences Compare(
        Board board,
        BoardTrailer trailer,
        int index,
        TrailerPlan after,
        IReadOnlyList<DecisionDraft> tried)
    {
        PlanChange change = board.InForce.Change(index, after, HorizonPage.WeeksShown);
        List<string> words = [change.InWords];
        foreach (DateOnly week in tried
            .Where(d => d.Kind is DecisionKind.Pin or DecisionKind.Accept or DecisionKind.Move && d.To is not null)
            .Select(d => Weeks.Monday(d.To!.Value))
            .Distinct())
        {
            if (change.Over(week) / 60 is >= 0.05m and var over)
            {
                words.Add(FormattableString.Invariant($"The week of {week:MMMM d} is then {over:0.#} h over."));
            }

            if (trailer.Case.Busy.Contains(week))
            {
                words.Add(FormattableString.Invariant(
                    $"{trailer.Customer} cannot spare it in the week of {week:MMMM d}."));
            }
        }

        return new Consequences(
            HorizonPage.OfTrailer(board, trailer, after),
            change.CostMore,
            Math.Round(change.MinutesMore, 1),
            string.Join(' ', after.Trouble is { } trouble ? words.Append(trouble) : words),
            [.. change.Weeks.Select(w => HorizonPage.OfWeek(board, w))]);
    }

    private static async Task<Ok<HorizonLine>> PutTogetherAsync(
        Guid id,
        DecisionsMade made,
        ShopFile file,
        Clock clock,
        Worker worker,
        PlanBoard plans,
        CancellationToken stop)
    {
        foreach (DecisionMade one in made.Decisions)
        {
            Checks.Id(one.Id);
        }

        if (made.Decisions.Count is 0 or > MostTogether)
        {
            throw Refusal.Field("/decisions", $"1 to {MostTogether} decisions are made at once.");
        }

        Board board = await plans.NowAsync(clock, stop);
        BoardTrailer trailer = board.Trailers[board.Find(id)];
        List<Booking> open = await OpenAsync(file, id, stop);
        await using var transaction = await file.Database.BeginTransactionAsync(stop);
        foreach ((Guid decision, DecisionDraft draft) in made.Decisions)
        {
            if (!await file.Decisions.AnyAsync(d => d.Id == decision, stop))
            {
                Check(board, trailer, draft, open);
                await MakeAsync(file, board, trailer, decision, draft, clock, worker, stop);
            }
        }

        await transaction.CommitAsync(stop);
        return TypedResults.Ok(await LineAsync(file, clock, plans, id, stop));
    }

    private static async Task MakeAsync(
        ShopFile file,
        Board board,
        BoardTrailer trailer,
        Guid id,
        DecisionDraft draft,
        Clock clock,
        Worker worker,
        CancellationToken stop)
    {
        // What the board shows was so a moment ago: what counts is what stands now, in this transaction.
        List<Booking> open = await file.Bookings
            .Where(b => b.TrailerId == trailer.Id && b.CalledOffAt == null && b.VisitId == null)
            .ToListAsync(stop);
        Booking? booking = draft.Booking is { } its
            ? open.Find(b => b.Id == its)
                ?? throw Refusal.Conflict(
                    "The trailer has come for this visit, or it was called off. Look at it again.")
            : null;
        if (draft is { Kind: DecisionKind.Move, From: { } seen } && booking!.Day != seen)
        {
            throw Refusal.Conflict(FormattableString.Invariant(
                $"Somebody else moved this visit to {booking.Day:dddd, MMMM d} meanwhile. Look at it again."));
        }

        file.Decisions.Add(new Decision
        {
            Id = id,
            TrailerId = trailer.Id,
            Kind = draft.Kind,
            Tasks = draft.Tasks,
            To = draft.To,
            From = draft.Kind == DecisionKind.Move ? booking!.Day : draft.From,
            BookingId = draft.Kind == DecisionKind.Accept ? id : draft.Booking,
            At = clock.Now,
            PersonId = worker.Id
        });
        booking?.Apply(draft.Kind, draft.To, clock.Now);
        if (draft.Kind == DecisionKind.Accept)
        {
            booking = Booking.Of(id, trailer.Case, draft.Tasks, draft.To!.Value, board.Costs, clock.Now, worker.Id);
            file.Bookings.Add(booking);
        }

        if (booking is { CalledOffAt: null })
        {
            NotTwice(booking, open, trailer.Case);
        }

        // One after the other: they are told apart by when they were made.
        await file.SaveChangesAsync(stop);
    }

    // Two people who accept the same work accept it once.
    private static void NotTwice(Booking booking, IEnumerable<Booking> open, TrailerCase trailer)
    {
        foreach (Booking other in open.Where(b => b.Id != booking.Id))
        {
            if (booking.Doubles(other, trailer) is { } work)
            {
                throw Refusal.Conflict(FormattableString.Invariant(
                    $"{work.Name} is accepted already, for {other.Day:dddd, MMMM d}. Move that visit, or call ")
                    + "it off.");
            }
        }
    }

    private static async Task<Ok<HorizonLine>> TakeBackTogetherAsync(
        Guid id,
        DecisionsTakenBack taken,
        ShopFile file,
        Clock clock,
        Worker worker,
        PlanBoard plans,
        CancellationToken stop)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync(stop);
        foreach (Guid one in taken.Ids)
        {
            await TakeBackAsync(file, id, one, clock, stop);
        }

        await transaction.CommitAsync(stop);
        return TypedResults.Ok(await LineAsync(file, clock, plans, id, stop));
    }

    private static async Task TakeBackAsync(
        ShopFile file,
        Guid id,
        Guid decisionId,
        Clock clock,
        CancellationToken stop)
    {
        Decision? decision = await file.Decisions.FirstOrDefaultAsync(
            d => d.Id == decisionId && d.TrailerId == id,
            stop);
        if (decision is not { UndoneAt: null })
        {
            return;
        }

        decision.UndoneAt = clock.Now;
        Booking? booking = decision.BookingId is { } its
            ? await file.Bookings.FirstOrDefaultAsync(b => b.Id == its, stop)
            : null;
        if (booking is { VisitId: not null })
        {
            throw Refusal.Conflict("The trailer has come for this visit already; it can't be taken back any more.");
        }

        if (decision.Kind == DecisionKind.Move && booking is not null && booking.Day != decision.To)
        {
            throw Refusal.Conflict(FormattableString.Invariant(
                $"It was moved again since, to {booking.Day:dddd, MMMM d}: take that back first."));
        }

        booking?.TakeBack(decision, clock.Now);
        await file.SaveChangesAsync(stop);
    }

    private static async Task<HorizonLine> LineAsync(
        ShopFile file,
        Clock clock,
        PlanBoard plans,
        Guid id,
        CancellationToken stop)
    {
        Board board = await plans.NowAsync(clock, stop);
        int index = board.Find(id);
        if (plans.IsCurrent(clock.Today))
        {
            return HorizonPage.OfTrailer(board, index);
        }

        // The whole shop takes longer than anybody waits: this trailer by what was decided just now, the others as
        // they were.
        List<Booking> open = await OpenAsync(file, id, stop);
        BoardTrailer told = await ToldAsync(file, board.Trailers[index], open, [], clock.Now, stop);
        Board seen = board with { Bookings = open.ToLookup(b => b.TrailerId) };
        return HorizonPage.OfTrailer(seen, told, board.InForce.Replanned(index, told.Case));
    }

    private static void Check(Board board, BoardTrailer trailer, DecisionDraft draft, IReadOnlyList<Booking> open)
    {
        Checks checks = new();
        HashSet<string> known = [.. trailer.Case.Coming.Select(d => d.Id)];
        bool aboutBooking = Decision.ChangesABooking(draft.Kind);
        checks.Add(
            "/tasks",
            draft.Tasks.Count > MostTasks ? $"At most {MostTasks} tasks at once."
                : draft.Tasks.Count == 0 && !aboutBooking ? "Say which tasks."
                : null);
        checks.Add(
            "/tasks",
            !aboutBooking && draft.Tasks.FirstOrDefault(t => !known.Contains(t)) is { } gone
                ? $"“{gone}” does not fall due on {trailer.Tag} any more; look again."
                : null);
        HashSet<string> shops = [.. trailer.Case.Shops.Select(d => d.Id)];
        checks.Add(
            "/tasks",
            draft.Kind is DecisionKind.Pin or DecisionKind.KeepTogether or DecisionKind.Accept
                && draft.Tasks.Count > 0
                && !draft.Tasks.Any(shops.Contains)
                ? "Its owner does this between visits: it brings no visit about. Who does it is chosen with how long "
                    + "it lasts."
                : null);
        checks.Add(
            "/tasks",
            draft.Kind == DecisionKind.KeepTogether && draft.Tasks.Count < 2
                ? "Two or more tasks are kept together."
                : null);
        DateOnly last = board.Planner.First.AddDays(7 * board.Planner.WeeksPlanned);
        checks.Add(
            "/to",
            draft.Kind is not (DecisionKind.KeepTogether or DecisionKind.CallOff)
                && draft.To is null ? "Say which week."
                : draft.To < board.Planner.First || draft.To >= last ? "This week lies outside of the horizon."
                : null);
        checks.Add(
            "/to",
            draft.Kind is DecisionKind.Accept or DecisionKind.Move && draft.To is { } day
                ? day < board.Today ? "This day has passed."
                    : board.Hours.MinutesOn(day) > 0 ? null
                    : FormattableString.Invariant($"Nobody works here on {day:MMMM d, yyyy}.")
                : null);
        checks.Add(
            "/booking",
            aboutBooking && !open.Any(b => b.Id == draft.Booking)
                ? "There is no such accepted visit any more."
                : null);
        checks.Done();
    }
}
