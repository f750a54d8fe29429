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
}
