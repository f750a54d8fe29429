using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
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
    public static RowTaken Changed(
        IReadOnlyList<string> columns,
        IReadOnlyList<string> before,
        IReadOnlyList<string> after)
    {
        static string Say(string cell) => cell.Length == 0 ? "nothing" : cell;
        List<string> changes = [.. columns
            .Select((c, i) => (Column: c, Before: before[i], After: after[i]))
            .Where(c => c.Before != c.After)
            .Select(c => $"{c.Column}: {Say(c.Before)} → {Say(c.After)}")];
        return new RowTaken(changes.Count == 0 ? RowFate.Same : RowFate.Change, changes);
    }
}

/// <summary>A table looked at, or taken in.</summary>
/// <param name="Kind">"trailers", "customers" or "road".</param>
/// <param name="Applied">Whether the good rows are saved.</param>
/// <param name="Rows">Row by row.</param>
public sealed record TableAnswer(string Kind, bool Applied, IReadOnlyList<RowAnswer> Rows);

internal static class Tables
{
    private static readonly CsvConfiguration Out = new(CultureInfo.InvariantCulture)
    {
        Mode = CsvMode.RFC4180,
        NewLine = "\r\n"
    };

    // Lines may end either way coming in.
    private static readonly CsvConfiguration In = new(CultureInfo.InvariantCulture)
    {
        Mode = CsvMode.RFC4180,
        DetectColumnCountChanges = false,
        MissingFieldFound = null,
        BadDataFound = null,
        HeaderValidated = null,
        PrepareHeaderForMatch = header => header.Header.Trim().ToUpperInvariant(),
        TrimOptions = TrimOptions.Trim,
    };

    internal static void MapTables(this RouteGroupBuilder ledger)
    {
        ledger.MapGet("/tables/trailers.csv", TrailersOutAsync).Produces<string>(200, "text/csv");
        ledger.MapGet("/tables/customers.csv", CustomersOutAsync).Produces<string>(200, "text/csv");
        ledger.MapGet(
            "/tables/road.csv",
            async (ShopFile file) => AsFile("road", await RoadAsync(file))).Produces<string>(200, "text/csv");
        ledger.MapPost("/tables", InAsync).Accepts<string>("text/csv");
    }

    private static async Task<FileContentHttpResult> TrailersOutAsync(ShopFile file) =>
        AsFile("trailers", await TrailersAsync(file));

    private static async Task<FileContentHttpResult> CustomersOutAsync(ShopFile file) =>
        AsFile("customers", await CustomersAsync(file));

    /// <summary>Every trailer as a table.</summary>
    internal static async Task<byte[]> TrailersAsync(ShopFile file)
    {
        var rows = await (from trailer in file.Trailers.AsNoTracking()
                          join owner in file.Customers on trailer.CustomerId equals owner.Id
                          orderby trailer.Tag
                          select new { trailer, owner.Name }).ToListAsync();
        Dictionary<Guid, DateOnly> repacked = await TrailerRows.LastRepacksAsync(file, rows.ConvertAll(r => r.trailer));
        return Write(
            TrailerRows.Columns,
            rows.Select(r => TrailerRows.Write(
                r.trailer,
                r.Name,
                repacked.TryGetValue(r.trailer.Id, out DateOnly on) ? on : null)));
    }

    /// <summary>Every customer as a table.</summary>
    internal static async Task<byte[]> CustomersAsync(ShopFile file)
    {
        List<Customer> customers = await file.Customers.AsNoTracking().OrderBy(c => c.Name).ToListAsync();
        return Write(CustomerRows.Columns, customers.Select(CustomerRows.Write));
    }

    /// <summary>Every reading, trip and immersion as a table.</summary>
    internal static async Task<byte[]> RoadAsync(ShopFile file)
    {
        var rows = await (from entry in file.MeterEntries.AsNoTracking()
                          join trailer in file.Trailers on entry.TrailerId equals trailer.Id
                          orderby trailer.Tag, entry.On, entry.At
                          select new { trailer.Tag, entry }).ToListAsync();
        return Write(RoadRows.Columns, rows.Select(r => RoadRows.Write(r.Tag, r.entry)));
    }

