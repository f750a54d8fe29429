using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>Tells how far a visit has come.</summary>
internal static class VisitStates
{
    /// <summary>How far a visit has come.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="visit">The visit.</param>
    /// <param name="packet">Its packet.</param>
    /// <param name="judgedBy">What its figures are judged by, where that was read already.</param>
    /// <param name="standing">Its entries in the order it happened, where they are known already.</param>
    internal static async Task<VisitState> OfAsync(
        ShopFile file,
        Visit visit,
        Packet packet,
        ReadingContext? judgedBy = null,
        List<StepEntry>? standing = null)
    {
        Dictionary<Guid, string> people = [];
        await foreach (Named person in People(file))
        {
            people[person.Id] = person.Name;
        }

        List<StepEntry> entries = standing ?? await file.StandingEntriesAsync(visit.Id);
        TrailerObservations seen = await file.ObservationsAsync(visit.TrailerId, visit.Gear);
        List<Finding> findings = [.. seen.Findings.Where(f => f.VisitId == visit.Id)];
        List<Reading> readings = [.. seen.Readings.Where(r => r.VisitId == visit.Id)];

        // Most visits have few of these, and a step is ticked without reading for those that are not there.
        Has has = await What(file, visit.Id);
        List<PartUsed> parts = has.Parts
            ? await file.PartsUsed.AsNoTracking().Where(p => p.VisitId == visit.Id).OrderBy(p => p.At).ToListAsync()
            : [];

        Progress progress = new(packet, entries);
        ReadingContext? context = findings.Count + readings.Count > 0 ? judgedBy ?? await file.ContextAsync(visit) : null;
        IReadOnlyDictionary<string, string> names = readings.Count > 0 ? await PartsKnown.RenamedAsync(file)
            : ImmutableDictionary<string, string>.Empty;
        Inspection? inspection = has.Inspection
            ? await file.Inspections.AsNoTracking().FirstAsync(i => i.VisitId == visit.Id)
            : null;
        HashSet<string> settled = [.. entries.Select(e => e.Key)];
        ClosingResult closing = Closing.Refusals(visit, progress, seen, null, inspection is not null);

        // What a finished job has put right says so before the visit is closed.
        Dictionary<Guid, string> mended = context is null ? [] : new VisitObservations(
            context,
            findings,
            [],
            [],
            visit.Jobs,
            Remedies.In(context)).Mended(closing.Renewals).ToDictionary(m => m.Finding.Id, m => m.By.InWords);
        bool open = visit.ClosedAt is null;

        // Closed, what counts as done is on record, and may have been put right.
        HashSet<JobAt>? did = open ? null
            : [.. seen.Work.Where(w => w.VisitId == visit.Id).Select(w => new JobAt(w.Job, w.Place))];
        (IReadOnlyList<SecondLookOwed> owed, List<SecondLook> looks) =
            await SecondLooking.OfAsync(file, visit.Id, packet, entries, has.Looks);

        // Where two work, each is led step by step: a card of one would hold up the other.
        string[] Keys(Pace pace) => open && visit.Technicians == 1
            ? [.. (WorkCard.Next(packet, progress, pace)?.Steps ?? []).Select(s => s.Key)]
            : [];
        JobCatalogue catalogue = JobCatalogue.Of(visit.Practices);
        return new VisitState(
            entries.ConvertAll(e => Answer(e, people)),
            progress.Next?.Key,
            progress.NextToPutBack?.Key,
            visit.Technicians == 2 ? [progress.NextFor(1)?.Key, progress.NextFor(2)?.Key] : [],
            Keys(Pace.Phase),
            Keys(Pace.Place),
            visit.Composed,
            progress.OpenNow,
            packet.Steps.Where(s => settled.Contains(s.Key)).Sum(s => s.Minutes),
            readings.ConvertAll(r => Answer(r, people, context!, names)),
            findings.ConvertAll(f => Answer(f, mended.GetValueOrDefault(f.Id), people)),
            [.. visit.Conclusions.Select(c => Answer(c, visit))],
            closing.Holds,
            inspection is null ? null : Answer(inspection, people),
            parts.ConvertAll(Answer),
            has.Taken ? await VisitParts.TakenAsync(file, visit.Id) : [],
            open && parts.Count > 0 ? await VisitParts.ShelfDiffersAsync(file, visit.Id) : [],
            has.Photos ? await PhotosAsync(file, visit.Id, people) : [],
            [.. visit.Jobs.Select(j => InWords(
                catalogue,
                j,
                did?.Contains(j) ?? Closing.IsDone(j, progress, inspection is not null)))],
            [.. owed.Where(_ => open).Select(o => new SecondLookAnswer(
                null,
                o.What,
                o.Words,
                [.. o.DoneBy.Select(p => people[p]).Order(StringComparer.Ordinal)],
                null)),
            .. looks.Select(l => new SecondLookAnswer(
                l.Id,
                l.What,
                SecondLooks.Choices(catalogue).FirstOrDefault(c => c.Code == l.What).Words ?? l.What,
                [people[l.PersonId]],
                l.At))],
            open ? closing.Refusal ?? SecondLooks.WhyNotClosed(owed) : null,
            open && closing.RefusalField.Length > 0,
            open ? ChangesOf(visit, closing, seen) : [],
            visit.ClosedAt);
    }

