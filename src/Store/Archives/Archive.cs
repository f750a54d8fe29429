using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Store.Shapes;

namespace SturdyTinker.Store.Archives;

/// <summary>What an archive came to.</summary>
/// <param name="Rows">Rows of all tables.</param>
/// <param name="Pictures">Pictures.</param>
/// <param name="Missing">Pictures that the record names and that are not there.</param>
public sealed record Archived(long Rows, int Pictures, int Missing);

/// <summary>
/// A shop's whole record in an open form (docs/archive.md): a ZIP of JSON Lines and CSV, a JSON Schema a table, the
/// pictures, and a manifest with their digests. What opens the door of a server, and what follows from the rest, is
/// left out. The same record is the same archive but for the day it was written.
/// </summary>
public static class Archive
{
    private const string Readme =
        "The record of a trailer workshop, in open forms.\n\n"
        + "manifest.json   what is here, with a SHA-256 digest of each file; what was left out, and why\n"
        + "tables/*.jsonl  a row a line (JSON Lines): this is what a program reads back\n"
        + "tables/*.csv    the same rows for a spreadsheet (RFC 4180); several-part values as JSON\n"
        + "schemas/*.json  what a row of each table is (JSON Schema, draft 2020-12)\n"
        + "photos/*.jpg    the pictures, by the id that VisitPhotos names\n";

    // ZIP files know no date before this one: the only one that is in an archive is in its manifest.
    private static readonly DateTimeOffset Undated = new(1980, 1, 1, 0, 0, 0, TimeSpan.Zero);

    private static readonly JsonWriterOptions OneLine = new()
    {
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping
    };

    /// <summary>
    /// Writes a shop's archive whole or not at all; the shop may be at work meanwhile. Throws <see
    /// cref="FileNotFoundException"/> where there is no shop, and <see cref="InvalidDataException"/> where its file is
    /// of another edition than the program.
    /// </summary>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="zip">The archive to write.</param>
    /// <param name="now">When it is written.</param>
    /// <param name="stop">Ends it between two rows; nothing is left then.</param>
    public static async Task<Archived> WriteAsync(
        string folder,
        string zip,
        DateTimeOffset now,
        CancellationToken stop = default)
    {
        string written = zip + ".new";
        try
        {
            Archived told;
            await using (FileStream stream = File.Create(written))
            {
                told = await WriteAsync(folder, stream, now, stop);
                RandomAccess.FlushToDisk(stream.SafeFileHandle);
            }

            File.Move(written, zip, overwrite: true);
            return told;
        }
        finally
        {
            File.Delete(written);
        }
    }

    private static async Task<Archived> WriteAsync(
        string folder,
        Stream to,
        DateTimeOffset now,
        CancellationToken stop)
    {
        string shop = Path.Combine(folder, ShopFileOpening.FileName);
        if (!File.Exists(shop))
        {
            throw new FileNotFoundException($"There is no shop in {folder}.");
        }

        await using ShopFile file = ShopFileOpening.Read(shop);
        FileEdition edition = await file.EditionAsync(stop);
        if (edition.IsNewer || edition.IsEarlier || edition.Newest is null)
        {
            throw new InvalidDataException(
                "The shop’s file is of another edition than this program: start the program once, and write it then.");
        }

        SqliteConnection connection = (SqliteConnection)file.Database.GetDbConnection();
        await connection.OpenAsync(stop);

        // One reading for all tables: what is written meanwhile is in none of them.
        await using (SqliteCommand begin = new("BEGIN DEFERRED", connection))
        {
            await begin.ExecuteNonQueryAsync(stop);
        }

        List<ManifestTable> tables = [];
        await using ZipArchive archive = new(to, ZipArchiveMode.Create, leaveOpen: true);
        await TextAsync(archive, "README.txt", Readme);
        foreach (ArchivedTable table in ArchiveTables.Of(file))
        {
            await TextAsync(archive, $"schemas/{table.Name}.json", table.Schema().ToJsonString(ArchiveManifest.Json));
            (long rows, string lines) = await RowsAsync(archive, connection, table, csv: false, stop);
            (_, string cells) = await RowsAsync(archive, connection, table, csv: true, stop);
            tables.Add(new ManifestTable(
                table.Name,
                table.Columns.ToDictionary(c => c.Name, c => c.As),
                rows,
                lines,
                cells));
        }

        (List<ManifestPicture> pictures, List<string> missing) = await PicturesAsync(
            archive,
            folder,
            connection,
            stop);
        await using SqliteCommand name = new("SELECT \"Name\" FROM \"Settings\"", connection);
        ArchiveManifest manifest = new()
        {
            Format = ArchiveManifest.Ours,
            Version = ArchiveManifest.Newest,
            Written = now.ToUniversalTime(),
            Shop = await name.ExecuteScalarAsync(stop) as string ?? "",
            Edition = edition.Newest,
            Tables = tables,
            Pictures = pictures,
            Missing = missing,
            LeftOut = ArchiveTables.WithoutOf(file),
        };
        await TextAsync(archive, ArchiveManifest.Path, JsonSerializer.Serialize(manifest, ArchiveManifest.Json));
        return new Archived(tables.Sum(t => t.Rows), pictures.Count, missing.Count);
    }

