using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests.Catalogue;

/// <summary>What has to hold of the openings and jobs as data, whatever is added to them.</summary>
public class JobCatalogueTests
{
    private static IEnumerable<Step> EveryStep =>
        Openings.Ours.All
            .SelectMany(o => o.Open.Concat(o.Close))
            .Concat(JobCatalogue.Ours.All.SelectMany(j => j.Work.Select(w => w.Step)));

    private static IEnumerable<RunningGear> EveryGear =>
        from axles in new[] { 1, 2, 3 }
        from brake in Enum.GetValues<BrakeKind>()
        from lubrication in Enum.GetValues<Lubrication>()
        from nut in lubrication == Lubrication.SealedHub
            ? [NutRetention.OnePieceNut]
            : new[] { NutRetention.CastleNut, NutRetention.TangWasher, NutRetention.RetainerClip }
        from suspension in Enum.GetValues<SuspensionKind>()
        from spindle in suspension == SuspensionKind.Torsion
            ? [SpindleKind.TorsionArm]
            : new[] { SpindleKind.Welded, SpindleKind.BoltOn }
        select Gears.Tandem with
        {
            Axles = axles,
            Brake = brake,
            NutRetention = nut,
            Lubrication = lubrication,
            Suspension = suspension,
            Spindle = spindle
        };

    // Every answer of every question, one at a time over the defaults.
    private static IEnumerable<PracticeChoices> EveryPractice =>
        PracticeQuestions.All.SelectMany(q =>
            q.Answers.Select(a => PracticeChoices.Defaults.With(new Dictionary<string, string> { [q.Code] = a.Code })));

    [Fact]
    public void Openings_need_only_what_stands_before_them_and_lies_less_deep()
    {
        for (int i = 0; i < Openings.Ours.All.Count; i++)
        {
            Opening opening = Openings.Ours.All[i];
            Assert.All(opening.Needs, need =>
            {
                int at = Openings.Ours.All.ToList().FindIndex(o => o.Code == need);
                Assert.InRange(at, 0, i - 1);
                Assert.True(
                    Openings.Ours.All[at].Depth < opening.Depth,
                    $"{opening.Code} needs {need} but lies no deeper.");
            });
        }
    }

    [Fact]
    public void A_closure_holds_everything_it_needs_once_and_in_order()
    {
        foreach (RunningGear gear in EveryGear)
        {
            foreach (OpeningAt wanted in Openings.Ours.All
                .SelectMany(o => Openings.Ours.Reach(gear, o.Code, Place.Trailer))
                .Distinct())
            {
                List<OpeningAt> closure = [.. Openings.Ours.Closure(gear, [wanted, wanted])];
                Assert.Equal(wanted, closure[^1]);
                Assert.Equal(closure.Distinct(), closure);
                Assert.All(
                    closure,
                    o => Assert.All(
                        Openings.Ours.NeedsOf(gear, o),
                        n => Assert.InRange(closure.IndexOf(n), 0, closure.IndexOf(o) - 1)));
            }
        }
    }

    /// <summary>A step is done in one opening at one place: where a gear lacks it, in what stands for it.</summary>
    [Fact]
    public void Every_step_of_every_job_reaches_exactly_one_opening_on_every_gear_that_has_the_job()
    {
        foreach (RunningGear gear in EveryGear)
        {
            foreach ((Job job, IReadOnlyList<Place> places) in JobCatalogue.Ours.For(gear))
            {
                Assert.All(places, place => Assert.All(job.Work, work => Assert.All(work.Where(gear, place), at =>
                {
                    Assert.True(Places.Has(gear, at), $"{job.Code} works at {at}, which {gear.Words} lacks.");
                    int reached = Openings.Ours.Reach(gear, work.Opening, at).Count;
                    Assert.True(
                        reached == 1,
                        $"{job.Code}/{work.Step.Code} at {at} reaches {reached} × {work.Opening}.");
                })));
            }
        }
    }

    [Fact]
    public void Every_job_can_be_had_by_some_gear_and_says_what_the_others_lack()
    {
        HashSet<string> had = [.. EveryGear.SelectMany(g => JobCatalogue.Ours.For(g).Select(j => j.Job.Code))];
        Assert.Equal(JobCatalogue.Ours.All.Select(j => j.Code).Order(), had.Order());
        Assert.Equal(JobCatalogue.Ours.All.Count, JobCatalogue.Ours.All.Select(j => j.Code).Distinct().Count());
        Assert.All(
            JobCatalogue.Ours.All,
            j => Assert.All(j.NotWith.Concat(j.CountsAs), code => Assert.NotNull(JobCatalogue.Ours.Find(code))));
        Assert.All(
            JobCatalogue.Ours.All.SelectMany(j => j.Settles),
            code => Assert.Contains(FollowUpRules.All, r => r.Code == code));
        Assert.All(Rulebook.All.SelectMany(r => r.Jobs), code => Assert.NotNull(JobCatalogue.Ours.Find(code)));
    }

