using CsCheck;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests.Findings;

/// <summary>Which of many looks at a trailer stand: a verdict stands until what raised it is answered.</summary>
public class StandingObservationsTests
{
    private static readonly DateTimeOffset Start = new(2026, 3, 2, 8, 0, 0, TimeSpan.Zero);
    private static readonly Guid[] Visits = [Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid()];
    private static readonly string[] Places = ["axle-1-left", "axle-2-right"];

    private static readonly ReadingContext Context = new(Gears.Tandem, PracticeChoices.Defaults);

    // Every kind of figure that can be judged, once for each verdict it can come to.
    private static readonly Lazy<List<(ReadingKind Kind, decimal Value)>> Figures = new(() =>
        [
            .. from kind in ReadingKinds.All from band in kind.Bands(Context).DistinctBy(b => b.Judgement.Verdict) select (kind, band.UpTo ?? kind.Highest)
        ]);

    // Visits follow each other by a hundred days, whatever the minutes within them.
    private static Finding Seen(
        string rule,
        int visit,
        int minute,
        string place = "axle-1-left",
        string? mended = null,
        string note = "",
        string which = "")
    {
        ObservationRule row = Rulebook.Find(rule)!;
        return new()
        {
            Id = Guid.NewGuid(),
            Place = place,
            RuleCode = rule,
            Subject = row.Subject,
            Seen = row.Seen,
            Note = note,
            Which = which,
            Judgement = row.Judgement,
            VisitId = Visits[visit],
            At = Start.AddDays(visit * 100).AddMinutes(minute),
            Mended = mended
        };
    }

    private static Reading Measured(
        ReadingKind kind,
        string typed,
        int visit,
        int minute,
        string place = "axle-1-left") =>
        Measured(kind, ShopNotation.Read(typed, kind.Quantity).Canonical!.Value, visit, minute, place);

    private static Reading Measured(ReadingKind kind, decimal canonical, int visit, int minute, string place) => new()
    {
        Id = Guid.NewGuid(),
        Place = place,
        Kind = kind.Code,
        StepKey = "s",
        Typed = "",
        VisitId = Visits[visit],
        Quantity = kind.Quantity,
        Canonical = canonical,
        Judgement = kind.Judge(canonical, Context),
        At = Start.AddDays(visit * 100).AddMinutes(minute),
    };

    private static IReadOnlyList<Observation> Stand(IReadOnlyCollection<Finding> findings, params Reading[] readings) =>
        StandingObservations.ThatStand(new(Gears.Tandem, findings, readings));

    private static Verdict? Gravest(IReadOnlyCollection<Finding> findings, params Reading[] readings) =>
        StandingObservations.Gravest(new(Gears.Tandem, findings, readings));

    private static bool Grave(IEnumerable<Observation> looks, string code) =>
        looks.Any(l => l.Code == code && l.Judgement.Verdict > Verdict.Sound);

    [Fact]
    public void A_gross_rim_rock_holds_until_the_play_is_looked_at_again()
    {
        Reading rock = Measured(ReadingKinds.RimRock, "5/8", 0, 1);
        Assert.Equal(Verdict.Hold, Gravest([], rock));
        Assert.Equal(Verdict.Sound, Gravest([], rock, Measured(ReadingKinds.EndPlay, ".002", 0, 40)));
        Assert.Equal(Verdict.Sound, Gravest([Seen("play-none", 0, 40)], rock));
        Assert.Equal(Verdict.Hold, Gravest([Seen("grease-fresh", 0, 40)], rock));
    }

    [Theory]
    [InlineData("studs-loose", "lug-torque", "95")]
    [InlineData("tyre-cut", "tread", "9/32")]
    [InlineData("bearing-collapsed", "hub-temperature", "90")]
    [InlineData("seal-torn", "seal-journal", "2 1/4")]
    public void A_figure_of_another_question_leaves_what_was_seen_standing(string rule, string kind, string typed)
    {
        Assert.NotNull(Rulebook.Find(rule));
        IReadOnlyList<Observation> stand = Stand([Seen(rule, 0, 1)], Measured(ReadingKinds.Find(kind)!, typed, 1, 1));
        Assert.True(Grave(stand, rule), $"{rule} was lost to {kind} {typed}.");
    }

    [Fact]
    public void A_tread_depth_answers_a_tyre_worn_to_its_bars_and_no_other()
    {
        Reading tread = Measured(ReadingKinds.Find("tread")!, "9/32", 1, 1);
        Assert.False(Grave(Stand([Seen("tyre-worn", 0, 1)], tread), "tyre-worn"));
        Assert.True(Grave(
            Stand([Seen("tyre-worn", 1, 2)], Measured(ReadingKinds.Find("tread")!, "9/32", 0, 1)),
            "tyre-worn"));
    }

