using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>A figure taken at a step.</summary>
/// <param name="Id">Made by the client, UUID version 7.</param>
/// <param name="Kind">Code of what was measured; the step has to ask for it.</param>
/// <param name="Typed">The figure in shop notation.</param>
public sealed record ReadingDraft(Guid Id, string Kind, string Typed);

/// <summary>A part used at a step, at the step's place.</summary>
/// <param name="Id">Made by the client, UUID version 7.</param>
public sealed record StepPartDraft(Guid Id, string Name, decimal Quantity, string Unit);

/// <summary>A step to settle.</summary>
/// <param name="Key">Key of the step.</param>
/// <param name="Readings">The figures it asked for; one that nobody took is left out.</param>
/// <param name="SkippedBecause">Why it is skipped; null when it was done.</param>
/// <param name="Parts">The parts it used, saved with it or not at all; null for none.</param>
/// <param name="Seconds">How long it stood on the tablet; null when nobody knows.</param>
/// <param name="Socket">The socket that fitted; null or blank when nobody wrote one.</param>
public sealed record EntryDraft(
    string Key,
    IReadOnlyList<ReadingDraft> Readings,
    string? SkippedBecause = null,
    IReadOnlyList<StepPartDraft>? Parts = null,
    int? Seconds = null,
    string? Socket = null);

/// <summary>A step of a card.</summary>
/// <param name="Id">Made by the client, UUID version 7: the entry's.</param>
/// <param name="Step">The step.</param>
/// <param name="Ticked">Whether it was ticked by itself; a critical one without a figure has to be.</param>
public sealed record CardStep(Guid Id, EntryDraft Step, bool Ticked);

/// <summary>Steps that were done in one go.</summary>
/// <param name="Steps">They, in their order.</param>
public sealed record CardDraft(IReadOnlyList<CardStep> Steps);

internal static class Steps
{
    // As many as the largest packet has: one that was worked on paper is typed in at once.
    private const int MostSteps = 1_000;
    private const int LongestReason = 300;
    private const int MostParts = 60;
    private const int LongestSocket = 40;
    private const int MostSeconds = 24 * 60 * 60;

    internal static void MapSteps(this RouteGroupBuilder bay)
    {
        bay.MapPut("/visits/{id:guid}/entries/{entryId:guid}", SettleAsync).Needs(Right.Work);
        bay.MapDelete("/visits/{id:guid}/entries/{entryId:guid}", TakeBackAsync).Needs(Right.Work);
        bay.MapPost("/visits/{id:guid}/cards", SettleCardAsync).Needs(Right.Work);
    }

    private static async Task<Ok<VisitState>> SettleAsync(
        Guid id,
        Guid entryId,
        EntryDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        Checks.Id(entryId);
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (await file.StepEntries.AsNoTracking().FirstOrDefaultAsync(s => s.Id == entryId) is { } same)
        {
            // Sent again, perhaps after a lost answer, perhaps after it was taken back: nothing changes.
            return same.VisitId == id && same.Key == draft.Key
                ? TypedResults.Ok(await StateAsync(file, id))
                : throw Refusal.Conflict("This id belongs to another step.");
        }

        Visit visit = await VisitPage.OpenAsync(file, id);
        Packet packet = await VisitPage.PacketAsync(file, visit);
        PacketStep step = packet.Steps.FirstOrDefault(s => s.Key == draft.Key)
            ?? throw Refusal.Field("/key", "This visit has no such step.");
        List<StepEntry> entries = await file.StandingEntriesAsync(id);
        Progress progress = new(packet, entries);
        if (progress.EntryFor(step.Key) is { } settled)
        {
            string who = await file.People.Where(p => p.Id == settled.PersonId).Select(p => p.Name).FirstAsync();
            throw Refusal.Conflict(
                FormattableString.Invariant($"{who} has settled this step already, at {settled.At:H:mm}."),
                "/key");
        }

        if (progress.WhyNotYet(step) is { } notYet)
        {
            throw Refusal.Conflict(notYet, "/key");
        }

        Settling settling = new(file, visit, packet, clock, worker);
        StepEntry entry = await settling.PutDownAsync(step, entryId, draft, "", folded: false);
        await settling.ConcludeAsync();

        // Kept in the order it happened, whatever a clock that was set back says.
        entries.Add(entry);
        VisitState state = await VisitStates.OfAsync(
            file,
            visit,
            packet,
            settling.JudgedBy,
            settling.OnlyPutDown ? [.. entries.OrderBy(e => e.At)] : null);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }

