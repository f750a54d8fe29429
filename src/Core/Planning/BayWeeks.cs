using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Planning;

/// <summary>A visit that somebody has accepted: its day and its work stand.</summary>
/// <param name="Trailer">The trailer.</param>
/// <param name="Day">The day its work begins.</param>
/// <param name="Minutes">All its minutes.</param>
public sealed record BookedTime(Guid Trailer, DateOnly Day, decimal Minutes);

/// <summary>A week of the bays.</summary>
/// <param name="Monday">The day it begins on.</param>
/// <param name="Open">Bay minutes open.</param>
/// <param name="Booked">Minutes accepted.</param>
/// <param name="Proposed">Minutes proposed.</param>
/// <param name="DoesNotFit">Trailers whose proposed visits have no room in it.</param>
public sealed record BayWeek(
    DateOnly Monday,
    decimal Open,
    decimal Booked,
    decimal Proposed,
    IReadOnlyList<Guid> DoesNotFit)
{
    /// <summary>Minutes left; negative where it is over.</summary>
    public decimal Free => Open - Booked - Proposed;
}

/// <summary>The plan of the whole shop.</summary>
/// <param name="Plans">Each trailer's plan, in the order given.</param>
/// <param name="Weeks">The weeks of the bays.</param>
/// <param name="AlonePlans">What each trailer's plan would cost if it were the only one, in the order given.</param>
public sealed record WholePlan(
    IReadOnlyList<TrailerPlan> Plans,
    IReadOnlyList<BayWeek> Weeks,
    IReadOnlyList<double> AlonePlans);

/// <summary>
/// Fits the trailers' plans into the bays. Every trailer is planned as if it were alone; then week by week, from the
/// first, visits
/// that do not fit go elsewhere: those first whose plans grow least dear for the minutes they free. Weeks that are full
/// by then are
/// closed to them. At the end those that had to give way most look for better weeks among what is free. What finds no
/// room is named.
/// A pure function: the same input gives the same plan.
/// </summary>
public static class BayWeeks
{
    // A week is gone through so often before what is left over is given up.
    private const int Rounds = 4;

    // So often those that gave way look for better weeks. Set by what "tinker bench plan" showed.
    private const int Settlings = 2;

    /// <summary>Plans the shop.</summary>
    /// <param name="planner">Plans one trailer.</param>
    /// <param name="cases">The trailers.</param>
    /// <param name="hours">When the shop works.</param>
    /// <param name="booked">Visits accepted; their tasks are pinned in the cases.</param>
    /// <param name="today">The day.</param>
    public static WholePlan Plan(
        TrailerPlanner planner,
        IReadOnlyList<TrailerCase> cases,
        OpenHours hours,
        IReadOnlyList<BookedTime> booked,
        DateOnly today)
    {
        int[] shut = planner.Shut(hours, today);
        PlanDraft[] alone = new PlanDraft[cases.Count];
        Parallel.For(0, cases.Count, i => alone[i] = planner.Draft(cases[i], shut));
        return Fit(planner, cases, alone, hours, booked, today);
    }

    /// <summary>Fits plans, each made as if its trailer were alone, into the bays.</summary>
    /// <param name="planner">The planner.</param>
    /// <param name="cases">The trailers.</param>
    /// <param name="alone">The plan of each.</param>
    /// <param name="hours">When the shop works.</param>
    /// <param name="booked">Visits accepted; their tasks are pinned in the cases.</param>
    /// <param name="today">The day.</param>
    public static WholePlan Fit(
        TrailerPlanner planner,
        IReadOnlyList<TrailerCase> cases,
        IReadOnlyList<PlanDraft> alone,
        OpenHours hours,
        IReadOnlyList<BookedTime> booked,
        DateOnly today)
    {
        Bays bays = new(planner, [.. cases.Select(c => c.Id)], alone, hours, booked, today);
        HashSet<(int, int)> pinned = [];
        for (int i = 0; i < cases.Count; i++)
        {
            foreach ((_, DateOnly week) in cases[i].Wishes.Pins)
            {
                pinned.Add((i, Weeks.Of(planner.First, week)));
            }
        }

        for (int week = 0; week < planner.WeeksPlanned; week++)
        {
            for (int round = 0; round < Rounds && bays.Over(week) > 0 && bays.Open[week] > 0; round++)
            {
                if (!Ease(bays, week, pinned))
                {
                    break;
                }
            }
        }

        Settle(bays, alone);
        Guid[][] left = [.. Enumerable.Range(0, planner.WeeksPlanned).Select(w => bays.Over(w) > 0
            ? LeftOver(bays, cases, w).ToArray()
            : [])];
        TrailerPlan[] plans = new TrailerPlan[cases.Count];
        Parallel.For(0, cases.Count, i => plans[i] = planner.Finish(cases[i], bays.Drafts[i]));
        BayWeek[] weeks = [.. Enumerable.Range(0, planner.WeeksPlanned).Select(w => new BayWeek(
            planner.First.AddDays(7 * w),
            bays.Open[w],
            bays.Taken[w],
            Math.Max(0, bays.Proposed[w]),
            left[w]))];
        return new WholePlan(
            BayDays.Place(plans, weeks, hours, booked, bays.Stands, planner.First, today),
            weeks,
            [.. alone.Select(d => d.Cost)]);
    }

