using System.IO.Compression;
using Microsoft.Data.Sqlite;

namespace SturdyTinker.Store;

/// <summary>A shop's whole record in one ZIP file: the SQLite file and the pictures beside it.</summary>
public static class Backup
{
    /// <summary>Name of the folder of pictures, beside the shop's file and in a backup.</summary>
    public const string PhotosFolder = "photos";

    private static readonly string[] Leftovers = ["-wal", "-shm", "-journal"];

    /// <summary>
    /// Writes a backup whole or not at all; the shop may be at work meanwhile. The file is copied first: every picture
    /// that
    /// it names lies on disk by then. Throws <see cref="FileNotFoundException"/> where there is no shop.
    /// </summary>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="zip">The backup to write.</param>
    /// <returns>How many pictures it holds.</returns>
    public static async Task<int> WriteAsync(string folder, string zip)
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

            int count = 0;
            await using (FileStream stream = File.Create(written))
            await using (ZipArchive archive = new(stream, ZipArchiveMode.Create))
            {
                await archive.CreateEntryFromFileAsync(copy, ShopFileOpening.FileName);
                string photos = Path.Combine(folder, PhotosFolder);
                string[] pictures = Directory.Exists(photos) ? Directory.GetFiles(photos, "*.jpg") : [];
                foreach (string picture in pictures.Order(StringComparer.Ordinal))
                {
                    await archive.CreateEntryFromFileAsync(
                        picture,
                        $"{PhotosFolder}/{Path.GetFileName(picture)}",
                        CompressionLevel.NoCompression);
                    count++;
                }
            }

            File.Move(written, zip, overwrite: true);
            return count;
        }
        finally
        {
            File.Delete(copy);
            File.Delete(written);
        }
    }

    /// <summary>
    /// Lays a backup into a folder without a shop, and sees that its file is whole. Throws
    /// <see cref="InvalidDataException"/>
    /// with a sentence where the folder has a shop already, or the file is no backup of ours; nothing is left behind
    /// then.
    /// </summary>
    /// <param name="zip">The backup.</param>
    /// <param name="folder">The folder; made when absent.</param>
    /// <returns>How many pictures it held.</returns>
    public static async Task<int> RestoreAsync(string zip, string folder)
    {
        if (File.Exists(Path.Combine(folder, ShopFileOpening.FileName)))
        {
            throw new InvalidDataException(
                $"There is a shop in {folder} already; nothing was changed. Restore into an empty folder.");
        }

        // What SQLite has left of another shop would be taken for this one's.
        if (Leftovers.Select(l => Path.Combine(folder, ShopFileOpening.FileName + l)).FirstOrDefault(File.Exists)
            is { } left)
        {
            throw new InvalidDataException(
                $"{left} is left over from a shop that was here; nothing was changed. Restore into an empty folder.");
        }

        string laid = Path.Combine(Path.GetFullPath(folder), ".restoring");
        try
        {
            Directory.CreateDirectory(Path.Combine(laid, PhotosFolder));
            await using (ZipArchive archive = await OpenAsync(zip))
            {
                if (archive.GetEntry(ShopFileOpening.FileName) is null || archive.Entries.Any(e => !IsOurs(e.FullName)))
                {
                    throw new InvalidDataException($"{zip} is no backup of a shop.");
                }

                foreach (ZipArchiveEntry entry in archive.Entries)
                {
                    await entry.ExtractToFileAsync(Path.Combine(laid, entry.FullName));
                }
            }

            await CheckAsync(Path.Combine(laid, ShopFileOpening.FileName), zip);
            int pictures = Directory.GetFiles(Path.Combine(laid, PhotosFolder)).Length;
            if (Directory.Exists(Path.Combine(folder, PhotosFolder)))
            {
                throw new InvalidDataException(
                    $"There are pictures in {folder} already; nothing was changed. Restore into an empty folder.");
            }

            Directory.Move(Path.Combine(laid, PhotosFolder), Path.Combine(folder, PhotosFolder));
            File.Move(Path.Combine(laid, ShopFileOpening.FileName), Path.Combine(folder, ShopFileOpening.FileName));
            return pictures;
        }
        finally
        {
            if (Directory.Exists(laid))
            {
                Directory.Delete(laid, recursive: true);
            }
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
    private static bool IsOurs(string name) =>
        name == ShopFileOpening.FileName
            || (name.StartsWith($"{PhotosFolder}/", StringComparison.Ordinal)
                && name.EndsWith(".jpg", StringComparison.Ordinal)
                && Path.GetFileName(name) == name[(PhotosFolder.Length + 1)..]);

    private static async Task CheckAsync(string file, string zip)
    {
        try
        {
            await using SqliteConnection connection = new(new SqliteConnectionStringBuilder
            {
                DataSource = file,
                Mode = SqliteOpenMode.ReadOnly,
                Pooling = false
            }.ConnectionString);
            await connection.OpenAsync();
            await using SqliteCommand command = connection.CreateCommand();
            command.CommandText = "PRAGMA integrity_check";
            if (await command.ExecuteScalarAsync() as string != "ok")
            {
                throw new InvalidDataException($"The shop's file in {zip} is damaged.");
            }
        }
        catch (SqliteException)
        {
            throw new InvalidDataException($"The shop's file in {zip} is damaged.");
        }
    }
}
