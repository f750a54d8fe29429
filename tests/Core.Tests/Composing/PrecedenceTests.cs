using CsCheck;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Composing;

/// <summary>In which order steps may be settled, and how a visit at work is composed anew.</summary>
public class PrecedenceTests
{
    private static readonly DateTimeOffset Start = new(2026, 5, 4, 8, 0, 0, TimeSpan.Zero);

    private static StepEntry Tick(string key, int minute) =>
        new() { Id = Guid.CreateVersion7(Start.AddMinutes(minute)), Key = key, At = Start.AddMinutes(minute) };

    private static List<StepEntry> First(Packet packet, double share) =>
        [.. packet.Steps.Take((int)(packet.Steps.Count * share)).Select((s, i) => Tick(s.Key, i))];

    private static void WorkToTheEnd(Packet packet, List<StepEntry> entries, Func<Progress, PacketStep?> next)
    {
        for (PacketStep? step = next(new Progress(packet, entries)); step is not null; step = next(new Progress(
            packet,
            entries)))
        {
            Assert.Null(new Progress(packet, entries).WhyNotYet(step));
            entries.Add(Tick(step.Key, entries.Count));
        }

        Assert.Empty(new Progress(packet, entries).OpenNow);
    }

    [Fact]
    public void The_packets_own_order_is_always_allowed_and_does_every_job() =>
        AnyVisit.Any().Sample(
            visit =>
            {
                Packet packet = visit.Compose();
                List<StepEntry> entries = [];
                WorkToTheEnd(packet, entries, p => p.Next);
                Assert.Equal(packet.Steps.Select(s => s.Key), entries.Select(e => e.Key));
                Progress end = new(packet, entries);
                Assert.All(visit.Jobs, j => Assert.True(end.IsDone(j), j.Id));
            },
            iter: 150);

    [Fact]
    public void Whatever_is_allowed_in_whatever_order_everything_comes_back_on() =>
        (from visit in AnyVisit.Any(4) from picks in Gen.Int[0, 1000].Array[400] select (visit, picks)).Sample(
            t =>
            {
                // Two people may work at two ends, and leave off where they like: whatever may be done next, somebody
                // does.
                // It always comes to an end with everything back on, and nothing is ever taken off behind it.
                Packet packet = t.visit.Compose();
                List<StepEntry> entries = [];
                HashSet<string> closed = [];
                for (int i = 0; ; i++)
                {
                    Progress now = new(packet, entries);
                    List<PacketStep> allowed = [.. packet.Steps.Where(s => now.EntryFor(s.Key) is null
                        && now.WhyNotYet(s) is null)];
                    closed.UnionWith(
                        packet.Openings.Where(o => now.StateOf(o) == OpeningState.Closed).Select(o => o.Id));
                    Assert.All(
                        packet.Openings.Where(o => closed.Contains(o.Id)),
                        o => Assert.Equal(OpeningState.Closed, now.StateOf(o)));
                    if (allowed.Count == 0)
                    {
                        break;
                    }

                    PacketStep step = allowed[t.picks[i % t.picks.Length] % allowed.Count];
                    List<StepPart> before = [.. packet.Steps.Where(s => s.In == step.In
                        && now.EntryFor(s.Key) is not null).Select(s => s.Part)];
                    Assert.True(
                        step.Part == StepPart.Close ? before.Contains(StepPart.Open) : !before.Contains(StepPart.Close),
                        $"{step.Key} came out of turn.");
                    entries.Add(Tick(step.Key, i));
                }

                Assert.Empty(new Progress(packet, entries).OpenNow);
                Assert.Null(new Progress(packet, entries).Next);
            },
            iter: 30);

    [Fact]
    public void What_was_done_can_be_taken_back_newest_first() =>
        (from visit in AnyVisit.Any(4) from share in Gen.Double[0, 1] select (visit, share)).Sample(
            t =>
            {
                Packet packet = t.visit.Compose();
                List<StepEntry> entries = First(packet, t.share);
                while (entries.Count > 0)
                {
                    PacketStep last = packet.Steps.Single(s => s.Key == entries[^1].Key);
                    Assert.Null(new Progress(packet, entries).WhyNotTakenBack(last));
                    entries.RemoveAt(entries.Count - 1);
                }
            },
            iter: 40);

