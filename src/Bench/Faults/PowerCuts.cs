using System.Diagnostics;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Store;

namespace SturdyTinker.Bench.Faults;

/// <summary>
/// Pulls the plug: of all that the shop's file was told, what was synced is there, and of the rest each write is there,
/// is not, or only its beginning. What then lies there has to open, be whole, and hold every write that was answered.
/// </summary>
internal static class PowerCuts
{
    // Enough for the log to be carried over into the file several times.
    private const int Writers = 4, WritesEach = 60, CutsEach = 10;

    /// <summary>
    /// Cuts the power so many times, by chance of a seed; and some times more on a disk that lies about syncing, to see
    /// that what is lost there is found. How many of the first left something wrong; one more where the others show
    /// nothing.
    /// </summary>
    internal static async Task<int> RunAsync(int cuts, Random random)
    {
        int wrong = await CutAsync(cuts, random, lies: false);
        Console.WriteLine("The same on a disk that lies about syncing, where writes have to be missed:");
        return await CutAsync(CutsEach, random, lies: true) > 0 ? wrong : wrong + 1;
    }

    private static async Task<int> CutAsync(int cuts, Random random, bool lies)
    {
        int answered = 0, lost = 0, dead = 0, done = 0;
        long dropped = 0;
        long begun = Stopwatch.GetTimestamp();
        while (done < cuts)
        {
            (List<DiskWrite> asked, int made, List<(Guid Id, int By)> saved) = await RecordAsync();
            for (int i = 0; i < CutsEach && done < cuts; i++, done++)
            {
                int at = random.Next(made, asked.Count + 1);
                string folder = Directory.CreateTempSubdirectory("tinker-cut-").FullName;
                dropped += Lay(asked, at, folder, random, lies);
                HashSet<Guid> sure = [.. saved.Where(s => s.By <= at).Select(s => s.Id)];
                answered += sure.Count;
                try
                {
                    await using (ShopFile file = await ShopFileOpening.OpenAsync(folder))
                    {
                        sure.ExceptWith(await file.Customers.Select(c => c.Id).ToListAsync());
                        lost += sure.Count;
                    }

                    IReadOnlyList<string> faults = await ShopCheck.RunAsync(folder);
                    Tell(faults, lies);
                    dead += faults.Count > 0 ? 1 : 0;
                }
                catch (Exception fault) when (fault is SqliteException or InvalidOperationException)
                {
                    Tell([fault.Message], lies);
                    dead++;
                }
                finally
                {
                    SqliteConnection.ClearAllPools();
                    Directory.Delete(folder, recursive: true);
                }
            }
        }

        Console.WriteLine(
            FormattableString.Invariant($"{done} power cuts ({Stopwatch.GetElapsedTime(begun).TotalSeconds:0} s): ")
                + FormattableString.Invariant($"{dropped:#,0} writes dropped or torn, {answered:#,0} answered, ")
                + FormattableString.Invariant($"{lost} of them lost, {dead} files that will not open whole"));
        return lost + dead;
    }

    private static void Tell(IEnumerable<string> faults, bool expected)
    {
        foreach (string fault in expected ? [] : faults)
        {
            Console.WriteLine(fault);
        }
    }

    // A shop's first minute: several write at once to its new file, which was made aside and put there in one move;
    // with each write how much the disk had been asked for when it was answered.
    private static async Task<(List<DiskWrite> Asked, int Made, List<(Guid Id, int By)> Saved)> RecordAsync()
    {
        string folder = Directory.CreateTempSubdirectory("tinker-recorded-").FullName;
        List<(Guid, int)> saved = [];
        Guid person = Guid.CreateVersion7();
        await using (ShopFile file = await ShopFileOpening.OpenAsync(folder))
        {
            file.People.Add(new Person { Id = person, Name = "Whoever writes", Roles = [Role.Owner] });
            await file.SaveChangesAsync();
            await file.AskAsync("PRAGMA wal_checkpoint(TRUNCATE)");
        }

        SqliteConnection.ClearAllPools();
        string made = Path.Combine(folder, ShopFileOpening.FileName);
        List<DiskWrite> before =
        [
            new(ShopFileOpening.FileName, DiskAct.Write, 0, await File.ReadAllBytesAsync(made)),
            new(ShopFileOpening.FileName, DiskAct.Sync, 0, []),
        ];
        RecordedDisk.Begin();
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(folder);
        await Task.WhenAll(Enumerable.Range(0, Writers).Select(writer => Task.Run(async () =>
        {
            for (int i = 0; i < WritesEach; i++)
            {
                Guid id = Guid.CreateVersion7();
                await using ShopFile file = new(builder.Options);
                file.Customers.Add(new Customer
                {
                    Id = id,
                    Name = FormattableString.Invariant($"Owner {writer}-{i}"),
                    Note = new string('x', 40 * (i % 50)),
                });
                file.Changes.Add(new Change
                {
                    At = TimeProvider.System.GetUtcNow(),
                    PersonId = person,
                    What = "PUT /api/yard/customers",
                });
                await file.SaveChangesAsync();
                lock (saved)
                {
                    saved.Add((id, before.Count + RecordedDisk.Now));
                }
            }
        })));
        SqliteConnection.ClearAllPools();
        List<DiskWrite> asked = RecordedDisk.End();
        Directory.Delete(folder, recursive: true);
        return ([.. before, .. asked], before.Count, saved);
    }

    // How many writes did not arrive whole.
    private static int Lay(List<DiskWrite> asked, int cut, string folder, Random random, bool lies)
    {
        int dropped = 0;
        Dictionary<string, FileStream> files = [];
        Dictionary<string, int> synced = [];
        for (int i = 0; i < cut; i++)
        {
            if (asked[i].Act == DiskAct.Sync && !lies)
            {
                synced[asked[i].File] = i;
            }
        }

        for (int i = 0; i < cut; i++)
        {
            DiskWrite one = asked[i];
            if (one.Act == DiskAct.Sync || one.File.EndsWith("-shm", StringComparison.Ordinal))
            {
                continue;
            }

            if (one.Act == DiskAct.Delete)
            {
                if (files.Remove(one.File, out FileStream? gone))
                {
                    gone.Dispose();
                    File.Delete(Path.Combine(folder, one.File));
                }

                continue;
            }

            int whole = one.Bytes.Length, kept = whole;
            if (i > synced.GetValueOrDefault(one.File, -1))
            {
                kept = random.Next(3) switch
                {
                    0 => 0,
                    1 => whole,
                    _ => random.Next(whole + 1),
                };
                if (one.Act == DiskAct.Truncate && random.Next(2) == 0)
                {
                    dropped++;
                    continue;
                }

                dropped += kept < whole ? 1 : 0;
            }

            if (!files.TryGetValue(one.File, out FileStream? file))
            {
                files[one.File] = file = File.Create(Path.Combine(folder, one.File));
            }

            if (one.Act == DiskAct.Truncate)
            {
                file.SetLength(one.At);
            }
            else if (kept > 0)
            {
                file.Position = one.At;
                file.Write(one.Bytes.AsSpan(0, kept));
            }
        }

        foreach (FileStream file in files.Values)
        {
            file.Dispose();
        }

        return dropped;
    }
}
