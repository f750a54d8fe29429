using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using SturdyTinker.Demo;
using SturdyTinker.Store;

namespace SturdyTinker.Bench.Faults;

/// <summary>
/// Kills the server, and the commands beside it, at random moments, and sees what is left: nothing that was answered as
/// saved may be lost, nothing doubled, and what is left has to start.
/// </summary>
internal static class FaultsBench
{
    private const int PowerIsCut = 100, HostileSent = 20_000, Writers = 4, TableRows = 2_000, Clients = 50,
        EarlierRows = 200;

    // The last one before there was a door.
    private const string EarlierEdition = "OutgoingMail";
    private static readonly TimeSpan Together = TimeSpan.FromMinutes(1);

    /// <summary>Runs so many kills, by a seed that is printed. 0 where nothing was lost.</summary>
    internal static async Task<int> RunAsync(string bin, int kills, int seed)
    {
        Random random = new(seed);
        Console.WriteLine(FormattableString.Invariant($"{kills} kills, seed {seed}"));
        string folder = Directory.CreateTempSubdirectory("tinker-faults-").FullName;
        FaultShop shop = new(
            Path.Combine(bin, "Shop", "release", "SturdyTinker.Shop.dll"),
            Path.Combine(folder, "shop"));
        await using (ShopFile file = await ShopFileOpening.OpenAsync(shop.Folder))
        {
            await Fleet.FillAsync(file, 20, DateOnly.FromDateTime(DateTime.Now));
        }

        Outcome all = new();
        string[] kinds =
        [
            "writes", "writes", "writes", "a start", "a table coming in", "a backup", "laying one back", "an upgrade"
        ];
        Dictionary<string, Outcome> by = [];
        for (int i = 0; i < kills; i++)
        {
            string kind = kinds[random.Next(kinds.Length)];
            Outcome one = kind switch
            {
                "writes" => await WritesAsync(shop, random),
                "a start" => await StartAsync(shop, random),
                "a table coming in" => await TableAsync(shop, random, i),
                "a backup" => await BackupAsync(shop, folder, random),
                "an upgrade" => await UpgradeAsync(shop.Program, folder, random),
                _ => await RestoreAsync(shop, folder, random),
            };
            by[kind] = by.GetValueOrDefault(kind, new Outcome()).With(one);
            all = all.With(one);
        }

        int refused = await ClientsAsync(shop);
        int cut = await PowerCuts.RunAsync(PowerIsCut, random);
        int hostile = await HostileBench.RunAsync(shop.Program, folder, HostileSent, random.Next());
        IReadOnlyList<string> faults = await ShopCheck.RunAsync(shop.Folder);
        Console.WriteLine("killed during         kills  answered  lost  doubled  will not start");
        foreach ((string kind, Outcome one) in by.OrderBy(k => k.Key, StringComparer.Ordinal).Append(
            new KeyValuePair<string, Outcome>("all", all)))
        {
            Console.WriteLine(FormattableString.Invariant(
                $"{kind,-20} {one.Kills,6} {one.Answered,9} {one.Lost,5} {one.Doubled,8} {one.Dead,15}"));
        }

        Console.WriteLine(faults.Count == 0 ? "The record is whole." : string.Join('\n', faults));
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
        return all.Lost + all.Doubled + all.Dead + faults.Count + refused + cut + hostile == 0 ? 0 : 1;
    }

