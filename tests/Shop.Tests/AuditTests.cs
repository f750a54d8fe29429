using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Shop.Access;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>The trail of who wrote what: whole, told, and broken by whoever alters it.</summary>
public sealed class AuditTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private Task<List<Change>> TrailAsync() =>
        shop.LookAsync(f => f.Changes.AsNoTracking().OrderBy(c => c.Id).ToListAsync());

    private static IEnumerable<JsonElement> Told(Change change) =>
        change.Content is null ? [] : JsonDocument.Parse(change.Content).RootElement.EnumerateArray();

    private async Task<Guid> CustomerAsync()
    {
        Guid id = ShopServer.NewId();
        string path = $"/api/yard/customers/{id}";
        await shop.PutAsync<CustomerAnswer>(path, new CustomerEdit("Orchard", "5550", "", "", 0));
        await shop.PutAsync<CustomerAnswer>(path, new CustomerEdit("Orchard", "5551", "", "", 1));
        return id;
    }

    [Fact]
    public async Task Each_write_tells_who_from_where_what_and_how_it_was_before()
    {
        Guid ines = await shop.SomebodyAsync(), customer = await CustomerAsync();
        Change[] changes =
            [.. (await TrailAsync()).Where(c => c.What.EndsWith($"{customer}", StringComparison.Ordinal))];
        Assert.Equal(2, changes.Length);
        Assert.All(changes, c => Assert.Equal(ines, c.PersonId));
        Guid session = await shop.LookAsync(f => f.Sessions.Select(s => s.Id).SingleAsync());
        Assert.All(changes, c => Assert.Equal(session, c.SessionId));
        JsonElement added = Assert.Single(Told(changes[0])), edited = Assert.Single(Told(changes[1]));
        Assert.Equal("Customers", added.GetProperty("table").GetString());
        Assert.False(added.TryGetProperty("before", out _));
        Assert.Equal("5550", added.GetProperty("after").GetProperty("Phone").GetString());
        Assert.Equal("5550", edited.GetProperty("before").GetProperty("Phone").GetString());
        Assert.Equal("5551", edited.GetProperty("after").GetProperty("Phone").GetString());
        Assert.False(edited.GetProperty("after").TryGetProperty("Mail", out _));
    }

    [Fact]
    public async Task A_write_of_several_steps_is_told_whole_and_one_that_is_refused_not_at_all()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        int before = (await TrailAsync()).Count;
        await shop.WorkAsync(visit, 1);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}",
            new EntryDraft("no/such/step", []),
            422);
        List<Change> trail = await TrailAsync();
        string[] tables = [.. trail.Skip(before).SelectMany(Told).Select(t => t.GetProperty("table").GetString()!)];
        Assert.Contains("StepEntries", tables);
        Assert.DoesNotContain("Standings", tables);
        Assert.Single(trail.Skip(before).Select(c => c.What).Distinct());
        Assert.Empty(await ShopCheck.RunAsync(shop.Folder));
    }

    [Fact]
    public async Task Who_comes_in_and_who_is_not_let_in_is_on_the_trail()
    {
        Guid ines = await shop.SomebodyAsync();
        int before = (await TrailAsync()).Count;
        HttpClient browser = shop.Browser();
        foreach (string secret in new[] { "not her secret at all", ShopServer.Secret })
        {
            await browser.PostAsJsonAsync("/api/access/sign-in", new SecretDraft(shop.AtWork, secret));
        }

        List<Change> trail = [.. (await TrailAsync()).Skip(before)];
        Assert.Equal(["refused Secret", "sign-in Secret"], trail.Select(c => c.What));
        Assert.All(trail, c => Assert.Equal(ines, c.PersonId));
        Assert.Null(trail[0].SessionId);
        Assert.Contains(
            trail[1].SessionId,
            await shop.LookAsync(f => f.Sessions.Select(s => (Guid?)s.Id).ToListAsync()));
        Assert.Empty(await ShopCheck.RunAsync(shop.Folder));
    }

    [Fact]
    public async Task Nothing_that_opens_the_door_is_told()
    {
        await shop.SomebodyAsync();
        (await shop.Http.PutAsJsonAsync("/api/access/own/pin", new PinEdit(ShopServer.Secret, "7305")))
            .EnsureSuccessStatusCode();
        (string? secret, string? pin) = await shop.LookAsync(async f =>
        {
            Account account = await f.Users.SingleAsync();
            return (account.PasswordHash, account.PinHash);
        });
        string all = string.Concat((await TrailAsync()).Select(c => c.Content));
        Assert.Contains("PinHash", all, StringComparison.Ordinal);
        Assert.DoesNotContain(secret!, all, StringComparison.Ordinal);
        Assert.DoesNotContain(pin!, all, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Who_is_forgotten_is_nowhere_in_the_file_and_the_trail_stands()
    {
        await shop.SomebodyAsync();
        Guid customer = ShopServer.NewId();
        await shop.PutAsync<CustomerAnswer>(
            $"/api/yard/customers/{customer}",
            new CustomerEdit("Hollin Thrale", "555-0177", "hollin@thrale.example", "rings at noon", 0));
        TrailerAnswer trailer = await shop.PutAsync<TrailerAnswer>(
            $"/api/yard/trailers/{ShopServer.NewId()}",
            ShopServer.Draft("P-07", customer));
        Guid other = await shop.CustomerAsync("Glider club");
        CustomerAnswer forgotten = await shop.PostAsync<CustomerAnswer>(
            $"/api/yard/customers/{customer}/forget",
            new { });
        Assert.StartsWith("Forgotten ", forgotten.Name, StringComparison.Ordinal);
        Assert.Equal("Glider club", (await shop.GetAsync<CustomerAnswer>($"/api/yard/customers/{other}")).Name);
        Assert.Equal("P-07", (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Tag);
        Assert.Empty(await ShopCheck.RunAsync(shop.Folder));

        // Not one cell of the file tells of them, what is found by words included.
        string all = await shop.LookAsync(async f => string.Concat(
            await f.AskAsync("SELECT group_concat(Content, '') FROM Changes"))
            + string.Concat(await f.AskAsync("SELECT group_concat(Name || Phone || Mail || Note, '') FROM Customers"))
            + string.Concat(await f.AskAsync("SELECT group_concat(Customer, '') FROM Standings")));
        foreach (string told in new[] { "Thrale", "555-0177", "thrale.example", "rings at noon" })
        {
            Assert.DoesNotContain(told, all, StringComparison.Ordinal);
        }

        Assert.Contains("Glider club", all, StringComparison.Ordinal);
        Assert.DoesNotContain(
            "Hollin",
            await shop.Http.GetStringAsync("/api/find?typed=Thrale"),
            StringComparison.Ordinal);
    }

    [Fact]
    public async Task Whoever_writes_at_once_stands_one_behind_the_other()
    {
        await shop.SomebodyAsync();
        await Task.WhenAll(Enumerable.Range(0, 40).Select(i => shop.PutAsync<CustomerAnswer>(
            $"/api/yard/customers/{ShopServer.NewId()}",
            new CustomerEdit($"Customer {i}", "", "", "", 0))));
        List<Change> trail = await TrailAsync();
        Assert.True(trail.Count >= 40);
        Assert.Equal(Enumerable.Range(1, trail.Count).Select(i => (long)i), trail.Select(c => c.Id));
        Assert.Empty(await ShopCheck.RunAsync(shop.Folder));
    }

    [Theory]
    [InlineData("UPDATE Changes SET What = 'GET /' WHERE Id = 3", false)]
    [InlineData("UPDATE Changes SET PersonId = (SELECT Id FROM People LIMIT 1), Hash = 'x' WHERE Id = 3", false)]
    [InlineData("UPDATE Changes SET Content = '[]' WHERE Id = 3", false)]
    [InlineData("DELETE FROM Changes WHERE Id = 3", false)]
    [InlineData("DELETE FROM Changes WHERE Id = (SELECT max(Id) FROM Changes)", false)]
    [InlineData("UPDATE Changes SET Content = NULL WHERE Id = 3", true)]
    public async Task Whoever_alters_it_is_stopped_and_whoever_gets_by_that_is_found(string order, bool may)
    {
        await shop.SomebodyAsync();
        await CustomerAsync();
        await SecondCustomerAsync();
        string backups = Path.Combine(shop.Folder, "backups");
        Directory.CreateDirectory(backups);
        await Backup.WriteAsync(shop.Folder, Path.Combine(backups, "shop-2026-06-10.zip"), beside: true);
        Assert.Empty(await ShopCheck.RunAsync(shop.Folder));

        async Task RunAsync(string sql) => await shop.LookAsync(f => f.Database.ExecuteSqlRawAsync(sql));
        if (may)
        {
            await RunAsync(order);
            Assert.Empty(await ShopCheck.RunAsync(shop.Folder));
            return;
        }

        await Assert.ThrowsAsync<SqliteException>(() => RunAsync(order));
        Assert.Empty(await ShopCheck.RunAsync(shop.Folder));

        // With the file open before them, and no triggers in the way.
        await RunAsync("DROP TRIGGER Changes_stay; DROP TRIGGER Changes_as_they_are; DROP TRIGGER Changes_erased");
        await RunAsync(order);
        Assert.Contains(
            "trail of writes is broken",
            Assert.Single(await ShopCheck.RunAsync(shop.Folder)),
            StringComparison.Ordinal);
    }

    private Task<Guid> SecondCustomerAsync() => shop.CustomerAsync("Glider club");
}
