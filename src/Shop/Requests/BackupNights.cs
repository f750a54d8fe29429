using System.Globalization;
using System.Text.Json;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>A backup that is kept.</summary>
/// <param name="Name">Name of its file.</param>
/// <param name="Day">The shop's day it was made on.</param>
/// <param name="At">When it was made.</param>
/// <param name="Bytes">Its size, without the pictures that backups share.</param>
/// <param name="Pictures">How many files of pictures it holds, the small ones among them.</param>
/// <param name="Missing">How many that the record names were missing.</param>
/// <param name="Problem">Why it could not be laid back when that was tried; null where it could.</param>
public sealed record BackupNight(
    string Name,
    DateOnly Day,
    DateTimeOffset At,
    long Bytes,
    int Pictures,
    int Missing,
    string? Problem);

/// <summary>The backups of a shop, made by themselves.</summary>
/// <param name="Folder">Where they lie.</param>
/// <param name="Nights">Those that are kept, the newest first.</param>
/// <param name="Problem">Why the last one could not be made; null where it could.</param>
/// <param name="Second">The folder that each is copied to; null for none.</param>
/// <param name="SecondProblem">Why the last one could not be copied there; null where it could.</param>
public sealed record BackupsAnswer(
    string Folder,
    IReadOnlyList<BackupNight> Nights,
    string? Problem,
    string? Second,
    string? SecondProblem);

/// <summary>Where backups lie that are made by themselves.</summary>
internal sealed class BackupFolder(ShopOptions given)
{
    private const string None = "none";

    /// <summary>Whether one is made every day.</summary>
    internal bool Nightly => given.Backups != None;

    /// <summary>The folder; made with the first backup.</summary>
    internal string Folder { get; } = Path.GetFullPath(
        given.Backups is null or None ? Path.Combine(given.Data, "backups") : given.Backups);

    /// <summary>The folder that each is copied to; null for none.</summary>
    internal string? Second { get; } =
        string.IsNullOrWhiteSpace(given.BackupsAlso) ? null : Path.GetFullPath(given.BackupsAlso);
}

