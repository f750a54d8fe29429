using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// The opening of the shop's file when the program starts. The program answers from the first moment on: requests wait
/// for the file, and whoever asks for its health hears that it is being opened.
/// </summary>
internal sealed class Opening(BackupFolder backups)
{
    /// <summary>How long a request waits for the file before it is told to come again.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    private readonly TaskCompletionSource done = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>Whether the file is open.</summary>
    internal bool Done => done.Task.IsCompletedSuccessfully;

    /// <summary>Ends when the file is open; what works behind the scenes begins then.</summary>
    internal Task OpenAsync(CancellationToken stop) => done.Task.WaitAsync(stop);

    /// <summary>
    /// Brings the file up to date and works out what nobody has. Answers why it can't be, in a sentence; null when it
    /// is open.
    /// </summary>
    internal async Task<string?> RunAsync(IServiceProvider services)
    {
        using IServiceScope scope = services.CreateScope();
        ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
        Clock clock = services.GetRequiredService<Clock>();
        try
        {
            await KeepBeforeUpgradeAsync(file);
            await file.PrepareAsync(services.GetRequiredService<TimeProvider>());
            clock.GoBy((await file.SettingsToReadAsync()).TimeZone);

            // After an upgrade standings are worked out before anybody asks: the yard's list is never empty meanwhile.
            // Those of yesterday wait for nobody.
            if (await file.Trailers.AnyAsync(t => !file.TrailerStatuses.Any(s => s.TrailerId == t.Id)))
            {
                await file.RefreshAllAsync(clock.Today);
            }
        }
        catch (Exception fault) when (WhyNot(fault) is { } why)
        {
            return why;
        }

        done.SetResult();
        return null;
    }

    // What an upgrade changes can be gone back to; without a backup there is no upgrade.
    private async Task KeepBeforeUpgradeAsync(ShopFile file)
    {
        string path = Path.GetFullPath(file.Database.GetDbConnection().DataSource);
        if (!File.Exists(path))
        {
            return;
        }

        FileEdition edition = await file.EditionAsync();
        string kept = Path.Combine(backups.Folder, $"before-{edition.Newest}.zip");
        if (edition is { Newest: not null, IsNewer: false, IsEarlier: true } && !File.Exists(kept))
        {
            Directory.CreateDirectory(backups.Folder);
            await Backup.WriteAsync(Path.GetDirectoryName(path)!, kept, beside: true);
        }
    }

    /// <summary>Lets requests wait for the file; after a while they are told to come again (503).</summary>
    internal async Task HoldAsync(HttpContext context, RequestDelegate next)
    {
        if (!Done && !context.Request.Path.StartsWithSegments("/health"))
        {
            try
            {
                await OpenAsync(context.RequestAborted).WaitAsync(Patience, context.RequestAborted);
            }
            catch (TimeoutException)
            {
                throw new Refusal(
                    StatusCodes.Status503ServiceUnavailable,
                    "The shop’s file is being opened; that takes a while after an upgrade. Try again in a minute.",
                    []);
            }
        }

        await next(context);
    }

    /// <summary>Why a shop's file can't be opened, in a sentence; null for a fault that says nothing of it.</summary>
    internal static string? WhyNot(Exception fault) => DiskFault(fault)
        ?? (fault is NewerFileException or InvalidOperationException or IOException or UnauthorizedAccessException
            ? fault.Message
            : null);

    /// <summary>What is wrong with the file or its disk, in a sentence; null for any other fault.</summary>
    internal static string? DiskFault(Exception fault) => (fault as SqliteException ?? fault.InnerException) switch
    {
        SqliteException { SqliteErrorCode: 11 or 26 } =>
            "The shop's file is damaged, or is no shop's file. Restore last night's backup into an empty folder.",
        SqliteException { SqliteErrorCode: 13 } => Full,
        SqliteException { SqliteErrorCode: 8 or 14 } =>
            "The shop's file can't be opened for writing: see who may write to its folder.",
        SqliteException { SqliteErrorCode: 10 } =>
            "The disk that the shop's file lies on does not read or write as it should.",
        _ => fault is IOException { HResult: NoSpace } ? Full : null,
    };

    private const string Full = "The disk is full: make room.";

    // ENOSPC of POSIX, as .NET hands it on.
    private const int NoSpace = 28;
}
