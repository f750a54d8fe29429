using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Visits;

/// <summary>How a place on a round can be reached.</summary>
public enum RoundReach
{
    /// <summary>As the trailer stands, or since what hides it is open.</summary>
    Now,

    /// <summary>Once the visit opens what hides it.</summary>
    Later,

    /// <summary>It was open in this visit, and is closed again.</summary>
    Past,

    /// <summary>This visit does not open what hides it.</summary>
    NotThisVisit,
}

/// <summary>How far a round reaches in a visit.</summary>
public static class RoundReaches
{
    /// <summary>How a place behind an opening can be reached.</summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="packet">The visit's packet.</param>
    /// <param name="progress">How far it has come.</param>
    /// <param name="place">The place.</param>
    /// <param name="opening">Code of what has to be open; null where nothing has.</param>
    public static RoundReach Of(RunningGear gear, Packet packet, Progress progress, Place place, string? opening)
    {
        if (opening is null)
        {
            return RoundReach.Now;
        }

        HashSet<OpeningId> needed = [.. Openings.Ours
            .Reach(gear, opening, place)
            .Select(o => new OpeningId(o.Place.Code, o.Opening.Code))];
        List<OpeningState> states = [.. packet.Openings
            .Where(o => needed.Contains(o.Which.First))
            .Select(progress.StateOf)];
        return states.Count == 0 ? RoundReach.NotThisVisit
            : states.Contains(OpeningState.Open) ? RoundReach.Now
            : states.Contains(OpeningState.Shut) ? RoundReach.Later
            : RoundReach.Past;
    }
}
