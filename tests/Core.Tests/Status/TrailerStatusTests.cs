using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Status;

public class TrailerStatusTests
{
    private static readonly DateOnly Today = new(2026, 11, 24);
    private static readonly Guid First = Guid.NewGuid(), Second = Guid.NewGuid();

    private readonly Trailer trailer = new() { Tag = "T", Gear = Gears.Tandem, AddedOn = Today.AddYears(-2) };

    private TrailerStatus Stand(
        List<WorkDone>? work = null,
        List<Finding>? findings = null,
        List<Reading>? readings = null,
        List<FollowUp>? followUps = null,
        List<Release>? releases = null) =>
        TrailerStatus.Of(
            new TrailerRecord(
                trailer,
                new(trailer.Gear, Core.Practices.PracticeChoices.Defaults),
                UsageLine.Of(trailer, [], Today),
                Interval.BearingRepack)
            {
                Work = work ?? [],
                Findings = findings ?? [],
                Readings = readings ?? [],
                FollowUps = followUps ?? [],
                Releases = releases ?? [],
            },
            Today);

    private static Finding Found(string rule, Guid visit, int day, string? mended = null)
    {
        ObservationRule row = Rulebook.Find(rule)!;
        return new()
        {
            Place = "axle-1-left",
            RuleCode = rule,
            Subject = row.Subject,
            Seen = row.Seen,
            Judgement = row.Judgement,
            VisitId = visit,
            At = new(2026, 1, day, 9, 0, 0, TimeSpan.Zero),
            Mended = mended
        };
    }

    [Fact]
    public void Every_wheel_end_is_due_and_the_soonest_stands_first()
    {
        TrailerStatus standing = Stand([
            new() { Job = "bearing-repack", Place = "axle-1-left", On = Today.AddMonths(-2) },
            new() { Job = "bearing-repack", Place = "axle-2-right", On = Today.AddMonths(-11) }
        ]);
        Assert.Equal(4, standing.Dues.Count);
        Assert.Equal("axle-1-left", standing.Dues[^1].Place);
        Assert.Equal(DueCause.NoRecord, standing.Dues[0].Due.Cause);
    }

    [Fact]
    public void A_check_owed_names_the_jobs_that_settle_it_where_the_work_was_done()
    {
        static FollowUp Left(FollowUpRule rule) =>
            new() { VisitId = First, Rule = rule.Code, Words = rule.Words, Reason = "", From = Today, DueOn = Today };
        List<WorkDone> work =
        [
            new() { VisitId = First, Job = "brake-assembly", Place = "axle-2-right-brake", On = Today },
            new() { VisitId = Second, Job = "brake-assembly", Place = "axle-1-left-brake", On = Today }
        ];
        IReadOnlyList<Owed> owed = Stand(
            work,
            followUps: [
                Left(FollowUpRules.AdjustAgain),
                Left(FollowUpRules.Lugs[0]),
                Left(FollowUpRules.HubFeel)
            ]).Owed;
        Assert.Equal(new JobAt("brake-adjustment", "axle-2-right-brake"), Assert.Single(owed[0].SettledBy));
        Assert.Equal(new JobAt("lug-retorque", "trailer"), Assert.Single(owed[1].SettledBy));
        Assert.Empty(owed[2].SettledBy);
    }

    [Fact]
    public void A_sealed_hub_has_no_repack_due_and_says_why()
    {
        trailer.Gear = Gears.Tandem with
        {
            Lubrication = Lubrication.SealedHub,
            NutRetention = NutRetention.OnePieceNut
        };
        Assert.Empty(Stand().Dues);
        Assert.NotNull(Stand().NoDue);
    }

    [Fact]
    public void A_newer_look_at_the_same_thing_replaces_the_older()
    {
        Mark mark = Assert.Single(Stand(findings: [
            Found("grease-milky", First, 1),
            Found("grease-fresh", Second, 9)
        ]).Marks);
        Assert.Equal(Verdict.Sound, mark.Judgement.Verdict);
    }

