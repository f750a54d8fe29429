using System.Text;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Catalogue.Own;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Own;

/// <summary>A shop's own work composes, falls due, is planned and goes from shop to shop as ours does.</summary>
public class OwnWorkTests
{
    private static readonly DateOnly Today = new(2026, 5, 4);

    private static Packet Compose(params JobAt[] jobs) => Composer.Compose(Gears.Tandem, jobs, OwnSamples.Practices);

    [Fact]
    public void It_lies_where_it_says_between_what_is_opened_for_it_and_closed_after_it()
    {
        Packet packet = Compose(new JobAt(OwnSamples.Harness.Code, "trailer"));
        Assert.Equal(
            ["pan-down", "mats-out", "old-out", "new-in", "mats-in", "pan-up", "try"],
            packet.Steps
                .Where(s => s.Key.Contains("own-", StringComparison.Ordinal))
                .Select(s => s.Key[(s.Key.LastIndexOf('/') + 1)..]));

        // Both sides are up before anybody is under the pan, and down again before the lamps are tried.
        Assert.Equal(2, packet.Steps.TakeWhile(s => !s.Key.EndsWith("/pan-down", StringComparison.Ordinal))
            .Count(s => s.Key.EndsWith("/raised/stand", StringComparison.Ordinal)));
        Assert.Equal("own-floor-harness/try", PacketStep.FamilyOf(packet.Steps.Last(s => s.Part == StepPart.Work).Key));
        Assert.Contains(packet.PartsToTake, p => p is { Name: "belly pan screws", Quantity: 24 });
        Assert.True(
            packet.Openings.Single(o => o.Code == OwnSamples.InsulationOut.Code).Depth
                > packet.Openings.Single(o => o.Code == OwnSamples.BellyPan.Code).Depth);
    }

    [Fact]
    public void What_is_open_anyway_is_opened_once_for_ours_and_theirs()
    {
        JobAt repack = new("bearing-repack", "axle-1-left"), guard = new(OwnSamples.Mudguard.Code, "axle-1-left");
        Packet both = Compose(repack, guard);
        Assert.Single(both.Openings, o => o.Code == "wheel-off");
        Assert.Equal(Compose(repack).Minutes + 15, both.Minutes);

        // Its torque is its own, in stages and across, and makes it critical.
        PacketStep step = both.Steps.Single(s => s.Key.EndsWith("own-mudguard/guard", StringComparison.Ordinal));
        Assert.Equal("15 to 20 lbf·ft", step.Torque!.Words);
        Assert.Equal(3, step.Torque.Stages.Count);
        Assert.Equal([1, 3, 2, 4], step.Torque.Order);
        Assert.Contains("guard maker’s sheet", step.Torque.Source, StringComparison.Ordinal);
        Assert.NotNull(WorkCard.WhyCritical(step));
    }

    [Fact]
    public void A_refinement_is_ours_with_their_step_and_their_minutes_and_nothing_else_changed()
    {
        JobAt repack = new("bearing-repack", "axle-1-left");
        Packet ours = Composer.Compose(Gears.Tandem, [repack], PracticeChoices.Defaults), theirs = Compose(repack);
        PacketStep pack = ours.Steps.Single(s => s.Key.EndsWith("bearing-repack/pack", StringComparison.Ordinal));
        Assert.Equal(ours.Minutes + 2 + 9 - pack.Minutes, theirs.Minutes);
        Assert.Equal(
            "axle-1-left/refined-bearing-repack/polish",
            Assert.Single(theirs.Steps.Select(s => s.Key).Except(ours.Steps.Select(s => s.Key))));
        Assert.Empty(ours.Steps.Select(s => s.Key).Except(theirs.Steps.Select(s => s.Key)));

        // Taken out, it is as ever.
        OwnWork without = OwnSamples.All.With(OwnSamples.Repack with { Retired = true });
        Assert.Equal(
            ours.Minutes,
            Composer.Compose(Gears.Tandem, [repack], PracticeChoices.Defaults with { Own = without }).Minutes);
    }

