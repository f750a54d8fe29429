using System.Net.Http.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Owners;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>From the closing to the owner's word, over HTTP.</summary>
public sealed class HandOverTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private async Task<(TrailerAnswer Trailer, VisitAnswer Visit)> ClosedAsync(string tag = "P-07")
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(tag);
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left");
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
            new FindingDraft("axle-2-left-brake", "lining-cracked", ""));
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        return (trailer, visit);
    }

    private async Task<string> LinkAsync(TrailerAnswer trailer)
    {
        List<OwnerLinkAnswer> links = await shop.PutAsync<List<OwnerLinkAnswer>>(
            $"/api/owner-links/{ShopServer.NewId()}",
            new OwnerLinkDraft(trailer.Id));
        return "/api/outside/owners/" + new Uri(links[0].Address!).Segments[^1];
    }

    [Fact]
    public async Task What_goes_with_a_trailer_says_what_was_done_found_charged_and_what_is_next()
    {
        (_, VisitAnswer visit) = await ClosedAsync();
        HandOverAnswer sheet =
            await shop.GetAsync<HandOverAnswer>($"/api/ledger/visits/{visit.Id}/hand-over");
        Assert.Contains("repack", sheet.Done, StringComparison.OrdinalIgnoreCase);
        Assert.Contains(
            sheet.Plain,
            w => w.StartsWith("Found, and still to be done: Lining, brake, axle 2", StringComparison.Ordinal)
                && w.Contains("Cracked", StringComparison.Ordinal));
        Assert.NotEmpty(sheet.Next);
        Assert.Contains(sheet.Yours, y => y.What.StartsWith("Torque the lug nuts", StringComparison.Ordinal));
        Assert.True(sheet.Bill!.Total.Likely > 0);

        // A dearer hour tomorrow changes nothing of what was charged today, and the charges add up to the bill.
        await shop.LookAsync(async f =>
        {
            (await f.Settings.SingleAsync()).Costs = new Core.Planning.PlanCosts(60, 900);
            return await f.SaveChangesAsync();
        });
        Assert.Equal(
            sheet.Bill.Total,
            (await shop.GetAsync<HandOverAnswer>($"/api/ledger/visits/{visit.Id}/hand-over")).Bill!.Total);
        List<ChargeRow> rows = await shop.GetAsync<List<ChargeRow>>("/api/ledger/charges");
        Assert.Equal(sheet.Bill.Total.Likely, rows.Sum(r => r.Amount));
        Assert.All(rows, r => Assert.Equal(("P-07", "Owner of P-07"), (r.Trailer, r.Customer)));
        string csv = await shop.Http.GetStringAsync("/api/ledger/tables/charges.csv?from=2026-06-01&to=2026-06-30");
        Assert.Equal(rows.Count + 1, csv.Trim().Split("\r\n").Length);
        Assert.Empty(await shop.GetAsync<List<ChargeRow>>("/api/ledger/charges?from=2026-07-01&to=2026-07-30"));
        await shop.RefusedAsync(HttpMethod.Get, "/api/ledger/charges?from=0001-01-01&to=9999-12-31", null, 400);
    }

    [Fact]
    public async Task An_owner_says_done_with_a_touch_and_it_counts_once()
    {
        (TrailerAnswer trailer, _) = await ClosedAsync();
        string page = await LinkAsync(trailer);
        using HttpClient owner = shop.Browser();
        OwnersPage before = await ShopServer.ReadAsync<OwnersPage>(await owner.GetAsync(page));
        OwnersTask torque = before.Yours.First(y => y.What.StartsWith("Torque", StringComparison.Ordinal));
        string said = $"{page}/done/{ShopServer.NewId()}";
        for (int i = 0; i < 2; i++)
        {
            OwnersPage after = await ShopServer.ReadAsync<OwnersPage>(
                await owner.PutAsJsonAsync(said, new OwnersWord(torque.Id, "1200")));
            Assert.DoesNotContain(after.Yours, y => y.Id == torque.Id);
        }

        Assert.Equal(1, await shop.LookAsync(f => f.FollowUps.CountAsync(x => x.DoneBy == Person.Outsider)));
        Assert.Equal(1, await shop.LookAsync(f => f.MeterEntries.CountAsync()));

        // A slip is taken back the same day, with its miles; a late copy of the word leaves none.
        string slip = $"{said}?task={Uri.EscapeDataString(torque.Id)}";
        for (int i = 0; i < 2; i++)
        {
            OwnersPage back = await ShopServer.ReadAsync<OwnersPage>(await owner.DeleteAsync(slip));
            Assert.Contains(back.Yours, y => y.Id == torque.Id);
            Assert.Contains(
                (await ShopServer.ReadAsync<OwnersPage>(
                    await owner.PutAsJsonAsync(said, new OwnersWord(torque.Id, "1200")))).Yours,
                y => y.Id == torque.Id);
        }

        Assert.Equal(0, await shop.LookAsync(f => f.MeterEntries.CountAsync()));

        // They keep the sheet as a PDF, of this trailer and by this address only.
        using HttpResponseMessage sheet = await owner.GetAsync($"{page}/hand-over.pdf");
        Assert.Equal("application/pdf", sheet.Content.Headers.ContentType!.MediaType);
        Assert.True((await sheet.Content.ReadAsByteArrayAsync()).AsSpan().StartsWith("%PDF"u8));
        Assert.Equal(404, (int)(await owner.GetAsync($"{page[..^3]}xyz/hand-over.pdf")).StatusCode);

        // Something that comes again and again moves on from today, and answers no verdict.
        OwnersTask again = before.Yours.First(y => !y.Id.StartsWith("owed", StringComparison.Ordinal));
        shop.Time.Ahead += TimeSpan.FromDays(20);
        OwnersPage moved = await ShopServer.ReadAsync<OwnersPage>(
            await owner.PutAsJsonAsync($"{page}/done/{ShopServer.NewId()}", new OwnersWord(again.Id)));
        Assert.Equal(again.On.AddDays(20).Month, moved.Yours.First(y => y.Id == again.Id).On.Month);
        Assert.Contains(
            moved.HandOver!.Plain,
            w => w.StartsWith("Found, and still to be done: Lining, brake, axle 2", StringComparison.Ordinal)
                && w.Contains("Cracked", StringComparison.Ordinal));
        string greased = $"{page}/done/{ShopServer.NewId()}";
        int rows = await shop.LookAsync(f => f.WorkDone.CountAsync());
        await ShopServer.ReadAsync<OwnersPage>(await owner.PutAsJsonAsync(greased, new OwnersWord(again.Id)));
        Assert.True(await shop.LookAsync(f => f.WorkDone.CountAsync()) > rows);
        string ungreased = $"{greased}?task={Uri.EscapeDataString(again.Id)}";
        await ShopServer.ReadAsync<OwnersPage>(await owner.DeleteAsync(ungreased));
        Assert.Equal(rows, await shop.LookAsync(f => f.WorkDone.CountAsync()));
        await ShopServer.ReadAsync<OwnersPage>(
            await owner.PutAsJsonAsync($"{page}/done/{ShopServer.NewId()}", new OwnersWord(again.Id)));
        string calendar = await owner.GetStringAsync($"{page}/calendar.ics");
        Assert.Equal(
            moved.Yours.Count,
            Ical.Net.Calendar.Load(calendar)!.Events.Count);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"{page}/done/{ShopServer.NewId()}",
            new OwnersWord("repack@axle-1-left"),
            409);
    }

    [Fact]
    public async Task A_link_opens_one_trailer_until_it_is_withdrawn_or_the_trailer_sold()
    {
        (TrailerAnswer trailer, _) = await ClosedAsync();
        string page = await LinkAsync(trailer), second = await LinkAsync(trailer);
        List<OwnerLinkAnswer> links =
            await shop.GetAsync<List<OwnerLinkAnswer>>($"/api/owner-links?trailer={trailer.Id}");
        Assert.All(links, l => Assert.Null(l.Address));
        await shop.DeleteAsync<List<OwnerLinkAnswer>>($"/api/owner-links/{links[0].Id}");
        await shop.RefusedAsync(HttpMethod.Get, second, null, 404);
        await shop.GetAsync<OwnersPage>(page);
        Guid other = await shop.CustomerAsync("Somebody else");
        await shop.LookAsync(f => f.Trailers
            .Where(t => t.Id == trailer.Id)
            .ExecuteUpdateAsync(t => t.SetProperty(x => x.CustomerId, other)));
        await shop.RefusedAsync(HttpMethod.Get, page, null, 404);
    }

    [Fact]
    public async Task A_second_look_is_owed_before_closing_and_is_not_the_same_persons()
    {
        await shop.SomebodyAsync();
        await shop.PutAsync<List<SecondLookChoice>>(
            "/api/settings/second-looks",
            new SecondLooksEdit([SecondLooks.Wheels]));
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left");
        VisitState state = await shop.WorkAsync(visit);
        Assert.Contains("Somebody else", state.WhyNotClosed, StringComparison.Ordinal);
        string close = $"/api/bay/visits/{visit.Id}/close",
            look = $"/api/bay/visits/{visit.Id}/second-looks/{ShopServer.NewId()}";
        await shop.RefusedAsync(HttpMethod.Post, close, new ClosingDraft(), 409);
        SecondLookDraft wheels = new(SecondLooks.Wheels);
        await shop.RefusedAsync(HttpMethod.Put, look, wheels, 409);
        await shop.SomebodyAsync("Odd Varley", Role.Technician);
        for (int i = 0; i < 2; i++)
        {
            state = await shop.PutAsync<VisitState>(look, wheels);
        }

        Assert.Equal("Odd Varley", Assert.Single(state.SecondLooks).By.Single());
        Assert.Null(state.WhyNotClosed);
        await shop.PostAsync<VisitState>(close, new ClosingDraft());
        await shop.RefusedAsync(HttpMethod.Delete, look, null, 409);
    }

    [Fact]
    public async Task What_comes_back_soon_is_said_and_free_where_the_shop_says_so()
    {
        (TrailerAnswer trailer, _) = await ClosedAsync();
        await shop.PutAsync<TermsAnswer>(
            "/api/settings/terms",
            new TermsEdit("20", "3", "0", "0", "10", true, new Dictionary<string, string>()));
        shop.Time.Ahead += TimeSpan.FromDays(12);
        VisitAnswer again = await shop.VisitAsync(trailer.Id, "axle-1-left");
        VisitTimeAnswer time = await shop.GetAsync<VisitTimeAnswer>($"/api/bay/visits/{again.Id}/time");
        Assert.True(time.Free);
        Assert.Equal(shop.Today.AddDays(-12), Assert.Single(time.ComeBacks).On);
        await shop.WorkAsync(again);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{again.Id}/close", new ClosingDraft());
        HandOverAnswer sheet = await shop.GetAsync<HandOverAnswer>($"/api/ledger/visits/{again.Id}/hand-over");
        Assert.Equal(0, sheet.Bill!.Total.Likely);
        Assert.All(sheet.Bill.Lines, l => Assert.Contains("come-back", l.How, StringComparison.Ordinal));
    }

    [Fact]
    public async Task What_the_customer_says_leads_to_looks_and_nonsense_is_refused()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        Guid id = ShopServer.NewId();
        await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{id}",
            ShopServer.Wanted(trailer.Id) with { Said = "It wobbles." });
        string path = $"/api/bay/visits/{id}/complaint";
        LookIntoAnswer first = await shop.GetAsync<LookIntoAnswer>(path);
        Assert.Equal(("wobbles", "nuts", true), (first.Complaint, first.Next, first.Complaints[0].Said));
        LookIntoAnswer found = await shop.GetAsync<LookIntoAnswer>($"{path}?answers=nuts:yes");
        Assert.Equal(("nuts", null), (Assert.Single(found.Causes).Code, found.Next));
        Assert.NotEqual("nuts", (await shop.GetAsync<LookIntoAnswer>($"{path}?answers=nuts:unsure")).Next);
        await shop.RefusedAsync(HttpMethod.Get, $"{path}?answers=nuts:perhaps", null, 400);
        await shop.RefusedAsync(HttpMethod.Get, $"{path}?complaint=sings", null, 400);
    }
}
