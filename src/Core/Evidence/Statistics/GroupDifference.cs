using MathNet.Numerics;

namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>
/// Whether two groups last differently where most ends were only found at the next look. Source: published, the
/// log-rank test for interval-censored data, Sun 1996, in its permutation form (Fay and Shaw 2010).
/// </summary>
/// <param name="Z">The statistic: about a standard normal where there is no difference; above 0 where more end.</param>
/// <param name="Chance">How likely as great a difference is where there is none, 0 to 1.</param>
/// <param name="MoreThanExpected">How many more of the first group ended than would without a difference.</param>
public sealed record GroupDifference(double Z, double Chance, double MoreThanExpected)
{
    // More than these are rounded to a grid of so many steps before they are compared.
    private const int Few = 300, Steps = 40;

    // A score is a sum of shares: nobody reads its sixth place.
    private const double Enough = 1e-6;

    /// <summary>
    /// Compares two groups; lives of one owner may be alike. Null where nothing can be said: one of them is empty, or
    /// nothing tells any life from another.
    /// </summary>
    /// <param name="one">Lives of the first group, each with its owner.</param>
    /// <param name="other">Lives of the second.</param>
    public static GroupDifference? Of(
        IReadOnlyList<(Life Life, int Owner)> one,
        IReadOnlyList<(Life Life, int Owner)> other) => Of([(one, other)]);

    /// <summary>
    /// The same, where like is held against like only: what each pair of groups says is added up (the stratified test).
    /// </summary>
    /// <param name="pairs">The two groups among each kind of owner; a pair with an empty one says nothing.</param>
    public static GroupDifference? Of(
        IReadOnlyList<(IReadOnlyList<(Life Life, int Owner)> One, IReadOnlyList<(Life Life, int Owner)> Other)> pairs)
    {
        double more = 0, variance = 0, each = 0;
        Dictionary<int, double> owners = [];
        foreach ((var one, var other) in pairs.Where(p => p.One.Count > 0 && p.Other.Count > 0))
        {
            int n = one.Count + other.Count;
            double[] scores = Scores([.. one.Concat(other).Select(o => o.Life)]);
            double mean = scores.Average(), square = scores.Sum(s => (s - mean) * (s - mean));
            double share = (double)one.Count / n;
            more += scores.Take(one.Count).Sum() - (one.Count * mean);
            variance += (double)one.Count * other.Count / n / (n - 1) * square;
            for (int i = 0; i < n; i++)
            {
                double pull = ((i < one.Count ? 1 : 0) - share) * (scores[i] - mean);
                int owner = (i < one.Count ? one[i] : other[i - one.Count]).Owner;
                each += pull * pull;
                owners[owner] = owners.GetValueOrDefault(owner) + pull;
            }
        }

        if (!(variance > 1e-12))
        {
            return null;
        }

        double alike = each > 0 ? Math.Max(1, owners.Values.Sum(p => p * p) / each) : 1;
        double z = more / Math.Sqrt(variance * alike);
        return new GroupDifference(z, SpecialFunctions.Erfc(Math.Abs(z) / Math.Sqrt(2)), more);
    }

    // How much sooner each ended than expected: 1 less the hazard it has stood, by the shares of all together.
    private static double[] Scores(Life[] lives)
    {
        Dictionary<Life, double> known = [];
        LifeCounts counts = LifeCounts.Of(lives, Few, Steps);
        IReadOnlyList<EndsWithin> cells = Turnbull.Of(counts, Enough);
        double[] score = new double[cells.Count];
        double survives = 1, hazard = 0;
        for (int j = 0; j < cells.Count; j++)
        {
            bool ends = double.IsFinite(cells[j].To);
            hazard += ends && survives > 1e-12 ? cells[j].Share / survives : 0;
            survives -= cells[j].Share;
            score[j] = (ends ? 1 : 0) - hazard;
        }

        double Of(Life life)
        {
            double sum = 0, weight = 0;
            for (int j = 0; j < cells.Count; j++)
            {
                if (Turnbull.Within(life, (cells[j].From, cells[j].To)))
                {
                    sum += cells[j].Share * score[j];
                    weight += cells[j].Share;
                }
            }

            return weight > 0 ? sum / weight : 0;
        }

        return [.. lives.Select(l =>
        {
            Life rounded = counts.Rounded(l);
            if (!known.TryGetValue(rounded, out double of))
            {
                known[rounded] = of = Of(rounded);
            }

            return of;
        })];
    }
}
