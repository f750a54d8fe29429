namespace SturdyTinker.Core.Planning;

/// <summary>
/// Where there is time: part of a plan is torn down and built up anew, over and over, and kept where it is cheaper.
/// </summary>
internal sealed partial class Search
{
    // How often for each unit of effort; what comes nearer than this is searched on. Set by what was seen.
    private const int TriesOfEffort = 60;
    private const double WorthSearching = 1.01;

    // How far units that are put back count on others to share the bill.
    private static readonly double[] Shares = [1, 1, 0.6, 0.3];

    /// <summary>
    /// A plan that is no dearer than another, looked for by tearing down and building up. The same terms, plan and
    /// effort give the same plan: what is torn down is drawn by a fixed row of numbers.
    /// </summary>
    /// <param name="best">The plan.</param>
    /// <param name="effort">How much is tried: 0 and more.</param>
    internal int[][] On(int[][] best, int effort)
    {
        Random random = new(1);
        double least = terms.Cost(best);
        for (int round = 0; round < effort * TriesOfEffort && plan.Length > 1; round++)
        {
            Lay(best);
            int[] torn = Torn(random);
            foreach (int unit in torn)
            {
                Remove(unit);
            }

            double share = Shares[random.Next(Shares.Length)];
            foreach (int unit in torn)
            {
                Add(unit, CheapestOfAll(unit, share)!);
            }

            Descend(all);
            if (cost < least * WorthSearching)
            {
                Improve();
            }

            if (cost < least - Enough)
            {
                best = [.. plan];
                least = cost;
            }
        }

        return best;
    }

    // Some units by chance, or those that are done in one visit, in any order.
    private int[] Torn(Random random)
    {
        int[] units = [.. Enumerable.Range(0, plan.Length)];
        random.Shuffle(units);
        if (random.Next(2) == 0 && plan[units[0]] is { Length: > 0 } weeks)
        {
            int week = weeks[random.Next(weeks.Length)];
            int[] there = [.. units.Where(u => plan[u].Any(w => Math.Abs(w - week) <= random.Next(4)))];
            if (there.Length > 1)
            {
                return there;
            }
        }

        return units[..Math.Min(units.Length, 2 + random.Next(1 + (units.Length / 2)))];
    }
}
