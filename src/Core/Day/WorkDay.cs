using SturdyTinker.Core.Planning;

namespace SturdyTinker.Core.Day;

/// <summary>
/// A day of the shop by the clock, and the same in minutes of work: the break takes none, and what is begun before it
/// goes on after it.
/// </summary>
/// <param name="Opens">When work begins.</param>
/// <param name="Minutes">Minutes of work in the day: 0 and more.</param>
/// <param name="BreakAt">When the break begins.</param>
/// <param name="BreakMinutes">How long it is; 0 for none.</param>
public sealed record WorkDay(TimeOnly Opens, int Minutes, TimeOnly BreakAt, int BreakMinutes)
{
    private const int MinutesOfDay = 24 * 60;

    /// <summary>The shop's day on a date.</summary>
    public static WorkDay Of(OpenHours hours, DateOnly day) =>
        new(hours.OpensAt, (int)hours.OneBayOn(day), hours.BreakAt, hours.BreakMinutes);

    // Minutes of work before the break; all of them where the day has none.
    private int BeforeBreak => BreakMinutes == 0
        ? Minutes
        : Math.Clamp((int)(BreakAt.ToTimeSpan() - Opens.ToTimeSpan()).TotalMinutes, 0, Minutes);

    /// <summary>When work ends.</summary>
    public TimeOnly Closes => At(Minutes);

    /// <summary>
    /// What the clock shows when so many minutes of work are done; where the break begins just then, its beginning.
    /// Midnight at the latest.
    /// </summary>
    public TimeOnly At(int minute) => Clock(minute + (minute > BeforeBreak ? BreakMinutes : 0));

    /// <summary>
    /// The same for work that begins then: what would begin with the break begins after it.
    /// </summary>
    public TimeOnly From(int minute) => minute < Minutes && minute >= BeforeBreak && BeforeBreak < Minutes
        ? Clock(minute + BreakMinutes)
        : At(minute);

    /// <summary>
    /// Minutes of work done by a time of day: 0 before it opens, all of them after it has closed.
    /// </summary>
    public int Done(TimeOnly clock)
    {
        int gone = (int)(clock.ToTimeSpan() - Opens.ToTimeSpan()).TotalMinutes;
        int work = gone <= BeforeBreak ? gone : Math.Max(BeforeBreak, gone - BreakMinutes);
        return Math.Clamp(work, 0, Minutes);
    }

    private TimeOnly Clock(int minutes) => TimeOnly.MinValue.AddMinutes(
        Math.Clamp((int)Opens.ToTimeSpan().TotalMinutes + minutes, 0, MinutesOfDay - 1));
}
