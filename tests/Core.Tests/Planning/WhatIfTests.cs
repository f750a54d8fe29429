using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Planning.WhatIf;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using Xunit;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>What is supposed of a shop, and what its plan then comes to.</summary>
public sealed class WhatIfTests
{
    private static readonly DateOnly Today = new(2026, 5, 6);
    private static readonly StripDown Tandem = new(Gears.Tandem, PracticeChoices.Defaults);

    private static TrailerCase Trailer(Random random)
    {
        string[] ends = [.. Places.WheelEndsOf(Gears.Tandem).Select(p => p.Code)];
        return new TrailerCase(
            Guid.CreateVersion7(),
            [
                ShopPlanTests.Due("bearing-repack", Today.AddDays(random.Next(-60, 300)), 364, ends),
                ShopPlanTests.Due("brake-adjustment", Today.AddDays(random.Next(-30, 120)), 91, ends)
            ],
            Tandem);
    }

    private static WholePlan Plan(IReadOnlyList<TrailerCase> cases, OpenHours hours, PlanCosts costs) =>
        BayWeeks.Plan(new TrailerPlanner(Today, 104, costs), cases, hours, [], Today);

    private static PlanFigures Figures(WholePlan plan, PlanCosts costs) =>
        PlanFigures.Of(plan, costs, Weeks.Monday(Today), 52);

    /// <summary>The sums are those of the visits, whichever way they are added up.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public void Figures_are_the_sums_of_the_visits(int seed)
    {
        Random random = new(seed);
        TrailerCase[] cases = [.. Enumerable.Range(0, 12).Select(_ => Trailer(random))];
        OpenHours hours = new() { Bays = 1, People = 1, Hours = [3, 3, 3, 3, 3, 0, 0] };
        WholePlan plan = Plan(cases, hours, PlanCosts.Usual);
        PlanFigures figures = Figures(plan, PlanCosts.Usual);
        DateOnly end = Weeks.Monday(Today).AddDays(7 * 52);
        ProposedVisit[] shown = [.. plan.Plans.SelectMany(p => p.Visits).Where(v => v.Week < end)];
        Assert.Equal(shown.Length, figures.Visits);
        Assert.Equal(figures.Visits, figures.Weeks.Sum(w => w.Visits));
        Assert.Equal(shown.Sum(v => v.Minutes) / 60, figures.Hours, 1);
        Assert.Equal(
            (double)(shown.Sum(v => v.Price(PlanCosts.Usual)) + (90 * shown.Length)),
            (double)figures.Cost,
            0.6);

        // Late by the record alone: day by day, from the first date and then from each time it is done.
        int late = 0;
        for (int i = 0; i < cases.Length; i++)
        {
            foreach (Upcoming due in cases[i].Coming)
            {
                int falls = Weeks.Of(Weeks.Monday(Today), due.On), every = (int)Math.Round(due.Days / 7.0);
                foreach (ProposedVisit visit in plan.Plans[i].Visits.Where(v => v.Tasks.Any(t => t.Due.Id == due.Id)))
                {
                    int week = Weeks.Of(Weeks.Monday(Today), visit.Week);
                    late += Enumerable.Range(0, 52).Count(w => w >= falls && w < week);
                    falls = week + every;
                }
            }
        }

        Assert.Equal(7 * late, figures.DaysOverdue);
        Assert.Equal("Over the year it comes to the same.", figures.Against(figures));
    }

    [Fact]
    public void What_differs_is_said_with_what_weighs_most_first()
    {
        PlanFigures now = new(10, 40, 120, 400, 9_000, 70, 4, 12, 0, []);
        Assert.Equal(
            "Over the year: 4 fewer visits without room, 63 fewer days overdue, 1 more visit, 2 more hours in the bays, "
                + "350 dearer.",
            (now with { NoRoom = 0, DaysOverdue = 7, Visits = 41, Hours = 122, Cost = 9_350 }).Against(now));
        Assert.Equal("Over the year: 1,000 cheaper.", (now with { Cost = 8_000 }).Against(now));
    }

