using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;

namespace SturdyTinker.Core.Evidence.Questions;

/// <summary>What keeps an advised interval from being the cheapest.</summary>
public enum IntervalBound
{
    /// <summary>Nothing: it is the cheapest.</summary>
    None,

    /// <summary>One in ten would have gone by then.</summary>
    OneInTen,

    /// <summary>Nothing here was watched longer.</summary>
    Watched,

    /// <summary>A published limit.</summary>
    Published,

    /// <summary>As long as anybody in the trade leaves it.</summary>
    Practice,
}

/// <summary>
/// Whether an interval is right: the age at which renewing costs least, by the lives of this shop's own record. It is
/// never made longer than one in ten gone by then, than enough of them were watched, or than the trade leaves it, and
/// never goes beyond a published limit.
/// </summary>
public static class IntervalQuestion
{
    /// <summary>
    /// So many times as long as the least may the most be for an interval to be advised: a wider range is no advice.
    /// From memory.
    /// </summary>
    public const double WidestRange = 2;

    // Fewer lives, or of fewer trailers, are no record of the shop's own; so many have to be watched to an age before
    // anything is said of it. From memory.
    private const int FewestLives = 8, FewestTrailers = 3, FewestWatched = 5;

    private const double Early = 0.1, Sure = 0.9;
    private const int Draws = 400;

    /// <summary>Asks it for trailers used in no special way, and for each use that is on record.</summary>
    /// <param name="of">All lives of a kind that has an interval.</param>
    /// <param name="terms">The shop's terms.</param>
    public static IEnumerable<EvidenceCard> Ask(LivesOfKind of, EvidenceTerms terms)
    {
        if (DueRules.Find(of.Kind.Rule) is not { } rule || of.Lives.Count == 0)
        {
            yield break;
        }

        foreach (string use in Use.All.Select(u => u.Code).Prepend(""))
        {
            LivesOfKind group = of.UsedAs(use);
            Upkeep upkeep = terms.Upkeep with { Uses = use.Length > 0 ? [use] : [] };

            // What this shop does by no interval has none to be asked after.
            if (group.Lives.Count > 0
                && rule.Job(UsualGear(group), terms.Practices) is { } job
                && upkeep.For(rule, doneBefore: true) is { } present)
            {
                yield return Ask(of, group, use, (rule, job), present.Interval, terms);
            }
        }
    }

    // What the lives of a group come to.
    private sealed record Weighed(
        CountedKind Kind,
        DueRule Rule,
        string Use,
        LivesOfKind Group,
        LivesOfKind Others,
        WeibullLives Lives,
        Cheapest Cheapest,
        Interval Present,
        double Watched,
        (double Age, IntervalBound Bound) Limit)
    {
        // Months and days of the interval there is; null where time does not decide.
        internal int? Now => Present.ByTime ? Present.Months : null;

        internal double? NowDays => Now * CountedKind.Month;

        internal (double Age, IntervalBound Bound) Best => Bounded(Lives, Cheapest, Watched, Limit, NowDays);

        internal int Months { get; init; }

        internal int Low { get; init; }

        internal int High { get; init; }

        internal bool Few { get; init; }

        internal bool IsSure { get; init; }

        internal int ToCome { get; init; }

        internal decimal? Miles { get; init; }

        // What a trailer's places cost a year, each renewed at an age in days.
        internal double AYear(double at) => Math.Max(1, Group.EachTrailer) * 365.25 * Cheapest.CostAt(Lives, at);

        internal double Gone(double at) => 1 - Lives.SurvivesAt(at);

        // What the present interval costs more than the advised one; less where it is below nothing.
        internal double More => NowDays is { } now ? AYear(now) - AYear(Months * CountedKind.Month) : 0;

        internal EvidenceStanding Standing => !IsSure ? EvidenceStanding.NotEnough
            : Now is null || (Now >= Low && Now <= High) ? EvidenceStanding.Fine
            : EvidenceStanding.Act;
    }

