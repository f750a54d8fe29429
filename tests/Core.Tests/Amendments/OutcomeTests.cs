using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Amendments;

public class OutcomeTests
{
    private static readonly DateOnly Today = new(2026, 6, 10);
    private static readonly RunningGear Gear = GearDefaults.For(2, 5_200);

    private static Mark Mark(string place, Subject subject, Verdict verdict) => new(
        place,
        subject,
        "Cracked.",
        new Judgement(verdict, "A rule.", "common practice", []),
        Today,
        Guid.Empty);

    private static Upcoming Due(string[] places, DateOnly on, DueCause cause = DueCause.Time) => new(
        $"repack@{places[0]}",
        "bearing-repack",
        places,
        "Bearing repack",
        "repack",
        "",
        on,
        on,
        on,
        365,
        cause,
        Nearness.Later,
        "",
        "",
        1);

    private static Outcome Stands(
        IReadOnlyList<Mark>? marks = null,
        IReadOnlyList<Upcoming>? dues = null,
        IReadOnlyList<string>? holds = null,
        IReadOnlyList<Owed>? owed = null,
        decimal? total = 100,
        decimal shelf = 3) => new(
            Gear,
            new TrailerStatus(Today, [], marks ?? [], [], owed ?? [], null)
            {
                Upcoming = dues ?? [],
                Hold = holds is null ? null : new HoldStatus(default, holds, false, null, null, "")
            },
            total,
            new Dictionary<string, decimal> { ["grease seal"] = shelf },
            "USD");

    [Fact]
    public void Of_the_same_nothing_follows()
    {
        Outcome one = Stands([Mark("axle-1-left", Subject.Seal, Verdict.Renew)], [Due(["axle-1-left"], Today)]);
        Assert.Empty(one.To(one with { }));
        Assert.False(one.HoldsMore(one));
    }

    [Fact]
    public void What_holds_comes_first_and_money_last()
    {
        Outcome later = Stands(
            [Mark("axle-1-left", Subject.Studs, Verdict.Hold)],
            [Due(["axle-1-left", "axle-1-right"], Today.AddDays(9))],
            ["Cracked, axle 1 left"],
            [new Owed(Guid.Empty, "Torque the lug nuts again", Today, "", [])],
            112.5m,
            2);
        Assert.Equal(
            [
                "On Hold now, not to be towed: Cracked, axle 1 left. "
                    + "Nobody has let it go for that: call whoever has it.",
                "Studs, nuts and wheel, axle 1 left: Hold now, not looked at before.",
                "Bearing repack, axle 1: due June 19, 2026, not due before.",
                "Owed by June 10, 2026: torque the lug nuts again.",
                "grease seal: 2 on the shelf by the record, 3 before.",
                "The visit comes to $112.50, before $100.00. What was paid is not changed by it."
            ],
            Stands().To(later));
        Assert.True(Stands().HoldsMore(later));
        Assert.False(later.HoldsMore(Stands()));
        Assert.StartsWith("No longer on Hold for: Cracked", later.To(Stands())[0], StringComparison.Ordinal);
    }

    // Another thing holds it instead: that is more than before, however few things they are.
    [Fact]
    public void One_hold_for_another_is_more() =>
        Assert.True(Stands(holds: ["Cracked, axle 1 left"]).HoldsMore(Stands(holds: ["Bent, axle 2 left"])));

    [Fact]
    public void What_was_found_and_what_is_owed_is_no_due_date() =>
        Assert.Empty(Stands().To(Stands(dues: [Due(["axle-1-left"], Today, DueCause.Event)])));

    // The count has seen what was there: whatever is put right of before moves nothing, to and fro.
    [Theory]
    [InlineData(-3, 1, 3)]
    [InlineData(2, 0, -2)]
    [InlineData(0, 1, null)]
    [InlineData(2, -1, null)]
    public void A_count_since_then_stands(int moved, int hoursLater, int? taken)
    {
        DateTimeOffset used = new(2026, 6, 10, 9, 0, 0, TimeSpan.Zero);
        KeptPart kept = new() { Code = "SEAL", OnHand = 9, CountedAt = used.AddHours(hoursLater) };
        StockEntry? line = StockOfVisit.CountedSince(kept, moved, used, Guid.NewGuid(), Guid.NewGuid());
        Assert.Equal(taken, line is null ? null : (int)line.Change);
        if (line is not null)
        {
            kept.Move(line);
            Assert.Equal(used.AddHours(hoursLater), kept.CountedAt);
        }

        Assert.Null(StockOfVisit.CountedSince(
            new KeptPart { Code = "SEAL", OnHand = 9 },
            moved,
            used,
            Guid.NewGuid(),
            Guid.NewGuid()));
    }
}
