using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Shelf;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>Whether a visit's parts are there.</summary>
public enum PartsState
{
    /// <summary>All that the shelf keeps is there for it.</summary>
    There,

    /// <summary>Something is on its way, and comes today.</summary>
    ComingToday,

    /// <summary>Something is missing, and does not come today.</summary>
    Missing,
}

/// <summary>A trailer that is in the shop, or expected.</summary>
internal sealed record OnBoard
{
    /// <summary>The visit, or the accepted visit until the trailer comes.</summary>
    internal required Guid Id { get; init; }

    /// <summary>Whether it is in the shop.</summary>
    internal bool Here { get; init; }

    internal required Guid TrailerId { get; init; }

    internal required string Tag { get; init; }

    internal required string Name { get; init; }

    internal required string Customer { get; init; }

    internal required string Phone { get; init; }

    internal Glyph? Glyph { get; init; }

    internal bool OnHold { get; init; }

    internal required IReadOnlyList<JobAt> Jobs { get; init; }

    internal required string What { get; init; }

    /// <summary>Minutes from beginning to end, by its packet or as it was accepted.</summary>
    internal required decimal Minutes { get; init; }

    /// <summary>Minutes of that which are left.</summary>
    internal required decimal Left { get; init; }

    internal int Hands { get; init; } = 1;

    /// <summary>Whether anything has been done to it.</summary>
    internal bool Begun { get; init; }

    internal Standing Standing { get; init; }

    internal string WaitsFor { get; init; } = "";

    internal DateTimeOffset? Since { get; init; }

    internal string Said { get; init; } = "";

    /// <summary>The day it is accepted for; null for one that is in the shop.</summary>
    internal DateOnly? Day { get; init; }

    internal TimeOnly? DropOffAt { get; init; }

    internal DateOnly? PickUpOn { get; init; }

    internal TimeOnly? PickUpAt { get; init; }

    internal PartsState Parts { get; init; }

    internal string PartsWords { get; init; } = "";

    /// <summary>Whether its customer has agreed.</summary>
    internal AgreedState Agreed { get; init; }

    /// <summary>Where it is on the board; null where it is not.</summary>
    internal BoardSlot? Slot { get; init; }
}

/// <summary>Somebody on the board.</summary>
internal sealed record Hand(Person Person, IReadOnlyList<Absence> Absences);

