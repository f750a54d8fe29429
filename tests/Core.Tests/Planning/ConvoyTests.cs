using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>Trailers of one customer come together where that is cheaper in all, and only then.</summary>
public sealed class ConvoyTests
{
    private static readonly DateOnly Today = new(2026, 5, 6);
    private static readonly StripDown Tandem = new(Gears.Tandem, PracticeChoices.Defaults);
    private static readonly Guid Theatre = Guid.CreateVersion7();

    private static TrailerCase Repack(int inDays, Guid? customer) => new(
        Guid.CreateVersion7(),
        [
            ShopPlanTests.Due(
                "bearing-repack",
                Today.AddDays(inDays),
                364,
                [.. Places.WheelEndsOf(Gears.Tandem).Select(p => p.Code)])
        ],
        Tandem)
    {
        Customer = customer
    };

    private static WholePlan Plan(IReadOnlyList<TrailerCase> cases, decimal convoy, OpenHours? hours = null)
    {
        PlanCosts costs = PlanCosts.Usual with { Convoy = convoy };
        return BayWeeks.Plan(new TrailerPlanner(Today, 104, costs), cases, hours ?? new OpenHours(), [], Today);
    }

    private static double Cost(WholePlan plan, decimal convoy) => plan.Plans.Sum(p => p.Cost)
        - (double)Convoys.Saved(plan.Plans, PlanCosts.Usual with { Convoy = convoy });

    [Fact]
    public void Two_of_one_customer_come_together_and_two_of_two_do_not()
    {
        TrailerCase[] same = [Repack(40, Theatre), Repack(54, Theatre)];
        WholePlan together = Plan(same, 60);
        Assert.Equal(together.Plans[0].Visits[0].Week, together.Plans[1].Visits[0].Week);
        Assert.Equal(60 * together.Plans[0].Visits.Count, Convoys.Saved(
            together.Plans,
            PlanCosts.Usual with { Convoy = 60 }));
        foreach (TrailerCase[] apart in new[]
        {
            new[] { Repack(40, Theatre), Repack(54, Guid.CreateVersion7()) },
            [Repack(40, null), Repack(54, null)]
        })
        {
            WholePlan plan = Plan(apart, 60);
            Assert.NotEqual(plan.Plans[0].Visits[0].Week, plan.Plans[1].Visits[0].Week);
            Assert.Equal(0, Convoys.Saved(plan.Plans, PlanCosts.Usual));
        }

        // Where it saves nothing nobody gives way for it.
        Assert.NotEqual(Plan(same, 0).Plans[0].Visits[0].Week, Plan(same, 0).Plans[1].Visits[0].Week);
    }

    /// <summary>In all it is never dearer than without, no week is fuller for it, and no date by law is passed.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public void Coming_together_is_never_dearer_in_all_and_fills_no_week_over(int seed)
    {
        Random random = new(seed);
        Guid[] customers = [Theatre, Guid.CreateVersion7(), Guid.CreateVersion7()];
        TrailerCase[] cases = [.. Enumerable.Range(0, 24).Select(_ =>
        {
            TrailerCase one = Repack(random.Next(-20, 300), customers[random.Next(3)]);
            return random.Next(4) > 0 ? one
                : one with { Coming = [one.Coming[0] with { HardBy = one.Coming[0].On.AddDays(random.Next(7, 60)) }] };
        })];
        OpenHours hours = new() { Bays = 1, People = 1, Hours = [4, 4, 4, 4, 0, 0, 0] };
        WholePlan without = Plan(cases, 0, hours), with = Plan(cases, 45, hours);
        Assert.True(Cost(with, 45) <= Cost(without, 45) + 1e-6);
        Assert.True(Convoys.Saved(with.Plans, PlanCosts.Usual) > 0);
        Assert.True(with.Weeks.Sum(w => w.DoesNotFit.Count) <= without.Weeks.Sum(w => w.DoesNotFit.Count));
        Assert.All(with.Weeks.Zip(without.Weeks), w => Assert.True(w.First.Over <= Math.Max(w.Second.Over, 0)));
        for (int i = 0; i < cases.Length; i++)
        {
            if (cases[i].Coming[0].HardBy is { } by && by >= Weeks.Monday(Today) && with.Plans[i].Trouble is null)
            {
                Assert.True(with.Plans[i].Visits[0].Week <= by);
            }
        }
    }

    /// <summary>What a decision costs counts the trip that it saves or loses.</summary>
    [Fact]
    public void Leaving_the_others_costs_the_trip_that_was_saved()
    {
        TrailerCase[] cases = [Repack(40, Theatre), Repack(42, Theatre)];
        PlanCosts costs = PlanCosts.Usual with { Convoy = 60 };
        OpenHours hours = new();
        TrailerPlanner planner = new(Today, 104, costs);
        WholePlan whole = BayWeeks.Plan(planner, cases, hours, [], Today);
        PlanInForce plan = new(planner, hours, costs, Today, whole);
        DateOnly week = whole.Plans[0].Visits[0].Week;
        Assert.Equal(week, whole.Plans[1].Visits[0].Week);
        TrailerPlan same = plan.Replanned(0, cases[0]);
        Assert.Equal(0, plan.Change(0, same, 52).CostMore);
        TrailerPlan later = plan.Replanned(
            0,
            cases[0] with
            {
                Wishes = new Wishes { Pins = [(cases[0].Coming[0].Id, week.AddDays(7))] }
            });
        decimal more = plan.Change(0, later, 52).CostMore;
        PlanInForce alone = plan with { Costs = costs with { Convoy = 0 } };
        Assert.True(more >= alone.Change(0, later, 52).CostMore + 60);
    }
}
