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

    // What each item costs in each week, tolls included: at week × items + item.
    private readonly double[] bills;

    // The toll on each unit's own work: at unit × weeks + week; null where there is none.
    private readonly double[]? tolls;

    private Terms(
        PlanningProblem problem,
        Closures closures,
        int[][] members,
        double[] itemCost,
        double[] itemMinutes,
        int[][] items)
    {
        Problem = problem;
        Closures = closures;
        Members = members;
        ItemCost = itemCost;
        ItemMinutes = itemMinutes;
        Items = items;
        Weeks = problem.Weeks;
        Units = [.. members.Select(m => new TaskGroup(problem, m))];
        bills = new double[Weeks * itemCost.Length];
        for (int week = 0; week < Weeks; week++)
        {
            itemCost.CopyTo(bills, week * itemCost.Length);
        }
    }

    private Terms(Terms untolled, double[] toll, double[] work, double[]? less)
    {
        Problem = untolled.Problem;
        Closures = untolled.Closures;
        Members = untolled.Members;
        ItemCost = untolled.ItemCost;
        ItemMinutes = untolled.ItemMinutes;
        Items = untolled.Items;
        Weeks = untolled.Weeks;
        Units = untolled.Units;
        bills = new double[untolled.bills.Length];
        tolls = new double[Units.Length * Weeks];
        for (int week = 0; week < Weeks; week++)
        {
            for (int item = 0; item < ItemCost.Length; item++)
            {
                bills[(week * ItemCost.Length) + item] = ItemCost[item] + (toll[week] * ItemMinutes[item]);
            }

            bills[week * ItemCost.Length] -= less?[week] ?? 0;

            for (int unit = 0; unit < Units.Length; unit++)
            {
                tolls[(unit * Weeks) + week] = toll[week] * work[unit];
            }
        }
    }

    internal PlanningProblem Problem { get; }

    internal int Weeks { get; }

    /// <summary>What each opening brings along.</summary>
    internal Closures Closures { get; }

    /// <summary>The tasks of each unit, by their place in the problem.</summary>
    internal int[][] Members { get; }

    /// <summary>What each item costs a visit, tolls left out; item 0 is the call-in.</summary>
    internal double[] ItemCost { get; }

    /// <summary>Bay minutes that each item takes.</summary>
    internal double[] ItemMinutes { get; }

    /// <summary>The items that each unit brings.</summary>
    internal int[][] Items { get; }

    /// <summary>When each unit may be executed, and what its gaps cost.</summary>
    internal TaskGroup[] Units { get; }

    /// <param name="problem">The problem.</param>
    /// <param name="exact">
    /// The problem's openings with the minutes that are told of visits; null where they are the problem's own.
    /// </param>
    internal static Terms Of(PlanningProblem problem, IReadOnlyList<PlanOpening>? exact = null)
    {
        int[][] members = Kept(problem);
        Closures closures = new(exact ?? problem.Openings);
        HashSet<string>[] brought = [.. members.Select(m => closures.Of(m.SelectMany(t => problem.Tasks[t].Openings)))];
        List<double> costs = [problem.CallIn], minutes = [0];
        List<List<int>> items = [.. members.Select(_ => new List<int> { 0 })];

        // Openings with the same users are one item; those that every unit brings go with the call-in.
        foreach (var alike in problem.Openings.GroupBy(o => string.Join(
            ',',
            Enumerable.Range(0, members.Length).Where(u => brought[u].Contains(o.Id)))))
        {
            double takes = alike.Sum(o => o.Minutes), cost = takes * problem.RatePerMinute;
            int[] users = [.. Enumerable.Range(0, members.Length).Where(u => brought[u].Contains(alike.First().Id))];
            if (users.Length == members.Length)
            {
                costs[0] += cost;
                minutes[0] += takes;
            }
            else if (users.Length > 0 && takes > 0)
            {
                foreach (int unit in users)
                {
                    items[unit].Add(costs.Count);
                }

                costs.Add(cost);
                minutes.Add(takes);
            }
        }

        return new Terms(
            problem,
            closures,
            members,
            [.. costs],
            [.. minutes],
            [.. items.Select(i => i.ToArray())]);
    }

    /// <summary>The same with other closed weeks; what does not hang on them is kept.</summary>
    internal Terms Closing(IReadOnlyList<int> weeks) =>
        new(Problem with { ClosedWeeks = weeks }, Closures, Members, ItemCost, ItemMinutes, Items);

    /// <summary>
    /// The same where a bay minute costs a toll in each week besides: what is planned by it keeps away from weeks that
    /// others need more.
    /// </summary>
    /// <param name="toll">What a minute costs in each week: 0 and more.</param>
    /// <param name="work">Minutes of each unit's own work, openings left out.</param>
    internal Terms Tolled(double[] toll, double[] work) => new(this, toll, work, null);

    /// <summary>
    /// The same where being called in costs less in some weeks: others of its customer's trailers come then anyway.
    /// </summary>
    /// <param name="less">How much less in each week: 0 to the cost of a call-in; null for nothing.</param>
    internal Terms Together(double[]? less) =>
        less is null ? this : new(this, new double[Weeks], new double[Units.Length], less);

    /// <summary>What an item costs a visit in a week, the toll included.</summary>
    internal double Bill(int item, int week) => bills[(week * ItemCost.Length) + item];

    /// <summary>The toll on a unit's own work in a week.</summary>
    internal double Toll(int unit, int week) => tolls is null ? 0 : tolls[(unit * Weeks) + week];

    /// <summary>The cost of executing each unit in its weeks, tolls included.</summary>
    internal double Cost(int[][] plan)
    {
        double cost = 0;
        HashSet<(int, int)> paid = [];
        for (int unit = 0; unit < plan.Length; unit++)
        {
            cost += Units[unit].GapsCost(plan[unit]);
            foreach (int week in plan[unit])
            {
                cost += Toll(unit, week);
                foreach (int item in Items[unit])
                {
                    cost += paid.Add((week, item)) ? Bill(item, week) : 0;
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
