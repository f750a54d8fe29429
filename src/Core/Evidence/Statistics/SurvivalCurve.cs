using MathNet.Numerics;
using MathNet.Numerics.Distributions;

namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>A step of a survival curve.</summary>
/// <param name="At">The age at which something ended.</param>
/// <param name="AtRisk">How many lasted until then.</param>
/// <param name="Ended">How many of them ended then.</param>
/// <param name="Survives">The share that lasts longer, 0 to 1.</param>
/// <param name="Error">Its standard error by Greenwood's formula; 0 where all or none last.</param>
public sealed record SurvivalStep(double At, int AtRisk, int Ended, double Survives, double Error)
{
    /// <summary>
    /// Between which shares the true one lies, as surely as asked: by the log-minus-log of the share, which keeps it
    /// between 0 and 1. Source: published, Kalbfleisch and Prentice, The Statistical Analysis of Failure Time Data.
    /// </summary>
    /// <param name="sure">How surely, 0 to 1.</param>
    public (double Low, double High) Range(double sure)
    {
        if (Survives is <= 0 or >= 1)
        {
            return (Survives, Survives);
        }

        double z = Normal.InvCDF(0, 1, (1 + sure) / 2), width = z * Error / (Survives * Math.Log(Survives));
        double a = Math.Pow(Survives, Math.Exp(width)), b = Math.Pow(Survives, Math.Exp(-width));
        return (Math.Min(a, b), Math.Max(a, b));
    }
}

/// <summary>
/// How many of a kind last how long, with what still lasts counted for as long as it was watched. Source: published,
/// Kaplan and Meier 1958, with Greenwood's formula for the error.
/// </summary>
/// <param name="Steps">Where it falls, in order of age; empty where nothing has ended.</param>
/// <param name="Lives">How many lives it is of.</param>
public sealed record SurvivalCurve(IReadOnlyList<SurvivalStep> Steps, int Lives)
{
    /// <summary>
    /// The curve of some lives, each exact or still lasting: others belong to <see cref="Turnbull"/>.
    /// </summary>
    /// <param name="lives">The lives.</param>
    /// <exception cref="ArgumentException">A life that ended between two looks, or that can't be.</exception>
    public static SurvivalCurve Of(IReadOnlyCollection<Life> lives)
    {
        if (lives.Any(l => !l.IsPossible || (l.HasEnded && !l.IsExact)))
        {
            throw new ArgumentException("A life ended between two looks, or can't be.", nameof(lives));
        }

        List<SurvivalStep> steps = [];
        double survives = 1, sum = 0;
        foreach (IGrouping<double, Life> at in lives.Where(l => l.HasEnded).GroupBy(l => l.Low).OrderBy(g => g.Key))
        {
            // What was watched until then and no longer still counts as having been there.
            int atRisk = lives.Count(l => l.Low >= at.Key), ended = at.Count();
            survives *= 1 - ((double)ended / atRisk);
            sum += atRisk > ended ? (double)ended / ((double)atRisk * (atRisk - ended)) : 0;
            steps.Add(new SurvivalStep(at.Key, atRisk, ended, survives, survives > 0 ? survives * Math.Sqrt(sum) : 0));
        }

        return new SurvivalCurve(steps, lives.Count);
    }

    /// <summary>The share that lasts longer than an age.</summary>
    public double SurvivesAt(double age) => Steps.LastOrDefault(s => s.At <= age)?.Survives ?? 1;

    /// <summary>The age that half of them reach; null where more than half still last at the last end.</summary>
    public double? Median => Steps.FirstOrDefault(s => s.Survives <= 0.5)?.At;
}

/// <summary>
/// Whether two groups last differently. Source: published, the log-rank test, Mantel 1966, with the variance of the
/// hypergeometric distribution.
/// </summary>
/// <param name="ChiSquare">The statistic, of one degree of freedom.</param>
/// <param name="Chance">How likely as great a difference is where there is none, 0 to 1.</param>
/// <param name="Ended">How many have ended in the first group.</param>
/// <param name="Expected">How many would have, were there no difference.</param>
public sealed record LogRank(double ChiSquare, double Chance, int Ended, double Expected)
{
    /// <summary>
    /// Compares two groups. Null where nothing can be said: nothing has ended, or one of them was never at risk
    /// together with the other.
    /// </summary>
    /// <param name="one">Lives of the first group, exact or still lasting.</param>
    /// <param name="other">Lives of the second.</param>
    public static LogRank? Of(IReadOnlyCollection<Life> one, IReadOnlyCollection<Life> other)
    {
        double expected = 0, variance = 0;
        int ended = 0;
        foreach (double at in one.Concat(other).Where(l => l.HasEnded).Select(l => l.Low).Distinct())
        {
            int n1 = one.Count(l => l.Low >= at), n = n1 + other.Count(l => l.Low >= at);
            int d1 = one.Count(l => l.HasEnded && l.Low == at), d = d1 + other.Count(l => l.HasEnded && l.Low == at);
            ended += d1;
            expected += (double)d * n1 / n;
            variance += n > 1 ? (double)n1 / n * (1 - ((double)n1 / n)) * d * (n - d) / (n - 1) : 0;
        }

        if (variance <= 0)
        {
            return null;
        }

        double square = (ended - expected) * (ended - expected) / variance;
        return new LogRank(square, SpecialFunctions.Erfc(Math.Sqrt(square / 2)), ended, expected);
    }
}
