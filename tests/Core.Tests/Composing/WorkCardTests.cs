using CsCheck;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests.Composing;

/// <summary>Cards of several steps: all steps stand on one, in their order, and no critical one is hidden.</summary>
public sealed class WorkCardTests
{
    // The cards of a visit worked to its end at a pace.
    private static List<WorkCard> Cards(Packet packet, Pace pace)
    {
        List<WorkCard> cards = [];
        List<StepEntry> entries = [];
        while (new Progress(packet, entries) is { Next: { } next } progress)
        {
            WorkCard card = WorkCard.Next(packet, progress, pace) ?? new WorkCard([next]);
            cards.Add(card);
            foreach (PacketStep step in card.Steps)
            {
                // Each can be done when it comes to it.
                Assert.Null(new Progress(packet, entries).WhyNotYet(step));
                entries.Add(new StepEntry { Id = Guid.NewGuid(), Key = step.Key });
            }
        }

        return cards;
    }

    // A touch for each figure, each critical step that no figure ticks, and each card that neither has sent off.
    private static int Touches(IEnumerable<WorkCard> cards) => cards.Sum(c =>
    {
        int figures = c.Steps.Sum(s => s.Readings.Count);
        int ticks = c.Steps.Count(s => WorkCard.WhyCritical(s) is not null && s.Readings.Count == 0);
        PacketStep last = c.Steps[^1];
        bool sent = last.Readings.Count > 0 || WorkCard.WhyCritical(last) is not null
            || c.Steps.Any(s => s.Readings.Count > 0);
        return figures + ticks + (sent ? 0 : 1);
    });

    private static Packet Repack(RunningGear gear, int ends) => Composer.Compose(
        gear,
        [.. Places.WheelEndsOf(gear).Take(ends).Select(p => new JobAt("bearing-repack", p.Code))],
        PracticeChoices.Defaults);

    [Fact]
    public void A_wheel_end_takes_few_touches_and_a_tandem_not_many()
    {
        Packet one = Repack(Gears.Tandem, 1), four = Repack(Gears.Tandem, 4);
        Assert.True(one.Steps.Count > 35 && four.Steps.Count > 120, $"{one.Steps.Count} {four.Steps.Count}");
        Assert.InRange(Touches(Cards(one, Pace.Phase)), 1, 14);
        Assert.InRange(Touches(Cards(one, Pace.Place)), 1, 9);
        Assert.InRange(Touches(Cards(four, Pace.Phase)), 1, 60);
        Assert.InRange(Touches(Cards(four, Pace.Place)), 1, 36);
    }

    /// <summary>Whatever the gear and the jobs.</summary>
    [Fact]
    public void Every_step_stands_on_one_card_in_its_order_and_no_critical_one_is_before_the_end_of_its_card()
    {
        int folded = 0;
        AnyVisit.Any(6).Sample(
            visit =>
            {
                Packet packet = visit.Compose();
                foreach (Pace pace in (Pace[])[Pace.Phase, Pace.Place])
                {
                    List<WorkCard> cards = Cards(packet, pace);
                    Assert.Equal(packet.Steps.Select(s => s.Key), cards.SelectMany(c => c.Steps).Select(s => s.Key));
                    Interlocked.Add(ref folded, cards.Count(c => c.Steps.Count > 1));
                    foreach (WorkCard card in cards)
                    {
                        // At most one, so that a touch that says "stands hold it" says nothing else that can kill.
                        Assert.True(
                            card.Steps.Count(s => WorkCard.WhyCritical(s) is not null) <= 1,
                            string.Join('\n', card.Steps.Select(s => s.Key)));
                        string[] ends = [.. card.Steps
                            .Where(s => s.Depth > 2 && !s.WeightDown)
                            .Select(s => Place.Of(s.Place))
                            .Where(p => p.Axle > 0)
                            .Select(p => $"{p.Axle} {p.Side}")
                            .Distinct()];
                        Assert.True(ends.Length <= 1, string.Join(' ', ends));
                    }
                }
            },
            iter: 40,
            threads: 1);

        // Some 600 on average; other visits every time.
        Assert.True(folded > 200, $"{folded}");
    }

    [Fact]
    public void What_can_kill_is_critical()
    {
        string[] families = [.. CriticalSteps.All.Keys];
        foreach (string family in (string[])
            [
                "secured/chock", "raised/stand", "hub-off/new-pin", "hub-off/one-piece-lock", "hub-off/tab-up",
                "hub-off/clip-on", "wheel-off/torque", "lug-retorque/again", "bleeding/bleed", "brake-try/power",
                "brake-try/pedal", "u-bolts-off/u-bolt-torque", "eye-bolt-out/bolt-torque",
            ])
        {
            Assert.Contains(family, families);
        }

        Assert.DoesNotContain("bearing-repack/pack", families);
        Assert.All(CriticalSteps.All.Values, reason => Assert.EndsWith(".", reason, StringComparison.Ordinal));
    }
}
