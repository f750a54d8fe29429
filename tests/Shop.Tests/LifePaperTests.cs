using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using SturdyTinker.Core.Papers;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Yard;
using UglyToad.PdfPig;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// A trailer's whole life goes to its next owner: all that is on record, and nothing of whose it was.
/// </summary>
public sealed class LifePaperTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    [Fact]
    public async Task All_of_it_is_there_and_the_digest_binds_the_paper_to_its_data()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync("L-01");
        VisitAnswer first = await WorkedAsync(trailer, null);
        shop.Time.Ahead += TimeSpan.FromDays(30);
        VisitAnswer second = await WorkedAsync(trailer, "wheel-cracked");

        Paper paper = await shop.GetAsync<Paper>($"/api/ledger/papers/life/{trailer.Id}");
        string told = JsonSerializer.Serialize(paper, ShopServer.Json);
        Assert.Contains("2 visits", told, StringComparison.Ordinal);
        Assert.True(paper.Blocks[0].Grave, "A trailer on Hold says so first.");
        Assert.Contains("June 10, 2026", told, StringComparison.Ordinal);
        Assert.Contains("July 10, 2026", told, StringComparison.Ordinal);
        Assert.Contains("It left on Hold: on a float", told, StringComparison.Ordinal);

        // Whose it was and what it cost are the seller's to tell.
        Assert.DoesNotContain("Owner of L-01", told, StringComparison.Ordinal);

        (string text, byte[] data) = await PdfAsync(trailer.Id);
        string digest = Convert.ToHexStringLower(SHA256.HashData(data));
        Assert.Contains(digest, text, StringComparison.Ordinal);
        (string again, byte[] same) = await PdfAsync(trailer.Id);
        Assert.Equal(text, again);
        Assert.Equal(data, same);
        using JsonDocument life = JsonDocument.Parse(data);
        JsonElement visits = life.RootElement.GetProperty("life").GetProperty("visits");
        Assert.Equal(2, visits.GetArrayLength());
        foreach ((VisitAnswer visit, JsonElement one) in new[] { second, first }.Zip(visits.EnumerateArray()))
        {
            VisitState state = (await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State;
            Assert.Equal(state.Findings.Count, one.GetProperty("found").GetArrayLength());
            Assert.Equal(state.Readings.Count, one.GetProperty("measured").GetArrayLength());
            Assert.Equal(
                state.Parts.Select(p => (p.Name, p.Unit)).Distinct().Count(),
                one.GetProperty("used").GetArrayLength());
        }

        Assert.DoesNotContain("Owner of L-01", Encoding.UTF8.GetString(data), StringComparison.Ordinal);

        // One letter less, and the digest is another.
        shop.Time.Ahead += TimeSpan.FromDays(1);
        await WorkedAsync(trailer, null);
        Assert.NotEqual(digest, Convert.ToHexStringLower(SHA256.HashData((await PdfAsync(trailer.Id)).Data)));
    }

    [Fact]
    public async Task A_trailer_without_a_visit_says_so_and_one_that_is_not_there_is_refused()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync("L-02");
        Assert.Contains(
            "No visit of it is on record.",
            JsonSerializer.Serialize(await shop.GetAsync<Paper>($"/api/ledger/papers/life/{trailer.Id}")),
            StringComparison.Ordinal);
        await shop.RefusedAsync(HttpMethod.Get, $"/api/ledger/papers/life/{Guid.NewGuid()}", null, 404);
    }

    private async Task<(string Text, byte[] Data)> PdfAsync(Guid trailer)
    {
        using HttpResponseMessage answer = await shop.Http.GetAsync($"/api/ledger/papers/life/{trailer}/pdf");
        using PdfDocument pdf = PdfDocument.Open(await answer.Content.ReadAsByteArrayAsync());
        Assert.True(pdf.Advanced.TryGetEmbeddedFiles(out var files));
        return (
            string.Concat(pdf.GetPages().SelectMany(p => p.Letters).Select(l => l.Value)),
            Assert.Single(files!).Memory.ToArray());
    }

    private async Task<VisitAnswer> WorkedAsync(TrailerAnswer trailer, string? found)
    {
        VisitAnswer visit = await shop.VisitAsync(trailer.Id);
        if (found is not null)
        {
            await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
                new FindingDraft("axle-1-left", found, ""));
        }

        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/close",
            new { releasedBecause = "on a float" });
        return visit;
    }
}
