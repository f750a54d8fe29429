using Microsoft.EntityFrameworkCore;
using SturdyTinker.Shop.Find;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>One field for everything there is.</summary>
public sealed class FindTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private async Task<List<FoundThing>> FindAsync(string typed) =>
        await shop.GetAsync<List<FoundThing>>($"/api/find?typed={Uri.EscapeDataString(typed)}");

    private async Task<List<string>> TrailersAsync(string typed) =>
        [.. (await FindAsync(typed)).Where(f => f.Kind == FoundKind.Trailer).Select(f => f.Title)];

    [Fact]
    public async Task A_trailer_is_found_by_any_of_its_words_and_the_tag_comes_first()
    {
        await shop.SomebodyAsync();
        await shop.TrailerAsync("P-07", t => t with { Name = "Stage wagon", Plate = "LAKE 7" });
        await shop.TrailerAsync("P-071", t => t with { Name = "Prop wagon" });
        await shop.TrailerAsync("Q-1", t => t with { Name = "Cart for the P-07" });
        foreach (string typed in new[] { "P-07", "p07", "P 07" })
        {
            Assert.Equal("P-07", (await TrailersAsync(typed))[0]);
        }

        Assert.Equal(["P-07"], await TrailersAsync("lake"));
        Assert.Equal(["P-07"], await TrailersAsync("wag stage"));
        Assert.Equal(2, (await TrailersAsync("wagon")).Count);
        Assert.Equal(3, (await TrailersAsync("owner")).Count);
        Assert.Empty(await TrailersAsync("stage prop"));
    }

    [Fact]
    public async Task What_is_found_follows_what_changes()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync("P-07");
        Guid owner = trailer.CustomerId;
        await shop.PutAsync<CustomerAnswer>(
            $"/api/yard/customers/{owner}",
            new CustomerEdit("Périgée Räder", "555 0101", "", "", 1));
        Assert.Equal(["P-07"], await TrailersAsync("perigee"));
        Assert.Empty(await TrailersAsync("owner"));
        FoundThing customer = Assert.Single(await FindAsync("0101"));
        Assert.Equal((FoundKind.Customer, "Périgée Räder"), (customer.Kind, customer.Title));

        // What stands in the bay is a step away.
        Assert.DoesNotContain(await FindAsync("P-07"), f => f.Kind == FoundKind.Visit);
        Guid visit = (await shop.VisitAsync(trailer.Id, "axle-1-left")).Id;
        Assert.Equal(
            visit.ToString(),
            Assert.Single(await FindAsync("P-07"), f => f.Kind == FoundKind.Visit).Id);
    }

    [Fact]
    public async Task Parts_are_found_by_code_and_measure_and_sums_by_their_words()
    {
        Assert.Contains(await FindAsync("l44649"), f => f.Kind == FoundKind.Part && f.Id.Contains("L44649", StringComparison.Ordinal));
        Assert.Contains(await FindAsync("grease seal 2.250"), f => f.Kind == FoundKind.Part);
        Assert.Contains(await FindAsync("equalizer"), f => f.Kind == FoundKind.Sum);
    }

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    [InlineData("\"")]
    [InlineData("* OR NOT (")]
    [InlineData("Title:x NEAR(a b)")]
    [InlineData("'; DROP TABLE Trailers; --")]
    [InlineData("👷")]
    public async Task Nothing_that_is_typed_is_read_as_a_query(string typed)
    {
        await shop.SomebodyAsync();
        await shop.TrailerAsync("P-07");
        Assert.DoesNotContain(await FindAsync(typed), f => f.Kind == FoundKind.Trailer);
        Assert.Equal(["P-07"], await TrailersAsync("P-07"));
    }

    /// <summary>The index is no part of the record: lost or wrong, it is made anew at the next start.</summary>
    [Fact]
    public async Task An_index_that_was_lost_or_does_not_count_right_is_made_anew()
    {
        await shop.SomebodyAsync();
        await shop.TrailerAsync("P-07");
        string folder = Directory.CreateTempSubdirectory("find").FullName;
        try
        {
            await shop.LookAsync(async file =>
            {
                await file.Database.ExecuteSqlAsync($"VACUUM INTO {Path.Combine(folder, ShopFileOpening.FileName)}");
                return 0;
            });
            foreach (string harm in new[] { "DELETE FROM Findable", "DROP TABLE FindableText", "DROP TABLE Findable" })
            {
                await using (ShopFile file = await ShopFileOpening.OpenAsync(folder))
                {
                    Assert.Equal("P-07", Assert.Single(await file.FindAsync("p07", 9, default)).Title);
                    await file.Database.ExecuteSqlRawAsync(harm);
                }
            }

            await using ShopFile mended = await ShopFileOpening.OpenAsync(folder);
            Assert.Equal("P-07", Assert.Single(await mended.FindAsync("p07", 9, default)).Title);
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }
}
