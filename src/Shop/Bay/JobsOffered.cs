using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>A job that a trailer can have.</summary>
/// <param name="Code">Code of the job.</param>
/// <param name="Name">The job in words.</param>
/// <param name="Area">The part of the trailer it belongs to.</param>
/// <param name="Places">Codes of the places it can be done at.</param>
/// <param name="Against">The practice that forbids it, in words; null when none does.</param>
public sealed record JobOffered(string Code, string Name, JobArea Area, IReadOnlyList<string> Places, string? Against);

internal static class JobsOffered
{
    internal static void MapJobsOffered(this RouteGroupBuilder bay) => bay.MapGet("/jobs", ListAsync).Needs(Right.See);

    private static async Task<Ok<List<JobOffered>>> ListAsync(Guid trailer, ShopFile file)
    {
        Trailer found = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == trailer)
            ?? throw Refusal.NotFound("There is no such trailer.");
        PracticeChoices practices = await file.PracticesAsync(found);
        return TypedResults.Ok(JobCatalogue.Of(practices).For(found.Gear).Select(j => new JobOffered(
            j.Job.Code,
            j.Job.Name,
            j.Job.Area,
            [.. j.Places.Select(p => p.Code)],
            j.Job.Forbids is { } practice && practices.Is(practice.Question, practice.Answer)
                ? $"{practices.Whose(practice.Question)}: {practices.For(practice.Question).Words}"
                : null)).ToList());
    }
}
