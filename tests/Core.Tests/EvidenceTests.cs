using CsCheck;
using SturdyTinker.Core.Evidence.Statistics;
using Xunit;

namespace SturdyTinker.Core.Tests;

/// <summary>Lives counted as the published examples count them.</summary>
public sealed class EvidenceTests
{
    // Remission in weeks of 42 children with leukaemia, 21 given 6-mercaptopurine, 21 a placebo. Source: Freireich et
    // al., Blood 21 (1963), as printed in Kleinbaum and Klein, Survival Analysis; data and figures from memory.
    private static readonly Life[] Treated =
    [
        .. new double[] { 6, 6, 6, 7, 10, 13, 16, 22, 23 }.Select(Life.Ended),
        .. new double[] { 6, 9, 10, 11, 17, 19, 20, 25, 32, 32, 34, 35 }.Select(Life.Lasting),
    ];

    private static readonly Life[] Placebo =
        [.. new double[] { 1, 1, 2, 2, 3, 4, 4, 5, 5, 8, 8, 8, 8, 11, 11, 12, 12, 15, 17, 22, 23 }.Select(Life.Ended)];

    [Fact]
    public void The_survival_table_is_the_published_one()
    {
        SurvivalCurve curve = SurvivalCurve.Of(Treated);
        (double At, int AtRisk, int Ended, double Survives, double Error)[] published =
        [
            (6, 21, 3, 0.8571, 0.0764), (7, 17, 1, 0.8067, 0.0869), (10, 15, 1, 0.7529, 0.0963),
            (13, 12, 1, 0.6902, 0.1068), (16, 11, 1, 0.6275, 0.1141), (22, 7, 1, 0.5378, 0.1282),
            (23, 6, 1, 0.4482, 0.1346),
        ];
        Assert.Equal(
            published,
            curve.Steps.Select(s => (s.At, s.AtRisk, s.Ended, Math.Round(s.Survives, 4), Math.Round(s.Error, 4))));
        Assert.Equal(23, curve.Median);
        Assert.Equal(8, SurvivalCurve.Of(Placebo).Median);
        Assert.Equal(1, curve.SurvivesAt(5.9));
        Assert.Equal(0.4482, curve.SurvivesAt(100), 4);
        Assert.All(curve.Steps, s => Assert.InRange(s.Survives, s.Range(0.9).Low, s.Range(0.9).High));
    }

    [Fact]
    public void The_log_rank_statistic_is_the_published_one()
    {
        LogRank test = LogRank.Of(Treated, Placebo)!;
        Assert.Equal(16.793, test.ChiSquare, 2);
        Assert.Equal((9, 19.25), (test.Ended, Math.Round(test.Expected, 2)));
        Assert.InRange(test.Chance, 0.00004, 0.00005);
        Assert.Null(LogRank.Of(Treated, []));
        Assert.Null(LogRank.Of([Life.Lasting(4)], [Life.Lasting(5)]));
        Assert.Equal(0, LogRank.Of(Placebo, Placebo)!.ChiSquare, 9);
    }

    /// <summary>
    /// Twenty units tested for 500 hours, ten failed. Source: NIST/SEMATECH e-Handbook of Statistical Methods, 8.4.1.2
    /// and 8.4.1.3 (maximum likelihood: shape 1.7208, scale 606.5280, log-likelihood -75.135), from memory.
    /// </summary>
    [Fact]
    public void The_likeliest_weibull_of_censored_lives_is_the_handbooks()
    {
        Life[] lives =
        [
            .. new double[] { 54, 187, 216, 240, 244, 335, 361, 373, 375, 386 }.Select(Life.Ended),
            .. Enumerable.Repeat(Life.Lasting(500), 10),
        ];
        WeibullLives fit = WeibullLives.Of(lives)!;
        Assert.Equal(1.7208, fit.Shape, 3);
        Assert.Equal(606.528, fit.Scale, 1);
        Assert.Equal(-75.135, fit.LogLikelihood, 0.001);
    }

    /// <summary>
    /// Months to cosmetic deterioration of 46 breasts treated by radiation alone, known between visits. Source: Beadle
    /// et al. 1984, in Finkelstein and Wolfe, Biometrics 41 (1985); the shares in Klein and Moeschberger, Survival
    /// Analysis, 5.2; from memory.
    /// </summary>
    [Fact]
    public void Ends_found_at_visits_are_shared_out_as_published()
    {
        IReadOnlyList<EndsWithin> shares = Turnbull.Of(Radiation);
        double SurvivesAt(double age) => 1 - shares.Where(s => s.To <= age).Sum(s => s.Share);
        Assert.Equal(1, shares.Sum(s => s.Share), 6);
        (double Age, double Survives)[] published =
            [(5, 0.954), (7, 0.920), (8, 0.832), (12, 0.761), (25, 0.668), (34, 0.586), (40, 0.467)];
        Assert.All(published, p => Assert.Equal(p.Survives, SurvivesAt(p.Age), 2));
    }

