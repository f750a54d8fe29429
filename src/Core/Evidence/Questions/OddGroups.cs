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
        int ended = all.Count(w => w.Ended);
        List<IGrouping<string, Watched>> groups = [.. all.GroupBy(w => w.Group)];
        Dictionary<string, double> expected = groups.ToDictionary(
            g => g.Key,
            g => Expected([.. g], [.. all.Where(w => w.Group != g.Key)]).GetValueOrDefault(g.Key));
        Dictionary<string, double> together = Expected(all, all);
        int judged = groups.Count(g => together[g.Key] > 0);
        List<OddGroup> held = groups.ConvertAll(g =>
        {
            // Held against the others alone, so that an odd one does not hide itself. By their own hazard as many of
            // the others were to be expected as ended.
            int its = g.Count(w => w.Ended), others = ended - its;
            int owners = g.Where(w => w.Ended).Select(w => w.Owner).Distinct().Count();
            double usual = others > 0 ? expected[g.Key] : together.GetValueOrDefault(g.Key);
            double chance = usual > 0 ? Chances.OfAsMany(its, ended, usual / (others > 0 ? usual + others : ended)) : 1;
            return new OddGroup(
                g.Key,
                g.Count(),
                its,
                expected[g.Key],
                owners,
                chance,
                judged > 1 && its >= FewestEnds && owners >= FewestOwners && chance < FalseAlarm / judged);
        });

        // What would be usual is said by those that are not odd: an odd one makes itself look half as bad.
        HashSet<string> odd = [.. held.Where(g => g.StandsOut).Select(g => g.Group)];
        Dictionary<string, double> usual = Expected(all, [.. all.Where(w => !odd.Contains(w.Group))]);
        return [.. held
            .Select(g => g with { Expected = usual[g.Group] })
            .OrderBy(g => g.Chance)
            .ThenBy(g => g.Group, StringComparer.Ordinal)];
    }

    // How many of each group would have ended, went they as some do that are like them: the cumulative hazard of those,
    // at the age that each was watched to.
    private static Dictionary<string, double> Expected(
        IReadOnlyCollection<Watched> all,
        IReadOnlyCollection<Watched> asThese)
    {
        Dictionary<string, double> expected = all.Select(w => w.Group).Distinct().ToDictionary(g => g, _ => 0d);
        ILookup<string, Watched> these = asThese.ToLookup(w => w.Like);
        foreach (IGrouping<string, Watched> like in all.GroupBy(w => w.Like))
        {
            List<Watched> order = [.. these[like.Key].OrderBy(w => w.For)];
            double[] ends = [.. order.Where(w => w.Ended).Select(w => w.For).Distinct()];
            int next = 0, gone = 0;
            double hazard = 0;
            foreach (Watched one in like.OrderBy(w => w.For))
            {
                while (next < ends.Length && ends[next] <= one.For)
                {
                    while (gone < order.Count && order[gone].For < ends[next])
                    {
                        gone++;
                    }

                    int at = 0;
                    for (int i = gone; i < order.Count && order[i].For == ends[next]; i++)
                    {
                        at += order[i].Ended ? 1 : 0;
                    }

                    hazard += (double)at / (order.Count - gone);
                    next++;
                }

                expected[one.Group] += hazard;
            }
        }

        return expected;
    }
}
