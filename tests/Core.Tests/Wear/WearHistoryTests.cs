using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Tests.Findings;
using SturdyTinker.Core.Wear;
using Xunit;

namespace SturdyTinker.Core.Tests.Wear;

public class WearHistoryTests
{
    private const string Brake = "axle-1-left-brake";
    private static readonly DateOnly Today = new(2026, 11, 25);
    private static readonly ReadingContext Context = new(Gears.Single, PracticeChoices.Defaults);
    private readonly List<Reading> readings = [];
    private readonly List<WorkDone> work = [];
    private Trailer trailer = Gears.Metered(MeterKind.None, Today.AddYears(-4));
    private List<MeterEntry> meter = [];

    private UsageLine Usage => UsageLine.Of(trailer, meter, Today);

    private WearHistoryTests Measured(int daysAgo, string typed, string kind = "lining", string place = Brake)
    {
        readings.Add(Seeing.Read(
            place,
            kind,
            typed,
            new(Today.AddDays(-daysAgo), new TimeOnly(9, 0), default),
            Guid.NewGuid(),
            Context));
        return this;
    }

    private WearHistoryTests Done(int daysAgo, string job, string place, bool inTheLastVisit = false)
    {
        work.Add(new()
        {
            Job = job,
            Place = place,
            On = Today.AddDays(-daysAgo),
            VisitId = inTheLastVisit ? readings[^1].VisitId : Guid.NewGuid()
        });
        return this;
    }

    private WearLine Line(string kind = "lining", string place = Brake) =>
        Assert.Single(
            WearHistory.Of(Context, readings, work, Usage, Today, JobCatalogue.Ours.NameOf),
            l => l.Kind == kind && l.Place == place);

    [Fact]
    public void Three_figures_make_a_line_with_a_band_and_a_day()
    {
        // Three thousandths in a hundred days: 0.0275 in above the limit, so about 910 days after the last.
        WearLine line = Measured(300, ".099").Measured(200, ".0962").Measured(100, ".093").Measured(0, ".090").Line();
        Crossing crossing = line.Crossing!;
        Assert.InRange(crossing.Likely.DayNumber - Today.DayNumber, 900, 930);
        Assert.True(crossing.Earliest < crossing.Likely && crossing.Likely < crossing.Latest);
        Assert.Null(crossing.Metres);
        Assert.Contains("Comes to its limit about May 2029", line.Words, StringComparison.Ordinal);
        Assert.Contains("Eight chances in ten", line.Words, StringComparison.Ordinal);
    }

    [Fact]
    public void Two_figures_make_a_line_without_a_band_and_say_so()
    {
        WearLine line = Measured(200, ".120").Measured(0, ".100").Line();
        Assert.Equal((null, null), (line.Crossing!.Earliest, line.Crossing.Latest));
        Assert.Equal(Today.AddDays(375), line.Crossing.Likely);
        Assert.Contains("no band", line.Words, StringComparison.Ordinal);
    }

    [Fact]
    public void One_figure_makes_none()
    {
        WearLine line = Measured(10, ".120").Line();
        Assert.Equal((null, null), (line.Fit, line.Crossing));
        Assert.Equal("One figure makes no line: measure again at the next visit.", line.Words);
    }

    [Fact]
    public void Where_distance_is_known_wear_follows_it()
    {
        trailer = Gears.Metered(MeterKind.HubOdometer, Today.AddYears(-2));
        meter = [.. new[]
        {
            (400, 0),
            (200, 8_000),
            (0, 10_000)
        }.Select(m => new MeterEntry
        {
            Kind = MeterEntryKind.Reading,
            On = Today.AddDays(-m.Item1),
            Typed = "",
            Distance = Distance.FromMiles(m.Item2)
        })];
        WearLine line = Measured(400, ".150").Measured(200, ".110").Measured(0, ".100").Line();

        // Five thousandths in a thousand miles, whatever the days: 7,500 miles to go.
        Assert.True(line.ByDistance);
        Assert.Equal(0, line.Fit!.Residual!.Value, 1e-9);
        Assert.Equal(7_500, (double)new Distance(line.Crossing!.Metres!.Value).Miles, 1);
        Assert.Equal(Usage.Reaches(Today, Distance.FromMiles(7_500)), line.Crossing.Likely);
        Assert.Contains("in about 7,500 miles", line.Words, StringComparison.Ordinal);
    }

    [Fact]
    public void A_replaced_part_starts_a_new_line()
    {
        WearLine line = Measured(500, ".120")
            .Measured(300, ".080")
            .Done(250, "brake-assembly", Brake)
            .Measured(200, ".180")
            .Measured(0, ".170")
            .Line();
        Assert.Equal((2, 2), (line.Points.Count, Assert.Single(line.Before).Count));
        Assert.Equal("Renewed on Mar 20, 2026: electric brake assembly", line.Renewed);

        // The right side's new brake is nothing to the left one; the jump alone parts them then.
        work.Clear();
        Assert.Contains(
            "put in elsewhere",
            Done(150, "brake-assembly", "axle-1-right-brake").Line().Renewed,
            StringComparison.Ordinal);
    }

    [Fact]
    public void The_visit_that_put_a_new_part_in_had_measured_the_old_one()
    {
        WearLine line = Measured(500, ".120")
            .Measured(300, ".066")
            .Done(300, "shoes-and-magnet", Brake, inTheLastVisit: true)
            .Line();
        Assert.Empty(line.Points);
        Assert.Equal("New, and not measured since.", line.Words);
        Assert.Single(Measured(100, ".180").Line().Points);
    }

