namespace SturdyTinker.Core.Planning;

/// <summary>
/// Looks for the cheapest plan. A unit's own best weeks, while all others stay, are a shortest path and exact; what is
/// searched is
/// which weeks are visits at all: left out, moved, merged, added, and whole bundles of units that share an item moved
/// at once.
/// Nothing in it is by chance: the same terms give the same plan.
/// </summary>
internal sealed partial class Search
{
    private const double Enough = 1e-7;
    private const int FarthestShift = 9;

    // How long the bill is split for and how often its plans are looked at; a case is hard while its gap is wider than
    // half a
    // percent, and a plan worth searching on when it is within three of the best. Set by what "tinker bench plan"
    // showed.
    private const int Steps = 60, Every = 5, Rounds = 2, MostImproved = 5;
    private const double NearEnough = 0.995, Near = 1.02;

    // How far the first plans count on others to share the bill: alone, halved, nearly free.
    private static readonly double[] Trusts = [1, 0.45, 0.15];

    private readonly Terms terms;
    private readonly TaskGroup.Workspace workspace;
    private readonly double[] price;
    private readonly int[] among;
    private readonly int[] users;
    private readonly int items;
    private List<(TaskGroup Unit, int[] Units, int[] Items)>? bundles;
    private readonly int[][] plan;
    private readonly bool[] all;
    private readonly (int[][] Plan, int[] Users) kept;
    private double cost;

    internal Search(Terms terms)
    {
        this.terms = terms;
        workspace = new TaskGroup.Workspace(terms.Weeks);
        price = new double[terms.Weeks];
        among = new int[terms.Weeks];
        items = terms.ItemCost.Length;
        users = new int[terms.Weeks * items];
        plan = new int[terms.Units.Length][];
        kept = (new int[plan.Length][], new int[users.Length]);
        all = new bool[terms.Weeks];
        Array.Fill(all, true);
    }

    /// <summary>The weeks of each unit, in order. Every unit has some choice of weeks that will do.</summary>
    internal int[][] Best()
    {
        int[][] best = [];
        double least = Terms.Never;
        void Keep()
        {
            if (cost < least - Enough)
            {
                least = cost;
                best = [.. plan];
            }
        }

        foreach (double trust in Trusts)
        {
            Begin(trust);
            Descend(all);
            Keep();
        }

        // The split's own plans are good places to begin from; those of its hard cases are searched on as well.
        LagrangianBound.Split split = new(terms);
        HashSet<string> seen = [];
        double bound = double.NegativeInfinity;
        for (int round = 0; round < Rounds && bound < least * (round == 0 ? 1 : NearEnough) - Enough; round++)
        {
            int on = round;
            bound = Math.Max(bound, split.Better(least, Steps, least - Enough, (step, offered) =>
            {
                if (step % Every == Every - 1)
                {
                    Lay(offered);
                    Descend(all);
                    if (on > 0
                        && cost < least * Near
                        && seen.Count < MostImproved
                        && seen.Add(FormattableString.Invariant($"{cost:F4}")))
                    {
                        Improve();
                    }

                    Keep();
                }

                return least;
            }));
            if (on == 0 && bound < least - Enough)
            {
                Lay(best);
                Improve();
                Keep();
            }
        }

        return best;
    }

    /// <summary>
    /// A plan made of another one by as little as has to change: units whose weeks no longer do find new ones, and only
    /// what stands
    /// beside them is searched. Quicker than <see cref="Best"/>, and seldom dearer by much.
    /// </summary>
    /// <param name="before">The weeks of each unit until now.</param>
    /// <param name="thorough">Whether whole visits are shifted and left out as well.</param>
    internal int[][] Amended(int[][] before, bool thorough)
    {
        Clear();
        List<int> lost = [];
        for (int unit = 0; unit < plan.Length; unit++)
        {
            bool stands = before[unit].All(w => Array.BinarySearch(terms.Units[unit].Open, w) >= 0)
                && terms.Units[unit].GapsCost(before[unit]) < Terms.Never;
            if (stands)
            {
                Add(unit, before[unit]);
            }
            else
            {
                lost.Add(unit);
            }
        }

        foreach (int unit in lost)
        {
            // The others that are lost will come along: a share of the bill is enough.
            Add(unit, CheapestOfAll(unit, lost.Count > 1 ? 0.5 : 1)!);
        }

        Descend(all);
        if (thorough)
        {
            for (bool better = true; better;)
            {
                better = Try(Drops) | Try(Shifts);
            }
        }

        return [.. plan];
    }