    [Fact]
    public void A_visit_keeps_the_job_as_it_was_when_it_was_taken_in()
    {
        JobAt[] jobs = [new(OwnSamples.Harness.Code, "trailer")];
        PracticeChoices kept = OwnSamples.Practices.KeptFor([OwnSamples.Harness.Code]);
        Assert.Equal(
            [OwnSamples.Harness.Code, OwnSamples.Repack.Code],
            kept.Own!.Jobs.Select(j => j.Code));
        Assert.Equal(2, kept.Own.Openings.Count);

        // Changed since: what is under way goes on as it was, with work added in today's words.
        OwnWork now = OwnSamples.All.With(OwnSamples.Harness with { Version = 2, Name = "Other", Steps = [] });
        OwnWork both = kept.Own.And(now);
        Assert.Equal("Floor harness renewed", both.Jobs.Single(j => j.Code == OwnSamples.Harness.Code).Name);
        Assert.Contains(both.Jobs, j => j.Code == OwnSamples.Mudguard.Code);
        Assert.Equal(
            Compose(jobs).Minutes,
            Composer.Compose(Gears.Tandem, jobs, PracticeChoices.Defaults with { Own = both }).Minutes);
        Assert.Null(PracticeChoices.Defaults.KeptFor(["bearing-repack"]).Own);
    }

    [Fact]
    public void What_is_not_done_any_more_keeps_its_name_and_is_neither_offered_nor_begun()
    {
        OwnWork own = OwnSamples.All.With(OwnSamples.Harness with { Retired = true });
        PracticeChoices practices = PracticeChoices.Defaults with { Own = own };
        JobCatalogue catalogue = JobCatalogue.Of(practices);
        JobAt job = new(OwnSamples.Harness.Code, "trailer");
        Assert.Equal("Floor harness renewed", JobWords.Of(catalogue, Gears.Tandem, [job]));
        Assert.DoesNotContain(catalogue.For(Gears.Tandem), j => j.Job.Code == job.Job);
        Assert.Contains(
            "not done in this shop any more",
            Composer.Refusals(Gears.Tandem, [job], practices).Single().Sentence,
            StringComparison.Ordinal);
        Assert.Null(catalogue.DueRule(job.Job));
    }

    [Fact]
    public void It_falls_due_is_planned_and_met_by_being_done_and_its_owners_task_calls_nobody_in()
    {
        Trailer trailer = Gears.Metered(MeterKind.None, Today.AddYears(-6));
        TrailerStatus Status(params WorkDone[] work) => TrailerStatus.Of(
            new TrailerRecord(
                trailer,
                new ReadingContext(trailer.Gear, OwnSamples.Practices),
                UsageLine.Of(trailer, [], Today),
                Interval.BearingRepack)
            {
                Work = work
            },
            Today);
        Upcoming harness = Status().Upcoming.Single(u => u.Job == OwnSamples.Harness.Code);
        Assert.Equal(Today.AddYears(-1), harness.On);
        Assert.Equal(Doer.Shop, harness.By);
        Assert.Equal(
            Doer.Owner,
            Status().Upcoming.Single(u => u.Job == OwnSamples.Washed.Code).By);
        WorkDone done = new()
        {
            Id = Guid.CreateVersion7(),
            TrailerId = trailer.Id,
            Job = OwnSamples.Harness.Code,
            Place = "trailer",
            On = Today.AddMonths(-6)
        };
        Assert.Equal(
            done.On.AddMonths(60),
            Status(done).Upcoming.Single(u => u.Job == OwnSamples.Harness.Code).On);

        // What it opens is counted in planning as the composer counts it.
        JobAt job = new(OwnSamples.Harness.Code, "trailer");
        StripDown planned = new(trailer.Gear, OwnSamples.Practices);
        PlanningProblem problem = planned.Problem(
            [([job], new PlanTask("t", [], 1, 4, 0, null, 1))],
            4,
            100,
            1);
        Assert.Equal(
            (double)Composer.Compose(trailer.Gear, [job], OwnSamples.Practices).Minutes,
            problem.Openings.Sum(o => o.Minutes) + (double)planned.Of(job).WorkMinutes,
            6);
    }