    [Fact]
    public void Every_step_reads_as_an_order_takes_time_and_asks_for_what_we_know()
    {
        Assert.All(EveryStep, step =>
        {
            Assert.True(step.Minutes > 0, $"{step.Code} takes no time.");
            Assert.InRange(step.Title.Length, 5, 70);
            Assert.False(step.Title.EndsWith('.'), $"“{step.Title}” ends like a sentence.");
            Assert.True(
                step.Detail.Length == 0 || step.Detail.TrimEnd()[^1] is '.' or '?',
                $"“{step.Detail}” does not end.");
            Assert.All(step.Cautions, c => Assert.EndsWith(".", c, StringComparison.Ordinal));
            Assert.All(step.Readings, r => Assert.NotNull(ReadingKinds.Find(r)));
            Assert.True(step.Torque is null || step.Torque(Plain(Gears.Tandem)).Stages.Count > 0);
        });
    }

    [Fact]
    public void Step_codes_are_unique_within_their_opening_and_group_of_work()
    {
        Assert.All(
            Openings.Ours.All,
            o => Assert.Equal(
                o.Open.Count + o.Close.Count,
                o.Open.Concat(o.Close).Select(s => s.Code).Distinct().Count()));

        // The same group and code are the same step, whichever job asks for it.
        Assert.All(
            JobCatalogue.Ours.All.SelectMany(j => j.Work).GroupBy(w => (w.Group, w.Step.Code)),
            same => Assert.Single(same.Select(w => (w.Opening, w.Step.Title, w.Step.Minutes, w.Step.Late)).Distinct()));
    }

    /// <summary>
    /// No practice is a mere word: each answer of each question makes a packet, its parts, the checks it leaves or what
    /// it
    /// allows different from the first answer's, on some gear and job.
    /// </summary>
    [Fact]
    public void Every_answer_of_every_practice_question_changes_something()
    {
        RunningGear[] gears = [.. EveryGear.Where(g => g.Axles == 2 && g.NutRetention != NutRetention.TangWasher)];
        foreach (PracticeQuestion question in PracticeQuestions.All.Where(q => q != PracticeQuestions.BrakeRenewal))
        {
            foreach (Practice answer in question.Answers.Skip(1))
            {
                PracticeChoices other = PracticeChoices.Defaults.With(new Dictionary<string, string>
                {
                    [question.Code] = answer.Code
                });
                Assert.True(
                    gears.Any(g => JobCatalogue.Ours.For(g).Any(j => Differs(
                        g,
                        new JobAt(j.Job.Code, j.Places[0].Code),
                        other))),
                    $"{question.Code}: {answer.Code} changes nothing.");
            }
        }

        static bool Differs(RunningGear gear, JobAt job, PracticeChoices other)
        {
            if (Composer.Refusals(gear, [job], other).Any())
            {
                return true;
            }

            Packet ours =
                Composer.Compose(gear, [job], PracticeChoices.Defaults), theirs = Composer.Compose(gear, [job], other);
            return !ours.Steps.Select(s => s.Key).SequenceEqual(theirs.Steps.Select(s => s.Key))
                || !ours.PartsToTake
                    .Select(p => (p.Name, p.Quantity))
                    .SequenceEqual(theirs.PartsToTake.Select(p => (p.Name, p.Quantity)))
                || !Owed(ours, job, PracticeChoices.Defaults).SequenceEqual(Owed(theirs, job, other));
        }

        static IEnumerable<string> Owed(Packet packet, JobAt job, PracticeChoices practices) =>
            packet.Openings
                .SelectMany(o => Openings.Ours.Find(o.Code).FollowUps)
                .Concat(JobCatalogue.Ours.Find(job.Job)!.FollowUps)
                .Where(r => r.Wanted(practices))
                .Select(r => r.Code)
                .Distinct();
    }

