using CsCheck;
using SturdyTinker.Core.Parts.Stock;
using Xunit;

namespace SturdyTinker.Core.Tests;

/// <summary>Which delivery a part came from: told where it follows from the ledger, and never guessed.</summary>
public sealed class FirstInFirstOutTests
{
    private static StockEntry Line(int minute, StockMove move, decimal change, Guid? visit = null) => new()
    {
        Id = Guid.CreateVersion7(),
        Code = "SEAL",
        Move = move,
        Change = change,
        VisitId = visit,
        At = new DateTimeOffset(2026, 1, 1, 8, 0, 0, TimeSpan.Zero).AddMinutes(minute)
    };

    [Fact]
    public void The_oldest_goes_first_and_what_may_be_of_two_is_of_none()
    {
        Guid visit = Guid.CreateVersion7();
        StockEntry before = Line(0, StockMove.Count, 1), first = Line(1, StockMove.Receipt, 3),
            second = Line(2, StockMove.Receipt, 2), unknown = Line(3, StockMove.Use, -1),
            two = Line(4, StockMove.Use, -2, visit), back = Line(5, StockMove.Return, 2, visit),
            again = Line(6, StockMove.Use, -2), both = Line(7, StockMove.Use, -2), last = Line(8, StockMove.Use, -1),
            none = Line(9, StockMove.Use, -1);
        IReadOnlyDictionary<Guid, Guid?> of = FirstInFirstOut.DeliveryOf(
            [none, before, first, second, unknown, two, back, again, both, last]);
        Assert.Null(of[unknown.Id]);
        Assert.Equal(first.Id, of[two.Id]);
        Assert.Equal(first.Id, of[again.Id]);
        Assert.Null(of[both.Id]);
        Assert.Equal(second.Id, of[last.Id]);
        Assert.Null(of[none.Id]);
    }

    /// <summary>No delivery gives more than came by it, whatever the ledger holds.</summary>
    [Fact]
    public void No_delivery_gives_more_than_came() => Gen.Select(Gen.Enum<StockMove>(), Gen.Int[1, 5])
        .Array[0, 30]
        .Sample(drawn =>
        {
            List<StockEntry> lines = [.. drawn.Select((d, i) => Line(
                i,
                d.Item1,
                d.Item1 is StockMove.Use or StockMove.SentAway ? -d.Item2 : d.Item2))];
            IReadOnlyDictionary<Guid, Guid?> of = FirstInFirstOut.DeliveryOf(lines);
            Assert.Equal(lines.Count(l => l.Move == StockMove.Use), of.Count);
            decimal returned = lines.Where(l => l.Move == StockMove.Return).Sum(l => l.Change);
            foreach (StockEntry receipt in lines.Where(l => l.Move == StockMove.Receipt))
            {
                decimal used = lines.Where(l => l.Move == StockMove.Use && of[l.Id] == receipt.Id).Sum(l => -l.Change);
                Assert.True(used <= receipt.Change + returned);
                Assert.DoesNotContain(
                    lines.Where(l => l.Move == StockMove.Use && l.At < receipt.At),
                    l => of[l.Id] == receipt.Id);
            }
        });
}
