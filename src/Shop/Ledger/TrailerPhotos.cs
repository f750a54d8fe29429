using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>A photograph taken of a trailer.</summary>
/// <param name="Id">The photograph.</param>
/// <param name="VisitId">The visit it was taken in.</param>
/// <param name="At">When.</param>
/// <param name="By">Who took it.</param>
/// <param name="Seen">What was found that it shows, and where; null for a picture taken at a step.</param>
/// <param name="Verdict">What that was judged to be; null for a picture taken at a step.</param>
public sealed record TrailerPhoto(
    Guid Id,
    Guid VisitId,
    DateTimeOffset At,
    string By,
    string? Seen,
    Verdict? Verdict);

/// <summary>A page of a trailer's photographs, newest first.</summary>
/// <param name="Photos">The photographs.</param>
/// <param name="More">Whether older ones follow.</param>
public sealed record TrailerPhotoPage(IReadOnlyList<TrailerPhoto> Photos, bool More);

/// <summary>Every photograph that was taken of a trailer.</summary>
internal static class TrailerPhotos
{
    /// <summary>Photographs of a page.</summary>
    internal const int PageSize = 24;

    internal static void MapTrailerPhotos(this RouteGroupBuilder ledger) =>
        ledger.MapGet("/trailers/{id:guid}/photos", PageAsync).Needs(Right.See);

    private static async Task<Ok<TrailerPhotoPage>> PageAsync(
        Guid id,
        int? skip,
        ShopFile file,
        CancellationToken stop)
    {
        if (skip is < 0)
        {
            throw Refusal.Malformed("A page of photographs starts at 0 or later.", "skip");
        }

        if (!await file.Trailers.AnyAsync(t => t.Id == id, stop))
        {
            throw Refusal.NotFound("There is no such trailer.");
        }

        var taken = await (from photo in file.VisitPhotos.AsNoTracking()
                           join visit in file.Visits on photo.VisitId equals visit.Id
                           join person in file.People on photo.PersonId equals person.Id
                           where visit.TrailerId == id
                           orderby photo.At descending, photo.Id descending
                           select new
                           {
                               photo.Id,
                               photo.VisitId,
                               photo.At,
                               By = person.Name,
                               Finding = file.Findings.FirstOrDefault(f => f.Id == photo.FindingId)
                           }).Skip(skip ?? 0).Take(PageSize + 1).ToListAsync(stop);
        return TypedResults.Ok(new TrailerPhotoPage(
            [.. taken.Take(PageSize).Select(t => new TrailerPhoto(
                t.Id,
                t.VisitId,
                t.At,
                t.By,
                t.Finding?.InWords,
                t.Finding?.Judgement.Verdict))],
            taken.Count > PageSize));
    }
}
