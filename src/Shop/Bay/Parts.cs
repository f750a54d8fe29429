using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>A part of the packet's list, taken along or not.</summary>
public sealed record TakenDraft(string Name, bool Taken);

/// <summary>A part used at a place.</summary>
public sealed record PartDraft(string Place, string Name, decimal Quantity, string Unit);

internal static class Parts
{
    private const decimal MostOfOne = 10_000;

    internal static void MapParts(this RouteGroupBuilder bay)
    {
        bay.MapPut("/visits/{id:guid}/parts/{partId:guid}", PutAsync).Needs(Right.Work);
        bay.MapDelete("/visits/{id:guid}/parts/{partId:guid}", TakeOneBackAsync).Needs(Right.Work);
        bay.MapPut("/visits/{id:guid}/taken", TakeAlongAsync).Needs(Right.Work);
    }

    /// <summary>A part as it will be kept; what is wrong with it is noted below the pointer.</summary>
    internal static PartUsed Used(
        Checks checks,
        string at,
        Guid partId,
        Visit visit,
        PartDraft draft,
        Clock clock,
        Worker worker,
        string? stepKey)
    {
        Checks.Id(partId);
        string name = checks.Text($"{at}/name", draft.Name, "What was used", 120);
        string unit = checks.Text($"{at}/unit", draft.Unit, "The unit", 12);
        checks.Add(
            $"{at}/quantity",
            draft.Quantity is <= 0 or > MostOfOne
                ? $"How much was used lies above 0 and under {MostOfOne:#,0}."
                : null);
        checks.Add(
            $"{at}/place",
            Places.Of(visit.Gear).Any(p => p.Code == draft.Place)
                ? null
                : $"This trailer has no place “{draft.Place}”.");
        return new PartUsed
        {
            Id = partId,
            VisitId = visit.Id,
            Place = draft.Place,
            StepKey = stepKey,
            Name = name,
            Quantity = draft.Quantity,
            Unit = unit,
            At = clock.Now,
            PersonId = worker.Id
        };
    }

    /// <summary>Writes down what a visit used: with its code and today's price, and off the shelf.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="visit">The visit.</param>
    /// <param name="step">The step it was used at; null for something added by hand.</param>
    /// <param name="parts">What was used.</param>
    internal static async Task UseAsync(
        ShopFile file,
        Visit visit,
        PacketStep? step,
        IReadOnlyCollection<PartUsed> parts)
    {
        if (parts.Count == 0)
        {
            return;
        }

        Func<string, KnownPart?> known = await PartsKnown.NamedAsync(file);
        foreach (PartUsed part in parts)
        {
            (part.Code, part.Price) = (known(part.Name)?.Code, known(part.Name)?.Price);
        }

        file.PartsUsed.AddRange(parts);
        await file.UseAsync(parts, step is not null && await WasDueAsync(file, visit, step));
    }

    /// <summary>Takes back what was used, and puts it back on the shelf.</summary>
    internal static async Task TakeBackAsync(
        ShopFile file,
        IReadOnlyCollection<PartUsed> parts,
        Clock clock,
        Worker worker)
    {
        await file.GiveBackAsync(parts, clock.Now, worker.Id);
        file.PartsUsed.RemoveRange(parts);
    }

    // Opening and closing was to be foreseen where anything was that is done in the visit.
    private static async Task<bool> WasDueAsync(ShopFile file, Visit visit, PacketStep step)
    {
        TrailerStatus? standing =
            (await file.TrailerStatuses
                .AsNoTracking()
                .FirstOrDefaultAsync(s => s.TrailerId == visit.TrailerId))?.Status;
        HashSet<string> due = [.. (standing?.Upcoming ?? []).SelectMany(d => d.JobsAt()).Select(j => j.Id)];
        return (step.For.Count > 0 ? step.For : [.. visit.Jobs.Select(j => j.Id)]).Any(due.Contains);
    }

    private static async Task<Ok<VisitState>> TakeAlongAsync(
        Guid id,
        TakenDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        await VisitPage.OpenAsync(file, id);
        Checks checks = new();
        string name = checks.Text("/name", draft.Name, "What is taken along", 160);
        checks.Done();
        name = (await PartsKnown.NamedAsync(file))(name)?.Code ?? name;
        PartTaken? there = await file.PartsTaken.FindAsync(id, name);
        if (draft.Taken && there is null)
        {
            file.PartsTaken.Add(new PartTaken { VisitId = id, Name = name, At = clock.Now, PersonId = worker.Id });
        }
        else if (!draft.Taken && there is not null)
        {
            file.PartsTaken.Remove(there);
        }

        await file.SaveChangesAsync();
        VisitState state = await Steps.StateAsync(file, id);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }

    private static async Task<Ok<VisitState>> PutAsync(
        Guid id,
        Guid partId,
        PartDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await VisitPage.OpenAsync(file, id);
        if (!await file.PartsUsed.AnyAsync(p => p.Id == partId) && !await file.IsBuriedAsync(partId))
        {
            Checks checks = new();
            PartUsed part = Used(checks, "", partId, visit, draft, clock, worker, null);
            checks.Done();
            await UseAsync(file, visit, null, [part]);
            await file.SaveChangesAsync();
        }

        VisitState state = await Steps.StateAsync(file, id);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }

    private static async Task<Ok<VisitState>> TakeOneBackAsync(
        Guid id,
        Guid partId,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        await VisitPage.OpenAsync(file, id);
        await file.BuryAsync(partId, "part", clock.Now);
        await TakeBackAsync(
            file,
            await file.PartsUsed.Where(p => p.Id == partId && p.VisitId == id).ToListAsync(),
            clock,
            worker);
        await file.SaveChangesAsync();
        VisitState state = await Steps.StateAsync(file, id);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }
}
