using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Store;

/// <summary>
/// Writes the stock's ledger. Every line changes what is on hand in the same change set, and the caller's transaction
/// keeps everybody else's lines out
/// meanwhile.
/// </summary>
public static class StockLedger
{
    /// <summary>Everything that is kept, to read, by code in whatever letter case.</summary>
    public static Task<Dictionary<string, KeptPart>> KeptAsync(this ShopFile file) =>
        file.KeptParts.AsNoTracking().ToDictionaryAsync(k => k.Code, StringComparer.OrdinalIgnoreCase);

    /// <summary>
    /// The part as it is kept, tracked; put on the shelf with nothing on hand where it was not kept before.
    /// </summary>
    public static async Task<KeptPart> KeepAsync(this ShopFile file, string code)
    {
        KeptPart? kept = await file.KeptParts.FindAsync(code);
        if (kept is null)
        {
            kept = new KeptPart { Code = code };
            file.KeptParts.Add(kept);
        }

        return kept;
    }

    /// <summary>
    /// Adds a line for a kept part. Throws <see cref="ArgumentException"/> where less than nothing would be left: the
    /// caller has seen to that.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="kept">The part, tracked.</param>
    /// <param name="entry">The line.</param>
    public static void Write(this ShopFile file, KeptPart kept, StockEntry entry)
    {
        kept.Move(entry);
        file.StockEntries.Add(entry);
    }

    /// <summary>
    /// Takes what a visit used off the shelf. What was used was there, whatever the record said: where it had less, the
    /// difference is found first. Parts that are not kept, or that no list knows, leave no line.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="parts">What was used, each with its code.</param>
    /// <param name="foreseen">Whether it was foreseen.</param>
    public static async Task UseAsync(this ShopFile file, IEnumerable<PartUsed> parts, bool foreseen)
    {
        foreach (PartUsed part in parts.Where(p => p.Code is not null))
        {
            if (await file.KeptParts.FindAsync(part.Code) is not { } kept)
            {
                continue;
            }

            foreach (StockEntry line in StockOfVisit.Used(part, kept.OnHand, foreseen))
            {
                file.Write(kept, line);
            }
        }
    }

    /// <summary>Puts back on the shelf what a visit had used and did not use after all.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="parts">What was used.</param>
    /// <param name="at">When it is put back.</param>
    /// <param name="by">Who puts it back.</param>
    public static async Task GiveBackAsync(
        this ShopFile file,
        IReadOnlyCollection<PartUsed> parts,
        DateTimeOffset at,
        Guid by)
    {
        foreach (PartUsed part in parts)
        {
            if (await file.StockEntries.AsNoTracking().FirstOrDefaultAsync(e => e.Id == part.Id
                && e.Move == StockMove.Use) is { } use)
            {
                file.Write(await file.KeepAsync(use.Code), StockOfVisit.Returned(part, use, at, by));
            }
        }
    }
}
