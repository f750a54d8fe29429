using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Yard;

/// <summary>Somebody's word that what stands against a trailer has been mended elsewhere.</summary>
/// <param name="ObservationKey">Key of the look, as the trailer's marks have it.</param>
/// <param name="How">How it was mended, and by whom.</param>
public sealed record MendedElsewhereDraft(string ObservationKey, string How);

/// <summary>Takes somebody's word for a mending that no visit here has on record.</summary>
internal static class MendedElsewhere
{
    private const int Longest = 300;

    internal static void MapToldMended(this RouteGroupBuilder yard) =>
        yard.MapPut("/trailers/{id:guid}/mendings/{mendingId:guid}", PutAsync).Needs(Right.Release).AsksSecret();

    private static async Task<Ok<TrailerAnswer>> PutAsync(
        Guid id,
        Guid mendingId,
        MendedElsewhereDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        HttpContext context)
    {
        Checks.Id(mendingId);
        await using var transaction = await file.Database.BeginTransactionAsync();
        Trailer trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == id)
            ?? throw Refusal.NotFound("There is no such trailer.");
        if (!await file.Mendings.AnyAsync(m => m.Id == mendingId))
        {
            Checks checks = new();
            string how = checks.Text("/how", draft.How, "How it was mended, and by whom", Longest);
            Observation? look = StandingObservations.ThatStand(
                await file.ObservationsAsync(id, trailer.Gear)).FirstOrDefault(l => l.Key == draft.ObservationKey
                && l.Judgement.Verdict > Verdict.Sound);
            checks.Add(
                "/observationKey",
                look is null ? "That does not stand against this trailer any more: look again." : null);
            checks.Done();
            Confirmations.Ask(context);
            file.Mendings.Add(new Mending
            {
                Id = mendingId,
                TrailerId = id,
                ObservationKey = draft.ObservationKey,
                Seen = look!.Seen,
                How = how,
                At = clock.Now,
                PersonId = worker.Id
            });
            await file.SaveChangesAsync();
            await file.RefreshAsync(id, clock.Today);
            await file.SaveChangesAsync();
        }

        await transaction.CommitAsync();
        file.ChangeTracker.Clear();
        return TypedResults.Ok(await TrailerPage.AnswerAsync(file, id, clock.Today));
    }
}
