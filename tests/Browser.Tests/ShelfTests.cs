using OpenQA.Selenium;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>A seal told by the caliper, by keyboard alone.</summary>
public sealed class ShelfTests
{
    [Fact]
    public void A_seal_is_told_by_its_journal_after_its_bore_left_two()
    {
        using RunningShop shop = RunningShop.Empty();
        using Screen screen = new(shop.Address);
        screen.Open("/shelf");
        screen.Sees("What it may be shows here.");
        screen.TabToField("It is a");
        screen.Press("g");
        screen.TabToField("Bore it is pressed into");
        screen.Press("3 3/8");
        screen.Sees("Measure the journal it runs on next.");
        screen.Sees("50 %");
        screen.TabToField("Journal it runs on");
        screen.Press("2 1/4");
        screen.Sees("100 %");
        screen.WaitUntil(() => !screen.Text.Contains("grease seal 2.125", StringComparison.Ordinal), "the other seal to go");
        screen.PickAll();
        screen.Press("banjo");
        screen.Sees("There is no figure in “banjo”");
        screen.TabToField("Stamped on it");
        screen.Press("LM 67O4?");
        screen.Sees("cone LM67048 and cup LM67010");
        screen.Accessible();
    }
}
