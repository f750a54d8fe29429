using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>A step ticked or skipped.</summary>
public sealed record EntryAnswer(
    Guid Id,
    string Key,
    DateTimeOffset At,
    string By,
    string? SkippedBecause,
    int? Seconds,
    string? Socket);

/// <summary>
/// A figure taken. Where it tells candidates apart, it names the part it picks; one of a step goes with its step.
/// </summary>
public sealed record ReadingAnswer(
    Guid Id,
    string Place,
    string PlaceSpoken,
    string Kind,
    string Name,
    string Typed,
    string Ours,
    string Other,
    Judgement? Judgement,
    string? Picks,
    bool OfStep,
    DateTimeOffset At,
    string By);

/// <summary>Something seen.</summary>
/// <param name="InWords">What was seen with all that was said of it, the person's own words included.</param>
public sealed record FindingAnswer(
    Guid Id,
    string Place,
    string PlaceSpoken,
    Subject Subject,
    string RuleCode,
    string Seen,
    string Which,
    string? Damage,
    string Note,
    string InWords,
    Judgement Judgement,
    string? Mended,
    DateTimeOffset At,
    string By);

/// <summary>What several looks of the visit come to together.</summary>
/// <param name="Jobs">Jobs that mend it and are not in the visit yet, in words.</param>
public sealed record ConclusionAnswer(
    ConclusionKind Kind,
    string Code,
    string Place,
    string PlaceSpoken,
    string Seen,
    Judgement Judgement,
    IReadOnlyList<string> Signs,
    IReadOnlyList<JobAnswer> Jobs);

/// <summary>A periodic inspection, signed.</summary>
public sealed record InspectionAnswer(
    string Qualification,
    string By,
    DateTimeOffset At,
    DateOnly KeepUntil,
    bool Passes,
    IReadOnlyList<InspectionLine> Lines);

/// <summary>A part used.</summary>
public sealed record PartAnswer(
    Guid Id,
    string Place,
    string PlaceSpoken,
    string Name,
    decimal Quantity,
    string Unit,
    decimal? Price);

/// <summary>A photograph taken at a step, or of something found.</summary>
public sealed record PhotoAnswer(Guid Id, string? StepKey, Guid? FindingId, DateTimeOffset At, string By);

/// <summary>What a packet asks to be measured, as a field needs it.</summary>
public sealed record ReadingAsked(string Code, string Name, Quantity Quantity, string Example);

/// <summary>A job at a place, in words.</summary>
public sealed record JobAnswer(string Job, string Name, string Place, string PlaceSpoken, bool Done);