    private static readonly Life[] Radiation = [.. new (double, double?)[]
        {
            (0, 7), (0, 8), (0, 5), (4, 11), (5, 12), (5, 11), (6, 10), (7, 16), (7, 14), (11, 15), (11, 18),
            (15, null), (17, null), (17, 25), (17, 25), (18, null), (19, 35), (18, 26), (22, null), (24, null),
            (24, null), (25, 37), (26, 40), (27, 34), (32, null), (33, null), (34, null), (36, 44), (36, 48),
            (36, null), (36, null), (37, 44), (37, null), (37, null), (37, null), (38, null), (40, null), (45, null),
            (46, null), (46, null), (46, null), (46, null), (46, null), (46, null), (46, null), (46, null),
        }.Select(i => new Life(i.Item1, i.Item2))];

    // 47 of the 48 breasts treated by radiation and chemotherapy, as above; the last one is not remembered.
    private static readonly Life[] Both = [.. new (double, double?)[]
        {
            (8, 12), (0, 22), (24, 31), (17, 27), (17, 23), (24, 30), (16, 24), (13, null), (11, 13), (16, 20),
            (18, 25), (17, 26), (32, null), (23, null), (44, 48), (10, 35), (0, 5), (5, 8), (12, 20), (11, null),
            (33, 40), (31, null), (13, 39), (19, 32), (34, null), (13, null), (16, 24), (35, null), (15, 22),
            (11, 17), (22, 32), (48, null), (30, 34), (13, null), (10, 17), (8, 21), (4, 9), (11, null), (14, 19),
            (4, 8), (34, null), (30, 36), (18, 24), (16, 60), (35, 39), (21, null), (11, 20),
        }.Select(i => new Life(i.Item1, i.Item2))];

    /// <summary>
    /// Of exact lives it is the log-rank test: 21 of the placebo's ended, 10.75 expected (Freireich, as above). Of the
    /// two treatments, Sun's test in its permutation form has Z 2.6684 and a chance of 0.0076 with all 48 (Fay and
    /// Shaw, Journal of Statistical Software 36, 2010): with one missing, about that. From memory.
    /// </summary>
    [Fact]
    public void Groups_known_between_looks_are_compared_as_published()
    {
        GroupDifference exact = GroupDifference.Of(Each(Placebo), Each(Treated, 100))!;
        Assert.Equal(21 - 10.75, exact.MoreThanExpected, 2);
        Assert.Equal(16.793, exact.Z * exact.Z, 1.7);
        GroupDifference test = GroupDifference.Of(Each(Both), Each(Radiation, 100))!;
        Assert.Equal(2.6684, test.Z, 0.15);
        Assert.Equal(0.0076, test.Chance, 0.004);
        Assert.Equal(-test.Z, GroupDifference.Of(Each(Radiation, 100), Each(Both))!.Z, 6);
        Assert.Null(GroupDifference.Of(Each(Both), []));
        Assert.Null(GroupDifference.Of([(Life.Lasting(4), 1)], [(Life.Lasting(4), 2)]));

        // Each of them four times over, of one owner, tells as much as once.
        List<(Life, int)> Four(Life[] lives, int from) =>
            [.. Each(lives, from).SelectMany(l => Enumerable.Repeat(l, 4))];
        Assert.Equal(exact.Z, GroupDifference.Of(Four(Placebo, 0), Four(Treated, 100))!.Z, 0.1);
    }

    private static List<(Life, int)> Each(IEnumerable<Life> lives, int from = 0) =>
        [.. lives.Select((l, i) => (l, from + i))];

    /// <summary>Exact lives, ended or lasting, come out of both ways of counting the same.</summary>
    [Fact]
    public void Without_intervals_both_ways_of_counting_agree() => Gen.Select(Gen.Int[1, 30], Gen.Bool)
        .Array[1, 25]
        .Sample(drawn =>
        {
            Life[] lives = [.. drawn.Select(d => d.Item2 ? Life.Ended(d.Item1) : Life.Lasting(d.Item1))];
            SurvivalCurve curve = SurvivalCurve.Of(lives);
            IReadOnlyList<EndsWithin> shares = Turnbull.Of(lives);
            foreach (SurvivalStep step in curve.Steps)
            {
                Assert.Equal(step.Survives, 1 - shares.Where(s => s.To <= step.At).Sum(s => s.Share), 0.0001);
            }
        });

