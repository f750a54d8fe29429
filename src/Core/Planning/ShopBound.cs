namespace SturdyTinker.Core.Planning;

/// <summary>
/// A proven lower bound on what any plan of the whole shop costs that keeps within the bays' hours. Each week's minute
/// is given a toll; every trailer plans alone and pays it, and what the tolls bring in for all the minutes there are is
/// taken off again. A plan that keeps within the hours pays no more than that, so the bound holds whatever the tolls;
/// they are bettered step by step (subgradient ascent), together with each trailer's own split of its bill.
/// </summary>
public static class ShopBound
{
    /// <summary>The bound, never less than nothing.</summary>
    /// <param name="drafts">
    /// A plan of each trailer: what its terms say is kept, its weeks only measure the steps.
    /// </param>
    /// <param name="free">Bay minutes of each week that no accepted visit has.</param>
    /// <param name="known">What some plan costs that keeps within the hours.</param>
    /// <param name="tolls">What a minute is taken to cost in each week at first: 0 and more.</param>
    /// <param name="rounds">How often the tolls are bettered: 1 and more.</param>
    /// <param name="told">Told each round's number and the best bound by then; null for nobody.</param>
    public static double Of(
        IReadOnlyList<PlanDraft> drafts,
        IReadOnlyList<decimal> free,
        double known,
        IReadOnlyList<double> tolls,
        int rounds,
        Action<int, double>? told = null)
    {
        Trailer[] trailers = [.. drafts.Where(d => d.Units.Length > 0).Select(d => new Trailer(d))];
        double[] room = [.. free.Select(f => (double)Math.Max(0, f))];
        double[] toll = [.. tolls], way = new double[room.Length];
        double best = 0, pace = 0.3;
        int idle = 0;
        for (int round = 0; round < rounds && trailers.Length > 0; round++)
        {
            int steps = round == 0 ? 200 : 14;
            double[] bounds = new double[trailers.Length];
            Parallel.For(0, trailers.Length, i => bounds[i] = trailers[i].Better(toll, steps, round == 0 ? 1 : 0.1));
            double bound = bounds.Sum();
            double[] over = new double[room.Length];
            foreach (Trailer trailer in trailers)
            {
                trailer.AddMinutes(over);
            }

            for (int week = 0; week < room.Length; week++)
            {
                bound -= toll[week] * room[week];
                over[week] -= room[week];
            }

            if (bound > best + (1e-6 * best))
            {
                (best, idle) = (bound, 0);
            }
            else if (++idle >= 5)
            {
                (pace, idle) = (pace / 1.5, 0);
            }

            told?.Invoke(round, best);

            // Part of the way it went before: from one round to the next the overfull weeks swing to and fro.
            double length = 0;
            for (int week = 0; week < room.Length; week++)
            {
                way[week] = (0.6 * way[week]) + (0.4 * over[week]);
                double goes = toll[week] <= 0 && way[week] < 0 ? 0 : way[week];
                length += goes * goes;
            }

            if (length < 1e-9)
            {
                break;
            }

            double by = pace * Math.Max(known - bound, 1e-3 * known) / length;
            for (int week = 0; week < room.Length; week++)
            {
                toll[week] = Math.Max(0, toll[week] + (by * way[week]));
            }
        }

        return best;
    }

    private sealed class Trailer(PlanDraft draft)
    {
        private readonly LagrangianBound.Split split = new(draft.Terms);
        private readonly double[] work = draft.UnitMinutes();

        internal double Better(double[] toll, int steps, double pace)
        {
            Terms tolled = draft.Terms.Tolled(toll, work);
            split.Retoll(tolled);
            return split.Better(tolled.Cost(draft.Units), steps, pace: pace);
        }

        internal void AddMinutes(double[] minutes) => split.AddMinutes(minutes, work);
    }
}
