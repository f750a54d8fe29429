using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using Xunit;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>A shop's plan: what jobs open, bays and days, wishes, and what is said of it.</summary>
public sealed class ShopPlanTests
{
    private static readonly DateOnly Today = new(2026, 5, 4);
    private static readonly StripDown Tandem = new(Gears.Tandem, PracticeChoices.Defaults);

    /// <summary>A job that falls due at some places.</summary>
    internal static Upcoming Due(string job, DateOnly on, int days = 364, params string[] places) =>
        new(
            $"{job}@{places[0]}",
            job,
            places,
            JobCatalogue.Ours.Find(job)!.Name,
            job,
            "",
            on,
            on,
            on,
            days,
            DueCause.Time,
            Nearness.Soon,
            "",
            "",
            2_500);

    private static TrailerCase Repack(DateOnly on) =>
        new(
            Guid.CreateVersion7(),
            [Due("bearing-repack", on, 364, [.. Places.WheelEndsOf(Gears.Tandem).Select(p => p.Code)])],
            Tandem);

    private static TrailerPlanner Planner(DateOnly? today = null) =>
        new(today ?? Today, TrailerPlanner.UsualWeeks, PlanCosts.Usual);

    /// <summary>
    /// Minutes of planning are the composer's: work and the union of what has to be opened (the second of its laws).
    /// </summary>
    [Fact]
    public void Planning_reckons_the_minutes_that_the_composer_comes_to()
    {
        string[] jobs =
        [
            "bearing-repack@axle-1-left",
            "bearing-repack@axle-2-left",
            "brake-adjustment@axle-1-right-brake",
            "wear-inspection@trailer",
            "spring@axle-1-left-spring",
            "bolt-greasing@left",
            "shoes-and-magnet@axle-2-right-brake"
        ];
        foreach (int pick in Enumerable.Range(1, (1 << jobs.Length) - 1).Where(p => p % 5 == 0))
        {
            JobAt[] picked = [.. jobs
                .Where((_, i) => (pick >> i & 1) == 1)
                .Select(j => new JobAt(j.Split('@')[0], j.Split('@')[1]))];
            PlanningProblem problem = Tandem.Problem([(picked, new PlanTask("all", [], 1, 1, 0, null, 1))], 1, 0, 1);
            Packet packet = Composer.Compose(Gears.Tandem, picked, PracticeChoices.Defaults);
            decimal open = packet.Steps.Where(s => s.Part != StepPart.Work).Sum(s => s.Minutes);
            Assert.Equal((double)open, Grouping.OpenMinutes(problem, problem.Tasks[0].Openings), 0.6);
            Assert.True(packet.Minutes - open <= picked.Sum(j => Tandem.Of(j).WorkMinutes) + 0.01m);
        }
    }

    [Fact]
    public void A_repack_is_pulled_forward_to_ride_with_a_spring_job_and_says_what_that_saves()
    {
        TrailerCase trailer = new(
            Guid.CreateVersion7(),
            [
                Due(
                    "spring",
                    Today.AddDays(7),
                    2_000,
                    "axle-1-left-spring",
                    "axle-1-right-spring") with { LateWeight = 2_000_000 },
                Due("bearing-repack", Today.AddDays(56), 364, [.. Places.WheelEndsOf(Gears.Tandem).Select(p => p.Code)])
            ],
            Tandem);

        ProposedVisit visit = Planner().Plan(trailer, []).Visits[0];
        Assert.Equal(2, visit.Tasks.Count);
        TaskInVisit repack = visit.Tasks.Single(t => t.Due.Job == "bearing-repack");
        Assert.True(
            repack.WeeksEarly is > 3 and < 9 && repack.MoneySaved > 100 && repack.MinutesSaved > 20,
            $"{repack}");
        Assert.Matches(
            @"^Due June 29, \d weeks later; \d+ of its life is given up; a visit of its own would cost \d+ more \(\d+ min "
                + @"more of opening and closing, and calling the trailer in again\)\.$",
            repack.Why);
        Assert.StartsWith("Due since April 27", Planner().Plan(Repack(Today.AddDays(-7)), []).Visits[0].Tasks[0].Why);
        Assert.Equal(
            "Due that week; it has this visit to itself.",
            Planner().Plan(Repack(Today.AddDays(70)), []).Visits[0].Tasks[0].Why);
        Assert.Equal(["Bearing repack", "Leaf spring"], visit.Weightiest(trailer.WorkMinutes, 2));
    }

