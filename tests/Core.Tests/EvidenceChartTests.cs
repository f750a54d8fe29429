using SturdyTinker.Core.Evidence.Questions;
using SturdyTinker.Core.Evidence.Statistics;
using Xunit;

namespace SturdyTinker.Core.Tests;

/// <summary>Charts and sizes against what is published, and how often they cry.</summary>
public sealed class EvidenceChartTests
{
    /// <summary>
    /// Thirty wafers of fifty chips each, 0.2313 of them bad: an upper limit of 0.4102, three standard deviations off,
    /// which one in 741 lies beyond by chance. Ours is exact, and lies within a chip of it where the share is known as
    /// well. Source: NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.3.2; from memory.
    /// </summary>
    [Fact]
    public void A_limit_of_a_share_is_the_handbooks_to_a_chip()
    {
        double limit = 0.2313 + (3 * Math.Sqrt(0.2313 * (1 - 0.2313) / 50));
        Assert.Equal(0.4102, limit, 3);
        const int others = 50_000_000;
        int fewest = Chances.FewestThatTell(50, (int)(0.2313 * others), others + 50, 1 / 741d, 1)!.Value;
        Assert.InRange(fewest / 50d, limit, limit + 0.041);

        // Of few none are no sign; and what has never happened before is one once it happens often enough.
        Assert.Null(Chances.FewestThatTell(2, 0, 40, 0.05, 3));
        Assert.Equal(3, Chances.FewestThatTell(10, 0, 200, 0.005, 3));
    }

    /// <summary>
    /// The lady who told eight cups rightly, four of which had the milk in first: once in 70 times by chance; six
    /// rightly 17 times in 70. Source: Fisher, The Design of Experiments, 1935; from memory.
    /// </summary>
    [Fact]
    public void As_many_among_some_are_fishers()
    {
        Assert.Equal(1 / 70d, Chances.OfAsManyAmong(4, 4, 4, 8), 9);
        Assert.Equal(17 / 70d, Chances.OfAsManyAmong(3, 4, 4, 8), 9);
        Assert.Equal(1, Chances.OfAsManyAmong(0, 4, 4, 8));
        Assert.Equal(1, Chances.OfAsManyAmong(3, 5, 6, 8));
        Assert.Equal(0, Chances.OfAsManyAmong(5, 5, 4, 8));
    }

    /// <summary>
    /// Miles per gallon of 249 American and 79 Japanese cars: T = -12.62059. Source: NIST/SEMATECH e-Handbook, 1.3.5.3,
    /// AUTO83B; from memory.
    /// </summary>
    [Fact]
    public void Two_means_differ_as_the_handbook_says()
    {
        (double t, double chance) = Chances.OfMeans(249, 20.14458, 6.41470, 79, 30.48101, 6.10771);
        Assert.Equal(-12.62059, t, 3);
        Assert.True(chance < 1e-10);
        Assert.Equal((0, 1), Chances.OfMeans(1, 2, 0, 1, 3, 0));

        // T of 1.97 at 326 degrees of freedom is the handbook's critical value for one in twenty: 1.9673.
        Assert.Equal(0.05, 2 * MathNet.Numerics.Distributions.StudentT.CDF(0, 1, 326, -1.9673), 4);
    }

    /// <summary>
    /// Ten failures within 1,500 hours, the first at 5, the last at 1,478: chi-square 37.23, improving. Source:
    /// NIST/SEMATECH e-Handbook, 8.2.3.4; from memory.
    /// </summary>
    [Fact]
    public void What_comes_oftener_is_told_as_the_handbook_does()
    {
        double[] at = [5, 40, 43, 175, 389, 712, 747, 795, 1_299, 1_478];
        (double square, double chance) = Chances.OfComingOftener(at, 1_500);
        Assert.Equal(37.23, square, 2);
        Assert.InRange(chance, 0.98, 0.995);

        // Most of them late: it comes oftener and oftener.
        double[] late = [600, 900, 1_100, 1_250, 1_350, 1_420, 1_460, 1_490];
        Assert.True(Chances.OfComingOftener(late, 1_500).Chance < 0.05);
        Assert.Equal((0, 1), Chances.OfComingOftener([], 10));
    }

