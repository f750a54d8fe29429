using SturdyTinker.Core.Planning;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>
/// The cheapest plan, proven: branch and bound on which items are bought in which weeks, with the shared bill as the
/// bound.
/// Slow, and only a reference for the planner; the bound it leans on is itself checked by trying everything on small
/// problems.
/// </summary>
internal sealed class Exact
{
    private readonly Terms terms;
    private readonly LagrangianBound.Split split;
    private readonly int mostNodes;
    private int nodes;
    private double best;

    private Exact(Terms terms, double known, int mostNodes)
    {
        this.terms = terms;
        this.mostNodes = mostNodes;
        split = new LagrangianBound.Split(terms, remembering: true);
        best = known;
    }

    /// <summary>A proven bound and the cheapest plan found; they are equal where the optimum is proven.</summary>
    /// <param name="problem">A problem that can be met.</param>
    /// <param name="known">What some plan costs.</param>
    /// <param name="mostNodes">How many branches are looked at.</param>
    internal static (double Bound, double Best, int Nodes) Solve(PlanningProblem problem, double known, int mostNodes)
    {
        Exact exact = new(Terms.Of(problem), known, mostNodes);
        double bound = Math.Min(exact.Branch(600), exact.best);
        return (bound, exact.best, exact.nodes);
    }

    private double Branch(int steps)
    {
        nodes++;
        double near = Math.Max(1e-6, 1e-6 * Math.Abs(best));
        double bound = split.Better(best, steps, best - near);
        if (bound >= best - near)
        {
            return Math.Min(bound, best);
        }

        best = Math.Min(best, terms.Cost(split.Plans));
        if (nodes >= mostNodes || Open() is not var (item, week, first))
        {
            return bound;
        }

        double[][] shares =
        [
            .. split.Share.Select(s => s.ToArray())
        ], wanted = [.. split.Wanted.Select(s => s.ToArray())];
        double least = double.PositiveInfinity;
        foreach (sbyte way in new[] { first, (sbyte)-first })
        {
            split.Fixed[item, week] = way;
            least = Math.Min(least, Branch(120));
            for (int i = 0; i < shares.Length; i++)
            {
                shares[i].CopyTo(split.Share[i], 0);
                wanted[i].CopyTo(split.Wanted[i], 0);
            }
        }

        split.Fixed[item, week] = 0;
        return Math.Max(bound, least);
    }

    // The item and week that the units agree on least, dear ones first.
    private (int Item, int Week, sbyte First)? Open()
    {
        (double Score, int Item, int Week, double Wanted) most = (1e-9, -1, -1, 0);
        for (int item = 0; item < split.Users.Length; item++)
        {
            for (int week = 0; week < terms.Weeks; week++)
            {
                double wanted = 0;
                for (int user = 0; user < split.Users[item].Length; user++)
                {
                    wanted = Math.Max(wanted, split.Wanted[item][(user * terms.Weeks) + week]);
                }

                double score = terms.ItemCost[item] * Math.Min(wanted, Math.Max(0.02, 1 - wanted));
                if (split.Fixed[item, week] == 0 && split.Users[item].Length > 1 && score > most.Score)
                {
                    most = (score, item, week, wanted);
                }
            }
        }

        return most.Item < 0 ? null : (most.Item, most.Week, (sbyte)(most.Wanted > 0.5 ? 1 : -1));
    }
}
