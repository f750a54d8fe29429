using CsCheck;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Parts;

/// <summary>Promises, replenishment and kits.</summary>
public sealed class StockTests
{
    private static readonly DateOnly Today = new(2026, 11, 25);

    private static ComingVisit Visit(int day, int acceptedDaysAgo, decimal needs, bool here = false) =>
        new(
            Guid.CreateVersion7(),
            Today.AddDays(day),
            new DateTimeOffset(Today.AddDays(-acceptedDaysAgo), default, TimeSpan.Zero),
            here,
            new Dictionary<string, decimal> { ["SEAL"] = needs });

    [Fact]
    public void The_trailer_in_the_bay_comes_first_then_what_can_not_be_made_good_then_the_sooner_day()
    {
        ComingVisit bay = Visit(
            0,
            0,
            1,
            here: true), soonNew = Visit(
                2,
                1,
                2), soonOld = Visit(4, 9, 2), far = Visit(20, 30, 2), farther = Visit(40, 60, 2);
        IReadOnlyList<Promise> promises = Promises.Of(
            "SEAL",
            6,
            [farther, far, soonNew, soonOld, bay],
            Today.AddDays(6));
        Assert.Equal([bay.Id, soonOld.Id, soonNew.Id, far.Id, farther.Id], promises.Select(p => p.Visit));
        Assert.Equal([1m, 2, 2, 1, 0], promises.Select(p => p.Promised));
        Assert.Equal([0m, 0, 0, 1, 2], promises.Select(p => p.Missing));
    }

    [Fact]
    public void A_promise_that_can_not_be_made_good_any_more_is_not_taken_by_a_visit_accepted_later()
    {
        ComingVisit first = Visit(4, 3, 1);
        Assert.Equal(1, Promises.Of("SEAL", 1, [first], Today.AddDays(6)).Single().Promised);
        IReadOnlyList<Promise> both = Promises.Of("SEAL", 1, [first, Visit(1, 0, 1)], Today.AddDays(6));
        Assert.Equal(1, both.Single(p => p.Visit == first.Id).Promised);
    }

    [Fact]
    public void No_more_is_ever_promised_than_there_is_and_nothing_is_kept_back() =>
        Gen.Select(
            Gen.Int[0, 40],
            Gen.Select(Gen.Int[0, 90], Gen.Int[0, 60], Gen.Int[1, 6], Gen.Bool).List[0, 20]).Sample((onHand, visits) =>
        {
            IReadOnlyList<Promise> promises = Promises.Of(
                "SEAL",
                onHand,
                visits.Select(v => Visit(v.Item1, v.Item2, v.Item3, v.Item4)),
                Today.AddDays(7));
            return promises.Count == visits.Count
                && promises.Sum(p => p.Promised) == Math.Min(onHand, visits.Sum(v => v.Item3))
                && promises.All(p => p.Promised >= 0 && p.Missing >= 0);
        });

    // Worked by hand from the Poisson law with a mean of 2: P(4 or fewer) = 0.9473, P(5 or fewer) = 0.9834, P(6 or
    // fewer) = 0.9955
    // (any table of the cumulative Poisson distribution).
    [Theory]
    [InlineData(0.94, 4)]
    [InlineData(0.95, 5)]
    [InlineData(0.99, 6)]
    public void What_is_kept_against_surprises_follows_the_Poisson_law(double share, int times)
    {
        // 26 asks a year of two each; lead 21 days and a week to look: 28 days of 364, so two asks expected.
        PartToKeep part = new("SEAL", 0, 1, 21, share);
        Assert.Equal(2 * times, Replenishment.Safety(part, new UnforeseenUse(26, 2, 364)));
        Assert.Equal(0, Replenishment.Safety(part, new UnforeseenUse(0, 0, 364)));
    }

