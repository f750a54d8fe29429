using CsCheck;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Jobs;
using SturdyTinker.Core.Schools;
using Xunit;

namespace SturdyTinker.Core.Tests.Jobs;

public class RepackTests
{
    private static Packet Repack(RunningGear gear, SchoolChoices? schools = null) =>
        Composer.Compose(gear, [.. Places.WheelEndsOf(gear).Select(p => new JobAt("bearing-repack", p.Code))], schools ?? SchoolChoices.Defaults);

    private static Packet OneEnd(RunningGear gear) =>
        Composer.Compose(gear, [new JobAt("bearing-repack", "axle-1-left")], SchoolChoices.Defaults);

    /// <summary>Common practice, no source: minutes to open and to close, as the trade has them.</summary>
    [Theory]
    [InlineData("secured", 5, 3)]
    [InlineData("raised", 8, 4)]
    [InlineData("wheel-off", 3, 5)]
    [InlineData("cap-off", 1, 1)]
    [InlineData("caliper-off", 5, 6)]
    [InlineData("hub-off", 2, 4)]
    [InlineData("hub-open", 2, 3)]
    public void The_steps_of_an_opening_add_up_to_its_minutes_for_every_gear_and_school(string code, double open, double close)
    {
        Opening opening = Openings.Find(code);
        foreach (StepContext context in Contexts())
        {
            Assert.Equal((decimal)open, opening.Open.Where(s => s.Wanted(context)).Sum(s => s.Minutes));
            Assert.Equal((decimal)close, opening.Close.Where(s => s.Wanted(context)).Sum(s => s.Minutes));
        }
    }

    [Fact]
    public void One_wheel_end_takes_thirty_to_sixty_minutes() => Assert.InRange(OneEnd(Gears.Single).Minutes, 30, 60); // common practice

    [Fact]
    public void All_four_ends_of_a_tandem_take_about_three_hours() => Assert.InRange(Repack(Gears.Tandem).Minutes, 150, 190); // common practice

    [Fact]
    public void With_the_wheel_already_off_a_repack_adds_about_twenty_minutes()
    {
        // Common practice. What a wheel alone costs: the closure of "wheel off".
        decimal wheelAlone = Openings.Closure(["wheel-off"], Gears.Single)
            .SelectMany(o => o.Open.Concat(o.Close)).Where(s => s.Wanted(new StepContext(Gears.Single, SchoolChoices.Defaults))).Sum(s => s.Minutes);
        Assert.InRange(OneEnd(Gears.Single).Minutes - wheelAlone, 17, 24);
    }

    [Fact]
    public void A_packet_opens_nothing_twice_closes_everything_and_never_works_on_what_is_closed() =>
        AnyWork().Sample(work =>
        {
            Packet packet = Composer.Compose(work.Gear, work.Jobs, work.Schools);
            Assert.Equal(packet.Steps.Count, packet.Steps.Select(s => s.Key).Distinct().Count());
            Assert.Equal(packet.Openings.Count, packet.Openings.Select(o => (o.Code, o.Place)).Distinct().Count());

            List<StepEntry> entries = [];
            foreach (PacketStep step in packet.Steps)
            {
                Progress before = new(packet, entries);
                Assert.Null(before.WhyNotYet(step));
                PacketOpening its = packet.Openings.Single(o => o.Code == step.Opening && (o.Place == step.Place || step.Place.EndsWith(o.Place, StringComparison.Ordinal) || o.Place == "trailer"));
                if (step.Part == StepPart.Work)
                {
                    Assert.Equal(OpeningState.Open, before.StateOf(its));
                }

                entries.Add(new StepEntry { Key = step.Key });
            }

            Progress after = new(packet, entries);
            Assert.All(packet.Openings, o => Assert.Equal(OpeningState.Closed, after.StateOf(o)));
            Assert.All(work.Jobs, j => Assert.True(after.IsDone(j)));
            Assert.Null(after.Next);
        });

    [Fact]
    public void Minutes_are_the_work_and_the_union_of_what_is_opened() =>
        AnyWork().Sample(work =>
        {
            Packet packet = Composer.Compose(work.Gear, work.Jobs, work.Schools);
            StepContext context = new(work.Gear, work.Schools);
            decimal opened = work.Jobs.SelectMany(j => Openings.Closure(Catalogue.Find(j.Job)!.Work.Select(w => w.Opening), work.Gear).Select(o => (o, Place: PlaceOf(o, j))))
                .Distinct().Sum(x => x.o.Open.Concat(x.o.Close).Where(s => s.Wanted(context)).Sum(s => s.Minutes));
            decimal worked = work.Jobs.Sum(j => Catalogue.Find(j.Job)!.Work.Where(w => w.Step.Wanted(context)).Sum(w => w.Step.Minutes));
            Assert.Equal(opened + worked, packet.Minutes);
        });

