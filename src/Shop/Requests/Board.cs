using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Planning;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>A trailer on the board, with what lists show of it.</summary>
internal sealed record BoardTrailer(
    Guid Id,
    string Tag,
    string Name,
    Guid CustomerId,
    string Customer,
    RunningGear Gear,
    Glyph Glyph,
    Guid? OpenVisit,
    bool OnHold,
    TrailerCase Case);

/// <summary>The whole plan as of now.</summary>
internal sealed record Board(
    DateOnly Today,
    TrailerPlanner Planner,
    PlanCosts Costs,
    OpenHours Hours,
    IReadOnlyList<BoardTrailer> Trailers,
    WholePlan Plan,
    ILookup<Guid, Booking> Bookings)
{
    /// <summary>The plan, and what can be asked of it.</summary>
    internal PlanInForce InForce => new(Planner, Hours, Costs, Today, Plan);

    /// <summary>Where a trailer stands on the board; −1 for none.</summary>
    internal int IndexOf(Guid trailer) => places.GetValueOrDefault(trailer, -1);

    /// <summary>Where a trailer stands on the board. Refuses (404) where it does not.</summary>
    internal int Find(Guid trailer) =>
        IndexOf(trailer) is >= 0 and var index ? index : throw Refusal.NotFound("There is no such trailer.");

    private readonly Dictionary<Guid, int> places =
        Trailers.Select((t, i) => (t.Id, i)).ToDictionary(t => t.Id, t => t.i);
}
