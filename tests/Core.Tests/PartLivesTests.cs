using CsCheck;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Evidence;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using Xunit;

namespace SturdyTinker.Core.Tests;

/// <summary>How long parts lasted, read out of a record: what nobody knows is counted and never guessed.</summary>
public sealed class PartLivesTests
{
    private const string Left = "axle-1-left-brake";

    private static readonly RunningGear Single = GearDefaults.For(1, 3_500);
    private static readonly CountedPart Lining = CountedPart.All.Single(k => k.Code == "lining");
    private static readonly DateOnly Day = new(2024, 3, 1);

    private static WorkDone Renewed(int day, string place = Left, string job = "shoes-and-magnet") =>
        new() { Id = Guid.CreateVersion7(), Job = job, Place = place, On = Day.AddDays(day) };

    private static Reading Seen(int day, Verdict verdict, string place = Left) => new()
    {
        Id = Guid.CreateVersion7(),
        Place = place,
        Kind = "lining",
        StepKey = "",
        Typed = "1/8",
        Canonical = 3.2m,
        Quantity = Quantity.Length,
        Judgement = new Judgement(verdict, "", "", []),
        At = new DateTimeOffset(Day.AddDays(day).ToDateTime(new TimeOnly(10, 0)), TimeSpan.Zero),
    };

    private static PartLives Of(IReadOnlyCollection<WorkDone> work, params Reading[] readings) =>
        PartLives.Of(Lining, Single, work, [], readings);

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
                new CountedLife(Left, Day.AddDays(400), Life.Lasting(100)),
            ],
            lives.Lives);

        // What was worn out the day the first new one went in had an age that nobody knows.
        Assert.Equal((1, 0), (lives.AgeUnknown, lives.NeverLookedAt));
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
        Assert.Equal((1, 1), (none.AgeUnknown, none.NeverLookedAt));

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
        Assert.Equal(renewals.Distinct().Count(), lives.Lives.Count + lives.NeverLookedAt);
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
               select GearDefaults.For(axles, rating) with { Brake = brake },
        ];
        foreach (CountedPart kind in CountedPart.All)
        {
            foreach (string code in kind.RenewedBy)
            {
                Job job = JobCatalogue.Ours.Find(code) ?? throw new InvalidOperationException($"There is no job {code}.");
                Assert.Contains(gears, gear => Places.Of(gear).Any(at => job.GoesAt(gear, at)
                    && Places.Of(gear).Any(p => Subjects.At(kind.Subject).Contains(p.Kind)
                        && Renewal.Reaches(gear, kind.RenewedBy, code, at.Code, p.Code))));
            }
        }
    }
}