    private static EvidenceCard Ask(
        LivesOfKind all,
        LivesOfKind group,
        string use,
        (DueRule Rule, string Job) done,
        Interval present,
        EvidenceTerms terms)
    {
        (double planned, double gone) = Costs(group, done.Job, terms);
        Weighed of = Weigh(all, group, use, done.Rule, new Cheapest(planned, gone), present);
        CountedKind kind = of.Kind;
        string whose = use.Length == 0 ? "trailers in plain use" : $"trailers that are {WordsOf(use)}";
        return new EvidenceCard(
            $"interval/{kind.Code}/{(use.Length == 0 ? "plain" : use)}",
            EvidenceTopic.Interval,
            of.Standing,
            $"{of.Rule.Name}: is {(of.Now is { } now ? MonthsWords(now) : Distance(present))} right for {whose}?",
            Answer(of, terms),
            HowSure(of),
            of.IsSure ? ""
                : $"Not enough yet: about {Said.Whole(of.ToCome)} more {kind.Many}, watched until they are looked at.",
            [
                $"In time a {kind.One} costs {terms.Money(planned)}; gone before, {terms.Money(gone)}"
                    + (kind.StopsOnRoad > 0
                        ? $": what has to be done then, and {Said.OneIn(kind.StopsOnRoad)} of them stops on the road "
                            + $"at {terms.Money((double)EvidenceTerms.RoadStop)} (from memory)."
                        : ": what has to be done then."),
                .. Otherwise(of, planned, gone, terms),
                .. BoundWords(of),
                .. use == Use.Launched && of.Rule.AtSeasonsEnd
                    ? ["Beside the months, the season’s end and the immersions bring it about on these."]
                    : Array.Empty<string>(),
                .. Said.Not(all.Not, kind),
                "What an axle’s or a grease’s maker prints goes before any of it.",
            ],
            Plot(of),
            ["If renewed every", "Gone by then", "Nine times in ten", "A trailer and year", "By 1,000 miles"],
            Rows(of, terms),
            new AdvisedInterval(
                of.Rule.Code,
                use,
                group.Lives.Count,
                of.Now,
                present.Distance?.Miles,
                of.Months,
                of.Low,
                of.High,
                of.Miles,
                Hint(of, terms),

                // Where distance alone decides, no months are put upon it.
                of.IsSure && of.Now is not null));
    }

    private static Weighed Weigh(
        LivesOfKind all,
        LivesOfKind group,
        string use,
        DueRule rule,
        Cheapest cheapest,
        Interval present)
    {
        CountedKind kind = all.Kind;
        LivesOfKind others = all.Without(group);
        WeibullPrior prior = others.Lives.Count > 0 ? Borrowing.From(others.InDays(kind.Days)) : kind.Days;
        Weighed of = new(
            kind,
            rule,
            use,
            group,
            others,
            group.InDays(prior),
            cheapest,
            present,
            Watched(group.Lives.Select(l => l.Life.Days)),
            Limit(kind, rule));
        double age = of.Best.Age;
        List<double> drawn = [.. of.Lives.Drawn(Draws, Seed).Select(l => (of with { Lives = l }).Best.Age).Order()];
        double low = Quantile(drawn, (1 - Sure) / 2), high = Quantile(drawn, (1 + Sure) / 2);
        double error = Math.Log(Math.Max(high, 1) / Math.Max(low, 1)) / 2;
        int months = Math.Clamp((int)Math.Floor((age / CountedKind.Month) + 0.01), 1, Interval.MostMonths);
        bool few = group.Lives.Count < FewestLives
            || group.Trailers < FewestTrailers
            || group.Ended == 0
            || double.IsInfinity(age);
        return of with
        {
            Months = months,
            Low = Math.Clamp((int)Math.Floor(low / CountedKind.Month), 1, months),
            High = Math.Clamp((int)Math.Ceiling(high / CountedKind.Month), months, Interval.MostMonths),
            Few = few,
            IsSure = !few && high <= low * WidestRange,
            ToCome = few
                ? Math.Max(Math.Max(1, FewestLives - group.Lives.Count), MoreLives(group, Math.Max(error, 0.5)))
                : MoreLives(group, error),
            Miles = Miles(group, others, cheapest, (double?)present.Distance?.Miles)
        };
    }

