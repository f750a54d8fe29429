using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using SturdyTinker.Core.People;

namespace SturdyTinker.Shop.Horizon;

/// <summary>
/// Reads a customer's own calendar (iCalendar, RFC 5545) as the days on which they can spare no trailer: every event
/// that is not called off and does not say of itself that its time is free.
/// </summary>
internal static class CustomersCalendar
{
    /// <summary>Most signs of a calendar that are read.</summary>
    internal const int MostBytes = 2 * 1024 * 1024;

    // No calendar of trips and festivals has more; one that has is cut.
    private const int MostTimes = 400;

    // A rule that comes back sooner than daily is no trip of a trailer, and never ends.
    private static readonly FrequencyType[] Coarse =
        [FrequencyType.Daily, FrequencyType.Weekly, FrequencyType.Monthly, FrequencyType.Yearly];

    /// <summary>The times within some days, by their first; null where it is no calendar that can be read.</summary>
    /// <param name="text">The calendar.</param>
    /// <param name="from">The first day that counts.</param>
    /// <param name="to">The last.</param>
    internal static IReadOnlyList<BusyTime>? Read(string text, DateOnly from, DateOnly to)
    {
        try
        {
            Calendar? calendar = text.Contains("BEGIN:VCALENDAR", StringComparison.OrdinalIgnoreCase)
                ? Calendar.Load(text)
                : null;
            return calendar is null ? null
                : [.. calendar.Events
                    .Where(e => e.DtStart is not null && Holds(e))
                    .SelectMany(e => Times(e, from, to))
                    .Distinct()
                    .OrderBy(t => t.From)
                    .ThenBy(t => t.To)
                    .Take(MostTimes)];
        }
        catch (Exception fault) when (fault is not OperationCanceledException)
        {
            // A calendar comes from outside: whatever is wrong with it, it cannot be read, and that is all.
            return null;
        }
    }

    private static bool Holds(CalendarEvent one) =>
        !string.Equals(one.Status, "CANCELLED", StringComparison.OrdinalIgnoreCase)
            && !string.Equals(one.Transparency, "TRANSPARENT", StringComparison.OrdinalIgnoreCase)
            && (one.RecurrenceRule is not { } rule || Coarse.Contains(rule.Frequency));

    private static IEnumerable<BusyTime> Times(CalendarEvent one, DateOnly from, DateOnly to)
    {
        string why = Why(one.Summary);
        foreach (Occurrence at in one.GetOccurrences(new CalDateTime(from.AddDays(-MostDays))).Take(MostTimes * 4))
        {
            DateOnly first = at.Period.StartTime.Date, last = Last(at.Period, first);
            if (first > to)
            {
                yield break;
            }

            if (last >= from)
            {
                yield return new BusyTime(first, last < to ? last : to, why);
            }
        }
    }

    // What began so long ago is over, or no trip.
    private const int MostDays = 400;

    // An event's end is the moment after it: a whole day's is the next day, and midnight belongs to the day before.
    private static DateOnly Last(Period period, DateOnly first)
    {
        if (period.EffectiveEndTime is not { } end)
        {
            return first;
        }

        DateOnly last = end.Date;
        bool before = !end.HasTime || end.Time == TimeOnly.MinValue;
        return before && last > first ? last.AddDays(-1) : last < first ? first : last;
    }

    private static string Why(string? summary)
    {
        string plain = new([.. (summary ?? "").Where(c => !char.IsControl(c) && !char.IsSurrogate(c))]);
        return plain.Length <= 100 ? plain.Trim() : plain[..100].Trim();
    }
}
