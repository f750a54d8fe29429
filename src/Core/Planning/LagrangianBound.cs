namespace SturdyTinker.Core.Planning;

/// <summary>
/// A proven lower bound on what any plan costs. Each item of a visit's bill is split beforehand among the units that
/// bring it, so
/// much a unit and week; then every unit plans alone. In any real plan a unit pays no more than its share of what is
/// really paid,
/// so the units' cheapest weeks together never cost more than the cheapest plan. The split is bettered step by step
/// (subgradient ascent): units that would come to a week pay more of it, the others less.
/// </summary>
public static class LagrangianBound
{
    /// <summary>The bound; null for a problem that cannot be met.</summary>
    /// <param name="problem">The problem.</param>
    /// <param name="known">What some plan costs, to measure steps by.</param>
    /// <param name="steps">How often the split is bettered: 1 and more.</param>
    public static double? Bound(PlanningProblem problem, double known, int steps = 400)
    {
        Terms terms = Terms.Of(problem);
        if (!Clash.None(terms))
        {
            return null;
        }

        Split split = new(terms);
        return Math.Max(0, split.Better(known, steps));
    }

    /// <summary>A split of the bill, and the plans that the units make by it.</summary>
    internal sealed class Split
    {
        private Terms terms;
        private readonly int weeks;
        private readonly TaskGroup.Workspace workspace;
        private readonly double[][] price;
        private readonly bool[][] comes;
        private readonly double[] shares;
        private readonly double[] sorted;
        private readonly bool remembering;
        private readonly bool[] visited;

        /// <param name="terms">What is planned.</param>
        /// <param name="remembering">Whether it keeps track of who came when, for branching.</param>
        internal Split(Terms terms, bool remembering = false)
        {
            this.remembering = remembering;
            this.terms = terms;
            weeks = terms.Weeks;
            workspace = new TaskGroup.Workspace(weeks);
            price = [.. terms.Units.Select(_ => new double[weeks])];
            comes = [.. terms.Units.Select(_ => new bool[weeks])];
            shares = new double[terms.Units.Length];
            sorted = new double[terms.Units.Length];
            visited = new bool[weeks];
            Users = [.. Enumerable.Range(0, terms.ItemCost.Length).Select(i => Enumerable
                .Range(0, terms.Units.Length)
                .Where(u => terms.Items[u].Contains(i))
                .ToArray())];
            Share = [.. Users.Select(u => new double[u.Length * weeks])];
            Wanted = [.. Users.Select(u => new double[u.Length * weeks])];
            Fixed = new sbyte[terms.ItemCost.Length, weeks];
            for (int item = 0; item < Share.Length; item++)
            {
                for (int i = 0; i < Share[item].Length; i++)
                {
                    Share[item][i] = terms.Bill(item, i % weeks) / Users[item].Length;
                }
            }
        }

        /// <summary>What each user pays of an item in a week: at user × weeks + week.</summary>
        internal double[][] Share { get; }

        /// <summary>How often of late each user came to a week: 0 to 1.</summary>
        internal double[][] Wanted { get; }

        /// <summary>
        /// For branching: 1 where an item is bought in a week, −1 where it is not, 0 where that is open.
        /// </summary>
        internal sbyte[,] Fixed { get; }

        /// <summary>The units that bring each item.</summary>
        internal int[][] Users { get; }

        /// <summary>The plans the units made last.</summary>
        internal int[][] Plans { get; private set; } = [];

        /// <summary>Goes on with other tolls: everybody pays the same part of each bill as before.</summary>
        /// <param name="tolled">The same terms with other tolls.</param>
        internal void Retoll(Terms tolled)
        {
            for (int item = 0; item < Share.Length; item++)
            {
                for (int i = 0; i < Share[item].Length; i++)
                {
                    double before = terms.Bill(item, i % weeks), now = tolled.Bill(item, i % weeks);
                    Share[item][i] = before > 0 ? Share[item][i] * now / before : now / Users[item].Length;
                }
            }

            terms = tolled;
        }

        /// <summary>Adds the bay minutes of the units' last plans, an opening's by who pays for it.</summary>
        /// <param name="minutes">By week; added to.</param>
        /// <param name="work">Minutes of each unit's own work.</param>
        internal void AddMinutes(double[] minutes, double[] work)
        {
            for (int unit = 0; unit < Plans.Length; unit++)
            {
                foreach (int week in Plans[unit])
                {
                    minutes[week] += work[unit];
                }
            }

            for (int item = 0; item < Users.Length; item++)
            {
                for (int user = 0; user < Users[item].Length; user++)
                {
                    foreach (int week in Plans[Users[item][user]])
                    {
                        double bill = terms.Bill(item, week);
                        minutes[week] += bill > 0
                            ? terms.ItemMinutes[item] * Share[item][(user * weeks) + week] / bill
                            : 0;
                    }
                }
            }
        }

