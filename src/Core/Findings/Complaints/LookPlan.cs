using System.Numerics;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Findings.Complaints;

/// <summary>A cause that the answers so far leave open.</summary>
/// <param name="Cause">The cause.</param>
/// <param name="Chance">How likely it is among those left, 0 to 1.</param>
public sealed record CauseLeft(ComplaintCause Cause, double Chance);

/// <summary>What to look at next because of a complaint.</summary>
/// <param name="Left">The causes left, the likeliest first; none where the answers fit nothing we know.</param>
/// <param name="Next">What to look at next; null where no look would tell those left apart.</param>
/// <param name="Why">What the next look tells apart, in words; empty where there is none.</param>
/// <param name="Expected">How many looks are to be expected from here on.</param>
public sealed record LookPlan(
    IReadOnlyList<CauseLeft> Left,
    ComplaintLook? Next,
    string Why,
    double Expected)
{
    /// <summary>
    /// What to look at next. Of all ways to go on, the one with the fewest looks to be expected: exact, by dynamic
    /// programming over which causes are left (Bellman 1957); only what can kill and is looked at in minutes comes
    /// first whatever it tells.
    /// </summary>
    /// <param name="complaint">The complaint.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="answers">
    /// What was looked at so far, by the look's code: true for the sign, false for none, null where nobody could say.
    /// </param>
    public static LookPlan Of(Complaint complaint, RunningGear gear, IReadOnlyDictionary<string, bool?> answers)
    {
        (ComplaintCause[] causes, LookTree tree) = TreeOf(complaint, gear);
        int left = tree.All, open = 0;
        for (int i = 0; i < complaint.Looks.Count; i++)
        {
            if (!answers.TryGetValue(complaint.Looks[i].Code, out bool? answer))
            {
                open |= 1 << i;
            }
            else if (answer is { } yes)
            {
                left &= yes ? tree.Yes(i) : ~tree.Yes(i);
            }
        }

        double all = tree.Weight(left);
        CauseLeft[] still = [.. causes
            .Where((_, i) => (left & (1 << i)) > 0)
            .Select(c => new CauseLeft(c, c.Weight / all))
            .OrderByDescending(c => c.Chance)];
        int next = FirstOf(complaint, tree, left, open) ?? tree.Best(left, open);
        return new LookPlan(
            still,
            next < 0 ? null : complaint.Looks[next],
            next < 0 ? "" : Tells(causes, left, tree.Yes(next)),
            left == 0 ? 0 : Weighted(complaint, tree, left, open) / all);
    }

    /// <summary>
    /// How many looks are to be expected from a complaint to its cause by this plan, and the fewest that any plan could
    /// have, what comes first left out of account.
    /// </summary>
    public static (double Ours, double Best) Looks(Complaint complaint, RunningGear gear)
    {
        (_, LookTree tree) = TreeOf(complaint, gear);
        int open = (1 << complaint.Looks.Count) - 1;
        double all = tree.Weight(tree.All);
        return all == 0
            ? (0, 0)
            : (Weighted(complaint, tree, tree.All, open) / all, tree.Looks(tree.All, open) / all);
    }

    private static (ComplaintCause[] Causes, LookTree Tree) TreeOf(Complaint complaint, RunningGear gear)
    {
        ComplaintCause[] causes = [.. complaint.Causes.Where(c => c.GoesWith(gear))];
        int Yes(string look) => causes.Select((c, i) => c.Shows.Contains(look) ? 1 << i : 0).Sum();
        return (
            causes,
            new LookTree(
                [.. causes.Select(c => c.Weight)],
                [.. complaint.Looks.Select(l => Yes(l.Code))],
                [.. complaint.Looks.Select(l => l.Minutes)]));
    }

    private static int? FirstOf(Complaint complaint, LookTree tree, int left, int open)
    {
        for (int i = 0; i < complaint.Looks.Count; i++)
        {
            if (complaint.Looks[i].First && (open & (1 << i)) > 0 && tree.Splits(i, left))
            {
                return i;
            }
        }

        return null;
    }

    // Weighted, with what comes first where it comes.
    private static double Weighted(Complaint complaint, LookTree tree, int left, int open)
    {
        if (FirstOf(complaint, tree, left, open) is not { } first)
        {
            return tree.Looks(left, open);
        }

        int yes = left & tree.Yes(first), rest = open & ~(1 << first);
        return tree.Weight(left)
            + Weighted(complaint, tree, yes, rest)
            + Weighted(complaint, tree, left & ~yes, rest);
    }

    private static string Tells(ComplaintCause[] causes, int left, int yes)
    {
        string Of(int set) => string.Join(" or ", causes
            .Where((_, i) => (set & (1 << i)) > 0)
            .OrderByDescending(c => c.Weight)
            .Take(2)
            .Select(c => Wording.Small(c.Words)));
        string More(int set) => BitOperations.PopCount((uint)set) > 2 ? " and others" : "";
        int no = left & ~yes;
        yes &= left;
        return $"Yes: {Of(yes)}{More(yes)}. No: {Of(no)}{More(no)}.";
    }
}