    private static string HowSure(Weighed of)
    {
        LivesOfKind group = of.Group;
        string[] words =
        [
            $"Read out of {Said.Many(group.Lives.Count, of.Kind.One, of.Kind.Many)} of "
                + $"{Said.Many(group.Trailers, "trailer", "trailers")}, {Said.Whole(group.Ended)} of them gone before "
                + "they were renewed.",
            of.IsSure && of.Low < of.High
                ? $"Nine times in ten the right figure lies between {of.Low} and {of.High} months."
                : "",
            Borrowing.InWords(
                of.Lives.Borrowed,
                of.Others.Lives.Count > 0 ? "the shop’s other trailers" : "common practice"),
            of.Lives.OwnersAlike > 1.2
                ? FormattableString.Invariant($"Lives of one trailer are alike: they tell as much as ")
                    + FormattableString.Invariant($"{group.Lives.Count / of.Lives.OwnersAlike:0} of different ones.")
                : "",
        ];
        return string.Join(' ', words.Where(w => w.Length > 0));
    }

    private static string Hint(Weighed of, EvidenceTerms terms)
    {
        string own = $"Your own {Said.Many(of.Group.Lives.Count, of.Kind.One, of.Kind.Many)}";
        return !of.IsSure ? $"{own} do not say yet: about {Said.Whole(of.ToCome)} more."
            : of.Months == of.Now ? $"{own} say keep {MonthsWords(of.Months)}."
            : $"{own} say {MonthsWords(of.Months)}, {of.Low} to {of.High}{Beside(of, terms)}.";
    }

    // Seeded by nothing but itself: the same record always says the same.
    private const int Seed = 20;

    private static string WordsOf(string use) => use switch
    {
        Use.Launched => "launched",
        "salt" => "in salt",
        "heavy" => "loaded to their rating",
        "rough" => "on rough roads",
        "light" => "used lightly",
        _ => Use.Find(use)?.Name.ToLowerInvariant() ?? use,
    };

    private static string MonthsWords(int months) => months == 1 ? "1 month" : $"{months} months";

    private static string Distance(Interval present) =>
        present.Distance is { } far ? $"{Said.Whole((double)far.Miles)} miles" : "the present interval";

    private static string Beside(Weighed of, EvidenceTerms terms) =>
        of.Now is null || of.Now == of.Months ? ""
        : of.More >= 0.5 ? $"; {of.Now} costs about {terms.Money(of.More)} more a trailer and year"
        : of.More <= -0.5
            ? $"; {of.Now} costs about {terms.Money(-of.More)} less a trailer and year, and more of them are gone "
                + "by then"
        : $"; {of.Now} costs the same";

    private static string Answer(Weighed of, EvidenceTerms terms)
    {
        if (!of.IsSure)
        {
            return of.Few ? "The record has too little to say anything of its own: keep to the interval there is."
                : $"It may be anything from {of.Low} to {MonthsWords(of.High)}: keep to the interval there is.";
        }

        if (of.Now is not { } now)
        {
            return of.Miles is { } miles
                ? $"By the road the record says {Said.Whole((double)miles)} miles."
                : $"By time it would be {MonthsWords(of.Months)}; {Distance(of.Present)} decides it here.";
        }

        string why = Why(of);
        if (of.Months == now)
        {
            return $"Yes: keep {MonthsWords(now)}." + (why.Length > 0 ? $" Longer would be cheaper, but {why}." : "");
        }

        string range = MonthsWords(of.Months) + (of.Low == of.High ? "" : $", {of.Low} to {of.High}");
        string held = why.Length > 0 ? $" Longer still would be cheaper, but {why}." : "";
        string cost = of.More >= 0.5
            ? $" {MonthsWords(now)} costs about {terms.Money(of.More)} more a trailer and year"
            : of.More <= -0.5 ? $" {MonthsWords(now)} costs about {terms.Money(-of.More)} less a trailer and year"
            : " Both cost the same";
        cost += $", and by then {Said.Share(of.Gone(now * CountedKind.Month))} of them are gone.";
        return of.Standing == EvidenceStanding.Fine
            ? $"Yes: {MonthsWords(now)} lies within what the record says, {range}.{cost}{held}"
            : now < of.Low ? $"It may be longer: the record says {range}.{cost}{held}"
            : $"It should be shorter: the record says {range}.{cost}"
                + (of.More <= -0.5 ? " Fewer that run gone are worth that little more." : "");
    }

