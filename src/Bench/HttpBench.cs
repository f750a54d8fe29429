using System.Diagnostics;
using System.Net;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using static SturdyTinker.Bench.Numbers;

namespace SturdyTinker.Bench;

/// <summary>
/// The yard's list and one trailer's page against a bare endpoint of the same server that reads one row by key.
/// All in one run, in turns, so that the ratios hold however busy the machine is.
/// </summary>
internal static class HttpBench
{
    private const int Trailers = 2_000;
    private const int Rounds = 9;
    private static readonly TimeSpan RoundLength = TimeSpan.FromSeconds(1.5);

    /// <summary>Runs the benchmark; 0 when it ran to its end.</summary>
    /// <param name="bin">The folder with the built server.</param>
    /// <param name="kept">
    /// A folder to keep the fleet in and to find it again; null for one that goes afterwards.
    /// </param>
    internal static async Task<int> RunAsync(string bin, string? kept)
    {
        Guid[] trailers = [], customers = [];
        string[] tags = [];
        await using BenchServer server = await BenchServer.StartAsync(
            bin,
            kept,
            Trailers,
            async file =>
            {
                trailers = await file.Trailers.Select(t => t.Id).ToArrayAsync();
                tags = await file.Trailers.Select(t => t.Tag).ToArrayAsync();
                customers = await file.Customers.Select(c => c.Id).ToArrayAsync();
                long rows = await file.StepEntries.LongCountAsync()
                    + await file.Readings.LongCountAsync()
                    + await file.MeterEntries.LongCountAsync()
                    + await file.PartsUsed.LongCountAsync();
                Console.WriteLine(FormattableString.Invariant($"{rows:#,0} rows"));
            });
        (string Name, Func<Random, string> Path)[] asked =
        [
            ("bare", r => $"/api/yard/customers/{customers[r.Next(customers.Length)]}"),
            ("trailer", r => $"/api/yard/trailers/{trailers[r.Next(trailers.Length)]}"),
            ("yard", _ => "/api/yard/trailers?order=due"),
            ("find", r => $"/api/find?typed={Uri.EscapeDataString(tags[r.Next(tags.Length)])}"),
        ];
        return await MeasureAsync(server.Http, server.Process, asked);
    }

    private static async Task<int> MeasureAsync(
        HttpClient http,
        Process server,
        (string Name, Func<Random, string> Path)[] asked)
    {
        // Every path is warmed until it is compiled well, then they take turns.
        foreach ((_, Func<Random, string> path) in asked)
        {
            await LoadAsync(http, path, RoundLength);
        }

        var perSecond = asked.ToDictionary(a => a.Name, _ => new List<double>());
        var cpu = asked.ToDictionary(a => a.Name, _ => new List<double>());
        for (int round = 0; round < Rounds; round++)
        {
            foreach ((string name, Func<Random, string> path) in asked)
            {
                server.Refresh();
                TimeSpan before = server.TotalProcessorTime;
                (int requests, TimeSpan took) = await LoadAsync(http, path, RoundLength);
                server.Refresh();
                perSecond[name].Add(requests / took.TotalSeconds);
                cpu[name].Add((server.TotalProcessorTime - before).TotalMicroseconds / requests);
            }
        }

        double[] trailerRatios = Ratios(
            perSecond["trailer"],
            perSecond["bare"]), yardRatios = Ratios(perSecond["yard"], perSecond["trailer"]);
        Console.WriteLine();
        Console.WriteLine("                 requests/s   server CPU µs/request   body");
        foreach ((string name, Func<Random, string> path) in asked)
        {
            int bytes = (await http.GetByteArrayAsync(path(new Random(1)))).Length;
            Console.WriteLine(
                FormattableString.Invariant(
                    $"{name,-14} {Median(perSecond[name]),12:#,0} {Median(cpu[name]),23:0} {bytes,7:#,0} B"));
        }

        Console.WriteLine(
            FormattableString.Invariant(
                $"trailer page against bare endpoint: {Median(trailerRatios):0.00} (from {trailerRatios.Min():0.00} to {trailerRatios.Max():0.00}); aim: 0.40 or more"));
        Console.WriteLine(
            FormattableString.Invariant($"yard's first page against trailer page: {Median(yardRatios):0.00} (from ")
                + FormattableString.Invariant($"{yardRatios.Min():0.00} to {yardRatios.Max():0.00}); aim: 1.00 or more"));
        double[] findRatios = Ratios(perSecond["find"], perSecond["bare"]);
        Console.WriteLine(
            FormattableString.Invariant(
                $"finding a trailer by its tag against bare endpoint: {Median(findRatios):0.00} ")
                + FormattableString.Invariant($"(from {findRatios.Min():0.00} to {findRatios.Max():0.00})"));
        Console.WriteLine(JsonSerializer.Serialize(new
        {
            bench = "http",
            trailers = Trailers,
            rounds = Rounds,
            clients = BenchServer.Clients,
            bareRps = Math.Round(Median(perSecond["bare"])),
            trailerRps = Math.Round(Median(perSecond["trailer"])),
            yardRps = Math.Round(Median(perSecond["yard"])),
            trailerToBare = Math.Round(Median(trailerRatios), 3),
            yardToTrailer = Math.Round(Median(yardRatios), 3),
            findToBare = Math.Round(Median(findRatios), 3),
        }));
        return 0;
    }

    private static double[] Ratios(List<double> a, List<double> b) => [.. a.Zip(b, (x, y) => x / y)];

    private static async Task<(int Requests, TimeSpan Took)> LoadAsync(
        HttpClient http,
        Func<Random, string> path,
        TimeSpan length)
    {
        Stopwatch watch = Stopwatch.StartNew();
        int[] counts = await Task.WhenAll(Enumerable.Range(0, BenchServer.Clients).Select(async client =>
        {
            Random random = new(client);
            int count = 0;
            while (watch.Elapsed < length)
            {
                using HttpResponseMessage answer = await http.GetAsync(path(random));
                if (answer.StatusCode != HttpStatusCode.OK)
                {
                    throw new InvalidOperationException($"The server answered {(int)answer.StatusCode}.");
                }

                await answer.Content.CopyToAsync(Stream.Null);
                count++;
            }

            return count;
        }));
        return (counts.Sum(), watch.Elapsed);
    }
}
