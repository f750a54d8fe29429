using SturdyTinker.Core.Evidence;
using SturdyTinker.Core.Evidence.Questions;
using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests;

/// <summary>
/// What is asked of the record beside intervals: told where it is so, and cried no oftener than stated where it is not.
/// </summary>
public sealed class QuestionTests
{
    private static readonly DateOnly Today = new(2026, 11, 30);
    private static readonly RunningGear Gear = GearDefaults.For(1, 3_500);
    private static readonly Guid[] People = [.. Enumerable.Range(0, 5).Select(_ => Guid.CreateVersion7())];

    private static EvidenceTerms Terms { get; } = new(
        Today,
        "USD",
        96,
        name => Core.Parts.Part.Named(name)?.Price,
        PracticeChoices.Defaults,
        new Upkeep(),
        id => $"Customer {Array.IndexOf(People, id)}",
        id => $"Person {Array.IndexOf(People, id)}",
        id => $"the delivery of {id}");

    private static CountedTrailer Trailer(int number, Guid? customer = null, double years = 3, params string[] uses) =>
        new(Guid.CreateVersion7(), number, $"T-{number}", customer ?? People[0], Gear, uses, years, 4_000);

    private static double Normal(Random random) => MathNet.Numerics.Distributions.Normal.Sample(random, 0, 1);

    private static List<PastEndPlay> EndPlays(Random random, int people, double off) =>
    [
        .. Enumerable.Range(0, people).SelectMany(p => Enumerable.Range(0, 30).Select(i => new PastEndPlay(
            People[p],
            i % 2 == 0 ? "castle slight-play" : "double",
            (i % 2 == 0 ? 0.006 : 0.003) + (0.0012 * Normal(random)) + (p == people - 1 ? off : 0)))),
    ];

    [Fact]
    public void An_end_play_that_is_off_is_a_question_about_the_gauge()
    {
        Random random = new(1);
        EvidenceCard card = EndPlayQuestion.Ask(EndPlays(random, 4, 0.003), Terms)!;
        Assert.Equal((EvidenceStanding.Act, EvidenceTopic.Calibration), (card.Standing, card.Topic));
        Assert.StartsWith("Person 3’s figures lie 0.003 in above", card.Answer, StringComparison.Ordinal);
        Assert.Contains("dial indicator", card.Answer, StringComparison.Ordinal);
        Assert.DoesNotContain("Person 0", card.Answer, StringComparison.Ordinal);

        // Of two people nobody can say which gauge it is: both are named.
        EvidenceCard two = EndPlayQuestion.Ask(EndPlays(random, 2, 0.004), Terms)!;
        Assert.Contains("Person 0", two.Answer, StringComparison.Ordinal);
        Assert.Contains("Person 1", two.Answer, StringComparison.Ordinal);
        Assert.Equal(
            EvidenceStanding.NotEnough,
            EndPlayQuestion.Ask([.. EndPlays(random, 1, 0)], Terms)!.Standing);
        Assert.Null(EndPlayQuestion.Ask([], Terms));
        int cried = Enumerable.Range(0, 300).Count(
            _ => EndPlayQuestion.Ask(EndPlays(random, 4, 0), Terms)!.Standing == EvidenceStanding.Act);
        Assert.True(cried <= 18, $"{cried} of 300");
    }