    /// <summary>
    /// Survival at five years from 0.41 to 0.60, told nine times in ten at one in twenty: a ratio of 0.57, 133 deaths.
    /// Source: Collett, Modelling Survival Data in Medical Research, the required number of deaths; from memory.
    /// </summary>
    [Fact]
    public void As_many_ends_are_needed_as_the_book_says()
    {
        Assert.Equal(133, SampleSize.EventsToTell(0.57, 0.5, 0.05, 0.9), 0.5);
        Assert.True(SampleSize.EventsToTell(0.57, 0.2, 0.05, 0.9) > 133);
        Assert.Equal(30, SampleSize.MoreToNarrow(10, 0.4, 0.2));
        Assert.Equal(0, SampleSize.MoreToNarrow(10, 0.2, 0.2));
    }

    /// <summary>The exact chance is the sum of the binomial's terms, worked out by hand.</summary>
    [Fact]
    public void As_many_by_chance()
    {
        Assert.Equal(0.0625, Chances.OfAsMany(4, 4, 0.5), 12);
        Assert.Equal(1 - 0.01024 - (5 * 0.6 * 0.4 * 0.4 * 0.4 * 0.4), Chances.OfAsMany(2, 5, 0.6), 9);
        Assert.Equal(1, Chances.OfAsMany(0, 5, 0.2));

        // With chances of their own: as the binomial where they are alike, and by hand where they are not.
        Assert.Equal(Chances.OfAsMany(3, 9, 0.3), Chances.OfAsMany(3, [.. Enumerable.Repeat(0.3, 9)]), 12);
        Assert.Equal((0.5 * 0.2) + (0.5 * 0.8 * 0.1) + (0.5 * 0.2 * 0.1), Chances.OfAsMany(2, [0.5, 0.2, 0.1]), 12);
        Assert.Equal(1, Chances.OfAsMany(2, [1, 1, 0.3]), 12);
        Assert.Equal(0, Chances.OfAsMany(2, [0.5]), 12);
    }

    // Fittings of ten deliveries, each watched for a while; one in ten of all goes within the time.
    private static List<Watched> Fittings(Random random, int deliveries, int each, double badHazard, bool bad)
    {
        List<Watched> all = [];
        for (int d = 0; d < deliveries; d++)
        {
            for (int i = 0; i < each; i++)
            {
                double hazard = 1 / 3_000d * (bad && d == 0 ? badHazard : 1);
                double age = -Math.Log(1 - random.NextDouble()) / hazard, end = 100 + (600 * random.NextDouble());
                all.Add(new Watched($"d{d}", "", Math.Min(age, end), age < end, (d * 1_000) + i));
            }
        }

        return all;
    }

    /// <summary>
    /// Where nothing is wrong it cries no oftener than it says, once in twenty; a lot that goes eight times as soon is
    /// caught nearly always.
    /// </summary>
    [Fact]
    public void A_bad_delivery_is_caught_and_none_is_cried_where_there_is_none()
    {
        Random random = new(11);
        const int trials = 600;
        int cried = 0, caught = 0, wrong = 0;
        for (int i = 0; i < trials; i++)
        {
            cried += OddGroups.Of(Fittings(random, 10, 12, 1, bad: false)).Any(g => g.StandsOut) ? 1 : 0;
            IReadOnlyList<OddGroup> held = OddGroups.Of(Fittings(random, 10, 12, 8, bad: true));
            caught += held.Any(g => g.StandsOut && g.Group == "d0") ? 1 : 0;
            wrong += held.Any(g => g.StandsOut && g.Group != "d0") ? 1 : 0;
        }

        Assert.True(cried <= trials * 0.06, $"cried {cried} of {trials}");
        Assert.True(caught >= trials * 0.85, $"caught {caught} of {trials}");
        Assert.True(wrong <= trials * 0.06, $"cried wrongly {wrong} of {trials}");
    }

