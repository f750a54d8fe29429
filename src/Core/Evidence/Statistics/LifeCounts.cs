namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>
/// Lives of which alike ones are counted together: a large shop's many are rounded to a fine grid first, which changes
/// no figure that anybody reads.
/// </summary>
internal sealed class LifeCounts
{
    // Up to so many are taken as they are.
    private const int Few = 400;

    // The grid's steps from nothing to the longest.
    private const int Fine = 150;

    private readonly List<(Life Life, int Count)> counts;

    private readonly double step;

    private LifeCounts(List<(Life, int)> counts, double step) => (this.counts, this.step) = (counts, step);

    internal IReadOnlyList<(Life Life, int Count)> All => counts;

    /// <summary>Counts lives.</summary>
    /// <param name="lives">The lives, each one that can be.</param>
    /// <param name="few">Up to how many are taken as they are.</param>
    /// <param name="steps">The grid's steps for more.</param>
    internal static LifeCounts Of(IReadOnlyList<Life> lives, int few = Few, int steps = Fine)
    {
        double step = lives.Count > few ? lives.Max(l => l.High ?? l.Low) / steps : 0;
        return new LifeCounts([.. lives.GroupBy(l => Rounded(l, step)).Select(g => (g.Key, g.Count()))], step);
    }

    /// <summary>A life as it was counted here.</summary>
    internal Life Rounded(Life life) => Rounded(life, step);

    /// <summary>
    /// A life on a grid; as it is where the step is nothing. What ended between two looks still ends between two.
    /// </summary>
    private static Life Rounded(Life life, double step)
    {
        double On(double age) => Math.Round(age / step) * step;
        return step <= 0 ? life
            : life.High is not { } high ? new Life(On(life.Low), null)
            : life.IsExact ? Life.Ended(Math.Max(On(high), step))
            : new Life(On(life.Low), Math.Max(On(high), On(life.Low) + step));
    }

    /// <summary>Logarithm of the likelihood of a Weibull distribution.</summary>
    internal double LogLikelihood(double shape, double scale)
    {
        double sum = 0;
        foreach ((Life life, int count) in counts)
        {
            double low = Math.Pow(life.Low / scale, shape);
            if (life.High is not { } high)
            {
                sum -= count * low;
            }
            else if (life.IsExact)
            {
                double ratio = Math.Max(life.Low, WeibullLives.Least) / scale;
                sum += count
                    * (Math.Log(shape / scale) + ((shape - 1) * Math.Log(ratio)) - Math.Pow(ratio, shape));
            }
            else
            {
                // exp(-low) - exp(-high), without losing what is small beside what is large.
                sum += count * (Math.Log(
                    Math.Max(1 - Math.Exp(low - Math.Pow(high / scale, shape)), double.Epsilon)) - low);
            }
        }

        return double.IsNaN(sum) ? double.NegativeInfinity : sum;
    }
}
