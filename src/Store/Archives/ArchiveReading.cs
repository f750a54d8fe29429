using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using SturdyTinker.Store.Shapes;

namespace SturdyTinker.Store.Archives;

/// <summary>
/// Lays an archive into an empty folder as a shop. It is read into a file of the edition that it was written by, looked
/// through, brought up to today's edition as any earlier file is, and put there in one move; where anything is wrong
/// with it, nothing is.
/// </summary>
public static class ArchiveReading
{
    /// <summary>
    /// Lays it. Throws <see cref="InvalidDataException"/> with a sentence where something lies in the folder, or the
    /// archive is none of ours, cut short, altered or of a newer program.
    /// </summary>
    /// <param name="zip">The archive.</param>
    /// <param name="folder">The folder; made when absent.</param>
    public static Task<Archived> LayAsync(string zip, string folder) => Laying.IntoAsync(folder, async laid =>
    {
        string path = Path.Combine(laid, ShopFileOpening.FileName);
        try
        {
            ArchiveManifest manifest;
            await using (ZipArchive archive = await OpenAsync(zip))
            {
                manifest = await ManifestAsync(archive, zip);
                await RowsAsync(archive, manifest, path, zip);
                foreach (ManifestPicture picture in manifest.Pictures)
                {
                    await PictureAsync(archive, picture, laid, zip);
                }
            }

            // As any file of an earlier edition is.
            await using (ShopFile made = await ShopFileOpening.OpenAsync(laid))
            {
                await made.AskAsync("PRAGMA wal_checkpoint(TRUNCATE)");
            }

            // Pictures that were lost before it was written are no fault of it: the manifest counts them.
            IReadOnlyList<string> faults = await ShopCheck.RunAsync(laid, pictures: false);
            if (faults.Count > 0)
            {
                throw new InvalidDataException($"{zip} can't be taken: {faults[0]}");
            }

            return new Archived(manifest.Tables.Sum(t => t.Rows), manifest.Pictures.Count, manifest.Missing.Count);
        }
        finally
        {
            SqliteConnection.ClearAllPools();

            // What opening it has left beside it: locks, and logs that are empty now.
            foreach (string left in Directory.GetFiles(laid).Where(f => f != path))
            {
                File.Delete(left);
            }
        }
    });

    private static async Task<ZipArchive> OpenAsync(string zip)
    {
        try
        {
            return await ZipFile.OpenReadAsync(zip);
        }
        catch (InvalidDataException)
        {
            throw new InvalidDataException($"{zip} is no archive, or was cut short: it can't be read as a ZIP file.");
        }
    }

    private static async Task<ArchiveManifest> ManifestAsync(ZipArchive archive, string zip)
    {
        ZipArchiveEntry entry = archive.GetEntry(ArchiveManifest.Path)
            ?? throw new InvalidDataException($"{zip} is no archive of a shop: it has no manifest.");
        ArchiveManifest? manifest;
        try
        {
            await using Stream from = await entry.OpenAsync();
            manifest = await JsonSerializer.DeserializeAsync<ArchiveManifest>(from, ArchiveManifest.Json);
        }
        catch (Exception fault) when (fault is JsonException or InvalidDataException)
        {
            throw new InvalidDataException($"{zip} is damaged: its manifest can't be read.");
        }

        if (manifest is null || manifest.Format != ArchiveManifest.Ours)
        {
            throw new InvalidDataException($"{zip} is no archive of a shop.");
        }

        DbContextOptionsBuilder<ShopFile> none = new();
        none.UseSqlite("Data Source=:memory:");
        await using ShopFile any = new(none.Options);
        if (manifest.Version > ArchiveManifest.Newest || !any.Database.GetMigrations().Contains(manifest.Edition))
        {
            throw new InvalidDataException(
                $"{zip} was written by a newer program than this one. Read it with that one.");
        }

        if (manifest.Pictures.FirstOrDefault(p => !Backup.IsPicture(p.Path)) is { } strange)
        {
            throw new InvalidDataException($"{zip} names a picture that is none: {strange.Path}.");
        }

        return manifest;
    }

    private static async Task RowsAsync(ZipArchive archive, ArchiveManifest manifest, string path, string zip)
    {
        SqliteConnectionStringBuilder to = new() { DataSource = path, Pooling = false, ForeignKeys = false };
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseSqlite(to.ConnectionString);
        await using ShopFile file = new(builder.Options);

        // What is broken off is thrown away whole: nothing is waited for on the disk until all of it is there.
        await file.Database.OpenConnectionAsync();
        await file.AskAsync("PRAGMA synchronous = OFF");
        await file.GetService<IMigrator>().MigrateAsync(manifest.Edition);

        // Rows come table by table, and a migration may have turned this on.
        await file.AskAsync("PRAGMA foreign_keys = OFF");
        SqliteConnection connection = (SqliteConnection)file.Database.GetDbConnection();
        await using SqliteTransaction all = (SqliteTransaction)await connection.BeginTransactionAsync();
        foreach (ManifestTable table in manifest.Tables)
        {
            HashSet<string> columns = [.. await ColumnsAsync(connection, all, table.Name)];
            if (columns.Count == 0 || table.Columns.Keys.FirstOrDefault(c => !columns.Contains(c)) is { })
            {
                throw new InvalidDataException($"{zip} has a table that its edition does not: {table.Name}.");
            }

            try
            {
                await TableAsync(archive, table, connection, all, zip);
            }
            catch (Exception fault) when (fault is JsonException or SqliteException or FormatException
                or KeyNotFoundException or InvalidOperationException)
            {
                throw new InvalidDataException($"{zip} is damaged: a row of {table.Name} can't be read.", fault);
            }
        }

        await all.CommitAsync();
        await file.Database.CloseConnectionAsync();
        await using FileStream whole = new(path, FileMode.Open, FileAccess.ReadWrite);
        RandomAccess.FlushToDisk(whole.SafeFileHandle);
    }

