namespace SturdyTinker.Core.Planning;

/// <summary>Whole days on which somebody who works on trailers is not there.</summary>
/// <param name="PersonId">Who.</param>
/// <param name="From">The first day.</param>
/// <param name="To">The last.</param>
public sealed record DaysAway(Guid PersonId, DateOnly From, DateOnly To)
{
    /// <summary>Whether a day is one of them.</summary>
    public bool Holds(DateOnly day) => day >= From && day <= To;
}

/// <summary>When the shop works.</summary>
public sealed record OpenHours
{
    /// <summary>Places to work on a trailer: 1 to 50.</summary>
    public int Bays { get; init; } = 2;

    /// <summary>Technicians at work at once: 1 to 100.</summary>
    public int People { get; init; } = 2;

    /// <summary>Hours of each day that go into trailers, Monday first: 0 to 24.</summary>
    public IReadOnlyList<decimal> Hours { get; init; } = [7, 7, 7, 7, 6, 0, 0];

    /// <summary>When the day's work begins. Our default is from memory, made to be overwritten.</summary>
    public TimeOnly OpensAt { get; init; } = new(8, 0);

    /// <summary>When the break begins; source as above.</summary>
    public TimeOnly BreakAt { get; init; } = new(12, 0);

    /// <summary>How long it is, minutes: 0 to 180; source as above.</summary>
    public int BreakMinutes { get; init; } = 30;

    /// <summary>Days on which nobody works.</summary>
    public IReadOnlyList<DateOnly> Holidays { get; init; } = [];

    /// <summary>Days from ordering a part to having it: 0 to 90.</summary>
    public int PartsLeadDays { get; init; } = 7;

    /// <summary>Who is away when: so many fewer are at work.</summary>
    public IReadOnlyList<DaysAway> Away { get; init; } = [];

    /// <summary>How many are at work on a day: those at once, less who is away; never below nought.</summary>
    public int AtWorkOn(DateOnly day) =>
        Math.Max(0, People - Away.Where(a => a.Holds(day)).Select(a => a.PersonId).Distinct().Count());

    /// <summary>Bay minutes of a day: a bay without somebody in it, and somebody without a bay, do not count.</summary>
    public decimal MinutesOn(DateOnly day) =>
        OneBayOn(day) * Math.Min(Bays, AtWorkOn(day));

    /// <summary>Minutes that one trailer can be worked on in a day.</summary>
    public decimal OneBayOn(DateOnly day) =>
        Holidays.Contains(day) || AtWorkOn(day) == 0 ? 0 : Hours[((int)day.DayOfWeek + 6) % 7] * 60;

    /// <summary>
    /// Whether none of some people is at work on any day of a week on which the shop works; false for no people.
    /// </summary>
    /// <param name="people">The people.</param>
    /// <param name="monday">The day the week begins on.</param>
    public bool AllAwayIn(IReadOnlyCollection<Guid> people, DateOnly monday)
    {
        DateOnly[] days = [.. Enumerable.Range(0, 7).Select(monday.AddDays).Where(d => OneBayOn(d) > 0)];
        return people.Count > 0
            && days.Length > 0
            && days.All(d => people.All(p => Away.Any(a => a.PersonId == p && a.Holds(d))));
    }

    /// <summary>Bay minutes of a week that begins on a Monday, days before <paramref name="from"/> left out.</summary>
    public decimal MinutesOfWeek(DateOnly monday, DateOnly from) =>
        Enumerable.Range(0, 7).Select(monday.AddDays).Where(d => d >= from).Sum(MinutesOn);
}
