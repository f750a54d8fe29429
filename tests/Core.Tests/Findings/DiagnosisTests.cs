using CsCheck;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Findings;

/// <summary>
/// What several looks come to together. Every rule here is common practice, without a source to cite.
/// </summary>
public class DiagnosisTests
{
    [Fact]
    public void Grease_past_the_seal_a_black_ring_and_soaked_shoes_say_over_filled()
    {
        Seeing seeing = new Seeing().Saw("axle-2-right", "grease-past-seal").Saw(
            "axle-2-right-brake",
            "drum-black-ring");
        Assert.Empty(seeing.Causes);
        Conclusion cause = Assert.Single(
            seeing.Saw("axle-2-right-brake", "lining-soaked").Together,
            c => c.Kind == ConclusionKind.Cause);
        Assert.Equal(("over-filled", "axle-2-right", 3), (cause.Code, cause.Place, cause.Signs.Count));
        Assert.Null(cause.Subject);

        // Another wheel end's ring says nothing about this one.
        Assert.Empty(new Seeing().Saw("axle-2-right", "grease-past-seal").Saw(
            "axle-1-right-brake",
            "drum-black-ring").Saw("axle-2-right-brake", "lining-soaked").Causes);
    }

    [Fact]
    public void A_side_that_sags_and_carries_more_says_heavy_side()
    {
        Seeing Sagging(string heavier) => new Seeing()
            .Measured("left", "ride-height-front", "16 3/4").Measured("right", "ride-height-front", "18")
            .Measured("axle-1-left-spring", "side-load", heavier == "left" ? "2,500" : "2,000").Measured(
                "axle-1-right-spring",
                "side-load",
                heavier == "left" ? "2,000" : "2,500");
        Conclusion cause = Assert.Single(Sagging("left").Together, c => c.Kind == ConclusionKind.Cause);
        Assert.Equal(("heavy-side", "left"), (cause.Code, cause.Place));
        Assert.Empty(Sagging("right").Causes);
        Assert.Equal(
            ["heavy-side"],
            new Seeing().Saw("axle-2-right-spring", "spring-flat").Saw("trailer", "use-heavy-side").Causes);
    }

    [Theory]
    [InlineData("bearing-heat", "play-none", true)]
    [InlineData("bearing-heat", "play-drag", true)]
    [InlineData("bearing-heat", "play-over", false)]
    [InlineData("bearing-smooth", "play-drag", false)]
    public void Heat_without_play_says_set_too_tight(string bearing, string play, bool tight) =>
        Assert.Equal(
            tight,
            new Seeing()
                .Saw("axle-1-left", bearing, mended: "renewed")
                .Saw("axle-1-left", play).Causes
                .Contains("set-too-tight"));

    [Fact]
    public void End_play_under_its_band_and_a_hub_hotter_than_its_opposite_say_set_too_tight() =>
        Assert.Equal(
            ["set-too-tight"],
            new Seeing().Measured("axle-1-left", "end-play", "0").Measured(
                "axle-1-left",
                "hub-temperature",
                "180").Measured(
                "axle-1-right",
                "hub-temperature",
                "110").Causes);

    [Fact]
    public void Milky_grease_after_a_warm_launch_says_so_at_each_hub()
    {
        IReadOnlyList<Conclusion> together =
            new Seeing().Saw("trailer", "use-launched-warm").Saw("axle-1-left", "grease-milky").Saw(
                "axle-2-right",
                "grease-milky").Together;
        Assert.Equal(
            ["axle-1-left", "axle-2-right"],
            together.Where(c => c.Code == "launched-warm").Select(c => c.Place));
        Assert.Empty(new Seeing().Saw("trailer", "use-launched-cool").Saw("axle-1-left", "grease-milky").Causes);
    }

