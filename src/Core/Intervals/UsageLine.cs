using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Intervals;

/// <summary>
/// A trailer's road over time, as one line of day and running total, with a daily rate to carry it on.
/// Made from meter readings, from trips, or from an estimate.
/// </summary>
public sealed class UsageLine
{
    /// <summary>The rate looks back this many days at most, so that it holds a whole season and no more.</summary>
    public const int RateWindowDays = 365;

    /// <summary>Readings closer together than this give no rate. Source: from memory.</summary>
    public const int LeastRateDays = 14;

    /// <summary>A trailer that has told of so many days needs no others to lean on. Source: from memory.</summary>
    public const int EnoughDays = 180;

    // Nobody foretells farther: twenty years.
    private const int FarthestDays = 20 * 366;

    private readonly List<(DateOnly On, decimal Metres)> points;
    private readonly List<(DateOnly On, decimal Metres)> planned;
    private readonly decimal? metresPerDay;
    private readonly decimal[] shape;
    private readonly Lazy<double> spread;

    private UsageLine(
        MeterKind meter,
        List<(DateOnly On, decimal Metres)> points,
        List<(DateOnly On, decimal Metres)> planned,
        decimal? metresPerDay,
        DateOnly today,
        Similar? similar = null)
    {
        Meter = meter;
        this.points = points;
        this.planned = planned;
        List<(DateOnly On, decimal Metres)> days = Seasons.Daily(points);
        Recorded = days.Count < 2 ? null : Seasons.Road(days);
        (metresPerDay, shape, BySimilar) = Seasons.Level(Recorded, metresPerDay, similar);
        if (points.Count == 0 && metresPerDay is not null)
        {
            // Nothing read yet: begun at nought today, carried on as similar trailers are towed.
            points.Add((today, 0));
        }

        this.metresPerDay = metresPerDay;
        spread = new Lazy<double>(() => Seasons.Spread(days, day => At(day)!.Value.Metres, shape));
    }

    /// <summary>Trips to come, each with its last day and its metres.</summary>
    public IReadOnlyList<(DateOnly On, decimal Metres)> Planned => planned;

    /// <summary>
    /// How many similar trailers its rate leans on, because it has told too little itself; 0 when it stands alone.
    /// </summary>
    public int BySimilar { get; }

    /// <summary>
    /// How unlike its months are, season aside: standard deviation of a month's road as a share of a usual one.
    /// </summary>
    public double Spread => spread.Value;

    /// <summary>What it tells of others like it; null where it says too little.</summary>
    public SeasonRoad? Recorded { get; }

    /// <summary>How distance is known.</summary>
    public MeterKind Meter { get; }

    /// <summary>The distance of a usual day; null where nothing tells it.</summary>
    public Distance? PerDay => metresPerDay is { } m ? new Distance(m) : null;

    /// <summary>Whether the line says anything about distance.</summary>
    public bool Knows => points.Count > 0 && metresPerDay is not null;

    /// <summary>Makes the line.</summary>
    /// <param name="trailer">The trailer: how its distance is known, and its estimate.</param>
    /// <param name="entries">Its readings and trips, in any order.</param>
    /// <param name="today">The day: trips after it are planned.</param>
    /// <param name="similar">
    /// How similar trailers are towed, to lean on while it has told little; null for none.
    /// </param>
    public static UsageLine Of(
        Trailer trailer,
        IEnumerable<MeterEntry> entries,
        DateOnly today,
        Similar? similar = null)
    {
        List<MeterEntry> sorted = [.. entries.OrderBy(e => e.On).ThenBy(e => e.At)];
        List<(DateOnly, decimal)> planned = [.. sorted.Where(e => e.Kind == MeterEntryKind.Trip
            && e.On > today).Select(e => (e.On, e.Distance.Metres))];
        switch (trailer.Meter)
        {
            case MeterKind.HubOdometer or MeterKind.TowLog:
                List<(DateOnly On, decimal Metres)> readings = Readings(sorted);
                return new UsageLine(trailer.Meter, readings, planned, ReadingRate(readings), today, similar);
            case MeterKind.Trips:
                List<(DateOnly On, decimal Metres)> trips = Trips(sorted, trailer.AddedOn, today);
                return new UsageLine(trailer.Meter, trips, planned, TripRate(trips, today), today, similar);
            case MeterKind.Estimate when trailer.EstimatedYear is { } year:
                return new UsageLine(trailer.Meter, [(trailer.AddedOn, 0m)], planned, year.Metres / 365.25m, today);
            default:
                return new UsageLine(trailer.Meter, [], planned, null, today);
        }
    }