    [Fact]
    public void An_outer_bearing_is_not_cleared_by_a_look_at_the_inner_one()
    {
        Finding outer = Seen("bearing-damaged", 0, 1, which: "outer");
        Assert.True(Grave(Stand([outer, Seen("bearing-smooth", 1, 1, which: "inner")]), "bearing-damaged"));
        Assert.False(Grave(Stand([outer, Seen("bearing-smooth", 1, 1, which: "outer")]), "bearing-damaged"));
        Assert.False(Grave(Stand([outer, Seen("bearing-smooth", 1, 1)]), "bearing-damaged"));

        // Both were bad: one sound look answers half of it.
        Assert.True(Grave(
            Stand([Seen("bearing-damaged", 0, 1), Seen("bearing-smooth", 1, 1, which: "inner")]),
            "bearing-damaged"));
        Assert.False(Grave(
            Stand([
                Seen("bearing-damaged", 0, 1),
                Seen("bearing-smooth", 1, 1, which: "inner"),
                Seen("bearing-smooth", 1, 2, which: "outer")
            ]),
            "bearing-damaged"));
    }

    [Fact]
    public void What_was_told_mended_or_renewed_since_no_longer_stands()
    {
        Finding cut = Seen("tyre-cut", 0, 1);
        TrailerObservations seen = new(Gears.Tandem, [cut], []);
        Assert.Equal(Verdict.Hold, StandingObservations.Gravest(seen));
        Mending told = new() { ObservationKey = $"{cut.Id}", Seen = cut.Seen, How = "new tyre on the road" };
        Assert.Equal(Verdict.Sound, StandingObservations.Gravest(seen with { Mendings = [told] }));
        WorkDone Done(string job, string place, int days) =>
            new() { Job = job, Place = place, On = DateOnly.FromDateTime(Start.DateTime).AddDays(days) };
        Assert.Equal(
            Verdict.Sound,
            StandingObservations.Gravest(seen with { Work = [Done("tyre", "axle-1-left", 30)] }));
        Assert.Equal(
            Verdict.Hold,
            StandingObservations.Gravest(seen with { Work = [Done("tyre", "axle-1-right", 30)] }));
        Assert.Equal(
            Verdict.Hold,
            StandingObservations.Gravest(seen with { Work = [Done("bearing-repack", "axle-1-left", 30)] }));
        Assert.Equal(
            Verdict.Hold,
            StandingObservations.Gravest(seen with { Work = [Done("tyre", "axle-1-left", -30)] }));
    }

    [Fact]
    public void What_was_seen_before_the_new_part_went_in_is_put_right_and_what_was_seen_after_stands()
    {
        Finding before = Seen("tyre-cut", 0, 1), after = Seen("tyre-cut", 0, 90);
        Renewal renewal = new("tyre", "axle-1-left", Visits[0], Start.AddMinutes(60));
        TrailerObservations seen = new(Gears.Tandem, [before], []) { Renewals = [renewal] };
        Assert.Equal(Verdict.Sound, StandingObservations.Gravest(seen));
        Assert.Equal(Verdict.Hold, StandingObservations.Gravest(seen with { Findings = [before, after] }));
    }

    [Fact]
    public void A_mended_thing_says_how_and_its_note_stays_with_what_was_seen()
    {
        Observation look = Assert.Single(Stand([Seen(
            "bearing-damaged",
            0,
            5,
            mended: "outer cone and cup",
            note: "two rollers")]));
        Assert.Equal("Pitting, flaking, flats, scoring or rust. two rollers", look.Seen);
        Assert.Equal(
            (Verdict.Sound, "Mended in the same visit: outer cone and cup"),
            (look.Judgement.Verdict, look.Judgement.Rule));
    }

    [Fact]
    public void A_torque_taken_again_replaces_the_first_one_of_its_visit_and_answers_the_last_visits() =>
        Assert.Equal(
            Verdict.Sound,
            Assert.Single(Stand(
                [],
                Measured(ReadingKinds.LugTorque, "60", 0, 1),
                Measured(ReadingKinds.LugTorque, "120", 1, 1),
                Measured(ReadingKinds.LugTorque, "95", 1, 2))).Judgement.Verdict);

    [Fact]
    public void A_worse_figure_of_one_visit_is_not_talked_away_by_a_better_one()
    {
        ReadingKind tread = ReadingKinds.Find("tread")!;
        Assert.Equal(
            Gravest([], Measured(tread, "1/32", 0, 1)),
            Gravest([], Measured(tread, "1/32", 0, 1), Measured(tread, "9/32", 0, 2)));
    }