    [Fact]
    public void Dull_drums_everywhere_and_a_broken_wire_say_that_no_brake_worked()
    {
        Seeing dull = new Seeing().Saw("trailer", "wires-broken").Saw("axle-1-left-brake", "drum-dull");
        Assert.Empty(dull.Causes);
        Assert.Equal(["brakes-dead"], dull.Saw("axle-1-right-brake", "drum-dull").Causes);

        // One polished drum, and the others have causes of their own.
        Assert.Empty(dull.Saw("axle-2-left-brake", "drum-sound").Causes);
    }

    [Fact]
    public void A_whole_magnet_with_too_little_current_says_wire_or_ground()
    {
        Assert.Equal(
            ["current-lost"],
            new Seeing().Measured("axle-1-left-brake", "magnet-current", "1.1").Measured(
                "axle-1-left-brake",
                "magnet-resistance",
                "3.2").Causes);
        Assert.Empty(new Seeing().Measured("axle-1-left-brake", "magnet-current", "1.1").Measured(
            "axle-1-left-brake",
            "magnet-resistance",
            "800").Causes);
    }

    [Fact]
    public void Other_causes_are_found_by_their_signs()
    {
        Assert.Equal(
            ["bushings-starved"],
            new Seeing().Saw("axle-1-left-rear-eye", "bushing-worn").Saw("axle-1-left-rear-eye", "bolt-dry").Causes);
        Assert.Equal(
            ["runs-crooked"],
            new Seeing().Saw("axle-1-left", "tyre-one-edge").Saw("axle-1", "axle-bent").Causes);
        Assert.Equal(
            ["set-too-loose"],
            new Seeing().Saw(
                "axle-1-left",
                "bearing-damaged",
                damage: "wear-adhesive").Saw("axle-1-left", "play-over").Causes);
        Assert.Equal(
            ["stray-current"],
            new Seeing().Saw(
                "axle-1-left",
                "bearing-damaged",
                damage: "electrical-leakage").Saw("trailer", "lights-dead").Causes);
        Assert.Equal(
            ["ran-dry"],
            new Seeing().Saw("axle-1-left", "bearing-heat").Saw("axle-1-left", "seal-torn").Saw(
                "axle-1-left",
                "leak-grease").Causes);
        Assert.Equal(
            ["overloaded"],
            new Seeing().Saw("trailer", "use-overloaded").Saw("axle-2-left-spring", "spring-flat").Causes);
    }

    /// <summary>
    /// The axle crown's example: 4 1/4 in the middle against 4 1/2 at the ends, measured down from above, is a bow the
    /// wrong way.
    /// </summary>
    [Theory]
    [InlineData("4 1/2", "4 1/4", "4 1/2", Verdict.Hold)]
    [InlineData("4 1/2", "4 5/8", "4 1/2", Verdict.Sound)]
    [InlineData("4 1/2", "4 1/2", "4 1/2", Verdict.Watch)]
    [InlineData("4 1/2", "4 3/4", "4 7/8", Verdict.Watch)]
    public void A_crown_is_judged_from_three_measurements(string left, string middle, string right, Verdict verdict)
    {
        Conclusion crown = Assert.Single(
            new Seeing().Measured("axle-2", "crown-left", left).Measured("axle-2", "crown-middle", middle).Measured(
                "axle-2",
                "crown-right",
                right).Together);
        Assert.Equal(("crown", "axle-2", verdict), (crown.Code, crown.Place, crown.Judgement.Verdict));
        Assert.Equal(verdict == Verdict.Hold, crown.Jobs.Count > 0);
    }