    /// <summary>
    /// The running total on a day: measured between points, carried on at the daily rate outside them. Null when
    /// nothing is known.
    /// </summary>
    public Distance? At(DateOnly day)
    {
        if (points.Count == 0)
        {
            return null;
        }

        int next = FirstFrom(day);
        if (next == points.Count)
        {
            return new Distance(Ahead(day));
        }

        if (points[next].On == day)
        {
            // Of several of a day the last counts.
            while (next + 1 < points.Count && points[next + 1].On == day)
            {
                next++;
            }

            return new Distance(points[next].Metres);
        }

        if (next == 0)
        {
            return new Distance(points[0].Metres - ((metresPerDay ?? 0) * (points[0].On.DayNumber - day.DayNumber)));
        }

        (DateOnly from, decimal a) = points[next - 1];
        (DateOnly to, decimal b) = points[next];
        return new Distance(a + ((b - a) * (day.DayNumber - from.DayNumber) / (to.DayNumber - from.DayNumber)));
    }

    // The first point on or after a day; as many as there are where none is.
    private int FirstFrom(DateOnly day)
    {
        int low = 0, high = points.Count;
        while (low < high)
        {
            int middle = low + ((high - low) / 2);
            (low, high) = points[middle].On >= day ? (low, middle) : (middle + 1, high);
        }

        return low;
    }

    /// <summary>Road covered between two days; null when nothing is known.</summary>
    public Distance? Between(DateOnly from, DateOnly to) => At(to) - At(from);

    /// <summary>
    /// The day on which a distance counted from <paramref name="from"/> is covered; null when nothing is known,
    /// or when it lies more than twenty years off.
    /// </summary>
    /// <param name="from">The day it counts from.</param>
    /// <param name="distance">The distance.</param>
    public DateOnly? Reaches(DateOnly from, Distance distance) => Reaches(from, distance, 1, DateOnly.MinValue);

    // With a pace, it is towed so many times as much as foretold from a day on.
    private DateOnly? Reaches(DateOnly from, Distance distance, decimal pace, DateOnly since)
    {
        if (!Knows || At(from) is not { } start)
        {
            return null;
        }

        decimal goal = (start + distance).Metres;
        DateOnly last = points[^1].On, farthest = from.AddDays(FarthestDays);
        if (from > last || Total(last, pace, since) < goal)
        {
            return last >= farthest ? null : Forward(from > last ? from : last, goal, pace, since, farthest);
        }

        // The total never falls, so the day can be halved in upon.
        int low = from.DayNumber, high = last.DayNumber;
        while (low < high)
        {
            int middle = low + ((high - low) / 2);
            if (Total(DateOnly.FromDayNumber(middle), pace, since) >= goal)
            {
                high = middle;
            }
            else
            {
                low = middle + 1;
            }
        }

        return low > farthest.DayNumber ? null : DateOnly.FromDayNumber(low);
    }

    // From season to season, each with one rate, until the one in which the goal is reached.
    private DateOnly? Forward(DateOnly from, decimal goal, decimal pace, DateOnly since, DateOnly farthest)
    {
        decimal reached = Total(from, pace, since), rate = metresPerDay ?? 0;
        DateOnly at = from;
        while (reached < goal)
        {
            if (at >= farthest)
            {
                return null;
            }

            DateOnly next = Seasons.Next(at) < farthest ? Seasons.Next(at) : farthest;
            next = since > at && since < next ? since : next;
            foreach ((DateOnly on, _) in planned)
            {
                next = on > at && on < next ? on : next;
            }

            decimal day = rate * shape[Seasons.Of(at)] * (at >= since ? pace : 1);
            if (day > 0 && decimal.Ceiling((goal - reached) / day) is var days && days <= next.DayNumber - at.DayNumber)
            {
                at = at.AddDays((int)days);
                break;
            }

            reached += (day * (next.DayNumber - at.DayNumber)) + planned.Where(t => t.On == next).Sum(Beyond);
            at = next;
        }

        // Added up otherwise, the last figure can be rounded otherwise.
        while (at > from && Total(at.AddDays(-1), pace, since) >= goal)
        {
            at = at.AddDays(-1);
        }

        while (Total(at, pace, since) < goal)
        {
            at = at.AddDays(1);
        }

        return at > farthest ? null : at;
    }

    /// <summary>
    /// The days by which one chance in ten, and nine in ten, it will have covered a distance; null where
    /// <see cref="Reaches"/> is, and for a
    /// late day more than twenty years off. The rate since the last reading is taken to spread about the foretold one
    /// as months have so far: what was towed since then is as unknown as what will be.
    /// </summary>
    /// <param name="from">The day it counts from.</param>
    /// <param name="distance">The distance.</param>
    /// <param name="today">The day.</param>
    public (DateOnly? Early, DateOnly? Late) ReachesBetween(DateOnly from, Distance distance, DateOnly today)
    {
        DateOnly since = points.Count == 0 || points[^1].On > today ? today : points[^1].On;
        if (Reaches(from, distance) is not { } likely || likely <= since)
        {
            return (null, null);
        }

        decimal more = More(since, likely);
        return (Reaches(from, distance, more, since), Reaches(from, distance, 1 / more, since));
    }

