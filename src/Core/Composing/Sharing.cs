using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Composing;

/// <summary>
/// Shares a packet between two technicians: whoever is free takes the first step that can be begun soonest, staying at
/// the
/// place at hand where that costs nothing, and nobody reaches into a place where the other works.
/// </summary>
internal static class Sharing
{
    /// <summary>The packet with each step given to a technician, and how long the trailer stands.</summary>
    /// <param name="packet">The packet in one technician's order.</param>
    /// <param name="hands">1 or 2; anything else throws.</param>
    /// <param name="entries">The entries that stand: what is settled takes no time any more.</param>
    internal static Packet Share(Packet packet, int hands, IReadOnlyList<StepEntry>? entries = null)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(hands, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(hands, 2);
        HashSet<string> settled = [.. (entries ?? []).Where(e => e.UndoneAt is null).Select(e => e.Key)];
        if (hands == 1)
        {
            return packet with
            {
                Technicians = 1,
                Elapsed = packet.Steps.Where(s => !settled.Contains(s.Key)).Sum(s => s.Minutes),
                Steps = [.. packet.Steps.Select(s => s.Technician == 1 ? s : s with { Technician = 1 })]
            };
        }

        PacketStep[] steps = [.. packet.Steps];
        List<int>[] after = new List<int>[steps.Length];
        int[] waitsFor = new int[steps.Length];
        Link(packet, steps, settled, after, waitsFor);

        decimal[] readyAt = new decimal[steps.Length], free = [0, 0];
        Dictionary<string, decimal> placeFree = [];
        string[] last = ["", ""];
        List<int> ready = [.. Enumerable.Range(0, steps.Length).Where(i => !settled.Contains(steps[i].Key)
            && waitsFor[i] == 0)];
        decimal end = 0;
        while (ready.Count > 0)
        {
            (decimal start, bool away, int index, int hand) best = (decimal.MaxValue, true, 0, 0);
            foreach (int i in ready)
            {
                for (int hand = 0; hand < 2; hand++)
                {
                    string spot = Spot(steps[i]);
                    decimal start = Math.Max(Math.Max(free[hand], readyAt[i]), placeFree.GetValueOrDefault(spot));
                    var offer = (start, last[hand] != spot, i, hand);
                    if (offer.CompareTo(best) < 0)
                    {
                        best = offer;
                    }
                }
            }

            (decimal from, _, int taken, int by) = best;
            decimal done = from + steps[taken].Minutes;
            steps[taken] = steps[taken] with { Technician = by + 1 };
            free[by] = done;
            placeFree[Spot(steps[taken])] = done;
            last[by] = Spot(steps[taken]);
            end = Math.Max(end, done);
            ready.Remove(taken);
            foreach (int next in after[taken] ?? [])
            {
                readyAt[next] = Math.Max(readyAt[next], done);
                if (--waitsFor[next] == 0)
                {
                    ready.Add(next);
                }
            }
        }

        return packet with { Technicians = 2, Elapsed = end, Steps = steps };
    }

    // One wheel end with its brake, spring and eyes is one spot: two people do not fit there.
    private static string Spot(PacketStep step) =>
        Place.TryParse(step.Place, out Place place)
            && place is { Axle: > 0, Side: { } side, Kind: not PlaceKind.Equalizer }
            ? Place.WheelEnd(place.Axle, side).Code
            : step.Place;

    private static void Link(
        Packet packet,
        PacketStep[] steps,
        HashSet<string> settled,
        List<int>[] after,
        int[] waitsFor)
    {
        Precedence order = new(packet);
        for (int later = 0; later < steps.Length; later++)
        {
            for (int earlier = 0; earlier < later && !settled.Contains(steps[later].Key); earlier++)
            {
                if (!settled.Contains(steps[earlier].Key) && order.Binds(earlier, later))
                {
                    (after[earlier] ??= []).Add(later);
                    waitsFor[later]++;
                }
            }
        }
    }
}
