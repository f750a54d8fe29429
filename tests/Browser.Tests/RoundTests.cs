using System.Text.Json;
using OpenQA.Selenium;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>The round, Holds and their release, pictures of findings, and plots of wear, as people meet them.</summary>
public sealed class RoundTests
{
    // One grey pixel, as PNG.
    private const string Pixel =
        "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg==";

    [Fact]
    public async Task A_full_round_of_a_tandem_by_keyboard_a_Hold_and_its_release()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            string id = await shop.TakeInAsync("P-07", ("wear-inspection", "trailer"));
            screen.Open($"/bay/{id}/round");
            screen.Sees("The trailer");
            screen.Accessible();

            // At the trailer: how it is used is told, the rest is sound.
            screen.TabTo(
                "the warm launch",
                e => e.TagName == "button" && e.Text.Contains("Launched with warm hubs", StringComparison.Ordinal));
            screen.Press(Keys.Enter);
            screen.Sees("A warm hub cools in the water");
            screen.Press("g");

            // Every place in turn: a worn tread typed at the first wheel, a cracked hanger at the last, everything else
            // sound.
            bool tread = false, hanger = false;
            for (int places = 0; places < 60
                && !screen.Text.Contains("Everything in reach has been looked at", StringComparison.Ordinal); places++)
            {
                string here = screen.TextOf("main form h2");
                int before = LookedAt(screen);
                if (here == "Axle 1 left" && !tread)
                {
                    tread = true;
                    screen.TabToField("Tread at its lowest");
                    screen.Press("1/32");
                    screen.Sees("Tread is under 1/16 in");
                    screen.Press(Keys.Enter);
                    screen.Sees("Tread at its lowest 1/32 in");
                    screen.TabTo(
                        "the worn tyre",
                        e => e.TagName == "button" && e.Text.Contains("Worn to its bars", StringComparison.Ordinal));
                    screen.Press(Keys.Enter);
                    screen.WaitUntil(() => LookedAt(screen) > before, "the tyre counted");
                }
                else if (here == "Rear hanger, right")
                {
                    hanger = true;
                    screen.TabTo(
                        "the cracked hanger",
                        e => e.TagName == "button" && e.Text.Contains("Cracked or bent", StringComparison.Ordinal));
                    screen.Press(Keys.Enter);
                    screen.Sees("A cracked hanger lets the axle go.");
                }

                screen.Press("g");
                screen.WaitUntil(
                    () => screen.TextOf("main form h2") != here
                        || screen.Text.Contains("Everything in reach has been looked at", StringComparison.Ordinal),
                    $"the place after {here}");
            }

            Assert.True(tread && hanger);
            screen.Accessible();
            JsonElement round = await shop.GetAsync($"/api/bay/visits/{id}/round");
            List<JsonElement> things = [.. round
                .GetProperty("stops")
                .EnumerateArray()
                .Where(s => s.GetProperty("reach").GetString() == "now")
                .SelectMany(s => s.GetProperty("things").EnumerateArray())];
            Assert.All(things, t => Assert.True(t.GetProperty("lookedAt").GetBoolean()));
            Assert.True(things.Count > 50);

            // The trailer is on Hold wherever it is shown, and the visit closes only with a word.
            screen.Follow($"/bay/{id}");
            screen.Sees("Not to be towed.");
            screen.Follow("/bay");
            screen.Sees("Hold");
            for (string? next = await NextAsync(shop, id); next is not null; next = await NextAsync(shop, id))
            {
                await shop.SendAsync(
                    HttpMethod.Put,
                    $"/api/bay/visits/{id}/entries/{Guid.CreateVersion7()}",
                    new { key = next, readings = Array.Empty<object>() });
            }