    [Fact]
    public void Nothing_judged_has_no_gravest() => Assert.Null(Gravest([]));

    /// <summary>
    /// Over the whole rulebook: whatever is seen or measured later without answering it leaves a verdict standing.
    /// </summary>
    [Fact]
    public void No_later_look_at_another_question_ever_loses_a_verdict()
    {
        foreach (ObservationRule first in Rulebook.All.Where(r => r.Verdict > Verdict.Sound
            && r.Subject != Subject.Play))
        {
            string place = PlaceOf(first.Subject);
            foreach (ObservationRule later in Rulebook.All.Where(r => r.Code != first.Code
                && !r.Answers.Contains(first.Code)))
            {
                Assert.True(
                    Grave(Stand([Seen(first.Code, 0, 1, place), Seen(later.Code, 1, 1, place)]), first.Code),
                    $"{first.Code} was lost to {later.Code}.");
            }

            foreach ((ReadingKind kind, decimal value) in Figures.Value.Where(
                f => !f.Kind.Answers.Contains(first.Code)))
            {
                Assert.True(
                    Grave(Stand([Seen(first.Code, 0, 1, place)], Measured(kind, value, 1, 1, place)), first.Code),
                    $"{first.Code} was lost to {kind.Code} {value}.");
            }
        }

        foreach ((ReadingKind kind, decimal value) in Figures.Value.Where(f => f.Kind.Subject != Subject.Play
            && f.Kind.Judge(f.Value, Context)!.Verdict > Verdict.Sound))
        {
            string place = PlaceOf(kind.Subject);
            foreach (ObservationRule later in Rulebook.All.Where(r => !r.Answers.Contains(kind.Code)))
            {
                Assert.True(
                    Grave(Stand([Seen(later.Code, 1, 1, place)], Measured(kind, value, 0, 1, place)), kind.Code),
                    $"{kind.Code} {value} was lost to {later.Code}.");
            }

            foreach ((ReadingKind other, decimal than) in Figures.Value.Where(f => f.Kind != kind
                && !f.Kind.Answers.Contains(kind.Code)))
            {
                Assert.True(
                    Grave(Stand([], Measured(kind, value, 0, 1, place), Measured(other, than, 1, 1, place)), kind.Code),
                    $"{kind.Code} {value} was lost to {other.Code} {than}.");
            }
        }
    }

    /// <summary>
    /// Every row answers itself, whoever looks again; and every verdict can be answered by looking, by work or by a
    /// word.
    /// </summary>
    [Fact]
    public void Whatever_is_seen_again_counts_by_its_newest_visit()
    {
        foreach (ObservationRule rule in Rulebook.All.Where(r => r.Verdict > Verdict.Sound))
        {
            string place = PlaceOf(rule.Subject);
            Observation stand = Assert.Single(Stand([Seen(rule.Code, 0, 1, place), Seen(rule.Code, 1, 1, place)]));
            Assert.Equal(Visits[1], stand.VisitId);
        }

        Assert.All(Rulebook.All.Where(r => r.Verdict > Verdict.Sound && r.Subject != Subject.Play), rule =>
            Assert.True(
                rule.AnsweredBy.Count > 0
                    || Rulebook.All.Any(r => r.Verdict == Verdict.Sound && r.Answers.Contains(rule.Code)),
                $"Nothing answers {rule.Code}."));
    }

    [Fact]
    public void What_a_row_or_a_figure_answers_is_there_to_be_answered_and_not_graver_talk()
    {
        HashSet<string> codes =
        [
            .. Rulebook.All.Select(r => r.Code),
            .. ReadingKinds.All.Select(k => k.Code),
            .. Comparisons.All.Select(c => c.Code),
            .. Enum.GetValues<Subject>().Select(s => $"pair-{s.ToString().ToLowerInvariant()}")
        ];
        Assert.All(
            Rulebook.All.SelectMany(r => r.Answers.Select(a => (r.Code, a))),
            pair => Assert.Contains(pair.a, codes));
        Assert.All(
            ReadingKinds.All.SelectMany(k => k.Answers.Select(a => (k.Code, a))),
            pair => Assert.Contains(pair.a, codes));
        Assert.All(
            Rulebook.All.SelectMany(r => r.AnsweredBy.Select(j => (r.Code, j))),
            pair => Assert.NotNull(JobCatalogue.Ours.Find(pair.j)));
        Assert.All(
            ReadingKinds.All.SelectMany(k => k.AnsweredBy.Select(j => (k.Code, j))),
            pair => Assert.NotNull(JobCatalogue.Ours.Find(pair.j)));
    }

