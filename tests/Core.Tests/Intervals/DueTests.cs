using CsCheck;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using Xunit;

namespace SturdyTinker.Core.Tests.Intervals;

public class DueTests
{
    private static readonly DateOnly Today = new(2026, 11, 24);

    private static Trailer With(MeterKind meter, decimal? milesAYear = null) =>
        Gears.Metered(meter, Today.AddYears(-2), milesAYear);

    private static MeterEntry At(
        DateOnly on,
        decimal miles,
        MeterEntryKind kind = MeterEntryKind.Reading,
        bool newMeter = false) =>
        new()
        {
            Id = Guid.NewGuid(),
            On = on,
            Distance = Distance.FromMiles(miles),
            Typed = "",
            Kind = kind,
            StartsNewMeter = newMeter
        };

    private static Due Repack(UsageLine usage, DateOnly? last) =>
        Due.Of(Interval.BearingRepack, last, usage, Today.AddYears(-2), Today);

    [Fact]
    public void Twelve_months_or_twelve_thousand_miles_whichever_comes_first()
    {
        // Common practice, no source.
        Assert.Equal(12, Interval.BearingRepack.Months);
        Assert.Equal(12_000, Interval.BearingRepack.Distance!.Value.Miles);

        DateOnly last = Today.AddMonths(-3);
        Due slow = Repack(UsageLine.Of(With(MeterKind.Estimate, 3_000), [], Today), last);
        Assert.Equal((DueCause.Time, last.AddMonths(12)), (slow.Cause, slow.On));

        Due busy = Repack(UsageLine.Of(With(MeterKind.Estimate, 24_000), [], Today), last);
        Assert.Equal(DueCause.Distance, busy.Cause);
        Assert.InRange(busy.On.DayNumber - last.DayNumber, 182, 184); // half of a year at twice the miles
    }

    [Fact]
    public void The_reason_reads_as_people_say_it()
    {
        DateOnly last = Today.AddMonths(-9);
        int gone = Today.DayNumber - last.DayNumber;
        MeterEntry[] readings = [At(last, 20_000), At(Today, 30_900)];
        Due due = Repack(UsageLine.Of(With(MeterKind.HubOdometer), readings, Today), last);
        Assert.Equal(
            "9 months gone of 12, about 10,900 of 12,000 miles: distance comes first, in about 4 weeks",
            due.Reason);
        Assert.Equal(Today.AddDays((int)Math.Ceiling(1_100m / (10_900m / gone))), due.On);
        Assert.Equal(Nearness.Soon, due.Nearness);
    }

