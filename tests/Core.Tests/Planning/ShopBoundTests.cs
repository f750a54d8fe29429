using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using Xunit;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>Whole shops, so small that every plan of all trailers together can be tried.</summary>
public sealed class ShopBoundTests
{
    private const int Weeks = 5;
    private static readonly DateOnly Today = new(2026, 5, 4);
    private static readonly StripDown Tandem = new(Gears.Tandem, PracticeChoices.Defaults);
    private static readonly TrailerPlanner Planner = new(Today, Weeks, PlanCosts.Usual);

    private static readonly (string Job, string[] Places)[] Jobs =
    [
        ("bearing-repack", [.. Places.WheelEndsOf(Gears.Tandem).Select(p => p.Code)]),
        ("spring", ["axle-1-left-spring"]),
        ("brake-adjustment", ["axle-1-left-brake", "axle-1-right-brake"]),
        ("bolt-greasing", ["left"]),
    ];

    /// <summary>
    /// No plan at all that keeps within the hours costs less than the bound, and the planner's own costs no less than
    /// the best of them.
    /// </summary>
    [Fact]
    public void On_tiny_shops_no_plan_within_the_hours_is_cheaper_than_the_bound_and_ours_is_near_the_best()
    {
        int tight = 0, met = 0;
        double gaps = 0, missed = 0;
        for (int seed = 0; seed < 12; seed++)
        {
            Random random = new(seed);
            TrailerCase[] cases = [.. Enumerable.Range(0, 2).Select(_ => Case(random))];
            decimal longest = cases.SelectMany(c => Planner.Plan(c, []).Visits).Select(v => v.Minutes).Append(60).Max();
            OpenHours hours = new()
            {
                Bays = 1,
                People = 1,
                Hours = [Math.Round(longest / 60 * (decimal)(1 + (0.7 * random.NextDouble())), 2), 0, 0, 0, 0, 0, 0]
            };
            decimal[] open = [.. Enumerable
                .Range(0, Weeks)
                .Select(w => hours.MinutesOfWeek(Planner.First.AddDays(7 * w), Today))];
            WholePlan plan = BayWeeks.Plan(Planner, cases, hours, [], Today);
            PlanDraft[] drafts = [.. cases.Select(c => Planner.Draft(c, []))];

            double strict = Best(cases, open), slack = Best(cases, [.. open.Select(o => o * (1 + BayWeek.Slack))]);
            foreach (int rounds in new[] { 1, 60 })
            {
                double bound = Bound(drafts, open, plan, rounds);
                Assert.True(bound <= strict + 1e-6, $"seed {seed}: bound {bound}, best {strict}");
                if (rounds == 60 && strict < double.PositiveInfinity && strict > 1)
                {
                    tight++;
                    gaps += 1 - (bound / strict);
                }
            }

            if (plan.Weeks.All(w => w.Over == 0) && slack > 1)
            {
                double cost = plan.Plans.Sum(p => p.Cost);
                Assert.True(cost >= slack - 1e-6, $"seed {seed}: plan {cost}, best {slack}");
                met++;
                missed += (cost / slack) - 1;
            }
        }

        Assert.True(tight > 4 && gaps / tight < 0.12, $"{tight} shops, the bound {gaps / tight:P1} below the best");
        Assert.True(met > 4 && missed / met < 0.06, $"{met} shops, {missed / met:P1} above the best");
    }

    /// <summary>Hours that run out raise the bound; where there are enough, it is that of each trailer alone.</summary>
    [Fact]
    public void The_fewer_hours_the_higher_the_bound()
    {
        TrailerCase[] cases = [.. Enumerable.Range(0, 8).Select(i => Case(new Random(100 + i)))];
        PlanDraft[] drafts = [.. cases.Select(c => Planner.Draft(c, []))];
        double before = 0;
        foreach (decimal open in new[] { 100_000m, 200, 120, 90 })
        {
            decimal[] week = [.. Enumerable.Repeat(open, Weeks)];
            OpenHours hours = new() { Hours = [open / 120, 0, 0, 0, 0, 0, 0] };
            WholePlan plan = BayWeeks.Plan(Planner, cases, hours, [], Today);
            double bound = Bound(drafts, week, plan, 150);
            Assert.True(bound >= before - (0.002 * before), $"{open}: {bound} after {before}");
            before = bound;
        }

        double alone = cases.Zip(drafts).Sum(c =>
            LagrangianBound.Bound(c.First.Problem(Planner.First, Weeks, [], PlanCosts.Usual), c.Second.Cost) ?? 0);
        Assert.Equal(alone, Bound(drafts, [.. Enumerable.Repeat(1e6m, Weeks)], Enough(cases), 60), 0.01 * alone);
        Assert.True(before > alone * 1.02, $"{before} of few hours, {alone} of enough");
    }

