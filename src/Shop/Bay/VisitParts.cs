using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>What was taken along to a visit, and where the shelf had it otherwise.</summary>
internal static class VisitParts
{
    /// <summary>
    /// What was used though the shelf's record had none left. Two tablets may take the last seal at one instant: whoever
    /// comes second is told, since one of them has the wrong bin in mind.
    /// </summary>
    internal static async Task<IReadOnlyList<string>> ShelfDiffersAsync(ShopFile file, Guid visit)
    {
        List<StockEntry> found = await file.StockEntries
            .AsNoTracking()
            .Where(e => e.VisitId == visit && e.Move == StockMove.Found)
            .ToListAsync();
        if (found.Count == 0)
        {
            return [];
        }

        Dictionary<string, KnownPart> known = await PartsKnown.ByCodeAsync(file);
        List<string> words = [];
        foreach (StockEntry entry in found.DistinctBy(e => e.Code))
        {
            var last = await (from use in file.StockEntries.AsNoTracking()
                              join other in file.Visits on use.VisitId equals other.Id
                              join trailer in file.Trailers on other.TrailerId equals trailer.Id
                              where use.Code == entry.Code
                                  && use.Move == StockMove.Use
                                  && use.VisitId != visit
                                  && use.At <= entry.At
                              orderby use.At descending
                              select new { use.At, trailer.Tag }).FirstOrDefaultAsync();
            string taken = last is null
                ? ""
                : FormattableString.Invariant($" {last.Tag} took the last on {last.At:MMMM d} at {last.At:H:mm}.");
            string name = known.GetValueOrDefault(entry.Code)?.Name ?? entry.Code;
            words.Add($"By the shelf’s record there was no {name} left.{taken} Count what is there.");
        }

        return words;
    }

    /// <summary>
    /// Names of what was taken along. It is kept by code where there is one; before there were codes it was kept by
    /// name.
    /// </summary>
    internal static async Task<IReadOnlyList<string>> TakenAsync(ShopFile file, Guid visit)
    {
        List<string> taken = await file.PartsTaken
            .AsNoTracking()
            .Where(p => p.VisitId == visit)
            .OrderBy(p => p.At)
            .Select(p => p.Name)
            .ToListAsync();
        if (taken.Count == 0)
        {
            return taken;
        }

        Dictionary<string, KnownPart> byCode = await PartsKnown.ByCodeAsync(file);
        Func<string, KnownPart?> named = PartsKnown.Named(byCode);
        return taken.ConvertAll(t => byCode.GetValueOrDefault(t)?.Name ?? named(t)?.Name ?? t);
    }
}
