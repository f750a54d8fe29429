using OpenQA.Selenium;
using QRCoder;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>The yard and the ledger as somebody at the counter uses them.</summary>
public sealed class YardTests
{
    private static void Replace(Screen screen, string label, string text)
    {
        screen.Field(label).Click();
        screen.PickAll();
        screen.Press(Keys.Backspace + text);
    }

    /// <summary>
    /// A hub's tag before the camera opens its wheel end; a code that is none of ours is said, and looked past. Whoever
    /// is not signed in learns what the owner allows.
    /// </summary>
    [Fact]
    public async Task A_label_before_the_camera_opens_what_it_is_of()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            string trailer = await shop.TrailerAsync("A-11");
            screen.Open("/yard");

            // What the camera sees is drawn: first a code of somebody else's, then the tag of a hub.
            screen.Run(
                """
                window.shown = document.createElement('canvas');
                shown.width = 640;
                shown.height = 480;
                window.show = (rows) => {
                    const on = shown.getContext('2d');
                    window.stay = setInterval(() => {
                        on.fillStyle = '#ddd';
                        on.fillRect(0, 0, 640, 480);
                        on.fillStyle = '#111';
                        rows.forEach((row, y) => [...row].forEach((bit, x) =>
                            bit === '1' && on.fillRect(130 + x * 8, 50 + y * 8, 8, 8)));
                    }, 50);
                };
                navigator.mediaDevices.getUserMedia = async () => shown.captureStream(20);
                """);
            screen.Run("show(arguments[0])", (object)Code("https://parts.example/L44649"));
            screen.Click("Scan a label");
            screen.Sees("That is not the code of a trailer’s label. It says: https://parts.example/L44649");
            screen.Accessible();
            screen.Run("clearInterval(stay)");
            screen.Run("show(arguments[0])", (object)Code($"http://shop.example/t/{trailer}/axle-3-left"));
            screen.WaitUntil(() => screen.Path == $"/yard/trailers/{trailer}", "the trailer that the tag is of");
            Assert.EndsWith("?place=axle-3-left", screen.Address, StringComparison.Ordinal);
            screen.Sees("axle 3 left");

