using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Shelf;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>Where a trailer is on the board.</summary>
/// <param name="Bay">Which bay, from 1.</param>
/// <param name="Starts">When it begins.</param>
/// <param name="Ends">When it is done, or the shop closes.</param>
/// <param name="OverNight">Whether it is not done when the shop closes.</param>
/// <param name="People">Who works on it.</param>
/// <param name="Pinned">Whether it stays there.</param>
/// <param name="Late">What it is promised for, where it is not ready by then; null where it is.</param>
public sealed record SlotAnswer(
    int Bay,
    TimeOnly Starts,
    TimeOnly Ends,
    bool OverNight,
    IReadOnlyList<Guid> People,
    bool Pinned,
    TimeOnly? Late);

/// <summary>A trailer that is in the shop, or expected.</summary>
/// <param name="Id">The visit; the accepted visit until the trailer comes.</param>
/// <param name="Here">Whether it is in the shop.</param>
/// <param name="OnHold">Whether it may not be towed.</param>
/// <param name="Jobs">What is done, at their places.</param>
/// <param name="What">The same in words.</param>
/// <param name="HowLong">How long it takes.</param>
/// <param name="Left">How much of that is left.</param>
/// <param name="Share">How much of it is done: 0 to 1.</param>
/// <param name="Hands">How many work on it: 1 or 2.</param>
/// <param name="Begun">Whether anything has been done.</param>
/// <param name="Standing">How it stands with its work.</param>
/// <param name="WaitsFor">What it waits for, in words; may be empty.</param>
/// <param name="Since">Since when it stands so; null for one that is expected.</param>
/// <param name="Said">What the customer said; may be empty.</param>
/// <param name="Day">The day it is expected; null for one that is in the shop.</param>
/// <param name="DropOffAt">When it is dropped off; null where that is open.</param>
/// <param name="PickUpOn">The day it is promised for; null where nobody has promised one.</param>
/// <param name="PickUpAt">The hour it is promised for; null for the day's end.</param>
/// <param name="Parts">Whether its parts are there.</param>
/// <param name="PartsWords">Which are not, in words.</param>
/// <param name="Agreed">Whether its customer has agreed.</param>
/// <param name="Slot">Where it is on the board; null where it is not.</param>
public sealed record OnBoardAnswer(
    Guid Id,
    bool Here,
    Guid TrailerId,
    string Tag,
    string Name,
    string Customer,
    string Phone,
    Glyph? Glyph,
    bool OnHold,
    IReadOnlyList<JobAt> Jobs,
    string What,
    string HowLong,
    string Left,
    double Share,
    int Hands,
    bool Begun,
    Standing Standing,
    string WaitsFor,
    DateTimeOffset? Since,
    string Said,
    DateOnly? Day,
    TimeOnly? DropOffAt,
    DateOnly? PickUpOn,
    TimeOnly? PickUpAt,
    PartsState Parts,
    string PartsWords,
    AgreedState Agreed,
    SlotAnswer? Slot);

/// <summary>Somebody who works on trailers.</summary>
/// <param name="Id">The person.</param>
/// <param name="Name">The name.</param>
/// <param name="Alone">Whether they work without somebody beside them.</param>
/// <param name="Away">When they are not there today.</param>
public sealed record HandAnswer(Guid Id, string Name, bool Alone, IReadOnlyList<AbsenceAnswer> Away);

/// <summary>When somebody is not there.</summary>
/// <param name="Id">Identity.</param>
/// <param name="From">From when on.</param>
/// <param name="To">Until when; null for the rest of the day.</param>
public sealed record AbsenceAnswer(Guid Id, TimeOnly From, TimeOnly? To);

/// <summary>The shop's day.</summary>
/// <param name="Day">The day.</param>
/// <param name="Now">The shop's time.</param>
/// <param name="Opens">When it opens.</param>
/// <param name="Closes">When it closes; the same where nobody works that day.</param>
/// <param name="BreakAt">When its break begins; null for none.</param>
/// <param name="BreakEnds">When its break ends.</param>
/// <param name="Bays">How many bays.</param>
/// <param name="People">Who works on trailers.</param>
/// <param name="Trailers">The trailers in the shop, those expected today, and those that have not come.</param>
/// <param name="Version">How often the board has changed.</param>
public sealed record TodayAnswer(
    DateOnly Day,
    TimeOnly Now,
    TimeOnly Opens,
    TimeOnly Closes,
    TimeOnly? BreakAt,
    TimeOnly? BreakEnds,
    int Bays,
    IReadOnlyList<HandAnswer> People,
    IReadOnlyList<OnBoardAnswer> Trailers,
    int Version);

