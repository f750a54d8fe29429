using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>Whether a check is done; false takes a tick back.</summary>
public sealed record FollowUpDraft(bool Done);

internal static class FollowUps
{
    internal static void MapFollowUps(this RouteGroupBuilder ledger)
    {
        ledger.MapGet("/follow-ups", async (ShopFile file) => TypedResults.Ok(await FollowUpsOwed.OfAllAsync(file)));
        ledger.MapPut("/follow-ups/{id:guid}", SettleAsync);
    }

    private static async Task<Ok<List<FollowUpAnswer>>> SettleAsync(
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
        return TypedResults.Ok(await FollowUpsOwed.OfAllAsync(file));
    }
}
