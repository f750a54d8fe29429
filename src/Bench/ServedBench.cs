using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts;
using static SturdyTinker.Bench.Numbers;

namespace SturdyTinker.Bench;

/// <summary>
/// What a large shop's server takes against a small one's: the first look at the horizon after a start, a dragged
/// visit, and what a technician writes, against a bare insert with the same durability. All in one run.
/// </summary>
internal static class ServedBench
{
    private const int Small = 20, Visits = 8, Drags = 40, Entries = 60, TableRows = 2_000;

    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(10);

    /// <summary>Runs the benchmark; 0 when it ran to its end.</summary>
    /// <param name="bin">The folder with the built server.</param>
    /// <param name="kept">A folder to keep the large fleet in and to find it again; null for one that goes.</param>
    /// <param name="trailers">How many trailers the large shop has.</param>
    internal static async Task<int> RunAsync(string bin, string? kept, int trailers)
    {
        Dictionary<string, object> figures = new() { ["bench"] = "served" };
        await MeasureAsync(bin, kept, trailers, figures);
        Console.WriteLine(JsonSerializer.Serialize(figures));
        return 0;
    }

    /// <summary>Measures both shops.</summary>
    /// <param name="bin">The folder with the built server.</param>
    /// <param name="kept">A folder to keep the large fleet in and to find it again; null for one that goes.</param>
    /// <param name="trailers">How many trailers the large shop has.</param>
    /// <param name="figures">Where the figures go.</param>
    internal static async Task MeasureAsync(
        string bin,
        string? kept,
        int trailers,
        Dictionary<string, object> figures)
    {
        string large = kept ?? Directory.CreateTempSubdirectory("tinker-served-").FullName;
        string small = Directory.CreateTempSubdirectory("tinker-served-").FullName;
        try
        {
            figures["trailers"] = trailers;
            foreach ((string folder, int count, string name) in new[]
            {
                (small, Small, "small"),
                (large, trailers, "large")
            })
            {
                figures[name] = await OneAsync(bin, folder, count);
            }

            (double sql, double ef) = BareInserts();
            (figures["bareInsertMs"], figures["bareEfInsertMs"]) = (Math.Round(sql, 2), Math.Round(ef, 2));
            Console.WriteLine(FormattableString.Invariant($"a row inserted in the same process and flushed to the ")
                + FormattableString.Invariant($"disk: by SQL {sql:0.00} ms, by EF Core {ef:0.00} ms"));
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(small, recursive: true);
            if (kept is null)
            {
                Directory.Delete(large, recursive: true);
            }
        }
    }