    private void Begin(double trust)
    {
        Clear();
        int[] order = [.. Enumerable
            .Range(0, plan.Length)
            .OrderByDescending(u => terms.Items[u].Sum(i => terms.ItemCost[i]))];
        foreach (int unit in order)
        {
            Add(unit, CheapestOfAll(unit, trust)!);
        }
    }

    private void Clear()
    {
        Array.Clear(users);
        cost = 0;
    }

    private void Lay(int[][] weeks)
    {
        Clear();
        for (int unit = 0; unit < plan.Length; unit++)
        {
            Add(unit, weeks[unit]);
        }
    }

    private void Add(int unit, int[] weeks)
    {
        plan[unit] = weeks;
        cost += terms.Units[unit].GapsCost(weeks);
        foreach (int week in weeks)
        {
            cost += terms.Toll(unit, week);
            foreach (int item in terms.Items[unit])
            {
                cost += users[(week * items) + item]++ == 0 ? terms.Bill(item, week) : 0;
            }
        }
    }

    private void Remove(int unit)
    {
        cost -= terms.Units[unit].GapsCost(plan[unit]);
        foreach (int week in plan[unit])
        {
            cost -= terms.Toll(unit, week);
            foreach (int item in terms.Items[unit])
            {
                cost -= --users[(week * items) + item] == 0 ? terms.Bill(item, week) : 0;
            }
        }
    }

    private double Price(int unit, int week)
    {
        double sum = terms.Toll(unit, week);
        int row = week * items;
        foreach (int item in terms.Items[unit])
        {
            sum += users[row + item] == 0 ? terms.Bill(item, week) : 0;
        }

        return sum;
    }

    // Each unit in turn takes its best weeks, until all in a row gain nothing. False when some unit finds no weeks
    // among these.
    private bool Descend(bool[] weeks)
    {
        for (int unit = 0, idle = 0; idle < plan.Length; unit = (unit + 1) % plan.Length)
        {
            double before = cost;
            int[] was = plan[unit];
            Remove(unit);
            if (Cheapest(unit, weeks) is not { } now)
            {
                Add(unit, was);
                return false;
            }

            Add(unit, now);
            if (cost > before - Enough && !Outside(was, weeks))
            {
                Remove(unit);
                Add(unit, was);
                cost = before;
                idle++;
            }
            else
            {
                idle = 1;
            }
        }

        return true;
    }

    private static bool Outside(int[] plan, bool[] weeks)
    {
        foreach (int week in plan)
        {
            if (!weeks[week])
            {
                return true;
            }
        }

        return false;
    }

    // Out of every week, counting on others to pay all but a share of the bill.
    private int[]? CheapestOfAll(int unit, double share = 1)
    {
        for (int week = 0; week < terms.Weeks; week++)
        {
            price[week] = Price(unit, week) * share;
        }

        return terms.Units[unit].CheapestOfAll(price, workspace, out _);
    }

    // Out of some weeks, one of which may cost nothing.
    private int[]? Cheapest(int unit, bool[] weeks, int free = -1)
    {
        if (weeks == all)
        {
            return CheapestOfAll(unit);
        }

        int count = 0;
        foreach (int week in terms.Units[unit].Open)
        {
            if (weeks[week])
            {
                price[count] = week == free ? 0 : Price(unit, week);
                among[count++] = week;
            }
        }

        return terms.Units[unit].Cheapest(among, count, price, workspace, out _);
    }

    private void Improve()
    {
        for (bool better = true; better;)
        {
            better = Try(Drops) | Try(Shifts) | Try(BundleMoves) || Try(Additions);
        }
    }

    // Makes each change in turn and takes back those that do not gain. After one that gains, the plan settles and the
    // walk goes on from there.
    private bool Try(Func<IEnumerable<Func<bool>>> changes)
    {
        bool gained = false;
        Mark();
        double had = cost;
        foreach (Func<bool> change in changes())
        {
            if (change() && cost < had - Enough)
            {
                Descend(all);
                gained = true;
                Mark();
                had = cost;
            }
            else
            {
                Array.Copy(kept.Plan, plan, plan.Length);
                Array.Copy(kept.Users, users, users.Length);
                cost = had;
            }
        }

        return gained;
    }

    private void Mark()
    {
        Array.Copy(plan, kept.Plan, plan.Length);
        Array.Copy(users, kept.Users, users.Length);
    }

    private bool[] Visited()
    {
        bool[] visited = new bool[terms.Weeks];
        for (int week = 0; week < terms.Weeks; week++)
        {
            visited[week] = users[week * items] > 0;
        }

        return visited;
    }

