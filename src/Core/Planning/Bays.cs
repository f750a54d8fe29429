namespace SturdyTinker.Core.Planning;

/// <summary>The bays while plans are fitted into them.</summary>
internal sealed class Bays
{
    private readonly Guid[] trailers;

    internal Bays(
        TrailerPlanner planner,
        Guid[] trailers,
        IReadOnlyList<PlanDraft> alone,
        OpenHours hours,
        IReadOnlyList<BookedTime> booked,
        DateOnly today)
    {
        this.trailers = trailers;
        Drafts = [.. alone];
        int weeks = planner.WeeksPlanned;
        Open = [.. Enumerable
            .Range(0, weeks)
            .Select(w => hours.MinutesOfWeek(planner.First.AddDays(7 * w), today))];
        Taken = new decimal[weeks];
        Proposed = new decimal[weeks];
        foreach (BookedTime book in booked)
        {
            int week = Weeks.Of(planner.First, book.Day);
            if (week >= 0 && week < weeks)
            {
                Taken[week] += book.Minutes;
                Stands.Add((book.Trailer, week));
            }
        }

        for (int trailer = 0; trailer < trailers.Length; trailer++)
        {
            Count(trailer, 1);
        }
    }

    internal PlanDraft[] Drafts { get; }

    internal decimal[] Open { get; }

    internal decimal[] Taken { get; }

    internal decimal[] Proposed { get; }

    internal HashSet<(Guid, int)> Stands { get; } = [];

    internal bool StandsIn(int trailer, int week) => Stands.Contains((trailers[trailer], week));

    /// <summary>Minutes wanted beyond what the week has, its slack left out.</summary>
    internal decimal Over(int week) => Taken[week] + Proposed[week] - Full(week);

    private decimal Full(int week) => Open[week] * (1 + BayWeek.Slack);

    internal void Put(int trailer, PlanDraft plan)
    {
        Count(trailer, -1);
        Drafts[trailer] = plan;
        Count(trailer, 1);
    }

    /// <summary>
    /// The trailer's plan without this week, and how much dearer it is for each minute it frees; no plan where it
    /// has to stay.
    /// </summary>
    internal (double Regret, PlanDraft? Plan) Elsewhere(int trailer, int week, bool thorough)
    {
        PlanDraft before = Drafts[trailer];
        decimal minutes = before.MinutesIn(week);
        List<int> closed = [week];
        for (int v = 0; v < Open.Length; v++)
        {
            decimal mine = StandsIn(trailer, v) ? 0 : before.MinutesIn(v);

            // What has no room for as much is closed: nobody gets out of one overfull week into another.
            bool room = Full(v) - Taken[v] - Proposed[v] + mine >= Math.Max(minutes, mine);
            if (v != week && !room)
            {
                closed.Add(v);
            }
        }

        if (TrailerPlanner.Amended(before, closed, thorough) is not { } plan)
        {
            return (double.MaxValue, null);
        }

        // A visit longer than any week stays where it is, and is named.
        return Fits(before, plan, trailer)
            ? ((plan.Cost - before.Cost) / (double)Math.Max(1, minutes), plan)
            : (double.MaxValue, null);
    }

    /// <summary>A cheaper plan for the trailer in what room there is; null where there is none.</summary>
    /// <param name="trailer">The trailer.</param>
    internal PlanDraft? Better(int trailer) =>
        Amended(trailer, null) is { } plan && plan.Cost < Drafts[trailer].Cost - 1e-6 ? plan : null;

    /// <summary>
    /// Another plan for the trailer in what room there is, where being called in costs less in some weeks; null where
    /// there is none.
    /// </summary>
    /// <param name="trailer">The trailer.</param>
    /// <param name="less">How much less in each week; null for nothing.</param>
    internal PlanDraft? Amended(int trailer, double[]? less)
    {
        PlanDraft before = Drafts[trailer];
        decimal least = before.Visits.Min(before.MinutesOf);
        IEnumerable<int> full = Enumerable.Range(0, Open.Length).Where(v => before.MinutesIn(v) == 0
            && !StandsIn(trailer, v)
            && Full(v) - Taken[v] - Proposed[v] < least);
        return TrailerPlanner.Amended(before, full, thorough: true, less) is { } plan && Fits(before, plan, trailer)
            ? plan
            : null;
    }

    /// <summary>
    /// Whether a plan fits: each visit takes no more than was there before, or the week has room for it.
    /// </summary>
    internal bool Fits(PlanDraft before, PlanDraft plan, int trailer) => plan.Visits.All(visit =>
        plan.MinutesOf(visit) <= before.MinutesIn(visit.Week)
            || StandsIn(trailer, visit.Week)
            || Taken[visit.Week] + Proposed[visit.Week] - before.MinutesIn(visit.Week)
                + plan.MinutesOf(visit) <= Full(visit.Week));

    private void Count(int trailer, int sign)
    {
        foreach (PlannedVisit visit in Drafts[trailer].Visits)
        {
            Proposed[visit.Week] += StandsIn(trailer, visit.Week) ? 0 : sign * Drafts[trailer].MinutesOf(visit);
        }
    }
}
