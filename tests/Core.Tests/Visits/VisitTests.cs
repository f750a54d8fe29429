using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Visits;

public class VisitTests
{
    private static readonly DateOnly Today = new(2026, 5, 4);
    private static readonly JobAt Left = new("bearing-repack", "axle-1-left");
    private static readonly JobAt Right = new("bearing-repack", "axle-1-right");

    private readonly Packet packet = Composer.Compose(Gears.Single, [Left, Right], PracticeChoices.Defaults);
    private readonly Visit visit = new()
    {
        Gear = Gears.Single,
        Practices = PracticeChoices.Defaults,
        Jobs = [Left, Right]
    };
    private readonly Trailer trailer = new() { Tag = "T", Gear = Gears.Single, Meter = MeterKind.None };

    private Progress After(Func<PacketStep, bool> done, Func<PacketStep, string?>? skipped = null) =>
        new(
            packet,
            packet.Steps.Where(done).Select(s => new StepEntry { Key = s.Key, SkippedBecause = skipped?.Invoke(s) }));

    private static TrailerObservations Nothing => new(Gears.Single, [], []);

    private static TrailerObservations Seen(IReadOnlyCollection<Finding> findings, params Reading[] readings) =>
        new(Gears.Single, findings, readings);

    private UsageLine NoUsage => UsageLine.Of(trailer, [], Today);

    [Fact]
    public void A_visit_with_a_hub_off_names_what_is_open_and_does_not_close()
    {
        int hubOff = packet.Steps.ToList().FindIndex(s => s.Key == "axle-1-left/hub-off/hub");
        Progress half = new(packet, packet.Steps.Take(hubOff + 1).Select(s => new StepEntry { Key = s.Key }));
        ClosingResult result = Closing.Work(visit, half, Nothing, NoUsage, null, Today);
        Assert.Equal(
            "Still open: hub off, axle 1 left; cap off, axle 1 left; wheel off, axle 1 left; raised, left side; "
                + "trailer on chocks. Put it back first, deepest first.",
            result.Refusal);
    }

    [Fact]
    public void A_hub_on_its_way_back_says_so()
    {
        int hubOn = packet.Steps.ToList().FindIndex(s => s.Key == "axle-1-left/hub-off/hub-on");
        Progress half = new(packet, packet.Steps.Take(hubOn + 1).Select(s => new StepEntry { Key = s.Key }));
        Assert.Equal(
            ["hub off (going back)", "cap off", "wheel off", "raised", "secured"],
            half.OpenNow.Select(o => o.Name));
    }

    [Fact]
    public void Only_what_was_really_done_counts_as_done()
    {
        // The right side was never begun; the trailer was put back and closed.
        Progress leftOnly = After(s => s.Place is "axle-1-left" or "axle-1-left-brake" or "left" or "trailer");
        ClosingResult result = Closing.Work(visit, leftOnly, Nothing, NoUsage, null, Today);
        Assert.Null(result.Refusal);
        Assert.Equal([Left], result.Done);
        Assert.Equal([Right], result.LeftUndone);
    }

    [Fact]
    public void Skipped_packing_is_no_repack_but_a_skipped_dial_gauge_is()
    {
        Assert.False(After(
            _ => true,
            s => s.Key == "axle-1-left/bearing-repack/pack" ? "out of grease" : null).IsDone(Left));
        Assert.True(After(
            _ => true,
            s => s.Key == "axle-1-left/bearing-repack/compare-seal" ? "no caliper" : null).IsDone(Left));
    }

    [Fact]
    public void Closing_steps_are_not_skipped()
    {
        Assert.NotNull(Progress.WhyNotSkipped(packet.Steps.Single(s => s.Key == "axle-1-left/hub-off/new-pin")));
        Assert.Null(Progress.WhyNotSkipped(packet.Steps.Single(s => s.Key == "axle-1-left/hub-off/end-play")));
    }

    [Fact]
    public void A_step_out_of_order_is_told_what_comes_before_it()
    {
        Progress none = After(_ => false);
        Assert.Equal(
            "Before this comes “Chock the wheels, both sides of each tyre” at the trailer.",
            none.WhyNotYet(packet.Steps.Single(s => s.Key == "axle-1-left/hub-off/hub")));
        Progress secured = After(s => s.Opening == "secured" && s.Part == StepPart.Open);
        Assert.Null(secured.WhyNotYet(packet.Steps.Single(s => s.Key == "axle-1-right/wheel-off/break-loose")));
    }

