using Microsoft.AspNetCore.Http.HttpResults;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Status;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon;

/// <summary>A day that can be offered to a customer on the telephone.</summary>
/// <param name="Day">The day.</param>
/// <param name="What">What would be done.</param>
/// <param name="Tasks">Ids of its tasks.</param>
/// <param name="HowLong">How long it takes.</param>
/// <param name="Minutes">The same in minutes.</param>
/// <param name="Price">About how much: labour and parts with a known price.</param>
/// <param name="CostMore">What the trailer's plan costs more than with the best day.</param>
/// <param name="Words">Whether that is the best day, in words.</param>
public sealed record DayOffered(
    DateOnly Day,
    string What,
    IReadOnlyList<string> Tasks,
    string HowLong,
    decimal Minutes,
    decimal Price,
    decimal CostMore,
    string Words);

/// <summary>The answer to "when can you take it, what will you do, how long, about how much".</summary>
/// <param name="Days">Days in their order.</param>
/// <param name="None">Why there is none, in words; null when there is.</param>
public sealed record OfferAnswer(IReadOnlyList<DayOffered> Days, string? None);

internal static class Offers
{
    internal static void MapOffers(this RouteGroupBuilder horizon) =>
        horizon.MapGet("/trailers/{id:guid}/offer", OfferAsync).Needs(Right.See);

    private static async Task<Ok<OfferAnswer>> OfferAsync(
        Guid id,
        Clock clock,
        PlanBoard plans,
        DateOnly? from,
        CancellationToken stop)
    {
        Board board = await plans.NowAsync(clock, stop);
        int index = board.Find(id);
        BoardTrailer trailer = board.Trailers[index];
        TrailerPlan plan = board.Plan.Plans[index];
        DateOnly planned = board.Planner.First.AddDays(7 * board.Planner.WeeksPlanned);
        if (from >= planned)
        {
            throw Refusal.Malformed(
                FormattableString.Invariant($"Nothing is planned that far ahead: ask for a day before {planned:O}."),
                "from");
        }

        DateOnly earliest = from is { } asked && asked > board.Today ? asked : board.Today;
        if (plan.Visits.Count == 0)
        {
            return TypedResults.Ok(new OfferAnswer(
                [],
                plan.Trouble ?? "Nothing falls due on it within the horizon: take it whenever it suits."));
        }

        IReadOnlyList<DayOffer> offers = board.InForce.Offers(index, trailer.Case, earliest);
        DateOnly last = Weeks.Monday(earliest).AddDays(7 * PlanInForce.WeeksOffered);
        string? none = offers.Count > 0
            ? null
            : FormattableString.Invariant(
                $"No week with room for it from {earliest:MMMM d} to {last:MMMM d}. {plan.Trouble}").TrimEnd();
        return TypedResults.Ok(new OfferAnswer([.. offers.Select(o => Offered(o, board.Costs))], none));
    }

    private static DayOffered Offered(DayOffer offer, PlanCosts costs) => new(
        offer.Day,
        Upcoming.What(offer.Visit.Tasks.Select(t => t.Due)),
        [.. offer.Visit.Tasks.Select(t => t.Due.Id)],
        Packet.InWords(offer.Visit.Minutes),
        offer.Visit.Minutes,
        Math.Round(offer.Visit.Price(costs), 0),
        offer.Best ? 0 : offer.CostMore,
        offer.Best
            ? "The best day."
            : FormattableString.Invariant($"Costs {offer.CostMore:#,0} more over the year than the best day."));
}
