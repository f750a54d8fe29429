using SturdyTinker.Core.Evidence;
using SturdyTinker.Core.Evidence.Questions;
using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests;

/// <summary>What the record advises, asked as a foreman would who does not believe it.</summary>
public sealed class IntervalQuestionTests
{
    private static readonly DateOnly Today = new(2026, 11, 30);
    private static readonly RunningGear Gear = GearDefaults.For(1, 3_500);
    private static readonly CountedKind Repack = CountedKind.Find("repack")!;

    private static EvidenceTerms Terms(Upkeep? upkeep = null) => new(
        Today,
        "USD",
        96,
        name => Core.Parts.Part.Named(name)?.Price,
        PracticeChoices.Defaults,
        upkeep ?? new Upkeep(),
        _ => "Customer",
        _ => "Person",
        _ => "the delivery of May 12, 2025");

    // Repacks on trailers, gone by a Weibull distribution in months, looked at every so often until renewed.
    private static LivesOfKind Made(
        int trailers,
        int each,
        double shape,
        double months,
        int lookMonths,
        int seed,
        string use = "")
    {
        Random random = new(seed);
        List<OwnedLife> lives = [];
        for (int t = 0; t < trailers; t++)
        {
            CountedTrailer trailer = new(
                Guid.CreateVersion7(),
                (seed * 1_000) + t,
                $"T-{t}",
                Guid.Empty,
                Gear,
                use.Length > 0 ? [use] : [],
                5,
                4_000);
            for (int i = 0; i < each; i++)
            {
                double look = (lookMonths + (lookMonths * 0.8 * (random.NextDouble() - 0.5))) * CountedKind.Month;
                double end = months * CountedKind.Month * Math.Pow(-Math.Log(1 - random.NextDouble()), 1 / shape);
                double found = Math.Ceiling(end / look) * look, last = look * 3;
                Life days = found <= last ? Life.Between(found - look, found) : Life.Lasting(last);
                lives.Add(new OwnedLife(
                    trailer,
                    new CountedLife(i % 2 == 0 ? "axle-1-left" : "axle-1-right", Today.AddYears(-5), days),
                    null));
            }
        }

        return new LivesOfKind(Repack, lives, NotCounted.None);
    }

    private static EvidenceCard Plain(LivesOfKind lives, Upkeep? upkeep = null) =>
        IntervalQuestion.Ask(new LivesByUse(lives), Terms(upkeep)).Single(c => c.Code == "interval/repack/plain");

    [Fact]
    public void Nothing_is_advised_out_of_little()
    {
        Assert.Empty(IntervalQuestion.Ask(new LivesByUse(new(Repack, [], NotCounted.None)), Terms()));
        EvidenceCard one = Plain(Made(1, 1, 2, 20, 12, 1));
        Assert.Equal(EvidenceStanding.NotEnough, one.Standing);
        Assert.False(one.Advice!.MayTake);
        Assert.Contains("more repacks", one.ToKnow, StringComparison.Ordinal);

        // None gone at all, however many: it can't be said how long would be too long.
        EvidenceCard none = Plain(Made(60, 2, 6, 4_000, 12, 2));
        Assert.Equal(EvidenceStanding.NotEnough, none.Standing);

        // Many repacks of one trailer are one trailer.
        Assert.Equal(EvidenceStanding.NotEnough, Plain(Made(1, 80, 2, 20, 12, 3)).Standing);
    }

    [Fact]
    public void What_wears_out_early_is_to_be_renewed_sooner_and_what_lasts_later()
    {
        EvidenceCard soon = Plain(Made(60, 4, 3, 14, 4, 4)), late = Plain(Made(60, 4, 3, 70, 15, 5));
        Assert.Equal(EvidenceStanding.Act, soon.Standing);
        Assert.True(soon.Advice!.HighMonths < 12, soon.Answer);
        Assert.Contains("shorter", soon.Answer, StringComparison.Ordinal);
        Assert.Equal(EvidenceStanding.Act, late.Standing);
        Assert.True(late.Advice!.LowMonths > 12, late.Answer);
        Assert.Contains("longer", late.Answer, StringComparison.Ordinal);
        Assert.All([soon, late], c => Assert.True(c.Advice!.MayTake));
        Assert.Contains("Your own 240 repacks say", soon.Advice.Hint, StringComparison.Ordinal);
    }

