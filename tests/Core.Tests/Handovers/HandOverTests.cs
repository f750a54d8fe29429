using CsCheck;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Handovers;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Handovers;

/// <summary>What goes with a trailer when it leaves; how long its visit took; what came back.</summary>
public sealed class HandOverTests
{
    private static readonly DateTimeOffset Start = new(2026, 5, 4, 8, 0, 0, TimeSpan.Zero);
    private static readonly DateOnly Day = new(2026, 5, 4);

    /// <summary>A verdict is never lost: whatever still stands of Renew and Hold is in the plain words.</summary>
    [Fact]
    public void The_plain_words_leave_out_nothing_that_is_still_to_be_done() => Gen
        .Select(Gen.Enum<Verdict>(), Gen.Bool)
        .Array[0, 12]
        .Sample(
            found =>
            {
                HandOver sheet = new()
                {
                    Trailer = "P-07",
                    On = Day,
                    Found = [.. found.Select((f, i) => new FoundTold(
                        Guid.NewGuid(),
                        $"thing {i} end",
                        new Judgement(f.Item1, "", "", []),
                        f.Item2 ? "renewed" : null))],
                };
                string words = string.Join(' ', sheet.Plain);
                foreach (FoundTold grave in sheet.Found.Where(f =>
                    f.Mended is null && f.Judgement.Verdict >= Verdict.Renew))
                {
                    Assert.Contains(grave.What, words, StringComparison.Ordinal);
                }
            },
            iter: 200);

    [Fact]
    public void What_holds_a_trailer_comes_first()
    {
        HandOver sheet = new()
        {
            Trailer = "P-07",
            On = Day,
            Done = "Bearing repack, all four",
            Holds = ["Cracked or bent, front hanger, left"],
            ReleasedBecause = "on a flatbed to the axle specialist",
            Yours = [new OwnersTask("x", "Torque the lug nuts again", Day.AddDays(9), "after 100 miles", false)],
            Next = [new NextTold("Bearing repack, all wheel ends", Day.AddYears(1), "Every 12 months.", false)],
        };
        Assert.Equal(
            [
                "Do not tow it: Cracked or bent, front hanger, left. It left all the same: on a flatbed to the axle "
                    + "specialist.",
                "P-07 was with us until May 4, 2026. Done: bearing repack, all four.",
                "In between, you: torque the lug nuts again by May 13 (after 100 miles).",
                "Next with us: bearing repack, all wheel ends, about May 2027 (every 12 months).",
            ],
            sheet.Plain);
    }

    /// <summary>A day that has passed is never told as one to come.</summary>
    [Fact]
    public void What_is_overdue_is_told_so()
    {
        HandOver sheet = new()
        {
            Trailer = "P-07",
            On = Day,
            Yours = [new OwnersTask("x", "Grease the bolts", Day.AddDays(-40), "every 90 days", true)],
            Next = [new NextTold("Bearing repack, all wheel ends", Day.AddMonths(-7), "Every 12 months.", true)],
        };
        Assert.Equal(
            [
                "In between, you: grease the bolts, was due March 25, 2026 (every 90 days).",
                "Next with us: bearing repack, all wheel ends, overdue since October 2025 (every 12 months).",
            ],
            sheet.Plain.Skip(1));
    }

    private static readonly Packet Packet = Composer.Compose(
        Gears.Single,
        [new JobAt("bearing-repack", "axle-1-left")],
        PracticeChoices.Defaults);

    private static StepEntry Entry(int step, int? seconds, Guid who) => new()
    {
        Key = Packet.Steps[step].Key,
        At = Start.AddMinutes(step),
        PersonId = who,
        Seconds = seconds,
    };

