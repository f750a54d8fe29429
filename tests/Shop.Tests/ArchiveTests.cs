using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Nodes;
using CsvHelper;
using CsvHelper.Configuration;
using Json.Schema;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using SturdyTinker.Store.Archives;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>A shop's whole record out in an open form, and in again: row by row, picture by picture.</summary>
public sealed class ArchiveTests : IDisposable
{
    private static readonly DateTimeOffset Now = new(2026, 5, 4, 12, 0, 0, TimeSpan.Zero);

    private readonly ShopServer shop = new();
    private readonly string scratch = Directory.CreateTempSubdirectory("tinker-archive-").FullName;

    public void Dispose()
    {
        shop.Dispose();
        SqliteConnection.ClearAllPools();
        Directory.Delete(scratch, recursive: true);
    }

    /// <summary>Out, in, and out again: the same files to the byte but for the day in the manifest.</summary>
    [Fact]
    public async Task Out_in_and_out_again_is_the_same()
    {
        string first = await FilledAsync(), folder = At("laid"), second = At("second.zip");
        Archived told = await ArchiveReading.LayAsync(first, folder);
        Assert.True(told.Rows > 30);
        Assert.Equal((2, 0), (told.Pictures, told.Missing));
        Assert.Empty(await ShopCheck.RunAsync(folder));
        await Archive.WriteAsync(folder, second, Now.AddDays(3));
        Dictionary<string, string> before = await FilesAsync(first), after = await FilesAsync(second);
        Assert.Equal(before.Keys, after.Keys);
        Assert.All(before.Keys.Where(k => k != ArchiveManifest.Path), k => Assert.Equal(before[k], after[k]));

        // And it is a shop: its trailers stand as they did, though nobody from there can sign in here.
        using ShopServer laid = new(folder, ahead: shop.Time.Ahead);
        await laid.SomebodyAsync("somebody of the new place");
        string[] stood = await StoodAsync(shop);
        Assert.NotEmpty(stood);
        Assert.Equal(stood, await StoodAsync(laid));
        Assert.Equal(1, await laid.LookAsync(f => f.Users.CountAsync()));
    }

    /// <summary>
    /// Every table of the file is there or named as left out; every row is what its JSON Schema (draft 2020-12) says,
    /// and the CSV (RFC 4180) has the same cells.
    /// </summary>
    [Fact]
    public async Task It_is_what_it_says_it_is()
    {
        string zip = await FilledAsync();
        await using ZipArchive archive = await ZipFile.OpenReadAsync(zip);
        ArchiveManifest manifest = await ManifestAsync(archive);
        string[] tables = await shop.LookAsync(async f => (await f.AskAsync(
            "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite%' "
                + "AND name NOT LIKE '__EF%' AND name NOT LIKE 'Findable%'")).Order(StringComparer.Ordinal).ToArray());
        Assert.Equal(
            tables,
            manifest.Tables.Select(t => t.Name).Concat(manifest.LeftOut.Keys).Order(StringComparer.Ordinal));
        foreach (ManifestTable table in manifest.Tables)
        {
            JsonSchema schema = JsonSchema.FromText(await TextAsync(archive, $"schemas/{table.Name}.json"));
            string[] lines = (await TextAsync(archive, $"tables/{table.Name}.jsonl")).Split(
                '\n',
                StringSplitOptions.RemoveEmptyEntries);
            Assert.Equal(table.Rows, lines.Length);
            using StringReader text = new(await TextAsync(archive, $"tables/{table.Name}.csv"));
            using CsvReader csv = new(text, new CsvConfiguration(System.Globalization.CultureInfo.InvariantCulture));
            await csv.ReadAsync();
            csv.ReadHeader();
            Assert.Equal(table.Columns.Keys, csv.HeaderRecord!);
            foreach (string line in lines)
            {
                JsonNode row = JsonNode.Parse(line)!;
                using JsonDocument told = JsonDocument.Parse(line);
                Assert.True(schema.Evaluate(told.RootElement).IsValid, $"{table.Name}: {line}");
                Assert.True(await csv.ReadAsync());
                foreach (string column in table.Columns.Keys)
                {
                    string cell = row[column] is JsonValue value && value.TryGetValue(out string? words)
                        ? words
                        : told.RootElement.GetProperty(column) is { ValueKind: not JsonValueKind.Null } other
                            ? other.GetRawText()
                            : "";
                    Assert.Equal(cell, csv.GetField(column));
                }
            }

            Assert.False(await csv.ReadAsync());
        }
    }