/// <summary>How far a visit has come.</summary>
/// <param name="Entries">Steps ticked and skipped, in the order it happened.</param>
/// <param name="Next">Key of the first step still to do; null when all are settled.</param>
/// <param name="NextToPutBack">
/// The same when only what is open is to be put back, and the rest left for another visit; null when nothing is open.
/// </param>
/// <param name="NextOfHands">
/// Where two work, the key of each one's next step; null where there is none that can be done now.
/// </param>
/// <param name="Composed">
/// How often the packet was composed anew: when it has grown, the visit itself has to be fetched again.
/// </param>
/// <param name="OpenNow">What is open, deepest first.</param>
/// <param name="MinutesDone">Minutes of the steps settled.</param>
/// <param name="Readings">Figures taken, newest last.</param>
/// <param name="Findings">Things seen, newest last.</param>
/// <param name="Conclusions">What they come to together: comparisons, pairs, likely causes, contradictions.</param>
/// <param name="Holds">What holds the trailer now, from this visit or an earlier one, in words.</param>
/// <param name="Inspection">The periodic inspection; null while it is not signed.</param>
/// <param name="Parts">Parts used, newest last.</param>
/// <param name="Taken">Names of the packet's parts that have been taken along.</param>
/// <param name="ShelfDiffers">
/// What was used here though the shelf's record had none left, and who took the last, in words.
/// </param>
/// <param name="Photos">Photographs taken, newest last.</param>
/// <param name="Jobs">The jobs, and whether each is done.</param>
/// <param name="WhyNotClosed">Why the visit can't be closed yet; null when it can, or is.</param>
/// <param name="NeedsRelease">Whether closing asks why a trailer on Hold leaves.</param>
/// <param name="GearChanges">
/// What the trailer has by the jobs done, other than its description says, in words: closing can take that over.
/// </param>
/// <param name="ClosedAt">When it was closed; null while it stands in the bay.</param>
public sealed record VisitState(
    IReadOnlyList<EntryAnswer> Entries,
    string? Next,
    string? NextToPutBack,
    IReadOnlyList<string?> NextOfHands,
    int Composed,
    IReadOnlyList<PacketOpening> OpenNow,
    decimal MinutesDone,
    IReadOnlyList<ReadingAnswer> Readings,
    IReadOnlyList<FindingAnswer> Findings,
    IReadOnlyList<ConclusionAnswer> Conclusions,
    IReadOnlyList<string> Holds,
    InspectionAnswer? Inspection,
    IReadOnlyList<PartAnswer> Parts,
    IReadOnlyList<string> Taken,
    IReadOnlyList<string> ShelfDiffers,
    IReadOnlyList<PhotoAnswer> Photos,
    IReadOnlyList<JobAnswer> Jobs,
    string? WhyNotClosed,
    bool NeedsRelease,
    IReadOnlyList<string> GearChanges,
    DateTimeOffset? ClosedAt);

/// <summary>
/// A visit, whole: what seldom changes while it is worked, and how far it has come. What earlier visits of this trailer
/// say of a step stands in <c>SeenBefore</c>, by the step's key.
/// </summary>
public sealed record VisitAnswer(
    Guid Id,
    Guid TrailerId,
    string Tag,
    string TrailerName,
    string Customer,
    string GearWords,
    string What,
    DateTimeOffset OpenedAt,
    string OpenedBy,
    Packet Packet,
    decimal Minutes,
    string MinutesInWords,
    int Technicians,
    string ElapsedInWords,
    int Composed,
    GearDescription Gear,
    IReadOnlyList<PlaceAnswer> Places,
    IReadOnlyList<ReadingAsked> ReadingsAsked,
    IReadOnlyList<string> Practices,
    IReadOnlyDictionary<string, IReadOnlyList<string>> SeenBefore,
    VisitState State);

/// <summary>A visit in the bay, as a line.</summary>
/// <param name="OnHold">Whether the trailer is on Hold.</param>
public sealed record VisitRow(
    Guid Id,
    Guid TrailerId,
    string Tag,
    string TrailerName,
    string Customer,
    DateTimeOffset OpenedAt,
    string OpenedBy,
    string What,
    bool OnHold);

internal static class VisitPage
{
    internal static void MapVisitPage(this RouteGroupBuilder bay)
    {
        bay.MapGet("/visits", ListAsync);
        bay.MapGet("/visits/{id:guid}", async (Guid id, ShopFile file) => TypedResults.Ok(await AnswerAsync(file, id)));
    }

    /// <summary>A visit with its packet and how far it has come.</summary>
    internal static async Task<VisitAnswer> AnswerAsync(ShopFile file, Guid id)
    {
        var found = await (from visit in file.Visits.AsNoTracking()
                           join trailer in file.Trailers on visit.TrailerId equals trailer.Id
                           join owner in file.Customers on trailer.CustomerId equals owner.Id
                           join person in file.People on visit.OpenedBy equals person.Id
                           where visit.Id == id
                           select new { visit, trailer.Tag, trailer.Name, Owner = owner.Name, Person = person.Name }).FirstOrDefaultAsync()
            ?? throw Refusal.NotFound("There is no such visit.");
        Packet packet = PartsKnown.Renamed(await PacketAsync(file, found.visit), await PartsKnown.RenamedAsync(file));
        return new VisitAnswer(
            id,
            found.visit.TrailerId,
            found.Tag,
            found.Name,
            found.Owner,
            found.visit.Gear.Words,
            JobWords.Of(found.visit),
            found.visit.OpenedAt,
            found.Person,
            packet,
            packet.Minutes,
            packet.MinutesInWords,
            found.visit.Technicians,
            Packet.InWords(packet.Elapsed),
            found.visit.Composed,
            GearDescription.Of(found.visit.Gear),
            PlaceAnswer.Of(found.visit.Gear),
            [.. ReadingKinds.All.Select(k => new ReadingAsked(k.Code, k.Name, k.Quantity, k.Example))],
            [.. packet.Steps.Select(s => s.Practice).OfType<string>().Distinct()],
            await SeenBeforeAsync(file, found.visit, packet),
            await StateAsync(file, found.visit, packet));
    }

