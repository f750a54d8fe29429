using OpenQA.Selenium;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>What the shop's own years say, read and taken over by somebody at the keyboard.</summary>
public sealed class EvidenceTests
{
    [Fact]
    public async Task An_interval_is_taken_over_and_given_up_again_with_the_keyboard()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            screen.Open("/ledger");
            screen.Click("What our own years say");
            screen.WaitUntil(
                () => screen.Text.Contains("Bearing repack: is 12 months right", StringComparison.Ordinal),
                "the card of the repack");
            screen.Sees("Does a delivery of seals go early?");
            screen.Sees("Not enough yet");

            // Each drawing has its figures as a table, and says what it shows.
            Assert.All(
                screen.All("main article svg[role=img]"),
                svg => Assert.NotEmpty(svg.GetAttribute("aria-label")!));
            string makes = screen.All("main button")
                .Select(b => b.Text)
                .First(t => t.StartsWith("Make it ", StringComparison.Ordinal));
            screen.TabTo("the advice", b => b.Text == makes);
            screen.Press(Keys.Enter);
            string months = makes.Split(' ')[2];
            screen.WaitUntil(
                () => screen.Text.Contains($"Taken over: {months} months.", StringComparison.Ordinal),
                "that it was taken over");
            Assert.Equal(months, (await shop.GetAsync("/api/settings/shop")).GetProperty("repackMonths").ToString());
            screen.TabTo("the way back", b => b.Text == "Go back to the default");
            screen.Press(Keys.Enter);
            screen.WaitUntil(
                () => !screen.Text.Contains($"Taken over: {months} months.", StringComparison.Ordinal)
                    || screen.All("main button").All(b => b.Text != "Go back to the default"),
                "that it was given up");
            Assert.Equal("12", (await shop.GetAsync("/api/settings/shop")).GetProperty("repackMonths").ToString());
        }
    }
}
