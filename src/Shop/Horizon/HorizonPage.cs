using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon;

/// <summary>Something that falls due, as a mark on a trailer's line.</summary>
/// <param name="Id">Id of the task.</param>
/// <param name="Name">What falls due.</param>
/// <param name="Short">The same in a word or two.</param>
/// <param name="Where">The places, in words.</param>
/// <param name="On">The day.</param>
/// <param name="Early">One chance in ten has it due by this day.</param>
/// <param name="Late">Nine chances in ten have it due by this day.</param>
/// <param name="Nearness">How near.</param>
/// <param name="When">How near, in words.</param>
/// <param name="Reason">Why, in words.</param>
/// <param name="Hard">Whether law or a Hold sets its last day.</param>
/// <param name="By">Who does it.</param>
public sealed record DueMark(
    string Id,
    string Name,
    string Short,
    string Where,
    DateOnly On,
    DateOnly Early,
    DateOnly Late,
    Nearness Nearness,
    string When,
    string Reason,
    bool Hard,
    Doer By);

/// <summary>A task in a visit.</summary>
/// <param name="Id">Id of the task.</param>
/// <param name="Name">What is done.</param>
/// <param name="Where">The places, in words.</param>
/// <param name="WeeksEarly">Weeks before it falls due; negative after.</param>
/// <param name="Why">Why it is in this visit, with the money and the minutes.</param>
/// <param name="MoneySaved">What riding along saves in all against a visit of its own.</param>
public sealed record TaskInVisitAnswer(
    string Id,
    string Name,
    string Where,
    int WeeksEarly,
    string Why,
    decimal MoneySaved);

/// <summary>A visit on a trailer's line, proposed or accepted.</summary>
/// <param name="Week">The Monday of its week.</param>
/// <param name="Day">The day its work begins; null where its week has no room for it.</param>
/// <param name="Booking">Id of the accepted visit; null while it is only proposed.</param>
/// <param name="Pinned">Whether somebody has asked for this week.</param>
/// <param name="Tasks">What is done.</param>
/// <param name="Minutes">All its minutes.</param>
/// <param name="MinutesInWords">The same in words.</param>
/// <param name="MinutesSaved">Minutes of opening and closing saved by sharing.</param>
/// <param name="SavedInWords">The same in words; empty where nothing is shared.</param>
/// <param name="Price">About what it costs the customer: labour and parts with a known price.</param>
/// <param name="What">What is done, in a line.</param>
/// <param name="Weightiest">The work that takes most of its minutes, two at most, by name, the most first.</param>
/// <param name="DoesNotFit">Whether its week has no room for it.</param>
/// <param name="With">Tags of other trailers of its customer that come in the same week, a few at most.</param>
public sealed record VisitOnLine(
    DateOnly Week,
    DateOnly? Day,
    Guid? Booking,
    bool Pinned,
    IReadOnlyList<TaskInVisitAnswer> Tasks,
    decimal Minutes,
    string MinutesInWords,
    decimal MinutesSaved,
    string SavedInWords,
    decimal Price,
    string What,
    IReadOnlyList<string> Weightiest,
    bool DoesNotFit,
    IReadOnlyList<string> With);

/// <summary>A trailer's line.</summary>
/// <param name="TrailerId">The trailer.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="Name">What it is.</param>
/// <param name="Customer">Whose.</param>
/// <param name="CustomerId">Whose, by id.</param>
/// <param name="Glyph">Its gear plan, small.</param>
/// <param name="OnHold">Whether it is on Hold.</param>
/// <param name="OpenVisit">The visit it stands in the bay for; null when it does not.</param>
/// <param name="Overdue">Whether something is overdue.</param>
/// <param name="Marks">What falls due within the weeks shown.</param>
/// <param name="Visits">Its visits.</param>
/// <param name="Trouble">What could not be kept, in words; null when all could.</param>
public sealed record HorizonLine(
    Guid TrailerId,
    string Tag,
    string Name,
    string Customer,
    Guid CustomerId,
    Glyph Glyph,
    bool OnHold,
    Guid? OpenVisit,
    bool Overdue,
    IReadOnlyList<DueMark> Marks,
    IReadOnlyList<VisitOnLine> Visits,
    string? Trouble);

/// <summary>A week of the bays.</summary>
/// <param name="Monday">The day it begins on.</param>
/// <param name="Open">Bay hours open.</param>
/// <param name="Booked">Hours accepted.</param>
/// <param name="Proposed">Hours proposed.</param>
/// <param name="Over">Hours by which it is over what is open; nought where it is but full.</param>
/// <param name="DoesNotFit">Tags of trailers for whose visits it has no room.</param>
public sealed record BayWeekAnswer(
    DateOnly Monday,
    decimal Open,
    decimal Booked,
    decimal Proposed,
    decimal Over,
    IReadOnlyList<string> DoesNotFit);

