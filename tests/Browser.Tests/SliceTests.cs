using System.Text.Json;
using OpenQA.Selenium;
using SturdyTinker.Demo;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>The whole slice, from an empty shop to the ledger, at both sizes and with both hands.</summary>
public sealed class SliceTests
{
    [Fact]
    public async Task By_keyboard_alone_from_an_empty_shop_to_the_next_due_date()
    {
        using RunningShop shop = RunningShop.Empty();
        using Screen screen = new(shop);

        // Whose shop it is: the program says the address where it is started.
        screen.Open($"/begin#{shop.Code}");
        screen.Sees("Whose shop is this?");
        screen.Accessible();
        screen.TabToField("Your name");
        screen.Press(RunningShop.Owner);
        screen.TabToField("Your secret");
        screen.Press("too short", Keys.Enter);
        screen.Sees("A secret has at least 10 signs");
        screen.PickAll();
        screen.Press(DemoAccess.Secret, Keys.Enter);
        screen.Sees("This shop is empty");
        await shop.SignInAsync();

        // The first trailer: its gear plan stands as soon as it is described.
        screen.TabToWords("Add a trailer");
        screen.Press(Keys.Enter);
        screen.TabToField("Tag");
        screen.Press("P-07", Keys.Tab);
        screen.TabToField("Whose it is");
        screen.Press("Lanternfold Puppet Theatre");
        screen.TabToField("Rating of one axle");
        screen.PickAll();
        screen.Press("5200");
        screen.Sees("tandem, 2 × 5,200 lb · electric 12 × 2");
        screen.Press(Keys.Enter);
        screen.Sees("No repack on record");
        screen.Accessible();

        // The gear plan by its arrows.
        screen.TabTo("the gear plan", e => e.GetAttribute("data-place") == "axle-1-left");
        screen.Press(Keys.ArrowRight);
        screen.WaitUntil(() => screen.TextOf("[role=tabpanel] h2") == "Axle 2 left", "axle 2 left to be picked");
        screen.Press(Keys.ArrowDown);
        screen.WaitUntil(() => screen.TextOf("[role=tabpanel] h2") == "Brake, axle 2 left", "the brake under it");

        // What is due stands there already; one wheel end is enough for today.
        foreach (string end in new[] { "axle 1 right", "axle 2 left", "axle 2 right" })
        {
            screen.TabToWords($"Take out Bearing repack, {end}");
            screen.Press(Keys.Enter);
        }

        screen.Sees("55 min");
        screen.TabToWords("Take it in");
        screen.Press(Keys.Enter);
        screen.Sees("step 1 of");

        await WorkByKeyboardAsync(shop, screen);
        screen.Sees("All steps are settled");
        screen.TabToWords("Close the visit");
        screen.Press(Keys.Enter);
        screen.Sees("The next due dates have moved");
        screen.TabToWords("See P-07 in the yard");
        screen.Press(Keys.Enter);
        screen.Sees("Torque the lug nuts again");
        screen.TabTo("the gear plan", e => e.GetAttribute("data-place") is { Length: > 0 });
        Assert.Contains(
            "repack in about 12 months",
            screen.Find("[data-place=axle-1-left]").GetAttribute("aria-label"),
            StringComparison.Ordinal);
        Assert.Contains(
            "repack due now",
            screen.Find("[data-place=axle-2-left]").GetAttribute("aria-label"),
            StringComparison.Ordinal);

        screen.TabToTab("What was done");
        screen.Sees("Ines Marrow");
        screen.TabToWords("Jun 10, 2026");
        screen.Press(Keys.Enter);
        screen.Sees("0.003 in");
        screen.Sees("Milky, or water in it");
        screen.Sees("cotter pin");
        screen.Accessible();
    }

    private static async Task WorkByKeyboardAsync(RunningShop shop, Screen screen)
    {
        string id = screen.Path.Split('/')[^1];
        JsonElement visit = await shop.GetAsync($"/api/bay/visits/{id}");
        Dictionary<string, string> figures = new(RunningShop.Believable(visit))
        {
            ["rim-rock"] = "1/16",
            ["end-play"] = "3 thou",
            ["seal-journal"] = "2 1/8"
        };
        int number = 0, count = visit.GetProperty("packet").GetProperty("steps").GetArrayLength();
        foreach (JsonElement step in visit.GetProperty("packet").GetProperty("steps").EnumerateArray())
        {
            string key = step.GetProperty("key").GetString()!;
            screen.Sees($"step {++number} of {count}");
            if (key.EndsWith("note-grease", StringComparison.Ordinal))
            {
                screen.Press("f");
                screen.Sees("What did you find?");
                screen.TabTo("what is seen", e => e.GetAttribute("type") == "radio");
                screen.Press(Keys.ArrowDown, Keys.ArrowDown, Keys.ArrowUp);
                screen.TabTo("what is seen", e => e.GetAttribute("type") == "radio");
                PickByArrows(screen, "Milky, or water in it");
                screen.Sees("Water in the grease has come past the seal.");
                screen.Press(Keys.Enter);
                screen.Sees($"step {number} of {count}");
            }

            // A wrong figure is told at its field and the step stays; the right one goes on.
            foreach (JsonElement reading in step.GetProperty("readings").EnumerateArray())
            {
                if (reading.GetString() == "end-play")
                {
                    screen.Press("3");
                    screen.Sees("did you mean 3 thou?");
                    screen.Press(Keys.Enter);
                    screen.Sees($"step {number} of {count}");
                    screen.PickAll();
                }

                screen.Press(figures[reading.GetString()!]);
            }

            screen.Press(Keys.Enter);
        }
    }

