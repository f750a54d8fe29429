using System.IO.Compression;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>A shop's file is made ready whatever a program that was killed has left behind.</summary>
public sealed class OpeningTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("tinker-opening-").FullName;

    // Where there is something to hang on, a test fails instead of waiting for ever.
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(2);

    private string FilePath => Path.Combine(folder, ShopFileOpening.FileName);

    public void Dispose() => Directory.Delete(folder, recursive: true);

    /// <summary>As a kill leaves it in the middle of the first start: EF's lock taken, nothing migrated yet.</summary>
    [Fact]
    public async Task A_start_takes_over_the_lock_of_one_that_was_killed()
    {
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(folder);
        await using (ShopFile killed = new(builder.Options))
        {
            await killed.Database.ExecuteSqlRawAsync(
                """
                CREATE TABLE "__EFMigrationsLock" (
                    "Id" INTEGER NOT NULL CONSTRAINT "PK___EFMigrationsLock" PRIMARY KEY,
                    "Timestamp" TEXT NOT NULL);
                INSERT INTO "__EFMigrationsLock" VALUES (1, '2026-11-28 12:00:00');
                """);
        }

        await using ShopFile file = await ShopFileOpening.OpenAsync(folder).WaitAsync(Patience);
        Assert.Empty(await file.Database.GetPendingMigrationsAsync());
        Assert.Empty(await file.Trailers.ToListAsync());
    }

    [Fact]
    public async Task Two_programs_that_start_on_an_empty_folder_both_have_their_file()
    {
        ShopFile[] files = await Task.WhenAll(
            Enumerable.Range(0, 4).Select(_ => Task.Run(() => ShopFileOpening.OpenAsync(folder)))).WaitAsync(Patience);
        foreach (ShopFile file in files)
        {
            Assert.Empty(await file.Database.GetPendingMigrationsAsync());
            Assert.Single(await file.Settings.ToListAsync());
            await file.DisposeAsync();
        }
    }

    /// <summary>What SQLite left of another shop beside the file would be mixed into the one laid back.</summary>
    [Theory]
    [InlineData("-wal")]
    [InlineData("-shm")]
    [InlineData("-journal")]
    public async Task A_backup_is_not_laid_beside_what_is_left_of_another_shop(string left)
    {
        string zip = Path.Combine(folder, "backup.zip"), target = Path.Combine(folder, "new");
        await (await ShopFileOpening.OpenAsync(folder)).DisposeAsync();
        await Backup.WriteAsync(folder, zip);
        Directory.CreateDirectory(target);
        string leftover = Path.Combine(target, ShopFileOpening.FileName + left);
        await File.WriteAllTextAsync(leftover, "of another shop");
        InvalidDataException fault = await Assert.ThrowsAsync<InvalidDataException>(
            () => Backup.RestoreAsync(zip, target));
        Assert.Contains("lies in", fault.Message, StringComparison.Ordinal);
        Assert.Equal([leftover], Directory.GetFileSystemEntries(target));

        File.Delete(leftover);
        Assert.Equal(new Kept(0, 0), await Backup.RestoreAsync(zip, target));
        await using ShopFile file = await ShopFileOpening.OpenAsync(target);
        Assert.Empty(await file.Trailers.ToListAsync());
    }

    /// <summary>
    /// What is no backup of ours, is damaged or newer is refused in a sentence, and the folder stays as it was.
    /// </summary>
    [Theory]
    [InlineData("no shop's", "CREATE TABLE Other (Id INTEGER)")]
    [InlineData("newer program", null, "INSERT INTO __EFMigrationsHistory VALUES ('20991231235959_Later', '99.0')")]
    [InlineData("damaged", null, "UPDATE Settings SET Name = Name", true)]
    public async Task A_backup_that_is_not_ours_or_not_whole_is_refused(
        string says,
        string? instead,
        string? change = null,
        bool scramble = false)
    {
        string made = Path.Combine(folder, "made"), zip = Path.Combine(folder, "backup.zip");
        string target = Path.Combine(folder, "new");
        Directory.CreateDirectory(made);
        string path = Path.Combine(made, ShopFileOpening.FileName);
        if (instead is null)
        {
            await (await ShopFileOpening.OpenAsync(made)).DisposeAsync();
        }

        await RunSqlAsync(path, instead ?? change!);
        await Backup.WriteAsync(made, zip);
        if (scramble)
        {
            await ScrambleAsync(zip);
        }

        InvalidDataException fault = await Assert.ThrowsAsync<InvalidDataException>(
            () => Backup.RestoreAsync(zip, target));
        Assert.Contains(says, fault.Message, StringComparison.Ordinal);
        Assert.False(Directory.Exists(target));
        Assert.Equal(["backup.zip", "made"], Directory.GetFileSystemEntries(folder).Select(Path.GetFileName).Order());
    }

    /// <summary>A row whose owner is gone: SQLite holds such a file for whole, the shop does not.</summary>
    [Fact]
    public async Task A_backup_whose_rows_lead_nowhere_is_refused()
    {
        string made = Path.Combine(folder, "made"), zip = Path.Combine(folder, "backup.zip");
        await using (ShopFile file = await ShopFileOpening.OpenAsync(made))
        {
            file.Customers.Add(new() { Id = Guid.CreateVersion7(), Name = "Orchard" });
            await file.SaveChangesAsync();
            file.Trailers.Add(new()
            {
                Id = Guid.CreateVersion7(),
                Tag = "P-07",
                CustomerId = (await file.Customers.SingleAsync()).Id,
                Gear = Core.Gear.GearDefaults.For(2, 3500)
            });
            await file.SaveChangesAsync();
        }

        await RunSqlAsync(
            Path.Combine(made, ShopFileOpening.FileName),
            "PRAGMA foreign_keys=OFF; DELETE FROM Customers");
        await Backup.WriteAsync(made, zip);
        Assert.Contains(
            "damaged",
            (await Assert.ThrowsAsync<InvalidDataException>(
                () => Backup.RestoreAsync(zip, Path.Combine(folder, "new")))).Message,
            StringComparison.Ordinal);
    }

    /// <summary>
    /// The pictures of a backup are those that its file names: no other goes along, and what is missing is told.
    /// </summary>
    [Fact]
    public async Task A_backup_holds_the_pictures_that_its_file_names()
    {
        string zip = Path.Combine(folder, "backup.zip"), target = Path.Combine(folder, "new");
        using ShopServer shop = new(Path.Combine(folder, "shop"));
        await shop.SomebodyAsync();
        Bay.VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id, "axle-1-left");
        Guid[] photos = [ShopServer.NewId(), ShopServer.NewId()];
        foreach (Guid photo in photos)
        {
            (await shop.Http.PutAsync(
                $"/api/bay/visits/{visit.Id}/photos/{photo}?key={Uri.EscapeDataString(visit.Packet.Steps[0].Key)}",
                FindingTests.Picture())).EnsureSuccessStatusCode();
        }

        string pictures = Path.Combine(shop.Folder, Backup.PhotosFolder);
        await File.WriteAllTextAsync(Path.Combine(pictures, $"{ShopServer.NewId()}.jpg"), "of no row");
        Assert.Equal(new Kept(4, 0), await Backup.WriteAsync(shop.Folder, zip));
        Assert.Equal(new Kept(4, 0), await Backup.RestoreAsync(zip, target));
        Assert.Equal(4, Directory.GetFiles(Path.Combine(target, Backup.PhotosFolder)).Length);

        File.Delete(Path.Combine(pictures, $"{photos[0]}.jpg"));
        Assert.Equal(new Kept(3, 1), await Backup.WriteAsync(shop.Folder, zip));
        Assert.Equal(new Kept(3, 1), await Backup.RestoreAsync(zip, Path.Combine(folder, "another")));

        // What a restore that was killed has left stands in nobody's way.
        Directory.CreateDirectory(Path.Combine(folder, "third.restoring", "photos"));
        Assert.Equal(new Kept(3, 1), await Backup.RestoreAsync(zip, Path.Combine(folder, "third")));
        Assert.False(Directory.Exists(Path.Combine(folder, "third.restoring")));
    }

    /// <summary>Grandfather, father, son: counted out over three years of nights, with a gap in them.</summary>
    [Fact]
    public void Nights_are_kept_by_days_weeks_and_months()
    {
        List<DateOnly> nights = [];
        DateOnly first = new(2024, 1, 1);
        for (int day = 0; day < 1_100; day++)
        {
            DateOnly today = first.AddDays(day);
            if (day is > 500 and < 530)
            {
                // The shop was shut.
                continue;
            }

            nights.Add(today);
            foreach (DateOnly gone in BackupRule.ToDrop(nights))
            {
                nights.Remove(gone);
            }

            Assert.Contains(today, nights);
            Assert.InRange(nights.Count, 1, BackupRule.Nights + BackupRule.Weeks + BackupRule.Months);
            Assert.Empty(BackupRule.ToDrop(nights));
            if (day > 600)
            {
                Assert.Equal(BackupRule.Nights, nights.Count(n => n > today.AddDays(-BackupRule.Nights)));
                Assert.Contains(nights, n => n <= today.AddDays(-21) && n > today.AddDays(-35));
                Assert.Contains(nights, n => n <= today.AddDays(-320) && n > today.AddDays(-370));
            }
        }
    }

    /// <summary>
    /// Every day has its backup, made by itself and tried; its pictures lie beside it once; last night's is laid back
    /// whole.
    /// </summary>
    [Fact]
    public async Task A_backup_is_made_every_day_and_tried_and_laid_back_by_its_file()
    {
        string kept = Path.Combine(folder, "kept"), second = Path.Combine(folder, "second");
        using ShopServer shop = new(Path.Combine(folder, "shop"), backups: kept, backupsAlso: second);
        await shop.SomebodyAsync();
        Bay.VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id, "axle-1-left");
        Guid photo = ShopServer.NewId();
        (await shop.Http.PutAsync(
            $"/api/bay/visits/{visit.Id}/photos/{photo}?key={Uri.EscapeDataString(visit.Packet.Steps[0].Key)}",
            FindingTests.Picture())).EnsureSuccessStatusCode();
        while ((await shop.GetAsync<Requests.BackupsAnswer>("/api/settings/backups")).Nights.Count == 0)
        {
            await Task.Delay(50);
        }

        Requests.BackupsAnswer now = await shop.PostAsync<Requests.BackupsAnswer>("/api/settings/backups", new { });
        Requests.BackupNight night = Assert.Single(now.Nights);
        Assert.Equal(
            (shop.Today, 2, 0, null, null),
            (night.Day, night.Pictures, night.Missing, night.Problem, now.Problem));
        shop.Time.Ahead += TimeSpan.FromDays(1);
        now = await shop.PostAsync<Requests.BackupsAnswer>("/api/settings/backups", new { });
        Assert.Equal(2, now.Nights.Count);
        Assert.Equal(2, Directory.GetFiles(Path.Combine(kept, Backup.PhotosFolder)).Length);

        // The second folder has all of it, and is enough by itself.
        Assert.Equal((second, null), (now.Second, now.SecondProblem));
        Assert.Equal(
            new Kept(2, 0),
            await Backup.RestoreAsync(Path.Combine(second, now.Nights[0].Name), Path.Combine(folder, "from-second")));
        Directory.Delete(second, recursive: true);
        await File.WriteAllTextAsync(second, "a file where the folder was");
        now = await shop.PostAsync<Requests.BackupsAnswer>("/api/settings/backups", new { });
        Assert.True(now.Problem is null && now.SecondProblem is not null, $"{now.Problem}, {now.SecondProblem}");

        string target = Path.Combine(folder, "new");
        Assert.Equal(new Kept(2, 0), await Backup.RestoreAsync(Path.Combine(kept, now.Nights[0].Name), target));
        using ShopServer restored = new(target, ahead: TimeSpan.FromDays(1));
        Assert.Equal(
            photo,
            Assert.Single((await restored.GetAsync<Bay.VisitAnswer>($"/api/bay/visits/{visit.Id}")).State.Photos).Id);
        Assert.Equal(200, (int)(await restored.Http.GetAsync($"/api/bay/visits/{visit.Id}/photos/{photo}")).StatusCode);

        // One that could not be laid back says so; and a folder that can't be written is told, not passed over.
        await ScrambleAsync(Path.Combine(kept, now.Nights[1].Name));
        Assert.Contains(
            "damaged",
            (await Assert.ThrowsAsync<InvalidDataException>(
                () => Backup.TryAsync(Path.Combine(kept, now.Nights[1].Name)))).Message,
            StringComparison.Ordinal);
        Directory.Delete(kept, recursive: true);
        await File.WriteAllTextAsync(kept, "a file where the folder was");
        Assert.NotNull((await shop.PostAsync<Requests.BackupsAnswer>("/api/settings/backups", new { })).Problem);
    }

    /// <summary>
    /// The check finds each kind of harm that is done to a whole shop, names it, and finds nothing before.
    /// </summary>
    [Fact]
    public async Task A_check_names_what_is_wrong_with_a_record()
    {
        string first = Path.Combine(folder, "first"), made = Path.Combine(folder, "shop");
        string path = Path.Combine(made, ShopFileOpening.FileName);
        await using (ShopFile file = await ShopFileOpening.OpenAsync(first))
        {
            await Demo.DemoShop.FillAsync(file, TurnedClock.Start);
        }

        // A copy with nothing left beside it: each harm is done to the same bytes.
        Directory.CreateDirectory(made);
        await RunSqlAsync(Path.Combine(first, ShopFileOpening.FileName), $"VACUUM INTO '{path}'");

        async Task<(int Exit, string Said)> CheckAsync()
        {
            using StringWriter said = new(), wrong = new();
            int exit = await Requests.CheckCommand.RunAsync(["check", "--data", made], said, wrong);
            return (exit, said.ToString() + wrong);
        }

        Assert.StartsWith("All is well", (await CheckAsync()).Said, StringComparison.Ordinal);
        byte[] whole = await File.ReadAllBytesAsync(path);
        foreach ((string harm, string says) in new[]
        {
            ("PRAGMA foreign_keys=OFF; DELETE FROM Customers", "lead nowhere: Trailers, row"),
            (
                "UPDATE KeptParts SET OnHand = OnHand + 1 WHERE Code = (SELECT MIN(Code) FROM KeptParts)",
                "its ledger comes to"),
            ("UPDATE Trailers SET Gear = '{' WHERE Tag = 'P-07'", "What is stored as Trailer.Gear can't be read: row"),
            ("UPDATE Bookings SET Jobs = 'steam'", "What is stored as Booking.Jobs can't be read"),
            ("INSERT INTO __EFMigrationsHistory VALUES ('20991231235959_Later', '99.0')", "newer program"),
            (
                "DELETE FROM __EFMigrationsHistory WHERE MigrationId = "
                    + "(SELECT MAX(MigrationId) FROM __EFMigrationsHistory)",
                "earlier edition"),
        })
        {
            await RunSqlAsync(path, harm);
            (int exit, string said) = await CheckAsync();
            Assert.True(exit == 1, harm);
            Assert.Contains(says, said, StringComparison.Ordinal);
            await File.WriteAllBytesAsync(path, whole);
        }

        for (int i = 40_960; i < whole.Length; i += 11)
        {
            whole[i] ^= 0x5A;
        }

        await File.WriteAllBytesAsync(path, whole);
        Assert.Equal(1, (await CheckAsync()).Exit);
        Assert.Equal(2, await Requests.CheckCommand.RunAsync(["check"], TextWriter.Null, TextWriter.Null));
    }

    [Fact]
    public async Task A_folder_is_served_by_one_program()
    {
        string served = Path.Combine(folder, "shop"), path = Path.Combine(served, ShopFileOpening.FileName);
        using (ShopServer shop = new(served))
        {
            await shop.SomebodyAsync();
            InvalidOperationException fault = await Assert.ThrowsAsync<InvalidOperationException>(
                () => FileAlone.ServeAsync(path, _ => { }, TimeSpan.FromMilliseconds(250)));
            Assert.Contains("serves this shop's folder already", fault.Message, StringComparison.Ordinal);
        }

        // It lets go when it ends.
        Directory.CreateDirectory(served);
        await using FileStream next = await FileAlone.ServeAsync(path, _ => { }, Patience);
    }

    private static async Task RunSqlAsync(string path, string sql)
    {
        await using Microsoft.Data.Sqlite.SqliteConnection connection = new($"Data Source={path};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        await command.ExecuteNonQueryAsync();
    }

    // Every tenth byte of its pages another.
    private static async Task ScrambleAsync(string zip)
    {
        string unpacked = zip + ".db";
        using (ZipArchive archive = ZipFile.Open(zip, ZipArchiveMode.Update))
        {
            var entry = archive.GetEntry(ShopFileOpening.FileName)!;
            entry.ExtractToFile(unpacked);
            entry.Delete();
            byte[] bytes = await File.ReadAllBytesAsync(unpacked);
            for (int i = 4096; i < bytes.Length; i += 10)
            {
                bytes[i] ^= 0x5A;
            }

            await File.WriteAllBytesAsync(unpacked, bytes);
            archive.CreateEntryFromFile(unpacked, ShopFileOpening.FileName);
        }

        File.Delete(unpacked);
    }

    [Fact]
    public async Task A_start_that_has_to_wait_says_so_and_goes_on_once_it_may()
    {
        List<string> told = [];
        FileStream other = await FileAlone.TakeAsync(FilePath);
        Task<FileStream> waits = FileAlone.TakeAsync(FilePath, told.Add);
        while (told.Count == 0)
        {
            await Task.Delay(20);
        }

        Assert.False(waits.IsCompleted);
        await other.DisposeAsync();
        await using FileStream mine = await waits.WaitAsync(Patience);
        Assert.StartsWith("Another program", Assert.Single(told), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_start_that_waits_in_vain_says_what_to_do()
    {
        await using FileStream other = await FileAlone.TakeAsync(FilePath);
        InvalidOperationException fault = await Assert.ThrowsAsync<InvalidOperationException>(
            () => FileAlone.TakeAsync(FilePath, _ => { }, TimeSpan.FromMilliseconds(250)));
        Assert.Contains("End it, and start again", fault.Message, StringComparison.Ordinal);
    }
}