    [Fact]
    public void A_quarter_of_come_backs_is_told_and_a_steady_trickle_is_not()
    {
        Random random = new(2);
        List<(DateOnly, bool)> Visits(double bad) =>
        [
            .. Enumerable.Range(0, 480).Select(i =>
            {
                DateOnly on = Today.AddDays(-i * 2);
                bool its = on >= new DateOnly(2026, 4, 1) && on < new DateOnly(2026, 7, 1);
                return (on, random.NextDouble() < (its ? bad : 0.05));
            }),
        ];
        EvidenceCard card = ComeBackQuestion.Ask(Visits(0.4), Today)!;
        Assert.Equal(EvidenceStanding.Act, card.Standing);
        Assert.Contains("Apr 2026", card.Answer, StringComparison.Ordinal);
        int cried = Enumerable.Range(0, 300).Count(
            _ => ComeBackQuestion.Ask(Visits(0.05), Today)!.Standing == EvidenceStanding.Act);
        Assert.True(cried <= 18, $"{cried} of 300");

        // Small shops are cried at no oftener; and where none ever came back, a bad quarter is no less bad.
        int small = Enumerable.Range(0, 600).Count(_ => ComeBackQuestion.Ask(
            [.. Enumerable.Range(0, 50).Select(i => (Today.AddDays(-i * 15), random.NextDouble() < 0.08))],
            Today)!.Standing == EvidenceStanding.Act);
        Assert.True(small <= 36, $"{small} of 600");
        EvidenceCard first = ComeBackQuestion.Ask(
            [.. Enumerable.Range(0, 200).Select(i => (Today.AddDays(-i * 5), i is > 20 and < 30))],
            Today)!;
        Assert.Equal(EvidenceStanding.Act, first.Standing);
        Assert.Contains("0\u00a0% is usual", first.Answer, StringComparison.Ordinal);

        // What is drawn as odd is what is said to be: the dots at or above the line are the ones with a name.
        PlotSeries dots = card.Plot!.Series[0], line = card.Plot.Series[1];
        Assert.All(line.Points, limit => Assert.Equal(
            dots.Points.Single(d => d.X == limit.X).Y >= limit.Y,
            dots.Points.Single(d => d.X == limit.X).Name.Length > 0));
        Assert.Equal(EvidenceStanding.NotEnough, ComeBackQuestion.Ask([(Today, true)], Today)!.Standing);
        Assert.Null(ComeBackQuestion.Ask([], Today));
    }

    [Fact]
    public void A_customer_who_overloads_is_told_and_one_bad_trailer_is_none()
    {
        Random random = new(3);
        List<(CountedTrailer, int)> Trailers(double much) =>
        [
            .. Enumerable.Range(0, 100).Select(i => (
                Trailer(i, People[i % 5], 4),
                MathNet.Numerics.Distributions.Poisson.Sample(random, 0.15 * (i % 5 == 4 ? much : 1)))),
        ];
        EvidenceCard card = OverloadQuestion.Ask(Trailers(8), Terms)!;
        Assert.Equal(EvidenceStanding.Act, card.Standing);
        Assert.StartsWith("Customer 4’s trailers", card.Answer, StringComparison.Ordinal);
        Assert.Contains("weigh one", card.Answer, StringComparison.Ordinal);
        int cried = Enumerable.Range(0, 300).Count(
            _ => OverloadQuestion.Ask(Trailers(1), Terms) is { Standing: EvidenceStanding.Act });
        Assert.True(cried <= 18, $"{cried} of 300");

        // A spring that lies flat is found flat at every visit: it is one.
        Assert.Equal(
            (0, 1, 2),
            (OverloadQuestion.YearsWithSigns([]),
                OverloadQuestion.YearsWithSigns([Today, Today.AddDays(-20), Today.AddDays(-364)]),
                OverloadQuestion.YearsWithSigns([Today, Today.AddDays(-20), Today.AddDays(-390)])));

        // All signs on one trailer are that trailer.
        List<(CountedTrailer, int)> one = [.. Enumerable.Range(0, 40).Select(
            i => (Trailer(i, People[i % 5], 4), i == 7 ? 12 : 0))];
        Assert.Equal(EvidenceStanding.Fine, OverloadQuestion.Ask(one, Terms)!.Standing);
        Assert.Null(OverloadQuestion.Ask([.. one.Select(t => (t.Item1, 0))], Terms));
    }