    private static string Why(Weighed of) => of.Best.Bound switch
    {
        IntervalBound.OneInTen => $"more than one in ten {of.Kind.Many} would be gone by then",
        IntervalBound.Watched => "nothing here was watched longer, so the record says nothing beyond",
        IntervalBound.Published => "a published limit stands there",
        IntervalBound.Practice => "nobody in the trade leaves it longer",
        _ => "",
    };

    // What it would be, were a stop on the road half or twice as dear: nobody knows that figure well.
    private static IEnumerable<string> Otherwise(Weighed of, double planned, double gone, EvidenceTerms terms)
    {
        double stop = of.Kind.StopsOnRoad * (double)EvidenceTerms.RoadStop;
        int? Months(double factor) =>
            (of with { Cheapest = new Cheapest(planned, gone - stop + (factor * stop)) }).Best.Age is var age
                && double.IsFinite(age)
                ? Math.Max(1, (int)Math.Floor(age / CountedKind.Month))
                : null;
        if (stop > 0 && Months(0.5) is { } half && Months(2) is { } twice)
        {
            yield return $"Were a stop half as dear, at {terms.Money((double)EvidenceTerms.RoadStop / 2)}, it would be "
                + $"{MonthsWords(half)}; twice as dear, {MonthsWords(twice)}.";
        }
    }

    private static IEnumerable<string> BoundWords(Weighed of)
    {
        if (of.Best.Bound == IntervalBound.Watched)
        {
            yield return $"Too few {of.Kind.Many} were watched beyond {Said.Age(of.Watched)} to say anything of what "
                + "comes after: it would take some that are left in longer.";
        }
    }

    // What renewing one in time costs at a place, and what it costs where it went before.
    private static (double Planned, double Gone) Costs(LivesOfKind group, string job, EvidenceTerms terms)
    {
        RunningGear gear = UsualGear(group);
        double planned = Math.Max(1, terms.JobCost(gear, job) ?? terms.JobCost(gear, group.Kind.Renewal!) ?? 1);
        double besides = group.Kind.Remedies.Sum(r => terms.JobCost(gear, r) ?? 0);
        return (planned, planned + besides + (group.Kind.StopsOnRoad * (double)EvidenceTerms.RoadStop));
    }

    // The gear that most of them have.
    private static RunningGear UsualGear(LivesOfKind group) =>
        group.Lives
            .Select(l => l.Trailer)
            .DistinctBy(t => t.Number)
            .GroupBy(t => (t.Gear.Axles, t.Gear.RatingPounds, t.Gear.Brake))
            .OrderByDescending(g => g.Count())
            .ThenBy(g => g.Key)
            .First()
            .First()
            .Gear;

    private static readonly (double Age, IntervalBound Bound) Unlimited =
        (double.PositiveInfinity, IntervalBound.None);

    // Grease that is looked at every two years and found good is the longest that the trade knows. Source: common
    // practice.
    private const int LongestGrease = 24;

    private static (double Age, IntervalBound Bound) Limit(CountedKind kind, DueRule rule) =>
        rule.Source.Kind == SourceKind.Published && rule.Usual is { ByTime: true } law
            ? (law.Months * CountedKind.Month, IntervalBound.Published)
        : kind.Subjects.Contains(Subject.Grease) ? (LongestGrease * CountedKind.Month, IntervalBound.Practice)
        : Unlimited;

