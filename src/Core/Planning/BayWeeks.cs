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
    /// <summary>
    /// A week may be over by so much of its hours before anybody has to give way: nobody knows minutes so well that a
    /// trailer should wait for less than an hour of a week's work. Common practice; no source.
    /// </summary>
    public const decimal Slack = 0.02m;

    /// <summary>Minutes left; negative where it is over.</summary>
    public decimal Free => Open - Booked - Proposed;

    /// <summary>Minutes by which it is over; nought within the slack.</summary>
    public decimal Over => -Free > Open * Slack ? -Free : 0;
}

/// <summary>
/// What no plan can avoid: until the end of a week more has to be done, by law, a Hold or an accepted day, than the
/// bays have hours for.
/// </summary>
/// <param name="Through">The Monday of the last of these weeks.</param>
/// <param name="Must">Minutes that have to be done by then, openings counted once a trailer.</param>
/// <param name="Open">Minutes that the bays have until then.</param>
public sealed record BayShortage(DateOnly Through, decimal Must, decimal Open)
{
    /// <summary>Minutes by which it is over, whatever is planned.</summary>
    public decimal Over => Must - Open;

    /// <summary>Where most is over; null where the hours are enough.</summary>
    internal static BayShortage? Of(Bays bays, DateOnly first)
    {
        int weeks = bays.Open.Length;
        decimal[] must = new decimal[weeks];
        for (int trailer = 0; trailer < bays.Drafts.Length; trailer++)
        {
            PlanDraft draft = bays.Drafts[trailer];
            (int Last, PlanTask Task)[] hard = [.. draft.Terms.Problem.Tasks
                .Where(t => t.MaxGap is not null)
                .Select(t => (Math.Max(0, t.Due - t.Interval + t.MaxGap!.Value), t))
                .Where(t => t.Item1 < weeks)
                .OrderBy(t => t.Item1)];
            decimal before = 0;
            for (int n = 1; n <= hard.Length; n++)
            {
                decimal by = (decimal)draft.Terms.Closures.MinutesOf(hard[..n].SelectMany(h => h.Task.Openings))
                    + hard[..n].Sum(h => draft.Work[h.Task.Id]);
                bool counted = Enumerable.Range(0, hard[n - 1].Last + 1).Any(w => bays.StandsIn(trailer, w));
                must[hard[n - 1].Last] += counted ? 0 : by - before;
                before = by;
            }
        }

        BayShortage? worst = null;
        decimal needed = 0, open = 0;
        for (int week = 0; week < weeks; week++)
        {
            needed += must[week] + bays.Taken[week];
            open += bays.Open[week];
            if (needed - open > (worst?.Over ?? (open * BayWeek.Slack)))
            {
                worst = new BayShortage(first.AddDays(7 * week), needed, open);
            }
        }

        return worst;
    }
}

/// <summary>The plan of the whole shop.</summary>
/// <param name="Plans">Each trailer's plan, in the order given.</param>
/// <param name="Weeks">The weeks of the bays.</param>
/// <param name="AlonePlans">What each trailer's plan would cost if it were the only one, in the order given.</param>
/// <param name="Tolls">
/// What one more bay minute would be worth in each week, in the shop's money: nought where there are enough.
/// </param>
public sealed record WholePlan(
    IReadOnlyList<TrailerPlan> Plans,
    IReadOnlyList<BayWeek> Weeks,
    IReadOnlyList<double> AlonePlans,
    IReadOnlyList<double> Tolls)
{
    /// <summary>What no plan can avoid; null where the hours are enough for what has to be done.</summary>
    public BayShortage? Shortage { get; init; }
}

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
    private const int Settlings = 14;

    // In a large shop they look but once: 14 times for 2,000 trailers bettered their plan by a tenth of a percent.
    private const int LargeSettlings = 1;

    // From the third time on only those look that have a visit so many weeks from one in which room came about.
    private const int Near = 6;

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

        double[] tolls = BayTolls.Spread(bays);
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
        Convoys.Gather(bays, cases, planner.Costs);
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
            [.. alone.Select(d => d.Cost)],
            tolls)
        {
            Shortage = BayShortage.Of(bays, planner.First)
        };
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
        decimal[] before = [.. bays.Proposed];
        int settlings = alone.Count <= BayTolls.Small ? Settlings : LargeSettlings;
        for (int pass = 0, moved = 1; pass < settlings && moved > 0; pass++)
        {
            moved = 0;
            bool[] freed = [.. bays.Proposed.Zip(before, (now, then) => now < then)];
            before = [.. bays.Proposed];
            int[] gaveWay = [.. Enumerable
                .Range(0, alone.Count)
                .Where(i => GaveWay(i) > 1 && (pass < 2 || bays.Drafts[i].Visits.Any(v => AnyNear(freed, v.Week))))
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

        static bool AnyNear(bool[] freed, int week) =>
            freed.AsSpan(Math.Max(0, week - Near)..Math.Min(freed.Length, week + Near + 1)).Contains(true);

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
}