    /// <summary>
    /// What is overdue and done in the first week that can be had is never said to be cheaper in one that can't.
    /// </summary>
    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    public void A_closed_week_is_no_cheaper_day(int closed)
    {
        TrailerCase late = new(
            Guid.CreateVersion7(),
            [
                Due("brake-adjustment", Today.AddDays(-60), 91, "axle-1-left-brake") with { LateWeight = 200_000 },
                Due("bolt-greasing", Today.AddDays(-30), 91, "left")
            ],
            Tandem);
        ProposedVisit visit = Planner().Plan(late, [.. Enumerable.Range(0, closed)]).Visits[0];
        Assert.Equal(Weeks.Monday(Today).AddDays(7 * closed), visit.Week);
        Assert.Equal(2, visit.Tasks.Count);
        Assert.All(visit.Tasks, t => Assert.Contains("a visit of its own would cost", t.Why, StringComparison.Ordinal));
        Assert.All(visit.Tasks, t => Assert.True(t.MoneySaved > 0, t.Why));
    }

    /// <summary>
    /// The end of what is planned must not make waiting pay: over 65 weeks, what is due in the first quarter would wait
    /// for week 13.
    /// </summary>
    [Theory]
    [InlineData(1)]
    [InlineData(5)]
    [InlineData(11)]
    [InlineData(12)]
    [InlineData(26)]
    [InlineData(40)]
    public void What_rides_with_nothing_is_planned_in_the_week_it_falls_due(int week)
    {
        Upcoming due = Repack(Weeks.Monday(Today).AddDays((7 * week) + 2)).Coming[0] with
        {
            LateWeight = DueRules.Find(DueRules.Repack)!.LateWeight
        };
        TrailerPlan plan = Planner().Plan(new TrailerCase(Guid.CreateVersion7(), [due], Tandem), []);
        Assert.Equal([week, week + 52], plan.Visits.Select(v => Weeks.Of(Weeks.Monday(Today), v.Week)));
    }

    [Fact]
    public void What_nobody_at_work_can_do_waits_for_who_can_and_is_named_where_it_cannot_wait()
    {
        DateOnly monday = Weeks.Monday(Today).AddDays(7 * 6);
        TrailerCase due = Repack(monday.AddDays(2));
        string task = due.Coming[0].Id;
        TrailerPlan without = Planner().Plan(due with { NobodyFor = [(task, monday), (task, monday.AddDays(7))] }, []);
        Assert.Equal(monday, Planner().Plan(due, []).Visits[0].Week);
        Assert.Null(without.Trouble);
        Assert.DoesNotContain(without.Visits, v => v.Week == monday || v.Week == monday.AddDays(7));
        TrailerPlan never = Planner().Plan(
            due with { NobodyFor = [.. Enumerable.Range(0, 110).Select(w => (task, Weeks.Monday(Today).AddDays(7 * w)))] },
            []);
        Assert.NotEmpty(never.Visits);
        Assert.Contains("epack", never.Trouble, StringComparison.Ordinal);
    }

    [Fact]
    public void No_week_holds_more_than_its_hours_while_there_is_room_elsewhere_and_no_day_more_than_its_own()
    {
        TrailerCase[] cases = [.. Enumerable.Range(0, 30).Select(i => Repack(Today.AddDays(20 + (i % 3))))];
        OpenHours hours = new() { Bays = 1, People = 3, Hours = [4, 4, 4, 4, 4, 0, 0] };
        WholePlan plan = BayWeeks.Plan(Planner(), cases, hours, [], Today);
        Assert.All(plan.Weeks, w => Assert.True(w.Proposed <= w.Open * 1.02m || w.DoesNotFit.Count > 0, $"{w}"));
        Assert.DoesNotContain(plan.Weeks, w => w.DoesNotFit.Count > 0);
        foreach (var day in plan.Plans.SelectMany(p => p.Visits).Where(v => v.Day is not null).GroupBy(v => v.Day))
        {
            Assert.True(hours.MinutesOn(day.Key!.Value) > 0);
        }

        // More bays never make the plan dearer.
        WholePlan roomier = BayWeeks.Plan(Planner(), cases, hours with { Bays = 3 }, [], Today);
        Assert.True(roomier.Plans.Sum(p => p.Cost) <= plan.Plans.Sum(p => p.Cost) + 1e-6);
        Assert.Equal(
            plan.Plans.Select(p => p.Cost),
            BayWeeks.Plan(Planner(), cases, hours, [], Today).Plans.Select(p => p.Cost));
    }

