using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Jobs;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>Something seen at a place.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="RuleCode">Code of the row of the rulebook.</param>
/// <param name="Note">In one's own words; may be empty.</param>
/// <param name="Jobs">Jobs that it adds to the visit, saved with it or not at all; null for none.</param>
public sealed record FindingDraft(string Place, string RuleCode, string Note, IReadOnlyList<JobAt>? Jobs = null);

/// <summary>A job that would mend what was seen, and what it would add.</summary>
/// <param name="Extra">What it adds to the visit as it stands.</param>
public sealed record Remedy(string Job, string Name, string Place, string PlaceSpoken, JobsLook Extra);

/// <summary>What was done about a finding; null to take that back.</summary>
public sealed record MendingDraft(string? How = null);

internal static class VisitFindings
{
    private const int LongestNote = 1_000;

    internal static void MapFindings(this RouteGroupBuilder bay)
    {
        bay.MapGet("/visits/{id:guid}/remedies", RemediesAsync);
        bay.MapPut("/visits/{id:guid}/findings/{findingId:guid}", PutAsync);
        bay.MapDelete("/visits/{id:guid}/findings/{findingId:guid}", TakeBackAsync);
        bay.MapPut("/visits/{id:guid}/findings/{findingId:guid}/mended", MendAsync);
    }

    // What would mend it, with the minutes it adds, before anybody agrees.
    private static async Task<Ok<List<Remedy>>> RemediesAsync(Guid id, string rule, string place, ShopFile file)
    {
        Visit visit = await VisitPage.OpenAsync(file, id);
        SeenRule seen = Rulebook.Find(rule) ?? throw Refusal.Malformed("Pick what you see.", "rule");
        if (!Place.TryParse(place, out Place at) || !Places.Has(visit.Gear, at))
        {
            throw Refusal.Malformed($"This trailer has no place “{place}”.", "place");
        }

        VisitJobs.Standing standing = await VisitJobs.StandingAsync(file, visit);
        return TypedResults.Ok(Remedies.For(seen, visit.Gear, at, visit.Schools).Except(visit.Jobs)
            .Select(job => new Remedy(job.Job, Catalogue.Find(job.Job)!.Name, job.Place, Place.Of(job.Place).Whereabouts, standing.Look([.. visit.Jobs, job], visit.Hands)))
            .ToList());
    }

    private static async Task<Ok<VisitState>> PutAsync(Guid id, Guid findingId, FindingDraft draft, ShopFile file, Clock clock, Worker worker)
    {
        Checks.Id(findingId);
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (await file.Findings.AsNoTracking().FirstOrDefaultAsync(f => f.Id == findingId) is { } same)
        {
            return same.VisitId == id && same.RuleCode == draft.RuleCode && same.Place == draft.Place
                ? TypedResults.Ok(await Steps.StateAsync(file, id))
                : throw Refusal.Conflict("This id belongs to another finding.");
        }

        Visit visit = await VisitPage.OpenAsync(file, id);
        Checks checks = new();
        SeenRule? rule = Rulebook.Find(draft.RuleCode);
        checks.Add("/ruleCode", rule is null ? "Pick what you see." : null);
        checks.Add("/place", Places.Of(visit.Gear).Any(p => p.Code == draft.Place) ? null : $"This trailer has no place “{draft.Place}”.");
        string note = checks.Text("/note", draft.Note, "The note", LongestNote, required: false);
        checks.Done();
        if (draft.Jobs is { Count: > 0 } added)
        {
            await VisitJobs.ChangeAsync(file, visit, [.. visit.Jobs, .. added.Except(visit.Jobs)], visit.Hands);
        }

        file.Findings.Add(new Finding
        {
            Id = findingId,
            TrailerId = visit.TrailerId,
            VisitId = id,
            Place = draft.Place,
            Subject = rule!.Subject,
            RuleCode = rule.Code,
            Seen = rule.Seen,
            Note = note,
            Judgement = rule.Judgement,
            At = clock.Now,
            PersonId = worker.Id,
        });
        return await FinishAsync(file, id, transaction);
    }

    private static async Task<Ok<VisitState>> TakeBackAsync(Guid id, Guid findingId, ShopFile file, Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        await VisitPage.OpenAsync(file, id);
        if (await file.Findings.FirstOrDefaultAsync(f => f.Id == findingId && f.VisitId == id) is { } finding)
        {
            file.Findings.Remove(finding);
        }

        return await FinishAsync(file, id, transaction);
    }

    private static async Task<Ok<VisitState>> MendAsync(Guid id, Guid findingId, MendingDraft draft, ShopFile file, Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        await VisitPage.OpenAsync(file, id);
        Finding finding = await file.Findings.FirstOrDefaultAsync(f => f.Id == findingId && f.VisitId == id) ?? throw Refusal.NotFound("There is no such finding in this visit.");
        Checks checks = new();
        string? how = draft.How is null ? null : checks.Text("/how", draft.How, "What was done about it", LongestNote);
        checks.Done();
        finding.Mended = how;
        return await FinishAsync(file, id, transaction);
    }

    private static async Task<Ok<VisitState>> FinishAsync(ShopFile file, Guid id, Microsoft.EntityFrameworkCore.Storage.IDbContextTransaction transaction)
    {
        await file.SaveChangesAsync();
        VisitState state = await Steps.StateAsync(file, id);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }
}