    [Fact]
    public void More_work_never_makes_a_visit_shorter_nor_longer_than_a_visit_of_its_own() =>
        AnyWork().Sample(work =>
        {
            decimal all = Composer.Compose(work.Gear, work.Jobs, work.Schools).Minutes;
            foreach (JobAt one in work.Jobs)
            {
                JobAt[] rest = [.. work.Jobs.Where(j => j != one)];
                decimal without = rest.Length == 0 ? 0 : Composer.Compose(work.Gear, rest, work.Schools).Minutes;
                decimal alone = Composer.Compose(work.Gear, [one], work.Schools).Minutes;
                Assert.InRange(all, without, without + alone);
            }
        });

    [Fact]
    public void Whatever_is_allowed_in_whatever_order_everything_comes_back_on() =>
        (from work in AnyWork() from picks in Gen.Int[0, 1000].Array[400] select (work, picks)).Sample(
            t =>
            {
                // Two people may work at two ends, and leave off where they like: whatever may be done next, somebody does.
                // It always comes to an end with everything back on, and nothing is ever taken off behind it.
                Packet packet = Composer.Compose(t.work.Gear, t.work.Jobs, t.work.Schools);
                List<StepEntry> entries = [];
                HashSet<PacketOpening> closed = [];
                for (int i = 0; ; i++)
                {
                    Progress now = new(packet, entries);
                    List<PacketStep> allowed = [.. packet.Steps.Where(s => now.EntryFor(s.Key) is null && now.WhyNotYet(s) is null)];
                    closed.UnionWith(packet.Openings.Where(o => now.StateOf(o) == OpeningState.Closed));
                    Assert.All(closed, o => Assert.Equal(OpeningState.Closed, now.StateOf(o)));
                    if (allowed.Count == 0)
                    {
                        break;
                    }

                    PacketStep step = allowed[t.picks[i % t.picks.Length] % allowed.Count];
                    List<StepPart> before = [.. packet.Steps.Where(s => s.Opening == step.Opening && s.Place == step.Place && now.EntryFor(s.Key) is not null).Select(s => s.Part)];
                    Assert.True(step.Part == StepPart.Close ? before.Contains(StepPart.Open) : !before.Contains(StepPart.Close), $"{step.Key} came out of turn.");
                    entries.Add(new StepEntry { Key = step.Key });
                }

                Assert.Empty(new Progress(packet, entries).OpenNow);
                Assert.Null(new Progress(packet, entries).Next);
            },
            iter: 20);

    [Fact]
    public void From_any_half_done_visit_what_is_open_can_be_put_back_and_the_rest_left() =>
        (from work in AnyWork() from share in Gen.Double[0, 1] select (work, share)).Sample(
            t =>
            {
                Packet packet = Composer.Compose(t.work.Gear, t.work.Jobs, t.work.Schools);
                List<StepEntry> entries = [.. packet.Steps.Take((int)(packet.Steps.Count * t.share)).Select(s => new StepEntry { Key = s.Key })];
                int before = entries.Count;
                for (PacketStep? step = new Progress(packet, entries).NextToPutBack; step is not null; step = new Progress(packet, entries).NextToPutBack)
                {
                    Assert.Null(new Progress(packet, entries).WhyNotYet(step));
                    entries.Add(new StepEntry { Key = step.Key });
                }

                Progress end = new(packet, entries);
                Assert.Empty(end.OpenNow);
                Assert.All(packet.Steps.Where(s => end.EntryFor(s.Key) is null), s => Assert.DoesNotContain(entries.Take(before), e => e.Key == s.Key));
                Assert.Null(Closing.Refusals(new Visit { Gear = t.work.Gear, Schools = t.work.Schools, Jobs = t.work.Jobs }, end, [], [], null).Refusal);
            },
            iter: 60);

    [Fact]
    public void The_order_of_the_jobs_asked_for_does_not_matter() =>
        AnyWork().Sample(work =>
        {
            var forward = Composer.Compose(work.Gear, work.Jobs, work.Schools).Steps.Select(s => s.Key);
            var backward = Composer.Compose(work.Gear, [.. work.Jobs.Reverse()], work.Schools).Steps.Select(s => s.Key);
            Assert.Equal(forward, backward);
        });

