using System.Net;
using System.Net.Http.Json;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Papers;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Owners;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using UglyToad.PdfPig;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>What hangs on a trailer, what a stranger learns by it, and the shop's mark on its papers.</summary>
public sealed class LabelTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    [Fact]
    public async Task A_hubs_tag_says_when_this_one_was_repacked_and_not_when_another_was()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(
            "L-01",
            d => d with { LastRepackOn = shop.Today.AddMonths(-9) });
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left");
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        byte[] sheet = await shop.Http.GetByteArrayAsync(
            $"/api/ledger/trailers/{trailer.Id}/labels/pdf?wheelEnds=true&columns=1&rows=4&height=2");
        using PdfDocument pdf = PdfDocument.Open(sheet);
        string text = string.Concat(pdf.GetPage(1).Letters.Select(l => l.Value));
        string[] tags = text.Split("L-01", StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(4, tags.Length);
        foreach (string tag in tags)
        {
            bool done = tag.Contains("axle 1 left", StringComparison.OrdinalIgnoreCase);
            DateOnly on = done ? shop.Today : shop.Today.AddMonths(-9);
            Assert.Contains($"Repacked {on:MM/yyyy}", tag, StringComparison.Ordinal);
            Assert.Contains($"Again by {on.AddMonths(12):MM/yyyy}", tag, StringComparison.Ordinal);
        }
    }

    /// <summary>A stranger is told what the owner allows, and nothing beside it in any part of the answer.</summary>
    [Fact]
    public async Task A_stranger_learns_by_the_code_what_the_owner_allows()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(
            "RT-4",
            d => d with { Name = "reader’s van", Plate = "LAKE 7", LastRepackOn = shop.Today.AddMonths(-3) });
        using HttpClient stranger = shop.Browser();
        string path = $"/api/outside/labels/{trailer.Id}";

        // Until somebody says otherwise: who looks after it, and nothing of whose or which it is.
        string told = await stranger.GetStringAsync(path);
        foreach (string secret in new[] { "RT-4", "reader", "LAKE", "Owner of", "Repacked" })
        {
            Assert.DoesNotContain(secret, told, StringComparison.Ordinal);
        }

        List<OwnerLinkAnswer> links = await shop.PutAsync<List<OwnerLinkAnswer>>(
            $"/api/owner-links/{ShopServer.NewId()}",
            new OwnerLinkDraft(trailer.Id));
        string owner = "/api/outside/owners/" + new Uri(links[0].Address!).Segments[^1];
        (await stranger.PutAsJsonAsync($"{owner}/label", new { sees = "service" })).EnsureSuccessStatusCode();
        LabelPage page = (await stranger.GetFromJsonAsync<LabelPage>(path, ShopServer.Json))!;
        Assert.Equal("RT-4, reader’s van", page.Trailer);
        Assert.False(page.Held);
        Assert.Equal(
            [$"Repacked {shop.Today.AddMonths(-3):MM/yyyy}", $"Again by {shop.Today.AddMonths(9):MM/yyyy}"],
            page.Hubs);
        foreach (string secret in new[] { "LAKE", "Owner of" })
        {
            Assert.DoesNotContain(secret, await stranger.GetStringAsync(path), StringComparison.Ordinal);
        }

        // What holds it is said at once, by whatever was found a minute ago.
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left");
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
            new FindingDraft("axle-1-left", "tyre-cut", ""));
        Assert.True((await stranger.GetFromJsonAsync<LabelPage>(path, ShopServer.Json))!.Held);

        Assert.Equal(
            StrangersSee.Nothing,
            (await shop.PutAsync<LabelChoice>(
                $"/api/owner-links/labels/{trailer.Id}",
                new LabelChoice(StrangersSee.Nothing))).Sees);
        string none = await NothingAsync(stranger, path);
        Assert.Equal(none, await NothingAsync(stranger, $"/api/outside/labels/{Guid.NewGuid()}"));
        Assert.Equal(
            StrangersSee.Nothing,
            (await stranger.GetFromJsonAsync<OwnersPage>(owner, ShopServer.Json))!.StrangersSee);
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await stranger.PutAsJsonAsync($"{owner}/label", new { sees = "everything" })).StatusCode);
        Assert.Equal(
            HttpStatusCode.Unauthorized,
            (await stranger.PutAsJsonAsync(
                $"/api/owner-links/labels/{trailer.Id}",
                new { sees = "service" })).StatusCode);
    }

    private static async Task<string> NothingAsync(HttpClient stranger, string path)
    {
        using HttpResponseMessage answer = await stranger.GetAsync(path);
        Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        return (await answer.Content.ReadFromJsonAsync<Requests.Problem>(ShopServer.Json))!.Detail;
    }

    [Fact]
    public async Task The_shops_mark_stands_at_the_head_of_its_papers_until_another_or_none_does()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        string paper = $"/api/ledger/papers/HandOver/{visit.Id}";
        Assert.Equal(0, await MarksAsync(paper));
        Guid first = ShopServer.NewId(), second = ShopServer.NewId();
        for (int i = 0; i < 2; i++)
        {
            Assert.Equal(first, (await SendAsync(first, 2_400, 300)).Mark);
        }

        Assert.Equal(1, await MarksAsync(paper));
        Assert.Equal(first, (await shop.GetAsync<Paper>(paper)).Mark);
        using HttpClient stranger = shop.Browser();
        using SKBitmap shown = SKBitmap.Decode(await stranger.GetByteArrayAsync($"/api/outside/marks/{first}"));
        Assert.Equal((1_200, 150), (shown.Width, shown.Height));

        // Another takes its place; a late copy of the first does not bring it back.
        Assert.Equal(second, (await SendAsync(second, 100, 400)).Mark);
        Assert.Equal(second, (await SendAsync(first, 2_400, 300)).Mark);
        Assert.Equal(1, await shop.LookAsync(f => f.ShopMarks.CountAsync()));
        await shop.RefusedAsync(HttpMethod.Get, $"/api/outside/marks/{first}", null, 404);
        Assert.Equal(1, await MarksAsync(paper));

        Assert.Null((await shop.DeleteAsync<ShopAnswer>($"/api/settings/mark/{second}")).Mark);
        Assert.Null((await SendAsync(second, 100, 400)).Mark);
        Assert.Equal(0, await MarksAsync(paper));

        using ByteArrayContent words = new("no picture"u8.ToArray());
        words.Headers.ContentType = new("image/png");
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await shop.Http.PutAsync($"/api/settings/mark/{ShopServer.NewId()}", words)).StatusCode);
    }

    private async Task<int> MarksAsync(string paper)
    {
        using PdfDocument pdf = PdfDocument.Open(await shop.Http.GetByteArrayAsync($"{paper}/pdf"));
        Assert.Contains("Hand-over sheet", pdf.GetPage(1).Text, StringComparison.Ordinal);
        return pdf.GetPage(1).GetImages().Count();
    }

    private async Task<ShopAnswer> SendAsync(Guid id, int width, int height)
    {
        using SKBitmap bitmap = new(width, height);
        bitmap.Erase(SKColors.DarkGreen);
        using SKData png = bitmap.Encode(SKEncodedImageFormat.Png, 90);
        using ByteArrayContent body = new(png.ToArray());
        body.Headers.ContentType = new("image/png");
        return await ShopServer.ReadAsync<ShopAnswer>(
            await shop.Http.PutAsync($"/api/settings/mark/{id}", body));
    }
}