    /// <summary>
    /// One that was cut short or altered anywhere is refused with a sentence, or nothing of its record was touched;
    /// either way no half of a shop is left.
    /// </summary>
    [Fact]
    public async Task What_was_cut_short_or_altered_is_refused_and_leaves_nothing()
    {
        string zip = await FilledAsync();
        byte[] whole = await File.ReadAllBytesAsync(zip);
        Dictionary<string, string> files = await FilesAsync(zip);
        Random random = new(5);
        int refused = 0;
        for (int trial = 0; trial < 6; trial++)
        {
            byte[] bad = [.. whole];
            int at = random.Next(bad.Length);
            if (trial % 3 == 0)
            {
                bad = bad[..at];
            }
            else
            {
                bad[at] ^= (byte)(1 + random.Next(255));
            }

            string file = At($"bad-{trial}.zip"), folder = At($"bad-{trial}");
            await File.WriteAllBytesAsync(file, bad);
            try
            {
                await ArchiveReading.LayAsync(file, folder);
                string again = At($"again-{trial}.zip");
                await Archive.WriteAsync(folder, again, Now);
                Assert.All(
                    (await FilesAsync(again)).Where(f => f.Key.EndsWith(".jsonl", StringComparison.Ordinal)),
                    f => Assert.Equal(files[f.Key], f.Value));
            }
            catch (InvalidDataException fault)
            {
                refused++;
                Assert.EndsWith(".", fault.Message, StringComparison.Ordinal);
                Assert.False(Directory.Exists(folder));
                Assert.False(Directory.Exists(folder + ".restoring"));
            }
        }

        Assert.True(refused >= 3);
    }

    [Fact]
    public async Task What_the_manifest_says_wrongly_is_refused()
    {
        string whole = await FilledAsync();
        await RefusedAsync("newer program", (manifest, _) => manifest["version"] = 99);
        await RefusedAsync("newer program", (manifest, _) => manifest["edition"] = "29990101000000_Later");
        await RefusedAsync("no archive", (manifest, _) => manifest["format"] = "something-else");
        await RefusedAsync(
            "table that its edition does not",
            (_, trailers) => trailers["name"] = "Trailers\"; DROP TABLE \"Visits");
        await RefusedAsync(
            "table that its edition does not",
            (_, trailers) => trailers["columns"]!["Wheels"] = "Itself");
        await RefusedAsync("altered", (_, trailers) => trailers["rows"] = 99);
        await RefusedAsync("altered", (_, trailers) => trailers["sha256"] = new string('0', 64));
        await RefusedAsync(
            "picture that is none",
            (manifest, _) => manifest["pictures"]![0]!["path"] = "photos/../../shop.jpg");

        async Task RefusedAsync(string said, Action<JsonObject, JsonObject> change)
        {
            string zip = At("changed.zip");
            File.Copy(whole, zip, overwrite: true);
            await ChangedAsync(zip, manifest => change(
                manifest,
                manifest["tables"]!.AsArray().Select(t => t!.AsObject()).First(t => (string?)t["name"] == "Trailers")));
            InvalidDataException refused = await Assert.ThrowsAsync<InvalidDataException>(
                () => ArchiveReading.LayAsync(zip, At("laid")));
            Assert.Contains(said, refused.Message, StringComparison.Ordinal);
            Assert.False(Directory.Exists(At("laid")));
        }
    }

