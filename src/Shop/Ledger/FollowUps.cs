using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>Whether a check is done; false takes a tick back.</summary>
public sealed record FollowUpDraft(bool Done);

internal static class FollowUps
{
    private const int PageSize = 20;

    internal static void MapFollowUps(this RouteGroupBuilder ledger)
    {
        ledger.MapGet("/follow-ups", async (ShopFile file, int? skip, int? take) =>
            take is < 1 or > FollowUpsOwed.MostOfPage || skip is < 0
                ? throw Refusal.Malformed(
                    $"A page has 1 to {FollowUpsOwed.MostOfPage} checks and starts at 0 or later.",
                    "take")
                : TypedResults.Ok(await FollowUpsOwed.SoonestAsync(file, skip ?? 0, take ?? PageSize)))
                    .Needs(Right.See);
        ledger.MapPut("/follow-ups/{id:guid}", SettleAsync).Needs(Right.Work);
    }

    private static async Task<Ok<FollowUpPage>> SettleAsync(
        Guid id,
        FollowUpDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        FollowUp owed = await file.FollowUps.FirstOrDefaultAsync(f => f.Id == id)
            ?? throw Refusal.NotFound("There is no such check.");
        if (owed.DoneAt is null == draft.Done)
        {
            owed.DoneAt = draft.Done ? clock.Now : null;
            owed.DoneBy = draft.Done ? worker.Id : null;
            await file.SaveChangesAsync();
            await file.RefreshAsync(owed.TrailerId, clock.Today);
            await file.SaveChangesAsync();
        }

        await transaction.CommitAsync();
        return TypedResults.Ok(await FollowUpsOwed.SoonestAsync(file, 0, PageSize));
    }
}
