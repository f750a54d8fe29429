using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Handovers;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>Something found, with its pictures.</summary>
/// <param name="Pictures">Ids of its pictures.</param>
public sealed record FoundAtHandOver(string What, Judgement Judgement, string? Mended, IReadOnlyList<Guid> Pictures);

/// <summary>The sheet that goes with a trailer when it leaves.</summary>
/// <param name="VisitId">The visit.</param>
/// <param name="TrailerId">The trailer.</param>
/// <param name="Shop">The shop's name.</param>
/// <param name="Currency">The money it reckons in.</param>
/// <param name="Trailer">Which trailer.</param>
/// <param name="Customer">Whose it is.</param>
/// <param name="On">The day its visit was closed; today while it stands in the bay.</param>
/// <param name="Plain">Half a page in plain words.</param>
/// <param name="Done">What was done, in words.</param>
/// <param name="Undone">What was not, and stays due.</param>
/// <param name="Found">What was found.</param>
/// <param name="Measured">What was measured, against its limit.</param>
/// <param name="Used">What was used.</param>
/// <param name="Bill">What it comes to; null where that was not kept.</param>
/// <param name="Agreed">What was agreed; null where no price was told.</param>
/// <param name="Declined">What was declined and is not done.</param>
/// <param name="Yours">What the owner does in between.</param>
/// <param name="Next">What the shop does next, and why.</param>
/// <param name="Cautions">What is to be watched.</param>
public sealed record HandOverAnswer(
    Guid VisitId,
    Guid TrailerId,
    string Shop,
    string Currency,
    string Trailer,
    string Customer,
    DateOnly On,
    IReadOnlyList<string> Plain,
    string Done,
    string Undone,
    IReadOnlyList<FoundAtHandOver> Found,
    IReadOnlyList<MeasuredTold> Measured,
    IReadOnlyList<string> Used,
    EstimateAnswer? Bill,
    Spread? Agreed,
    IReadOnlyList<string> Declined,
    IReadOnlyList<OwnersTask> Yours,
    IReadOnlyList<NextTold> Next,
    IReadOnlyList<string> Cautions);

/// <summary>A visit with all that is told of it when its trailer leaves.</summary>
/// <param name="Sheet">What there is to tell.</param>
/// <param name="Trailer">The trailer.</param>
/// <param name="Customer">Whose it is.</param>
/// <param name="Settings">The shop's choices.</param>
/// <param name="Pictures">Pictures of what was found, by finding.</param>
internal sealed record VisitToldOf(
    HandOver Sheet,
    Trailer Trailer,
    string Customer,
    ShopSettings Settings,
    ILookup<Guid, Guid> Pictures);

internal static class HandOverPage
{
    internal static void MapHandOver(this RouteGroupBuilder ledger) => ledger.MapGet(
        "/visits/{id:guid}/hand-over",
        async (Guid id, ShopFile file, Clock clock) => TypedResults.Ok(await AnswerAsync(file, id, clock.Today)))
        .Needs(Right.See);

    /// <summary>
    /// The sheet of a visit; of one that is still open as it would be now. Refuses an unknown one (404).
    /// </summary>
    internal static async Task<HandOverAnswer> AnswerAsync(ShopFile file, Guid id, DateOnly today)
    {
        VisitToldOf told = await ReadAsync(file, id, today);
        HandOver sheet = told.Sheet;
        return new HandOverAnswer(
            id,
            told.Trailer.Id,
            told.Settings.NameAsHeading,
            told.Settings.Currency,
            told.Trailer.FullName,
            told.Customer,
            sheet.On,
            sheet.Plain,
            sheet.Done,
            sheet.Undone,
            [.. sheet.Found.Select(f => new FoundAtHandOver(f.What, f.Judgement, f.Mended, [.. told.Pictures[f.Id]]))],
            sheet.Measured,
            sheet.Used,
            sheet.Bill is null ? null : Estimates.Answer(sheet.Bill),
            sheet.Agreed,
            sheet.Declined,
            sheet.Yours,
            sheet.Next,
            HandOver.Cautions);
    }

