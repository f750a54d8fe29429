using System.Globalization;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;
using SturdyTinker.Core.Notices;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Store;

/// <summary>Where a shop's file lies and how it is opened.</summary>
public static class ShopFileOpening
{
    /// <summary>Name of the file in the shop's folder.</summary>
    public const string FileName = "shop.db";

    /// <summary>SQLite's number for "full": a write is on disk before it is answered.</summary>
    private const long FullSynchronous = 2;

    /// <summary>Options for the file in a folder, with foreign keys on.</summary>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="wait">How long a write waits for a busy writer, s; at least 1.</param>
    public static DbContextOptionsBuilder UseShopFile(
        this DbContextOptionsBuilder builder,
        string folder,
        int wait = 30)
    {
        SqliteConnectionStringBuilder connection = new()
        {
            DataSource = Path.Combine(folder, FileName),
            ForeignKeys = true,
            DefaultTimeout = wait,
        };
        return builder.UseFile(connection).AddInterceptors(AuditTrail.Instance);
    }

    // Whether the migrations lead to the model is a question for a test: asked at each start it takes longer than the
    // rest of it.
    private static DbContextOptionsBuilder UseFile(
        this DbContextOptionsBuilder builder,
        SqliteConnectionStringBuilder connection) => builder
            .UseSqlite(connection.ConnectionString)
            .ConfigureWarnings(warnings => warnings.Ignore(RelationalEventId.PendingModelChangesWarning));

    /// <summary>A context on the file in a folder, made when absent and brought up to the newest migration.</summary>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="time">The clock; null for the machine's.</param>
    public static async Task<ShopFile> OpenAsync(string folder, TimeProvider? time = null)
    {
        Directory.CreateDirectory(folder);
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(folder);
        ShopFile file = new(builder.Options);
        await file.PrepareAsync(time ?? TimeProvider.System);
        return file;
    }

    /// <summary>
    /// Migrates the file, turns write-ahead logging on (it stays on in the file), and makes sure that what is
    /// answered as saved is on disk. Throws <see cref="InvalidOperationException"/> when SQLite would not promise that,
    /// and
    /// <see cref="NewerFileException"/>, the file untouched, when a newer program has written it.
    /// </summary>
    public static async Task PrepareAsync(this ShopFile file, TimeProvider time)
    {
        using FileStream alone = await FileAlone.TakeAsync(file.Database.GetDbConnection().DataSource);
        FileEdition edition = await file.EditionAsync();
        if (edition.IsNewer)
        {
            throw new NewerFileException();
        }

        if (edition.IsEarlier)
        {
            // A new file is made the same way: the migrations are several transactions, and one that was broken off
            // between two of them could never be made to its end.
            await LetGoOfStaleLockAsync(file);
            await UpgradeAsync(file);
        }

        await FindIndex.PrepareAsync(file);
        await HideSecretsAsync(file, time.GetUtcNow());

        // There is one row of choices from the first minute on, so that no two first writes each bring one.
        OneRepack(await file.SettingsAsync());
        await file.SaveChangesAsync();
        file.ChangeTracker.Clear();

        // Standings of another edition of the rules are worked out anew by whoever asks for them first.
        await file.TrailerStatuses.Where(s => s.Edition != Core.Status.TrailerStatus.Edition).ExecuteDeleteAsync();
        await file.Database.OpenConnectionAsync();
        try
        {
            string mode = Convert.ToString(await file.PragmaAsync("journal_mode=WAL"), CultureInfo.InvariantCulture)!;
            long synchronous = Convert.ToInt64(await file.PragmaAsync("synchronous"), CultureInfo.InvariantCulture);
            if (mode != "wal" || synchronous != FullSynchronous)
            {
                throw new InvalidOperationException(
                    $"SQLite runs with journal {mode} and synchronous {synchronous} here; the shop's record needs wal "
                        + $"and {FullSynchronous}.");
            }
        }
        finally
        {
            await file.Database.CloseConnectionAsync();
        }
    }

    // A copy is brought up to date and seen to be whole; then it takes the file's place in one move. Whatever goes
    // wrong before leaves the file as it was.
    private static async Task UpgradeAsync(ShopFile file)
    {
        string path = file.Database.GetDbConnection().DataSource, copy = path + ".upgrading";
        string[] left = [copy, copy + "-wal", copy + "-shm", copy + "-journal"];
        Array.ForEach(left, File.Delete);
        try
        {
            SqliteConnection old = (SqliteConnection)file.Database.GetDbConnection();
            await file.Database.OpenConnectionAsync();
            SqliteConnectionStringBuilder connection = new()
            {
                DataSource = copy,
                ForeignKeys = true,
                Pooling = false
            };
            await using (SqliteConnection to = new(connection.ConnectionString))
            {
                old.BackupDatabase(to);
            }

            DbContextOptionsBuilder<ShopFile> builder = new();
            builder.UseFile(connection);
            await using (ShopFile made = new(builder.Options))
            {
                // A copy that is broken off is thrown away: nothing is waited for on the disk until all of it is there.
                await made.Database.OpenConnectionAsync();
                await made.AskAsync("PRAGMA synchronous = OFF");
                await made.Database.MigrateAsync();
                if (!await made.IsWholeAsync())
                {
                    throw new InvalidOperationException(
                        "The shop’s file did not come through its upgrade whole. It is as it was: go on with the "
                            + "program of before.");
                }

                // All of it in one file.
                await made.AskAsync("PRAGMA journal_mode=DELETE");
            }

            await using (FileStream flushed = new(copy, FileMode.Open, FileAccess.ReadWrite))
            {
                RandomAccess.FlushToDisk(flushed.SafeFileHandle);
            }

            // What the old file's log holds is in the copy, and in the file itself before the log goes.
            await file.AskAsync("PRAGMA wal_checkpoint(TRUNCATE)");
            await file.Database.CloseConnectionAsync();
            SqliteConnection.ClearPool(old);
            File.Delete(path + "-wal");
            File.Delete(path + "-shm");
            File.Move(copy, path, overwrite: true);
        }
        finally
        {
            Array.ForEach(left, File.Delete);
        }
    }

