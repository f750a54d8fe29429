using CsCheck;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests.Composing;

/// <summary>What has to hold of every packet, whatever the gear, the jobs and the practices.</summary>
public class ComposerTests
{
    private const int Cases = 2_000;

    [Fact]
    public void Nothing_is_opened_twice_everything_is_closed_and_no_step_runs_on_what_is_shut() =>
        AnyVisit.Any().Sample(visit => Walk(visit.Compose(), visit.Catalogue), iter: Cases);

    /// <summary>
    /// An account of its own, from the catalogue alone: it knows neither the composer nor how progress is told.
    /// </summary>
    private static void Walk(Packet packet, JobCatalogue catalogue)
    {
        Assert.Equal(packet.Steps.Count, packet.Steps.Select(s => s.Key).Distinct().Count());
        Assert.Equal(packet.Openings.Count, packet.Openings.Select(o => (o.Code, o.Place)).Distinct().Count());
        Dictionary<string, PacketOpening> openings = packet.Openings.ToDictionary(o => o.Id);
        ILookup<string, PacketStep> of = packet.Steps.ToLookup(s => s.In);
        HashSet<string> done = [];
        bool Whole(string id) => of[id].Where(s => s.Part == StepPart.Open).All(s => done.Contains(s.Key));
        bool Closing(string id) => of[id].Any(s => s.Part == StepPart.Close && done.Contains(s.Key));
        bool Shut(string id) => of[id].All(s => s.Part != StepPart.Close || s.WeightDown || done.Contains(s.Key));
        foreach (PacketStep step in packet.Steps)
        {
            PacketOpening its = openings[step.In];
            bool loosened = step.Part == StepPart.Open
                && catalogue.Openings.Find(its.Code).Open.Any(s => s.Before is not null
                    && step.Key.EndsWith("/" + s.Code, StringComparison.Ordinal));
            if (!step.WeightDown && !loosened)
            {
                Assert.All(
                    its.Needs,
                    need => Assert.True(Whole(need) && !Closing(need), $"{step.Key} runs while {need} is not open."));
            }

            if (step.Part == StepPart.Work)
            {
                Assert.True(Whole(step.In) && !Closing(step.In), $"{step.Key} runs while {step.In} is not open.");
            }

            if (step.Part == StepPart.Close || step.WeightDown)
            {
                Assert.All(
                    openings.Values.Where(o => o.Needs.Contains(step.In)),
                    inner => Assert.True(Shut(inner.Id), $"{step.Key} closes over {inner.Id}."));
            }

            if (step.WeightDown)
            {
                Assert.All(
                    openings.Values.Where(o => o.Code != "secured"),
                    o => Assert.True(Shut(o.Id), $"{step.Key} runs while {o.Id} is open."));
            }

            done.Add(step.Key);
        }

        Assert.All(
            openings.Keys,
            id => Assert.True(of[id].Any(s => s.Part == StepPart.Close), $"{id} is never closed."));
    }

    [Fact]
    public void Minutes_are_the_work_and_the_union_of_what_is_opened() =>
        AnyVisit.Any().Sample(
            visit =>
            {
                // The union by hand: every opening that any job's work reaches, with all it needs, and every step of
                // work once.
                List<(Job Job, Place Place)> jobs = [.. visit.Jobs.Select(
                    j => (visit.Catalogue.Find(j.Job)!, Place.Of(j.Place)))];
                StepContext At(Place place) => new(visit.Gear, visit.Practices) { Place = place, Jobs = jobs };
                var work = jobs.SelectMany(j =>
                    j.Job.Work.SelectMany(w =>
                        w.Where(visit.Gear, j.Place).Select(p => (w.Group, w.Step, w.Opening, Place: p))))
                    .Where(w => w.Step.Wanted(At(w.Place))).DistinctBy(w => (w.Group, w.Step.Code, w.Place)).ToList();
                decimal opened = visit.Catalogue.Openings.Closure(
                    visit.Gear,
                    work.SelectMany(w => visit.Catalogue.Openings.Reach(visit.Gear, w.Opening, w.Place)))
                    .Sum(o => o.Opening.Open
                        .Concat(o.Opening.Close)
                        .Where(s => s.Wanted(At(o.Place)))
                        .Sum(s => s.Minutes));
                Packet packet = visit.Compose();
                Assert.Equal(opened + work.Sum(w => w.Step.Minutes), packet.Minutes);
                Assert.Equal(packet.Minutes, packet.Elapsed);
            },
            iter: Cases);

    [Fact]
    public void More_work_never_makes_a_visit_shorter_nor_longer_than_a_visit_of_its_own() =>
        AnyVisit.Any(6).Sample(
            visit =>
            {
                decimal all = visit.Compose().Minutes;
                foreach (JobAt one in visit.Jobs)
                {
                    JobAt[] rest = [.. visit.Jobs.Where(j => j != one)];
                    decimal without = rest.Length == 0 ? 0 : visit.Compose(rest).Minutes;
                    Assert.InRange(all, without, without + visit.Compose([one]).Minutes);
                }
            },
            iter: Cases);

