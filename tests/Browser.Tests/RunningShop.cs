using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json;
using SturdyTinker.Demo;
using SturdyTinker.Store;

namespace SturdyTinker.Browser.Tests;

/// <summary>The program as it is served, in a process of its own that can be killed, on a folder of its own.</summary>
public sealed class RunningShop : IDisposable
{
    private static readonly string Root = FindRoot();
    private readonly int port;
    private Process process;

    private RunningShop(string folder)
    {
        Folder = folder;
        using (TcpListener listener = new(IPAddress.Loopback, 0))
        {
            listener.Start();
            port = ((IPEndPoint)listener.LocalEndpoint).Port;
        }

        Address = string.Create(CultureInfo.InvariantCulture, $"http://127.0.0.1:{port}");
        Http = new HttpClient { BaseAddress = new Uri(Address), Timeout = TimeSpan.FromSeconds(10) };
        process = Start();
    }

    public string Folder { get; }

    public string Address { get; }

    public HttpClient Http { get; }

    /// <summary>The source of the accessibility checker that the page runs on itself.</summary>
    public static string Axe { get; } = File.ReadAllText(Path.Combine(Root, "web", "node_modules", "axe-core", "axe.min.js"));

    /// <summary>An empty shop.</summary>
    public static RunningShop Empty() => new(Directory.CreateTempSubdirectory("tinker-browser-").FullName);

    /// <summary>The demo shop.</summary>
    public static async Task<RunningShop> DemoAsync()
    {
        string folder = Directory.CreateTempSubdirectory("tinker-browser-").FullName;
        await using (ShopFile file = await ShopFileOpening.OpenAsync(folder))
        {
            await DemoShop.FillAsync(file, DateTimeOffset.Now);
        }

        return new RunningShop(folder);
    }

    /// <summary>Kills the server as a power cut would: at once, with nothing said.</summary>
    public void Kill()
    {
        process.Kill();
        process.WaitForExit();
    }

    /// <summary>Starts it again on the same folder and address.</summary>
    public void StartAgain() => process = Start();

    /// <summary>A part of an answer, by its path of names.</summary>
    public async Task<JsonElement> GetAsync(string path) => await Http.GetFromJsonAsync<JsonElement>(path);

    /// <summary>Id of the first of those who work here.</summary>
    public async Task<string> PersonAsync() => (await GetAsync("/api/yard/shop")).GetProperty("people")[0].GetProperty("id").GetString()!;

    /// <summary>Id of the trailer with a tag.</summary>
    public async Task<string> TrailerAsync(string tag) =>
        (await GetAsync($"/api/yard/trailers?search={tag}")).GetProperty("rows").EnumerateArray().First(r => r.GetProperty("tag").GetString() == tag).GetProperty("id").GetString()!;

    /// <summary>Id of the visit that stands in the bay.</summary>
    public async Task<string> OpenVisitAsync() => (await GetAsync("/api/bay/visits"))[0].GetProperty("id").GetString()!;

    public void Dispose()
    {
        Kill();
        process.Dispose();
        Http.Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(Folder, recursive: true);
    }

    private Process Start()
    {
        string server = Path.Combine(Root, "out", "bin", "Shop", "release", "SturdyTinker.Shop.dll");
        ProcessStartInfo start = new("dotnet")
        {
            ArgumentList = { server, "--data", Folder, "--web", Path.Combine(Root, "web", "dist"), "--urls", Address, "--Logging:LogLevel:Default=Warning" },
            WorkingDirectory = Folder,
        };
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

    private static string FindRoot()
    {
        DirectoryInfo? folder = new(AppContext.BaseDirectory);
        while (folder is not null && !File.Exists(Path.Combine(folder.FullName, "SturdyTinker.slnx")))
        {
            folder = folder.Parent;
        }

        return folder?.FullName ?? throw new InvalidOperationException("The checkout was not found.");
    }
}