    [Fact]
    public void Exactly_one_lock_goes_on_whatever_keeps_the_nut()
    {
        Opening hub = Openings.Ours.Find("hub-off");
        foreach (StepContext context in EveryGear.SelectMany(
            g => EveryPractice.Select(s => new StepContext(g, s))).DistinctBy(c =>
            (c.Gear.NutRetention, c.Practices.For(PracticeQuestions.CotterPin),
                c.Practices.For(PracticeQuestions.NutSetting))))
        {
            Assert.Single(hub.Open, s => s.Wanted(context) && s.Subjects.Contains(Subject.NutLock));
            Assert.Single(hub.Close, s => s.Wanted(context) && s.Subjects.Contains(Subject.NutLock));
        }
    }

    /// <summary>Common practice, no source: minutes to open and to close, as the trade has them.</summary>
    [Theory]
    [InlineData("secured", 5, 3)]
    [InlineData("raised", 8, 4)]
    [InlineData("wheel-off", 3, 5)]
    [InlineData("plug-out", 1, 1)]
    [InlineData("adjuster-reached", 1, 1)]
    [InlineData("cap-off", 1, 1)]
    [InlineData("caliper-off", 5, 6)]
    [InlineData("hub-off", 2, 4)]
    [InlineData("hub-open", 2, 3)]
    [InlineData("plate-off", 6, 8)]
    [InlineData("spindle-off", 20, 10)]
    [InlineData("axle-held", 3, 2)]
    [InlineData("eye-bolt-out", 3, 4)]
    [InlineData("u-bolts-off", 3, 4)]
    [InlineData("spring-out", 2, 3)]
    [InlineData("equalizer-out", 8, 8)]
    [InlineData("axle-out", 20, 20)]
    public void The_steps_of_an_opening_add_up_to_its_minutes_for_every_gear_practice_and_job(
        string code,
        double open,
        double close)
    {
        Opening opening = Openings.Ours.Find(code);
        IReadOnlyList<(Job, Place)>[] jobs =
        [
            [],
            [(JobCatalogue.Ours.Find("sealed-hub")!, Place.WheelEnd(1, Side.Left))],
            [(JobCatalogue.Ours.Find("disc-conversion")!, Place.Of("axle-1"))],
            [(JobCatalogue.Ours.Find("u-bolts")!, Place.Of("axle-1-left-u-bolts"))]
        ];
        foreach (RunningGear gear in EveryGear)
        {
            foreach (OpeningAt at in Openings.Ours
                .Reach(gear, code, Place.Of("axle-1-left"))
                .Where(o => o.Opening == opening))
            {
                foreach (StepContext context in jobs.SelectMany(j =>
                    EveryPractice.Select(s => new StepContext(gear, s) { Place = at.Place, Jobs = j })))
                {
                    Assert.Equal((decimal)open, opening.Open.Where(s => s.Wanted(context)).Sum(s => s.Minutes));

                    // An oil-bath hub runs empty when its cap comes off, and takes longer to fill than a cap to tap on.
                    decimal oil = code == "cap-off"
                        && gear.Lubrication == Lubrication.OilBath
                        && !context.Doing("sealed-hub")
                        ? 3.5m
                        : 0;
                    Assert.Equal((decimal)close + oil, opening.Close.Where(s => s.Wanted(context)).Sum(s => s.Minutes));
                }
            }
        }
    }

    /// <summary>Common practice: what keeps a bearing wet goes back in whenever it came out.</summary>
    [Theory]
    [InlineData(Lubrication.HandPacked, "cap-on", null)]
    [InlineData(Lubrication.GreasableSpindle, "cap-on", null)]
    [InlineData(Lubrication.SealedHub, "cap-plain", null)]
    [InlineData(Lubrication.OilBath, "oil-on", "hub oil, SAE 80W-90")]
    public void A_cap_goes_on_with_what_its_hub_runs_in(Lubrication lubrication, string step, string? part)
    {
        Packet packet = Composer.Compose(
            Gears.Tandem with { Lubrication = lubrication },
            [new("brake-assembly", "axle-1-left-brake")],
            PracticeChoices.Defaults);
        PacketStep cap = Assert.Single(
            packet.Steps,
            s => s.Key.StartsWith("axle-1-left/cap-off/", StringComparison.Ordinal)
                && s.Part == StepPart.Close
                && !s.Key.EndsWith("turn-and-feel", StringComparison.Ordinal));
        Assert.EndsWith("/" + step, cap.Key, StringComparison.Ordinal);
        Assert.Equal(part, cap.Parts.Count > 0 ? cap.Parts[0].Name : null);
    }