    [Fact]
    public void Whole_packs_are_ordered_a_lead_time_and_a_day_before_they_are_needed()
    {
        PartToKeep part = new("SEAL", 3, 4, 6, 0.9);
        IReadOnlyList<ProposedOrder> orders = Replenishment.Propose(
            part,
            [new(Today.AddDays(30), 4, "B"), new(Today.AddDays(10), 2, "A")],
            [],
            0,
            Today).Orders;
        ProposedOrder only = Assert.Single(orders);
        Assert.Equal(
            (4m, Today.AddDays(23), Today.AddDays(30), 0),
            (only.Quantity, only.OrderBy, only.NeededOn, only.Late));
        Assert.Equal(["B"], only.For);

        // What is on its way counts from the day it comes.
        Assert.Empty(Replenishment.Propose(
            part,
            [new(Today.AddDays(30), 4, "B")],
            [new(Today.AddDays(29), 1)],
            0,
            Today).Orders);
    }

    [Fact]
    public void What_is_on_its_way_and_comes_too_late_is_named_and_not_ordered_again()
    {
        ProposedFor proposed = Replenishment.Propose(
            new("SEAL", 3, 4, 6, 0.9),
            [new(Today.AddDays(30), 4, "B"), new(Today.AddDays(32), 2, "C"), new(Today.AddDays(60), 1, "D")],
            [new(Today.AddDays(40), 3), new(Today.AddDays(35), 1)],
            0,
            Today);
        Assert.Empty(proposed.Orders);
        ComesTooLate late = proposed.TooLate!;
        Assert.Equal((3m, Today.AddDays(30), Today.AddDays(40)), (late.Quantity, late.NeededOn, late.ComesOn));
        Assert.Equal(["B", "C"], late.For);

        // What even that does not cover is ordered.
        ProposedOrder rest = Assert.Single(Replenishment.Propose(
            new("SEAL", 0, 4, 6, 0.9),
            [new(Today.AddDays(30), 4, "B")],
            [new(Today.AddDays(40), 3)],
            0,
            Today).Orders);
        Assert.Equal(4, rest.Quantity);
        Assert.Null(Replenishment.Propose(
            new("SEAL", 4, 1, 6, 0.9),
            [new(Today.AddDays(30), 4, "B")],
            [new(Today.AddDays(40), 3)],
            0,
            Today).TooLate);
    }

    [Fact]
    public void What_can_not_be_here_in_time_says_by_how_many_days()
    {
        ProposedOrder order = Assert.Single(Replenishment.Propose(
            new("SEAL", 0, 1, 6, 0.9),
            [new(Today.AddDays(2), 1, "A")],
            [],
            0,
            Today).Orders);
        Assert.Equal((Today, Today.AddDays(2), 5), (order.OrderBy, order.NeededOn, order.Late));
    }

    [Fact]
    public void Nothing_is_ordered_where_there_is_enough_and_what_is_kept_is_filled_up_without_a_visit()
    {
        Assert.Empty(Replenishment.Propose(
            new("SEAL", 9, 1, 6, 0.9),
            [new(Today.AddDays(9), 4, "A")],
            [],
            5,
            Today).Orders);
        Assert.Equal(
            ["the shelf"],
            Assert.Single(Replenishment.Propose(new("SEAL", 2, 2, 6, 0.9), [], [], 5, Today).Orders).For);
    }

