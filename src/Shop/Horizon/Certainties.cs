using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Status;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon;

/// <summary>What a figure on the meter would come to.</summary>
/// <param name="Miles">What it shows.</param>
/// <param name="Chance">The chance that it stands for.</param>
/// <param name="Next">The Monday of the week of the next visit; null for none within the plan.</param>
public sealed record FigureRead(decimal Miles, double Chance, DateOnly? Next);

/// <summary>What reading a trailer's meter today would be good for.</summary>
/// <param name="Words">In words; empty where it would change nothing, or where there is no meter.</param>
/// <param name="Figures">What it may show, the least first.</param>
/// <param name="Worth">What knowing it is worth at most, in the shop's money; null where that cannot be said.</param>
public sealed record CertaintyAnswer(string Words, IReadOnlyList<FigureRead> Figures, decimal? Worth);

internal static class Certainties
{
    private static readonly CertaintyAnswer Nothing = new("", [], null);

    internal static void MapCertainties(this RouteGroupBuilder horizon) =>
        horizon.MapGet("/trailers/{id:guid}/certainty", AnswerAsync).Needs(Right.See);

    private static async Task<Ok<CertaintyAnswer>> AnswerAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        PlanBoard plans,
        CancellationToken stop)
    {
        Board board = await plans.NowAsync(clock, stop);
        int index = board.Find(id);
        Trailer trailer = await file.Trailers.AsNoTracking().FirstAsync(t => t.Id == id, stop);
        MeterEntry? last = trailer.Meter is not (MeterKind.HubOdometer or MeterKind.TowLog) ? null
            : await file.MeterEntries
                .AsNoTracking()
                .Where(m => m.TrailerId == id && m.Kind == MeterEntryKind.Reading)
                .OrderByDescending(m => m.On)
                .ThenByDescending(m => m.At)
                .FirstOrDefaultAsync(stop);
        if (last is null)
        {
            return TypedResults.Ok(Nothing);
        }

        TrailerRecord record = await file.RecordAsync(trailer, board.Today);
        if (record.Usage.Foretold(board.Today) is not { } foretold)
        {
            return TypedResults.Ok(Nothing);
        }

        var road = await file.RoadAsync(trailer, board.Today);
        List<MayShow> figures = [];
        Distance since = last.Distance - record.Usage.At(last.On)!.Value;
        foreach ((Distance total, double chance) in new[]
        {
            (foretold.Less, Chances.Outer),
            (foretold.Likely, Chances.Middle),
            (foretold.More, Chances.Outer)
        })
        {
            MeterEntry supposed = new()
            {
                Id = Guid.CreateVersion7(),
                TrailerId = id,
                Kind = MeterEntryKind.Reading,
                On = board.Today,
                Typed = "",
                Distance = total + since,
            };
            TrailerRecord then = record with { Usage = road([supposed]) };
            figures.Add(new MayShow(supposed.Distance, chance, TrailerStatus.Of(then, board.Today).Upcoming));
        }

        Certainty certainty = Certainty.Of(board.InForce, index, board.Trailers[index].Case, figures);
        return TypedResults.Ok(new CertaintyAnswer(
            certainty.InWords(trailer.Meter),
            [.. certainty.Figures.Select(f => new FigureRead(Math.Round(f.Shows.Miles, 0), f.Chance, f.Next))],
            certainty.Worth));
    }
}