    /// <summary>
    /// Nothing lengthens it past one in ten gone, past what was watched, or past two years; and what it is made
    /// shorter to costs at most a twentieth more than what stood.
    /// </summary>
    [Fact]
    public void It_is_lengthened_only_as_far_as_is_known_and_shortened_only_for_little_money()
    {
        int longer = 0, shorter = 0;
        for (int seed = 10; seed < 40; seed++)
        {
            LivesOfKind lives = Made(40, 3, 1.2 + (seed % 4), 8 + (seed * 2 % 70), 6 + (seed % 11), seed);
            EvidenceCard card = Plain(lives);
            AdvisedInterval advice = card.Advice!;
            double watched = lives.Lives
                .Select(l => l.Life.Days.High ?? l.Life.Days.Low)
                .OrderDescending()
                .ElementAt(4);
            WeibullLives fit = lives.InDays(Repack.Days);
            if (advice.Months > 12)
            {
                longer++;
                Assert.True(advice.Months * CountedKind.Month <= watched + 1, card.Answer);
                Assert.True(1 - fit.SurvivesAt(advice.Months * CountedKind.Month) <= 0.101, card.Answer);
                Assert.True(advice.Months <= 24);
            }

            shorter += advice.Months < 12 ? 1 : 0;
            double Cost(int months) => card.Plot!.Series[0].Points.MinBy(p => Math.Abs(p.X - months))!.Y;
            Assert.True(advice.Months >= 12 || Cost(advice.Months) <= Cost(12) * 1.12, card.Answer);
            Assert.InRange(advice.Months, advice.LowMonths, advice.HighMonths);
        }

        Assert.True(longer > 3 && shorter > 3, $"{longer} longer, {shorter} shorter");
    }

    /// <summary>
    /// The stated range holds the interval that the true lives would say, 87 times in a hundred or oftener: a bound
    /// that is rounded to whole months outwards holds a little oftener.
    /// </summary>
    [Fact]
    public void The_range_of_an_advice_holds_the_truth()
    {
        int held = 0, told = 0;
        WeibullLives truth = new(2.5, 30 * CountedKind.Month, 0, 0, 0, 0);
        for (int seed = 100; seed < 180; seed++)
        {
            AdvisedInterval advice = Plain(Made(30, 2, 2.5, 30, 8, seed)).Advice!;
            told++;
            double early = truth.AgeBy(0.1) / CountedKind.Month;
            held += advice.LowMonths <= early + 0.5 && early - 0.5 <= advice.HighMonths ? 1 : 0;
        }

        Assert.True(held >= told * 0.85, $"{held} of {told}");
    }

    /// <summary>Ten times as many of the same kind never make it less sure, on the average of many shops.</summary>
    [Fact]
    public void More_of_the_same_makes_it_surer()
    {
        double Width(int trailers) => Enumerable.Range(0, 12).Average(seed =>
        {
            WeibullLives fit = Made(trailers, 2, 2.5, 30, 8, 200 + seed).InDays(Repack.Days);
            (double low, double high) = fit.RangeOfAgeBy(0.1, 0.9);
            return Math.Log(high / low);
        });
        double[] widths = [Width(5), Width(15), Width(45), Width(135)];
        Assert.Equal(widths.OrderDescending(), widths);
        Assert.True(widths[^1] < widths[0] / 2);
    }

