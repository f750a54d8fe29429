using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Core.Planning;

/// <summary>What somebody decides about a trailer's plan.</summary>
public enum DecisionKind
{
    /// <summary>Tasks are to be done in a week.</summary>
    Pin,

    /// <summary>Tasks are not to be done in a week.</summary>
    Forbid,

    /// <summary>Tasks are done together.</summary>
    KeepTogether,

    /// <summary>A proposed visit is accepted: it has a day now.</summary>
    Accept,

    /// <summary>An accepted visit goes to another day.</summary>
    Move,

    /// <summary>An accepted visit is called off.</summary>
    CallOff,
}

/// <summary>A decision about a trailer's plan. Taken back it stays on record.</summary>
public sealed class Decision
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>What was decided.</summary>
    public DecisionKind Kind { get; init; }

    /// <summary>Ids of the tasks it is about.</summary>
    public required IReadOnlyList<string> Tasks { get; init; }

    /// <summary>The Monday of the week, or for an accepted visit its day; null where it is about no week.</summary>
    public DateOnly? To { get; init; }

    /// <summary>Where they stood before: a pin replaces an earlier one there. Null where they stood nowhere.</summary>
    public DateOnly? From { get; init; }

    /// <summary>The accepted visit it is about; null for none.</summary>
    public Guid? BookingId { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }

    /// <summary>When it was taken back; null while it stands.</summary>
    public DateTimeOffset? UndoneAt { get; set; }

    /// <summary>Whether a decision of a kind is about an accepted visit that is there already.</summary>
    public static bool ChangesABooking(DecisionKind kind) => kind is DecisionKind.Move or DecisionKind.CallOff;

    /// <summary>What decisions and accepted visits come to.</summary>
    /// <param name="decisions">Those of one trailer, in any order.</param>
    /// <param name="bookings">Its accepted visits that stand.</param>
    public static Wishes Wishes(IEnumerable<Decision> decisions, IEnumerable<Booking> bookings)
    {
        Dictionary<(string, DateOnly), bool> pins = [];
        HashSet<(string, DateOnly)> forbids = [];
        List<IReadOnlyList<string>> together = [];
        foreach (Decision decision in decisions.Where(d => d.UndoneAt is null).OrderBy(d => d.At).ThenBy(d => d.Id))
        {
            foreach (string task in decision.Tasks)
            {
                if (decision.Kind == DecisionKind.Pin && decision.To is { } to)
                {
                    if (decision.From is { } from)
                    {
                        pins.Remove((task, Weeks.Monday(from)));
                    }

                    pins[(task, Weeks.Monday(to))] = true;
                    forbids.Remove((task, Weeks.Monday(to)));
                }
                else if (decision.Kind == DecisionKind.Forbid && decision.To is { } week)
                {
                    forbids.Add((task, Weeks.Monday(week)));
                    pins.Remove((task, Weeks.Monday(week)));
                }
            }

            if (decision.Kind == DecisionKind.KeepTogether && decision.Tasks.Count > 1)
            {
                together.Add(decision.Tasks);
            }
        }

        foreach (Booking booking in bookings.Where(b => b.CalledOffAt is null))
        {
            foreach (string task in booking.Tasks)
            {
                pins[(task, Weeks.Monday(booking.Day))] = true;
                forbids.Remove((task, Weeks.Monday(booking.Day)));
            }
        }

        return new Wishes { Pins = [.. pins.Keys], Forbids = [.. forbids], Together = together };
    }
}

/// <summary>An accepted visit: its day, its work and its price as they were told to the customer.</summary>
public sealed class Booking
{
    /// <summary>
    /// A trailer that comes so many days early or late comes for it: that is no other visit. Source: from memory.
    /// </summary>
    public const int NearDays = 7;

    /// <summary>Made by the client, UUID version 7: the id of the decision that accepted it.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The day its work begins.</summary>
    public DateOnly Day { get; set; }

    /// <summary>When it is dropped off that day; null where that is open.</summary>
    public TimeOnly? DropOffAt { get; set; }

    /// <summary>The day it is promised for; null where nobody has promised one.</summary>
    public DateOnly? PickUpOn { get; set; }

    /// <summary>The hour it is promised for that day; null for the day's end.</summary>
    public TimeOnly? PickUpAt { get; set; }

    /// <summary>Ids of the tasks it does.</summary>
    public required IReadOnlyList<string> Tasks { get; init; }

    /// <summary>The jobs at their places; those that the customer declined are taken out.</summary>
    public required IReadOnlyList<JobAt> Jobs { get; set; }

    /// <summary>What is done, in words.</summary>
    public required string What { get; set; }

    /// <summary>Why, in words.</summary>
    public required string Why { get; init; }

