using SturdyTinker.Core.Planning;
using Xunit;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>
/// Visit grouping against trying everything, against the proven optimum, and by what has to hold of any plan.
/// </summary>
public sealed class GroupingTests
{
    // The optimum of each random problem by HiGHS 1.15.3, a general mixed-integer solver, to a hundredth: executions as
    // a path over the weeks with an arc for each gap, openings and visits as bounds on them. Decision 031.
    private static readonly (int Number, double Optimum)[] BySolver =
    [
        (0, 1271.24), (1, 1227.42), (2, 1306.70), (3, 686.16), (4, 688.33), (5, 1141.56),
        (6, 1261.07), (7, 704.00), (8, 1155.20), (9, 397.59), (10, 903.43), (11, 1132.32),
        (12, 908.27), (13, 798.72), (14, 710.24), (15, 1697.12), (16, 943.30), (17, 652.98),
        (18, 1299.42), (19, 1118.81), (20, 714.64), (21, 733.76), (22, 702.80), (23, 1046.56),
    ];

    [Fact]
    public void A_general_solver_finds_nothing_cheaper_than_a_percent_below()
    {
        foreach ((int number, double optimum) in BySolver)
        {
            double cost = Grouping.Solve(Problems.Real(number)).Cost!.Value;
            Assert.True(cost > optimum - 0.006 && cost < optimum * 1.01, $"#{number}: {cost} against {optimum}");
        }
    }

    [Fact]
    public void On_small_problems_no_plan_at_all_is_cheaper_and_a_bound_never_lies_above()
    {
        int met = 0, exact = 0;
        for (int number = 0; number < 250; number++)
        {
            PlanningProblem problem = Problems.Small(number);
            double? least = EveryPlan.Least(problem);
            PlanningAnswer answer = Grouping.Solve(problem);
            Assert.True(
                least is null == answer.Cost is null,
                $"#{number}: {least} against {answer.Cost}, {answer.Why}");
            if (least is { } cost)
            {
                met++;
                Assert.InRange(answer.Cost!.Value, cost - 1e-6, cost * 1.05 + 1e-6);
                exact += answer.Cost < cost + 1e-6 ? 1 : 0;
                Assert.True(
                    LagrangianBound.Bound(problem, cost)!.Value <= cost + 1e-6,
                    $"#{number}: the bound lies above the optimum");
                (double bound, double best, _) = Exact.Solve(problem, cost + 1, 2_000);
                Assert.Equal(cost, best, 1e-4);
                Assert.Equal(cost, bound, 1e-3);
            }
            else
            {
                Assert.Contains("t", answer.Why, StringComparison.Ordinal);
            }
        }

        Assert.True(met > 120, $"only {met} problems could be met");
        Assert.True(exact >= met * 0.98, $"{exact} of {met} exact");
    }

    [Fact]
    public void On_real_gear_over_a_year_plans_are_within_a_percent_of_the_proven_optimum_on_average()
    {
        List<double> gaps = [];
        for (int number = 1_000; number < 1_030; number++)
        {
            PlanningProblem problem = Problems.Real(number);
            if (Grouping.Solve(problem) is { Cost: { } cost and > 0 })
            {
                (double bound, double best, _) = Exact.Solve(problem, cost, 300);
                if (bound > best - (1e-5 * best))
                {
                    gaps.Add((cost - bound) / bound);
                }
            }
        }

        // The rest takes longer to prove; "tinker bench plan" does.
        Assert.True(gaps.Count >= 25, $"only {gaps.Count} proven");
        Assert.True(gaps.Average() < 0.01, $"mean {gaps.Average():P2}");
        Assert.True(
            gaps.Max() < 0.05,
            $"worst {gaps.Max():P2} of {string.Join(' ', gaps.Select(g => g.ToString("P2")))}");
    }

    [Fact]
    public void An_answer_keeps_every_rule_and_costs_what_it_says()
    {
        for (int number = 0; number < 60; number++)
        {
            PlanningProblem problem = Problems.Real(number);
            PlanningAnswer answer = Grouping.Solve(problem);
            Assert.Null(answer.Why);
            Assert.Equal(answer.Cost!.Value, Grouping.CostOf(problem, answer.Visits)!.Value, 1e-4);
            Assert.All(answer.Visits, v => Assert.DoesNotContain(v.Week, problem.ClosedWeeks));
            foreach (PlanTask task in problem.Tasks)
            {
                int[] weeks = [.. answer.Visits.Where(v => v.Tasks.Contains(task.Id)).Select(v => v.Week)];
                Assert.True(weeks.Length == 0 ? task.Due >= problem.Weeks : weeks[^1] + task.Interval >= problem.Weeks);
                int last = task.Due - task.Interval;
                foreach (int week in weeks)
                {
                    Assert.True(
                        task.MaxGap is null
                            || week - last <= task.MaxGap
                            || (-last > task.MaxGap && week == FirstOpen(problem)),
                        $"#{number} {task.Id} is past its hard date in week {week}");
                    last = week;
                }
            }
        }
    }

