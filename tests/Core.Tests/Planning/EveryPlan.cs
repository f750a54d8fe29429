using SturdyTinker.Core.Planning;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>
/// Tries every plan of a small problem, reckoning straight from the words of docs/planning-problem.md and sharing no
/// code with the planner.
/// </summary>
internal static class EveryPlan
{
    /// <summary>The least cost; null when no plan meets the problem.</summary>
    internal static double? Least(PlanningProblem p)
    {
        int n = p.Tasks.Count;
        List<int>[] choices = [.. p.Tasks.Select(t => Enumerable
            .Range(0, 1 << p.Weeks)
            .Where(set => Allowed(p, t, set))
            .ToList())];
        Dictionary<string, HashSet<string>> closure = p.Openings.ToDictionary(o => o.Id, o => Needs(p, o.Id));
        double[][] gaps = [.. p.Tasks.Select((t, i) => choices[i].Select(set => Gaps(t, set)).ToArray())];

        // The cost of each set of tasks in one visit.
        double[] visit = new double[1 << n];
        for (int set = 1; set < visit.Length; set++)
        {
            HashSet<string> open = [.. Enumerable
                .Range(0, n)
                .Where(t => (set >> t & 1) == 1)
                .SelectMany(t => p.Tasks[t].Openings)
                .SelectMany(o => closure[o])];
            visit[set] = p.CallIn + (p.RatePerMinute * p.Openings.Where(o => open.Contains(o.Id)).Sum(o => o.Minutes));
        }

        int[][] together = [.. p.Together.Select(g =>
            g.Select(id => p.Tasks.ToList().FindIndex(t => t.Id == id)).ToArray())];
        int[] chosen = new int[n];
        double least = double.PositiveInfinity;
        void Choose(int task, double cost)
        {
            if (task == n)
            {
                if (together.Any(g => g.Select(t => chosen[t]).Distinct().Count() > 1))
                {
                    return;
                }

                for (int week = 0; week < p.Weeks; week++)
                {
                    int set = 0;
                    for (int t = 0; t < n; t++)
                    {
                        set |= (chosen[t] >> week & 1) << t;
                    }

                    cost += visit[set];
                }

                least = Math.Min(least, cost);
                return;
            }

            for (int i = 0; i < choices[task].Count; i++)
            {
                chosen[task] = choices[task][i];
                Choose(task + 1, cost + gaps[task][i]);
            }
        }

        Choose(0, 0);
        return double.IsInfinity(least) ? null : least;
    }

    private static bool Allowed(PlanningProblem p, PlanTask t, int set)
    {
        List<int> weeks = [.. Enumerable.Range(0, p.Weeks).Where(w => (set >> w & 1) == 1)];
        bool Shut(int week) => p.ClosedWeeks.Contains(week) || p.Forbids.Any(f => f.Task == t.Id && f.Week == week);
        if (weeks.Any(Shut) || p.Pins.Any(pin => pin.Task == t.Id && !weeks.Contains(pin.Week)))
        {
            return false;
        }

        if (weeks.Count == 0 ? t.Due < p.Weeks : weeks[^1] + t.Interval < p.Weeks)
        {
            return false;
        }

        if (t.MaxGap is not { } most || weeks.Count == 0)
        {
            return true;
        }

        int last = t.Due - t.Interval, firstOpen = Enumerable.Range(0, p.Weeks).First(w => !Shut(w));
        bool first = 0 - last > most ? weeks[0] == firstOpen : weeks[0] - last <= most;
        return first && weeks.Zip(weeks.Skip(1)).All(g => g.Second - g.First <= most);
    }

    private static double Gaps(PlanTask t, int set)
    {
        double cost = 0;
        int last = t.Due - t.Interval;
        bool first = true;
        for (int week = 0; set >> week != 0; week++)
        {
            if ((set >> week & 1) == 1)
            {
                double One(double gap) => gap < t.Interval
                    ? t.Value * (t.Interval - gap) / t.Interval
                    : t.LateWeight * Math.Pow((gap - t.Interval) / t.Interval, 2);

                // The first date may come early or late; the others count from a day that is known.
                cost += first
                    ? (0.4 * One(week - last))
                        + (0.3 * One(week - last + (t.Due - (t.EarlyDue ?? t.Due))))
                        + (0.3 * One(week - last - ((t.LateDue ?? t.Due) - t.Due)))
                    : One(week - last);
                (last, first) = (week, false);
            }
        }

        return cost;
    }

    private static HashSet<string> Needs(PlanningProblem p, string opening) =>
        [opening, .. p.Openings.First(o => o.Id == opening).Needs.SelectMany(n => Needs(p, n))];
}
