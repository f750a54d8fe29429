using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using Xunit;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>Hours, days, and the bound that a shop's plan is measured by.</summary>
public sealed class BayDaysTests
{
    private static readonly DateOnly Monday = new(2026, 5, 4);

    [Fact]
    public void A_bay_without_somebody_in_it_counts_for_nothing_nor_does_a_holiday_or_a_day_gone()
    {
        OpenHours hours = new() { Bays = 3, People = 2, Hours = [8, 8, 8, 8, 6, 0, 0], Holidays = [Monday.AddDays(1)] };
        Assert.Equal(2 * 8 * 60, hours.MinutesOn(Monday));
        Assert.Equal(0, hours.MinutesOn(Monday.AddDays(1)));
        Assert.Equal(0, hours.MinutesOn(Monday.AddDays(5)));
        Assert.Equal(2 * (8 + 8 + 8 + 6) * 60, hours.MinutesOfWeek(Monday, Monday));
        Assert.Equal(2 * (8 + 6) * 60, hours.MinutesOfWeek(Monday, Monday.AddDays(3)));
        Assert.Equal(8 * 60, hours.OneBayOn(Monday));
    }

    [Fact]
    public void Who_is_away_leaves_so_many_fewer_once_however_often_it_is_said()
    {
        Guid one = Guid.CreateVersion7(), two = Guid.CreateVersion7();
        OpenHours hours = new()
        {
            Bays = 2,
            People = 2,
            Hours = [8, 8, 8, 8, 6, 0, 0],
            Away =
            [
                new(one, Monday.AddDays(1), Monday.AddDays(2)),
                new(one, Monday.AddDays(2), Monday.AddDays(2)),
                new(two, Monday.AddDays(2), Monday.AddDays(8))
            ]
        };
        Assert.Equal(
            [16, 8, 0, 8, 6, 0, 0],
            Enumerable.Range(0, 7).Select(d => (int)(hours.MinutesOn(Monday.AddDays(d)) / 60)));
        Assert.Equal(0, hours.OneBayOn(Monday.AddDays(2)));
        Assert.Equal(8 * 60, hours.OneBayOn(Monday.AddDays(3)));

        // Nobody left who can: only where every day of work is missed, a day nobody works left out.
        Assert.False(hours.AllAwayIn([two], Monday));
        Assert.False(hours.AllAwayIn([], Monday));
        OpenHours longer = hours with { Away = [new(two, Monday, Monday.AddDays(4))] };
        Assert.True(longer.AllAwayIn([two], Monday));
        Assert.False(longer.AllAwayIn([one, two], Monday));
        Assert.False(longer.AllAwayIn([two], Monday.AddDays(7)));
    }

    [Fact]
    public void Visits_of_a_week_go_to_days_with_room_beside_what_is_booked()
    {
        StripDown stripDown = new(Gears.Tandem, PracticeChoices.Defaults);
        Upcoming due = new(
            "wear-look@trailer",
            "wear-inspection",
            ["trailer"],
            "Wear inspection",
            "look",
            "",
            Monday.AddDays(14),
            Monday.AddDays(14),
            Monday.AddDays(14),
            182,
            DueCause.Time,
            Nearness.Soon,
            "",
            "",
            90_000);
        TrailerCase[] cases = [.. Enumerable.Range(0, 6).Select(_ => new TrailerCase(
            Guid.CreateVersion7(),
            [due],
            stripDown))];
        OpenHours hours = new() { Bays = 1, People = 1, Hours = [1, 1, 1, 1, 1, 0, 0] };
        DateOnly taken = Monday.AddDays(14);
        WholePlan plan = BayWeeks.Plan(
            new TrailerPlanner(Monday, 52, PlanCosts.Usual),
            cases,
            hours,
            [new BookedTime(Guid.CreateVersion7(), taken, 60)],
            Monday);
        var days = plan.Plans
            .SelectMany(p => p.Visits)
            .Where(v => v.Day is not null)
            .GroupBy(v => v.Day!.Value)
            .ToDictionary(g => g.Key, g => g.Sum(v => v.Minutes));
        Assert.DoesNotContain(taken, days.Keys);
        Assert.All(days, d => Assert.True(hours.MinutesOn(d.Key) > 0));
        Assert.Equal(60, plan.Weeks[2].Booked);
    }

    [Fact]
    public void A_bound_lies_under_every_plan_and_the_plan_that_meets_it_is_the_best()
    {
        PlanningProblem one = new(
            20,
            50,
            1,
            [],
            [new("hub", 30, [])],
            [new PlanTask("a", ["hub"], 40, 30, 5, null, 100)],
            [],
            [],
            []);
        PlanningAnswer answer = Grouping.Solve(one);

        // One task alone: due in week 5, done then, and that is enough to week 35.
        Assert.Equal(80, answer.Cost!.Value, 1e-9);
        Assert.Equal(80, LagrangianBound.Bound(one, 80)!.Value, 1e-6);
        Assert.Null(LagrangianBound.Bound(one with { ClosedWeeks = [.. Enumerable.Range(0, 20)] }, 80));
        Assert.Null(Grouping.CostOf(one, [new PlannedVisit(3, ["a"], 0), new PlannedVisit(2, [], 0)]) is { } early
            ? early < 80 ? early : null
            : null);
        Assert.Null(Grouping.CostOf(one with { Pins = [new TaskWeek("a", 4)] }, [new PlannedVisit(5, ["a"], 30)]));
    }

    [Fact]
    public void Immersions_are_believed_within_reason_and_never_before_they_happen()
    {
        MeterEntry Wet(int times, DateOnly on) =>
            new() { Id = Guid.CreateVersion7(), Kind = MeterEntryKind.Immersion, On = on, Typed = "", Times = times };
        Assert.Null(MeterChecks.Refusal(Wet(4, Monday), [], Monday));
        Assert.NotNull(MeterChecks.Refusal(Wet(0, Monday), [], Monday));
        Assert.NotNull(MeterChecks.Refusal(Wet(500, Monday), [], Monday));
        Assert.Contains(
            "day to come",
            MeterChecks.Refusal(Wet(1, Monday.AddDays(1)), [], Monday),
            StringComparison.Ordinal);
    }
}
