using CsCheck;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Catalogue.Own;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Tests.Composing;
using Xunit;

namespace SturdyTinker.Core.Tests.Own;

/// <summary>What a shop describes works wherever it is meant to, or is told what cannot.</summary>
public class OwnChecksTests
{
    private static readonly string[] AllOpenings =
        [.. Openings.Ours.All.Select(o => o.Code), OwnSamples.BellyPan.Code, OwnSamples.InsulationOut.Code];

    private static Gen<IReadOnlyList<string>> Some<T>(IReadOnlyList<(string Code, T Kind, string Words)> codes) =>
        Gen.Int[0, codes.Count - 1].Array[0, 2].Select(
            picks => (IReadOnlyList<string>)[.. picks.Distinct().Select(i => codes[i].Code)]);

    // Of any place, opening and gear, so most make no sense somewhere.
    private static readonly Gen<OwnStep> AnyStep =
        from opening in Gen.Int[-3, AllOpenings.Length - 1]
        from each in Gen.Int[-6, OwnCodes.Places.Count - 1]
        from when in Gen.Int[0, OwnCodes.Times.Count - 1]
        from minutes in Gen.Int[1, 40]
        from reading in Gen.Int[0, 9]
        select new OwnStep("s", "Something is done", minutes / 2m)
        {
            Opening = opening < 0 ? "" : AllOpenings[opening],
            Each = each < 0 ? "" : OwnCodes.Places[each].Code,
            When = OwnCodes.Times[when].Code,
            Readings = reading == 0 ? ["lining"] : reading == 1 ? ["tread"] : [],
            Torque = reading == 2 ? new OwnTorque("bolts", 20, 25, "maker’s sheet") : null,
        };

    private static readonly Gen<OwnJob> AnyJob =
        from at in Some(OwnCodes.Places)
        from brakes in Some(OwnCodes.Brakes)
        from suspensions in Some(OwnCodes.Suspensions)
        from opening in Gen.Int[0, AllOpenings.Length - 1]
        from steps in AnyStep.Array[1, 3]
        select new OwnJob(
            "own-any",
            1,
            "Any work",
            at,
            AllOpenings[opening],
            [.. steps.Select((s, i) => s with { Code = $"s{i}" })])
        {
            Gear = new OwnGear { Brakes = brakes, Suspensions = suspensions },
        };

    [Fact]
    public void What_is_let_pass_is_done_in_what_it_says_on_every_trailer_it_is_for()
    {
        int passed = 0, refused = 0;
        Gen.Select(AnyJob, AnyVisit.Gears).Sample(
            (job, gear) =>
            {
                if (OwnChecks.Of(OwnSamples.All, job) is [var first, ..])
                {
                    Assert.NotEmpty(first.Sentence);
                    Interlocked.Increment(ref refused);
                    return;
                }

                Interlocked.Increment(ref passed);
                PracticeChoices practices = PracticeChoices.Defaults with { Own = OwnSamples.All.With(job) };
                JobCatalogue catalogue = JobCatalogue.Of(practices);
                Job made = catalogue.Find(job.Code)!;
                foreach (Place place in Places.Of(gear).Where(p => made.GoesAt(gear, p)))
                {
                    Packet packet = Composer.Compose(gear, [new JobAt(job.Code, place.Code)], practices);
                    PacketStep[] own = [.. packet.Steps.Where(s => s.Job == job.Code)];

                    // Chocks are there first, whatever else is: nobody begins with the job.
                    Assert.Equal("trailer/secured/chock", packet.Steps[0].Key);
                    Assert.All(own, step =>
                    {
                        OwnStep its = job.Steps.Single(s => step.Key.EndsWith($"/{s.Code}", StringComparison.Ordinal));
                        string opening = its.When == OwnCodes.WeightDown ? "secured"
                            : its.Opening.Length > 0 ? its.Opening
                            : job.Opening;

                        // In the very opening it names, never in what stands for one that the gear lacks.
                        Assert.Equal(opening, packet.Openings.Single(o => o.Id == step.In).Code);
                    });
                    Assert.All(job.Steps.Where(s => s.Each.Length == 0), s => Assert.Single(
                        own,
                        o => o.Key == $"{place.Code}/{job.Code}/{s.Code}"));
                }
            },
            iter: 1_200);
        Assert.True(passed > 20 && refused > 200, $"{passed} passed, {refused} were refused.");
    }

