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

    /// <summary>Asks it for trailers used in no special way, and for each use that is on record.</summary>
    /// <param name="uses">All lives of a kind that has an interval.</param>
    /// <param name="terms">The shop's terms.</param>
    public static IEnumerable<EvidenceCard> Ask(LivesByUse uses, EvidenceTerms terms)
    {
        LivesOfKind of = uses.All;
        if (DueRules.Find(of.Kind.Rule) is not { } rule || of.Lives.Count == 0)
        {
            yield break;
        }

        foreach (string use in Use.All.Select(u => u.Code).Prepend(""))
        {
            LivesOfKind group = of.UsedAs(use);
            if (group.Lives.Count == 0)
            {
                continue;
            }

            RunningGear gear = UsualGear(group);
            Upkeep upkeep = terms.Upkeep with { Uses = use.Length > 0 ? [use] : [] };

            // What this shop does by no interval has none to be asked after.
            if (rule.Job(gear, terms.Practices) is { } job
                && upkeep.For(rule, doneBefore: true) is { } present)
            {
                yield return IntervalCard.Of(
                    WeighedInterval.Of(uses, use, rule, Costs(of.Kind, gear, job, terms), present.Interval),
                    terms);
            }
        }
    }

    // What renewing one in time costs at a place, and what it costs where it went before.
    private static IntervalCosts Costs(CountedKind kind, RunningGear gear, string job, EvidenceTerms terms)
    {
        double planned = Math.Max(1, terms.JobCost(gear, job) ?? terms.JobCost(gear, kind.Renewal!) ?? 1);
        double besides = kind.Remedies.Sum(r => terms.JobCost(gear, r) ?? 0);
        return new(planned, planned + besides + (kind.StopsOnRoad * (double)EvidenceTerms.RoadStop));
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
}
