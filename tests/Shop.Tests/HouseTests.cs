using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>The shop, its people and customers, its meters, and the smaller refusals.</summary>
public sealed class HouseTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    [Fact]
    public async Task People_are_added_under_names_of_their_own()
    {
        await shop.SomebodyAsync();
        ShopAnswer house = await shop.PutAsync<ShopAnswer>(
            $"/api/settings/people/{ShopServer.NewId()}",
            new PersonEdit("  Tobin Askel ", true));
        Assert.Equal(["Ines Marrow", "Tobin Askel"], house.People.Select(p => p.Name));
        foreach ((string name, int status) in new[] { ("ines marrow", 409), (" ", 422) })
        {
            Problem problem = await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/settings/people/{ShopServer.NewId()}",
                new PersonEdit(name, true),
                status);
            Assert.Equal("/name", problem.Errors![0].Pointer);
        }
    }

    [Fact]
    public async Task The_shops_choices_are_checked_and_guarded_by_their_version()
    {
        await shop.SomebodyAsync();
        ShopAnswer house = await shop.GetAsync<ShopAnswer>("/api/settings/shop");
        Assert.Equal(
            (12, "12,000 mi", "slight-play"),
            (house.RepackMonths, house.RepackDistance, house.Practices["nut-setting"]));
        ShopEdit edit = new("Quillmere", 12, "12,000", house.Practices, house.Version);
        Problem wrong = await shop.RefusedAsync(
            HttpMethod.Put,
            "/api/settings/shop",
            edit with
            {
                Name = "",
                RepackMonths = 0,
                RepackDistance = "5 mi",
                Practices = new Dictionary<string, string> { ["nut-setting"] = "hard" }
            },
            422);
        Assert.Equal(["/name", "/repackMonths", "/repackDistance", "/practices"], wrong.Errors!.Select(e => e.Pointer));
        Assert.Equal(house.Version + 1, (await shop.PutAsync<ShopAnswer>("/api/settings/shop", edit)).Version);
        Problem stale = await shop.RefusedAsync(HttpMethod.Put, "/api/settings/shop", edit with { Name = "Mine" }, 409);
        Assert.Contains("Quillmere", stale.Current!.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_customer_is_edited_by_version_and_has_a_name_of_its_own()
    {
        await shop.SomebodyAsync();
        Guid one = await shop.CustomerAsync("Glider club"), other = await shop.CustomerAsync("Orchard");
        CustomerAnswer changed = await shop.PutAsync<CustomerAnswer>(
            $"/api/yard/customers/{one}",
            new CustomerEdit("Glider club", "0 11", "", "flies on Saturdays", 1));
        Assert.Equal((2, "0 11"), (changed.Version, changed.Phone));
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/yard/customers/{one}",
            new CustomerEdit("Glider club", "0 12", "", "", 1),
            409);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/yard/customers/{other}",
            new CustomerEdit("GLIDER CLUB", "", "", "", 1),
            409);
        Assert.Contains(
            "longer than 120",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/yard/customers/{other}",
                new CustomerEdit(new string('x', 121), "", "", "", 1),
                422)).Detail,
            StringComparison.Ordinal);
        Assert.Equal(
            ["Glider club", "Orchard"],
            (await shop.GetAsync<List<CustomerAnswer>>("/api/yard/customers")).Select(c => c.Name));
    }

    [Fact]
    public async Task A_tag_is_given_once()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync("Q-114");
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/yard/trailers/{ShopServer.NewId()}",
            ShopServer.Draft("q-114", trailer.CustomerId),
            409);
        Assert.Equal("/tag", problem.Errors![0].Pointer);
    }

    [Fact]
    public async Task The_gear_is_not_changed_under_a_visit_but_the_name_is()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        await shop.VisitAsync(trailer.Id);
        TrailerDraft draft = ShopServer.Draft("P-07", trailer.CustomerId) with { Version = trailer.Version };
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/yard/trailers/{trailer.Id}",
            draft with { Gear = draft.Gear with { Axles = 3 } },
            409);
        Assert.Equal("/gear", problem.Errors![0].Pointer);
        Assert.Equal(
            "Renamed",
            (await shop.PutAsync<TrailerAnswer>(
                $"/api/yard/trailers/{trailer.Id}",
                draft with { Name = "Renamed" })).Name);
    }

    [Fact]
    public async Task A_planned_trip_is_written_down_and_a_reading_of_tomorrow_is_not()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(with: d => d with { Meter = MeterKind.Trips });
        string Path() => $"/api/yard/trailers/{trailer.Id}/meter/{ShopServer.NewId()}";
        await shop.PutAsync<TrailerAnswer>(
            Path(),
            new MeterDraft(MeterEntryKind.Trip, shop.Today.AddDays(20), "400 mi", false));
        await shop.RefusedAsync(
            HttpMethod.Put,
            Path(),
            new MeterDraft(MeterEntryKind.Reading, shop.Today.AddDays(1), "400", false),
            422);
        await shop.RefusedAsync(
            HttpMethod.Put,
            Path(),
            new MeterDraft(MeterEntryKind.Trip, shop.Today.AddYears(5), "400", false),
            422);
        await shop.RefusedAsync(
            HttpMethod.Put,
            Path(),
            new MeterDraft(MeterEntryKind.Trip, shop.Today, "0", false),
            422);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/yard/trailers/{ShopServer.NewId()}/meter/{ShopServer.NewId()}",
            new MeterDraft(MeterEntryKind.Trip, shop.Today, "4", false),
            404);
        Assert.Equal(
            "400 mi",
            Assert.Single((await shop.GetAsync<MeterPage>($"/api/yard/trailers/{trailer.Id}/meter")).Entries).Read);
    }

    [Fact]
    public async Task A_step_is_skipped_with_a_reason_and_not_without()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        string Path() => $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}";
        Assert.Equal(
            "/skippedBecause",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                Path(),
                new EntryDraft(visit.State.Next!, [], "  "),
                422)).Errors![0].Pointer);
        VisitState state = await shop.PutAsync<VisitState>(
            Path(),
            new EntryDraft(visit.State.Next!, [], "chocked already"));
        Assert.Equal("chocked already", state.Entries[0].SkippedBecause);
        Problem notAsked = await shop.RefusedAsync(
            HttpMethod.Put,
            Path(),
            new EntryDraft(state.Next!, [new ReadingDraft(ShopServer.NewId(), "end-play", ".003")]),
            422);
        Assert.Equal("/readings/0/kind", notAsked.Errors![0].Pointer);
    }

    [Fact]
    public async Task Findings_and_parts_at_no_place_or_of_no_kind_are_refused()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        string Path(string what) => $"/api/bay/visits/{visit.Id}/{what}/{ShopServer.NewId()}";
        Problem finding = await shop.RefusedAsync(
            HttpMethod.Put,
            Path("findings"),
            new FindingDraft("axle-9-left", "rust-everywhere", ""),
            422);
        Assert.Equal(["/ruleCode", "/place"], finding.Errors!.Select(e => e.Pointer));
        Problem part = await shop.RefusedAsync(
            HttpMethod.Put,
            Path("parts"),
            new PartDraft("axle-9-left", "", -1, ""),
            422);
        Assert.Equal(["/name", "/unit", "/quantity", "/place"], part.Errors!.Select(e => e.Pointer));
        await shop.RefusedAsync(HttpMethod.Put, Path("findings") + "/mended", new MendingDraft("renewed"), 404);
    }

    [Theory]
    [InlineData("/api/yard/trailers?take=0")]
    [InlineData("/api/yard/trailers?take=9999")]
    [InlineData("/api/yard/trailers?skip=-1")]
    [InlineData("/api/yard/trailers?order=colour")]
    [InlineData("/api/yard/trailers?order=1")]
    [InlineData("/api/horizon?take=1000")]
    [InlineData("/api/ledger/visits?take=-3")]
    public async Task A_query_out_of_its_range_gets_400(string path) =>
        await shop.RefusedAsync(HttpMethod.Get, path, null, 400);

    [Theory]
    [InlineData("quantity=length&typed=4 1/4", "4.250 in", "107.95 mm")]
    [InlineData("quantity=distance&typed=12,000", "12,000 mi", "19,312.1 km")]
    [InlineData("quantity=torque&typed=135 N·m", "99.6 lbf·ft", "135 N·m")]
    [InlineData("quantity=volume&typed=47", "47 fl oz", "1390 mL")]
    [InlineData("kind=lug-torque&typed=95", "95 lbf·ft", "128.8 N·m")]
    public async Task A_figure_is_read_back_while_it_is_typed(string query, string ours, string other)
    {
        UnderstoodAnswer read = await shop.GetAsync<UnderstoodAnswer>("/api/bay/understand?" + query);
        Assert.Equal((ours, other, null), (read.Ours, read.Other, read.Problem));
    }

    [Fact]
    public async Task A_gear_is_looked_at_while_it_is_described()
    {
        GearDescription usual = await shop.GetAsync<GearDescription>("/api/yard/gear/usual?axles=2&ratingPounds=3500");
        Assert.Equal(
            (BrakeKind.ElectricDrum, "10", "2 1/4", "1/2"),
            (usual.Brake, usual.BrakeDiameter, usual.BrakeWidth, usual.StudThread));
        GearPreview look = await shop.PostAsync<GearPreview>("/api/yard/gear/preview", usual);
        Assert.Empty(look.Problems);
        Assert.Contains(
            look.Places,
            p => p is { Code: "equalizer-1-left", Spoken: "equalizer between axles 1 and 2, left" });
        GearPreview wrong = await shop.PostAsync<GearPreview>(
            "/api/yard/gear/preview",
            usual with { Suspension = SuspensionKind.Torsion, StudThread = "thick" });
        Assert.Equal(["/gear/studThread", "/gear/spindle"], wrong.Problems.Select(p => p.Pointer));
    }

    [Theory]
    [InlineData("12", "2 1/4", "1/2")]
    [InlineData("304.8 mm", "17/32", "9/16")]
    [InlineData("250 mm", "0.123", "14 mm")]
    public void A_described_gear_reads_back_as_itself(string diameter, string width, string thread)
    {
        GearDescription described = GearDescription.Of(GearDefaults.For(2, 3_500)) with
        {
            BrakeDiameter = diameter,
            BrakeWidth = width,
            StudThread = thread
        };
        Checks checks = new();
        RunningGear gear = described.Read(checks, "");
        RunningGear again = GearDescription.Of(gear).Read(checks, "");
        checks.Done();
        Assert.Equal(gear, again);
        Assert.Equal(ShopNotation.Read(diameter, Quantity.Length).Canonical, gear.BrakeSize!.Diameter.Millimetres);
    }

    [Theory]
    [InlineData("a,b\n1,2\n", null)]
    [InlineData("a,\"b\n1\",2\n", null)]
    [InlineData("a,\"b \"\"c\"\"\"\n", null)]
    [InlineData("a,\"b\n1,2\n", 1)]
    [InlineData("a\n\"b\"\n\"c\nd", 3)]
    public void An_open_quote_is_found_by_its_line(string text, int? line) =>
        Assert.Equal(line, TableText.OpenQuoteLine(text));

    [Fact]
    public void A_visits_jobs_are_said_in_a_line()
    {
        string Say(int axles, params string[] ends) => JobWords.Of(new Visit
        {
            Gear = GearDefaults.For(axles, 3_500),
            Practices = Core.Practices.PracticeChoices.Defaults,
            Jobs = [.. ends.Select(e => new JobAt("bearing-repack", e))],
        });
        Assert.Equal("Bearing repack, both ends", Say(1, "axle-1-left", "axle-1-right"));
        Assert.Equal("Bearing repack, all four", Say(2, "axle-1-left", "axle-1-right", "axle-2-left", "axle-2-right"));
        Assert.Equal("Bearing repack, axle 1 left and axle 2 left", Say(2, "axle-1-left", "axle-2-left"));
        Assert.Equal("Bearing repack, 3 of 4", Say(2, "axle-1-left", "axle-2-left", "axle-1-right"));
    }
}
