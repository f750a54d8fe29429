namespace SturdyTinker.Core.Planning;

/// <summary>A visit that somebody has accepted: its day and its work stand.</summary>
/// <param name="Trailer">The trailer.</param>
/// <param name="Day">The day its work begins.</param>
/// <param name="Minutes">All its minutes.</param>
public sealed record BookedTime(Guid Trailer, DateOnly Day, decimal Minutes);

/// <summary>A week of the bays.</summary>
/// <param name="Monday">The day it begins on.</param>
/// <param name="Open">Bay minutes open.</param>
/// <param name="Booked">Minutes accepted.</param>
/// <param name="Proposed">Minutes proposed.</param>
/// <param name="DoesNotFit">Trailers whose proposed visits have no room in it.</param>
public sealed record BayWeek(DateOnly Monday, decimal Open, decimal Booked, decimal Proposed, IReadOnlyList<Guid> DoesNotFit);

/// <summary>The plan of the whole shop.</summary>
/// <param name="Plans">Each trailer's plan, in the order given.</param>
/// <param name="Weeks">The weeks of the bays.</param>
/// <param name="AlonePlans">What each trailer's plan would cost if it were the only one, in the order given.</param>
public sealed record WholePlan(IReadOnlyList<TrailerPlan> Plans, IReadOnlyList<BayWeek> Weeks, IReadOnlyList<double> AlonePlans);

/// <summary>
/// Fits the trailers' plans into the bays. Every trailer is planned as if it were alone; then week by week, from the first, visits
/// that do not fit go elsewhere: the one first whose plan grows least dear for the minutes it frees. Weeks that are full by then are
/// closed to it. What finds no room is named. A pure function: the same input gives the same plan.
/// </summary>
public static class BayWeeks
{
    // Of the visits in an overfull week so many are tried elsewhere before one is chosen: those with the most to move.
    private const int Tried = 10;