    [Fact]
    public void From_any_half_done_visit_what_is_open_can_be_put_back_and_the_rest_left() =>
        (from visit in AnyVisit.Any() from share in Gen.Double[0, 1] select (visit, share)).Sample(
            t =>
            {
                Packet packet = t.visit.Compose();
                List<StepEntry> entries = First(packet, t.share);
                WorkToTheEnd(packet, entries, p => p.NextToPutBack);
                Assert.Null(Closing.Refusals(
                    new Visit { Gear = t.visit.Gear, Practices = t.visit.Practices, Jobs = t.visit.Jobs },
                    new Progress(packet, entries),
                    new(t.visit.Gear, [], []),
                    null).Refusal);
            },
            iter: 150);

    [Fact]
    public void A_visit_composed_anew_keeps_what_is_done_uses_what_is_open_and_still_comes_to_its_end() =>
        (from visit in AnyVisit.Any(6)
         from share in Gen.Double[0, 1]
         from added in Gen.Int[0, 100_000].Array[0,
            3]
         from dropped in Gen.Int[0, 63]
         select (visit, share, added, dropped)).Sample(
            t =>
            {
                Packet before = t.visit.Compose();
                List<StepEntry> entries = First(before, t.share);
                JobAt[] kept = [.. t.visit.Jobs.Where((_, i) => (t.dropped >> i & 1) == 0)];
                JobAt[] jobs = Added(t.visit, kept, t.added);
                Packet after = Composer.Recompose(before, entries, t.visit.Gear, t.visit.Jobs, jobs, t.visit.Practices);

                // What is settled stays, first and in the order it happened; nothing is asked for twice.
                Assert.Equal(entries.Select(e => e.Key), after.Steps.Take(entries.Count).Select(s => s.Key));
                Assert.Equal(after.Steps.Count, after.Steps.Select(s => s.Key).Distinct().Count());
                Assert.Equal(after.Openings.Count, after.Openings.Select(o => o.Id).Distinct().Count());

                // It is worked to its end with everything back on, and every added job is done by then.
                HashSet<JobAt> whole = [.. t.visit.Jobs.Where(j => new Progress(before, entries).IsDone(j))];
                WorkToTheEnd(after, entries, p => p.Next);
                Progress end = new(after, entries);
                Assert.All(jobs, j => Assert.True(end.IsDone(j), $"{j.Id} is not done."));
                Assert.All(whole.Intersect(jobs), j => Assert.True(end.IsDone(j), $"{j.Id} is done no more."));
            },
            iter: 600);

    [Fact]
    public void As_long_as_nothing_is_back_on_composing_anew_costs_what_composing_at_once_would_have() =>
        (from visit in AnyVisit.Any(5)
         from share in Gen.Double[0, 1]
         from added in Gen.Int[0, 100_000].Array[1,
            3]
         select (visit, share, added)).Sample(
            t =>
            {
                Packet before = t.visit.Compose();
                int firstBack = before.Steps.Select(s => s.Part).ToList().IndexOf(StepPart.Close);
                List<StepEntry> entries = First(before, t.share * firstBack / before.Steps.Count);
                JobAt[] jobs = Added(t.visit, t.visit.Jobs, t.added);
                Packet after = Composer.Recompose(before, entries, t.visit.Gear, t.visit.Jobs, jobs, t.visit.Practices);
                Packet atOnce = t.visit.Compose(jobs);

                // Steps that an added job words otherwise (another nut, a caliper for a plate) take as long as those
                // they replace.
                // What was done before something made it needless stays done: bearings cleaned before new ones were
                // asked for,
                // a drum judged before it was renewed, one side chocked before both went up.
                List<PacketStep> needless = [.. after.Steps.ExceptBy(atOnce.Steps.Select(o => o.Key), s => s.Key)];
                List<PacketStep> inVain = [.. needless.Where(s => entries.Exists(e => e.Key == s.Key))];
                Assert.All(
                    needless.Except(inVain),
                    s => Assert.False(
                        PacketStep.FamilyOf(s.Key) is var family
                            && (family.StartsWith("bearing-repack/", StringComparison.Ordinal)
                                || family == "raised/chocks-over"),
                        $"{s.Key} is still to come."));
                Assert.True(
                    after.Minutes >= atOnce.Minutes && after.Minutes <= atOnce.Minutes + inVain.Sum(s => s.Minutes),
                    $"{atOnce.Minutes} at once, {after.Minutes} anew: {string.Join(", ", after.Steps.Select(s => s.Key).Except(atOnce.Steps.Select(s => s.Key)))} for {string.Join(", ", atOnce.Steps.Select(s => s.Key).Except(after.Steps.Select(s => s.Key)))}");
                Assert.Equal(atOnce.Openings.Select(o => o.Id).Order(), after.Openings.Select(o => o.Id).Order());
            },
            iter: 600);