    /// <summary>How far a visit has come.</summary>
    internal static async Task<VisitState> StateAsync(ShopFile file, Visit visit, Packet packet)
    {
        Dictionary<Guid, string> people = await file.People.AsNoTracking().ToDictionaryAsync(p => p.Id, p => p.Name);
        List<StepEntry> entries = await EntriesAsync(file, visit.Id);
        TrailerObservations seen = await file.ObservationsAsync(visit.TrailerId, visit.Gear);
        List<Finding> findings = [.. seen.Findings.Where(f => f.VisitId == visit.Id)];
        List<Reading> readings = [.. seen.Readings.Where(r => r.VisitId == visit.Id)];
        List<PartUsed> parts = await file.PartsUsed
            .AsNoTracking()
            .Where(p => p.VisitId == visit.Id)
            .OrderBy(p => p.At)
            .ToListAsync();

        Progress progress = new(packet, entries);
        ReadingContext context = await file.ContextAsync(visit);
        IReadOnlyDictionary<string, string> names = await PartsKnown.RenamedAsync(file);
        Inspection? inspection = await file.Inspections.AsNoTracking().FirstOrDefaultAsync(i => i.VisitId == visit.Id);
        HashSet<string> settled = [.. entries.Select(e => e.Key)];
        ClosingResult closing = Closing.Refusals(visit, progress, seen, null, inspection is not null);

        // What a finished job has put right says so before the visit is closed.
        Dictionary<Guid, string> mended = new VisitObservations(
            context,
            findings,
            [],
            [],
            visit.Jobs,
            Remedies.In(context)).Mended(closing.Renewals).ToDictionary(m => m.Finding.Id, m => m.By.InWords);
        return new VisitState(
            [.. entries.Select(e => new EntryAnswer(
                e.Id,
                e.Key,
                e.At,
                people[e.PersonId],
                e.SkippedBecause,
                e.Seconds,
                e.Socket))],
            progress.Next?.Key,
            progress.NextToPutBack?.Key,
            visit.Technicians == 2 ? [progress.NextFor(1)?.Key, progress.NextFor(2)?.Key] : [],
            visit.Composed,
            progress.OpenNow,
            packet.Steps.Where(s => settled.Contains(s.Key)).Sum(s => s.Minutes),
            [.. readings.Select(r => Answer(r, people, context, names))],
            [.. findings.Select(f => new FindingAnswer(
                f.Id,
                f.Place,
                Place.SpokenOf(f.Place),
                f.Subject,
                f.RuleCode,
                f.Seen,
                f.Which,
                Damages.Find(f.Damage)?.Words,
                f.Note,
                f.InWords,
                f.Judgement,
                f.Mended ?? mended.GetValueOrDefault(f.Id),
                f.At,
                people[f.PersonId]))],
            [.. visit.Conclusions.Select(c => new ConclusionAnswer(
                c.Kind,
                c.Code,
                c.Place,
                Place.SpokenOf(c.Place),
                c.Seen,
                c.Judgement,
                c.Signs,
                [.. c.Jobs.Where(j => !visit.Jobs.Contains(j)).Select(j => InWords(j, false))]))],
            closing.Holds,
            inspection is null
                ? null
                : new InspectionAnswer(
                    inspection.Qualification,
                    people[inspection.PersonId],
                    inspection.At,
                    DateOnly.FromDateTime(inspection.At.DateTime).AddMonths(PeriodicInspection.KeptMonths),
                    inspection.Passes,
                    inspection.Lines),
            [.. parts.Select(p => new PartAnswer(
                p.Id,
                p.Place,
                Place.SpokenOf(p.Place),
                p.Name,
                p.Quantity,
                p.Unit,
                p.Price))],
            await TakenAsync(file, visit.Id),
            visit.ClosedAt is null && parts.Count > 0 ? await ShelfDiffersAsync(file, visit.Id) : [],
            [.. (await file.VisitPhotos
                .AsNoTracking()
                .Where(p => p.VisitId == visit.Id)
                .OrderBy(p => p.At)
                .ToListAsync()).Select(p => new PhotoAnswer(p.Id, p.StepKey, p.FindingId, p.At, people[p.PersonId]))],
            [.. visit.Jobs.Select(j => InWords(j, Closing.IsDone(j, progress, inspection is not null)))],
            visit.ClosedAt is null ? closing.Refusal : null,
            visit.ClosedAt is null && closing.RefusalField.Length > 0,
            visit.ClosedAt is not null
                ? []
                : [.. GearChanges.Of(
                    visit.Gear,
                    closing.Done,
                    seen.Work.Select(w => new JobAt(w.Job, w.Place))).Select(c => c.Words)],
            visit.ClosedAt);
    }

