using System.Net;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Horizon;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Plans are kept in the file, shown at once, and are those that would be made of the record anew.</summary>
public sealed class KeptPlanTests : IDisposable
{
    private readonly ShopServer shop = new();
    private readonly List<string> folders = [];

    public void Dispose()
    {
        shop.Dispose();
        SqliteConnection.ClearAllPools();
        folders.Where(Directory.Exists).ToList().ForEach(f => Directory.Delete(f, recursive: true));
    }

    /// <summary>What a browser has already is not sent again; after a write, and on another day, it is.</summary>
    [Fact]
    public async Task A_page_that_has_not_changed_is_not_sent_twice()
    {
        await shop.SomebodyAsync();
        await shop.TrailerAsync("P-01");
        await shop.GetAsync<HorizonAnswer>("/api/horizon");
        async Task<(HttpStatusCode, string)> AskAsync(string? known)
        {
            using HttpRequestMessage request = new(HttpMethod.Get, "/api/horizon");
            if (known is not null)
            {
                request.Headers.TryAddWithoutValidation("If-None-Match", known);
            }

            using HttpResponseMessage answer = await shop.Http.SendAsync(request);
            Assert.Equal("no-cache, private", answer.Headers.CacheControl!.ToString());
            return (answer.StatusCode, answer.Headers.ETag!.ToString());
        }

        (HttpStatusCode status, string tag) = await AskAsync(null);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal((HttpStatusCode.NotModified, tag), await AskAsync(tag));
        Assert.Equal(HttpStatusCode.OK, (await AskAsync("W/\"another\"")).Item1);
        await shop.TrailerAsync("P-02");
        (status, string after) = await AskAsync(tag);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.NotEqual(tag, after);
        shop.Time.Ahead += TimeSpan.FromDays(1);
        Assert.Equal(HttpStatusCode.OK, (await AskAsync(after)).Item1);
    }

    /// <summary>
    /// Whatever is written and in whatever order, what is kept is what a shop without any plan comes to.
    /// </summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public async Task What_is_kept_is_what_would_be_planned_of_the_record_alone(int seed)
    {
        Random random = new(seed);
        await shop.SomebodyAsync();
        for (int step = 0; step < 10; step++)
        {
            int what = step < 3 ? 0 : random.Next(6);
            HorizonAnswer seen = await shop.GetAsync<HorizonAnswer>("/api/horizon");
            HorizonLine? line = seen.Lines.Where(l => l.Visits.Count > 0).Skip(random.Next(3)).FirstOrDefault();
            switch (what)
            {
                case 0:
                    await shop.TrailerAsync(
                        $"P-{step:00}",
                        d => d with
                        {
                            LastRepackOn = shop.Today.AddDays(-random.Next(500)),
                            Meter = random.Next(2) == 0 ? MeterKind.None : MeterKind.HubOdometer
                        });
                    break;
                case 1 when line is not null:
                    VisitOnLine visit = line.Visits[0];
                    await shop.PutAsync<HorizonLine>(
                        $"/api/horizon/trailers/{line.TrailerId}/decisions/{ShopServer.NewId()}",
                        new DecisionDraft(
                            random.Next(2) == 0 ? DecisionKind.Pin : DecisionKind.Forbid,
                            [.. visit.Tasks.Select(t => t.Id)],
                            visit.Week.AddDays(7 * random.Next(4)),
                            null,
                            null));
                    break;
                case 2:
                    shop.Time.Ahead += TimeSpan.FromDays(random.Next(1, 9));
                    break;
                case 3:
                    if (seen.Lines.FirstOrDefault(l => l.OpenVisit is null) is { } free)
                    {
                        await shop.WorkAsync(await shop.VisitAsync(free.TrailerId), random.Next(30));
                    }

                    break;
                case 4:
                    await shop.LookAsync(async file =>
                    {
                        (await file.SettingsAsync()).Costs = new PlanCosts(40 + random.Next(200), 60 + random.Next(90));
                        return await file.SaveChangesAsync();
                    });
                    break;
                default:
                    break;
            }

            string kept = await ShownAsync(shop);
            if (step % 5 == 4)
            {
                using ShopServer afresh = await CopyAsync("DELETE FROM TrailerPlans; DELETE FROM ShopPlans;");
                Assert.Equal(kept, await ShownAsync(afresh));
            }
        }
    }

    /// <summary>
    /// After a start pages have what is kept, before anything is planned; what was broken off is made to its end.
    /// </summary>
    [Fact]
    public async Task A_start_shows_what_is_kept_and_makes_good_what_a_kill_or_another_edition_left()
    {
        await shop.SomebodyAsync();
        for (int i = 0; i < 4; i++)
        {
            await shop.TrailerAsync($"P-{i}", d => d with { LastRepackOn = shop.Today.AddMonths(-11 - i) });
        }

        string kept = await ShownAsync(shop);
        string[] left =
        [
            "",
            "DELETE FROM TrailerPlans WHERE rowid % 2 = 0",
            "UPDATE TrailerPlans SET Line = '{' WHERE rowid % 2 = 1",
            "UPDATE TrailerPlans SET Units = '[[900]]'",
            "UPDATE TrailerPlans SET Edition = 1; UPDATE ShopPlans SET Edition = 1",
            "DELETE FROM ShopPlans",
        ];
        foreach (string sql in left)
        {
            using ShopServer again = await CopyAsync(
                sql.Length == 0 ? "" : sql + "; UPDATE TrailerPlans SET Print = ''");
            Assert.Equal(kept, await ShownAsync(again));
        }

        // Told apart from a plan that is made quickly by what only the file says.
        using ShopServer marked = await CopyAsync(
            "UPDATE TrailerPlans SET Line = replace(Line, '\"trouble\":null', '\"trouble\":\"as it was kept\"')",
            impatient: true);
        Board? made = marked.Services.GetRequiredService<PlanBoard>().Made;
        HorizonAnswer first = await marked.GetAsync<HorizonAnswer>("/api/horizon");
        Assert.True(made is not null || first.Lines.All(l => l.Trouble == "as it was kept" && l.Visits.Count > 0));
        Assert.All(first.Lines, l => Assert.NotEmpty(l.Marks));
        Assert.NotNull(first.MadeAt);
    }

