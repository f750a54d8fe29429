using System.Text.Json;
using OpenQA.Selenium;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>What happens in the bay beside the straight way through.</summary>
public sealed class BayTests
{
    [Fact]
    public async Task A_double_tap_and_a_held_key_settle_one_step()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            string id = await shop.OpenVisitAsync();
            screen.Open($"/bay/{id}");
            screen.Words("Done, next");
            int before = Done(await shop.GetAsync($"/api/bay/visits/{id}"));

            // The second half comes when the next step stands under the same finger.
            string first = screen.TextOf("main form h3");
            IWebElement button = screen.Words("Done, next");
            (int x, int y) = (button.Location.X + 30, button.Location.Y + 20);
            screen.Tap(x, y, count: 1);
            screen.WaitUntil(() => screen.TextOf("main form h3") != first, "the next step");
            screen.Tap(x, y, count: 2);
            string second = screen.TextOf("main form h3");
            Assert.Equal(before + 1, Done(await shop.GetAsync($"/api/bay/visits/{id}")));

            // And a key that is held down repeats itself on the next step's button.
            screen.Run("document.querySelector('main form button[type=submit]').focus()");
            screen.HoldEnter(repeats: 12);
            screen.WaitUntil(() => screen.TextOf("main form h3") != second, "the step after");
            Thread.Sleep(400);
            Assert.Equal(before + 2, Done(await shop.GetAsync($"/api/bay/visits/{id}")));

            // A tap of its own goes on.
            screen.Tap(x, y, count: 1);
            screen.WaitUntil(
                () => Done(shop.GetAsync($"/api/bay/visits/{id}").GetAwaiter().GetResult()) == before + 3,
                "the third step");
        }
    }

    private static int Done(JsonElement visit) => visit.GetProperty("state").GetProperty("entries").GetArrayLength();

    [Fact]
    public async Task The_journal_measured_picks_the_seal_and_the_rest_is_left_for_another_visit()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            string id = await shop.OpenVisitAsync();
            screen.Open($"/bay/{id}");
            StepTo(screen, "Measure the seal journal");
            screen.Press("2 1/4", Keys.Enter);
            StepTo(screen, "Press the new seal in");
            Assert.Equal(
                "grease seal 2.250 × 3.376",
                screen.Choice("Which one?").Text);
            screen.Done();
            screen.Click("Parts 5");
            screen.WaitUntil(
                () => screen.Text.Contains("1 × grease seal 2.250 × 3.376 axle 2 left", StringComparison.Ordinal),
                "the seal among the parts used");

            // Taken back, the seal goes with its step.
            screen.Click("Take the last one back");
            screen.WaitUntil(
                () => !screen.Text.Contains("1 × grease seal 2.250 × 3.376 axle 2 left", StringComparison.Ordinal),
                "the seal to go");
            screen.Click("Leave the rest for another visit");
            screen.Sees("Only what is open is put back now");
            screen.Accessible();
            while (true)
            {
                // Either the next step stands there, or the closing, which comes a moment later.
                screen.WaitUntil(
                    () => screen.Text.Contains("Everything is back on.", StringComparison.Ordinal)
                        || screen.All("main form h3").Count > 0,
                    "a step, or the end");
                if (screen.Text.Contains("Everything is back on.", StringComparison.Ordinal))
                {
                    break;
                }

                string here = screen.TextOf("main form h3");
                screen.Done();
                screen.WaitUntil(
                    () => screen.All("main form h3").FirstOrDefault()?.Text != here
                        || screen.Text.Contains("Everything is back on.", StringComparison.Ordinal),
                    "the next step");
            }

            screen.Sees("Not done: bearing repack, axle 1 right");
            screen.Click("Close the visit");
            screen.Sees("The visit is closed");
            JsonElement sheet = await shop.GetAsync($"/api/ledger/visits/{id}");
            Assert.Equal(
                ["axle-1-left", "axle-2-left"],
                sheet
                    .GetProperty("visit")
                    .GetProperty("state")
                    .GetProperty("jobs")
                    .EnumerateArray()
                    .Where(j => j.GetProperty("done").GetBoolean())
                    .Select(j => j.GetProperty("place").GetString()!));
        }
    }

    // Steps of the same words follow one another at another wheel end: which step it is says its number above them.
    private static void StepTo(Screen screen, string title)
    {
        while (!screen.TextOf("main form h2").StartsWith(title, StringComparison.Ordinal))
        {
            string before = screen.TextOf("main form h3");
            screen.Done();
            screen.WaitUntil(() => screen.TextOf("main form h3") != before, $"the step after “{before}”");
        }
    }
}
