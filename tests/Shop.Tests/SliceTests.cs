using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Horizon;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Ledger.Amending;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>The whole slice over HTTP: from the yard through the bay to the ledger.</summary>
public sealed class SliceTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    [Fact]
    public async Task A_repack_moves_the_next_due_date_and_stands_in_the_ledger()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(with: d => d with { LastRepackOn = shop.Today.AddMonths(-13) });
        Assert.Equal(shop.Today.AddMonths(-13).AddMonths(12), trailer.Status.NextDue ?? trailer.Status.Dues[0].Due.On);
        Assert.All(trailer.Status.Dues, d => Assert.Equal(Nearness.Overdue, d.Due.Nearness));

        PacketPreview look = await shop.PostAsync<PacketPreview>(
            "/api/bay/preview",
            new WorkWanted(trailer.Id, ShopServer.Wanted(trailer.Id, "axle-1-left", "axle-1-right").Jobs));
        Assert.True(look.Minutes < 2 * 51);

        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left", "axle-1-right");
        Assert.Equal(look.Minutes, visit.Minutes);
        await WorkWithFiguresAsync(visit);
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
            new FindingDraft("axle-1-left", "grease-milky", "since the ford"));
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/parts/{ShopServer.NewId()}",
            new PartDraft("axle-1-left", "grease seal 2.125 × 3.376", 1, "piece"));
        VisitState closed = await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        Assert.NotNull(closed.ClosedAt);

        TrailerAnswer after = await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}");
        Assert.Equal(shop.Today.AddMonths(12), after.Status.Dues.Single(d => d.Place == "axle-1-left").Due.On);
        Assert.Equal(Nearness.Overdue, after.Status.Dues.Single(d => d.Place == "axle-2-left").Due.Nearness);
        Assert.Equal(Verdict.Renew, after.Status.Marks[0].Judgement.Verdict);
        Assert.Contains(
            after.Status.Measured,
            m => m is { Place: "axle-1-left", Kind: "end-play", Value: "0.003 in", Typed: "3 thou" });
        Assert.Equal(
            [
                "Feel each hub after the first run: one hotter than its opposite is a finding",
                "Torque the lug nuts again"
            ],
            after.Status.Owed.Select(o => o.Words).Order());
        Assert.Null(after.OpenVisit);

        VisitSheet sheet = await shop.GetAsync<VisitSheet>($"/api/ledger/visits/{visit.Id}");
        Assert.Equal("Ines Marrow", sheet.ClosedBy);
        Assert.Equal("grease seal 2.125 × 3.376", Assert.Single(sheet.Visit.State.Parts).Name);
        Assert.Single((await shop.GetAsync<PastVisits>("/api/ledger/visits")).Visits);
    }

    [Fact]
    public async Task Everything_survives_a_restart_in_mid_visit()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.VisitAsync(trailer.Id);
        VisitState before = await shop.WorkAsync(visit, 9);

        shop.End();
        using ShopServer again = new(shop.Folder);
        VisitAnswer after = await again.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}");
        Assert.Equal(before.Next, after.State.Next);
        Assert.Equal(before.Entries, after.State.Entries);
        Assert.Equal(visit.Packet.Steps.Select(s => s.Key), after.Packet.Steps.Select(s => s.Key));
    }

    [Fact]
    public async Task The_file_promises_what_we_say()
    {
        await shop.SomebodyAsync();
        await shop.LookAsync(async file =>
        {
            await Microsoft.EntityFrameworkCore.RelationalDatabaseFacadeExtensions.OpenConnectionAsync(file.Database);
            Assert.Equal("wal", await Store.ShopFileOpening.PragmaAsync(file, "journal_mode"));
            Assert.Equal(2L, await Store.ShopFileOpening.PragmaAsync(file, "synchronous"));
            Assert.Equal(1L, await Store.ShopFileOpening.PragmaAsync(file, "foreign_keys"));
            return 0;
        });
    }

    [Fact]
    public async Task The_meter_decides_when_it_has_enough_to_say()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(with: d => d with { LastRepackOn = shop.Today.AddMonths(-6) });
        Assert.Contains("too few meter readings", trailer.Status.Dues[0].Due.Reason, StringComparison.Ordinal);
        foreach ((int days, string typed) in new[] { (-180, "10,000"), (-90, "15,000 mi"), (0, "32186.88 km") })
        {
            trailer = await shop.PutAsync<TrailerAnswer>(
                $"/api/yard/trailers/{trailer.Id}/meter/{ShopServer.NewId()}",
                new MeterDraft(MeterEntryKind.Reading, shop.Today.AddDays(days), typed, false));
        }

        Assert.Equal(DueCause.Distance, trailer.Status.Dues[0].Due.Cause);
        Assert.Contains("distance comes first", trailer.Status.Dues[0].Due.Reason, StringComparison.Ordinal);
        Assert.Equal(
            "about 389 miles in a usual week",
            (await shop.GetAsync<MeterPage>($"/api/yard/trailers/{trailer.Id}/meter")).PerDay);
    }

    [Fact]
    public async Task The_yard_finds_by_tag_plate_name_and_customer_and_puts_the_soonest_due_first()
    {
        await shop.SomebodyAsync();
        await shop.TrailerAsync(
            "Q-114",
            d => d with { Name = "Book van", Plate = "LAKE 7", LastRepackOn = shop.Today.AddMonths(-2) });
        await shop.TrailerAsync(
            "Q-120",
            d => d with { Name = "Book van, 100% spare", LastRepackOn = shop.Today.AddMonths(-14) });
        await shop.TrailerAsync(
            "W-06",
            d => d with
            {
                Gear = d.Gear with { Lubrication = Lubrication.SealedHub, NutRetention = NutRetention.OnePieceNut }
            });

        async Task<string[]> Find(string query) =>
            [.. (await shop.GetAsync<TrailerListAnswer>($"/api/yard/trailers?{query}")).Rows.Select(r => r.Tag)];
        Assert.Equal(["Q-120", "Q-114", "W-06"], await Find(""));
        Assert.Equal(["Q-114", "Q-120", "W-06"], await Find("order=tag"));
        Assert.Equal(["Q-114"], await Find("search=lake"));
        Assert.Equal(["Q-120"], await Find("search=100%25"));
        Assert.Equal(["Q-120"], await Find("search=van%20owner%20q-120"));
        Assert.Empty(await Find("search=nothing"));
        Assert.Equal(["Q-114"], await Find("skip=1&take=1"));
        TrailerListAnswer page = await shop.GetAsync<TrailerListAnswer>("/api/yard/trailers?search=q&take=1");
        Assert.Equal((true, 2), (page.More, page.Found));

        // A customer's new name is found at once.
        Guid owner = (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{page.Rows[0].Id}")).CustomerId;
        await shop.PutAsync<CustomerAnswer>(
            $"/api/yard/customers/{owner}",
            new CustomerEdit("Mobile library", "", "", "", 1));
        Assert.Equal(["Q-120"], await Find("search=library"));
    }

    [Fact]
    public async Task The_horizon_lists_what_comes_due_soonest_first_with_its_reason()
    {
        await shop.SomebodyAsync();
        await shop.TrailerAsync("B-02", d => d with { LastRepackOn = shop.Today.AddMonths(-3) });
        await shop.TrailerAsync(
            "B-03",
            d => d with { LastRepackOn = shop.Today.AddMonths(-9), Meter = MeterKind.None });
        HorizonAnswer horizon = await shop.GetAsync<HorizonAnswer>("/api/horizon");
        Assert.Equal(
            ["B-03", "B-02"],
            horizon.Lines.OrderBy(l => l.Marks.First(m => m.Short == "repack").On).Select(l => l.Tag));
        DueMark repack = horizon.Lines.Single(l => l.Tag == "B-03").Marks.Single(m => m.Short == "repack");
        Assert.Equal("all wheel ends", repack.Where);
        Assert.Contains("time alone decides", repack.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_new_day_brings_the_standing_up_to_date()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(with: d => d with { LastRepackOn = shop.Today.AddMonths(-11) });
        Assert.Equal(Nearness.Soon, trailer.Status.Dues[0].Due.Nearness);
        shop.Time.Ahead = TimeSpan.FromDays(60);
        Assert.Equal(
            Nearness.Overdue,
            (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Status.Dues[0].Due.Nearness);
        Assert.Contains(
            "overdue",
            (await shop.GetAsync<TrailerListAnswer>("/api/yard/trailers")).Rows[0].NextWhen,
            StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_shops_practice_and_interval_reach_the_packet_and_the_due_dates()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(with: d => d with { LastRepackOn = shop.Today });
        ShopAnswer house = await shop.GetAsync<ShopAnswer>("/api/settings/shop");
        await shop.PutAsync<ShopAnswer>(
            "/api/settings/shop",
            new ShopEdit(
                "Quillmere",
                6,
                "6,000 mi",
                new Dictionary<string, string>(house.Practices) { ["nut-setting"] = "no-play" },
                house.Version));
        Assert.Equal(
            shop.Today.AddMonths(6),
            (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Status.Dues[0].Due.On);

        VisitAnswer visit = await shop.VisitAsync(trailer.Id);
        Assert.Contains(visit.Packet.Steps, s => s.Key == "axle-1-left/hub-off/set-no-play");
        Assert.Contains(
            "How to leave the spindle nut, this shop’s practice: No play, no drag: snug until play is just gone and "
                + "the hub still turns free",
            visit.Practices);
        UnderstoodAnswer read =
            await shop.GetAsync<UnderstoodAnswer>($"/api/bay/understand?kind=end-play&typed=.003&visit={visit.Id}");
        Assert.Equal(Verdict.Watch, read.Judgement?.Verdict);
    }

    [Fact]
    public async Task A_closed_visit_stays_as_it_was_and_takes_remarks()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        Assert.Contains(
            "closed and stays as it is",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
                new FindingDraft("axle-1-left", "seal-torn", ""),
                409)).Detail,
            StringComparison.Ordinal);
        VisitSheet sheet = await shop.PutAsync<VisitSheet>(
            $"/api/ledger/visits/{visit.Id}/amendments/{ShopServer.NewId()}",
            new AmendmentDraft("The seal was the 2.250, not the 2.125."));
        Assert.Equal("Ines Marrow", Assert.Single(sheet.Amendments).By);
        Assert.Empty(sheet.Visit.State.Findings);
    }

    [Fact]
    public async Task A_check_owed_is_ticked_and_the_tick_taken_back()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        FollowUpAnswer owed = Assert.Single(
            (await shop.GetAsync<FollowUpPage>("/api/ledger/follow-ups")).Owed,
            f => f.Words == "Torque the lug nuts again");
        Assert.DoesNotContain(
            owed,
            (await shop.PutAsync<FollowUpPage>(
                $"/api/ledger/follow-ups/{owed.Id}",
                new FollowUpDraft(true))).Owed);
        Assert.Contains(
            owed,
            (await shop.PutAsync<FollowUpPage>(
                $"/api/ledger/follow-ups/{owed.Id}",
                new FollowUpDraft(false))).Owed);
    }

    /// <summary>Wheels that come off at every repack leave one check owed, not one a year.</summary>
    [Fact]
    public async Task A_check_left_anew_takes_the_place_of_the_one_before()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        List<DateOnly> due = [];
        for (int visits = 0; visits < 2; visits++)
        {
            VisitAnswer visit = await shop.VisitAsync(trailer.Id);
            await shop.WorkAsync(visit);
            await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
            FollowUpPage page = await shop.GetAsync<FollowUpPage>("/api/ledger/follow-ups");
            due.Add(Assert.Single(page.Owed, f => f.Words == "Torque the lug nuts again").DueOn);
            Assert.Equal(page.Total, page.Owed.Select(f => f.Words).Distinct().Count());
            shop.Time.Ahead += TimeSpan.FromDays(300);
        }

        Assert.True(due[1] > due[0].AddDays(250));
    }

    [Fact]
    public async Task The_document_describes_every_path_in_OpenAPI_3_1()
    {
        using System.Text.Json.JsonDocument document =
            System.Text.Json.JsonDocument.Parse(await shop.Http.GetStringAsync("/openapi/v1.json"));
        Assert.StartsWith("3.1", document.RootElement.GetProperty("openapi").GetString(), StringComparison.Ordinal);
        Assert.True(document.RootElement.GetProperty("paths").EnumerateObject().Count() > 20);
        Assert.Equal("ok", (await shop.GetAsync<HealthAnswer>("/health")).Status);
        HealthAnswer ready = await shop.GetAsync<HealthAnswer>("/health/ready");
        Assert.Equal(("ok", true), (ready.Status, ready.Migration.Length > 0));
        Assert.Equal("", (await shop.GetAsync<HealthAnswer>("/health/live")).Migration);
    }

    private async Task WorkWithFiguresAsync(VisitAnswer visit)
    {
        Dictionary<string, string> figures = new()
        {
            ["rim-rock"] = "1/32",
            ["end-play"] = "3 thou",
            ["seal-journal"] = "2 1/8",
            ["lining"] = "3/16",
            ["lug-torque"] = "130 N·m",
            ["circuit-current"] = "12"
        };
        foreach (PacketStep step in visit.Packet.Steps)
        {
            List<ReadingDraft> readings = [.. step.Readings.Select(kind => new ReadingDraft(
                ShopServer.NewId(),
                kind,
                figures[kind]))];
            await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}",
                new EntryDraft(step.Key, readings));
        }
    }
}
