using System.Globalization;

namespace SturdyTinker.Shop.Requests;

/// <summary>The shop's day and time; the only place that asks the machine for them.</summary>
public sealed class Clock(TimeProvider time)
{
    private TimeZoneInfo? zone;

    // The file keeps moments to a tenth of a millisecond: what is answered is what will be read.
    private const long Kept = TimeSpan.TicksPerMillisecond / 10;

    /// <summary>Now, to a tenth of a millisecond, with the shop's offset from UTC.</summary>
    public DateTimeOffset Now
    {
        get
        {
            DateTimeOffset now = time.GetUtcNow();
            return TimeZoneInfo.ConvertTime(now.AddTicks(-(now.Ticks % Kept)), zone ?? time.LocalTimeZone);
        }
    }

    /// <summary>
    /// The shop's day: from one midnight of its own time zone to the next, wherever the server stands.
    /// </summary>
    public DateOnly Today => DateOnly.FromDateTime(Now.DateTime);

    /// <summary>A moment of the shop's own day, with the offset from UTC that it has or had then.</summary>
    /// <param name="day">The day.</param>
    /// <param name="hour">The hour of it.</param>
    public DateTimeOffset At(DateOnly day, TimeOnly hour)
    {
        DateTime local = day.ToDateTime(hour);
        return new DateTimeOffset(local, (zone ?? time.LocalTimeZone).GetUtcOffset(local));
    }

    /// <summary>Goes by a time zone from now on.</summary>
    /// <param name="name">
    /// Its name in the tz database; empty, or one that this machine does not know, for the machine's own.
    /// </param>
    public void GoBy(string name) => zone = Named(name);

    /// <summary>The time zone of a name; null when this machine knows none.</summary>
    internal static TimeZoneInfo? Named(string name) =>
        name.Length > 0 && TimeZoneInfo.TryFindSystemTimeZoneById(name, out TimeZoneInfo? found) ? found : null;
}

/// <summary>
/// A clock that was set to a day when the program started, and goes on from there: for demos and tests.
/// </summary>
/// <param name="start">What it showed at the start.</param>
public class SetClock(DateTimeOffset start) : TimeProvider
{
    private readonly long began = System.GetTimestamp();

    /// <inheritdoc/>
    public override DateTimeOffset GetUtcNow() => start.ToUniversalTime() + System.GetElapsedTime(began);

    /// <summary>
    /// A clock on another day, as the option --day has it: "2026-11-28" for this time of that day, "2026-11-28T10:30"
    /// for that
    /// minute, by the machine's own time zone. Null for anything else.
    /// </summary>
    /// <param name="day">The day as written.</param>
    public static SetClock? On(string? day)
    {
        CultureInfo plain = CultureInfo.InvariantCulture;
        if (!DateTime.TryParseExact(day, "yyyy-MM-ddTHH:mm", plain, DateTimeStyles.None, out DateTime local))
        {
            if (!DateOnly.TryParseExact(day, "yyyy-MM-dd", plain, DateTimeStyles.None, out DateOnly on))
            {
                return null;
            }

            local = on.ToDateTime(TimeOnly.FromDateTime(System.GetLocalNow().DateTime));
        }

        return new SetClock(new DateTimeOffset(local, System.LocalTimeZone.GetUtcOffset(local)));
    }
}
