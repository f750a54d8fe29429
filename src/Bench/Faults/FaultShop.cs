using System.Diagnostics;
using System.Net.Http.Json;
using System.Text;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Demo;
using SturdyTinker.Store;

namespace SturdyTinker.Bench.Faults;

/// <summary>The folder of a shop, and the program that is started on it and killed.</summary>
internal sealed class FaultShop(string program, string folder)
{
    private Guid[] trailers = [];

    public string Program { get; } = program;

    public string Folder { get; } = folder;

    /// <summary>
    /// The trailer that something of this id is written on: always the same one, and each as often as any other, for no
    /// trailer makes ten thousand trips.
    /// </summary>
    public async Task<Guid> TrailerOfAsync(Guid id)
    {
        if (trailers.Length == 0)
        {
            await using ShopFile file = Open();
            trailers = await file.Trailers.OrderBy(t => t.Tag).Select(t => t.Id).ToArrayAsync();
        }

        return trailers[(id.GetHashCode() & int.MaxValue) % trailers.Length];
    }

    public async Task<HashSet<Guid>> TripsAsync(List<Guid> ids)
    {
        await using ShopFile file = Open();
        return [.. await file.MeterEntries.Where(m => ids.Contains(m.Id)).Select(m => m.Id).ToListAsync()];
    }

    public async Task<int> CustomersAsync(int round)
    {
        string phone = FormattableString.Invariant($"0 {round}");
        await using ShopFile file = Open();
        return await file.Customers.CountAsync(c => c.Phone == phone);
    }

    public async Task KilledAsync(int after, params string[] command)
    {
        using Process process = Start(command);
        await Task.WhenAny(process.WaitForExitAsync(), Task.Delay(after));
        if (!process.HasExited)
        {
            process.Kill();
            await process.WaitForExitAsync();
        }
    }

    public Process Start(params string[] arguments) => Start(null, arguments);

    public Process Start(StringBuilder? said, params string[] arguments)
    {
        ProcessStartInfo start = new("dotnet")
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true
        };
        start.ArgumentList.Add(Program);
        foreach (string argument in arguments)
        {
            start.ArgumentList.Add(argument);
        }

        Process process = Process.Start(start) ?? throw new InvalidOperationException("It did not start.");
        void Hear(object _, DataReceivedEventArgs line)
        {
            if (said is not null)
            {
                lock (said)
                {
                    said.AppendLine(line.Data);
                }
            }
        }

        process.OutputDataReceived += Hear;
        process.ErrorDataReceived += Hear;
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        return process;
    }

    private ShopFile Open()
    {
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(Folder);
        return new ShopFile(builder.Options);
    }
}

/// <summary>A server on a shop, until it is killed.</summary>
internal sealed class Running : IDisposable
{
    /// <summary>How long it is waited for.</summary>
    internal static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);

    private readonly FaultShop shop;
    private readonly Process process;
    private readonly HttpClient http;
    private readonly StringBuilder said;

    private Running(FaultShop shop, Process process, Uri address, StringBuilder said)
    {
        (this.shop, this.process, this.said) = (shop, process, said);
        http = new HttpClient { BaseAddress = address, Timeout = Patience };
    }

    /// <summary>Asks it.</summary>
    public HttpClient Http => http;

    /// <summary>1 where it did not start.</summary>
    public int Dead { get; private set; }

    public static Running Begin(FaultShop shop, params string[] more)
    {
        string address = FormattableString.Invariant($"http://127.0.0.1:{BenchServer.FreePort()}");
        StringBuilder said = new();
        return new Running(
            shop,
            shop.Start(said, ["--data", shop.Folder, "--backups", "none", "--urls", address, .. more]),
            new Uri(address),
            said);
    }

    public static async Task<Running> StartAsync(FaultShop shop, bool signedIn = true, params string[] more)
    {
        Running running = Begin(shop, more);
        long begun = Environment.TickCount64;
        while (Environment.TickCount64 - begun < Patience.TotalMilliseconds && !running.process.HasExited)
        {
            try
            {
                if ((await running.http.GetAsync("/health/ready")).IsSuccessStatusCode)
                {
                    if (signedIn)
                    {
                        await BenchServer.SignInAsync(running.http, Fleet.Measurer);
                    }

                    return running;
                }
            }
            catch (HttpRequestException)
            {
                // Not up yet.
            }

            await Task.Delay(50);
        }

        string last = running.Said();
        if (running.process.HasExited && last.Contains("--urls", StringComparison.Ordinal))
        {
            // Another program of this machine took the port between finding it free and using it.
            running.Dispose();
            return await StartAsync(shop, signedIn, more);
        }

        Console.WriteLine(FormattableString.Invariant(
            $"not started, {(running.process.HasExited ? "ended" : "still going")}: {last}"));
        running.Dead = 1;
        return running;
    }

    private string Said()
    {
        lock (said)
        {
            return said.ToString().Trim();
        }
    }

    public async Task<bool> TripAsync(Guid id, string typed)
    {
        Guid trailer = await shop.TrailerOfAsync(id);
        return await SentAsync(() => http.PutAsJsonAsync(
            $"/api/yard/trailers/{trailer}/meter/{id}",
            new
            {
                kind = "trip",
                on = DateOnly.FromDateTime(DateTime.Now),
                typed,
                startsNewMeter = false
            }));
    }

    /// <summary>What the program takes of memory, bytes.</summary>
    public long Memory
    {
        get
        {
            process.Refresh();
            return process.WorkingSet64;
        }
    }

    /// <summary>Asks for a page: of a trailer, of the yard, of what stands in the bay.</summary>
    public async Task<bool> PageAsync(int which)
    {
        Guid trailer = await shop.TrailerOfAsync(Guid.NewGuid());
        return await SentAsync(() => http.GetAsync(which switch
        {
            0 => $"/api/yard/trailers/{trailer}",
            1 => "/api/yard/trailers?order=due",
            _ => "/api/bay/visits",
        }));
    }

    public Task<bool> TableAsync(string text) => SentAsync(async () =>
    {
        using StringContent content = new(text, Encoding.UTF8, "text/csv");
        return await http.PostAsync("/api/ledger/tables?apply=true", content);
    });

    public void Kill()
    {
        if (!process.HasExited)
        {
            process.Kill();
            process.WaitForExit();
        }
    }

    public void Dispose()
    {
        Kill();
        process.Dispose();
        http.Dispose();
    }

    // Answered as saved, or not at all.
    private static async Task<bool> SentAsync(Func<Task<HttpResponseMessage>> send)
    {
        try
        {
            using HttpResponseMessage answer = await send();
            await answer.Content.ReadAsByteArrayAsync();
            return answer.IsSuccessStatusCode;
        }
        catch (Exception fault) when (fault is HttpRequestException or IOException or TaskCanceledException)
        {
            return false;
        }
    }
}
