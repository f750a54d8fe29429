using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Visits;

/// <summary>
/// Packets composed before openings had ids, brought to today's shape so that their visits can be gone on with.
/// </summary>
public static class EarlierPacket
{
    /// <summary>
    /// The packet with its openings' ids and needs, and its steps tied to them; the same packet when it has them.
    /// </summary>
    /// <param name="packet">A packet as it was kept.</param>
    /// <param name="gear">The running gear of its visit.</param>
    public static Packet BroughtUp(Packet packet, RunningGear gear)
    {
        if (packet.Openings.All(o => o.Id.Length > 0))
        {
            return packet;
        }

        // They knew the trailer, sides and wheel ends only: a step belongs to its opening at its own place, or at the
        // one around it.
        string At(string code, string step)
        {
            Place place = Place.Of(step);
            return packet.Openings.First(o => o.Code == code
                && (o.Place == step
                    || o.Place == Place.Trailer.Code
                    || (place.Side is { } side && o.Place == Place.OfSide(side).Code))).Place;
        }

        return packet with
        {
            Openings = [.. packet.Openings.Select(o => o with
            {
                Id = $"{o.Place}/{o.Code}",
                Needs = [.. Catalogue.Openings.Ours.NeedsOf(
                    gear,
                    new OpeningAt(
                        Catalogue.Openings.Ours.Find(o.Code),
                        Place.Of(o.Place))).Select(n => $"{n.Place.Code}/{n.Opening.Code}")],
            })],
            Steps = [.. packet.Steps.Select(s => s with
            {
                In = $"{At(s.Opening, s.Place)}/{s.Opening}",
                For = s.Job is { } job ? [new JobAt(job, s.Place).Id] : [],
                WeightDown = s.Part == StepPart.Close && s.Readings.Contains("lug-torque"),
            })],
        };
    }
}
