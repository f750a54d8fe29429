using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>Something seen at a place.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="RuleCode">Code of the row of the rulebook.</param>
/// <param name="Note">In one's own words; may be empty.</param>
/// <param name="Jobs">Jobs that it adds to the visit, saved with it or not at all; null for none.</param>
/// <param name="Which">Of an inner and an outer one, which; null or empty for both.</param>
/// <param name="Damage">For a bearing, code of its damage by ISO 15243; null where nobody classed it.</param>
public sealed record FindingDraft(
    string Place,
    string RuleCode,
    string Note,
    IReadOnlyList<JobAt>? Jobs = null,
    string? Which = null,
    string? Damage = null);

/// <summary>
/// A row of the rulebook as it stands for a visit: by its practices, and with what it is about in words.
/// </summary>
public sealed record ObservationRuleAnswer(
    string Code,
    Subject Subject,
    string Seen,
    Judgement Judgement,
    IReadOnlyList<string> Jobs,
    IReadOnlyList<PlaceKind> Places);

/// <summary>What can be looked at in a visit.</summary>
/// <param name="Subjects">The things, in words; a subject without rows is left out.</param>
/// <param name="Rows">The rows that go with its gear, by subject, mildest first.</param>
public sealed record RulebookAnswer(IReadOnlyList<SubjectAnswer> Subjects, IReadOnlyList<ObservationRuleAnswer> Rows);

/// <summary>A thing to look at.</summary>
/// <param name="InnerAndOuter">Whether a hub has an inner and an outer one.</param>
/// <param name="Classed">Whether its damage is classed by ISO 15243.</param>
public sealed record SubjectAnswer(Subject Subject, string Words, bool InnerAndOuter, bool Classed);

/// <summary>A job that would mend what was seen, and what it would add.</summary>
/// <param name="Job">Code of the job.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Place">Code of its place; of the axle where it is done on both its sides.</param>
/// <param name="PlaceSpoken">The place in words.</param>
/// <param name="Jobs">The jobs it comes to: two where both sides of an axle are renewed together.</param>
/// <param name="Extra">What it adds to the visit as it stands.</param>
public sealed record Remedy(
    string Job,
    string Name,
    string Place,
    string PlaceSpoken,
    IReadOnlyList<JobAt> Jobs,
    JobsPreview Extra);

/// <summary>What was done about a finding; null to take that back.</summary>
public sealed record MendingDraft(string? How = null);

internal static class VisitFindings
{
    /// <summary>Longest that is kept of somebody's own words, in characters.</summary>
    internal const int LongestNote = 1_000;

    internal static void MapFindings(this RouteGroupBuilder bay)
    {
        bay.MapGet("/visits/{id:guid}/rulebook", RulebookAsync).Needs(Right.See);
        bay.MapGet("/visits/{id:guid}/remedies", RemediesAsync).Needs(Right.See);
        bay.MapPut("/visits/{id:guid}/findings/{findingId:guid}", PutAsync).Needs(Right.Work);
        bay.MapDelete("/visits/{id:guid}/findings/{findingId:guid}", TakeBackAsync).Needs(Right.Work);
        bay.MapPut("/visits/{id:guid}/findings/{findingId:guid}/mended", MendAsync).Needs(Right.Work);
    }

    private static async Task<Ok<RulebookAnswer>> RulebookAsync(Guid id, ShopFile file)
    {
        Visit visit = await file.Visits.AsNoTracking().FirstOrDefaultAsync(v => v.Id == id)
            ?? throw Refusal.NotFound("There is no such visit.");
        return TypedResults.Ok(RulebookOf(visit));
    }