    private static async Task<Dictionary<string, double>> OneAsync(string bin, string folder, int count)
    {
        Guid[] free = [];
        Dictionary<string, double> found = [];
        Dictionary<string, List<double>> took = [];

        // Once to plan, so that the second start is a warm one.
        await using (BenchServer first = await BenchServer.StartAsync(bin, folder, count, _ => Task.CompletedTask))
        {
            found["coldSeconds"] = await CurrentAsync(first.Http);
        }

        long began = Stopwatch.GetTimestamp();
        await using BenchServer server = await BenchServer.StartAsync(bin, folder, count, async file =>
        {
            free = await file.TrailerStatuses
                .Where(s => s.OpenVisit == null)
                .OrderBy(s => s.TrailerId)
                .Select(s => s.TrailerId)
                .Take(Visits)
                .ToArrayAsync();
            began = Stopwatch.GetTimestamp();
        });
        long asked = Stopwatch.GetTimestamp();
        JsonElement page = await GetAsync(server.Http, "/api/horizon?take=60");
        found["warmSeconds"] = Math.Round(Stopwatch.GetElapsedTime(asked).TotalSeconds, 2);
        found["warmSinceStartSeconds"] = Math.Round(Stopwatch.GetElapsedTime(began).TotalSeconds, 1);
        found["warmLines"] = WithVisits(page).Length;
        await CurrentAsync(server.Http);
        JsonElement[] lines = WithVisits(await GetAsync(server.Http, "/api/horizon?take=60"));

        // The first are the compiler's.
        for (int i = 0; i < 5 * Drags; i++)
        {
            JsonElement line = lines[i % lines.Length], visit = line.GetProperty("visits")[0];
            double ms = await TimedAsync(() => server.Http.PostAsJsonAsync(
                $"/api/horizon/trailers/{line.GetProperty("trailerId").GetGuid()}/try",
                new
                {
                    decisions = new[]
                    {
                        new
                        {
                            kind = "pin",
                            tasks = visit.GetProperty("tasks").EnumerateArray().Select(t => t.GetProperty("id").GetString()),
                            to = DateOnly.Parse(
                                visit.GetProperty("week").GetString()!,
                                CultureInfo.InvariantCulture).AddDays(14),
                            from = visit.GetProperty("week").GetString(),
                            booking = (Guid?)null
                        }
                    }
                }));
            if (i >= 4 * Drags)
            {
                Add(took, "drag", ms);
            }
        }

        foreach (Guid trailer in free)
        {
            await VisitAsync(server.Http, trailer, took);
        }

        for (int i = 0; i < Entries; i++)
        {
            double bare = await CustomerAsync(server.Http, i);
            double stock = await TimedAsync(() => server.Http.PutAsJsonAsync(
                $"/api/shelf/stock/{Part.All[i % Part.All.Count].Code}/entries/{Guid.CreateVersion7()}",
                new { move = "count", quantity = "12", note = "" }));
            if (i >= Entries / 3)
            {
                Add(took, "bare later", bare);
                Add(took, "stock", stock);
            }
        }

        (found["tableSeconds"], found["tableOthersWaitMs"]) = await TableAsync(server.Http);

        server.Process.Refresh();
        found["memoryMB"] = server.Process.WorkingSet64 / 1e6;
        Console.WriteLine(
            FormattableString.Invariant($"{count:#,0} trailers: planned {found["coldSeconds"]:0.0} s after a start without a plan; ")
                + FormattableString.Invariant($"first answer of one with a plan {found["warmSeconds"]:0.00} s, {found["warmSinceStartSeconds"]:0.0} s after its start ")
                + FormattableString.Invariant($"({found["warmLines"]:0} lines with their visits); {found["memoryMB"]:0} MB"));
        foreach ((string what, List<double> all) in took)
        {
            found[$"{what}Ms"] = Math.Round(Median([.. all]), 1);
            Console.WriteLine(FormattableString.Invariant(
                $"  {what,-8} median {Median([.. all]):0.0} ms of {all.Count}, longest {all.Max():0.0} ms"));
        }

        found["tickToBare"] = Math.Round(found["bareMs"] / found["tickMs"], 2);
        found["stockToBare"] = Math.Round(found["bare laterMs"] / found["stockMs"], 2);
        Console.WriteLine(
            FormattableString.Invariant($"  a step at {found["tickToBare"]:0.00} of the rate of one customer written, a ")
                + FormattableString.Invariant($"stock entry at {found["stockToBare"]:0.00}; a table of {TableRows:#,0} ")
                + FormattableString.Invariant($"trailers in {found["tableSeconds"]:0.0} s, others waiting ")
                + FormattableString.Invariant($"{found["tableOthersWaitMs"]:0} ms at most"));

        return found;
    }

    private static JsonElement[] WithVisits(JsonElement page) =>
        [.. page.GetProperty("lines").EnumerateArray().Where(l => l.GetProperty("visits").GetArrayLength() > 0)];

    // A trailer is taken in for one wheel end, worked on to the end without a figure, and closed.
    private static async Task VisitAsync(HttpClient http, Guid trailer, Dictionary<string, List<double>> took)
    {
        string visit = $"/api/bay/visits/{Guid.CreateVersion7()}";
        Add(took, "take in", await TimedAsync(() => http.PutAsJsonAsync(
            visit,
            new { trailerId = trailer, jobs = new[] { new { job = "bearing-repack", place = "axle-1-left" } } })));
        while ((await GetAsync(http, visit)).GetProperty("state").GetProperty("next").GetString() is { } key)
        {
            Add(took, "tick", await TimedAsync(() => http.PutAsJsonAsync(
                $"{visit}/entries/{Guid.CreateVersion7()}",
                new { key, readings = Array.Empty<object>() })));

            // The least that a write over the same road can be, one beside each step: what slows a noisy machine, or a
            // server that is not warm yet, slows both.
            Add(took, "bare", await CustomerAsync(http, took["tick"].Count));
        }

        Add(took, "close", await TimedAsync(() => http.PostAsJsonAsync(
            $"{visit}/close",
            new { releasedBecause = "measured only" })));
    }

    private static Task<double> CustomerAsync(HttpClient http, int number) => TimedAsync(() => http.PutAsJsonAsync(
        $"/api/yard/customers/{Guid.CreateVersion7()}",
        new
        {
            name = $"Customer of the bench {number} {Guid.NewGuid():N}",
            phone = "",
            mail = "",
            note = "",
            version = 0
        }));

