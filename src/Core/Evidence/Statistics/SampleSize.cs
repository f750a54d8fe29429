using MathNet.Numerics.Distributions;

namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>How many it takes to know.</summary>
public static class SampleSize
{
    /// <summary>
    /// How many must have ended, of two groups together, to tell a difference. Source: published, Schoenfeld 1981.
    /// </summary>
    /// <param name="ratio">The ratio of hazards worth telling, above 0 and not 1.</param>
    /// <param name="share">The first group's share of all, between 0 and 1.</param>
    /// <param name="chance">How often a difference may be told where there is none, both ways together.</param>
    /// <param name="power">How often it is to be told where it is there.</param>
    public static double EventsToTell(double ratio, double share, double chance, double power)
    {
        double z = Normal.InvCDF(0, 1, 1 - (chance / 2)) + Normal.InvCDF(0, 1, power);
        return z * z / (share * (1 - share) * Math.Log(ratio) * Math.Log(ratio));
    }

    /// <summary>
    /// How many more it takes until an error is as small as wanted: errors shrink with the root of the number.
    /// </summary>
    /// <param name="known">How many there are, above 0.</param>
    /// <param name="error">The error now.</param>
    /// <param name="wanted">The error wanted, above 0.</param>
    public static int MoreToNarrow(int known, double error, double wanted)
    {
        double factor = error / wanted;
        return factor <= 1 ? 0 : (int)Math.Min(1_000_000, Math.Ceiling(known * ((factor * factor) - 1)));
    }
}
