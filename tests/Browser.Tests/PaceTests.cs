using System.Text.Json;
using OpenQA.Selenium;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>A repack worked at each pace, with every figure and part: the touches are counted.</summary>
public sealed class PaceTests
{
    private static readonly Dictionary<string, string> Figures = new()
    {
        ["rim-rock"] = ".010",
        ["lining"] = "3/16",
        ["seal-journal"] = "2 1/4",
        ["end-play"] = ".003",
        ["lug-torque"] = "95",
        ["circuit-current"] = "11.5",
    };

    // A tandem a phase at a time is the same cards four times over, and takes long: counted where all are.
    public static TheoryData<string, string, int, int> Paces()
    {
        TheoryData<string, string, int, int> all = new()
        {
            { "P-11", "phase", 1, 14 },
            { "P-07", "place", 1, 9 },
            { "P-07", "place", 4, 36 },
        };
        if (Touches is { Length: > 0 })
        {
            all.Add("P-07", "phase", 4, 60);
        }

        return all;
    }

    private static string? Touches => Environment.GetEnvironmentVariable("TINKER_TOUCHES");

    private static readonly string[] Tandem = ["axle-1-left", "axle-1-right", "axle-2-left", "axle-2-right"];

    /// <summary>
    /// One wheel end and a tandem at the two paces of those who know the work. Where TINKER_TOUCHES names a file, the
    /// counts are put to it, for <c>./tinker bench day</c>.
    /// </summary>
    [Theory]
    [MemberData(nameof(Paces))]
    public async Task A_repack_takes_few_touches_and_loses_no_figure_part_or_tick(
        string tag,
        string pace,
        int ends,
        int most)
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            int touches = await CountAsync(shop, screen, tag, pace, [.. Tandem.Take(ends)]);
            if (Touches is { Length: > 0 } file)
            {
                await File.AppendAllTextAsync(file, FormattableString.Invariant($"{pace} {ends} {touches}\n"));
            }

            Assert.True(touches <= most, $"{touches} touches for {ends} wheel ends, a {pace} at a time");
        }
    }

    private static async Task<int> CountAsync(RunningShop shop, Screen screen, string tag, string pace, string[] ends)
    {
        string visit = await shop.TakeInAsync(tag, [.. ends.Select(e => ("bearing-repack", e))]);
        screen.Open($"/bay/{visit}");
        screen.Choose("How you are led", $"a {pace} at a time");
        int touches = await WorkAsync(shop, screen, visit);
        JsonElement all = await shop.GetAsync($"/api/bay/visits/{visit}");
        JsonElement state = all.GetProperty("state");
        JsonElement[] steps = [.. all.GetProperty("packet").GetProperty("steps").EnumerateArray()];
        JsonElement[] entries = [.. state.GetProperty("entries").EnumerateArray()];
        Assert.Equal(steps.Length, entries.Length);
        Assert.Equal(
            steps.Sum(s => s.GetProperty("readings").GetArrayLength()),
            state.GetProperty("readings").GetArrayLength());
        Assert.Equal(
            steps.Sum(s => s.GetProperty("parts").GetArrayLength()),
            state.GetProperty("parts").GetArrayLength());
        HashSet<string> critical = [.. all.GetProperty("critical").EnumerateObject().Select(c => c.Name)];
        Assert.NotEmpty(critical);
        Assert.All(
            entries.Where(e => critical.Contains(e.GetProperty("key").GetString()!)),
            e => Assert.False(e.GetProperty("folded").GetBoolean()));
        return touches;
    }

    // A figure typed is a touch, and Enter after it belongs to it.
    private static async Task<int> WorkAsync(RunningShop shop, Screen screen, string visit)
    {
        int touches = 0;
        for (int cards = 0; cards < 120; cards++)
        {
            JsonElement all = await shop.GetAsync($"/api/bay/visits/{visit}");
            JsonElement state = all.GetProperty("state");
            if (state.GetProperty("next").ValueKind == JsonValueKind.Null)
            {
                return touches;
            }

            // The card that stands there is the one of the state as it is now.
            string next = state.GetProperty("next").GetString()!;
            string title = all.GetProperty("packet").GetProperty("steps").EnumerateArray()
                .First(s => s.GetProperty("key").GetString() == next).GetProperty("title").GetString()!;
            screen.WaitUntil(
                () => (string?)screen.Run("return document.querySelector('main form')?.innerText") is { } shown
                    && shown.Contains(title, StringComparison.Ordinal)
                    && !shown.Contains("Saving", StringComparison.Ordinal),
                $"the card of {title}");
            Dictionary<string, string> names = all.GetProperty("readingsAsked").EnumerateArray().ToDictionary(
                r => r.GetProperty("name").GetString()!,
                r => r.GetProperty("code").GetString()!);
            bool sent = false;
            foreach (string label in screen.All("main form label").Select(l => l.Text).ToList())
            {
                // Asked for at two wheel ends on one card, a figure says which.
                if (names.Keys.FirstOrDefault(n => label == n
                    || label.StartsWith(n + ", ", StringComparison.Ordinal)) is not { } name)
                {
                    continue;
                }

                IWebElement field = screen.Field(label);
                field.SendKeys(Keys.Control + "a");
                field.SendKeys(Figures[names[name]]);
                touches++;
                sent = true;
            }

            if (sent)
            {
                screen.Press(Keys.Enter);
            }
            else
            {
                screen.Touch(screen.Find("main form button[type=submit]"), 44);
                touches++;
            }

            screen.WaitUntil(
                () => shop.GetAsync($"/api/bay/visits/{visit}").GetAwaiter().GetResult()
                    .GetProperty("state").GetProperty("next") is var now
                    && (now.ValueKind == JsonValueKind.Null || now.GetString() != next),
                $"{title} to be settled");
        }

        throw new InvalidOperationException("It never came to its end.");
    }
}
