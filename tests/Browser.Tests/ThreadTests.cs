using System.Text.Json;
using OpenQA.Selenium;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>The whole thread of a shop's day, from the trailer that comes to what its owner does afterwards.</summary>
public sealed class ThreadTests
{
    private static JsonElement On(JsonElement board, string tag) =>
        board.GetProperty("trailers").EnumerateArray().Single(t => t.GetProperty("tag").GetString() == tag);

    private static string VisitOf(Screen screen) => screen.Path["/bay/".Length..];

    private static void WaitForVisit(Screen screen) => screen.WaitUntil(
        () => screen.Path.Length > "/bay/".Length && screen.Path.StartsWith("/bay/", StringComparison.Ordinal),
        "the visit");

    /// <summary>
    /// By keyboard alone: what was booked comes, is worked, closed, handed over; its owner says done.
    /// </summary>
    [Fact]
    public async Task A_planned_visit_goes_from_the_board_to_its_owners_word_by_keyboard()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            screen.Open("/bay");
            screen.Find("[data-trailer]");
            screen.TabTo("W-05", e => e.GetAttribute("data-tag") == "W-05");
            screen.Press(Keys.Enter);
            screen.TabToField("What the customer says");
            screen.Press("it wobbles");
            screen.TabToWords("Take in for what was booked");
            screen.Press(Keys.Enter);
            WaitForVisit(screen);
            string visit = VisitOf(screen);

            // What the customer says leads to what is looked at first.
            screen.Sees("Is a wheel nut loose");
            screen.TabToWords("No");
            screen.Press(Keys.Enter);
            screen.WaitUntil(
                () => !screen.Text.Contains("Is a wheel nut loose", StringComparison.Ordinal),
                "the next look");

            // The steps between are what other tests work through one by one.
            await shop.WorkAsync(visit);
            screen.Open($"/bay/{visit}");
            screen.Sees("Close the visit?");
            screen.TabToWords("Close the visit");
            screen.Press(Keys.Enter);
            screen.Sees("The visit is closed");
            screen.TabToWords("Hand it over");
            screen.Press(Keys.Enter);
            screen.Sees("You, in between");
            screen.Accessible();
            screen.TabToWords("Give the owner their page");
            screen.Press(Keys.Enter);
            string address = screen.Field("Their page, told once").GetAttribute("value")!;

            // Whoever has the address needs no account.
            screen.WorkAsNobody();
            screen.Open(new Uri(address).AbsolutePath);
            screen.Sees("It is done");
            screen.Accessible();
            screen.TabToWords("It is done");
            screen.Press(Keys.Enter);
            screen.Sees("said done, thank you");
            screen.Resize(390, 844);
            screen.FitsItsWidth();
        }
    }

    /// <summary>By touch: a walk-in, more found, asked, agreed to in part; the rest stays on the trailer.</summary>
    [Fact]
    public async Task A_walk_in_with_found_work_declined_in_part_is_handed_over_by_touch()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            string visit = await shop.TakeInAsync("P-07", ("bearing-repack", "axle-1-left"));
            JsonElement all = await shop.GetAsync($"/api/bay/visits/{visit}");
            foreach ((string place, string rule) in ((string, string)[])
                [("axle-1-left", "lining-soaked"), ("axle-1-left", "spring-flat")])
            {
                await shop.SendAsync(
                    HttpMethod.Put,
                    $"/api/bay/visits/{visit}/findings/{Guid.CreateVersion7()}",
                    new { place, ruleCode = rule, note = "" });
            }

            screen.Open($"/bay/{visit}");
            screen.Touch(screen.Find("[role=tab][data-key=customer]"));
            screen.Sees("To ask the customer");
            screen.Touch(screen.Button("Ask the customer"));
            string address = screen.Field("Their page, told once").GetAttribute("value")!;

            // The customer, on a telephone, without an account: yes to one, no to the other.
            string key = shop.Key!;
            screen.WorkAsNobody();
            screen.Resize(390, 844);
            screen.Open(new Uri(address).AbsolutePath);
            screen.Sees("Send my answer");
            screen.Accessible();
            screen.FitsItsWidth();
            IWebElement[] yes = [.. screen.All("main label").Where(l => l.Text == "Yes, do it")];
            IWebElement[] no = [.. screen.All("main label").Where(l => l.Text == "No, not now")];
            Assert.Equal((2, 2), (yes.Length, no.Length));
            screen.Touch(yes[0]);
            screen.Touch(no[1]);
            screen.Field("Your name").SendKeys("Wanda Orrin");
            screen.Touch(screen.Button("Send my answer"));
            screen.Sees("Answered by Wanda Orrin");

            screen.WorkAs(key);
            screen.Resize(1280, 800);
            await shop.WorkAsync(visit);
            JsonElement now = await shop.GetAsync($"/api/bay/visits/{visit}");
            JsonElement jobs = now.GetProperty("state").GetProperty("jobs");
            Assert.True(jobs.GetArrayLength() > 1, "what was agreed to is among the jobs");
            screen.Open($"/bay/{visit}");
            screen.Touch(screen.Button("Close the visit"));
            screen.Sees("The visit is closed");
            screen.Follow($"/ledger/visits/{visit}/hand-over");
            screen.Sees("Left undone on your word");

            // It stays on the trailer, with its verdict.
            screen.Open($"/yard/trailers/{all.GetProperty("trailerId").GetString()}?see=stands");
            screen.Sees("Declined, and not done since");
            Assert.Equal("P-07", all.GetProperty("tag").GetString());
        }
    }
}