    /// <summary>Plans the shop.</summary>
    /// <param name="planner">Plans one trailer.</param>
    /// <param name="cases">The trailers.</param>
    /// <param name="hours">When the shop works.</param>
    /// <param name="booked">Visits accepted; their tasks are pinned in the cases.</param>
    /// <param name="today">The day.</param>
    /// <param name="alone">Plans made before of the same cases, each as if alone; null where there is none.</param>
    public static WholePlan Plan(TrailerPlanner planner, IReadOnlyList<TrailerCase> cases, OpenHours hours, IReadOnlyList<BookedTime> booked, DateOnly today, IReadOnlyList<TrailerPlan?>? alone = null)
    {
        int weeks = planner.WeeksPlanned;
        decimal[] open = [.. Enumerable.Range(0, weeks).Select(w => hours.MinutesOfWeek(planner.First.AddDays(7 * w), today))];
        int[] shut = [.. Enumerable.Range(0, weeks).Where(w => open[w] == 0)];
        TrailerPlan[] plans = new TrailerPlan[cases.Count];
        Parallel.For(0, cases.Count, i => plans[i] = alone?[i] ?? planner.Plan(cases[i], shut));
        double[] first = [.. plans.Select(p => p.Cost)];

        decimal[] taken = new decimal[weeks];
        HashSet<(Guid, int)> stands = [];
        foreach (BookedTime book in booked)
        {
            int week = Weeks.Of(planner.First, book.Day);
            if (week >= 0 && week < weeks)
            {
                taken[week] += book.Minutes;
                stands.Add((book.Trailer, week));
            }
        }

        decimal[] proposed = new decimal[weeks];
        int Week(ProposedVisit visit) => Weeks.Of(planner.First, visit.Week);
        void Count(int trailer, int sign)
        {
            foreach (ProposedVisit visit in plans[trailer].Visits)
            {
                int week = Week(visit);
                proposed[week] += stands.Contains((plans[trailer].Trailer, week)) ? 0 : sign * visit.Minutes;
            }
        }

        for (int i = 0; i < plans.Length; i++)
        {
            Count(i, 1);
        }

        HashSet<int>[] closed = [.. cases.Select(_ => new HashSet<int>(shut))];
        List<Guid>[] left = [.. Enumerable.Range(0, weeks).Select(_ => new List<Guid>())];
        for (int week = 0; week < weeks; week++)
        {
            HashSet<int> stuck = [];
            while (open[week] > 0 && taken[week] + proposed[week] > open[week])
            {
                int[] movable = [.. Enumerable.Range(0, plans.Length).Where(i => !stuck.Contains(i) && plans[i].Visits.Any(v => Week(v) == week) && !stands.Contains((plans[i].Trailer, week)) && !Pinned(cases[i], planner.First, week))];
                if (Best(movable) is not var (chosen, plan))
                {
                    break;
                }

                if (plan is null)
                {
                    stuck.Add(chosen);
                    continue;
                }

                Count(chosen, -1);
                plans[chosen] = plan;
                Count(chosen, 1);
            }

            if (taken[week] + proposed[week] > open[week])
            {
                Overfull(week);
            }

            (int, TrailerPlan?)? Best(int[] movable)
            {
                int[] tried = [.. movable.OrderBy(i => Slack(plans[i], week)).ThenByDescending(i => MinutesIn(plans[i], week)).ThenBy(i => i).Take(Tried)];
                if (tried.Length == 0)
                {
                    return null;
                }

                (double Regret, TrailerPlan? Plan)[] offers = new (double, TrailerPlan?)[tried.Length];
                Parallel.For(0, tried.Length, i => offers[i] = Elsewhere(tried[i], week));
                int best = Enumerable.Range(0, tried.Length).MinBy(i => (offers[i].Regret, i));
                return (tried[best], offers[best].Plan);
            }
        }

        (double, TrailerPlan?) Elsewhere(int trailer, int week)
        {
            TrailerPlan before = plans[trailer];
            decimal minutes = MinutesIn(before, week);
            HashSet<int> shutTo = [.. closed[trailer], week];
            for (int v = 0; v < weeks; v++)
            {
                if (v != week && open[v] - taken[v] - proposed[v] + MinutesIn(before, v) < Math.Max(MinutesIn(before, v), v < week ? minutes : 1))
                {
                    shutTo.Add(v);
                }
            }

            TrailerPlan plan = planner.Plan(cases[trailer], shutTo);
            bool fits = plan.Trouble is null == before.Trouble is null && plan.Visits.All(v => Week(v) is var w && (w > week || taken[w] + proposed[w] - MinutesIn(before, w) + v.Minutes <= open[w]));
            return fits && plan.Visits.All(v => Week(v) != week) ? ((plan.Cost - before.Cost) / (double)Math.Max(1, minutes), plan) : (double.MaxValue, null);
        }

        void Overfull(int week)
        {
            // The least pressing are those left over.
            decimal over = taken[week] + proposed[week] - open[week];
            foreach (int i in Enumerable.Range(0, plans.Length).Where(i => plans[i].Visits.Any(v => Week(v) == week) && !stands.Contains((plans[i].Trailer, week))).OrderByDescending(i => plans[i].Visits.First(v => Week(v) == week).Tasks.Min(t => t.Due.On)).ThenBy(i => i))
            {
                if (over <= 0)
                {
                    break;
                }

                left[week].Add(plans[i].Trailer);
                over -= MinutesIn(plans[i], week);
            }
        }

        decimal MinutesIn(TrailerPlan plan, int week) => plan.Visits.Where(v => Week(v) == week).Sum(v => v.Minutes);
        double Slack(TrailerPlan plan, int week) => -plan.Visits.First(v => Week(v) == week).Tasks.Min(t => t.WeeksEarly);
        BayWeek[] bays = [.. Enumerable.Range(0, weeks).Select(w => new BayWeek(planner.First.AddDays(7 * w), open[w], taken[w], Math.Max(0, proposed[w]), left[w]))];
        return new WholePlan(BayDays.Place(plans, bays, hours, booked, stands, planner.First, today), bays, first);
    }

    private static bool Pinned(TrailerCase trailer, DateOnly first, int week) => trailer.Wishes.Pins.Any(p => Weeks.Of(first, p.Week) == week);
}
