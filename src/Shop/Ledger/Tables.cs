using System.Text.Json;
using CsvHelper;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using RequestSizeLimitAttribute = Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using Microsoft.Extensions.Options;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>What will happen, or has happened, to a row of a table.</summary>
public enum RowFate
{
    /// <summary>It is new.</summary>
    Add,

    /// <summary>It changes what stands.</summary>
    Change,

    /// <summary>It stands already, to the letter.</summary>
    Same,

    /// <summary>It can't be taken.</summary>
    Refuse,
}

/// <summary>One row of a table.</summary>
/// <param name="Line">Line of the file it starts in; the heading is line 1.</param>
/// <param name="Fate">What happens to it.</param>
/// <param name="What">Its tag or its customer's name, as far as it could be read.</param>
/// <param name="Problems">Why it is refused: column and sentence.</param>
/// <param name="Changes">What it changes, column by column: "plate: nothing → LAKE 7".</param>
public sealed record RowAnswer(
    int Line,
    RowFate Fate,
    string What,
    IReadOnlyList<FieldProblem> Problems,
    IReadOnlyList<string> Changes);

/// <summary>What taking a row in came to.</summary>
internal sealed record RowTaken(RowFate Fate, IReadOnlyList<string> Changes)
{
    /// <summary>It was new.</summary>
    public static RowTaken Added { get; } = new(RowFate.Add, []);

    /// <summary>What a cell says; left empty, what stands there.</summary>
    public static string Or(string cell, string? stands) => cell.Length > 0 ? cell : stands ?? "";

    /// <summary>It stood already: what it changed, by the cells before and after.</summary>
    public static RowTaken Changed<T>(T before, T after)
    {
        static string Say(string cell) => cell.Length == 0 ? "nothing" : cell;
        List<string> changes = [.. Csv.Columns<T>()
            .Select(c => (c.Name, Before: c.Cell(before), After: c.Cell(after)))
            .Where(c => c.Before != c.After)
            .Select(c => $"{c.Name}: {Say(c.Before)} → {Say(c.After)}")];
        return new RowTaken(changes.Count == 0 ? RowFate.Same : RowFate.Change, changes);
    }
}

/// <summary>
/// The rows of one kind of table: what they are checked against is read for many at once, and a row that is refused
/// takes no neighbour with it.
/// </summary>
/// <typeparam name="T">The cells of a row.</typeparam>
internal interface ITableRows<T>
{
    /// <summary>What a row is about: of one file, each is taken once.</summary>
    string What(T cells);

    /// <summary>Reads what these rows are checked against.</summary>
    Task LoadAsync(IReadOnlyList<T> rows, CancellationToken stop);

    /// <summary>
    /// Checks a row that was loaded, and puts what it comes to into the change set. Throws a <see cref="Refusal"/>,
    /// with nothing put there.
    /// </summary>
    RowTaken Take(T cells);

    /// <summary>Says, once what was taken is saved, which trailers' status it has outdated.</summary>
    Task OutdateAsync();

    /// <summary>Words of the rows taken so far that are not understood.</summary>
    IReadOnlyList<UnknownWord> Unknown => [];
}

/// <summary>How far the taking in of a table has come.</summary>
/// <param name="Done">Rows looked at or taken in so far.</param>
/// <param name="Of">All its rows.</param>
/// <param name="Table">What it came to, in the last line; null before.</param>
/// <param name="Problem">Why it ended before its end, in the last line; null otherwise.</param>
public sealed record TableProgress(int Done, int Of, TableAnswer? Table = null, string? Problem = null);

/// <summary>A table looked at, or taken in.</summary>
/// <param name="Kind">"trailers", "customers", "road" or "history".</param>
/// <param name="Applied">Whether the good rows are saved.</param>
/// <param name="Encoding">What the file was read as: "utf-8", "utf-16le", "windows-1252".</param>
/// <param name="Rows">Row by row.</param>
/// <param name="Unknown">Words that are not understood: told what they mean, their rows can be taken.</param>
public sealed record TableAnswer(
    string Kind,
    bool Applied,
    string Encoding,
    IReadOnlyList<RowAnswer> Rows,
    IReadOnlyList<UnknownWord> Unknown);

/// <summary>What a table is brought in with.</summary>
/// <param name="File">Where it goes.</param>
/// <param name="Clock">The shop's day.</param>
/// <param name="Worker">Who brings it in.</param>
/// <param name="Statuses">Has the trailers' statuses brought up to date.</param>
/// <param name="Writers">Who is let write in between.</param>
/// <param name="Apply">Whether the good rows are saved; otherwise it is only looked at.</param>
internal sealed record Intake(
    ShopFile File,
    Clock Clock,
    Worker Worker,
    NewDay Statuses,
    Writers Writers,
    bool? Apply);