/// <summary>The plan is being made anew.</summary>
/// <param name="Done">How many trailers are planned already.</param>
/// <param name="Of">Of how many; 0 while what they are planned by is still being read.</param>
public sealed record PlanRenewal(int Done, int Of);

/// <summary>The horizon.</summary>
/// <param name="Today">The shop's day.</param>
/// <param name="First">The Monday of the first week.</param>
/// <param name="Weeks">The weeks of the bays, a year.</param>
/// <param name="Lines">A page of trailers.</param>
/// <param name="Found">How many trailers the filter finds in all.</param>
/// <param name="Total">How many there are.</param>
/// <param name="FollowUps">The checks owed soonest; only with the first page.</param>
/// <param name="ChecksOwed">How many are owed in all; 0 with any page but the first.</param>
/// <param name="MinutesSaved">Minutes of opening and closing that sharing saves over the year, all trailers.</param>
/// <param name="SavedInWords">The same in words.</param>
/// <param name="Shortage">What no plan can avoid, in words; null where the hours are enough.</param>
/// <param name="MadeAt">When the plan shown was made; null where there is none yet.</param>
/// <param name="Renewing">The plan is being made anew; null where the one shown is as of now.</param>
public sealed record HorizonAnswer(
    DateOnly Today,
    DateOnly First,
    IReadOnlyList<BayWeekAnswer> Weeks,
    IReadOnlyList<HorizonLine> Lines,
    int Found,
    int Total,
    IReadOnlyList<FollowUpAnswer> FollowUps,
    int ChecksOwed,
    decimal MinutesSaved,
    string SavedInWords,
    string? Shortage,
    DateTimeOffset? MadeAt,
    PlanRenewal? Renewing);

/// <summary>The horizon as a page, and its lines.</summary>
internal static class HorizonPage
{
    /// <summary>Weeks shown: a year.</summary>
    internal const int WeeksShown = 52;

    private const int MostLines = 200;
    private const int ChecksShown = 10;
    private const int MostWith = 6;

    internal static void MapHorizonPage(this RouteGroupBuilder horizon)
    {
        horizon.MapGet("/", ListAsync).Needs(Right.See);
        horizon.MapGet("/trailers/{id:guid}", OneAsync).Needs(Right.See);
    }

    private static async Task<Ok<HorizonLine>> OneAsync(
        Guid id,
        Clock clock,
        PlanBoard plans,
        CancellationToken stop)
    {
        Board board = await plans.NowAsync(clock, stop);
        return TypedResults.Ok(OfTrailer(board, board.Find(id)));
    }

    private static async Task<Results<Ok<HorizonAnswer>, StatusCodeHttpResult>> ListAsync(
        HttpContext context,
        ShopFile file,
        Clock clock,
        PlanBoard plans,
        string? search,
        Guid? customer,
        int? axles,
        bool? overdue,
        int? skip,
        int? take,
        CancellationToken stop)
    {
        int lines = take ?? 60;
        if (lines is < 1 or > MostLines || skip is < 0)
        {
            throw Refusal.Malformed($"The horizon shows 1 to {MostLines} trailers at once, from 0 or later.", "take");
        }

        bool current = await plans.CaughtUpAsync(clock.Today, stop);

        // Read before anything else: what is written meanwhile has another one.
        if (plans.Tag(clock.Today) is { } tag && Page.IsKnown(context, tag))
        {
            return TypedResults.StatusCode(StatusCodes.Status304NotModified);
        }

        var kept = from row in file.TrailerStatuses.AsNoTracking().Matching(search)
                   join plan in file.TrailerPlans.AsNoTracking() on row.TrailerId equals plan.TrailerId into plans_
                   from plan in plans_.DefaultIfEmpty()
                   select new { row, plan };
        if (customer is not null)
        {
            kept = kept.Where(k => k.row.CustomerId == customer);
        }

        if (axles is not null)
        {
            kept = kept.Where(k => k.plan.Axles == axles);
        }

        if (overdue == true)
        {
            kept = kept.Where(k => k.plan.Overdue);
        }

        var page = await kept
            .OrderBy(k => k.plan == null ? int.MaxValue : k.plan.WeekOrder)
            .ThenBy(k => k.row.Tag)
            .Skip(skip ?? 0)
            .Take(lines)
            .Select(k => new
            {
                k.row.TrailerId,
                k.row.Tag,
                k.row.Name,
                k.row.Customer,
                k.row.CustomerId,
                k.row.Glyph,
                k.row.OpenVisit,
                OnHold = k.row.Worst == Verdict.Hold,
                Overdue = k.plan != null && k.plan.Overdue,
                Line = k.plan == null || k.plan.Edition != KeptPlans.Edition ? null : k.plan.Line,
            })
            .ToListAsync(stop);
        (KeptHead head, DateTimeOffset? at) = await KeptPlans.HeadAsync(file, stop) is var (known, made)
            ? (known, made)
            : (await UnplannedAsync(file, clock.Today), (DateTimeOffset?)null);
        FollowUpPage owed = skip > 0 ? new([], 0) : await FollowUpsOwed.SoonestAsync(file, 0, ChecksShown);
        (int done, int of) = plans.Progress;
        return TypedResults.Ok(new HorizonAnswer(
            clock.Today,
            head.First,
            head.Weeks,
            [.. page.Select(p => (p, Line: KeptPlans.Line(p.Line))).Select(p => new HorizonLine(
                p.p.TrailerId,
                p.p.Tag,
                p.p.Name,
                p.p.Customer,
                p.p.CustomerId,
                p.p.Glyph,
                p.p.OnHold,
                p.p.OpenVisit,
                p.p.Overdue,
                p.Line?.Marks ?? [],
                p.Line?.Visits ?? [],
                p.Line is null ? "It is being planned." : p.Line.Trouble))],
            await kept.CountAsync(stop),
            await file.TrailerStatuses.CountAsync(stop),
            owed.Owed,
            owed.Total,
            head.MinutesSaved,
            Packet.InWords(head.MinutesSaved),
            head.Shortage,
            at,
            current ? null : new PlanRenewal(done, of)));
    }

