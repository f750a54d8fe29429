namespace SturdyTinker.Core.Planning;

/// <summary>
/// Spreads the trailers' plans over the weeks by tolls: where more bay time is wanted than there is, a minute costs
/// more, and each trailer in turn looks for its best plan at what minutes cost by then. What can wait or come early for
/// little gives way to a small toll; what cannot stays. Then weeks that are still over are packed: a change is kept
/// where plans and overfull weeks cost less together. How the figures were chosen stands in docs/decisions.
/// </summary>
internal sealed class BayTolls
{
    // In a large shop the tolls are found on some trailers that stand for all; then everybody plans by them.
    private const int Rounds = 16, FinalRounds = 2, Sampled = 300;

    /// <summary>Most trailers of a shop in which everybody looks at everything.</summary>
    internal const int Small = 600;

    // In these rounds everybody plans as if there were no plan yet: bettered step by step alone, plans stay alike.
    private static readonly int[] Afresh = [6, 11];

    // Tolls are found for a little less than there is: visits do not fill a week to the minute.
    private const double Aim = 0.97;

    // By how much of labour's price a toll moves for a week that is twice as full as it may be, in the first round; and
    // how steeply, from round to round, a week costs more while it is over.
    private const double Learning = 1.5, SteepAtFirst = 1, Steeper = 1.15;

    // What a minute over counts as while weeks are packed, and how it is felt from pass to pass, in labour's price.
    private const int Packings = 8;
    private const double OverPrice = 8, FeltAtFirst = 1.5, FeltMore = 1.5, MayGrow = 1.2;

    // So many trailers look at once, by the same weeks: more would all go to the same one.
    private const int AtOnce = 8, PackedAtOnce = 2;

    private readonly Bays bays;
    private readonly int weeks;
    private readonly double labour;
    private readonly int[] movable;
    private readonly double[] hours;
    private readonly double longest;
    private readonly double[] toll;
    private readonly double[][] work;
    private readonly double[][] own;
    private readonly PlanDraft[] drafts;
    private double[] load;

    private BayTolls(Bays bays)
    {
        this.bays = bays;
        weeks = bays.Open.Length;
        drafts = [.. bays.Drafts];
        movable = [.. Enumerable.Range(0, drafts.Length).Where(i => drafts[i].Units.Length > 0)];
        labour = movable.Length > 0 ? drafts[movable[0]].Problem.RatePerMinute : 0;
        hours = [.. Enumerable.Range(0, weeks).Select(w => (double)Math.Max(0, bays.Open[w] - bays.Taken[w]))];
        longest = hours.Max();
        toll = new double[weeks];
        work = new double[drafts.Length][];
        own = new double[drafts.Length][];
        foreach (int i in movable)
        {
            work[i] = drafts[i].UnitMinutes();
            own[i] = MinutesOf(i, drafts[i]);
        }

        load = Load(movable);
    }

    /// <summary>
    /// Spreads them, where a week is over what it has; else every plan stays as it is. Answers each week's toll.
    /// </summary>
    internal static double[] Spread(Bays bays)
    {
        BayTolls tolls = new(bays);
        if (tolls.labour > 0 && tolls.AnyOver)
        {
            tolls.Spread();
        }

        return tolls.toll;
    }

    private bool AnyOver => Enumerable.Range(0, weeks).Any(w => hours[w] > 0 && load[w] > hours[w]);

    private void Spread()
    {
        double before = CostWithOver;
        int every = movable.Length <= Small ? 1 : (movable.Length + Sampled - 1) / Sampled;
        int[] sample = [.. movable.Where((_, i) => i % every == 0)];
        Find(sample, Rounds);
        if (sample.Length < movable.Length)
        {
            Find(movable, FinalRounds);
        }

        load = Load(movable);
        Pack();
        if (CostWithOver < before)
        {
            foreach (int i in movable.Where(i => drafts[i].Units != bays.Drafts[i].Units))
            {
                bays.Put(i, drafts[i]);
            }
        }
    }

    private double CostWithOver => movable.Sum(i => drafts[i].Cost)
        + (OverPrice * labour * Enumerable.Range(0, weeks).Sum(w => Math.Max(0, load[w] - hours[w])));