    // Follows every proposal on its day and lets it come after the lead time: whatever could be ordered in time is
    // there.
    [Fact]
    public void Whoever_orders_as_proposed_is_never_short_where_the_lead_time_allows() =>
        Gen.Select(
            Gen.Int[0, 12],
            Gen.Int[1, 6],
            Gen.Int[0, 20],
            Gen.Int[0, 5],
            Gen.Select(Gen.Int[0, 80], Gen.Int[1, 5]).List[0, 15],
            Gen.Select(Gen.Int[1, 60], Gen.Int[1, 5]).List[0, 4])
            .Sample((onHand, pack, lead, safety, needs, coming) =>
            {
                PartToKeep part = new("SEAL", onHand, pack, lead, 0.9);
                List<DatedNeed> dated = needs.ConvertAll(n => new DatedNeed(Today.AddDays(n.Item1), n.Item2, "visit"));
                List<OnItsWay> onTheWay = coming.ConvertAll(c => new OnItsWay(Today.AddDays(c.Item1), c.Item2));
                (IReadOnlyList<ProposedOrder> orders, ComesTooLate? late) = Replenishment.Propose(
                    part,
                    dated,
                    onTheWay,
                    safety,
                    Today);
                DateOnly soonest = Today.AddDays(lead + Replenishment.SpareDays);
                decimal Arrived(DateOnly by) =>
                    onTheWay.Where(c => c.Day <= by).Sum(c => c.Quantity)
                        + orders.Where(o => o.OrderBy.AddDays(lead) <= by).Sum(o => o.Quantity);
                decimal Taken(DateOnly by) => dated.Where(o => o.Day <= by).Sum(o => o.Quantity);
                bool neverShort = dated.Where(n => n.Day >= soonest).All(n => onHand + Arrived(n.Day) >= Taken(n.Day)
                    || (late is not null
                        && late.NeededOn <= n.Day
                        && onHand
                            + Arrived(n.Day)
                            + onTheWay.Where(c => c.Day > n.Day).Sum(c => c.Quantity) >= Taken(n.Day)));

                // And no pack more than what is asked for, with what is kept against surprises.
                decimal bought = orders.Sum(o => o.Quantity), most = Math.Max(
                    0,
                    dated.Sum(n => n.Quantity) + safety - onHand - onTheWay.Sum(c => c.Quantity)) + (pack * (dated.Count + 1));
                return neverShort
                    && bought <= most
                    && orders.All(o => o.Quantity % pack == 0
                        && o.OrderBy >= Today
                        && (o.Late == 0 || o.OrderBy == Today));
            });

    [Fact]
    public void The_level_of_service_follows_from_worth_and_from_what_absence_stops()
    {
        Assert.Equal(0.99, ServiceLevel.Of("Seals", 4).Share);
        Assert.Equal(0.90, ServiceLevel.Of("Bearings", 60).Share);
        Assert.Equal(0.70, ServiceLevel.Of("Brakes", 87).Share);
        Assert.Equal(0.80, ServiceLevel.Of("Wiring", null).Share);
        Assert.Equal(Stops.Job, ServiceLevel.StopsOf("kettles"));
        Assert.Equal(6, ServiceLevel.All.Select(l => (l.Stops, l.Dear)).Distinct().Count());
    }

    [Fact]
    public void A_kit_takes_both_seals_until_somebody_has_seen_which_one_it_is()
    {
        RunningGear gear = GearDefaults.For(2, 6_000);
        Packet packet = Composer.Compose(
            gear,
            [new("bearing-repack", "axle-1-left"), new("bearing-repack", "axle-2-left")],
            PracticeChoices.Defaults);
        IReadOnlyList<KitNeed> blind = Kit.Of(packet.Steps, (_, _) => null);
        Assert.Equal([2m, 2], blind.Where(n => n.OneOf.Count > 0).Select(n => n.Quantity));
        IReadOnlyList<KitNeed> known = Kit.Of(
            packet.Steps,
            (place, oneOf) => place == "axle-1-left" ? Part.Named("grease seal 2.250 × 3.376")!.Code : null);
        Assert.Equal(2, known.Single(n => n.Name == "grease seal 2.250 × 3.376").Quantity);
        Assert.Equal(1, known.Single(n => n.Name == "grease seal 2.125 × 3.376").Quantity);
        Assert.Equal(
            packet.PartsToTake.Sum(p => p.Quantity),
            Kit.Of(packet.Steps, (_, oneOf) => oneOf[0]).Sum(n => n.Quantity));
    }
}
