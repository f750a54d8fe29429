using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Json.Schema;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue.Own;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Jobs that a shop describes itself, from the settings to the record, over HTTP.</summary>
public sealed class OwnJobsTests : IDisposable
{
    private readonly ShopServer shop = new();

    private static readonly OwnOpening Pan = new(
        "own-belly-pan-off",
        0,
        "belly pan off",
        ["trailer"],
        ["raised"],
        [new OwnStep("pan-down", "Screws out, pan down", 12)],
        [new OwnStep("pan-up", "Pan up, new screws", 15)]);

    private static readonly OwnJob Harness = new(
        "own-floor-harness",
        0,
        "Floor harness renewed",
        ["trailer"],
        Pan.Code,
        [new OwnStep("new-in", "New harness in", 25) { Parts = [new OwnPart("floor harness", 1, "piece")] }])
    {
        Lasts = new OwnInterval(60),
        Owing = [new OwnCheck("clips", "See that it has stayed in its clips", 500, 60)],
    };

    public void Dispose() => shop.Dispose();

    private Task<OwnJobsAnswer> KeepAsync(OwnJob job) =>
        shop.PutAsync<OwnJobsAnswer>($"/api/settings/jobs/{job.Code}", job);

    private async Task BothAsync()
    {
        await shop.SomebodyAsync();
        await shop.PutAsync<OwnJobsAnswer>($"/api/settings/openings/{Pan.Code}", Pan);
        await KeepAsync(Harness);
    }

    [Fact]
    public async Task It_is_offered_composed_priced_worked_closed_owed_and_falls_due_again()
    {
        await BothAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        JobAt job = new(Harness.Code, "trailer");
        JobOffered offered = Assert.Single(
            await shop.GetAsync<List<JobOffered>>($"/api/bay/jobs?trailer={trailer.Id}"),
            j => j.Code == Harness.Code);
        Assert.Equal(["trailer"], offered.Places);
        PacketPreview preview = await shop.PostAsync<PacketPreview>(
            "/api/bay/preview",
            new WorkWanted(trailer.Id, [job]));
        Assert.Contains(preview.Parts, p => p.Name == "floor harness");
        Assert.Contains("See that it has stayed in its clips", preview.FollowUps);

        VisitAnswer visit = await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{ShopServer.NewId()}",
            new VisitDraft(trailer.Id, [job]));
        Assert.Equal("Floor harness renewed", Assert.Single(visit.State.Jobs).Name);
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        Assert.Contains(
            await shop.LookAsync(f => f.FollowUps.ToListAsync()),
            f => f.Rule == "own-floor-harness.clips" && f.DueOn == shop.Today.AddDays(60));
        Core.Status.Upcoming next = Assert.Single(
            await shop.LookAsync(async f => (await f.TrailerStatuses.SingleAsync()).Status.Upcoming),
            u => u.Job == Harness.Code);
        Assert.Equal(shop.Today.AddMonths(60), next.On);