    // Before the first plan: the weeks with their hours, and nothing in them.
    private static async Task<KeptHead> UnplannedAsync(ShopFile file, DateOnly today)
    {
        OpenHours hours = (await file.SettingsToReadAsync()).Hours;
        DateOnly first = Weeks.Monday(today);
        return new KeptHead(
            today,
            first,
            [.. Enumerable.Range(0, WeeksShown).Select(w => first.AddDays(7 * w)).Select(m =>
                new BayWeekAnswer(m, Math.Round(hours.MinutesOfWeek(m, today) / 60, 1), 0, 0, 0, []))],
            0,
            null);
    }

    /// <summary>A week of the bays as it is shown.</summary>
    internal static BayWeekAnswer OfWeek(Board board, BayWeek week) => new(
        week.Monday,
        Math.Round(week.Open / 60, 1),
        Math.Round(week.Booked / 60, 1),
        Math.Round(week.Proposed / 60, 1),
        Math.Round(week.Over / 60, 1),
        [.. week.DoesNotFit.Select(id => board.Trailers[board.IndexOf(id)].Tag)]);

    /// <summary>A trailer's line.</summary>
    internal static HorizonLine OfTrailer(Board board, int index) =>
        OfTrailer(board, board.Trailers[index], board.Plan.Plans[index]);

    /// <summary>A trailer's line by some plan of its own.</summary>
    internal static HorizonLine OfTrailer(Board board, BoardTrailer trailer, TrailerPlan plan)
    {
        DateOnly end = board.Planner.First.AddDays(7 * WeeksShown);
        HashSet<DateOnly> noRoom = [.. board.Plan.Weeks
            .Where(w => w.DoesNotFit.Contains(trailer.Id))
            .Select(w => w.Monday)];
        return new HorizonLine(
            trailer.Id,
            trailer.Tag,
            trailer.Name,
            trailer.Customer,
            trailer.CustomerId,
            trailer.Glyph,
            trailer.OnHold,
            trailer.OpenVisit,
            trailer.Case.Shops.Any(d => d.Nearness == Nearness.Overdue),
            [.. trailer.Case.Coming.Where(d => d.Early < end).Select(d => new DueMark(
                d.Id,
                d.Name,
                d.Short,
                d.Where,
                d.On,
                d.Early,
                d.Late,
                d.Nearness,
                d.When,
                d.Reason,
                d.HardBy is not null,
                d.By))],
            [.. plan.Visits.Where(v => v.Week < end).Select(v => OfVisit(board, trailer, v, noRoom))],
            plan.Trouble);
    }

    private static VisitOnLine OfVisit(Board board, BoardTrailer trailer, ProposedVisit visit, HashSet<DateOnly> noRoom)
    {
        Booking? booking = board.Bookings[trailer.Id].FirstOrDefault(b => Weeks.Monday(b.Day) == visit.Week);
        return new VisitOnLine(
            visit.Week,
            booking?.Day ?? visit.Day,
            booking?.Id,
            booking is null && trailer.Case.Wishes.Pins.Any(p => p.Week == visit.Week),
            [.. visit.Tasks.Select(t => new TaskInVisitAnswer(
                t.Due.Id,
                t.Due.Name,
                t.Due.Where,
                t.WeeksEarly,
                t.Why,
                t.MoneySaved))],
            visit.Minutes,
            Packet.InWords(visit.Minutes),
            visit.MinutesSaved,
            visit.MinutesSaved >= 1 ? Packet.InWords(visit.MinutesSaved) : "",
            Math.Round(visit.Price(board.Costs), 0),
            Upcoming.What(visit.Tasks.Select(t => t.Due)),
            visit.Weightiest(trailer.Case.WorkMinutes, 2),
            noRoom.Contains(visit.Week),
            [.. board.With(trailer, visit.Week).Take(MostWith)]);
    }
}
