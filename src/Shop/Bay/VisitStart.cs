using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Jobs;
using SturdyTinker.Core.Schools;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>What a packet would come to.</summary>
/// <param name="Minutes">All its minutes.</param>
/// <param name="MinutesInWords">The same in words.</param>
/// <param name="ApartInWords">What the same jobs would take, each in a visit of its own, in words.</param>
/// <param name="Steps">How many steps.</param>
/// <param name="Parts">What to take along.</param>
/// <param name="Tools">Which tools.</param>
/// <param name="Schools">The schools it follows, in words.</param>
public sealed record PacketLook(decimal Minutes, string MinutesInWords, string ApartInWords, int Steps, IReadOnlyList<PartNeed> Parts, IReadOnlyList<string> Tools, IReadOnlyList<string> Schools);

/// <summary>Work wanted on a trailer.</summary>
/// <param name="TrailerId">The trailer.</param>
/// <param name="Jobs">The jobs at their places.</param>
public sealed record WorkWanted(Guid TrailerId, IReadOnlyList<JobAt> Jobs);

/// <summary>A meter reading taken as the trailer comes in.</summary>
public sealed record MeterOnArrival(Guid Id, string Typed, bool StartsNewMeter);

/// <summary>A trailer to take into the bay.</summary>
/// <param name="TrailerId">The trailer.</param>
/// <param name="Jobs">The jobs at their places.</param>
/// <param name="Meter">What its meter shows; null when it has none or nobody looked.</param>
public sealed record VisitDraft(Guid TrailerId, IReadOnlyList<JobAt> Jobs, MeterOnArrival? Meter = null);

internal static class VisitStart
{
    internal static void MapVisitStart(this RouteGroupBuilder bay)
    {
        bay.MapPost("/look", LookAsync);
        bay.MapPut("/visits/{id:guid}", PutAsync);
        bay.MapDelete("/visits/{id:guid}", TakeBackOutAsync);
    }

    private static async Task<Ok<PacketLook>> LookAsync(WorkWanted wanted, ShopFile file)
    {
        (Trailer trailer, ShopSettings settings) = await TrailerAsync(file, wanted.TrailerId);
        Refuse(trailer, wanted.Jobs);
        Packet packet = Composer.Compose(trailer.Gear, wanted.Jobs, settings.Schools);
        decimal apart = wanted.Jobs.Sum(j => Composer.Compose(trailer.Gear, [j], settings.Schools).Minutes);
        return TypedResults.Ok(new PacketLook(
            packet.Minutes, packet.MinutesInWords, Packet.InWords(apart), packet.Steps.Count, packet.PartsToTake, packet.ToolsToTake,
            [.. packet.Steps.Select(s => s.School).OfType<string>().Distinct()]));
    }

    private static async Task<Ok<VisitAnswer>> PutAsync(Guid id, VisitDraft draft, ShopFile file, Clock clock, Worker worker)
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

        (Trailer trailer, ShopSettings settings) = await TrailerAsync(file, draft.TrailerId);
        if (await file.Visits.AnyAsync(v => v.TrailerId == draft.TrailerId && v.ClosedAt == null))
        {
            throw Refusal.Conflict($"{trailer.Tag} stands in the bay already: its visit has to be closed first.", "/trailerId");
        }

        Refuse(trailer, draft.Jobs);
        if (draft.Meter is { } meter)
        {
            await Meter.AddAsync(file, trailer.Id, meter.Id, new MeterDraft(Core.Intervals.MeterEntryKind.Reading, clock.Today, meter.Typed, meter.StartsNewMeter), clock, worker, "/meter");
        }

        SchoolChoices schools = settings.Schools;
        file.Visits.Add(new Visit { Id = id, TrailerId = trailer.Id, OpenedAt = clock.Now, OpenedBy = worker.Id, Gear = trailer.Gear, Schools = schools, Jobs = draft.Jobs });
        file.Packets.Add(new VisitPacket { VisitId = id, Packet = Composer.Compose(trailer.Gear, draft.Jobs, schools) });
        await file.SaveChangesAsync();
        await file.RefreshAsync(trailer.Id, clock.Today);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await VisitPage.AnswerAsync(file, id));
    }

    // Taken in by mistake: it goes out again as if it had never come, as long as nobody has done anything.
    private static async Task<NoContent> TakeBackOutAsync(Guid id, ShopFile file, Clock clock, Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (await file.Visits.FindAsync(id) is not { } visit)
        {
            return TypedResults.NoContent();
        }

        if (visit.ClosedAt is not null
            || await file.StepEntries.AnyAsync(s => s.VisitId == id && s.UndoneAt == null)
            || await file.Findings.AnyAsync(f => f.VisitId == id)
            || await file.Readings.AnyAsync(r => r.VisitId == id)
            || await file.PartsUsed.AnyAsync(p => p.VisitId == id))
        {
            throw Refusal.Conflict("Something has been done in this visit: put the trailer back together and close it instead.");
        }

        file.Visits.Remove(visit);
        await file.SaveChangesAsync();
        await file.RefreshAsync(visit.TrailerId, clock.Today);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.NoContent();
    }

    private static void Refuse(Trailer trailer, IReadOnlyList<JobAt> jobs)
    {
        Checks checks = new();
        checks.Add("/jobs", jobs.Count == 0 ? "Say what is to be done: pick at least one place." : null);
        foreach ((int index, string sentence) in Composer.Refusals(trailer.Gear, jobs))
        {
            checks.Add($"/jobs/{index}", sentence);
        }

        checks.Done();
    }

    private static async Task<(Trailer Trailer, ShopSettings Settings)> TrailerAsync(ShopFile file, Guid id) =>
        (await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == id) ?? throw Refusal.NotFound("There is no such trailer."),
            await file.Settings.AsNoTracking().SingleOrDefaultAsync(s => s.Id == ShopSettings.TheOne) ?? new ShopSettings());
}
