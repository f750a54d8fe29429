using System.Diagnostics;

namespace SturdyTinker.Bench;

/// <summary>What every bench reckons with.</summary>
internal static class Numbers
{
    /// <summary>The middle one; of an even number, the upper of the two in the middle.</summary>
    internal static double Median(IEnumerable<double> values)
    {
        double[] sorted = [.. values.Order()];
        return sorted[sorted.Length / 2];
    }

    /// <summary>How long something takes, in milliseconds.</summary>
    internal static double Time(Action what)
    {
        long began = Stopwatch.GetTimestamp();
        what();
        return Stopwatch.GetElapsedTime(began).TotalMilliseconds;
    }

    /// <summary>Milliseconds that something takes that is waited for.</summary>
    internal static async Task<double> TimeAsync(Func<Task> what)
    {
        long began = Stopwatch.GetTimestamp();
        await what();
        return Stopwatch.GetElapsedTime(began).TotalMilliseconds;
    }
}