    // Everybody at once for a minute: pages and writes; none may fail, and the program may not grow without end.
    private static async Task<int> ClientsAsync(FaultShop shop)
    {
        using Running server = await Running.StartAsync(shop);
        List<double> took = [];
        int failed = 0, writes = 0;
        long end = Environment.TickCount64 + (long)Together.TotalMilliseconds;
        await Task.WhenAll(Enumerable.Range(0, Clients).Select(client => Task.Run(async () =>
        {
            Random random = new(client);
            while (Environment.TickCount64 < end)
            {
                long begun = Stopwatch.GetTimestamp();
                bool write = random.Next(10) == 0;
                bool well = write
                    ? await server.TripAsync(Guid.CreateVersion7(), $"{random.Next(1, 400)}")
                    : await server.PageAsync(random.Next(3));
                double ms = Stopwatch.GetElapsedTime(begun).TotalMilliseconds;
                lock (took)
                {
                    took.Add(ms);
                    failed += well ? 0 : 1;
                    writes += write ? 1 : 0;
                }
            }
        })));
        took.Sort();
        Console.WriteLine(FormattableString.Invariant(
            $"{Clients} clients for {Together.TotalSeconds:0} s: {took.Count:#,0} answers, {writes:#,0} of them ")
            + "writes, "
            + FormattableString.Invariant($"{failed} failed; median {took[took.Count / 2]:0} ms, ")
            + FormattableString.Invariant($"p99 {took[took.Count * 99 / 100]:0} ms; {server.Memory / 1_048_576:#,0} MB"));
        return failed;
    }

    // A file of an earlier edition that is killed while it is brought up to date: it is the old one or the new one,
    // whole, and the next start has it.
    private static async Task<Outcome> UpgradeAsync(string program, string folder, Random random)
    {
        FaultShop old = new(program, Path.Combine(folder, "old"));
        Directory.CreateDirectory(old.Folder);
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(old.Folder);
        await using (ShopFile file = new(builder.Options))
        {
            await file.GetService<IMigrator>().MigrateAsync(EarlierEdition);
            for (int i = 0; i < EarlierRows; i++)
            {
                Guid id = Guid.CreateVersion7();
                string name = FormattableString.Invariant($"Owner {i}");
                await file.Database.ExecuteSqlAsync($"""
                    INSERT INTO Customers (Id, Name, Phone, Mail, Note, Schools, Version)
                    VALUES ({id}, {name}, '', '', '', '', 1)
                    """);
            }
        }

        SqliteConnection.ClearAllPools();
        using (Running killed = Running.Begin(old))
        {
            await Task.Delay(random.Next(200, 1_600));
            killed.Kill();
        }

        using Running again = await Running.StartAsync(old, signedIn: false);
        again.Kill();
        int lost = (await ShopCheck.RunAsync(old.Folder)).Count;
        await using (ShopFile file = new(builder.Options))
        {
            lost += EarlierRows - await file.Customers.CountAsync();
        }

        SqliteConnection.ClearAllPools();
        Directory.Delete(old.Folder, recursive: true);
        return new Outcome(1, 0, lost, 0, again.Dead);
    }

    // Trips are written down by several at once, each under an id of its own; what was not answered is sent again.
    private static async Task<Outcome> WritesAsync(FaultShop shop, Random random)
    {
        using Running server = await Running.StartAsync(shop);
        List<(Guid Id, string Typed, bool Answered)> sent = [];
        using CancellationTokenSource over = new();
        Task[] writers = [.. Enumerable.Range(0, Writers).Select(_ => Task.Run(async () =>
        {
            while (!over.IsCancellationRequested)
            {
                Guid id = Guid.CreateVersion7();
                string typed;
                int at;
                lock (sent)
                {
                    typed = FormattableString.Invariant($"1.{Math.Abs(id.GetHashCode()) % 900_000 + 100_000} mi");
                    at = sent.Count;
                    sent.Add((id, typed, false));
                }

                if (await server.TripAsync(id, typed))
                {
                    lock (sent)
                    {
                        sent[at] = (id, typed, true);
                    }
                }
                else
                {
                    // Nobody types on while nothing answers: each of these is sent again, one after the other.
                    await Task.Delay(50);
                }
            }
        }))];

        // The first of a new program takes long: the kill comes once they run.
        long begun = Environment.TickCount64;
        while (!Any(sent) && Environment.TickCount64 - begun < Running.Patience.TotalMilliseconds)
        {
            await Task.Delay(5);
        }

        await Task.Delay(random.Next(5, 900));
        server.Kill();
        await over.CancelAsync();
        await Task.WhenAll(writers);
        HashSet<Guid> there = await shop.TripsAsync(sent.ConvertAll(s => s.Id));
        int lost = sent.Count(s => s.Answered && !there.Contains(s.Id));

        using Running again = await Running.StartAsync(shop);
        foreach ((Guid id, string typed, bool answered) in sent)
        {
            lost += !answered && !await again.TripAsync(id, typed) ? 1 : 0;
        }

        again.Kill();
        int rows = (await shop.TripsAsync(sent.ConvertAll(s => s.Id))).Count;
        return new Outcome(
            1,
            sent.Count(s => s.Answered),
            lost,
            Math.Max(0, rows - sent.Count),
            again.Dead + server.Dead);
    }

