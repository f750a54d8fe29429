using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Storage;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Day;

namespace SturdyTinker.Store.Archives;

/// <summary>How an archive is merged.</summary>
/// <param name="Mark">
/// What is put behind a name or a tag of theirs that is taken here, one to eight letters; null where none may be.
/// </param>
/// <param name="Same">Tags of trailers that are the same: ours, and what theirs is called there.</param>
/// <param name="Look">Whether it is only looked at: everything is said, and nothing changed.</param>
public sealed record MergeAsked(string? Mark, IReadOnlyList<(string Ours, string Theirs)> Same, bool Look);

/// <summary>What a merge came to.</summary>
/// <param name="Shop">The shop it came from.</param>
/// <param name="Added">Rows that are new here, by table.</param>
/// <param name="There">How many rows were here already.</param>
/// <param name="Pictures">Files of pictures that are new here.</param>
/// <param name="Missing">Files of pictures that were lost before.</param>
/// <param name="Said">What became of names, tags and choices, a sentence each.</param>
public sealed record Merged(
    string Shop,
    IReadOnlyDictionary<string, long> Added,
    long There,
    int Pictures,
    int Missing,
    IReadOnlyList<string> Said);

/// <summary>
/// Merges another shop's archive into a shop: its people, customers, trailers and all that was done to them. What a
/// shop chooses for itself, its shelf and its trail of writes stay the other's. All of it is taken in one write, or
/// nothing; merged once more, nothing is new.
/// </summary>
public static class Merging
{
    /// <summary>Longest mark.</summary>
    public const int LongestMark = 8;

    /// <summary>Who stands in the trail of writes for a merge: it is made where the shop's file lies.</summary>
    private static readonly Guid Merger = new("01900000-0000-7000-8000-0000000000c1");

    // So many are named of whatever there may be many of.
    private const int Named = 5;

    /// <summary>What stays the other shop's, and why.</summary>
    private static readonly Dictionary<Type, string> Theirs = new()
    {
        [typeof(ShopSettings)] = "choices",
        [typeof(OwnVersion)] = "choices",
        [typeof(ShopLimit)] = "choices",
        [typeof(ShopMark)] = "choices",
        [typeof(StepTimes)] = "how long steps take there",
        [typeof(PlanInputsRow)] = "plans",
        [typeof(WhatIfRow)] = "plans",
        [typeof(BoardSlot)] = "plans",
        [typeof(BoardDay)] = "plans",
        [typeof(ShopDay)] = "how the shop stood day by day",
        [typeof(KeptPart)] = "stock and orders",
        [typeof(StockEntry)] = "stock and orders",
        [typeof(PartOrder)] = "stock and orders",
        [typeof(Change)] = "its trail of writes",
    };

    /// <summary>What is known here by its key stays as it is here, whatever the other shop says of it.</summary>
    private static readonly HashSet<Type> OursStays =
        [typeof(Person), typeof(Customer), typeof(Trailer), typeof(Core.Parts.ShopPart), typeof(TorqueFigure),
            typeof(Tombstone)];

    /// <summary>
    /// Merges it. Throws <see cref="InvalidDataException"/> with a sentence where there is no shop, it is being served,
    /// the archive can't be laid, or what it says can't stand beside what is here; nothing is changed then.
    /// </summary>
    /// <param name="zip">The archive.</param>
    /// <param name="folder">The shop's folder; nobody may be serving it.</param>
    /// <param name="asked">How.</param>
    /// <param name="now">When.</param>
    public static async Task<Merged> MergeAsync(string zip, string folder, MergeAsked asked, DateTimeOffset now)
    {
        string path = Path.Combine(folder, ShopFileOpening.FileName);
        if (!File.Exists(path))
        {
            throw new InvalidDataException(
                $"There is no shop in {folder}. Lay the archive into an empty folder instead.");
        }

        string beside = Path.TrimEndingDirectorySeparator(Path.GetFullPath(folder)) + ".merging";
        try
        {
            await using FileStream alone = await FileAlone.ServeAsync(path, _ => { }, TimeSpan.FromSeconds(2));
            Delete(beside);
            await ArchiveReading.LayAsync(zip, beside);
            await using ShopFile file = await ShopFileOpening.OpenAsync(folder);
            return await MergeAsync(file, zip, folder, beside, asked, now);
        }
        catch (InvalidOperationException served)
        {
            throw new InvalidDataException($"{served.Message} Nothing was merged.", served);
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Delete(beside);
        }
    }

