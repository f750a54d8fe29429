using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts.Identification;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Shelf;

/// <summary>A part on the shelf.</summary>
/// <param name="Code">The code on its label.</param>
/// <param name="Name">What it is.</param>
/// <param name="Kind">What kind of part.</param>
/// <param name="Unit">What it is counted in.</param>
/// <param name="Bin">Where it lies; may be empty.</param>
/// <param name="OnHand">How much there is.</param>
/// <param name="Promised">How much of it is promised to coming visits.</param>
/// <param name="Free">What is left.</param>
/// <param name="Missing">What coming visits lack of it.</param>
/// <param name="OnOrder">What is on its way.</param>
/// <param name="CountedAt">When it was last counted; null for never.</param>
public sealed record StockRow(
    string Code,
    string Name,
    string Kind,
    string Unit,
    string Bin,
    decimal OnHand,
    decimal Promised,
    decimal Free,
    decimal Missing,
    decimal OnOrder,
    DateTimeOffset? CountedAt);

/// <summary>What a coming visit gets of a part.</summary>
/// <param name="Visit">The visit, or the accepted visit.</param>
/// <param name="Words">The visit in words.</param>
/// <param name="Needed">What it takes.</param>
/// <param name="Promised">What of that is on the shelf for it.</param>
public sealed record PromiseAnswer(Guid Visit, string Words, decimal Needed, decimal Promised);

/// <summary>A line of the ledger.</summary>
public sealed record StockLine(
    Guid Id,
    StockMove Move,
    decimal Change,
    decimal? Counted,
    string Note,
    DateTimeOffset At,
    string By);

/// <summary>A part on the shelf with all the shop says of it, whom it is promised to, and its newest lines.</summary>
/// <param name="Pack">How many are bought at once.</param>
/// <param name="LeadDays">Days from ordering to having it; null for the shop's usual.</param>
/// <param name="UsualLeadDays">The shop's usual.</param>
/// <param name="Service">
/// The share, in percent, of times that it is to be there for something unforeseen; null for what its worth and its
/// absence say.
/// </param>
/// <param name="UsualService">What these say.</param>
/// <param name="Stops">What its absence stops.</param>
/// <param name="Version">Counts up with every edit.</param>
public sealed record StockPart(
    StockRow Row,
    decimal Pack,
    int? LeadDays,
    int UsualLeadDays,
    double? Service,
    double UsualService,
    Stops Stops,
    IReadOnlyList<PromiseAnswer> Promises,
    IReadOnlyList<StockLine> Lines,
    int Version);

/// <summary>What the shop says of a part it keeps.</summary>
/// <param name="Bin">Where it lies.</param>
/// <param name="Pack">How many are bought at once, as typed.</param>
/// <param name="LeadDays">Days from ordering to having it, as typed; empty for the shop's usual.</param>
/// <param name="Service">Percent, as typed; empty for what its worth and its absence say.</param>
public sealed record StockEdit(string Bin, string Pack, string LeadDays, string Service, int Version);

/// <summary>A line for the ledger.</summary>
/// <param name="Move">A count, a receipt without an order, a return, or something sent away.</param>
/// <param name="Quantity">How much, as typed; of a count, what was counted.</param>
/// <param name="Note">Number of the delivery note, or why; may be empty.</param>
public sealed record StockDraft(StockMove Move, string Quantity, string Note);

/// <summary>What a scanned or typed code may mean.</summary>
/// <param name="Kept">Whether it is kept on the shelf.</param>
public sealed record CodeMeans(string Code, string Name, string Unit, string Bin, decimal OnHand, bool Kept);

internal static class Stock
{
    private const int MostLines = 60, MostFound = 12, LongestBin = 20, LongestNote = 120;

    internal static void MapStock(this RouteGroupBuilder shelf)
    {
        shelf.MapGet(
            "/stock",
            async (ShopFile file, Clock clock, Demand coming) => TypedResults.Ok(
                (await ReadAsync(file, clock, coming)).Rows)).Needs(Right.See);
        shelf.MapGet(
            "/stock/{code}",
            async (string code, ShopFile file, Clock clock, Demand coming) => TypedResults.Ok(
                await OneAsync(file, clock, coming, code))).Needs(Right.See);
        shelf.MapPut("/stock/{code}", EditAsync).Needs(Right.Stock);
        shelf.MapPut("/stock/{code}/entries/{id:guid}", WriteAsync).Needs(Right.Stock);
        shelf.MapGet("/codes", FindAsync).Needs(Right.See);
    }