    [Fact]
    public void A_trailer_that_costs_thrice_as_much_is_asked_about_by_what_it_costs_above_the_usual()
    {
        TrailerKeeping Kept(
            int number,
            double cost,
            double? miles = 9_000,
            double years = 3,
            params double[] renewed) => new(Trailer(number), years, cost, miles, renewed, years * 365);
        List<TrailerKeeping> all =
        [
            .. Enumerable.Range(0, 9).Select(i => Kept(i, 900 + (10 * i))),
            Kept(20, 3_000, null, 3, 700, 800, 900, 980, 1_040, 1_080),
            Kept(21, 9_000, 9_000, 0.4),
        ];
        (EvidenceCard? card, IReadOnlyDictionary<Guid, CostBeside> each) = KeepingQuestion.Ask(all, Terms);
        Assert.Equal(EvidenceStanding.Act, card!.Standing);
        Assert.Contains("T-20 (3.2 times)", card.Answer, StringComparison.Ordinal);
        Assert.DoesNotContain("T-21", card.Answer, StringComparison.Ordinal);
        CostBeside dear = each[all[9].Trailer.Id];
        Assert.Equal((1_000, 316.67m), (dear.AYear, dear.UsualAYear));
        Assert.Null(dear.PerThousand);
        Assert.Contains("$683 a year above the usual", dear.Words, StringComparison.Ordinal);
        Assert.Contains("oftener and oftener", dear.Words, StringComparison.Ordinal);
        Assert.DoesNotContain("above the usual", each[all[0].Trailer.Id].Words, StringComparison.Ordinal);
        Assert.False(each.ContainsKey(all[10].Trailer.Id));

        // Two alike are no usual; nothing known for a year is no question.
        Assert.Null(KeepingQuestion.Ask([.. all.Take(2)], Terms).Each[all[0].Trailer.Id].UsualAYear);
        Assert.Null(KeepingQuestion.Ask([all[10]], Terms).Card);
    }

    // Repacks by two practices on as many trailers, each life of its own trailer.
    private static LivesOfKind TwoWays(Random random, int one, int other, double times, string useOfOne = "")
    {
        PracticeChoices no = PracticeChoices.Defaults.With(
            new Dictionary<string, string> { [PracticeQuestions.NutSetting.Code] = "no-play" });
        return new LivesOfKind(
            CountedKind.Find("repack")!,
            [
                .. Enumerable.Range(0, one + other).Select(i =>
                {
                    double age = 700 * (i < one ? times : 1) * Math.Pow(-Math.Log(1 - random.NextDouble()), 0.5);
                    double look = 250 + (200 * random.NextDouble()), found = Math.Ceiling(age / look) * look;
                    return new OwnedLife(
                        i < one && useOfOne.Length > 0 ? Trailer(i, null, 3, useOfOne) : Trailer(i),
                        new CountedLife(
                            "axle-1-left",
                            Today.AddYears(-4),
                            found <= 3 * look ? Life.Between(found - look, found) : Life.Lasting(3 * look)),
                        i < one ? no : PracticeChoices.Defaults);
                }),
            ],
            NotCounted.None);
    }

    private static EvidenceCard Nut(LivesOfKind of) =>
        DiffersQuestion.Ask(of).Single(c => c.Code == "differs/repack/nut-setting/no-play");

    [Fact]
    public void Two_ways_are_told_apart_where_they_differ_and_seldom_where_they_do_not()
    {
        Random random = new(4);
        EvidenceCard twice = Nut(TwoWays(random, 150, 200, 2));
        Assert.Equal(EvidenceStanding.Act, twice.Standing);
        Assert.StartsWith("Yes: “no play” holds longer", twice.Answer, StringComparison.Ordinal);
        int cried = Enumerable.Range(0, 200).Count(
            _ => Nut(TwoWays(random, 60, 80, 1)).Standing == EvidenceStanding.Act);
        Assert.True(cried <= 7, $"{cried} of 200");

        // As many as it says there would have to be tell twice as long four times in five, about.
        int told = Enumerable.Range(0, 60).Count(
            _ => Nut(TwoWays(random, 40, 40, 2)) is { Standing: EvidenceStanding.Act });
        Assert.True(told >= 30, $"{told} of 60");
    }