            screen.Follow($"/bay/{id}");
            screen.TabToWords("Close the visit");
            screen.Press(Keys.Enter);
            screen.Sees("your name stays with it");
            screen.TabToField("Why it leaves all the same");
            screen.Press("to the welder, on a flatbed", Keys.Enter);
            screen.Sign();
            screen.Sees("The visit is closed");
            string trailer = await shop.TrailerAsync("P-07");
            screen.Follow($"/yard/trailers/{trailer}");
            screen.Sees("Let go for the road by Ines Marrow");
            screen.Sees("to the welder, on a flatbed");
            screen.Follow("/ledger");
            screen.Sees("Left on Hold: to the welder, on a flatbed");
        }
    }

    [Fact]
    public async Task Its_opposite_is_said_with_one_touch_and_a_touch_writes_a_finding_on_a_phone()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync(390, 844);
        using (shop)
        using (screen)
        {
            string id = await shop.OpenVisitAsync("Q-120");
            screen.Open($"/bay/{id}/round");
            screen.Touch(screen.Find("[data-place=axle-1-right]"), 20);
            screen.Touch(screen.Words("The same as its opposite"), 40);
            screen.WaitUntil(
                () => screen.Text.Contains("the same as its opposite", StringComparison.Ordinal),
                "what its opposite was");
            screen.Touch(screen.Find("[data-place=axle-2-right]"), 20);
            screen.Touch(screen.Words("Worn on one edge"), 40);
            screen.Sees("A tyre worn on one edge runs crooked.");
            screen.FitsItsWidth();
            JsonElement[] Findings() =>
                [.. shop
                    .GetAsync($"/api/bay/visits/{id}")
                    .GetAwaiter()
                    .GetResult()
                    .GetProperty("state")
                    .GetProperty("findings")
                    .EnumerateArray()];
            screen.WaitUntil(
                () => Findings().Any(f => f.GetProperty("place").GetString() == "axle-2-right"
                    && f.GetProperty("ruleCode").GetString() == "tyre-one-edge"),
                "the finding in the record");
            Assert.Contains(
                Findings(),
                f => f.GetProperty("place").GetString() == "axle-1-right"
                    && f.GetProperty("note").GetString() == "the same as its opposite");

            // Signed by what is on file of the inspector; but nothing unseen.
            Assert.Contains(
                "at this shop for years",
                screen.Field("By what you are qualified").GetDomProperty("value"),
                StringComparison.Ordinal);
            screen.Touch(screen.Words("Sign the inspection"), 40);
            screen.Sees("Nothing is signed unseen.");
        }
    }

    [Fact]
    public async Task A_picture_is_hung_on_a_finding_and_what_is_none_gets_one_sentence()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            string id = await shop.OpenVisitAsync("A-12"), picture = Path.Combine(
                shop.Folder,
                "cup.png"), none = Path.Combine(shop.Folder, "none.jpg");
            await File.WriteAllBytesAsync(picture, Convert.FromBase64String(Pixel));
            await File.WriteAllTextAsync(none, "no picture at all");
            screen.Open($"/bay/{id}");
            screen.Words("Photograph it");
            IWebElement picker = screen.All("aside input[type=file]").First();
            picker.SendKeys(none);
            screen.Sees("That is no picture that can be read");
            picker.SendKeys(picture);
            screen.Find("aside img[alt*='taken by']");
            JsonElement photo =
                (await shop.GetAsync($"/api/bay/visits/{id}")).GetProperty("state").GetProperty("photos")[0];
            Assert.NotNull(photo.GetProperty("findingId").GetString());
            screen.Accessible();
        }
    }

    [Fact]
    public async Task A_bearings_damage_is_classed_and_a_cause_shows_what_points_to_it()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            string id = await shop.OpenVisitAsync("A-12");
            await shop.SendAsync(
                HttpMethod.Put,
                $"/api/bay/visits/{id}/findings/{Guid.CreateVersion7()}",
                new { place = "axle-2-left", ruleCode = "play-drag", note = "" });
            screen.Open($"/bay/{id}");
            screen.Click("I found something");
            screen.Choose("On the", "Bearing");
            screen.Click("Blue or brown from heat");
            screen.Choose("Which one", "inner");
            screen.Choose("ISO 15243", "thermal");
            screen.Sees("run dry or set too tight");
            screen.Accessible();
            screen.Click("Write it down");
            screen.Sees("Fracture and cracking: thermal");
            screen.Sees("its nut was set too tight");
            screen.Accessible();
        }
    }

    [Fact]
    public async Task A_plot_of_wear_is_read_by_its_table_with_the_keyboard_alone()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            screen.Open($"/yard/trailers/{await shop.TrailerAsync("B-03")}");
            screen.Sees("by its wear");
            screen.TabToTab("How it wears");
            screen.Sees("Comes to its limit about");
            screen.Sees("Eight chances in ten between");
            screen.TabToWords("The figures as a table");
            screen.Press(Keys.Enter);
            List<string> right = [.. screen
                .All("figure table tbody tr")
                .Select(r => r.Text)
                .Where(t => t.Contains("axle 1 right", StringComparison.Ordinal))];
            Assert.Equal(
                ["0.157 in", "0.131 in", "0.114 in", "0.091 in"],
                right.Select(t => t.Split("right ")[1].Split(" in")[0] + " in"));
            Assert.All(right.Skip(1), t => Assert.EndsWith("mi", t, StringComparison.Ordinal));
            screen.Accessible();
        }
    }

    [Fact]
    public async Task A_published_limit_is_loosened_only_with_a_reason()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            screen.Open("/settings/limits");
            screen.Sees("published: 49 CFR 393.47");
            screen.TabToWords("set your own: Lining at the shoe's centre");
            screen.Press(Keys.Enter);
            screen.Press("1/32", Keys.Enter);
            screen.Sees("say why. Your name stays with it.");
            screen.TabToField("Why; needed");
            screen.Press("bonded shoes, by their maker's letter", Keys.Enter);
            screen.Sign();
            screen.Sees("looser than 1/16 in (published: 49 CFR 393.47): Ines Marrow, bonded shoes");
            screen.Accessible();
        }
    }

    private static int LookedAt(Screen screen) =>
        int.Parse(screen.TextOf("main header h2").Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture);

    private static async Task<string?> NextAsync(RunningShop shop, string id) =>
        (await shop.GetAsync($"/api/bay/visits/{id}")).GetProperty("state").GetProperty("next").GetString();
}