    // Radios are one stop of the tab key; the arrows choose among them.
    private static void PickByArrows(Screen screen, string words)
    {
        for (int i = 0; i < 8; i++)
        {
            if (screen.All("[role=radiogroup] label").Any(l => l.Text.Contains(words, StringComparison.Ordinal)
                && l.FindElement(By.TagName("input")).Selected))
            {
                return;
            }

            screen.Press(Keys.ArrowDown);
        }

        throw new InvalidOperationException($"The arrows never came to “{words}”.");
    }

    [Fact]
    public async Task By_touch_the_visit_in_the_bay_is_worked_to_its_end_on_a_telephone_and_then_on_a_tablet()
    {
        using RunningShop shop = await RunningShop.DemoAsync();
        using Screen screen = new(shop, 390, 844);
        screen.WorkAs(await shop.KeyAsync("Tobin Askel"));
        screen.Open("/bay");
        screen.Touch(screen.Find("[data-tag=A-12]"), 44);
        screen.Touch(screen.Button("Go on with it"), 44);
        screen.Sees("step ");
        screen.FitsItsWidth();

        JsonElement visit = await shop.GetAsync($"/api/bay/visits/{await shop.OpenVisitAsync()}");
        List<JsonElement> steps = [.. visit.GetProperty("packet").GetProperty("steps").EnumerateArray()];
        int done = visit.GetProperty("state").GetProperty("entries").GetArrayLength();
        for (int i = done; i < steps.Count; i++)
        {
            if (i == done + 6)
            {
                // The long middle is worked on another tablet, once this one's last tap is answered; this screen
                // follows.
                screen.Sees($"step {i + 1} of {steps.Count}");
                string near = steps[i = steps.Count - 12].GetProperty("key").GetString()!;
                await shop.WorkToAsync(
                    visit.GetProperty("id").GetString()!,
                    s => s.GetProperty("key").GetString() == near);
                screen.Sees($"step {i + 1} of {steps.Count}");
                screen.FitsItsWidth();
                screen.Resize(1280, 800);
            }

            screen.Sees($"step {i + 1} of {steps.Count}");
            if (i == done)
            {
                screen.TouchFor("I found something", "Worn to its limit");
                screen.Touch(screen.Words("Worn to its limit"), 44);
                screen.Sees("Add to this visit");
                screen.FitsItsWidth();
                screen.Touch(screen.Words("Write it down"), 44);
                screen.Touch(screen.Button("mended in this visit", last: true));
                screen.Field("What was done about it").SendKeys(" seal and linings");
                screen.Touch(screen.Button("Mended"), 44);
                screen.Sees("Mended: Renewed seal and linings");
            }

            if (i == done + 1)
            {
                // Skipped with a reason, then taken back, then done.
                screen.Touch(screen.Words("Skip"), 44);
                screen.Field("Why is it skipped?").SendKeys("no light");
                screen.Touch(screen.Words("Skip it, next"), 44);
                screen.Sees($"step {i + 2} of {steps.Count}");
                screen.Touch(screen.Words("Take the last one back"), 44);
                screen.Sees($"step {i + 1} of {steps.Count}");
            }

            screen.Done();
        }

        screen.Touch(screen.Words("Close the visit"), 44);
        screen.Sees("The visit is closed");
        screen.FitsItsWidth();
        Assert.DoesNotContain(
            (await shop.GetAsync("/api/bay/visits")).EnumerateArray(),
            v => v.GetProperty("tag").GetString() == "A-12");
        JsonElement trailer = await shop.GetAsync($"/api/yard/trailers/{visit.GetProperty("trailerId").GetString()}");
        Assert.All(
            trailer.GetProperty("status").GetProperty("dues").EnumerateArray(),
            d => Assert.Equal("later", d.GetProperty("due").GetProperty("nearness").GetString()));
    }

    [Fact]
    public async Task A_kill_of_the_server_in_mid_visit_loses_nothing_that_was_answered_as_saved()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync(killable: true);
        using (shop)
        using (screen)
        using (Screen second = new(shop))
        {
            string id = await shop.OpenVisitAsync();
            screen.Open($"/bay/{id}");
            second.Open($"/bay/{id}");
            int before = Entries(await shop.GetAsync($"/api/bay/visits/{id}"));
            screen.Done();
            screen.Sees($"step {before + 2} of");
            second.Sees($"step {before + 2} of");
            shop.Kill();

            // Ticked while nobody answers: the screen says so, keeps it, and sends it once the server is back.
            screen.Done();
            screen.Sees("No answer from the shop’s server");
            shop.StartAgain();
            screen.Sees($"step {before + 3} of");
            screen.WaitUntil(
                () => !screen.Text.Contains("No answer from the shop’s server", StringComparison.Ordinal),
                "the notice to go");
            Assert.Equal(before + 2, Entries(await shop.GetAsync($"/api/bay/visits/{id}")));

            // The screens hear of each other again.
            second.Sees($"step {before + 3} of");
            second.Done();
            screen.Sees($"step {before + 4} of");

            // A figure typed and not sent outlives a reload.
            screen.WaitUntil(() => AtReading(screen), "a step that asks for a figure");
            screen.Press(".003");
            screen.Sees("0.076 mm");
            screen.Open($"/bay/{id}");
            screen.Sees("0.076 mm");
        }
    }

    private static bool AtReading(Screen screen)
    {
        if (Asks(screen))
        {
            return true;
        }

        string here = screen.TextOf("main form h3");
        screen.Done();
        screen.WaitUntil(() => screen.TextOf("main form h3") != here, "the next step");
        return Asks(screen);
    }

    private static bool Asks(Screen screen) => screen.All("main form:has(h3) input[type=text]").Any(e => e.Displayed);

    private static int Entries(JsonElement visit) => visit.GetProperty("state").GetProperty("entries").GetArrayLength();
}