    private static async Task<(long Rows, string Sha256)> RowsAsync(
        ZipArchive archive,
        SqliteConnection connection,
        ArchivedTable table,
        bool csv,
        CancellationToken stop)
    {
        ZipArchiveEntry entry = Entry(archive, $"tables/{table.Name}.{(csv ? "csv" : "jsonl")}");
        await using Stream zipped = await entry.OpenAsync(stop);
        using HashingStream to = new(zipped);
        await using SqliteCommand select = new(table.Select, connection);
        await using SqliteDataReader rows = await select.ExecuteReaderAsync(stop);
        using Utf8JsonWriter json = new(to, OneLine);
        if (csv)
        {
            Cells(to, table.Columns.Select(c => c.Name));
        }

        long count = 0;
        while (await rows.ReadAsync(stop))
        {
            if (csv)
            {
                Cells(to, table.Columns.Select((column, i) => rows.IsDBNull(i) ? "" : Text(column, rows, i)));
            }
            else
            {
                Line(json, table, rows);
                await json.FlushAsync(stop);
                to.Write("\n"u8);
                json.Reset();
            }

            count++;
        }

        return (count, to.Sha256());
    }

    private static void Line(Utf8JsonWriter json, ArchivedTable table, SqliteDataReader row)
    {
        json.WriteStartObject();
        for (int i = 0; i < table.Columns.Count; i++)
        {
            ArchivedColumn column = table.Columns[i];
            json.WritePropertyName(column.Name);
            switch (row.IsDBNull(i) ? null : row.GetValue(i))
            {
                case null:
                    json.WriteNullValue();
                    break;
                case long moment when column.As == ArchivedAs.Moment:
                    json.WriteStringValue(Moments.Written(moment));
                    break;
                case long whole:
                    json.WriteNumberValue(whole);
                    break;
                case double real:
                    json.WriteNumberValue(real);
                    break;
                default:
                    string text = Text(column, row, i);
                    if (column.As is ArchivedAs.Json or ArchivedAs.PackedJson && text is ['{' or '[', ..]
                        && !text.Contains('\n', StringComparison.Ordinal))
                    {
                        // To the letter as it lies there: read back, it is the same row.
                        json.WriteRawValue(text);
                    }
                    else
                    {
                        json.WriteStringValue(text);
                    }

                    break;
            }
        }

        json.WriteEndObject();
    }

    private static string Text(ArchivedColumn column, SqliteDataReader row, int at) => row.GetValue(at) switch
    {
        byte[] packed when column.As == ArchivedAs.PackedJson => StoredJson.Unpack(packed),
        byte[] bytes => Convert.ToBase64String(bytes),
        long moment when column.As == ArchivedAs.Moment => Moments.Written(moment),
        IFormattable figure => figure.ToString(null, CultureInfo.InvariantCulture),
        object other => other.ToString() ?? "",
    };

    // RFC 4180: quotes around what has a comma, a quote or a line's end in it, quotes doubled, CR LF after each row.
    private static void Cells(Stream to, IEnumerable<string> cells) => to.Write(Encoding.UTF8.GetBytes(
        string.Join(',', cells.Select(cell => cell.AsSpan().IndexOfAny(",\"\r\n") < 0
            ? cell
            : $"\"{cell.Replace("\"", "\"\"", StringComparison.Ordinal)}\"")) + "\r\n"));

    private static async Task<(List<ManifestPicture> There, List<string> Missing)> PicturesAsync(
        ZipArchive archive,
        string folder,
        SqliteConnection connection,
        CancellationToken stop)
    {
        List<ManifestPicture> there = [];
        List<string> missing = [];
        await using SqliteCommand select = new(
            "SELECT \"Id\" FROM \"VisitPhotos\" ORDER BY \"Id\"",
            connection);
        await using SqliteDataReader rows = await select.ExecuteReaderAsync(stop);
        while (await rows.ReadAsync(stop))
        {
            Guid id = rows.GetGuid(0);
            foreach (string picture in new[] { Backup.PictureOf(id), Backup.SmallPictureOf(id) })
            {
                string path = $"{Backup.PhotosFolder}/{picture}";
                string file = Path.Combine(folder, Backup.PhotosFolder, picture);
                if (!File.Exists(file))
                {
                    missing.Add(path);
                    continue;
                }

                byte[] bytes = await File.ReadAllBytesAsync(file, stop);
                ZipArchiveEntry entry = Entry(archive, path, CompressionLevel.NoCompression);
                await using Stream to = await entry.OpenAsync(stop);
                await to.WriteAsync(bytes, stop);
                there.Add(new ManifestPicture(path, Convert.ToHexStringLower(SHA256.HashData(bytes))));
            }
        }

        return (there, missing);
    }

    private static async Task TextAsync(ZipArchive archive, string path, string text)
    {
        await using Stream to = await Entry(archive, path).OpenAsync();
        await to.WriteAsync(Encoding.UTF8.GetBytes(text));
    }

    private static ZipArchiveEntry Entry(
        ZipArchive archive,
        string path,
        CompressionLevel level = CompressionLevel.Fastest)
    {
        ZipArchiveEntry entry = archive.CreateEntry(path, level);
        entry.LastWriteTime = Undated;
        return entry;
    }
}
