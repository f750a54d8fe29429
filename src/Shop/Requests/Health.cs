using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>Whether the program and its file are well.</summary>
/// <param name="Status">"ok".</param>
/// <param name="Version">Version of the program.</param>
/// <param name="Migration">The newest migration in the file.</param>
public sealed record HealthAnswer(string Status, string Version, string Migration);

internal static class HealthEndpoint
{
    internal static void MapHealth(this WebApplication app) => app.MapGet("/health", AnswerAsync).WithTags("Health");

    private static async Task<Ok<HealthAnswer>> AnswerAsync(ShopFile file) => TypedResults.Ok(new HealthAnswer(
        "ok",
        typeof(HealthEndpoint).Assembly.GetName().Version!.ToString(3),
        (await file.Database.GetAppliedMigrationsAsync()).Last()));
}
