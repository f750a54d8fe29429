using System.Net.Http.Json;
using System.Text.Json;
using OpenQA.Selenium;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>
/// What holds on every screen: no accessibility fault, nothing wider than the screen, by day and by night.
/// </summary>
public sealed class EveryScreenTests
{
    [Fact]
    public async Task Every_screen_is_accessible_and_fits_on_a_tablet_a_telephone_and_at_night()
    {
        using RunningShop shop = await RunningShop.DemoAsync();
        using Screen screen = new(shop);
        string visit =
            (await shop.GetAsync("/api/ledger/visits")).GetProperty("visits")[0].GetProperty("id").GetString()!;
        string trailer = await shop.TrailerAsync("Q-131");
        await NameLongAsync(shop);
        screen.Open("/yard");

        // What the page's own policy (CSP) would keep from it.
        screen.Run(
            "window.keptOut = []; document.addEventListener('securitypolicyviolation', "
                + "e => window.keptOut.push(`${e.violatedDirective} ${e.blockedURI} ${location.pathname}`))");
        bool night = false;
        foreach (string path in new[]
        {
            "/yard", "/yard/new", "/yard/scan", "/settings", "/settings/parts", "/settings/limits", "/settings/backups",
                "/settings/hooks", $"/yard/trailers/{trailer}",
            $"/yard/trailers/{trailer}/edit", $"/yard/trailers/{await shop.TrailerAsync("W-06")}",
                $"/yard/trailers/{await shop.TrailerAsync("W-09")}", $"/yard/trailers/{trailer}?see=stands",
            $"/yard/trailers/{trailer}?see=due", $"/yard/trailers/{trailer}?see=road",
            $"/yard/trailers/{trailer}?see=photos", $"/yard/trailers/{trailer}?see=described",
            "/settings/jobs", "/settings/jobs/own-bunk-boards", "/settings/openings/own-boat-off",
                "/settings/refine/bearing-repack",
            "/horizon", "/horizon/calling", "/settings/planning", $"/yard/trailers/{trailer}/planning",
            $"/yard/customers/{(await shop.GetAsync("/api/yard/customers"))[0].GetProperty("id").GetString()}",
                "/bay", "/bay/wall", $"/bay/{await shop.OpenVisitAsync()}",
                $"/bay/{await shop.OpenVisitAsync("Q-120")}/round",
                $"/ledger/trailers/{await shop.TrailerAsync("B-03")}/wear", "/ledger", $"/ledger/trailers/{trailer}",
                    $"/ledger/visits/{visit}", "/ledger/tables", "/ledger/evidence", "/ledger/calibration",
                        "/shelf", "/shelf/stock", "/shelf/kits",
                        $"/shelf/kits/{(await shop.GetAsync("/api/shelf/kits"))[2].GetProperty("id").GetString()}",
                            "/shelf/orders", "/reckoner", "/reckoner/equalizer", "/reckoner/load",
                            "/reckoner/rating-life", "/nowhere", $"/shelf/kits/{Guid.CreateVersion7()}",
                            $"/bay/{Guid.CreateVersion7()}",
        })
        {
            screen.Follow(path);
            screen.WaitUntil(() => screen.All("main h1, main [role=alert]").Count > 0, $"a heading on {path}");
            screen.FitsItsWidth();
            screen.NothingCovered();
            screen.Resize(390, 844);
            screen.FitsItsWidth();
            screen.NothingCovered();

            // Every rule once on every screen: on one by day and wide, on the next by night and small.
            if (night = !night)
            {
                screen.Run("document.documentElement.dataset.light = 'night'");
                screen.Accessible();
                screen.Run("document.documentElement.dataset.light = 'day'");
                screen.Resize(1280, 800);
            }
            else
            {
                screen.Resize(1280, 800);
                screen.Accessible();
            }
        }

        Assert.Equal("[]", screen.Run("return JSON.stringify(window.keptOut)"));
    }

