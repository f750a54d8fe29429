using System.Net;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Shelf;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>What was taken back stays so, parts are known by code, and what was typed or told once is kept.</summary>
public sealed class TakenBackTests : IDisposable
{
    private const string Seal = "SEAL-2250-3376", SealName = "grease seal 2.250 × 3.376";

    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    [Fact]
    public async Task A_late_copy_never_brings_back_what_was_taken_back()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        string at = $"/api/bay/visits/{visit.Id}", yard = $"/api/yard/trailers/{visit.TrailerId}";
        Guid finding = ShopServer.NewId(), part = ShopServer.NewId(), meter = ShopServer.NewId(), never =
            ShopServer.NewId();
        FindingDraft torn = new("axle-1-left", "seal-torn", "");
        PartDraft used = new("axle-1-left", SealName, 1, "piece");
        MeterDraft read = new(MeterEntryKind.Reading, shop.Today, "1,200 mi", false);
        await shop.PutAsync<VisitState>($"{at}/findings/{finding}", torn);
        await shop.PutAsync<VisitState>($"{at}/parts/{part}", used);
        await shop.PutAsync<TrailerAnswer>($"{yard}/meter/{meter}", read);
        await shop.DeleteAsync<VisitState>($"{at}/findings/{finding}");
        await shop.DeleteAsync<VisitState>($"{at}/parts/{part}");
        await shop.DeleteAsync<TrailerAnswer>($"{yard}/meter/{meter}");

        // One whose taking back overtook it on the way never comes either.
        await shop.DeleteAsync<VisitState>($"{at}/findings/{never}");

        await shop.PutAsync<VisitState>($"{at}/findings/{finding}", torn);
        await shop.PutAsync<VisitState>($"{at}/findings/{never}", torn);
        VisitState state = await shop.PutAsync<VisitState>($"{at}/parts/{part}", used);
        await shop.PutAsync<TrailerAnswer>($"{yard}/meter/{meter}", read);
        Assert.Empty(state.Findings);
        Assert.Empty(state.Parts);
        Assert.Empty((await shop.GetAsync<MeterPage>($"{yard}/meter")).Entries);