/// <summary>Where somebody puts a trailer.</summary>
/// <param name="Id">The visit, or the accepted visit.</param>
/// <param name="Bay">Which bay, from 1.</param>
/// <param name="Starts">When it begins.</param>
/// <param name="People">Who works on it.</param>
/// <param name="Pinned">Whether it stays there.</param>
public sealed record SlotDraft(Guid Id, int Bay, TimeOnly Starts, IReadOnlyList<Guid> People, bool Pinned);

/// <summary>Where trailers are put, and which are taken off the board.</summary>
/// <param name="Version">The board's version it is decided by.</param>
/// <param name="Slots">Where they are put.</param>
/// <param name="Off">Those taken off.</param>
public sealed record SlotsEdit(int Version, IReadOnlyList<SlotDraft> Slots, IReadOnlyList<Guid> Off);

/// <summary>A day as the program would have it.</summary>
/// <param name="Slots">Where each trailer would be.</param>
/// <param name="Off">Those that would have to leave the board.</param>
/// <param name="Words">What that comes to, in sentences.</param>
/// <param name="Exact">Whether no other plan is better.</param>
/// <param name="Gap">By what share another could be better; 0 where none is.</param>
/// <param name="Changes">Whether it is any other than what stands.</param>
/// <param name="Version">The board's version it was made from.</param>
public sealed record ProposedDay(
    IReadOnlyList<SlotDraft> Slots,
    IReadOnlyList<Guid> Off,
    IReadOnlyList<string> Words,
    bool Exact,
    double Gap,
    bool Changes,
    int Version);

/// <summary>When somebody is not there today.</summary>
/// <param name="PersonId">Who.</param>
/// <param name="From">From when on.</param>
/// <param name="To">Until when; null for the rest of the day.</param>
public sealed record AbsenceEdit(Guid PersonId, TimeOnly From, TimeOnly? To);

/// <summary>How a trailer that is in the shop stands with its work.</summary>
/// <param name="Standing">How.</param>
/// <param name="WaitsFor">What it waits for; may be empty.</param>
public sealed record StandingEdit(Standing Standing, string WaitsFor);

/// <summary>When a trailer comes and goes.</summary>
/// <param name="DropOffAt">When it is dropped off; null where that is open, and for one that is in the shop.</param>
/// <param name="PickUpOn">The day it is promised for; null for none.</param>
/// <param name="PickUpAt">The hour it is promised for; null for the day's end.</param>
public sealed record TimesEdit(TimeOnly? DropOffAt, DateOnly? PickUpOn, TimeOnly? PickUpAt);

/// <summary>The shop's day: which trailer stands where when, who works on it.</summary>
internal static class Today
{
    private const int MostTrailers = 200, MostAway = 4, MostDaysAhead = 365;

    internal static void MapToday(this RouteGroupBuilder bay)
    {
        RouteGroupBuilder today = bay.MapGroup("/today");
        today.MapGet("/", AnswerAsync).Needs(Right.See);
        today.MapPost("/propose", ProposeAsync).Needs(Right.See);
        today.MapPut("/slots", PutAsync).Needs(Right.Plan);
        today.MapPut("/absences/{id:guid}", AwayAsync).Needs(Right.Plan);
        today.MapDelete("/absences/{id:guid}", BackAsync).Needs(Right.Plan);
        today.MapPut("/{id:guid}/times", TimesAsync).Needs(Right.Plan);
        bay.MapPut("/visits/{id:guid}/standing", StandAsync).Needs(Right.Work);
    }

    private static async Task<Ok<TodayAnswer>> AnswerAsync(ShopFile file, Clock clock, Demand coming) =>
        TypedResults.Ok(Answer(await TodayBoard.ReadAsync(file, clock, coming)));

