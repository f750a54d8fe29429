using MathNet.Numerics.Distributions;

namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>How often chance alone does it.</summary>
public static class Chances
{
    /// <summary>The figure below which a share of some lies, the nearest of them.</summary>
    /// <param name="sorted">Figures in rising order, at least one.</param>
    /// <param name="share">The share, 0 to 1.</param>
    public static double Quantile(IReadOnlyList<double> sorted, double share) =>
        sorted[Math.Clamp((int)Math.Round(share * (sorted.Count - 1)), 0, sorted.Count - 1)];

    /// <summary>
    /// That of some that ended, as many or more fall to one group by chance alone, where its share of all that were
    /// expected is known. Source: published, the exact binomial test.
    /// </summary>
    /// <param name="ended">How many of the group ended.</param>
    /// <param name="all">How many ended in all, at least as many.</param>
    /// <param name="share">The group's share of what was expected, 0 to 1.</param>
    public static double OfAsMany(int ended, int all, double share) =>
        ended <= 0 ? 1
        : share <= 0 ? 0
        : share >= 1 ? 1
        : 1 - Binomial.CDF(share, all, ended - 1);

    /// <summary>
    /// That as many or more happen, each with a chance of its own. Source: published, the Poisson binomial
    /// distribution, added up term by term.
    /// </summary>
    /// <param name="happened">How many happened.</param>
    /// <param name="chances">The chance of each, 0 to 1.</param>
    public static double OfAsMany(int happened, IReadOnlyCollection<double> chances)
    {
        // Chances that so many have happened so far, for fewer than did.
        double[] few = new double[Math.Max(0, happened)];
        if (few.Length == 0)
        {
            return 1;
        }

        few[0] = 1;
        double more = 0;
        foreach (double chance in chances)
        {
            more += few[^1] * chance;
            for (int k = few.Length - 1; k > 0; k--)
            {
                few[k] = (few[k] * (1 - chance)) + (few[k - 1] * chance);
            }

            few[0] *= 1 - chance;
        }

        return Math.Min(1, more);
    }

    /// <summary>
    /// That as many or more of what happened fall among some of all, by chance alone, whatever its share. Source:
    /// published, Fisher's exact test (the hypergeometric distribution).
    /// </summary>
    /// <param name="happened">How often it happened among them.</param>
    /// <param name="size">How many they are.</param>
    /// <param name="inAll">How often it happened in all.</param>
    /// <param name="all">How many are all.</param>
    public static double OfAsManyAmong(int happened, int size, int inAll, int all) =>
        happened <= Math.Max(0, size + inAll - all) ? 1
        : happened > Math.Min(size, inAll) ? 0
        : 1 - Hypergeometric.CDF(all, inAll, size, happened - 1);

    /// <summary>
    /// The fewest that chance puts among some so seldom that something has changed; null where even all of them would
    /// be no such sign.
    /// </summary>
    /// <param name="size">How many they are.</param>
    /// <param name="others">How often it happened among the others.</param>
    /// <param name="all">How many are all.</param>
    /// <param name="seldom">How seldom, 0 to 1.</param>
    /// <param name="fewest">Fewer are none, however seldom.</param>
    public static int? FewestThatTell(int size, int others, int all, double seldom, int fewest)
    {
        for (int many = fewest; many <= size; many++)
        {
            if (OfAsManyAmong(many, size, others + many, all) < seldom)
            {
                return many;
            }
        }

        return null;
    }

    /// <summary>
    /// That two means differ as much by chance alone, either way. Source: published, the two-sample t test with one
    /// spread, NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.5.3. 1 where either has too few.
    /// </summary>
    /// <param name="n">How many the first mean is of.</param>
    /// <param name="mean">The first mean.</param>
    /// <param name="deviation">Its standard deviation.</param>
    /// <param name="others">How many the second mean is of.</param>
    /// <param name="othersMean">The second mean.</param>
    /// <param name="othersDeviation">Its standard deviation.</param>
    public static (double T, double Chance) OfMeans(
        int n,
        double mean,
        double deviation,
        int others,
        double othersMean,
        double othersDeviation)
    {
        int freedom = n + others - 2;
        double pooled = freedom > 0
            ? Math.Sqrt((((n - 1) * deviation * deviation) + ((others - 1) * othersDeviation * othersDeviation))
                / freedom)
            : 0;
        if (n < 1 || others < 1 || !(pooled > 0))
        {
            return (0, 1);
        }

        double t = (mean - othersMean) / (pooled * Math.Sqrt((1d / n) + (1d / others)));
        return (t, 2 * StudentT.CDF(0, 1, freedom, -Math.Abs(t)));
    }

    /// <summary>
    /// That what happens again and again comes as late as it did, or later, where it comes neither oftener nor more
    /// seldom with time: small where it comes oftener and oftener. Source: published, MIL-HDBK-189, NIST/SEMATECH
    /// e-Handbook of Statistical Methods, 8.2.3.4.
    /// </summary>
    /// <param name="at">When it happened, each above 0 and at most the end.</param>
    /// <param name="end">How long it was watched.</param>
    /// <returns>The statistic, chi-square of twice as many degrees of freedom as times, and the chance.</returns>
    public static (double ChiSquare, double Chance) OfComingOftener(IReadOnlyCollection<double> at, double end)
    {
        if (at.Count == 0)
        {
            return (0, 1);
        }

        double square = 2 * at.Sum(t => Math.Log(end / t));
        return (square, ChiSquared.CDF(2 * at.Count, square));
    }
}
