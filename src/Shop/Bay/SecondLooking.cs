using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>A second look at what was done.</summary>
/// <param name="What">The code of a job, or that of the wheels.</param>
public sealed record SecondLookDraft(string What);

/// <summary>Second looks: somebody else than whoever did it says that they have looked.</summary>
internal static class SecondLooking
{
    internal static void MapSecondLooks(this RouteGroupBuilder bay)
    {
        bay.MapPut("/visits/{id:guid}/second-looks/{look:guid}", PutAsync).Needs(Right.Close);
        bay.MapDelete("/visits/{id:guid}/second-looks/{look:guid}", TakeBackAsync).Needs(Right.Close);
    }

    /// <summary>The looks that a visit still owes, and those that were taken.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="visit">The visit.</param>
    /// <param name="packet">Its packet.</param>
    /// <param name="entries">What was settled of it.</param>
    /// <param name="looked">False where it is known that none was taken yet.</param>
    internal static async Task<(IReadOnlyList<SecondLookOwed> Owed, List<SecondLook> Taken)> OfAsync(
        ShopFile file,
        Guid visit,
        Packet packet,
        IReadOnlyCollection<StepEntry> entries,
        bool looked = true)
    {
        // Most shops want none, and a step is ticked without reading all that a shop has chosen.
        IReadOnlyList<string> wanted =
            await file.Settings.AsNoTracking().Select(s => s.SecondLooks).SingleOrDefaultAsync() ?? [];
        List<SecondLook> taken = looked
            ? await file.SecondLooks.AsNoTracking().Where(l => l.VisitId == visit).OrderBy(l => l.At).ToListAsync()
            : [];
        return (
            wanted.Count == 0
                ? []
                : SecondLooks.Owed(await file.CatalogueAsync(), packet, entries, wanted, taken),
            taken);
    }

    private static async Task<Ok<VisitState>> PutAsync(
        Guid id,
        Guid look,
        SecondLookDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        Checks.Id(look);
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await VisitPage.OpenAsync(file, id);
        if (!await file.SecondLooks.AnyAsync(l => l.Id == look) && !await file.IsBuriedAsync(look))
        {
            (IReadOnlyList<SecondLookOwed> owed, _) = await OfAsync(
                file,
                id,
                await VisitPage.PacketAsync(file, visit),
                await file.StandingEntriesAsync(id));
            SecondLookOwed? one = owed.FirstOrDefault(o => o.What == draft.What);
            if (one?.DoneBy.Contains(worker.Id) == true)
            {
                throw Refusal.Conflict($"{worker.Name} has done that work: somebody else looks at it.", "/what");
            }

            if (one is null)
            {
                throw Refusal.Conflict("No second look is owed at that.", "/what");
            }

            file.SecondLooks.Add(new SecondLook
            {
                Id = look,
                VisitId = id,
                What = draft.What,
                At = clock.Now,
                PersonId = worker.Id,
            });
            await file.SaveChangesAsync();
        }

        VisitState state = await Steps.StateAsync(file, id);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }

    private static async Task<Ok<VisitState>> TakeBackAsync(
        Guid id,
        Guid look,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        await VisitPage.OpenAsync(file, id);
        await file.BuryAsync(look, "second look", clock.Now);
        file.SecondLooks.RemoveRange(await file.SecondLooks.Where(l => l.Id == look && l.VisitId == id).ToListAsync());
        await file.SaveChangesAsync();
        VisitState state = await Steps.StateAsync(file, id);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }
}