    /// <summary>
    /// A thin group leans on the others and says so; a thick one stands by itself. Groups that truly differ as much as
    /// is supposed are held by their stated ranges 87 to 93 times in a hundred.
    /// </summary>
    [Fact]
    public void A_thin_group_borrows_and_says_how_much()
    {
        WeibullPrior others = new(2.2, 0.2, 900, 0.5);
        Random random = new(31);
        int held = 0;
        const int trials = 600;
        double thin = 0, thick = 0;
        for (int i = 0; i < trials; i++)
        {
            double shape = 2.2 * Math.Exp(0.2 * MathNet.Numerics.Distributions.Normal.Sample(random, 0, 1));
            double scale = 900 * Math.Exp(0.5 * MathNet.Numerics.Distributions.Normal.Sample(random, 0, 1));
            Life[] lives = [.. Enumerable.Range(0, 8)
                .Select(_ => scale * Math.Pow(-Math.Log(1 - random.NextDouble()), 1 / shape))
                .Select(age => age < 800 ? Life.Ended(age) : Life.Lasting(800))];
            WeibullLives fit = WeibullLives.Of(lives, others)!;
            (double low, double high) = fit.RangeOfAgeBy(0.1, 0.9);
            double truth = scale * Math.Pow(-Math.Log(0.9), 1 / shape);
            held += low <= truth && truth <= high ? 1 : 0;
            thin += fit.Borrowed / trials;
        }

        Assert.InRange(100d * held / trials, 87, 93);
        Life[] many = [.. Enumerable.Range(0, 400)
            .Select(i => Life.Ended(600 * Math.Pow(-Math.Log((i + 0.5) / 400), 0.5)))];
        thick = WeibullLives.Of(many, others)!.Borrowed;
        Assert.Equal(1, WeibullLives.Of([], others)!.Borrowed, 3);
        Assert.True(thin is > 0.1 and < 0.9 && thick < 0.05, $"{thin} {thick}");
        Assert.Equal("", Borrowing.InWords(thick, "others"));
        Assert.Contains("borrowed from others", Borrowing.InWords(0.4, "others"), StringComparison.Ordinal);
    }

    /// <summary>
    /// What is worn soon is looked at early, and what is worn late is looked at late: all together look as if the weak
    /// ones went first, though every use wears out. What a thin use borrows is free of it, and its ranges hold the
    /// truth as often as they say, where uses differ as much as is supposed.
    /// </summary>
    [Fact]
    public void Uses_that_are_looked_at_at_different_ages_are_not_thrown_together()
    {
        Random random = new(51);
        double Off(double by) => Math.Exp(by * MathNet.Numerics.Distributions.Normal.Sample(random, 0, 1));
        const int trials = 300;
        int held = 0, pooled = 0, falling = 0;
        for (int i = 0; i < trials; i++)
        {
            List<OwnedLife> all = [];
            (double Shape, double Months) thin = default;
            foreach ((string use, int trailers) in new[] { ("", 40), (Use.Launched, 30), ("heavy", 25), ("salt", 5) })
            {
                thin = (2.2 * Off(0.2), 30 * Off(0.5));
                int look = (int)Math.Max(2, thin.Months / 5), from = 1_000_000 * use.Length;
                all.AddRange(Made(trailers, 2, thin.Shape, thin.Months, look, 500 + i, use)
                    .Lives
                    .Select(l => l with { Trailer = l.Trailer with { Number = l.Trailer.Number + from } }));
            }

            LivesOfKind of = new(Repack, all, NotCounted.None);
            LivesByUse byUse = new(of);
            double truth = new WeibullLives(thin.Shape, thin.Months * CountedKind.Month, 0, 0, 0, 0).AgeBy(0.1);
            (double low, double high) = byUse.InDays("salt").RangeOfAgeBy(0.1, 0.9);
            held += low <= truth && truth <= high ? 1 : 0;

            // As it would be with all the others thrown together.
            WeibullLives others = (of with { Lives = [.. all.Where(l => !l.Trailer.Uses.Contains("salt"))] })
                .InDays(Repack.Days);
            falling += others.Shape < 1.6 ? 1 : 0;
            pooled += byUse.InDays("salt").Shape > others.Shape ? 1 : 0;
        }

        Assert.InRange(100d * held / trials, 87, 94.5);
        Assert.True(
            falling > trials / 3 && pooled > trials * 0.6,
            $"the test would not show it: {falling} {pooled}");
    }

    /// <summary>Common practice counts once, however many thin uses lean on it; with no other use, all of it does.</summary>
    [Fact]
    public void Nothing_is_learned_from_uses_that_say_nothing()
    {
        LivesOfKind one = Made(30, 2, 2.5, 30, 8, 61);
        List<OwnedLife> silent = [.. new[] { "salt", "heavy", "rough", "light", Use.Launched }.SelectMany(use =>
            Made(1, 1, 2.5, 30, 1, 62, use).Lives.Select(
                l => l with { Life = l.Life with { Days = Life.Lasting(1) } }))];
        WeibullLives alone = new LivesByUse(one).InDays("");
        WeibullLives beside = new LivesByUse(one with { Lives = [.. one.Lives, .. silent] }).InDays("");
        Assert.Equal(alone.Shape, beside.Shape, 2);
        Assert.Equal(alone.ScaleError, beside.ScaleError, 3);
        Assert.Equal(alone.ShapeError, beside.ShapeError, 3);

        // And nobody's record is common practice itself, as wide.
        WeibullLives none = new LivesByUse(one with { Lives = [.. silent] }).InDays("");
        Assert.Equal(Repack.Days.ScaleSpread, none.ScaleError, 2);
        Assert.Equal(1, Repack.Days.Scale / none.Scale, 1);
    }