    /// <summary>
    /// What a meter would show on a day, counted as the line counts: one chance in ten that it is less than the first,
    /// as likely as not the second, one in ten that it is more than the third. Null where nothing is known, or where it
    /// was read on that day or after.
    /// </summary>
    public (Distance Less, Distance Likely, Distance More)? Foretold(DateOnly day)
    {
        if (!Knows || points[^1].On >= day)
        {
            return null;
        }

        DateOnly since = points[^1].On;
        decimal more = More(since, day);
        return (new Distance(Ahead(day, 1 / more, since)),
            new Distance(Ahead(day)),
            new Distance(Ahead(day, more, since)));
    }

    // By how much more than foretold it is towed between two days, one chance in ten.
    private decimal More(DateOnly since, DateOnly until)
    {
        double months = Math.Max(1, (until.DayNumber - since.DayNumber) / 30.44);
        double seen = Math.Max(1, (points[^1].On.DayNumber - points[0].On.DayNumber) / 30.44);
        double spread = Math.Max(LeastSpread, Spread * Math.Sqrt((1 / months) + (1 / seen)));
        return (decimal)Math.Exp(OneInTen * Math.Min(1.5, spread));
    }

    // One chance in ten lies beyond so many standard deviations of a normal distribution; no forecast of a road is
    // closer than this share.
    private const double OneInTen = 1.2816, LeastSpread = 0.04;

    private decimal Total(DateOnly day, decimal pace, DateOnly since) =>
        day > points[^1].On ? Ahead(day, pace, since) : At(day)!.Value.Metres;

    // Beyond the last point: each season's rate, and every planned trip that goes past what its own day would have
    // brought.
    private decimal Ahead(DateOnly day, decimal pace = 1, DateOnly since = default)
    {
        (DateOnly last, decimal total) = points[^1];
        decimal rate = metresPerDay ?? 0;
        DateOnly turn = since <= last ? last : since < day ? since : day;
        foreach ((int season, int days) in Seasons.Between(last, turn))
        {
            total += rate * shape[season] * days;
        }

        foreach ((int season, int days) in Seasons.Between(turn, day))
        {
            total += rate * pace * shape[season] * days;
        }

        foreach ((DateOnly On, decimal Metres) trip in planned)
        {
            total += trip.On > last && trip.On <= day ? Beyond(trip) : 0;
        }

        return total;
    }

    // What a planned trip adds to what its own day would have brought.
    private decimal Beyond((DateOnly On, decimal Metres) trip) =>
        Math.Max(0, trip.Metres - ((metresPerDay ?? 0) * shape[Seasons.Of(trip.On)]));

    private static List<(DateOnly On, decimal Metres)> Readings(IEnumerable<MeterEntry> sorted)
    {
        List<(DateOnly On, decimal Metres)> line = [];
        decimal offset = 0;
        foreach (MeterEntry entry in sorted.Where(e => e.Kind == MeterEntryKind.Reading))
        {
            if (entry.StartsNewMeter && line.Count > 0)
            {
                offset = line[^1].Metres - entry.Distance.Metres;
            }

            line.Add((entry.On, entry.Distance.Metres + offset));
        }

        return line;
    }

    // Trips written down are the whole road: the line is flat between them, up to today.
    private static List<(DateOnly On, decimal Metres)> Trips(
        IEnumerable<MeterEntry> sorted,
        DateOnly start,
        DateOnly today)
    {
        List<MeterEntry> driven = [.. sorted.Where(e => e.Kind == MeterEntryKind.Trip && e.On <= today)];
        DateOnly first = driven.Count > 0 && driven[0].On <= start ? driven[0].On.AddDays(-1) : start;
        List<(DateOnly On, decimal Metres)> line = [(first, 0)];
        foreach (MeterEntry trip in driven)
        {
            decimal before = line[^1].Metres;
            if (line[^1].On < trip.On.AddDays(-1))
            {
                line.Add((trip.On.AddDays(-1), before));
            }

            line.Add((trip.On, before + trip.Distance.Metres));
        }

        if (line[^1].On < today)
        {
            line.Add((today, line[^1].Metres));
        }

        return line;
    }

    private static decimal? ReadingRate(List<(DateOnly On, decimal Metres)> line)
    {
        if (line.Count < 2)
        {
            return null;
        }

        (DateOnly On, decimal Metres) last = line[^1];
        DateOnly back = last.On.AddDays(-RateWindowDays);
        (DateOnly On, decimal Metres) first = line.LastOrDefault(p => p.On <= back, line[0]);
        int days = last.On.DayNumber - first.On.DayNumber;
        return days < LeastRateDays ? null : (last.Metres - first.Metres) / days;
    }

    private static decimal? TripRate(List<(DateOnly On, decimal Metres)> line, DateOnly today)
    {
        DateOnly back = today.AddDays(-RateWindowDays);
        (DateOnly On, decimal Metres) first = line.LastOrDefault(p => p.On <= back, line[0]);
        int days = today.DayNumber - Math.Max(first.On.DayNumber, back.DayNumber);
        return days < LeastRateDays || line[^1].Metres == 0 ? null : (line[^1].Metres - first.Metres) / days;
    }
}