            screen.WorkAsNobody();
            screen.Open($"/t/{trailer}");
            screen.Sees("A trailer that we look after");
            screen.Sees("555 0114");
            Assert.DoesNotContain("A-11", screen.Text, StringComparison.Ordinal);
            screen.Accessible();
            screen.Click("You work there? Sign in");
            screen.WaitUntil(() => screen.Text.Contains("Sign in", StringComparison.Ordinal), "the door");
        }
    }

    private static string[] Code(string says)
    {
        using QRCodeGenerator generator = new();
        using QRCodeData code = generator.CreateQrCode(says, QRCodeGenerator.ECCLevel.M);
        return [.. code.ModuleMatrix.Select(row =>
            string.Concat(row.Cast<bool>().Select(bit => bit ? '1' : '0')))];
    }

    [Fact]
    public async Task A_caller_is_found_and_the_customer_is_kept_up_to_date()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            screen.Open("/yard");
            screen.Field("Find").SendKeys("apple");
            screen.Sees("2 trailers found");
            screen.Field("Find").SendKeys(" long");
            screen.Sees("1 trailer found");
            screen.Click("A-11");
            screen.Click("Thistlewane Orchard Cooperative");
            screen.WaitUntil(
                () => screen.Path.StartsWith("/yard/customers/", StringComparison.Ordinal),
                "the customer's page");
            screen.Sees("4 trailers");
            screen.Accessible();
            Replace(screen, "Telephone", "Thistlewane 12");
            screen.Click("Save");
            screen.Sees("Saved.");
            Replace(screen, "Name", "");
            screen.Click("Save");
            screen.Sees("The customer's name is missing.");
            Assert.Equal("Thistlewane 12", screen.Field("Telephone").GetAttribute("value"));

            // Chosen in the yard, the customer's number stands over their trailers.
            screen.Follow("/yard");
            screen.Field("Customer").SendKeys(Keys.Control + "a");
            screen.Press("thistle");
            screen.WaitUntil(() => screen.All("[role=option]").Count == 1, "the customer found by a few letters");
            screen.Press(Keys.ArrowDown, Keys.Enter);
            screen.Sees("Thistlewane 12");
            screen.Sees("4 trailers found");
        }
    }

    [Fact]
    public async Task A_meter_that_was_changed_is_told_from_one_that_was_misread()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            screen.Open($"/yard/trailers/{await shop.TrailerAsync("Q-131")}");
            screen.Click("On the road");
            screen.Click("Write down a reading or a trip");
            screen.Field("The meter shows").SendKeys("12");
            screen.Sees("12 mi · 19.3 km");
            screen.Click("Write it down");
            screen.Sees("The meter would run backwards");
            Assert.Equal("12", screen.Field("The meter shows").GetAttribute("value"));
            screen.Click("a new meter starts here");
            screen.Click("Write it down");
            screen.WaitUntil(
                () => screen.All("button[aria-label='Take back 12 mi']").Count == 1,
                "the new meter among the readings");
            screen.Click("take back");
            screen.WaitUntil(() => !screen.Text.Contains("new meter", StringComparison.Ordinal), "the reading to go");

            // A tow to come on which the repack would fall due brings it to before the tow, which takes weeks: to
            // today.
            RepackIs(screen, "in about ");
            screen.Click("Write down a reading or a trip");
            screen.Click("a trip to come, not a reading");
            screen.Field("The trip’s distance").SendKeys("11,500 mi");
            screen.PickDay(9);
            screen.Click("Write it down");
            screen.Sees("trip planned");
            RepackIs(screen, "today");
        }
    }

    private static void RepackIs(Screen screen, string when) =>
        screen.WaitUntil(
            () => screen.Find("[data-place=axle-1-left]").GetAttribute("aria-label")!.Contains(
                $"repack {when}",
                StringComparison.Ordinal),
            $"the repack to be {when}");

    [Fact]
    public async Task On_a_phone_a_trailer_with_a_customer_of_its_own_is_added_and_what_was_done_elsewhere_is_told_later()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync(390, 844);
        using (shop)
        using (screen)
        {
            screen.Open("/yard");
            screen.Touch(screen.Words("Add a trailer"), 44);
            screen.Field("Tag").SendKeys("Q-114");
            screen.Field("Whose it is").SendKeys("Upper Fell Rowing Club");
            screen.Sees("a new customer: added with the trailer");
            screen.Field("Rating of one axle").SendKeys("0");
            screen.Sees("One axle's rating lies between 1,000 and 16,000 lb.");
            screen.FitsItsWidth();
            screen.Field("Rating of one axle").SendKeys(Keys.Backspace);
            screen.Touch(screen.Words("Add it to the yard"), 44);
            screen.Sees("There is a trailer Q-114 already.");
            Assert.DoesNotContain(
                "Upper Fell",
                (await shop.GetAsync("/api/yard/customers")).GetRawText(),
                StringComparison.Ordinal);
            screen.Field("Tag").SendKeys("R");
            screen.Touch(screen.Words("Add it to the yard"), 44);
            screen.WaitUntil(
                () => screen.Path.StartsWith("/yard/trailers/", StringComparison.Ordinal),
                "the trailer's page");
            screen.Sees("No repack on record");
            screen.FitsItsWidth();

            screen.Touch(screen.Words("Description"), 44);
            screen.Touch(screen.Words("Change the description"));
            screen.Sees("All ends repacked elsewhere, on");
            screen.PickDay(-100);
            screen.Touch(screen.Words("Save"), 44);
            screen.Sees("3 months gone of 12");
        }
    }

    [Fact]
    public async Task A_check_is_ticked_a_remark_is_put_and_a_hold_stands_out()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            screen.Open("/ledger");
            screen.Sees("Left on Hold:");
            int owed = screen.All("button[aria-label^='Done:']").Count;
            Assert.True(owed > 0);
            screen.Find("button[aria-label^='Done:']").Click();
            screen.WaitUntil(() => screen.All("button[aria-label^='Done:']").Count == owed - 1, "the check to go");
            screen.Sees("Done: ");
            screen.Click("Undo");
            screen.WaitUntil(() => screen.All("button[aria-label^='Done:']").Count == owed, "the check to come back");

            screen.Click("W-09,");
            screen.Field("A remark").SendKeys("The specialist has it since Tuesday.");
            screen.Click("Put the remark");
            screen.Sign();
            screen.WaitUntil(
                () => screen.All("main li").Any(l => l.Text.StartsWith(
                    "The specialist has it",
                    StringComparison.Ordinal)),
                "the remark");
            screen.Click("W-09");
            screen.WaitUntil(() => screen.Address.EndsWith("?see=history", StringComparison.Ordinal), "its history");
            screen.Sees("Left on Hold: ");
        }
    }
}