    /// <summary>One of an earlier edition is brought up to date as an earlier file is.</summary>
    [Fact]
    public async Task An_archive_of_an_earlier_edition_is_taken()
    {
        string zip = await FilledAsync();
        Dictionary<string, string> files = await FilesAsync(zip);
        string settings = "tables/Settings.jsonl";
        JsonObject row = JsonNode.Parse(files[settings])!.AsObject();
        row.Remove("PaperSize");
        row.Remove("Reached");
        row.Remove("MarkId");
        row.Remove("RepackCounted");
        row.Remove("IntervalsByUse");
        byte[] earlier = System.Text.Encoding.UTF8.GetBytes(row.ToJsonString() + "\n");
        await ChangedAsync(
            zip,
            manifest =>
            {
                manifest["edition"] = "20261130075918_WhatIfs";
                JsonArray tables = manifest["tables"]!.AsArray();
                foreach (string later in new[] { "PlanInputs", "ShopMarks" })
                {
                    tables.Remove(tables.First(t => (string?)t!["name"] == later));
                }

                foreach ((string table, string[] later) in new (string, string[])[]
                {
                    ("Amendments", ["Kind", "Of", "Was", "Now", "Came"]), ("Releases", ["EndedAt"]),
                    ("Visits", ["TakenOver"]), ("Trailers", ["StrangersSee"]), ("People", ["Qualification"])
                })
                {
                    JsonObject columns = tables.First(t => (string?)t!["name"] == table)!["columns"]!.AsObject();
                    Assert.All(later, c => Assert.True(columns.Remove(c)));
                }

                JsonNode of = tables.First(t => (string?)t!["name"] == "Settings")!;
                of["columns"]!.AsObject().Remove("PaperSize");
                of["columns"]!.AsObject().Remove("Reached");
                of["columns"]!.AsObject().Remove("MarkId");
                of["columns"]!.AsObject().Remove("RepackCounted");
                of["columns"]!.AsObject().Remove("IntervalsByUse");
                of["sha256"] = Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(earlier));
            },
            (settings, earlier));
        await ArchiveReading.LayAsync(zip, At("laid"));
        Assert.Empty(await ShopCheck.RunAsync(At("laid")));
        await using ShopFile laid = await ShopFileOpening.OpenAsync(At("laid"));
        Assert.Equal(Core.Papers.PaperSize.Letter, (await laid.SettingsToReadAsync()).PaperSize);
        Assert.Equal(await shop.LookAsync(f => f.StepEntries.CountAsync()), await laid.StepEntries.CountAsync());
    }

    [Fact]
    public async Task A_folder_that_has_something_in_it_stays_as_it_is()
    {
        string zip = await FilledAsync(), folder = At("full");
        Directory.CreateDirectory(folder);
        await File.WriteAllTextAsync(Path.Combine(folder, "note.txt"), "mine");
        InvalidDataException refused =
            await Assert.ThrowsAsync<InvalidDataException>(() => ArchiveReading.LayAsync(zip, folder));
        Assert.Contains("nothing was changed", refused.Message, StringComparison.Ordinal);
        Assert.Equal("note.txt", Path.GetFileName(Assert.Single(Directory.GetFileSystemEntries(folder))));
    }

    [Fact]
    public async Task A_picture_that_was_lost_is_counted_and_the_rest_comes_along()
    {
        await FilledAsync();
        File.Delete(Directory.GetFiles(Path.Combine(shop.Folder, Backup.PhotosFolder), "*-small.jpg").Single());
        Archived written = await Archive.WriteAsync(shop.Folder, At("lost.zip"), Now);
        Assert.Equal((1, 1), (written.Pictures, written.Missing));
        Archived laid = await ArchiveReading.LayAsync(At("lost.zip"), At("lost"));
        Assert.Equal((1, 1), (laid.Pictures, laid.Missing));
    }

    private string At(string name) => Path.Combine(scratch, name);

    private async Task<string> FilledAsync()
    {
        await shop.SomebodyAsync();
        TrailerAnswer done = await shop.TrailerAsync("P-01", d => d with { Name = "called \"so\", twice, ünd Ελένη" });
        await shop.TrailerAsync("P-02");
        VisitAnswer visit = await shop.VisitAsync(done.Id);
        await shop.WorkAsync(visit, 12);
        using ByteArrayContent picture = FindingTests.Picture();
        (await shop.Http.PutAsync(
            $"/api/bay/visits/{visit.Id}/photos/{ShopServer.NewId()}?key="
                + Uri.EscapeDataString(visit.Packet.Steps[0].Key),
            picture)).EnsureSuccessStatusCode();
        string zip = At("first.zip");
        await Archive.WriteAsync(shop.Folder, zip, Now);
        return zip;
    }

    private static Task<string[]> StoodAsync(ShopServer of) => of.LookAsync(async f =>
        (await f.TrailerStatuses.OrderBy(s => s.Tag).ToListAsync())
            .Select(s => $"{s.Tag} {s.NextDue} {s.NextWhen} {s.Worst} {s.OpenVisit}")
            .ToArray());

    private static async Task<ArchiveManifest> ManifestAsync(ZipArchive archive) =>
        JsonSerializer.Deserialize<ArchiveManifest>(
            await TextAsync(archive, ArchiveManifest.Path),
            ArchiveManifest.Json)!;

    private static async Task<string> TextAsync(ZipArchive archive, string path)
    {
        using StreamReader text = new(await archive.GetEntry(path)!.OpenAsync());
        return await text.ReadToEndAsync();
    }

    private static async Task<Dictionary<string, string>> FilesAsync(string zip)
    {
        await using ZipArchive archive = await ZipFile.OpenReadAsync(zip);
        Dictionary<string, string> files = [];
        foreach (ZipArchiveEntry entry in archive.Entries)
        {
            files.Add(entry.FullName, await TextAsync(archive, entry.FullName));
        }

        return files;
    }

    private static async Task ChangedAsync(
        string zip,
        Action<JsonObject> change,
        params (string Path, byte[] Bytes)[] files)
    {
        await using ZipArchive archive = await ZipFile.OpenAsync(zip, ZipArchiveMode.Update);
        JsonObject manifest = JsonNode.Parse(await TextAsync(archive, ArchiveManifest.Path))!.AsObject();
        change(manifest);
        foreach ((string path, byte[] bytes) in files.Append(
            (ArchiveManifest.Path, System.Text.Encoding.UTF8.GetBytes(manifest.ToJsonString()))))
        {
            archive.GetEntry(path)!.Delete();
            await using Stream to = await archive.CreateEntry(path).OpenAsync();
            await to.WriteAsync(bytes);
        }
    }
}
