using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Planning.WhatIf;

/// <summary>A week of a plan in figures.</summary>
/// <param name="Monday">The day it begins on.</param>
/// <param name="Open">Bay hours open.</param>
/// <param name="Planned">Bay hours accepted and proposed.</param>
/// <param name="Visits">Visits.</param>
/// <param name="Cost">What they cost: call-ins, labour, and parts as far as prices are known.</param>
public sealed record WeekFigures(DateOnly Monday, decimal Open, decimal Planned, int Visits, decimal Cost);

/// <summary>What a shop's plan comes to over the weeks that are shown.</summary>
/// <param name="Trailers">Trailers planned.</param>
/// <param name="Visits">Visits.</param>
/// <param name="Hours">Bay hours they take.</param>
/// <param name="Open">Bay hours open.</param>
/// <param name="Cost">
/// What they cost: call-ins, those saved by coming together left out, labour, and parts as far as prices are known.
/// </param>
/// <param name="DaysOverdue">
/// Days that work is overdue within these weeks, each task's added up, to the week; what was overdue before is not the
/// plan's.
/// </param>
/// <param name="NoRoom">Visits for which no week has room.</param>
/// <param name="HoursOver">Bay hours wanted beyond what is open.</param>
/// <param name="Unkept">Trailers of which not all could be kept: law, a Hold, or what was asked for.</param>
/// <param name="Weeks">The weeks.</param>
public sealed record PlanFigures(
    int Trailers,
    int Visits,
    decimal Hours,
    decimal Open,
    decimal Cost,
    int DaysOverdue,
    int NoRoom,
    decimal HoursOver,
    int Unkept,
    IReadOnlyList<WeekFigures> Weeks)
{
    /// <summary>Adds them up.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="costs">What is reckoned with.</param>
    /// <param name="first">The Monday that it begins on.</param>
    /// <param name="weeks">How many weeks are shown.</param>
    public static PlanFigures Of(WholePlan plan, PlanCosts costs, DateOnly first, int weeks)
    {
        int shown = Math.Min(weeks, plan.Weeks.Count);
        int[] visits = new int[shown];
        decimal[] cost = new decimal[shown];
        int overdue = 0;
        foreach (TrailerPlan trailer in plan.Plans)
        {
            foreach (ProposedVisit visit in trailer.Visits)
            {
                int week = Planning.Weeks.Of(first, visit.Week);
                overdue += 7 * visit.Tasks
                    .Where(t => t.Due.By == Doer.Shop)
                    .Sum(t => Math.Max(0, Math.Min(week, shown) - Math.Max(0, week + t.WeeksEarly)));
                if (week < shown)
                {
                    visits[week]++;
                    cost[week] += costs.CallIn + visit.Price(costs);
                }
            }
        }

        // Trips saved are taken off in the week in which they are.
        foreach ((DateOnly monday, int saved) in Convoys.Trips(plan.Plans))
        {
            int week = Planning.Weeks.Of(first, monday);
            if (week < shown)
            {
                cost[week] -= costs.TripSaved * saved;
            }
        }

        BayWeek[] bays = [.. plan.Weeks.Take(shown)];
        return new PlanFigures(
            plan.Plans.Count,
            visits.Sum(),
            Math.Round(bays.Sum(w => w.Booked + w.Proposed) / 60, 1),
            Math.Round(bays.Sum(w => w.Open) / 60, 1),
            Math.Round(cost.Sum(), 0),
            overdue,
            bays.Sum(w => w.DoesNotFit.Count),
            Math.Round(bays.Sum(w => w.Over) / 60, 1),
            plan.Plans.Count(p => p.Trouble is not null),
            [.. bays.Select((w, i) => new WeekFigures(
                w.Monday,
                Math.Round(w.Open / 60, 1),
                Math.Round((w.Booked + w.Proposed) / 60, 1),
                visits[i],
                Math.Round(cost[i], 0)))]);
    }

    /// <summary>
    /// What these come to against others, in a sentence that begins with what weighs most: what is late, what has no
    /// room, what it costs.
    /// </summary>
    /// <param name="now">The others.</param>
    public string Against(PlanFigures now)
    {
        List<string> parts = [];
        void Say(decimal more, string what, string one)
        {
            if (more != 0)
            {
                decimal by = Math.Abs(more);
                parts.Add(FormattableString.Invariant($"{by:#,0.#} {(more > 0 ? "more" : "fewer")} ")
                    + (by == 1 ? one : what));
            }
        }

        Say(Unkept - now.Unkept, "trailers that cannot be kept as asked", "trailer that cannot be kept as asked");
        Say(NoRoom - now.NoRoom, "visits without room", "visit without room");
        Say(DaysOverdue - now.DaysOverdue, "days overdue", "day overdue");
        Say(Visits - now.Visits, "visits", "visit");
        Say(Math.Round(Hours - now.Hours, 0), "hours in the bays", "hour in the bays");
        decimal dearer = Cost - now.Cost;
        if (dearer != 0)
        {
            parts.Add(FormattableString.Invariant($"{Math.Abs(dearer):#,0} {(dearer > 0 ? "dearer" : "cheaper")}"));
        }

        string said = string.Join(", ", parts);
        return said.Length == 0 ? "Over the year it comes to the same." : $"Over the year: {said}.";
    }
}
