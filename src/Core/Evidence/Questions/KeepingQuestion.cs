using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Pricing;

namespace SturdyTinker.Core.Evidence.Questions;

/// <summary>What a trailer cost of late.</summary>
/// <param name="Trailer">The trailer.</param>
/// <param name="Years">Over how many years, at most <see cref="KeepingQuestion.Window"/>; above 0.</param>
/// <param name="Cost">What its visits took in them, in the shop's money.</param>
/// <param name="Miles">Miles covered in them; null where nobody knows.</param>
/// <param name="RenewedAt">Ages in days, since the shop took it on, at which something was found to be renewed.</param>
/// <param name="Watched">How many days the shop has known it.</param>
public sealed record TrailerKeeping(
    CountedTrailer Trailer,
    double Years,
    double Cost,
    double? Miles,
    IReadOnlyList<double> RenewedAt,
    double Watched)
{
    /// <summary>What it costs a year.</summary>
    public double AYear => Cost / Years;

    /// <summary>What a thousand miles cost; null where the road is not known, or too short to say it by.</summary>
    public double? PerThousand => (double?)RoadCost.PerThousand((decimal)Cost, (decimal?)Miles);
}

/// <summary>A trailer's cost beside that of others like it.</summary>
/// <param name="PerThousand">What a thousand miles with it cost; null where the road is not known.</param>
/// <param name="Usual">What they cost with others of as many axles; null where fewer than three are known.</param>
/// <param name="AYear">What it costs a year.</param>
/// <param name="UsualAYear">What others of as many axles cost a year; null where fewer than three are known.</param>
/// <param name="Words">That in a sentence or two; empty where nothing can be said.</param>
public sealed record CostBeside(
    decimal? PerThousand,
    decimal? Usual,
    decimal AYear,
    decimal? UsualAYear,
    string Words);

/// <summary>What trailers cost, and whether one is better repaired or retired.</summary>
public static class KeepingQuestion
{
    /// <summary>Over how many years at most: what was long ago says little of next year. From memory.</summary>
    public const int Window = 3;

    // A trailer known for less has shown no year yet; fewer than three alike are no usual. From memory.
    private const double LeastYears = 0.9;
    private const int FewestAlike = 3, MostRows = 30;

    // So many times the usual is worth a question; it comes oftener where chance would do it less than once in twenty.
    private const double Dear = 2, Oftener = 0.05;

    /// <summary>The first day that counts for a trailer.</summary>
    /// <param name="since">The day the shop took it on.</param>
    /// <param name="today">The day.</param>
    public static DateOnly From(DateOnly since, DateOnly today)
    {
        DateOnly from = today.AddYears(-Window);
        return since > from ? since : from;
    }

    /// <summary>Asks it; null where no trailer is known for a year.</summary>
    /// <param name="trailers">What they cost.</param>
    /// <param name="terms">The shop's terms.</param>
    /// <returns>The card, and what is said of each trailer, by its id.</returns>
    public static (EvidenceCard? Card, IReadOnlyDictionary<Guid, CostBeside> Each) Ask(
        IReadOnlyCollection<TrailerKeeping> trailers,
        EvidenceTerms terms)
    {
        List<TrailerKeeping> known = [.. trailers.Where(t => t.Years >= LeastYears)];
        if (known.Count == 0)
        {
            return (null, new Dictionary<Guid, CostBeside>());
        }

        Dictionary<int, double> usualYear = Usual(known, t => t.AYear), usualRoad = Usual(known, t => t.PerThousand);
        List<(TrailerKeeping Of, double Usual, double Times, bool Oftener)> dear = [];
        Dictionary<Guid, CostBeside> each = [];
        foreach (TrailerKeeping one in known)
        {
            int axles = one.Trailer.Gear.Axles;
            double? year = usualYear.TryGetValue(axles, out double y) ? y : null;
            double? road = usualRoad.TryGetValue(axles, out double r) ? r : null;
            bool oftener = one.RenewedAt.Count >= 4
                && Chances.OfComingOftener(one.RenewedAt, one.Watched).Chance < Oftener;
            if (year is > 0 and { } usual && one.AYear > usual * Dear)
            {
                dear.Add((one, usual, one.AYear / usual, oftener));
            }

            each[one.Trailer.Id] = new CostBeside(
                Rounded(one.PerThousand),
                Rounded(road),
                Math.Round((decimal)one.AYear, 2),
                Rounded(year),
                Words(one, year, road, oftener, terms));
        }

        dear.Sort((a, b) => (b.Of.AYear - b.Usual).CompareTo(a.Of.AYear - a.Usual));
        List<TrailerKeeping> byRoad = [.. known
            .Where(t => t.PerThousand is not null)
            .OrderByDescending(t => t.PerThousand)];
        return (new EvidenceCard(
            "cost/trailers",
            EvidenceTopic.Cost,
            dear.Count > 0 ? EvidenceStanding.Act : EvidenceStanding.Fine,
            "Which trailers are dear to keep?",
            dear.Count > 0
                ? $"{Said.Many(dear.Count, "trailer costs", "trailers cost")} more than twice what is usual for as "
                    + "many axles: "
                    + string.Join(", ", dear.Take(3).Select(d => FormattableString.Invariant(
                        $"{d.Of.Trailer.Tag} ({d.Times:0.0} times)"))) + (dear.Count > 3 ? " and others." : ".")
                : usualYear.Count == 0 ? "Too few alike to say what is usual."
                : "None: no trailer costs more than twice what is usual for as many axles.",
            $"{Said.Many(known.Count, "trailer", "trailers")} known for a year or more, over the last {Window} years; "
                + $"the road is known of {Said.Whole(byRoad.Count)}.",
            "",
            [
                "Labour by the tablets’ times at the shop’s rate of today, and parts that have a price. What a trailer "
                    + "cost elsewhere, and what it is worth, the record does not know.",
                "Retiring pays where another one, with all it costs a year, is had for less than what keeping this one "
                    + "costs above the usual.",
            ],
            Plot(known, dear.ConvertAll(d => d.Of)),
            ["Trailer", "Axles", "A year", "Usual", "By 1,000 miles", "Retire for less than, a year"],
            [.. dear.Select(d => d.Of)
                .Concat(byRoad)
                .DistinctBy(t => t.Trailer.Id)
                .Take(MostRows)
                .Select(t => (IReadOnlyList<string>)
                [
                    t.Trailer.Tag,
                    Said.Whole(t.Trailer.Gear.Axles),
                    terms.Money(t.AYear),
                    usualYear.TryGetValue(t.Trailer.Gear.Axles, out double u) ? terms.Money(u) : "–",
                    t.PerThousand is { } p ? terms.Money(p) : "–",
                    usualYear.TryGetValue(t.Trailer.Gear.Axles, out double v) && t.AYear > v * Dear
                        ? terms.Money(t.AYear - v)
                        : "–",
                ])]), each);
    }

