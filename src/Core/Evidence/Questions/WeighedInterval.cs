using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;

namespace SturdyTinker.Core.Evidence.Questions;

/// <summary>What renewing one costs.</summary>
/// <param name="Planned">In time.</param>
/// <param name="Gone">Once it has gone before.</param>
internal sealed record IntervalCosts(double Planned, double Gone);

/// <summary>What the lives of trailers used in a way say of an interval.</summary>
/// <param name="Rule">What is due by it.</param>
/// <param name="Use">Code of the use; empty for trailers used in no special way.</param>
/// <param name="Group">The lives.</param>
/// <param name="Lives">How long they last.</param>
/// <param name="Costs">What renewing one costs.</param>
/// <param name="Cheapest">The age that costs least.</param>
/// <param name="Present">The interval there is.</param>
/// <param name="Watched">The age in days that enough of them were watched to.</param>
/// <param name="Limit">What it may not go beyond.</param>
internal sealed record WeighedInterval(
    DueRule Rule,
    string Use,
    LivesOfKind Group,
    WeibullLives Lives,
    IntervalCosts Costs,
    CheapestAge Cheapest,
    Interval Present,
    double Watched,
    (double Age, IntervalBound Bound) Limit)
{
    // Fewer lives are no record of the shop's own; so many have to be watched to an age before anything is said of it.
    // From memory.
    private const int FewestLives = 8, FewestWatched = 5;

    private const double Early = 0.1, Sure = 0.9;
    private const int Draws = 400;

    // Seeded by nothing but itself: the same record always says the same.
    private const int Seed = 20;

    /// <summary>What is counted.</summary>
    internal CountedKind Kind => Group.Kind;

    /// <summary>Months of the interval there is; null where time does not decide.</summary>
    internal int? Now => Present.ByTime ? Present.Months : null;

    /// <summary>The age to renew at, in days, and what keeps it from being the cheapest.</summary>
    internal (double Age, IntervalBound Bound) Best =>
        Bounded(Lives, Cheapest, Watched, Limit, Now * CountedKind.Month);

    /// <summary>How many places a trailer has of it, on the average.</summary>
    internal double EachTrailer { get; init; }

    /// <summary>Months to renew at.</summary>
    internal int Months { get; init; }

    /// <summary>The least it may be, nine times in ten.</summary>
    internal int Low { get; init; }

    /// <summary>The most it may be.</summary>
    internal int High { get; init; }

    /// <summary>Whether there is too little to say anything, however narrow the range.</summary>
    internal bool Few { get; init; }

    /// <summary>Whether it is known well enough to be advised.</summary>
    internal bool IsSure { get; init; }

    /// <summary>How many more it would take.</summary>
    internal int ToCome { get; init; }

    /// <summary>Of how many trailers more these have to be.</summary>
    internal int TrailersToCome => Math.Max(0, LivesOfKind.FewestTrailers - Group.Trailers);

    /// <summary>Miles to renew at; null where they are not known well enough.</summary>
    internal decimal? Miles { get; init; }

    /// <summary>Whether a thin record leans on the shop's trailers used otherwise.</summary>
    internal bool LeansOnShop { get; init; }

    /// <summary>Likely ones of what is known, by chance.</summary>
    internal IEnumerable<WeibullLives> Drawn => Lives.Drawn(Draws, Seed);

    /// <summary>What a trailer's places cost a year, each renewed at an age in days.</summary>
    internal double AYear(double at) => Math.Max(1, EachTrailer) * 365.25 * Cheapest.CostAt(Lives, at);

    /// <summary>The share that has gone by an age in days.</summary>
    internal double Gone(double at) => 1 - Lives.SurvivesAt(at);

    /// <summary>What the present interval costs more than this one; less where it is below nothing.</summary>
    internal double More => Now is { } now ? AYear(now * CountedKind.Month) - AYear(Months * CountedKind.Month) : 0;

    /// <summary>How far the question is answered.</summary>
    internal EvidenceStanding Standing => !IsSure ? EvidenceStanding.NotEnough
        : Now is null || (Now >= Low && Now <= High) ? EvidenceStanding.Fine
        : EvidenceStanding.Act;

    /// <summary>Weighs it.</summary>
    /// <param name="all">All lives of the kind.</param>
    /// <param name="use">Code of the use; empty for trailers used in no special way.</param>
    /// <param name="rule">What is due by it.</param>
    /// <param name="costs">What renewing one costs.</param>
    /// <param name="present">The interval there is.</param>
    internal static WeighedInterval Of(
        LivesByUse all,
        string use,
        DueRule rule,
        IntervalCosts costs,
        Interval present)
    {
        LivesOfKind group = all.All.UsedAs(use);
        CheapestAge cheapest = new(costs.Planned, costs.Gone);
        WeighedInterval of = new(
            rule,
            use,
            group,
            all.InDays(use),
            costs,
            cheapest,
            present,
            WatchedTo(group.Lives.Select(l => l.Life.Days)),
            LimitOf(all.All.Kind, rule));
        double age = of.Best.Age;
        List<double> drawn = [.. of.Drawn.Select(l => (of with { Lives = l }).Best.Age).Order()];
        double low = Chances.Quantile(drawn, (1 - Sure) / 2), high = Chances.Quantile(drawn, (1 + Sure) / 2);
        double error = Math.Log(Math.Max(high, 1) / Math.Max(low, 1)) / 2;
        int months = Math.Clamp((int)Math.Floor((age / CountedKind.Month) + 0.01), 1, Interval.MostMonths);
        bool few = group.Lives.Count < FewestLives
            || group.Trailers < LivesOfKind.FewestTrailers
            || group.Ended == 0
            || double.IsInfinity(age);
        return of with
        {
            EachTrailer = group.EachTrailer,
            LeansOnShop = group.Lives.Count < all.All.Lives.Count,
            Months = months,
            Low = Math.Clamp((int)Math.Floor(low / CountedKind.Month), 1, months),
            High = Math.Clamp((int)Math.Ceiling(high / CountedKind.Month), months, Interval.MostMonths),
            Few = few,
            IsSure = !few && high <= low * IntervalQuestion.WidestRange,
            ToCome = few
                ? Math.Max(Math.Max(1, FewestLives - group.Lives.Count), MoreLives(group, Math.Max(error, 0.5)))
                : MoreLives(group, error),
            Miles = MilesOf(all, use, group, of.Lives, cheapest, (double?)present.Distance?.Miles)
        };
    }

    /// <summary>Months to renew at, were one that has gone dearer or cheaper; null for never.</summary>
    internal int? MonthsWere(double gone) =>
        (this with { Cheapest = new CheapestAge(Costs.Planned, gone) }).Best.Age is var age && double.IsFinite(age)
            ? Math.Max(1, (int)Math.Floor(age / CountedKind.Month))
            : null;

    private static readonly (double Age, IntervalBound Bound) Unlimited =
        (double.PositiveInfinity, IntervalBound.None);

    // Grease that is looked at every two years and found good is the longest that the trade knows. Source: common
    // practice.
    private const int LongestGrease = 24;

    private static (double Age, IntervalBound Bound) LimitOf(CountedKind kind, DueRule rule) =>
        rule.Source.Kind == SourceKind.Published && rule.Usual is { ByTime: true } law
            ? (law.Months * CountedKind.Month, IntervalBound.Published)
        : kind.Subjects.Contains(Subject.Grease) ? (LongestGrease * CountedKind.Month, IntervalBound.Practice)
        : Unlimited;

    // The age that enough of them were watched to.
    private static double WatchedTo(IEnumerable<Life> lives)
    {
        List<double> ages = [.. lives.Select(l => l.High ?? l.Low).OrderDescending().Take(FewestWatched)];
        return ages.Count < FewestWatched ? 0 : ages[^1];
    }

    private static (double Age, IntervalBound Bound) Bounded(
        WeibullLives lives,
        CheapestAge cheapest,
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

    // Until the range is as narrow as an advice has to be.
    private static int MoreLives(LivesOfKind group, double error) =>
        SampleSize.MoreToNarrow(Math.Max(group.Lives.Count, 1), error, Math.Log(IntervalQuestion.WidestRange) / 2);

    private static decimal? MilesOf(
        LivesByUse all,
        string use,
        LivesOfKind group,
        WeibullLives byTime,
        CheapestAge cheapest,
        double? present)
    {
        int known = group.Lives.Count(l => l.Life.Miles is not null);
        if (known < FewestLives || known * 2 < group.Lives.Count)
        {
            return null;
        }

        // Two clocks that both run out at one in ten would renew twice as many: the road is one where they end closer
        // together by it than by time.
        WeibullLives lives = all.InMiles(use);
        if (lives.Shape < byTime.Shape)
        {
            return null;
        }

        double watched = WatchedTo(group.Lives
            .Where(l => l.Life.Miles is not null)
            .Select(l => l.Life.Miles!.Value));
        double Age(WeibullLives l) => Bounded(l, cheapest, watched, Unlimited, present).Age;
        List<double> drawn = [.. lives.Drawn(Draws, Seed).Select(Age).Order()];
        double at = Age(lives);
        return double.IsFinite(at) && Chances.Quantile(drawn, 0.95) <= Chances.Quantile(drawn, 0.05) * IntervalQuestion.WidestRange
            ? Math.Max(500, Math.Floor((decimal)at / 500) * 500)
            : null;
    }
}
