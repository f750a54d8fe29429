using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;

namespace SturdyTinker.Core.Planning;

/// <summary>
/// Tasks executed in the same weeks: when they may be, and what their gaps cost. Its cheapest weeks are a shortest
/// path.
/// </summary>
internal sealed class TaskGroup
{
    private readonly double[] first;
    private readonly double[] gap;
    private readonly bool[] last;
    private readonly int[] pinBefore;
    private readonly int lastPin;

    // The gaps from the longest to the shortest, so that they lie beside the weeks they are counted from.
    private readonly double[] gapBack;

    internal TaskGroup(PlanningProblem problem, int[] members)
    {
        int weeks = problem.Weeks;
        PlanTask[] tasks = [.. members.Select(t => problem.Tasks[t])];
        HashSet<string> ids = [.. tasks.Select(t => t.Id)];
        bool[] shut = new bool[weeks];
        foreach (int week in problem.ClosedWeeks.Concat(problem.Forbids
            .Where(f => ids.Contains(f.Task))
            .Select(f => f.Week)))
        {
            shut[week] = true;
        }

        int firstOpen = Array.IndexOf(shut, false);
        bool[] pinned = new bool[weeks];
        foreach (TaskWeek pin in problem.Pins.Where(p => ids.Contains(p.Task)))
        {
            pinned[pin.Week] = true;
        }

        first = new double[weeks];
        gap = new double[weeks];
        last = new bool[weeks];
        pinBefore = new int[weeks];
        lastPin = Array.LastIndexOf(pinned, true);
        MayRest = lastPin < 0 && tasks.All(t => t.Due >= weeks);
        int pin0 = -1;
        for (int week = 0; week < weeks; week++)
        {
            pinBefore[week] = pin0;
            pin0 = pinned[week] ? week : pin0;
            first[week] = shut[week] || pinBefore[week] >= 0
                ? Terms.Never
                : tasks.Sum(t => FirstGap(t, week, firstOpen));
            gap[week] = week == 0 ? Terms.Never : tasks.Sum(t => week > t.MaxGap ? Terms.Never : GapCost(t, week));
            last[week] = week >= lastPin && tasks.All(t => week + t.Interval >= weeks);
        }

        Open = [.. Enumerable.Range(0, weeks).Where(w => !shut[w])];
        gapBack = new double[weeks + Vector256<double>.Count];
        Array.Fill(gapBack, Terms.Never);
        for (int week = 0; week < weeks; week++)
        {
            gapBack[weeks - 1 - week] = gap[week];
        }
    }

    /// <summary>Whether it may be left alone through the whole horizon.</summary>
    internal bool MayRest { get; }

    /// <summary>The weeks in which it may be executed.</summary>
    internal int[] Open { get; }

    /// <summary>
    /// What a gap of so many weeks costs a task: life thrown away before its interval is over, lateness after.
    /// </summary>
    internal static double GapCost(PlanTask task, int gap)
    {
        double over = (gap - task.Interval) / (double)task.Interval;
        return over <= 0 ? task.Value * -over : task.LateWeight * over * over;
    }

    /// <summary>
    /// What the first gap costs a task that is executed in a week: where nobody knows to the week when it falls due,
    /// what it costs on average over the weeks it may.
    /// </summary>
    internal static double FirstGapCost(PlanTask task, int week) =>
        task.MayBeDue.Sum(d => d.Chance * GapCost(task, week - (d.Due - task.Interval)));

    /// <summary>
    /// What its gaps cost when it is executed in these weeks, in order; <see cref="Terms.Never"/> when it may not be.
    /// </summary>
    internal double GapsCost(int[] weeks)
    {
        if (weeks.Length == 0)
        {
            return MayRest ? 0 : Terms.Never;
        }

        double cost = first[weeks[0]];
        for (int i = 1; i < weeks.Length; i++)
        {
            cost += pinBefore[weeks[i]] > weeks[i - 1] || Array.BinarySearch(Open, weeks[i]) < 0
                ? Terms.Never
                : gap[weeks[i] - weeks[i - 1]];
        }

        return last[weeks[^1]] ? cost : Terms.Never;
    }

