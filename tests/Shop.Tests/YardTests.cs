using System.Text;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Trailers that come with their customer and with what was done elsewhere.</summary>
public sealed class YardTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private static string Trailer(Guid id) => $"/api/yard/trailers/{id}";

    private async Task<TableAnswer> SendAsync(string text) =>
        await ShopServer.ReadAsync<TableAnswer>(await shop.Http.PostAsync(
            "/api/ledger/tables?apply=true",
            BadInputTests.Table(Encoding.UTF8.GetBytes(text))));

    [Fact]
    public async Task A_new_customer_comes_with_the_trailer_or_not_at_all()
    {
        await shop.SomebodyAsync();
        await shop.TrailerAsync("P-07");
        int before = (await shop.GetAsync<List<CustomerAnswer>>("/api/yard/customers")).Count;
        TrailerDraft draft = ShopServer.Draft("P-07", ShopServer.NewId()) with
        {
            NewCustomer = "Reservoir weed cutters"
        };
        await shop.RefusedAsync(HttpMethod.Put, Trailer(ShopServer.NewId()), draft, 409);
        Assert.Equal(before, (await shop.GetAsync<List<CustomerAnswer>>("/api/yard/customers")).Count);

        TrailerAnswer added = await shop.PutAsync<TrailerAnswer>(
            Trailer(ShopServer.NewId()),
            draft with { Tag = "W-01" });
        Assert.Equal("Reservoir weed cutters", added.Customer);

        // Another screen has added the same name meanwhile: the one there is taken.
        TrailerAnswer second = await shop.PutAsync<TrailerAnswer>(
            Trailer(ShopServer.NewId()),
            draft with { Tag = "W-02", CustomerId = ShopServer.NewId(), NewCustomer = " reservoir WEED cutters " });
        Assert.Equal(added.CustomerId, second.CustomerId);

        Problem nameless = await shop.RefusedAsync(
            HttpMethod.Put,
            Trailer(ShopServer.NewId()),
            draft with { Tag = "W-03", CustomerId = ShopServer.NewId(), NewCustomer = " " },
            422);
        Assert.Equal("/customerId", Assert.Single(nameless.Errors!).Pointer);
        Problem tooLong = await shop.RefusedAsync(
            HttpMethod.Put,
            Trailer(ShopServer.NewId()),
            draft with { Tag = "W-03", CustomerId = ShopServer.NewId(), NewCustomer = new string('x', 200) },
            422);
        Assert.Equal("/newCustomer", Assert.Single(tooLong.Errors!).Pointer);
    }

    [Fact]
    public async Task What_was_done_elsewhere_can_be_told_later_and_told_anew()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        Assert.All(trailer.Status.Dues, d => Assert.Equal(DueCause.NoRecord, d.Due.Cause));
        TrailerDraft draft = ShopServer.Draft("P-07", trailer.CustomerId);

        async Task<TrailerAnswer> TellAsync(DateOnly on) =>
            trailer = await shop.PutAsync<TrailerAnswer>(
                Trailer(trailer.Id),
                draft with { Version = trailer.Version, LastRepackOn = on });
        Assert.All(
            (await TellAsync(shop.Today.AddMonths(-1))).Status.Dues,
            d => Assert.Equal(shop.Today.AddMonths(-1), d.Due.LastOn));
        Assert.All(
            (await TellAsync(shop.Today.AddMonths(-5))).Status.Dues,
            d => Assert.Equal(shop.Today.AddMonths(-5), d.Due.LastOn));
        int version = trailer.Version;
        Assert.Equal(version, (await TellAsync(shop.Today.AddMonths(-5))).Version);
        Assert.Equal(4, await shop.LookAsync(f => f.WorkDone.CountAsync()));
    }

    [Fact]
    public async Task A_told_day_gives_way_to_what_was_done_here()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left");
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        TrailerDraft draft = ShopServer.Draft("P-07", trailer.CustomerId) with
        {
            Version = trailer.Version,
            LastRepackOn = shop.Today.AddMonths(-3)
        };
        trailer = await shop.PutAsync<TrailerAnswer>(Trailer(trailer.Id), draft);
        Assert.Equal(shop.Today, trailer.Status.Dues.Single(d => d.Place == "axle-1-left").Due.LastOn);
        Assert.Equal(shop.Today.AddMonths(-3), trailer.Status.Dues.Single(d => d.Place == "axle-2-left").Due.LastOn);

        VisitAnswer rest = await shop.VisitAsync(trailer.Id, "axle-1-right", "axle-2-left", "axle-2-right");
        await shop.WorkAsync(rest);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{rest.Id}/close", new ClosingDraft());
        Problem overtaken = await shop.RefusedAsync(
            HttpMethod.Put,
            Trailer(trailer.Id),
            draft with { Version = trailer.Version, LastRepackOn = shop.Today.AddMonths(-2) },
            422);
        Assert.Equal("/lastRepackOn", Assert.Single(overtaken.Errors!).Pointer);
        Assert.Contains("repacked here since", overtaken.Detail, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_table_brings_the_last_repack_along_and_takes_it_out_again()
    {
        await shop.SomebodyAsync();
        string told = shop.Today.AddMonths(-4).ToString(
            "yyyy-MM-dd",
            System.Globalization.CultureInfo.InvariantCulture);
        string text =
            $"tag,customer,axles,rating_lb,last_repack\r\nA-1,Orchard,2,3500,{told}\r\nA-2,Orchard,1,2000,\r\nA-3,Orchard,1,2000,last spring\r\nA-4,Orchard,1,2000,2206-01-01\r\n";
        TableAnswer taken = await SendAsync(text);
        Assert.Equal([RowFate.Add, RowFate.Add, RowFate.Refuse, RowFate.Refuse], taken.Rows.Select(r => r.Fate));
        Assert.All(taken.Rows.Skip(2), r => Assert.Equal("last_repack", Assert.Single(r.Problems).Pointer));
        Assert.Equal([RowFate.Same, RowFate.Same], (await SendAsync(text)).Rows.Take(2).Select(r => r.Fate));
        Assert.Equal(
            RowFate.Change,
            (await SendAsync(
                $"tag,customer,axles,rating_lb,last_repack\r\nA-2,Orchard,1,2000,{told}\r\n")).Rows[0].Fate);

        string back = await shop.Http.GetStringAsync("/api/ledger/tables/trailers.csv");
        Assert.Equal(2, back.Split("\r\n").Count(l => l.EndsWith("," + told, StringComparison.Ordinal)));
        TrailerListAnswer list = await shop.GetAsync<TrailerListAnswer>("/api/yard/trailers");
        Assert.All(list.Rows, r => Assert.Equal(shop.Today.AddMonths(-4).AddMonths(12), r.NextDue));
    }

    [Fact]
    public async Task Ends_repacked_on_different_days_leave_the_tables_cell_empty()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(with: d => d with { LastRepackOn = shop.Today.AddMonths(-3) });
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left");
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        string text = await shop.Http.GetStringAsync("/api/ledger/tables/trailers.csv");
        Assert.EndsWith(",\r\n", text, StringComparison.Ordinal);
        Assert.Equal(RowFate.Same, Assert.Single((await SendAsync(text)).Rows).Fate);
        Assert.Equal(
            2,
            (await shop.GetAsync<TrailerAnswer>(Trailer(trailer.Id))).Status.Dues
                .Select(d => d.Due.LastOn)
                .Distinct()
                .Count());
    }

    [Fact]
    public async Task A_table_is_kept_with_its_person_even_when_its_first_row_is_refused()
    {
        Guid ines = await shop.SomebodyAsync();
        TableAnswer taken = await SendAsync(
            "tag,customer,axles,rating_lb\r\nA-1,Orchard,nine,3500\r\nA-2,Orchard,2,3500\r\n");
        Assert.Equal([RowFate.Refuse, RowFate.Add], taken.Rows.Select(r => r.Fate));
        Assert.Equal(
            (ines, "POST /api/ledger/tables"),
            await shop.LookAsync(async f =>
                (await f.Changes.OrderBy(c => c.Id).ToListAsync()).ConvertAll(c => (c.PersonId, c.What))[^1]));
    }

    [Fact]
    public async Task Every_kind_of_meter_says_what_a_usual_week_is_or_says_nothing()
    {
        await shop.SomebodyAsync();
        async Task<string> PerDayAsync(MeterKind kind, string year, params (int DaysAgo, string Typed)[] entries)
        {
            TrailerAnswer trailer = await shop.TrailerAsync(
                kind.ToString(),
                d => d with { Meter = kind, EstimatedYear = year });
            foreach ((int ago, string typed) in entries)
            {
                await shop.PutAsync<TrailerAnswer>(
                    $"{Trailer(trailer.Id)}/meter/{ShopServer.NewId()}",
                    new MeterDraft(
                        kind == MeterKind.Trips ? MeterEntryKind.Trip : MeterEntryKind.Reading,
                        shop.Today.AddDays(-ago),
                        typed,
                        false));
            }

            return (await shop.GetAsync<MeterPage>($"{Trailer(trailer.Id)}/meter")).PerDay;
        }

        Assert.Equal("", await PerDayAsync(MeterKind.None, ""));
        Assert.Equal("about 70 miles in a usual week", await PerDayAsync(MeterKind.Estimate, "3,652.5"));
        Assert.Equal(
            "about 70 miles in a usual week",
            await PerDayAsync(MeterKind.HubOdometer, "", (100, "1,000"), (0, "2,000")));
        Assert.Equal(
            "about 140 miles in a usual week",
            await PerDayAsync(MeterKind.TowLog, "", (100, "1,000"), (50, "2,000"), (0, "3,000")));
        Assert.Equal("", await PerDayAsync(MeterKind.Trips, ""));
    }
}