    /// <summary>A thumb on its way must not land on something else because a page was still coming.</summary>
    [Theory]
    [InlineData(1280, 800)]
    [InlineData(390, 844)]
    public async Task Nothing_jumps_about_while_a_screen_comes(int width, int height)
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync(width, height);
        using (shop)
        using (screen)
        {
            screen.CountJumps();
            foreach (string path in new[]
            {
                "/yard", "/horizon", $"/bay/{await shop.OpenVisitAsync()}",
                $"/yard/trailers/{await shop.TrailerAsync("Q-131")}", "/ledger", "/shelf/stock", "/shelf/orders",
            })
            {
                screen.Open(path);
                screen.WaitUntil(
                    () => (bool)screen.Run("return !document.querySelector('[aria-busy=true]')")!,
                    $"all of {path}");
                Assert.True(screen.Jumped is >= 0 and <= 0.05, $"{path} jumps by {screen.Jumped:0.000}.");
            }
        }
    }

    [Fact]
    public async Task An_empty_shop_is_accessible_everywhere()
    {
        using RunningShop shop = await RunningShop.OwnedAsync();
        using Screen screen = new(shop, 390, 844);
        screen.Open("/");
        foreach (string path in new[]
        {
            "/",
            "/horizon",
            "/horizon/calling",
            "/bay",
            "/ledger",
            "/settings",
            "/settings/parts",
            "/settings/limits",
            "/shelf/stock",
            "/shelf/kits",
            "/shelf/orders"
        })
        {
            screen.Follow(path);
            screen.WaitUntil(() => screen.All("main h1").Count > 0, $"a heading on {path}");
            screen.Accessible();
            screen.FitsItsWidth();
        }
    }

    [Fact]
    public async Task A_table_is_looked_at_row_by_row_before_it_is_taken_in()
    {
        using RunningShop shop = await RunningShop.DemoAsync();
        using Screen screen = new(shop);
        string table = Path.Combine(shop.Folder, "new.csv");
        await File.WriteAllTextAsync(
            table,
            "tag,customer,axles,rating_lb\r\nA-21,Thistlewane Orchard Cooperative,2,3500\r\nA-22,Thistlewane Orchard "
                + "Cooperative,nine,3500\r\n");
        screen.Open("/ledger/tables");
        Picker(screen).SendKeys(table);
        screen.Sees("2 trailers: 1 new, 1 refused");
        screen.Sees("“nine” is no whole number.");
        screen.Accessible();
        screen.Click("Take in the 1 good row");
        screen.Sees("Taken in: 1 added, 1 refused");
        await shop.TrailerAsync("A-21");

        await File.WriteAllTextAsync(table, "tag,customer,axles,rating_lb\r\nA-23,\"Orchard,2,3500\r\n");
        screen.Open("/ledger/tables");
        Picker(screen).SendKeys(table);
        screen.Sees("A quote that opens in line 2 is never closed");
    }

    [Fact]
    public async Task A_stale_edit_shows_both_and_loses_nothing()
    {
        using RunningShop shop = await RunningShop.DemoAsync();
        using Screen screen = new(shop);
        string id = await shop.TrailerAsync("G-31");
        screen.Open($"/yard/trailers/{id}/edit");
        screen.Field("Plate").SendKeys("MINE");

        JsonElement now = await shop.GetAsync($"/api/yard/trailers/{id}");
        Dictionary<string, object?> theirs = JsonSerializer.Deserialize<Dictionary<string, object?>>(now)!;
        theirs["name"] = "Glider, renamed meanwhile";
        (await shop.Http.PutAsJsonAsync($"/api/yard/trailers/{id}", theirs)).EnsureSuccessStatusCode();

        screen.Click("Save");
        screen.Sees("Somebody else changed this trailer meanwhile");
        screen.Sees("Glider, renamed meanwhile");
        Assert.Equal("MINE", screen.Field("Plate").GetAttribute("value"));
        screen.Click("Keep mine, then save again");
        screen.Click("Save");
        screen.WaitUntil(() => screen.Path == $"/yard/trailers/{id}", "the trailer's page");
        screen.Sees("MINE");
    }

    // A name as long as names get, where it does most harm.
    private static async Task NameLongAsync(RunningShop shop)
    {
        string id = await shop.TrailerAsync("Q-131");
        Dictionary<string, object?> draft =
            JsonSerializer.Deserialize<Dictionary<string, object?>>(await shop.GetAsync($"/api/yard/trailers/{id}"))!;
        draft["name"] = new string('W', 60) + " " + string.Concat(Enumerable.Repeat("long ", 11));
        await shop.SendAsync(HttpMethod.Put, $"/api/yard/trailers/{id}", draft);
    }

    // The button hands on to the browser's own picker, which stands hidden beside it.
    private static IWebElement Picker(Screen screen)
    {
        screen.Sees("Choose a table");
        return screen.All("input[type=file]").First();
    }
}
