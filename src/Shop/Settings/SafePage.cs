using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Settings;

/// <summary>How the program, its file and what goes in and out stand.</summary>
/// <param name="Version">Version of the program.</param>
/// <param name="Edition">The newest change of the file's shape.</param>
/// <param name="FileBytes">Size of the shop's file.</param>
/// <param name="FreeBytes">What is free on its disk.</param>
/// <param name="MailWaiting">Messages that wait to go.</param>
/// <param name="MailFailed">Messages of the last thirty days that were given up.</param>
/// <param name="Doubted">Meter readings that were set aside and wait for somebody.</param>
/// <param name="Writes">How many writes are on the trail.</param>
/// <param name="Head">Digest of the last one.</param>
public sealed record SafeAnswer(
    string Version,
    string Edition,
    long FileBytes,
    long FreeBytes,
    int MailWaiting,
    int MailFailed,
    int Doubted,
    long Writes,
    string Head);

/// <summary>A write that is on the trail.</summary>
/// <param name="Id">Its number.</param>
/// <param name="At">When.</param>
/// <param name="Person">Who.</param>
/// <param name="Where">The shop's tablet it came from; "a browser", or "a program".</param>
/// <param name="What">
/// What was asked for: the method and the address; "sign-in Secret", "refused Pin" and so on at the door.
/// </param>
/// <param name="Hash">Its digest, over the one before and itself.</param>
/// <param name="Content">What it changed, as JSON; null where nothing is told or it was erased.</param>
/// <param name="Erased">Whether what it changed was erased.</param>
public sealed record WriteAnswer(
    long Id,
    DateTimeOffset At,
    string Person,
    string Where,
    string What,
    string Hash,
    string? Content,
    bool Erased);

/// <summary>A page of the trail, the newest first.</summary>
/// <param name="Writes">The writes.</param>
/// <param name="More">Whether there are older ones.</param>
public sealed record WritesAnswer(IReadOnlyList<WriteAnswer> Writes, bool More);

/// <summary>What is kept safe, and who wrote what.</summary>
internal static class SafePage
{
    private const int Most = 200;
    private static readonly TimeSpan FailedShown = TimeSpan.FromDays(30);

    internal static void MapSafe(this RouteGroupBuilder settings)
    {
        settings.MapGet("/safe", ReadAsync).Needs(Right.Backups);
        settings.MapGet("/writes", WritesAsync).Needs(Right.People);
    }

    private static async Task<Ok<SafeAnswer>> ReadAsync(ShopFile file, Clock clock)
    {
        string path = Path.GetFullPath(file.Database.GetDbConnection().DataSource);
        DateTimeOffset since = clock.Now - FailedShown;
        var last = await file.Changes
            .AsNoTracking()
            .OrderByDescending(c => c.Id)
            .Select(c => new { c.Id, c.Hash })
            .FirstOrDefaultAsync();
        return TypedResults.Ok(new SafeAnswer(
            HealthEndpoint.Version,
            (await file.EditionAsync()).Newest ?? "",
            new FileInfo(path).Length,
            new DriveInfo(path).AvailableFreeSpace,
            await file.OutgoingMails.CountAsync(m => m.SentAt == null && m.NextAt != null),
            await file.OutgoingMails.CountAsync(m => m.SentAt == null && m.NextAt == null && m.At > since),
            await file.DoubtedReadings.CountAsync(),
            last?.Id ?? 0,
            last?.Hash ?? ""));
    }

    private static async Task<Ok<WritesAnswer>> WritesAsync(ShopFile file, long? before, int? take)
    {
        int rows = take ?? 50;
        if (rows is < 1 or > Most)
        {
            throw Refusal.Malformed($"A page has 1 to {Most} writes.", "take");
        }

        var found = await (from change in file.Changes.AsNoTracking()
                           join person in file.People on change.PersonId equals person.Id
                           join session in file.Sessions on change.SessionId equals session.Id into sessions
                           from session in sessions.DefaultIfEmpty()
                           join device in file.Devices on session.DeviceId equals device.Id into devices
                           from device in devices.DefaultIfEmpty()
                           where before == null || change.Id < before
                           orderby change.Id descending
                           select new
                           {
                               change,
                               person.Name,
                               person.IsProgram,
                               Device = device == null ? null : device.Name
                           }).Take(rows + 1).ToListAsync();
        return TypedResults.Ok(new WritesAnswer(
            [.. found.Take(rows).Select(f => new WriteAnswer(
                f.change.Id,
                f.change.At,
                f.Name,
                f.Device ?? (f.change.PersonId == Person.Outsider ? "a link" : f.IsProgram ? "a program" : "a browser"),
                f.change.What,
                f.change.Hash,
                f.change.Content,
                f.change.Content is null && f.change.ContentHash.Length > 0))],
            found.Count > rows));
    }
}
