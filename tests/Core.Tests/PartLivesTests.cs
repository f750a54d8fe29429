using CsCheck;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Evidence;
using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using Xunit;

namespace SturdyTinker.Core.Tests;

/// <summary>How long parts lasted, read out of a record: what nobody knows is counted and never guessed.</summary>
public sealed class PartLivesTests
{
    private const string Left = "axle-1-left-brake";

    private static readonly RunningGear Single = GearDefaults.For(1, 3_500);
    private static readonly CountedKind Lining = CountedKind.Find("lining")!;
    private static readonly DateOnly Day = new(2024, 3, 1);

    private static PastJob Renewed(int day, string place = Left, string job = "shoes-and-magnet") =>
        new(job, place, Day.AddDays(day), null);

    private static PastLook Seen(int day, Verdict verdict, string place = Left, string code = "lining") =>
        new(Guid.Empty, place, code, Subject.Lining, Day.AddDays(day), verdict);

    private static readonly TrailerPast Past =
        new(Guid.Empty, "A-1", Guid.Empty, Single, [], Day, Day.AddDays(1_000));

    private static PartLives Of(IReadOnlyCollection<PastJob> work, params PastLook[] looks) =>
        PartLives.Of(Lining, Past with { Work = work, Looks = looks });

    [Fact]
    public void A_life_ends_between_the_last_good_look_and_the_first_bad_one()
    {
        PartLives lives = Of(
            [Renewed(0), Renewed(400)],
            Seen(0, Verdict.Renew),
            Seen(100, Verdict.Sound),
            Seen(250, Verdict.Watch),
            Seen(390, Verdict.Renew),
            Seen(400, Verdict.Hold),
            Seen(500, Verdict.Sound));
        Assert.Equal(
            [
                new CountedLife(Left, Day, Life.Between(250, 390)),
                new CountedLife(Left, Day.AddDays(400), Life.Lasting(100)) { StillIn = true },
            ],
            lives.Lives);

        // What was worn out the day the first new one went in had an age that nobody knows.
        Assert.Equal((1, 0), (lives.Not.AgeUnknown, lives.Not.NeverLookedAt));
    }

    [Fact]
    public void What_was_renewed_with_nothing_against_it_has_lasted_and_not_ended()
    {
        Assert.Equal(
            [Life.Lasting(300), Life.Lasting(20)],
            Of([Renewed(0), Renewed(300)], Seen(90, Verdict.Watch), Seen(320, Verdict.Sound)).Lives.Select(l => l.Days));

        // Not looked at since, nothing is known of it; and another side is another part.
        PartLives none = Of([Renewed(0)], Seen(50, Verdict.Renew, "axle-1-right-brake"));
        Assert.Empty(none.Lives);
        Assert.Equal((1, 1), (none.Not.AgeUnknown, none.Not.NeverLookedAt));

        // It is in all the same: whoever calls parts back has to know of it.
        Assert.Equal((Left, Day, true), (none.Unseen[0].Place, none.Unseen[0].From, none.Unseen[0].StillIn));
        Assert.Single(none.Unseen);

        // A job that only looks or sets puts in no new one.
        Assert.Empty(Of([Renewed(0, job: "brake-adjustment")], Seen(60, Verdict.Sound)).Lives);
    }

    /// <summary>Every new one is counted once: as a life, or as never looked at; and each life can be.</summary>
    [Fact]
    public void Every_part_that_was_put_in_is_counted_once() => Gen.Select(
        Gen.Int[0, 900].Array[0, 6],
        Gen.Select(Gen.Int[0, 900], Gen.Enum<Verdict>()).Array[0, 12]).Sample((renewals, looks) =>
    {
        PartLives lives = Of(
            [.. renewals.Select(day => Renewed(day))],
            [.. looks.Select(l => Seen(l.Item1, l.Item2))]);
        Assert.Equal(renewals.Distinct().Count(), lives.Lives.Count + lives.Not.NeverLookedAt);
        Assert.All(lives.Lives, l => Assert.True(l.Days.IsPossible));

        // No life that has ended did so without a look that said so.
        HashSet<int> bad = [.. looks.Where(l => l.Item2 >= Verdict.Renew).Select(l => l.Item1)];
        Assert.All(
            lives.Lives.Where(l => l.Days.HasEnded),
            l => Assert.Contains(l.From.DayNumber - Day.DayNumber + (int)l.Days.High!.Value, bad));
    });