    [Fact]
    public void Its_checks_are_owed_with_who_does_them_and_its_skill_is_asked_for()
    {
        JobCatalogue catalogue = JobCatalogue.Of(OwnSamples.All);
        Assert.Equal(Doer.Owner, catalogue.Check("own-belly-pan-off.seam")!.By);
        Assert.Equal(500, catalogue.Check("own-floor-harness.clips")!.AfterMiles);
        JobCatalogue welded = JobCatalogue.Of(OwnSamples.All.With(OwnSamples.Mudguard with { Skill = "welding" }));
        Assert.Equal(
            [Skill.Welding],
            Skills.Of(welded, [new JobAt(OwnSamples.Mudguard.Code, "axle-1-left")], new HashSet<Skill>
            {
                Skill.Welding
            }));
    }

    // ---- from shop to shop -----------------------------------------------------------------------------------------

    [Fact]
    public void A_file_goes_out_and_into_an_empty_shop_unchanged_and_in_again_changes_nothing()
    {
        byte[] file = OwnWorkFile.Write(OwnSamples.All);
        (OwnWork? read, string? problem) = OwnWorkFile.Read(file);
        Assert.Null(problem);
        (OwnWork own, IReadOnlyList<MergedEntry> entries) = OwnMerge.Into(OwnWork.None, read!, []);
        Assert.All(entries, e => Assert.Equal(MergeState.New, e.State));
        Assert.Equal(file, OwnWorkFile.Write(own));
        Assert.All(OwnMerge.Into(own, read!, []).Entries, e => Assert.Equal(MergeState.Same, e.State));
    }

    [Fact]
    public void What_a_shop_has_changed_is_kept_unless_it_asks_and_then_its_version_goes_on()
    {
        OwnJob mine = OwnSamples.Mudguard with { Version = 7, Name = "Mudguard renewed, our way" };
        OwnWork own = OwnSamples.All.With(mine);
        (OwnWork same, IReadOnlyList<MergedEntry> kept) = OwnMerge.Into(own, OwnSamples.All, []);
        Assert.Equal(MergeState.Kept, kept.Single(e => e.Code == mine.Code).State);
        Assert.Equal(mine, same.Jobs.Single(j => j.Code == mine.Code));
        (OwnWork other, _) = OwnMerge.Into(own, OwnSamples.All, [mine.Code]);
        OwnJob now = other.Jobs.Single(j => j.Code == mine.Code);
        Assert.Equal((OwnSamples.Mudguard.Name, 8), (now.Name, now.Version));
    }

    [Theory]
    [InlineData("", "can’t be read")]
    [InlineData("[]", "can’t be read")]
    [InlineData("{\"format\":\"sturdy-tinker-jobs\",\"version\":1,\"jobs\":null,\"openings\":[]}", "at jobs")]
    [InlineData("{\"format\":\"sturdy-tinker-jobs\",\"version\":1,\"openings\":[]}", "can’t be read")]
    [InlineData("{\"format\":\"sturdy-tinker-jobs\",\"version\":9,\"jobs\":[],\"openings\":[]}", "newer program")]
    [InlineData("{\"format\":\"other\",\"version\":1,\"jobs\":[],\"openings\":[]}", "no file of described jobs")]
    [InlineData("{\"format\":\"sturdy-tinker-jobs\",\"version\":1,\"jobs\":[{\"code\":1}],\"openings\":[]}", "jobs[0]")]
    [InlineData("{\"format\":\"sturdy-tinker-jobs\",\"version\":1,\"jobs\":[],\"openings\":[],\"x\":1}", "at x")]
    public void A_file_that_is_none_is_told_where(string json, string part)
    {
        (OwnWork? own, string? problem) = OwnWorkFile.Read(Encoding.UTF8.GetBytes(json));
        Assert.Null(own);
        Assert.Contains(part, problem, StringComparison.Ordinal);
    }
}