    [Fact]
    public void A_figure_taken_of_the_new_part_in_the_same_visit_is_the_new_parts()
    {
        WearLine line = Measured(500, ".120")
            .Measured(300, ".190")
            .Done(300, "shoes-and-magnet", Brake, inTheLastVisit: true)
            .Measured(100, ".180")
            .Line();
        Assert.Equal((2, 1), (line.Points.Count, line.Before.Count));
    }

    [Fact]
    public void A_figure_that_goes_the_other_way_than_wear_is_taken_for_a_new_part()
    {
        Assert.Contains(
            "put in elsewhere",
            Measured(500, ".080").Measured(300, ".190").Line().Renewed,
            StringComparison.Ordinal);
        readings.Clear();

        // A reading off by the gauge's own grain is not.
        Assert.Null(Measured(500, ".100").Measured(300, ".110").Line().Renewed);
    }

    [Fact]
    public void A_wheel_taken_off_is_no_new_tyre()
    {
        WearLine line = Measured(400, "8/32", "tread", "axle-1-left")
            .Done(200, "wheel", "axle-1-left")
            .Measured(0, "6/32", "tread", "axle-1-left")
            .Line("tread", "axle-1-left");
        Assert.Equal((2, 0), (line.Points.Count, line.Before.Count));
    }

    [Theory]
    [InlineData("drum-diameter", "10.020", "10.050", true)]
    [InlineData("bolt-hole", "0.570", "0.580", true)]
    [InlineData("rotor-thickness", ".880", ".870", false)]
    public void Drums_and_holes_wear_upward_and_a_rotor_needs_its_stamp(
        string kind,
        string first,
        string last,
        bool crosses)
    {
        string place = kind == "bolt-hole" ? "axle-1-left-rear-eye" : Brake;
        Assert.Equal(
            crosses,
            Measured(200, first, kind, place).Measured(0, last, kind, place).Line(kind, place).Crossing is not null);
        if (!crosses)
        {
            Assert.NotNull(Measured(200, ".850", "rotor-stamped").Line(kind, place).Crossing);
        }
    }

    [Fact]
    public void What_does_not_wear_says_so_and_what_is_far_off_is_not_foreseen()
    {
        Assert.Equal(
            "It does not wear that one could measure it.",
            Measured(300, ".150").Measured(200, ".151").Measured(0, ".152").Line().Words);
        readings.Clear();
        Assert.Contains(
            "more than 5 years off",
            Measured(300, ".151").Measured(200, ".1505").Measured(0, ".150").Line().Words,
            StringComparison.Ordinal);
    }

    [Fact]
    public void A_line_that_has_come_to_its_limit_already_says_so_and_is_overdue()
    {
        WearLine line = Measured(900, ".150").Measured(700, ".120").Measured(500, ".090").Line();
        Assert.InRange(Today.DayNumber - line.Crossing!.Likely.DayNumber, 300, 330);
        Assert.StartsWith("By its line it came to its limit about January 2026", line.Words, StringComparison.Ordinal);
        Assert.Equal(Nearness.Overdue, WearDue.Of(line, Today)!.Nearness);
    }

    [Fact]
    public void A_place_that_the_gear_no_longer_has_draws_no_line() =>
        Assert.Empty(WearHistory.Of(
            Context,
            Measured(10, ".12", place: "axle-3-left-brake").readings,
            [],
            Usage,
            Today,
            JobCatalogue.Ours.NameOf));

    [Fact]
    public void The_crossing_falls_due_with_the_job_that_puts_it_right()
    {
        Measured(400, ".150").Measured(200, ".119").Measured(0, ".090");
        trailer = Gears.Metered(MeterKind.None, Today.AddYears(-4));
        TrailerRecord record = new(trailer, Context, Usage, Interval.BearingRepack)
        {
            Readings = readings,
            Work =
            [
                new() { Job = "bearing-repack", Place = "axle-1-left", On = Today },
                new() { Job = "bearing-repack", Place = "axle-1-right", On = Today }
            ]
        };
        DueAt due = TrailerStatus.Of(record, Today).Dues[0];
        Assert.Equal(
            ("brake-assembly", "lining", Brake, DueCause.Wear, "Lining at its limit"),
            (due.Job, due.Short, due.Place, due.Due.Cause, due.Name));
        Assert.InRange(due.Due.On.DayNumber - Today.DayNumber, 170, 190);
        Assert.Contains("Lining last 0.09", due.Due.Reason, StringComparison.Ordinal);
        Assert.InRange(due.Due.Used, 0.65m, 0.75m);

        // Beyond this season and the next nothing is planned by it.
        readings.Clear();
        Assert.DoesNotContain(
            TrailerStatus.Of(record with { Readings = Measured(400, ".150").Measured(0, ".140").readings }, Today).Dues,
            d => d.Due.Cause == DueCause.Wear);
    }

    [Fact]
    public void A_tighter_limit_brings_the_day_forward()
    {
        Measured(400, ".150").Measured(0, ".110");
        ReadingContext tighter = Context with
        {
            Limits = new([new()
            {
                Code = "lining-least",
                Value = Length.FromInches(0.1m).Millimetres,
                Typed = "",
                By = ""
            }])
        };
        Assert.True(WearHistory.Of(
            tighter,
            readings,
            [],
            Usage,
            Today,
            JobCatalogue.Ours.NameOf)[0].Crossing!.Likely < Line().Crossing!.Likely);
    }
}