    [Fact]
    public void The_order_of_the_jobs_asked_for_does_not_matter_and_the_same_work_gives_the_same_packet() =>
        (from visit in AnyVisit.Any() from seed in Gen.Int[0, 1_000] select (visit, seed)).Sample(
            t =>
            {
                var shuffled = t.visit.Jobs.OrderBy(j => HashCode.Combine(j, t.seed)).ToArray();
                Assert.Equal(Keys(t.visit.Compose()), Keys(t.visit.Compose(shuffled)));
                Assert.Equal(Keys(t.visit.Compose()), Keys(t.visit.Compose()));
            },
            iter: Cases);

    private static IEnumerable<string> Keys(Packet packet) => packet.Steps.Select(s => s.Key);

    [Fact]
    public void Of_small_visits_no_order_however_clever_takes_fewer_minutes() =>
        AnyVisit.Any(3).Where(v => v.Compose().Openings.Count <= 11).Sample(
            visit => Assert.Equal(Shortest(visit.Compose(), visit), visit.Compose().Minutes),
            iter: 400);

    /// <summary>
    /// The least minutes of any way through: every state of what is open and what is done is tried (Dijkstra), opening
    /// and
    /// closing as often as one likes. It knows only what needs what and what each costs.
    /// </summary>
    private static decimal Shortest(Packet packet, AnyVisit visit)
    {
        List<PacketOpening> openings = [.. packet.Openings];
        int[] needs = [.. openings.Select(o => o.Needs.Aggregate(
            0,
            (bits, n) => bits | (1 << openings.FindIndex(x => x.Id == n))))];
        decimal[] toOpen =
        [
            .. openings.Select(o => Minutes(o, StepPart.Open))
        ], toClose = [.. openings.Select(o => Minutes(o, StepPart.Close))];

        // All work in one opening is one piece: doing it together is never dearer.
        List<int> work = [.. packet.Steps
            .Where(s => s.Part == StepPart.Work)
            .Select(s => openings.FindIndex(o => o.Id == s.In))
            .Distinct()];
        decimal worked = packet.Steps.Where(s => s.Part == StepPart.Work).Sum(s => s.Minutes);
        int allDone = (1 << work.Count) - 1;

        Dictionary<(int Open, int Done), decimal> best = new() { [(0, 0)] = 0 };
        PriorityQueue<(int Open, int Done), decimal> queue = new();
        queue.Enqueue((0, 0), 0);
        while (queue.TryDequeue(out (int Open, int Done) at, out decimal cost))
        {
            if (at == (0, allDone))
            {
                return cost + worked;
            }

            if (cost > best[at])
            {
                continue;
            }

            for (int o = 0; o < openings.Count; o++)
            {
                bool open = (at.Open >> o & 1) == 1;
                if (!open && (at.Open & needs[o]) == needs[o])
                {
                    Try((at.Open | (1 << o), at.Done), cost + toOpen[o]);
                }
                else if (open
                    && !Enumerable.Range(0, openings.Count).Any(i => (at.Open >> i & 1) == 1
                        && (needs[i] >> o & 1) == 1))
                {
                    Try((at.Open & ~(1 << o), at.Done), cost + toClose[o]);
                }
            }

            for (int w = 0; w < work.Count; w++)
            {
                if ((at.Open >> work[w] & 1) == 1 && (at.Done >> w & 1) == 0)
                {
                    Try((at.Open, at.Done | (1 << w)), cost);
                }
            }
        }

        throw new InvalidOperationException($"No way through {visit}.");

        decimal Minutes(PacketOpening opening, StepPart part) =>
            packet.Steps.Where(s => s.In == opening.Id && s.Part == part).Sum(s => s.Minutes);

        void Try((int, int) state, decimal cost)
        {
            if (!best.TryGetValue(state, out decimal known) || cost < known)
            {
                best[state] = cost;
                queue.Enqueue(state, cost);
            }
        }
    }

