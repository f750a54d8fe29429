using System.IO.Compression;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace SturdyTinker.Store;

/// <summary>What a backup holds beside the shop's file.</summary>
/// <param name="Pictures">Files of pictures, the small ones among them.</param>
/// <param name="Missing">Files that the record names and that are not there.</param>
public sealed record Kept(int Pictures, int Missing);

/// <summary>A shop's whole record in one ZIP file: the SQLite file and the pictures beside it.</summary>
public static class Backup
{
    /// <summary>Name of the folder of pictures, beside the shop's file and in a backup.</summary>
    public const string PhotosFolder = "photos";

    /// <summary>
    /// Writes a backup whole or not at all; the shop may be at work meanwhile. The file is copied first: every picture
    /// that it names lies on disk by then, and those that it names are the ones that go along. Throws <see
    /// cref="FileNotFoundException"/> where there is no shop.
    /// </summary>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="zip">The backup to write.</param>
    /// <param name="beside">
    /// Whether its pictures lie in a folder beside it that later backups share, each once; otherwise all of them go
    /// into the ZIP.
    /// </param>
    public static async Task<Kept> WriteAsync(string folder, string zip, bool beside = false)
    {
        string shop = Path.Combine(
            folder,
            ShopFileOpening.FileName), copy = Path.GetTempFileName(), written = zip + ".new";
        if (!File.Exists(shop))
        {
            throw new FileNotFoundException($"There is no shop in {folder}.");
        }

        try
        {
            File.Delete(copy);
            await using (SqliteConnection connection = new(new SqliteConnectionStringBuilder
            {
                DataSource = shop,
                Pooling = false,
                DefaultTimeout = 30
            }.ConnectionString))
            {
                await connection.OpenAsync();
                await using SqliteCommand command = connection.CreateCommand();
                command.CommandText = "VACUUM INTO $copy";
                command.Parameters.AddWithValue("$copy", copy);
                await command.ExecuteNonQueryAsync();
            }

            List<string> named = await NamedAsync(copy), missing = [];
            await using (FileStream stream = File.Create(written))
            {
                await using (ZipArchive archive = new(stream, ZipArchiveMode.Create, leaveOpen: true))
                {
                    archive.Comment = HeadIs + await HeadAsync(copy);
                    await archive.CreateEntryFromFileAsync(copy, ShopFileOpening.FileName);
                    foreach (string picture in named)
                    {
                        string path = Path.Combine(folder, PhotosFolder, picture);
                        if (!File.Exists(path))
                        {
                            missing.Add(picture);
                        }
                        else if (beside)
                        {
                            CopyOnce(path, BesideOf(zip, picture));
                        }
                        else
                        {
                            await archive.CreateEntryFromFileAsync(
                                path,
                                $"{PhotosFolder}/{picture}",
                                CompressionLevel.NoCompression);
                        }
                    }
                }

                RandomAccess.FlushToDisk(stream.SafeFileHandle);
            }

            File.Move(written, zip, overwrite: true);
            return new Kept(named.Count - missing.Count, missing.Count);
        }
        finally
        {
            File.Delete(copy);
            File.Delete(written);
        }
    }

    /// <summary>
    /// Lays a backup into an empty folder: it is unpacked and checked beside it, and put there in one move. Throws
    /// <see cref="InvalidDataException"/> with a sentence where something lies in the folder already, or the file is no
    /// backup of ours, damaged, or of a newer program; nothing is left behind then.
    /// </summary>
    /// <param name="zip">The backup.</param>
    /// <param name="folder">The folder; made when absent.</param>
    public static Task<Kept> RestoreAsync(string zip, string folder) => LayAsync(zip, folder, drill: false);

    // In a drill the pictures beside the backup are only counted: they lie there already, and may be very many.
    private static Task<Kept> LayAsync(string zip, string folder, bool drill) => Laying.IntoAsync(folder, async laid =>
    {
        await using (ZipArchive archive = await OpenAsync(zip))
        {
            if (archive.GetEntry(ShopFileOpening.FileName) is null || archive.Entries.Any(e => !IsOurs(e.FullName)))
            {
                throw new InvalidDataException($"{zip} is no backup of a shop.");
            }

            foreach (ZipArchiveEntry entry in archive.Entries)
            {
                await UnpackAsync(entry, Path.Combine(laid, entry.FullName), zip);
            }
        }

        string file = Path.Combine(laid, ShopFileOpening.FileName);
        await CheckAsync(file, zip);
        List<string> named = await NamedAsync(file);
        int there = 0;
        foreach (string picture in named)
        {
            string path = Path.Combine(laid, PhotosFolder, picture), beside = BesideOf(zip, picture);
            if (!drill && File.Exists(beside))
            {
                CopyOnce(beside, path);
            }

            there += File.Exists(path) || File.Exists(beside) ? 1 : 0;
        }

        return new Kept(there, named.Count - there);
    });

    /// <summary>
    /// Sees that a backup can be laid back, by laying it into a scratch folder that goes afterwards; pictures that lie
    /// beside it are only counted. Throws as <see cref="RestoreAsync"/> does.
    /// </summary>
    public static async Task<Kept> TryAsync(string zip)
    {
        string scratch = Path.Combine(Path.GetTempPath(), $"tinker-drill-{Guid.CreateVersion7()}");
        try
        {
            return await LayAsync(zip, scratch, drill: true);
        }
        finally
        {
            if (Directory.Exists(scratch))
            {
                Directory.Delete(scratch, recursive: true);
            }
        }
    }