    /// <summary>
    /// Four wheel ends of one trailer that go together are no four trailers: the range is as wide as a quarter of them
    /// would make it, and holds as often as it says.
    /// </summary>
    [Fact]
    public void Lives_of_one_trailer_do_not_count_as_many()
    {
        Random random = new(41);
        int held = 0, naive = 0;
        const int trials = 400;
        double truth = 600 * Math.Pow(-Math.Log(0.9), 1 / 2.2);
        for (int i = 0; i < trials; i++)
        {
            List<Life> lives = [];
            List<int> owners = [];
            for (int t = 0; t < 20; t++)
            {
                double age = 600 * Math.Pow(-Math.Log(1 - random.NextDouble()), 1 / 2.2);
                for (int end = 0; end < 4; end++)
                {
                    lives.Add(age < 800 ? Life.Ended(age) : Life.Lasting(800));
                    owners.Add(t);
                }
            }

            bool Holds(WeibullLives fit) =>
                fit.RangeOfAgeBy(0.1, 0.9) is var (low, high) && low <= truth && truth <= high;
            held += Holds(WeibullLives.Of(lives, owners: owners)!) ? 1 : 0;
            naive += Holds(WeibullLives.Of(lives)!) ? 1 : 0;
        }

        Assert.True(held >= trials * 0.83, $"{held} of {trials}");
        Assert.True(naive < trials * 0.7, $"the test would not show it: {naive}");
    }

    /// <summary>
    /// Miles are advised where they tell the end, and not where time does: two clocks that both run out at one in ten
    /// would renew twice as many.
    /// </summary>
    [Fact]
    public void Miles_are_advised_where_the_road_wears_them()
    {
        LivesOfKind Worn(bool byRoad)
        {
            Random random = new(71);
            LivesOfKind made = Made(80, 2, byRoad ? 1.2 : 2.5, 40, 8, 72);
            return made with
            {
                Lives =
                [
                    .. made.Lives.Select(l =>
                    {
                        // Trailers run 2,000 to 12,000 miles a year.
                        double perDay = (2_000 + (10_000 * random.NextDouble())) / 365;
                        double end = 30_000 * Math.Pow(-Math.Log(1 - random.NextDouble()), 1 / 2.5) / perDay;
                        double look = 9 * CountedKind.Month, found = Math.Ceiling(end / look) * look, last = look * 3;
                        Life days = !byRoad ? l.Life.Days
                            : found <= last ? Life.Between(found - look, found)
                            : Life.Lasting(last);
                        return l with
                        {
                            Life = l.Life with
                            {
                                Days = days,
                                Miles = new Life(days.Low * perDay, days.High * perDay)
                            }
                        };
                    }),
                ]
            };
        }

        // By a truth of 30,000 and 2.5, one in ten is gone by 12,200 miles.
        Assert.InRange(Plain(Worn(byRoad: true)).Advice!.Miles ?? 0, 8_000, 15_000);
        Assert.Null(Plain(Worn(byRoad: false)).Advice!.Miles);
    }

    /// <summary>Nothing is told of ages that nobody has watched but of what is there and what is advised.</summary>
    [Fact]
    public void No_figure_is_given_of_what_nobody_watched()
    {
        EvidenceCard card = Plain(Made(40, 3, 2.5, 40, 6, 73));
        Assert.DoesNotContain(card.Rows, r => r[0].StartsWith("36 ", StringComparison.Ordinal));
        Assert.True(card.Plot!.Series[0].Points[^1].X <= 26);
        EvidenceCard one = Plain(Made(1, 12, 2, 20, 12, 74));
        Assert.DoesNotContain(one.Rows, r => r[0].Contains("by the record", StringComparison.Ordinal));
        Assert.Contains("of 2 other trailers at least", one.ToKnow, StringComparison.Ordinal);
    }

