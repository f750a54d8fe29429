namespace SturdyTinker.Core.Planning;

/// <summary>
/// Gives each visit of a week its day: hard dates first, then the longest, each on the day with the most room.
/// </summary>
internal static class BayDays
{
    internal static IReadOnlyList<TrailerPlan> Place(
        IReadOnlyList<TrailerPlan> plans,
        IReadOnlyList<BayWeek> weeks,
        OpenHours hours,
        IReadOnlyList<BookedTime> booked,
        IReadOnlySet<(Guid, int)> stands,
        DateOnly first,
        DateOnly today)
    {
        Dictionary<(int Plan, int Visit), DateOnly> days = [];
        ILookup<int, BookedTime> bookedIn = booked.ToLookup(b => Weeks.Of(first, b.Day));
        var byWeek =
            plans
                .SelectMany((p, i) => p.Visits.Select((v, j) => (Plan: i, Visit: j, Of: v)))
                .ToLookup(v => Weeks.Of(first, v.Of.Week));
        for (int week = 0; week < weeks.Count; week++)
        {
            DateOnly monday = first.AddDays(7 * week);
            decimal[] room = [.. Enumerable.Range(0, 7).Select(d => monday.AddDays(d) < today
                ? 0
                : hours.MinutesOn(monday.AddDays(d)))];
            foreach (BookedTime book in bookedIn[week])
            {
                Take(room, book.Day.DayNumber - monday.DayNumber, book.Minutes, d => hours.OneBayOn(monday.AddDays(d)));
            }

            foreach (var visit in byWeek[week].Where(v => !stands.Contains((plans[v.Plan].Trailer, week))
                && !weeks[week].DoesNotFit.Contains(plans[v.Plan].Trailer))
                .OrderBy(v => v.Of.Tasks.Any(t => t.Due.HardBy is not null)
                    ? 0
                    : 1).ThenByDescending(v => v.Of.Minutes).ThenBy(v => v.Plan))
            {
                int day = Enumerable
                    .Range(0, 7)
                    .Where(d => monday.AddDays(d) >= today && hours.OneBayOn(monday.AddDays(d)) > 0)
                    .OrderByDescending(d => Math.Min(room[d], visit.Of.Minutes))
                    .ThenBy(d => d)
                    .DefaultIfEmpty(-1)
                    .First();

                // The week has room for it, to a fraction of an hour: some day has.
                if (day >= 0)
                {
                    days[(visit.Plan, visit.Visit)] = monday.AddDays(day);
                    Take(room, day, visit.Of.Minutes, d => hours.OneBayOn(monday.AddDays(d)));
                }
            }
        }

        return [.. plans.Select((p, i) => p with
        {
            Visits = [.. p.Visits.Select((v, j) => days.TryGetValue((i, j), out DateOnly day)
                ? v with { Day = day }
                : v)]
        })];
    }

    // A visit longer than a day goes on the next open one.
    private static void Take(decimal[] room, int day, decimal minutes, Func<int, decimal> oneBay)
    {
        for (int d = day; d < 7 && minutes > 0; d++)
        {
            decimal part = Math.Min(minutes, oneBay(d));
            room[d] -= part;
            minutes -= part;
        }
    }
}