    /// <summary>The shelf as it stands.</summary>
    /// <param name="Rows">Every part that is kept, by where it lies.</param>
    /// <param name="Promises">Whom each is promised to, by code.</param>
    /// <param name="Visits">The visits that promises go to.</param>
    /// <param name="Kept">What is kept, by code.</param>
    /// <param name="Parts">Every part known, by code.</param>
    /// <param name="OnTheWay">What is on its way, by code.</param>
    internal sealed record Now(
        IReadOnlyList<StockRow> Rows,
        IReadOnlyDictionary<string, IReadOnlyList<Promise>> Promises,
        IReadOnlyList<KitOf> Visits,
        IReadOnlyDictionary<string, KeptPart> Kept,
        IReadOnlyDictionary<string, KnownPart> Parts,
        ILookup<string, OnItsWay> OnTheWay,
        int UsualLead);

    internal static async Task<Now> ReadAsync(ShopFile file, Clock clock, Demand coming)
    {
        Dictionary<string, KnownPart> parts = await PartsKnown.ByCodeAsync(file);
        Dictionary<string, KeptPart> kept = await file.KeptAsync();
        int usual = await UsualLeadAsync(file);
        List<KitOf> visits = await coming.SureAsync(file, clock.Today);
        List<ComingVisit> seen = visits.ConvertAll(v => v.Seen(parts));
        ILookup<string, OnItsWay> onTheWay = await Orders.OnTheWayAsync(file);
        Dictionary<string, IReadOnlyList<Promise>> promises = kept.Values.ToDictionary(
            k => k.Code,
            k => Promises.Of(k.Code, k.OnHand, seen, clock.Today.AddDays(k.LeadDays ?? usual)),
            StringComparer.OrdinalIgnoreCase);
        StockRow Row(KeptPart k)
        {
            decimal promised = promises[k.Code].Sum(p => p.Promised);
            KnownPart? known = parts.GetValueOrDefault(k.Code);
            return new StockRow(
                k.Code,
                known?.Name ?? k.Code,
                known?.Kind ?? "",
                known?.Unit ?? "",
                k.Bin,
                k.OnHand,
                promised,
                k.OnHand - promised,
                promises[k.Code].Sum(p => p.Missing),
                onTheWay[k.Code].Sum(o => o.Quantity),
                k.CountedAt);
        }

        return new Now(
            [.. kept.Values
                .Select(Row)
                .OrderBy(r => r.Bin.Length == 0)
                .ThenBy(r => r.Bin, StringComparer.OrdinalIgnoreCase)
                .ThenBy(r => r.Name, StringComparer.Ordinal)],
            promises,
            visits,
            kept,
            parts,
            onTheWay,
            usual);
    }

    private static async Task<int> UsualLeadAsync(ShopFile file) =>
        (await file.SettingsToReadAsync()).Hours.PartsLeadDays;

    private static async Task<StockPart> OneAsync(ShopFile file, Clock clock, Demand coming, string code)
    {
        Now now = await ReadAsync(file, clock, coming);
        KeptPart kept = now.Kept.GetValueOrDefault(code)
            ?? throw Refusal.NotFound($"{code} is not kept on the shelf: count it, or give it a place.");
        StockRow row = now.Rows.First(r => r.Code == kept.Code);
        Dictionary<Guid, string> people = await file.People.AsNoTracking().ToDictionaryAsync(p => p.Id, p => p.Name);
        List<StockEntry> lines = await file.StockEntries
            .AsNoTracking()
            .Where(e => e.Code == kept.Code)
            .OrderByDescending(e => e.At)
            .ThenByDescending(e => e.Id)
            .Take(MostLines)
            .ToListAsync();
        decimal? price = now.Parts.GetValueOrDefault(row.Code)?.Price;
        return new StockPart(
            row,
            kept.Pack,
            kept.LeadDays,
            now.UsualLead,
            kept.Service is { } own ? Math.Round(own * 100, 1) : null,
            Math.Round(ServiceLevel.Of(row.Kind, price).Share * 100, 1),
            ServiceLevel.StopsOf(row.Kind),
            [.. now.Promises[kept.Code].Select(p => new PromiseAnswer(
                p.Visit,
                now.Visits.First(v => v.Id == p.Visit).Words,
                p.Needed,
                p.Promised))],
            lines.ConvertAll(e => new StockLine(e.Id, e.Move, e.Change, e.Counted, e.Note, e.At, people[e.PersonId])),
            kept.Version);
    }