    // Everybody in turn, round after round; after each, weeks that are over cost more and others less.
    private void Find(int[] who, int rounds)
    {
        load = Load(who);
        double part = movable.Length == who.Length ? 1 : load.Sum() / Load(movable).Sum();
        double[] room = [.. hours.Select(h => Aim * h * part)];
        for (int round = 0; round < rounds; round++)
        {
            int before = rounds < Rounds ? Rounds - rounds + round : round;
            double steep = labour * SteepAtFirst * Math.Pow(Steeper, before);
            bool afresh = Afresh.Contains(before);
            foreach (int[] some in who.Chunk(AtOnce))
            {
                PlanDraft[] now = Ask(some, afresh, (i, week, most) =>
                {
                    double others = load[week] - own[i][week];
                    double over = others + (most / 2) - room[week];
                    return toll[week] + (steep * Math.Max(0, over / room[week]));
                });
                for (int s = 0; s < some.Length; s++)
                {
                    Take(some[s], now[s], MinutesOf(some[s], now[s]));
                }
            }

            double step = Learning * labour / (1 + (before / 4.0));
            for (int week = 0; week < weeks; week++)
            {
                toll[week] = room[week] <= 0 ? 0
                    : Math.Max(0, toll[week] + (step * Math.Clamp((load[week] - room[week]) / room[week], -1, 1)));
            }
        }
    }

    // Only those that are in a week that is over; kept is only what is cheaper, the overfull weeks counted.
    private void Pack()
    {
        for (int pass = 0; pass < Packings && AnyOver; pass++)
        {
            double felt = labour * FeltAtFirst * Math.Pow(FeltMore, pass);
            int[] who = [.. movable.Where(i => Enumerable
                .Range(0, weeks)
                .Any(w => own[i][w] > 0 && hours[w] > 0 && load[w] > hours[w]))];
            foreach (int[] some in who.Chunk(PackedAtOnce))
            {
                PlanDraft[] now = Ask(some, false, (i, week, most) =>
                {
                    double mine = own[i][week] > 0 ? own[i][week] * MayGrow : most;
                    double over = load[week] - own[i][week] + mine - hours[week];
                    return toll[week] + (felt * Math.Clamp(over / mine, 0, 1));
                });
                for (int s = 0; s < some.Length; s++)
                {
                    double[] minutes = MinutesOf(some[s], now[s]);
                    if (now[s].Cost - drafts[some[s]].Cost + OverMore(some[s], minutes) < -1e-6)
                    {
                        Take(some[s], now[s], minutes);
                    }
                }
            }
        }
    }

    private double OverMore(int trailer, double[] minutes)
    {
        double more = 0;
        for (int week = 0; week < weeks; week++)
        {
            double after = load[week] - own[trailer][week] + minutes[week];
            more += Math.Max(0, after - hours[week]) - Math.Max(0, load[week] - hours[week]);
        }

        return more * OverPrice * labour;
    }

    // What each would do at what minutes cost it, by the trailer, the week and the most it has in any week.
    private PlanDraft[] Ask(int[] some, bool afresh, Func<int, int, double, double> costs)
    {
        PlanDraft[] now = new PlanDraft[some.Length];
        Parallel.For(0, some.Length, s =>
        {
            int i = some[s];
            double[] mine = new double[weeks];
            double most = own[i].Max();
            for (int week = 0; week < weeks; week++)
            {
                mine[week] = hours[week] <= 0 || bays.StandsIn(i, week) ? 0 : costs(i, week, most);
            }

            Terms tolled = drafts[i].Terms.Tolled(mine, work[i]);
            Search search = new(tolled);
            int[][] units = search.Amended(drafts[i].Units, thorough: true);
            if (afresh && search.Best() is var best && tolled.Cost(best) < tolled.Cost(units))
            {
                units = best;
            }

            bool same = units.Zip(drafts[i].Units).All(u => u.First.AsSpan().SequenceEqual(u.Second));
            now[s] = same ? drafts[i] : TrailerPlanner.Moved(drafts[i], drafts[i].Terms, units);
        });
        return now;
    }

    private void Take(int trailer, PlanDraft plan, double[] minutes)
    {
        for (int week = 0; week < weeks; week++)
        {
            load[week] += minutes[week] - own[trailer][week];
        }

        (drafts[trailer], own[trailer]) = (plan, minutes);
    }

    // Minutes in each week; an accepted visit is counted as such already.
    private double[] MinutesOf(int trailer, PlanDraft plan)
    {
        if (ReferenceEquals(plan, drafts[trailer]) && own[trailer] is { } known)
        {
            return known;
        }

        double[] minutes = new double[weeks];
        foreach (PlannedVisit visit in plan.Visits.Where(v => !bays.StandsIn(trailer, v.Week)))
        {
            // A visit longer than any week has no better one: it is no reason to go elsewhere.
            minutes[visit.Week] += Math.Min((double)plan.MinutesOf(visit), longest);
        }

        return minutes;
    }

    private double[] Load(int[] who)
    {
        double[] sum = new double[weeks];
        foreach (int i in who)
        {
            for (int week = 0; week < weeks; week++)
            {
                sum[week] += own[i][week];
            }
        }

        return sum;
    }
}