internal static class Tables
{
    internal static void MapTables(this RouteGroupBuilder ledger)
    {
        ledger.MapGet("/tables/trailers.csv", TrailersOutAsync).Needs(Right.Export).Produces<string>(200, "text/csv");
        ledger.MapGet("/tables/customers.csv", CustomersOutAsync).Needs(Right.Export).Produces<string>(200, "text/csv");
        ledger.MapGet(
            "/tables/road.csv",
            async (ShopFile file) => Csv.AsFile("road", await RoadAsync(file)))
                .Needs(Right.Export).Produces<string>(200, "text/csv");
        // What is too large says so itself, in a sentence: the framework only keeps it from growing without end.
        RequestSizeLimitAttribute most = new(TableText.MostBytes + 64 * 1024);
        ledger.MapPost("/tables", InAsync).Needs(Right.Import).WithMetadata(most).Accepts<string>("text/csv");
        ledger.MapPost("/tables/look", LookAsync).Needs(Right.Import).WithMetadata(most).Accepts<string>("text/csv");
        ledger.MapPost("/tables/stream", InStreamedAsync).Needs(Right.Import).WithMetadata(most)
            .Accepts<string>("text/csv")
            .Produces<TableProgress>(200, "application/x-ndjson");
    }

    private static async Task<FileContentHttpResult> TrailersOutAsync(ShopFile file) =>
        Csv.AsFile("trailers", await TrailersAsync(file));

    private static async Task<FileContentHttpResult> CustomersOutAsync(ShopFile file) =>
        Csv.AsFile("customers", await CustomersAsync(file));

    /// <summary>Every trailer as a table.</summary>
    internal static async Task<byte[]> TrailersAsync(ShopFile file)
    {
        var rows = await (from trailer in file.Trailers.AsNoTracking()
                          join owner in file.Customers on trailer.CustomerId equals owner.Id
                          orderby trailer.Tag
                          select new { trailer, owner.Name }).ToListAsync();
        Dictionary<Guid, DateOnly> repacked = await TrailerRows.LastRepacksAsync(file, rows.ConvertAll(r => r.trailer));
        return Csv.Write(rows.Select(r => TrailerRows.Cells(
            r.trailer,
            r.Name,
            repacked.TryGetValue(r.trailer.Id, out DateOnly on) ? on : null)));
    }

    /// <summary>Every customer as a table.</summary>
    internal static async Task<byte[]> CustomersAsync(ShopFile file)
    {
        List<Customer> customers = await file.Customers.AsNoTracking().OrderBy(c => c.Name).ToListAsync();
        return Csv.Write(customers.Select(CustomerRows.Cells));
    }

    /// <summary>Every reading, trip and immersion as a table.</summary>
    internal static async Task<byte[]> RoadAsync(ShopFile file)
    {
        var rows = await (from entry in file.MeterEntries.AsNoTracking()
                          join trailer in file.Trailers on entry.TrailerId equals trailer.Id
                          orderby trailer.Tag, entry.On, entry.At
                          select new { trailer.Tag, entry }).ToListAsync();
        return Csv.Write(rows.Select(r => RoadRows.Cells(r.Tag, r.entry)));
    }

    // What a table is, before anything of it is understood: which of its columns seem to be which of ours.
    private static async Task<Ok<TableLook>> LookAsync(HttpRequest request, ShopFile file)
    {
        using Incoming table = await Incoming.ReadAsync(request, null);
        return TypedResults.Ok(Matching.Look(
            table.Csv.HeaderRecord!,
            table.Cells(),
            table.Encoding,
            HistoryRows.Choices(JobCatalogue.Of((await file.SettingsToReadAsync()).Practices))));
    }

    private static async Task<Ok<TableAnswer>> InAsync(
        HttpRequest request,
        [AsParameters] Intake intake,
        string? match,
        IOptions<JsonOptions> json)
    {
        using Incoming table = await Incoming.ReadAsync(
            request,
            TableMatch.Read(match, json.Value.SerializerOptions));
        return TypedResults.Ok(await RunAsync(
            table,
            intake,
            (_, _) => Task.CompletedTask,
            request.HttpContext.RequestAborted));
    }