    [Fact]
    public void The_samples_can_be_kept_each_beside_the_others()
    {
        Assert.All(OwnSamples.All.Jobs, job => Assert.Empty(OwnChecks.Of(OwnSamples.All, job)));
        Assert.All(OwnSamples.All.Openings, opening => Assert.Empty(OwnChecks.Of(OwnSamples.All, opening)));
    }

    // ---- what cannot work ------------------------------------------------------------------------------------------

    private static void Refused(OwnJob job, string pointer, string part) =>
        Assert.Contains(
            OwnChecks.Of(OwnSamples.All, job),
            p => p.Pointer == pointer && p.Sentence.Contains(part, StringComparison.Ordinal));

    private static OwnJob At(string place, string opening, OwnStep? step = null) => new(
        "own-new",
        1,
        "New work",
        [place],
        opening,
        [step ?? new OwnStep("do", "Do it", 5)]);

    [Fact]
    public void An_opening_that_the_gear_lacks_is_told_with_the_gear()
    {
        Refused(At("brake", "caliper-off"), "/steps/0/opening", "hydraulic drum brakes");
        Refused(At("wheelEnd", "eye-bolt-out"), "/steps/0/opening", "more than one");
        Assert.Empty(OwnChecks.Of(OwnSamples.All, At("brake", "caliper-off") with
        {
            Gear = new OwnGear { Brakes = ["hydraulicDisc"] }
        }));
        Refused(
            At("brake", "hub-off") with { Gear = new OwnGear { Brakes = ["none"] } },
            "/at/0",
            "has this place");
        Refused(At("side", "wheel-off"), "/steps/0/opening", "more than one");
        Assert.Empty(OwnChecks.Of(
            OwnSamples.All,
            At("side", "wheel-off", new OwnStep("do", "Do it", 5) { Each = "wheelEnd" })));
        Refused(At("trailer", "own-no-such"), "/opening", "Pick what has to be open");
    }

    [Fact]
    public void Openings_that_need_each_other_go_round_in_a_circle()
    {
        OwnOpening round = OwnSamples.BellyPan with { Needs = ["raised", OwnSamples.InsulationOut.Code] };
        OwnProblem problem = Assert.Single(OwnChecks.Of(OwnSamples.All, round));
        Assert.Equal("/needs/1", problem.Pointer);
        Assert.Contains("circle", problem.Sentence, StringComparison.Ordinal);
        Assert.Equal(
            "/needs/0",
            Assert.Single(OwnChecks.Of(OwnSamples.All, OwnSamples.BellyPan with { Needs = ["own-belly-pan-off"] }))
                .Pointer);

        // A file cannot bring one in either.
        (OwnWork own, IReadOnlyList<MergedEntry> entries) = OwnMerge.Into(
            OwnWork.None,
            new OwnWork([OwnSamples.Harness], [round, OwnSamples.InsulationOut]),
            []);
        Assert.All(entries, e => Assert.Equal(MergeState.Refused, e.State));
        Assert.True(own.IsNone);
    }

