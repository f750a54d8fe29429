using OpenQA.Selenium;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>Three of the sums, by keyboard alone and on a phone.</summary>
public sealed class ReckonerTests
{
    private static void Type(Screen screen, string field, string text)
    {
        screen.TabToField(field);
        screen.PickAll();
        screen.Press(text);
    }

    [Fact]
    public async Task A_wrench_is_set_by_keyboard_and_the_address_opens_it_filled_in()
    {
        using RunningShop shop = await RunningShop.OwnedAsync();
        using Screen screen = new(shop);
        screen.Open("/reckoner");
        screen.TabToWords("Wrench setting and star order");
        screen.Press(Keys.Enter);
        screen.Sees("75 lbf·ft");
        Type(screen, "Wrench, hand to square", "12");
        screen.Sees("66.7 lbf·ft");
        screen.Sees("100 × 12 ÷ (12 + 6) = 66.7 lbf·ft");
        Type(screen, "Wrench, hand to square", "0");
        screen.Sees("Wrench, hand to square lies between");
        Type(screen, "Wrench, hand to square", "1 1/2 ft");
        screen.WaitUntil(
            () => screen.Address.Contains("length=1+1%2F2+ft", StringComparison.Ordinal),
            "the address to hold what is typed");
        string address = screen.Address;
        screen.Open(new Uri(address).PathAndQuery);
        screen.Sees("75 lbf·ft");
        Assert.Equal("1 1/2 ft", screen.Field("Wrench, hand to square").GetAttribute("value"));
        screen.Accessible();
    }

    [Fact]
    public async Task A_dead_magnet_and_a_mistyped_number_are_found_on_a_phone()
    {
        using RunningShop shop = await RunningShop.OwnedAsync();
        using Screen screen = new(shop, 390, 844);
        screen.Open("/reckoner/brake-circuit");
        screen.Sees("Expected at the plug");
        screen.Field("Measured: amperes at the plug").SendKeys("9");
        screen.Sees("one magnet is open");
        screen.Sees("measure each magnet in its own wire");
        screen.FitsItsWidth();
        screen.Accessible();
        screen.Follow("/reckoner/vehicle-number?number=1G4AH59H45GI18341");
        screen.Sees("Probably meant");
        screen.Sees("1G4AH59H45G118341 (1 and 0 for letters like them)");
        screen.FitsItsWidth();
        screen.Follow("/reckoner/astrology");
        screen.Sees("There is no such sum.");
    }

    [Fact]
    public async Task What_the_nut_got_goes_back_into_the_step_that_asked_for_it()
    {
        using RunningShop shop = await RunningShop.DemoAsync();
        string visit = await shop.TakeInAsync("G-31", ("bearing-repack", "axle-1-left"));
        await shop.WorkToAsync(
            visit,
            s => s.GetProperty("readings").EnumerateArray().Any(r => r.GetString() == "lug-torque"));
        using Screen screen = new(shop);
        screen.Open($"/bay/{visit}");
        screen.TabToWords("With an extension?");
        screen.Press(Keys.Enter);
        screen.Sees("Set the wrench to");
        Type(screen, "Or: what the wrench showed", "75");
        screen.Sees("Use 100 lbf·ft in this visit");
        screen.TabToWords("Use 100 lbf·ft in this visit");
        screen.Press(Keys.Enter);
        screen.WaitUntil(() => screen.Path == $"/bay/{visit}", "the visit again");
        Assert.Equal("100 lbf·ft", screen.Field("Lug nuts, last stage").GetAttribute("value"));
    }
}
