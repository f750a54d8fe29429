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
        Assert.Contains("left over", fault.Message, StringComparison.Ordinal);
        Assert.Equal([leftover], Directory.GetFileSystemEntries(target));

        File.Delete(leftover);
        Assert.Equal(0, await Backup.RestoreAsync(zip, target));
        await using ShopFile file = await ShopFileOpening.OpenAsync(target);
        Assert.Empty(await file.Trailers.ToListAsync());
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
