using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>Whether the program and its file are well.</summary>
/// <param name="Status">"ok", or what is wrong, in a sentence.</param>
/// <param name="Version">Version of the program.</param>
/// <param name="Migration">The newest migration in the file; empty while it can't be read.</param>
public sealed record HealthAnswer(string Status, string Version, string Migration);

internal static class HealthEndpoint
{
    // Less room than this, and the day's work may not be written any more. Source: from memory.
    private const long LeastRoom = 50L * 1024 * 1024;
    private const string Opens = "The shop’s file is being opened.";

    /// <summary>Version of the program.</summary>
    internal static string Version => typeof(HealthEndpoint).Assembly.GetName().Version!.ToString(3);

    /// <summary>
    /// "/health/live" says that the program runs; "/health/ready", and "/health", whether it can do its work: 503 with
    /// the cause where it can't.
    /// </summary>
    internal static void MapHealth(this WebApplication app)
    {
        app.MapGet("/health/live", () => TypedResults.Ok(new HealthAnswer("ok", Version, "")))
            .WithTags("Health")
            .AllowAnonymous();
        app.MapGet("/health/ready", ReadyAsync).WithTags("Health").AllowAnonymous();
        app.MapGet("/health", ReadyAsync).WithTags("Health").AllowAnonymous();
    }

    private static async Task<Results<Ok<HealthAnswer>, JsonHttpResult<HealthAnswer>>> ReadyAsync(
        ShopFile file,
        Opening opening,
        CancellationToken stop)
    {
        string migration = "", status = opening.Done ? "ok" : Opens;
        try
        {
            if (opening.Done)
            {
                migration = (await file.EditionAsync(stop)).Newest ?? "";
                status = await WritableAsync(file, stop) ?? "ok";
            }
        }
        catch (Exception fault) when (Opening.WhyNot(fault) is { } why)
        {
            status = why;
        }

        HealthAnswer answer = new(status, Version, migration);
        return status == "ok"
            ? TypedResults.Ok(answer)
            : TypedResults.Json(answer, statusCode: StatusCodes.Status503ServiceUnavailable);
    }

    // Asked of SQLite itself: a lock to write, taken and given back. Somebody who writes just now is a good sign.
    private static async Task<string?> WritableAsync(ShopFile file, CancellationToken stop)
    {
        string path = Path.GetFullPath(file.Database.GetDbConnection().DataSource);
        if (new DriveInfo(path).AvailableFreeSpace < LeastRoom)
        {
            return "The disk is nearly full: make room before the day's work can't be written.";
        }

        file.Database.SetCommandTimeout(1);
        try
        {
            await using var nothing = await file.Database.BeginTransactionAsync(stop);
            await file.Database.ExecuteSqlRawAsync("UPDATE Settings SET Id = Id WHERE Id < 0", stop);
            await nothing.RollbackAsync(stop);
            return null;
        }
        catch (SqliteException busy) when (busy.SqliteErrorCode is 5 or 6)
        {
            return null;
        }
        finally
        {
            file.Database.SetCommandTimeout(null);
        }
    }
}
