using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>What a packet would come to.</summary>
/// <param name="Minutes">All its minutes: what the technicians work, together.</param>
/// <param name="MinutesInWords">The same in words.</param>
/// <param name="ElapsedInWords">How long the trailer stands: less than the minutes where two work.</param>
/// <param name="ApartInWords">What the same jobs would take, each in a visit of its own, in words.</param>
/// <param name="SavedInWords">What doing them together saves, in words.</param>
/// <param name="Steps">How many steps.</param>
/// <param name="Parts">What to take along.</param>
/// <param name="Tools">Which tools.</param>
/// <param name="Practices">The practices it follows, in words.</param>
/// <param name="Cautions">Its cautions, each once.</param>
/// <param name="Torques">Its torques, each once.</param>
/// <param name="FollowUps">The checks it will leave owing, in words.</param>
/// <param name="Estimate">What it is likely to cost.</param>
/// <param name="Missing">
/// What the shelf keeps and has not enough of, in words: better known before the wheel comes off.
/// </param>
/// <param name="Learned">How many steps go by the shop's own minutes.</param>
public sealed record PacketPreview(
    decimal Minutes,
    string MinutesInWords,
    string ElapsedInWords,
    string ApartInWords,
    string SavedInWords,
    int Steps,
    IReadOnlyList<PartNeed> Parts,
    IReadOnlyList<string> Tools,
    IReadOnlyList<string> Practices,
    IReadOnlyList<string> Cautions,
    IReadOnlyList<TorqueAsked> Torques,
    IReadOnlyList<string> FollowUps,
    EstimateAnswer Estimate,
    IReadOnlyList<string> Missing,
    int Learned);

/// <summary>Work wanted on a trailer.</summary>
/// <param name="TrailerId">The trailer.</param>
/// <param name="Jobs">The jobs at their places.</param>
/// <param name="Technicians">How many technicians: 1 or 2.</param>
public sealed record WorkWanted(Guid TrailerId, IReadOnlyList<JobAt> Jobs, int Technicians = 1);

/// <summary>A meter reading taken as the trailer comes in.</summary>
public sealed record MeterOnArrival(Guid Id, string Typed, bool StartsNewMeter);

/// <summary>A trailer to take into the bay.</summary>
/// <param name="TrailerId">The trailer.</param>
/// <param name="Jobs">The jobs at their places.</param>
/// <param name="Meter">What its meter shows; null when it has none or nobody looked.</param>
/// <param name="Technicians">How many technicians: 1 or 2.</param>
/// <param name="Said">What the customer said; may be empty.</param>
public sealed record VisitDraft(
    Guid TrailerId,
    IReadOnlyList<JobAt> Jobs,
    MeterOnArrival? Meter = null,
    int Technicians = 1,
    string Said = "");

internal static class VisitStart
{
    internal static void MapVisitStart(this RouteGroupBuilder bay)
    {
        bay.MapPost("/preview", PreviewAsync).Needs(Right.See);
        bay.MapPut("/visits/{id:guid}", PutAsync).Needs(Right.Work);
        bay.MapDelete("/visits/{id:guid}", TakeBackOutAsync).Needs(Right.Work);
    }