    [Fact]
    public void An_added_job_never_makes_the_rest_shorter_nor_longer_than_a_visit_of_its_own_would() =>
        (from visit in AnyVisit.Any(5)
         from share in Gen.Double[0, 1]
         from added in Gen.Int[0, 100_000].Array[1,
            1]
         select (visit, share, added)).Sample(
            t =>
            {
                Packet before = t.visit.Compose();
                List<StepEntry> entries = First(before, t.share);
                JobAt[] jobs = Added(t.visit, t.visit.Jobs, t.added);
                decimal extra = Left(
                    Composer.Recompose(before, entries, t.visit.Gear, t.visit.Jobs, jobs, t.visit.Practices),
                    entries) - Left(before, entries);
                JobAt[] more = [.. jobs.Except(t.visit.Jobs)];

                // What is on its way back comes off again before it was back: that saves its last steps.
                Assert.InRange(extra, more.Length == 0 ? 0 : -30, more.Length == 0 ? 0 : t.visit.Compose(more).Minutes);
            },
            iter: 600);

    private static decimal Left(Packet packet, List<StepEntry> entries) =>
        packet.Steps.Where(s => entries.TrueForAll(e => e.Key != s.Key)).Sum(s => s.Minutes);

    private static JobAt[] Added(AnyVisit visit, JobAt[] to, int[] picks)
    {
        List<JobAt> jobs = [.. to];
        foreach (JobAt job in AnyVisit.Pick(visit.Gear, visit.Practices, picks))
        {
            if (!Composer.Refusals(visit.Gear, [.. jobs, job], visit.Practices).Any())
            {
                jobs.Add(job);
            }
        }

        return [.. jobs];
    }

    [Fact]
    public void A_job_added_at_one_wheel_end_leaves_the_order_at_the_others_alone()
    {
        JobAt[] repacks = [.. Places.WheelEndsOf(Gears.Tandem).Select(p => new JobAt("bearing-repack", p.Code))];
        Packet before = Composer.Compose(Gears.Tandem, repacks, PracticeChoices.Defaults);
        List<StepEntry> entries = [.. before.Steps
            .TakeWhile(s => s.Key != "axle-1-left/bearing-repack/film")
            .Select((s, i) => Tick(s.Key, i))];
        Packet after = Composer.Recompose(
            before,
            entries,
            Gears.Tandem,
            repacks,
            [.. repacks, new("bearings-and-cups", "axle-1-left"), new("brake-assembly", "axle-1-left-brake")],
            PracticeChoices.Defaults);
        Assert.Equal(Elsewhere(before), Elsewhere(after));
        List<string> left = [.. after.Steps.Where(s => s.Place.StartsWith(
            "axle-1-left",
            StringComparison.Ordinal)).Select(s => s.Key)];
        // The old ones were packed already: the new ones are packed too, once their cups are in.
        Assert.Contains("axle-1-left/bearing-repack/pack", left);
        Assert.Equal(
            [
                "axle-1-left/bearings-and-cups/cups-in",
                "axle-1-left/bearing-repack/pack-new",
                "axle-1-left/bearing-repack/film-new"
            ],
            left.Where(k => k.EndsWith("cups-in", StringComparison.Ordinal)
                || k.EndsWith("-new", StringComparison.Ordinal)).Where(
                    k => k.Contains("/bearing", StringComparison.Ordinal)));
        Assert.True(
            left.IndexOf("axle-1-left/bearings-and-cups/cups-in") < left.IndexOf("axle-1-left/hub-open/inner-in"));
        Assert.True(left.IndexOf("axle-1-left/plate-off/plate-on") < left.IndexOf("axle-1-left/hub-off/hub-on"));

        static IEnumerable<string> Elsewhere(Packet packet) =>
            packet.Steps.Where(s => s.Place is "axle-2-left" or "axle-1-right" or "axle-2-right").Select(s => s.Key);
    }

