using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using Xunit;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>What can be asked of a shop's plan: another plan for one trailer, and days to offer.</summary>
public sealed class PlanInForceTests
{
    private static readonly DateOnly Today = new(2026, 5, 6);
    private static readonly DateTimeOffset Now = new(2026, 5, 6, 9, 0, 0, TimeSpan.Zero);
    private static readonly StripDown Tandem = new(Gears.Tandem, PracticeChoices.Defaults);
    private static readonly OpenHours Hours = new() { Bays = 1, People = 1, Hours = [5, 0, 0, 5, 0, 0, 0] };

    private static TrailerCase Repack(int inDays)
    {
        string[] ends = [.. Places.WheelEndsOf(Gears.Tandem).Select(p => p.Code)];
        DateOnly on = Today.AddDays(inDays);
        return new TrailerCase(
            Guid.CreateVersion7(),
            [
                new Upcoming(
                    "repack",
                    "bearing-repack",
                    ends,
                    JobCatalogue.BearingRepack.Name,
                    "repack",
                    "",
                    on,
                    on,
                    on,
                    364,
                    DueCause.Time,
                    Nearness.Soon,
                    "",
                    "",
                    2_500)
            ],
            Tandem);
    }

    private static PlanInForce Plan(params TrailerCase[] cases)
    {
        TrailerPlanner planner = new(Today, TrailerPlanner.UsualWeeks, PlanCosts.Usual);
        return new(planner, Hours, PlanCosts.Usual, Today, BayWeeks.Plan(planner, cases, Hours, [], Today));
    }

    /// <summary>
    /// What a reading is worth is what keeping to the next visit costs more on average, and nothing where all figures
    /// come to the same.
    /// </summary>
    [Fact]
    public void A_reading_is_worth_what_not_knowing_costs()
    {
        int moved = 0;
        for (int seed = 0; seed < 40; seed++)
        {
            Random random = new(seed);
            TrailerCase[] cases = [.. Enumerable.Range(0, 4).Select(i => Repack(20 + random.Next(90)))];
            PlanInForce plan = Plan(cases);
            MayShow Figure(int miles, double chance, int days) => new(
                Distance.FromMiles(miles),
                chance,
                [.. Repack(days).Coming]);
            int likely = 30 + random.Next(80), less = likely + random.Next(60), more = likely - random.Next(60);
            MayShow[] figures = [Figure(9_000, 0.3, less), Figure(10_000, 0.4, likely), Figure(11_000, 0.3, more)];
            Certainty certainty = Certainty.Of(plan, 0, cases[0], figures);
            Assert.Equal(plan.Whole.Plans[0].Visits[0].Week, certainty.Now);
            Assert.True(certainty.Worth >= 0);
            Assert.Equal(certainty.Moves, certainty.Figures.Select(f => f.Next).Distinct().Count() > 1);
            Assert.Equal(certainty.Moves, certainty.InWords(MeterKind.HubOdometer).Length > 0);

            // Fewer miles never bring it in sooner.
            Assert.True(certainty.Figures[0].Next >= certainty.Figures[1].Next);
            Assert.True(certainty.Figures[2].Next <= certainty.Figures[1].Next);
            double worth = 0;
            for (int f = 0; f < 3; f++)
            {
                // A lone task and a week of its own: what it costs more there, and all that follows from it.
                TrailerCase then = cases[0] with { Coming = figures[f].Coming };
                double best = plan.Replanned(0, then).Cost;
                double kept = plan.Replanned(
                    0,
                    then with { Wishes = new Wishes { Pins = [("repack", certainty.Now!.Value)] } },
                    Enumerable.Range(0, Weeks.Of(plan.Planner.First, certainty.Now!.Value))).Cost;
                worth += figures[f].Chance * Math.Max(0, kept - best);
            }

            Assert.Equal((decimal)Math.Round(worth, 0), certainty.Worth);
            moved += certainty.Moves ? 1 : 0;
            Certainty same = Certainty.Of(plan, 0, cases[0], [.. figures.Select(f => f with { Coming = cases[0].Coming })]);
            Assert.False(same.Moves);
            Assert.Equal("", same.InWords(MeterKind.HubOdometer));
        }

        Assert.InRange(moved, 10, 40);
    }