    private static async Task<Ok<PacketPreview>> PreviewAsync(
        WorkWanted wanted,
        ShopFile file,
        Clock clock,
        Shelf.Demand coming)
    {
        Trailer trailer = await TrailerAsync(file, wanted.TrailerId);
        PracticeChoices practices = await file.PracticesAsync(trailer);
        Refuse(trailer.Gear, wanted.Jobs, practices, wanted.Technicians);
        Learned learned = await file.LearnedAsync(trailer.Id);
        Packet packet = Composer.Compose(trailer.Gear, wanted.Jobs, practices, learned, wanted.Technicians);
        JobCatalogue catalogue = JobCatalogue.Of(practices);
        decimal apart = Apart(catalogue, trailer.Gear, wanted.Jobs).Sum(jobs =>
            Composer.Compose(trailer.Gear, jobs, practices, learned).Minutes);
        return TypedResults.Ok(new PacketPreview(
            packet.Minutes,
            packet.MinutesInWords,
            Packet.InWords(packet.Elapsed),
            Packet.InWords(apart),
            Packet.DifferenceInWords(apart, packet.Minutes),
            packet.Steps.Count,
            PartsKnown.Renamed(packet, await PartsKnown.RenamedAsync(file)).PartsToTake,
            packet.ToolsToTake,
            [.. packet.Steps.Select(s => s.Practice).OfType<string>().Distinct()],
            [.. packet.Steps.SelectMany(s => s.Cautions).Distinct()],
            [.. packet.Steps.Select(s => s.Torque).OfType<TorqueAsked>().DistinctBy(t => t.What)],
            [.. packet.Openings
                .SelectMany(o => catalogue.Openings.Find(o.Code).FollowUps)
                .Concat(wanted.Jobs.SelectMany(j => catalogue.Find(j.Job)!.FollowUps))
                .Where(r => r.Wanted(practices))
                .Select(r => r.Words)
                .Distinct()],
            Estimates.Answer(await Estimates.OfAsync(file, packet, learned)),
            await Shelf.Kits.MissingAsync(file, clock, coming, trailer.Id, packet),
            packet.Steps.Count(s => s.MinutesFrom is not null)));
    }

    // Visits that people would really make: nobody repacks each wheel end of a trailer on a day of its own. A job that
    // asks for
    // nothing but what another of the visit does at the same place is done with that one anyway.
    private static IEnumerable<JobAt[]> Apart(
        JobCatalogue catalogue,
        RunningGear gear,
        IReadOnlyList<JobAt> jobs) => jobs
        .Where(j => !jobs.Any(other => other != j
            && catalogue.Find(other.Job)!.DoneAlong(catalogue, gear, Place.Of(other.Place)).Skip(1).Contains(j)))
        .GroupBy(j => j.Job).Select(g => g.ToArray());

