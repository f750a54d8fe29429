using System.Globalization;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Wear;

/// <summary>How everything that is measured on a trailer wears, and when it comes to its limit.</summary>
public static class WearHistory
{
    /// <summary>
    /// A limit farther off than this is not foreseen: a line is not true for so long. Source: from memory.
    /// </summary>
    public const int FarthestYears = 5;

    /// <summary>The lines of a trailer: by place in the order of a walk round, then by what is measured.</summary>
    /// <param name="context">Gear, practices and limits.</param>
    /// <param name="readings">Everything ever measured on it.</param>
    /// <param name="work">Everything ever done to it.</param>
    /// <param name="usage">Its road.</param>
    /// <param name="today">The day.</param>
    /// <param name="nameOfJob">What a job is called, by its code.</param>
    public static IReadOnlyList<WearLine> Of(
        ReadingContext context,
        IEnumerable<Reading> readings,
        IReadOnlyCollection<WorkDone> work,
        UsageLine usage,
        DateOnly today,
        Func<string, string> nameOfJob)
    {
        List<(Place Place, Reading Reading)> all = [];
        foreach (Reading reading in readings)
        {
            if (ReadingKinds.Find(reading.Kind) is { } kind && Place.TryParse(reading.Place, out Place place))
            {
                all.Add((Subjects.Home(kind.Subject, context.Gear, place), reading));
            }
        }

        // What is stamped or was measured along with it, by place.
        Dictionary<(Place, string), decimal> known = all.GroupBy(r => (r.Place, r.Reading.Kind)).ToDictionary(
            g => g.Key,
            g => g.MaxBy(r => r.Reading.At).Reading.Canonical);
        Dictionary<Place, int> order = Places
            .Of(context.Gear)
            .Select((p, i) => (p, i))
            .ToDictionary(p => p.p, p => p.i);
        return
        [
            .. from thing in all.GroupBy(r => (r.Place, r.Reading.Kind))
               where ReadingKinds.Find(thing.Key.Kind)!.Wear is not null && order.ContainsKey(thing.Key.Place)
               orderby order[thing.Key.Place], thing.Key.Kind
               let place = thing.Key.Place
               select Line(
                   context,
                   place,
                   ReadingKinds.Find(thing.Key.Kind)!,
                   [.. thing.Select(r => r.Reading)],
                   kind => known.TryGetValue((place, kind), out decimal value) ? value : null,
                   work,
                   usage,
                   today,
                   nameOfJob),
        ];
    }

    private static WearLine Line(
        ReadingContext context,
        Place place,
        ReadingKind kind,
        List<Reading> readings,
        Func<string, decimal?> known,
        IReadOnlyCollection<WorkDone> work,
        UsageLine usage,
        DateOnly today,
        Func<string, string> nameOfJob)
    {
        WearRule wear = kind.Wear!;
        (List<List<Reading>> parts, string? renewed) = WearParts.Of(
            context.Gear,
            place,
            wear,
            readings,
            work,
            nameOfJob);
        List<Reading> now = parts[^1];
        bool byDistance = usage.Knows && now.TrueForAll(r => usage.At(WearParts.Day(r)) is not null);
        DateOnly start = now.Count > 0 ? WearParts.Day(now[0]) : today;
        List<WearPoint> Points(List<Reading> of, bool distance) =>
            [.. of.Select(r => new WearPoint(
                WearParts.Day(r),
                distance
                    ? (double)usage.Between(start, WearParts.Day(r))!.Value.Metres
                    : WearParts.Day(r).DayNumber - start.DayNumber,
                (double)r.Canonical,
                r.VisitId))];
        List<WearPoint> points = Points(now, byDistance);

        // Not moved between its looks: then the days tell more than the road.
        if (byDistance && points.Count > 1 && points[^1].X <= points[0].X)
        {
            byDistance = false;
            points = Points(now, false);
        }

        decimal? limit = wear.Limit(context, known);
        LineFit? fit = LineFit.Of([.. points.Select(p => p.X)], [.. points.Select(p => p.Value)]);
        Crossing? crossing = fit is null || limit is not { } end
            ? null
            : Crosses(wear, fit, (double)end, byDistance, start, usage, today);
        return new WearLine(
            place.Code,
            kind.Code,
            points,
            [.. parts.Take(parts.Count - 1).Select(p => Points(
                p,
                byDistance && p.TrueForAll(r => usage.At(WearParts.Day(r)) is not null)))],
            renewed,
            byDistance,
            limit,
            wear.LimitWords(context),
            fit,
            crossing,
            Say(wear, points, fit, limit, crossing, today));
    }