    /// <summary>
    /// What there is to tell of a visit; of one that is still open as it would be now. Refuses an unknown one (404).
    /// </summary>
    internal static async Task<VisitToldOf> ReadAsync(ShopFile file, Guid id, DateOnly today)
    {
        var found = await (from visit in file.Visits.AsNoTracking()
                           join trailer in file.Trailers on visit.TrailerId equals trailer.Id
                           join owner in file.Customers on trailer.CustomerId equals owner.Id
                           where visit.Id == id
                           select new { visit, trailer, owner.Name }).FirstOrDefaultAsync()
            ?? throw Refusal.NotFound("There is no such visit.");
        Visit of = found.visit;
        if (of.TakenOver.Length > 0)
        {
            throw Refusal.Conflict(
                "This was taken over from an earlier record: the shop has no sheet of it to hand out.");
        }

        ShopSettings settings = await file.SettingsToReadAsync();
        List<WorkDone> work = await file.WorkDone.AsNoTracking().Where(w => w.TrailerId == of.TrailerId).ToListAsync();
        List<Finding> findings = await file.Findings.AsNoTracking().Where(f => f.VisitId == id).ToListAsync();
        ILookup<Guid, Guid> pictures = (await file.VisitPhotos
            .AsNoTracking()
            .Where(p => p.VisitId == id && p.FindingId != null)
            .OrderBy(p => p.At)
            .Select(p => new { Finding = p.FindingId!.Value, p.Id })
            .ToListAsync()).ToLookup(p => p.Finding, p => p.Id);
        List<Approval> approvals = await file.Approvals
            .AsNoTracking()
            .Where(a => a.TrailerId == of.TrailerId && a.AnsweredAt != null)
            .ToListAsync();
        TrailerStatus status = await file.StatusAsync(found.trailer, today);
        Release? release = await file.Releases.AsNoTracking().FirstOrDefaultAsync(r => r.VisitId == id);

        // A word that was given before the record was put right says nothing of what holds it since.
        if (release?.EndedAt is not null && status.Hold is not null)
        {
            release = null;
        }

        (IEnumerable<JobAt> done, Estimate? bill) = of.ClosedAt is null
            ? await SoFarAsync(file, of)
            : (work.Where(w => w.VisitId == id).Select(w => new JobAt(w.Job, w.Place)),
                await Estimates.BillAsync(file, id));
        HashSet<JobAt> did = [.. done];
        Agreement agreement = await file.AgreementAsync(id);
        JobCatalogue catalogue = JobCatalogue.Of(of.Practices);
        HandOver sheet = new()
        {
            Trailer = found.trailer.Tag,
            On = of.ClosedAt is { } closed ? DateOnly.FromDateTime(closed.DateTime) : today,
            StillHere = of.ClosedAt is null,
            Done = JobWords.Of(catalogue, of.Gear, of.Jobs.Where(did.Contains)),
            Undone = JobWords.Of(catalogue, of.Gear, of.Jobs.Where(j => !did.Contains(j))),
            Found = [.. findings
                .Where(f => f.Judgement.Verdict > Verdict.Sound)
                .OrderByDescending(f => f.Judgement.Verdict)
                .ThenBy(f => f.At)
                .Select(VisitWords.Of)],
            Measured = VisitWords.Of(await file.Readings.AsNoTracking().Where(r => r.VisitId == id).ToListAsync()),
            Used = VisitWords.Of(await file.PartsUsed.AsNoTracking().Where(p => p.VisitId == id).ToListAsync()),
            Bill = bill,
            Agreed = VisitPrice.AgreedTo(agreement.Asked, agreement.Offer, of.TakenInFor).Total,
            Declined = [.. ApprovalLines.StillDeclined(approvals, work).Select(d => d.Line.What)],
            Righted = [.. (await file.Amendments
                .AsNoTracking()
                .Where(a => a.VisitId == id && a.Kind != AmendmentKind.Remark && a.Kind != AmendmentKind.Time)
                .OrderBy(a => a.At)
                .ToListAsync())
                .Select(a => a.InWords)],

            Holds = release?.Holds ?? status.Hold?.Seen ?? [],
            ReleasedBecause = release?.Reason ?? "",
            Yours = OwnersTasks.Of(status, today),
            Next = OwnersTasks.Next(status, today),
        };
        return new VisitToldOf(sheet, found.trailer, found.Name, settings, pictures);
    }

    // Of a visit that is still at work: the jobs that are done, and what it comes to by now.
    private static async Task<(IEnumerable<JobAt> Done, Estimate? Bill)> SoFarAsync(ShopFile file, Visit visit)
    {
        Packet packet = await VisitPage.PacketAsync(file, visit);
        List<StepEntry> entries = await file.StandingEntriesAsync(visit.Id);
        Progress progress = new(packet, entries);
        return (visit.Jobs.Where(progress.IsDone), await Bills.OfAsync(file, visit, packet, entries));
    }
}
