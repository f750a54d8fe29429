using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Somebody else holds the file for longer than anybody waits.</summary>
public sealed class BusyTests : IDisposable
{
    private readonly ShopServer shop = new(wait: 2);

    public void Dispose() => shop.Dispose();

    [Fact]
    public async Task A_write_that_waited_in_vain_says_so_and_reading_goes_on()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        await shop.LookAsync(async file =>
        {
            await using var held = await file.Database.BeginTransactionAsync();
            await file.Database.ExecuteSqlAsync($"UPDATE Settings SET Name = Name");
            Problem busy = await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/yard/customers/{ShopServer.NewId()}",
                new CustomerEdit("Orchard", "", "", "", 0),
                503);
            Assert.Contains("try again", busy.Detail, StringComparison.Ordinal);
            Assert.Equal(trailer.Tag, (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Tag);
            return 0;
        });
        await shop.CustomerAsync("Orchard");
    }

    /// <summary>
    /// SQLite's waiting writers ask again now and then: work that writes piece after piece lets them go first, and
    /// knows that one is served.
    /// </summary>
    [Fact]
    public async Task Long_work_gives_way_to_whoever_waits_to_write()
    {
        Writers writers = new();
        DbContextOptionsBuilder<ShopFile> options = new();
        options.UseShopFile(shop.Folder).AddInterceptors(writers);
        await using ShopFile longWork = new(options.Options), tick = new(options.Options), bare = new(options.Options);
        await writers.GiveWayAsync();
        Assert.False(writers.Any);

        // One opens a transaction, one saves without, while a piece of the long work is being written.
        Task waits, saves;
        await using (var piece = await longWork.Database.BeginTransactionAsync())
        {
            waits = Task.Run(async () =>
            {
                await using var mine = await tick.Database.BeginTransactionAsync();
                await mine.CommitAsync();
            });
            bare.Customers.Add(new() { Id = Guid.CreateVersion7(), Name = "Orchard" });
            saves = Task.Run(() => bare.SaveChangesAsync());
            while (!writers.Any)
            {
                await Task.Delay(5);
            }

            await piece.CommitAsync();
        }

        await writers.GiveWayAsync();
        Assert.True(waits.IsCompleted || !writers.Any);
        await Task.WhenAll(waits, saves);
        Assert.False(writers.Any);
        Assert.Equal(1, await longWork.Customers.CountAsync(c => c.Name == "Orchard"));
    }

    /// <summary>
    /// A table is looked at while somebody else writes: a preview waits for nobody, and holds nobody up.
    /// </summary>
    [Fact]
    public async Task A_table_is_looked_at_while_nobody_can_write()
    {
        await shop.SomebodyAsync();
        async Task<HttpResponseMessage> SendAsync(bool apply) => await shop.Http.PostAsync(
            $"/api/ledger/tables?apply={apply}",
            BadInputTests.Table("customer,phone\nOrchard,0 11\nHill farm,0 12\n"u8.ToArray()));
        await shop.LookAsync(async file =>
        {
            await using var held = await file.Database.BeginTransactionAsync();
            await file.Database.ExecuteSqlAsync($"UPDATE Settings SET Name = Name");
            TableAnswer look = await ShopServer.ReadAsync<TableAnswer>(await SendAsync(apply: false));
            Assert.Equal([RowFate.Add, RowFate.Add], look.Rows.Select(r => r.Fate));
            using HttpResponseMessage busy = await SendAsync(apply: true);
            Assert.Equal(503, (int)busy.StatusCode);
            return 0;
        });
        Assert.True((await ShopServer.ReadAsync<TableAnswer>(await SendAsync(apply: true))).Applied);
    }

    /// <summary>
    /// Nothing is written during a read: what is kept of the trailers' statuses is of another day and cannot be
    /// written, and every page there is answers all the same.
    /// </summary>
    [Fact]
    public async Task Every_page_is_read_while_nobody_can_write()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left");
        using JsonDocument described = JsonDocument.Parse(await shop.Http.GetStringAsync("/openapi/v1.json"));

        // What cannot be kept cannot be waited for: pages have the plan of before after a moment.
        shop.Services.GetRequiredService<PlanBoard>().Patience = TimeSpan.FromMilliseconds(200);
        List<string> pages = HostileRequests.Pages(described, visit.Id, trailer.Id);
        Assert.True(pages.Count > 40, string.Join('\n', pages));
        await shop.LookAsync(async file =>
        {
            await file.OutdateAllAsync();
            await using var held = await file.Database.BeginTransactionAsync();
            await file.Database.ExecuteSqlAsync($"UPDATE Settings SET Name = Name");
            ParallelOptions several = new() { MaxDegreeOfParallelism = 8 };
            await Parallel.ForEachAsync(pages, several, async (page, stop) =>
            {
                using HttpResponseMessage answer = await shop.Http.GetAsync(page, stop);
                Assert.True((int)answer.StatusCode is 200 or 204 or 404, $"{page}: {(int)answer.StatusCode}");
            });
            return 0;
        });
    }
}
