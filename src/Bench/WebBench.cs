using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Cookie = System.Net.Cookie;
using OpenQA.Selenium.Chrome;
using SturdyTinker.Core.People;
using static SturdyTinker.Bench.Numbers;

namespace SturdyTinker.Bench;

/// <summary>
/// The screens in a headless Chromium made as slow as a shop's tablet, against an empty page of the same server: how
/// long until the first row stands there; the longest task while a thousand trailers scroll by on the horizon; and, as
/// fast as the machine is, from a touch on "Done, next" to the next step.
/// </summary>
internal static class WebBench
{
    private const int Trailers = 1_000;
    private const int Runs = 7;
    private const int Steps = 25;

    /// <summary>How much slower the tablet is than this machine.</summary>
    private const int Slower = 4;

    // Watches for what is waited for from the page's first moment on; the time is the page's own.
    private const string Watch = """
        (() => {
          const wanted = sessionStorage.benchWanted;
          if (!wanted) return;
          const look = () => {
            const there = [...document.querySelectorAll(wanted)].some(e => e.getClientRects().length > 0);
            if (there && window.benchAt === undefined) window.benchAt = performance.now();
            if (window.benchAt === undefined) requestAnimationFrame(look);
          };
          look();
          window.benchTasks = [];
          new PerformanceObserver(l => window.benchTasks.push(...l.getEntries().map(e => e.duration)))
            .observe({ type: "longtask", buffered: true });
        })();
        """;

    /// <summary>Runs the benchmark; 0 when it ran to its end.</summary>
    /// <param name="bin">The folder with the built server.</param>
    /// <param name="web">The folder with the built web.</param>
    internal static async Task<int> RunAsync(string bin, string web)
    {
        Guid trailer = default;
        await using BenchServer server = await BenchServer.StartAsync(
            bin,
            null,
            Trailers,
            async file => trailer = await file.Trailers.OrderBy(t => t.Tag).Select(t => t.Id).FirstAsync(),
            "--web",
            web);
        // Planned once before anything is measured: how long that takes is another bench's matter.
        (await server.Http.GetAsync("/api/horizon")).EnsureSuccessStatusCode();
        Guid visit = await TakeInAsync(server, trailer);
        using ChromeDriver driver = Opened(server);

        Dictionary<string, (string Path, string Wanted)> screens = new()
        {
            ["empty page"] = ("/health", "body"),
            ["yard"] = ("/yard", "main a[href^='/yard/trailers/']"),
            ["horizon"] = ("/horizon", "[data-visit]"),
            ["bay"] = ($"/bay/{visit}", "main form h2"),
            ["trailer"] = ($"/yard/trailers/{trailer}", "[data-place]"),
        };
        Dictionary<string, List<double>> first = screens.Keys.ToDictionary(k => k, _ => new List<double>());
        Slow(driver, Slower);
        for (int run = 0; run < Runs; run++)
        {
            foreach ((string name, (string path, string wanted)) in screens)
            {
                first[name].Add(await FirstAsync(driver, new Uri(server.Address, path), wanted));
            }
        }

        double longest = await LongestTaskAsync(driver, server.Address);
        Slow(driver, 1);
        List<double> ticks = await TicksAsync(driver, new Uri(server.Address, $"/bay/{visit}"));

        double empty = Median(first["empty page"]);
        Console.WriteLine();
        Console.WriteLine(FormattableString.Invariant(
            $"{Slower} times slower than this machine, 10 Mbit/s, 40 ms away; nothing kept; median of {Runs}"));
        foreach ((string name, List<double> took) in first)
        {
            Console.WriteLine(FormattableString.Invariant(
                $"{name,-12} first row after {Median(took),6:0} ms, {Median(took) / empty,6:0.0} times the empty page"));
        }

        Console.WriteLine(FormattableString.Invariant(
            $"longest task while {Trailers:#,0} trailers scroll by: {longest:0} ms ({longest / Slower:0} ms unslowed)"));
        Console.WriteLine(FormattableString.Invariant(
            $"from \"Done, next\" to the next step: {Median(ticks):0} ms, at most {ticks.Max():0} ")
            + FormattableString.Invariant($"(of {ticks.Count}, unslowed); aim: under 100"));
        Console.WriteLine(JsonSerializer.Serialize(new
        {
            bench = "web",
            trailers = Trailers,
            runs = Runs,
            slower = Slower,
            emptyMs = Math.Round(empty),
            ratios = first.Where(f => f.Key != "empty page").ToDictionary(
                f => f.Key,
                f => Math.Round(Median(f.Value) / empty, 1)),
            longestTaskMs = Math.Round(longest),
            tickMs = Math.Round(Median(ticks)),
        }));
        return 0;
    }

    private static async Task<Guid> TakeInAsync(BenchServer server, Guid trailer)
    {
        JsonElement jobs = await server.Http.GetFromJsonAsync<JsonElement>($"/api/bay/jobs?trailer={trailer}");
        JsonElement repack = jobs.EnumerateArray().First(j => j.GetProperty("code").GetString() == "bearing-repack");
        Guid visit = Guid.CreateVersion7();
        HttpResponseMessage answer = await server.Http.PutAsJsonAsync(
            $"/api/bay/visits/{visit}",
            new
            {
                trailerId = trailer,
                jobs = repack.GetProperty("places").EnumerateArray().Select(p => new
                {
                    job = "bearing-repack",
                    place = p.GetString()
                }),
                technicians = 1,
            });
        return answer.IsSuccessStatusCode
            ? visit
            : throw new InvalidOperationException(await answer.Content.ReadAsStringAsync());
    }