    // Two tablets may take the last seal at one instant: whoever comes second is told, since one of them has the wrong
    // bin in mind.
    private static async Task<IReadOnlyList<string>> ShelfDiffersAsync(ShopFile file, Guid visit)
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
                : FormattableString.Invariant($" {last.Tag} took the last on {last.At:d MMMM} at {last.At:H:mm}.");
            words.Add(
                $"By the shelf’s record there was no {known.GetValueOrDefault(entry.Code)?.Name ?? entry.Code} left.{taken} Count what is there.");
        }

        return words;
    }

    // Kept by code where there is one, and before codes were kept by name.
    private static async Task<IReadOnlyList<string>> TakenAsync(ShopFile file, Guid visit)
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

    /// <summary>The entries that stand, in the order it happened.</summary>
    internal static Task<List<StepEntry>> EntriesAsync(ShopFile file, Guid visitId) =>
        file.StepEntries
            .AsNoTracking()
            .Where(s => s.VisitId == visitId && s.UndoneAt == null)
            .OrderBy(s => s.At)
            .ToListAsync();

    /// <summary>The packet of a visit, in today's shape.</summary>
    internal static async Task<Packet> PacketAsync(ShopFile file, Visit visit) =>
        EarlierPacket.BroughtUp(
            (await file.Packets.AsNoTracking().FirstAsync(p => p.VisitId == visit.Id)).Packet,
            visit.Gear);

    // Torque and time of the same step at this trailer's earlier visits: offered, not asked again.
    private static async Task<IReadOnlyDictionary<string, IReadOnlyList<string>>> SeenBeforeAsync(
        ShopFile file,
        Visit visit,
        Packet packet)
    {
        List<Guid> earlier = await file.Visits
            .AsNoTracking()
            .Where(v => v.TrailerId == visit.TrailerId && v.ClosedAt != null && v.OpenedAt < visit.OpenedAt)
            .Select(v => v.Id)
            .ToListAsync();
        Dictionary<string, StepEntry> took = (await file.StepEntries
            .AsNoTracking()
            .Where(e => earlier.Contains(e.VisitId)
                && e.UndoneAt == null
                && e.SkippedBecause == null
                && e.Seconds != null)
            .ToListAsync())
            .GroupBy(e => e.Key).ToDictionary(g => g.Key, g => g.MaxBy(e => e.At)!);
        Dictionary<(string, string), Reading> read = (await file.Readings
            .AsNoTracking()
            .Where(r => earlier.Contains(r.VisitId))
            .ToListAsync())
            .GroupBy(r => (r.Place, r.Kind)).ToDictionary(g => g.Key, g => g.MaxBy(r => r.At)!);
        Dictionary<string, IReadOnlyList<string>> said = [];
        foreach (PacketStep step in packet.Steps)
        {
            List<string> words = [];
            foreach (string kind in step.Readings)
            {
                string home = ReadingKinds.Find(kind) is { } asked
                    ? Subjects.Home(asked.Subject, visit.Gear, Place.Of(step.Place)).Code
                    : step.Place;
                if (read.TryGetValue((home, kind), out Reading? last) || read.TryGetValue((step.Place, kind), out last))
                {
                    words.Add($"{StandingObservations.InWords(last)} on {Day(last.At)}");
                }
            }

            if (took.TryGetValue(step.Key, out StepEntry? entry))
            {
                words.Add(
                    FormattableString.Invariant(
                        $"took {Math.Max(1, Math.Round(entry.Seconds!.Value / 60m)):0} min on {Day(entry.At)}"));
            }

            if (words.Count > 0)
            {
                said[step.Key] = words;
            }
        }

        return said;
    }

    /// <summary>A visit that still stands in the bay. Refuses an unknown one (404) and a closed one (409).</summary>
    internal static async Task<Visit> OpenAsync(ShopFile file, Guid id)
    {
        Visit visit = await file.Visits.FirstOrDefaultAsync(v => v.Id == id)
            ?? throw Refusal.NotFound("There is no such visit.");
        return visit.ClosedAt is null
            ? visit
            : throw Refusal.Conflict("This visit is closed and stays as it is; put a remark to it in the ledger.");
    }


    private static JobAnswer InWords(JobAt job, bool done) =>
        new(job.Job, JobCatalogue.Find(job.Job)?.Name ?? job.Job, job.Place, Place.Of(job.Place).Whereabouts, done);

    private static string Day(DateTimeOffset at) =>
        at.ToString("MMM d, yyyy", System.Globalization.CultureInfo.InvariantCulture);

    private static ReadingAnswer Answer(
        Reading reading,
        Dictionary<Guid, string> people,
        ReadingContext context,
        IReadOnlyDictionary<string, string> names)
    {
        (string ours, string other) = ShopFormat.ReadBack(reading.Quantity, reading.Canonical);
        return new ReadingAnswer(
            reading.Id,
            reading.Place,
            Place.SpokenOf(reading.Place),
            reading.Kind,
            StandingObservations.NameOf(reading),
            reading.Typed,
            ours,
            other,
            reading.Judgement,
            ReadingKinds.Find(reading.Kind)?.Picks(reading.Canonical, context) is { } picks
                ? names.GetValueOrDefault(picks, picks)
                : null,
            reading.StepKey.Length > 0,
            reading.At,
            people[reading.PersonId]);
    }

    private static async Task<Ok<List<VisitRow>>> ListAsync(ShopFile file)
    {
        var found = await (from visit in file.Visits.AsNoTracking()
                           join trailer in file.Trailers on visit.TrailerId equals trailer.Id
                           join owner in file.Customers on trailer.CustomerId equals owner.Id
                           join person in file.People on visit.OpenedBy equals person.Id
                           where visit.ClosedAt == null
                           join standing in file.TrailerStatuses on trailer.Id equals standing.TrailerId into standings
                           from standing in standings.DefaultIfEmpty()
                           orderby visit.OpenedAt
                           select new
                           {
                               visit,
                               trailer.Tag,
                               trailer.Name,
                               Owner = owner.Name,
                               Person = person.Name,
                               OnHold = standing != null
                               && standing.Worst == Verdict.Hold
                           }).ToListAsync();
        return TypedResults.Ok(found.ConvertAll(f => new VisitRow(
            f.visit.Id,
            f.visit.TrailerId,
            f.Tag,
            f.Name,
            f.Owner,
            f.visit.OpenedAt,
            f.Person,
            JobWords.Of(f.visit),
            f.OnHold)));
    }
}
