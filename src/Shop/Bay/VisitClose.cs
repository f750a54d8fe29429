using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>Closing a visit.</summary>
/// <param name="ReleasedBecause">Why a trailer on Hold leaves all the same; null when none is on Hold.</param>
/// <param name="ChangeGear">Whether the trailer's description becomes what the jobs done have made of it.</param>
public sealed record ClosingDraft(string? ReleasedBecause = null, bool ChangeGear = false);

internal static class VisitClose
{
    internal static void MapVisitClose(this RouteGroupBuilder bay) =>
        bay.MapPost("/visits/{id:guid}/close", CloseAsync).Needs(Right.Close).AsksSecret();

    private static async Task<Ok<VisitState>> CloseAsync(
        Guid id,
        ClosingDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        HttpContext context)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await file.Visits.FirstOrDefaultAsync(v => v.Id == id)
            ?? throw Refusal.NotFound("There is no such visit.");
        if (visit.ClosedAt is not null)
        {
            // Closed already, perhaps by this very request whose answer was lost.
            return TypedResults.Ok(await Steps.StateAsync(file, id));
        }

        Packet packet = await VisitPage.PacketAsync(file, visit);
        List<StepEntry> entries = await file.StandingEntriesAsync(id);
        TrailerObservations seen = await file.ObservationsAsync(visit.TrailerId, visit.Gear);
        if (entries.Count == 0 && seen.Findings.All(f => f.VisitId != id))
        {
            throw Refusal.Conflict("Nothing has been done in this visit: take the trailer back out instead.");
        }

        Trailer trailer = await file.Trailers.FirstAsync(t => t.Id == visit.TrailerId);
        ClosingResult result = Closing.Work(
            visit,
            new Progress(packet, entries),
            seen,
            await file.UsageAsync(trailer, clock.Today),
            draft.ReleasedBecause,
            clock.Today,
            await file.Inspections.AnyAsync(i => i.VisitId == id));
        if (result.Refusal is not null)
        {
            throw Refusal.Conflict(result.Refusal, result.RefusalField.Length > 0 ? "/" + result.RefusalField : "");
        }

        if (SecondLooks.WhyNotClosed((await SecondLooking.OfAsync(file, id, packet, entries)).Owed) is { } owed)
        {
            throw Refusal.Conflict(owed);
        }

        // Closed with a reason to let it go, it is a release like any other.
        if (result.OnHold)
        {
            Needs.Ask(context, Right.Release);
            Confirmations.Ask(context);
        }

        if (draft.ChangeGear)
        {
            foreach (GearChange change in GearChanges.Of(
                visit.Gear,
                result.Done,
                seen.Work.Select(w => new JobAt(w.Job, w.Place))))
            {
                trailer.Gear = change.To(trailer.Gear);
                trailer.Version++;
            }
        }

        file.VisitBills.Add(new VisitBill { VisitId = id, Bill = await Bills.OfAsync(file, visit, packet, entries) });
        await file.CloseAsync(
            visit,
            await file.ObservationsOfAsync(visit),
            result,
            entries,
            worker.Id,
            clock.Now,
            draft.ReleasedBecause);
        await file.SaveChangesAsync();
        await file.RefreshAsync(trailer.Id, clock.Today);
        await file.SaveChangesAsync();
        VisitState state = await VisitStates.OfAsync(file, visit, packet);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }
}
