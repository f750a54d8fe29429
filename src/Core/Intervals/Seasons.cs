namespace SturdyTinker.Core.Intervals;

/// <summary>Road and days by season: winter (December to February), spring, summer, autumn.</summary>
/// <param name="Metres">Metres of each season.</param>
/// <param name="Days">Days of each season that were told of.</param>
public sealed record SeasonRoad(IReadOnlyList<decimal> Metres, IReadOnlyList<decimal> Days);

/// <summary>How similar trailers are towed.</summary>
/// <param name="MetresPerDay">Metres of a usual day over the whole year.</param>
/// <param name="Shape">Each season's day as a share of a usual one; their mean is 1.</param>
/// <param name="Trailers">How many trailers tell it.</param>
public sealed record Similar(decimal MetresPerDay, IReadOnlyList<decimal> Shape, int Trailers)
{
    /// <summary>Fewer trailers than this say nothing about another. Source: from memory.</summary>
    public const int Fewest = 3;

    /// <summary>What trailers tell together; null when they are too few.</summary>
    public static Similar? Of(IReadOnlyList<SeasonRoad> trailers)
    {
        if (trailers.Count < Fewest)
        {
            return null;
        }

        SeasonRoad all = new(
            [.. Enumerable.Range(0, 4).Select(s => trailers.Sum(t => t.Metres[s]))],
            [.. Enumerable.Range(0, 4).Select(s => trailers.Sum(t => t.Days[s]))]);
        decimal[] shape = Seasons.Shape(all);
        return new Similar(Seasons.Level(all, shape), shape, trailers.Count);
    }
}

/// <summary>
/// A daily rate by season. A season's share is drawn towards a usual day while it has been seen for few days, and a
/// trailer's whole
/// rate towards similar trailers': the fewer days of its own, the more of theirs.
/// </summary>
internal static class Seasons
{
    // So many days of its own weigh as much as the usual; source: from memory.
    private const decimal ShapeDays = 60, LevelDays = 45;

    // Without a nearly whole year there is no telling seasons apart. Source: from memory.
    private const decimal WholeYear = 330;

    // How unlike months are while fewer than three have been seen. Source: from memory.
    private const double UnknownSpread = 0.6;

    private static readonly decimal[] Even = [1, 1, 1, 1];

    internal static int Of(DateOnly day) => day.Month % 12 / 3;

    /// <summary>The first day of the next season.</summary>
    internal static DateOnly Next(DateOnly day)
    {
        DateOnly first = new DateOnly(day.Year, day.Month, 1).AddMonths(1);
        return first.Month % 3 == 0 ? first : first.AddMonths(3 - (first.Month % 3));
    }

    /// <summary>Days of each season from one day to a later one, the first day not counted.</summary>
    internal static IEnumerable<(int Season, int Days)> Between(DateOnly from, DateOnly to)
    {
        for (DateOnly at = from; at < to;)
        {
            DateOnly next = Next(at);
            next = next < to ? next : to;
            yield return (Of(at), next.DayNumber - at.DayNumber);
            at = next;
        }
    }

    /// <summary>One point a day: the last, as the total never falls.</summary>
    internal static List<(DateOnly On, decimal Metres)> Daily(IReadOnlyList<(DateOnly On, decimal Metres)> points)
    {
        List<(DateOnly On, decimal Metres)> days = [];
        foreach ((DateOnly on, decimal metres) in points)
        {
            if (days.Count > 0 && days[^1].On == on)
            {
                days[^1] = (on, Math.Max(metres, days[^1].Metres));
            }
            else
            {
                days.Add((on, metres));
            }
        }

        return days;
    }

    internal static SeasonRoad Road(IReadOnlyList<(DateOnly On, decimal Metres)> points)
    {
        decimal[] metres = new decimal[4], days = new decimal[4];
        DateOnly back = points[^1].On.AddYears(-3);
        for (int i = 1; i < points.Count; i++)
        {
            ((DateOnly from, decimal a), (DateOnly to, decimal b)) = (points[i - 1], points[i]);
            int span = to.DayNumber - from.DayNumber;
            if (span == 0 || from < back)
            {
                continue;
            }

            foreach ((int season, int part) in Between(from, to))
            {
                days[season] += part;
                metres[season] += (b - a) * part / span;
            }
        }

        return new SeasonRoad(metres, days);
    }

    internal static decimal[] Shape(SeasonRoad road)
    {
        decimal days = road.Days.Sum(), metres = road.Metres.Sum();
        if (days < WholeYear || metres <= 0)
        {
            return [.. Even];
        }

        // Each season counts alike, however often it was seen.
        decimal[] rates = [.. Enumerable.Range(0, 4).Select(s => road.Days[s] > 0
            ? road.Metres[s] / road.Days[s]
            : -1)];
        decimal usual = rates.Where(r => r >= 0).Average();
        if (usual == 0)
        {
            return [.. Even];
        }

        decimal[] shape = [.. Enumerable.Range(0, 4).Select(s => rates[s] < 0
            ? 1
            : ((rates[s] / usual * road.Days[s]) + ShapeDays) / (road.Days[s] + ShapeDays))];
        decimal mean = shape.Average();
        return [.. shape.Select(s => s / mean)];
    }

    internal static decimal Level(SeasonRoad road, IReadOnlyList<decimal> shape)
    {
        decimal days = Enumerable.Range(0, 4).Sum(s => road.Days[s] * shape[s]);
        return days > 0 ? road.Metres.Sum() / days : 0;
    }

    /// <summary>The usual day's metres, each season's share of it, and how many similar trailers it leans on.</summary>
    internal static (decimal? MetresPerDay, decimal[] Shape, int Similar) Level(
        SeasonRoad? road,
        decimal? own,
        Similar? similar)
    {
        if (road is null)
        {
            return own is null && similar is not null
                ? (similar.MetresPerDay, [.. similar.Shape], similar.Trailers)
                : (own, [.. Even], 0);
        }

        decimal days = road.Days.Sum();
        decimal[] shape = days >= WholeYear || similar is null ? Shape(road) : [.. similar.Shape];
        if (similar is null || days >= UsageLine.EnoughDays)
        {
            return (own, shape, 0);
        }

        decimal level = own is null ? 0 : Level(road, shape), weight = own is null ? 0 : days;
        return (((level * weight) + (similar.MetresPerDay * LevelDays)) / (weight + LevelDays), shape,
            similar.Trailers);
    }

    /// <summary>How unlike its months are, season aside.</summary>
    /// <param name="points">One point a day.</param>
    /// <param name="total">The running total on a day between the first and the last of them.</param>
    /// <param name="shape">Each season's share.</param>
    internal static double Spread(
        IReadOnlyList<(DateOnly On, decimal Metres)> points,
        Func<DateOnly, decimal> total,
        IReadOnlyList<decimal> shape)
    {
        if (points.Count <= 2)
        {
            return UnknownSpread;
        }

        List<double> months = [];
        for (DateOnly from = points[0].On; from.AddDays(30) <= points[^1].On; from = from.AddDays(30))
        {
            months.Add((double)((total(from.AddDays(30)) - total(from)) / Math.Max(0.05m, shape[Of(from)])));
        }

        if (months.Count < 3 || months.Average() <= 0)
        {
            return UnknownSpread;
        }

        double mean = months.Average();
        return Math.Sqrt(months.Sum(m => (m - mean) * (m - mean)) / (months.Count - 1)) / mean;
    }
}
