using System.Collections.Concurrent;
using System.Net.Http.Json;
using System.Text.Json;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>
/// What is answered as saved is saved, and nothing is saved halfway: the server is killed at once, again and again,
/// while
/// steps with their figures and parts are being written to it.
/// </summary>
public sealed class CrashTests
{
    // "bench faults" kills as often as one likes; this shows that it holds in what is checked every day.
    private const int Kills = 1;

    [Fact]
    public async Task Whatever_was_answered_is_there_whole_after_a_kill_and_the_rest_is_not_there_at_all()
    {
        using RunningShop shop = await RunningShop.DemoAsync(killable: true);
        string trailer = await shop.TrailerAsync("Q-131"), visit = Guid.CreateVersion7().ToString();
        JsonElement[] places = [.. (await shop.GetAsync($"/api/yard/trailers/{trailer}"))
            .GetProperty("places")
            .EnumerateArray()
            .Where(p => p.GetProperty("kind").GetString() == "wheelEnd")];
        object wanted = new
        {
            trailerId = trailer,
            jobs = places.Select(p =>
            new { job = "bearing-repack", place = p.GetProperty("code").GetString() })
        };
        (await shop.Http.PutAsJsonAsync($"/api/bay/visits/{visit}", wanted)).EnsureSuccessStatusCode();

        ConcurrentDictionary<string, byte> answered = [];
        Random random = new(7);
        for (int kill = 0; kill < Kills; kill++)
        {
            // A few steps are answered; then the kill comes somewhere in the midst of the next.
            int enough = answered.Count + 3;
            Task work = WorkAsync(shop, visit, answered);
            while (answered.Count < enough && !work.IsCompleted)
            {
                await Task.Delay(2, TestContext.Current.CancellationToken);
            }

            Assert.False(work.IsCompleted, "The visit was worked to its end before the last kill.");
            Thread.SpinWait(random.Next(200_000));
            shop.Kill();
            await work;
            shop.StartAgain();
            await WholeAsync(shop, visit, answered.Keys);
        }

        Assert.True(answered.Count >= 3 * Kills);
    }

    // One step after the other as a technician would, each with its figure and a part, until nobody answers.
    private static async Task WorkAsync(RunningShop shop, string visit, ConcurrentDictionary<string, byte> answered)
    {
        try
        {
            JsonElement all = await shop.GetAsync($"/api/bay/visits/{visit}");
            Dictionary<string, JsonElement> steps = all
                .GetProperty("packet")
                .GetProperty("steps")
                .EnumerateArray()
                .ToDictionary(s => s.GetProperty("key").GetString()!);
            Dictionary<string, string> figures = RunningShop.Believable(all);
            string? next = all.GetProperty("state").GetProperty("next").GetString();
            while (next is not null)
            {
                string id = Guid.CreateVersion7().ToString();
                object entry = new
                {
                    key = next,
                    readings = steps[next]
                        .GetProperty("readings")
                        .EnumerateArray()
                        .Select(r =>
                            new { id = Guid.CreateVersion7(), kind = r.GetString(), typed = figures[r.GetString()!] }),
                    parts = new[] { new { id = Guid.CreateVersion7(), name = next, quantity = 1, unit = "piece" } },
                };
                using HttpResponseMessage answer = await shop.Http.PutAsJsonAsync(
                    $"/api/bay/visits/{visit}/entries/{id}",
                    entry);
                next = (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("next").GetString();
                answered[id] = 0;
            }
        }
        catch (HttpRequestException)
        {
            // Killed; what was not answered may be there or not, but whole.
        }
        catch (JsonException)
        {
            // Killed in the middle of an answer.
        }
    }

    private static async Task WholeAsync(RunningShop shop, string visit, IEnumerable<string> answered)
    {
        JsonElement all = await shop.GetAsync($"/api/bay/visits/{visit}"), state = all.GetProperty("state");
        List<JsonElement> entries = [.. state.GetProperty("entries").EnumerateArray()];
        Assert.Empty(answered.Except(entries.Select(e => e.GetProperty("id").GetString()!)));

        // Every step there is came with its part and with all of its figures, and nothing came without its step.
        Assert.Equal(
            entries.Select(e => e.GetProperty("key").GetString()).Order(),
            state.GetProperty("parts").EnumerateArray().Select(p => p.GetProperty("name").GetString()).Order());
        HashSet<string> there = [.. entries.Select(e => e.GetProperty("key").GetString()!)];
        int asked = all
            .GetProperty("packet")
            .GetProperty("steps")
            .EnumerateArray()
            .Where(s => there.Contains(s.GetProperty("key").GetString()!))
            .Sum(s => s.GetProperty("readings").GetArrayLength());
        Assert.Equal(asked, state.GetProperty("readings").GetArrayLength());
    }
}
