using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.DependencyInjection.Extensions;
using SturdyTinker.Demo;
using SturdyTinker.Shop.Access;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Tests;

namespace SturdyTinker.Browser.Tests;

/// <summary>
/// The program as it is served, on a folder of its own and on a Wednesday in June. Most tests share one process, in
/// which it is
/// warm; one that a test kills has a process of its own.
/// </summary>
public sealed class RunningShop : IDisposable
{
    private static readonly string Root = Checkout.Root;
    private static readonly string Web = Path.Combine(Root, "web", "dist");

    // Made once, then copied: each test still has a shop of its own.
    private static readonly Lazy<Task<string>> Demo = new(MakeDemoAsync);
    private readonly HttpClientHandler cookies = new();
    private readonly int port;
    private readonly int? instruments;
    private readonly WebApplicationFactory<Program>? here;
    private Process? process;

    private RunningShop(string folder, int? instruments, bool killable)
    {
        Folder = folder;
        this.instruments = instruments;
        if (killable)
        {
            port = Ports.Free();
            Address = string.Create(CultureInfo.InvariantCulture, $"http://127.0.0.1:{port}");
        }
        else
        {
            here = new WebApplicationFactory<Program>().WithWebHostBuilder(host =>
            {
                host.UseEnvironment("Production");
                host.UseSetting("data", folder);
                host.UseSetting("web", Web);
                host.UseSetting("instruments", Bench);
                host.UseSetting("Logging:LogLevel:Default", "None");
                host.ConfigureServices(services =>
                    services.Replace(ServiceDescriptor.Singleton<TimeProvider>(SetClock.On(Moment)!)));
            });
            here.UseKestrel(options => options.Listen(IPAddress.Loopback, 0));
            here.StartServer();
            Address = here.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses
                .First()
                .TrimEnd('/');
        }

        Http = new HttpClient(cookies) { BaseAddress = new Uri(Address), Timeout = TimeSpan.FromSeconds(60) };
        process = killable ? Start() : null;
    }

    /// <summary>Who owns every shop of these tests.</summary>
    public const string Owner = "Ines Marrow";

    /// <summary>The minute at which every test begins.</summary>
    public const string Moment = "2026-06-10T10:30";

    /// <summary>The day of every test.</summary>
    public static DateOnly Today { get; } = new(2026, 6, 10);

    private string? Bench =>
        instruments is { } its ? string.Create(CultureInfo.InvariantCulture, $"127.0.0.1:{its}") : null;

    public string Folder { get; }

    public string Address { get; }

    public HttpClient Http { get; }

    /// <summary>The source of the accessibility checker that the page runs on itself.</summary>
    public static string Axe { get; } = File.ReadAllText(Path.Combine(
        Root,
        "web",
        "node_modules",
        "axe-core",
        "axe.min.js"));

    /// <summary>An empty shop.</summary>
    public static RunningShop Empty() =>
        new(Directory.CreateTempSubdirectory("tinker-browser-").FullName, null, killable: false);

    /// <summary>The demo shop.</summary>
    /// <param name="instruments">Port of the bench of instruments; null for a shop without any.</param>
    /// <param name="killable">Whether it gets a process of its own, which can be killed.</param>
    public static async Task<RunningShop> DemoAsync(int? instruments = null, bool killable = false)
    {
        string made = await Demo.Value, folder = Directory.CreateTempSubdirectory("tinker-browser-").FullName;
        foreach (string file in Directory.GetFiles(made))
        {
            File.Copy(file, Path.Combine(folder, Path.GetFileName(file)));
        }

        RunningShop shop = new(folder, instruments, killable);
        await shop.SignInAsync();
        return shop;
    }

    /// <summary>A shop that has nothing but an owner, who is signed in.</summary>
    public static async Task<RunningShop> OwnedAsync()
    {
        RunningShop shop = Empty();
        (await shop.Http.PostAsJsonAsync(
            "/api/access/first",
            new { code = shop.Code, name = Owner, secret = DemoAccess.Secret, inspects = true }))
            .EnsureSuccessStatusCode();
        await shop.SignInAsync();
        return shop;
    }

    /// <summary>What a browser keeps of the owner's session; null where there is no owner yet.</summary>
    public string? Key { get; private set; }

    /// <summary>Signs the owner in, for what is asked past the screen.</summary>
    public async Task SignInAsync()
    {
        Key = await KeyAsync();
        string[] parts = Key.Split('=');
        cookies.CookieContainer.Add(new Uri(Address), new Cookie(parts[0], parts[1]));
    }

    /// <summary>The code by which an empty shop gets its owner.</summary>
    public string Code => here!.Services.GetRequiredService<FirstOwner>().Code;

    /// <summary>Signs somebody in; what a browser keeps of it: "name=value".</summary>
    public async Task<string> KeyAsync(string name = Owner)
    {
        using HttpClient other = new(new HttpClientHandler { UseCookies = false }) { BaseAddress = new Uri(Address) };
        using HttpResponseMessage answer = await other.PostAsJsonAsync(
            "/api/access/sign-in",
            new { name, secret = DemoAccess.Secret });
        answer.EnsureSuccessStatusCode();
        return answer.Headers.GetValues("Set-Cookie").Single().Split(';')[0];
    }

    private static async Task<string> MakeDemoAsync()
    {
        string folder = Directory.CreateTempSubdirectory("tinker-demo-").FullName;
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(folder, recursive: true);
        await using (ShopFile file = await ShopFileOpening.OpenAsync(folder))
        {
            await DemoShop.FillAsync(file, SetClock.On(Moment)!.GetLocalNow());
        }

        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        return folder;
    }