    // The age that enough of them were watched to.
    private static double Watched(IEnumerable<Life> lives)
    {
        List<double> ages = [.. lives.Select(l => l.High ?? l.Low).OrderDescending().Take(FewestWatched)];
        return ages.Count < FewestWatched ? 0 : ages[^1];
    }

    private static (double Age, IntervalBound Bound) Bounded(
        WeibullLives lives,
        Cheapest cheapest,
        double watched,
        (double Age, IntervalBound Bound) limit,
        double? present)
    {
        double early = lives.AgeBy(Early), best = cheapest.AgeOf(lives);

        // More than one in ten gone is worth a twentieth more money to avoid, and not any money there is.
        best = best > early ? Math.Max(early, cheapest.NearlyAgeOf(lives)) : best;
        (double Age, IntervalBound Bound) held = new[]
        {
            (early, IntervalBound.OneInTen),
            (watched, IntervalBound.Watched),
            limit,
        }.MinBy(b => b.Item1);
        double now = Math.Min(present ?? double.PositiveInfinity, limit.Age);
        return best <= now ? (best, IntervalBound.None)

            // Only what would lengthen it is held back: cheaper is no reason to run more of them gone.
            : present is not null && held.Age <= now ? (now, held.Bound)
            : best < held.Age ? (best, IntervalBound.None)
            : held;
    }

    private static double Quantile(List<double> sorted, double share) =>
        sorted[Math.Clamp((int)Math.Round(share * (sorted.Count - 1)), 0, sorted.Count - 1)];

    // Until the range is as narrow as an advice has to be.
    private static int MoreLives(LivesOfKind group, double error) =>
        SampleSize.MoreToNarrow(Math.Max(group.Lives.Count, 1), error, Math.Log(WidestRange) / 2);

    private static decimal? Miles(LivesOfKind group, LivesOfKind others, Cheapest cheapest, double? present)
    {
        int known = group.Lives.Count(l => l.Life.Miles is not null);
        if (known < FewestLives || known * 2 < group.Lives.Count)
        {
            return null;
        }

        WeibullLives lives = group.InMiles(
            others.Lives.Count > 0 ? Borrowing.From(others.InMiles(group.Kind.Miles)) : group.Kind.Miles);
        double watched = Watched(group.Lives.Where(l => l.Life.Miles is not null).Select(l => l.Life.Miles!.Value));
        double Age(WeibullLives l) => Bounded(l, cheapest, watched, Unlimited, present).Age;
        List<double> drawn = [.. lives.Drawn(Draws, Seed).Select(Age).Order()];
        double at = Age(lives);
        return double.IsFinite(at) && Quantile(drawn, 0.95) <= Quantile(drawn, 0.05) * WidestRange
            ? Math.Max(500, Math.Floor((decimal)at / 500) * 500)
            : null;
    }

    private static EvidencePlot Plot(Weighed of)
    {
        int last = Math.Max(24, Math.Max(of.Now ?? 0, of.High) * 3 / 2), step = Math.Max(1, last / 60);
        List<PlotPoint> points = [];
        for (int m = Math.Max(1, Math.Min(of.Now ?? of.Months, of.Months) / 3); m <= last; m += step)
        {
            points.Add(new PlotPoint(m, Math.Round(of.AYear(m * CountedKind.Month), 2)));
        }

        List<PlotMark> marks = [new(of.Months, $"{of.Months} by the record", Upright: true)];
        if (of.Now is { } now && now != of.Months)
        {
            marks.Add(new PlotMark(now, $"{now} now", Upright: true));
        }

        marks.Add(new PlotMark(of.Low, "", Upright: true));
        marks.Add(new PlotMark(of.High, "", Upright: true));
        return new EvidencePlot(
            "months between two",
            "cost of a trailer and year",
            [new PlotSeries("cost", SeriesShape.Line, points)],
            marks);
    }