/// <summary>The board of the shop's day, as the record has it.</summary>
internal sealed record TodayBoard(
    DateOnly Today,
    TimeOnly Now,
    WorkDay Day,
    int Bays,
    IReadOnlyList<Hand> Hands,
    IReadOnlyList<OnBoard> Trailers,
    int Version)
{
    /// <summary>The jobs in force.</summary>
    internal required JobCatalogue Catalogue { get; init; }

    // An accepted visit whose day has passed is shown for so long as not come.
    private const int MissedDays = 14;

    /// <summary>Reads it.</summary>
    internal static async Task<TodayBoard> ReadAsync(ShopFile file, Clock clock, Demand coming)
    {
        DateOnly today = clock.Today;
        ShopSettings settings = await file.SettingsToReadAsync();
        Stock.Now stock = await Stock.ReadAsync(file, clock, coming);
        List<OnBoard> all = [];
        var here = await (from visit in file.Visits.AsNoTracking()
                          join packet in file.Packets.AsNoTracking() on visit.Id equals packet.VisitId
                          join standing in file.TrailerStatuses.AsNoTracking()
                              on visit.TrailerId equals standing.TrailerId
                          join owner in file.Customers.AsNoTracking() on standing.CustomerId equals owner.Id
                          where visit.ClosedAt == null
                          select new { visit, packet.Packet, standing, owner.Phone }).ToListAsync();
        DateOnly missed = today.AddDays(-MissedDays);
        var expected = await (from booking in file.Bookings.AsNoTracking()
                              join standing in file.TrailerStatuses.AsNoTracking()
                                  on booking.TrailerId equals standing.TrailerId
                              join owner in file.Customers.AsNoTracking() on standing.CustomerId equals owner.Id
                              where booking.CalledOffAt == null
                                  && booking.VisitId == null
                                  && booking.Day <= today
                                  && booking.Day >= missed
                                  && standing.OpenVisit == null
                              select new { booking, standing, owner.Phone }).ToListAsync();
        Guid[] ids = [.. here.Select(h => h.visit.Id), .. expected.Select(e => e.booking.Id)];
        Dictionary<Guid, BoardSlot> slots = await file.BoardSlots
            .AsNoTracking()
            .Where(s => ids.Contains(s.Id))
            .ToDictionaryAsync(s => s.Id);
        // What was agreed to before a trailer came goes on with its visit.
        Dictionary<Guid, Guid> cameFor = await file.Bookings
            .AsNoTracking()
            .Where(b => b.VisitId != null && ids.Contains(b.VisitId.Value))
            .ToDictionaryAsync(b => b.Id, b => b.VisitId!.Value);
        Guid[] asking = [.. ids, .. cameFor.Keys];
        ILookup<Guid, Approval> asked = (await file.Approvals
            .AsNoTracking()
            .Where(a => (a.VisitId != null && asking.Contains(a.VisitId.Value))
                || (a.BookingId != null && asking.Contains(a.BookingId.Value)))
            .ToListAsync()).ToLookup(
                a => a.VisitId ?? cameFor.GetValueOrDefault(a.BookingId!.Value, a.BookingId.Value));
        ILookup<Guid, string> settled = (await (from entry in file.StepEntries.AsNoTracking()
                                                join visit in file.Visits on entry.VisitId equals visit.Id
                                                where visit.ClosedAt == null && entry.UndoneAt == null
                                                select new { entry.VisitId, entry.Key }).ToListAsync())
            .ToLookup(e => e.VisitId, e => e.Key);
        foreach (var one in here)
        {
            Packet packet = EarlierPacket.BroughtUp(one.Packet, one.visit.Gear);
            HashSet<string> done = [.. settled[one.visit.Id]];
            decimal share = packet.Minutes == 0 ? 1 : packet.Elapsed / packet.Minutes;
            OnBoard told = Of(
                one.visit.Id,
                one.standing,
                one.Phone,
                one.visit.Jobs,
                JobWords.Of(one.visit),
                packet.Elapsed);
            all.Add(told with
            {
                Here = true,
                Left = packet.Steps.Where(s => !done.Contains(s.Key)).Sum(s => s.Minutes) * share,
                Hands = one.visit.Technicians,
                Begun = done.Count > 0,
                Standing = one.visit.Standing,
                WaitsFor = one.visit.WaitsFor,
                Since = one.visit.StandsSince ?? one.visit.OpenedAt,
                Said = one.visit.Said,
                PickUpOn = one.visit.PickUpOn,
                PickUpAt = one.visit.PickUpAt,
            });
        }

        foreach (var one in expected)
        {
            Booking booking = one.booking;
            OnBoard told = Of(
                booking.Id,
                one.standing,
                one.Phone,
                booking.Jobs,
                booking.What,
                booking.Minutes);
            all.Add(told with
            {
                Day = booking.Day,
                DropOffAt = booking.DropOffAt,
                PickUpOn = booking.PickUpOn,
                PickUpAt = booking.PickUpAt,
            });
        }

        List<Absence> absent = await file.Absences.AsNoTracking().Where(a => a.Day == today).ToListAsync();
        List<Person> people = await file.People.AsNoTracking().Where(p => p.Active && !p.IsProgram).ToListAsync();
        return new TodayBoard(
            today,
            TimeOnly.FromDateTime(clock.Now.DateTime),
            WorkDay.Of(settings.Hours, today),
            settings.Hours.Bays,
            [.. AtTrailers(people)
                .Where(p => !settings.Hours.Away.Any(a => a.PersonId == p.Id && a.Holds(today)))
                .OrderBy(p => p.Name, StringComparer.Ordinal).Select(p => new Hand(
                p,
                [.. absent.Where(a => a.PersonId == p.Id).OrderBy(a => a.From)]))],
            [.. all.OrderBy(t => t.Tag, StringComparer.OrdinalIgnoreCase)],
            await file.BoardDays.Where(d => d.Day == today).Select(d => d.Version).FirstOrDefaultAsync())
        {
            Catalogue = JobCatalogue.Of(settings.Practices)
        };

        // As it is before anything is done to it.
        OnBoard Of(
            Guid id,
            TrailerStatusRow standing,
            string phone,
            IReadOnlyList<JobAt> jobs,
            string what,
            decimal minutes)
        {
            (PartsState parts, string words) = PartsOf(stock, id, today);
            return new OnBoard
            {
                Id = id,
                TrailerId = standing.TrailerId,
                Tag = standing.Tag,
                Name = standing.Name,
                Customer = standing.Customer,
                Phone = phone,
                Glyph = standing.Glyph,
                OnHold = standing.Status.Hold is { Released: false },
                Jobs = jobs,
                What = what,
                Minutes = minutes,
                Left = minutes,
                Parts = parts,
                PartsWords = words,
                Agreed = Approval.AgreedBy([.. asked[id]], clock.Now),
                Slot = slots.GetValueOrDefault(id),
            };
        }
    }

    // Technicians and apprentices; where there are none, everybody who may work on a trailer.
    private static List<Person> AtTrailers(List<Person> people)
    {
        List<Person> at =
            people.FindAll(p => p.Roles.Contains(Role.Technician) || p.Roles.Contains(Role.Apprentice));
        return at.Count > 0 ? at : people.FindAll(p => Rights.May(p.Roles, Right.Work));
    }

    private static (PartsState, string) PartsOf(Stock.Now stock, Guid visit, DateOnly today)
    {
        List<string> missing = [];
        bool comes = true;
        foreach ((string code, IReadOnlyList<Promise> promises) in stock.Promises)
        {
            if (promises.FirstOrDefault(p => p.Visit == visit) is { Missing: > 0 } short_)
            {
                DateOnly? on = stock.OnTheWay[code].Select(w => (DateOnly?)w.Day).Order().FirstOrDefault();
                comes &= on <= today;
                string name = stock.Parts.GetValueOrDefault(code)?.Name ?? code;
                missing.Add(FormattableString.Invariant($"{name}: {short_.Missing:0.##} missing")
                    + (on is { } day ? FormattableString.Invariant($", comes {day:MMMM d}") : ""));
            }
        }

        return missing.Count == 0 ? (PartsState.There, "")
            : (comes ? PartsState.ComingToday : PartsState.Missing, string.Join("; ", missing));
    }

    /// <summary>Whether a trailer takes part in the day: it is worked on, or expected today.</summary>
    internal bool Takes(OnBoard trailer) =>
        trailer.Here ? trailer.Standing == Standing.Working : trailer.Day == Today;

    /// <summary>Where a trailer is on the board today, in minutes of work; null where it is not.</summary>
    internal DaySlot? SlotOf(OnBoard trailer) =>
        trailer.Slot is not { } slot || slot.Bay >= Bays ? null
            : slot.Day == Today ? new DaySlot(slot.Bay, Day.Done(slot.StartsAt), slot.People)

            // What stayed over night goes on where it stands as soon as the shop opens.
            : slot.Day < Today && trailer.Here ? new DaySlot(slot.Bay, 0, slot.People)
            : null;

    /// <summary>The day as it is planned by.</summary>
    /// <param name="parts">Whether what lacks its parts waits for them.</param>
    internal DayProblem Problem(bool parts = true)
    {
        int now = Day.Done(Now);
        HashSet<Skill> known = [.. Hands.SelectMany(h => h.Person.Can)];
        return new DayProblem(
            Day.Minutes,
            Bays,
            [.. Hands.Select(h => PersonOf(h))],
            [.. Trailers.Where(Takes).Select(t => VisitOf(t, now, known, parts))],
            now);
    }

    private DayVisit VisitOf(OnBoard trailer, int now, HashSet<Skill> known, bool parts)
    {
        DaySlot? stands = SlotOf(trailer);
        bool running = trailer.Here && trailer.Begun && stands is not null && stands.Start <= now;
        int left = Math.Max(1, (int)Math.Ceiling(trailer.Left));
        int? promised = trailer.PickUpOn is not { } on || on > Today ? null
            : on < Today ? 0
            : trailer.PickUpAt is { } at ? Day.Done(at)
            : Day.Minutes;
        int dropped = trailer.Here || trailer.DropOffAt is not { } drop ? 0 : Day.Done(drop);
        int there = !parts || trailer.Parts == PartsState.There ? 0

            // What comes today comes by noon, nobody knows when. Source: from memory.
            : trailer.Parts == PartsState.ComingToday ? Day.Done(new TimeOnly(12, 0))
            : Day.Minutes;
        return new DayVisit(trailer.Id, running ? Math.Max(1, now - stands!.Start + left) : left)
        {
            Hands = trailer.Hands,
            Skills = Skills.Of(Catalogue, trailer.Jobs, known),
            Ready = Math.Max(dropped, running ? 0 : there),
            Promised = promised,
            Stands = stands,
            Pinned = stands is not null && !running && trailer.Slot!.Pinned && trailer.Slot.Day == Today,
            Running = running,
        };
    }

    // Who is away in the middle of the day is there for the longer part of what is left of it.
    private DayPerson PersonOf(Hand hand)
    {
        (int From, int To) there = (0, Day.Minutes);
        foreach (Absence absence in hand.Absences)
        {
            int from = Day.Done(absence.From), to = absence.To is { } until ? Day.Done(until) : Day.Minutes;
            (int, int) before = (there.From, Math.Min(there.To, from)), after = (Math.Max(there.From, to), there.To);
            there = before.Item2 - before.Item1 >= after.Item2 - after.Item1 ? before : after;
        }

        return new DayPerson(hand.Person.Id, there.From, Math.Max(there.From, there.To))
        {
            Skills = [.. hand.Person.Can],
            Alone = !hand.Person.Roles.Contains(Role.Apprentice) || hand.Person.Roles.Contains(Role.Technician),
        };
    }
}
