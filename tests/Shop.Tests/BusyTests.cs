using Microsoft.EntityFrameworkCore;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
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
}
