using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger.Amending;

/// <summary>One thing put right in the change set, in words.</summary>
/// <param name="Kind">What kind of thing.</param>
/// <param name="Of">Which; null for the whole visit.</param>
/// <param name="Was">What stood there.</param>
/// <param name="Now">What stands there since.</param>
internal sealed record Righted(AmendmentKind Kind, Guid? Of, string Was, string Now);

/// <summary>
/// Puts one thing of a closed visit right in the change set. Everything keeps the hour and the name it was written down
/// under: who put it right, and when, is the amendment's.
/// </summary>
internal sealed class PutRight(
    ShopFile file,
    Visit visit,
    Packet packet,
    Guid amendment,
    Clock clock,
    Worker worker,
    Checks checks)
{
    private const decimal MostMinutes = 24 * 60;

    /// <summary>Puts right what a draft says, which is one thing.</summary>
    internal async Task<Righted> DoAsync(AmendmentDraft draft)
    {
        checks.Add("", draft.Things > 1 ? "Put one thing right at a time." : null);
        checks.Done();
        return draft switch
        {
            { Figure: { } figure } => await FigureAsync(figure),
            { Finding: { } finding } => await FindingAsync(finding),
            { Part: { } part } => await PartAsync(part),
            { Time: { } time } => await TimeAsync(time),
            { Day: { } day } => await DayAsync(day),
            { Work: { } work } => await WorkAsync(work),
            _ => throw new ArgumentException("A remark puts nothing right.", nameof(draft))
        };
    }

    private async Task<Righted> FigureAsync(AmendedFigure draft)
    {
        Reading? old = draft.Of is null
            ? null
            : await file.Readings.FirstOrDefaultAsync(r => r.Id == draft.Of && r.VisitId == visit.Id)
                ?? throw Refusal.NotFound("There is no such figure in this visit.");
        string was = old is null ? "" : Words(old);
        if (draft.Typed is null)
        {
            Missing(old, "/figure/typed");
            await ForgetMendedAsync(old!.Id);
            file.Readings.Remove(old);
            return new Righted(AmendmentKind.Figure, old.Id, was, "");
        }

        ReadingKind? kind = ReadingKinds.Find(old?.Kind ?? draft.Kind);
        checks.Add("/figure/kind", kind is null ? "Say what was measured." : null);
        Place place = PlaceAt("/figure/place", draft.Place ?? old?.Place);
        checks.Done();
        Reading now = Understand.Taken(
            checks,
            "/figure",
            new ReadingDraft(old?.Id ?? amendment, kind!.Code, draft.Typed),
            kind,
            place,
            old is null ? "" : StepAt(old.StepKey, old.Place, place.Code),
            visit,
            await file.ContextAsync(visit),
            clock,
            worker);
        checks.Done();
        Same("/figure/typed", was, Words(now));
        Keep(file.Readings, old, now, old?.At, old?.PersonId);
        await ForgetMendedAsync(now.Id);
        return new Righted(AmendmentKind.Figure, now.Id, was, Words(now));
    }

    private async Task<Righted> FindingAsync(AmendedFinding draft)
    {
        Finding? old = draft.Of is null
            ? null
            : await file.Findings.FirstOrDefaultAsync(f => f.Id == draft.Of && f.VisitId == visit.Id)
                ?? throw Refusal.NotFound("There is no such finding in this visit.");
        string was = old is null ? "" : Words(old);
        if (draft.RuleCode is null)
        {
            Missing(old, "/finding/ruleCode");
            await ForgetMendedAsync(old!.Id);

            // A picture of it stays with the visit.
            foreach (VisitPhoto photo in await file.VisitPhotos.Where(p => p.FindingId == old.Id).ToListAsync())
            {
                file.Entry(photo).Property(p => p.FindingId).CurrentValue = null;
            }

            file.Findings.Remove(old);
            return new Righted(AmendmentKind.Finding, old.Id, was, "");
        }

        Finding? now = VisitFindings.Found(
            checks,
            "/finding",
            old?.Id ?? amendment,
            new FindingDraft(
                draft.Place ?? old?.Place ?? "",
                draft.RuleCode,
                draft.Note ?? "",
                null,
                draft.Which,
                draft.Damage),
            visit,
            clock,
            worker);
        string mended = checks.Text(
            "/finding/mended",
            draft.Mended,
            "What was done about it",
            VisitFindings.LongestNote,
            required: false);
        checks.Done();
        now!.Mended = mended.Length > 0 ? mended : null;
        Same("/finding/ruleCode", was, Words(now));
        Keep(file.Findings, old, now, old?.At, old?.PersonId);
        await ForgetMendedAsync(now.Id);
        return new Righted(AmendmentKind.Finding, now.Id, was, Words(now));
    }

    // The shelf gets back what was written down, and gives what was really used.
    private async Task<Righted> PartAsync(AmendedPart draft)
    {
        PartUsed? old = draft.Of is null
            ? null
            : await file.PartsUsed.FirstOrDefaultAsync(p => p.Id == draft.Of && p.VisitId == visit.Id)
                ?? throw Refusal.NotFound("There is no such part in this visit.");
        string was = old is null ? "" : Words(old);
        if (draft.Now is null)
        {
            Missing(old, "/part/now");
        }

        PartUsed? now = null;
        if (draft.Now is { } said)
        {
            now = Parts.Used(checks, "/part/now", amendment, visit, said, clock, worker, old?.StepKey);
            checks.Done();
            Same("/part/now/quantity", was, Words(now));
            KnownPart? known = (await PartsKnown.NamedAsync(file))(now.Name);

            // The same part cost that day what it cost.
            (now.Code, now.Price) = (known?.Code, old?.Name == now.Name ? old.Price : known?.Price);
        }

        string?[] codes = [old?.Code, now?.Code];
        List<KeptPart> kept = await file.KeptParts.Where(k => codes.Contains(k.Code)).ToListAsync();
        Dictionary<string, decimal> before = kept.ToDictionary(k => k.Code, k => k.OnHand);
        bool foreseen = old is not null
            && await file.StockEntries.AnyAsync(e => e.Id == old.Id && e.Unforeseen == 0);
        if (old is not null)
        {
            await Parts.TakeBackAsync(file, [old], clock, worker);
        }

        if (now is not null)
        {
            Keep(file.PartsUsed, null, now, old?.At, old?.PersonId);
            await file.UseAsync([now], foreseen);
        }

        foreach (KeptPart one in kept)
        {
            if (StockOfVisit.CountedSince(
                one,
                one.OnHand - before[one.Code],
                (now ?? old)!.At,
                Guid.CreateVersion7(clock.Now),
                worker.Id) is { } line)
            {
                file.Write(one, line);
            }
        }

        return new Righted(AmendmentKind.Part, (now ?? old)!.Id, was, now is null ? "" : Words(now));
    }

    private async Task<Righted> TimeAsync(AmendedTime draft)
    {
        StepEntry old =
            await file.StepEntries.FirstOrDefaultAsync(e => e.Id == draft.Of
                && e.VisitId == visit.Id
                && e.UndoneAt == null
                && e.SkippedBecause == null)
            ?? throw Refusal.NotFound("There is no such step in this visit.");
        checks.Add(
            "/time/minutes",
            draft.Minutes is <= 0 or > MostMinutes ? "A step takes more than no time, and at most a day." : null);
        checks.Done();
        string title = packet.Steps.FirstOrDefault(s => s.Key == old.Key)?.Title ?? old.Key;
        string Of(decimal? seconds) => seconds is { } took
            ? FormattableString.Invariant($"“{title}” took {took / 60:0.#} min")
            : $"“{title}”, as long as planned";
        int seconds = (int)Math.Round(draft.Minutes * 60);
        Same("/time/minutes", Of(old.Seconds), Of(seconds));

        // What the shop has learned of it from the wrong figure, it learns from the right one.
        string family = PacketStep.FamilyOf(old.Key);
        if (old.Seconds is { } wrong && await file.StepTimes.FindAsync(family) is { } times)
        {
            int at = times.Seconds.ToList().LastIndexOf(wrong);
            if (at >= 0)
            {
                times.Seconds = [.. times.Seconds.Select((s, i) => i == at ? seconds : s)];
            }
        }

        string was = Of(old.Seconds);
        file.Entry(old).Property(e => e.Seconds).CurrentValue = seconds;
        return new Righted(AmendmentKind.Time, old.Id, was, Of(seconds));
    }

    // Typed in on Monday, done on Friday: all of it moves by so many days, and with it what recurs.
    private async Task<Righted> DayAsync(AmendedDay draft)
    {
        DateOnly closed = DateOnly.FromDateTime(visit.ClosedAt!.Value.DateTime);
        int by = draft.On.DayNumber - closed.DayNumber;
        checks.Add(
            "/day/on",
            by == 0 ? Unchanged
                : by > 0 ? "It was written down on "
                    + FormattableString.Invariant($"{closed:MMMM d, yyyy}: it cannot have been done after that.")
                : by < -5 * 366 ? "That is more than five years before it was written down."
                : null);
        checks.Done();
        if (await file.Inspections.AnyAsync(i => i.VisitId == visit.Id))
        {
            throw Refusal.Conflict(
                "A periodic inspection was signed in this visit, with its date: it stands as it was signed. "
                    + "Inspect again.",
                "/day/on");
        }

        TimeSpan shift = TimeSpan.FromDays(by);
        DateTimeOffset from = visit.OpenedAt + shift;
        if (await file.Visits.AsNoTracking().AnyAsync(v => v.TrailerId == visit.TrailerId && v.Id != visit.Id
            && v.OpenedAt < visit.OpenedAt && v.ClosedAt > from))
        {
            throw Refusal.Conflict(
                "This trailer had another visit between that day and this one: put that one right first.",
                "/day/on");
        }

        file.Entry(visit).Property(v => v.OpenedAt).CurrentValue = from;
        visit.ClosedAt += shift;
        await ShiftAsync(file.StepEntries, shift);
        await ShiftAsync(file.Readings, shift);
        await ShiftAsync(file.Findings, shift);
        await ShiftAsync(file.PartsUsed, shift);
        await ShiftAsync(file.SecondLooks, shift);
        foreach (WorkDone work in await file.WorkDone.Where(w => w.VisitId == visit.Id).ToListAsync())
        {
            file.Entry(work).Property(w => w.On).CurrentValue = work.On.AddDays(by);
            file.Entry(work).Property(w => w.DoneAt).CurrentValue = work.DoneAt + shift;
        }

        await ChecksOwedAsync(draft.On);
        string Day(DateOnly day) => FormattableString.Invariant($"Done on {day:MMMM d, yyyy}");
        return new Righted(AmendmentKind.Day, null, Day(closed), Day(draft.On));
    }

    // Due dates count from what counts as done. Its steps, minutes, figures and parts stand as they were written down.
    private async Task<Righted> WorkAsync(AmendedWork draft)
    {
        JobCatalogue catalogue = JobCatalogue.Of(visit.Practices);
        string Words(JobAt? job) =>
            job is null ? "" : $"{catalogue.Find(job.Job)?.Name ?? job.Job}, {Place.Of(job.Place).Whereabouts}";
        List<WorkDone> rows = await file.WorkDone.Where(w => w.VisitId == visit.Id).ToListAsync();
        bool Counts(JobAt job) => rows.Exists(w => w.Job == job.Job && w.Place == job.Place);
        if (draft.Was is null && draft.Now is null)
        {
            Missing(null, "/work/now");
        }

        if (draft.Was is { } said && !Counts(said))
        {
            throw Refusal.NotFound("That job does not count as done in this visit.");
        }

        if (draft.Now is { } real)
        {
            Job? job = catalogue.Find(real.Job);
            bool there = Place.TryParse(real.Place, out Place place);
            checks.Add(
                "/work/now",
                job is null ? "Say which job it was."
                    : !there || !job.GoesAt(visit.Gear, place) ? "This trailer has no place for that job there."
                    : real == draft.Was || Counts(real) ? Unchanged
                    : null);
        }

        checks.Add(
            "/work/now",
            new[] { draft.Was, draft.Now }.Any(j => j?.Job == PeriodicInspection.JobCode)
                ? "A periodic inspection counts by its signature: it stands as it was signed."
                : null);
        checks.Done();
        IEnumerable<JobAt> Along(JobAt job) =>
            catalogue.Find(job.Job)?.DoneAlong(catalogue, visit.Gear, Place.Of(job.Place)) ?? [job];
        List<JobAt> jobs = [.. visit.Jobs.Where(j => j != draft.Was && Counts(j))];
        HashSet<JobAt> still = [.. jobs.Concat(draft.Now is null ? [] : [draft.Now]).SelectMany(Along)];
        if (draft.Was is { } wrong)
        {
            HashSet<JobAt> gone = [.. Along(wrong)];
            file.WorkDone.RemoveRange(rows.Where(w => new JobAt(w.Job, w.Place) is var at
                && gone.Contains(at)
                && !still.Contains(at)));
        }

        if (draft.Now is { } right)
        {
            DateOnly on = DateOnly.FromDateTime(visit.ClosedAt!.Value.DateTime);
            file.WorkDone.AddRange(Along(right).Where(j => !Counts(j)).Select(j => new WorkDone
            {
                Id = Guid.CreateVersion7(clock.Now),
                TrailerId = visit.TrailerId,
                VisitId = visit.Id,
                Job = j.Job,
                Place = j.Place,
                On = on
            }));

            // Not done stays in the visit as not done; done elsewhere it was never meant there.
            visit.Jobs = [.. visit.Jobs.Where(j => j != draft.Was && j != right), right];
            await OweAsync(catalogue.Find(right.Job)!, on);
        }

        return new Righted(AmendmentKind.Work, null, Words(draft.Was), Words(draft.Now));
    }

    // The checks that a job leaves, unless the visit left them already.
    private async Task OweAsync(Job job, DateOnly from)
    {
        List<string> left = await file.FollowUps
            .Where(f => f.VisitId == visit.Id)
            .Select(f => f.Rule)
            .ToListAsync();
        List<FollowUpRule> wanted = [.. job.FollowUps.Where(r => r.Wanted(visit.Practices) && !left.Contains(r.Code))];
        if (wanted.Count == 0)
        {
            return;
        }

        UsageLine usage = await UsageAsync();
        file.FollowUps.AddRange(wanted.Select(rule => FollowUp.Left(
            visit,
            rule,
            from,
            Closing.Due(rule, usage, from),
            Guid.CreateVersion7(clock.Now))));
    }

    // A check that the visit left is owed from the right day on.
    private async Task ChecksOwedAsync(DateOnly from)
    {
        List<FollowUp> owed = await file.FollowUps
            .Where(f => f.VisitId == visit.Id && f.DoneAt == null)
            .ToListAsync();
        if (owed.Count == 0)
        {
            return;
        }

        UsageLine usage = await UsageAsync();
        foreach (FollowUp check in owed)
        {
            file.Entry(check).Property(f => f.From).CurrentValue = from;
            if (FollowUpRules.Find(check.Rule) is { } rule)
            {
                (DateOnly on, string why) = Closing.Due(rule, usage, from);
                file.Entry(check).Property(f => f.DueOn).CurrentValue = on;
                file.Entry(check).Property(f => f.Reason).CurrentValue = why;
            }
        }
    }

    private async Task<UsageLine> UsageAsync() => await file.UsageAsync(
        await file.Trailers.FirstAsync(t => t.Id == visit.TrailerId),
        clock.Today);

    // What was written down in the visit, and carries the hour, moves with it.
    private async Task ShiftAsync<T>(DbSet<T> rows, TimeSpan shift)
        where T : class
    {
        foreach (T row in await rows
            .Where(r => EF.Property<Guid>(r, nameof(Reading.VisitId)) == visit.Id)
            .ToListAsync())
        {
            PropertyEntry at = file.Entry(row).Property(At);
            at.CurrentValue = (DateTimeOffset)at.CurrentValue! + shift;
        }
    }

    private const string At = nameof(Reading.At);

    private const string Unchanged = "That is what stands there already.";

    private void Same(string pointer, string was, string now)
    {
        checks.Add(pointer, was == now ? Unchanged : null);
        checks.Done();
    }

    private void Missing(object? old, string pointer)
    {
        checks.Add(pointer, old is null ? "Say what is missing." : null);
        checks.Done();
    }

    private Place PlaceAt(string pointer, string? code)
    {
        bool there = Place.TryParse(code ?? "", out Place place) && Places.Has(visit.Gear, place);
        checks.Add(pointer, there ? null : $"This trailer has no place “{code}”.");
        return place;
    }

    // A step's figure that belongs to another place is that of the same step there; of none where there is no such
    // step.
    private string StepAt(string key, string from, string to)
    {
        if (from == to || key.Length == 0)
        {
            return key;
        }

        string moved = key.Replace(from, to, StringComparison.Ordinal);
        return packet.Steps.Any(s => s.Key == moved) ? moved : "";
    }

    // Under the hour and the name it was written down by; what was missing, under the hour the visit was closed.
    private void Keep<T>(DbSet<T> rows, T? old, T now, DateTimeOffset? at, Guid? by)
        where T : class
    {
        EntityEntry<T> row = old is null ? rows.Add(now) : file.Entry(old);
        row.CurrentValues.SetValues(now);
        row.Property(At).CurrentValue = at ?? visit.ClosedAt!.Value;
        row.Property(nameof(Reading.PersonId)).CurrentValue = by ?? worker.Id;
    }

    // Whoever told that it was mended told it of what stood there: of what stands there now it is to be told again.
    private async Task ForgetMendedAsync(Guid look)
    {
        string key = $"{look}";
        file.Mendings.RemoveRange(await file.Mendings
            .Where(m => m.TrailerId == visit.TrailerId && m.ObservationKey == key)
            .ToListAsync());
    }

    private static string Words(Reading reading) =>
        $"{StandingObservations.InWords(reading)}, {Place.SpokenOf(reading.Place)}{Verdict(reading.Judgement)}";

    private static string Words(Finding finding) =>
        $"{finding.InWords.TrimEnd('.')}, {Place.SpokenOf(finding.Place)}{Verdict(finding.Judgement)}"
            + (finding.Mended is { } how ? $"; mended: {how}" : "");

    private static string Words(PartUsed part) => FormattableString.Invariant(
        $"{part.Quantity:0.##} {(part.Unit == "piece" ? "×" : part.Unit)} {part.Name}, {Place.SpokenOf(part.Place)}");

    private static string Verdict(Judgement? judgement) => judgement is null ? "" : $" ({judgement.Verdict})";
}