    [Fact]
    public void Nothing_is_put_back_that_was_not_taken_off()
    {
        Progress secured = After(s => s.Opening == "secured" && s.Part == StepPart.Open);
        Assert.Equal(
            "There is nothing to put back yet: raised has not been begun at left side.",
            secured.WhyNotYet(packet.Steps.Single(s => s.Key == "left/raised/lower")));
        Assert.NotNull(secured.WhyNotYet(packet.Steps.Single(s => s.Key == "axle-1-left/wheel-off/torque")));
        Assert.Null(secured.WhyNotYet(packet.Steps.Single(s => s.Key == "trailer/secured/unchock")));
    }

    [Fact]
    public void Leaving_the_rest_puts_back_what_is_open_and_nothing_else()
    {
        // The left side is done; the right was not begun: the brake that was set is tried, and the chocks are left to
        // take away.
        Progress left = After(s => s.Place is "axle-1-left" or "axle-1-left-brake" or "left"
            || (s.Opening == "secured" && s.Part == StepPart.Open));
        Assert.StartsWith("axle-1-right/", left.Next!.Key, StringComparison.Ordinal);
        Assert.Equal("trailer/brake-try/power", left.NextToPutBack!.Key);
        Assert.Null(After(_ => false).NextToPutBack);
        Assert.Null(After(_ => true).NextToPutBack);
    }

    [Fact]
    public void Nuts_only_broken_loose_are_torqued_again_and_the_wheel_stays_on()
    {
        Progress loose = After(s => s.Key.EndsWith("-left/wheel-off/break-loose", StringComparison.Ordinal)
            || (s.Opening == "secured" && s.Part == StepPart.Open));
        Assert.Equal("left/raised/chocks-over", loose.Next!.Key);
        Assert.Equal("wheel off (begun)", loose.OpenNow[0].Name);
        List<StepEntry> entries = [.. packet.Steps
            .Where(s => loose.EntryFor(s.Key) is not null)
            .Select(s => new StepEntry { Key = s.Key })];
        List<string> back = [];
        for (PacketStep? step = loose.NextToPutBack; step is not null; step = new Progress(
            packet,
            entries).NextToPutBack)
        {
            back.Add(step.Key);
            entries.Add(new StepEntry { Key = step.Key });
        }

        Assert.Equal(
            [
                "axle-1-left/wheel-off/brush",
                "axle-1-left/wheel-off/nuts-by-hand",
                "axle-1-left/wheel-off/torque",
                "trailer/secured/unchock"
            ],
            back);
        Progress end = new(packet, entries);
        Assert.Null(end.Next);
        Assert.StartsWith(
            "Wheel off is being put back already at axle 1 left",
            end.WhyNotYet(packet.Steps.Single(s => s.Key == "axle-1-left/wheel-off/wheel")),
            StringComparison.Ordinal);
        Assert.Equal([Left, Right], Closing.Work(visit, end, Nothing, NoUsage, null, Today).LeftUndone);
        Assert.Single(Closing.Work(visit, end, Nothing, NoUsage, null, Today).FollowUps);
    }

    [Fact]
    public void The_latest_step_is_taken_back_first()
    {
        Progress two = After(s => s.Opening == "secured" && s.Part == StepPart.Open);
        Assert.NotNull(two.WhyNotTakenBack(packet.Steps[0]));
        Assert.Null(two.WhyNotTakenBack(packet.Steps[1]));
    }

    [Fact]
    public void A_hold_keeps_the_trailer_until_somebody_says_why_it_leaves()
    {
        Finding hold = new()
        {
            Place = "axle-1-left",
            RuleCode = "spindle-scored-welded",
            Seen = "Groove",
            Judgement = Rulebook.Find("spindle-scored-welded")!.Judgement
        };
        Assert.Equal(
            "releasedBecause",
            Closing.Work(visit, After(_ => true), Seen([hold]), NoUsage, " ", Today).RefusalField);
        Assert.Null(Closing.Work(
            visit,
            After(_ => true),
            Seen([hold]),
            NoUsage,
            "to the specialist, on a flatbed",
            Today).Refusal);
        hold.Mended = "stub renewed";
        Assert.Null(Closing.Work(visit, After(_ => true), Seen([hold]), NoUsage, null, Today).Refusal);
    }

