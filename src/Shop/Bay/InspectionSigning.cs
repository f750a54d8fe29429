using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>A periodic inspection to sign.</summary>
/// <param name="Qualification">
/// By what the person is qualified (49 CFR 396.19); empty for what is on file of it.
/// </param>
public sealed record InspectionDraft(string Qualification);

internal static class InspectionSigning
{
    private const int LongestQualification = 300;

    internal static void MapInspection(this RouteGroupBuilder bay) =>
        bay.MapPut("/visits/{id:guid}/inspection/{inspectionId:guid}", SignAsync).Needs(Right.Inspect).AsksSecret();

    // Signed once, when everything has been looked at, whether it passes or not.
    private static async Task<Ok<RoundAnswer>> SignAsync(
        Guid id,
        Guid inspectionId,
        InspectionDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        HttpContext context)
    {
        Checks.Id(inspectionId);
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (await file.Inspections.AsNoTracking().FirstOrDefaultAsync(i => i.VisitId == id) is { } signed)
        {
            return signed.Id == inspectionId
                ? TypedResults.Ok(await RoundPage.AnswerAsync(file, id, clock, worker.Id))
                : throw Refusal.Conflict("This inspection is signed already, and stays as it is.");
        }

        Visit visit = await VisitPage.OpenAsync(file, id);
        if (visit.Jobs.All(j => j.Job != PeriodicInspection.JobCode))
        {
            throw Refusal.Conflict("This visit has no periodic inspection among its jobs.");
        }

        Checks checks = new();
        string qualification = draft.Qualification.Trim() is { Length: > 0 } said ? said
            : (await file.People.AsNoTracking().FirstAsync(p => p.Id == worker.Id)).Qualification?.InWords ?? "";
        checks.Text("/qualification", qualification, "By what you are qualified", LongestQualification);
        checks.Done();
        IReadOnlyList<InspectionLine> lines = PeriodicInspection.Of(
            visit.Gear,
            await file.Findings.AsNoTracking().Where(f => f.VisitId == id).ToListAsync(),
            await file.Readings.AsNoTracking().Where(r => r.VisitId == id).ToListAsync(),
            visit.Conclusions);
        if (lines.FirstOrDefault(l => l.LookedAt < l.Of) is { } open)
        {
            throw Refusal.Conflict(
                $"Not everything has been looked at: {open.Name.ToLowerInvariant()}, {open.LookedAt} of {open.Of}. "
                    + "Nothing is signed unseen.");
        }

        Confirmations.Ask(context);
        file.Inspections.Add(new Inspection
        {
            Id = inspectionId,
            VisitId = id,
            TrailerId = visit.TrailerId,
            Qualification = qualification,
            Lines = lines,
            At = clock.Now,
            PersonId = worker.Id
        });
        await file.SaveChangesAsync();
        RoundAnswer answer = await RoundPage.AnswerAsync(file, id, clock, worker.Id);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }
}