    /// <summary>
    /// A stated 90 % range holds the truth about 90 times in a hundred, over the sizes that a shop has and with a third
    /// of them still lasting.
    /// </summary>
    [Theory]
    [InlineData(20)]
    [InlineData(60)]
    public void A_stated_range_holds_the_truth_as_often_as_it_says(int size)
    {
        const int trials = 1_000;
        const double shape = 2.2, scale = 600, end = 700;
        Random random = new(20);
        int held = 0, heldAge = 0, told = 0;
        double tenth = scale * Math.Pow(-Math.Log(0.9), 1 / shape);
        for (int i = 0; i < trials; i++)
        {
            Life[] lives = [.. Enumerable.Range(0, size)
                .Select(_ => scale * Math.Pow(-Math.Log(1 - random.NextDouble()), 1 / shape))
                .Select(age => age < end ? Life.Ended(age) : Life.Lasting(end))];
            if (WeibullLives.Of(lives) is not { } fit)
            {
                continue;
            }

            told++;
            (double low, double high) = fit.RangeOfShape(0.9);
            held += low <= shape && shape <= high ? 1 : 0;
            (low, high) = fit.RangeOfAgeBy(0.1, 0.9);
            heldAge += low <= tenth && tenth <= high ? 1 : 0;
        }

        Assert.True(told > trials * 0.98, $"{told} told");
        Assert.InRange(100d * held / told, 87, 93);
        Assert.InRange(100d * heldAge / told, 87, 93);
    }

    /// <summary>Ends known only between two looks give the same shape, less surely; never another.</summary>
    [Fact]
    public void Ends_found_at_the_next_look_still_tell_the_shape()
    {
        Random random = new(7);
        double[] ages = [.. Enumerable
            .Range(0, 400)
            .Select(_ => 600 * Math.Pow(-Math.Log(1 - random.NextDouble()), 0.5))];
        WeibullLives exact = WeibullLives.Of([.. ages.Select(Life.Ended)])!;
        WeibullLives looked = WeibullLives.Of(
            [.. ages.Select(a => Life.Between(Math.Floor(a / 90) * 90, (Math.Floor(a / 90) + 1) * 90))])!;
        Assert.Equal(exact.Shape, looked.Shape, 0.06 * exact.Shape);
        Assert.Equal(exact.Scale, looked.Scale, 0.02 * exact.Scale);
        Assert.True(looked.ShapeError > exact.ShapeError);
    }

    [Fact]
    public void Too_little_says_nothing()
    {
        Assert.Null(WeibullLives.Of([]));
        Assert.Null(WeibullLives.Of([Life.Ended(4)]));
        Assert.Null(WeibullLives.Of([.. Enumerable.Repeat(Life.Ended(4), 9)]));
        Assert.Null(WeibullLives.Of([.. Enumerable.Range(1, 30).Select(i => Life.Lasting(i))]));
        Assert.Empty(Turnbull.Of([]));
        Assert.Empty(SurvivalCurve.Of([]).Steps);
        Assert.Null(SurvivalCurve.Of([Life.Lasting(9)]).Median);
        Assert.Throws<ArgumentException>(() => SurvivalCurve.Of([Life.Between(3, 9)]));
        Assert.Throws<ArgumentException>(() => Turnbull.Of([new Life(9, 3)]));
    }

    /// <summary>
    /// The cheapest age is where the hazard times the mean length of a cycle, less what has ended by then, is the
    /// planned cost over the difference of both (Barlow and Hunter 1960); no other age is cheaper.
    /// </summary>
    [Theory]
    [InlineData(2, 40, 400)]
    [InlineData(3.5, 90, 240)]
    [InlineData(1.4, 30, 900)]
    public void The_cheapest_age_is_where_the_books_condition_holds(double shape, double planned, double unplanned)
    {
        WeibullLives lives = new(shape, 600, 0, 0, 0, 0);
        AgeReplacement plan = new(lives, planned, unplanned);
        double age = plan.CheapestAge!.Value;
        double hazard = shape / 600 * Math.Pow(age / 600, shape - 1);
        double survives = lives.SurvivesAt(age);
        double cycle = ((planned * survives) + (unplanned * (1 - survives))) / plan.CostAt(age);
        Assert.Equal(planned / (unplanned - planned), (hazard * cycle) - (1 - survives), 4);
        for (double other = 20; other < 2_000; other += 20)
        {
            Assert.True(plan.CostAt(other) >= plan.CostAt(age) * (1 - 1e-9));
        }

        Assert.True(plan.CostAt(age) < plan.CostOfWaiting);

        // What does not wear out is not renewed before its time, nor what costs the same either way.
        Assert.Null(new AgeReplacement(lives with { Shape = 0.9 }, planned, unplanned).CheapestAge);
        Assert.Null(new AgeReplacement(lives, planned, planned).CheapestAge);
    }
}