    private static TodayAnswer Answer(TodayBoard board)
    {
        DayProblem problem = board.Problem(parts: false);
        Dictionary<Guid, DayVisit> visits = problem.Visits.ToDictionary(v => v.Id);
        WorkDay day = board.Day;
        return new TodayAnswer(
            board.Today,
            board.Now,
            day.Opens,
            day.Closes,
            day.BreakMinutes > 0 && day.At(day.Minutes) > day.BreakAt ? day.BreakAt : null,
            day.BreakMinutes > 0 ? day.BreakAt.AddMinutes(day.BreakMinutes) : null,
            board.Bays,
            [.. board.Hands.Select(h => new HandAnswer(
                h.Person.Id,
                h.Person.Name,
                problem.People.First(p => p.Id == h.Person.Id).Alone,
                [.. h.Absences.Select(a => new AbsenceAnswer(a.Id, a.From, a.To))]))],
            [.. board.Trailers.Select(t => new OnBoardAnswer(
                t.Id,
                t.Here,
                t.TrailerId,
                t.Tag,
                t.Name,
                t.Customer,
                t.Phone,
                t.Glyph,
                t.OnHold,
                t.Jobs,
                t.What,
                Packet.InWords(t.Minutes),
                Packet.InWords(t.Left),
                t.Minutes == 0 ? 1 : (double)Math.Round(1 - (t.Left / t.Minutes), 3),
                t.Hands,
                t.Begun,
                t.Standing,
                t.WaitsFor,
                t.Here ? t.Since : null,
                t.Said,
                t.Day,
                t.DropOffAt,
                t.PickUpOn,
                t.PickUpAt,
                t.Parts,
                t.PartsWords,
                t.Agreed,
                visits.TryGetValue(t.Id, out DayVisit? visit) && visit.Stands is { } slot
                    ? Slot(slot, visit, problem, day, t.Slot!.Pinned)
                    : null))],
            board.Version);
    }

    private static SlotAnswer Slot(DaySlot slot, DayVisit visit, DayProblem problem, WorkDay day, bool pinned)
    {
        int end = slot.Start + visit.Minutes;
        return new SlotAnswer(
            slot.Bay + 1,
            day.From(slot.Start),
            day.At(Math.Min(end, problem.Minutes)),
            end > problem.Minutes,
            slot.People,
            pinned,
            visit.Promised is { } promised && end > promised ? day.At(promised) : null);
    }

    private static async Task<Ok<ProposedDay>> ProposeAsync(ShopFile file, Clock clock, Demand coming)
    {
        TodayBoard board = await TodayBoard.ReadAsync(file, clock, coming);
        DayProblem problem = board.Problem();
        DayPlan plan = DayPlanner.Plan(problem);
        Dictionary<Guid, OnBoard> trailers = board.Trailers.ToDictionary(t => t.Id);
        Dictionary<Guid, string> people = board.Hands.ToDictionary(h => h.Person.Id, h => h.Person.Name);
        bool changes = problem.Visits.Any(v => v.Stands != plan.Slots.GetValueOrDefault(v.Id));
        return TypedResults.Ok(new ProposedDay(
            [.. plan.Slots.OrderBy(s => s.Value.Bay).ThenBy(s => s.Value.Start).Select(s => new SlotDraft(
                s.Key,
                s.Value.Bay + 1,
                board.Day.From(s.Value.Start),
                s.Value.People,
                trailers[s.Key].Slot is { Pinned: true } slot && slot.Day == board.Today))],
            [.. problem.Visits.Where(v => v.Stands is not null && !plan.Slots.ContainsKey(v.Id)).Select(v => v.Id)],
            DayWords.Of(
                problem,
                plan.Slots,
                board.Day,
                id => trailers[id].Tag,
                id => people.GetValueOrDefault(id, "somebody")),
            plan.Exact,
            Math.Round(plan.Gap, 3),
            changes,
            board.Version));
    }