    /// <summary>Kills the server as a power cut would: at once, with nothing said.</summary>
    public void Kill()
    {
        process!.Kill();
        process.WaitForExit();
    }

    /// <summary>Starts it again on the same folder and address.</summary>
    public void StartAgain() => process = Start();

    /// <summary>A part of an answer, by its path of names.</summary>
    public async Task<JsonElement> GetAsync(string path) => await Http.GetFromJsonAsync<JsonElement>(path);

    /// <summary>Id of the trailer with a tag.</summary>
    public async Task<string> TrailerAsync(string tag) =>
        (await GetAsync($"/api/yard/trailers?search={tag}"))
            .GetProperty("rows")
            .EnumerateArray()
            .First(r => r.GetProperty("tag").GetString() == tag)
            .GetProperty("id")
            .GetString()!;

    /// <summary>Id of the visit that stands in the bay: the first, or the one of a trailer.</summary>
    public async Task<string> OpenVisitAsync(string tag = "A-12") =>
        (await GetAsync("/api/bay/visits"))
            .EnumerateArray()
            .First(v => v.GetProperty("tag").GetString() == tag)
            .GetProperty("id")
            .GetString()!;

    /// <summary>Takes a trailer into the bay; answers the visit's id.</summary>
    public async Task<string> TakeInAsync(string tag, params (string Job, string Place)[] jobs)
    {
        string visit = Guid.CreateVersion7().ToString();
        object wanted =
            new { trailerId = await TrailerAsync(tag), jobs = jobs.Select(j => new { job = j.Job, place = j.Place }) };
        await SendAsync(HttpMethod.Put, $"/api/bay/visits/{visit}", wanted);
        return visit;
    }

    /// <summary>
    /// Works a visit step by step, with a figure wherever one is asked for, up to a step; answers that step.
    /// </summary>
    /// <param name="visit">The visit's id.</param>
    /// <param name="until">The step to stop at.</param>
    public async Task<JsonElement> WorkToAsync(string visit, Func<JsonElement, bool> until) =>
        await WorkUntilAsync(visit, until)
            ?? throw new InvalidOperationException("The visit was worked to its end before that step came.");

    /// <summary>Works a visit to its end, step by step, with a figure wherever one is asked for.</summary>
    public Task WorkAsync(string visit) => WorkUntilAsync(visit, _ => false);

    private async Task<JsonElement?> WorkUntilAsync(string visit, Func<JsonElement, bool> until)
    {
        JsonElement all = await GetAsync($"/api/bay/visits/{visit}");
        Dictionary<string, JsonElement> steps = all
            .GetProperty("packet")
            .GetProperty("steps")
            .EnumerateArray()
            .ToDictionary(s => s.GetProperty("key").GetString()!);
        Dictionary<string, string> figures = Believable(all);
        for (string? next = all.GetProperty("state").GetProperty("next").GetString(); next is not null;)
        {
            if (until(steps[next]))
            {
                return steps[next];
            }

            object entry = new
            {
                key = next,
                readings = steps[next]
                .GetProperty("readings")
                .EnumerateArray()
                .Select(r =>
                    new { id = Guid.CreateVersion7(), kind = r.GetString(), typed = figures[r.GetString()!] })
            };
            next = (await SendAsync(
                HttpMethod.Put,
                $"/api/bay/visits/{visit}/entries/{Guid.CreateVersion7()}",
                entry)).GetProperty("next").GetString();
        }

        return null;
    }

    /// <summary>A figure that may be typed for each kind of reading a visit asks for.</summary>
    public static Dictionary<string, string> Believable(JsonElement visit) =>
        visit
            .GetProperty("readingsAsked")
            .EnumerateArray()
            .ToDictionary(
                r => r.GetProperty("code").GetString()!,
                r => r.GetProperty("example").GetString() is { } example && example.Any(char.IsDigit)
                    ? example
                    : "90");

    /// <summary>Sends a body as the owner; answers what comes back, or fails.</summary>
    public async Task<JsonElement> SendAsync(HttpMethod method, string path, object body)
    {
        using HttpRequestMessage request = new(method, path) { Content = JsonContent.Create(body) };
        using HttpResponseMessage answer = await Http.SendAsync(request);
        if (!answer.IsSuccessStatusCode)
        {
            throw new InvalidOperationException($"{method} {path}: {await answer.Content.ReadAsStringAsync()}");
        }

        return await answer.Content.ReadFromJsonAsync<JsonElement>();
    }

    public void Dispose()
    {
        Http.Dispose();
        if (process is not null)
        {
            Kill();
            process.Dispose();
        }

        here?.Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(Folder, recursive: true);
    }

    private Process Start()
    {
        string server = Path.Combine(Root, "out", "bin", "Shop", "release", "SturdyTinker.Shop.dll");
        ProcessStartInfo start = new("dotnet")
        {
            ArgumentList =
            {
                server,
                "--data",
                Folder,
                "--web",
                Web,
                "--day",
                Moment,
                "--urls",
                Address,
                "--backups",
                "none",
                "--Logging:LogLevel:Default=Warning"
            },
            WorkingDirectory = Folder,
        };
        if (Bench is { } bench)
        {
            start.ArgumentList.Add("--instruments");
            start.ArgumentList.Add(bench);
        }

        Process started = Process.Start(start)!;
        for (int tries = 0; tries < 300; tries++)
        {
            try
            {
                using HttpResponseMessage answer = Http.GetAsync("/health").GetAwaiter().GetResult();
                if (answer.IsSuccessStatusCode)
                {
                    return started;
                }
            }
            catch (HttpRequestException)
            {
                // Not up yet.
            }

            Thread.Sleep(100);
        }

        throw new InvalidOperationException("The server did not start.");
    }
}
