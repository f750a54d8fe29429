using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Day;
using Xunit;

namespace SturdyTinker.Core.Tests.Day;

/// <summary>The clock and the minutes of work.</summary>
public sealed class WorkDayTests
{
    private static readonly WorkDay Day = new(new TimeOnly(8, 0), 420, new TimeOnly(12, 0), 30);

    [Theory]
    [InlineData(0, "08:00", "08:00")]
    [InlineData(239, "11:59", "11:59")]
    [InlineData(240, "12:00", "12:30")]
    [InlineData(241, "12:31", "12:31")]
    [InlineData(420, "15:30", "15:30")]
    public void A_break_takes_no_work(int minute, string ends, string begins)
    {
        Assert.Equal(TimeOnly.Parse(ends, System.Globalization.CultureInfo.InvariantCulture), Day.At(minute));
        Assert.Equal(TimeOnly.Parse(begins, System.Globalization.CultureInfo.InvariantCulture), Day.From(minute));
    }

    [Fact]
    public void The_clock_leads_back_to_the_minute()
    {
        WorkDay[] days =
        [
            Day, Day with { BreakMinutes = 0 }, Day with { Minutes = 0 }, Day with { BreakAt = new(7, 0) },
            Day with { BreakAt = new(20, 0) }, Day with { Opens = new(0, 0), Minutes = 1_380, BreakMinutes = 60 },
            Day with { Opens = new(22, 0) },
        ];
        foreach (WorkDay day in days)
        {
            TimeOnly last = TimeOnly.MinValue;
            for (int minute = 0; minute <= day.Minutes; minute++)
            {
                // Past midnight no clock leads back.
                if (day.Opens.ToTimeSpan().TotalMinutes + minute + day.BreakMinutes < 1_439)
                {
                    Assert.Equal(minute, day.Done(day.At(minute)));
                    Assert.Equal(minute, day.Done(day.From(minute)));
                }

                Assert.True(day.At(minute) >= last);
                last = day.At(minute);
            }

            Assert.Equal(0, day.Done(TimeOnly.MinValue));
            Assert.InRange(day.Done(new TimeOnly(23, 59)), 0, day.Minutes);
        }
    }

    [Fact]
    public void A_skill_is_asked_for_by_jobs_that_there_are() =>
        Assert.All(Skills.Jobs, code => Assert.NotNull(JobCatalogue.Ours.Find(code)));
}