    private IEnumerable<Func<bool>> Drops()
    {
        for (int week = 0; week < terms.Weeks; week++)
        {
            if (users[week * items] > 0)
            {
                bool[] without = Visited();
                without[week] = false;
                yield return () => Descend(without);
            }
        }
    }

    // A whole visit moved, onto another one too.
    private IEnumerable<Func<bool>> Shifts()
    {
        for (int week = 0; week < terms.Weeks; week++)
        {
            for (int by = -FarthestShift; users[week * items] > 0 && by <= FarthestShift; by++)
            {
                int from = week, to = week + by;
                if (by != 0 && to >= 0 && to < terms.Weeks)
                {
                    yield return () => Shift(from, to);
                }
            }
        }
    }

    private bool Shift(int from, int to)
    {
        double before = cost;
        bool[] weeks = Visited();
        for (int unit = 0; unit < plan.Length; unit++)
        {
            int at = Array.IndexOf(plan[unit], from);
            if (at >= 0 && Array.BinarySearch(terms.Units[unit].Open, to) >= 0)
            {
                int[] moved = Moved(plan[unit], at, to);
                if (terms.Units[unit].GapsCost(moved) < Terms.Never)
                {
                    Remove(unit);
                    Add(unit, moved);
                }
            }
        }

        // What others gain by it seldom makes good more than a visit's worth.
        if (cost > before + terms.ItemCost[0])
        {
            return false;
        }

        weeks[from] = false;
        weeks[to] = true;
        return Descend(weeks);
    }

    // In order, and each week once.
    private static int[] Moved(int[] weeks, int at, int to)
    {
        if (Array.IndexOf(weeks, to) >= 0)
        {
            return [.. weeks[..at], .. weeks[(at + 1)..]];
        }

        int[] moved = [.. weeks];
        moved[at] = to;
        for (; at > 0 && moved[at - 1] > to; at--)
        {
            (moved[at - 1], moved[at]) = (to, moved[at - 1]);
        }

        for (; at < moved.Length - 1 && moved[at + 1] < to; at++)
        {
            (moved[at + 1], moved[at]) = (to, moved[at + 1]);
        }

        return moved;
    }

    private IEnumerable<Func<bool>> BundleMoves()
    {
        foreach ((TaskGroup joint, int[] units, int[] brought) in bundles ??= Bundles())
        {
            yield return () =>
            {
                foreach (int unit in units)
                {
                    Remove(unit);
                }

                for (int week = 0; week < terms.Weeks; week++)
                {
                    price[week] = 0;
                    foreach (int unit in units)
                    {
                        price[week] += terms.Toll(unit, week);
                    }

                    foreach (int item in brought)
                    {
                        price[week] += users[(week * items) + item] == 0 ? terms.Bill(item, week) : 0;
                    }
                }

                int[]? weeks = joint.CheapestOfAll(price, workspace, out _);
                foreach (int unit in units)
                {
                    Add(unit, weeks ?? plan[unit]);
                }

                return weeks is not null && Descend(all);
            };
        }
    }

    // One more visit: first as if everybody shared its bill, then at what it really costs.
    private IEnumerable<Func<bool>> Additions()
    {
        for (int week = 0; week < terms.Weeks; week++)
        {
            if (users[week * items] == 0)
            {
                int added = week;
                yield return () => Addition(added);
            }
        }
    }

    private bool Addition(int added)
    {
        bool[] weeks = Visited();
        weeks[added] = true;
        bool used = false;
        for (int unit = 0; unit < plan.Length; unit++)
        {
            int[] was = plan[unit];
            Remove(unit);
            int[] now = Cheapest(unit, weeks, added) ?? was;
            Add(unit, now);
            used |= Array.IndexOf(now, added) >= 0;
        }

        return used && Descend(weeks);
    }

    // Units that share an item, taken as one.
    private List<(TaskGroup Unit, int[] Units, int[] Items)> Bundles()
    {
        List<(TaskGroup, int[], int[])> found = [];
        for (int item = 0; item < items; item++)
        {
            int[] sharing = [.. Enumerable.Range(0, terms.Units.Length).Where(u => terms.Items[u].Contains(item))];
            if (sharing.Length > 1)
            {
                found.Add((new TaskGroup(
                    terms.Problem,
                    [.. sharing.SelectMany(u => terms.Members[u])]), sharing, [
                        .. sharing.SelectMany(u => terms.Items[u]).Distinct()
                    ]));
            }
        }

        return found;
    }
}
