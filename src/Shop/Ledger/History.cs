using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger.Amending;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>A closed visit as a line.</summary>
/// <param name="Id">The visit.</param>
/// <param name="TrailerId">The trailer.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="TrailerName">What it is.</param>
/// <param name="ClosedAt">When it was closed.</param>
/// <param name="By">Who closed it.</param>
/// <param name="What">The jobs in a line.</param>
/// <param name="Worst">The gravest verdict the visit left standing; null when nothing was judged.</param>
/// <param name="Mended">How many things found were mended in it.</param>
/// <param name="ReleasedBecause">Why a trailer on Hold left; null when none was.</param>
/// <param name="TakenOver">What earlier record it was taken over from; empty for a visit to this shop.</param>
public sealed record PastVisit(
    Guid Id,
    Guid TrailerId,
    string Tag,
    string TrailerName,
    DateTimeOffset ClosedAt,
    string By,
    string What,
    Verdict? Worst,
    int Mended,
    string? ReleasedBecause,
    string TakenOver);

/// <summary>A page of closed visits, newest first.</summary>
/// <param name="Visits">The visits.</param>
/// <param name="More">Whether older ones follow.</param>
public sealed record PastVisits(IReadOnlyList<PastVisit> Visits, bool More);

/// <summary>A visit's sheet: what was done, seen, measured and used, and what was remarked since.</summary>
public sealed record VisitSheet(
    VisitAnswer Visit,
    string? ClosedBy,
    string TakenOver,
    string? ReleasedBecause,
    IReadOnlyList<FollowUpAnswer> FollowUps,
    IReadOnlyList<AmendmentAnswer> Amendments);

internal static class History
{
    private const int MostVisits = 200;

    internal static void MapHistory(this RouteGroupBuilder ledger)
    {
        ledger.MapGet("/visits", ListAsync).Needs(Right.See);
        ledger.MapGet("/visits/{id:guid}", SheetAsync).Needs(Right.See);
    }

    private static async Task<Ok<PastVisits>> ListAsync(ShopFile file, Guid? trailer, int? skip, int? take)
    {
        int rows = take ?? 40;
        if (rows is < 1 or > MostVisits || skip is < 0)
        {
            throw Refusal.Malformed($"A page has 1 to {MostVisits} visits and starts at 0 or later.", "take");
        }

        var found = await (from visit in file.Visits.AsNoTracking()
                           join kept in file.Trailers on visit.TrailerId equals kept.Id
                           join person in file.People on visit.ClosedBy equals person.Id
                           where visit.ClosedAt != null && (trailer == null || visit.TrailerId == trailer)
                           orderby visit.ClosedAt descending
                           select new
                           {
                               visit,
                               kept.Tag,
                               TrailerName = kept.Name,
                               By = person.Name
                           }).Skip(skip ?? 0).Take(rows + 1).ToListAsync();
        List<Guid> ids = found.ConvertAll(f => f.visit.Id);
        ILookup<Guid, Finding> findings = (await file.Findings
            .AsNoTracking()
            .Where(f => ids.Contains(f.VisitId))
            .ToListAsync()).ToLookup(f => f.VisitId);
        ILookup<Guid, Reading> readings = (await file.Readings
            .AsNoTracking()
            .Where(r => ids.Contains(r.VisitId) && r.Judgement != null)
            .ToListAsync()).ToLookup(r => r.VisitId);
        Dictionary<Guid, string> released = await file.Releases
            .AsNoTracking()
            .Where(r => r.VisitId != null && ids.Contains(r.VisitId.Value))
            .ToDictionaryAsync(r => r.VisitId!.Value, r => r.Reason);
        return TypedResults.Ok(new PastVisits(
            [.. found.Take(rows).Select(f => new PastVisit(
                f.visit.Id, f.visit.TrailerId, f.Tag, f.TrailerName, f.visit.ClosedAt!.Value, f.By,
                f.visit.Jobs.Count > 0 ? JobWords.Of(f.visit) : "No job, only what was noted",
                StandingObservations.Gravest(new TrailerObservations(
                    f.visit.Gear,
                    [.. findings[f.visit.Id]],
                    [.. readings[f.visit.Id]])
                    {
                        Conclusions = f.visit.Conclusions
                    }), findings[f.visit.Id].Count(x => x.Mended is not null),
                        released.GetValueOrDefault(f.visit.Id),
                        f.visit.TakenOver))],
            found.Count > rows));
    }

    private static async Task<Ok<VisitSheet>> SheetAsync(Guid id, ShopFile file) =>
        TypedResults.Ok(await AnswerAsync(file, id));

    /// <summary>A visit's sheet.</summary>
    internal static async Task<VisitSheet> AnswerAsync(ShopFile file, Guid id)
    {
        VisitAnswer visit = await VisitPage.AnswerAsync(file, id);
        var closing = await (from closed in file.Visits.AsNoTracking()
                             where closed.Id == id
                             select new
                             {
                                 closed.TakenOver,
                                 ReleasedBecause = file.Releases
                                 .Where(r => r.VisitId == id)
                                 .Select(r => r.Reason)
                                 .FirstOrDefault(),
                                 By = file.People
                                     .Where(p => p.Id == closed.ClosedBy)
                                     .Select(p => p.Name)
                                     .FirstOrDefault()
                             }).FirstAsync();
        return new VisitSheet(
            visit,
            closing.By,
            closing.TakenOver,
            closing.ReleasedBecause,
            await (from owed in file.FollowUps.AsNoTracking()
                   where owed.VisitId == id && owed.DoneAt == null
                   select new FollowUpAnswer(
                       owed.Id,
                       owed.TrailerId,
                       visit.Tag,
                       owed.Words,
                       owed.DueOn,
                       owed.Reason)).ToListAsync(),
            await AmendmentEndpoints.OfAsync(file, id));
    }
}
