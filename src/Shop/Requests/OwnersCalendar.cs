using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Shop.Requests;

/// <summary>What owners do between visits, as iCalendar (RFC 5545).</summary>
internal static class OwnersCalendar
{
    /// <summary>A calendar of nothing else.</summary>
    internal static string Of(
        IEnumerable<(string Tag, Guid Trailer, IReadOnlyList<OwnersTask> Tasks)> trailers,
        DateTimeOffset now)
    {
        Calendar calendar = new() { ProductId = "-//Sturdy Tinker//Owner//EN", Method = CalendarMethods.Publish };
        Add(calendar, trailers, now);
        return new CalendarSerializer().SerializeToString(calendar)!;
    }

    /// <summary>Adds them to a calendar: a day each, the same from day to day while nothing is done.</summary>
    internal static void Add(
        Calendar calendar,
        IEnumerable<(string Tag, Guid Trailer, IReadOnlyList<OwnersTask> Tasks)> trailers,
        DateTimeOffset now)
    {
        foreach ((string tag, Guid trailer, IReadOnlyList<OwnersTask> tasks) in trailers)
        {
            foreach (OwnersTask task in tasks)
            {
                DateOnly after = task.On.AddDays(1);
                calendar.Events.Add(new CalendarEvent
                {
                    Uid = $"{trailer:D}-{task.Id}@sturdy-tinker",
                    Summary = $"{tag}, you: {task.What}",
                    Description = task.Why,
                    Start = new CalDateTime(task.On.Year, task.On.Month, task.On.Day),
                    End = new CalDateTime(after.Year, after.Month, after.Day),
                    DtStamp = Utc(now),
                    Transparency = TransparencyType.Transparent,
                });
            }
        }
    }

    /// <summary>A moment as iCalendar has it, to the second.</summary>
    internal static CalDateTime Utc(DateTimeOffset at) =>
        new(DateTime.SpecifyKind(
            at.UtcDateTime.AddTicks(-(at.UtcDateTime.Ticks % TimeSpan.TicksPerSecond)),
            DateTimeKind.Utc));
}