    /// <summary>The rulebook as it stands for a visit.</summary>
    internal static RulebookAnswer RulebookOf(Visit visit)
    {
        List<ObservationRule> rows = [.. Rulebook.All.Where(r => r.Goes(visit.Gear)
            && Places.Of(visit.Gear).Any(p => r.Places.Contains(p.Kind)))];
        return new RulebookAnswer(
            [.. rows
                .Select(r => r.Subject)
                .Distinct()
                .Select(s => new SubjectAnswer(
                    s,
                    SubjectWords.Of(s),
                    Subjects.InnerAndOuter(s),
                    s is Subject.Bearing or Subject.Cup))],
            [.. rows.Select(r => new ObservationRuleAnswer(
                r.Code,
                r.Subject,
                r.Seen,
                r.Judge(visit.Practices),
                r.Jobs,
                r.Places))]);
    }

    // What would mend it, with the minutes it adds, before anybody agrees.
    private static async Task<Ok<List<Remedy>>> RemediesAsync(Guid id, string rule, string place, ShopFile file)
    {
        Visit visit = await VisitPage.OpenAsync(file, id);
        ObservationRule seen = Rulebook.Find(rule) ?? throw Refusal.Malformed("Pick what you see.", "rule");
        if (!Place.TryParse(place, out Place at) || !Places.Has(visit.Gear, at))
        {
            throw Refusal.Malformed($"This trailer has no place “{place}”.", "place");
        }

        VisitJobs.VisitAtWork standing = await VisitJobs.StandingAsync(file, visit);
        JobCatalogue catalogue = JobCatalogue.Of(standing.Practices);
        List<Remedy> remedies = [];
        foreach (JobAt job in Remedies.For(seen, visit.Gear, at, standing.Practices))
        {
            // Where brakes and springs are renewed in pairs, both sides come first.
            IReadOnlyList<JobAt> pair =
                [.. Remedies.InPair(seen.Subject, job, visit.Gear, standing.Practices).Except(visit.Jobs)];
            string name = catalogue.Find(job.Job)!.Name;
            if (pair.Count == 2)
            {
                Place axle = Place.OfAxle(Place.Of(job.Place).Axle);
                remedies.Add(new Remedy(
                    job.Job,
                    name,
                    axle.Code,
                    $"both sides of {axle.Spoken}",
                    pair,
                    standing.Look([.. visit.Jobs, .. pair], visit.Technicians)));
            }

            remedies.AddRange(pair.Where(one => pair.Count == 1 || one == job).Select(one => new Remedy(
                one.Job,
                name,
                one.Place,
                Place.Of(one.Place).Whereabouts,
                [one],
                standing.Look([.. visit.Jobs, one], visit.Technicians))));
        }

        return TypedResults.Ok(remedies);
    }

    private static async Task<Ok<VisitState>> PutAsync(
        Guid id,
        Guid findingId,
        FindingDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        Checks.Id(findingId);
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (await file.Findings.AsNoTracking().FirstOrDefaultAsync(f => f.Id == findingId) is { } same)
        {
            return same.VisitId == id && same.RuleCode == draft.RuleCode
                ? TypedResults.Ok(await Steps.StateAsync(file, id))
                : throw Refusal.Conflict("This id belongs to another finding.");
        }

        Visit visit = await VisitPage.OpenAsync(file, id);
        if (await file.IsBuriedAsync(findingId))
        {
            // A late copy of what was taken back: it stays taken back.
            return TypedResults.Ok(await Steps.StateAsync(file, id));
        }

        Checks checks = new();
        Finding? finding = Found(checks, "", findingId, draft, visit, clock, worker);
        checks.Done();
        if (draft.Jobs is { Count: > 0 } added)
        {
            await VisitJobs.ChangeAsync(file, visit, [.. visit.Jobs, .. added.Except(visit.Jobs)], visit.Technicians);
        }

        file.Findings.Add(finding!);
        return await FinishAsync(file, visit, clock, transaction);
    }