    // The same, line by line (newline-delimited JSON): whoever waits sees how far it is, and ends it by hanging up.
    private static async Task InStreamedAsync(
        HttpContext context,
        [AsParameters] Intake intake,
        string? match,
        IOptions<JsonOptions> json)
    {
        using Incoming table = await Incoming.ReadAsync(
            context.Request,
            TableMatch.Read(match, json.Value.SerializerOptions));
        CancellationToken stop = context.RequestAborted;
        (int done, int of) = (0, 0);
        async Task SayAsync(TableProgress progress)
        {
            if (!context.Response.HasStarted)
            {
                context.Response.ContentType = "application/x-ndjson";
            }

            await context.Response.WriteAsync(
                JsonSerializer.Serialize(progress, json.Value.SerializerOptions) + "\n",
                stop);
            await context.Response.Body.FlushAsync(stop);
        }

        try
        {
            TableAnswer answer = await RunAsync(
                table,
                intake,
                (now, all) =>
                {
                    (done, of) = (now, all);
                    return SayAsync(new TableProgress(now, all));
                },
                stop);
            await SayAsync(new TableProgress(of, of, answer));
        }
        catch (Exception fault) when (context.Response.HasStarted && fault is not OperationCanceledException)
        {
            // The status has gone out already: what went wrong is the last line.
            await SayAsync(new TableProgress(done, of, Problem: RefusalHandler.Known(fault)?.Message
                ?? $"Something went wrong in the program after {done} rows; those are taken in. Bring the table "
                    + "again."));
        }
    }

    private static Task<TableAnswer> RunAsync(
        Incoming table,
        Intake intake,
        Func<int, int, Task> told,
        CancellationToken stop)
    {
        ShopFile file = intake.File;
        bool apply = intake.Apply == true;
        string kind = KindOf(
            [.. table.Csv.HeaderRecord!.Select(h => h.Trim().ToLowerInvariant())],
            table.Match?.Kind);
        return kind switch
        {
            "road" => RunAsync(new RoadRows(file, intake.Clock, intake.Worker)),
            "trailers" => RunAsync(new TrailerRows(file, intake.Clock.Today)),
            "history" => RunAsync(new HistoryRows(file, intake.Clock, intake.Worker, table.From)),
            _ => RunAsync(new CustomerRows(file)),
        };

        async Task<TableAnswer> RunAsync<T>(ITableRows<T> rows)
        {
            List<(int Line, T Cells)> all = table.Rows<T>();
            List<RowAnswer> answers = [];
            HashSet<string> seen = new(NoCase.Comparer);
            foreach ((int Line, T Cells)[] some in all.Chunk(AtOnce))
            {
                stop.ThrowIfCancellationRequested();
                await TakeAsync(file, rows, some, seen, answers, apply, stop);
                await told(answers.Count, all.Count);
                await (apply ? intake.Writers.GiveWayAsync(stop) : Task.CompletedTask);
            }

            if (apply)
            {
                await intake.Statuses.CaughtUpAsync(stop);
            }

            return new TableAnswer(kind, apply, table.Encoding, answers, rows.Unknown);
        }
    }

    // How many rows are taken in at once: others write in between.
    private const int AtOnce = 200;

    // Longest name of a table that is kept with what was taken over from it.
    private const int LongestName = 120;

    // Looking and taking in run the same code; looking saves nothing, and waits for nobody's write.
    private static async Task TakeAsync<T>(
        ShopFile file,
        ITableRows<T> rows,
        (int Line, T Cells)[] some,
        HashSet<string> seen,
        List<RowAnswer> answers,
        bool apply,
        CancellationToken stop)
    {
        int before = answers.Count;
        try
        {
            await using IDbContextTransaction? transaction =
                apply ? await file.Database.BeginTransactionAsync(stop) : null;
            await rows.LoadAsync([.. some.Select(r => r.Cells)], stop);
            foreach ((int line, T cells) in some)
            {
                answers.Add(RowOf(rows, line, cells, seen));
            }

            if (transaction is not null)
            {
                // With the first rows goes who brought them in.
                await file.SaveChangesAsync(stop);
                await rows.OutdateAsync();
                await transaction.CommitAsync(stop);
            }
        }
        catch (SqliteException busy) when (busy.SqliteErrorCode is 5 or 6 && before > 0)
        {
            throw new Refusal(
                StatusCodes.Status503ServiceUnavailable,
                $"The shop's file is busy with something long. The first {before} rows are taken in; bring the table "
                    + "again for the rest.",
                []);
        }
        finally
        {
            file.ChangeTracker.Clear();
        }
    }

