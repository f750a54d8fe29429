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
internal static class RoadRows
{
    /// <summary>An entry as a row.</summary>
    internal static RoadCells Cells(string tag, MeterEntry entry) => new()
    {
        Tag = tag,
        On = entry.On.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
        Kind = Word(entry.Kind),
        Figure = entry.Typed,
        NewMeter = entry.StartsNewMeter ? "yes" : "",
    };

    /// <summary>Takes a row in.</summary>
    internal static async Task<RowTaken> TakeAsync(ShopFile file, RoadCells cells, Clock clock, Worker worker)
    {
        Checks checks = new();
        Trailer? trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Tag == cells.Tag);
        checks.Add("tag", trailer is null ? $"There is no trailer {cells.Tag}." : null);
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
        Guid id = MeterEntries.IdOf($"{trailer!.Id:N}|{on:O}|{kind}|{cells.Figure}|{fresh}");
        if (await file.MeterEntries.AnyAsync(m => m.Id == id
            || (m.TrailerId == trailer.Id && m.On == on && m.Kind == kind && m.Typed == cells.Figure)))
        {
            return new RowTaken(RowFate.Same, []);
        }

        try
        {
            await MeterEntries.WriteAsync(
                file,
                trailer.Id,
                id,
                new MeterDraft(kind!.Value, on, cells.Figure, fresh),
                clock,
                worker,
                "");
        }
        catch (Refusal refusal)
        {
            throw new Refusal(
                refusal.Status,
                refusal.Message,
                [.. refusal.Fields.Select(f => new FieldProblem(
                    f.Pointer == "/typed" ? "figure" : f.Pointer.TrimStart('/'),
                    f.Detail))]);
        }

        // Brought up to date with all others when the table is done.
        await file.TrailerStatuses
            .Where(s => s.TrailerId == trailer.Id)
            .ExecuteUpdateAsync(s => s.SetProperty(r => r.AsOf, DateOnly.MinValue));
        return RowTaken.Added;
    }

    private static string Word(MeterEntryKind kind) =>
        kind switch { MeterEntryKind.Reading => "reading", MeterEntryKind.Trip => "trip", _ => "immersion" };
}
