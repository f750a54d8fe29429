namespace SturdyTinker.Core.Planning;

/// <summary>
/// A planning problem made ready for reckoning. Tasks kept together are one <i>unit</i>. Openings that the same units
/// bring are
/// one <i>item</i> of the bill; being called in is an item that every unit brings. A visit pays each item of its units
/// once.
/// </summary>
internal sealed class Terms
{
    /// <summary>Stands for what cannot be.</summary>
    internal const double Never = double.PositiveInfinity;

    private Terms(PlanningProblem problem, Closures closures, int[][] members, double[] itemCost, int[][] items)
    {
        Problem = problem;
        Closures = closures;
        Members = members;
        ItemCost = itemCost;
        Items = items;
        Weeks = problem.Weeks;
        Units = [.. members.Select(m => new TaskGroup(problem, m))];
    }

    internal PlanningProblem Problem { get; }

    internal int Weeks { get; }

    /// <summary>What each opening brings along.</summary>
    internal Closures Closures { get; }

    /// <summary>The tasks of each unit, by their place in the problem.</summary>
    internal int[][] Members { get; }

    /// <summary>What each item costs a visit; item 0 is the call-in.</summary>
    internal double[] ItemCost { get; }

    /// <summary>The items that each unit brings.</summary>
    internal int[][] Items { get; }

    /// <summary>When each unit may be executed, and what its gaps cost.</summary>
    internal TaskGroup[] Units { get; }

    internal static Terms Of(PlanningProblem problem)
    {
        int[][] members = Kept(problem);
        Closures closures = new(problem.Openings);
        HashSet<string>[] brought = [.. members.Select(m => closures.Of(m.SelectMany(t => problem.Tasks[t].Openings)))];
        List<double> costs = [problem.CallIn];
        List<List<int>> items = [.. members.Select(_ => new List<int> { 0 })];

        // Openings with the same users are one item; those that every unit brings go with the call-in.
        foreach (var alike in problem.Openings.GroupBy(o => string.Join(
            ',',
            Enumerable.Range(0, members.Length).Where(u => brought[u].Contains(o.Id)))))
        {
            double cost = alike.Sum(o => o.Minutes) * problem.RatePerMinute;
            int[] users = [.. Enumerable.Range(0, members.Length).Where(u => brought[u].Contains(alike.First().Id))];
            if (users.Length == members.Length)
            {
                costs[0] += cost;
            }
            else if (users.Length > 0 && cost > 0)
            {
                foreach (int unit in users)
                {
                    items[unit].Add(costs.Count);
                }

                costs.Add(cost);
            }
        }

        return new Terms(problem, closures, members, [.. costs], [.. items.Select(i => i.ToArray())]);
    }

    /// <summary>The same with other closed weeks; what does not hang on them is kept.</summary>
    internal Terms Closing(IReadOnlyList<int> weeks) =>
        new(Problem with { ClosedWeeks = weeks }, Closures, Members, ItemCost, Items);

    /// <summary>The cost of executing each unit in its weeks.</summary>
    internal double Cost(int[][] plan)
    {
        double cost = 0;
        HashSet<(int, int)> paid = [];
        for (int unit = 0; unit < plan.Length; unit++)
        {
            cost += Units[unit].GapsCost(plan[unit]);
            foreach (int week in plan[unit])
            {
                foreach (int item in Items[unit])
                {
                    cost += paid.Add((week, item)) ? ItemCost[item] : 0;
                }
            }
        }

        return cost;
    }

    // Tasks kept together, and tasks kept together with those.
    private static int[][] Kept(PlanningProblem problem)
    {
        int[] with = [.. Enumerable.Range(0, problem.Tasks.Count)];
        int Root(int task) => with[task] == task ? task : with[task] = Root(with[task]);
        Dictionary<string, int> index = problem.Tasks.Select((t, i) => (t.Id, i)).ToDictionary(t => t.Id, t => t.i);
        foreach (IReadOnlyList<string> group in problem.Together)
        {
            foreach (string task in group.Skip(1))
            {
                (int a, int b) = (Root(index[group[0]]), Root(index[task]));
                with[Math.Max(a, b)] = Math.Min(a, b);
            }
        }

        return [.. Enumerable.Range(0, with.Length).GroupBy(Root).Select(g => g.ToArray())];
    }
}