    private static bool Any(List<(Guid Id, string Typed, bool Answered)> sent)
    {
        lock (sent)
        {
            return sent.Exists(s => s.Answered);
        }
    }

    private static async Task<Outcome> StartAsync(FaultShop shop, Random random)
    {
        using (Running killed = Running.Begin(shop))
        {
            await Task.Delay(random.Next(50, 1_500));
            killed.Kill();
        }

        using Running again = await Running.StartAsync(shop);
        return new Outcome(1, 0, 0, 0, again.Dead);
    }

    private static async Task<Outcome> TableAsync(FaultShop shop, Random random, int round)
    {
        StringBuilder text = new("customer,phone\n");
        for (int i = 0; i < TableRows; i++)
        {
            text.Append(CultureInfo.InvariantCulture, $"Table {round} owner {i},0 {round}\n");
        }

        using Running server = await Running.StartAsync(shop);
        Task<bool> taking = server.TableAsync(text.ToString());
        await Task.Delay(random.Next(20, 700));
        server.Kill();
        bool answered = await taking;
        int there = await shop.CustomersAsync(round);
        using Running again = await Running.StartAsync(shop);
        bool taken = await again.TableAsync(text.ToString());
        again.Kill();
        int rows = await shop.CustomersAsync(round);
        return new Outcome(
            1,
            answered ? TableRows : 0,
            (answered ? TableRows - there : 0) + (taken ? Math.Max(0, TableRows - rows) : TableRows),
            Math.Max(0, rows - TableRows),
            server.Dead + again.Dead);
    }

    private static async Task<Outcome> BackupAsync(FaultShop shop, string folder, Random random)
    {
        string zip = Path.Combine(folder, "backup.zip");
        await shop.KilledAsync(random.Next(50, 900), "backup", "--data", shop.Folder, "--out", zip);
        int lost = File.Exists(zip) && !await IsWholeAsync(zip) ? 1 : 0;
        File.Delete(zip);
        return new Outcome(1, 0, lost, 0, 0);
    }

    // What lies there afterwards is a whole shop, or none, and another try lays it back.
    private static async Task<Outcome> RestoreAsync(FaultShop shop, string folder, Random random)
    {
        string zip = Path.Combine(folder, "whole.zip"), target = Path.Combine(folder, "laid");
        await Backup.WriteAsync(shop.Folder, zip);
        await shop.KilledAsync(random.Next(50, 900), "restore", "--in", zip, "--data", target);
        int lost = 0;
        if (!File.Exists(Path.Combine(target, ShopFileOpening.FileName)))
        {
            lost += Directory.Exists(target) && Directory.EnumerateFileSystemEntries(target).Any() ? 1 : 0;
            await Backup.RestoreAsync(zip, target);
        }

        lost += (await ShopCheck.RunAsync(target)).Count;
        SqliteConnection.ClearAllPools();
        Directory.Delete(target, recursive: true);
        return new Outcome(1, 0, lost, 0, 0);
    }

    private static async Task<bool> IsWholeAsync(string zip)
    {
        try
        {
            await Backup.TryAsync(zip);
            return true;
        }
        catch (InvalidDataException)
        {
            return false;
        }
    }

    private sealed record Outcome(int Kills = 0, int Answered = 0, int Lost = 0, int Doubled = 0, int Dead = 0)
    {
        public Outcome With(Outcome other) => new(
            Kills + other.Kills,
            Answered + other.Answered,
            Lost + other.Lost,
            Doubled + other.Doubled,
            Dead + other.Dead);
    }
}