/// <summary>
/// Makes a backup of every day the shop is at work, lays each back into a scratch folder to see that it can be, and
/// keeps them by <see cref="BackupRule"/>.
/// </summary>
internal sealed partial class BackupNights(
    ShopOptions given,
    BackupFolder where,
    Clock clock,
    Opening opening,
    ILogger<BackupNights> log) : BehindTheScenes(opening, log, TimeSpan.FromMinutes(10), Failed)
{
    private const string Failed = "The backup could not be made; it is tried again soon.";
    private const string Before = "shop-", After = ".zip", Noted = ".json", Shape = "yyyy-MM-dd";

    // Pictures that no backup names any more go once the oldest backup that might have named them is gone.
    private static readonly TimeSpan PicturesKept = TimeSpan.FromDays(400);

    private readonly string shop = Path.GetFullPath(given.Data);
    private readonly string folder = where.Folder;
    private readonly SemaphoreSlim one = new(1);
    private string? problem, secondProblem;

    /// <summary>The backups there are.</summary>
    internal async Task<BackupsAnswer> AllAsync(CancellationToken stop)
    {
        List<BackupNight> nights = [];
        foreach (DateOnly day in Days(folder).OrderDescending())
        {
            FileInfo zip = new(ZipOf(day));
            nights.Add(await NoteOfAsync(day, stop) ?? new BackupNight(
                zip.Name,
                day,
                zip.LastWriteTimeUtc,
                zip.Length,
                0,
                0,
                "It was never laid back to see that it can be."));
        }

        return new BackupsAnswer(folder, nights, problem, where.Second, secondProblem);
    }

    /// <summary>Makes today's now, in the place of one that was made earlier today.</summary>
    internal async Task MakeAsync(CancellationToken stop)
    {
        await one.WaitAsync(stop);
        try
        {
            Directory.CreateDirectory(folder);
            DateOnly day = clock.Today;
            string zip = ZipOf(day);
            Kept kept = await Backup.WriteAsync(shop, zip, beside: true);
            string? wrong = null;
            try
            {
                kept = await Backup.TryAsync(zip);
            }
            catch (Exception fault) when (fault is InvalidDataException or IOException or UnauthorizedAccessException)
            {
                wrong = fault.Message;
            }

            BackupNight night = new(
                Path.GetFileName(zip),
                day,
                clock.Now,
                new FileInfo(zip).Length,
                kept.Pictures,
                kept.Missing,
                wrong);
            await File.WriteAllTextAsync(NoteOf(day), JsonSerializer.Serialize(night), stop);

            // A night that can't be laid back takes no good one's place.
            if (wrong is null)
            {
                Drop(folder);
            }

            problem = null;
            CopyToSecond(zip);
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException
            or Microsoft.Data.Sqlite.SqliteException)
        {
            problem = Opening.DiskFault(fault) ?? fault.Message;
            LogFault(log, fault);
        }
        finally
        {
            one.Release();
        }
    }

    /// <inheritdoc/>
    public override void Dispose()
    {
        one.Dispose();
        base.Dispose();
    }

    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        if (where.Nightly && (!File.Exists(ZipOf(clock.Today)) || await NoteOfAsync(clock.Today, stop) is null))
        {
            await MakeAsync(stop);
        }
    }

    // The one that was made, and every picture that is not there yet. What is wrong with the second folder is told, and
    // keeps nobody from having the first.
    private void CopyToSecond(string zip)
    {
        if (where.Second is not { } second)
        {
            return;
        }

        try
        {
            foreach (string file in (IEnumerable<string>)[zip, Path.ChangeExtension(zip, Noted)])
            {
                Backup.Copy(file, Path.Combine(second, Path.GetFileName(file)));
            }

            foreach (FileInfo picture in Pictures(folder))
            {
                Backup.CopyOnce(picture.FullName, Path.Combine(second, Backup.PhotosFolder, picture.Name));
            }

            Drop(second);
            secondProblem = null;
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            secondProblem = Opening.DiskFault(fault) ?? fault.Message;
            LogFault(log, fault);
        }
    }

    private void Drop(string from)
    {
        foreach (DateOnly day in BackupRule.ToDrop([.. Days(from)]))
        {
            File.Delete(ZipOf(day, from));
            File.Delete(Path.ChangeExtension(ZipOf(day, from), Noted));
        }

        foreach (FileInfo picture in Pictures(from))
        {
            if (!File.Exists(Path.Combine(shop, Backup.PhotosFolder, picture.Name))
                && clock.Now - picture.LastWriteTimeUtc > PicturesKept)
            {
                picture.Delete();
            }
        }
    }

    private static IEnumerable<FileInfo> Pictures(string from)
    {
        DirectoryInfo pictures = new(Path.Combine(from, Backup.PhotosFolder));
        return pictures.Exists ? pictures.EnumerateFiles("*.jpg") : [];
    }

    private static IEnumerable<DateOnly> Days(string from) =>
        (Directory.Exists(from) ? Directory.EnumerateFiles(from, $"{Before}*{After}") : [])
            .Select(f => DateOnly.TryParseExact(
                Path.GetFileName(f)[Before.Length..^After.Length],
                Shape,
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out DateOnly day) ? day : (DateOnly?)null)
            .OfType<DateOnly>();

    private string ZipOf(DateOnly day, string? from = null) => Path.Combine(
        from ?? folder,
        Before + day.ToString(Shape, CultureInfo.InvariantCulture) + After);

    private string NoteOf(DateOnly day) => Path.ChangeExtension(ZipOf(day), Noted);

    private async Task<BackupNight?> NoteOfAsync(DateOnly day, CancellationToken stop)
    {
        try
        {
            return File.Exists(NoteOf(day))
                ? JsonSerializer.Deserialize<BackupNight>(await File.ReadAllTextAsync(NoteOf(day), stop))
                : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    [LoggerMessage(LogLevel.Error, Failed)]
    private static partial void LogFault(ILogger log, Exception exception);
}