    /// <summary>A two-inch lean was put right by new springs: common practice. Half an inch is from memory.</summary>
    [Theory]
    [InlineData("18", "18", Verdict.Sound)]
    [InlineData("18", "17 1/2", Verdict.Sound)]
    [InlineData("18", "17 1/4", Verdict.Watch)]
    [InlineData("18", "16", Verdict.Renew)]
    public void A_lean_is_judged_on_the_lower_side(string left, string right, Verdict verdict)
    {
        Conclusion lean = Assert.Single(
            new Seeing().Measured("left", "ride-height-front", left).Measured(
                "right",
                "ride-height-front",
                right).Together);
        Assert.Equal(("right", verdict), (lean.Place, lean.Judgement.Verdict));
        Assert.Equal(
            verdict == Verdict.Renew,
            lean.Jobs.Any(j => j.Job == "spring" && j.Place.Contains("right", StringComparison.Ordinal)));
    }

    [Theory]
    [InlineData("rotor-thickness", ".849", "rotor-stamped", ".850", Verdict.Renew)]
    [InlineData("rotor-thickness", ".860", "rotor-stamped", ".850", Verdict.Watch)]
    [InlineData("rotor-thickness", ".880", "rotor-stamped", ".850", Verdict.Sound)]
    [InlineData("drum-diameter", "12.125", "drum-stamped", "12.130", Verdict.Watch)]
    [InlineData("drum-diameter", "12.095", "drum-stamped", "12.130", Verdict.Sound)]
    [InlineData("drum-diameter", "12.131", "drum-stamped", "12.130", Verdict.Renew)]
    public void What_is_stamped_rules_over_the_nominal_size(
        string kind,
        string typed,
        string stamp,
        string stamped,
        Verdict verdict)
    {
        // The stamp is read once, at an earlier visit.
        Seeing seeing = new Seeing(kind[0] == 'r'
            ? Gears.Tandem with { Brake = BrakeKind.HydraulicDisc, BrakeSize = null }
            : Gears.Tandem).Measured("axle-1-left-brake", kind, typed).Measured(
            "axle-1-left-brake",
            stamp,
            stamped,
            earlier: true);
        IReadOnlyList<Observation> stand = StandingObservations.ThatStand(seeing.Seen([], seeing.Together));
        Assert.Equal(verdict, Assert.Single(stand, l => l.Place == "axle-1-left-brake").Judgement.Verdict);
    }

    [Theory]
    [InlineData("65", Verdict.Sound)]
    [InlineData("58", Verdict.Watch)]
    [InlineData("50", Verdict.Renew)]
    [InlineData("70", Verdict.Watch)]
    public void A_tyre_is_judged_by_the_figure_on_its_side(string pressure, Verdict verdict) =>
        Assert.Equal(
            verdict,
            Assert.Single(new Seeing().Measured("axle-1-left", "tyre-placard", "65").Measured(
                "axle-1-left",
                "tyre-pressure",
                pressure).Together).Judgement.Verdict);

    [Theory]
    [InlineData("axle-1-left-rear-eye", "9/16", null, Verdict.Sound)]
    [InlineData("axle-1-left-rear-eye", "5/8", null, Verdict.Renew)]
    [InlineData("axle-1-left-rear-eye", "5/8", "5/8", Verdict.Sound)]
    [InlineData("equalizer-1-left", "0.620", "9/16", Verdict.Renew)]
    public void A_hole_is_judged_by_its_bolt(string place, string hole, string? bolt, Verdict verdict)
    {
        Seeing seeing = new Seeing().Measured(place, "bolt-hole", hole);
        Conclusion judged = Assert.Single((bolt is null ? seeing : seeing.Measured(place, "bolt-size", bolt)).Together);
        Assert.Equal(
            (verdict, place[0] == 'e' ? Subject.Equalizer : Subject.Link),
            (judged.Judgement.Verdict, judged.Subject));
    }

    [Fact]
    public void An_end_over_half_its_axles_rating_is_held()
    {
        Assert.Equal(
            Verdict.Hold,
            Assert.Single(new Seeing().Measured(
                "axle-1-left-spring",
                "side-load",
                "2,601").Together).Judgement.Verdict);
        Assert.Empty(new Seeing().Measured("axle-1-left-spring", "side-load", "2,600").Together);
    }