        /// <summary>
        /// Betters the split and answers the best bound found on the way; <see cref="Terms.Never"/> where nothing meets
        /// what is fixed.
        /// </summary>
        /// <param name="known">What some plan costs.</param>
        /// <param name="steps">How often at most.</param>
        /// <param name="enough">Stops when the bound has come so far, or within a hair of what is known.</param>
        /// <param name="meanwhile">
        /// Told the units' plans at every step; answers what the best plan known costs by now.
        /// </param>
        /// <param name="pace">Part of the way to what is known that a step goes at first: over 0, to 1.</param>
        internal double Better(
            double known,
            int steps,
            double enough = Terms.Never,
            Func<int, int[][], double>? meanwhile = null,
            double pace = 1)
        {
            Reckon();
            double best = double.NegativeInfinity;
            int idle = 0;
            for (int step = 0; step < steps; step++)
            {
                double bound = Plan();
                if (bound == Terms.Never)
                {
                    return bound;
                }

                if (bound > best + 1e-9)
                {
                    best = bound;
                    idle = 0;
                }
                else if (++idle >= 12)
                {
                    pace /= 2;
                    idle = 0;
                }

                if (meanwhile is not null)
                {
                    known = meanwhile(step, Plans);
                    enough = Math.Min(enough, known - 1e-7);
                }

                double length = Disagreement();
                if (best >= enough || pace < 1e-4 || length < 1e-12)
                {
                    break;
                }

                Move(pace * Math.Max(known - bound, (1e-3 * Math.Abs(known)) + 1e-6) / length);
            }

            return best;
        }

        // What each week costs each unit by the shares, and by what is fixed.
        private void Reckon()
        {
            for (int unit = 0; unit < price.Length; unit++)
            {
                for (int week = 0; week < weeks; week++)
                {
                    price[unit][week] = terms.Toll(unit, week);
                }
            }

            for (int item = 0; item < Users.Length; item++)
            {
                for (int user = 0; user < Users[item].Length; user++)
                {
                    double[] row = price[Users[item][user]];
                    for (int week = 0; week < weeks; week++)
                    {
                        sbyte state = Fixed[item, week];
                        row[week] += state < 0 ? Terms.Never : state > 0 ? 0 : Share[item][(user * weeks) + week];
                    }
                }
            }
        }

        private double Plan()
        {
            double bound = 0;
            for (int item = 0; item < Users.Length; item++)
            {
                for (int week = 0; week < weeks; week++)
                {
                    bound += Fixed[item, week] > 0 ? terms.Bill(item, week) : 0;
                }
            }

            int[][] plans = new int[terms.Units.Length][];
            for (int unit = 0; unit < plans.Length; unit++)
            {
                if (terms.Units[unit].CheapestOfAll(price[unit], workspace, out double cost) is not { } chosen)
                {
                    return Terms.Never;
                }

                plans[unit] = chosen;
                bound += cost;
                Array.Clear(comes[unit]);
                foreach (int week in chosen)
                {
                    comes[unit][week] = true;
                }
            }

            Plans = plans;
            Array.Clear(visited);
            foreach (int[] plan in plans)
            {
                foreach (int week in plan)
                {
                    visited[week] = true;
                }
            }

            if (remembering)
            {
                Remember(plans);
            }

            return bound;
        }

        private void Remember(int[][] plans)
        {
            foreach (double[] wanted in Wanted)
            {
                for (int i = 0; i < wanted.Length; i++)
                {
                    wanted[i] *= 0.9;
                }
            }

            for (int item = 0; item < Users.Length; item++)
            {
                for (int user = 0; user < Users[item].Length; user++)
                {
                    foreach (int week in plans[Users[item][user]])
                    {
                        Wanted[item][(user * weeks) + week] += 0.1;
                    }
                }
            }
        }

        // The squared length of the step that would make users of an item agree on its weeks.
        private double Disagreement()
        {
            double length = 0;
            for (int item = 0; item < Users.Length; item++)
            {
                int n = Users[item].Length;
                for (int week = 0; week < weeks && n > 1; week++)
                {
                    if (!visited[week])
                    {
                        continue;
                    }

                    int come = Coming(item, week);
                    length += Fixed[item, week] != 0 ? 0 : come * (1 - (come / (double)n));
                }
            }

            return length;
        }

        private int Coming(int item, int week)
        {
            int come = 0;
            foreach (int unit in Users[item])
            {
                come += comes[unit][week] ? 1 : 0;
            }

            return come;
        }

        private void Move(double by)
        {
            for (int item = 0; item < Users.Length; item++)
            {
                int[] users = Users[item];
                for (int week = 0; week < weeks && users.Length > 1; week++)
                {
                    if (!visited[week])
                    {
                        continue;
                    }

                    int come = Coming(item, week);
                    if (come == 0 || come == users.Length || Fixed[item, week] != 0)
                    {
                        continue;
                    }

                    for (int user = 0; user < users.Length; user++)
                    {
                        shares[user] = Share[item][(user * weeks) + week] + (comes[users[user]][week] ? by : 0);
                    }

                    OntoBill(users.Length, terms.Bill(item, week));
                    for (int user = 0; user < users.Length; user++)
                    {
                        int at = (user * weeks) + week;
                        double now = Share[item][at];
                        if (price[users[user]][week] < Terms.Never)
                        {
                            price[users[user]][week] += shares[user] - now;
                        }

                        Share[item][at] = shares[user];
                    }
                }
            }
        }

        // The nearest shares that are no less than nothing and add up to the bill.
        private void OntoBill(int count, double bill)
        {
            Array.Copy(shares, sorted, count);
            Array.Sort(sorted, 0, count);
            double sum = 0, over = 0;
            for (int i = count - 1, n = 1; i >= 0; i--, n++)
            {
                sum += sorted[i];
                double cut = (sum - bill) / n;
                if (sorted[i] - cut > 0)
                {
                    over = cut;
                }
            }

            for (int i = 0; i < count; i++)
            {
                shares[i] = Math.Max(0, shares[i] - over);
            }
        }
    }
}
