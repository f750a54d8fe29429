using System.IO.Compression;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using SturdyTinker.Store.Archives;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Archives of three shops, made once: the third calls everything as the first does.</summary>
public sealed class ThreeShops : IAsyncLifetime
{
    internal static readonly DateTimeOffset Now = new(2026, 6, 11, 12, 0, 0, TimeSpan.Zero);

    private readonly string folder = Directory.CreateTempSubdirectory("tinker-shops-").FullName;

    /// <summary>Two trailers of an orchard's, A-1 and A-2.</summary>
    public string Orchard { get; private set; } = "";

    /// <summary>One trailer of a library's, B-1.</summary>
    public string Library { get; private set; } = "";

    /// <summary>Another orchard's A-1, and another Ines Marrow.</summary>
    public string Namesake { get; private set; } = "";

    public async ValueTask InitializeAsync()
    {
        Orchard = await ShopAsync("Ines Marrow", "Orchard", "A-1", "A-2");
        Library = await ShopAsync("Odd Varley", "Lake County Library", "B-1");
        Namesake = await ShopAsync("Ines Marrow", "Orchard", "A-1");
    }

    /// <summary>An archive as the folder of a shop: laid once, to be copied.</summary>
    internal async Task<string> LaidAsync(string zip)
    {
        string laid = Path.ChangeExtension(zip, null);
        if (!Directory.Exists(laid))
        {
            await ArchiveReading.LayAsync(zip, laid);
        }

        return laid;
    }

    public ValueTask DisposeAsync()
    {
        Directory.Delete(folder, recursive: true);
        return ValueTask.CompletedTask;
    }

    // Whoever works there, and trailers that were worked on, each with a picture.
    private async Task<string> ShopAsync(string who, string customer, params string[] tags)
    {
        using ShopServer shop = new();
        await shop.SomebodyAsync(who);
        Guid owner = await shop.CustomerAsync(customer);
        foreach (string tag in tags)
        {
            TrailerAnswer trailer = await shop.PutAsync<TrailerAnswer>(
                $"/api/yard/trailers/{ShopServer.NewId()}",
                ShopServer.Draft(tag, owner));
            VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left");
            using ByteArrayContent picture = FindingTests.Picture();
            (await shop.Http.PutAsync(
                $"/api/bay/visits/{visit.Id}/photos/{ShopServer.NewId()}?key="
                    + Uri.EscapeDataString(visit.Packet.Steps[0].Key),
                picture)).EnsureSuccessStatusCode();
            await shop.WorkAsync(visit);
            await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        }

        string zip = Path.Combine(folder, Guid.NewGuid().ToString("N") + ".zip");
        await Archive.WriteAsync(shop.Folder, zip, Now);
        return zip;
    }
}

/// <summary>A second shop's archive merged into a shop: what is new comes along, what is here stays.</summary>
public sealed class MergeTests(ThreeShops shops) : IClassFixture<ThreeShops>, IDisposable
{
    private static readonly DateTimeOffset Now = ThreeShops.Now;
    private static readonly MergeAsked Plain = new(null, [], Look: false);