    /// <summary>
    /// Common practice: a pin is what keeps the wheel on, and a new seal goes in whenever the old one comes out.
    /// </summary>
    [Fact]
    public void What_is_parted_is_closed_with_new_parts()
    {
        StepContext context = new(Gears.Tandem, PracticeChoices.Defaults);
        Assert.Equal(["cotter pin"], Taken("hub-off"));
        PartNeed seal = Assert.Single(Openings.Ours
            .Find("hub-open").Close
            .Where(s => s.Wanted(context))
            .SelectMany(s => s.Parts(context)));
        Assert.Equal(["grease seal 2.125 × 3.376", "grease seal 2.250 × 3.376"], seal.OneOf);
        Assert.Empty(
            Openings.Ours.Find("hub-open").Close.Where(s => s.Wanted(context)).SelectMany(
                s => s.Parts(context with { Gear = Gears.Single })).Single().OneOf);

        IEnumerable<string> Taken(string opening) =>
            Openings.Ours
                .Find(opening).Close
                .Where(s => s.Wanted(context))
                .SelectMany(s => s.Parts(context))
                .Select(p => p.Name);
    }

    [Theory]
    [InlineData(4, new[] { 1, 3, 2, 4 })]
    [InlineData(5, new[] { 1, 3, 5, 2, 4 })]
    [InlineData(6, new[] { 1, 4, 2, 5, 3, 6 })]
    [InlineData(8, new[] { 1, 5, 3, 7, 2, 6, 4, 8 })]
    public void Lug_nuts_are_gone_round_as_a_star(int studs, int[] order) => Assert.Equal(order, Torques.Around(studs));

    [Fact]
    public void A_star_meets_every_nut_once_and_from_five_up_never_its_neighbour()
    {
        for (int studs = 0; studs <= 24; studs++)
        {
            List<int> order = [.. Torques.Around(studs)];
            Assert.Equal(Enumerable.Range(1, studs), order.Order());
            Assert.All(
                order.Zip(order.Skip(1)),
                pair => Assert.True(
                    studs < 5 || Math.Abs(pair.First - pair.Second) is var apart && apart > 1 && apart < studs - 1,
                    $"{studs}: {pair}"));
        }
    }

    private static StepContext Plain(RunningGear gear) => new(gear, PracticeChoices.Defaults);

    /// <summary>
    /// Common practice: 1/2 in studs 90 to 100 lbf·ft in three stages; U-bolts 1/2 in 45 to 70. A one-piece nut's
    /// figure is its maker's alone.
    /// </summary>
    [Fact]
    public void Torques_are_the_trades()
    {
        Assert.Equal(
            ["about 35 lbf·ft", "about 65 lbf·ft", "90 to 100 lbf·ft"],
            Torques.Lugs(Plain(Gears.Tandem)).Stages);
        Assert.Equal("45 to 70 lbf·ft", Torques.UBolts(Plain(Gears.Tandem)).Words);
        Assert.Equal(
            ("150 lbf·ft", "20 to 25 lbf·ft"),
            (Torques.Of(Fasteners.HubBolt)(Plain(Gears.Tandem)).Words,
                Torques.Of(Fasteners.FillPlug)(Plain(Gears.Tandem)).Words));
        TorqueAsked nut = Torques.OnePieceNut(Plain(Gears.Tandem));
        Assert.Equal((3, null), (nut.Stages.Count, nut.From));
        Assert.DoesNotContain("200", nut.Words, StringComparison.Ordinal);
    }

    /// <summary>Whoever checks a torque checks it at the wanted value: nothing goes up in stages again.</summary>
    [Fact]
    public void A_torque_checked_again_is_one_round() =>
        Assert.Equal(
            ["90 to 100 lbf·ft", "45 to 70 lbf·ft"],
            [.. Torques.LugsAgain(Plain(Gears.Tandem)).Stages, .. Torques.UBoltsAgain(Plain(Gears.Tandem)).Stages]);

    [Fact]
    public void The_figure_typed_for_the_trailer_ranks_first_everywhere()
    {
        Dictionary<string, TorqueRange> typed = Fasteners.All.ToDictionary(
            f => f.Code,
            f => new TorqueRange(f.Least + 5, f.Least + 10, "typed"));
        StepContext context = Plain(Gears.Tandem) with { Torques = typed };
        Assert.All(EveryStep.Where(s => s.Torque is not null), step =>
        {
            TorqueAsked asked = step.Torque!(context);
            Assert.Equal(typed[asked.Fastener].From, asked.From);
            Assert.Equal(
                asked,
                Torques.By(step.Torque(Plain(Gears.Tandem)), typed[asked.Fastener]) with
                {
                    Stages = asked.Stages,
                    Order = asked.Order
                });
        });
    }

