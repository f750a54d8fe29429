using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Planning;
using Xunit;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>What plans go by follows what is learned, slowly. No outside source: the amounts are ours.</summary>
public sealed class PlanInputsTests
{
    private static readonly DateOnly Monday = new(2026, 3, 2);

    [Fact]
    public void At_first_it_is_what_is_known()
    {
        PlanInputs first = PlanInputs.None.Next(Learned(12.3m), Costs(8m), Monday);
        Assert.Equal(12.3m, first.Minutes["grease"].Minutes);
        Assert.Equal(8m, first.Prices["seal"]);
        Assert.Equal(12.3m, first.Learned.Minutes["grease"].Minutes);
    }

    /// <summary>A technician's better and worse days move no plan, however long they go on.</summary>
    [Fact]
    public void Small_differences_never_move_it()
    {
        Random random = new(7);
        PlanInputs first = PlanInputs.None.Next(Learned(20m), Costs(10m), Monday), now = first;
        for (int day = 1; day < 400; day++)
        {
            now = now.Next(
                Learned(20m * (0.9m + (0.2m * (decimal)random.NextDouble()))),
                Costs(10m * (0.9m + (0.2m * (decimal)random.NextDouble()))),
                Monday.AddDays(day));
            Assert.True(first.IsLike(now));
        }
    }

    /// <summary>
    /// Whatever is learned: a day moves a step by a quarter at most and never past what is learned, asking again
    /// changes nothing, and after enough days it is near what was learned.
    /// </summary>
    [Fact]
    public void Large_differences_are_taken_in_a_part_a_day()
    {
        Random random = new(11);
        for (int trial = 0; trial < 300; trial++)
        {
            PlanInputs now = PlanInputs.None.Next(Learned(Minutes(random)), Costs(1), Monday);
            decimal learned = Minutes(random);
            for (int day = 1; day < 40; day++)
            {
                decimal before = now.Minutes["grease"].Minutes;
                now = now.Next(Learned(learned), Costs(1), Monday.AddDays(day));
                decimal after = now.Minutes["grease"].Minutes;
                Assert.InRange(Math.Abs(after - before), 0, Math.Max(before / 4, 0.5m));
                Assert.InRange(after, Math.Min(before, learned), Math.Max(before, learned));
                Assert.True(now.IsLike(now.Next(Learned(Minutes(random)), Costs(1), Monday.AddDays(day)))
                    || after == before);
            }

            decimal end = now.Minutes["grease"].Minutes;
            Assert.InRange(Math.Abs(end - learned), 0, Math.Max(end / 10, 0.5m));
        }
    }

    [Fact]
    public void A_price_is_taken_at_once_and_what_is_known_no_more_is_forgotten()
    {
        PlanInputs now = PlanInputs.None.Next(Learned(20m), Costs(10m), Monday);
        Assert.Equal(12m, now.Next(Learned(20m), Costs(12m), Monday).Prices["seal"]);
        Assert.Null(now.Next(Learned(20m), Costs(null), Monday).Prices["seal"]);
        PlanInputs unknown = now.Next(Learned(20m), Costs(null), Monday);
        Assert.Equal(3m, unknown.Next(Learned(1), Costs(3m), Monday).Prices["seal"]);
        Assert.Empty(now.Next(new Dictionary<string, LearnedMinutes>(), Costs(10m), Monday).Minutes);
    }

    private static decimal Minutes(Random random) => Math.Round(0.1m + (60m * (decimal)random.NextDouble()), 1);

    private static Dictionary<string, LearnedMinutes> Learned(decimal minutes) =>
        new() { ["grease"] = new LearnedMinutes(minutes, LearnedMinutes.Enough) };

    private static Dictionary<string, decimal?> Costs(decimal? price) => new() { ["seal"] = price };
}
