using SturdyTinker.Core.People;

namespace SturdyTinker.Core.Day;

/// <summary>Where a visit is on the board of a day.</summary>
/// <param name="Bay">Which bay, from 0.</param>
/// <param name="Start">The minute of work it begins at.</param>
/// <param name="People">Who works on it, in the order of their ids.</param>
public sealed record DaySlot(int Bay, int Start, IReadOnlyList<Guid> People)
{
    /// <summary>Whether it is the same bay, minute and people, in whatever order these are named.</summary>
    public bool Equals(DaySlot? other) =>
        other is not null
            && (Bay, Start) == (other.Bay, other.Start)
            && People.Order().SequenceEqual(other.People.Order());

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Bay, Start);
}

/// <summary>A visit to be given a bay, an hour and people.</summary>
/// <param name="Id">The visit, or the accepted visit it comes from.</param>
/// <param name="Minutes">Minutes it takes from beginning to end, or that are left of it; at least 1.</param>
public sealed record DayVisit(Guid Id, int Minutes)
{
    /// <summary>How many work on it: 1 or 2.</summary>
    public int Hands { get; init; } = 1;

    /// <summary>What one of them has to be able to do.</summary>
    public IReadOnlyList<Skill> Skills { get; init; } = [];

    /// <summary>The first minute of work at which it can begin: dropped off, its parts there.</summary>
    public int Ready { get; init; }

    /// <summary>The minute of work by which it is promised; null where it is not promised today.</summary>
    public int? Promised { get; init; }

    /// <summary>Where it stands on the board; null where it does not yet.</summary>
    public DaySlot? Stands { get; init; }

    /// <summary>
    /// Whether it stays exactly where it stands: somebody said so. It stands somewhere.
    /// </summary>
    public bool Pinned { get; init; }

    /// <summary>
    /// Whether it is being worked on: it goes on in its bay from its <see cref="DaySlot.Start"/> on, by whoever can. It
    /// stands somewhere.
    /// </summary>
    public bool Running { get; init; }
}

/// <summary>Somebody who works that day.</summary>
/// <param name="Id">The person.</param>
/// <param name="From">The first minute of work they are there.</param>
/// <param name="To">The minute of work they leave at.</param>
public sealed record DayPerson(Guid Id, int From, int To)
{
    /// <summary>What they can do.</summary>
    public IReadOnlyList<Skill> Skills { get; init; } = [];

    /// <summary>Whether they work on a trailer without somebody beside them: an apprentice does not.</summary>
    public bool Alone { get; init; } = true;
}

/// <summary>A day to be planned: bays, people, and the visits of that day.</summary>
/// <param name="Minutes">Minutes of work in the day.</param>
/// <param name="Bays">How many bays.</param>
/// <param name="People">Who is there.</param>
/// <param name="Visits">What is to be done.</param>
/// <param name="Now">The minute of work it is: nothing begins before.</param>
public sealed record DayProblem(
    int Minutes,
    int Bays,
    IReadOnlyList<DayPerson> People,
    IReadOnlyList<DayVisit> Visits,
    int Now = 0);

/// <summary>A day as planned.</summary>
/// <param name="Slots">Where each visit is, by its id; those without room are not in it.</param>
/// <param name="Cost">What it costs, in the hundredths of a minute that <see cref="DayCosts"/> are in.</param>
/// <param name="Bound">What any plan costs at least, as far as was looked.</param>
public sealed record DayPlan(IReadOnlyDictionary<Guid, DaySlot> Slots, long Cost, long Bound)
{
    /// <summary>Whether no plan is better.</summary>
    public bool Exact => Bound >= Cost;

    /// <summary>By what share of its cost a better one could be better: 0 where none is.</summary>
    public double Gap => Cost == 0 ? 0 : Math.Max(0, (Cost - Bound) / (double)Cost);
}

/// <summary>
/// What a day's plan is judged by, in hundredths of a minute of waiting. Source: from memory, in the order a foreman
/// would say it: no trailer is sent home undone, then no promise is broken, then nobody stays over night, then nothing
/// is moved that was told, then all is done early.
/// </summary>
public static class DayCosts
{
    /// <summary>No room today.</summary>
    public const long NoRoom = 400_000;

    /// <summary>Promised today, and not ready by then.</summary>
    public const long Broken = 25_000;

    /// <summary>Each minute of work after a promise.</summary>
    public const long LateMinute = 400;

    /// <summary>Not done when the shop closes: it stands there over night.</summary>
    public const long OverNight = 20_000;

    /// <summary>Another hour than it stood at.</summary>
    public const long OtherHour = 9_000;

    /// <summary>Another bay than it stood in.</summary>
    public const long OtherBay = 4_000;

    /// <summary>Somebody else than it stood with, each.</summary>
    public const long OtherPerson = 5_000;

    /// <summary>Each minute it begins later.</summary>
    public const long LaterMinute = 1;
}