    [Fact]
    public void Advice_differs_by_use_and_each_is_beside_its_own_interval()
    {
        LivesOfKind plain = Made(50, 3, 2.5, 60, 12, 6), wet = Made(50, 3, 2.5, 20, 6, 7, Use.Launched);
        List<EvidenceCard> cards = [.. IntervalQuestion.Ask(
            new LivesByUse(plain with { Lives = [.. plain.Lives, .. wet.Lives] }),
            Terms())];
        AdvisedInterval dry = cards.Single(c => c.Advice!.Use.Length == 0).Advice!;
        AdvisedInterval launched = cards.Single(c => c.Advice!.Use == Use.Launched).Advice!;
        Assert.True(launched.HighMonths < dry.LowMonths, $"{launched.Hint} {dry.Hint}");
        Assert.All(cards, c => Assert.Equal(150, c.Advice!.Counted));

        // Taken over, the choice says of how many it was read, and the question is answered.
        IntervalChoice taken = launched.Choice(null);
        Assert.Equal((150, launched.Months), (taken.Counted!.Value, taken.Months!.Value));
    }

    /// <summary>
    /// What was taken over for a use stands before the shop's own and in the place of the use's factor; what somebody
    /// chose for the trailer or its customer stands before it; of two uses the shorter holds.
    /// </summary>
    [Fact]
    public void What_was_taken_over_for_a_use_holds_on_trailers_used_so()
    {
        DueRule rule = DueRules.Find("wear-look")!;
        IReadOnlyDictionary<string, IntervalChoice> For(int months, int? counted) =>
            new Dictionary<string, IntervalChoice>
            {
                [rule.Code] = new(true, months, 5_000) { Counted = counted }
            };
        Upkeep shop = new()
        {
            Shop = For(10, null),
            ByUse = new Dictionary<string, IReadOnlyDictionary<string, IntervalChoice>>
            {
                [Use.Launched] = For(7, 60),
                ["salt"] = For(8, 41)
            }
        };
        (int, string) Of(Upkeep upkeep, params string[] uses) =>
            (upkeep with { Uses = uses }).For(rule, true) is var (interval, _)
                ? (interval.Months, interval.Source)
                : default;
        Assert.Equal(10, Of(shop).Item1);
        Assert.Equal((7, "this shop, n = 60"), Of(shop, Use.Launched));
        Assert.Equal((8, "this shop, n = 41"), Of(shop, "salt"));

        // Heavy besides, it is shortened as ever; launched and in salt, the shorter of both with the other's factor.
        Assert.Equal(5, Of(shop, Use.Launched, "heavy").Item1);
        Assert.True(Of(shop, Use.Launched, "salt").Item1 <= 7);
        Assert.Equal(4, Of(shop with { Trailer = For(4, null), Uses = [Use.Launched] }).Item1);
        Assert.Equal(3, Of(shop with { Customer = For(6, null) }, Use.Launched).Item1);
    }

    [Fact]
    public void Sentences_are_whole_and_free_of_nonsense()
    {
        foreach (EvidenceCard card in Enumerable.Range(300, 12).SelectMany(seed => IntervalQuestion.Ask(
            new LivesByUse(
                Made(2 + ((seed % 5) * 9), 1 + (seed % 3), 0.8 + (seed % 4), 4 + (7 * (seed % 7)), 3 + (seed % 12), seed)),
            Terms())))
        {
            foreach (string words in card.Notes.Append(card.Answer).Append(card.HowSure).Append(card.ToKnow).Append(
                card.Advice!.Hint))
            {
                Assert.DoesNotContain("NaN", words, StringComparison.Ordinal);
                Assert.DoesNotContain("∞", words, StringComparison.Ordinal);
                Assert.DoesNotContain("  ", words, StringComparison.Ordinal);
                Assert.True(words.Length == 0 || words.EndsWith('.'), words);
            }

            Assert.All(card.Plot!.Series.SelectMany(s => s.Points), p => Assert.True(double.IsFinite(p.Y)));
            Assert.All(card.Rows, r => Assert.Equal(card.Head.Count, r.Count));
        }
    }
}