    /// <summary>A lot that went to launched trailers is held against launched ones, and not cried for them.</summary>
    [Fact]
    public void A_delivery_is_not_cried_for_where_it_went()
    {
        Random random = new(12);
        int cried = 0, unfair = 0;
        for (int i = 0; i < 200; i++)
        {
            List<Watched> all = [];
            for (int n = 0; n < 240; n++)
            {
                int delivery = n % 12;
                bool launched = delivery == 0 ? n % 24 < 20 : random.Next(6) == 0;
                double age = -Math.Log(1 - random.NextDouble()) * (launched ? 500 : 4_000);
                all.Add(new Watched($"d{delivery}", launched ? "launched" : "", Math.Min(age, 400), age < 400, n));
            }

            cried += OddGroups.Of(all).Any(g => g.StandsOut && g.Group == "d0") ? 1 : 0;
            unfair += OddGroups.Of([.. all.Select(w => w with { Like = "" })]).Any(
                g => g.StandsOut && g.Group == "d0") ? 1 : 0;
        }

        Assert.True(cried <= 10, $"{cried} cried of 200");
        Assert.True(unfair > 100, "the test would not show it");
    }

    /// <summary>
    /// What nothing alike can be held against is not cried: a delivery that alone went to launched trailers goes as
    /// launched ones do. Many uses, each with few, cry no oftener than is said.
    /// </summary>
    [Fact]
    public void What_stands_alone_is_not_cried()
    {
        List<Watched> alone =
        [
            .. Enumerable.Range(0, 6).Select(i => new Watched("a", "launched", 100, true, i)),
            .. Enumerable.Range(0, 60).Select(i => new Watched("b", "", 500, i < 3, 10 + i)),
            .. Enumerable.Range(0, 60).Select(i => new Watched("c", "", 500, i < 3, 80 + i)),
        ];
        Assert.DoesNotContain(OddGroups.Of(alone), g => g.StandsOut);
        Assert.Equal(1, OddGroups.Of(alone).Single(g => g.Group == "a").Chance);
        Assert.Contains(OddGroups.Of([.. alone.Select(w => w with { Like = "" })]), g => g.StandsOut && g.Group == "a");

        // Gone before any of the others ever went is the plainest sign there is.
        Assert.Contains(
            OddGroups.Of([.. alone.Select(w => w with { Like = "", For = w.Group == "a" ? 20 : w.For })]),
            g => g.StandsOut && g.Chance < 1e-4);

        Random random = new(13);
        int cried = 0;
        const int trials = 400;
        for (int i = 0; i < trials; i++)
        {
            cried += OddGroups.Of([.. Enumerable.Range(0, 160).Select(n =>
            {
                int use = random.Next(8);
                double age = -Math.Log(1 - random.NextDouble()) * 600 * (1 + use);
                double end = 100 + (500 * random.NextDouble());
                return new Watched($"d{(use + random.Next(7)) % 12}", $"use {use}", Math.Min(age, end), age < end, n);
            })]).Any(g => g.StandsOut) ? 1 : 0;
        }

        Assert.True(cried <= trials * 0.07, $"{cried} of {trials}");
    }

    /// <summary>Three of one trailer are that trailer, not the lot.</summary>
    [Fact]
    public void One_owner_is_no_delivery()
    {
        List<Watched> all =
        [
            .. Enumerable.Range(0, 4).Select(i => new Watched("a", "", 10 + i, true, 1)),
            .. Enumerable.Range(0, 60).Select(i => new Watched("b", "", 500, false, 2 + i)),
        ];
        IReadOnlyList<OddGroup> held = OddGroups.Of(all);
        Assert.DoesNotContain(held, g => g.StandsOut);
        Assert.True(held.Single(g => g.Group == "a").Chance < 1e-4);
        Assert.Contains(
            OddGroups.Of([.. all.Select((w, i) => w with { Owner = i })]),
            g => g.StandsOut && g.Group == "a");
    }
}
