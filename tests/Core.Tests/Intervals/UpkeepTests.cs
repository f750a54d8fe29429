using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Intervals;

/// <summary>
/// What falls due, by which rule, and by whose choice. Intervals are common practice or from memory, as their rows say.
/// </summary>
public sealed class UpkeepTests
{
    private static readonly DateOnly Today = new(2026, 5, 4);

    private static TrailerRecord Record(
        Func<Trailer, Trailer>? with = null,
        Upkeep? upkeep = null,
        RunningGear? gear = null,
        IReadOnlyCollection<WorkDone>? work = null,
        IEnumerable<MeterEntry>? road = null)
    {
        Trailer trailer = new()
        {
            Tag = "T",
            Gear = gear ?? Gears.Tandem,
            Meter = road is null ? MeterKind.None : MeterKind.HubOdometer,
            AddedOn = new(2025, 1, 10)
        };
        trailer = with?.Invoke(trailer) ?? trailer;
        return new TrailerRecord(
            trailer,
            new ReadingContext(trailer.Gear, PracticeChoices.Defaults),
            UsageLine.Of(trailer, road ?? [], Today),
            Interval.BearingRepack)
        {
            Work = work ?? [],
            Upkeep = upkeep ?? new Upkeep { Uses = trailer.Uses },
        };
    }

    private static WorkDone Done(string job, string place, DateOnly on) =>
        new() { Id = Guid.CreateVersion7(), Job = job, Place = place, On = on };

    private static IEnumerable<WorkDone> Repacked(DateOnly on) =>
        Places.WheelEndsOf(Gears.Tandem).Select(p => Done("bearing-repack", p.Code, on));

    private static Upcoming One(TrailerRecord record, string rule) =>
        TrailerStatus.Of(record, Today).Upcoming.Single(u => u.Id.StartsWith(rule + "@", StringComparison.Ordinal));

    [Fact]
    public void Every_task_of_the_trade_falls_due_on_the_gear_that_has_it()
    {
        string[] Of(RunningGear gear) =>
            [.. TrailerStatus
                .Of(Record(gear: gear), Today).Upcoming
                .Select(u => u.Id.Split('@')[0])
                .Distinct()
                .Order()];
        Assert.Equal(["bolt-greasing", "repack", "tyres", "wear-look"], Of(Gears.Tandem));
        Assert.Equal(
            ["bolt-greasing", "fluid", "repack", "tyres", "wear-look"],
            Of(Gears.Tandem with { Brake = BrakeKind.HydraulicDisc }));
        Assert.Equal(
            ["spindle-greasing", "repack", "wear-look", "bolt-greasing", "tyres"],
            Of(Gears.Tandem with
            {
                Lubrication = Lubrication.GreasableSpindle
            }).OrderBy(c => Array.IndexOf(["spindle-greasing", "repack", "wear-look"], c) is var i && i < 0
                ? 9
                : i).ThenBy(c => c));
        Assert.DoesNotContain(
            "bolt-greasing",
            Of(Gears.Tandem with { Suspension = SuspensionKind.Torsion, Spindle = SpindleKind.TorsionArm }));
    }

    [Fact]
    public void A_trailers_choice_goes_before_its_customers_and_that_before_the_shops()
    {
        DueRule look = DueRules.Find("wear-look")!;
        Upkeep shop = new() { Shop = new Dictionary<string, IntervalChoice> { ["wear-look"] = new(true, 8, null) } };
        Assert.Equal(
            (12, Source.Memory.Words),
            (new Upkeep().For(
                look,
                false)!.Value.Interval.Months, new Upkeep().For(look, false)!.Value.Interval.Source));
        Assert.Equal(
            (8, Source.Shop.Words),
            (shop.For(look, false)!.Value.Interval.Months, shop.For(look, false)!.Value.Interval.Source));
        Upkeep customer = shop with
        {
            Customer = new Dictionary<string, IntervalChoice> { ["wear-look"] = new(true, 9, null) }
        };
        Assert.Equal(9, customer.For(look, false)!.Value.Interval.Months);
        Assert.Null((customer with
        {
            Trailer = new Dictionary<string, IntervalChoice> { ["wear-look"] = new(false, null, null) }
        }).For(look, false));
    }