    /// <summary>
    /// A card: several steps that were done in one go, in their order. All of them are saved, or none; each is known by
    /// its own id, so that the card may be sent again.
    /// </summary>
    private static async Task<Ok<VisitState>> SettleCardAsync(
        Guid id,
        CardDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        Checks checks = new();
        checks.Add("/steps", draft.Steps.Count is 0 or > MostSteps ? $"A card has 1 to {MostSteps} steps." : null);
        checks.Add("/steps", draft.Steps.DistinctBy(s => s.Id).Count() < draft.Steps.Count
            ? "Each step has an id of its own."
            : null);
        checks.Done();
        await using var transaction = await file.Database.BeginTransactionAsync();
        Guid[] ids = [.. draft.Steps.Select(s => s.Id)];
        Dictionary<Guid, StepEntry> known =
            await file.StepEntries.AsNoTracking().Where(s => ids.Contains(s.Id)).ToDictionaryAsync(s => s.Id);
        if (draft.Steps.Any(s => known.TryGetValue(s.Id, out StepEntry? same)
            && (same.VisitId != id || same.Key != s.Step.Key)))
        {
            throw Refusal.Conflict("This id belongs to another step.");
        }

        if (known.Count == ids.Length)
        {
            // Sent again, perhaps after a lost answer: nothing changes.
            return TypedResults.Ok(await StateAsync(file, id));
        }

        Visit visit = await VisitPage.OpenAsync(file, id);
        Packet packet = await VisitPage.PacketAsync(file, visit);
        List<StepEntry> entries = await file.StandingEntriesAsync(id);
        Settling settling = new(file, visit, packet, clock, worker);
        for (int i = 0; i < draft.Steps.Count; i++)
        {
            string at = $"/steps/{i}";
            CardStep one = draft.Steps[i];
            PacketStep step = packet.Steps.FirstOrDefault(s => s.Key == one.Step.Key)
                ?? throw Refusal.Field($"{at}/step/key", "This visit has no such step.");
            Progress progress = new(packet, entries);
            if (known.ContainsKey(one.Id))
            {
                continue;
            }

            if (progress.EntryFor(step.Key) is not null)
            {
                throw Refusal.Conflict(
                    $"Somebody has settled “{step.Title}” already: the card is shown as it stands now.",
                    $"{at}/step/key");
            }

            if (progress.WhyNotYet(step) is { } notYet)
            {
                throw Refusal.Conflict(notYet, $"{at}/step/key");
            }

            string? critical = WorkCard.WhyCritical(step);
            checks.Add(
                at,
                critical is not null
                    && !one.Ticked
                    && one.Step.Readings.Count == 0
                    && one.Step.SkippedBecause is null ? $"Tick this one by itself. {critical}" : null);
            checks.Done();
            bool folded = critical is null && draft.Steps.Count > 1 && !one.Ticked;
            await settling.PutDownAsync(step, one.Id, one.Step, $"{at}/step", folded);
            entries.Add(new StepEntry { Id = one.Id, VisitId = id, Key = step.Key });
        }

        await settling.ConcludeAsync();
        VisitState state = await VisitStates.OfAsync(file, visit, packet, settling.JudgedBy);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }

    // A step taken back takes its figures and its parts with it: they are asked for again when the step is done again.
    private static async Task<Ok<VisitState>> TakeBackAsync(
        Guid id,
        Guid entryId,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await VisitPage.OpenAsync(file, id);
        Packet packet = await VisitPage.PacketAsync(file, visit);
        StepEntry entry = await file.StepEntries.FirstOrDefaultAsync(s => s.Id == entryId && s.VisitId == id)
            ?? throw Refusal.NotFound("There is no such entry in this visit.");
        if (entry.UndoneAt is null)
        {
            Progress progress = new(packet, await file.StandingEntriesAsync(id));
            if (packet.Steps.FirstOrDefault(s => s.Key == entry.Key) is { } step
                && progress.WhyNotTakenBack(step) is { } why)
            {
                throw Refusal.Conflict(why);
            }

            entry.UndoneAt = clock.Now;
            List<Reading> figures = await file.Readings
                .Where(r => r.VisitId == id && r.StepKey == entry.Key)
                .ToListAsync();
            file.Readings.RemoveRange(figures);
            await Parts.TakeBackAsync(
                file,
                await file.PartsUsed.Where(p => p.VisitId == id && p.StepKey == entry.Key).ToListAsync(),
                clock,
                worker);
            await file.SaveChangesAsync();
            if (figures.Count > 0)
            {
                await file.ConcludeAsync(visit, clock.Today);
                await file.SaveChangesAsync();
            }
        }

        VisitState state = await VisitStates.OfAsync(file, visit, packet);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }

    /// <summary>A visit's state, read afresh.</summary>
    internal static async Task<VisitState> StateAsync(ShopFile file, Guid id)
    {
        Visit visit = await file.Visits.AsNoTracking().FirstAsync(v => v.Id == id);
        return await VisitStates.OfAsync(file, visit, await VisitPage.PacketAsync(file, visit));
    }

    /// <summary>What every step of a request is settled with.</summary>
    private sealed class Settling(
        ShopFile file,
        Visit visit,
        Packet packet,
        Clock clock,
        Worker worker)
    {
        private bool figures, opened;

        /// <summary>Whether no other step can have been settled by it: an opening ticks some of the round.</summary>
        internal bool OnlyPutDown => !opened;

        /// <summary>What figures are judged by; null while none was taken.</summary>
        internal ReadingContext? JudgedBy { get; private set; }

        internal async Task<StepEntry> PutDownAsync(
            PacketStep step,
            Guid id,
            EntryDraft draft,
            string at,
            bool folded)
        {
            Checks.Id(id);
            Checks checks = new();
            string? reason = draft.SkippedBecause?.Trim();
            if (reason is not null)
            {
                checks.Text($"{at}/skippedBecause", reason, "The reason for skipping", LongestReason);
                checks.Add($"{at}/skippedBecause", Progress.WhyNotSkipped(step));
            }

            string socket = checks.Text($"{at}/socket", draft.Socket, "The socket", LongestSocket, required: false);
            checks.Add($"{at}/socket", socket.Length > 0 && step.Socket is null ? "This step takes no socket." : null);
            checks.Add(
                $"{at}/seconds",
                draft.Seconds is < 0 or > MostSeconds ? "A step takes between no time and a day." : null);
            List<Reading> readings = await ReadingsAsync(draft, step, at, checks);
            checks.Add(
                $"{at}/parts",
                draft.Parts?.Count > MostParts ? $"A step uses at most {MostParts} kinds of parts." : null);
            checks.Done();
            List<PartUsed> parts = [.. (draft.Parts ?? []).Select((p, i) => Parts.Used(
                checks,
                $"{at}/parts/{i}",
                p.Id,
                visit,
                new PartDraft(step.Place, p.Name, p.Quantity, p.Unit),
                clock,
                worker,
                step.Key))];
            checks.Done();
            await Parts.UseAsync(file, visit, step, parts);
            StepEntry entry = new()
            {
                Id = id,
                VisitId = visit.Id,
                Key = step.Key,
                At = clock.Now,
                PersonId = worker.Id,
                SkippedBecause = reason,
                Seconds = draft.Seconds,
                Socket = socket.Length > 0 ? socket : null,
                Folded = folded
            };
            file.StepEntries.Add(entry);
            file.Readings.AddRange(readings);
            await file.SaveChangesAsync();
            figures |= readings.Count > 0;
            opened |= step.Part == StepPart.Open;
            return entry;
        }

        /// <summary>
        /// What the steps come to together, worked out once for all of them: what their figures say, and what of the
        /// round could not be ticked before.
        /// </summary>
        internal async Task ConcludeAsync()
        {
            if (figures)
            {
                await file.ConcludeAsync(visit, clock.Today);
                await file.SaveChangesAsync();
            }

            if (opened)
            {
                await RoundPage.TickAsync(file, visit, packet, clock, worker);
            }
        }

        private async Task<List<Reading>> ReadingsAsync(EntryDraft draft, PacketStep step, string at, Checks checks)
        {
            List<Reading> readings = [];
            for (int i = 0; i < draft.Readings.Count; i++)
            {
                ReadingDraft taken = draft.Readings[i];
                if (ReadingKinds.Find(taken.Kind) is { } kind && step.Readings.Contains(kind.Code))
                {
                    JudgedBy ??= await file.ContextAsync(visit);
                    readings.Add(Understand.Taken(
                        checks,
                        $"{at}/readings/{i}",
                        taken,
                        kind,
                        Place.Of(step.Place),
                        step.Key,
                        visit,
                        JudgedBy,
                        clock,
                        worker));
                }
                else
                {
                    checks.Add($"{at}/readings/{i}/kind", "This step does not ask for that reading.");
                }
            }

            return readings;
        }
    }
}