    [Fact]
    public async Task Looking_writes_nothing_and_plans_nothing()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(with: d => d with { LastRepackOn = shop.Today.AddMonths(-11) });
        await ShownAsync(shop);
        PlanBoard plans = shop.Services.GetRequiredService<PlanBoard>();
        Board? before = plans.Made;
        using FileVersion version = new(Path.Combine(shop.Folder, ShopFileOpening.FileName));
        long written = version.Read();
        foreach (string path in (string[])
            ["", $"/trailers/{trailer.Id}", $"/trailers/{trailer.Id}/offer", "?search=p-07", "?overdue=true"])
        {
            await shop.Http.GetStringAsync($"/api/horizon{path}");
        }

        Assert.Equal(written, version.Read());
        Assert.Same(before, plans.Made);

        // Whatever is written by anybody shows.
        await shop.CustomerAsync("Somebody else");
        Assert.NotEqual(written, version.Read());
    }

    /// <summary>
    /// A visit that was closed a little quicker moves nobody's plan; what was learned quite otherwise is taken in a
    /// part a day, and a start goes on from there.
    /// </summary>
    [Fact]
    public async Task What_is_learned_moves_plans_by_a_part_a_day()
    {
        await shop.SomebodyAsync();
        await shop.TrailerAsync(with: d => d with { LastRepackOn = shop.Today.AddMonths(-11) });
        await LearnAsync(100);
        decimal first = await MinutesAsync();
        Board before = shop.Services.GetRequiredService<PlanBoard>().Made!;

        await LearnAsync(106);
        Assert.Equal(first, await MinutesAsync());
        Assert.Same(before, shop.Services.GetRequiredService<PlanBoard>().Made);

        await LearnAsync(300);
        Assert.Equal(first, await MinutesAsync());
        shop.Time.Ahead += TimeSpan.FromDays(1);
        decimal second = await MinutesAsync();
        Assert.InRange(second, first * 1.1m, first * 1.3m);
        Assert.Equal(second, await MinutesAsync());
        shop.Time.Ahead += TimeSpan.FromDays(1);
        decimal third = await MinutesAsync();
        Assert.True(third > second);
        using ShopServer again = await CopyAsync("");
        Assert.Equal(await ShownAsync(shop), await ShownAsync(again));
    }

    // Every step has taken so many seconds, each of the last five times.
    private Task LearnAsync(int seconds) => shop.LookAsync(async file =>
    {
        file.StepTimes.RemoveRange(await file.StepTimes.ToListAsync());
        await file.SaveChangesAsync();
        JobCatalogue catalogue = JobCatalogue.Of(PracticeChoices.Defaults);
        file.StepTimes.AddRange(catalogue.All
            .SelectMany(j => j.Work.Select(w => w.Family))
            .Concat(catalogue.Openings.All.SelectMany(o => o.Open.Concat(o.Close).Select(s => $"{o.Code}/{s.Code}")))
            .Distinct()
            .Select(family => new StepTimes { Family = family, Seconds = [.. Enumerable.Repeat(seconds, 5)] }));
        return await file.SaveChangesAsync();
    });

    private async Task<decimal> MinutesAsync() =>
        (await shop.GetAsync<HorizonAnswer>("/api/horizon")).Lines.Sum(l => l.Visits.Sum(v => v.Minutes));

    // All that is shown, but for when it was made.
    private static async Task<string> ShownAsync(ShopServer of)
    {
        HorizonAnswer answer = await of.GetAsync<HorizonAnswer>("/api/horizon?take=200");
        Assert.Null(answer.Renewing);
        return JsonSerializer.Serialize(answer with { MadeAt = null }, ShopServer.Json);
    }

    private async Task<ShopServer> CopyAsync(string sql, bool impatient = false)
    {
        string folder = Directory.CreateTempSubdirectory("tinker-kept-").FullName;
        folders.Add(folder);
        string path = Path.Combine(folder, ShopFileOpening.FileName);
        await shop.LookAsync(file => file.Database.ExecuteSqlAsync($"VACUUM INTO {path}"));
        await using (SqliteConnection copy = new($"Data Source={path};Pooling=False"))
        {
            await copy.OpenAsync();
            await using SqliteCommand command = copy.CreateCommand();
            command.CommandText = sql.Length == 0 ? "SELECT 1" : sql;
            await command.ExecuteNonQueryAsync();
        }

        ShopServer again = new(folder, ahead: shop.Time.Ahead);
        if (impatient)
        {
            again.Services.GetRequiredService<PlanBoard>().Patience = TimeSpan.Zero;
        }

        await again.SignInAsync(shop.AtWork);
        return again;
    }
}