    // One round: where each visit of the week would go instead, then the cheapest of these until the week has room.
    private static bool Ease(Bays bays, int week, HashSet<(int, int)> pinned)
    {
        int[] movable = [.. Enumerable.Range(0, bays.Drafts.Length).Where(i => !pinned.Contains((i, week))
            && !bays.StandsIn(i, week)
            && bays.Drafts[i].Visits.Any(v => v.Week == week))];
        (double Regret, PlanDraft? Plan)[] offers = new (double, PlanDraft?)[movable.Length];
        Parallel.For(0, movable.Length, m => offers[m] = bays.Elsewhere(movable[m], week, thorough: false));
        bool any = false;
        foreach (int m in Enumerable
            .Range(0, movable.Length)
            .Where(m => offers[m].Plan is not null)
            .OrderBy(m => offers[m].Regret)
            .ThenBy(m => movable[m]))
        {
            if (bays.Over(week) <= 0)
            {
                break;
            }

            // What was free a moment ago may be taken by now: it is looked at once more, and more closely.
            if (bays.Elsewhere(movable[m], week, thorough: true).Plan is { } plan)
            {
                bays.Put(movable[m], plan);
                any = true;
            }
        }

        return any;
    }

    // What was moved early did not know what would be free in the end.
    private static void Settle(Bays bays, IReadOnlyList<PlanDraft> alone)
    {
        for (int pass = 0, moved = 1; pass < Settlings && moved > 0; pass++)
        {
            moved = 0;
            int[] gaveWay = [.. Enumerable
                .Range(0, alone.Count)
                .Where(i => GaveWay(i) > 1)
                .OrderByDescending(GaveWay)
                .ThenBy(i => i)];
            bool[] can = new bool[gaveWay.Length];
            Parallel.For(0, gaveWay.Length, i => can[i] = bays.Better(gaveWay[i]) is not null);
            foreach (int trailer in gaveWay.Where((_, i) => can[i]))
            {
                if (bays.Better(trailer) is { } plan)
                {
                    bays.Put(trailer, plan);
                    moved++;
                }
            }
        }

        double GaveWay(int trailer) => bays.Drafts[trailer].Cost - alone[trailer].Cost;
    }

    // The least pressing visits are those left over.
    private static IEnumerable<Guid> LeftOver(Bays bays, IReadOnlyList<TrailerCase> cases, int week)
    {
        decimal over = bays.Over(week);
        DateOnly Due(int i)
        {
            IReadOnlyList<string> tasks = bays.Drafts[i].Visits.First(v => v.Week == week).Tasks;
            return cases[i].Coming
                .Where(d => d.By == Doer.Shop && tasks.Contains(d.Id))
                .Select(d => d.On)
                .DefaultIfEmpty(DateOnly.MaxValue)
                .Min();
        }

        int[] here = [.. Enumerable.Range(0, cases.Count)
            .Where(i => !bays.StandsIn(i, week) && bays.Drafts[i].Visits.Any(v => v.Week == week))
            .OrderByDescending(Due)
            .ThenBy(i => i)];
        foreach (int trailer in here)
        {
            if (over <= 0)
            {
                yield break;
            }

            over -= bays.Drafts[trailer].MinutesIn(week);
            yield return cases[trailer].Id;
        }
    }

    /// <summary>The bays while plans are fitted into them.</summary>
    private sealed class Bays
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

        internal decimal Over(int week) => Taken[week] + Proposed[week] - Open[week];

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

                // Behind, only what has room; ahead, what is not full already: what gets overfull there is eased when
                // its turn comes.
                bool room = v < week
                    ? Open[v] - Taken[v] - Proposed[v] + mine >= Math.Max(minutes, mine)
                    : mine > 0 || (Open[v] > 0 && Taken[v] + Proposed[v] < Open[v]);
                if (v != week && !room)
                {
                    closed.Add(v);
                }
            }

            if (TrailerPlanner.Amended(before, closed, thorough) is not { } plan)
            {
                return (double.MaxValue, null);
            }

            // Where it goes there has to be room for it at all; a visit longer than any week stays where it is, and is
            // named.
            bool fits = plan.Visits.All(v => v.Week > week
                ? before.MinutesIn(v.Week) > 0 || plan.MinutesOf(v) <= Open[v.Week] - Taken[v.Week]
                : Fits(before, plan, v, trailer));
            return fits ? ((plan.Cost - before.Cost) / (double)Math.Max(1, minutes), plan) : (double.MaxValue, null);
        }

        /// <summary>A cheaper plan for the trailer in what room there is; null where there is none.</summary>
        internal PlanDraft? Better(int trailer)
        {
            PlanDraft before = Drafts[trailer];
            decimal least = before.Visits.Min(before.MinutesOf);
            IEnumerable<int> full = Enumerable.Range(0, Open.Length).Where(v => before.MinutesIn(v) == 0
                && !StandsIn(trailer, v)
                && Open[v] - Taken[v] - Proposed[v] < least);
            return TrailerPlanner.Amended(before, full, thorough: true) is { } plan
                && plan.Cost < before.Cost - 1e-6
                && plan.Visits.All(v => plan.MinutesOf(v) <= before.MinutesIn(v.Week) || Fits(before, plan, v, trailer))
                ? plan
                : null;
        }

        private bool Fits(PlanDraft before, PlanDraft plan, PlannedVisit visit, int trailer) =>
            StandsIn(trailer, visit.Week)
                || Taken[visit.Week] + Proposed[visit.Week] - before.MinutesIn(visit.Week)
                    + plan.MinutesOf(visit) <= Open[visit.Week];

        private void Count(int trailer, int sign)
        {
            foreach (PlannedVisit visit in Drafts[trailer].Visits)
            {
                Proposed[visit.Week] += StandsIn(trailer, visit.Week) ? 0 : sign * Drafts[trailer].MinutesOf(visit);
            }
        }
    }
}