    [Fact]
    public void Lug_nuts_are_loosened_and_torqued_with_the_tyre_on_the_ground()
    {
        List<string> keys = [.. OneEnd(Gears.Single).Steps.Select(s => s.Key)];
        Assert.True(keys.IndexOf("axle-1-left/wheel-off/break-loose") < keys.IndexOf("left/raised/lift"));
        Assert.True(keys.IndexOf("axle-1-left/wheel-off/torque") > keys.IndexOf("left/raised/lower"));
    }

    [Fact]
    public void The_school_decides_how_the_nut_is_left_and_says_so()
    {
        PacketStep slight = Repack(Gears.Single).Steps.First(s => s.Key.EndsWith("set-slight-play", StringComparison.Ordinal));
        PacketStep none = Repack(Gears.Single, Gears.NoPlay).Steps.First(s => s.Key.EndsWith("set-no-play", StringComparison.Ordinal));
        Assert.StartsWith("Slight play", slight.School, StringComparison.Ordinal);
        Assert.StartsWith("No play", none.School, StringComparison.Ordinal);
        Assert.DoesNotContain(Repack(Gears.Single, Gears.NoPlay).Steps, s => s.Key.EndsWith("set-slight-play", StringComparison.Ordinal));
    }

    [Fact]
    public void Closing_parts_follow_from_the_gear()
    {
        IReadOnlyList<PartNeed> parts = Repack(Gears.Tandem).PartsToTake;
        Assert.Equal(4, parts.Single(p => p.Name.StartsWith("grease seal 2.125 × 3.376 or 2.250 × 3.376", StringComparison.Ordinal)).Quantity);
        Assert.Equal(4, parts.Single(p => p.Name == "cotter pin").Quantity);
        Assert.DoesNotContain(Repack(Gears.Tandem with { NutRetention = NutRetention.RetainerClip }).PartsToTake, p => p.Name == "cotter pin");
    }

    [Theory]
    [InlineData("bearing-repack", "axle-3-left", "has no place")]
    [InlineData("bearing-repack", "trailer", "has no place")]
    [InlineData("polish", "axle-1-left", "no job in the catalogue")]
    public void A_job_the_trailer_can_not_have_is_refused(string job, string place, string expected) =>
        Assert.Contains(expected, Assert.Single(Composer.Refusals(Gears.Tandem, [new JobAt(job, place)])).Sentence, StringComparison.Ordinal);

    [Fact]
    public void The_same_job_twice_is_refused_once() =>
        Assert.Equal(1, Assert.Single(Composer.Refusals(Gears.Tandem, [new("bearing-repack", "axle-1-left"), new("bearing-repack", "axle-1-left")])).Index);

    [Fact]
    public void A_sealed_hub_is_not_repacked() =>
        Assert.NotEmpty(Composer.Refusals(Gears.Tandem with { Lubrication = Lubrication.SealedHub, NutRetention = NutRetention.OnePieceNut }, [new("bearing-repack", "axle-1-left")]));

    private static Place PlaceOf(Opening opening, JobAt job) => Place.TryParse(job.Place, out Place place) ? opening.PlaceFor(place) : default;

    private static IEnumerable<StepContext> Contexts() =>
        from nut in new[] { NutRetention.CastleNut, NutRetention.TangWasher, NutRetention.RetainerClip }
        from setting in new[] { "slight-play", "no-play" }
        from pin in new[] { "new", "reuse" }
        select new StepContext(
            Gears.Tandem with { NutRetention = nut },
            SchoolChoices.Defaults.With(new Dictionary<string, string> { ["nut-setting"] = setting, ["cotter-pin"] = pin }));

    private static Gen<(RunningGear Gear, JobAt[] Jobs, SchoolChoices Schools)> AnyWork() =>
        from axles in Gen.Int[1, 3]
        from brake in Gen.Enum<BrakeKind>()
        from nut in Gen.Int[0, 2]
        from greasable in Gen.Bool
        from which in Gen.Int[1, (1 << (axles * 2)) - 1]
        from answers in Gen.Int[0, (1 << SchoolQuestions.All.Count) - 1]
        let gear = Gears.Tandem with
        {
            Axles = axles,
            Brake = brake,
            BrakeSize = null,
            NutRetention = (NutRetention)nut,
            Lubrication = greasable ? Lubrication.GreasableSpindle : Lubrication.HandPacked,
        }
        select (
            gear,
            Places.WheelEndsOf(gear).Where((_, i) => (which >> i & 1) == 1).Select(p => new JobAt("bearing-repack", p.Code)).ToArray(),
            SchoolChoices.Defaults.With(SchoolQuestions.All.Select((q, i) => (q.Code, Answer: q.Answers[answers >> i & 1].Code)).ToDictionary(a => a.Code, a => a.Answer)));
}
