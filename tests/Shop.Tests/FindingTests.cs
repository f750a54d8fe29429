using System.IO.Compression;
using System.Net.Http.Headers;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Gear;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// Findings with their pictures, what they come to together, limits, Holds, wear, and what leaves the house.
/// </summary>
public sealed class FindingTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private async Task<VisitState> FoundAsync(Guid visit, FindingDraft draft, Guid? id = null) =>
        await shop.PutAsync<VisitState>($"/api/bay/visits/{visit}/findings/{id ?? ShopServer.NewId()}", draft);

    private async Task<VisitAnswer> InspectedAsync(Guid trailer) =>
        await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{ShopServer.NewId()}",
            new VisitDraft(trailer, [new JobAt("wear-inspection", "trailer")]));

    private async Task MeasuredAsync(Guid visit, string place, params (string Kind, string Typed)[] figures) =>
        await shop.PutAsync<RoundAnswer>(
            $"/api/bay/visits/{visit}/round/{place}",
            new RoundDraft([], [.. figures.Select(f => new ReadingDraft(ShopServer.NewId(), f.Kind, f.Typed))], []));

    private static byte[] Jpeg(int width, int height)
    {
        using SKSurface surface = SKSurface.Create(new SKImageInfo(width, height));
        surface.Canvas.Clear(SKColors.SteelBlue);
        using SKImage image = surface.Snapshot();
        using SKData data = image.Encode(SKEncodedImageFormat.Jpeg, 90);
        return data.ToArray();
    }

    // An EXIF block (APP1) with a GPS directory, as a telephone writes it, put in after the start of the picture.
    private static byte[] WithPlace(byte[] jpeg)
    {
        byte[] tiff =
        [
            .. "II*\0"u8, 8, 0, 0, 0, 1, 0, 0x25, 0x88, 4, 0, 1, 0, 0, 0, 26, 0, 0, 0, 0, 0, 0, 0,
            1, 0, 1, 0, 2, 0, 2, 0, 0, 0, (byte)'N', 0, 0, 0, 0, 0, 0, 0,
        ];
        byte[] exif = [.. "Exif\0\0"u8, .. tiff];
        int length = exif.Length + 2;
        return [.. jpeg[..2], 0xFF, 0xE1, (byte)(length >> 8), (byte)length, .. exif, .. jpeg[2..]];
    }

    private static ByteArrayContent As(byte[] bytes, string type = "image/jpeg") =>
        new(bytes) { Headers = { ContentType = new MediaTypeHeaderValue(type) } };

    /// <summary>A picture to send.</summary>
    internal static ByteArrayContent Picture() => As(Jpeg(400, 300));

    [Fact]
    public async Task A_picture_hangs_on_a_finding_keeps_no_place_and_goes_with_it()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        Guid finding = ShopServer.NewId(), photo = ShopServer.NewId();
        await FoundAsync(
            visit.Id,
            new FindingDraft("axle-1-left", "bearing-damaged", "", Which: "inner", Damage: "corrosion-moisture"),
            finding);
        byte[] sent = WithPlace(Jpeg(2_000, 1_000));
        Assert.Contains("Exif", System.Text.Encoding.Latin1.GetString(sent), StringComparison.Ordinal);
        string path = $"/api/bay/visits/{visit.Id}/photos/{photo}";
        VisitState state =
            await ShopServer.ReadAsync<VisitState>(await shop.Http.PutAsync($"{path}?finding={finding}", As(sent)));
        Assert.Equal((finding, null), (Assert.Single(state.Photos).FindingId, state.Photos[0].StepKey));
        Assert.Equal(("inner", "Corrosion: moisture"), (state.Findings[0].Which, state.Findings[0].Damage));

        byte[] kept = await shop.Http.GetByteArrayAsync(path), small =
            await shop.Http.GetByteArrayAsync($"{path}/small");
        Assert.All(
            [kept, small],
            bytes => Assert.DoesNotContain(
                "Exif",
                System.Text.Encoding.Latin1.GetString(bytes),
                StringComparison.Ordinal));
        Assert.Equal((1_600, 320), (SKBitmap.Decode(kept).Width, SKBitmap.Decode(small).Width));

        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{visit.Id}/photos/{ShopServer.NewId()}?finding={ShopServer.NewId()}",
            As(sent),
            400);
        await shop.DeleteAsync<VisitState>($"/api/bay/visits/{visit.Id}/findings/{finding}");
        Assert.Empty(Directory.GetFiles(Path.Combine(shop.Folder, "photos")));
        await shop.RefusedAsync(HttpMethod.Get, path, null, 404);
    }

    /// <summary>
    /// A visit that takes no picture is told before anything is decoded: what is no picture at all gets the visit's
    /// sentence, not the picture's. And however large one is sent, it is kept at the same size, whatever it is decoded
    /// at.
    /// </summary>
    [Fact]
    public async Task A_picture_is_looked_at_once_its_visit_is_known_and_kept_at_one_size()
    {
        await shop.SomebodyAsync();
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{ShopServer.NewId()}/photos/{ShopServer.NewId()}?key=any",
            As([1, 2, 3]),
            404);
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        Guid finding = ShopServer.NewId();
        await FoundAsync(visit.Id, new FindingDraft("axle-1-left", "tyre-sound", ""), finding);
        (Guid Photo, int Width, int Height)[] sent =
        [
            .. new[] { (1_700, 900), (3_300, 2_500), (4_000, 1_000), (6_400, 4_800), (1_600, 1_200), (40, 30) }.Select(
                s => (ShopServer.NewId(), s.Item1, s.Item2))
        ];
        await Task.WhenAll(sent.Select(s => shop.Http.PutAsync(
            $"/api/bay/visits/{visit.Id}/photos/{s.Photo}?finding={finding}",
            As(Jpeg(s.Width, s.Height)))));
        foreach ((Guid photo, int width, int height) in sent)
        {
            SKBitmap kept = SKBitmap.Decode(
                await shop.Http.GetByteArrayAsync($"/api/bay/visits/{visit.Id}/photos/{photo}"));
            double scale = Math.Min(1, 1_600d / width);
            Assert.InRange(kept.Width, (width * scale) - 1, (width * scale) + 1);
            Assert.InRange(kept.Height, (height * scale) - 2, (height * scale) + 2);
        }
    }

    [Theory]
    [InlineData("axle-1-left", "oil-low", null, null, "/ruleCode")]
    [InlineData("axle-1-left", "spindle-scored-bolt-on", null, null, "/ruleCode")]
    [InlineData("axle-3-left", "tyre-sound", null, null, "/place")]
    [InlineData("trailer", "tyre-sound", null, null, "/place")]
    [InlineData("axle-1-left", "tyre-sound", "inner", null, "/which")]
    [InlineData("axle-1-left", "bearing-damaged", "middle", null, "/which")]
    [InlineData("axle-1-left", "bearing-damaged", null, "gremlins", "/damage")]
    [InlineData("axle-1-left", "tyre-sound", null, "fatigue-surface", "/damage")]
    public async Task What_can_not_have_been_seen_is_refused_at_its_field(
        string place,
        string rule,
        string? which,
        string? damage,
        string pointer)
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
            new FindingDraft(place, rule, "", null, which, damage),
            422);
        Assert.Equal(pointer, Assert.Single(problem.Errors!).Pointer);
    }

    [Fact]
    public async Task The_rulebook_of_a_visit_goes_with_its_gear_and_its_practices()
    {
        await shop.SomebodyAsync();
        ShopAnswer house = await shop.GetAsync<ShopAnswer>("/api/settings/shop");
        await shop.PutAsync<ShopAnswer>(
            "/api/settings/shop",
            new ShopEdit(
                "S",
                12,
                "12,000 mi",
                new Dictionary<string, string> { ["cotter-pin"] = "reuse" },
                house.Version));
        TrailerAnswer trailer = await shop.TrailerAsync(with: d => d with
        {
            Gear = d.Gear with
            {
                Lubrication = Lubrication.OilBath,
                Brake = BrakeKind.HydraulicDisc,
                BrakeDiameter = "",
                BrakeWidth = ""
            }
        });
        VisitAnswer visit = await InspectedAsync(trailer.Id);
        RulebookAnswer rules = await shop.GetAsync<RulebookAnswer>($"/api/bay/visits/{visit.Id}/rulebook");
        Assert.Contains(rules.Rows, r => r.Code == "oil-dry");
        Assert.DoesNotContain(rules.Rows, r => r.Subject is Subject.Grease or Subject.Drum or Subject.Magnet);
        Assert.Equal(Verdict.Sound, rules.Rows.Single(r => r.Code == "lock-unmarked").Judgement.Verdict);
        Assert.Equal(rules.Rows.Select(r => r.Subject).Distinct(), rules.Subjects.Select(s => s.Subject));
    }

    [Fact]
    public async Task Causes_pairs_and_contradictions_come_with_the_visit_and_stay_with_its_sheet()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.VisitAsync(trailer.Id);
        await FoundAsync(visit.Id, new FindingDraft("axle-1-left", "grease-past-seal", ""));
        await FoundAsync(visit.Id, new FindingDraft("axle-1-left-brake", "drum-black-ring", ""));
        VisitState state = await FoundAsync(visit.Id, new FindingDraft("axle-1-left-brake", "lining-soaked", ""));
        Assert.Equal(["over-filled"], state.Conclusions.Where(c => c.Kind == ConclusionKind.Cause).Select(c => c.Code));
        ConclusionAnswer pair = state.Conclusions.Single(c => c.Kind == ConclusionKind.Pair);
        Assert.Equal("brake-assembly", pair.Jobs[0].Job);

        // Agreed to, the job across the axle is in the packet, and the pair is cared for.
        VisitAnswer more = await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{visit.Id}/jobs",
            new JobsDraft(
                [.. state.Jobs.Select(j => new JobAt(j.Job, j.Place)), new("brake-assembly", pair.Place)],
                1,
                state.Composed));
        Assert.DoesNotContain(more.State.Conclusions, c => c.Kind == ConclusionKind.Pair);
        state = await FoundAsync(visit.Id, new FindingDraft("axle-1-left-brake", "lining-sound", "the other shoe"));
        Assert.Equal(2, state.Conclusions.Single(c => c.Kind == ConclusionKind.Contradiction).Signs.Count);

        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        Assert.Contains(
            (await shop.GetAsync<VisitSheet>($"/api/ledger/visits/{visit.Id}")).Visit.State.Conclusions,
            c => c.Code == "over-filled");
        Assert.Contains(
            (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Status.Causes,
            c => c.Code == "over-filled");
    }

    [Fact]
    public async Task A_limit_is_tightened_freely_and_a_published_one_loosened_with_a_name_and_a_reason()
    {
        await shop.SomebodyAsync();
        const string path = "/api/settings/limits/lining-least";
        LimitAnswer One(List<LimitAnswer> all) => all.Single(l => l.Code == "lining-least");
        LimitAnswer tight = One(await shop.PutAsync<List<LimitAnswer>>(path, new LimitEdit("3/32")));
        Assert.Equal(("3/32 in", false, "3/32", 1), (tight.InForce, tight.Looser, tight.Own, tight.Version));
        Assert.Contains("tighter than 1/16 in", tight.InForceFrom, StringComparison.Ordinal);

        Problem refused = await shop.RefusedAsync(HttpMethod.Put, path, new LimitEdit("1/32", "", 1), 422);
        Assert.Equal("/reason", Assert.Single(refused.Errors!).Pointer);
        Assert.Equal(
            "/typed",
            (await shop.RefusedAsync(HttpMethod.Put, path, new LimitEdit("two", "why", 1), 422)).Errors![0].Pointer);
        Assert.Equal(
            "/version",
            (await shop.RefusedAsync(HttpMethod.Put, path, new LimitEdit("1/32", "why", 0), 409)).Errors![0].Pointer);
        await shop.RefusedAsync(HttpMethod.Put, "/api/settings/limits/patience", new LimitEdit("1"), 404);
        LimitAnswer loose = One(await shop.PutAsync<List<LimitAnswer>>(
            path,
            new LimitEdit("1/32", "bonded shoes, maker's letter", 1)));
        Assert.Equal((true, "Ines Marrow"), (loose.Looser, loose.By));

        // It shows where it counts: in the verdict itself.
        VisitAnswer visit = await InspectedAsync((await shop.TrailerAsync()).Id);
        await MeasuredAsync(visit.Id, "axle-1-left-brake", ("lining", "0.05"));
        Judgement judged =
            (await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State.Readings[0].Judgement!;
        Assert.Equal(Verdict.Watch, judged.Verdict);
        await MeasuredAsync(visit.Id, "axle-1-right-brake", ("lining", "0.02"));
        judged = (await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State.Readings[1].Judgement!;
        Assert.Contains("Ines Marrow, bonded shoes", judged.Source, StringComparison.Ordinal);

        // Freely loosened where nothing is published; a blank goes back to ours.
        await shop.PutAsync<List<LimitAnswer>>("/api/settings/limits/lining-apart", new LimitEdit("1/8"));
        Assert.Null(One(await shop.PutAsync<List<LimitAnswer>>(path, new LimitEdit("", "", 2))).Own);
    }

    [Fact]
    public async Task A_trailer_on_Hold_shows_it_everywhere_and_goes_by_a_name_a_reason_and_a_time()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(with: d => d with { LastRepackOn = shop.Today.AddMonths(-2) });
        VisitAnswer visit = await InspectedAsync(trailer.Id);
        VisitState state = await FoundAsync(
            visit.Id,
            new FindingDraft("front-hanger-left", "hanger-cracked", "at the weld."));
        Assert.Equal("Cracked or bent. at the weld, front hanger, left", Assert.Single(state.Holds));
        Assert.True(Assert.Single(await shop.GetAsync<List<VisitRow>>("/api/bay/visits")).OnHold);
        string releases = $"/api/yard/trailers/{trailer.Id}/releases";
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"{releases}/{ShopServer.NewId()}",
            new ReleaseDraft("to the welder"),
            409);
        await shop.WorkAsync(visit);
        Assert.Equal(
            "/releasedBecause",
            (await shop.RefusedAsync(
                HttpMethod.Post,
                $"/api/bay/visits/{visit.Id}/close",
                new ClosingDraft(),
                409)).Errors![0].Pointer);
        await shop.PostAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/close",
            new ClosingDraft("stays in the yard till the welder comes"));

        Assert.Equal(Verdict.Hold, (await shop.GetAsync<TrailerListAnswer>("/api/yard/trailers")).Rows[0].Worst);
        Assert.True((await shop.GetAsync<Horizon.HorizonAnswer>("/api/horizon")).Lines[0].OnHold);
        Assert.True((await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Status.Hold!.Released);

        // Seen again at the next visit and let go from the yard, with a time and a name, once.
        shop.Time.Ahead = TimeSpan.FromDays(3);
        VisitAnswer again = await InspectedAsync(trailer.Id);
        await FoundAsync(again.Id, new FindingDraft("front-hanger-left", "hanger-cracked", ""));
        await shop.DeleteAsync<VisitState>(
            $"/api/bay/visits/{again.Id}/findings/{(await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{again.Id}")).State.Findings[0].Id}");
        await FoundAsync(again.Id, new FindingDraft("rear-hanger-left", "hanger-cracked", ""));
        await shop.WorkAsync(again);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{again.Id}/close", new ClosingDraft("the same"));
        Assert.Equal(
            "/reason",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"{releases}/{ShopServer.NewId()}",
                new ReleaseDraft(" "),
                422)).Errors![0].Pointer);
        await shop.RefusedAsync(HttpMethod.Put, $"{releases}/{ShopServer.NewId()}", new ReleaseDraft("twice"), 409);
        List<ReleaseAnswer> kept = await shop.GetAsync<List<ReleaseAnswer>>(releases);
        Assert.Equal(["the same", "stays in the yard till the welder comes"], kept.Select(r => r.Reason));
        Assert.All(kept, r => Assert.Equal(("Ines Marrow", true), (r.By, r.Holds.Count > 0)));
    }

    [Fact]
    public async Task A_trailer_held_by_a_newer_look_is_let_go_from_the_yard()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await InspectedAsync(trailer.Id);
        await FoundAsync(visit.Id, new FindingDraft("trailer", "lights-dead", ""));
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft("daylight only"));

        // Told of afterwards: the file says that the Hold is newer than the word.
        await shop.LookAsync(async file => await file.Releases.ExecuteDeleteAsync());
        await shop.LookAsync(async file => await file.TrailerStatuses.ExecuteDeleteAsync());
        Assert.False((await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Status.Hold!.Released);
        Guid id = ShopServer.NewId();
        for (int i = 0; i < 2; i++)
        {
            TrailerAnswer let = await shop.PutAsync<TrailerAnswer>(
                $"/api/yard/trailers/{trailer.Id}/releases/{id}",
                new ReleaseDraft("behind the shop's own truck, ten miles, by day"));
            Assert.Equal(
                (true, "behind the shop's own truck, ten miles, by day"),
                (let.Status.Hold!.Released, let.Status.Hold.Reason));
        }

        Assert.Single(await shop.GetAsync<List<ReleaseAnswer>>($"/api/yard/trailers/{trailer.Id}/releases"));
    }

    [Fact]
    public async Task Wear_is_drawn_with_left_and_right_together_and_falls_due()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(with: d => d with
        {
            Meter = MeterKind.None,
            LastRepackOn = shop.Today.AddDays(-10)
        });
        foreach ((int days, string left, string right) in new[]
        {
            (0, ".150", ".150"),
            (150, ".146", ".121"),
            (300, ".141", ".090")
        })
        {
            shop.Time.Ahead = TimeSpan.FromDays(days);
            VisitAnswer visit = await InspectedAsync(trailer.Id);
            await MeasuredAsync(visit.Id, "axle-1-left-brake", ("lining", left));
            await MeasuredAsync(visit.Id, "axle-1-right-brake", ("lining", right));
            await shop.WorkAsync(visit);
            await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        }

        WearPlotAnswer plot = Assert.Single(
            (await shop.GetAsync<WearAnswer>($"/api/ledger/trailers/{trailer.Id}/wear")).Plots);
        Assert.Equal(["brake, axle 1 left", "brake, axle 1 right"], plot.Sides.Select(s => s.PlaceSpoken));
        Assert.Equal((3, 0.0625), (plot.Sides[1].Figures.Count, plot.Limit!.Value));
        Assert.All(plot.Sides[1].Trace, t => Assert.True(t.Low < t.Line && t.Line < t.High));
        Assert.Equal("not under 1/16 in (published: 49 CFR 393.47)", plot.LimitWords);
        Core.Status.DueAt due =
            (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Status.Dues.Single(d => d.Short == "lining");
        Assert.Equal((plot.Sides[1].CrossesOn, "axle-1-right-brake"), (due.Due.On, due.Place));
        Assert.Contains(
            (await shop.GetAsync<Horizon.HorizonAnswer>("/api/horizon")).Lines.SelectMany(l => l.Marks),
            m => m.Name == "Lining at its limit");
        await shop.RefusedAsync(HttpMethod.Get, $"/api/ledger/trailers/{ShopServer.NewId()}/wear", null, 404);
    }

    [Fact]
    public async Task A_backup_holds_the_file_and_its_pictures_and_is_laid_back_whole_or_not_at_all()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        Guid finding = ShopServer.NewId(), photo = ShopServer.NewId();
        await FoundAsync(visit.Id, new FindingDraft("axle-1-left", "seal-torn", "on the thread"), finding);
        await shop.Http.PutAsync($"/api/bay/visits/{visit.Id}/photos/{photo}?finding={finding}", As(Jpeg(400, 300)));

        string zip = Path.Combine(shop.Folder, "out.zip"), there =
            Directory.CreateTempSubdirectory("tinker-restored-").FullName;
        using StringWriter said = new(), wrong = new();
        Assert.Equal(0, await BackupCommand.RunAsync(["backup", "--data", shop.Folder, "--out", zip], said, wrong));
        Assert.Equal(0, await BackupCommand.RunAsync(["restore", "--in", zip, "--data", there], said, wrong));
        using (ShopServer restored = new(there))
        {
            VisitState state = (await restored.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State;
            Assert.Equal(("on the thread", photo), (state.Findings[0].Note, Assert.Single(state.Photos).Id));
            Assert.Equal(
                400,
                SKBitmap.Decode(
                    await restored.Http.GetByteArrayAsync($"/api/bay/visits/{visit.Id}/photos/{photo}")).Width);

            // Over a shop that is there it is not laid, nor anything that is no backup.
            Assert.Equal(1, await BackupCommand.RunAsync(["restore", "--in", zip, "--data", there], said, wrong));
        }

        foreach (byte[] broken in new[] { [1, 2, 3], (await File.ReadAllBytesAsync(zip))[..2_000], Climbing() })
        {
            string bad = Path.Combine(shop.Folder, "bad.zip"), empty = Path.Combine(shop.Folder, "empty");
            await File.WriteAllBytesAsync(bad, broken);
            Assert.Equal(1, await BackupCommand.RunAsync(["restore", "--in", bad, "--data", empty], said, wrong));
            Assert.False(File.Exists(Path.Combine(empty, "shop.db")));
        }

        Assert.Contains("no backup of a shop", wrong.ToString(), StringComparison.Ordinal);
        Assert.Equal(
            1,
            await BackupCommand.RunAsync(
                ["backup", "--data", Path.Combine(shop.Folder, "nowhere"), "--out", zip],
                said,
                wrong));
        Assert.Equal(2, await BackupCommand.RunAsync(["restore"], said, wrong));
    }

    private static byte[] Climbing()
    {
        using MemoryStream stream = new();
        using (ZipArchive archive = new(stream, ZipArchiveMode.Create))
        {
            archive.CreateEntry("shop.db");
            archive.CreateEntry("photos/../../climbed.jpg");
        }

        return stream.ToArray();
    }

    [Fact]
    public async Task Everything_goes_out_as_tables_with_its_pictures()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        Guid finding = ShopServer.NewId(), photo = ShopServer.NewId();
        await FoundAsync(
            visit.Id,
            new FindingDraft(
                "axle-1-left",
                "cup-damaged",
                "rust, \"deep\"",
                Which: "outer",
                Damage: "corrosion-moisture"),
            finding);
        await MeasuredAsync(visit.Id, "axle-1-left", ("tread", "3/16"));
        await shop.Http.PutAsync($"/api/bay/visits/{visit.Id}/photos/{photo}?finding={finding}", As(Jpeg(400, 300)));
        using ZipArchive archive = new(
            new MemoryStream(await shop.Http.GetByteArrayAsync("/api/ledger/tables/everything.zip")));
        Assert.Equal(
            ["customers.csv", "findings.csv", $"photos/{photo}.jpg", "readings.csv", "trailers.csv"],
            archive.Entries.Select(e => e.FullName).Order());
        string findings =
            await shop.Http.GetStringAsync("/api/ledger/tables/findings.csv"), readings =
                await shop.Http.GetStringAsync("/api/ledger/tables/readings.csv");
        Assert.Contains(
            "Cup,outer,\"Pitting, flaking, scoring, rust or heat colour\",Corrosion: moisture,\"rust, "
                + "\"\"deep\"\"\",Renew,",
            findings,
            StringComparison.Ordinal);
        Assert.Contains($"photos/{photo}.jpg", findings, StringComparison.Ordinal);
        Assert.Contains("Tread at its lowest,3/16,0.1875 in,Sound,", readings, StringComparison.Ordinal);
    }
}