    [Fact]
    public void One_wheel_end_is_finished_before_the_next_is_begun_unless_something_ties_them()
    {
        List<string> wheels = [.. Everywhere(Gears.Tandem, "bearing-repack").Steps
            .Where(s => s.Opening is "cap-off" or "hub-off" or "hub-open")
            .Select(s => s.Place)];
        Assert.Equal(
            ["axle-1-left", "axle-2-left", "axle-1-right", "axle-2-right"],
            wheels.Where((p, i) => i == 0 || wheels[i - 1] != p));

        // An equalizer ties two: both wheels are off while it is out.
        Packet tied = Composer.Compose(Gears.Tandem, [new("equalizer", "equalizer-1-left")], PracticeChoices.Defaults);
        List<string> keys = [.. tied.Steps.Select(s => s.Key)];
        Assert.True(
            keys.IndexOf("axle-2-left/wheel-off/wheel") < keys.IndexOf("equalizer-1-left/equalizer-out/centre-bolt"));
        Assert.True(
            keys.IndexOf(
                "equalizer-1-left/equalizer-out/equalizer-in") < keys.IndexOf("axle-1-left/wheel-off/nuts-by-hand"));
    }

    [Fact]
    public void The_weight_comes_down_before_suspension_bolts_and_those_before_lug_nuts_before_trying_the_brakes()
    {
        Packet packet = Composer.Compose(
            Gears.Tandem,
            [new("spring", "axle-1-left-spring"), new("brake-assembly", "axle-1-right-brake")],
            PracticeChoices.Defaults);
        List<string> keys = [.. packet.Steps.Select(s => s.Key)];
        int[] order =
        [
            keys.IndexOf("right/raised/lower"),
            keys.IndexOf("axle-1-left-u-bolts/u-bolts-off/u-bolt-torque"),
            keys.IndexOf("axle-1-left/wheel-off/torque"),
            keys.IndexOf("trailer/brake-try/power"),
            keys.IndexOf("trailer/secured/unchock")
        ];
        Assert.Equal(order.Order(), order);
        Assert.DoesNotContain(-1, order);

        // Lug nuts from nose to tail, a side at a time, whatever order the wheels came off in.
        Packet all = Everywhere(Gears.Tandem, "bearing-repack", "equalizer", "brake-assembly");
        Assert.Equal(
            ["axle-1-left", "axle-2-left", "axle-1-right", "axle-2-right"],
            all.Steps.Where(s => s.Key.EndsWith("/wheel-off/torque", StringComparison.Ordinal)).Select(s => s.Place));
    }

    [Fact]
    public void Lug_nuts_are_loosened_with_the_tyre_on_the_ground()
    {
        List<string> keys = [.. Everywhere(Gears.Single, "bearing-repack").Steps.Select(s => s.Key)];
        Assert.True(keys.IndexOf("axle-1-left/wheel-off/break-loose") < keys.IndexOf("left/raised/lift"));
        Assert.True(keys.IndexOf("axle-1-left/wheel-off/torque") > keys.IndexOf("right/raised/lower"));
    }

    [Fact]
    public void What_two_jobs_share_is_done_once_and_counts_for_both()
    {
        Packet packet = Composer.Compose(
            Gears.Tandem,
            [
                new("bearing-repack", "axle-1-left"),
                new("bearings-and-cups", "axle-1-left"),
                new("wear-inspection", "trailer")
            ],
            PracticeChoices.Defaults);
        PacketStep pack = Assert.Single(packet.Steps, s => s.Key == "axle-1-left/bearing-repack/pack-new");
        Assert.Equal(["bearing-repack@axle-1-left", "bearings-and-cups@axle-1-left"], pack.For);
        PacketStep rock = Assert.Single(packet.Steps, s => s.Key == "axle-1-left/play/rock");
        Assert.Contains("wear-inspection@trailer", rock.For);
        Progress all = new(packet, packet.Steps.Select(s => new StepEntry { Key = s.Key }));
        Assert.True(all.IsDone(new("bearing-repack", "axle-1-left"))
            && all.IsDone(new("bearings-and-cups", "axle-1-left"))
            && all.IsDone(new("wear-inspection", "trailer")));
    }

    [Fact]
    public void Two_technicians_do_the_same_work_in_less_time_and_never_reach_into_each_others_place() =>
        AnyVisit.Any().Sample(
            visit =>
            {
                Packet one = visit.Compose(), two = visit.Compose(hands: 2);
                Assert.Equal(one.Minutes, two.Minutes);
                Assert.InRange(two.Elapsed, one.Minutes / 2, one.Minutes);
                Assert.All(two.Steps, s => Assert.InRange(s.Technician, 1, 2));

                // Each works through their own steps in order; whoever can't go on waits. It must come to an end.
                List<StepEntry> entries = [];
                for (bool moved = true; moved;)
                {
                    moved = false;
                    foreach (int hand in new[] { 1, 2 })
                    {
                        if (new Progress(two, entries).NextFor(hand) is { } next)
                        {
                            entries.Add(new StepEntry { Key = next.Key });
                            moved = true;
                        }
                    }
                }

                Assert.Equal(two.Steps.Count, entries.Count);
            },
            iter: 150);

    [Fact]
    public void Two_technicians_share_a_tandem_by_its_sides() =>
        Assert.InRange(
            Composer.Compose(
                Gears.Tandem,
                Jobs(Gears.Tandem, "bearing-repack"),
                PracticeChoices.Defaults,
                hands: 2).Elapsed,
            80,
            115);

