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
/// Which group goes sooner than the rest. What would be expected of a group follows from how long each of it was
/// watched and how all that are like it go (the cumulative hazard, Nelson 1972, Aalen 1978); as many ends or more are
/// then as likely as the exact binomial test says. All groups together are cried falsely as seldom as asked.
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
        Dictionary<string, double> expected = [];
        foreach (IGrouping<string, Watched> like in all.GroupBy(w => w.Like))
        {
            List<Watched> order = [.. like.OrderBy(w => w.For).ThenByDescending(w => w.Ended)];
            double hazard = 0;
            for (int i = 0; i < order.Count;)
            {
                int next = i;
                while (next < order.Count && order[next].For == order[i].For)
                {
                    next++;
                }

                hazard += (double)order.Skip(i).Take(next - i).Count(w => w.Ended) / (order.Count - i);
                foreach (Watched one in order.Skip(i).Take(next - i))
                {
                    expected[one.Group] = expected.GetValueOrDefault(one.Group) + hazard;
                }

                i = next;
            }
        }

        int ended = all.Count(w => w.Ended);
        double sum = expected.Values.Sum();
        List<IGrouping<string, Watched>> groups = [.. all.GroupBy(w => w.Group)];
        int judged = groups.Count(g => expected[g.Key] > 0);
        return [.. groups
            .Select(g =>
            {
                int its = g.Count(w => w.Ended);
                int owners = g.Where(w => w.Ended).Select(w => w.Owner).Distinct().Count();
                double chance = sum > 0 ? Chances.OfAsMany(its, ended, expected[g.Key] / sum) : 1;
                return new OddGroup(
                    g.Key,
                    g.Count(),
                    its,
                    expected[g.Key],
                    owners,
                    chance,
                    judged > 1
                        && its >= FewestEnds
                        && owners >= FewestOwners
                        && chance < FalseAlarm / judged);
            })
            .OrderBy(g => g.Chance)
            .ThenBy(g => g.Group, StringComparer.Ordinal)];
    }
}