    [Fact]
    public void A_trailer_without_a_meter_is_due_by_time_and_says_so()
    {
        Due due = Repack(UsageLine.Of(With(MeterKind.None), [], Today), Today.AddMonths(-9));
        Assert.Equal((DueCause.Time, Today.AddMonths(3)), (due.Cause, due.On));
        Assert.Contains("no meter on this trailer, so time alone decides", due.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void One_reading_gives_no_rate_and_says_so() =>
        Assert.Contains(
            "too few meter readings yet",
            Repack(
                UsageLine.Of(With(MeterKind.HubOdometer), [At(Today.AddDays(-3), 500)], Today),
                Today.AddMonths(-1)).Reason,
            StringComparison.Ordinal);

    [Fact]
    public void Nothing_on_record_is_due_now()
    {
        Due due = Repack(UsageLine.Of(With(MeterKind.None), [], Today), null);
        Assert.Equal((DueCause.NoRecord, Nearness.Overdue), (due.Cause, due.Nearness));
    }

    [Fact]
    public void A_new_meter_carries_the_total_on()
    {
        UsageLine line = UsageLine.Of(
            With(MeterKind.HubOdometer),
            [
                At(Today.AddDays(-100), 9_000),
                At(Today.AddDays(-50), 10_000),
                At(Today.AddDays(-50), 0, newMeter: true),
                At(Today, 500)
            ],
            Today);
        Assert.Equal(1_500, Math.Round(line.Between(Today.AddDays(-100), Today)!.Value.Miles, 6));
    }

    [Fact]
    public void Trips_written_down_are_the_whole_road()
    {
        MeterEntry[] trips =
        [
            At(Today.AddDays(-200), 400, MeterEntryKind.Trip),
            At(Today.AddDays(-20), 300, MeterEntryKind.Trip)
        ];
        UsageLine line = UsageLine.Of(With(MeterKind.Trips), trips, Today);
        Assert.Equal(300, line.Between(Today.AddDays(-100), Today)!.Value.Miles);
        Assert.Equal(700, line.Between(Today.AddDays(-300), Today)!.Value.Miles);
    }

    [Fact]
    public void A_planned_trip_brings_the_day_nearer()
    {
        MeterEntry[] plain = [At(Today.AddDays(-300), 0), At(Today, 9_000)];
        MeterEntry[] planned = [.. plain, At(Today.AddDays(10), 4_000, MeterEntryKind.Trip)];
        DateOnly last = Today.AddDays(-300);
        Assert.Equal(Today.AddDays(10), Repack(UsageLine.Of(With(MeterKind.HubOdometer), planned, Today), last).On);
        Assert.True(Repack(UsageLine.Of(With(MeterKind.HubOdometer), plain, Today), last).On > Today.AddDays(50));
    }

    [Fact]
    public void The_day_a_distance_is_reached_is_the_first_on_which_it_is_covered() =>
        Gen.Select(Gen.Int[1, 40_000], Gen.Int[1, 12_000], Gen.Int[0, 900]).Sample((yearly, miles, daysAgo) =>
        {
            UsageLine line = UsageLine.Of(With(MeterKind.Estimate, yearly), [], Today);
            DateOnly from = Today.AddDays(-daysAgo);
            Distance far = Distance.FromMiles(miles);
            if (line.Reaches(from, far) is { } day)
            {
                Assert.True(line.Between(from, day)!.Value >= far);
                Assert.True(line.Between(from, day.AddDays(-1))!.Value < far);
            }
            else
            {
                Assert.True(line.Between(from, from.AddDays(20 * 365))!.Value < far);
            }
        });

    [Fact]
    public void More_miles_never_make_it_due_later() =>
        Gen.Select(Gen.Int[100, 30_000], Gen.Int[0, 10_000], Gen.Int[0, 700]).Sample((yearly, more, daysAgo) =>
        {
            DateOnly last = Today.AddDays(-daysAgo);
            Due less = Repack(UsageLine.Of(With(MeterKind.Estimate, yearly), [], Today), last);
            Due busier = Repack(UsageLine.Of(With(MeterKind.Estimate, yearly + more), [], Today), last);
            Assert.True(busier.On <= less.On);
        });

    [Theory]
    [InlineData(0, "today")]
    [InlineData(1, "in 1 day")]
    [InlineData(-1, "1 day overdue")]
    [InlineData(13, "in 13 days")]
    [InlineData(42, "in about 6 weeks")]
    [InlineData(-21, "about 3 weeks overdue")]
    [InlineData(90, "in about 3 months")]
    [InlineData(730, "in about 2 years")]
    public void Days_are_said_as_people_say_them(int days, string words) => Assert.Equal(words, Due.InWords(days));

    [Theory]
    [InlineData("2026-01-31", "2026-02-28", 1)]
    [InlineData("2026-01-31", "2026-02-27", 0)]
    [InlineData("2026-03-10", "2026-03-09", 0)]
    public void Whole_months_are_counted(string from, string to, int months) =>
        Assert.Equal(months, Due.MonthsBetween(DateOnly.Parse(from, null), DateOnly.Parse(to, null)));

    [Fact]
    public void A_meter_never_runs_backwards_unless_it_is_a_new_one()
    {
        MeterEntry[] there = [At(Today.AddDays(-50), 10_000), At(Today.AddDays(-10), 11_000)];
        Assert.Contains(
            "run backwards",
            MeterChecks.Refusal(At(Today, 10_500), there, Today),
            StringComparison.Ordinal);
        Assert.Contains(
            "run backwards",
            MeterChecks.Refusal(At(Today.AddDays(-60), 10_500), there, Today),
            StringComparison.Ordinal);
        Assert.Null(MeterChecks.Refusal(At(Today, 10, newMeter: true), there, Today));
        Assert.Null(MeterChecks.Refusal(At(Today.AddDays(-20), 10_500), there, Today));
        Assert.Contains(
            "more than any trailer is towed",
            MeterChecks.Refusal(At(Today, 111_000), there, Today),
            StringComparison.Ordinal);
        Assert.Contains(
            "day to come",
            MeterChecks.Refusal(At(Today.AddDays(1), 11_100), there, Today),
            StringComparison.Ordinal);
        Assert.Contains(
            "less than nothing",
            MeterChecks.Refusal(At(Today, -5), there, Today),
            StringComparison.Ordinal);
        Assert.Contains(
            "longer than one trip",
            MeterChecks.Refusal(At(Today, 20_000, MeterEntryKind.Trip), there, Today),
            StringComparison.Ordinal);
    }
}