    [Fact]
    public void What_one_brake_needs_the_other_side_needs_too()
    {
        Seeing seeing = new Seeing().Saw("axle-2-right-brake", "lining-soaked", mended: "new shoes");
        Conclusion pair = Assert.Single(seeing.Together);
        Assert.Equal(
            (ConclusionKind.Pair, "axle-2-left-brake", Verdict.Renew),
            (pair.Kind, pair.Place, pair.Judgement.Verdict));
        Assert.Contains(new JobAt("brake-assembly", "axle-2-left-brake"), pair.Jobs);

        // Cared for: by a job there, or by a finding of its own.
        seeing.Jobs.Add(new("shoes-and-magnet", "axle-2-left-brake"));
        Assert.Empty(seeing.Together);
        seeing.Jobs.Clear();
        Assert.Empty(seeing.Saw("axle-2-left-brake", "lining-worn").Together);

        // By a figure as well; a bearing has no pair across the axle.
        Assert.Contains(
            new Seeing().Measured("axle-1-left-brake", "lining", ".05").Together,
            c => c is { Kind: ConclusionKind.Pair, Place: "axle-1-right-brake" });
        Assert.Empty(new Seeing().Saw("axle-1-left", "bearing-damaged").Together);
    }

    [Fact]
    public void Contradicting_looks_stand_side_by_side_and_the_graver_one_counts()
    {
        Seeing seeing = new Seeing().Saw("axle-1-left", "grease-fresh").Saw("axle-1-left", "grease-milky");
        Conclusion two = Assert.Single(seeing.Together);
        Assert.Equal((ConclusionKind.Contradiction, 2), (two.Kind, two.Signs.Count));
        Assert.Equal(
            Verdict.Renew,
            StandingObservations.Gravest(seeing.Seen(seeing.Findings, seeing.Together) with { Readings = [] }));

        // The inner may be sound and the outer done; play is set until it is right; what is mended contradicts nothing.
        Assert.Empty(new Seeing().Saw("axle-1-left", "bearing-smooth", which: "inner").Saw(
            "axle-1-left",
            "bearing-damaged",
            which: "outer").Together);
        Assert.Empty(new Seeing().Saw("axle-1-left", "play-over").Saw("axle-1-left", "play-none").Together);
        Assert.Empty(new Seeing().Saw("axle-1-left", "grease-fresh").Saw(
            "axle-1-left",
            "grease-milky",
            mended: "repacked").Together);
    }

    [Fact]
    public void A_figure_of_the_old_part_is_put_right_by_the_job_that_renewed_it()
    {
        Seeing seeing = new Seeing()
            .Measured("axle-1-left-spring", "spring-arch", "1 3/4")
            .Measured("axle-1-right-spring", "spring-arch", "2 3/4")
            .Measured("axle-1-left-brake", "lining", ".05");
        Assert.Equal(Verdict.Renew, StandingObservations.Gravest(seeing.Seen([], seeing.Looks.TogetherAfter([]))));
        IReadOnlyList<Conclusion> after = seeing.Looks.TogetherAfter([
            Seeing.Renewed("spring", "axle-1-left-spring"),
            Seeing.Renewed("brake-assembly", "axle-1-left-brake"),
            Seeing.Renewed("brake-assembly", "axle-1-right-brake")
        ]);
        Assert.Equal(
            Verdict.Sound,
            StandingObservations.ThatStand(seeing.Seen(
                [],
                after)).First(l => l.Place == "axle-1-left-spring").Judgement.Verdict);
        Assert.StartsWith(
            "Put right in the same visit",
            StandingObservations.ThatStand(seeing.Seen(
                [],
                after)).First(l => l.Place == "axle-1-left-brake").Judgement.Rule,
            StringComparison.Ordinal);
    }