    /// <summary>
    /// A finding as it will be kept; null, with what is wrong noted below the pointer, where it can't be.
    /// </summary>
    internal static Finding? Found(
        Checks checks,
        string at,
        Guid id,
        FindingDraft draft,
        Visit visit,
        Clock clock,
        Worker worker)
    {
        Checks.Id(id);
        ObservationRule? rule = Rulebook.Find(draft.RuleCode);
        bool there = Place.TryParse(draft.Place, out Place place) && Places.Has(visit.Gear, place);
        checks.Add(
            $"{at}/ruleCode",
            rule is null ? "Pick what you see."
                : rule.Goes(visit.Gear) ? null
                : $"“{rule.Seen}” does not go with this trailer’s running gear.");
        checks.Add($"{at}/place", there ? null : $"This trailer has no place “{draft.Place}”.");
        string note = checks.Text(
            $"{at}/note",
            draft.Note,
            "The note",
            LongestNote,
            required: false), which = draft.Which ?? "";
        checks.Add(
            $"{at}/which",
            which is "" or "inner" or "outer"
                && (which.Length == 0 || rule is null || Subjects.InnerAndOuter(rule.Subject))
                ? null
                : "Only of a bearing or a cup there is an inner and an outer one.");
        checks.Add(
            $"{at}/damage",
            draft.Damage is null
                || (Damages.Find(draft.Damage) is not null && rule?.Subject is Subject.Bearing or Subject.Cup)
                ? null
                : "Pick the damage of a bearing or a cup from the list.");
        Place home = rule is null || !there ? place : Subjects.Home(rule.Subject, visit.Gear, place);
        checks.Add(
            $"{at}/place",
            rule is null || rule.Places.Contains(home.Kind)
                ? null
                : $"{SubjectWords.Of(rule.Subject)} is not looked at at this place: {home.Spoken}.");
        return rule is null || !there ? null : new Finding
        {
            Id = id,
            TrailerId = visit.TrailerId,
            VisitId = visit.Id,
            Place = home.Code,
            Subject = rule.Subject,
            RuleCode = rule.Code,
            Seen = rule.Seen,
            Note = note,
            Which = which,
            Damage = draft.Damage,
            Judgement = rule.Judge(visit.Practices),
            At = clock.Now,
            PersonId = worker.Id,
        };
    }

    // Its pictures go with it.
    private static async Task<Ok<VisitState>> TakeBackAsync(
        Guid id,
        Guid findingId,
        ShopFile file,
        PhotoFolder folder,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await VisitPage.OpenAsync(file, id);
        List<Guid> pictures = [];
        await file.BuryAsync(findingId, "finding", clock.Now);
        if (await file.Findings.FirstOrDefaultAsync(f => f.Id == findingId && f.VisitId == id) is { } finding)
        {
            List<VisitPhoto> photos = await file.VisitPhotos.Where(p => p.FindingId == findingId).ToListAsync();
            pictures = photos.ConvertAll(p => p.Id);
            file.VisitPhotos.RemoveRange(photos);
            file.Findings.Remove(finding);
        }

        Ok<VisitState> state = await FinishAsync(file, visit, clock, transaction);
        pictures.ForEach(folder.Delete);
        return state;
    }

    private static async Task<Ok<VisitState>> MendAsync(
        Guid id,
        Guid findingId,
        MendingDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await VisitPage.OpenAsync(file, id);
        Finding finding = await file.Findings.FirstOrDefaultAsync(f => f.Id == findingId && f.VisitId == id)
            ?? throw Refusal.NotFound("There is no such finding in this visit.");
        Checks checks = new();
        string? how = draft.How is null ? null : checks.Text("/how", draft.How, "What was done about it", LongestNote);
        checks.Done();
        finding.Mended = how;
        return await FinishAsync(file, visit, clock, transaction);
    }

    private static async Task<Ok<VisitState>> FinishAsync(
        ShopFile file,
        Visit visit,
        Clock clock,
        Microsoft.EntityFrameworkCore.Storage.IDbContextTransaction transaction)
    {
        await file.SaveChangesAsync();
        await file.ConcludeAsync(visit, clock.Today);
        await file.SaveChangesAsync();
        VisitState state = await Steps.StateAsync(file, visit.Id);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }
}
