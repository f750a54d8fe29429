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
        PlannedVisit visit,
        DateOnly first)
    {
        (PlanningProblem problem, Closures closures, PlanTask task) =
            (draft.Problem, draft.Terms.Closures, tasks[due.Id]);
        double alone = closures.MinutesOf(task.Openings);
        double without = closures.MinutesOf(visit.Tasks.Where(t => t != task.Id).SelectMany(t => tasks[t].Openings));
        double added = visit.OpenMinutes - without;
        bool shares = visit.Tasks.Count > 1;
        if (draft.Riders.Any(r => r.Id == due.Id))
        {
            return new TaskInVisit(
                due,
                0,
                (decimal)Math.Round(alone - added, 2),
                0,
                "Its owner does it between visits; done here because it stands in the shop.");
        }

        // What the gap since it was last done costs beyond what it would in a visit of its own.
        int? before = draft.Visits
            .Where(v => v.Week < visit.Week && v.Tasks.Contains(task.Id))
            .Select(v => (int?)v.Week)
            .Max();
        int last = before ?? task.Due - task.Interval;
        double Costs(int week) =>
            before is null ? TaskGroup.FirstGapCost(task, week) : TaskGroup.GapCost(task, week - last);
        int falls = last + task.Interval, early = falls - visit.Week;
        double gap = Costs(visit.Week) - Costs(OwnWeek(problem, task, falls, last));
        double minutes = shares ? alone - added : 0;
        double money = shares ? problem.CallIn + (minutes * problem.RatePerMinute) - gap : 0;
        return new TaskInVisit(
            due,
            early,
            (decimal)Math.Round(minutes, 2),
            (decimal)Math.Round(money, 2),
            $"{When(due, falls, visit.Week, first)}{Because(shares, early > 0, minutes, gap, money)}.");
    }

    // The week of a visit of its own: the one it falls due in, or the last before it that it can be done in; where that
    // is past, the first that can still be had. A week the bays are closed in is no alternative.
    private static int OwnWeek(PlanningProblem problem, PlanTask task, int falls, int last)
    {
        bool Possible(int week) => week > last
            && !problem.ClosedWeeks.Contains(week)
            && !problem.Forbids.Contains(new TaskWeek(task.Id, week));
        for (int week = Math.Min(falls, problem.Weeks - 1); week >= 0; week--)
        {
            if (Possible(week))
            {
                return week;
            }
        }

        return Enumerable.Range(0, problem.Weeks).Where(Possible).FirstOrDefault(Math.Max(0, falls));
    }

    // "Due since July 3", "Due March 12, 3 weeks later", "Due that week": to the day the first time, and later about.
    private static string When(Upcoming due, int falls, int week, DateOnly first)
    {
        DateOnly monday = first.AddDays(7 * week), about = first.AddDays(7 * falls);
        DateOnly on = Math.Abs(due.On.DayNumber - about.DayNumber) < 14 ? due.On : about;
        string day = on.Year == monday.Year
            ? FormattableString.Invariant($"{on:MMMM d}")
            : FormattableString.Invariant($"{on:MMMM d, yyyy}");
        return falls < week ? $"Due since {day}"
            : falls > week ? $"Due {day}, {Weeks(falls - week)} later"
            : "Due that week";
    }

    // What riding along is worth, in the order a foreman would say it.
    private static string Because(bool shares, bool early, double minutes, double gap, double money)
    {
        if (!shares)
        {
            return "; it has this visit to itself";
        }

        string given = early && gap > 0.5 ? $"; {Money(gap)} of its life is given up" : "";
        string own = minutes > 0.5
            ? $"{Packet.InWords((decimal)minutes)} more of opening and closing, and calling the trailer in again"
            : "calling the trailer in again";
        return money > 0
            ? $"{given}; a visit of its own would cost {Money(money)} more ({own})"
            : $"{given}; alone it would be {Money(-money)} cheaper another week, but the plan as a whole is cheapest "
                + "so, or it was asked for here";
    }

    private static string Weeks(int weeks) => weeks == 1 ? "a week" : FormattableString.Invariant($"{weeks} weeks");

    private static string Money(double money) => FormattableString.Invariant($"{money:#,0}");
}
