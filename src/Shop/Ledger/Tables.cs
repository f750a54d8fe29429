using CsvHelper;
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

/// <summary>A table looked at, or taken in.</summary>
/// <param name="Kind">"trailers", "customers" or "road".</param>
/// <param name="Applied">Whether the good rows are saved.</param>
/// <param name="Encoding">What the file was read as: "utf-8", "utf-16le", "windows-1252".</param>
/// <param name="Rows">Row by row.</param>
public sealed record TableAnswer(string Kind, bool Applied, string Encoding, IReadOnlyList<RowAnswer> Rows);

internal static class Tables
{
    internal static void MapTables(this RouteGroupBuilder ledger)
    {
        ledger.MapGet("/tables/trailers.csv", TrailersOutAsync).Produces<string>(200, "text/csv");
        ledger.MapGet("/tables/customers.csv", CustomersOutAsync).Produces<string>(200, "text/csv");
        ledger.MapGet(
            "/tables/road.csv",
            async (ShopFile file) => Csv.AsFile("road", await RoadAsync(file))).Produces<string>(200, "text/csv");
        ledger.MapPost("/tables", InAsync).Accepts<string>("text/csv");
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

    // Looking and taking in run the same code in one transaction; looking rolls it back.
    private static async Task<Ok<TableAnswer>> InAsync(
        HttpRequest request,
        ShopFile file,
        Clock clock,
        Worker worker,
        bool? apply)
    {
        (string text, string encoding) = await TableText.ReadAsync(request);
        using CsvReader csv = Csv.Read(text);
        string kind = KindOf([.. csv.HeaderRecord!.Select(h => h.Trim().ToLowerInvariant())]);
        await using var transaction = await file.Database.BeginTransactionAsync();

        // Who brought it in is noted first: a refused row takes back everything not saved by then.
        await file.SaveChangesAsync();
        List<RowAnswer> rows = [];
        HashSet<string> seen = new(StringComparer.OrdinalIgnoreCase);
        while (await csv.ReadAsync())
        {
            int line =
                csv.Context.Parser!.RawRow - csv.Context.Parser.RawRecord.TrimEnd('\r', '\n').Count(c => c == '\n');
            (string what, Func<Task<RowTaken>> take) = Row(csv, kind, file, clock, worker);
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

            rows.Add(await RowAsync(file, line, what, take));
        }

        if (apply == true)
        {
            await transaction.CommitAsync();
            file.ChangeTracker.Clear();
            await file.RefreshAllAsync(clock.Today);
        }

        return TypedResults.Ok(new TableAnswer(kind, apply == true, encoding, rows));
    }

    // What a table is of, by its heading. Refuses (422) a heading that is of none, or lacks a column.
    private static string KindOf(HashSet<string> header)
    {
        IReadOnlyList<string> trailers = Csv.Needed<TrailerCells>(), customers = Csv.Needed<CustomerCells>(),
            road = Csv.Needed<RoadCells>();
        (string kind, IReadOnlyList<string> needed) =
            header.Contains("tag") && header.Contains("figure") ? ("road", road)
            : header.Contains("tag") ? ("trailers", trailers)
            : ("customers", customers);
        List<string> missing = [.. needed.Where(c => !header.Contains(c))];
        static string Say(IEnumerable<string> columns) => string.Join(", ", columns);
        return missing.Count == 0 ? kind
            : header.Contains("tag") || header.Contains("customer") ? throw Refusal.Field(
                "",
                $"The heading has no column {Say(missing)}. A table of {kind} needs {Say(needed)}.")
            : throw Refusal.Field(
                "",
                $"The first line is no heading that we know. A table of trailers needs {Say(trailers)}; a table of "
                    + $"customers needs {Say(customers)}; a table of readings and trips needs {Say(road)}.");
    }

    // A row: what it is about, and how it is taken in.
    private static (string What, Func<Task<RowTaken>> Take) Row(
        CsvReader csv,
        string kind,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        switch (kind)
        {
            case "road":
                RoadCells road = csv.GetRecord<RoadCells>();
                return ($"{road.Tag} {road.On} {road.Kind} {road.Figure}", () =>
                    RoadRows.TakeAsync(file, road, clock, worker));
            case "trailers":
                TrailerCells trailer = csv.GetRecord<TrailerCells>();
                return (trailer.Tag, () => TrailerRows.TakeAsync(file, trailer, clock.Today));
            default:
                CustomerCells customer = csv.GetRecord<CustomerCells>();
                return (customer.Customer, () => CustomerRows.TakeAsync(file, customer, clock.Today));
        }
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