    private static List<IReadOnlyList<string>> Rows(Weighed of, EvidenceTerms terms)
    {
        List<double> miles = [.. of.Group.Lives
            .Select(l => l.Trailer)
            .DistinctBy(t => t.Number)
            .Select(t => t.MilesAYear)
            .OfType<double>()
            .Order()];
        double? usual = miles.Count > 0 ? miles[miles.Count / 2] : null;
        List<WeibullLives> drawn = [.. of.Lives.Drawn(Draws, Seed)];
        SortedSet<int> asked = [6, 12, 18, 24, 36, of.Months];
        if (of.Now is { } now)
        {
            asked.Add(now);
        }

        return [.. asked.Select(m =>
        {
            double at = m * CountedKind.Month;
            List<double> gone = [.. drawn.Select(l => 1 - l.SurvivesAt(at)).Order()];
            return (IReadOnlyList<string>)
            [
                MonthsWords(m) + (m == of.Months ? ", by the record" : m == of.Now ? ", now" : "")
                    + (at > of.Watched + 1 ? " (beyond what was watched)" : ""),
                Said.Share(of.Gone(at)),
                $"{Said.Share(Quantile(gone, 0.05))} to {Said.Share(Quantile(gone, 0.95))}",
                terms.Money(of.AYear(at)),
                usual is > 200 and { } year ? terms.Money(of.AYear(at) / year * 1_000) : "–",
            ];
        })];
    }
}

/// <summary>
/// The cheapest age by a ratio of costs. It depends on the shape alone but for the scale, so a curve of it is worked
/// out once.
/// </summary>
internal sealed class Cheapest
{
    private const int Points = 48;
    private const double LeastShape = 1.05, MostShape = 12;

    private readonly double planned, gone;
    private readonly double[] ages = new double[Points], nearly = new double[Points];

    internal Cheapest(double planned, double gone)
    {
        (this.planned, this.gone) = (planned, gone);
        for (int i = 0; i < Points; i++)
        {
            AgeReplacement plan = Plan(new WeibullLives(ShapeAt(i), 1, 0, 0, 0, 0));
            ages[i] = plan.CheapestAge ?? double.PositiveInfinity;
            nearly[i] = Shortest(plan, ages[i]);
        }
    }

    // The shortest age that costs at most so much more than the cheapest.
    private const double Nearly = 1.05;

    private static double Shortest(AgeReplacement plan, double cheapest)
    {
        double most = Nearly * (double.IsInfinity(cheapest) ? plan.CostOfWaiting : plan.CostAt(cheapest));
        double low = 1e-4, high = double.IsInfinity(cheapest) ? plan.Lives.AgeBy(0.9999) : cheapest;
        if (plan.CostAt(high) > most)
        {
            return double.PositiveInfinity;
        }

        for (int i = 0; i < 40; i++)
        {
            double middle = Math.Sqrt(low * high);
            (low, high) = plan.CostAt(middle) <= most ? (low, middle) : (middle, high);
        }

        return high;
    }

    /// <summary>The shortest age at which it costs hardly more; infinite where there is none.</summary>
    internal double NearlyAgeOf(WeibullLives lives) => Read(nearly, lives);

    /// <summary>The age at which it costs least; infinite where waiting for the end costs no more.</summary>
    internal double AgeOf(WeibullLives lives) => Read(ages, lives);

    private static double Read(double[] curve, WeibullLives lives)
    {
        if (lives.Shape < LeastShape)
        {
            return double.PositiveInfinity;
        }

        double at = (Points - 1) * Math.Log(Math.Min(lives.Shape, MostShape) / LeastShape)
            / Math.Log(MostShape / LeastShape);
        int below = Math.Min((int)at, Points - 2);
        double part = at - below;
        return double.IsInfinity(curve[below]) ? double.PositiveInfinity
            : lives.Scale * Math.Exp((Math.Log(curve[below]) * (1 - part)) + (Math.Log(curve[below + 1]) * part));
    }

    /// <summary>What it costs by the unit of age.</summary>
    internal double CostAt(WeibullLives lives, double age) => Plan(lives).CostAt(age);

    private AgeReplacement Plan(WeibullLives lives) => new(lives, planned, gone);

    private static double ShapeAt(int i) =>
        LeastShape * Math.Exp(Math.Log(MostShape / LeastShape) * i / (Points - 1));
}