    [Fact]
    public void Not_enough_says_how_many_more_and_that_shrinks()
    {
        Random random = new(5);
        EvidenceCard few = Nut(TwoWays(random, 4, 30, 1)), more = Nut(TwoWays(random, 14, 30, 1));
        Assert.All([few, more], c => Assert.Equal(EvidenceStanding.NotEnough, c.Standing));
        int Asks(EvidenceCard card) => int.Parse(
            card.ToKnow.Split("about ")[1].Split(' ')[0],
            System.Globalization.NumberStyles.AllowThousands,
            System.Globalization.CultureInfo.InvariantCulture);
        Assert.InRange(Asks(few), 5, 120);
        Assert.True(Asks(more) < Asks(few), $"{few.ToKnow} {more.ToKnow}");
    }

    /// <summary>A way that only launched trailers are done in is not held against dry ones.</summary>
    [Fact]
    public void Like_is_held_against_like()
    {
        Random random = new(6);
        EvidenceCard apart = Nut(TwoWays(random, 100, 100, 0.3, Use.Launched));
        Assert.Equal(EvidenceStanding.NotEnough, apart.Standing);
        Assert.Contains("used alike", apart.Answer, StringComparison.Ordinal);
        LivesOfKind wet = TwoWays(random, 60, 60, 1), dry = TwoWays(random, 10, 200, 1);
        LivesOfKind mixed = wet with
        {
            Lives =
            [
                .. wet.Lives.Select(l => l with
                {
                    Trailer = l.Trailer with { Uses = [Use.Launched], Number = l.Trailer.Number + 5_000 },
                    Life = l.Life with { Days = new Life(l.Life.Days.Low / 4, l.Life.Days.High / 4) }
                }),
                .. dry.Lives,
            ]
        };
        EvidenceCard even = Nut(mixed);
        Assert.NotEqual(EvidenceStanding.Act, even.Standing);

        // “No play” was done mostly on launched ones, and its figures are no worse for that.
        double Early(int row) => double.Parse(
            even.Rows[row][3].Split(' ')[0],
            System.Globalization.CultureInfo.InvariantCulture);
        Assert.InRange(Early(0) / Early(1), 0.6, 1.7);
    }

    /// <summary>How long it holds is said by use: all together would be nobody's, and look unlike wear.</summary>
    [Fact]
    public void How_long_it_holds_is_told_by_use()
    {
        Random random = new(8);
        LivesOfKind dry = TwoWays(random, 0, 200, 1), wet = TwoWays(random, 0, 150, 1);
        EvidenceCard card = LastsQuestion.Ask(new LivesByUse(dry with
        {
            Lives =
            [
                .. dry.Lives,
                .. wet.Lives.Select(l => l with
                {
                    Trailer = l.Trailer with { Uses = [Use.Launched], Number = l.Trailer.Number + 5_000 },
                    Life = l.Life with { Days = new Life(l.Life.Days.Low / 4, l.Life.Days.High / 4) }
                }),
            ]
        }))!;
        Assert.Equal(["In plain use", "Launched"], card.Rows.Select(r => r[0]));
        Assert.StartsWith("In plain use, one in ten is gone by", card.Answer, StringComparison.Ordinal);
        Assert.Contains("Launched, one in ten is gone by", card.Answer, StringComparison.Ordinal);
        Assert.Contains("Launched: sooner than in plain use", card.HowSure, StringComparison.Ordinal);
        Assert.Contains("they wear out", card.HowSure, StringComparison.Ordinal);

        // Two trailers, however often repacked, are no answer.
        EvidenceCard two = LastsQuestion.Ask(new LivesByUse(dry with
        {
            Lives = [.. dry.Lives.Select(l => l with { Trailer = l.Trailer with { Number = l.Trailer.Number % 2 } })]
        }))!;
        Assert.Equal(EvidenceStanding.NotEnough, two.Standing);
        Assert.Contains("of other trailers", two.ToKnow, StringComparison.Ordinal);
    }

