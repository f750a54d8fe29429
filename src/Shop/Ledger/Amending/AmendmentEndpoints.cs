using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger.Amending;

/// <summary>
/// Puts a closed visit right, with a reason and a name: what stood there is kept beside what stands there since, and
/// verdicts, due dates, the shelf and the bill are what they would be had it been right from the start.
/// </summary>
internal static class AmendmentEndpoints
{
    private const int LongestText = 2_000;

    internal static void MapAmendments(this RouteGroupBuilder ledger)
    {
        ledger.MapPut("/visits/{id:guid}/amendments/{amendmentId:guid}", AmendAsync).Needs(Right.Amend).AsksSecret();
        ledger.MapPost("/visits/{id:guid}/amendments/try", TryAsync).Needs(Right.Amend);
    }

    /// <summary>What was put right in a visit, and remarked to it, oldest first.</summary>
    internal static async Task<List<AmendmentAnswer>> OfAsync(ShopFile file, Guid visit) =>
        await (from amendment in file.Amendments.AsNoTracking()
               join person in file.People on amendment.PersonId equals person.Id
               where amendment.VisitId == visit
               orderby amendment.At
               select new AmendmentAnswer(
                   amendment.Id,
                   amendment.Kind,
                   amendment.Of,
                   amendment.Was,
                   amendment.Now,
                   amendment.Came,
                   amendment.Text,
                   amendment.At,
                   person.Name)).ToListAsync();

