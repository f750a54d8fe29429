using SturdyTinker.Core.Parts.Compatibility;
using SturdyTinker.Core.Parts.Identification;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Shelf;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>The shelf over HTTP: what a part is.</summary>
public sealed class ShelfTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private Task<WhatItIs> AskAsync(
        string kind,
        string uncertainty,
        params (string Dimension, string Typed)[] readings) =>
        shop.PostAsync<WhatItIs>(
            "/api/shelf/what",
            new PartMeasured(kind, readings.ToDictionary(r => r.Dimension, r => r.Typed), uncertainty));

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
        Assert.Contains(
            await shop.GetAsync<List<MayBe>>("/api/shelf/stamp?typed=LM 67O4?"),
            p => p.Stamp == "LM67048" && p.Sure == 1);
    }

    [Fact]
    public async Task What_is_counted_tells_springs_apart_and_what_the_shelf_keeps_says_where_it_lies()
    {
        WhatItIs wide = await AskAsync("spring", "", ("width", "1 3/4"), ("length", "25 1/4"));
        Assert.Equal("leaves", wide.Next!.Dimension);
        WhatItIs one = await AskAsync("spring", "", ("leaves", "5"), ("length", "25 1/4"));
        Assert.Equal(
            ("leaf spring, double-eye, 2,600 lb", (decimal?)null),
            (one.MayBe.Single().Name, one.MayBe[0].OnHand));
        Assert.Equal(
            "/readings/leaves",
            (await shop.RefusedAsync(
                HttpMethod.Post,
                "/api/shelf/what",
                new PartMeasured("spring", new Dictionary<string, string> { ["leaves"] = "some" }, ""),
                422)).Errors!.Single().Pointer);

        await shop.SomebodyAsync();
        await shop.PutAsync<StockPart>("/api/shelf/stock/SPRING-D-2600", new StockEdit("E7", "1", "", "", 0));
        await shop.PutAsync<StockPart>(
            $"/api/shelf/stock/spring-d-2600/entries/{ShopServer.NewId()}",
            new StockDraft(Core.Parts.Stock.StockMove.Count, "2", ""));
        MayBe kept = (await AskAsync("spring", "", ("leaves", "5"), ("length", "25 1/4"))).MayBe.Single();
        Assert.Equal(("E7", (decimal?)2), (kept.Bin, kept.OnHand));
    }

    [Fact]
    public async Task A_part_of_the_shop_s_own_is_told_by_its_measures_too()
    {
        await shop.SomebodyAsync();
        PartEdit seal = new(
            "odd seal off the old float",
            "Seals",
            "",
            "piece",
            "6",
            0,
            "seal",
            new Dictionary<string, string> { ["inside"] = "1 1/2", ["outside"] = "62 mm" },
            "OF-15");
        await shop.PutAsync<List<KnownPart>>("/api/settings/parts/ODD-SEAL", seal);
        MayBe found = (await AskAsync("seal", "", ("inside", "38.1mm"))).MayBe.Single();
        Assert.Equal(("ODD-SEAL", "this shop's own"), (found.Code, found.Source));
        Assert.Contains(await shop.GetAsync<List<MayBe>>("/api/shelf/stamp?typed=0F15"), p => p.Code == "ODD-SEAL");

        // Edited, it is told by what it is now; the typed figures come back as they were.
        await shop.PutAsync<List<KnownPart>>(
            "/api/settings/parts/ODD-SEAL",
            seal with { Version = 1, By = new Dictionary<string, string> { ["inside"] = "2" } });
        Assert.Empty((await AskAsync("seal", "", ("inside", "1 1/2"))).MayBe);
        KnownPart kept =
            (await shop.GetAsync<List<KnownPart>>("/api/settings/parts")).Single(p => p.Code == "ODD-SEAL");
        Assert.Equal(("2", 2), (kept.By["inside"], kept.Version));
        Assert.Equal(
            "/by/inside",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                "/api/settings/parts/ODD-2",
                seal with { Name = "another", By = new Dictionary<string, string>() },
                422)).Errors!.Single().Pointer);
        Assert.Equal(
            "/by/outside",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                "/api/settings/parts/ODD-2",
                seal with { Name = "another", By = new Dictionary<string, string> { ["outside"] = "wide" } },
                422)).Errors!.Single().Pointer);
        Assert.Equal(
            "/measuredAs",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                "/api/settings/parts/ODD-2",
                seal with { Name = "another", MeasuredAs = "kettle" },
                422)).Errors!.Single().Pointer);
    }

    [Theory]
    [InlineData("bearing", "cone=L44649;cup=L68111", Fit.No)]
    [InlineData("seal", "seal=2.250 × 3.376;bore=3.376", Fit.FindOut)]
    [InlineData("seal", "seal=2.250 × 3.376;bore=3.376;journal=2.251", Fit.Yes)]
    [InlineData("grease", "old=polyurea;fresh=lithium", Fit.No)]
    [InlineData("grease", "old=nobody;fresh=lithium", Fit.FindOut)]
    [InlineData("grease-use", "where=launched;category=GC-LB;grade=2;water=no", Fit.FindOut)]
    [InlineData("u-bolt", "tube=2 3/8;spring=1 3/4;inside=2 7/16;rod=1/2;length=5 1/4;stack=4 1/4", Fit.Yes)]
    [InlineData("equalizer", "width=1 3/4;hole=9/16;link=9/16;bolt=9/16", Fit.FindOut)]
    [InlineData("brake-plate", "drum=12;holes=4", Fit.No)]
    public async Task What_goes_with_what_is_told_or_asked_for(string question, string typed, Fit fit)
    {
        Assert.Contains(await shop.GetAsync<List<FitAsked>>("/api/shelf/goes"), q => q.Code == question);
        Dictionary<string, string> entries = typed
            .Split(';')
            .Select(e => e.Split('='))
            .ToDictionary(e => e[0], e => e[1]);
        Assert.Equal(fit, (await shop.PostAsync<FitTold>($"/api/shelf/goes/{question}", new FitTyped(entries))).Fit);
    }

    [Fact]
    public async Task A_question_with_nonsense_is_refused_at_its_field()
    {
        async Task<IEnumerable<string>> WrongAsync(string question, params (string Entry, string Typed)[] typed) =>
            (await shop.RefusedAsync(
                HttpMethod.Post,
                $"/api/shelf/goes/{question}",
                new FitTyped(typed.ToDictionary(t => t.Entry, t => t.Typed)),
                422)).Errors!.Select(e => e.Pointer);
        Assert.Equal(["/entries/journal"], await WrongAsync("seal", ("seal", "2.250 × 3.376"), ("journal", "banjo")));
        Assert.Equal(["/entries/seal"], await WrongAsync("seal", ("seal", "9x9")));
        Assert.Equal(["/entries/cone"], await WrongAsync("bearing", ("cone", " "), ("cup", "L68111")));
        await shop.RefusedAsync(
            HttpMethod.Post,
            "/api/shelf/goes/kettle",
            new FitTyped(new Dictionary<string, string>()),
            404);
    }

    [Fact]
    public async Task What_is_no_measure_is_refused_at_its_field()
    {
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Post,
            "/api/shelf/what",
            new PartMeasured("bearing", new Dictionary<string, string> { ["inside"] = "banjo", ["width"] = "-3" }, "0"),
            422);
        Assert.Equal(
            ["/readings/inside", "/readings/width", "/uncertainty"],
            problem.Errors!.Select(e => e.Pointer).Order(StringComparer.Ordinal));
        Assert.Equal(
            "/readings/inside",
            (await shop.RefusedAsync(
                HttpMethod.Post,
                "/api/shelf/what",
                new PartMeasured("seal", new Dictionary<string, string>(), ""),
                422)).Errors!.Single().Pointer);
        Assert.Equal(
            "/kind",
            (await shop.RefusedAsync(
                HttpMethod.Post,
                "/api/shelf/what",
                new PartMeasured("kettle", new Dictionary<string, string>(), ""),
                422)).Errors!.Single().Pointer);
    }
}