    private static Crossing? Crosses(
        WearRule wear,
        LineFit fit,
        double limit,
        bool byDistance,
        DateOnly start,
        UsageLine usage,
        DateOnly today)
    {
        if (!Wears(wear, fit) || fit.Reaches(limit) is not { } x)
        {
            return null;
        }

        double now = byDistance ? (double)usage.Between(start, today)!.Value.Metres : today.DayNumber - start.DayNumber;
        DateOnly? On(double? at) =>
            at is not { } a ? null
                : byDistance ? DayOf(usage, start, a)
                : a > 100_000 ? null
                : start.AddDays((int)Math.Round(Math.Max(a, 0)));
        bool down = wear.Way == WearWay.Down;
        if (On(x) is not { } likely || likely > today.AddYears(FarthestYears))
        {
            return null;
        }

        decimal? metres = byDistance ? (decimal)Math.Max(0, x - now)
            : usage.Knows ? usage.Between(today, likely < today ? today : likely)?.Metres
            : null;
        return new Crossing(
            On(fit.EdgeReaches(limit, Math.Min(now, x), upper: !down)),
            likely,
            On(fit.EdgeReaches(limit, Math.Min(now, x), upper: down)),
            metres);
    }

    private static DateOnly? DayOf(UsageLine usage, DateOnly start, double metres) =>
        metres <= 0 ? start : metres > 1e10 ? null : usage.Reaches(start, new Distance((decimal)metres));

    private static bool Wears(WearRule wear, LineFit fit) => wear.Way == WearWay.Down ? fit.Slope < 0 : fit.Slope > 0;

    private static string Say(
        WearRule wear,
        List<WearPoint> points,
        LineFit? fit,
        decimal? limit,
        Crossing? crossing,
        DateOnly today)
    {
        string trust = points.Count == 2
            ? " Two figures make a line, but no band: nobody can say how far it is off."
            : "";
        if (fit is null)
        {
            return points.Count switch
            {
                0 => "New, and not measured since.",
                1 => "One figure makes no line: measure again at the next visit.",
                _ => "Figures of one day make no line.",
            };
        }

        if (limit is null)
        {
            return $"Nobody has read its limit off the part: no day can be said.{trust}";
        }

        if (crossing is null)
        {
            return (Wears(wear, fit)
                ? $"Its limit is more than {FarthestYears} years off."
                : "It does not wear that one could measure it.") + trust;
        }

        string likely = crossing.Likely.ToString("MMMM yyyy", CultureInfo.InvariantCulture);
        if (crossing.Likely < today)
        {
            return $"By its line it came to its limit about {likely}: measure it before the road.{trust}";
        }

        string road = crossing.Metres is { } m ? $", in about {ShopFormat.About(new Distance(m))} miles" : "";
        static string Month(DateOnly day) => day.ToString("MMM yyyy", CultureInfo.InvariantCulture);
        string between = crossing.Earliest is { } earliest
            ? $" Eight chances in ten between {Month(earliest)} and "
                + $"{(crossing.Latest is { } latest ? Month(latest) : "long after")}."
            : "";
        return $"Comes to its limit about {likely}{road}.{between}{trust}";
    }
}
