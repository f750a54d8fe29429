using System.Net;
using System.Net.Http.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Planning.WhatIf;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Horizon;
using SturdyTinker.Shop.Horizon.WhatIf;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>A copy of the plan to play with: reckoned behind the scenes, kept or thrown away.</summary>
public sealed class WhatIfTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("tinker-what-if-").FullName;
    private ShopServer shop;

    public WhatIfTests() => shop = new ShopServer(folder);

    public void Dispose() => shop.Dispose();

    private async Task<WhatIfAnswer> ReckonedAsync(Guid id)
    {
        for (int tries = 0; tries < 600; tries++)
        {
            WhatIfAnswer now = await shop.GetAsync<WhatIfAnswer>($"/api/horizon/what-if/{id}");
            if (now is { Reckoning: null, Result: not null })
            {
                return now;
            }

            await Task.Delay(100);
        }

        throw new TimeoutException("It was never reckoned.");
    }

    private Task<WhatIfAnswer> SupposeAsync(Guid id, Supposed supposed, int version = 0, string name = "Another way") =>
        shop.PutAsync<WhatIfAnswer>($"/api/horizon/what-if/{id}", new WhatIfEdit(name, supposed, version));

    private async Task<Guid[]> TrailersAsync(int count)
    {
        await shop.SomebodyAsync();
        List<Guid> all = [];
        for (int i = 0; i < count; i++)
        {
            all.Add((await shop.TrailerAsync(
                $"T-{i}",
                d => d with { LastRepackOn = shop.Today.AddDays(-90 - (70 * i)), Meter = MeterKind.None })).Id);
        }

        return [.. all];
    }

    /// <summary>What is supposed comes to what the plan comes to once it is chosen; until then nothing is touched.</summary>
    [Fact]
    public async Task What_was_supposed_is_what_comes_to_pass_once_it_is_chosen()
    {
        await TrailersAsync(5);
        HorizonAnswer before = await shop.GetAsync<HorizonAnswer>("/api/horizon");
        ShopPlanningAnswer planning = await shop.GetAsync<ShopPlanningAnswer>("/api/settings/planning");
        Supposed supposed = new()
        {
            Bays = 1,
            RatePerHour = 140,
            CallIn = 20,
            Intervals = new Dictionary<string, IntervalChoice> { ["wear-look"] = new(true, 4, null) },
            Away = [new DaysAway(await shop.SomebodyAsync(), shop.Today.AddDays(20), shop.Today.AddDays(60))]
        };
        string rule = planning.Rules.First(r => r.Name == "Wear inspection").Code;
        supposed = supposed with
        {
            Intervals = new Dictionary<string, IntervalChoice> { [rule] = new(true, 4, null) }
        };
        Guid id = ShopServer.NewId();
        await SupposeAsync(id, supposed);
        WhatIfResult result = (await ReckonedAsync(id)).Result!;
        Assert.NotEqual(result.Now.Visits, result.Then.Visits);
        Assert.Equal(
            (Json(before.Lines), Json(before.Weeks)),
            await HorizonAsync());

        await shop.PutAsync<ShopPlanningAnswer>(
            "/api/settings/planning",
            planning.Chosen with
            {
                Hours = planning.Chosen.Hours with { Bays = 1, Away = supposed.Away },
                Costs = planning.Chosen.Costs with { CallIn = 20, RatePerHour = 140, Convoy = 20 },
                Intervals = supposed.Intervals
            });
        Guid then = ShopServer.NewId();
        await SupposeAsync(then, new Supposed { Bays = 2 });
        PlanFigures now = (await ReckonedAsync(then)).Result!.Now;
        Assert.Equal(Json(result.Then), Json(now));
    }

    private async Task<(string, string)> HorizonAsync()
    {
        HorizonAnswer now = await shop.GetAsync<HorizonAnswer>("/api/horizon");
        return (Json(now.Lines), Json(now.Weeks));
    }

    private static string Json<T>(T of) => System.Text.Json.JsonSerializer.Serialize(of);

    [Fact]
    public async Task A_fleet_to_come_is_planned_beside_the_trailers_there_and_is_nowhere_else()
    {
        Guid[] trailers = await TrailersAsync(2);
        Guid id = ShopServer.NewId();
        WhatIfAnswer asked = await SupposeAsync(id, new Supposed { Fleets = [new SupposedFleet(trailers[0], 12)] });
        Assert.Equal(["12 more like T-0"], asked.Lines);
        WhatIfResult result = (await ReckonedAsync(id)).Result!;
        Assert.Equal((2, 14), (result.Now.Trailers, result.Then.Trailers));
        Assert.True(result.Then.Visits >= result.Now.Visits + 6);
        Assert.StartsWith("Over the year: ", result.Words, StringComparison.Ordinal);
        Assert.Equal(2, (await shop.GetAsync<HorizonAnswer>("/api/horizon")).Total);
        Assert.Equal(2, await shop.LookAsync(f => f.TrailerPlans.CountAsync()));
    }

    /// <summary>A write stands a retry, an end of the program before it was reckoned, and a late copy.</summary>
    [Fact]
    public async Task It_is_written_once_reckoned_after_a_restart_and_stays_away_once_thrown_away()
    {
        await TrailersAsync(1);
        Guid id = ShopServer.NewId();
        Supposed supposed = new() { Bays = 5, People = 5 };
        WhatIfAnswer first = await SupposeAsync(id, supposed);
        WhatIfAnswer again = await SupposeAsync(id, supposed);
        Assert.Equal((1, again.At), ((await SupposeAsync(id, supposed)).Version, (await SupposeAsync(id, supposed)).At));
        Assert.Equal("5 bays", first.Lines[0]);
        WhatIfAnswer edited = await SupposeAsync(id, supposed with { Bays = 4 }, 1);
        Assert.Equal((2, null), (edited.Version, edited.Result));
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/horizon/what-if/{id}",
            new WhatIfEdit("Another way", supposed with { Bays = 3 }, 1),
            409);

        await shop.LookAsync(f => f.WhatIfResults.ExecuteDeleteAsync());
        shop.End();
        shop = new ShopServer(folder);
        await shop.SignInAsync("Ines Marrow");
        Assert.Equal("4 bays", (await ReckonedAsync(id)).Lines[0]);

        // A result that cannot be read is none, and the next edit reckons it anew.
        await shop.LookAsync(f => f.WhatIfResults.ExecuteUpdateAsync(s => s.SetProperty(r => r.Result, "{")));
        Assert.Null((await shop.GetAsync<WhatIfAnswer>($"/api/horizon/what-if/{id}")).Result);
        await SupposeAsync(id, supposed, 2);
        await ReckonedAsync(id);

        foreach (int _ in Enumerable.Range(0, 2))
        {
            using HttpResponseMessage away = await shop.Http.DeleteAsync($"/api/horizon/what-if/{id}");
            Assert.Equal(HttpStatusCode.NoContent, away.StatusCode);
        }

        await shop.RefusedAsync(HttpMethod.Get, $"/api/horizon/what-if/{id}", null, 404);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/horizon/what-if/{id}",
            new WhatIfEdit("Another way", supposed, 0),
            409);
        Assert.Empty(await shop.GetAsync<List<WhatIfAnswer>>("/api/horizon/what-if"));
        Assert.Equal(0, await shop.LookAsync(f => f.WhatIfResults.CountAsync()));
    }

    [Fact]
    public async Task What_cannot_be_supposed_is_said_at_its_field()
    {
        Guid[] trailers = await TrailersAsync(1);
        async Task<string[]> RefusedAsync(Supposed supposed, string name = "Another way") =>
            [.. (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/horizon/what-if/{ShopServer.NewId()}",
                new WhatIfEdit(name, supposed, 0),
                422)).Errors!.Select(e => e.Pointer)];
        Assert.Equal(["/name", "/supposed"], await RefusedAsync(new Supposed(), " "));
        Assert.Equal(
            ["/supposed/bays", "/supposed/people", "/supposed/callIn", "/supposed/ratePerHour"],
            await RefusedAsync(new Supposed { Bays = 0, People = 101, CallIn = -1, RatePerHour = 5_000 }));
        Assert.Equal(
            ["/supposed/away/0/personId", "/supposed/away/0/to"],
            await RefusedAsync(new Supposed { Away = [new(ShopServer.NewId(), shop.Today, shop.Today.AddDays(-1))] }));
        Assert.Equal(
            ["/supposed/intervals/nothing", $"/supposed/intervals/{DueRules.Repack}"],
            await RefusedAsync(new Supposed
            {
                Intervals = new Dictionary<string, IntervalChoice>
                {
                    ["nothing"] = new(true, 3, null),
                    [DueRules.Repack] = new(true, 0, null)
                }
            }));
        Assert.Equal(
            ["/supposed/prices/0/part", "/supposed/prices/0/price"],
            await RefusedAsync(new Supposed { Prices = [new SupposedPrice("no-such-part", -1)] }));
        Assert.Equal(
            ["/supposed/fleets", "/supposed/fleets/0/count", "/supposed/fleets/1/like"],
            await RefusedAsync(new Supposed
            {
                Fleets = [new SupposedFleet(trailers[0], 501), new SupposedFleet(ShopServer.NewId(), 2)]
            }));
        for (int i = 0; i < 20; i++)
        {
            await SupposeAsync(ShopServer.NewId(), new Supposed { Bays = 3 });
        }

        Assert.Contains(
            "Throw one away",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/horizon/what-if/{ShopServer.NewId()}",
                new WhatIfEdit("One more", new Supposed { Bays = 3 }, 0),
                409)).Detail,
            StringComparison.Ordinal);
    }
}
