using System.Text.Json;
using OpenQA.Selenium;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>The shop's day as a foreman runs it.</summary>
public sealed class TodayTests
{
    private static string[] Jobs(JsonElement of) =>
        [.. of.EnumerateArray().Select(j => $"{j.GetProperty("job")}@{j.GetProperty("place")}").Order()];

    private static JsonElement On(JsonElement board, string tag) =>
        board.GetProperty("trailers").EnumerateArray().Single(t => t.GetProperty("tag").GetString() == tag);

    /// <summary>By keyboard alone: what was booked is taken in with its jobs, and stays where it was put.</summary>
    [Fact]
    public async Task What_was_booked_is_taken_in_by_keyboard_with_its_jobs_and_the_customers_words()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            string[] booked = Jobs(On(await shop.GetAsync("/api/bay/today"), "W-05").GetProperty("jobs"));
            Assert.Contains(booked, j => j.StartsWith("bearing-repack@", StringComparison.Ordinal));
            screen.Open("/bay");
            screen.Find("[data-trailer]");
            screen.Accessible();
            screen.TabTo("W-05", e => e.GetAttribute("data-tag") == "W-05");

            // A quarter of an hour later, and back.
            screen.Press(Keys.ArrowDown);
            screen.WaitUntil(() => screen.Text.Contains("13:15 to", StringComparison.Ordinal), "it to move");
            screen.Press(Keys.ArrowUp);
            screen.WaitUntil(() => screen.Text.Contains("13:00 to", StringComparison.Ordinal), "it to go back");
            screen.Press(Keys.Enter);
            screen.Sees("Take in for what was booked");
            screen.Accessible();
            screen.TabToField("What the customer says");
            screen.Press("it pulls left");
            screen.TabToWords("Take in for what was booked");
            screen.Press(Keys.Enter);
            screen.WaitUntil(
                () => screen.Path.Length > "/bay/".Length && screen.Path.StartsWith("/bay/", StringComparison.Ordinal),
                "the visit");
            JsonElement here = On(await shop.GetAsync("/api/bay/today"), "W-05");
            Assert.True(here.GetProperty("here").GetBoolean());
            Assert.Equal("it pulls left", here.GetProperty("said").GetString());
            Assert.Equal("13:00:00", here.GetProperty("slot").GetProperty("starts").GetString());
            Assert.Equal(booked, Jobs(here.GetProperty("jobs")));
        }
    }

    /// <summary>By touch: the day is proposed and done, a trailer dragged, another one told to wait.</summary>
    [Fact]
    public async Task The_day_is_planned_by_touch_and_what_cannot_be_is_said()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            screen.Open("/bay");
            screen.Sees("Waiting for parts");
            screen.Sees("Ready to go");
            screen.Touch(screen.Button("Plan the day"));
            screen.Sees("A-18 goes to bay");
            screen.Touch(screen.Button("Do it so"));
            screen.WaitUntil(() => screen.All("[data-testid=bays] [data-trailer]").Count == 4, "four in the bays");

            // Dragged onto another one: it stays, and why is said.
            int bay = screen.Find("[data-testid=bays]").Size.Width / 3;
            screen.Drag(screen.Find("[data-tag=A-12]"), bay - 20);
            screen.Sees("Another trailer stands in this bay then.");
            JsonElement stays = On(await shop.GetAsync("/api/bay/today"), "A-12");
            Assert.Equal(1, stays.GetProperty("slot").GetProperty("bay").GetInt32());

            screen.Touch(screen.Find("[data-tag=A-12]"));
            screen.Touch(screen.Button("Waits for an answer"));
            screen.Field("What was asked").SendKeys("both rear seals");
            screen.Touch(screen.Button("It waits"));
            screen.Sees("both rear seals");
            screen.WaitUntil(() => screen.All("[data-testid=bays] [data-trailer]").Count == 3, "its bay to be free");
            screen.Follow("/bay/wall");
            screen.Sees("Waiting for an answer");
            screen.Accessible();
            screen.FitsItsWidth();
        }
    }
}