    [Fact]
    public void Jobs_that_count_as_each_other_go_round_in_a_circle()
    {
        OwnJob one = At("trailer", "secured") with { Code = "own-one", Name = "One", CountsAs = ["own-two"] };
        OwnJob two = At("trailer", "secured") with { Code = "own-two", Name = "Two", CountsAs = ["own-one"] };
        OwnWork own = new([two with { CountsAs = [] }], []);
        Assert.Empty(OwnChecks.Of(own, one));
        Assert.Contains("circle", Assert.Single(OwnChecks.Of(own.With(one), two)).Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_job_that_never_gets_there_stands_for_nothing_that_lies_there()
    {
        Refused(At("wheelEnd", "wheel-off") with { CountsAs = ["bearing-repack"] }, "/countsAs/0", "never gets there");
        Refused(At("trailer", "secured") with { CountsAs = ["periodic-inspection"] }, "/countsAs/0", "as the law");
        Assert.Empty(OwnChecks.Of(OwnSamples.All, At("trailer", "secured") with { CountsAs = ["keel-rollers"] }));
    }

    [Fact]
    public void What_can_kill_is_never_left_out_of_our_jobs()
    {
        foreach (Job job in JobCatalogue.Ours.All)
        {
            foreach (Work work in job.Work)
            {
                OwnJob without = new($"refined-{job.Code}", 1, "Shorter", [], "", [])
                {
                    Refines = job.Code,
                    LeftOut = [$"{work.Group}/{work.Step.Code}"]
                };
                bool may = work.Step is { WhyCritical: null, Renews: false, Readings.Count: 0 }
                    && !(work.Step.Subjects.Count > 0 && work.Step.Phase <= Phases.Judge);
                Assert.Equal(
                    may,
                    OwnChecks.Of(OwnSamples.All, without).All(p => p.Pointer != "/leftOut/0"));
            }
        }
    }

    [Fact]
    public void An_owner_is_given_nothing_that_is_opened_measured_or_tightened_to_a_figure()
    {
        OwnInterval theirs = new(3, null) { By = Doer.Owner };
        Assert.Empty(OwnChecks.Of(OwnSamples.All, At("trailer", "secured") with { Lasts = theirs }));
        Refused(At("wheelEnd", "wheel-off") with { Lasts = theirs }, "/lasts/by", "no means");
        Refused(
            At("trailer", "secured", OwnSamples.Mudguard.Steps[0]) with { Lasts = theirs },
            "/lasts/by",
            "tightened");
    }

    [Fact]
    public void Figures_and_codes_nobody_can_believe_are_told_where_they_stand()
    {
        OwnStep odd = new("Do It", "", 0)
        {
            Readings = ["no-such"],
            Parts = [new OwnPart("", 0, "bucket")],
            Torque = new OwnTorque("", 90, 80, ""),
            When = "sometime",
            Each = "roof",
        };
        string[] told = [.. OwnChecks.Of(OwnSamples.All, At("roof", "secured", odd) with
        {
            Code = "mine",
            Name = "Bearing repack",
            Lasts = new OwnInterval(0, 5),
            Owing = [new OwnCheck("c", "", 0, 0)],
            Skill = "juggling",
            Settles = ["lug-retorque"],
            NotWith = ["no-such"],
        }).Select(p => p.Pointer)];
        Assert.Superset(
            new HashSet<string>
            {
                "/code", "/name", "/at", "/steps/0/code", "/steps/0/title", "/steps/0/minutes", "/steps/0/readings",
                "/steps/0/parts/0/name", "/steps/0/parts/0/quantity", "/steps/0/parts/0/unit", "/steps/0/torque/what",
                "/steps/0/torque/to", "/steps/0/torque/whose", "/steps/0/when", "/steps/0/each", "/lasts/months",
                "/lasts/miles", "/owing/0/words", "/owing/0/afterMiles", "/owing/0/afterDays", "/skill", "/settles/0",
                "/notWith/0",
            },
            told.ToHashSet());
        Refused(At("trailer", "secured", new OwnStep("do", "Do it", 5) { Readings = ["lining"] }), "/steps/0/readings",
            "not measured at that place");
    }

    [Fact]
    public void An_opening_in_use_is_neither_taken_out_nor_changed_so_that_its_jobs_fail()
    {
        Assert.Contains(
            "needs it",
            Assert.Single(OwnChecks.Of(OwnSamples.All, OwnSamples.InsulationOut with { Retired = true })).Sentence,
            StringComparison.Ordinal);
        Assert.Contains(
            "could not be done",
            Assert.Single(OwnChecks.Of(
                OwnSamples.All,
                OwnSamples.InsulationOut with { Gear = new OwnGear { Axles = [2] } })).Sentence,
            StringComparison.Ordinal);
    }

    [Fact]
    public void Every_kind_of_place_gear_and_skill_has_its_code()
    {
        Assert.Equal(Enum.GetValues<PlaceKind>(), OwnCodes.Places.Select(p => p.Kind).Order());
        Assert.Equal(Enum.GetValues<BrakeKind>(), OwnCodes.Brakes.Select(p => p.Kind).Order());
        Assert.Equal(Enum.GetValues<SuspensionKind>(), OwnCodes.Suspensions.Select(p => p.Kind).Order());
        Assert.Equal(Enum.GetValues<Lubrication>(), OwnCodes.Lubrications.Select(p => p.Kind).Order());
        Assert.Equal(Enum.GetValues<JobArea>(), OwnCodes.Areas.Select(p => p.Kind).Order());
        Assert.Equal(Skills.Codes.Select(c => c.Code), OwnCodes.Skills.Select(c => c.Code));
    }
}