    /// <summary>Any looks on any gear, in any order: the same conclusions.</summary>
    [Fact]
    public void The_order_of_findings_and_figures_does_not_matter() =>
        (from gear in Composing.AnyVisit.Gears
         from seen in Gen.Int[0, 100_000].Array[0, 10]
         from measured in Gen.Select(Gen.Int[0, 100_000], Gen.Double[0, 1]).Array[0, 10]
         from shuffle in Gen.Int[0, int.MaxValue]
         select (gear, seen, measured, shuffle)).Sample(t =>
        {
            List<RoundItem> items = [.. Round.Of(t.gear, periodic: true)];
            Seeing seeing = new(t.gear);
            foreach (int pick in t.seen)
            {
                RoundItem item = items[pick % items.Count];
                ObservationRule[] rows = [.. Rulebook.All.Where(r => r.Subject == item.Subject && r.Goes(t.gear))];
                seeing.Saw(item.Place.Code, rows[pick / 7 % rows.Length].Code);
            }

            foreach ((int pick, double share) in t.measured)
            {
                RoundItem[] asked = [.. items.Where(i => i.Readings.Count > 0)];
                RoundItem item = asked[pick % asked.Length];
                ReadingKind kind = ReadingKinds.Find(item.Readings[pick / 7 % item.Readings.Count])!;
                decimal canonical = Math.Round(kind.Lowest + ((kind.Highest - kind.Lowest) * (decimal)share), 3);
                seeing.Readings.Add(new()
                {
                    Id = Guid.NewGuid(),
                    Place = item.Place.Code,
                    Kind = kind.Code,
                    StepKey = "",
                    Typed = "",
                    Canonical = canonical,
                    Quantity = kind.Quantity,
                    Judgement = kind.Judge(canonical, seeing.Context),
                    VisitId = Seeing.Visit,
                    At = new DateTimeOffset(2026, 5, 4, 9, 0, 0, TimeSpan.Zero).AddMinutes(seeing.Readings.Count)
                });
            }

            string Said(IReadOnlyList<Conclusion> together) =>
                string.Join(
                    "\n",
                    together.Select(c =>
                        $"{c.Kind} {c.Code} {c.Place} {c.Judgement.Verdict} {c.Seen} "
                            + $"{string.Join('|', c.Signs.Order())}"));
            Random random = new(t.shuffle);
            Finding[] findings = [.. seeing.Findings];
            Reading[] readings = [.. seeing.Readings];
            random.Shuffle(findings);
            random.Shuffle(readings);
            Assert.Equal(
                Said(seeing.Together),
                Said(new VisitObservations(
                    seeing.Context,
                    findings,
                    readings,
                    [],
                    [],
                    Remedies.In(seeing.Context)).Diagnose()));
        }, iter: 1_000);

    [Fact]
    public void The_two_ways_to_see_a_used_pin_follow_the_practice()
    {
        PracticeChoices reuse =
            PracticeChoices.Defaults.With(new Dictionary<string, string> { ["cotter-pin"] = "reuse" });
        Assert.Equal(Verdict.Renew, Rulebook.Find("lock-unmarked")!.Judge(PracticeChoices.Defaults).Verdict);
        Assert.Equal(
            (Verdict.Sound, true),
            (Rulebook.Find("lock-unmarked")!.Judge(reuse).Verdict,
                Rulebook.Find("lock-unmarked")!.Judge(reuse).Source.StartsWith(
                "This shop’s practice",
                StringComparison.Ordinal)));
        Assert.Equal(Verdict.Renew, Rulebook.Find("lock-used")!.Judge(reuse).Verdict);
    }

    /// <summary>ISO 15243 has six families of damage: published, cited from memory.</summary>
    [Fact]
    public void Bearing_damage_comes_in_the_six_families_of_ISO_15243() =>
        Assert.Equal(
            ["Corrosion", "Electrical erosion", "Fatigue", "Fracture and cracking", "Plastic deformation", "Wear"],
            Damages.All.Select(d => d.Family).Distinct().Order());
}