    [Theory]
    [InlineData("bearing-repack", "axle-3-left", "has no place")]
    [InlineData("bearing-repack", "trailer", "has no place")]
    [InlineData("polish", "axle-1-left", "no job in the catalogue")]
    [InlineData("brake-bleeding", "trailer", "needs hydraulic brakes")]
    [InlineData("spindle", "axle-1-left", "needs a bolt-on spindle")]
    public void A_job_the_trailer_can_not_have_is_refused(string job, string place, string expected) =>
        Assert.Contains(
            expected,
            Assert.Single(Composer.Refusals(Gears.Tandem, [new JobAt(job, place)])).Sentence,
            StringComparison.Ordinal);

    [Theory]
    [InlineData("bearing-repack", "axle-1-left", "bearing-repack", "axle-1-left", "asked for twice")]
    [InlineData("bearing-repack", "axle-1-left", "sealed-hub", "axle-1-left",
        "contradicts “bearing repack” at axle 1 left")]
    [InlineData("brake-assembly", "axle-1-left-brake", "disc-conversion", "axle-1", "contradicts")]
    [InlineData("axle", "axle-1", "axle-turned", "axle-1", "contradicts")]
    public void Jobs_that_contradict_each_other_are_refused_by_name(
        string one,
        string at,
        string other,
        string there,
        string expected)
    {
        var refusal = Assert.Single(Composer.Refusals(Gears.Tandem, [new(one, at), new(other, there)]));
        Assert.Equal(1, refusal.Index);
        Assert.Contains(expected, refusal.Sentence, StringComparison.Ordinal);
        Assert.Empty(Composer.Refusals(
            Gears.Tandem,
            [new("bearing-repack", "axle-1-left"), new("sealed-hub", "axle-1-right")]));
    }

    [Fact]
    public void A_practice_that_never_pumps_refuses_the_pump()
    {
        RunningGear gear = Gears.Tandem with { Lubrication = Lubrication.GreasableSpindle };
        PracticeChoices never = PracticeChoices.InForce(
            PracticeChoices.Defaults,
            PracticeChoices.Defaults.With(new Dictionary<string, string> { ["greasable-spindle"] = "never" }),
            PracticeChoices.Defaults);
        Assert.Contains(
            "the customer’s practice",
            Assert.Single(Composer.Refusals(gear, [new("spindle-greasing", "axle-1-left")], never)).Sentence,
            StringComparison.Ordinal);
        Assert.Empty(Composer.Refusals(gear, [new("spindle-greasing", "axle-1-left")]));
    }

    [Fact]
    public void What_has_been_learned_replaces_default_minutes_and_says_so()
    {
        Learned learned = new(
            new Dictionary<string, LearnedMinutes>
            {
                ["hub-off/seat"] = new(3.4m, 9),
                ["bearing-repack/pack"] = new(4, 6)
            },
            new Dictionary<string, string> { ["lug nuts"] = "13/16" });
        Packet packet = Composer.Compose(
            Gears.Single,
            Jobs(Gears.Single, "bearing-repack"),
            PracticeChoices.Defaults,
            learned);
        PacketStep seat = packet.Steps.Single(s => s.Key == "axle-1-right/hub-off/seat");
        Assert.Equal((3.4m, "median of 9 times here"), (seat.Minutes, seat.MinutesFrom));
        Assert.Equal(4, packet.Steps.Single(s => s.Key == "axle-1-left/bearing-repack/pack").Minutes);
        Assert.Contains("13/16 socket for the lug nuts (fitted last time)", packet.ToolsToTake);
        Assert.DoesNotContain(packet.ToolsToTake, t => t.StartsWith("lug socket", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(new[] { 60, 120, 180, 240 }, null)]
    [InlineData(new[] { 60, 300, 120, 240, 180 }, 3.0)]
    [InlineData(new[] { 60, 120, 180, 240, 300, 36_000 }, 3.5)]
    [InlineData(new[] { 0, 0, 0, 1, 2 }, 0.1)]
    public void A_median_counts_from_five_times_on_and_one_long_lunch_does_not_move_it(
        int[] seconds,
        double? minutes) =>
        Assert.Equal((decimal?)minutes, LearnedMinutes.Of(seconds)?.Minutes);

    private static JobAt[] Jobs(RunningGear gear, string code) =>
        [.. JobCatalogue.Ours.For(gear).Single(j => j.Job.Code == code).Places.Select(p => new JobAt(code, p.Code))];

    private static Packet Everywhere(RunningGear gear, params string[] codes) =>
        Composer.Compose(gear, [.. codes.SelectMany(c => Jobs(gear, c))], PracticeChoices.Defaults);
}