    /// <summary>
    /// The cheapest weeks out of some, when being executed in a week costs what <paramref name="price"/> says; null
    /// where no choice of them will do.
    /// </summary>
    /// <param name="among">Weeks to choose from, in order; all of them open to it.</param>
    /// <param name="count">How many of <paramref name="among"/> count.</param>
    /// <param name="price">What each of them costs, by its place in <paramref name="among"/>.</param>
    /// <param name="room">Where it works, as long as the longest list.</param>
    /// <param name="cost">What they cost: gaps and prices.</param>
    internal int[]? Cheapest(int[] among, int count, double[] price, Workspace workspace, out double cost)
    {
        double[] best = workspace.Best;
        int[] from = workspace.From;
        cost = MayRest ? 0 : Terms.Never;
        int end = -1;
        for (int i = 0; i < count; i++)
        {
            int week = among[i];
            double least = first[week];
            int before = -1;
            int after = pinBefore[week];
            for (int j = i - 1; j >= 0 && among[j] >= after; j--)
            {
                double offer = best[j] + gap[week - among[j]];
                if (offer < least)
                {
                    least = offer;
                    before = j;
                }
            }

            best[i] = least + price[i];
            from[i] = before;
            if (last[week] && best[i] < cost)
            {
                cost = best[i];
                end = i;
            }
        }

        if (cost == Terms.Never)
        {
            return null;
        }

        int length = 0;
        for (int i = end; i >= 0; i = from[i])
        {
            length++;
        }

        int[] weeks = length == 0 ? [] : new int[length];
        for (int i = end; i >= 0; i = from[i])
        {
            weeks[--length] = among[i];
        }

        return weeks;
    }

    /// <summary>As <see cref="Cheapest"/> out of all open weeks, several at a time where the machine can.</summary>
    /// <param name="price">What being executed in each week costs.</param>
    /// <param name="room">Where it works.</param>
    /// <param name="cost">What they cost: gaps and prices.</param>
    internal int[]? CheapestOfAll(double[] price, Workspace workspace, out double cost)
    {
        double[] best = workspace.Best;
        int weeks = first.Length;
        if (lastPin >= 0)
        {
            for (int i = 0; i < Open.Length; i++)
            {
                workspace.Price[i] = price[Open[i]];
            }

            return Cheapest(Open, Open.Length, workspace.Price, workspace, out cost);
        }

        Array.Fill(best, Terms.Never);
        ref double start = ref MemoryMarshal.GetArrayDataReference(best);
        cost = MayRest ? 0 : Terms.Never;
        int end = -1;
        foreach (int week in Open)
        {
            // Both lists are padded by a vector's length, so the last step reads nothing that is not theirs. Nothing in
            // them is NaN.
            Vector256<double> least = Vector256.Create(first[week]);
            ref double gaps = ref Unsafe.Add(ref MemoryMarshal.GetArrayDataReference(gapBack), weeks - 1 - week);
            for (int j = 0; j < week; j += Vector256<double>.Count)
            {
                least = Vector256.MinNative(
                    least,
                    Vector256.LoadUnsafe(ref start, (nuint)j) + Vector256.LoadUnsafe(ref gaps, (nuint)j));
            }

            Vector128<double> half = Vector128.MinNative(least.GetLower(), least.GetUpper());
            best[week] = Math.Min(half.ToScalar(), half.GetElement(1)) + price[week];
            if (last[week] && best[week] < cost)
            {
                cost = best[week];
                end = week;
            }
        }

        return cost == Terms.Never ? null : BackFrom(end, price, best);
    }

    private int[] BackFrom(int end, double[] price, double[] best)
    {
        Span<int> weeks = stackalloc int[end + 2];
        int at = weeks.Length;
        for (int week = end; week >= 0;)
        {
            weeks[--at] = week;
            int before = -1;
            for (int j = 0; j < week && first[week] + price[week] != best[week]; j++)
            {
                if (best[j] + gap[week - j] + price[week] == best[week])
                {
                    before = j;
                    break;
                }
            }

            week = before;
        }

        return [.. weeks[at..]];
    }

    private static double FirstGap(PlanTask task, int week, int firstOpen)
    {
        int gap = week - (task.Due - task.Interval);
        if (task.MaxGap is { } most && gap > most)
        {
            // Over it before the plan begins: closed as soon as can be. Over it only by waiting: never.
            return -(task.Due - task.Interval) > most && week == firstOpen ? FirstGapCost(task, week) : Terms.Never;
        }

        return FirstGapCost(task, week);
    }

    /// <summary>Working memory of <see cref="Cheapest"/>, kept by whoever asks often.</summary>
    internal sealed class Workspace(int weeks)
    {
        internal double[] Best { get; } = new double[weeks + Vector256<double>.Count];

        internal double[] Price { get; } = new double[weeks];

        internal int[] From { get; } = new int[weeks];
    }
}