    [Fact]
    public void What_a_reading_would_move_is_said_with_the_figure_and_the_week()
    {
        Certainty certainty = new(
            new DateOnly(2026, 6, 1),
            [
                new IfItShows(Distance.FromMiles(13_870), 0.3, new DateOnly(2026, 6, 22)),
                new IfItShows(Distance.FromMiles(14_500), 0.4, new DateOnly(2026, 6, 1)),
                new IfItShows(Distance.FromMiles(15_230), 0.3, new DateOnly(2026, 5, 11))
            ],
            38);
        Assert.Equal(
            "Read the hub odometer: at 13,900 mi or less the visit can wait until the week of June 22, "
                + "at 15,200 mi or more it belongs in the week of May 11. Knowing it is worth up to 38.",
            certainty.InWords(MeterKind.HubOdometer));
        Certainty unsure = certainty with { Figures = [.. certainty.Figures.Take(2), certainty.Figures[1]], Worth = null };
        Assert.Equal(
            "Ask for the tow log: at 13,900 mi or less the visit can wait until the week of June 22.",
            unsure.InWords(MeterKind.TowLog));
    }

    /// <summary>Every day offered can be kept: work is done on it, its week has room, its owner can spare it.</summary>
    [Fact]
    public void Days_offered_can_be_kept_and_the_cheapest_is_called_the_best()
    {
        TrailerCase[] cases = [.. Enumerable.Range(0, 5).Select(i => Repack(10 + (2 * i)))];
        HashSet<DateOnly> busy = BusyTime.WeeksTaken([new(new(2026, 5, 18), new(2026, 5, 22), "harvest")]);
        cases[2] = cases[2] with { Busy = busy };
        PlanInForce plan = Plan(cases);
        int offered = 0;
        for (int i = 0; i < cases.Length; i++)
        {
            DateOnly earliest = Today.AddDays(3);
            IReadOnlyList<DayOffer> offers = plan.Offers(i, cases[i], earliest);
            Assert.NotEmpty(offers);
            Assert.Equal(offers.Select(o => o.Day), offers.Select(o => o.Day).Order());
            Assert.Equal(0, offers.Min(o => o.CostMore));
            Assert.Contains(offers, o => o.Best);
            foreach (DayOffer offer in offers)
            {
                offered++;
                Assert.True(offer.Day >= earliest && Hours.MinutesOn(offer.Day) > 0);
                DateOnly monday = Weeks.Monday(offer.Day);
                Assert.False(cases[i].Busy.Contains(monday));
                BayWeek bay = plan.Whole.Weeks[Weeks.Of(plan.Planner.First, monday)];
                bool own = plan.Whole.Plans[i].Visits[0].Week == monday;
                Assert.True(own || bay.Free >= offer.Visit.Minutes);
            }
        }

        Assert.True(offered > cases.Length);
        Assert.DoesNotContain(plan.Offers(2, cases[2], Today), o => busy.Contains(Weeks.Monday(o.Day)));
    }

    [Fact]
    public void A_full_week_stays_closed_to_one_trailer_unless_it_was_told_to_come_then()
    {
        TrailerCase[] cases = [.. Enumerable.Range(0, 5).Select(i => Repack(10 + (2 * i)))];
        PlanInForce plan = Plan(cases);
        HashSet<DateOnly> full = [.. plan.Whole.Weeks.Where(w => w.Free <= 0).Select(w => w.Monday)];
        TrailerCase late = Repack(200);
        PlanInForce with = Plan([.. cases, late]);
        TrailerPlan soon = with.Replanned(5, Repack(12));
        Assert.DoesNotContain(soon.Visits, v => full.Contains(v.Week));
        foreach (DateOnly week in full)
        {
            TrailerPlan told = with.Replanned(5, late with { Wishes = new Wishes { Pins = [("repack", week)] } });
            Assert.Contains(told.Visits, v => v.Week == week);
            PlanChange change = with.Change(5, told, 52);
            Assert.True(change.Over(week) > 0);
            Assert.True(change.CostMore > 0);
        }
    }

