using MathNet.Numerics.Distributions;

namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>
/// Between which shares a process stays that has not changed. Source: published, NIST/SEMATECH e-Handbook of
/// Statistical Methods, 6.3.3.2, proportions control charts.
/// </summary>
/// <param name="Low">The lower limit, never below 0.</param>
/// <param name="Middle">The share of all.</param>
/// <param name="High">The upper limit, never above 1.</param>
public sealed record ControlLimits(double Low, double Middle, double High)
{
    /// <summary>The limits of a share among so many.</summary>
    /// <param name="share">The share of all, 0 to 1.</param>
    /// <param name="size">How many it is looked at among, above 0.</param>
    /// <param name="sigmas">How many standard deviations off they lie.</param>
    public static ControlLimits OfShare(double share, int size, double sigmas = 3)
    {
        double off = sigmas * Math.Sqrt(share * (1 - share) / size);
        return new ControlLimits(Math.Max(0, share - off), share, Math.Min(1, share + off));
    }
}

/// <summary>How often chance alone does it.</summary>
public static class Chances
{
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