    private static async Task<Ok<VisitSheet>> AmendAsync(
        Guid id,
        Guid amendmentId,
        AmendmentDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        HttpContext context)
    {
        Checks.Id(amendmentId);
        Checks checks = new();
        string text = checks.Text(
            "/text",
            draft.Text,
            draft.Things == 0 ? "The remark" : "The reason",
            LongestText);
        checks.Done();
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await ClosedAsync(file, id);
        if (await file.Amendments.AsNoTracking().FirstOrDefaultAsync(a => a.Id == amendmentId) is { } same)
        {
            // Sent again, perhaps after a lost answer: nothing changes.
            return same.VisitId == id
                ? TypedResults.Ok(await History.AnswerAsync(file, id))
                : throw Refusal.Conflict("This id belongs to another amendment.");
        }

        Confirmations.Ask(context);
        (Righted righted, IReadOnlyList<string> came) =
            await DoAsync(file, visit, draft, amendmentId, clock, worker, checks);
        file.Amendments.Add(new Amendment
        {
            Id = amendmentId,
            VisitId = id,
            Kind = righted.Kind,
            Of = righted.Of,
            Was = righted.Was,
            Now = righted.Now,
            Came = came,
            Text = text,
            At = clock.Now,
            PersonId = worker.Id
        });
        await file.TellAsync(HookEvent.VisitAmended, visit.TrailerId, id);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await History.AnswerAsync(file, id));
    }

    // Done, looked at, and not kept.
    private static async Task<Ok<AmendmentTried>> TryAsync(
        Guid id,
        AmendmentDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        (Righted righted, IReadOnlyList<string> came) = await DoAsync(
            file,
            await ClosedAsync(file, id),
            draft,
            Guid.CreateVersion7(clock.Now),
            clock,
            worker,
            new Checks());
        await transaction.RollbackAsync();
        return TypedResults.Ok(new AmendmentTried(righted.Was, righted.Now, came));
    }

    private static async Task<(Righted Righted, IReadOnlyList<string> Came)> DoAsync(
        ShopFile file,
        Visit visit,
        AmendmentDraft draft,
        Guid amendment,
        Clock clock,
        Worker worker,
        Checks checks)
    {
        if (draft.Things == 0)
        {
            return (new Righted(AmendmentKind.Remark, null, "", ""), []);
        }

        Packet packet = await VisitPage.PacketAsync(file, visit);
        List<StepEntry> entries = await file.StandingEntriesAsync(visit.Id);
        IReadOnlyList<Renewal> renewed = await file.RenewedAsync(visit, packet, entries);
        bool free = await IsFreeAsync(file, visit, packet, entries);
        IReadOnlyDictionary<string, string> parts = await PartsAsync(file, draft.Part);
        Outcome before = await OutcomeAsync(file, visit, parts, clock.Today);
        Righted righted =
            await new PutRight(file, visit, packet, amendment, clock, worker, checks).DoAsync(draft);
        await file.SaveChangesAsync();
        await file.ConcludeAnewAsync(visit, packet, renewed, free, clock.Today);
        await file.SaveChangesAsync();
        Outcome after = await OutcomeAsync(file, visit, parts, clock.Today);
        List<string> came = [.. before.To(after)];
        if (righted.Kind is AmendmentKind.Figure or AmendmentKind.Finding
            && await file.Inspections.AnyAsync(i => i.VisitId == visit.Id))
        {
            came.Add("The periodic inspection of this visit stands as it was signed, and may say otherwise: "
                + "inspect again.");
        }

        if (before.HoldsMore(after))
        {
            // A word that let it go was given for what was known then.
            foreach (Release release in await file.Releases
                .Where(r => r.TrailerId == visit.TrailerId && r.EndedAt == null)
                .ToListAsync())
            {
                release.EndedAt = clock.Now;
            }

            await file.SaveChangesAsync();
            await file.RefreshAsync(visit.TrailerId, clock.Today);
        }

        return (righted, came);
    }

    // The names of the parts that it may move on the shelf, by their codes.
    private static async Task<IReadOnlyDictionary<string, string>> PartsAsync(ShopFile file, AmendedPart? draft)
    {
        if (draft is null)
        {
            return new Dictionary<string, string>();
        }

        Dictionary<string, KnownPart> byCode = await PartsKnown.ByCodeAsync(file);
        string? was = await file.PartsUsed.Where(p => p.Id == draft.Of).Select(p => p.Code).FirstOrDefaultAsync();
        string? now = draft.Now is null ? null : PartsKnown.Named(byCode)(draft.Now.Name)?.Code;
        return new[] { was, now }
            .OfType<string>()
            .Distinct(StringComparer.OrdinalIgnoreCase)
            .ToDictionary(code => code, code => byCode.GetValueOrDefault(code)?.Name ?? code);
    }

    private static async Task<Outcome> OutcomeAsync(
        ShopFile file,
        Visit visit,
        IReadOnlyDictionary<string, string> parts,
        DateOnly today)
    {
        string[] codes = [.. parts.Keys];
        Trailer trailer = await file.Trailers.FirstAsync(t => t.Id == visit.TrailerId);
        return new Outcome(
            trailer.Gear,
            (await file.WorkedOutAsync(trailer, today)).Status,
            (await file.VisitBills
                .AsNoTracking()
                .FirstOrDefaultAsync(b => b.VisitId == visit.Id))?.Bill.Total.Likely,
            await file.KeptParts
                .AsNoTracking()
                .Where(k => codes.Contains(k.Code))
                .ToDictionaryAsync(k => parts.GetValueOrDefault(k.Code, k.Code), k => k.OnHand),
            (await file.SettingsToReadAsync()).Currency);
    }

    // What came back for the same cause was not charged, and is not charged for being put right.
    private static async Task<bool> IsFreeAsync(
        ShopFile file,
        Visit visit,
        Packet packet,
        IReadOnlyCollection<StepEntry> entries)
    {
        Estimate? bill = (await file.VisitBills.AsNoTracking().FirstOrDefaultAsync(b => b.VisitId == visit.Id))?.Bill;
        return bill is { Total.Likely: 0 }
            && (await file.BilledAsync(visit, packet, entries, bill)).Total.Likely != 0;
    }

    private static async Task<Visit> ClosedAsync(ShopFile file, Guid id)
    {
        Visit visit = await file.Visits.FirstOrDefaultAsync(v => v.Id == id)
            ?? throw Refusal.NotFound("There is no such visit.");
        return visit.ClosedAt is not null
            ? visit
            : throw Refusal.Conflict("This visit is still open: put it right in the bay.");
    }
}
