using CsCheck;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Tests.Composing;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Findings;

public class RoundTests
{
    private static readonly DateOnly Today = new(2026, 11, 25);
    private static readonly Guid Now = Guid.NewGuid();
    private static readonly RoundItem Tyre = Round.Of(Gears.Tandem).First(i => i.Place.Code == "axle-1-left"
        && i.Subject == Subject.Tyre);

    [Fact]
    public void It_walks_the_trailer_then_the_left_side_from_nose_to_tail_then_the_right()
    {
        List<RoundItem> walk = [.. Round.Of(Gears.Tandem)];
        List<RoundItem> stands = walk.FindAll(i => i.Opening is null or "raised"), behind =
            walk.FindAll(i => i.Opening is not (null or "raised"));
        Assert.Equal(walk, [.. stands, .. behind]);
        Assert.Equal(
            [
                "trailer",
                "axle-1",
                "axle-2",
                "left",
                "front-hanger-left",
                "axle-1-left",
                "axle-1-left-brake",
                "axle-1-left-front-eye",
                "axle-1-left-spring",
                "axle-1-left-u-bolts",
                "axle-1-left-rear-eye",
                "equalizer-1-left",
                "axle-2-left"
            ],
            stands.Select(i => i.Place.Code).Distinct().Take(13));
        Assert.Equal(["cap-off", "hub-off", "hub-open"], behind.Select(i => i.Opening).Distinct().Order());
    }

    [Fact]
    public void On_any_gear_everything_to_look_at_is_there_has_rows_and_stands_once() =>
        AnyVisit.Gears.Sample(gear =>
        {
            foreach (bool periodic in new[] { false, true })
            {
                IReadOnlyList<RoundItem> walk = Round.Of(gear, periodic);
                Assert.Equal(walk.Count, walk.Select(i => (i.Place, i.Subject)).Distinct().Count());
                Assert.All(walk, i =>
                {
                    Assert.True(Places.Has(gear, i.Place), $"{i.Place} on {gear.Words}");
                    Assert.Contains(i.Place.Kind, Subjects.At(i.Subject));
                    Assert.Contains(
                        Rulebook.All,
                        r => r.Subject == i.Subject && r.Verdict == Verdict.Sound && r.Goes(gear));
                    Assert.Contains(
                        Rulebook.All,
                        r => r.Subject == i.Subject && r.Verdict > Verdict.Sound && r.Goes(gear));
                    Assert.All(i.Readings, code => Assert.NotNull(ReadingKinds.Find(code)));
                    Assert.All(i.Enough, code => Assert.Contains(code, i.Readings));
                });
            }
        });

    [Fact]
    public void A_figure_alone_is_a_look_only_where_it_tells_all()
    {
        Reading Read(string place, string kind, string typed) =>
            Seeing.Read(place, kind, typed, default, Now, new(Gears.Tandem, PracticeChoices.Defaults));
        RoundItem Item(string place, Subject subject) =>
            Round.Of(Gears.Tandem).First(i => i.Place.Code == place && i.Subject == subject);
        bool Looked(RoundItem item, Reading reading) => Round.IsLookedAt(item, Gears.Tandem, [], [reading]);
        Assert.False(Looked(Tyre, Read("axle-1-left", "tread", "1/4")));
        Assert.False(Looked(
            Item("axle-1-left-spring", Subject.Spring),
            Read("axle-1-left-spring", "side-load", "2,000")));
        Assert.True(Looked(Item("axle-1-left", Subject.Play), Read("axle-1-left", "rim-rock", "0")));
        Assert.True(Looked(Item("left", Subject.RideHeight), Read("left", "ride-height-rear", "18")));
        Assert.False(Looked(Item("right", Subject.RideHeight), Read("left", "ride-height-rear", "18")));

        // A lining measured from the wheel end belongs to the brake there.
        Assert.True(Looked(Item("axle-1-left-brake", Subject.Lining), Read("axle-1-left", "lining", "3/16")));
    }

    private static Finding Earlier(string rule, int monthsAgo, string? mended = null)
    {
        ObservationRule row = Rulebook.Find(rule)!;
        return new()
        {
            Id = Guid.NewGuid(),
            Place = "axle-1-left",
            RuleCode = rule,
            Subject = row.Subject,
            Seen = row.Seen,
            Judgement = row.Judgement,
            VisitId = Guid.NewGuid(),
            At = new(Today.AddMonths(-monthsAgo), default, default),
            Mended = mended
        };
    }

