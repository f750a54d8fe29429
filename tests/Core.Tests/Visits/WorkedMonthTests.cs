using CsCheck;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Visits;

/// <summary>A year's figures: nothing is lost, nothing counted twice, and every month is there.</summary>
public sealed class WorkedMonthTests
{
    [Fact]
    public void Every_visit_of_the_twelve_months_counts_once_and_no_other() =>
        Gen.Select(
            Gen.Int[0, 1_200],
            Gen.Select(Gen.Int[-500, 30], Gen.Int[0, 400], Gen.Int[0, 400]).Array[0, 40]).Sample((day, raw) =>
        {
            DateOnly today = new DateOnly(2026, 1, 1).AddDays(day);
            WorkedVisit[] visits = [.. raw.Select(r => new WorkedVisit(
                today.AddDays(r.Item1),
                r.Item2,
                r.Item3 < 100 ? null : r.Item3))];
            IReadOnlyList<WorkedMonth> months = WorkedMonth.Of(visits, today);
            Assert.Equal(12, months.Count);
            Assert.Equal(new DateOnly(today.Year, today.Month, 1), months[^1].First);
            Assert.All(months.Zip(months.Skip(1)), m => Assert.Equal(m.First.First.AddMonths(1), m.Second.First));
            DateOnly end = months[^1].First.AddMonths(1);
            WorkedVisit[] counted = [.. visits.Where(v => v.Closed >= WorkedMonth.Since(today) && v.Closed < end)];
            Assert.Equal(counted.Length, months.Sum(m => m.Visits));
            Assert.Equal(counted.Sum(v => v.Minutes), months.Sum(m => m.Minutes));
            Assert.All(months, m => Assert.True(m.Accepted <= m.Visits && m.Took <= m.Minutes));
            Assert.Equal(
                counted.Where(v => v.Minutes > 0).Sum(v => v.Estimated ?? 0),
                months.Sum(m => m.Estimated));
        });

    [Theory]
    [InlineData("2026-11-29", "2025-12-01")]
    [InlineData("2028-02-29", "2027-03-01")]
    [InlineData("2026-12-31", "2026-01-01")]
    public void A_year_ends_with_this_month(string today, string since) =>
        Assert.Equal(
            DateOnly.ParseExact(since, "yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
            WorkedMonth.Since(DateOnly.ParseExact(
                today,
                "yyyy-MM-dd",
                System.Globalization.CultureInfo.InvariantCulture)));
}