    private static async Task<List<string>> ColumnsAsync(
        SqliteConnection connection,
        SqliteTransaction within,
        string table)
    {
        await using SqliteCommand ask = new("SELECT name FROM pragma_table_info($table)", connection, within);
        ask.Parameters.AddWithValue("$table", table);
        await using SqliteDataReader rows = await ask.ExecuteReaderAsync();
        List<string> columns = [];
        while (await rows.ReadAsync())
        {
            columns.Add(rows.GetString(0));
        }

        return columns;
    }

    private static async Task TableAsync(
        ZipArchive archive,
        ManifestTable table,
        SqliteConnection connection,
        SqliteTransaction within,
        string zip)
    {
        string path = $"tables/{table.Name}.jsonl";
        ZipArchiveEntry entry = archive.GetEntry(path) ?? throw new InvalidDataException($"{zip} lacks {path}.");
        (string Name, ArchivedAs As)[] columns = [.. table.Columns.Select(c => (c.Key, c.Value))];

        // A migration may have put rows of its own there.
        await using (SqliteCommand clear = new($"DELETE FROM \"{table.Name}\"", connection, within))
        {
            await clear.ExecuteNonQueryAsync();
        }

        await using SqliteCommand insert = new(
            $"INSERT INTO \"{table.Name}\" ({string.Join(", ", columns.Select(c => $"\"{c.Name}\""))}) VALUES ("
                + $"{string.Join(", ", columns.Select((_, i) => FormattableString.Invariant($"$p{i}")))})",
            connection,
            within);
        SqliteParameter[] values = [.. columns.Select((_, i) =>
            insert.Parameters.AddWithValue(FormattableString.Invariant($"$p{i}"), DBNull.Value))];
        await using Stream zipped = await entry.OpenAsync();
        using HashingStream from = new(zipped);
        long rows = 0;
        try
        {
            using StreamReader lines = new(from, Encoding.UTF8, leaveOpen: true);
            while (await lines.ReadLineAsync() is { } line)
            {
                using JsonDocument row = JsonDocument.Parse(line);
                for (int i = 0; i < columns.Length; i++)
                {
                    values[i].Value = Value(row.RootElement.GetProperty(columns[i].Name), columns[i].As);
                }

                await insert.ExecuteNonQueryAsync();
                rows++;
            }
        }
        catch (InvalidDataException)
        {
            throw new InvalidDataException($"{zip} is damaged: {path} can't be read from it.");
        }

        if (from.Sha256() != table.Sha256 || rows != table.Rows)
        {
            throw new InvalidDataException($"{zip} was altered: {path} is not what its manifest says.");
        }
    }

    private static object Value(JsonElement value, ArchivedAs how) => value.ValueKind switch
    {
        JsonValueKind.Null => DBNull.Value,
        JsonValueKind.Number => value.TryGetInt64(out long whole)
            && !value.GetRawText().AsSpan().ContainsAny('.', 'e', 'E')
            ? whole
            : value.GetDouble(),
        JsonValueKind.Object or JsonValueKind.Array when how == ArchivedAs.PackedJson =>
            StoredJson.Pack(value.GetRawText()),
        JsonValueKind.Object or JsonValueKind.Array => value.GetRawText(),
        JsonValueKind.String when how == ArchivedAs.Moment => Moments.Read(value.GetString()!),
        JsonValueKind.String when how == ArchivedAs.Bytes => value.GetBytesFromBase64(),
        JsonValueKind.String when how == ArchivedAs.PackedJson => StoredJson.Pack(value.GetString()!),
        JsonValueKind.String => value.GetString()!,
        _ => throw new FormatException(value.ValueKind.ToString()),
    };

    private static async Task PictureAsync(ZipArchive archive, ManifestPicture picture, string laid, string zip)
    {
        ZipArchiveEntry entry = archive.GetEntry(picture.Path)
            ?? throw new InvalidDataException($"{zip} lacks a picture that its manifest names: {picture.Path}.");
        using MemoryStream bytes = new();
        try
        {
            await using Stream from = await entry.OpenAsync();
            await from.CopyToAsync(bytes);
        }
        catch (InvalidDataException)
        {
            throw new InvalidDataException($"{zip} is damaged: {picture.Path} can't be read from it.");
        }

        if (Convert.ToHexStringLower(SHA256.HashData(bytes.ToArray())) != picture.Sha256)
        {
            throw new InvalidDataException($"{zip} was altered: {picture.Path} is not what its manifest says.");
        }

        await File.WriteAllBytesAsync(Path.Combine(laid, picture.Path), bytes.ToArray());
    }
}