    // The middle one of those with as many axles.
    private static Dictionary<int, double> Usual(
        IEnumerable<TrailerKeeping> trailers,
        Func<TrailerKeeping, double?> of) => trailers
        .GroupBy(t => t.Trailer.Gear.Axles, of)
        .Select(g => (Axles: g.Key, Known: g.OfType<double>().Order().ToList()))
        .Where(g => g.Known.Count >= FewestAlike)
        .ToDictionary(g => g.Axles, g => g.Known[g.Known.Count / 2]);

    private static string Words(
        TrailerKeeping one,
        double? year,
        double? road,
        bool oftener,
        EvidenceTerms terms)
    {
        List<string> words = [];
        string axles = one.Trailer.Gear.Axles switch { 1 => "one axle", 2 => "two axles", _ => "three axles or more" };
        if (one.PerThousand is { } its && road is { } usual)
        {
            words.Add($"{terms.Money(its)} by 1,000 miles; {terms.Money(usual)} is usual here with {axles}.");
        }
        else if (year is { } y)
        {
            words.Add($"{terms.Money(one.AYear)} a year; {terms.Money(y)} is usual here with {axles}.");
        }

        if (oftener)
        {
            words.Add("Something is found to be renewed oftener and oftener.");
        }

        if (year is > 0 and { } u && one.AYear > u * Dear)
        {
            words.Add($"Keeping it costs {terms.Money(one.AYear - u)} a year above the usual: retiring it pays where "
                + "another one, with all it costs a year, is had for less than that.");
        }

        return string.Join(' ', words);
    }

    private static decimal? Rounded(double? of) => of is { } known ? Math.Round((decimal)known, 2) : null;

    private static EvidencePlot? Plot(List<TrailerKeeping> known, List<TrailerKeeping> dear)
    {
        List<TrailerKeeping> told = [.. known.Where(t => t.Miles is not null)];
        if (told.Count == 0)
        {
            return null;
        }

        HashSet<Guid> named = [.. dear.Take(3).Select(t => t.Trailer.Id)];

        // So many dots are one blot: the dear ones, and every so-manieth of the others.
        int each = Math.Max(1, told.Count / 200);
        return new EvidencePlot(
            "miles a year",
            "cost a year",
            [
                new PlotSeries(
                    "trailers",
                    SeriesShape.Dots,
                    [.. told
                        .Where((t, i) => i % each == 0 || named.Contains(t.Trailer.Id))
                        .Select(t => new PlotPoint(
                            Math.Round(t.Miles!.Value / t.Years),
                            Math.Round(t.AYear, 2),
                            Name: named.Contains(t.Trailer.Id) ? t.Trailer.Tag : ""))]),
            ],
            []);
    }
}
