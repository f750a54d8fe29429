using CsCheck;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Pricing;
using Xunit;

namespace SturdyTinker.Core.Tests.Pricing;

/// <summary>What a thousand miles cost: no money lost or counted twice, no road made up.</summary>
public sealed class RoadCostTests
{
    private static readonly DateOnly Today = new(2026, 11, 29);

    private static Distance? TenADay(DateOnly from, DateOnly to) => Distance.FromMiles(10 * (to.DayNumber - from.DayNumber));

    [Fact]
    public void Every_visit_counts_once_in_the_year_it_was_closed_and_every_year_is_there() =>
        Gen.Select(
            Gen.Int[-2_500, 100],
            Gen.Select(Gen.Int[-2_500, 60], Gen.Int[0, 900], Gen.Int[0, 900]).Array[0, 30]).Sample((since, raw) =>
        {
            VisitCost[] visits = [.. raw.Select(r => new VisitCost(Today.AddDays(r.Item1), r.Item2, r.Item3))];
            IReadOnlyList<RoadCost> years = RoadCost.ByYear(visits, TenADay, Today.AddDays(since), Today);
            Assert.Equal(years.Select((_, i) => years[0].Year + i), years.Select(y => y.Year));
            Assert.Equal(Today.Year, years[^1].Year);
            VisitCost[] past = [.. visits.Where(v => v.Closed <= Today)];
            Assert.Equal(past.Length, years.Sum(y => y.Visits));
            Assert.Equal(past.Sum(v => v.Labour + v.Parts), years.Sum(y => y.Total));
            Assert.All(years, y => Assert.True(y.PerThousandMiles is null or >= 0));
        });

    /// <summary>By hand: 2025 has 365 days, 3,650 miles at ten a day; 730 in it is 200 for a thousand.</summary>
    [Fact]
    public void A_year_is_worked_by_hand()
    {
        IReadOnlyList<RoadCost> years = RoadCost.ByYear(
            [new(new(2025, 3, 1), 500, 100), new(new(2025, 12, 31), 100, 30)],
            TenADay,
            new(2024, 6, 1),
            Today);
        Assert.Equal([2024, 2025, 2026], years.Select(y => y.Year));
        Assert.Null(years[0].PerThousandMiles);
        Assert.Equal(200m, years[1].PerThousandMiles!.Value, 6);
        Assert.Equal(0m, years[2].PerThousandMiles);
    }

    [Fact]
    public void What_has_hardly_moved_has_no_cost_by_the_mile() =>
        Assert.Null(RoadCost.ByYear(
            [new(new(2026, 3, 1), 500, 100)],
            (_, _) => Distance.FromMiles(199),
            new(2020, 1, 1),
            Today)[^1].PerThousandMiles);

    [Fact]
    public void Without_a_meter_there_is_the_money_alone()
    {
        RoadCost year = Assert.Single(RoadCost.ByYear([new(Today, 10, 5)], (_, _) => null, Today, Today));
        Assert.Equal((15m, null), (year.Total, year.PerThousandMiles));
    }
}
