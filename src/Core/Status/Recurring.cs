using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Wear;

namespace SturdyTinker.Core.Status;

/// <summary>What falls due at one place by a rule.</summary>
/// <param name="Rule">The rule.</param>
/// <param name="Job">Code of the job that does it.</param>
/// <param name="Place">The place.</param>
/// <param name="Due">When, and why.</param>
/// <param name="Early">The day by which one chance in ten has it due; its day where distance plays no part.</param>
/// <param name="Late">The day by which nine chances in ten have it due.</param>
/// <param name="Days">How many days it lasts, as foretold.</param>
/// <param name="HardBy">The last day the law allows; null for none.</param>
internal sealed record PlaceDue(
    DueRule Rule,
    string Job,
    Place Place,
    Due Due,
    DateOnly Early,
    DateOnly Late,
    int Days,
    DateOnly? HardBy);

/// <summary>
/// When recurring work falls due at each place: by time, distance, the season, immersions; before a long tow on which
/// it would.
/// </summary>
internal static class Recurring
{
    /// <summary>
    /// A tow at least this long is not begun with something falling due on the way; it takes a day for each so many
    /// miles. Source: from memory.
    /// </summary>
    internal const decimal LongTowMiles = 200, MilesADay = 400;

    /// <summary>
    /// The season of launching ends on this day of October. Source: common practice gives the season's end, the day is
    /// from memory.
    /// </summary>
    private const int SeasonEndDay = 31;

    // Done so shortly before the season's end, it is not done again at it. Source: from memory.
    private const int FreshDays = 60;

    internal static List<PlaceDue> Of(TrailerRecord record, IReadOnlyList<WearLine> lines, DateOnly today)
    {
        RunningGear gear = record.Trailer.Gear;
        List<PlaceDue> dues = [];
        IReadOnlyList<Place> places = Places.Of(gear);
        HashSet<string> worn = [.. lines.Where(l => l.Crossing is not null).Select(l => $"{l.Kind}@{l.Place}")];
        JobCatalogue catalogue = record.Catalogue;
        foreach (DueRule rule in catalogue.DueRules)
        {
            if (rule.Job(gear, record.Context.Practices) is not { } code || catalogue.Find(code) is not { } job)
            {
                continue;
            }

            bool doneBefore = record.Work.Any(w => w.Job == code);
            if (record.Upkeep.For(rule, doneBefore) is not var (interval, why))
            {
                continue;
            }

            if (!interval.ByTime && !record.Usage.Knows)
            {
                // Distance alone decides, and nobody knows any.
                continue;
            }

            if (rule.EverySecond(gear, record.Context.Practices))
            {
                interval = interval with
                {
                    Months = interval.ByTime ? Math.Min(Interval.MostMonths - 1, interval.Months * 2) : interval.Months,
                    Distance = interval.Distance is { } road ? road * 2 : null
                };
                why = why.Length > 0 ? why : "every second year: greased between";
            }

            foreach (Place place in places.Where(p => job.GoesAt(gear, p)))
            {
                if (!(rule.ToldByWear is { } kind && worn.Contains($"{kind}@{place.Code}")))
                {
                    dues.Add(At(record, rule, job, interval, why, place, today));
                }
            }
        }

        return dues;
    }

