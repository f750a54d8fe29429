using CsCheck;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Schools;
using Xunit;

namespace SturdyTinker.Core.Tests.Findings;

/// <summary>Which of many looks at a trailer stand.</summary>
public class LookTests
{
    private static readonly DateTimeOffset Start = new(2026, 3, 2, 8, 0, 0, TimeSpan.Zero);
    private static readonly Guid[] Visits = [Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid()];
    private static readonly string[] Places = ["axle-1-left", "axle-2-right"];

    // Visits follow each other by a hundred days, whatever the minutes within them.
    private static Finding Seen(string rule, int visit, int minute, string place = "axle-1-left", string? mended = null, string note = "")
    {
        SeenRule row = Rulebook.Find(rule)!;
        return new() { Place = place, RuleCode = rule, Subject = row.Subject, Seen = row.Seen, Note = note, Judgement = row.Judgement, VisitId = Visits[visit], At = Start.AddDays(visit * 100).AddMinutes(minute), Mended = mended };
    }

    private static Reading Measured(ReadingKind kind, string typed, int visit, int minute, string place = "axle-1-left")
    {
        decimal canonical = ShopNotation.Read(typed, kind.Quantity).Canonical!.Value;
        return new()
        {
            Place = place,
            Kind = kind.Code,
            StepKey = "s",
            Typed = typed,
            VisitId = Visits[visit],
            Quantity = kind.Quantity,
            Canonical = canonical,
            Judgement = kind.Judge(canonical, new(Gears.Tandem, SchoolChoices.Defaults)),
            At = Start.AddDays(visit * 100).AddMinutes(minute),
        };
    }

    [Fact]
    public void A_gross_rim_rock_holds_until_the_play_is_looked_at_again()
    {
        Reading rock = Measured(ReadingKinds.RimRock, "5/8", 0, 1);
        Assert.Equal(Verdict.Hold, Looks.Gravest([], [rock]));
        Assert.Equal(Verdict.Sound, Looks.Gravest([], [rock, Measured(ReadingKinds.EndPlay, ".002", 0, 40)]));
        Assert.Equal(Verdict.Sound, Looks.Gravest([Seen("play-none", 0, 40)], [rock]));
        Assert.Equal(Verdict.Hold, Looks.Gravest([Seen("grease-fresh", 0, 40)], [rock]));
    }

    [Fact]
    public void What_was_seen_and_what_was_measured_of_one_thing_are_one_look()
    {
        Look look = Assert.Single(Looks.ThatStand([Seen("seal-torn", 0, 5)], [Measured(ReadingKinds.SealJournal, "2 1/4", 0, 9)]));
        Assert.Equal((Subject.Seal, Verdict.Renew), (look.Subject, look.Judgement.Verdict));
    }

    [Fact]
    public void A_mended_thing_says_how_and_its_note_stays_with_what_was_seen()
    {
        Look look = Assert.Single(Looks.ThatStand([Seen("bearing-damaged", 0, 5, mended: "outer cone and cup", note: "two rollers")], []));
        Assert.Equal("Pitting, flaking, flats, scoring or rust. two rollers", look.Seen);
        Assert.Equal((Verdict.Sound, "Mended in the same visit: outer cone and cup"), (look.Judgement.Verdict, look.Judgement.Rule));
    }

    [Fact]
    public void A_figure_taken_again_replaces_the_first_one_of_its_visit() =>
        Assert.Equal("Lug nuts, last stage 95 lbf·ft", Assert.Single(Looks.ThatStand([], [Measured(ReadingKinds.LugTorque, "120", 0, 1), Measured(ReadingKinds.LugTorque, "95", 0, 2)])).Seen);

    [Fact]
    public void Nothing_judged_has_no_gravest() => Assert.Null(Looks.Gravest([], []));

    /// <summary>Against a plain retelling of the rule, one place and subject at a time, on any mixture of looks.</summary>
    [Fact]
    public void Whatever_was_looked_at_stands_once_and_by_its_newest_visit() =>
        AnyLooks().Sample(found =>
        {
            IReadOnlyList<Look> stand = Looks.ThatStand(found, []);
            Assert.Equal(found.Select(f => (f.Place, f.Subject)).Distinct().Count(), stand.Count);
            Assert.Equal(stand.OrderByDescending(l => l.Judgement.Verdict).Select(l => l.Judgement.Verdict), stand.Select(l => l.Judgement.Verdict));
            foreach (Look look in stand)
            {
                List<Finding> same = [.. found.Where(f => f.Place == look.Place && f.Subject == look.Subject)];
                Finding newest = same.MaxBy(f => f.At)!;
                Assert.Equal(newest.VisitId, look.VisitId);
                Verdict expected = look.Subject == Subject.Play
                    ? Of(newest)
                    : same.Where(f => f.VisitId == newest.VisitId).Max(Of);
                Assert.Equal(expected, look.Judgement.Verdict);
            }
        });

    [Fact]
    public void The_order_in_which_looks_are_read_does_not_matter() =>
        AnyLooks().Sample(found => Assert.Equal(Looks.ThatStand(found, []), Looks.ThatStand([.. found.AsEnumerable().Reverse()], [])));

    private static Verdict Of(Finding finding) => finding.Mended is null ? finding.Judgement.Verdict : Verdict.Sound;

    // No two looks at the same minute: a person makes one after the other.
    private static Gen<List<Finding>> AnyLooks() =>
        from looks in (from rule in Gen.Int[0, Rulebook.Seen.Count - 1]
                       from visit in Gen.Int[0, 2]
                       from place in Gen.Int[0, 1]
                       from mended in Gen.Bool
                       select (rule, visit, place, mended)).List[1, 12]
        select looks.Select((l, i) => Seen(Rulebook.Seen[l.rule].Code, l.visit, i, Places[l.place], l.mended ? "renewed" : null)).ToList();
}