/// <summary>
/// The best way to tell weighted things apart by questions answered yes or no: exact, for a handful of things. Knows
/// nothing of what they are.
/// </summary>
/// <param name="weights">How often it is each; above nought. At most <see cref="Most"/>.</param>
/// <param name="yes">For each question, which of them it says yes of, a bit each.</param>
/// <param name="minutes">What each question costs; it decides between those that are as good.</param>
public sealed class LookTree(IReadOnlyList<int> weights, IReadOnlyList<int> yes, IReadOnlyList<int> minutes)
{
    /// <summary>Most things and most questions.</summary>
    public const int Most = 16;

    private readonly Dictionary<(int Left, int Open), (double Cost, int Best)> known = [];

    /// <summary>All of the things.</summary>
    public int All => (1 << weights.Count) - 1;

    /// <summary>What a question says yes of.</summary>
    public int Yes(int question) => yes[question];

    /// <summary>Whether a question tells some of the things left from others.</summary>
    public bool Splits(int question, int left) => (left & yes[question]) is var part && part != 0 && part != left;

    /// <summary>The weight of some of the things.</summary>
    public double Weight(int left) => weights.Where((_, i) => (left & (1 << i)) > 0).Sum();

    /// <summary>The best question; −1 where none splits what is left.</summary>
    /// <param name="left">The things left.</param>
    /// <param name="open">The questions that can still be asked.</param>
    public int Best(int left, int open) => Solve(left, open).Best;

    /// <summary>
    /// How many questions are asked from here on at best, each weighted by the things it is asked for.
    /// </summary>
    public double Looks(int left, int open) => Solve(left, open).Cost;

    private (double Cost, int Best) Solve(int left, int open)
    {
        // A question that splits nothing now splits nothing of a part either: it makes no difference.
        int useful = Enumerable.Range(0, yes.Count)
            .Where(i => (open & (1 << i)) > 0 && Splits(i, left))
            .Sum(i => 1 << i);
        if (useful == 0)
        {
            return (0, -1);
        }

        if (known.TryGetValue((left, useful), out (double, int) there))
        {
            return there;
        }

        (double Cost, int Best) best = (double.MaxValue, -1);
        double weight = Weight(left);
        for (int i = 0; i < yes.Count; i++)
        {
            if ((useful & (1 << i)) == 0)
            {
                continue;
            }

            int part = left & yes[i], rest = useful & ~(1 << i);
            double cost = weight + Solve(part, rest).Cost + Solve(left & ~part, rest).Cost;
            if (cost < best.Cost - 1e-9
                || (cost < best.Cost + 1e-9 && minutes[i] < minutes[best.Best]))
            {
                best = (cost, i);
            }
        }

        return known[(left, useful)] = best;
    }
}
