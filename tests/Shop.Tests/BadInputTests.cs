using System.Net.Http.Headers;
using System.Text;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// What bad input gets: a clear sentence at the right place, the right status, and nothing saved halfway.
/// </summary>
public sealed class BadInputTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private static string Entry(VisitAnswer visit) => $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}";

    private async Task<(VisitAnswer Visit, string Step)> AtEndPlayAsync()
    {
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        int before = visit.Packet.Steps.ToList().FindIndex(s => s.Readings.Contains("end-play"));
        await shop.WorkAsync(visit, before);
        return (visit, visit.Packet.Steps[before].Key);
    }

    [Fact]
    public async Task A_negative_absurd_or_broken_reading_is_refused_at_its_field_and_the_step_stays_to_do()
    {
        await shop.SomebodyAsync();
        (VisitAnswer visit, string step) = await AtEndPlayAsync();
        foreach ((string typed, string sentence) in new[]
        {
            ("-.003", "can't be less than nothing"),
            ("3", "did you mean 3 thou?"),
            ("7/0", "nothing below the line but 0"),
            ("1/3", "not on a rule"),
            ("90 ft-lb", "this asks for length"),
            ("a hair", "no figure"),
        })
        {
            Problem problem = await shop.RefusedAsync(
                HttpMethod.Put,
                Entry(visit),
                new EntryDraft(step, [new ReadingDraft(ShopServer.NewId(), "end-play", typed)]),
                422);
            Assert.Equal("/readings/0/typed", Assert.Single(problem.Errors!).Pointer);
            Assert.Contains(sentence, problem.Errors![0].Detail, StringComparison.Ordinal);
        }

        VisitState state = (await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State;
        Assert.Equal(step, state.Next);
        Assert.Empty(state.Readings);
    }

    [Fact]
    public async Task A_meter_running_backwards_is_refused_at_the_figure()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        string Path() => $"/api/yard/trailers/{trailer.Id}/meter/{ShopServer.NewId()}";
        await shop.PutAsync<TrailerAnswer>(
            Path(),
            new MeterDraft(MeterEntryKind.Reading, shop.Today.AddDays(-30), "12,000", false));
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            Path(),
            new MeterDraft(MeterEntryKind.Reading, shop.Today, "11,000", false),
            422);
        Assert.Equal("/typed", problem.Errors![0].Pointer);
        Assert.Contains("run backwards", problem.Detail, StringComparison.Ordinal);

        // The same figure on arrival belongs to another field, and the visit is not begun.
        Problem arrival = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{ShopServer.NewId()}",
            ShopServer.Wanted(trailer.Id) with { Meter = new MeterOnArrival(ShopServer.NewId(), "11,000", false) },
            422);
        Assert.Equal("/meter/typed", arrival.Errors![0].Pointer);
        Assert.Empty(await shop.GetAsync<List<VisitRow>>("/api/bay/visits"));
        await shop.PutAsync<TrailerAnswer>(Path(), new MeterDraft(MeterEntryKind.Reading, shop.Today, "0", true));
    }

    [Fact]
    public async Task A_visit_with_an_opening_still_open_is_not_closed_and_names_it()
    {
        await shop.SomebodyAsync();
        (VisitAnswer visit, _) = await AtEndPlayAsync();
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Post,
            $"/api/bay/visits/{visit.Id}/close",
            new ClosingDraft(),
            409);
        Assert.Contains("hub off (going back), axle 1 left", problem.Detail, StringComparison.Ordinal);
        Assert.Contains("wheel off, axle 1 left", problem.Detail, StringComparison.Ordinal);
        Assert.DoesNotContain("hub open", problem.Detail, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_visit_in_which_nothing_was_done_is_taken_back_out_not_closed()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        Assert.Contains(
            "take the trailer back out",
            (await shop.RefusedAsync(
                HttpMethod.Post,
                $"/api/bay/visits/{visit.Id}/close",
                new ClosingDraft(),
                409)).Detail,
            StringComparison.Ordinal);
        (await shop.Http.DeleteAsync($"/api/bay/visits/{visit.Id}")).EnsureSuccessStatusCode();
        await shop.RefusedAsync(HttpMethod.Get, $"/api/bay/visits/{visit.Id}", null, 404);
    }

    [Fact]
    public async Task A_second_visit_on_a_trailer_already_in_is_refused()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{ShopServer.NewId()}",
            ShopServer.Wanted(visit.TrailerId, "axle-2-left"),
            409);
        Assert.Contains("P-07 stands in the bay already", problem.Detail, StringComparison.Ordinal);
        Assert.Contains("Something has been done", await DoneThenOutAsync(visit), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_hold_asks_why_the_trailer_leaves()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        await shop.WorkAsync(visit);
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
            new FindingDraft("axle-1-left", "bearing-collapsed", ""));
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Post,
            $"/api/bay/visits/{visit.Id}/close",
            new ClosingDraft(),
            409);
        Assert.Equal("/releasedBecause", problem.Errors![0].Pointer);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft("on a flatbed"));
        Assert.Equal(
            "on a flatbed",
            (await shop.GetAsync<VisitSheet>($"/api/ledger/visits/{visit.Id}")).ReleasedBecause);
    }

    [Fact]
    public async Task A_stale_edit_gets_409_with_what_stands_now()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        TrailerDraft draft = ShopServer.Draft("P-07", trailer.CustomerId) with { Version = trailer.Version };
        await shop.PutAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}", draft with { Name = "Theirs" });
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/yard/trailers/{trailer.Id}",
            draft with { Name = "Mine" },
            409);
        Assert.Equal("/version", problem.Errors![0].Pointer);
        Assert.Contains("Theirs", problem.Current!.ToString(), StringComparison.Ordinal);
        Assert.Equal("Theirs", (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Name);
    }

    [Theory]
    [InlineData("GET", "/api/yard/trailers/{id}")]
    [InlineData("GET", "/api/yard/customers/{id}")]
    [InlineData("GET", "/api/bay/visits/{id}")]
    [InlineData("GET", "/api/ledger/visits/{id}")]
    [InlineData("GET", "/api/nowhere")]
    [InlineData("GET", "/api/yard/trailers/not-an-id")]
    public async Task An_unknown_id_or_address_gets_404(string method, string path)
    {
        await shop.SomebodyAsync();
        await shop.RefusedAsync(
            new HttpMethod(method),
            path.Replace("{id}", ShopServer.NewId().ToString(), StringComparison.Ordinal),
            null,
            404);
    }

    [Theory]
    [InlineData("{ not json", "not JSON")]
    [InlineData("", "needs a JSON body")]
    [InlineData("null", "needs a JSON body")]
    [InlineData("[]", "is not")]
    [InlineData("""{"tag":"X"}""", "The body lacks")]
    [InlineData("""{"tag":"X","name":"","plate":"","customerId":"0","gear":null,"meter":"none","estimatedYear":"","version":0}""", "not what belongs there")]
    public async Task A_body_that_is_not_what_is_asked_for_gets_400(string body, string sentence)
    {
        await shop.SomebodyAsync();
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/yard/trailers/{ShopServer.NewId()}",
            body,
            400);
        Assert.Contains(sentence, problem.Detail, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_a_body_lacks_is_named_where_it_belongs()
    {
        await shop.SomebodyAsync();
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/shelf/orders/{ShopServer.NewId()}",
            """{"lines":[{"code":"SEAL","quantity":"2"},{"code":"CONE"}]}""",
            400);
        Assert.Equal("The body lacks quantity.", problem.Detail);
        Assert.Equal("/lines/1/quantity", Assert.Single(problem.Errors!).Pointer);
    }

    [Fact]
    public async Task Everything_wrong_with_a_trailer_is_told_at_once_each_at_its_field()
    {
        await shop.SomebodyAsync();
        TrailerDraft draft = ShopServer.Draft("", ShopServer.NewId());
        Problem problem = await shop.RefusedAsync(HttpMethod.Put, $"/api/yard/trailers/{ShopServer.NewId()}", draft with
        {
            Gear = draft.Gear with { Axles = 7, BrakeDiameter = "wide", StudThread = "1/0" },
            LastRepackOn = shop.Today.AddDays(1),
            Meter = MeterKind.Estimate,
            EstimatedYear = "-5",
        }, 422);
        Assert.Equal(
            [
                "/tag",
                "/gear/brakeDiameter",
                "/gear/studThread",
                "/gear/axles",
                "/estimatedYear",
                "/lastRepackOn",
                "/customerId"
            ],
            problem.Errors!.Select(e => e.Pointer));
    }

    [Fact]
    public async Task A_job_at_a_place_the_trailer_has_not_is_refused_at_that_job()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{ShopServer.NewId()}",
            ShopServer.Wanted(trailer.Id, "axle-1-left", "axle-3-left"),
            422);
        Assert.Equal("/jobs/1", Assert.Single(problem.Errors!).Pointer);
        Assert.Equal(
            "/jobs",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/bay/visits/{ShopServer.NewId()}",
                new VisitDraft(trailer.Id, []),
                422)).Errors![0].Pointer);
    }

    [Fact]
    public async Task Steps_out_of_order_twice_or_skipped_where_they_may_not_be_are_refused()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        Assert.Contains(
            "Before this comes",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                Entry(visit),
                new EntryDraft("axle-1-left/hub-off/hub", []),
                409)).Detail,
            StringComparison.Ordinal);
        await shop.RefusedAsync(HttpMethod.Put, Entry(visit), new EntryDraft("axle-1-left/nothing", []), 422);
        await shop.WorkAsync(visit, 2);
        Assert.Contains(
            "Ines Marrow has settled this step already",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                Entry(visit),
                new EntryDraft(visit.Packet.Steps[0].Key, []),
                409)).Detail,
            StringComparison.Ordinal);

        int pin = visit.Packet.Steps.ToList().FindIndex(s => s.Key == "axle-1-left/hub-off/new-pin");
        await shop.WorkAsync(visit, pin - 2);
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            Entry(visit),
            new EntryDraft(visit.Packet.Steps[pin].Key, [], "in a hurry"),
            422);
        Assert.Contains("can't be skipped", problem.Detail, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_id_that_is_not_version_7_is_refused()
    {
        await shop.SomebodyAsync();
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/yard/customers/{Guid.NewGuid()}",
            new CustomerEdit("A", "", "", "", 0),
            400);
    }

    /// <summary>
    /// What shows nothing, or turns the rest round, is no text; letters from right to left and pictures are.
    /// </summary>
    [Theory]
    [InlineData("a\0b", false)]
    [InlineData("P\u202E07", false)]
    [InlineData("P\u206607", false)]
    [InlineData("a\u0007b", false)]
    [InlineData("מכונת קפה", true)]
    [InlineData("Räder 💥", true)]
    [InlineData("two\nlines", true)]
    public async Task A_name_is_signs_that_can_be_seen(string name, bool taken)
    {
        await shop.SomebodyAsync();
        string path = $"/api/yard/customers/{ShopServer.NewId()}";
        CustomerEdit edit = new(name, "", "", "", 0);
        if (taken)
        {
            Assert.Equal(name, (await shop.PutAsync<CustomerAnswer>(path, edit)).Name);
        }
        else
        {
            Problem problem = await shop.RefusedAsync(HttpMethod.Put, path, edit, 422);
            Assert.NotEmpty(problem.Detail);
        }
    }

    /// <summary>Hours that are left out would be set back to the defaults without a word.</summary>
    [Fact]
    public async Task Hours_are_chosen_whole()
    {
        await shop.SomebodyAsync();
        using HttpResponseMessage now = await shop.Http.GetAsync("/api/settings/planning");
        System.Text.Json.Nodes.JsonNode chosen =
            System.Text.Json.Nodes.JsonNode.Parse(await now.Content.ReadAsStringAsync())!["chosen"]!;
        chosen["hours"]!["bays"] = 5;
        await shop.PutAsync<object>("/api/settings/planning", chosen);
        chosen["version"] = 1;
        chosen["hours"]!.AsObject().Remove("bays");
        await shop.RefusedAsync(HttpMethod.Put, "/api/settings/planning", chosen, 400);
        chosen["hours"] = new System.Text.Json.Nodes.JsonObject();
        await shop.RefusedAsync(HttpMethod.Put, "/api/settings/planning", chosen, 400);
        Assert.Equal(5, (await shop.LookAsync(f => f.Settings.SingleAsync())).Hours.Bays);
    }

    [Fact]
    public async Task A_pack_has_a_quantity_that_can_be_counted()
    {
        await shop.SomebodyAsync();
        foreach (string pack in new[] { "0", "0.0000000000000000000000000001", "-1", "1e-28" })
        {
            Problem problem = await shop.RefusedAsync(
                HttpMethod.Put,
                "/api/shelf/stock/SEAL-1719-2565",
                new Shelf.StockEdit("A1", pack, "", "", 0),
                422);
            Assert.Equal("/pack", problem.Errors![0].Pointer);
        }

        Assert.Equal(200, (int)(await shop.Http.GetAsync("/api/shelf/to-order")).StatusCode);
    }

    [Fact]
    public async Task A_table_of_20_MB_is_refused_before_it_is_read()
    {
        await shop.SomebodyAsync();
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Post,
            "/api/ledger/tables?apply=true",
            Table(new byte[20 * 1024 * 1024]),
            413);
        Assert.Contains("Split it", problem.Detail, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_table_as_spreadsheets_save_it_is_read_and_what_it_was_read_as_is_said()
    {
        await shop.SomebodyAsync();
        const string text = "customer,note\nPérigée Räder,“long” café\n";
        (byte[] Bytes, string Encoding)[] saved =
        [
            (Encoding.UTF8.GetBytes(text), "utf-8"),
            ([.. Encoding.UTF8.Preamble, .. Encoding.UTF8.GetBytes(text)], "utf-8"),
            ([0xFF, 0xFE, .. Encoding.Unicode.GetBytes(text)], "utf-16"),
            ([0xFE, 0xFF, .. Encoding.BigEndianUnicode.GetBytes(text)], "utf-16BE"),
            (CodePagesEncodingProvider.Instance.GetEncoding(1252)!.GetBytes(text), "windows-1252"),
        ];
        foreach ((byte[] bytes, string encoding) in saved)
        {
            TableAnswer answer = await ShopServer.ReadAsync<TableAnswer>(
                await shop.Http.PostAsync("/api/ledger/tables", Table(bytes)));
            Assert.Equal(encoding, answer.Encoding);
            Assert.Equal("Périgée Räder", Assert.Single(answer.Rows).What);
        }
    }

    [Fact]
    public async Task Bytes_that_are_no_text_are_refused_and_leave_nothing()
    {
        await shop.SomebodyAsync();
        byte[] noise = new byte[4_000];
        new Random(7).NextBytes(noise);
        Assert.Equal(
            422,
            (int)(await shop.Http.PostAsync("/api/ledger/tables?apply=true", Table(noise))).StatusCode);
        Assert.Equal(0, await shop.LookAsync(f => f.Trailers.CountAsync()));
    }

    [Theory]
    [InlineData("tag,customer,axles,rating_lb\nA-1,Orchard,2,3500\nA-2,\"Orchard,2,3500\nA-3,Orchard,1,2000\n",
        "line 3 is never closed")]
    [InlineData("", "The file is empty")]
    [InlineData("colour,size\nred,3\n", "no heading that we know")]
    [InlineData("tag,customer\nA-1,Orchard\n", "no column axles, rating_lb")]
    public async Task A_table_that_can_not_be_taken_apart_is_refused_whole(string text, string sentence)
    {
        await shop.SomebodyAsync();
        Assert.Contains(
            sentence,
            (await shop.RefusedAsync(
                HttpMethod.Post,
                "/api/ledger/tables?apply=true",
                Table(Encoding.UTF8.GetBytes(text)),
                422)).Detail,
            StringComparison.Ordinal);
        Assert.Equal(0, await shop.LookAsync(f => f.Trailers.CountAsync()));
    }

    private async Task<string> DoneThenOutAsync(VisitAnswer visit)
    {
        await shop.WorkAsync(visit, 1);
        return (await shop.RefusedAsync(HttpMethod.Delete, $"/api/bay/visits/{visit.Id}", null, 409)).Detail;
    }

    internal static ByteArrayContent Table(byte[] bytes) =>
        new(bytes) { Headers = { ContentType = new MediaTypeHeaderValue("text/csv") } };
}