    [Fact]
    public void As_last_time_is_offered_only_where_it_is_honest()
    {
        LastSeen? Last(WorkDone[] work, params Finding[] findings) => Round.LastTime(Tyre, Now, findings, work, Today);
        Assert.Equal(
            ("tyre-one-edge", Verdict.Watch),
            (Last(
                [],
                Earlier("tyre-sound", 14),
                Earlier("tyre-one-edge", 6))!.Rule, Last([], Earlier("tyre-one-edge", 6))!.Verdict));
        Assert.Null(Last([]));
        Assert.Null(Last([], Earlier("tyre-sound", 19)));
        Assert.Null(Last([], Earlier("tyre-worn", 6, mended: "new tyre")));
        Assert.Null(Last(
            [new() { Job = "tyre", Place = "axle-1-left", On = Today.AddMonths(-1) }],
            Earlier("tyre-worn", 6)));
        Assert.NotNull(Last(
            [new() { Job = "tyre", Place = "axle-1-left", On = Today.AddMonths(-9) }],
            Earlier("tyre-worn", 6)));
        Assert.NotNull(Last(
            [new() { Job = "tyre", Place = "axle-1-right", On = Today.AddMonths(-1) }],
            Earlier("tyre-worn", 6)));
        Assert.Null(Last([], Earlier("studs-sound", 3)));
    }

    [Fact]
    public void A_step_is_answered_when_everything_it_looks_at_has_been_looked_at()
    {
        Packet packet = Composer.Compose(Gears.Tandem, [new("wear-inspection", "trailer")], PracticeChoices.Defaults);
        PacketStep springs = packet.Steps.First(s => s.Key == "left/round/springs");
        Seeing seeing = new();
        foreach (RoundItem item in Round.Of(Gears.Tandem).Where(i => i.Place.Side == Side.Left
            && springs.Subjects.Contains(i.Subject)))
        {
            Assert.False(RoundSteps.Answers(springs, Gears.Tandem, seeing.Findings, []));
            seeing.Saw(item.Place.Code, Rulebook.All.First(r => r.Subject == item.Subject).Code);
        }

        Assert.True(RoundSteps.Answers(springs, Gears.Tandem, seeing.Findings, []));
        Assert.False(RoundSteps.Answers(
            packet.Steps.First(s => s.Key == "right/round/springs"),
            Gears.Tandem,
            seeing.Findings,
            []));
    }

    // Everything on the periodic round of a gear, seen to be sound.
    private static Seeing AllSound(RunningGear gear)
    {
        Seeing seeing = new(gear);
        foreach (RoundItem item in Round.Of(gear, periodic: true).Where(i => i.Opening is null))
        {
            seeing.Saw(
                item.Place.Code,
                Rulebook.All.First(r => r.Subject == item.Subject && r.Verdict == Verdict.Sound && r.Goes(gear)).Code);
        }

        return seeing;
    }

    private static IReadOnlyList<InspectionLine> Lines(Seeing seeing) =>
        PeriodicInspection.Of(seeing.Context.Gear, seeing.Findings, seeing.Readings, seeing.Together);

    /// <summary>49 CFR 396 appendix A: the items that a trailer can have, by its numbers; cited from memory.</summary>
    [Fact]
    public void A_periodic_inspection_has_the_items_of_appendix_A_that_a_trailer_can_have()
    {
        Assert.Equal([1, 2, 5, 6, 8, 9, 10, 11, 15], PeriodicInspection.Items.Select(i => i.Number));
        Assert.Equal(14, PeriodicInspection.KeptMonths);
        Assert.All(Lines(new Seeing()), l => Assert.Equal((InspectionResult.NotLookedAt, 0), (l.Result, l.LookedAt)));
        Assert.All(
            Lines(AllSound(Gears.Tandem)),
            l => Assert.Equal((InspectionResult.Passed, l.Of), (l.Result, l.LookedAt)));
        RunningGear plain = Gears.Tandem with
        {
            Brake = BrakeKind.None,
            BrakeSize = null,
            Suspension = SuspensionKind.Torsion,
            Spindle = SpindleKind.TorsionArm
        };
        Assert.Equal(InspectionResult.DoesNotApply, Lines(AllSound(plain))[0].Result);
        Assert.All(Lines(AllSound(plain)).Skip(1), l => Assert.Equal(InspectionResult.Passed, l.Result));
    }

    [Fact]
    public void A_defect_does_not_pass_until_it_is_mended_and_what_was_missed_is_named()
    {
        Seeing seeing = AllSound(Gears.Tandem);
        seeing.Saw("axle-2-left", "tyre-cut");
        InspectionLine tyres = Lines(seeing).First(l => l.Number == 10);
        Assert.Equal(
            (InspectionResult.Defective, true),
            (tyres.Result, tyres.Words[0].EndsWith("axle 2 left", StringComparison.Ordinal)));
        seeing.Findings[^1].Mended = "new tyre";
        Assert.Equal(InspectionResult.Mended, Lines(seeing).First(l => l.Number == 10).Result);

        seeing.Findings.RemoveAll(f => f.Subject == Subject.Studs && f.Place == "axle-1-right");
        InspectionLine wheels = Lines(seeing).First(l => l.Number == 11);
        Assert.Equal(
            (InspectionResult.NotLookedAt, "studs, nuts and wheel, axle 1 right"),
            (wheels.Result, Assert.Single(wheels.Words)));
        Assert.False(new Inspection { Qualification = "q", Lines = Lines(seeing) }.Passes);
    }
}
