namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>A stretch of age in which a share of them ends; where within it nobody knows.</summary>
/// <param name="From">After this age.</param>
/// <param name="To">By this one; infinite for what still lasts.</param>
/// <param name="Share">The share that ends within it, 0 to 1.</param>
public sealed record EndsWithin(double From, double To, double Share);

/// <summary>
/// How many of a kind last how long where most ends were only found at the next look: the likeliest shares, without a
/// shape supposed. Source: published, Turnbull 1976 (self-consistency), on Peto's innermost intervals.
/// </summary>
public static class Turnbull
{
    private const int MostRounds = 5_000;
    private const double Enough = 1e-9;

    /// <summary>The likeliest shares of some lives, in order of age; empty where there is none.</summary>
    /// <param name="lives">The lives.</param>
    /// <exception cref="ArgumentException">A life that can't be.</exception>
    public static IReadOnlyList<EndsWithin> Of(IReadOnlyCollection<Life> lives)
    {
        if (lives.Any(l => !l.IsPossible))
        {
            throw new ArgumentException("A life can't be.", nameof(lives));
        }

        return Of(LifeCounts.Of([.. lives], int.MaxValue));
    }

    /// <summary>The same of lives that are counted already.</summary>
    /// <param name="lives">The lives.</param>
    /// <param name="enough">Once no share changes by more in a round, they are the likeliest.</param>
    internal static IReadOnlyList<EndsWithin> Of(LifeCounts lives, double enough = Enough)
    {
        List<(double From, double To)> cells = Innermost([.. lives.All.Select(l => l.Life)]);
        if (cells.Count == 0)
        {
            return [];
        }

        double n = lives.All.Sum(l => l.Count);
        int[][] may = [.. lives.All.Select(
            l => Enumerable.Range(0, cells.Count).Where(j => Within(l.Life, cells[j])).ToArray())];
        double[] share = [.. cells.Select(_ => 1d / cells.Count)];
        for (int round = 0; round < MostRounds; round++)
        {
            double[] next = new double[cells.Count];
            for (int i = 0; i < may.Length; i++)
            {
                double all = 0;
                foreach (int j in may[i])
                {
                    all += share[j];
                }

                double weight = all > 0 ? lives.All[i].Count / n / all : 0;
                foreach (int j in may[i])
                {
                    next[j] += share[j] * weight;
                }
            }

            bool still = next.Zip(share, (x, y) => Math.Abs(x - y)).Max() < enough;
            share = next;
            if (still)
            {
                break;
            }
        }

        return [.. cells.Select((c, j) => new EndsWithin(c.From, c.To, share[j]))];
    }

    // Stretches from a left end to the next right end with no other left end between: the likeliest shares lie nowhere
    // else. A life that ended exactly is a stretch of its own.
    private static List<(double From, double To)> Innermost(IReadOnlyCollection<Life> lives)
    {
        // At one age right ends come before left ones, for an end lies after its left end and up to its right one; but
        // an exact end begins just before itself.
        List<(double At, int Order, bool Left)> ends = [.. lives
            .SelectMany(l => new[]
            {
                (l.Low, l.IsExact ? 0 : 2, true),
                (l.High ?? double.PositiveInfinity, 1, false),
            })
            .Distinct()
            .OrderBy(e => e.Item1)
            .ThenBy(e => e.Item2)];
        List<(double, double)> cells = [];
        for (int i = 0; i + 1 < ends.Count; i++)
        {
            if (ends[i].Left && !ends[i + 1].Left)
            {
                cells.Add((ends[i].At, ends[i + 1].At));
            }
        }

        return cells;
    }

    internal static bool Within(Life life, (double From, double To) cell) =>
        life.Low <= cell.From && cell.To <= (life.High ?? double.PositiveInfinity)
            && (life.IsExact || cell.From < cell.To || cell.From > life.Low);
}
