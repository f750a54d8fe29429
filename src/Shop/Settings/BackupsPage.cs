using Microsoft.AspNetCore.Http.HttpResults;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;

namespace SturdyTinker.Shop.Settings;

internal static class BackupsPage
{
    internal static void MapBackups(this RouteGroupBuilder settings)
    {
        settings.MapGet(
            "/backups",
            async (BackupNights nights, CancellationToken stop) => TypedResults.Ok(await nights.AllAsync(stop)))
                .Needs(Right.Backups);
        settings.MapPost("/backups", MakeAsync).Needs(Right.Backups);
    }

    private static async Task<Ok<BackupsAnswer>> MakeAsync(BackupNights nights, Worker worker, CancellationToken stop)
    {
        _ = worker;
        await nights.MakeAsync(stop);
        return TypedResults.Ok(await nights.AllAsync(stop));
    }
}
