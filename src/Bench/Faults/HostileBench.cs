using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Demo;
using SturdyTinker.Shop.Tests;
using SturdyTinker.Store;

namespace SturdyTinker.Bench.Faults;

/// <summary>
/// Sends the owner's requests as nobody means them, to every address: none may fail in the program, and what was taken
/// may break no page.
/// </summary>
internal static class HostileBench
{
    private const int Trailers = 20, Shown = 10;

    /// <summary>Sends so many. How many went wrong.</summary>
    internal static async Task<int> RunAsync(string program, string folder, int requests, int seed)
    {
        FaultShop shop = new(program, Path.Combine(folder, "hostile"));
        List<string> ids;
        await using (ShopFile file = await ShopFileOpening.OpenAsync(shop.Folder))
        {
            await Fleet.FillAsync(file, Trailers, DateOnly.FromDateTime(DateTime.Now));
            ids =
            [
                .. (await file.Trailers.Select(t => t.Id).Take(3).ToListAsync()).Select(i => $"{i}"),
                .. (await file.Visits.Select(v => v.Id).Take(3).ToListAsync()).Select(i => $"{i}"),
                .. (await file.Customers.Select(v => v.Id).Take(2).ToListAsync()).Select(i => $"{i}"),
            ];
        }

        using Running server = await Running.StartAsync(shop, signedIn: true, "--tries", "1000000");
        string description = await server.Http.GetStringAsync("/openapi/v1.json");
        HostileRequests hostile = new(description, seed, ids, DateOnly.FromDateTime(DateTime.Now));
        int sent = 0, taken = 0;
        List<string> wrong = [];
        for (int kind = 0; sent < requests; kind = (kind + 1) % hostile.Kinds)
        {
            if (kind == 0)
            {
                await UnlockAsync(shop);
            }

            using HttpRequestMessage request = hostile.Next(kind);
            string asked = $"{request.Method} {request.RequestUri}";
            byte[]? body = request.Content is null ? null : await request.Content.ReadAsByteArrayAsync();
            using HttpResponseMessage answer = await server.Http.SendAsync(request);
            sent++;
            taken += answer.IsSuccessStatusCode ? 1 : 0;
            if ((int)answer.StatusCode >= 500)
            {
                wrong.Add($"{(int)answer.StatusCode} {asked} {System.Text.Encoding.UTF8.GetString(body ?? [])}");
            }
            else if (answer.StatusCode == HttpStatusCode.Unauthorized)
            {
                // It has signed itself out.
                await UnlockAsync(shop);
                await BenchServer.SignInAsync(server.Http, Fleet.Measurer);
            }
            else if (answer.StatusCode == HttpStatusCode.Forbidden)
            {
                // So that it does not end there the next time.
                await server.Http.PostAsJsonAsync(
                    "/api/access/confirm",
                    new
                    {
                        secret = DemoAccess.Secret,
                        method = request.Method.Method,
                        path = new Uri(server.Http.BaseAddress!, request.RequestUri!).AbsolutePath
                    });
            }
        }

        int refused = wrong.Count, pages = 0;
        using JsonDocument described = JsonDocument.Parse(description);
        await UnlockAsync(shop);
        await BenchServer.SignInAsync(server.Http, Fleet.Measurer);
        foreach (string page in ids.Take(3).SelectMany(
            (trailer, i) => HostileRequests.Pages(described, Guid.Parse(ids[3 + i]), Guid.Parse(trailer))))
        {
            pages++;
            using HttpResponseMessage answer = await server.Http.GetAsync(page);
            if (answer.StatusCode is not (HttpStatusCode.OK or HttpStatusCode.NoContent or HttpStatusCode.NotFound))
            {
                wrong.Add($"{(int)answer.StatusCode} {page} {await answer.Content.ReadAsStringAsync()}");
            }
        }

        server.Kill();
        IReadOnlyList<string> faults = await ShopCheck.RunAsync(shop.Folder);
        Console.WriteLine(
            FormattableString.Invariant($"{sent:#,0} requests that nobody means well, seed {seed}: {taken:#,0} taken, ")
                + FormattableString.Invariant($"{refused} failed in the program; of {pages} pages afterwards ")
                + FormattableString.Invariant($"{wrong.Count - refused} could not be read; ")
                + (faults.Count == 0 ? "the record is whole" : $"the record is not whole: {string.Join(' ', faults)}"));
        foreach (string one in wrong.Take(Shown))
        {
            Console.WriteLine(one);
        }

        return wrong.Count + faults.Count;
    }

    // Whoever types wrong secrets is locked out by and by, as is right, and may have sent itself away.
    private static async Task UnlockAsync(FaultShop shop)
    {
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(shop.Folder);
        await using ShopFile file = new(builder.Options);
        await file.Users.ExecuteUpdateAsync(u => u
            .SetProperty(a => a.LockoutEnd, (DateTimeOffset?)null)
            .SetProperty(a => a.AccessFailedCount, 0));
    }
}