    /// <summary>More room is never worse, and a longer interval never brings more visits.</summary>
    [Theory]
    [InlineData(4)]
    public void Another_bay_leaves_no_more_without_room_and_nobody_away_is_no_worse(int seed)
    {
        Random random = new(seed);
        TrailerCase[] cases = [.. Enumerable.Range(0, 30).Select(_ => Trailer(random))];
        OpenHours hours = new() { Bays = 1, People = 1, Hours = [2, 2, 2, 0, 0, 0, 0] };
        PlanFigures now = Figures(Plan(cases, hours, PlanCosts.Usual), PlanCosts.Usual);
        Supposed supposed = new() { Bays = 3, People = 3 };
        PlanFigures then = Figures(Plan(cases, supposed.Of(hours), PlanCosts.Usual), PlanCosts.Usual);
        Assert.Equal(3 * now.Open, then.Open);
        Assert.True(then.HoursOver <= now.HoursOver);
        Assert.True(then.NoRoom <= now.NoRoom);
        Assert.True(then.DaysOverdue <= now.DaysOverdue);
        Supposed away = new() { Away = [new DaysAway(Guid.CreateVersion7(), Today.AddDays(30), Today.AddDays(90))] };
        PlanFigures alone = Figures(Plan(cases, away.Of(hours), PlanCosts.Usual), PlanCosts.Usual);
        Assert.True(alone.Open < now.Open);
        Assert.All(
            alone.Weeks.Where(w => w.Monday > Today.AddDays(30) && w.Monday < Today.AddDays(80)),
            w => Assert.Equal((0, 0), (w.Open, w.Planned)));
    }

    [Fact]
    public void Trailers_to_come_are_spread_over_their_longest_interval_and_bring_no_findings_along()
    {
        Random random = new(6);
        TrailerCase like = Trailer(random);
        like = like with
        {
            Coming = [.. like.Coming, like.Coming[0] with { Id = "found", Once = true, HardBy = Today }],
            Wishes = new Wishes { Pins = [(like.Coming[0].Id, Today)] }
        };
        TrailerCase[] fleet = [.. Supposed.Like(like, 40, Today)];
        Assert.Equal(40, fleet.Select(c => c.Id).Distinct().Count());
        Assert.DoesNotContain(fleet, c => c.Id == like.Id);
        Assert.All(fleet, c => Assert.Empty(c.Wishes.Pins));
        foreach (TrailerCase one in fleet)
        {
            Assert.Equal(["bearing-repack", "brake-adjustment"], one.Coming.Select(d => d.Job));
            Assert.All(one.Coming, d => Assert.InRange(d.On.DayNumber - Today.DayNumber, 0, d.Days - 1));

            // What comes together on one comes together on all: the repack's date stands as far from an adjustment's.
            int apart = like.Coming[0].On.DayNumber - like.Coming[1].On.DayNumber;
            int now = one.Coming[0].On.DayNumber - one.Coming[1].On.DayNumber;
            Assert.Equal(0, (now - apart) % 91);
        }

        // A quarter of them falls due in each quarter of the longest interval.
        Assert.All(
            fleet.GroupBy(c => (c.Coming[0].On.DayNumber - Today.DayNumber) / 91),
            quarter => Assert.InRange(quarter.Count(), 9, 11));
    }

    [Fact]
    public void What_is_left_out_is_as_it_is_and_a_repack_is_the_shops_own_choice()
    {
        Supposed nothing = new();
        OpenHours hours = new() { Bays = 4, People = 3 };
        Assert.True(nothing.IsNothing());
        Assert.Equal((hours.Bays, hours.People, hours.Away.Count), (
            nothing.Of(hours).Bays,
            nothing.Of(hours).People,
            nothing.Of(hours).Away.Count));
        Assert.Equal(PlanCosts.Usual, nothing.Of(PlanCosts.Usual));
        Upkeep upkeep = new()
        {
            Shop = new Dictionary<string, IntervalChoice> { ["brake-adjustment"] = new(true, 3, null) }
        };
        Assert.Equal(upkeep.Shop, nothing.Of(upkeep).Shop);
        Supposed longer = new()
        {
            Intervals = new Dictionary<string, IntervalChoice> { [DueRules.Repack] = new(true, 18, null) }
        };
        Assert.False(longer.IsNothing());
        Assert.Equal((18, null), (longer.Of(upkeep).Repack.Months, longer.Of(upkeep).Repack.Distance));
        Assert.Equal(upkeep.Shop, longer.Of(upkeep).Shop);
        TrailerCase trailer = Trailer(new Random(7)) with { PriceOf = code => code == "A" ? 5 : null };
        TrailerCase dearer = new Supposed { Prices = [new("a", 9), new("B", 2)] }.Of(trailer);
        Assert.Equal((9, 2, null), (dearer.PriceOf("A"), dearer.PriceOf("B"), dearer.PriceOf("C")));
        Assert.Same(trailer, nothing.Of(trailer));
    }
}