    [Fact]
    public void Of_several_looks_in_one_visit_the_gravest_stands_until_it_is_mended()
    {
        Assert.Equal(
            Verdict.Hold,
            Stand(findings: [Found("bearing-smooth", First, 2), Found("bearing-collapsed", First, 1)]).Worst);
        Assert.Equal(
            Verdict.Sound,
            Stand(findings: [
                Found("bearing-smooth", First, 2),
                Found("bearing-collapsed", First, 1, "cone and cup renewed")
            ]).Worst);
    }

    [Fact]
    public void The_order_of_findings_does_not_matter()
    {
        List<Finding> found =
        [
            Found("grease-milky", First, 1),
            Found("bearing-damaged", First, 2),
            Found("cup-smooth", First, 3)
        ];
        Assert.Equal(Stand(findings: found).Marks, Stand(findings: [.. found.AsEnumerable().Reverse()]).Marks);
    }

    [Fact]
    public void Play_is_set_until_it_is_right_and_the_last_figure_stands()
    {
        Reading At(string typed, int minute, ReadingKind kind) => new()
        {
            Place = "axle-1-left",
            Kind = kind.Code,
            StepKey = "s",
            Typed = typed,
            VisitId = First,
            Quantity = Quantity.Length,
            Canonical = ShopNotation.Read(typed, Quantity.Length).Canonical!.Value,
            Judgement = kind.Judge(
                ShopNotation.Read(typed, Quantity.Length).Canonical!.Value,
                new(Gears.Tandem, Core.Practices.PracticeChoices.Defaults)),
            At = new(2026, 1, 1, 9, minute, 0, TimeSpan.Zero),
        };
        TrailerStatus standing = Stand(readings: [
            At("3/16", 1, ReadingKinds.RimRock),
            At(".003", 40, ReadingKinds.EndPlay)
        ]);
        Assert.Equal((Verdict.Sound, "End play 0.003 in"), (standing.Worst, Assert.Single(standing.Marks).Seen));
        Assert.Equal(["0.003 in", "3/16 in"], standing.Measured.Select(m => m.Value).Order());
    }

    [Fact]
    public void A_release_counts_for_what_was_known_when_it_was_given()
    {
        Finding hold = Found("spindle-scored-welded", First, 2);
        Release Let(int day) =>
            new() { Reason = "on a flatbed", Holds = [], At = new(2026, 1, day, 12, 0, 0, TimeSpan.Zero) };
        Assert.Null(Stand(findings: [Found("grease-fresh", First, 1)]).Hold);
        Assert.Equal((false, ""), (Stand(findings: [hold]).Hold!.Released, Stand(findings: [hold]).Hold!.Reason));
        Assert.False(Stand(findings: [hold], releases: [Let(1)]).Hold!.Released);
        HoldStatus let = Stand(findings: [hold], releases: [Let(3)]).Hold!;
        Assert.Equal(
            (true, "on a flatbed", "Groove, step or score a fingernail catches (welded or torsion spindle), axle 1 left"),
            (let.Released, let.Reason, Assert.Single(let.Seen)));

        // A newer Hold needs a new word; mended or looked at again, nothing holds.
        Assert.False(Stand(findings: [hold, Found("studs-loose", First, 5)], releases: [Let(3)]).Hold!.Released);
        Assert.Null(Stand(findings: [hold, Found("spindle-clean", Second, 9)]).Hold);
    }

    [Fact]
    public void A_finding_at_a_place_that_is_gone_stays_readable_and_holds_nothing()
    {
        Finding gone = Found("studs-loose", First, 2);
        trailer.Gear = Gears.Single;
        Finding third = new()
        {
            Place = "axle-2-left",
            RuleCode = gone.RuleCode,
            Subject = gone.Subject,
            Seen = gone.Seen,
            Judgement = gone.Judgement,
            VisitId = First,
            At = gone.At
        };
        TrailerStatus standing = Stand(findings: [third]);
        Assert.Equal(
            (null, 0, "axle-2-left"),
            (standing.Hold, standing.Marks.Count, Assert.Single(standing.Gone).Place));
    }
}