        // Its interval is one among ours, and can be chosen otherwise.
        ShopPlanningAnswer planning = await shop.GetAsync<ShopPlanningAnswer>("/api/settings/planning");
        Assert.Contains(planning.Rules, r => r.Code == Harness.Code && r.Months == 60);
    }

    [Fact]
    public async Task Work_under_way_goes_on_as_it_was_taken_in_and_every_version_stays_readable()
    {
        await BothAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{ShopServer.NewId()}",
            new VisitDraft(trailer.Id, [new JobAt(Harness.Code, "trailer")]));
        OwnJob changed = Harness with
        {
            Version = 1,
            Name = "Harness",
            Steps = [new OwnStep("other", "Other work", 5)]
        };
        OwnJobsAnswer answer = await KeepAsync(changed);
        Assert.Equal(2, Assert.Single(answer.Jobs).Version);

        // Sent again it is one change; by somebody who has not seen it, none.
        Assert.Equal(2, Assert.Single((await KeepAsync(changed)).Jobs).Version);
        Problem stale = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/settings/jobs/{Harness.Code}",
            Harness with { Version = 1, Name = "Mine" },
            409);
        Assert.Equal("Harness", JsonSerializer.SerializeToElement(stale.Current).GetProperty("name").GetString());

        visit = await shop.PutAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}/jobs", new JobsDraft(
            [new JobAt(Harness.Code, "trailer"), new JobAt("bearing-repack", "axle-1-left")],
            1,
            visit.State.Composed));
        Assert.Contains(visit.Packet.Steps, s => s.Key == "trailer/own-floor-harness/new-in");
        Assert.DoesNotContain(visit.Packet.Steps, s => s.Key == "trailer/own-floor-harness/other");
        Assert.Contains(visit.State.Jobs, j => j.Name == "Floor harness renewed");

        List<OwnVersionAnswer> versions =
            await shop.GetAsync<List<OwnVersionAnswer>>($"/api/settings/jobs/{Harness.Code}/versions");
        Assert.Equal([2, 1], versions.Select(v => v.Version));
        Assert.Equal("Ines Marrow", versions[0].By);
        (OwnWork? first, _) = OwnWorkFile.Read(
            await shop.Http.GetByteArrayAsync($"/api/settings/jobs/{Harness.Code}/versions/1"));
        Assert.True(OwnWorkFile.Same(Harness, Assert.Single(first!.Jobs)));

        // Taken out: nobody begins it any more, and the visit under way ends as it began.
        await KeepAsync(changed with { Version = 2, Retired = true });
        Assert.DoesNotContain(
            await shop.GetAsync<List<JobOffered>>($"/api/bay/jobs?trailer={trailer.Id}"),
            j => j.Code == Harness.Code);
        await shop.WorkAsync(visit);
        VisitState closed = await shop.PostAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/close",
            new ClosingDraft());
        Assert.All(closed.Jobs, j => Assert.True(j.Done));
    }

    [Fact]
    public async Task What_cannot_work_is_told_while_it_is_written_and_not_kept()
    {
        await BothAsync();
        OwnTried tried = await shop.PostAsync<OwnTried>("/api/settings/jobs/try", new OwnTry(Harness, null));
        Assert.Empty(tried.Problems);
        Assert.Contains(tried.Steps, s => s is { Own: true, Title: "New harness in" });
        Assert.Equal(2, tried.Steps.Count(s => s.Title.StartsWith("Stands under the frame", StringComparison.Ordinal)));

        OwnOpening round = Pan with { Version = 1, Needs = [Pan.Code] };
        tried = await shop.PostAsync<OwnTried>("/api/settings/jobs/try", new OwnTry(null, round));
        Assert.Equal("/needs/0", Assert.Single(tried.Problems).Pointer);
        Problem refused = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/settings/openings/{Pan.Code}",
            round,
            422);
        Assert.Equal("/needs/0", Assert.Single(refused.Errors!).Pointer);
        refused = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/settings/jobs/{Harness.Code}",
            Harness with { Version = 1, Steps = [new OwnStep("do", "Do\u202E it", 5) { Opening = "caliper-off" }] },
            422);
        Assert.Equal(
            ["/steps/0/opening", "/steps/0/title"],
            refused.Errors!.Select(e => e.Pointer).Order(StringComparer.Ordinal));
        await shop.RefusedAsync(HttpMethod.Put, "/api/settings/jobs/own-other", Harness, 422);
        Assert.Equal(1, Assert.Single((await shop.GetAsync<OwnJobsAnswer>("/api/settings/jobs")).Jobs).Version);
    }

    [Fact]
    public async Task A_file_goes_from_shop_to_shop_by_its_schema()
    {
        await BothAsync();
        byte[] file = await shop.Http.GetByteArrayAsync("/api/settings/jobs/file");
        string schema = await shop.Http.GetStringAsync("/api/settings/jobs/schema");

        // The schema as people read it: set TINKER_WRITE_SCHEMA=1 to write it anew, and read the diff.
        string written = Path.Combine(HorizonTests.Docs(), "described-jobs.schema.json");
        if (Environment.GetEnvironmentVariable("TINKER_WRITE_SCHEMA") == "1")
        {
            await File.WriteAllTextAsync(written, schema + "\n");
        }

        Assert.Equal(await File.ReadAllTextAsync(written), schema + "\n");
        JsonSchema known = JsonSchema.FromText(schema);
        Assert.True(known.Evaluate(JsonDocument.Parse(file).RootElement).IsValid);
        string odd = Encoding.UTF8.GetString(file)
            .Replace("\"minutes\": 25", "\"minutes\": \"25\"", StringComparison.Ordinal);
        Assert.False(known.Evaluate(JsonDocument.Parse(odd).RootElement).IsValid);

        using ShopServer other = new();
        await other.SomebodyAsync();
        async Task<OwnFileAnswer> SendAsync(string query)
        {
            using ByteArrayContent body = new(file);
            body.Headers.ContentType = new MediaTypeHeaderValue("application/json");
            return await ShopServer.ReadAsync<OwnFileAnswer>(
                await other.Http.PostAsync($"/api/settings/jobs/file{query}", body));
        }

        // Only looked at, nothing is kept.
        Assert.All((await SendAsync("")).Entries, e => Assert.Equal(MergeState.New, e.State));
        Assert.Empty((await other.GetAsync<OwnJobsAnswer>("/api/settings/jobs")).Jobs);
        Assert.All((await SendAsync("?apply=true")).Entries, e => Assert.Equal(MergeState.New, e.State));
        Assert.Equal(file, await other.Http.GetByteArrayAsync("/api/settings/jobs/file"));
        Assert.All((await SendAsync("?apply=true")).Entries, e => Assert.Equal(MergeState.Same, e.State));
        Assert.Equal(2, await other.LookAsync(f => f.OwnVersions.CountAsync()));
        Problem cut = await other.RefusedAsync(
            HttpMethod.Post,
            "/api/settings/jobs/file?apply=true",
            Encoding.UTF8.GetString(file)[..200],
            400);
        Assert.Contains("can’t be read", cut.Detail, StringComparison.Ordinal);
    }
}