    /// <summary>Against a plain retelling of the rule, on any mixture of things seen.</summary>
    [Fact]
    public void What_stands_is_what_nothing_has_answered() =>
        AnyLooks().Sample(found =>
        {
            IReadOnlyList<Observation> stand = Stand(found);
            Assert.Equal(
                stand.OrderByDescending(l => l.Judgement.Verdict).Select(l => l.Judgement.Verdict),
                stand.Select(l => l.Judgement.Verdict));
            foreach (Finding finding in found)
            {
                bool Answers(Finding later, string which) =>
                    later.Place == finding.Place && later.VisitId != finding.VisitId && later.At > finding.At
                    && (later.Which.Length == 0
                        || later.Which == which)
                    && (later.RuleCode == finding.RuleCode
                        || Rulebook.Find(later.RuleCode)!.Answers.Contains(finding.RuleCode));
                string[] whiches = finding.Which.Length > 0 ? [finding.Which]
                    : Subjects.InnerAndOuter(finding.Subject) ? ["inner", "outer"]
                    : [""];
                bool answered = finding.Subject == Subject.Play
                    ? found.Exists(f => f.Place == finding.Place && f.Subject == Subject.Play && f.At > finding.At)
                    : finding.Mended is not null || Array.TrueForAll(whiches, w => found.Exists(f => Answers(f, w)));
                if (Of(finding) > Verdict.Sound && !answered)
                {
                    Assert.True(
                        Grave(stand.Where(l => l.Place == finding.Place), finding.RuleCode),
                        $"{finding.RuleCode} was lost.");
                }
                else if (answered
                    && !found.Exists(f => f != finding && f.RuleCode == finding.RuleCode && f.Place == finding.Place))
                {
                    Assert.False(
                        Grave(stand.Where(l => l.Place == finding.Place), finding.RuleCode),
                        $"{finding.RuleCode} stands though it was answered.");
                }
            }
        });

    [Fact]
    public void The_order_in_which_looks_are_read_does_not_matter() =>
        AnyLooks().Sample(found => Assert.Equal(Stand(found), Stand([.. found.AsEnumerable().Reverse()])));

    /// <summary>
    /// The order in which a visit's looks were typed does not matter either, play apart: that is set until it is right.
    /// </summary>
    [Fact]
    public void The_minute_at_which_a_visits_looks_were_typed_does_not_matter() =>
        AnyLooks().Sample(found =>
        {
            static IEnumerable<(string, string, string, Verdict, Guid)> Grave(IEnumerable<Observation> looks) =>
                looks
                    .Where(l => l.Judgement.Verdict > Verdict.Sound && l.Subject != Subject.Play)
                    .Select(l => (l.Place, l.Code, l.Which, l.Judgement.Verdict, l.VisitId))
                    .Order();

            // Each visit's looks, typed the other way round.
            List<Finding> turned = [.. found.GroupBy(f => f.VisitId).SelectMany(visit => visit.OrderBy(f => f.At).Zip(
                visit.OrderByDescending(f => f.At),
                (at, look) => Seen(
                    look.RuleCode,
                    Array.IndexOf(Visits, look.VisitId),
                    (int)(at.At - Start).TotalMinutes % (24 * 60),
                    look.Place,
                    look.Mended,
                    which: look.Which)))];
            Assert.Equal(Grave(Stand(found)), Grave(Stand(turned)));
        });

    private static Verdict Of(Finding finding) => finding.Mended is null ? finding.Judgement.Verdict : Verdict.Sound;

    private static string PlaceOf(Subject subject) =>
        Core.Gear.Places.Of(Gears.Tandem).FirstOrDefault(p => Subjects.At(subject).Contains(p.Kind)).Code ?? "trailer";

    // No two looks at the same minute: a person makes one after the other.
    private static Gen<List<Finding>> AnyLooks() =>
        from looks in (from rule in Gen.Int[0, Rulebook.All.Count - 1]
                       from visit in Gen.Int[0, 2]
                       from place in Gen.Int[0, 1]
                       from mended in Gen.Bool
                       from which in Gen.Int[0, 2]
                       select (rule, visit, place, mended, which)).List[1, 12]
        select looks.Select((l, i) => Seen(
            Rulebook.All[l.rule].Code,
            l.visit,
            i,
            Places[l.place],
            l.mended ? "renewed" : null,
            which: Subjects.InnerAndOuter(Rulebook.All[l.rule].Subject)
                ? new[] { "", "inner", "outer" }[l.which]
                : "")).ToList();
}
