using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using Xunit;

namespace SturdyTinker.Core.Tests.Intervals;

/// <summary>A daily rate by season, and leaning on similar trailers while a trailer has told little.</summary>
public sealed class SeasonTests
{
    private static readonly DateOnly Today = new(2026, 12, 1);

    private static List<MeterEntry> Summery(int months, decimal summer, decimal winter)
    {
        List<MeterEntry> road = [];
        decimal total = 0;
        for (int ago = months; ago >= 0; ago--)
        {
            DateOnly on = Today.AddMonths(-ago);
            road.Add(new MeterEntry
            {
                Id = Guid.CreateVersion7(),
                Kind = MeterEntryKind.Reading,
                On = on,
                Typed = "",
                Distance = Distance.FromMiles(total)
            });
            total += on.Month is >= 3 and <= 11 ? summer : winter;
        }

        return road;
    }

    private static UsageLine Line(List<MeterEntry> road, Similar? similar = null) =>
        UsageLine.Of(Gears.Metered(MeterKind.HubOdometer, Today.AddYears(-3)), road, Today, similar);

    [Fact]
    public void A_winter_is_foretold_as_winters_were_and_a_year_as_years_were()
    {
        UsageLine line = Line(Summery(24, 1_000, 50));
        decimal winter = line.Between(Today, new(2027, 3, 1))!.Value.Miles, spring =
            line.Between(new(2027, 3, 1), new(2027, 6, 1))!.Value.Miles;
        Assert.InRange(winter, 100, 900);
        Assert.InRange(spring, 2_500, 3_500);

        // Nine months of 1,000 and three of 50.
        Assert.InRange(line.Between(Today, Today.AddYears(1))!.Value.Miles, 8_600, 9_700);
    }

    [Fact]
    public void An_even_year_stays_even_and_less_than_a_year_tells_no_seasons()
    {
        UsageLine even = Line(Summery(24, 500, 500));
        Assert.InRange(even.Between(Today, Today.AddDays(90))!.Value.Miles, 1_400, 1_560);
        UsageLine half = Line(Summery(6, 900, 900));
        Assert.Equal(
            (double)half.Between(Today, Today.AddDays(50))!.Value.Miles,
            (double)half.Between(Today.AddDays(200), Today.AddDays(250))!.Value.Miles,
            0.01);
    }

    [Fact]
    public void A_trailer_that_has_told_little_leans_on_others_and_less_so_the_more_it_tells()
    {
        Similar others = Similar.Of([.. Enumerable.Range(0, 4).Select(_ => Line(Summery(24, 300, 300)).Recorded!)])!;
        Assert.Equal(4, others.Trailers);
        decimal One(int months) => Line(Summery(months, 1_200, 1_200), others).PerDay!.Value.Miles * 30;
        Assert.InRange(Line([], others).PerDay!.Value.Miles * 30, 280, 320);
        Assert.True(One(1) < One(3) && One(3) < One(5), $"{One(1)} {One(3)} {One(5)}");
        Assert.Equal(0, Line(Summery(12, 1_200, 1_200), others).BySimilar);
        Assert.Null(Similar.Of([Line(Summery(24, 300, 300)).Recorded!]));
    }

    [Fact]
    public void A_meter_that_starts_from_nothing_goes_on_where_the_old_one_stopped()
    {
        List<MeterEntry> road = Summery(12, 600, 600);
        road.Add(new MeterEntry
        {
            Id = Guid.CreateVersion7(),
            Kind = MeterEntryKind.Reading,
            On = Today,
            Typed = "0",
            StartsNewMeter = true,
            At = DateTimeOffset.MaxValue
        });
        UsageLine line = Line(road);
        Assert.InRange(line.Between(Today.AddMonths(-12), Today)!.Value.Miles, 7_199, 7_201);
        Assert.True(line.Between(Today, Today.AddDays(30))!.Value.Miles > 500);
    }

    [Fact]
    public void Seasons_and_weeks_are_counted_across_a_leap_day()
    {
        Assert.Equal(366, Seasons.Between(new(2027, 6, 1), new(2028, 6, 1)).Sum(s => s.Days));
        Assert.Equal(
            [(0, 29), (1, 1)],
            Seasons.Between(new(2028, 2, 1), new(2028, 3, 2)).Select(s => (s.Season, s.Days)));
        Assert.Equal(new DateOnly(2028, 2, 28), Core.Planning.Weeks.Monday(new(2028, 2, 29)));
    }

}