    // Addresses of calendars were kept as they are once: from now on their digest is, and they end some day.
    private static async Task HideSecretsAsync(ShopFile file, DateTimeOffset now)
    {
        foreach (CalendarFeed feed in await file.CalendarFeeds.Where(f => f.KeyHash.Length == 32).ToListAsync())
        {
            feed.KeyHash = Digest.Of(feed.KeyHash);
            feed.ExpiresAt = now + CalendarFeed.Lasts;
        }
    }

    /// <summary>A context that only reads a file, wherever it lies and whatever edition it is of.</summary>
    /// <param name="path">The file.</param>
    public static ShopFile Read(string path)
    {
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseSqlite(new SqliteConnectionStringBuilder
        {
            DataSource = path,
            Mode = SqliteOpenMode.ReadOnly,
            Pooling = false
        }.ConnectionString);
        return new ShopFile(builder.Options);
    }

    /// <summary>Which edition of the program has written a file.</summary>
    public static async Task<FileEdition> EditionAsync(this ShopFile file, CancellationToken stop = default)
    {
        List<string> known = [.. file.Database.GetMigrations()];
        List<string> applied = [.. await file.Database.GetAppliedMigrationsAsync(stop)];
        return new FileEdition(applied.LastOrDefault(), applied.Except(known).Any(), known.Except(applied).Any());
    }

    /// <summary>Whether a file is whole to SQLite, and every row leads where it says.</summary>
    internal static async Task<bool> IsWholeAsync(this ShopFile file) =>
        await file.AskAsync("PRAGMA integrity_check") is ["ok"]
            && (await file.AskAsync("PRAGMA foreign_key_check")).Count == 0;

    /// <summary>The first column of what SQLite answers to a question, row by row.</summary>
    public static async Task<List<string>> AskAsync(this ShopFile file, string question)
    {
        await file.Database.OpenConnectionAsync();
        try
        {
            await using var command = file.Database.GetDbConnection().CreateCommand();
            command.CommandText = question;
            await using var rows = await command.ExecuteReaderAsync();
            List<string> answers = [];
            while (await rows.ReadAsync())
            {
                answers.Add(Convert.ToString(rows.GetValue(0), CultureInfo.InvariantCulture)!);
            }

            return answers;
        }
        finally
        {
            await file.Database.CloseConnectionAsync();
        }
    }

    // EF keeps its lock as a row in the file, and waits for ever for one whose program was killed; a backup carries it
    // along. Whoever has the file alone knows that nobody else is at it.
    private static async Task LetGoOfStaleLockAsync(ShopFile file)
    {
        const string there = "SELECT COUNT(*) AS Value FROM sqlite_master WHERE name = '__EFMigrationsLock'";
        if (await file.Database.SqlQueryRaw<int>(there).SingleAsync() > 0)
        {
            await file.Database.ExecuteSqlRawAsync("DELETE FROM __EFMigrationsLock");
        }
    }

    // How long a repack lasts was once chosen in two places; the later one, among the other intervals, was the one that
    // counted.
    private static void OneRepack(ShopSettings settings)
    {
        const string repack = Core.Intervals.DueRules.Repack;
        if (!settings.Intervals.TryGetValue(repack, out Core.Practices.IntervalChoice? chosen) || !chosen.Kept)
        {
            return;
        }

        settings.RepackMonths = chosen.Months ?? settings.RepackMonths;
        settings.RepackDistance = chosen.Miles is { } miles
            ? Core.Measures.Distance.FromMiles(miles)
            : settings.RepackDistance;
        settings.Intervals = settings.Intervals.Where(i => i.Key != repack).ToDictionary();
    }

    /// <summary>What a pragma answers on this context's connection.</summary>
    public static async Task<object?> PragmaAsync(this ShopFile file, string pragma)
    {
        using var command = file.Database.GetDbConnection().CreateCommand();
        command.CommandText = "PRAGMA " + pragma;
        return await command.ExecuteScalarAsync();
    }
}

/// <summary>Which edition of the program has written a shop's file.</summary>
/// <param name="Newest">The newest migration in it; null where it has none, and so is no shop's.</param>
/// <param name="IsNewer">Whether it is of a newer program than this one.</param>
/// <param name="IsEarlier">Whether it has to be brought up to date.</param>
public sealed record FileEdition(string? Newest, bool IsNewer, bool IsEarlier);

/// <summary>A shop's file that a newer program has written: it is left as it is.</summary>
public sealed class NewerFileException() : Exception(
    "This shop's file was written by a newer program than this one. It was left as it is; start it with the newer "
        + "program.");

/// <summary>Lets the migration tool make a context without a server.</summary>
internal sealed class DesignTimeShopFile : IDesignTimeDbContextFactory<ShopFile>
{
    public ShopFile CreateDbContext(string[] args)
    {
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(Path.GetTempPath());
        return new ShopFile(builder.Options);
    }
}