    // A refused row leaves nothing behind, and takes no neighbour with it.
    private static RowAnswer RowOf<T>(ITableRows<T> rows, int line, T cells, HashSet<string> seen)
    {
        string what = rows.What(cells);
        if (what.Length > 0 && !seen.Add(what))
        {
            return new RowAnswer(
                line,
                RowFate.Refuse,
                what,
                [new("", $"{what} stands in an earlier row of this file.")],
                []);
        }

        try
        {
            RowTaken taken = rows.Take(cells);
            return new RowAnswer(line, taken.Fate, what, [], taken.Changes);
        }
        catch (Refusal refusal)
        {
            return new RowAnswer(
                line,
                RowFate.Refuse,
                what,
                refusal.Fields.Count > 0 ? refusal.Fields : [new("", refusal.Message)],
                []);
        }
    }

    // What a table is of, by what was said of it or by its heading. Refuses (422) a heading that is of none, or lacks a
    // column.
    private static string KindOf(HashSet<string> header, string? said)
    {
        IReadOnlyList<string> trailers = Csv.Needed<TrailerCells>(), customers = Csv.Needed<CustomerCells>(),
            road = Csv.Needed<RoadCells>(), history = Csv.Needed<HistoryCells>();
        bool past = header.Contains("on") && !header.Contains("kind")
            && (header.Contains("job") || header.Contains("measure") || header.Contains("miles"));
        string kind = said ?? (
            !header.Contains("tag") ? "customers" : past ? "history" : header.Contains("figure") ? "road" : "trailers");
        IReadOnlyList<string> needed = kind switch
        {
            "road" => road,
            "history" => history,
            "trailers" => trailers,
            "customers" => customers,
            _ => throw Refusal.Malformed("A table is of trailers, customers, road or history.", "match"),
        };
        List<string> missing = [.. needed.Where(c => !header.Contains(c))];
        static string Say(IEnumerable<string> columns) => string.Join(", ", columns);
        return missing.Count == 0 ? kind
            : said is not null ? throw Refusal.Field(
                $"/columns/{missing[0]}",
                $"Say which column is {Say(missing)}: a table of {kind} can’t do without.")
            : header.Contains("tag") || header.Contains("customer") ? throw Refusal.Field(
                "",
                $"The heading has no column {Say(missing)}. A table of {kind} needs {Say(needed)}.")
            : throw Refusal.Field(
                "",
                $"The first line is no heading that we know. A table of trailers needs {Say(trailers)}; a table of "
                    + $"customers needs {Say(customers)}; a table of readings and trips needs {Say(road)}; one of past "
                    + $"work needs {Say(history)}.");
    }

    /// <summary>A table that was sent, taken apart.</summary>
    private sealed class Incoming(CsvReader csv, string encoding, TableMatch? match, int shift) : IDisposable
    {
        /// <summary>How its columns are matched; null for a heading that is ours.</summary>
        public TableMatch? Match { get; } = match;

        /// <summary>What it is called, as far as anybody said.</summary>
        public string From =>
            Match?.From?.Trim() is { Length: > 0 } name
                ? name[..Math.Min(name.Length, LongestName)]
                : "an earlier record";

        /// <summary>The table; its heading is read.</summary>
        public CsvReader Csv { get; } = csv;

        /// <summary>What it was read as.</summary>
        public string Encoding { get; } = encoding;

        public static async Task<Incoming> ReadAsync(HttpRequest request, TableMatch? match)
        {
            (string text, string encoding) = await TableText.ReadAsync(request);
            CsvReader csv = Requests.Csv.Read(text);
            if (match is null)
            {
                return new Incoming(csv, encoding, null, 0);
            }

            using (csv)
            {
                string raw = csv.Context.Parser!.RawRecord;
                return new Incoming(
                    Requests.Csv.Read(Matching.Renamed(text, (csv.HeaderRecord!, raw), match)),
                    encoding,
                    match,
                    raw.TrimEnd('\r', '\n').Count(c => c == '\n'));
            }
        }

        /// <summary>Its cells as they stand.</summary>
        public List<string[]> Cells()
        {
            List<string[]> rows = [];
            while (Csv.Read())
            {
                rows.Add(Csv.Context.Parser!.Record!);
            }

            return rows;
        }

        /// <summary>Its rows, each with the line it starts in.</summary>
        public List<(int Line, T Cells)> Rows<T>()
        {
            List<(int, T)> rows = [];
            while (Csv.Read())
            {
                IParser parser = Csv.Context.Parser!;
                int lines = parser.RawRecord.TrimEnd('\r', '\n').Count(c => c == '\n');
                T cells = Csv.GetRecord<T>();
                if (Match is { } by)
                {
                    Requests.Csv.Change(cells, (column, cell) => Matching.Cell(column, cell, by));
                }

                rows.Add((parser.RawRow - lines + shift, cells));
            }

            return rows;
        }

        public void Dispose() => Csv.Dispose();
    }
}
