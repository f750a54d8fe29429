using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Handovers;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger.Papers;

/// <summary>Reads a trailer's whole life: each table once, however many visits there are.</summary>
internal static class LifeSource
{
    internal static async Task<Paper> PaperAsync(ShopFile file, Guid id, DateOnly today)
    {
        Trailer trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == id)
            ?? throw Refusal.NotFound("There is no such trailer.");
        Letterhead head = (await file.SettingsToReadAsync()).Letterhead;
        TrailerStatus status = await file.StatusAsync(trailer, today);
        List<Visit> visits = await file.Visits
            .AsNoTracking()
            .Where(v => v.TrailerId == id && v.ClosedAt != null)
            .OrderByDescending(v => v.ClosedAt)
            .ToListAsync();
        HashSet<Guid> closed = [.. visits.Select(v => v.Id)];
        HashSet<Guid> takenOver = [.. visits.Where(v => v.TakenOver.Length > 0).Select(v => v.Id)];
        ILookup<Guid, Finding> findings = (await file.Findings
            .AsNoTracking()
            .Where(f => f.TrailerId == id)
            .OrderBy(f => f.At)
            .ToListAsync()).ToLookup(f => f.VisitId);
        ILookup<Guid, Reading> readings = (await file.Readings
            .AsNoTracking()
            .Where(r => r.TrailerId == id)
            .ToListAsync()).ToLookup(r => r.VisitId);
        ILookup<Guid, WorkDone> work = (await file.WorkDone
            .AsNoTracking()
            .Where(w => w.TrailerId == id && w.VisitId != null)
            .ToListAsync()).ToLookup(w => w.VisitId!.Value);
        ILookup<Guid, PartUsed> parts = (await file.PartsUsed
            .AsNoTracking()
            .Where(p => closed.Contains(p.VisitId))
            .OrderBy(p => p.At)
            .ToListAsync()).ToLookup(p => p.VisitId);
        ILookup<Guid, Amendment> amendments = (await file.Amendments
            .AsNoTracking()
            .Where(a => closed.Contains(a.VisitId)
                && (a.Kind != AmendmentKind.Remark || takenOver.Contains(a.VisitId))
                && a.Kind != AmendmentKind.Time)
            .OrderBy(a => a.At)
            .ToListAsync()).ToLookup(a => a.VisitId);
        Dictionary<Guid, Inspection> inspections = await file.Inspections
            .AsNoTracking()
            .Where(i => closed.Contains(i.VisitId))
            .ToDictionaryAsync(i => i.VisitId);
        ILookup<Guid, string> releases = (await file.Releases
            .AsNoTracking()
            .Where(r => r.TrailerId == id && r.VisitId != null)
            .Select(r => new { Visit = r.VisitId!.Value, r.Reason })
            .ToListAsync()).ToLookup(r => r.Visit, r => r.Reason);
        Dictionary<Guid, int> pictures = await file.VisitPhotos
            .Where(p => closed.Contains(p.VisitId))
            .GroupBy(p => p.VisitId)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Count);
        List<MeterEntry> meter = await file.MeterEntries
            .AsNoTracking()
            .Where(m => m.TrailerId == id && m.Kind == MeterEntryKind.Reading)
            .OrderByDescending(m => m.On)
            .ToListAsync();
        return LifePaper.Of(
            new TrailerLife(
                trailer.FullName,
                trailer.Tag,
                trailer.Plate,
                trailer.Gear.Words,
                head.Shop,
                trailer.AddedOn,
                today,
                status.Hold?.Seen ?? [],
                [.. status.Marks
                    .Where(m => m.Judgement.Verdict is Verdict.Watch or Verdict.Renew)
                    .Select(m => $"{SubjectWords.Of(m.Subject)}, {Place.SpokenOf(m.Place)}: {m.Seen}. "
                        + m.Judgement.Rule)],
                OwnersTasks.Next(status, today),
                visits.ConvertAll(v => One(
                    v,
                    [.. findings[v.Id]],
                    [.. readings[v.Id]],
                    [.. work[v.Id].Select(w => new JobAt(w.Job, w.Place))],
                    parts[v.Id],
                    inspections.GetValueOrDefault(v.Id),
                    string.Join("; ", releases[v.Id]),
                    [.. amendments[v.Id]],
                    meter.Find(m => m.On <= DateOnly.FromDateTime(v.ClosedAt!.Value.DateTime))?.Typed ?? "",
                    pictures.GetValueOrDefault(v.Id))),
                meter.ConvertAll(m => new LifeMeter(m.On, m.Typed))),
            head);
    }

    private static LifeVisit One(
        Visit visit,
        IReadOnlyList<Finding> findings,
        IReadOnlyList<Reading> readings,
        HashSet<JobAt> did,
        IEnumerable<PartUsed> parts,
        Inspection? inspection,
        string released,
        IReadOnlyList<Amendment> amendments,
        string meter,
        int pictures) => new(
        DateOnly.FromDateTime(visit.ClosedAt!.Value.DateTime),
        JobWords.Of(JobCatalogue.Of(visit.Practices), visit.Gear, did),
        [.. findings.Select(VisitWords.Of)],
        VisitWords.Of(readings),
        VisitWords.Of(parts),
        inspection is null ? null
            : inspection.Passes ? "A periodic inspection (49 CFR 396.17) was signed: everything it has passes."
            : "A periodic inspection (49 CFR 396.17) was signed: it did not pass.",
        released,
        [.. amendments.Where(a => a.Kind != AmendmentKind.Remark).Select(a => a.InWords)],
        meter,
        pictures)
        {
            TakenOver = visit.TakenOver,
            Noted = [.. amendments.Where(a => a.Kind == AmendmentKind.Remark).Select(a => a.Text)],
        };
}
