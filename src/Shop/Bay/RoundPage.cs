using System.Security.Claims;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>One thing to look at on a round.</summary>
/// <param name="Subject">What it is.</param>
/// <param name="Words">What it is, in words.</param>
/// <param name="LookedAt">Whether somebody has looked in this visit.</param>
/// <param name="Verdict">
/// The gravest verdict on it in this visit; null where nobody has looked, or nothing judges it.
/// </param>
/// <param name="Said">What was seen and measured of it in this visit, in words.</param>
/// <param name="Readings">What can be measured with it.</param>
/// <param name="LastTime">What was seen the last time, where saying it again is honest; null otherwise.</param>
/// <param name="Opposite">What was seen of its opposite in this visit; empty where nothing was.</param>
public sealed record RoundThing(
    Subject Subject,
    string Words,
    bool LookedAt,
    Verdict? Verdict,
    IReadOnlyList<string> Said,
    IReadOnlyList<ReadingAsked> Readings,
    LastSeen? LastTime,
    IReadOnlyList<LastSeen> Opposite);

/// <summary>One stop of a round.</summary>
/// <param name="Key">Unique on the round.</param>
/// <param name="Place">Code of the place.</param>
/// <param name="Spoken">The place as it is spoken.</param>
/// <param name="Reach">How it can be reached.</param>
/// <param name="Behind">What has to be open, in words: "hub off"; null where nothing has.</param>
/// <param name="Things">What there is to look at.</param>
public sealed record RoundStop(
    string Key,
    string Place,
    string Spoken,
    RoundReach Reach,
    string? Behind,
    IReadOnlyList<RoundThing> Things);

/// <summary>A round of a trailer.</summary>
/// <param name="VisitId">The visit.</param>
/// <param name="Tag">The trailer's tag.</param>
/// <param name="Closed">Whether the visit is closed, so that nothing can be written down any more.</param>
/// <param name="Holds">What holds the trailer now, in words.</param>
/// <param name="Gear">Its running gear.</param>
/// <param name="Places">Its places, in the order of a walk round it.</param>
/// <param name="Stops">The stops, in the order of the walk.</param>
/// <param name="LookedAt">How many things have been looked at, of those that this visit can reach.</param>
/// <param name="Of">How many things this visit can reach.</param>
/// <param name="Rulebook">What can be seen.</param>
/// <param name="Periodic">The items of the periodic inspection as they stand; null where the visit has none.</param>
/// <param name="Inspection">The signed inspection; null while there is none.</param>
/// <param name="LastQualification">
/// By what this person is qualified to inspect: as it is on file, or else as they gave it the last time; empty where
/// neither is.
/// </param>
/// <param name="QualificationOnFile">Whether anything is on file of it (49 CFR 396.19(b)).</param>
public sealed record RoundAnswer(
    Guid VisitId,
    string Tag,
    bool Closed,
    IReadOnlyList<string> Holds,
    GearDescription Gear,
    IReadOnlyList<PlaceAnswer> Places,
    IReadOnlyList<RoundStop> Stops,
    int LookedAt,
    int Of,
    RulebookAnswer Rulebook,
    IReadOnlyList<InspectionLine>? Periodic,
    InspectionAnswer? Inspection,
    string LastQualification,
    bool QualificationOnFile);

/// <summary>One look at a stop.</summary>
public sealed record RoundObservationDraft(
    Guid Id,
    string RuleCode,
    string Note = "",
    string? Which = null,
    string? Damage = null);

/// <summary>A thing at a stop that is sound unless a figure taken with it says otherwise.</summary>
public sealed record RoundRest(Guid Id, Subject Subject);

/// <summary>What was seen and measured at a stop, saved together or not at all.</summary>
/// <param name="Observations">What was seen.</param>
/// <param name="Readings">What was measured.</param>
/// <param name="Rest">What else was looked at and is sound.</param>
public sealed record RoundDraft(
    IReadOnlyList<RoundObservationDraft> Observations,
    IReadOnlyList<ReadingDraft> Readings,
    IReadOnlyList<RoundRest> Rest);

