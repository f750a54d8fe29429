using SturdyTinker.Core.Reckoner;
using SturdyTinker.Shop.Reckoner;
using SturdyTinker.Shop.Requests;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>The reckoner over HTTP: what it asks for, what it answers, what it refuses and where.</summary>
public sealed class ReckonerTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private static SumTyped Typed(SumAsked sum, params (string Entry, string Text)[] typed)
    {
        Dictionary<string, string> all = sum.Entries.Where(e => !e.Optional).ToDictionary(e => e.Code, e => e.Example);
        foreach ((string entry, string text) in typed)
        {
            all[entry] = text;
        }

        return new SumTyped(all);
    }

    [Fact]
    public async Task Every_sum_that_is_listed_is_done_with_its_own_example()
    {
        List<SumAsked> sums = await shop.GetAsync<List<SumAsked>>("/api/reckoner");
        Assert.Equal(Sum.All.Count, sums.Count);
        foreach (SumAsked sum in sums)
        {
            SumDone done = await shop.PostAsync<SumDone>($"/api/reckoner/{sum.Code}", Typed(sum));
            Assert.NotEmpty(done.Results);
            Assert.NotEmpty(done.Working);
        }
    }

    [Fact]
    public async Task A_trailer_fills_in_what_its_gear_says()
    {
        await shop.SomebodyAsync();
        await shop.TrailerAsync("P-07");
        SumTyped circuit = await shop.GetAsync<SumTyped>("/api/reckoner/brake-circuit/from?tag=p-07");
        Assert.Equal("2", circuit.Entries["axles"]);
        Assert.Contains(circuit.Entries["drum"], new[] { "10", "12" });
        Assert.Equal("1/2", (await shop.GetAsync<SumTyped>("/api/reckoner/nut-sizes/from?tag=P-07")).Entries["thread"]);
        Assert.Equal(
            "/tag",
            (await shop.RefusedAsync(
                HttpMethod.Get,
                "/api/reckoner/wrench/from?tag=X-99",
                null,
                422)).Errors!.Single().Pointer);
        Assert.False(
            (await shop.GetAsync<List<SumAsked>>("/api/reckoner")).Single(s => s.Code == "units").FromTrailers);
    }

    [Fact]
    public async Task A_sum_judges_by_the_limits_that_this_shop_has_set()
    {
        await shop.SomebodyAsync();
        SumTyped dial = Typed(
            (await shop.GetAsync<List<SumAsked>>("/api/reckoner")).Single(s => s.Code == "nut-setting"),
            ("nut", "fine"),
            ("dial", ".004"));
        Assert.Contains(
            "sound",
            (await shop.PostAsync<SumDone>("/api/reckoner/nut-setting", dial)).Results[0].Value,
            StringComparison.Ordinal);
        await shop.PutAsync<List<Settings.LimitAnswer>>(
            "/api/settings/limits/end-play-most",
            new Settings.LimitEdit(".003"));
        SumDone tighter = await shop.PostAsync<SumDone>("/api/reckoner/nut-setting", dial);
        Assert.Contains("renew: end play is over 0.003 in", tighter.Results[0].Value, StringComparison.Ordinal);
        Assert.Contains(tighter.Working, l => l.Words == "wanted: 0.001 to 0.003 in");
    }

    [Fact]
    public async Task What_cannot_be_is_refused_at_its_own_field()
    {
        List<SumAsked> sums = await shop.GetAsync<List<SumAsked>>("/api/reckoner");
        SumAsked wrench = sums.Single(s => s.Code == "wrench");
        Problem zero = await shop.RefusedAsync(
            HttpMethod.Post,
            "/api/reckoner/wrench",
            Typed(wrench, ("length", "0"), ("wanted", "18 mm")),
            422);
        Assert.Equal(["/entries/wanted", "/entries/length"], zero.Errors!.Select(e => e.Pointer));
        Problem back = await shop.RefusedAsync(
            HttpMethod.Post,
            "/api/reckoner/wrench",
            Typed(wrench, ("extension", "-17")),
            422);
        Assert.Equal("/entries/extension", back.Errors!.Single().Pointer);
        Problem none = await shop.RefusedAsync(
            HttpMethod.Post,
            "/api/reckoner/tyre",
            new SumTyped(new Dictionary<string, string>()),
            422);
        Assert.Equal(2, none.Errors!.Count);
        await shop.RefusedAsync(HttpMethod.Post, "/api/reckoner/astrology", Typed(wrench), 404);
    }
}