    // A year-by-year past of one trailer; what its seals came by, and whether they held.
    private static TrailerPast Past(int number, Guid delivery, bool bad, Random random)
    {
        List<PastLook> looks = [];
        List<PastJob> work = [];
        List<PastPart> parts = [];
        foreach (int ago in new[] { 1_500, 1_150, 800, 450, 100 })
        {
            Guid visit = Guid.CreateVersion7();
            DateOnly on = Today.AddDays(-ago - random.Next(40));
            bool gone = ago < 1_500 && ((bad && ago == 800) || random.Next(20) == 0);
            looks.Add(new PastLook(
                visit,
                "axle-1-left",
                gone ? "grease-milky" : "grease-black",
                Subject.Grease,
                on,
                gone ? Verdict.Renew : Verdict.Sound));
            work.Add(new PastJob("bearing-repack", "axle-1-left", on, visit));
            parts.Add(new PastPart(
                visit,
                "axle-1-left",
                "SEAL-1719-2565",
                on,
                ago is 1_150 or 100 ? delivery : People[1]));
        }

        return new TrailerPast(
            Guid.CreateVersion7(),
            $"T-{number}",
            People[number % 5],
            Gear,
            [],
            Today.AddYears(-5),
            Today)
        {
            Looks = looks,
            Work = work,
            Parts = parts,
            MilesAt = day => 10 * (day.DayNumber - 700_000)
        };
    }

    /// <summary>
    /// Read out of whole pasts: the delivery is caught, what is still in of it is called back though nobody has looked
    /// at it, and nothing hangs on the order in which trailers are taken in.
    /// </summary>
    [Fact]
    public void A_book_calls_back_what_is_still_in_whatever_the_order()
    {
        Random random = new(7);
        List<TrailerPast> pasts = [.. Enumerable.Range(0, 40).Select(
            i => Past(i, i < 12 ? People[2] : People[3], i < 12, random))];
        EvidenceFound Of(IEnumerable<TrailerPast> order)
        {
            EvidenceBook book = new(Terms);
            foreach (TrailerPast past in order)
            {
                book.Add(past);
            }

            return book.Conclude();
        }

        EvidenceFound found = Of(pasts), back = Of(Enumerable.Reverse(pasts));
        EvidenceCard delivery = found.Cards.Single(c => c.Code == "wrong/delivery/seal");
        Assert.Equal(EvidenceStanding.Act, delivery.Standing);
        Assert.Contains("12 seals of it still in, on 12 trailers.", delivery.Answer, StringComparison.Ordinal);
        Assert.Equal(12, found.Trailers.Values.Count(t => t.Suspect.Count == 1));
        Assert.Equal(
            found.Cards.Select(c => (c.Code, c.Standing, c.Answer)),
            back.Cards.Select(c => (c.Code, c.Standing, c.Answer)));
        Assert.Contains(
            found.Cards.Single(c => c.Code == "lasts/repack").Notes,
            n => n.Contains("left out", StringComparison.Ordinal));

        // Every card is whole: its rows as wide as its head, every sentence ended, no figure that is none.
        Assert.All(found.Cards, card =>
        {
            Assert.All(card.Rows, r => Assert.Equal(card.Head.Count, r.Count));
            Assert.All(
                card.Notes.Append(card.Answer).Append(card.HowSure).Append(card.ToKnow).Where(w => w.Length > 0),
                w => Assert.True(w.EndsWith('.') || w.EndsWith('?'), w));
            Assert.DoesNotContain("NaN", string.Join(' ', card.Rows.SelectMany(r => r)), StringComparison.Ordinal);
        });
        Assert.DoesNotContain(Of([]).Cards, c => c.Standing == EvidenceStanding.Act);
    }
}