    private static async Task<Ok<TodayAnswer>> PutAsync(
        SlotsEdit edit,
        ShopFile file,
        Clock clock,
        Demand coming,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        TodayBoard board = await TodayBoard.ReadAsync(file, clock, coming);
        Checks checks = new();
        checks.Add("/slots", edit.Slots.Count > MostTrailers ? $"At most {MostTrailers} at once." : null);
        checks.Add("/off", edit.Off.Count > MostTrailers ? $"At most {MostTrailers} at once." : null);
        checks.Add("/slots", edit.Slots.DistinctBy(s => s.Id).Count() < edit.Slots.Count
            ? "A trailer stands at one place at a time."
            : null);
        checks.Done();

        // Sent again, or the same as somebody else has just done: as it stands.
        if (edit.Slots.All(s => board.Trailers.FirstOrDefault(t => t.Id == s.Id)?.Slot is { } there
                && there.Day == board.Today
                && (there.Bay, there.StartsAt, there.Pinned) == (s.Bay - 1, s.Starts, s.Pinned)
                && there.People.Order().SequenceEqual(s.People.Order()))
            && edit.Off.All(id => board.Trailers.All(t => t.Id != id || t.Slot is null)))
        {
            return TypedResults.Ok(Answer(board));
        }

        if (edit.Version != board.Version)
        {
            throw Refusal.Conflict(
                "Somebody else has moved something on the board meanwhile. It is shown as it stands now.",
                "/version",
                Answer(board));
        }

        // Set by hand, parts may be missing: whoever does it knows why.
        DayProblem problem = board.Problem(parts: false);
        Dictionary<Guid, DaySlot> slots = problem.Visits
            .Where(v => v.Stands is not null && !edit.Off.Contains(v.Id))
            .ToDictionary(v => v.Id, v => v.Stands!);
        for (int i = 0; i < edit.Slots.Count; i++)
        {
            SlotDraft draft = edit.Slots[i];
            checks.Add(
                $"/slots/{i}",
                problem.Visits.All(v => v.Id != draft.Id) ? "This trailer is not on today’s board any more."
                    : draft.Starts < board.Day.Opens || draft.Starts >= board.Day.Closes ? "The shop is closed by then."
                    : null);
            slots[draft.Id] = new DaySlot(draft.Bay - 1, board.Day.Done(draft.Starts), [.. draft.People.Distinct()]);
        }

        checks.Done();

        // What was moved is free to move; what was not may stand in its way, and each other they may not.
        HashSet<Guid> moved = [.. edit.Slots.Select(s => s.Id)];
        DayProblem free = problem with
        {
            Now = 0,
            Visits = [.. problem.Visits.Select(v => moved.Contains(v.Id)
                ? v with { Pinned = false, Running = false }
                : v)]
        };
        for (int i = 0; i < edit.Slots.Count; i++)
        {
            checks.Add($"/slots/{i}", DayPlanner.WhyNot(free, slots, edit.Slots[i].Id));
        }

        checks.Done();
        Guid[] ids = [.. moved, .. edit.Off];
        Dictionary<Guid, BoardSlot> known =
            await file.BoardSlots.Where(s => ids.Contains(s.Id)).ToDictionaryAsync(s => s.Id);
        foreach (SlotDraft draft in edit.Slots)
        {
            if (!known.TryGetValue(draft.Id, out BoardSlot? slot))
            {
                slot = new BoardSlot { Id = draft.Id, People = [] };
                file.BoardSlots.Add(slot);
            }

            (slot.Day, slot.Bay, slot.StartsAt, slot.People, slot.Pinned) =
                (board.Today, draft.Bay - 1, draft.Starts, [.. draft.People.Distinct()], draft.Pinned);
        }

        file.BoardSlots.RemoveRange(edit.Off.Where(known.ContainsKey).Select(id => known[id]));
        await SaveAsync(file, board.Today);
        await transaction.CommitAsync();
        return await AnswerAsync(file, clock, coming);
    }

    // Whoever has the board as it was is told so by its version.
    private static async Task SaveAsync(ShopFile file, DateOnly day)
    {
        BoardDay? board = await file.BoardDays.FirstOrDefaultAsync(d => d.Day == day);
        if (board is null)
        {
            board = new BoardDay { Day = day };
            file.BoardDays.Add(board);
        }

        board.Version++;
        await file.SaveChangesAsync();
    }

    private static async Task<Ok<TodayAnswer>> AwayAsync(
        Guid id,
        AbsenceEdit edit,
        ShopFile file,
        Clock clock,
        Demand coming,
        Worker worker)
    {
        _ = worker;
        Checks.Id(id);
        Checks checks = new();
        checks.Add("/to", edit.To is { } to && to <= edit.From ? "This ends before it begins." : null);
        checks.Done();
        await using var transaction = await file.Database.BeginTransactionAsync();
        DateOnly today = clock.Today;
        if (!await file.People.AnyAsync(p => p.Id == edit.PersonId && p.Active && !p.IsProgram))
        {
            throw Refusal.Field("/personId", "There is nobody of that id here.");
        }

        Absence? there = await file.Absences.FirstOrDefaultAsync(a => a.Id == id);
        if (there is not null && (there.PersonId != edit.PersonId || there.Day != today))
        {
            throw Refusal.Conflict("This id belongs to another time that somebody was away.");
        }

        if (there is null
            && await file.Absences.CountAsync(a => a.PersonId == edit.PersonId && a.Day == today) >= MostAway)
        {
            throw Refusal.Field("/from", $"At most {MostAway} times a day: say one long one.");
        }

        if (there is null)
        {
            there = new Absence { Id = id, PersonId = edit.PersonId, Day = today };
            file.Absences.Add(there);
        }

        if ((there.From, there.To) != (edit.From, edit.To) || file.Entry(there).State == EntityState.Added)
        {
            (there.From, there.To) = (edit.From, edit.To);
            await SaveAsync(file, today);
        }

        await transaction.CommitAsync();
        return await AnswerAsync(file, clock, coming);
    }

