using System.Globalization;
using CsvHelper.Configuration.Attributes;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>A row of the table of readings and trips, as written.</summary>
internal sealed class RoadCells
{
    [Name("tag")]
    public string Tag { get; init; } = "";

    [Name("on")]
    public string On { get; init; } = "";

    [Name("kind")]
    public string Kind { get; init; } = "";

    [Name("figure")]
    public string Figure { get; init; } = "";

    [Name("new_meter"), Optional]
    public string NewMeter { get; init; } = "";
}

/// <summary>
/// Meter readings, trips and immersions as rows of a table. The same row brought in again is there once.
/// </summary>
internal sealed class RoadRows(ShopFile file, Clock clock, Worker worker) : ITableRows<RoadCells>
{
    // What earlier rows have said: when a table is only looked at, the file does not know it.
    private readonly Dictionary<Guid, List<MeterEntry>> taken = [];
    private Dictionary<string, Guid> trailers = [];
    private Dictionary<Guid, List<MeterEntry>> entries = [];
    private HashSet<Guid> touched = [];

    /// <summary>An entry as a row.</summary>
    internal static RoadCells Cells(string tag, MeterEntry entry) => new()
    {
        Tag = tag,
        On = entry.On.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
        Kind = Word(entry.Kind),
        Figure = entry.Typed,
        NewMeter = entry.StartsNewMeter ? "yes" : "",
    };

    /// <summary>The id of what a row tells: whoever tells the same tells it once.</summary>
    internal static Guid IdOf(Guid trailer, DateOnly on, MeterEntryKind kind, string figure, bool newMeter) =>
        MeterEntries.IdOf($"{trailer:N}|{on:O}|{kind}|{figure}|{newMeter}");

    /// <inheritdoc/>
    public string What(RoadCells cells) => $"{cells.Tag.Trim()} {cells.On} {cells.Kind} {cells.Figure}";

    /// <inheritdoc/>
    public async Task LoadAsync(IReadOnlyList<RoadCells> rows, CancellationToken stop)
    {
        List<string> tags = [.. rows.Select(r => r.Tag.Trim()).Distinct()];
        trailers = (await file.Trailers
            .AsNoTracking()
            .Where(t => tags.Contains(t.Tag))
            .Select(t => new { t.Tag, t.Id })
            .ToListAsync(stop)).ToDictionary(t => t.Tag, t => t.Id, NoCase.Comparer);
        List<Guid> ids = [.. trailers.Values];
        entries = (await file.MeterEntries.AsNoTracking().Where(m => ids.Contains(m.TrailerId)).ToListAsync(stop))
            .Concat(ids.SelectMany(id => taken.GetValueOrDefault(id) ?? []))
            .DistinctBy(m => m.Id)
            .GroupBy(m => m.TrailerId)
            .ToDictionary(of => of.Key, of => of.ToList());
        touched = [];
    }

    /// <inheritdoc/>
    public RowTaken Take(RoadCells cells)
    {
        Checks checks = new();
        bool known = trailers.TryGetValue(cells.Tag.Trim(), out Guid trailer);
        checks.Add("tag", known ? null : $"There is no trailer {cells.Tag}.");
        bool dated = DateOnly.TryParseExact(
            cells.On,
            "yyyy-MM-dd",
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out DateOnly on);
        checks.Add("on", dated ? null : "A day is written 2026-11-25.");
        MeterEntryKind? kind = Enum
            .GetValues<MeterEntryKind>()
            .Cast<MeterEntryKind?>()
            .FirstOrDefault(k => Word(k!.Value).Equals(cells.Kind, StringComparison.OrdinalIgnoreCase));
        checks.Add("kind", kind is null ? "A row is a reading, a trip or an immersion." : null);
        bool fresh = cells.NewMeter.Equals("yes", StringComparison.OrdinalIgnoreCase);
        checks.Add(
            "new_meter",
            fresh || cells.NewMeter.Length == 0 || cells.NewMeter.Equals("no", StringComparison.OrdinalIgnoreCase)
                ? null
                : "A new meter is yes or nothing.");
        checks.Done();

        // The id follows from the row itself.
        Guid id = known && kind is { } of ? IdOf(trailer, on, of, cells.Figure, fresh) : default;
        if (!entries.TryGetValue(trailer, out List<MeterEntry>? others))
        {
            entries[trailer] = others = [];
        }

        if (others.Exists(m => m.Id == id || (m.On == on && m.Kind == kind && m.Typed == cells.Figure)))
        {
            return new RowTaken(RowFate.Same, []);
        }

        try
        {
            MeterEntry entry = MeterEntries.Read(
                trailer,
                id,
                new MeterDraft(kind!.Value, on, cells.Figure, fresh),
                others,
                clock,
                worker,
                "");
            file.MeterEntries.Add(entry);
            others.Add(entry);
            if (!taken.TryGetValue(trailer, out List<MeterEntry>? earlier))
            {
                taken[trailer] = earlier = [];
            }

            earlier.Add(entry);
            touched.Add(trailer);
        }
        catch (Refusal refusal)
        {
            throw refusal.At(pointer => pointer == "/typed" ? "figure" : pointer.TrimStart('/'));
        }

        return RowTaken.Added;
    }

    /// <inheritdoc/>
    public Task OutdateAsync() => file.OutdateAsync(s => touched.Contains(s.TrailerId));

    private static string Word(MeterEntryKind kind) =>
        kind switch { MeterEntryKind.Reading => "reading", MeterEntryKind.Trip => "trip", _ => "immersion" };
}