    private static async Task<Ok<StockPart>> EditAsync(
        string code,
        StockEdit edit,
        ShopFile file,
        Clock clock,
        Demand coming,
        Worker worker)
    {
        _ = worker;
        Checks checks = new();
        string bin = checks.Text("/bin", edit.Bin, "The place", LongestBin, required: false);
        decimal pack = checks.Amount("/pack", edit.Pack, "How many come in a pack");
        checks.Add("/pack", pack <= 0 ? "A pack has more than nothing in it." : null);
        int? lead = edit.LeadDays.Trim().Length == 0
            ? null
            : (int)checks.Amount("/leadDays", edit.LeadDays, "How many days it takes");
        checks.Add("/leadDays", lead > 365 ? "That is more than a year." : null);
        double? service = edit.Service.Trim().Length == 0
            ? null
            : (double)checks.Amount(
                "/service",
                edit.Service.Replace("%", "", StringComparison.Ordinal),
                "The share") / 100;
        checks.Add(
            "/service",
            service is < 0.5 or > 0.999 ? "A share lies between 50 and 99.9 percent: nothing is always there." : null);
        checks.Done();
        await using var transaction = await file.Database.BeginTransactionAsync();
        KeptPart kept = await file.KeepAsync(await CodeOfAsync(file, code));
        if ((kept.Bin, kept.Pack, kept.LeadDays, kept.Service) != (bin, pack, lead, service))
        {
            if (file.Entry(kept).State != EntityState.Added && kept.Version != edit.Version)
            {
                throw Refusal.Conflict(
                    "Somebody else changed this part meanwhile. Look at it again and repeat what you wanted.",
                    "/version",
                    await OneAsync(file, clock, coming, kept.Code));
            }

            (kept.Bin, kept.Pack, kept.LeadDays, kept.Service) = (bin, pack, lead, service);
            kept.Version++;
        }

        await file.SaveChangesAsync();
        StockPart answer = await OneAsync(file, clock, coming, kept.Code);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }

    private static async Task<Ok<StockPart>> WriteAsync(
        string code,
        Guid id,
        StockDraft draft,
        ShopFile file,
        Clock clock,
        Demand coming,
        Worker worker)
    {
        Checks.Id(id);
        Checks checks = new();
        checks.Add(
            "/move",
            draft.Move is StockMove.Use or StockMove.Found ? "What a visit uses is written down in the visit." : null);
        decimal quantity = checks.Amount("/quantity", draft.Quantity, "How much");
        checks.Add(
            "/quantity",
            draft.Move != StockMove.Count && quantity == 0 ? "How much was it? Nothing is no line." : null);
        string note = checks.Text("/note", draft.Note, "The note", LongestNote, required: false);
        checks.Done();
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (!await file.StockEntries.AnyAsync(e => e.Id == id))
        {
            KeptPart kept = await file.KeepAsync(await CodeOfAsync(file, code));
            decimal change = kept.ChangeBy(draft.Move, quantity);
            if (kept.OnHand + change < 0)
            {
                throw Refusal.Field(
                    "/quantity",
                    FormattableString.Invariant(
                        $"There are only {kept.OnHand:0.##} on the shelf. If more went, count what is left first."));
            }

            file.Write(
                kept,
                new StockEntry
                {
                    Id = id,
                    Code = kept.Code,
                    Move = draft.Move,
                    Change = change,
                    Counted = draft.Move == StockMove.Count ? quantity : null,
                    Note = note,
                    At = clock.Now,
                    PersonId = worker.Id
                });
            await file.SaveChangesAsync();
        }

        StockPart answer = await OneAsync(file, clock, coming, code);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }

    // A label read by a scanner or by eye: as it is written, else forgivingly, else by words of its name.
    private static async Task<Ok<List<CodeMeans>>> FindAsync(string typed, ShopFile file)
    {
        string text = typed.Trim();
        if (text.Length is 0 or > 120)
        {
            return TypedResults.Ok(new List<CodeMeans>());
        }

        List<KnownPart> all = await PartsKnown.AllAsync(file);
        List<KnownPart> found = all.FindAll(p => p.Code.Equals(text, StringComparison.OrdinalIgnoreCase));
        if (found.Count == 0)
        {
            string read = Stamp.Fold(text);
            found = all.FindAll(p => Stamp.Fold(p.Code) == read);
        }

        if (found.Count == 0)
        {
            string[] words = text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
            found = all.FindAll(p =>
                words.All(w => $"{p.Code} {p.Name} {p.Kind}".Contains(w, StringComparison.OrdinalIgnoreCase)));
        }

        Dictionary<string, KeptPart> kept = await file.KeptAsync();
        return TypedResults.Ok(found
            .Take(MostFound)
            .Select(p => kept.GetValueOrDefault(p.Code) is { } k
                ? new CodeMeans(p.Code, p.Name, p.Unit, k.Bin, k.OnHand, true)
                : new CodeMeans(p.Code, p.Name, p.Unit, "", 0, false))
            .ToList());
    }

    /// <summary>The code as the list of parts has it. Refuses (404) one that no list knows.</summary>
    private static async Task<string> CodeOfAsync(ShopFile file, string code) =>
        (await PartsKnown.AllAsync(file)).Find(p => p.Code.Equals(
            code.Trim(),
            StringComparison.OrdinalIgnoreCase))?.Code
            ?? throw Refusal.NotFound($"No part here has the code “{code}”: add it under parts and prices first.");
}