    // Where a picture lies that backups of one folder share.
    private static string BesideOf(string zip, string picture) =>
        Path.Combine(Path.GetDirectoryName(Path.GetFullPath(zip))!, PhotosFolder, picture);

    /// <summary>Copies a picture where it is not there whole: one never changes.</summary>
    public static void CopyOnce(string from, string to)
    {
        if (!File.Exists(to) || new FileInfo(to).Length != new FileInfo(from).Length)
        {
            Copy(from, to);
        }
    }

    /// <summary>Copies a file whole or not at all, in the place of what is there.</summary>
    public static void Copy(string from, string to)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(to)!);
        File.Copy(from, to + ".new", overwrite: true);
        File.Move(to + ".new", to, overwrite: true);
    }

    private static async Task UnpackAsync(ZipArchiveEntry entry, string path, string zip)
    {
        try
        {
            await using Stream from = await entry.OpenAsync();
            await using FileStream to = File.Create(path);
            await from.CopyToAsync(to);
            await to.FlushAsync();
            RandomAccess.FlushToDisk(to.SafeFileHandle);
        }
        catch (InvalidDataException)
        {
            throw new InvalidDataException($"{zip} is damaged: {entry.FullName} can't be read from it.");
        }
    }

    private static async Task<ZipArchive> OpenAsync(string zip)
    {
        try
        {
            return await ZipFile.OpenReadAsync(zip);
        }
        catch (InvalidDataException)
        {
            throw new InvalidDataException($"{zip} is no backup of a shop.");
        }
    }

    // Nothing but the file and pictures of ours: an entry can't climb out of the folder.
    private static bool IsOurs(string name) => name == ShopFileOpening.FileName || IsPicture(name);

    /// <summary>Whether an entry of a ZIP file is a picture of ours, and nothing that could lie elsewhere.</summary>
    internal static bool IsPicture(string name) =>
        name.StartsWith($"{PhotosFolder}/", StringComparison.Ordinal)
            && name.EndsWith(".jpg", StringComparison.Ordinal)
            && Path.GetFileName(name) == name[(PhotosFolder.Length + 1)..];

    // Whole, ours, and not newer than the program.
    private static async Task CheckAsync(string file, string zip)
    {
        try
        {
            await using ShopFile shop = ShopFileOpening.Read(file);
            if (!await shop.IsWholeAsync())
            {
                throw new InvalidDataException($"The shop's file in {zip} is damaged.");
            }

            FileEdition edition = await shop.EditionAsync();
            if (edition.Newest is null)
            {
                throw new InvalidDataException($"{zip} holds a file of SQLite that is no shop's.");
            }

            if (edition.IsNewer)
            {
                throw new InvalidDataException(
                    $"{zip} was written by a newer program than this one. Restore it with that one.");
            }
        }
        catch (SqliteException)
        {
            throw new InvalidDataException($"The shop's file in {zip} is damaged.");
        }
    }

    /// <summary>
    /// Digest of the last write that the newest night's backup of a folder holds; null where there is none to tell.
    /// </summary>
    /// <param name="folder">The folder of the backups.</param>
    internal static async Task<string?> NewestHeadAsync(string folder)
    {
        string? newest = Directory.Exists(folder)
            ? Directory.EnumerateFiles(folder, "shop-*.zip").Max(StringComparer.Ordinal)
            : null;
        if (newest is null)
        {
            return null;
        }

        try
        {
            await using ZipArchive archive = await OpenAsync(newest);
            return archive.Comment.StartsWith(HeadIs, StringComparison.Ordinal)
                && archive.Comment.Length > HeadIs.Length
                ? archive.Comment[HeadIs.Length..]
                : null;
        }
        catch (InvalidDataException)
        {
            return null;
        }
    }

    // What stands before it in a backup's comment.
    private const string HeadIs = "last write: ";

    private static async Task<string> HeadAsync(string path)
    {
        await using ShopFile file = ShopFileOpening.Read(path);
        FileEdition edition = await file.EditionAsync();
        return edition.Newest is null || edition.IsEarlier
            ? ""
            : await file.Changes.OrderByDescending(c => c.Id).Select(c => c.Hash).FirstOrDefaultAsync() ?? "";
    }

    /// <summary>The file that a picture is kept as.</summary>
    public static string PictureOf(Guid id) => $"{id}.jpg";

    /// <summary>The file that its small one is kept as.</summary>
    public static string SmallPictureOf(Guid id) => $"{id}-small.jpg";

    /// <summary>The files of the pictures that a shop's file names, the small ones among them.</summary>
    internal static async Task<List<string>> PicturesAsync(ShopFile file) =>
        [.. (await file.VisitPhotos.Select(p => p.Id).Order().ToListAsync())
            .SelectMany(id => new[] { PictureOf(id), SmallPictureOf(id) })];

    // Of a file of whatever edition; none where it is no shop's.
    private static async Task<List<string>> NamedAsync(string path)
    {
        await using ShopFile file = ShopFileOpening.Read(path);
        return (await file.EditionAsync()).Newest is null ? [] : await PicturesAsync(file);
    }
}
