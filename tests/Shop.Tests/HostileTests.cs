using System.Collections.Concurrent;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// Whatever is sent: never a fault of the program, and nothing taken that a page cannot show afterwards.
/// </summary>
public sealed class HostileTests : IDisposable
{
    // A few of each kind, so that it takes seconds: another seed looks further.
    private const int EachKind = 6;

    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    [Theory]
    [InlineData(1)]
    public async Task No_request_is_a_fault_and_none_breaks_a_later_page(int seed)
    {
        // Whoever sends it all stays at work; somebody else may be sent away.
        Guid other = await shop.SomebodyAsync("Odd Varley");
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left");
        string description = await shop.Http.GetStringAsync("/openapi/v1.json");
        HostileRequests requests = new(
            description,
            seed,
            [other.ToString(), trailer.Id.ToString(), trailer.CustomerId.ToString(), visit.Id.ToString()],
            DateOnly.FromDateTime(TurnedClock.Start.DateTime));
        ConcurrentDictionary<string, string> faults = new();
        ConcurrentDictionary<int, int> statuses = new();
        for (int kind = 0; kind < requests.Kinds; kind++)
        {
            // Whoever types wrong secrets is locked out by and by, as is right.
            await shop.LookAsync(f => f.Users.ExecuteUpdateAsync(u => u
                .SetProperty(a => a.LockoutEnd, (DateTimeOffset?)null)
                .SetProperty(a => a.AccessFailedCount, 0)));
            for (int i = 0; i < EachKind; i++)
            {
                using HttpRequestMessage request = requests.Next(kind);
                string sent = request.Content is null
                    ? ""
                    : Encoding.UTF8.GetString(await request.Content.ReadAsByteArrayAsync());
                string asked = $"{request.Method} {request.RequestUri}";
                using HttpResponseMessage answer = await shop.Http.SendAsync(
                    request,
                    HttpCompletionOption.ResponseHeadersRead);
                statuses.AddOrUpdate((int)answer.StatusCode, 1, (_, n) => n + 1);
                if ((int)answer.StatusCode >= 500)
                {
                    faults.TryAdd(
                        $"{(int)answer.StatusCode} {request.Method} {kind}",
                        $"{asked}\n{sent[..Math.Min(sent.Length, 600)]}\n{await answer.Content.ReadAsStringAsync()}");
                }
            }
        }

        Assert.True(faults.IsEmpty, string.Join("\n\n", faults.OrderBy(f => f.Key).Select(f => $"{f.Key}: {f.Value}")));

        // Enough of them were taken for the pages to have something to choke on.
        Assert.True(statuses[200] > requests.Kinds * EachKind / 20, string.Join(", ", statuses));

        // Every page there is shows what was taken.
        using System.Text.Json.JsonDocument described = System.Text.Json.JsonDocument.Parse(description);
        List<Guid> trailers = await shop.LookAsync(f => f.Trailers.Select(t => t.Id).ToListAsync());
        foreach (string page in HostileRequests.Pages(described, visit.Id, trailer.Id))
        {
            using HttpResponseMessage answer = await shop.Http.GetAsync(page);
            string said = await answer.Content.ReadAsStringAsync();

            // After so many requests strangers from this address wait, as is right.
            bool waits = (int)answer.StatusCode == 429 && page.StartsWith("/api/outside/", StringComparison.Ordinal);
            Assert.True(waits || (int)answer.StatusCode is 200 or 204 or 404, $"{page}: {said}");
        }

        // Nor is anything written down that nobody sees, or that turns round how the rest is shown.
        Assert.Empty(await shop.LookAsync(UnseenAsync));
        foreach (Guid one in trailers)
        {
            Assert.NotNull(await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{one}"));
        }
    }

    // Every cell of the file with a NUL or an override in it, by its column.
    private static async Task<List<string>> UnseenAsync(Store.ShopFile file)
    {
        List<string> unseen = [];
        await file.Database.OpenConnectionAsync();
        foreach (IEntityType type in file.Model.GetEntityTypes().Where(t => !t.IsMappedToJson()))
        {
            foreach (var column in type.GetProperties().Where(p => p.GetColumnType() == "TEXT"))
            {
                using var command = file.Database.GetDbConnection().CreateCommand();
                string name = column.GetColumnName();
                command.CommandText =
                    $"SELECT hex(\"{name}\") FROM \"{type.GetTableName()}\" WHERE hex(\"{name}\") LIKE '%E280AE%' "
                        + $"OR instr(\"{name}\", char(0)) > 0 OR \"{name}\" LIKE '%\\u0000%' "
                        + $"OR \"{name}\" LIKE '%\\u202e%' LIMIT 1";
                if (await command.ExecuteScalarAsync() is string cell)
                {
                    unseen.Add($"{type.GetTableName()}.{name}: {Encoding.UTF8.GetString(Convert.FromHexString(cell))}");
                }
            }
        }

        return unseen;
    }
}
