using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using OpenQA.Selenium;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>The horizon by keyboard and by mouse.</summary>
public sealed class HorizonTests
{
    // The trailer the test is about: one whose first two visits are proposals, in the months that are in sight, with
    // nothing in common.
    private string tag = "";

    private async Task<(RunningShop, Screen)> OnItAsync()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        tag = (await shop.GetAsync("/api/horizon?take=100")).GetProperty("lines").EnumerateArray()
            .First(l => l.GetProperty("visits").EnumerateArray().Take(2).ToList() is [var first, var second]
                && first.GetProperty("booking").ValueKind == JsonValueKind.Null
                    && second.GetProperty("booking").ValueKind == JsonValueKind.Null
                && first.GetProperty("week").GetString() is { } week
                    && second.GetProperty("week").GetString() is { } later
                && DateOnly.Parse(
                    later,
                    CultureInfo.InvariantCulture).DayNumber - DateOnly.Parse(
                        week,
                        CultureInfo.InvariantCulture).DayNumber is >= 28 and <= 200
                && !Tasks(first).Intersect(Tasks(second)).Any())
            .GetProperty("tag").GetString()!;
        screen.Open($"/horizon?find={tag}");
        screen.Find(Tab);
        return (shop, screen);
    }

    private static IEnumerable<string> Tasks(JsonElement visit) =>
        visit.GetProperty("tasks").EnumerateArray().Select(t => t.GetProperty("id").GetString()!);

    private string Tab => $"[data-visit^='{tag} ']";

    private string[] Weeks(Screen screen) => [.. screen.All(Tab).Select(t => t.GetAttribute("data-visit")!)];

    [Fact]
    public async Task A_visit_is_moved_held_merged_and_undone_by_keyboard_alone()
    {
        (RunningShop shop, Screen screen) = await OnItAsync();
        using (shop)
        using (screen)
        {
            string[] before = Weeks(screen);
            screen.TabTo(
                "the second visit",
                e => e.TagName == "button" && e.GetAttribute("data-visit") == before[1],
                200);
            screen.Press(Keys.ArrowRight, Keys.ArrowRight);
            screen.WaitUntil(
                () => screen.TextOf("[role=status]").Contains("Costs", StringComparison.Ordinal),
                "what it would cost");
            Assert.Equal(before, Weeks(screen));
            screen.Press(Keys.Escape);
            screen.WaitUntil(() => !screen.Text.Contains("Do it", StringComparison.Ordinal), "the aim to go");
            screen.Press(Keys.ArrowRight, Keys.ArrowRight);
            screen.WaitUntil(
                () => screen.TextOf("[role=status]").Contains("Costs", StringComparison.Ordinal),
                "what it would cost");
            screen.Press(Keys.Enter);
            screen.WaitUntil(
                () => screen.All("button").Any(b => b.Text == "Undo") && !Weeks(screen).SequenceEqual(before),
                "the visit to move");
            string moved = DateOnly
                .Parse(before[1].Split(' ')[1], CultureInfo.InvariantCulture)
                .AddDays(14)
                .ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
            Assert.Contains($"{tag} {moved}", Weeks(screen));
            screen.TabTo("undo", e => e.TagName == "button" && e.Text == "Undo", 200);
            screen.Press(Keys.Enter);
            screen.WaitUntil(() => Weeks(screen).SequenceEqual(before), "everything as before");

            // Held where it is, then merged with the one before, and that undone.
            screen.TabTo(
                "the second visit",
                e => e.TagName == "button" && e.GetAttribute("data-visit") == before[1],
                200);
            screen.Press("p");
            screen.WaitUntil(
                () => screen.Find($"[data-visit='{before[1]}']").Text.Contains('▾', StringComparison.Ordinal),
                "its pin");
            screen.TabTo(
                "the second visit",
                e => e.TagName == "button" && e.GetAttribute("data-visit") == before[1],
                200);
            int alone = await TasksAsync(shop, before[0]);
            screen.Press("b");
            screen.WaitUntil(
                () => screen.TextOf("[role=status]").Contains("Costs", StringComparison.Ordinal),
                "what merging costs");
            screen.Press(Keys.Enter);
            screen.Sees($"Merged {tag}");
            Assert.True(await TasksAsync(shop, before[0]) > alone);
            screen.TabTo("undo", e => e.TagName == "button" && e.Text == "Undo", 200);
            screen.Press(Keys.Enter);
            screen.WaitUntil(
                () => Weeks(screen).SequenceEqual(before)
                    && !screen.Text.Contains($"Merged {tag}", StringComparison.Ordinal),
                "everything as before");
            Assert.Equal(alone, await TasksAsync(shop, before[0]));
        }
    }

    // How many tasks a visit on the horizon has, by its name there: "A-11 2026-06-15".
    private static async Task<int> TasksAsync(RunningShop shop, string visit)
    {
        string[] words = visit.Split(' ');
        return (await shop.GetAsync("/api/horizon?take=100"))
            .GetProperty("lines")
            .EnumerateArray()
            .Single(l => l.GetProperty("tag").GetString() == words[0])
            .GetProperty("visits")
            .EnumerateArray()
            .Single(v => v.GetProperty("week").GetString() == words[1])
            .GetProperty("tasks")
            .GetArrayLength();
    }

    [Fact]
    public async Task A_visit_is_dragged_accepted_and_undone_by_mouse()
    {
        (RunningShop shop, Screen screen) = await OnItAsync();
        using (shop)
        using (screen)
        {
            string[] before = Weeks(screen);
            screen.Drag(screen.Find($"[data-visit='{before[1]}']"), 17 * 4, letGo: false);
            screen.WaitUntil(
                () => screen.TextOf("[role=status]").Contains("Costs", StringComparison.Ordinal),
                "what it would cost, before letting go");
            Assert.Equal(before, Weeks(screen));
            screen.LetGo();
            screen.WaitUntil(
                () => screen.All("button").Any(b => b.Text == "Undo") && !Weeks(screen).SequenceEqual(before),
                "the visit to move");
            screen.Touch(screen.Words("Undo"));
            screen.WaitUntil(() => Weeks(screen).SequenceEqual(before), "everything as before");

            // The customer says yes: it has a day, and its reminder can be read.
            screen.Touch(screen.Find($"[data-visit='{before[1]}']"));
            screen.Sees("Proposed.");
            screen.Touch(screen.Words("Answer a call"));
            screen.Sees("The best day.");
            screen.Touch(screen.Button("Accept"));
            screen.Sees("Accepted.");
            screen.Touch(screen.Words("Remind the customer"));
            screen.WaitUntil(
                () => screen.Field("Words").GetAttribute("value")!.Contains(
                    "What we will do:",
                    StringComparison.Ordinal),
                "the reminder's words");
            screen.Touch(screen.Words("Undo"));
            screen.WaitUntil(
                () => !screen.Text.Contains("Accepted.", StringComparison.Ordinal),
                "the visit to be a proposal again");
        }
    }

    [Fact]
    public async Task A_year_of_three_hundred_trailers_scrolls_and_only_what_is_seen_is_drawn()
    {
        using RunningShop shop = await RunningShop.OwnedAsync();
        StringBuilder table = new("tag,customer,axles,rating_lb,last_repack\r\n");
        for (int i = 0; i < 300; i++)
        {
            table.Append(
                CultureInfo.InvariantCulture,
                $"T-{i:000},Customer {i % 9},{1 + (i % 3)},{(i % 2 == 0 ? 3500 : 6000)},{RunningShop.Today.AddDays(-30 - i):yyyy-MM-dd}\r\n");
        }

        // Taken in and planned from cold before anybody watches the clock.
        using HttpClient patient = new(new HttpClientHandler { UseCookies = false }) { BaseAddress = new Uri(shop.Address), Timeout = TimeSpan.FromMinutes(3) };
        patient.DefaultRequestHeaders.Add("Cookie", shop.Key);
        (await patient.PostAsync(
            new Uri("/api/ledger/tables?apply=true", UriKind.Relative),
            new StringContent(table.ToString(), Encoding.UTF8, "text/csv"))).EnsureSuccessStatusCode();
        while (!(await patient.GetStringAsync(new Uri("/api/horizon?take=1", UriKind.Relative))).Contains(
            "\"renewing\":null",
            StringComparison.Ordinal))
        {
            await Task.Delay(200);
        }

        using Screen screen = new(shop);
        screen.Open("/horizon");
        screen.Sees("300 of 300 trailers");
        HashSet<string> seen = [];
        for (bool end = false; !end;)
        {
            // Drawn down to the lower edge of what is in sight or, where that is below it, to the list's own end (the
            // bays stand behind it); then on by less than that, so that no line is passed over.
            screen.WaitUntil(
                () => (bool)screen.Run(
                    "const bottom = e => e.getBoundingClientRect().bottom, box = "
                        + "document.querySelector('[data-testid=horizon]');"
                    + "const lines = [...document.querySelectorAll('[role=listitem]')], end = "
                    + "bottom(document.querySelector('[role=list][aria-label=Trailers]'));"
                    + "return lines.length > 0 && lines.every(l => l.textContent.length > 0) && bottom(lines.at(-1)) "
                    + ">= Math.min(innerHeight, bottom(box), end) - 40")!,
                "the lines to be drawn");
            Assert.InRange(screen.All("[role=listitem]").Count, 4, 25);
            seen.UnionWith(
                ((IEnumerable<object>)screen.Run(
                    "return [...document.querySelectorAll('[role=listitem] a')].map(a => "
                        + "a.textContent)")!).Cast<string>());
            end = (bool)screen.Run(
                "const box = document.querySelector('[data-testid=horizon]'); const end = box.scrollTop + "
                    + "box.clientHeight >= box.scrollHeight - 8; box.scrollTop += box.clientHeight / 2; return end;")!;
        }

        Assert.Equal(300, seen.Count);
        screen.Accessible();
    }
}
