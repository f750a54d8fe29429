using SturdyTinker.Core.Evidence.Statistics;

namespace SturdyTinker.Core.Evidence.Questions;

/// <summary>Something that could have ended, in one group of several.</summary>
/// <param name="Group">Which group: a delivery, a customer.</param>
/// <param name="Like">What it is like: it is held only against others that are like it.</param>
/// <param name="Watched">How long it was watched: to its end, or until it was looked at last.</param>
/// <param name="Ended">Whether it ended.</param>
/// <param name="Owner">Whose it is.</param>
public sealed record Watched(string Group, string Like, double For, bool Ended, int Owner);

/// <summary>A group held against all together.</summary>
/// <param name="Group">Which.</param>
/// <param name="Count">How many are in it.</param>
/// <param name="Ended">How many of them ended.</param>
/// <param name="Expected">How many would have, went they as all together do.</param>
/// <param name="Owners">Of how many owners those are that ended.</param>
/// <param name="Chance">How often chance alone would let as many or more end.</param>
/// <param name="StandsOut">Whether that is so seldom that something is wrong.</param>
public sealed record OddGroup(
    string Group,
    int Count,
    int Ended,
    double Expected,
    int Owners,
    double Chance,
    bool StandsOut);

/// <summary>
/// Which group goes sooner than the rest. Whenever one ends it is of a group by chance as often as that group has of
/// those that are like it and still watched at that age (the log-rank test, Mantel 1966, in its exact form); how often
/// that comes to as many or more is added up term by term. What has nothing like it in another group says nothing so.
/// What would be usual follows from how those go that are not odd (the cumulative hazard, Nelson 1972, Aalen 1978). All
/// groups together are cried falsely as seldom as asked.
/// </summary>
public static class OddGroups
{
    /// <summary>How often any group at all is cried where none is odd. Source: the usual choice of a trial.</summary>
    public const double FalseAlarm = 0.05;

    // Fewer than three, or all of one owner, are no lot yet. Source: from memory.
    private const int FewestEnds = 3, FewestOwners = 2;

    /// <summary>Looks for it; the likeliest to be odd first.</summary>
    /// <param name="all">Everything that was watched.</param>
    public static IReadOnlyList<OddGroup> Of(IReadOnlyCollection<Watched> all)
    {
        Dictionary<string, Ends> together = EndsOf(all);
        List<IGrouping<string, Watched>> groups = [.. all.GroupBy(w => w.Group)];
        Dictionary<string, double> chances = groups.ToDictionary(g => g.Key, g => Chances.OfAsMany(
            g.Count(w => w.Ended),
            Falls(g, together)));

        // Too small a group can't be cried, whatever becomes of it.
        int judged = groups.Count(g => g.Skip(FewestEnds - 1).Any());
        HashSet<string> odd = [.. groups
            .Where(g => g.Count(w => w.Ended) >= FewestEnds
                && g.Where(w => w.Ended).Select(w => w.Owner).Distinct().Count() >= FewestOwners
                && chances[g.Key] < FalseAlarm / judged)
            .Select(g => g.Key)];

        // What would be usual is said by those that are not odd: an odd one makes itself look half as bad.
        Dictionary<string, Ends> good = EndsOf([.. all.Where(w => !odd.Contains(w.Group))]);
        return [.. groups
            .Select(g => new OddGroup(
                g.Key,
                g.Count(),
                g.Count(w => w.Ended),
                Usual(g, good),
                g.Where(w => w.Ended).Select(w => w.Owner).Distinct().Count(),
                chances[g.Key],
                odd.Contains(g.Key)))
            .OrderBy(g => g.Chance)
            .ThenBy(g => g.Group, StringComparer.Ordinal)];
    }

    // At each age at which any of those alike ended: how many did, and how many were still watched then.
    private sealed record Ends(double[] At, int[] Ended, int[] Watched);

    private static Dictionary<string, Ends> EndsOf(IReadOnlyCollection<Watched> all) => all
        .GroupBy(w => w.Like)
        .ToDictionary(g => g.Key, g =>
        {
            List<IGrouping<double, Watched>> ends =
                [.. g.Where(w => w.Ended).GroupBy(w => w.For).OrderBy(e => e.Key)];
            double[] at = [.. ends.Select(e => e.Key)];
            return new Ends(at, [.. ends.Select(e => e.Count())], StillWatched(g, at));
        });

    // How many of some were still watched at each of some ages in rising order.
    private static int[] StillWatched(IEnumerable<Watched> some, double[] at)
    {
        double[] ages = [.. some.Select(w => w.For).Order()];
        int gone = 0;
        return [.. at.Select(age =>
        {
            while (gone < ages.Length && ages[gone] < age)
            {
                gone++;
            }

            return ages.Length - gone;
        })];
    }

    // For every end of those alike, how likely it is to be of the group; those that can't be are left out.
    private static List<double> Falls(IEnumerable<Watched> group, Dictionary<string, Ends> ends)
    {
        List<double> falls = [];
        foreach (IGrouping<string, Watched> like in group.GroupBy(w => w.Like))
        {
            Ends those = ends[like.Key];
            int[] its = StillWatched(like, those.At);
            for (int i = 0; i < those.At.Length && its[i] > 0; i++)
            {
                for (int drawn = 0; drawn < those.Ended[i]; drawn++)
                {
                    falls.Add((double)its[i] / those.Watched[i]);
                }
            }
        }

        return falls;
    }

    // How many of a group would have ended, went they as those do that are like them: the cumulative hazard of those,
    // at the age that each was watched to.
    private static double Usual(IEnumerable<Watched> group, Dictionary<string, Ends> ends)
    {
        double sum = 0;
        foreach (IGrouping<string, Watched> like in group.GroupBy(w => w.Like))
        {
            if (!ends.TryGetValue(like.Key, out Ends? those))
            {
                continue;
            }

            int next = 0;
            double hazard = 0;
            foreach (Watched one in like.OrderBy(w => w.For))
            {
                for (; next < those.At.Length && those.At[next] <= one.For; next++)
                {
                    hazard += (double)those.Ended[next] / those.Watched[next];
                }

                sum += hazard;
            }
        }

        return sum;
    }
}