    [Fact]
    public void The_jobs_that_renew_are_jobs_that_go_where_the_part_is()
    {
        RunningGear[] gears =
        [
            .. from axles in new[] { 1, 2, 3 }
               from rating in new[] { 2_000, 3_500, 7_000, 12_000 }
               from brake in Enum.GetValues<BrakeKind>()
               from lubrication in Enum.GetValues<Lubrication>()
               select GearDefaults.For(axles, rating) with { Brake = brake, Lubrication = lubrication },
        ];
        foreach (CountedKind kind in CountedKind.All)
        {
            List<PlaceKind> at = [.. kind.Subjects.SelectMany(Subjects.At)];
            foreach (string code in kind.BegunBy.Concat(kind.CutBy))
            {
                Job job = JobCatalogue.Ours.Find(code) ?? throw new InvalidOperationException($"There is no job {code}.");
                Assert.Contains(gears, gear => Places.Of(gear).Any(from => job.GoesAt(gear, from)
                    && Places.Of(gear).Any(p => at.Contains(p.Kind)
                        && Renewal.Reaches(gear, [code], code, from.Code, p.Code))));
            }

            Assert.All(
                kind.Remedies.Append(kind.Renewal).OfType<string>(),
                code => Assert.NotNull(JobCatalogue.Ours.Find(code)));
            Assert.All(kind.NotBy, code => Assert.NotNull(Core.Findings.Rules.Rulebook.Find(code)));
            Assert.All(kind.Readings, code => Assert.NotNull(Core.Findings.Readings.ReadingKinds.Find(code)));
            Assert.True(kind.Rule is null || Core.Intervals.DueRules.Find(kind.Rule) is not null);
            Assert.Equal(kind.Rule is null, kind.Renewal is null);
        }

        Assert.All(
            Core.Evidence.Questions.OverloadQuestion.Signs,
            code => Assert.NotNull(Core.Findings.Rules.Rulebook.Find(code)));
    }

    /// <summary>A pressure that is low says nothing of a tyre, nor metal in the grease of a seal.</summary>
    [Fact]
    public void What_is_about_something_else_is_no_end()
    {
        const string end = "axle-1-left";
        PastLook At(int day, string code, Subject subject, Verdict verdict) =>
            new(Guid.Empty, end, code, subject, Day.AddDays(day), verdict);
        TrailerPast past = Past with
        {
            Work = [Renewed(0, end, "tyre")],
            Parts = [new PastPart(Guid.Empty, end, "seal-1719-2565", Day, null)],
            Looks =
            [
                At(50, "tyre-pressure", Subject.Tyre, Verdict.Renew),
                At(60, "tread", Subject.Tyre, Verdict.Sound),
                At(70, "grease-metal", Subject.Grease, Verdict.Renew),
                At(90, "grease-milky", Subject.Grease, Verdict.Renew),
            ],
        };
        Assert.Equal(
            Life.Lasting(60),
            Assert.Single(PartLives.Of(CountedKind.Find("tyre")!, past).Lives).Days);
        Assert.Equal(
            Life.Between(70, 90),
            Assert.Single(PartLives.Of(CountedKind.Find("seal")!, past).Lives).Days);
    }

    [Fact]
    public void What_cannot_be_used_is_counted()
    {
        // Bad, and well again later with nobody saying why; and a row dated after today.
        PartLives lives = Of(
            [Renewed(0), Renewed(1_200)],
            Seen(100, Verdict.Renew),
            Seen(200, Verdict.Sound),
            Seen(1_300, Verdict.Sound));
        Assert.Equal(Life.Between(0, 100), Assert.Single(lives.Lives).Days);
        Assert.Equal((1, 2), (lives.Not.RenewedUnsaid, lives.Not.OutOfTime));
        Assert.All(Said.Not(lives.Not, Lining), w => Assert.EndsWith(".", w, StringComparison.Ordinal));

        // Two years without a mile is a meter that stood; a month without one is a trailer that did.
        TrailerPast stood = Past with { Work = [Renewed(0)], MilesAt = _ => 4_000 };
        PartLives years = PartLives.Of(Lining, stood with { Looks = [Seen(700, Verdict.Sound)] });
        Assert.Equal((1, null), (years.Not.MeterStood, Assert.Single(years.Lives).Miles));
        PartLives month = PartLives.Of(Lining, stood with { Looks = [Seen(30, Verdict.Sound)] });
        Assert.Equal((0, Life.Lasting(0)), (month.Not.MeterStood, Assert.Single(month.Lives).Miles));

        PartLives driven = PartLives.Of(Lining, Past with
        {
            Work = [Renewed(10)],
            Looks = [Seen(110, Verdict.Watch), Seen(210, Verdict.Renew)],
            MilesAt = day => 20 * (day.DayNumber - Day.DayNumber)
        });
        Assert.Equal(Life.Between(2_000, 4_000), Assert.Single(driven.Lives).Miles);
    }
}
