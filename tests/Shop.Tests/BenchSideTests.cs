using System.Net;
using System.Net.Http.Headers;
using System.Net.Sockets;
using System.Text;
using SkiaSharp;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using Xunit;
using Bench = SturdyTinker.Standins.InstrumentBench;

namespace SturdyTinker.Shop.Tests;

/// <summary>What stands around the work: other tablets, instruments, the camera, parts and their prices.</summary>
public sealed class BenchSideTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    [Fact]
    public async Task Another_tablet_hears_of_a_tick_within_a_second()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        using CancellationTokenSource patience = new(TimeSpan.FromSeconds(20));
        using HttpRequestMessage request = new(HttpMethod.Get, $"/api/bay/visits/{visit.Id}/events");
        using HttpResponseMessage stream = await shop.Http.SendAsync(
            request,
            HttpCompletionOption.ResponseHeadersRead,
            patience.Token);
        Assert.Equal("text/event-stream", stream.Content.Headers.ContentType?.MediaType);
        using StreamReader reader = new(await stream.Content.ReadAsStreamAsync(patience.Token));
        await UntilAsync(reader, "event: hello", patience.Token);

        System.Diagnostics.Stopwatch watch = System.Diagnostics.Stopwatch.StartNew();
        Task heard = UntilAsync(reader, "event: changed", patience.Token);
        await shop.WorkAsync(visit, 1);
        await heard;
        Assert.InRange(watch.Elapsed.TotalSeconds, 0, 5);

        // A look at it is no change; a finding and a changed job are.
        await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}");
        heard = UntilAsync(reader, "event: changed", patience.Token);
        Assert.NotSame(heard, await Task.WhenAny(heard, Task.Delay(300, patience.Token)));
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
            new FindingDraft("axle-1-left", "seal-torn", ""));
        await heard;
    }

    private static async Task UntilAsync(StreamReader reader, string wanted, CancellationToken stop)
    {
        while (await reader.ReadLineAsync(stop) is { } line)
        {
            if (line == wanted)
            {
                return;
            }
        }

        throw new InvalidOperationException("The stream ended.");
    }

    [Theory]
    [InlineData("", true, null, 0)]
    [InlineData("127.0.0.1:5115", true, "127.0.0.1", 5115)]
    [InlineData("bench.local:1", true, "bench.local", 1)]
    [InlineData("bench", false, null, 0)]
    [InlineData("bench:", false, null, 0)]
    [InlineData(":5115", false, null, 0)]
    [InlineData("bench:0", false, null, 0)]
    [InlineData("bench:65536", false, null, 0)]
    public void Where_the_bench_is_is_read_or_refused(string written, bool good, string? host, int port)
    {
        ShopOptions options = new() { Instruments = written };
        Assert.Equal(good, new ShopOptionsCheck().Validate(null, options).Succeeded);
        Assert.Equal((host, port), (options.InstrumentsAt?.Host, options.InstrumentsAt?.Port ?? 0));
    }

    /// <summary>The program itself: it says what is wrong, makes nothing, and ends at once.</summary>
    [Theory]
    [InlineData("--day tomorrow --mail nowhere", "--mail takes HOST:PORT", "--day takes a day")]
    [InlineData("--wait long", "--wait takes seconds", "not “long”")]
    public async Task A_program_started_wrongly_says_so_and_ends(string options, string first, string second)
    {
        string folder = Path.Combine(Path.GetTempPath(), Path.GetRandomFileName());
        string tests = typeof(BenchSideTests).Assembly.Location;
        System.Diagnostics.ProcessStartInfo start = new("dotnet")
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
        };
        foreach (string word in (string[])
        [
            "exec", "--runtimeconfig", Path.ChangeExtension(tests, "runtimeconfig.json"),
            "--depsfile", Path.ChangeExtension(tests, "deps.json"), typeof(Program).Assembly.Location,
            "--data", folder, .. options.Split(' '),
        ])
        {
            start.ArgumentList.Add(word);
        }

        using System.Diagnostics.Process program = System.Diagnostics.Process.Start(start)!;
        string said = await program.StandardError.ReadToEndAsync();
        await program.WaitForExitAsync();
        Assert.Equal(1, program.ExitCode);
        Assert.Contains(first, said, StringComparison.Ordinal);
        Assert.Contains(second, said, StringComparison.Ordinal);
        Assert.DoesNotContain("Exception", said, StringComparison.Ordinal);
        Assert.False(Directory.Exists(folder));
    }

    [Fact]
    public void Everything_that_an_option_cannot_be_is_said_at_once()
    {
        ShopOptions none = new() { Instruments = "", Mail = " ", Meters = null, Supplier = "" };
        Assert.True(new ShopOptionsCheck().Validate(null, none).Succeeded);
        Assert.Equal((null, null), (none.MetersAt, none.SupplierAt));
        ShopOptions wrong = new()
        {
            Instruments = "wrench",
            Mail = "post:",
            Meters = "ftp://hubs.example",
            Supplier = "supplier",
            Day = "tomorrow",
            Wait = 0,
        };
        string[] options = ["instruments", "mail", "meters", "supplier", "day", "wait"];
        List<string> said = [.. new ShopOptionsCheck().Validate(null, wrong).Failures!];
        Assert.Equal(options.Length, said.Count);
        Assert.All(options.Zip(said), o => Assert.StartsWith($"--{o.First} takes", o.Second, StringComparison.Ordinal));
        ShopOptions right = new() { Meters = "http://127.0.0.1:5119", Supplier = "https://supplier.example/shop/" };
        Assert.Equal("http://127.0.0.1:5119/", right.MetersAt?.ToString());
        Assert.Equal("https://supplier.example/shop/", right.SupplierAt?.ToString());
    }

    [Fact]
    public async Task A_shop_without_instruments_never_notices()
    {
        await shop.SomebodyAsync();
        Assert.Empty((await shop.GetAsync<InstrumentsAnswer>("/api/bay/instruments")).Instruments);
        await shop.RefusedAsync(HttpMethod.Post, "/api/bay/instruments/wrench/listen?kind=lug-torque", "", 503);
        await shop.RefusedAsync(HttpMethod.Post, "/api/bay/instruments/hammer/listen?kind=lug-torque", "", 404);
    }

    [Theory]
    [InlineData("wrench", "lug-torque", "95.2 lbf·ft")]
    [InlineData("wrench", "lug-torque", "128.8 N·m")]
    [InlineData("gauge", "end-play", "0.0030 in")]
    [InlineData("gauge", "end-play", "0.08 mm")]
    [InlineData("thermometer", "hub-temperature", "49 °C")]
    public async Task An_instruments_next_reading_is_taken_in_either_unit(string tool, string kind, string figure)
    {
        await using Bench bench = new(0, null);
        Task running = bench.RunAsync();
        using ShopServer there = new(instruments: $"127.0.0.1:{bench.Port}");
        await there.SomebodyAsync();
        Assert.Equal(
            ["wrench", "gauge", "thermometer"],
            (await there.GetAsync<InstrumentsAnswer>("/api/bay/instruments")).Instruments.Select(i => i.Code));
        Task<MeasuredAnswer> heard = there.PostAsync<MeasuredAnswer>(
            $"/api/bay/instruments/{tool}/listen?kind={kind}",
            "");
        await MeasureAsync(bench.Port, tool, figure);
        Assert.Equal(figure, (await heard).Typed);
        Assert.False(running.IsFaulted);
    }

    // A hand at the instrument measures again and again until somebody has listened.
    private static async Task MeasureAsync(int port, string tool, string figure)
    {
        using TcpClient hand = new();
        await hand.ConnectAsync(IPAddress.Loopback, port);
        using StreamReader reader = new(hand.GetStream());
        await reader.ReadLineAsync();
        for (int tries = 0; tries < 200; tries++)
        {
            await hand.GetStream().WriteAsync(Encoding.UTF8.GetBytes($"MEASURE {tool} {figure}\n"));
            if (await reader.ReadLineAsync() == "OK 1")
            {
                return;
            }

            await Task.Delay(50);
        }

        throw new InvalidOperationException("Nobody listened.");
    }

    [Theory]
    [InlineData("TOOLS wrench\nREADING wrench ??\n", 502, "can't be read")]
    [InlineData("TOOLS wrench\nERR 7 battery\n", 502, "“ERR 7 battery”")]
    [InlineData("TOOLS wrench\nREADING wrench 72 °F\n", 502, "can't be read")]
    [InlineData("TOOLS wrench\n", 503, "connection to the instruments was lost")]
    [InlineData("TOOLS gauge\n", 503, "not on the bench")]
    [InlineData("HTTP/1.1 400 Bad Request\n", 502, "can't be read")]
    [InlineData("", 503, "lost")]
    public async Task Nonsense_and_a_lost_connection_are_told_in_a_sentence(string said, int status, string expected)
    {
        using TcpListener odd = new(IPAddress.Loopback, 0);
        odd.Start();
        Task talking = Task.Run(async () =>
        {
            using TcpClient client = await odd.AcceptTcpClientAsync();
            await client.GetStream().WriteAsync(Encoding.UTF8.GetBytes(said));
            await Task.Delay(200);
        });
        using ShopServer there = new(instruments: $"127.0.0.1:{((IPEndPoint)odd.LocalEndpoint).Port}");
        await there.SomebodyAsync();
        Problem problem = await there.RefusedAsync(
            HttpMethod.Post,
            "/api/bay/instruments/wrench/listen?kind=lug-torque",
            "",
            status);
        Assert.Contains(expected, problem.Detail, StringComparison.Ordinal);
        await talking;
    }

    [Fact]
    public async Task A_bench_that_is_off_offers_nothing_and_says_so_when_listened_to()
    {
        int port;
        using (TcpListener gone = new(IPAddress.Loopback, 0))
        {
            gone.Start();
            port = ((IPEndPoint)gone.LocalEndpoint).Port;
        }

        using ShopServer there = new(instruments: $"127.0.0.1:{port}");
        await there.SomebodyAsync();
        Assert.Empty((await there.GetAsync<InstrumentsAnswer>("/api/bay/instruments")).Instruments);
        Assert.Contains(
            "does not answer",
            (await there.RefusedAsync(
                HttpMethod.Post,
                "/api/bay/instruments/wrench/listen?kind=lug-torque",
                "",
                503)).Detail,
            StringComparison.Ordinal);
    }

    private static byte[] Picture(int width, int height, SKEncodedImageFormat format)
    {
        using SKSurface surface = SKSurface.Create(new SKImageInfo(width, height));
        surface.Canvas.Clear(SKColors.SteelBlue);
        using SKImage image = surface.Snapshot();
        using SKData data = image.Encode(format, 90);
        return data.ToArray();
    }

    private static ByteArrayContent As(byte[] bytes, string type = "image/jpeg") =>
        new(bytes) { Headers = { ContentType = new MediaTypeHeaderValue(type) } };

    [Fact]
    public async Task A_photograph_is_shrunk_kept_beside_the_file_and_taken_back()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        string path =
            $"/api/bay/visits/{visit.Id}/photos/{ShopServer.NewId()}", key =
                Uri.EscapeDataString(visit.Packet.Steps[0].Key);
        byte[] large = Picture(3_200, 1_000, SKEncodedImageFormat.Png);
        for (int i = 0; i < 2; i++)
        {
            VisitState state = await ShopServer.ReadAsync<VisitState>(await shop.Http.PutAsync(
                $"{path}?key={key}",
                As(large, "image/png")));
            Assert.Equal(
                ("Ines Marrow", visit.Packet.Steps[0].Key),
                (Assert.Single(state.Photos).By, state.Photos[0].StepKey));
        }

        using HttpResponseMessage answer = await shop.Http.GetAsync(path);
        Assert.Equal("image/jpeg", answer.Content.Headers.ContentType?.MediaType);
        using SKBitmap kept = SKBitmap.Decode(await answer.Content.ReadAsByteArrayAsync());
        Assert.Equal((1_600, 500), (kept.Width, kept.Height));
        Assert.Equal(2, Directory.GetFiles(Path.Combine(shop.Folder, "photos")).Length);
        using SKBitmap small = SKBitmap.Decode(await shop.Http.GetByteArrayAsync($"{path}/small"));
        Assert.Equal((320, 100), (small.Width, small.Height));

        // Another visit neither takes it over nor takes it away.
        string elsewhere = path.Replace(
            visit.Id.ToString(),
            (await shop.VisitAsync((await shop.TrailerAsync("Q-1")).Id)).Id.ToString(),
            StringComparison.Ordinal);
        await shop.RefusedAsync(HttpMethod.Put, $"{elsewhere}?key={key}", As(large, "image/png"), 409);
        await shop.DeleteAsync<VisitState>(elsewhere);
        Assert.Equal(2, Directory.GetFiles(Path.Combine(shop.Folder, "photos")).Length);
        Assert.Empty((await shop.DeleteAsync<VisitState>(path)).Photos);
        await shop.RefusedAsync(HttpMethod.Get, path, null, 404);
        Assert.Empty(Directory.GetFiles(Path.Combine(shop.Folder, "photos")));
    }

    [Fact]
    public async Task What_is_no_picture_or_a_broken_one_gets_one_sentence_and_leaves_nothing()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        string key = Uri.EscapeDataString(visit.Packet.Steps[0].Key);
        string Path(string of) => $"/api/bay/visits/{visit.Id}/photos/{ShopServer.NewId()}?key={of}";
        Assert.Contains(
            "no picture",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                Path(key),
                As(Encoding.UTF8.GetBytes("<svg onload='alert(1)'/>")),
                422)).Detail,
            StringComparison.Ordinal);
        Assert.Contains(
            "no picture",
            (await shop.RefusedAsync(HttpMethod.Put, Path(key), As([]), 422)).Detail,
            StringComparison.Ordinal);
        byte[] whole = Picture(400, 300, SKEncodedImageFormat.Jpeg);
        Assert.Contains(
            "broken off",
            (await shop.RefusedAsync(HttpMethod.Put, Path(key), As(whole[..(whole.Length / 2)]), 422)).Detail,
            StringComparison.Ordinal);
        Assert.Contains(
            "larger than 60 megapixels",
            (await shop.RefusedAsync(HttpMethod.Put, Path(key), As(Claiming(20_000, 20_000), "image/png"), 422)).Detail,
            StringComparison.Ordinal);
        await shop.RefusedAsync(HttpMethod.Put, Path("no-such-step"), As(whole), 400);
        Assert.False(Directory.Exists(System.IO.Path.Combine(shop.Folder, "photos")));
        Assert.Empty((await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State.Photos);
    }

    // A PNG that says it is very large, and has nothing behind its head: it is refused before anything is made room
    // for.
    private static byte[] Claiming(int width, int height)
    {
        byte[] png = Picture(2, 2, SKEncodedImageFormat.Png);
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(png.AsSpan(16), width);
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(png.AsSpan(20), height);

        // The checksum of the PNG specification (ISO 15948), over the head's name and data.
        uint sum = 0xFFFFFFFF;
        foreach (byte b in png.AsSpan(12, 17))
        {
            sum ^= b;
            for (int i = 0; i < 8; i++)
            {
                sum = (sum >> 1) ^ ((sum & 1) * 0xEDB88320);
            }
        }

        System.Buffers.Binary.BinaryPrimitives.WriteUInt32BigEndian(png.AsSpan(29), ~sum);
        return png;
    }

    [Fact]
    public async Task Parts_have_the_shops_own_prices_and_what_was_used_keeps_the_days()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        KnownPart pin =
            (await shop.GetAsync<List<KnownPart>>("/api/settings/parts")).Single(p => p.Code == "PIN-COTTER");
        Assert.Equal((0.4m, false), (pin.Price, pin.Own));
        PartEdit edit = new(pin.Name, pin.Kind, pin.Measures, pin.Unit, "0.55", 0);
        KnownPart own =
            (await shop.PutAsync<List<KnownPart>>(
                "/api/settings/parts/pin-cotter",
                edit)).Single(p => p.Name == pin.Name);
        Assert.Equal(("PIN-COTTER", 0.55m, true, "this shop's own"), (own.Code, own.Price, own.Own, own.Source));
        VisitState state = await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/parts/{ShopServer.NewId()}",
            new PartDraft("axle-1-left", pin.Name, 1, "piece"));
        Assert.Equal(0.55m, Assert.Single(state.Parts).Price);
        await shop.PutAsync<List<KnownPart>>(
            "/api/settings/parts/PIN-COTTER",
            edit with { Price = "0.60", Version = own.Version });
        Assert.Equal(0.55m, (await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State.Parts[0].Price);

        Assert.Equal(
            "/version",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                "/api/settings/parts/PIN-COTTER",
                edit with { Price = "1", Version = own.Version },
                409)).Errors![0].Pointer);
        Assert.Equal(
            "/name",
            (await shop.RefusedAsync(HttpMethod.Put, "/api/settings/parts/OWN-1", edit, 409)).Errors![0].Pointer);
        Assert.Equal(
            "/price",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                "/api/settings/parts/OWN-1",
                edit with { Name = "lamp", Price = "dear" },
                422)).Errors![0].Pointer);
        Assert.Contains(
            await shop.PutAsync<List<KnownPart>>("/api/settings/parts/OWN-1", edit with { Name = "lamp", Price = "" }),
            p => p is { Code: "OWN-1", Price: null });
    }

    [Fact]
    public async Task Parts_taken_along_are_ticked_once_and_unticked()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        string path = $"/api/bay/visits/{visit.Id}/taken", name = visit.Packet.PartsToTake[0].Name;
        await shop.PutAsync<VisitState>(path, new TakenDraft(name, true));
        Assert.Equal([name], (await shop.PutAsync<VisitState>(path, new TakenDraft(name, true))).Taken);
        Assert.Empty((await shop.PutAsync<VisitState>(path, new TakenDraft(name, false))).Taken);
        await shop.RefusedAsync(HttpMethod.Put, path, new TakenDraft(" ", true), 422);
    }
}
