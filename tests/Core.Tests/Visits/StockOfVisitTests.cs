using CsCheck;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Visits;

/// <summary>How a visit moves the stock: decision 021.</summary>
public sealed class StockOfVisitTests
{
    private static readonly DateTimeOffset Now = new(2026, 5, 4, 9, 30, 0, TimeSpan.FromHours(2));

    private static PartUsed Part(decimal quantity) => new()
    {
        Id = Guid.CreateVersion7(Now),
        VisitId = Guid.CreateVersion7(Now),
        Place = "axle-1-left",
        Name = "Grease seal",
        Code = "SEAL",
        Quantity = quantity,
        Unit = "piece",
        At = Now,
    };

    /// <summary>Used and put back leaves what was truly there, and never less than nothing in between.</summary>
    [Fact]
    public void What_was_used_was_there_and_taking_it_back_puts_it_back() =>
        Gen.Select(Gen.Int[0, 12], Gen.Int[1, 9], Gen.Bool).Sample((there, used, foreseen) =>
        {
            KeptPart kept = new() { Code = "SEAL", OnHand = there };
            PartUsed part = Part(used);
            IReadOnlyList<StockEntry> lines = StockOfVisit.Used(part, kept.OnHand, foreseen);
            foreach (StockEntry line in lines)
            {
                kept.Move(line);
                Assert.True(kept.OnHand >= 0);
            }

            Assert.Equal(Math.Max(0, there - used), kept.OnHand);
            StockEntry use = Assert.Single(lines, l => l.Move == StockMove.Use);
            Assert.Equal((part.Id, foreseen ? 0m : used), (use.Id, use.Unforeseen));
            Assert.Equal(used > there, lines.Any(l => l.Move == StockMove.Found));
            StockEntry back = StockOfVisit.Returned(part, use, Now.AddHours(1), part.PersonId);
            kept.Move(back);
            Assert.Equal(Math.Max(there, used), kept.OnHand);
            Assert.Equal(0, use.Unforeseen + back.Unforeseen);
        });

    [Fact]
    public void A_count_sets_what_is_on_hand_and_nothing_goes_below_nought()
    {
        KeptPart kept = new() { Code = "SEAL", OnHand = 5 };
        StockEntry Line(StockMove move, decimal quantity) => new()
        {
            Code = "SEAL",
            Move = move,
            Change = kept.ChangeBy(move, quantity),
            At = Now,
        };
        Assert.Throws<ArgumentException>(() => kept.Move(Line(StockMove.SentAway, 6)));
        Assert.Equal((5m, null), (kept.OnHand, kept.CountedAt));
        kept.Move(Line(StockMove.SentAway, 5));
        kept.Move(Line(StockMove.Count, 3));
        Assert.Equal((3m, Now), (kept.OnHand, kept.CountedAt));
        kept.Move(Line(StockMove.Receipt, 4));
        Assert.Equal(7, kept.OnHand);
    }

    [Fact]
    public void One_round_of_the_lug_nuts_settles_the_soonest_of_each_visit()
    {
        Guid first = Guid.CreateVersion7(Now), second = Guid.CreateVersion7(Now);
        FollowUp Owed(Guid visit, string rule, int day) => new()
        {
            VisitId = visit,
            Rule = rule,
            Words = "",
            Reason = "",
            DueOn = new DateOnly(2026, 5, day),
        };
        FollowUp[] owed =
        [
            Owed(first, "lug-retorque-25", 9), Owed(first, "lug-retorque-10", 6), Owed(second, "lug-retorque", 20),
            Owed(first, "hub-feel", 5),
        ];
        Assert.Equal(
            [owed[1], owed[2]],
            FollowUp.Settled(owed, ["lug-retorque", "lug-retorque-10", "lug-retorque-25"]));
        Assert.Empty(FollowUp.Settled(owed, []));
    }

    /// <summary>
    /// A wheel that was off again has been torqued again: the check that its last visit left is replaced by the new
    /// one. A wheel that stayed on is still owed its own.
    /// </summary>
    [Fact]
    public void What_is_left_anew_takes_the_place_of_the_same_left_before()
    {
        RunningGear gear = GearDefaults.For(2, 7_000);
        ILookup<string, string> Left(params string[] places) => Closing.LeftAt(
            gear,
            PracticeChoices.Defaults,
            places.Select(p => new JobAt("bearing-repack", p)));
        Guid all = Guid.CreateVersion7(Now), front = Guid.CreateVersion7(Now);
        string[] ends = ["axle-1-left", "axle-1-right", "axle-2-left", "axle-2-right"];
        Dictionary<Guid, ILookup<string, string>> before = new() { [all] = Left(ends), [front] = Left(ends[..2]) };
        FollowUp[] owed = [.. new[] { all, front }.Select(v => new FollowUp
        {
            VisitId = v,
            Rule = "lug-retorque",
            Words = "",
            Reason = "",
        })];
        IEnumerable<FollowUp> Replaced(params string[] places) =>
            FollowUp.Replaced(owed, Left(places), id => before[id]);
        Assert.NotEmpty(before[all]["lug-retorque"]);
        Assert.Equal(owed, Replaced(ends));
        Assert.Equal([owed[1]], Replaced(ends[..3]));
        Assert.Empty(Replaced("axle-1-left"));
        Assert.Empty(Replaced());

        // Nothing is known of where an earlier one was: it stands. A look with every wheel on replaces nothing.
        Assert.Empty(FollowUp.Replaced(owed, Left(ends), _ => Left()));
        Assert.Empty(FollowUp.Replaced(
            owed,
            Closing.LeftAt(gear, PracticeChoices.Defaults, [new JobAt("wear-look", "trailer"), new("none", "x")]),
            id => before[id]));
    }
}
