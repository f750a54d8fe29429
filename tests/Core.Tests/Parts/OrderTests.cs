using CsCheck;
using SturdyTinker.Core.Parts.Stock;
using Xunit;

namespace SturdyTinker.Core.Tests.Parts;

/// <summary>What a supplier's promises and deliveries do to an order. Common practice; no source.</summary>
public sealed class OrderTests
{
    private static readonly DateTimeOffset Now = new(2026, 5, 4, 9, 30, 0, TimeSpan.FromHours(2));

    private static PartOrder Order(params (string Code, decimal Quantity)[] lines) => new()
    {
        Id = Guid.CreateVersion7(Now),
        Number = 12,
        Lines = [.. lines.Select(l => new OrderLine(l.Code, $"The {l.Code}", l.Quantity, "piece", null, new(2026, 5, 11)))],
        At = Now,
    };

    private static Dictionary<string, decimal> None => [];

    [Fact]
    public void A_promise_moves_the_day_and_says_what_comes_in_parts_or_cannot_be_had()
    {
        PartOrder order = Order(("SEAL", 4), ("CONE", 6), ("PIN", 10), ("NUT", 2));
        order.Promise(
            [
                new("seal", 4, new(2026, 5, 6)),
                new("CONE", 2, new(2026, 5, 20)),
                new("CONE", 4, new(2026, 5, 8)),
                new("PIN", 7, new(2026, 5, 7)),
            ],
            " Packed today. ");
        Assert.Equal(
            [new DateOnly(2026, 5, 6), new(2026, 5, 20), new(2026, 5, 7), new(2026, 5, 11)],
            order.Lines.Select(l => l.Expected));
        Assert.Equal(
            "Packed today. The CONE: 4 on May 8, 2 on May 20. The PIN: 7 on May 7, 3 can’t be had. "
                + "The NUT: none, 2 can’t be had.",
            order.Said);
        order.Promise(
            [new("SEAL", 4, new(2026, 5, 6)), new("CONE", 6, new(2026, 5, 6)), new("PIN", 10, new(2026, 5, 6)),
                new("NUT", 2, new(2026, 5, 6))],
            null);
        Assert.Equal("", order.Said);
    }

    /// <summary>Whatever is said to have come, no order ever takes in more of a part than was ordered.</summary>
    [Fact]
    public void Deliveries_in_any_mixture_never_bring_more_than_was_ordered() =>
        Gen.Select(
            Gen.Int[1, 9].Array[3],
            Gen.Select(Gen.Int[0, 3], Gen.Int[0, 6]).Array[0, 5].Array[1, 6]).Sample((ordered, deliveries) =>
        {
            string[] codes = ["a", "b", "c", "x"];
            PartOrder order = Order([.. ordered.Select((q, i) => (codes[i].ToUpperInvariant(), (decimal)q))]);
            Dictionary<string, decimal> received = new(StringComparer.OrdinalIgnoreCase);
            foreach ((int, int)[] delivery in deliveries)
            {
                CameIn[] came = [.. delivery.Select(d => new CameIn(codes[d.Item1], d.Item2))];
                IReadOnlyList<ReceivedLine> lines = order.Receive(came, received);
                Assert.Equal(came.Length, lines.Count);
                for (int i = 0; i < came.Length; i++)
                {
                    // Each line is received whole, or refused with one sentence.
                    bool refused = lines[i].NotOrdered is not null || lines[i].TooMuch is not null;
                    Assert.Equal(came[i].Code == "x", lines[i].NotOrdered is not null);
                    Assert.Equal(refused ? 0 : came[i].Quantity, lines[i].Quantity);
                }

                foreach (ReceivedLine line in lines.Where(l => l.Quantity > 0))
                {
                    received[line.Line!.Code] = received.GetValueOrDefault(line.Line.Code) + line.Quantity;
                }

                Assert.All(order.Lines, l => Assert.InRange(received.GetValueOrDefault(l.Code), 0, l.Quantity));
            }

            order.AfterDelivery(received, Now);
            bool all = order.Lines.All(l => received.GetValueOrDefault(l.Code) == l.Quantity);
            Assert.Equal(all, order.ClosedAt is not null);
            Assert.Equal((OrderWay.ByHand, Now), (order.Way, order.SentAt));
        });

    [Theory]
    [InlineData(0, 5, "Only 4 were ordered.")]
    [InlineData(1, 4, "1 of the 4 ordered came already, 3 are to come.")]
    [InlineData(4, 1, "All of the 4 ordered came already.")]
    public void Too_much_is_said_with_what_came_before(int before, int now, string said) =>
        Assert.Equal(
            $"{said} Receive more without an order.",
            Assert.Single(Order(("SEAL", 4)).Receive(
                [new("seal", now)],
                before == 0 ? None : new Dictionary<string, decimal> { ["SEAL"] = before })).TooMuch);

    [Fact]
    public void Late_is_what_was_sent_for_and_should_have_been_here()
    {
        PartOrder order = Order(("SEAL", 4));
        DateOnly after = new(2026, 5, 12);
        Assert.False(order.IsLate(None, after));
        order.SentAt = Now;
        Assert.True(order.IsLate(None, after));
        Assert.False(order.IsLate(None, new(2026, 5, 11)));
        Assert.False(order.IsLate(new Dictionary<string, decimal> { ["SEAL"] = 4 }, after));
        order.ClosedAt = Now;
        Assert.False(order.IsLate(None, after));
    }
}
