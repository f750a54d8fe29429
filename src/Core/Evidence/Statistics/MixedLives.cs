namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>
/// Lives of several groups, mixed by given shares: two ways can be shown beside each other as if both had been done on
/// the same trailers. Source: published, direct standardisation.
/// </summary>
/// <param name="parts">Each group's share of the whole, all together 1, and how long its lives last.</param>
public sealed class MixedLives(IReadOnlyList<(double Share, WeibullLives Lives)> parts)
{
    private const int Draws = 200, Halvings = 60;

    // Seeded by nothing but itself: the same record always says the same.
    private const int Seed = 20;

    /// <summary>The groups' shapes, by their shares.</summary>
    public double Shape => parts.Sum(p => p.Share * p.Lives.Shape);

    /// <summary>The share that lasts longer than an age.</summary>
    public double SurvivesAt(double age) => parts.Sum(p => p.Share * p.Lives.SurvivesAt(age));

    /// <summary>The age by which a share has ended, above 0 and below 1.</summary>
    public double AgeBy(double share)
    {
        double low = parts.Min(p => p.Lives.AgeBy(share)), high = parts.Max(p => p.Lives.AgeBy(share));
        for (int i = 0; i < Halvings && high > low; i++)
        {
            double middle = (low + high) / 2;
            (low, high) = SurvivesAt(middle) > 1 - share ? (middle, high) : (low, middle);
        }

        return high;
    }

    /// <summary>Between which ages that age lies, as surely as asked.</summary>
    /// <param name="share">The share that has ended by it.</param>
    /// <param name="sure">How surely, 0 to 1.</param>
    public (double Low, double High) RangeOfAgeBy(double share, double sure)
    {
        if (parts.Count == 1)
        {
            return parts[0].Lives.RangeOfAgeBy(share, sure);
        }

        List<WeibullLives[]> drawn = [.. parts.Select((p, i) => p.Lives.Drawn(Draws, Seed + i).ToArray())];
        List<double> ages = [.. Enumerable.Range(0, Draws)
            .Select(d => new MixedLives([.. parts.Select((p, i) => (p.Share, drawn[i][d]))]).AgeBy(share))
            .Order()];
        return (Chances.Quantile(ages, (1 - sure) / 2), Chances.Quantile(ages, (1 + sure) / 2));
    }
}