    /// <summary>
    /// Every step that tightens asks for what was reached, and what was reached is judged by the same figure.
    /// </summary>
    [Fact]
    public void Every_torque_has_its_wanted_value_and_its_reading_is_judged()
    {
        Dictionary<string, TorqueRange> typed = Fasteners.All.ToDictionary(
            f => f.Code,
            f => new TorqueRange(f.Least + 10, f.Least + 15, "typed"));
        ReadingContext context = new(Gears.Tandem, PracticeChoices.Defaults) { Torques = typed };
        Assert.All(EveryStep.Where(s => s.Torque is not null), step =>
        {
            TorqueAsked asked = step.Torque!(Plain(Gears.Tandem));
            Fastener fastener = Fasteners.Find(asked.Fastener)!;
            ReadingKind kind = Assert.Single(
                step.Readings.Select(r => ReadingKinds.Find(r)!),
                k => k.Fastener == fastener);
            Assert.Equal(Verdict.Sound, kind.Judge(Nm(fastener.Least + 12), context)!.Verdict);
            Assert.Equal(Verdict.Renew, kind.Judge(Nm(fastener.Least / 2), context)!.Verdict);
            Assert.Equal(Verdict.Renew, kind.Judge(Nm(fastener.Most), context)!.Verdict);
        });

        // Without a figure no torque is called right.
        Assert.All(
            ReadingKinds.All.Where(k => k.Fastener is { } f && f.Usual(Gears.Tandem) is null),
            k => Assert.Equal(Verdict.Watch, k.Judge(Nm(100), new(Gears.Tandem, PracticeChoices.Defaults))!.Verdict));
    }

    [Theory]
    [InlineData("u-bolt-torque", 10)]
    [InlineData("u-bolt-torque", 300)]
    [InlineData("lug-torque", 20)]
    [InlineData("lug-torque", 400)]
    [InlineData("plug-torque", 60)]
    public void A_torque_nobody_wants_is_refused_or_judged(string code, int poundFeet)
    {
        ReadingKind kind = ReadingKinds.Find(code)!;
        Core.Measures.Understood read = Core.Measures.ShopNotation.Read($"{poundFeet}", Core.Measures.Quantity.Torque);
        Assert.True(kind.Unbelievable(read) is not null
            || kind.Judge(
                read.Canonical!.Value,
                new(Gears.Tandem, PracticeChoices.Defaults))!.Verdict == Verdict.Renew);
    }

    /// <summary>Wheel studs of every size have a figure; 1/2 in by common practice, the others from memory.</summary>
    [Theory]
    [InlineData("1/2", "90 to 100 lbf·ft")]
    [InlineData("9/16", "120 to 140 lbf·ft")]
    [InlineData("5/8", "190 to 210 lbf·ft")]
    [InlineData("14 mm", "110 to 130 lbf·ft")]
    public void Lug_nuts_go_by_their_studs(string thread, string words) =>
        Assert.Equal(
            words,
            Torques.Lugs(Plain(Gears.Tandem with
            {
                Studs = new Studs(
                    8,
                    new(Core.Measures.ShopNotation.Read(thread, Core.Measures.Quantity.Length).Canonical!.Value))
            })).Words);

    private static decimal Nm(decimal poundFeet) => Core.Measures.Torque.FromPoundForceFeet(poundFeet).NewtonMetres;

    [Theory]
    [InlineData("2.1255", "grease seal 2.125 × 3.376")]
    [InlineData("57.15 mm", "grease seal 2.250 × 3.376")]
    [InlineData("2 3/16", null)]
    public void The_journal_picks_the_seal(string typed, string? part) =>
        Assert.Equal(
            part,
            ReadingKinds.SealJournal.Picks(
                Core.Measures.ShopNotation.Read(typed, Core.Measures.Quantity.Length).Canonical!.Value,
                new(Gears.Tandem, PracticeChoices.Defaults)));

    [Fact]
    public void A_filled_cavity_takes_more_grease_than_packed_bearings()
    {
        decimal Grease(string fill) =>
            Composer.Compose(
                Gears.Single,
                [new("bearing-repack", "axle-1-left")],
                PracticeChoices.Defaults.With(new Dictionary<string, string> { ["grease-fill"] = fill }))
            .PartsToTake.Where(p => p.Unit == "oz").Sum(p => p.Quantity);
        Assert.True(Grease("cavity") > Grease("packed"));
    }
}