    /// <summary>
    /// What takes longer than any week has is no better off elsewhere: it stays when it is due, and is named.
    /// </summary>
    [Fact]
    public void A_visit_longer_than_any_week_stays_where_it_is_and_is_named()
    {
        TrailerCase trailer = Repack(Today.AddDays(70));
        OpenHours hours = new() { Bays = 1, People = 1, Hours = [0.3m, 0.3m, 0.3m, 0.3m, 0.3m, 0, 0] };
        WholePlan plan = BayWeeks.Plan(Planner(), [trailer], hours, [], Today);
        DateOnly[] alone = [.. Planner().Plan(trailer, []).Visits.Select(v => v.Week)];
        Assert.Equal(alone, plan.Plans[0].Visits.Select(v => v.Week));
        Assert.All(alone, week => Assert.Contains(plan.Weeks, w => w.Monday == week && w.DoesNotFit.Count == 1));
    }

    /// <summary>
    /// A price that changes by less than a unit of money, or a learned time by less than a minute, changes no plan: a
    /// plan that is kept holds until something does.
    /// </summary>
    [Fact]
    public void A_trifle_changes_no_plan()
    {
        string By(decimal price) => Planner().Draft(Repack(Today) with { PriceOf = _ => price }, []).By;
        Assert.Equal(By(41), By(41.01m));
        Assert.NotEqual(By(41), By(48));

        PlanDraft made = Planner().Draft(Repack(Today.AddDays(40)), []);
        int[][] units = [.. made.Kept.Select(u => u.ToArray())];
        PlanDraft kept = Planner().Draft(Repack(Today.AddDays(40)), [], by => by == made.By ? units : null);
        Assert.Same(units, kept.Kept);

        // What does not do is not taken: a week beyond the plan, one group too many.
        foreach (int[][] wrong in (int[][][])[[[900]], [[-1]], [.. units, [3]], [[]]])
        {
            Assert.Equal(made.Kept, Planner().Draft(Repack(Today.AddDays(40)), [], _ => wrong).Kept);
        }
    }

    [Fact]
    public void A_legal_date_is_kept_while_a_feasible_day_exists_and_else_the_clash_is_named_and_the_rest_planned()
    {
        DateOnly by = Today.AddDays(30);
        TrailerCase legal = new(
            Guid.CreateVersion7(),
            [
                Due("periodic-inspection", by, 364, "trailer") with { HardBy = by, LateWeight = 5_000 },
                Due("brake-adjustment", Today.AddDays(80), 91, "axle-1-left-brake")
            ],
            Tandem);
        Assert.True(
            Planner().Plan(legal, [0, 1, 2, 3]).Visits.First(
                v => v.Tasks.Any(t => t.Due.HardBy is not null)).Week <= by);
        TrailerPlan late = Planner().Plan(legal, [0, 1, 2, 3, 4, 5]);
        Assert.Contains("Periodic inspection", late.Trouble, StringComparison.Ordinal);
        Assert.Contains("the weeks from May 4, 2026 to", late.Trouble, StringComparison.Ordinal);
        Assert.Equal(new DateOnly(2026, 6, 15), late.Visits[0].Week);
        Assert.Contains(late.Visits, v => v.Tasks.Any(t => t.Due.Job == "brake-adjustment"));

        // Never free: nothing is planned, and that is said.
        TrailerPlan never = Planner().Plan(legal, Enumerable.Range(0, TrailerPlanner.UsualWeeks));
        Assert.Empty(never.Visits);
        Assert.NotNull(never.Trouble);
    }

