using System.Net.Http.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// A visit under a random schedule: several tablets write at once, answers get lost, late copies arrive, the program is
/// ended in the middle and goes on; against a model so simple that it can't be wrong. The seed repeats it.
/// </summary>
public sealed class ScheduleTests
{
    private const int Tablets = 4, Things = 7, Restarts = 3;

    /// <summary>What a tablet believes of one thing that it has written: there, or taken back for good.</summary>
    private sealed class Thing(string path, object draft)
    {
        public string Path { get; } = path;

        public object Draft { get; } = draft;

        public bool There { get; set; }

        public bool Buried { get; set; }
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task What_was_answered_is_there_once_and_what_was_taken_back_stays_away(int seed)
    {
        // More of them by hand: TINKER_SEED=… of the first one.
        string? first = Environment.GetEnvironmentVariable("TINKER_SEED");
        seed = seed == 1 && int.TryParse(first, out int given) ? given : seed;
        string folder = Directory.CreateTempSubdirectory("tinker-schedule-").FullName;
        ShopServer shop = new(folder);
        try
        {
            await shop.SomebodyAsync();
            VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id, "axle-1-left", "axle-1-right");
            List<Thing>[] tablets = [.. Enumerable.Range(0, Tablets).Select(t => Made(visit.Id, new Random(seed + t)))];
            Random random = new(seed);
            for (int life = 0; life <= Restarts; life++)
            {
                using CancellationTokenSource end = new();
                ShopServer now = shop;
                Task[] work = [.. tablets.Select((things, t) => Task.Run(() => WorkAsync(
                    now,
                    things,
                    new Random((seed * 100) + (life * 10) + t),
                    end.Token)))];

                // In the middle of it all somebody ends the program; the last time it is left to end its work.
                await (life < Restarts ? Task.Delay(random.Next(60, 400)) : Task.WhenAll(work));
                await end.CancelAsync();
                await Task.WhenAll(work);
                if (life < Restarts)
                {
                    shop.End();
                    shop = new ShopServer(folder);
                }
            }

            VisitState state = (await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State;
            Thing[] all = [.. tablets.SelectMany(t => t)];
            string[] believed = [.. all.Where(t => t.There).Select(t => t.Path.Split('/')[^1]).Order()];
            string[] there =
                [.. state.Findings.Select(f => $"{f.Id}").Concat(state.Parts.Select(p => $"{p.Id}")).Order()];
            Assert.True(
                believed.SequenceEqual(there),
                $"seed {seed}: lost {string.Join(", ", believed.Except(there))}; "
                    + $"too many {string.Join(", ", there.Except(believed))}");
            Assert.Contains(all, t => t.Buried);
            Assert.NotEmpty(there);

            // Each once in the file too; and the file is whole, with every write on its trail.
            Assert.Equal(
                there.Length,
                await shop.LookAsync(async f => await f.Findings.CountAsync() + await f.PartsUsed.CountAsync()));
            Assert.Empty(await ShopCheck.RunAsync(folder));
        }
        finally
        {
            shop.Dispose();
        }
    }

    private static List<Thing> Made(Guid visit, Random random) => [.. Enumerable.Range(0, Things).Select(i =>
        random.Next(2) == 0
            ? new Thing(
                $"/api/bay/visits/{visit}/findings/{ShopServer.NewId()}",
                new FindingDraft(random.Next(2) == 0 ? "axle-1-left" : "axle-1-right", "seal-torn", $"no. {i}"))
            : new Thing(
                $"/api/bay/visits/{visit}/parts/{ShopServer.NewId()}",
                new PartDraft("axle-1-left", "cotter pin", random.Next(1, 9), "piece")))];

    // What a tablet does to each of its things, in an order by chance: writes it, perhaps twice, takes it back, and a
    // copy of the first arrives late. Whatever was not answered is sent again until it is.
    private static async Task WorkAsync(ShopServer shop, List<Thing> things, Random random, CancellationToken end)
    {
        foreach (Thing thing in things.OrderBy(_ => random.Next()))
        {
            if (end.IsCancellationRequested)
            {
                return;
            }

            if (!thing.Buried)
            {
                thing.There |= await SentAsync(shop, HttpMethod.Put, thing, random);
                if (thing.There && random.Next(3) == 0 && await SentAsync(shop, HttpMethod.Delete, thing, random))
                {
                    (thing.There, thing.Buried) = (false, true);
                }
            }
            else
            {
                await SentAsync(shop, HttpMethod.Put, thing, random);
            }
        }
    }

    // True once it is answered as done. The first tries may lose their answers: somebody hangs up meanwhile.
    private static async Task<bool> SentAsync(ShopServer shop, HttpMethod method, Thing thing, Random random)
    {
        for (int lost = random.Next(3); ; lost--)
        {
            using CancellationTokenSource patience = new();
            if (lost > 0)
            {
                patience.CancelAfter(random.Next(1, 25));
            }

            try
            {
                using HttpRequestMessage request = new(method, thing.Path);
                request.Content = method == HttpMethod.Put
                    ? JsonContent.Create(thing.Draft, thing.Draft.GetType(), options: ShopServer.Json)
                    : null;
                using HttpResponseMessage answer = await shop.Http.SendAsync(request, patience.Token);
                if (answer.IsSuccessStatusCode)
                {
                    return true;
                }

                // A busy file asks to come again; a late copy of what was taken back may be refused.
                if ((int)answer.StatusCode != 503)
                {
                    return false;
                }
            }
            catch (OperationCanceledException)
            {
                // Nobody knows whether it was done.
            }
        }
    }
}
