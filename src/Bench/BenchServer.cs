using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Demo;
using SturdyTinker.Store;

namespace SturdyTinker.Bench;

/// <summary>
/// The built server over a fleet that was made for measuring, in a folder that goes afterwards or is kept.
/// </summary>
internal sealed class BenchServer : IAsyncDisposable
{
    /// <summary>How many ask it at once.</summary>
    internal const int Clients = 4;

    private readonly string folder;
    private readonly bool kept;
    private readonly CookieContainer cookies = new();

    private BenchServer(string folder, bool kept, Process process, Uri address)
    {
        (this.folder, this.kept, Process, Address) = (folder, kept, process, address);
        Http = new HttpClient(new SocketsHttpHandler { MaxConnectionsPerServer = Clients, CookieContainer = cookies })
        {
            BaseAddress = address,
            Timeout = TimeSpan.FromMinutes(10)
        };
    }

    /// <summary>The server's process.</summary>
    internal Process Process { get; }

    /// <summary>Where it answers.</summary>
    internal Uri Address { get; }

    /// <summary>What a browser keeps of being signed in there.</summary>
    internal Cookie Session => cookies.GetCookies(Address).Single();

    /// <summary>Asks it.</summary>
    internal HttpClient Http { get; }

    /// <summary>Makes the fleet, unless it is there, and starts the server over it.</summary>
    /// <param name="bin">The folder with the built server.</param>
    /// <param name="kept">
    /// A folder to keep the fleet in and to find it again; null for one that goes afterwards.
    /// </param>
    /// <param name="trailers">How many trailers are made.</param>
    /// <param name="look">Looks into the file before the server has it.</param>
    /// <param name="more">More options of the server.</param>
    internal static async Task<BenchServer> StartAsync(
        string bin,
        string? kept,
        int trailers,
        Func<ShopFile, Task> look,
        params string[] more)
    {
        string folder = kept
            ?? Path.Combine(
                Path.GetTempPath(),
                FormattableString.Invariant($"sturdy-tinker-bench-{Environment.ProcessId}"));
        Console.WriteLine(FormattableString.Invariant($"Making {trailers:#,0} trailers with three years of history…"));
        await using (ShopFile file = await ShopFileOpening.OpenAsync(folder))
        {
            if (!await file.Trailers.AnyAsync())
            {
                await Fleet.FillAsync(file, trailers, DateOnly.FromDateTime(DateTime.Now));
            }

            await look(file);
        }

        Uri address = new(FormattableString.Invariant($"http://127.0.0.1:{FreePort()}"));
        ProcessStartInfo start = new("dotnet")
        {
            ArgumentList =
            {
                Path.Combine(bin, "Shop", "release", "SturdyTinker.Shop.dll"),
                "--data",
                folder,
                "--backups",
                "none",
                "--urls",
                address.ToString().TrimEnd('/'),
                "--Logging:LogLevel:Default=Warning"
            },
            WorkingDirectory = folder,
        };
        foreach (string option in more)
        {
            start.ArgumentList.Add(option);
        }

        BenchServer server = new(
            folder,
            kept is not null,
            Process.Start(start) ?? throw new InvalidOperationException("The server did not start."),
            address);
        try
        {
            await server.ReadyAsync();
            await SignInAsync(server.Http, Fleet.Measurer);
            return server;
        }
        catch
        {
            await server.DisposeAsync();
            throw;
        }
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        if (!Process.HasExited)
        {
            Process.Kill();
            await Process.WaitForExitAsync();
        }

        Process.Dispose();
        Http.Dispose();
        if (!kept && Directory.Exists(folder))
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    private async Task ReadyAsync()
    {
        for (int tries = 0; tries < 150 && !Process.HasExited; tries++)
        {
            try
            {
                (await Http.GetAsync("/health")).EnsureSuccessStatusCode();
                return;
            }
            catch (HttpRequestException)
            {
                await Task.Delay(200);
            }
        }

        throw new InvalidOperationException("The server did not answer.");
    }

    /// <summary>Signs somebody of a demo or a fleet in, for every request that follows.</summary>
    internal static async Task SignInAsync(HttpClient http, string name) =>
        (await http.PostAsJsonAsync("/api/access/sign-in", new { name, secret = DemoAccess.Secret }))
            .EnsureSuccessStatusCode();

    /// <summary>A port that nobody listens on.</summary>
    internal static int FreePort()
    {
        using TcpListener listener = new(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