    private sealed record Named(Guid Id, string Name);

    private sealed record Has(bool Parts, bool Taken, bool Photos, bool Inspection, bool Looks);

    // Compiled once: every step that is ticked asks for these.
    private static readonly Func<ShopFile, IAsyncEnumerable<Named>> People =
        EF.CompileAsyncQuery((ShopFile file) => file.People.Select(p => new Named(p.Id, p.Name)));

    private static readonly Func<ShopFile, Guid, Task<Has>> What = EF.CompileAsyncQuery((ShopFile file, Guid visit) =>
        file.Visits
            .Where(v => v.Id == visit)
            .Select(v => new Has(
                file.PartsUsed.Any(p => p.VisitId == v.Id),
                file.PartsTaken.Any(p => p.VisitId == v.Id),
                file.VisitPhotos.Any(p => p.VisitId == v.Id),
                file.Inspections.Any(i => i.VisitId == v.Id),
                file.SecondLooks.Any(l => l.VisitId == v.Id)))
            .First());

    private static EntryAnswer Answer(StepEntry entry, Dictionary<Guid, string> people) => new(
        entry.Id,
        entry.Key,
        entry.At,
        people[entry.PersonId],
        entry.SkippedBecause,
        entry.Seconds,
        entry.Socket,
        entry.Folded);

    private static FindingAnswer Answer(Finding finding, string? mendedHere, Dictionary<Guid, string> people) => new(
        finding.Id,
        finding.Place,
        Place.SpokenOf(finding.Place),
        finding.Subject,
        finding.RuleCode,
        finding.Seen,
        finding.Which,
        Damages.Find(finding.Damage)?.Words,
        finding.Damage,
        finding.Note,
        finding.InWords,
        finding.Judgement,
        finding.Mended ?? mendedHere,
        finding.At,
        people[finding.PersonId]);

    private static ConclusionAnswer Answer(Conclusion conclusion, Visit visit) => new(
        conclusion.Kind,
        conclusion.Code,
        conclusion.Place,
        Place.SpokenOf(conclusion.Place),
        conclusion.Seen,
        conclusion.Judgement,
        conclusion.Signs,
        [.. conclusion.Jobs
            .Where(j => !visit.Jobs.Contains(j))
            .Select(j => InWords(JobCatalogue.Of(visit.Practices), j, false))]);

    private static InspectionAnswer Answer(Inspection inspection, Dictionary<Guid, string> people) => new(
        inspection.Qualification,
        people[inspection.PersonId],
        inspection.At,
        DateOnly.FromDateTime(inspection.At.DateTime).AddMonths(PeriodicInspection.KeptMonths),
        inspection.Passes,
        inspection.Lines);

    private static PartAnswer Answer(PartUsed part) => new(
        part.Id,
        part.Place,
        Place.SpokenOf(part.Place),
        part.Name,
        part.Quantity,
        part.Unit,
        part.Price);

    private static async Task<List<PhotoAnswer>> PhotosAsync(
        ShopFile file,
        Guid visit,
        Dictionary<Guid, string> people) =>
        (await file.VisitPhotos.AsNoTracking().Where(p => p.VisitId == visit).OrderBy(p => p.At).ToListAsync())
            .ConvertAll(p => new PhotoAnswer(p.Id, p.StepKey, p.FindingId, p.At, people[p.PersonId]));

    private static List<string> ChangesOf(Visit visit, ClosingResult closing, TrailerObservations seen) =>
        [.. GearChanges
            .Of(visit.Gear, closing.Done, seen.Work.Select(w => new JobAt(w.Job, w.Place)))
            .Select(c => c.Words)];

    private static JobAnswer InWords(JobCatalogue catalogue, JobAt job, bool done) =>
        new(job.Job, catalogue.Find(job.Job)?.Name ?? job.Job, job.Place, Place.Of(job.Place).Whereabouts, done);

    private static ReadingAnswer Answer(
        Reading reading,
        Dictionary<Guid, string> people,
        ReadingContext context,
        IReadOnlyDictionary<string, string> names)
    {
        return new ReadingAnswer(
            reading.Id,
            reading.Place,
            Place.SpokenOf(reading.Place),
            reading.Kind,
            StandingObservations.NameOf(reading),
            reading.Typed,
            StandingObservations.Figure(reading),
            ShopFormat.ReadBack(reading.Quantity, reading.Canonical).Other,
            reading.Judgement,
            ReadingKinds.Find(reading.Kind)?.Picks(reading.Canonical, context) is { } picks
                ? names.GetValueOrDefault(picks, picks)
                : null,
            reading.StepKey.Length > 0,
            reading.At,
            people[reading.PersonId]);
    }
}
