using System.Net.Http.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Sending the same thing again, many times and at once, leaves one of it.</summary>
public sealed class RetryTests : IDisposable
{
    private const int Storm = 24;

    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private static async Task AllWell(IEnumerable<Task<HttpResponseMessage>> sent)
    {
        foreach (HttpResponseMessage answer in await Task.WhenAll(sent))
        {
            Assert.True(
                answer.IsSuccessStatusCode,
                $"{(int)answer.StatusCode} {await answer.Content.ReadAsStringAsync()}");
        }
    }

    private Task StormAsync(string path, object body) =>
        AllWell(Enumerable.Range(0, Storm).Select(_ => shop.Http.PutAsJsonAsync(path, body)));

    [Fact]
    public async Task A_storm_of_retries_leaves_one_of_everything()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        Guid id = ShopServer.NewId();
        await StormAsync(
            $"/api/bay/visits/{id}",
            ShopServer.Wanted(trailer.Id) with { Meter = new MeterOnArrival(ShopServer.NewId(), "12,480", false) });
        VisitAnswer visit = await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{id}");
        await StormAsync($"/api/bay/visits/{id}/entries/{ShopServer.NewId()}", new EntryDraft(visit.State.Next!, []));
        await StormAsync(
            $"/api/bay/visits/{id}/findings/{ShopServer.NewId()}",
            new FindingDraft("axle-1-left", "studs-sound", ""));
        await StormAsync(
            $"/api/bay/visits/{id}/parts/{ShopServer.NewId()}",
            new PartDraft("axle-1-left", "cotter pin", 1, "piece"));
        await StormAsync($"/api/yard/customers/{ShopServer.NewId()}", new CustomerEdit("Glider club", "", "", "", 0));

        VisitState state = (await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{id}")).State;
        Assert.Single(state.Entries);
        Assert.Single(state.Findings);
        Assert.Single(state.Parts);
        Assert.Equal(1, await shop.LookAsync(f => f.Visits.CountAsync()));
        Assert.Equal(1, await shop.LookAsync(f => f.MeterEntries.CountAsync()));
        Assert.Equal(1, await shop.LookAsync(f => f.Customers.CountAsync(c => c.Name == "Glider club")));

        await shop.WorkAsync(await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{id}"));
        await AllWell(Enumerable.Range(0, Storm).Select(_ => shop.Http.PostAsJsonAsync(
            $"/api/bay/visits/{id}/close",
            new ClosingDraft())));
        Assert.Equal(1, await shop.LookAsync(f => f.WorkDone.CountAsync()));
        Assert.Equal(
            ["hub-feel", "lug-retorque"],
            await shop.LookAsync(f => f.FollowUps.OrderBy(o => o.Rule).Select(o => o.Rule).ToListAsync()));
    }

    [Fact]
    public async Task A_late_retry_does_not_bring_back_what_was_taken_back()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        int rock = visit.Packet.Steps.ToList().FindIndex(s => s.Readings.Contains("rim-rock"));
        await shop.WorkAsync(visit, rock);
        string entry = $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}";
        EntryDraft draft = new(
            visit.Packet.Steps[rock].Key,
            [new ReadingDraft(ShopServer.NewId(), "rim-rock", "1/16")]);
        Assert.Single((await shop.PutAsync<VisitState>(entry, draft)).Readings);
        Assert.Empty((await shop.DeleteAsync<VisitState>(entry)).Readings);
        VisitState late = await shop.PutAsync<VisitState>(entry, draft);
        Assert.Equal(draft.Key, late.Next);
        Assert.Empty(late.Readings);
    }

    [Fact]
    public async Task Two_screens_ticking_the_same_step_leave_one_tick()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        HttpResponseMessage[] answers = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ =>
            shop.Http.PutAsJsonAsync(
                $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}",
                new EntryDraft(visit.State.Next!, []))));
        Assert.Equal(1, answers.Count(a => a.IsSuccessStatusCode));
        Assert.Equal(7, answers.Count(a => (int)a.StatusCode == 409));
        Assert.Equal(1, await shop.LookAsync(f => f.StepEntries.CountAsync()));
    }

    [Fact]
    public async Task Every_write_is_kept_with_its_person_and_a_refused_one_is_not()
    {
        Guid ines = await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        Guid tobin = await shop.SomebodyAsync("Tobin Askel");
        int before = await shop.LookAsync(f => f.Changes.CountAsync());
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/yard/customers/{trailer.CustomerId}",
            new CustomerEdit("", "", "", "", 1),
            422);
        await shop.PutAsync<CustomerAnswer>(
            $"/api/yard/customers/{trailer.CustomerId}",
            new CustomerEdit("Renamed", "", "", "", 1));
        List<(Guid, string)> changes = await shop.LookAsync(async f =>
            (await f.Changes.OrderBy(c => c.Id).ToListAsync()).ConvertAll(c => (c.PersonId, c.What)));
        Assert.Contains((ines, $"PUT /api/yard/trailers/{trailer.Id}"), changes);
        Assert.Equal(before + 1, changes.Count);
        Assert.Equal((tobin, $"PUT /api/yard/customers/{trailer.CustomerId}"), changes[^1]);
        Assert.Equal(1, changes.Count(c => c.Item1 == tobin && c.Item2.StartsWith("PUT", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task A_part_a_finding_and_a_meter_reading_are_taken_back()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.VisitAsync(trailer.Id);
        string part =
            $"/api/bay/visits/{visit.Id}/parts/{ShopServer.NewId()}", finding =
                $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}";
        await shop.PutAsync<VisitState>(part, new PartDraft("axle-1-left", "cotter pin", 1, "piece"));
        await shop.PutAsync<VisitState>(finding, new FindingDraft("axle-1-left", "seal-torn", ""));
        Assert.Equal(
            "Seal renewed",
            (await shop.PutAsync<VisitState>(
                $"{finding}/mended",
                new MendingDraft("Seal renewed"))).Findings[0].Mended);
        Assert.Empty((await shop.DeleteAsync<VisitState>(part)).Parts);
        Assert.Empty((await shop.DeleteAsync<VisitState>(finding)).Findings);

        string meter = $"/api/yard/trailers/{trailer.Id}/meter/{ShopServer.NewId()}";
        await shop.PutAsync<TrailerAnswer>(meter, new MeterDraft(MeterEntryKind.Reading, shop.Today, "100", false));
        await shop.DeleteAsync<TrailerAnswer>(meter);
        Assert.Empty((await shop.GetAsync<MeterPage>($"/api/yard/trailers/{trailer.Id}/meter")).Entries);
    }
}
