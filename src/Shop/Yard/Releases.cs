using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Status;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Yard;

/// <summary>A trailer on Hold to be let go on the road.</summary>
/// <param name="Reason">Why it may go.</param>
public sealed record ReleaseDraft(string Reason);

/// <summary>A release, kept for good.</summary>
/// <param name="VisitId">The visit that was closed with it; null when the trailer stood outside.</param>
public sealed record ReleaseAnswer(
    Guid Id,
    Guid? VisitId,
    string Reason,
    IReadOnlyList<string> Holds,
    DateTimeOffset At,
    string By);

internal static class Releases
{
    private const int LongestReason = 500;

    internal static void MapReleases(this RouteGroupBuilder yard)
    {
        yard.MapGet(
            "/trailers/{id:guid}/releases",
            async (Guid id, ShopFile file) => TypedResults.Ok(await AllAsync(file, id))).Needs(Right.See);
        yard.MapPut("/trailers/{id:guid}/releases/{releaseId:guid}", PutAsync).Needs(Right.Release).AsksSecret();
    }

    /// <summary>Every release of a trailer, newest first.</summary>
    internal static async Task<List<ReleaseAnswer>> AllAsync(ShopFile file, Guid trailerId) =>
        [.. (await (from release in file.Releases.AsNoTracking()
                    join person in file.People on release.PersonId equals person.Id
                    where release.TrailerId == trailerId
                    orderby release.At descending
                    select new { release, person.Name }).ToListAsync()).Select(r => new ReleaseAnswer(
                        r.release.Id,
                        r.release.VisitId,
                        r.release.Reason,
                        r.release.Holds,
                        r.release.At,
                        r.Name))];

    private static async Task<Ok<TrailerAnswer>> PutAsync(
        Guid id,
        Guid releaseId,
        ReleaseDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        HttpContext context)
    {
        Checks.Id(releaseId);
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (await file.Releases.AsNoTracking().FirstOrDefaultAsync(r => r.Id == releaseId) is { } same)
        {
            return same.TrailerId == id
                ? TypedResults.Ok(await TrailerPage.AnswerAsync(file, id, clock.Today))
                : throw Refusal.Conflict("This id belongs to another trailer's release.");
        }

        Trailer trailer = await file.Trailers.FirstOrDefaultAsync(t => t.Id == id)
            ?? throw Refusal.NotFound("There is no such trailer.");
        Checks checks = new();
        string reason = checks.Text("/reason", draft.Reason, "Why it may go", LongestReason);
        checks.Done();
        if (await file.Visits.AnyAsync(v => v.TrailerId == id && v.ClosedAt == null))
        {
            throw Refusal.Conflict($"{trailer.Tag} stands in the bay: it is let go by closing its visit.");
        }

        if (TrailerStatus.Of(
            await file.RecordAsync(trailer, clock.Today),
            clock.Today).Hold is not { Released: false } held)
        {
            throw Refusal.Conflict($"Nothing holds {trailer.Tag}, or it has been let go already.");
        }

        Confirmations.Ask(context);
        file.Releases.Add(new Release
        {
            Id = releaseId,
            TrailerId = id,
            Reason = reason,
            Holds = held.Seen,
            At = clock.Now,
            PersonId = worker.Id
        });
        await file.SaveChangesAsync();
        await file.RefreshAsync(id, clock.Today);
        await file.SaveChangesAsync();
        TrailerAnswer answer = await TrailerPage.AnswerAsync(file, id, clock.Today);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }
}