    [Fact]
    public void A_hold_measured_or_left_by_an_earlier_visit_keeps_the_trailer_too()
    {
        Reading rock = new()
        {
            Place = "axle-1-left",
            Kind = "rim-rock",
            StepKey = "s",
            Typed = "5/8",
            Quantity = Quantity.Length,
            Canonical = Length.FromInches(0.625m).Millimetres,
            VisitId = visit.Id,
            Judgement = ReadingKinds.RimRock.Judge(
                Length.FromInches(0.625m).Millimetres,
                new(Gears.Single, PracticeChoices.Defaults))
        };
        ClosingResult refused = Closing.Work(visit, After(_ => true), Seen([], rock), NoUsage, null, Today);
        Assert.Equal(
            "On Hold: rim rock 5/8 in at axle 1 left. Mend it, or say why the trailer leaves all the same; your "
                + "name stays with it.",
            refused.Refusal);

        Finding earlier = new()
        {
            Place = "axle-1-right",
            Subject = Subject.Spindle,
            RuleCode = "spindle-scored-welded",
            Seen = "Groove",
            VisitId = Guid.NewGuid(),
            At = Today.AddDays(-90).ToDateTime(TimeOnly.MinValue),
            Judgement = Rulebook.Find("spindle-scored-welded")!.Judgement
        };
        Assert.NotNull(Closing.Work(visit, After(_ => true), Seen([earlier]), NoUsage, null, Today).Refusal);
        Finding renewed = new()
        {
            Place = "axle-1-right",
            Subject = Subject.Spindle,
            RuleCode = "spindle-clean",
            Seen = "Clean",
            VisitId = visit.Id,
            At = Today.ToDateTime(TimeOnly.MinValue),
            Judgement = Rulebook.Find("spindle-clean")!.Judgement
        };
        ClosingResult closed = Closing.Work(
            visit,
            After(_ => true),
            Seen([earlier, renewed]),
            NoUsage,
            "nothing to release",
            Today);
        Assert.Equal((null, false), (closed.Refusal, closed.OnHold));
    }

    [Fact]
    public void A_wheel_that_was_off_leaves_its_torque_owing_by_distance_or_by_days()
    {
        // Common practice: about 100 miles. At 20 miles a day that is the fifth day.
        trailer.Meter = MeterKind.Estimate;
        trailer.EstimatedYear = Distance.FromMiles(20 * 365.25m);
        UsageLine busy = UsageLine.Of(trailer, [], Today);
        Assert.Equal(
            Today.AddDays(5),
            Assert.Single(
                Closing.Work(visit, After(_ => true), Nothing, busy, null, Today).FollowUps,
                f => f.Rule.Code == "lug-retorque").DueOn);

        trailer.Meter = MeterKind.None;
        Assert.Equal(
            Today.AddDays(14),
            Assert.Single(
                Closing.Work(visit, After(_ => true), Nothing, NoUsage, null, Today).FollowUps,
                f => f.Rule.Code == "lug-retorque").DueOn);
    }

    [Theory]
    [InlineData("100", "lug-retorque")]
    [InlineData("10-25-50", "lug-retorque-10 lug-retorque-25 lug-retorque-50")]
    [InlineData("day-end", "lug-retorque-day")]
    public void The_practice_says_when_lug_nuts_are_torqued_again(string answer, string owed)
    {
        Visit other = new()
        {
            Gear = Gears.Single,
            Jobs = [Left, Right],
            Practices = PracticeChoices.Defaults.With(new Dictionary<string, string> { ["lug-retorque"] = answer })
        };
        var followUps = Closing.Work(other, After(_ => true), Nothing, NoUsage, null, Today).FollowUps;
        Assert.Equal(
            owed,
            string.Join(
                ' ',
                followUps.Select(f => f.Rule.Code).Where(c => c.StartsWith("lug", StringComparison.Ordinal))));
    }

    [Fact]
    public void Suspension_work_leaves_its_bolts_owing_and_torquing_them_again_settles_it()
    {
        JobAt spring = new("spring", "axle-1-left-spring"), again = new("suspension-retorque", "trailer");
        string[] Owed(JobAt job, out IReadOnlyList<string> settles)
        {
            Packet work = Composer.Compose(Gears.Single, [job], PracticeChoices.Defaults);
            ClosingResult closed = Closing.Work(
                new Visit { Gear = Gears.Single, Practices = PracticeChoices.Defaults, Jobs = [job] },
                new Progress(work, work.Steps.Select(s => new StepEntry { Key = s.Key })),
                Nothing,
                NoUsage,
                null,
                Today);
            settles = closed.Settles;
            return [.. closed.FollowUps.Select(f => f.Rule.Code)];
        }

        Assert.Equal(["lug-retorque", "suspension-retorque"], Owed(spring, out _));
        Assert.Empty(Owed(again, out IReadOnlyList<string> settled));
        Assert.Contains("suspension-retorque", settled);
    }
}
