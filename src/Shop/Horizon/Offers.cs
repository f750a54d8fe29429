using Microsoft.AspNetCore.Http.HttpResults;
using SturdyTinker.Core.Composing;
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
    private const int WeeksLooked = 12, MostDays = 5;

    internal static void MapOffers(this RouteGroupBuilder horizon) =>
        horizon.MapGet("/trailers/{id:guid}/offer", OfferAsync);

    private static async Task<Ok<OfferAnswer>> OfferAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        PlanBoard plans,
        DateOnly? from,
        CancellationToken stop)
    {
        Board board = await plans.NowAsync(file, clock, stop);
        int index = board.Find(id);
        BoardTrailer trailer = board.Trailers[index];
        TrailerPlan plan = board.Plan.Plans[index];
        DateOnly earliest = from is { } asked && asked > board.Today ? asked : board.Today;
        if (plan.Visits is not [var next, ..])
        {
            return TypedResults.Ok(new OfferAnswer(
                [],
                plan.Trouble ?? "Nothing falls due on it within the horizon: take it whenever it suits."));
        }

        List<(DayOffered Offer, double Cost)> offers = [];
        DateOnly start = Weeks.Monday(earliest);
        for (int w = 0; w < WeeksLooked && offers.Count < MostDays; w++)
        {
            DateOnly monday = start.AddDays(7 * w);
            int week = Weeks.Of(board.Planner.First, monday);
            if (week >= board.Planner.WeeksPlanned || trailer.Case.Busy.Contains(monday))
            {
                continue;
            }

            bool own = next.Week == monday;
            TrailerPlan there = own
                ? plan
                : board.Planner.Plan(
                    trailer.Case with
                    {
                        Wishes = trailer.Case.Wishes with
                        {
                            Pins = [.. trailer.Case.Wishes.Pins, .. next.Tasks.Select(t => (t.Due.Id, monday))]
                        }
                    },
                    board.Planner.Shut(board.Hours, board.Today));
            ProposedVisit? visit = there.Visits.FirstOrDefault(v => v.Week == monday);
            if (there.Trouble is not null || visit is null || Room(board, monday, earliest, visit, own) is not { } day)
            {
                continue;
            }

            offers.Add((new DayOffered(
                day,
                Upcoming.What(visit.Tasks.Select(t => t.Due)),
                [.. visit.Tasks.Select(t => t.Due.Id)],
                Packet.InWords(visit.Minutes),
                visit.Minutes,
                Math.Round(visit.Price(board.Costs), 0),
                0,
                ""), there.Cost));
        }

        if (offers.Count == 0)
        {
            return TypedResults.Ok(new OfferAnswer(
                [],
                FormattableString.Invariant(
                    $"No week with room for it from {earliest:d MMMM} to {start.AddDays(7 * WeeksLooked):d MMMM}. {plan.Trouble}").TrimEnd()));
        }

        double least = offers.Min(o => o.Cost);
        return TypedResults.Ok(new OfferAnswer(
            [.. offers.Select(o => (decimal)Math.Round(o.Cost - least, 0) is var more && more < 1
                ? o.Offer with { Words = "The best day." }
                : o.Offer with
                {
                    CostMore = more,
                    Words = FormattableString.Invariant($"Costs {more:#,0} more over the year than the best day.")
                })],
            null));
    }

    private static DateOnly? Room(Board board, DateOnly monday, DateOnly earliest, ProposedVisit visit, bool own)
    {
        BayWeek bay = board.Plan.Weeks[Weeks.Of(board.Planner.First, monday)];
        if (!own && bay.Open - bay.Booked - bay.Proposed < visit.Minutes)
        {
            return null;
        }

        DateOnly? planned = own && visit.Day >= earliest ? visit.Day : null;
        return planned
            ?? Enumerable
                .Range(0, 7)
                .Select(monday.AddDays)
                .Where(d => d >= earliest && board.Hours.MinutesOn(d) > 0)
                .Select(d => (DateOnly?)d)
                .FirstOrDefault();
    }
}
