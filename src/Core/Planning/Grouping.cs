namespace SturdyTinker.Core.Planning;

/// <summary>Chooses a trailer's visits and what goes in each.</summary>
public static class Grouping
{
    /// <summary>
    /// The cheapest visits that were found; how far they are from the cheapest there are is measured by "tinker bench
    /// plan".
    /// A pure function: the same problem gives the same answer.
    /// </summary>
    /// <param name="problem">The problem, as <see cref="PlanningForm"/> takes it.</param>
    /// <param name="effort">
    /// How much longer is looked for something cheaper: 0 to <see cref="MostEffort"/>; never dearer for more.
    /// </param>
    public static PlanningAnswer Solve(PlanningProblem problem, int effort = 0)
    {
        Terms terms = Terms.Of(problem);
        if (Clash.Of(terms) is { Count: > 0 } clashes)
        {
            return new PlanningAnswer([], null, Clash.InWords(clashes, ClashWords.Numbered));
        }

        if (terms.Units.Length == 0)
        {
            return new PlanningAnswer([], 0, null);
        }

        Search search = new(terms);
        return Answer(terms, search.On(search.Best(), effort));
    }

    /// <summary>Most effort taken: minutes for a large problem.</summary>
    public const int MostEffort = 1_000;

    /// <summary>What executing tasks in given weeks costs; null when the problem does not allow it.</summary>
    /// <param name="problem">The problem.</param>
    /// <param name="visits">Which tasks are executed in which weeks.</param>
    public static double? CostOf(PlanningProblem problem, IEnumerable<PlannedVisit> visits)
    {
        Terms terms = Terms.Of(problem);
        Dictionary<string, SortedSet<int>> weeks = problem.Tasks.ToDictionary(t => t.Id, _ => new SortedSet<int>());
        foreach (PlannedVisit visit in visits)
        {
            foreach (string task in visit.Tasks)
            {
                weeks[task].Add(visit.Week);
            }
        }

        int[][] plan = [.. terms.Members.Select(m => weeks[problem.Tasks[m[0]].Id].ToArray())];
        bool kept = terms.Members.All(m =>
            m.All(t => weeks[problem.Tasks[t].Id].SetEquals(weeks[problem.Tasks[m[0]].Id])));
        bool open = Enumerable.Range(0, plan.Length).All(u =>
            plan[u].All(w => Array.BinarySearch(terms.Units[u].Open, w) >= 0));
        double cost = kept && open ? terms.Cost(plan) : Terms.Never;
        return cost < Terms.Never ? cost : null;
    }

    /// <summary>Minutes over the union of the closures of openings.</summary>
    public static double OpenMinutes(PlanningProblem problem, IEnumerable<string> openings) =>
        new Closures(problem.Openings).MinutesOf(openings);

    internal static PlanningAnswer Answer(Terms terms, int[][] plan)
    {
        PlanningProblem problem = terms.Problem;
        SortedDictionary<int, SortedSet<int>> visits = [];
        for (int unit = 0; unit < plan.Length; unit++)
        {
            foreach (int week in plan[unit])
            {
                if (!visits.TryGetValue(week, out SortedSet<int>? tasks))
                {
                    visits[week] = tasks = [];
                }

                tasks.UnionWith(terms.Members[unit]);
            }
        }

        return new PlanningAnswer(
            [.. visits.Select(v => new PlannedVisit(
                v.Key,
                [.. v.Value.Select(t => problem.Tasks[t].Id)],
                terms.Closures.MinutesOf(v.Value.SelectMany(t => problem.Tasks[t].Openings))))],
            Math.Round(terms.Cost(plan), 6),
            null);
    }
}
