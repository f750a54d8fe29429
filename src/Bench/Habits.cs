using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Bench;

/// <summary>What a way of calling trailers in comes to over some years.</summary>
/// <param name="Cost">By the planning problem: call-ins, opening and closing, life thrown away, lateness.</param>
/// <param name="Visits">How often trailers come.</param>
/// <param name="BayHours">Hours in the bay: opening, closing and the work itself.</param>
/// <param name="LateDays">Days that tasks stood overdue.</param>
internal sealed record Outcome(double Cost, int Visits, double BayHours, double LateDays)
{
    public static Outcome operator +(Outcome a, Outcome b) =>
        new(a.Cost + b.Cost, a.Visits + b.Visits, a.BayHours + b.BayHours, a.LateDays + b.LateDays);
}

/// <summary>Three simulated years of one trailer: planned and rolled on, and by two habits.</summary>
internal static class Habits
{
    internal const int Years = 3, Span = Years * 52;

    /// <summary>Every task on its own date; what falls in the same week shares its visit.</summary>
    internal static Outcome OwnDates(TrailerCase trailer, DateOnly first, PlanCosts costs) =>
        Reckon(
            trailer,
            first,
            costs,
            task => Enumerable.Range(0, Span).Where(w => w >= Math.Max(0, task.Due)
                && (w - Math.Max(0, task.Due)) % task.Interval == 0));

    /// <summary>Everything once a year.</summary>
    internal static Outcome OnceAYear(TrailerCase trailer, DateOnly first, PlanCosts costs) =>
        Reckon(
            trailer,
            first,
            costs,
            task => Enumerable.Range(0, Years).Select(y => y * 52).Take(task.Interval >= Span ? 1 : Years));

    /// <summary>Planned as the shop plans, the first visit done, then planned anew from there.</summary>
    internal static Outcome Planned(TrailerCase trailer, DateOnly first, PlanCosts costs)
    {
        PlanningProblem problem = trailer.Problem(first, TrailerPlanner.UsualWeeks, [], costs);
        Dictionary<string, List<int>> weeks = problem.Tasks.ToDictionary(t => t.Id, _ => new List<int>());
        int now = 0;
        while (now < Span)
        {
            // What was done is done: due moves on with it. Weeks that have passed are closed by counting from now.
            int from = now;
            PlanningProblem rolled = problem with
            {
                Forbids = from == 0 ? problem.Forbids : [],
                Tasks = [.. problem.Tasks.Where(t => t.Interval < Span || weeks[t.Id].Count == 0).Select(t => t with
                {
                    Due = (weeks[t.Id] is [.., var last] ? last + t.Interval : t.Due) - from
                })],
            };
            PlanningAnswer answer = Grouping.Solve(rolled with
            {
                Tasks = [.. rolled.Tasks.Select(t => answerable(t))]
            });
            if (answer.Visits is not [var next, ..] || from + next.Week >= Span)
            {
                break;
            }

            foreach (string task in next.Tasks)
            {
                weeks[task].Add(from + next.Week);
            }

            now = from + next.Week + 1;
        }

        return Reckon(trailer, first, costs, task => weeks[task.Id]);

        static PlanTask answerable(PlanTask task) =>
            task.MaxGap is { } most && task.Due - task.Interval + most < 0 ? task with { MaxGap = null } : task;
    }

    private static Outcome Reckon(
        TrailerCase trailer,
        DateOnly first,
        PlanCosts costs,
        Func<PlanTask, IEnumerable<int>> when)
    {
        PlanningProblem problem = trailer.Problem(first, Span, [], costs);
        Dictionary<string, Upcoming> dues = trailer.Coming.ToDictionary(d => d.Id);
        SortedDictionary<int, List<PlanTask>> visits = [];
        double cost = 0, late = 0;
        foreach (PlanTask task in problem.Tasks)
        {
            int last = task.Due - task.Interval;
            foreach (int week in when(task).Append(Span).Order())
            {
                int gap = week - last, over = Math.Max(0, gap - task.Interval);

                // Overdue before the years begin is nobody's fault here.
                late += 7 * (over - Math.Max(0, Math.Min(over, -last - task.Interval)));
                if (week < Span)
                {
                    cost += gap < task.Interval ? task.Value * (task.Interval - gap) / task.Interval : 0;
                    (visits.TryGetValue(week, out List<PlanTask>? tasks) ? tasks : visits[week] = []).Add(task);
                }

                double Late(int weeks) => weeks > 0 ? task.LateWeight * Math.Pow(weeks / (double)task.Interval, 2) : 0;
                cost += Late(over) - Late(Math.Min(over, -last - task.Interval));
                last = week;
            }
        }

        double minutes = 0;
        foreach (List<PlanTask> tasks in visits.Values)
        {
            double open = Grouping.OpenMinutes(problem, tasks.SelectMany(t => t.Openings));
            cost += problem.CallIn + (open * problem.RatePerMinute);
            minutes += open + (double)tasks.Sum(t => trailer.WorkMinutes(dues[t.Id]));
        }

        return new Outcome(cost, visits.Count, minutes / 60, late);
    }
}