    // A table of trailers comes in while somebody else writes: its seconds, and the longest that the other waited.
    private static async Task<(double Seconds, double LongestMs)> TableAsync(HttpClient http)
    {
        StringBuilder table = new("tag,customer,axles,rating_lb\n");
        string run = Guid.NewGuid().ToString("N")[..6];
        for (int i = 0; i < TableRows; i++)
        {
            table.Append(CultureInfo.InvariantCulture, $"B{run}{i:0000},Customer {i % 50:0000} of a table,2,7000\n");
        }

        using StringContent body = new(table.ToString(), Encoding.UTF8, "text/csv");
        long began = Stopwatch.GetTimestamp();
        bool done = false;
        async Task<double> OthersAsync()
        {
            double longest = 0;
            for (int i = 0; !done; i++)
            {
                longest = Math.Max(longest, await CustomerAsync(http, i));
            }

            return longest;
        }

        Task<double> others = OthersAsync();
        await TimedAsync(() => http.PostAsync("/api/ledger/tables?apply=true", body));
        done = true;
        double seconds = Stopwatch.GetElapsedTime(began).TotalSeconds;
        return (Math.Round(seconds, 1), Math.Round(await others));
    }

    // Until the horizon shows the plan as of now; seconds it took.
    private static async Task<double> CurrentAsync(HttpClient http)
    {
        long began = Stopwatch.GetTimestamp();
        while (Stopwatch.GetElapsedTime(began) < Longest)
        {
            if ((await GetAsync(http, "/api/horizon?take=1")).GetProperty("renewing").ValueKind == JsonValueKind.Null)
            {
                return Stopwatch.GetElapsedTime(began).TotalSeconds;
            }

            await Task.Delay(100);
        }

        throw new InvalidOperationException("The shop was never planned.");
    }

    private static async Task<JsonElement> GetAsync(HttpClient http, string path) =>
        await http.GetFromJsonAsync<JsonElement>(path);

    private static async Task<double> TimedAsync(Func<Task<HttpResponseMessage>> send)
    {
        long began = Stopwatch.GetTimestamp();
        using HttpResponseMessage answer = await send();
        string said = await answer.Content.ReadAsStringAsync();
        double ms = Stopwatch.GetElapsedTime(began).TotalMilliseconds;
        return answer.IsSuccessStatusCode
            ? ms
            : throw new InvalidOperationException($"{(int)answer.StatusCode} {answer.RequestMessage?.RequestUri}: {said}");
    }

    private static void Add(Dictionary<string, List<double>> took, string what, double ms)
    {
        if (!took.TryGetValue(what, out List<double>? all))
        {
            took.Add(what, all = []);
        }

        all.Add(ms);
    }

    // One row by itself, in a file that is flushed as the shop's is: by SQL and by EF Core; ms each.
    private static (double Sql, double Ef) BareInserts()
    {
        string path = Path.Combine(Path.GetTempPath(), FormattableString.Invariant($"bare-{Environment.ProcessId}.db"));
        using SqliteConnection file = new($"Data Source={path};Pooling=False");
        file.Open();
        void Run(string sql)
        {
            using SqliteCommand command = file.CreateCommand();
            command.CommandText = sql;
            command.ExecuteNonQuery();
        }

        Run("PRAGMA journal_mode = WAL");
        Run("PRAGMA synchronous = FULL");
        Run("CREATE TABLE Rows (Id INTEGER PRIMARY KEY, Text TEXT)");
        double[] sql = [.. Enumerable.Range(0, 200).Select(_ => Time(() =>
            Run("INSERT INTO Rows (Text) VALUES ('a step')")))];
        DbContextOptions<BareContext> options = new DbContextOptionsBuilder<BareContext>().UseSqlite(file).Options;
        double[] ef = [.. Enumerable.Range(0, 200).Select(_ => Time(() =>
        {
            // A request has a context of its own.
            using BareContext context = new(options);
            context.Rows.Add(new BareRow { Text = "a step" });
            context.SaveChanges();
        }))];
        file.Close();
        File.Delete(path);
        return (Median(sql), Median(ef));
    }

    private sealed class BareRow
    {
        public int Id { get; init; }

        public required string Text { get; init; }
    }

    private sealed class BareContext(DbContextOptions<BareContext> options) : DbContext(options)
    {
        public DbSet<BareRow> Rows => Set<BareRow>();
    }
}