    private static void Delete(string folder)
    {
        if (Directory.Exists(folder))
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    private static async Task<Merged> MergeAsync(
        ShopFile file,
        string zip,
        string folder,
        string beside,
        MergeAsked asked,
        DateTimeOffset now)
    {
        await file.Database.OpenConnectionAsync();
        SqliteConnection connection = (SqliteConnection)file.Database.GetDbConnection();
        await using (SqliteCommand attach = new("ATTACH DATABASE $path AS theirs", connection))
        {
            attach.Parameters.AddWithValue("$path", Path.Combine(beside, ShopFileOpening.FileName));
            await attach.ExecuteNonQueryAsync();
        }

        List<string> copied = [];
        try
        {
            await using IDbContextTransaction all = await file.Database.BeginTransactionAsync();
            Both both = new(connection, (SqliteTransaction)all.GetDbTransaction());

            // Rows come table by table: whether each leads somewhere is asked at the end.
            await both.DoAsync("PRAGMA defer_foreign_keys = ON");
            string shop = await both.TextAsync("SELECT \"Name\" FROM theirs.\"Settings\"") is { Length: > 0 } name
                ? name
                : "the other shop";
            List<string> said = [];
            await both.DoAsync("CREATE TEMP TABLE mapped (theirs TEXT PRIMARY KEY, ours TEXT NOT NULL)");
            await TrailersAsync(both, asked, said);
            await CustomersAsync(both, said);
            await NamesAsync(both, asked.Mark, said);
            await PeopleAsync(both, shop, said);
            SortedDictionary<string, long> added = new(StringComparer.Ordinal);
            long there = 0;
            foreach (ArchivedTable table in ArchiveTables.Of(file))
            {
                Type type = file.Model.GetEntityTypes().First(t => t.GetTableName() == table.Name).ClrType;
                if (Theirs.ContainsKey(type))
                {
                    continue;
                }

                (long fresh, long known) = await TableAsync(both, table, OursStays.Contains(type));
                there += known;
                if (fresh > 0)
                {
                    added[table.Name] = fresh;
                }
            }

            await LeadSomewhereAsync(both);
            said.Add($"Stays with {shop}: {string.Join(", ", Theirs.Values.Distinct())}.");
            (int missing, IReadOnlyList<string> pictures) = await PicturesAsync(both, folder, beside);
            if (added.Count > 0 && !asked.Look)
            {
                // The pictures first: a row without its picture would be half a record.
                foreach (string picture in pictures)
                {
                    string to = Path.Combine(folder, Backup.PhotosFolder, picture);
                    copied.Add(to);
                    Backup.Copy(Path.Combine(beside, Backup.PhotosFolder, picture), to);
                }

                await file.OutdateAllAsync();
                await NoteAsync(file, zip, shop, added.Values.Sum(), now);
                await all.CommitAsync();
                copied.Clear();
            }

            return new Merged(shop, added, there, pictures.Count, missing, said);
        }
        catch (SqliteException fault) when (fault.SqliteErrorCode == 19)
        {
            throw Refused(
                $"something that is told once is told by both shops otherwise ({fault.Message.TrimEnd('.')})");
        }
        finally
        {
            foreach (string picture in copied)
            {
                File.Delete(picture);
            }
        }
    }

    private static InvalidDataException Refused(string why) =>
        new($"The archive can't be merged: {why}. Nothing was changed.");

    private static string List(List<string> all) => all.Count <= Named
        ? string.Join(", ", all)
        : FormattableString.Invariant($"{string.Join(", ", all.Take(Named))} and {all.Count - Named} more");

    // Which of their trailers are ours: as was said, and never because a plate looks alike.
    private static async Task TrailersAsync(Both both, MergeAsked asked, List<string> said)
    {
        foreach ((string ours, string theirs) in asked.Same)
        {
            string? here = await both.TextAsync("SELECT \"Id\" FROM main.\"Trailers\" WHERE \"Tag\" = $a", ours);
            string? there = await both.TextAsync("SELECT \"Id\" FROM theirs.\"Trailers\" WHERE \"Tag\" = $a", theirs);
            if (here is null || there is null)
            {
                throw Refused(here is null
                    ? $"there is no trailer {ours} here"
                    : $"there is no trailer {theirs} in it");
            }

            await both.DoAsync("INSERT OR REPLACE INTO mapped VALUES ($a, $b)", there, here);
            said.Add($"{theirs} there is {ours} here: what was done to it in both is one record.");
        }

        if (await both.TextAsync("SELECT ours FROM mapped GROUP BY ours HAVING COUNT(*) > 1") is not null)
        {
            throw Refused("two of their trailers are said to be the same one here");
        }

        List<string> plates = await both.AllAsync(
            """
            SELECT t."Plate" || ' (' || o."Tag" || ' here, ' || t."Tag" || ' there)'
            FROM theirs."Trailers" t
            JOIN main."Trailers" o ON TRIM(o."Plate") = TRIM(t."Plate") COLLATE NOCASE AND o."Id" <> t."Id"
            WHERE TRIM(t."Plate") <> '' AND t."Id" NOT IN (SELECT theirs FROM mapped)
              AND t."Id" NOT IN (SELECT "Id" FROM main."Trailers")
            ORDER BY o."Tag"
            """);
        if (plates.Count > 0)
        {
            throw Refused("trailers with one plate are in both under two tags: " + List(plates)
                + ". Where it is the same trailer, say so with --same OURS=THEIRS; where it is not, put a plate right");
        }

        List<string> renamed = await both.AllAsync(
            """
            SELECT t."Tag" || ' there is called ' || o."Tag" || ' here' FROM theirs."Trailers" t
            JOIN main."Trailers" o ON o."Id" = t."Id" AND o."Tag" <> t."Tag" COLLATE NOCASE ORDER BY o."Tag"
            """);
        if (renamed.Count > 0)
        {
            said.Add($"{List(renamed)}: it stays so.");
        }
    }

    // A customer of both by name, and by telephone or mail as well, is one; by name alone it may be somebody else.
    private static async Task CustomersAsync(Both both, List<string> said)
    {
        const string alike =
            """
            FROM theirs."Customers" t
            JOIN main."Customers" o ON o."Name" = t."Name" COLLATE NOCASE AND o."Id" <> t."Id"
              AND ((TRIM(t."Phone") <> '' AND TRIM(t."Phone") = TRIM(o."Phone"))
                OR (TRIM(t."Mail") <> '' AND TRIM(t."Mail") = TRIM(o."Mail") COLLATE NOCASE))
            WHERE t."Id" NOT IN (SELECT "Id" FROM main."Customers")
            """;
        List<string> one = await both.AllAsync($"SELECT o.\"Name\" {alike} ORDER BY o.\"Name\"");
        await both.DoAsync($"INSERT INTO mapped SELECT t.\"Id\", o.\"Id\" {alike}");
        if (one.Count > 0)
        {
            said.Add($"One customer of both, by name and telephone or mail: {List(one)}. What is written here of them "
                + "stays.");
        }
    }

    // A name or a tag that is taken here by another gets the mark behind it.
    private static async Task NamesAsync(Both both, string? mark, List<string> said)
    {
        foreach ((string table, string column, string what, int longest, string joint) in new[]
        {
            ("People", "Name", "people", Person.LongestName, " "),
            ("Customers", "Name", "customers", Customer.LongestName, " "),
            ("Trailers", "Tag", "tags", Trailer.LongestTag, "-"),
        })
        {
            string taken =
                $"""
                FROM theirs."{table}" WHERE "Id" NOT IN (SELECT theirs FROM mapped)
                  AND "Id" NOT IN (SELECT "Id" FROM main."{table}")
                  AND "{column}" COLLATE NOCASE IN (SELECT "{column}" FROM main."{table}")
                """;
            List<string> names = await both.AllAsync($"SELECT \"{column}\" {taken} ORDER BY \"{column}\"");
            if (names.Count == 0)
            {
                continue;
            }

            if (mark is null)
            {
                throw Refused($"{what} of both are called the same and are not known to be: {List(names)}. "
                    + "Say with --mark what is put behind theirs, such as the first letters of the other shop's name");
            }

            foreach (string name in names)
            {
                string marked = name + joint + mark;
                bool free = await both.TextAsync(
                    $"""
                    SELECT 1 FROM main."{table}" WHERE "{column}" = $a COLLATE NOCASE
                    UNION SELECT 1 FROM theirs."{table}" WHERE "{column}" = $a COLLATE NOCASE
                    """,
                    marked) is null;
                if (!free || marked.Length > longest)
                {
                    throw Refused(free
                        ? FormattableString.Invariant($"{marked} is longer than {longest} letters: take a shorter mark")
                        : $"{marked} is taken too: take another mark");
                }

                await both.DoAsync(
                    $"UPDATE theirs.\"{table}\" SET \"{column}\" = $b WHERE \"{column}\" = $a COLLATE NOCASE",
                    name,
                    marked);
            }

            said.Add($"Called otherwise here, by the mark {mark}: {List([.. names.Select(n => n + joint + mark)])}.");
        }
    }

    // Whoever worked there has no say here until somebody gives it to them.
    private static async Task PeopleAsync(Both both, string shop, List<string> said)
    {
        long fresh = await both.DoAsync(
            "UPDATE theirs.\"People\" SET \"Active\" = 0 WHERE \"Id\" NOT IN (SELECT \"Id\" FROM main.\"People\") "
                + "AND \"Active\" <> 0");
        if (fresh > 0)
        {
            said.Add($"Whoever works at {shop} comes along as no longer here: say under Settings, People, who works "
                + "here.");
        }
    }

    // Rows with a key that is not here; of one that is, both have to say the same, unless ours stays anyway.
    private static async Task<(long Fresh, long Known)> TableAsync(Both both, ArchivedTable table, bool oursStays)
    {
        string Cell(ArchivedColumn c) => c.Name is "TrailerId" or "CustomerId"
            ? $"COALESCE((SELECT ours FROM mapped WHERE theirs = t.\"{c.Name}\"), t.\"{c.Name}\")"
            : $"t.\"{c.Name}\"";
        string key = string.Join(" AND ", table.Columns
            .Where(c => c.Key)
            .Select(c => $"o.\"{c.Name}\" = {Cell(c)}"));
        string here = $"EXISTS (SELECT 1 FROM main.\"{table.Name}\" o WHERE {key})";
        string mapped = table.Name is "Trailers" or "Customers"
            ? " AND t.\"Id\" NOT IN (SELECT theirs FROM mapped)"
            : "";
        if (!oursStays)
        {
            string otherwise = string.Join(" OR ", table.Columns
                .Where(c => !c.Key)
                .Select(c => $"o.\"{c.Name}\" IS NOT {Cell(c)}"));
            List<string> torn = otherwise.Length == 0 ? [] : await both.AllAsync(
                $"SELECT {string.Join(" || '/' || ", table.Columns.Where(c => c.Key).Select(c => $"t.\"{c.Name}\""))} "
                    + $"FROM theirs.\"{table.Name}\" t JOIN main.\"{table.Name}\" o ON {key} WHERE {otherwise}");
            if (torn.Count > 0)
            {
                throw Refused(FormattableString.Invariant($"{torn.Count} rows of {table.Name} are in both and do not ")
                    + $"say the same: {List(torn)}. One of the shops has gone on with what the other had too");
            }
        }

        long known = await both.CountAsync($"SELECT COUNT(*) FROM theirs.\"{table.Name}\" t WHERE {here}");
        string columns = string.Join(", ", table.Columns.Select(c => $"\"{c.Name}\""));
        long fresh = await both.DoAsync(
            $"INSERT INTO main.\"{table.Name}\" ({columns}) SELECT {string.Join(", ", table.Columns.Select(Cell))} "
                + $"FROM theirs.\"{table.Name}\" t WHERE NOT {here}{mapped}");
        return (fresh, known);
    }

    private static async Task LeadSomewhereAsync(Both both)
    {
        List<string> nowhere = await both.AllAsync("PRAGMA main.foreign_key_check");
        if (nowhere.Count > 0)
        {
            throw Refused($"rows would lead nowhere: {List([.. nowhere.Distinct()])}");
        }
    }

    private static async Task<(int Missing, IReadOnlyList<string> Fresh)> PicturesAsync(
        Both both,
        string folder,
        string beside)
    {
        List<string> all = [.. (await both.AllAsync("SELECT \"Id\" FROM theirs.\"VisitPhotos\""))
            .Select(id => Guid.Parse(id, CultureInfo.InvariantCulture))
            .SelectMany(id => new[] { Backup.PictureOf(id), Backup.SmallPictureOf(id) })
            .Where(picture => !File.Exists(Path.Combine(folder, Backup.PhotosFolder, picture)))];
        List<string> there = all.FindAll(picture => File.Exists(Path.Combine(beside, Backup.PhotosFolder, picture)));
        return (all.Count - there.Count, there);
    }

    // The trail tells what was merged by the digest of its manifest, which has the digests of all the rest.
    private static async Task NoteAsync(ShopFile file, string zip, string shop, long rows, DateTimeOffset now)
    {
        await using ZipArchive archive = await ZipFile.OpenReadAsync(zip);
        await using Stream manifest = await archive.GetEntry(ArchiveManifest.Path)!.OpenAsync();
        string digest = Convert.ToHexStringLower(await SHA256.HashDataAsync(manifest));
        if (await file.People.FindAsync(Merger) is null)
        {
            file.People.Add(new Person
            {
                Id = Merger,
                Name = "whoever merged an archive",
                Active = false,
                IsProgram = true,
                Roles = [],
            });
        }

        file.Changes.Add(new Change
        {
            At = now,
            PersonId = Merger,
            What = FormattableString.Invariant($"Merged {rows} rows of {shop}, manifest SHA-256 {digest}")
        });
        await file.SaveChangesAsync();
    }

    /// <summary>Both files in one transaction: ours is "main", the other "theirs".</summary>
    private sealed class Both(SqliteConnection connection, SqliteTransaction all)
    {
        internal async Task<long> DoAsync(string sql, string? a = null, string? b = null)
        {
            await using SqliteCommand command = Command(sql, a, b);
            return await command.ExecuteNonQueryAsync();
        }

        internal async Task<long> CountAsync(string sql)
        {
            await using SqliteCommand command = Command(sql, null, null);
            return (long)(await command.ExecuteScalarAsync())!;
        }

        internal async Task<string?> TextAsync(string sql, string? a = null)
        {
            await using SqliteCommand command = Command(sql, a, null);
            return (await command.ExecuteScalarAsync()) switch
            {
                null or DBNull => null,
                object found => Convert.ToString(found, CultureInfo.InvariantCulture),
            };
        }

        internal async Task<List<string>> AllAsync(string sql)
        {
            await using SqliteCommand command = Command(sql, null, null);
            await using SqliteDataReader rows = await command.ExecuteReaderAsync();
            List<string> found = [];
            while (await rows.ReadAsync())
            {
                found.Add(rows.GetString(0));
            }

            return found;
        }

        private SqliteCommand Command(string sql, string? a, string? b)
        {
            SqliteCommand command = new(sql, connection, all);
            command.Parameters.AddWithValue("$a", (object?)a ?? DBNull.Value);
            command.Parameters.AddWithValue("$b", (object?)b ?? DBNull.Value);
            return command;
        }
    }
}
