using System.Globalization;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>
/// Meter readings, trips and immersions as rows of a table. The same row brought in again is there once.
/// </summary>
internal static class RoadRows
{
    internal static IReadOnlyList<string> Columns { get; } = ["tag", "on", "kind", "figure", "new_meter"];

    internal static IReadOnlyList<string> Needed { get; } = ["tag", "on", "kind", "figure"];

    /// <summary>An entry as a row.</summary>
    internal static IReadOnlyList<string> Write(string tag, MeterEntry entry) =>
        [
            tag,
            entry.On.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
            Word(entry.Kind),
            entry.Typed,
            entry.StartsNewMeter ? "yes" : ""
        ];

    /// <summary>Takes a row in.</summary>
    internal static async Task<RowTaken> TakeAsync(ShopFile file, Func<string, string> cell, Clock clock, Worker worker)
    {
        Checks checks = new();
        Trailer? trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Tag == cell("tag"));
        checks.Add("tag", trailer is null ? $"There is no trailer {cell("tag")}." : null);
        bool dated = DateOnly.TryParseExact(
            cell("on"),
            "yyyy-MM-dd",
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out DateOnly on);
        checks.Add("on", dated ? null : "A day is written 2026-11-25.");
        MeterEntryKind? kind = Enum
            .GetValues<MeterEntryKind>()
            .Cast<MeterEntryKind?>()
            .FirstOrDefault(k => Word(k!.Value).Equals(cell("kind"), StringComparison.OrdinalIgnoreCase));
        checks.Add("kind", kind is null ? "A row is a reading, a trip or an immersion." : null);
        bool fresh = cell("new_meter").Equals("yes", StringComparison.OrdinalIgnoreCase);
        checks.Add(
            "new_meter",
            fresh || cell("new_meter").Length == 0 || cell("new_meter").Equals("no", StringComparison.OrdinalIgnoreCase)
                ? null
                : "A new meter is yes or nothing.");
        checks.Done();

        // The id follows from the row itself.
        Guid id = MeterEntries.IdOf($"{trailer!.Id:N}|{on:O}|{kind}|{cell("figure")}|{fresh}");
        if (await file.MeterEntries.AnyAsync(m => m.Id == id
            || (m.TrailerId == trailer.Id && m.On == on && m.Kind == kind && m.Typed == cell("figure"))))
        {
            return new RowTaken(RowFate.Same, []);
        }

        try
        {
            await MeterEntries.WriteAsync(
                file,
                trailer.Id,
                id,
                new MeterDraft(kind!.Value, on, cell("figure"), fresh),
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