    private static async Task<Ok<VisitAnswer>> PutAsync(
        Guid id,
        VisitDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        Checks.Id(id);
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit? there = await file.Visits.AsNoTracking().FirstOrDefaultAsync(v => v.Id == id);
        if (there is not null)
        {
            // The same visit sent again: answered as it stands.
            return there.TrailerId == draft.TrailerId
                ? TypedResults.Ok(await VisitPage.AnswerAsync(file, id))
                : throw Refusal.Conflict("This id belongs to another trailer's visit.");
        }

        if (await file.IsBuriedAsync(id))
        {
            throw Refusal.Conflict("This visit was taken back out: take the trailer in anew.");
        }

        Trailer trailer = await TrailerAsync(file, draft.TrailerId);
        PracticeChoices practices = await file.PracticesAsync(trailer);
        if (await file.Visits.AnyAsync(v => v.TrailerId == draft.TrailerId && v.ClosedAt == null))
        {
            throw Refusal.Conflict(
                $"{trailer.Tag} stands in the bay already: its visit has to be closed first.",
                "/trailerId");
        }

        Refuse(trailer.Gear, draft.Jobs, practices, draft.Technicians);
        Checks checks = new();
        string said = checks.Text("/said", draft.Said, "What the customer said", Visit.LongestSaid, required: false);
        checks.Done();
        if (draft.Meter is { } meter)
        {
            await MeterEntries.AddAsync(
                file,
                trailer.Id,
                meter.Id,
                new MeterDraft(Core.Intervals.MeterEntryKind.Reading, clock.Today, meter.Typed, meter.StartsNewMeter),
                clock,
                worker,
                "/meter");
        }

        Visit visit = new()
        {
            Id = id,
            TrailerId = trailer.Id,
            OpenedAt = clock.Now,
            OpenedBy = worker.Id,
            Gear = trailer.Gear,
            Practices = practices.KeptFor(draft.Jobs.Select(j => j.Job)),
            Jobs = draft.Jobs,
            TakenInFor = draft.Jobs,
            Technicians = draft.Technicians,
            Said = said
        };
        file.Visits.Add(visit);
        file.Packets.Add(new VisitPacket
        {
            VisitId = id,
            Packet = Composer.Compose(
                trailer.Gear,
                draft.Jobs,
                practices,
                await file.LearnedAsync(trailer.Id),
                draft.Technicians)
        });
        await file.TellAsync(HookEvent.VisitOpened, trailer.Id, id);
        await file.SaveChangesAsync();
        await MeetAsync(file, trailer.Id, visit, clock.Today);
        await Estimates.MeetAsync(file, visit);
        await file.RefreshAsync(trailer.Id, clock.Today);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await VisitPage.AnswerAsync(file, id));
    }

    // The accepted visit it comes for, if it comes about that time: a week early or late is no other visit.
    private static async Task MeetAsync(ShopFile file, Guid trailer, Visit visit, DateOnly today)
    {
        if (await file.ExpectedAsync(trailer, today) is { } expected)
        {
            // What was told and where it was on the board goes on with the trailer itself.
            expected.VisitId = visit.Id;
            (visit.PickUpOn, visit.PickUpAt) = (expected.PickUpOn, expected.PickUpAt);
            if (await file.BoardSlots.FirstOrDefaultAsync(s => s.Id == expected.Id) is { } slot)
            {
                file.BoardSlots.Remove(slot);
                file.BoardSlots.Add(new BoardSlot
                {
                    Id = visit.Id,
                    Day = slot.Day,
                    Bay = slot.Bay,
                    StartsAt = slot.StartsAt,
                    People = slot.People,
                    Pinned = slot.Pinned
                });
            }

            await file.SaveChangesAsync();
        }
    }

    // Taken in by mistake: it goes out again as if it had never come, as long as nobody has done anything.
    private static async Task<NoContent> TakeBackOutAsync(Guid id, ShopFile file, Clock clock, Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (await file.Visits.FindAsync(id) is not { } visit)
        {
            // It may be on its way here still: then it comes too late.
            await file.BuryAsync(id, "visit", clock.Now);
            await file.SaveChangesAsync();
            await transaction.CommitAsync();
            return TypedResults.NoContent();
        }

        if (visit.ClosedAt is not null
            || await file.StepEntries.AnyAsync(s => s.VisitId == id && s.UndoneAt == null)
            || await file.Findings.AnyAsync(f => f.VisitId == id)
            || await file.Readings.AnyAsync(r => r.VisitId == id)
            || await file.PartsUsed.AnyAsync(p => p.VisitId == id)
            || await file.VisitPhotos.AnyAsync(p => p.VisitId == id)
            || await file.Approvals.AnyAsync(a => a.VisitId == id))
        {
            throw Refusal.Conflict(
                "Something has been done in this visit: put the trailer back together and close it instead.");
        }

        foreach (Core.Planning.Booking expected in await file.Bookings.Where(b => b.VisitId == id).ToListAsync())
        {
            expected.VisitId = null;
        }

        file.BoardSlots.RemoveRange(await file.BoardSlots.Where(s => s.Id == id).ToListAsync());

        await file.BuryAsync(id, "visit", clock.Now);
        file.Visits.Remove(visit);
        await file.SaveChangesAsync();
        await file.RefreshAsync(visit.TrailerId, clock.Today);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.NoContent();
    }

    /// <summary>Refuses jobs that can't be done on a gear, each at its place in the request.</summary>
    internal static void Refuse(RunningGear gear, IReadOnlyList<JobAt> jobs, PracticeChoices practices, int hands)
    {
        Checks checks = new();
        checks.Add(
            "/jobs",
            jobs.Count == 0 ? "Say what is to be done: pick at least one job."
                : jobs.Count > MostJobs ? $"That is more than {MostJobs} jobs at once."
                : null);
        checks.Add("/hands", hands is 1 or 2 ? null : "One technician works on a trailer, or two.");
        checks.Done();
        foreach ((int index, string sentence) in Composer.Refusals(gear, jobs, practices))
        {
            checks.Add($"/jobs/{index}", sentence);
        }

        checks.Done();
    }

    private const int MostJobs = 300;

    private static async Task<Trailer> TrailerAsync(ShopFile file, Guid id) =>
        await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == id)
            ?? throw Refusal.NotFound("There is no such trailer.");
}
