using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Store;

/// <summary>Keeps what follows from a closed visit true to its record where that is put right.</summary>
public static class Amends
{
    /// <summary>
    /// Works out anew what a closed visit's looks come to together, what of them its work has mended, what it came to
    /// in money, and how its trailer stands: as if it had been closed with what stands there now. The caller saves before
    /// and after.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="visit">The visit, tracked.</param>
    /// <param name="packet">Its packet.</param>
    /// <param name="renewed">What its work renewed before it was put right.</param>
    /// <param name="free">Whether it is not charged for.</param>
    /// <param name="today">The day.</param>
    public static async Task ConcludeAnewAsync(
        this ShopFile file,
        Visit visit,
        Packet packet,
        IReadOnlyList<Renewal> renewed,
        bool free,
        DateOnly today)
    {
        List<StepEntry> entries = await file.StandingEntriesAsync(visit.Id);
        IReadOnlyList<Renewal> renewals = await file.RenewedAsync(visit, packet, entries);

        // What the work put right by itself is told anew; what somebody said they did about it stays as they said it.
        HashSet<string> byWork = [.. renewed.Concat(renewals).Select(r => r.InWords)];
        List<Finding> findings = await file.Findings.Where(f => f.VisitId == visit.Id).ToListAsync();
        foreach (Finding finding in findings.Where(f => f.Mended is { } how && byWork.Contains(how)))
        {
            finding.Mended = null;
        }

        await file.SaveChangesAsync();
        VisitObservations looks = await file.ObservationsOfAsync(visit);
        visit.Conclusions = looks.TogetherAfter(renewals);
        foreach ((Finding finding, Renewal by) in looks.Mended(renewals).ToList())
        {
            findings.First(f => f.Id == finding.Id).Mended = by.InWords;
        }

        if (await file.VisitBills.FirstOrDefaultAsync(b => b.VisitId == visit.Id) is { } kept)
        {
            Estimate bill = await file.BilledAsync(visit, packet, entries, kept.Bill);
            kept.Bill = free ? bill.Free() : bill;
        }

        await file.SaveChangesAsync();
        await file.RefreshAsync(visit.TrailerId, today);
    }

    /// <summary>What a closed visit's work has renewed.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="visit">The visit.</param>
    /// <param name="packet">Its packet.</param>
    /// <param name="entries">The entries that stand.</param>
    public static async Task<IReadOnlyList<Renewal>> RenewedAsync(
        this ShopFile file,
        Visit visit,
        Packet packet,
        IReadOnlyCollection<StepEntry> entries)
    {
        HashSet<JobAt> did = await file.DidAsync(visit.Id);
        return new Progress(packet, entries).Renewals(
            JobCatalogue.Of(visit.Practices),
            visit.Jobs.Where(did.Contains),
            visit.Id);
    }

    /// <summary>The jobs that count as done in a closed visit.</summary>
    public static async Task<HashSet<JobAt>> DidAsync(this ShopFile file, Guid visitId) => [.. (await file.WorkDone
        .AsNoTracking()
        .Where(w => w.VisitId == visitId)
        .Select(w => new { w.Job, w.Place })
        .ToListAsync()).Select(w => new JobAt(w.Job, w.Place))];

    /// <summary>What a closed visit comes to as it stands, by the prices and terms of its bill.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="visit">The visit.</param>
    /// <param name="packet">Its packet.</param>
    /// <param name="entries">The entries that stand.</param>
    /// <param name="by">The bill.</param>
    public static async Task<Estimate> BilledAsync(
        this ShopFile file,
        Visit visit,
        Packet packet,
        IReadOnlyCollection<StepEntry> entries,
        Estimate by) => by.Really(
            Math.Round(VisitTime.Of(packet, entries).Took, 1),
            await file.PartsUsed.AsNoTracking().Where(p => p.VisitId == visit.Id).ToListAsync());

    // Compiled once: every step that is ticked asks for it.
    private static readonly Compiled<Func<ShopFile, Guid, IAsyncEnumerable<StepEntry>>> EntriesOf =
        new(() => EF.CompileAsyncQuery((ShopFile file, Guid visit) => file.StepEntries
            .AsNoTracking()
            .Where(s => s.VisitId == visit && s.UndoneAt == null)
            .OrderBy(s => s.At)
            .AsQueryable()));

    /// <summary>The entries of a visit that stand, in the order it happened.</summary>
    public static async Task<List<StepEntry>> StandingEntriesAsync(this ShopFile file, Guid visitId) =>
        await EntriesOf.Of(file)(file, visitId).ToListAsync();
}