internal static class RoundPage
{
    internal static void MapRound(this RouteGroupBuilder bay)
    {
        bay.MapGet(
            "/visits/{id:guid}/round",
            async (Guid id, ShopFile file, Clock clock, ClaimsPrincipal who) => TypedResults.Ok(await AnswerAsync(
                file,
                id,
                clock,
                Worker.MaybeOf(who)))).Needs(Right.See);
        bay.MapDelete("/visits/{id:guid}/readings/{readingId:guid}", TakeReadingBackAsync).Needs(Right.Work);
        bay.MapPut("/visits/{id:guid}/round/{place}", PutAsync).Needs(Right.Work);
    }

    private static async Task<Ok<RoundAnswer>> PutAsync(
        Guid id,
        string place,
        RoundDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await VisitPage.OpenAsync(file, id);
        if (!Place.TryParse(place, out Place at) || !Places.Has(visit.Gear, at))
        {
            throw Refusal.NotFound($"This trailer has no place “{place}”.");
        }

        // Sent again after a lost answer: what is there already stays as it is.
        List<Guid> ids =
        [
            .. draft.Observations.Select(l => l.Id),
            .. draft.Readings.Select(r => r.Id),
            .. draft.Rest.Select(r => r.Id)
        ];
        HashSet<Guid> known = [.. await file.Findings
            .Where(f => ids.Contains(f.Id))
            .Select(f => f.Id)
            .Concat(file.Readings.Where(r => ids.Contains(r.Id)).Select(r => r.Id))
            .ToListAsync()];
        known.UnionWith(await file.BuriedAsync(ids));
        Checks checks = new();
        ReadingContext context = await file.ContextAsync(visit);
        List<Finding?> seen = [.. draft.Observations.Select((l, i) => VisitFindings.Found(
            checks,
            $"/observations/{i}",
            l.Id,
            new FindingDraft(place, l.RuleCode, l.Note, null, l.Which, l.Damage),
            visit,
            clock,
            worker))];
        List<Reading> measured = Measured(draft, at, visit, context, clock, worker, checks);
        checks.Done();
        foreach (RoundRest rest in draft.Rest)
        {
            bool worse = measured.Exists(r => ReadingKinds.Find(r.Kind)!.Subject == rest.Subject
                && r.Judgement?.Verdict > Verdict.Sound);
            ObservationRule? sound = Rulebook.All.FirstOrDefault(r => r.Subject == rest.Subject
                && r.Verdict == Verdict.Sound
                && r.Goes(visit.Gear));
            if (!worse && sound is not null)
            {
                seen.Add(VisitFindings.Found(
                    checks,
                    "/rest",
                    rest.Id,
                    new FindingDraft(place, sound.Code, ""),
                    visit,
                    clock,
                    worker));
            }
        }

        checks.Done();
        file.Findings.AddRange(seen.OfType<Finding>().Where(f => !known.Contains(f.Id)));
        file.Readings.AddRange(measured.Where(r => !known.Contains(r.Id)));
        await file.SaveChangesAsync();
        await TickAsync(file, visit, await VisitPage.PacketAsync(file, visit), clock, worker);
        await file.ConcludeAsync(visit, clock.Today);
        await file.SaveChangesAsync();
        RoundAnswer answer = await AnswerAsync(file, id, clock, worker.Id);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }

    // A figure typed wrong on the round; one of a step goes with its step.
    private static async Task<Ok<RoundAnswer>> TakeReadingBackAsync(
        Guid id,
        Guid readingId,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await VisitPage.OpenAsync(file, id);
        if (await file.Readings.FirstOrDefaultAsync(r => r.Id == readingId && r.VisitId == id) is { } reading)
        {
            if (reading.StepKey.Length > 0)
            {
                throw Refusal.Conflict("This figure belongs to a step: take the step back.");
            }

            file.Readings.Remove(reading);
        }

        await file.BuryAsync(readingId, "reading", clock.Now);
        await file.SaveChangesAsync();
        await file.ConcludeAsync(visit, clock.Today);
        await file.SaveChangesAsync();
        RoundAnswer answer = await AnswerAsync(file, id, clock, worker.Id);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }

    private static List<Reading> Measured(
        RoundDraft draft,
        Place at,
        Visit visit,
        ReadingContext context,
        Clock clock,
        Worker worker,
        Checks checks)
    {
        List<Reading> measured = [];
        for (int i = 0; i < draft.Readings.Count; i++)
        {
            if (ReadingKinds.Find(draft.Readings[i].Kind) is { } kind)
            {
                measured.Add(Understand.Taken(
                    checks,
                    $"/readings/{i}",
                    draft.Readings[i],
                    kind,
                    at,
                    "",
                    visit,
                    context,
                    clock,
                    worker));
            }
            else
            {
                checks.Add($"/readings/{i}/kind", "There is no such reading.");
            }
        }

        return measured;
    }

    /// <summary>
    /// Ticks the steps of the packet that the round has answered, as far as they can be ticked yet; in the change set.
    /// </summary>
    internal static async Task TickAsync(ShopFile file, Visit visit, Packet packet, Clock clock, Worker worker)
    {
        List<PacketStep> steps = [.. packet.Steps.Where(RoundSteps.IsOfRound)];
        if (steps.Count == 0)
        {
            return;
        }

        List<Finding> findings = await file.Findings.AsNoTracking().Where(f => f.VisitId == visit.Id).ToListAsync();
        List<Reading> readings = await file.Readings.AsNoTracking().Where(r => r.VisitId == visit.Id).ToListAsync();
        Progress progress = new(packet, await file.StandingEntriesAsync(visit.Id));
        foreach (PacketStep step in steps.Where(s => progress.EntryFor(s.Key) is null
            && progress.WhyNotYet(s) is null
            && RoundSteps.Answers(s, visit.Gear, findings, readings)))
        {
            file.StepEntries.Add(new StepEntry
            {
                Id = Guid.CreateVersion7(clock.Now),
                VisitId = visit.Id,
                Key = step.Key,
                At = clock.Now,
                PersonId = worker.Id
            });
        }

        await file.SaveChangesAsync();
    }

    /// <summary>A round as it stands.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="id">The visit.</param>
    /// <param name="clock">The shop's day.</param>
    /// <param name="person">Who asks; null where nobody is picked.</param>
    internal static async Task<RoundAnswer> AnswerAsync(ShopFile file, Guid id, Clock clock, Guid? person)
    {
        Visit visit = await file.Visits.AsNoTracking().FirstOrDefaultAsync(v => v.Id == id)
            ?? throw Refusal.NotFound("There is no such visit.");
        Packet packet = await VisitPage.PacketAsync(file, visit);
        VisitState state = await VisitStates.OfAsync(file, visit, packet);
        TrailerObservations seen = await file.ObservationsAsync(visit.TrailerId, visit.Gear);
        RoundOfVisit round = new(
            visit,
            new Progress(packet, await file.StandingEntriesAsync(id)),
            packet,
            [.. seen.Findings.Where(f => f.VisitId == id)],
            [.. seen.Readings.Where(r => r.VisitId == id)]);
        List<RoundStop> stops = round.Stops(item => Round.LastTime(item, id, seen.Findings, seen.Work, clock.Today));
        bool periodic = visit.Jobs.Any(j => j.Job == PeriodicInspection.JobCode);
        string? onFile = periodic
            ? (await file.People.AsNoTracking().FirstOrDefaultAsync(p => p.Id == person))?.Qualification?.InWords
            : null;
        List<RoundThing> reached = [.. stops.Where(s => s.Reach != RoundReach.NotThisVisit).SelectMany(s => s.Things)];
        return new RoundAnswer(
            id,
            await file.Trailers.Where(t => t.Id == visit.TrailerId).Select(t => t.Tag).FirstAsync(),
            visit.ClosedAt is not null,
            state.Holds,
            GearDescription.Of(visit.Gear),
            PlaceAnswer.Of(visit.Gear),
            stops,
            reached.Count(t => t.LookedAt),
            reached.Count,
            VisitFindings.RulebookOf(visit),
            periodic ? PeriodicInspection.Of(visit.Gear, round.Findings, round.Readings, visit.Conclusions) : null,
            state.Inspection,
            onFile ?? (periodic
                ? await file.Inspections
                    .AsNoTracking()
                    .Where(i => i.PersonId == person)
                    .OrderByDescending(i => i.At)
                    .Select(i => i.Qualification)
                    .FirstOrDefaultAsync()
                    ?? ""
                : ""),
            onFile is not null);
    }
}