    [Fact]
    public void Who_does_it_is_chosen_apart_from_how_long_it_lasts()
    {
        DueRule bolts = DueRules.Find("bolt-greasing")!;
        Upkeep usual = new();
        Assert.Equal(Doer.Owner, usual.DoneBy(bolts.Code, bolts.By));
        Upkeep chosen = new()
        {
            Shop = new Dictionary<string, IntervalChoice> { [bolts.Code] = new(true, 5, null) },
            Customer = new Dictionary<string, IntervalChoice> { [bolts.Code] = new(true, null, null, Doer.Shop) },
        };
        Assert.Equal(Doer.Shop, chosen.DoneBy(bolts.Code, bolts.By));
        Assert.Equal(
            (5, Source.Shop.Words),
            (chosen.For(bolts, false)!.Value.Interval.Months, chosen.For(bolts, false)!.Value.Interval.Source));
        Upkeep own = chosen with
        {
            Trailer = new Dictionary<string, IntervalChoice> { [bolts.Code] = new(true, 2, null, Doer.Owner) }
        };
        Assert.Equal(Doer.Owner, own.DoneBy(bolts.Code, bolts.By));
        Assert.Equal(2, own.For(bolts, false)!.Value.Interval.Months);

        // One who says only who does it, of work that nobody keeps by an interval, keeps it as usual.
        Upkeep not = chosen with
        {
            Shop = new Dictionary<string, IntervalChoice> { [bolts.Code] = new(false, null, null) }
        };
        Assert.Equal(3, not.For(bolts, false)!.Value.Interval.Months);
    }

    [Fact]
    public void Use_shortens_and_lengthens_with_its_reason_and_within_bounds()
    {
        DueRule repack = DueRules.Find(DueRules.Repack)!;
        (Interval interval, string why) = new Upkeep { Uses = ["salt", "rough"] }.For(repack, false)!.Value;
        Assert.Equal((7, 6_750m), (interval.Months, Math.Round(interval.Distance!.Value.Miles)));
        Assert.Contains("salt eats seals", why, StringComparison.Ordinal);

        // Light use near home: looked at every two years (common practice).
        Assert.Equal(24, new Upkeep { Uses = ["light"] }.For(repack, false)!.Value.Interval.Months);
        Assert.Equal(
            3,
            new Upkeep
            {
                Uses = ["salt", "rough", "heavy"],
                Factors = new Dictionary<string, UseFactor> { ["salt"] = new(0.1m, "the sea road") }
            }.For(repack, false)!.Value.Interval.Months);
    }

    [Fact]
    public void A_launched_trailer_is_repacked_at_the_seasons_end_or_when_it_has_been_under_often_enough()
    {
        TrailerRecord launched = Record(
            upkeep: new Upkeep { Uses = ["launched"] },
            work: [.. Repacked(new(2026, 3, 1))]);
        Upcoming season = One(launched, "repack");
        Assert.Equal((new DateOnly(2026, 10, 31), DueCause.Season), (season.On, season.Cause));

        // 50 immersions in two months of a rule of 60: the last ten at 50 a year come sooner than the season's end.
        Upcoming wet = One(
            launched with { Immersions = [(new DateOnly(2026, 3, 20), 30), (new DateOnly(2026, 4, 20), 20)] },
            "repack");
        Assert.Equal(DueCause.Immersions, wet.Cause);
        Assert.Equal(Today.AddDays(73), wet.On);
    }

