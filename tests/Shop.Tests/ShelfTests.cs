using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Identifying;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Shelf;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>The shelf over HTTP: what a part is.</summary>
public sealed class ShelfTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private Task<WhatItIs> AskAsync(string kind, string uncertainty, params (string Dimension, string Typed)[] readings) =>
        shop.PostAsync<WhatItIs>("/api/shelf/what", new PartMeasured(kind, readings.ToDictionary(r => r.Dimension, r => r.Typed), uncertainty));

    [Fact]
    public async Task A_caliper_finds_the_seal_and_says_what_would_tell_two_apart()
    {
        Assert.Equal(PartKind.All.Count, (await shop.GetAsync<List<PartKind>>("/api/shelf/kinds")).Count);
        WhatItIs two = await AskAsync("seal", "", ("outside", "3 3/8"), ("inside", ""));
        Assert.Equal((2, "inside"), (two.MayBe.Count, two.Next!.Dimension));
        WhatItIs one = await AskAsync("seal", "", ("inside", "2 1/4"));
        Assert.Equal("grease seal 2.250 × 3.376", one.MayBe.Single().Name);
        Assert.Equal("0 thou", one.MayBe[0].Measures[0].Off);
        WhatItIs none = await AskAsync("seal", "1 thou", ("inside", "56 mm"));
        Assert.Empty(none.MayBe);
        Assert.Equal("grease seal 2.250 × 3.376", none.Nearest!.Name);
        Assert.Contains(await shop.GetAsync<List<MayBe>>("/api/shelf/stamp?typed=LM 67O4?"), p => p.Stamp == "LM67048" && p.Sure == 1);
    }

    [Fact]
    public async Task What_goes_with_what_is_told_or_asked_for()
    {
        FitChoices choices = await shop.GetAsync<FitChoices>("/api/shelf/goes");
        Assert.Contains("2.250 × 3.376", choices.Seals);
        Assert.Equal(Fit.No, (await shop.GetAsync<FitTold>("/api/shelf/goes/bearing?cone=L44649&cup=L68111")).Fit);
        string seal = Uri.EscapeDataString("2.250 × 3.376");
        Assert.Equal(Fit.FindOut, (await shop.GetAsync<FitTold>($"/api/shelf/goes/seal?seal={seal}&bore=3.376")).Fit);
        Assert.Equal(Fit.Yes, (await shop.GetAsync<FitTold>($"/api/shelf/goes/seal?seal={seal}&bore=3.376&journal=2.251")).Fit);
        Assert.Equal(Fit.No, (await shop.GetAsync<FitTold>("/api/shelf/goes/grease?old=polyurea&fresh=lithium")).Fit);
        Assert.Equal("/journal", (await shop.RefusedAsync(HttpMethod.Get, $"/api/shelf/goes/seal?seal={seal}&journal=banjo", null, 422)).Errors!.Single().Pointer);
        Assert.Equal("/cone", (await shop.RefusedAsync(HttpMethod.Get, "/api/shelf/goes/bearing?cone=%20&cup=L68111", null, 422)).Errors!.Single().Pointer);
        await shop.RefusedAsync(HttpMethod.Get, "/api/shelf/goes/seal?seal=9x9", null, 422);
    }

    [Fact]
    public async Task What_is_no_measure_is_refused_at_its_field()
    {
        Problem problem = await shop.RefusedAsync(HttpMethod.Post, "/api/shelf/what", new PartMeasured("bearing", new Dictionary<string, string> { ["inside"] = "banjo", ["width"] = "-3" }, "0"), 422);
        Assert.Equal(["/readings/inside", "/readings/width", "/uncertainty"], problem.Errors!.Select(e => e.Pointer).Order(StringComparer.Ordinal));
        Assert.Equal("/readings/inside", (await shop.RefusedAsync(HttpMethod.Post, "/api/shelf/what", new PartMeasured("seal", new Dictionary<string, string>(), ""), 422)).Errors!.Single().Pointer);
        Assert.Equal("/kind", (await shop.RefusedAsync(HttpMethod.Post, "/api/shelf/what", new PartMeasured("kettle", new Dictionary<string, string>(), ""), 422)).Errors!.Single().Pointer);
    }
}