    /// <summary>A table as CSV (RFC 4180), UTF-8.</summary>
    internal static byte[] Write(IReadOnlyList<string> columns, IEnumerable<IReadOnlyList<string>> rows)
    {
        using StringWriter text = new(CultureInfo.InvariantCulture);
        using (CsvWriter csv = new(text, Out))
        {
            foreach (IReadOnlyList<string> row in rows.Prepend(columns))
            {
                foreach (string cell in row)
                {
                    csv.WriteField(cell);
                }

                csv.NextRecord();
            }
        }

        return System.Text.Encoding.UTF8.GetBytes(text.ToString());
    }

    /// <summary>A table as a file to keep.</summary>
    internal static FileContentHttpResult AsFile(string name, byte[] table) =>
        TypedResults.File(table, "text/csv; charset=utf-8", $"{name}.csv");

    // Looking and taking in run the same code in one transaction; looking rolls it back.
    private static async Task<Ok<TableAnswer>> InAsync(
        HttpRequest request,
        ShopFile file,
        Clock clock,
        Worker worker,
        bool? apply)
    {
        string text = await TableText.ReadAsync(request);
        using CsvReader csv = new(new StringReader(text), In);
        csv.Read();
        csv.ReadHeader();
        HashSet<string> header = [.. csv.HeaderRecord!.Select(h => h.Trim().ToLowerInvariant())];
        (string kind, IReadOnlyList<string> needed) = header.Contains("tag")
            && header.Contains("figure") ? ("road", RoadRows.Needed)
            : header.Contains("tag") ? ("trailers", TrailerRows.Needed)
            : ("customers", CustomerRows.Needed);
        if (needed.Where(c => !header.Contains(c)).ToList() is { Count: > 0 } missing)
        {
            throw Refusal.Field("", header.Contains("tag") || header.Contains("customer")
                ? $"The heading has no column {string.Join(", ", missing)}. A table of {kind} needs {string.Join(", ", needed)}."
                : $"The first line is no heading that we know. A table of trailers needs {string.Join(", ", TrailerRows.Needed)}; a table of customers needs {string.Join(", ", CustomerRows.Needed)}; a table of readings and trips needs {string.Join(", ", RoadRows.Needed)}.");
        }

        await using var transaction = await file.Database.BeginTransactionAsync();

        // Who brought it in is noted first: a refused row takes back everything not saved by then.
        await file.SaveChangesAsync();
        List<RowAnswer> rows = [];
        HashSet<string> seen = new(StringComparer.OrdinalIgnoreCase);
        while (await csv.ReadAsync())
        {
            string Cell(string column) =>
                csv.TryGetField(column.ToUpperInvariant(), out string? cell) ? cell ?? "" : "";
            int line =
                csv.Context.Parser!.RawRow - csv.Context.Parser.RawRecord.TrimEnd('\r', '\n').Count(c => c == '\n');
            string what = kind == "customers" ? Cell("customer")
                : kind == "trailers" ? Cell("tag")
                : $"{Cell("tag")} {Cell("on")} {Cell("kind")} {Cell("figure")}";
            if (what.Length > 0 && !seen.Add(what))
            {
                rows.Add(new RowAnswer(
                    line,
                    RowFate.Refuse,
                    what,
                    [new("", $"{what} stands in an earlier row of this file.")],
                    []));
                continue;
            }

            rows.Add(await RowAsync(
                file,
                line,
                what,
                () => kind == "road" ? RoadRows.TakeAsync(file, Cell, clock, worker)
                    : kind == "trailers" ? TrailerRows.TakeAsync(file, Cell, clock.Today)
                    : CustomerRows.TakeAsync(file, Cell, clock.Today)));
        }

        if (apply == true)
        {
            await transaction.CommitAsync();
            file.ChangeTracker.Clear();
            await file.RefreshAllAsync(clock.Today);
        }

        return TypedResults.Ok(new TableAnswer(kind, apply == true, rows));
    }

    // A refused row leaves nothing behind, and takes no neighbour with it.
    private static async Task<RowAnswer> RowAsync(ShopFile file, int line, string what, Func<Task<RowTaken>> take)
    {
        try
        {
            RowTaken taken = await take();
            await file.SaveChangesAsync();
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
        finally
        {
            file.ChangeTracker.Clear();
        }
    }
}