    [Fact]
    public void Busy_weeks_dear_parts_and_what_is_not_to_be_done_too_early_are_kept()
    {
        DateOnly monday = Weeks.Monday(Today);
        TrailerCase busy = Repack(Today.AddDays(10)) with
        {
            Busy = new HashSet<DateOnly> { monday.AddDays(7), monday.AddDays(14) }
        };
        Assert.DoesNotContain(Planner().Plan(busy, []).Visits, v => busy.Busy.Contains(v.Week));

        TrailerCase dear = new(
            Guid.CreateVersion7(),
            [Due("spring", Today.AddDays(-10), 2_000, "axle-1-left-spring")],
            Tandem)
        { PartsFrom = Today.AddDays(21), PriceOf = _ => 70m };
        Assert.True(Planner().Plan(dear, []).Visits[0].Week >= monday.AddDays(21));
        TrailerCase check = new(
            Guid.CreateVersion7(),
            [
                Due("lug-retorque", Today.AddDays(14), 30, "trailer") with
                {
                    Once = true,
                    NotBefore = Today.AddDays(7),
                    LateWeight = 200
                },
                Due("wear-inspection", Today, 180, "trailer")
            ],
            Tandem);
        Assert.All(
            Planner().Plan(check, []).Visits.Where(v => v.Tasks.Any(t => t.Due.Job == "lug-retorque")),
            v => Assert.True(v.Week >= monday.AddDays(7)));
        Assert.Single(Planner().Plan(check, []).Visits, v => v.Tasks.Any(t => t.Due.Job == "lug-retorque"));
    }

    [Fact]
    public void Decisions_come_to_wishes_the_later_one_counting()
    {
        DateOnly a = Weeks.Monday(Today), b = a.AddDays(7), c = a.AddDays(14);
        int at = 0;
        Decision Made(DecisionKind kind, DateOnly? to, DateOnly? from = null, params string[] tasks) =>
            new()
            {
                Id = Guid.CreateVersion7(),
                Kind = kind,
                Tasks = tasks,
                To = to,
                From = from,
                At = new DateTimeOffset(2026, 5, 4, 8, at++, 0, TimeSpan.Zero)
            };
        Decision first = Made(
            DecisionKind.Pin,
            b,
            a,
            "x",
            "y"), second = Made(DecisionKind.Pin, c.AddDays(3), b, "x"), no = Made(DecisionKind.Forbid, c, null, "y");
        Wishes wishes = Decision.Wishes([no, second, first], []);
        Assert.Equal([("x", c), ("y", b)], wishes.Pins.OrderBy(p => p.Task));
        Assert.Equal([("y", c)], wishes.Forbids);
        second.UndoneAt = new DateTimeOffset(Today, default, default);
        Assert.Contains(("x", b), Decision.Wishes([no, second, first], []).Pins);
        Booking booking = new() { Tasks = ["y"], Jobs = [], What = "", Why = "", Day = c.AddDays(1) };
        Assert.Contains(("y", c), Decision.Wishes([no, first], [booking]).Pins);
        Assert.Empty(Decision.Wishes([no, first], [booking]).Forbids);
    }

    /// <summary>
    /// Weeks are counted in calendar days: a change of clocks, a leap day and a year's end move nothing.
    /// </summary>
    [Theory]
    [InlineData(2026, 3, 29)]
    [InlineData(2026, 10, 25)]
    [InlineData(2028, 2, 29)]
    [InlineData(2026, 12, 31)]
    public void A_plan_made_on_an_odd_day_keeps_its_weeks(int year, int month, int day)
    {
        DateOnly today = new(year, month, day);
        TrailerPlan plan = Planner(today).Plan(Repack(today.AddDays(200)), []);
        Assert.All(plan.Visits, v => Assert.Equal(DayOfWeek.Monday, v.Week.DayOfWeek));
        Assert.InRange(plan.Visits[0].Week.DayNumber, today.AddDays(150).DayNumber, today.AddDays(230).DayNumber);
        Assert.Equal(5, new OpenHours { Holidays = [today] }.Hours.Count(h => h > 0));
    }
}