    [Fact]
    public void What_is_back_on_comes_off_once_more_only_for_a_job_that_is_new()
    {
        JobAt[] jobs = [new("bearing-repack", "axle-1-left"), new("bearing-repack", "axle-1-right")];
        Packet before = Composer.Compose(Gears.Single, jobs, PracticeChoices.Defaults);
        List<StepEntry> entries = [.. before.Steps
            .TakeWhile(s => s.Key != "right/raised/lift")
            .Select((s, i) => Tick(s.Key, i))];
        Packet same = Composer.Recompose(before, entries, Gears.Single, jobs, jobs, PracticeChoices.Defaults);
        Assert.Equal(before.Steps.Select(s => s.Key).Order(), same.Steps.Select(s => s.Key).Order());

        Packet after = Composer.Recompose(
            before,
            entries,
            Gears.Single,
            jobs,
            [.. jobs, new("brake-adjustment", "axle-1-left-brake")],
            PracticeChoices.Defaults);
        string[] again = [.. after.Steps.Select(s => s.Key).Where(k => k.Contains('#', StringComparison.Ordinal))];
        Assert.Equal(
            ["left/raised#2/chocks-over", "left/raised#2/lift", "left/raised#2/stand", "left/raised#2/lower"],
            again);
    }

    [Fact]
    public void A_job_left_out_takes_its_steps_along_and_what_it_had_opened_is_put_back()
    {
        JobAt[] jobs = [new("bearing-repack", "axle-1-left"), new("bearing-repack", "axle-1-right")];
        Packet before = Composer.Compose(Gears.Single, jobs, PracticeChoices.Defaults);
        List<StepEntry> entries = [.. before.Steps
            .TakeWhile(s => s.Key != "axle-1-left/hub-off/hub")
            .Select((s, i) => Tick(s.Key, i))];
        Packet after = Composer.Recompose(before, entries, Gears.Single, jobs, [jobs[1]], PracticeChoices.Defaults);
        List<string> left = [.. after.Steps
            .Skip(entries.Count)
            .Where(s => s.Place == "axle-1-left")
            .Select(s => s.Key)];
        Assert.DoesNotContain(
            left,
            k => k.Contains("bearing-repack", StringComparison.Ordinal)
                || k.Contains("hub-open", StringComparison.Ordinal));
        Assert.Contains("axle-1-left/hub-off/hub-on", left);
        Assert.Contains("axle-1-left/wheel-off/torque", left);

        // Lug nuts that were only loosened are torqued again; nothing is lifted for that.
        Packet hardly = Composer.Recompose(
            before,
            [.. entries.Take(3)],
            Gears.Single,
            jobs,
            [new("tyres-and-lights", "trailer")],
            PracticeChoices.Defaults);
        Assert.Equal("axle-1-left/wheel-off/break-loose", entries[2].Key);
        Assert.Contains(hardly.Steps, s => s.Key == "axle-1-left/wheel-off/torque");
        Assert.DoesNotContain(hardly.Steps, s => s.Opening == "raised");
    }

    [Fact]
    public void A_packet_kept_before_openings_had_ids_is_gone_on_with()
    {
        JobAt[] jobs = [new("bearing-repack", "axle-1-left"), new("bearing-repack", "axle-2-right")];
        Packet today = Composer.Compose(Gears.Tandem, jobs, PracticeChoices.Defaults);
        Packet bare = today with
        {
            Openings = [.. today.Openings.Select(o => o with { Id = "", Needs = [] })],
            Steps = [.. today.Steps
                .Where(s => s.Place != "trailer" || s.Opening == "secured")
                .Where(s => s.For.Count == 0
                    || (s.Job == "bearing-repack" && !s.Place.EndsWith("-brake", StringComparison.Ordinal)))
                .Select(s => s with { In = "", For = [], WeightDown = false })],
        };
        Packet up = EarlierPacket.BroughtUp(bare, Gears.Tandem);
        Assert.Equal(
            today.Openings.Select(o => (o.Id, string.Join(' ', o.Needs))),
            up.Openings.Select(o => (o.Id, string.Join(' ', o.Needs))));
        Assert.Equal(
            today.Steps.Where(s => s.Part != StepPart.Work).Select(s => (s.Key, s.In, s.WeightDown)),
            up.Steps.Where(s => s.Part != StepPart.Work).Select(s => (s.Key, s.In, s.WeightDown)));
        List<StepEntry> entries = [];
        WorkToTheEnd(up, entries, p => p.Next);
        Assert.All(jobs, j => Assert.True(new Progress(up, entries).IsDone(j)));
        Assert.Same(today, EarlierPacket.BroughtUp(today, Gears.Tandem));
    }
}