        // A visit taken back out comes in under an id of its own alone.
        Assert.Equal(HttpStatusCode.NoContent, (await shop.Http.DeleteAsync(new Uri(at, UriKind.Relative))).StatusCode);
        await shop.RefusedAsync(HttpMethod.Put, at, ShopServer.Wanted(visit.TrailerId), 409);
        await shop.VisitAsync(visit.TrailerId);
    }

    [Fact]
    public async Task A_part_by_another_name_keeps_its_stock_its_price_and_its_tick()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        await shop.PutAsync<StockPart>(
            $"/api/shelf/stock/{Seal}/entries/{ShopServer.NewId()}",
            new StockDraft(StockMove.Count, "6", ""));
        VisitAnswer visit = await shop.VisitAsync(trailer.Id);
        await shop.PutAsync<VisitState>($"/api/bay/visits/{visit.Id}/taken", new TakenDraft("cotter pin", true));
        await shop.PutAsync<List<KnownPart>>(
            $"/api/settings/parts/{Seal}",
            new PartEdit("the big blue seal", "Seal", "", "piece", "7.25", 0));
        await shop.PutAsync<List<KnownPart>>(
            "/api/settings/parts/PIN-COTTER",
            new PartEdit("split pin, brass", "Pin", "", "piece", "0.40", 0));

        VisitAnswer now = await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}");
        Assert.Contains(
            now.Packet.Steps.SelectMany(s => s.Parts).SelectMany(p => p.OneOf.Append(p.Name)),
            n => n == "the big blue seal");
        Assert.Equal(["split pin, brass"], now.State.Taken);
        Assert.True((await shop.GetAsync<List<StockRow>>("/api/shelf/stock")).Single(r => r.Code == Seal).Promised > 0);
        foreach (string name in new[] { "the big blue seal", SealName })
        {
            PartAnswer used = (await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/parts/{ShopServer.NewId()}",
                new PartDraft("axle-1-left", name, 1, "piece"))).Parts[^1];
            Assert.Equal(7.25m, used.Price);
        }

        Assert.Equal(4, (await shop.GetAsync<List<StockRow>>("/api/shelf/stock")).Single(r => r.Code == Seal).OnHand);
    }

    [Fact]
    public async Task Of_two_who_take_the_last_seal_the_second_is_told()
    {
        await shop.SomebodyAsync();
        await shop.PutAsync<StockPart>(
            $"/api/shelf/stock/{Seal}/entries/{ShopServer.NewId()}",
            new StockDraft(StockMove.Count, "1", ""));
        VisitAnswer first =
            await shop.VisitAsync((await shop.TrailerAsync("P-07")).Id), second =
                await shop.VisitAsync((await shop.TrailerAsync("P-08")).Id);
        async Task<VisitState> UseAsync(VisitAnswer visit) =>
            await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/parts/{ShopServer.NewId()}",
                new PartDraft("axle-1-left", SealName, 1, "piece"));
        VisitState[] both = await Task.WhenAll(UseAsync(first), UseAsync(second));
        string told = Assert.Single(both.SelectMany(b => b.ShelfDiffers));
        Assert.Contains("took the last", told, StringComparison.Ordinal);
        Assert.Contains(SealName, told, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_makers_torque_typed_once_judges_what_was_left_and_is_there_at_the_next_visit()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.VisitAsync(trailer.Id);
        string path = $"/api/bay/visits/{visit.Id}/torques/lug-nuts";
        VisitAnswer typed = await shop.PutAsync<VisitAnswer>(path, new TorqueFigureDraft("110 to 120", "wheel chart"));
        PacketStep step = typed.Packet.Steps.Single(s => s.Readings.Contains("lug-torque"));
        Assert.Equal(("110 to 120 lbf·ft", 120m), (step.Torque!.Words, step.Torque.To));
        Assert.Equal(
            "/typed",
            (await shop.RefusedAsync(HttpMethod.Put, path, new TorqueFigureDraft("9", ""), 422)).Errors![0].Pointer);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{visit.Id}/torques/rivets",
            new TorqueFigureDraft("9", ""),
            404);
        UnderstoodAnswer read =
            await shop.GetAsync<UnderstoodAnswer>($"/api/bay/understand?typed=95&kind=lug-torque&visit={visit.Id}");
        Assert.Equal(Verdict.Renew, read.Judgement!.Verdict);
        PacketPreview next = await shop.PostAsync<PacketPreview>(
            "/api/bay/preview",
            new WorkWanted(trailer.Id, [new JobAt("wheel", "axle-2-right")]));
        Assert.Contains(next.Torques, t => t.Fastener == "lug-nuts" && t.From == 110);
    }

    [Fact]
    public async Task What_was_mended_elsewhere_is_told_with_a_name_and_no_longer_stands()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
            new FindingDraft("axle-2-right", "tyre-cut", ""));
        string path = $"/api/yard/trailers/{visit.TrailerId}";
        TrailerAnswer held = await shop.GetAsync<TrailerAnswer>(path);
        string look = held.Status.Marks.Single(m => m.Judgement.Verdict == Verdict.Hold).ObservationKey;
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"{path}/mendings/{ShopServer.NewId()}",
            new MendedElsewhereDraft(look, " "),
            422);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"{path}/mendings/{ShopServer.NewId()}",
            new MendedElsewhereDraft("nothing", "by the owner"),
            422);
        Guid id = ShopServer.NewId();
        await shop.PutAsync<TrailerAnswer>(
            $"{path}/mendings/{id}",
            new MendedElsewhereDraft(look, "new tyre on the road, by the owner"));
        TrailerAnswer now = await shop.PutAsync<TrailerAnswer>(
            $"{path}/mendings/{id}",
            new MendedElsewhereDraft(look, "new tyre on the road, by the owner"));
        Assert.Null(now.Status.Hold);
        Assert.Equal(1, await shop.LookAsync(f => f.Mendings.CountAsync()));
    }

    [Fact]
    public async Task A_trailer_with_sealed_hubs_at_every_end_is_described_so_and_no_repack_is_due_any_more()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        JobAt[] jobs = [.. Places.WheelEndsOf(GearDefaults.For(2, 5_200)).Select(p => new JobAt("sealed-hub", p.Code))];
        VisitAnswer visit = await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{ShopServer.NewId()}",
            new VisitDraft(trailer.Id, jobs));
        VisitState state = await shop.WorkAsync(visit);
        Assert.Equal(["sealed hubs with one-piece nuts"], state.GearChanges);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft(ChangeGear: true));
        TrailerAnswer now = await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}");
        Assert.Equal((Lubrication.SealedHub, NutRetention.OnePieceNut), (now.Gear.Lubrication, now.Gear.NutRetention));
        Assert.DoesNotContain(now.Status.Dues, d => d.Job == "bearing-repack");
    }

    [Fact]
    public async Task The_shops_day_goes_by_its_own_time_zone()
    {
        await shop.SomebodyAsync();
        ShopAnswer house = await shop.GetAsync<ShopAnswer>("/api/settings/shop");
        ShopEdit Edit(ShopAnswer of, string zone) =>
            new("Quillmere workshop", of.RepackMonths, of.RepackDistance, of.Practices, of.Version, zone);
        Assert.Equal(
            "/timeZone",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                "/api/settings/shop",
                Edit(house, "Mars/Olympus"),
                422)).Errors![0].Pointer);

        // Nine in the morning of the tenth in Greenwich: still the ninth on Midway, and the tenth on Kiritimati.
        house = await shop.PutAsync<ShopAnswer>("/api/settings/shop", Edit(house, "Pacific/Midway"));
        Assert.Equal(new DateOnly(2026, 6, 9), house.Today);

        // Both nights of a clock change have a day each, and what is written keeps the offset of its own hour.
        house = await shop.PutAsync<ShopAnswer>("/api/settings/shop", Edit(house, "America/Chicago"));
        foreach ((string instant, string day) in new[]
        {
            ("2026-11-01T04:59Z", "2026-10-31"),
            ("2026-11-01T05:01Z", "2026-11-01"),
            ("2026-11-01T07:30Z", "2026-11-01"),
            ("2026-11-02T05:59Z", "2026-11-01"),
            ("2026-03-08T08:30Z", "2026-03-08"),
            ("2026-03-09T04:59Z", "2026-03-08")
        })
        {
            shop.Time.Ahead = DateTimeOffset.Parse(
                instant,
                System.Globalization.CultureInfo.InvariantCulture) - TurnedClock.Start;
            Assert.Equal(
                day,
                (await shop.GetAsync<ShopAnswer>("/api/settings/shop")).Today.ToString(
                    "yyyy-MM-dd",
                    System.Globalization.CultureInfo.InvariantCulture));
        }
    }
}