    [Fact]
    public void A_long_tow_pulls_in_what_would_fall_due_on_the_way()
    {
        MeterEntry[] road =
        [
            Reading(new(2025, 5, 4), 0),
            Reading(new(2026, 5, 3), 9_000),
            new()
            {
                Kind = MeterEntryKind.Trip,
                On = new(2026, 6, 20),
                Typed = "",
                Distance = Distance.FromMiles(2_000)
            }
        ];
        Upcoming repack = One(
            Record(work: [.. Repacked(new(2025, 5, 4))], road: road, upkeep: new Upkeep()) with
            {
                Repack = new Interval(24, Distance.FromMiles(12_000), "test"),
                Upkeep = new Upkeep { Repack = new Interval(24, Distance.FromMiles(12_000), "test") }
            },
            "repack");

        // 9,000 miles gone, some 1,100 more by mid-June; the tow of five days takes it past 12,000.
        Assert.Equal(new DateOnly(2026, 6, 15), repack.On);
        Assert.StartsWith("Before the tow of 2,000 miles on June 20", repack.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void The_range_around_a_due_date_holds_it_and_time_alone_has_none()
    {
        List<MeterEntry> road = [];
        decimal total = 0;
        for (int month = 0; month < 14; month++)
        {
            total += month % 2 == 0 ? 700 : 1_300;
            road.Add(Reading(new DateOnly(2025, 3, 1).AddMonths(month), total));
        }

        Upcoming byRoad = One(Record(work: [.. Repacked(new(2026, 1, 4))], road: road), "repack");
        Assert.Equal(DueCause.Distance, byRoad.Cause);
        Assert.True(byRoad.Early < byRoad.On && byRoad.On < byRoad.Late, $"{byRoad.Early} {byRoad.On} {byRoad.Late}");
        Upcoming byTime = One(Record(work: [.. Repacked(new(2026, 1, 4))]), "repack");
        Assert.Equal((byTime.On, byTime.On), (byTime.Early, byTime.Late));
    }

    [Fact]
    public void What_nobody_wrote_down_counts_from_when_somebody_could_have()
    {
        Upcoming look = One(Record(), "wear-look");
        Assert.Equal(new DateOnly(2026, 1, 10), look.On);
        Assert.StartsWith("Nobody has written down when", look.Reason, StringComparison.Ordinal);
        Assert.Equal(
            new DateOnly(2027, 4, 1),
            One(Record(upkeep: new Upkeep { Since = new(2026, 4, 1) }), "wear-look").On);

        // A repack is due at once: nobody can say how old the grease is.
        Assert.Equal(DueCause.NoRecord, One(Record(), "repack").Cause);
    }

    [Fact]
    public void A_repack_counts_as_adjusting_and_a_legal_inspection_is_kept_once_it_was_done()
    {
        TrailerRecord record = Record(work: [.. Repacked(new(2026, 4, 1))]);
        Upkeep asked = new()
        {
            Shop = new Dictionary<string, IntervalChoice> { ["adjustment"] = new(true, null, null) }
        };
        Assert.Equal(new DateOnly(2026, 7, 1), One(record with { Upkeep = asked }, "adjustment").On);
        Assert.DoesNotContain(
            TrailerStatus.Of(record, Today).Upcoming,
            u => u.Id.StartsWith("periodic", StringComparison.Ordinal));
        Upcoming legal = One(
            record with { Work = [.. record.Work, Done("periodic-inspection", "trailer", new(2025, 9, 1))] },
            "periodic");

        // 49 CFR 396.17: at least once every 12 months.
        Assert.Equal((new DateOnly(2026, 9, 1), new DateOnly(2026, 9, 1)), (legal.On, legal.HardBy!.Value));
    }

    [Fact]
    public void Checks_owed_and_what_was_found_are_tasks_like_any_other()
    {
        Guid visit = Guid.CreateVersion7();
        Finding cracked = new()
        {
            Id = Guid.CreateVersion7(),
            VisitId = visit,
            Place = "axle-1-left-spring",
            Subject = Subject.Spring,
            RuleCode = "spring-flat",
            Seen = "Flat",
            Judgement = Rulebook.Find("spring-flat")!.Judge(PracticeChoices.Defaults),
            At = new(2026, 4, 20, 9, 0, 0, TimeSpan.Zero)
        };
        TrailerRecord record = Record(work: [.. Repacked(new(2026, 4, 20))]) with
        {
            Findings = [cracked],
            FollowUps = [new FollowUp
            {
                Id = Guid.CreateVersion7(),
                VisitId = visit,
                Rule = "lug-retorque",
                Words = "Torque the lug nuts again",
                From = new(2026, 4, 20),
                DueOn = new(2026, 5, 4),
                Reason = "after 100 miles"
            }],
        };
        IReadOnlyList<Upcoming> coming = TrailerStatus.Of(record, Today).Upcoming;
        Upcoming check = coming.Single(u => u.Id.StartsWith("owed-", StringComparison.Ordinal));
        Assert.Equal(
            ("lug-retorque", new DateOnly(2026, 4, 27), true),
            (check.Job, check.NotBefore!.Value, check.Once));
        Upcoming mend = coming.Single(u => u.Id.StartsWith("found-", StringComparison.Ordinal));
        Assert.Equal(("spring", DueCause.Event, Nearness.Overdue), (mend.Job, mend.Cause, mend.Nearness));

        // Mended by a later visit's job, it falls due no more.
        Assert.DoesNotContain(
            TrailerStatus.Of(
                record with { Work = [.. record.Work, Done("spring", "axle-1-left-spring", new(2026, 4, 25))] },
                Today).Upcoming,
            u => u.Id.StartsWith("found-", StringComparison.Ordinal));
    }

    private static MeterEntry Reading(DateOnly on, decimal miles) =>
        new()
        {
            Id = Guid.CreateVersion7(),
            Kind = MeterEntryKind.Reading,
            On = on,
            Typed = "",
            Distance = Distance.FromMiles(miles)
        };
}
