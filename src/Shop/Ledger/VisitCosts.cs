using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>A part that was used, as a cost counts it.</summary>
internal sealed record PartCost(decimal Quantity, decimal? Price);

/// <summary>What a closed visit took.</summary>
/// <param name="VisitId">The visit.</param>
/// <param name="TrailerId">Its trailer.</param>
/// <param name="ClosedAt">When it was closed.</param>
/// <param name="Seconds">By the times on the tablets.</param>
/// <param name="Untimed">Steps done whose time nobody knows: their labour is not counted.</param>
/// <param name="Parts">What was used.</param>
internal sealed record VisitTook(
    Guid VisitId,
    Guid TrailerId,
    DateTimeOffset ClosedAt,
    int Seconds,
    int Untimed,
    IReadOnlyList<PartCost> Parts)
{
    /// <summary>The day it was closed.</summary>
    internal DateOnly On => DateOnly.FromDateTime(ClosedAt.DateTime);

    /// <summary>Parts that have no price: they are not counted.</summary>
    internal int Unpriced => Parts.Count(p => p.Price is null);

    /// <summary>Its labour in money.</summary>
    /// <param name="ratePerHour">What an hour costs.</param>
    internal decimal Labour(decimal ratePerHour) => Seconds * (ratePerHour / 3_600);

    /// <summary>Its parts in money, as far as prices are known.</summary>
    internal decimal PartsCost => Parts.Sum(p => p.Quantity * (p.Price ?? 0));
}

/// <summary>Reads what closed visits took.</summary>
internal static class VisitCosts
{
    /// <summary>
    /// What each of some visits took that are closed; of one taken over from an earlier record nobody knows.
    /// </summary>
    internal static async Task<List<VisitTook>> ReadAsync(
        ShopFile file,
        IQueryable<Visit> which,
        CancellationToken stop) =>
        (await which
            .AsNoTracking()
            .Where(v => v.ClosedAt != null && v.TakenOver == "")
            .Select(v => new
            {
                v.Id,
                v.TrailerId,
                v.ClosedAt,
                Seconds = file.StepEntries
                    .Where(e => e.VisitId == v.Id && e.UndoneAt == null && e.SkippedBecause == null)
                    .Sum(e => e.Seconds ?? 0),
                Untimed = file.StepEntries.Count(
                    e => e.VisitId == v.Id && e.UndoneAt == null && e.SkippedBecause == null && e.Seconds == null),
                Parts = file.PartsUsed
                    .Where(p => p.VisitId == v.Id)
                    .Select(p => new PartCost(p.Quantity, p.Price))
                    .ToList(),
            })
            .ToListAsync(stop))
        .ConvertAll(v => new VisitTook(v.Id, v.TrailerId, v.ClosedAt!.Value, v.Seconds, v.Untimed, v.Parts));
}
