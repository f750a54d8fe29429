using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Jobs;
using SturdyTinker.Core.Schools;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>A job that a trailer can have.</summary>
/// <param name="Code">Code of the job.</param>
/// <param name="Name">The job in words.</param>
/// <param name="Area">The part of the trailer it belongs to.</param>
/// <param name="Places">Codes of the places it can be done at.</param>
/// <param name="Against">The school that forbids it, in words; null when none does.</param>
public sealed record JobOffered(string Code, string Name, JobArea Area, IReadOnlyList<string> Places, string? Against);

internal static class JobsOffered
{
    internal static void MapJobsOffered(this RouteGroupBuilder bay) => bay.MapGet("/jobs", ListAsync);

    private static async Task<Ok<List<JobOffered>>> ListAsync(Guid trailer, ShopFile file)
    {
        Trailer found = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == trailer) ?? throw Refusal.NotFound("There is no such trailer.");
        SchoolChoices schools = await file.SchoolsAsync(found);
        return TypedResults.Ok(Catalogue.For(found.Gear).Select(j => new JobOffered(
            j.Job.Code,
            j.Job.Name,
            j.Job.Area,
            [.. j.Places.Select(p => p.Code)],
            j.Job.Forbids is { } school && schools.Is(school.Question, school.Answer) ? $"{schools.Whose(school.Question)}: {schools.For(school.Question).Words}" : null)).ToList());
    }
}