    private static PlaceDue At(
        TrailerRecord record,
        DueRule rule,
        Job job,
        Interval interval,
        string why,
        Place place,
        DateOnly today)
    {
        Trailer trailer = record.Trailer;
        DateOnly? last = record.Work
            .Where(w => (w.Job == job.Code && w.Place == place.Code)
                || (rule.MetBy.Contains(w.Job)
                    && Place.TryParse(w.Place, out Place at)
                    && (at == place
                        || at.Near(place)
                        || place.Kind == PlaceKind.Trailer
                        || at.Kind == PlaceKind.Trailer)))
            .Select(w => (DateOnly?)w.On).Max();
        bool known = last is not null;
        if (!known && rule.Unknown is null)
        {
            // Nobody has written down when: counted from the day that anybody could have, or last looked.
            DateOnly seen = record.Work.Select(w => w.On).Append(trailer.AddedOn).Max();
            last = seen < record.Upkeep.Since ? record.Upkeep.Since : seen;
        }
        else if (known
            && rule.Code != DueRules.Repack
            && record.Upkeep.Since is { } since
            && last!.Value.AddMonths(Math.Min(interval.Months, Interval.MostMonths)) < since)
        {
            // It ran out before the shop began to keep it: that is not held against the trailer.
            last = since;
        }

        Due due = rule.Unknown is { } unknown
            ? Due.Of(interval, last, record.Usage, trailer.AddedOn, today, unknown)
            : Due.Of(interval, last, record.Usage, trailer.AddedOn, today);
        if (last is not { } from)
        {
            return new PlaceDue(
                rule,
                job.Code,
                place,
                due,
                due.On,
                due.On,
                Math.Max(7, (int)(interval.Months * 30.44)),
                null);
        }

        DateOnly on = due.On;
        string reason = known
            ? due.Reason
            : $"Nobody has written down when; counted from {from:MMMM d, yyyy}. {due.Reason}";
        DueCause cause = due.Cause;
        if (record.Upkeep.Uses.Contains(Use.Launched) && rule.AtSeasonsEnd)
        {
            DateOnly end = SeasonEndAfter(from.AddDays(FreshDays));
            if (end < on)
            {
                (on, cause, reason) = (end, DueCause.Season, $"Launched: done at the season’s end, {end:MMMM d}");
            }

            if (rule.Immersions is { } most
                && ImmersedBy(record.Immersions, from, most, today) is var (wet, times)
                && wet < on)
            {
                (on, cause, reason) =
                    (wet, DueCause.Immersions, $"{times} of {most} immersions since {from:MMMM d, yyyy}");
            }
        }

        (DateOnly? early, DateOnly? late) = interval.Distance is { } road
            ? record.Usage.ReachesBetween(from, road, today)
            : (null, null);
        DateOnly byTime = from.AddMonths(interval.Months);
        DateOnly first = Earlier(on, early ?? on), latest = cause == DueCause.Distance
            ? (interval.ByTime ? Earlier(byTime, late ?? byTime) : late ?? on)
            : on;
        if (BeforeTow(record.Usage, on, today) is var (before, words))
        {
            (on, first, latest, cause, reason) = (before, before, before, DueCause.Distance, $"{words} {reason}");
        }

        if (why.Length > 0)
        {
            reason = $"{reason} ({why})";
        }

        int days = on.DayNumber - today.DayNumber;
        due = due with
        {
            On = on,
            Cause = cause,
            Reason = reason,
            Nearness = Due.NearnessOf(days),
            When = Due.InWords(days),
            LastOn = known ? due.LastOn : null
        };
        return new PlaceDue(
            rule,
            job.Code,
            place,
            due,
            first,
            latest,
            Math.Max(7, on.DayNumber - from.DayNumber),
            rule.Legal ? byTime : null);
    }

    private static DateOnly Earlier(DateOnly a, DateOnly b) => a < b ? a : b;

    private static DateOnly SeasonEndAfter(DateOnly day)
    {
        DateOnly end = new(day.Year, 10, SeasonEndDay);
        return end >= day ? end : end.AddYears(1);
    }

    // The day on which the count was reached, so that it shows how long it has been overdue; before that by the rate of
    // the last year.
    private static (DateOnly On, int Times)? ImmersedBy(
        IReadOnlyCollection<(DateOnly On, int Times)> immersions,
        DateOnly from,
        int most,
        DateOnly today)
    {
        int since = 0;
        DateOnly? reached = null;
        foreach ((DateOnly on, int times) in immersions.Where(i => i.On > from && i.On <= today).OrderBy(i => i.On))
        {
            since += times;
            reached = reached is null && since >= most ? on : reached;
        }

        int year = immersions.Where(i => i.On > today.AddYears(-1) && i.On <= today).Sum(i => i.Times);
        return reached is { } day ? (day, since)
            : year == 0 ? null
            : (today.AddDays((int)Math.Ceiling((most - since) * 365.0 / year)), since);
    }

    // What would fall due on a long tow is done before it.
    private static (DateOnly On, string Words)? BeforeTow(UsageLine usage, DateOnly on, DateOnly today)
    {
        foreach ((DateOnly last, decimal metres) in usage.Planned.OrderBy(t => t.On))
        {
            decimal miles = new Distance(metres).Miles;
            DateOnly start = last.AddDays(1 - (int)Math.Ceiling(miles / MilesADay));
            if (miles >= LongTowMiles && on >= start && on <= last)
            {
                DateOnly before = start.AddDays(-1) < today ? today : start.AddDays(-1);
                return (before, FormattableString.Invariant(
                    $"Before the tow of {miles:#,0} miles on {last:MMMM d}: it would fall due on the way."));
            }
        }

        return null;
    }
}