    private readonly string scratch = Directory.CreateTempSubdirectory("tinker-merge-").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(scratch, recursive: true);
    }

    private string At(string name) => Path.Combine(scratch, name);

    private async Task<string> LaidAsync(string zip, string name)
    {
        string laid = await shops.LaidAsync(zip);
        foreach (string file in Directory.GetFiles(laid, "*", SearchOption.AllDirectories))
        {
            string to = Path.Combine(At(name), Path.GetRelativePath(laid, file));
            Directory.CreateDirectory(Path.GetDirectoryName(to)!);
            File.Copy(file, to);
        }

        return At(name);
    }

    private async Task<Dictionary<string, string>> RowsAsync(string folder)
    {
        string zip = At("rows.zip");
        await Archive.WriteAsync(folder, zip, Now);
        Dictionary<string, string> rows = [];
        await using ZipArchive archive = await ZipFile.OpenReadAsync(zip);
        foreach (ZipArchiveEntry entry in archive.Entries.Where(e =>
            e.FullName.EndsWith(".jsonl", StringComparison.Ordinal)
            || e.FullName.StartsWith("photos/", StringComparison.Ordinal)))
        {
            using StreamReader text = new(await entry.OpenAsync());
            rows[entry.FullName] = await text.ReadToEndAsync();
        }

        return rows;
    }

    private static HashSet<string> Lines(Dictionary<string, string> rows, string table) =>
        [.. rows[$"tables/{table}.jsonl"].Split('\n', StringSplitOptions.RemoveEmptyEntries)];

    /// <summary>
    /// Everything that was done comes along to the letter; choices, shelf and trail stay; once more is nothing more.
    /// </summary>
    [Fact]
    public async Task What_was_done_in_the_other_shop_is_here_to_the_letter_and_once()
    {
        string a = await LaidAsync(shops.Orchard, "shop"), other = shops.Library;
        Dictionary<string, string> ours = await RowsAsync(a), theirs = await RowsAsync(await LaidAsync(other, "other"));

        // Looked at, nothing is changed.
        Merged look = await Merging.MergeAsync(other, a, Plain with { Look = true }, Now);
        Assert.Equal(ours, await RowsAsync(a));
        Merged merged = await Merging.MergeAsync(other, a, Plain, Now);
        Assert.Equal(look.Added, merged.Added);
        Assert.Equal(2, merged.Pictures);
        Dictionary<string, string> now = await RowsAsync(a);
        foreach (string table in new[]
        {
            "Visits", "StepEntries", "WorkDone", "Packets", "VisitPhotos", "Customers", "Trailers"
        })
        {
            Assert.NotEmpty(Lines(theirs, table));
            Assert.Equal(
                Lines(ours, table).Concat(Lines(theirs, table)).Order(StringComparer.Ordinal),
                Lines(now, table).Order(StringComparer.Ordinal));
        }

        foreach (string table in new[] { "Settings", "StepTimes", "KeptParts", "StockEntries", "PlanInputs" })
        {
            Assert.Equal(ours[$"tables/{table}.jsonl"], now[$"tables/{table}.jsonl"]);
        }

        Assert.All(
            theirs.Where(f => f.Key.StartsWith("photos/", StringComparison.Ordinal)),
            f => Assert.Equal(f.Value, now[f.Key]));
        Assert.Empty(await ShopCheck.RunAsync(a));

        Merged again = await Merging.MergeAsync(other, a, Plain, Now);
        Assert.Empty(again.Added);
        Assert.Equal(0, again.Pictures);
        Assert.Equal(now, await RowsAsync(a));

        // And it is one shop: the other's trailers stand in the yard, whoever worked there has no say here.
        using ShopServer shop = new(a);
        await shop.SomebodyAsync("whoever owns both");
        Assert.Equal(
            ["A-1", "A-2", "B-1"],
            (await Waiting.UntilAsync(
                () => shop.LookAsync(f => f.TrailerStatuses.OrderBy(s => s.Tag).Select(s => s.Tag).ToListAsync()),
                tags => tags.Count == 3)));
        Person varley = await shop.LookAsync(f => f.People.SingleAsync(p => p.Name == "Odd Varley"));
        Assert.False(varley.Active);
        Assert.Contains(
            (await shop.GetAsync<PastVisits>("/api/ledger/visits")).Visits,
            v => v.Tag == "B-1" && v.By == "Odd Varley");
    }

    /// <summary>
    /// Generated shops, with a row of nearly every kind: out, in and out again is the same to the letter, and merged
    /// into a shop that has nothing yet every row of theirs is there as it was.
    /// </summary>
    [Theory]
    [InlineData(0, "2026-02-28T10:20:00+00:00")]
    [InlineData(4, "2026-06-10T10:20:00+00:00")]
    public async Task Whatever_shop_it_is_it_comes_out_in_and_together_unchanged(int fleet, string when)
    {
        DateTimeOffset now = DateTimeOffset.Parse(when, System.Globalization.CultureInfo.InvariantCulture);
        await using (ShopFile made = await ShopFileOpening.OpenAsync(At("made")))
        {
            await (fleet == 0
                ? Demo.DemoShop.FillAsync(made, now)
                : Demo.Fleet.FillAsync(made, fleet, DateOnly.FromDateTime(now.DateTime)));
        }

        SqliteConnection.ClearAllPools();
        string zip = At("made.zip");
        await Archive.WriteAsync(At("made"), zip, Now);
        Dictionary<string, string> theirs = await RowsAsync(At("made"));
        await ArchiveReading.LayAsync(zip, At("laid"));
        Assert.Equal(theirs, await RowsAsync(At("laid")));

        await (await ShopFileOpening.OpenAsync(At("new"))).DisposeAsync();
        Merged merged = await Merging.MergeAsync(zip, At("new"), Plain, Now);
        Dictionary<string, string> all = await RowsAsync(At("new"));
        Assert.Superset(
            new HashSet<string> { "Customers", "Trailers", "Visits", "Packets", "StepEntries", "Readings", "WorkDone" },
            merged.Added.Keys.ToHashSet());
        Assert.All(
            merged.Added.Where(t => t.Key != "People"),
            t =>
            {
                Assert.Equal(t.Value, Lines(theirs, t.Key).Count);
                Assert.Equal(theirs[$"tables/{t.Key}.jsonl"], all[$"tables/{t.Key}.jsonl"]);
            });
        Assert.Empty(await ShopCheck.RunAsync(At("new")));
    }

    /// <summary>
    /// Names and tags of both are nobody's guess: without a mark nothing is merged, with one each keeps its own.
    /// </summary>
    [Fact]
    public async Task What_is_called_the_same_is_told_apart()
    {
        string a = await LaidAsync(shops.Orchard, "shop"), other = shops.Namesake;
        Dictionary<string, string> before = await RowsAsync(a);
        InvalidDataException refused = await Assert.ThrowsAsync<InvalidDataException>(
            () => Merging.MergeAsync(other, a, Plain, Now));
        Assert.Contains("Say with --mark", refused.Message, StringComparison.Ordinal);
        Assert.Contains("Nothing was changed", refused.Message, StringComparison.Ordinal);
        Assert.Equal(before, await RowsAsync(a));

        Merged merged = await Merging.MergeAsync(other, a, Plain with { Mark = "LK" }, Now);
        Assert.Contains(merged.Said, s => s.Contains("A-1-LK", StringComparison.Ordinal));
        await using (ShopFile file = await ShopFileOpening.OpenAsync(a))
        {
            Assert.Equal(
                ["A-1", "A-1-LK", "A-2"],
                await file.Trailers.OrderBy(t => t.Tag).Select(t => t.Tag).ToListAsync());
            Assert.Equal(
                ["Orchard", "Orchard LK"],
                await file.Customers.OrderBy(c => c.Name).Select(c => c.Name).ToListAsync());
            Assert.Equal(
                ["Ines Marrow", "Ines Marrow LK"],
                await file.People.Where(p => !p.IsProgram).OrderBy(p => p.Name).Select(p => p.Name).ToListAsync());
        }
    }

    /// <summary>
    /// A trailer of both under two tags is said plainly, and made one only where somebody says so; a customer that both
    /// know by name and telephone is one.
    /// </summary>
    [Fact]
    public async Task A_trailer_under_another_tag_is_one_only_where_somebody_says_so()
    {
        string a = await LaidAsync(shops.Orchard, "shop"), b = await LaidAsync(shops.Library, "other");
        foreach ((string folder, string tag, string plate) in new[] { (a, "A-1", "LAKE 7"), (b, "B-1", "lake 7 ") })
        {
            await using ShopFile file = await ShopFileOpening.OpenAsync(folder);
            await file.Trailers.Where(t => t.Tag == tag).ExecuteUpdateAsync(t => t.SetProperty(x => x.Plate, plate));
            await file.Customers.ExecuteUpdateAsync(c => c
                .SetProperty(x => x.Phone, "555 0100")
                .SetProperty(x => x.Name, "Quay Club"));
        }

        string zip = At("b2.zip");
        await Archive.WriteAsync(b, zip, Now);
        InvalidDataException refused = await Assert.ThrowsAsync<InvalidDataException>(
            () => Merging.MergeAsync(zip, a, Plain, Now));
        Assert.Contains("LAKE 7", refused.Message, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("--same", refused.Message, StringComparison.Ordinal);
        await Merging.MergeAsync(zip, a, Plain with { Same = [("A-1", "B-1")] }, Now);
        Assert.Empty(await ShopCheck.RunAsync(a));
        await using ShopFile merged = await ShopFileOpening.OpenAsync(a);
        Guid trailer = (await merged.Trailers.SingleAsync(t => t.Tag == "A-1")).Id;
        Assert.Equal(2, await merged.Trailers.CountAsync());
        Assert.Equal("Quay Club", (await merged.Customers.SingleAsync()).Name);
        Assert.Equal(2, await merged.Visits.CountAsync(v => v.TrailerId == trailer));
        Assert.Equal(
            2,
            await merged.WorkDone.Where(w => w.TrailerId == trailer).Select(w => w.VisitId).Distinct().CountAsync());
    }

    /// <summary>
    /// What can't be merged leaves the shop as it was: a damaged archive, a shop that is served, two that have gone on
    /// with one visit.
    /// </summary>
    [Fact]
    public async Task What_cannot_be_merged_leaves_everything_as_it_was()
    {
        string zip = shops.Orchard, a = await LaidAsync(zip, "shop");
        Dictionary<string, string> before = await RowsAsync(a);
        byte[] whole = await File.ReadAllBytesAsync(zip);
        await File.WriteAllBytesAsync(At("cut.zip"), whole[..(whole.Length / 2)]);
        await Assert.ThrowsAsync<InvalidDataException>(() => Merging.MergeAsync(At("cut.zip"), a, Plain, Now));
        await Assert.ThrowsAsync<InvalidDataException>(() => Merging.MergeAsync(zip, At("nowhere"), Plain, Now));

        // Its own archive in which somebody has gone on.
        string gone = await LaidAsync(zip, "gone");
        await using (ShopFile file = await ShopFileOpening.OpenAsync(gone))
        {
            await file.StepEntries.ExecuteUpdateAsync(e => e.SetProperty(x => x.Seconds, 77));
        }

        await Archive.WriteAsync(gone, At("gone.zip"), Now);
        InvalidDataException torn = await Assert.ThrowsAsync<InvalidDataException>(
            () => Merging.MergeAsync(At("gone.zip"), a, Plain, Now));
        Assert.Contains("StepEntries", torn.Message, StringComparison.Ordinal);
        Assert.Equal(before, await RowsAsync(a));
        Assert.False(Directory.Exists(a + ".merging"));

        using ShopServer serving = new(a);
        await serving.SomebodyAsync("whoever is here");
        InvalidDataException served = await Assert.ThrowsAsync<InvalidDataException>(
            () => Merging.MergeAsync(zip, a, Plain, Now));
        Assert.Contains("Nothing was merged", served.Message, StringComparison.Ordinal);
    }

    /// <summary>The command says what it will do, and answers an order that lacks something.</summary>
    [Fact]
    public async Task The_command_says_what_comes_of_it()
    {
        string a = await LaidAsync(shops.Orchard, "shop"), other = shops.Namesake;
        async Task<(int Code, string Said)> RunAsync(params string[] more)
        {
            using StringWriter said = new(), wrong = new();
            int code = await ArchiveCommand.RunAsync(
                ["archive", "--merge", other, "--data", a, .. more],
                said,
                wrong,
                new SetClock(Now));
            return (code, said.ToString() + wrong);
        }

        Assert.Equal(2, (await RunAsync("--mark", "much too long")).Code);
        Assert.Equal(2, (await RunAsync("--same", "A-1")).Code);
        (int code, string said) = await RunAsync("--mark", "B", "--look", "yes");
        Assert.Equal(0, code);
        Assert.Contains("1 Trailers", said, StringComparison.Ordinal);
        Assert.Contains("Nothing was changed", said, StringComparison.Ordinal);
    }
}