    /// <summary>
    /// More effort is never dearer, keeps every rule, gives the same plan each time, and finds something now and then.
    /// </summary>
    [Fact]
    public void More_effort_is_never_dearer_and_finds_something_now_and_then()
    {
        int found = 0;
        foreach (int number in Enumerable.Range(0, 6).Concat([111, 150, 154]))
        {
            PlanningProblem problem = Problems.Real(number);
            PlanningAnswer quick = Grouping.Solve(problem), longer = Grouping.Solve(problem, 1);
            if (quick.Cost is not { } cost)
            {
                Assert.Equal(quick.Why, longer.Why);
                continue;
            }

            Assert.True(longer.Cost <= cost + 1e-6);
            Assert.Equal(longer.Cost!.Value, Grouping.CostOf(problem, longer.Visits)!.Value, 1e-5);
            found += longer.Cost < cost - 1e-6 ? 1 : 0;
            if (number is 0 or 150)
            {
                Assert.Equal(PlanningForm.Write(longer), PlanningForm.Write(Grouping.Solve(problem, 1)));
            }
        }

        Assert.InRange(found, 1, 9);
    }

    [Fact]
    public void The_same_problem_gives_the_same_plan()
    {
        for (int number = 0; number < 20; number++)
        {
            PlanningProblem problem = Problems.Real(number);
            Assert.Equal(PlanningForm.Write(Grouping.Solve(problem)), PlanningForm.Write(Grouping.Solve(problem)));
        }
    }

    [Fact]
    public void Leaving_a_task_out_never_makes_the_best_plan_dearer()
    {
        for (int number = 0; number < 60; number++)
        {
            PlanningProblem whole = Problems.Small(number) with { Pins = [], Forbids = [], Together = [] };
            if (EveryPlan.Least(whole) is { } cost)
            {
                foreach (PlanTask task in whole.Tasks)
                {
                    Assert.True(EveryPlan.Least(whole with
                    {
                        Tasks = [.. whole.Tasks.Where(t => t != task)]
                    }) <= cost + 1e-9);
                }
            }
        }
    }

    [Fact]
    public void More_open_weeks_never_make_the_best_plan_dearer()
    {
        for (int number = 0; number < 200; number++)
        {
            PlanningProblem closed = Problems.Small(number);
            if (closed.ClosedWeeks.Count > 0
                && EveryPlan.Least(closed) is { } cost
                && closed.Tasks.All(t => t.MaxGap is null))
            {
                PlanningProblem open = closed with { ClosedWeeks = [] };
                Assert.True(EveryPlan.Least(open) <= cost + 1e-9);
                Assert.True(Grouping.Solve(open).Cost <= Grouping.Solve(closed).Cost + 1e-6);
            }
        }
    }

    /// <summary>"Due within two months, and already apart: do it now." Source: common practice.</summary>
    [Theory]
    [InlineData(8, 90, 1.6, true)]
    [InlineData(8, 0, 0.1, false)]
    public void What_is_due_within_two_months_is_done_while_it_is_apart(
        int weeksLater,
        double callIn,
        double rate,
        bool rides)
    {
        // Our defaults: a call-in of 90, 1.6 a minute, a repack worth about 80 a wheel end. Where taking apart costs
        // next to nothing, nothing rides along.
        PlanningProblem problem = new(52, callIn, rate, [], [new("wheel", 22, []), new("hub", 15, ["wheel"])],
        [
            new PlanTask("brake", ["hub"], 120, 104, 2, null, 40_000),
            new PlanTask("repack", ["hub"], 80, 52, 2 + weeksLater, null, 400),
        ], [], [], []);
        PlanningAnswer answer = Grouping.Solve(problem);
        PlannedVisit first = answer.Visits[0];
        Assert.Equal(rides, first.Tasks.Contains("brake") && first.Tasks.Contains("repack"));
    }

    [Fact]
    public void Pins_forbids_and_kept_together_are_kept()
    {
        PlanningProblem problem = Problems.Real(3) with { ClosedWeeks = [] };
        string a = problem.Tasks[0].Id, b = problem.Tasks[1].Id;
        PlanningAnswer free = Grouping.Solve(problem);
        int week = free.Visits[0].Week, pin = week == 3 ? 4 : 3;
        PlanningAnswer told = Grouping.Solve(problem with
        {
            Tasks = [.. problem.Tasks.Select(t => t with { MaxGap = null })],
            Pins = [new(a, pin)],
            Forbids = [new(b, week)],
            Together = [[a, b]]
        });
        Assert.Null(told.Why);
        Assert.Contains(told.Visits, v => v.Week == pin && v.Tasks.Contains(a) && v.Tasks.Contains(b));
        Assert.DoesNotContain(told.Visits, v => v.Week == week && v.Tasks.Contains(b));
        Assert.All(told.Visits, v => Assert.Equal(v.Tasks.Contains(a), v.Tasks.Contains(b)));
    }

    [Fact]
    public void What_cannot_be_met_says_which_tasks_and_weeks_clash()
    {
        PlanningProblem problem = new(
            10,
            90,
            1.6,
            [0, 1, 2, 3],
            [new("hub", 15, [])],
            [new PlanTask("legal", ["hub"], 10, 8, 1, 9, 10), new PlanTask("other", ["hub"], 10, 8, 1, null, 10)],
            [new("other", 2)],
            [],
            []);
        PlanningAnswer answer = Grouping.Solve(problem);
        Assert.Empty(answer.Visits);
        Assert.Null(answer.Cost);
        Assert.Contains("legal has to be done by week 2", answer.Why, StringComparison.Ordinal);
        Assert.Contains("other is pinned to week 2", answer.Why, StringComparison.Ordinal);
    }

    private static int FirstOpen(PlanningProblem problem) =>
        Enumerable.Range(0, problem.Weeks).First(w => !problem.ClosedWeeks.Contains(w));
}