    /// <summary>The change says what the weeks say: minutes are neither lost nor made.</summary>
    [Fact]
    public void A_change_moves_minutes_and_the_same_plan_costs_nothing()
    {
        TrailerCase[] cases = [Repack(10), Repack(30)];
        PlanInForce plan = Plan(cases);
        PlanChange none = plan.Change(0, plan.Whole.Plans[0], 52);
        Assert.Equal("Costs nothing more.", none.InWords);
        Assert.Equal(plan.Whole.Weeks.Take(52), none.Weeks);
        DateOnly far = Weeks.Monday(Today.AddDays(60));
        TrailerPlan moved = plan.Replanned(0, cases[0] with { Wishes = new Wishes { Pins = [("repack", far)] } });
        PlanChange change = plan.Change(0, moved, 52);
        Assert.Equal(
            change.MinutesMore,
            change.Weeks.Sum(w => w.Proposed) - plan.Whole.Weeks.Take(52).Sum(w => w.Proposed));
        Assert.StartsWith(
            FormattableString.Invariant($"Costs {Math.Abs(change.CostMore):#,0} more over the year"),
            change.InWords,
            StringComparison.Ordinal);
    }

    [Fact]
    public void A_booking_goes_where_decisions_say_and_comes_back_when_they_are_taken_back()
    {
        DateOnly day = new(2026, 5, 11), other = new(2026, 5, 14);
        Booking booking = new() { Tasks = [], Jobs = [], What = "", Why = "", Day = day, At = Now };
        Assert.Equal(other, booking.After(DecisionKind.Move, other).Day);
        Assert.NotNull(booking.After(DecisionKind.CallOff, null).CalledOffAt);
        Assert.Equal((day, null, 0), (booking.Day, booking.CalledOffAt, booking.Sequence));
        booking.Apply(DecisionKind.Pin, other, Now);
        Assert.Equal((day, 0), (booking.Day, booking.Sequence));

        booking.Apply(DecisionKind.Move, other, Now);
        booking.TakeBack(new Decision { Tasks = [], Kind = DecisionKind.Move, From = day, To = other }, Now);
        Assert.Equal((day, 2), (booking.Day, booking.Sequence));
        booking.Apply(DecisionKind.CallOff, null, Now);
        Assert.Equal(Now, booking.CalledOffAt);
        booking.TakeBack(new Decision { Tasks = [], Kind = DecisionKind.CallOff }, Now);
        Assert.Null(booking.CalledOffAt);
        booking.TakeBack(new Decision { Tasks = [], Kind = DecisionKind.Accept }, Now);
        Assert.Equal((Now, 5), (booking.CalledOffAt, booking.Sequence));
    }

    /// <summary>A week is taken when most of its working days are, by one stretch or by several.</summary>
    [Theory]
    [InlineData("2026-05-18", "2026-05-20", "", "", 1)]
    [InlineData("2026-05-18", "2026-05-19", "", "", 0)]
    [InlineData("2026-05-18", "2026-05-19", "2026-05-21", "2026-05-21", 1)]
    [InlineData("2026-05-18", "2026-05-19", "2026-05-19", "2026-05-19", 0)]
    [InlineData("2026-05-21", "2026-05-25", "", "", 0)]
    [InlineData("2026-05-20", "2026-06-03", "", "", 3)]
    public void Weeks_are_taken_by_their_working_days(string from, string to, string from2, string to2, int weeks)
    {
        List<BusyTime> times = [new(Day(from), Day(to), "")];
        if (from2.Length > 0)
        {
            times.Add(new(Day(from2), Day(to2), ""));
        }

        Assert.Equal(weeks, BusyTime.WeeksTaken(times).Count);
        static DateOnly Day(string day) => DateOnly.ParseExact(
            day,
            "yyyy-MM-dd",
            System.Globalization.CultureInfo.InvariantCulture);
    }
}