    /// <summary>
    /// What has to be done by a day is more than the hours until then: every plan is over by as much at least.
    /// </summary>
    [Fact]
    public void What_no_plan_can_avoid_is_named_and_no_more_than_that()
    {
        TrailerCase Legal(int week) => new(
            Guid.CreateVersion7(),
            [
                ShopPlanTests.Due(Jobs[0].Job, Today.AddDays((7 * week) + 1), 364, Jobs[0].Places) with
                {
                    HardBy = Today.AddDays((7 * week) + 3)
                }
            ],
            Tandem);
        decimal each = Planner.Plan(Legal(1), []).Visits[0].Minutes;
        OpenHours hours = new() { Bays = 1, People = 1, Hours = [Math.Round(each * 1.5m / 60, 2), 0, 0, 0, 0, 0, 0] };

        // Two weeks have room for three: the four that have to come by then are too many. One a week is not.
        TrailerCase[] all = [.. Enumerable.Range(0, 5).Select(i => Legal(i % 3))];
        WholePlan five = BayWeeks.Plan(Planner, all, hours, [], Today);
        BayShortage named = Assert.IsType<BayShortage>(five.Shortage);
        Assert.Equal(Planner.First.AddDays(7), named.Through);
        Assert.Equal(4 * each, named.Must, 0);
        Assert.True(five.Weeks.Take(2).Sum(w => w.Booked + w.Proposed - w.Open) >= named.Over - 1);
        Assert.Null(BayWeeks.Plan(Planner, [.. Enumerable.Range(0, 3).Select(Legal)], hours, [], Today).Shortage);
    }

    private static double Bound(PlanDraft[] drafts, decimal[] open, WholePlan plan, int rounds) =>
        ShopBound.Of(drafts, open, plan.Plans.Sum(p => p.Cost), plan.Tolls, rounds);

    private static WholePlan Enough(TrailerCase[] cases) =>
        BayWeeks.Plan(
            Planner,
            cases,
            new OpenHours { Hours = [24, 24, 24, 24, 24, 0, 0], Bays = 50, People = 50 },
            [],
            Today);

    private static TrailerCase Case(Random random) => new(
        Guid.CreateVersion7(),
        [.. Jobs
            .Where(_ => random.Next(2) == 0)
            .Take(2)
            .Select(j => ShopPlanTests.Due(j.Job, Today.AddDays(random.Next(-10, 60)), 7 * random.Next(3, 60), j.Places))],
        Tandem);

    // The least that all trailers together cost, trying every plan of each; infinite where none keeps within the hours.
    private static double Best(TrailerCase[] cases, decimal[] open)
    {
        (double Cost, decimal[] Minutes)[][] all = [.. cases.Select(c => Plans(c).OrderBy(p => p.Cost).ToArray())];
        double best = double.PositiveInfinity;
        void Next(int trailer, double cost, decimal[] left)
        {
            if (trailer == all.Length)
            {
                best = Math.Min(best, cost);
                return;
            }

            double rest = Enumerable.Range(trailer + 1, all.Length - trailer - 1).Sum(t => all[t][0].Cost);
            foreach ((double its, decimal[] minutes) in all[trailer])
            {
                if (cost + its + rest >= best)
                {
                    return;
                }

                if (!minutes.Where((m, w) => m > left[w] + 0.001m).Any())
                {
                    Next(trailer + 1, cost + its, [.. left.Zip(minutes, (l, m) => l - m)]);
                }
            }
        }

        Next(0, 0, open);
        return best;
    }

    private static IEnumerable<(double Cost, decimal[] Minutes)> Plans(TrailerCase trailer)
    {
        PlanningProblem problem = trailer.Problem(Planner.First, Weeks, [], PlanCosts.Usual);
        Dictionary<string, decimal> work = trailer.Coming.ToDictionary(d => d.Id, trailer.WorkMinutes);
        int[][] sets = [.. problem.Tasks.Select(t => Enumerable
            .Range(0, 1 << Weeks)
            .Where(set => Grouping.CostOf(problem with { Tasks = [t] }, Visits([t], [set])) is not null)
            .ToArray())];
        foreach (int[] chosen in sets.Aggregate(
            (IEnumerable<int[]>)[[]],
            (so, next) => so.SelectMany(s => next.Select(n => (int[])[.. s, n]))))
        {
            PlannedVisit[] visits = Visits(problem.Tasks, chosen);
            if (Grouping.CostOf(problem, visits) is { } cost)
            {
                decimal[] minutes = new decimal[Weeks];
                foreach (PlannedVisit visit in visits)
                {
                    minutes[visit.Week] = visit.Tasks.Sum(t => work[t]) + (decimal)Grouping.OpenMinutes(
                        problem,
                        visit.Tasks.SelectMany(t => problem.Tasks.Single(p => p.Id == t).Openings));
                }

                yield return (cost, minutes);
            }
        }
    }

    private static PlannedVisit[] Visits(IReadOnlyList<PlanTask> tasks, int[] sets) =>
        [.. Enumerable
            .Range(0, Weeks)
            .Select(week => new PlannedVisit(
                week,
                [.. tasks.Where((_, t) => (sets[t] >> week & 1) == 1).Select(t => t.Id)],
                0))
            .Where(v => v.Tasks.Count > 0)];
}