    private static ChromeDriver Opened(BenchServer server)
    {
        ChromeOptions options = new() { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--window-size=1280,800");
        ChromeDriverService service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        service.SuppressInitialDiagnosticInformation = true;
        ChromeDriver driver = new(service, options);
        Command(driver, "Network.enable", new());
        Command(driver, "Network.setCacheDisabled", new() { ["cacheDisabled"] = true });
        Command(driver, "Page.addScriptToEvaluateOnNewDocument", new() { ["source"] = Watch });
        Cookie key = server.Session;
        Command(driver, "Network.setCookie", new()
        {
            ["url"] = server.Address.ToString(),
            ["name"] = key.Name,
            ["value"] = key.Value,
            ["httpOnly"] = true,
        });
        return driver;
    }

    private static void Slow(ChromeDriver driver, int times)
    {
        Command(driver, "Emulation.setCPUThrottlingRate", new() { ["rate"] = times });
        Command(driver, "Network.emulateNetworkConditions", new()
        {
            ["offline"] = false,
            ["latency"] = times > 1 ? 40 : 0,
            ["downloadThroughput"] = times > 1 ? 10_000_000 / 8 : -1,
            ["uploadThroughput"] = times > 1 ? 10_000_000 / 8 : -1,
        });
    }

    private static void Command(ChromeDriver driver, string name, Dictionary<string, object?> with) =>
        driver.ExecuteCdpCommand(name, with);

    // What the page is waited for lies in the session's store, which the page reads at its first moment.
    private static async Task<double> FirstAsync(ChromeDriver driver, Uri address, string wanted)
    {
        if (!driver.Url.StartsWith(new Uri(address, "/").ToString(), StringComparison.Ordinal))
        {
            await driver.Navigate().GoToUrlAsync(new Uri(address, "/health"));
        }

        driver.ExecuteScript("sessionStorage.benchWanted = arguments[0]", wanted);
        await driver.Navigate().GoToUrlAsync(address);
        return await UntilAsync(driver, "return window.benchAt ?? null");
    }

    private static async Task<double> UntilAsync(ChromeDriver driver, string script)
    {
        for (int tries = 0; tries < 1_200; tries++)
        {
            if (driver.ExecuteScript(script) is { } there)
            {
                return Convert.ToDouble(there, CultureInfo.InvariantCulture);
            }

            await Task.Delay(50);
        }

        throw new InvalidOperationException($"Waited in vain on {driver.Url}: {script}");
    }

    // Down and up again, a good part of a screen at each frame, as a finger does it.
    private static async Task<double> LongestTaskAsync(ChromeDriver driver, Uri address)
    {
        await FirstAsync(driver, new Uri(address, "/horizon"), "[data-visit]");
        await Task.Delay(3_000);
        driver.ExecuteScript("""
            window.benchTasks.length = 0;
            window.benchDone = undefined;
            const board = document.querySelector("[data-testid=horizon]");
            let frames = 0;
            const go = () => {
              board.scrollTop += frames < 150 ? 220 : -220;
              if (++frames < 300) requestAnimationFrame(go);
              else setTimeout(() => (window.benchDone = Math.max(0, ...window.benchTasks)), 1500);
            };
            go();
            """);
        return await UntilAsync(driver, "return window.benchDone ?? null");
    }

    // Steps without a figure are done by a touch; any other is skipped, and not counted.
    private static async Task<List<double>> TicksAsync(ChromeDriver driver, Uri visit)
    {
        await FirstAsync(driver, visit, "main form h2");
        List<double> took = [];
        for (int i = 0; i < Steps * 4 && took.Count < Steps; i++)
        {
            bool counts = (bool)driver.ExecuteScript("""
                window.benchTick = undefined;
                const form = document.querySelector("main form");
                const number = () => document.querySelector("main form h3")?.textContent;
                const here = number();
                const button = words => [...form.querySelectorAll("button")].find(b => b.textContent === words);
                const plain = form.querySelectorAll("input:not([type=checkbox])").length === 0;
                const wait = from => {
                  const look = () => {
                    const now = number();
                    if (now !== undefined && now !== here) window.benchTick = performance.now() - from;
                    else requestAnimationFrame(look);
                  };
                  look();
                };
                if (plain) {
                  wait(performance.now());
                  button("Done, next").click();
                } else {
                  button("Skip").click();
                  requestAnimationFrame(() => requestAnimationFrame(() => {
                    const field = [...form.querySelectorAll("input")].find(e => e.placeholder?.startsWith("no dial"));
                    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
                    set.call(field, "measured apart");
                    field.dispatchEvent(new Event("input", { bubbles: true }));
                    requestAnimationFrame(() => {
                      wait(performance.now());
                      button("Skip it, next").click();
                    });
                  }));
                }
                return plain;
                """)!;
            double tick = await UntilAsync(driver, "return window.benchTick ?? null");
            if (counts)
            {
                took.Add(tick);
            }
        }

        return took;
    }
}