    /// <summary>Minutes it was reckoned to take.</summary>
    public decimal Minutes { get; init; }

    /// <summary>What it was reckoned to cost, in the shop's money.</summary>
    public decimal Price { get; init; }

    /// <summary>Counts up with every change of its day, as calendars want it (RFC 5545, SEQUENCE).</summary>
    public int Sequence { get; set; }

    /// <summary>When it was accepted, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>When it last changed.</summary>
    public DateTimeOffset ChangedAt { get; set; }

    /// <summary>Who accepted it.</summary>
    public Guid PersonId { get; init; }

    /// <summary>When it was called off; null while it stands.</summary>
    public DateTimeOffset? CalledOffAt { get; set; }

    /// <summary>The visit it became; null until the trailer comes.</summary>
    public Guid? VisitId { get; set; }

    /// <summary>Does to it what a decision about it says; other kinds change nothing.</summary>
    /// <param name="kind">The decision's kind.</param>
    /// <param name="to">The day it goes to; null where it keeps its own.</param>
    /// <param name="at">When it is decided.</param>
    public void Apply(DecisionKind kind, DateOnly? to, DateTimeOffset at)
    {
        if (Decision.ChangesABooking(kind))
        {
            Day = kind == DecisionKind.Move ? to ?? Day : Day;
            CalledOffAt = kind == DecisionKind.CallOff ? at : CalledOffAt;
            ChangedAt = at;
            Sequence++;
        }
    }

    /// <summary>What it would be after a decision, itself left as it is.</summary>
    /// <param name="kind">The decision's kind.</param>
    /// <param name="to">The day it goes to; null where it keeps its own.</param>
    public Booking After(DecisionKind kind, DateOnly? to)
    {
        Booking copy = (Booking)MemberwiseClone();
        copy.Apply(kind, to, At);
        return copy;
    }

    /// <summary>
    /// Whether it holds work that another accepted visit of the trailer holds for the same time: nearer to it than half
    /// of what the work lasts. What comes round later is accepted for later.
    /// </summary>
    /// <param name="other">The other visit.</param>
    /// <param name="trailer">What falls due on the trailer.</param>
    /// <returns>The work, of which one is told; null where there is none.</returns>
    public Upcoming? Doubles(Booking other, TrailerCase trailer) =>
        trailer.Coming.FirstOrDefault(d => Tasks.Contains(d.Id) && other.Tasks.Contains(d.Id)
            && (d.Once || 2 * Math.Abs(Day.DayNumber - other.Day.DayNumber) < d.Days));

    /// <summary>Undoes what a decision about it did: accepted, moved or called off.</summary>
    /// <param name="decision">The decision.</param>
    /// <param name="at">When it is taken back.</param>
    public void TakeBack(Decision decision, DateTimeOffset at)
    {
        CalledOffAt = decision.Kind == DecisionKind.Accept ? at
            : decision.Kind == DecisionKind.CallOff ? null
            : CalledOffAt;
        Day = decision is { Kind: DecisionKind.Move, From: { } from } ? from : Day;
        ChangedAt = at;
        Sequence++;
    }

    /// <summary>The accepted visit that some of what falls due on a trailer comes to.</summary>
    /// <param name="id">Id of the decision that accepts it.</param>
    /// <param name="trailer">The trailer.</param>
    /// <param name="tasks">Ids of the tasks.</param>
    /// <param name="day">The day its work begins.</param>
    /// <param name="costs">What is reckoned with.</param>
    /// <param name="at">When it is accepted.</param>
    /// <param name="by">Who accepts it.</param>
    public static Booking Of(
        Guid id,
        TrailerCase trailer,
        IReadOnlyCollection<string> tasks,
        DateOnly day,
        PlanCosts costs,
        DateTimeOffset at,
        Guid by)
    {
        Upcoming[] dues = [.. trailer.Coming.Where(d => tasks.Contains(d.Id))];
        decimal minutes = trailer.OpenMinutes(tasks, costs) + dues.Sum(trailer.WorkMinutes);
        return new Booking
        {
            Id = id,
            TrailerId = trailer.Id,
            Day = day,
            Tasks = [.. dues.Select(d => d.Id)],
            Jobs = [.. dues.SelectMany(d => d.JobsAt()).Distinct()],
            What = Upcoming.What(dues),
            Why = string.Join("; ", dues.OrderBy(d => d.On).Select(d => $"{d.Short} {d.When}").Distinct()),
            Minutes = minutes,
            Price = Math.Round((minutes * costs.RatePerHour / 60) + dues.Sum(trailer.PartsOf), 0),
            At = at,
            ChangedAt = at,
            PersonId = by,
        };
    }
}