    [Fact]
    public void Time_is_by_person_and_foretold_by_the_pace_so_far()
    {
        Guid odd = Guid.NewGuid(), tobin = Guid.NewGuid();
        int half = Packet.Steps.Count / 2;
        List<StepEntry> entries = [.. Enumerable.Range(0, half).Select(i => Entry(
            i,
            (int)(Packet.Steps[i].Minutes * 120),
            i % 2 == 0 ? odd : tobin))];
        VisitTime time = VisitTime.Of(Packet, entries);
        Assert.Equal([odd, tobin], time.People.Select(p => p.PersonId));
        Assert.Equal(time.Took, time.People.Sum(p => p.Minutes));

        // Twice as slow so far, twice as long in all; what is left and what is done are all of it.
        Assert.Equal(2 * time.Planned, time.Likely, 1);
        Assert.Equal(time.Planned, time.ByPlan + time.Left);
        Assert.True(time.RunsOver);

        // Nothing done yet says nothing; all done, nothing can be mended any more.
        Assert.Equal(time.Planned, VisitTime.Of(Packet, []).Likely);
        Assert.False(VisitTime.Of(
            Packet,
            [.. Packet.Steps.Select((s, i) => Entry(i, (int)(s.Minutes * 200), odd))]).RunsOver);
    }

    [Fact]
    public void A_tablet_that_stood_over_night_is_not_charged_for()
    {
        VisitTime time = VisitTime.Of(Packet, [Entry(0, 14 * 3600, Guid.NewGuid())]);
        Assert.InRange(time.Took, 0, Math.Max(1, Packet.Steps[0].Minutes * 4));
    }

    [Theory]
    [InlineData(30, null, true)]
    [InlineData(31, null, false)]
    [InlineData(80, 900, true)]
    [InlineData(80, 1_100, false)]

    // A trailer that is seldom towed and comes every year for its repack has come back for nothing.
    [InlineData(360, 500, false)]
    public void Work_comes_back_within_days_or_miles(int days, int? miles, bool back)
    {
        JobAt job = new("bearing-repack", "axle-1-left");
        WorkDone done = new() { Job = job.Job, Place = job.Place, On = Day, VisitId = Guid.NewGuid() };
        Assert.Equal(
            back,
            ComeBack.Of([job], Day.AddDays(days), [done], _ => miles, _ => false).Count > 0);

        // Another place is another cause, a check that the work itself asks for is none, and what others did is theirs.
        Assert.Empty(ComeBack.Of(
            [job with { Place = "axle-1-right" }], Day.AddDays(days), [done], _ => miles, _ => false));
        Assert.Empty(ComeBack.Of([job], Day.AddDays(days), [done], _ => miles, _ => true));
        Assert.Empty(ComeBack.Of(
            [job],
            Day.AddDays(days),
            [new WorkDone { Job = job.Job, Place = job.Place, On = Day }],
            _ => miles,
            _ => false));
    }

    [Fact]
    public void A_second_look_is_somebody_elses_and_lapses_when_the_work_is_done_over()
    {
        Guid odd = Guid.NewGuid(), ines = Guid.NewGuid();
        List<StepEntry> all = [.. Packet.Steps.Select((_, i) => Entry(i, null, odd))];
        Assert.Empty(SecondLooks.Owed(JobCatalogue.Ours, Packet, all, [], []));
        SecondLookOwed owed = Assert.Single(SecondLooks.Owed(JobCatalogue.Ours, Packet, all, [SecondLooks.Wheels], []));
        Assert.Equal([odd], owed.DoneBy);
        SecondLook look = new() { What = SecondLooks.Wheels, At = Start.AddDays(1), PersonId = ines };
        Assert.Empty(SecondLooks.Owed(JobCatalogue.Ours, Packet, all, [SecondLooks.Wheels], [look]));
        SecondLook early = new() { What = SecondLooks.Wheels, At = Start.AddMinutes(-1), PersonId = ines };
        Assert.Single(SecondLooks.Owed(JobCatalogue.Ours, Packet, all, [SecondLooks.Wheels], [early]));

        // What was not done is not looked at.
        Assert.Empty(SecondLooks.Owed(JobCatalogue.Ours, Packet, [], [SecondLooks.Wheels, "bearing-repack"], []));
    }
}
