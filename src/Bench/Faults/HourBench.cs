using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using SturdyTinker.Demo;
using SturdyTinker.Store;

namespace SturdyTinker.Bench.Faults;

/// <summary>
/// A shop at work for an hour without a break: steps ticked and taken back, pictures, pages, and streams of news that
/// are opened, left open and broken off. What the program takes of memory may grow at first, and then no more.
/// </summary>
internal static class HourBench
{
    private const int Trailers = 40, Visits = 6, Streams = 20;

    // Noise is the worst for whoever packs it.
    private const int Wide = 1_600, High = 1_200;

    /// <summary>Goes on for so many minutes. 0 where the last sixth takes no more than 1.3 times the second.</summary>
    internal static async Task<int> RunAsync(string bin, int minutes)
    {
        string folder = Directory.CreateTempSubdirectory("tinker-hour-").FullName;
        FaultShop shop = new(Path.Combine(bin, "Shop", "release", "SturdyTinker.Shop.dll"), folder);
        List<Guid> trailers;
        await using (ShopFile file = await ShopFileOpening.OpenAsync(shop.Folder))
        {
            await Fleet.FillAsync(file, Trailers, DateOnly.FromDateTime(DateTime.Now));
            trailers = await file.Trailers.OrderBy(t => t.Tag).Select(t => t.Id).Take(Visits).ToListAsync();
        }

        using Running server = await Running.StartAsync(shop);
        using CancellationTokenSource over = new(TimeSpan.FromMinutes(minutes));
        int ticks = 0, pictures = 0, pages = 0, failed = 0, opened = 0;
        byte[] picture = Noise();
        Task[] work =
        [
            .. trailers.Select(trailer => Task.Run(() => WorkAsync(trailer))),
            .. Enumerable.Range(0, Streams).Select(i => Task.Run(() => ListenAsync(trailers[i % trailers.Count], i))),
        ];
        List<long> memory = [];
        for (int i = 0; i < 12; i++)
        {
            await Task.Delay(TimeSpan.FromMinutes(minutes / 12.0));
            memory.Add(server.Memory);
            Console.WriteLine(FormattableString.Invariant(
                $"{minutes * (i + 1) / 12.0,5:0.#} min: {memory[i] / 1_048_576,5:#,0} MB after {ticks:#,0} ticks, ")
                + FormattableString.Invariant($"{pictures:#,0} pictures, {pages:#,0} pages, {opened:#,0} streams, ")
                + FormattableString.Invariant($"{failed} failed"));
        }

        await Task.WhenAll(work);
        server.Kill();
        double grown = Math.Max(memory[^1], memory[^2]) / (double)Math.Max(memory[2], memory[3]);
        Console.WriteLine(FormattableString.Invariant($"The last sixth against the second: {grown:0.00}"));
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
        return grown <= 1.3 && failed == 0 ? 0 : 1;

        async Task WorkAsync(Guid trailer)
        {
            JsonElement begun = await SentAsync(() => server.Http.PutAsJsonAsync(
                $"/api/bay/visits/{trailer}",
                new { trailerId = trailer, jobs = new[] { new { job = "bearing-repack", place = "axle-1-left" } } }));
            JsonElement state = begun.GetProperty("state");
            for (int i = 0; !over.IsCancellationRequested; i++)
            {
                string key = state.GetProperty("next").GetString()!;
                string entry = $"/api/bay/visits/{trailer}/entries/{Guid.CreateVersion7()}";
                await SentAsync(() => server.Http.PutAsJsonAsync(entry, new { key, readings = Array.Empty<object>() }));
                state = await SentAsync(() => server.Http.DeleteAsync(new Uri(entry, UriKind.Relative)));
                Interlocked.Add(ref ticks, 2);
                JsonElement visit = await SentAsync(() => server.Http.GetAsync($"/api/bay/visits/{trailer}"));

                // What was refused left no state behind: it goes on from where the visit stands.
                state = state.ValueKind == JsonValueKind.Object ? state : visit.GetProperty("state");
                await SentAsync(() => server.Http.GetAsync($"/api/yard/trailers/{trailer}"));
                Interlocked.Add(ref pages, 2);
                if (i % 20 == 0)
                {
                    string photo = $"/api/bay/visits/{trailer}/photos/{Guid.CreateVersion7()}";
                    await SentAsync(() => server.Http.PutAsync(
                        $"{photo}?key={Uri.EscapeDataString(key)}",
                        new ByteArrayContent(picture) { Headers = { ContentType = new("image/png") } }));
                    await SentAsync(() => server.Http.DeleteAsync(new Uri(photo, UriKind.Relative)));
                    Interlocked.Increment(ref pictures);
                }

                await Task.Delay(20);
            }
        }

        async Task<JsonElement> SentAsync(Func<Task<HttpResponseMessage>> send)
        {
            using HttpResponseMessage answer = await send();
            string said = await answer.Content.ReadAsStringAsync();
            if (!answer.IsSuccessStatusCode && Interlocked.Increment(ref failed) < 5)
            {
                Console.WriteLine($"{(int)answer.StatusCode} {answer.RequestMessage?.RequestUri}: {said}");
            }

            return said.Length > 0 && said[0] == '{' ? JsonSerializer.Deserialize<JsonElement>(said) : default;
        }

        // Some stay for the whole hour, some are broken off again and again.
        async Task ListenAsync(Guid visit, int which)
        {
            while (!over.IsCancellationRequested)
            {
                using CancellationTokenSource gone = CancellationTokenSource.CreateLinkedTokenSource(over.Token);
                gone.CancelAfter(which % 2 == 0 ? TimeSpan.FromHours(2) : TimeSpan.FromSeconds(3 + which));
                try
                {
                    await Task.Delay(500, gone.Token);
                    using HttpResponseMessage answer = await server.Http.GetAsync(
                        $"/api/bay/visits/{visit}/events",
                        HttpCompletionOption.ResponseHeadersRead,
                        gone.Token);
                    Interlocked.Increment(ref opened);
                    await using Stream news = await answer.Content.ReadAsStreamAsync(gone.Token);
                    await news.CopyToAsync(Stream.Null, gone.Token);
                }
                catch (Exception fault) when (fault is OperationCanceledException or HttpRequestException or IOException)
                {
                    // Broken off.
                }
            }
        }
    }

    private static byte[] Noise()
    {
        using SKBitmap bitmap = new(Wide, High);
        new Random(7).NextBytes(bitmap.GetPixelSpan());
        using SKData data = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }
}
