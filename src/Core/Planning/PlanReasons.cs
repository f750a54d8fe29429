using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Core.Planning;

/// <summary>Says why a task is in its visit, with the money and the minutes.</summary>
internal static class PlanReasons
{
    internal static TaskInVisit Of(
        PlanDraft draft,
        IReadOnlyDictionary<string, PlanTask> tasks,
        Upcoming due,
        PlannedVisit visit)
    {
        (PlanningProblem problem, Closures closures, PlanTask task) =
            (draft.Problem, draft.Terms.Closures, tasks[due.Id]);
        double alone = closures.MinutesOf(task.Openings);
        double without = closures.MinutesOf(visit.Tasks.Where(t => t != task.Id).SelectMany(t => tasks[t].Openings));
        double added = visit.OpenMinutes - without;
        bool shares = visit.Tasks.Count > 1;

        // What the gap since it was last done costs beyond what it would on the day it falls due, or in week 0 when
        // that is past.
        int last = draft.Visits
            .Where(v => v.Week < visit.Week && v.Tasks.Contains(task.Id))
            .Select(v => (int?)v.Week)
            .Max()
            ?? task.Due - task.Interval;
        int falls = last + task.Interval, early = falls - visit.Week;
        double onItsDay = TaskGroup.GapCost(task, Math.Max(0, falls) - last);
        double gap = TaskGroup.GapCost(task, visit.Week - last) - onItsDay;
        double minutes = shares ? alone - added : 0;
        double money = shares ? problem.CallIn + (minutes * problem.RatePerMinute) - gap : 0;
        return new TaskInVisit(
            due,
            early,
            (decimal)Math.Round(minutes, 2),
            (decimal)Math.Round(money, 2),
            Sentence(early, shares, minutes, gap, money));
    }

    private static string Sentence(int early, bool shares, double minutes, double gap, double money)
    {
        string moved = early > 0 ? $"{Weeks(early)} before it falls due"
            : early < 0 ? $"{Weeks(-early)} after it fell due"
            : "in the week it falls due";
        if (!shares)
        {
            return $"By itself, {moved}.";
        }

        string cost = gap > 0.5
            ? early > 0 ? $"throws away {Money(gap)} of its life" : $"being late weighs {Money(gap)}"
            : "costs nothing more";
        string share = minutes > 0.5
            ? $"saves {Packet.InWords((decimal)minutes)} of opening and closing and a call-in"
            : "saves a call-in";
        return money > 0
            ? $"Rides along {moved}: {cost}, {share}: {Money(money)} less than in a visit of its own."
            : $"Here {moved}: {cost}, {share}. By itself it would be {Money(-money)} cheaper elsewhere; the plan as a "
                + "whole is not, or it was asked for here.";
    }

    private static string Weeks(int weeks) => weeks == 1 ? "a week" : FormattableString.Invariant($"{weeks} weeks");

    private static string Money(double money) => FormattableString.Invariant($"{money:#,0}");
}