    private static async Task<Ok<TodayAnswer>> BackAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        Demand coming,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (await file.Absences.FirstOrDefaultAsync(a => a.Id == id) is { } there)
        {
            file.Absences.Remove(there);
            await SaveAsync(file, there.Day);
        }

        await transaction.CommitAsync();
        return await AnswerAsync(file, clock, coming);
    }

    // Of an accepted visit, or of a trailer that is in the shop.
    private static async Task<Ok<TodayAnswer>> TimesAsync(
        Guid id,
        TimesEdit edit,
        ShopFile file,
        Clock clock,
        Demand coming,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        DateOnly last = clock.Today.AddDays(MostDaysAhead);
        Checks checks = new();
        checks.Add("/pickUpOn", edit.PickUpOn > last ? "Nothing is promised more than a year ahead." : null);
        checks.Add("/pickUpAt", edit is { PickUpAt: not null, PickUpOn: null } ? "Say which day." : null);
        if (await file.Visits.FirstOrDefaultAsync(v => v.Id == id && v.ClosedAt == null) is { } visit)
        {
            checks.Add("/dropOffAt", edit.DropOffAt is not null ? "It is here already." : null);
            checks.Done();
            (visit.PickUpOn, visit.PickUpAt) = (edit.PickUpOn, edit.PickUpAt);
        }
        else if (await file.Bookings.FirstOrDefaultAsync(b =>
            b.Id == id && b.CalledOffAt == null && b.VisitId == null) is { } booking)
        {
            checks.Add("/pickUpOn", edit.PickUpOn < booking.Day ? "It cannot go before it comes." : null);
            checks.Add(
                "/pickUpAt",
                edit.PickUpOn == booking.Day && edit.PickUpAt <= edit.DropOffAt
                    ? "It cannot go before it comes."
                    : null);
            checks.Done();
            (booking.DropOffAt, booking.PickUpOn, booking.PickUpAt) = (edit.DropOffAt, edit.PickUpOn, edit.PickUpAt);
            booking.ChangedAt = clock.Now;
        }
        else
        {
            throw Refusal.NotFound("There is no such visit.");
        }

        await SaveAsync(file, clock.Today);
        await transaction.CommitAsync();
        return await AnswerAsync(file, clock, coming);
    }

    private static async Task<Ok<TodayAnswer>> StandAsync(
        Guid id,
        StandingEdit edit,
        ShopFile file,
        Clock clock,
        Demand coming,
        Worker worker)
    {
        _ = worker;
        Checks checks = new();
        string waits = checks.Text(
            "/waitsFor",
            edit.WaitsFor,
            "What it waits for",
            Visit.LongestSaid,
            required: false);
        checks.Done();
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await VisitPage.OpenAsync(file, id);
        if (edit.Standing == Standing.Ready
            && await file.TrailerStatuses.AsNoTracking().FirstAsync(s => s.TrailerId == visit.TrailerId)
                is { Status.Hold: { Released: false } hold })
        {
            throw Refusal.Field("/standing", $"It may not leave: Hold. {string.Join("; ", hold.Seen)}.");
        }

        if (visit.Standing != edit.Standing)
        {
            visit.StandsSince = clock.Now;
        }

        (visit.Standing, visit.WaitsFor) = (edit.Standing, edit.Standing == Standing.Working ? "" : waits);

        // What waits or is ready leaves its bay to others.
        if (visit.Standing != Standing.Working)
        {
            file.BoardSlots.RemoveRange(await file.BoardSlots.Where(s => s.Id == id).ToListAsync());
        }

        await SaveAsync(file, clock.Today);
        await transaction.CommitAsync();
        return await AnswerAsync(file, clock, coming);
    }
}
