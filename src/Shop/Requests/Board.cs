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
/// <param name="Today">The day.</param>
/// <param name="Planner">Plans one trailer.</param>
/// <param name="Costs">What is reckoned with.</param>
/// <param name="Hours">When the shop works.</param>
/// <param name="Trailers">The trailers, by their tags.</param>
/// <param name="Plan">Their plans, in the same order.</param>
/// <param name="Bookings">Accepted visits, by trailer.</param>
/// <param name="Alone">Each trailer's plan as if it were the only one, in the same order.</param>
/// <param name="Inputs">The minutes and prices that it goes by.</param>
internal sealed record Board(
    DateOnly Today,
    TrailerPlanner Planner,
    PlanCosts Costs,
    OpenHours Hours,
    IReadOnlyList<BoardTrailer> Trailers,
    WholePlan Plan,
    ILookup<Guid, Booking> Bookings,
    IReadOnlyList<PlanDraft> Alone,
    PlanInputs Inputs)
{
    /// <summary>The plan, and what can be asked of it.</summary>
    internal PlanInForce InForce => new(Planner, Hours, Costs, Today, Plan);

    /// <summary>Where a trailer stands on the board; −1 for none.</summary>
    internal int IndexOf(Guid trailer) => places.GetValueOrDefault(trailer, -1);

    /// <summary>Where a trailer stands on the board. Refuses (404) where it does not.</summary>
    internal int Find(Guid trailer) =>
        IndexOf(trailer) is >= 0 and var index ? index : throw Refusal.NotFound("There is no such trailer.");

    /// <summary>Tags of the other trailers of its customer that come in the same week, by their tags.</summary>
    internal IReadOnlyList<string> With(BoardTrailer trailer, DateOnly week) =>
        [.. together.Value[(trailer.CustomerId, week)].Where(tag => tag != trailer.Tag)];

    private readonly Lazy<ILookup<(Guid, DateOnly), string>> together = new(() => Trailers
        .SelectMany((t, i) => Plan.Plans[i].Visits.Select(v => (Key: (t.CustomerId, v.Week), t.Tag)))
        .ToLookup(v => v.Key, v => v.Tag));

    private readonly Dictionary<Guid, int> places =
        Trailers.Select((t, i) => (t.Id, i)).ToDictionary(t => t.Id, t => t.i);
}
