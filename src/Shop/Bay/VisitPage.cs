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
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

internal static class VisitPage
{
    internal static void MapVisitPage(this RouteGroupBuilder bay)
    {
        bay.MapGet("/visits", ListAsync).Needs(Right.See);
        bay.MapGet("/visits/{id:guid}", async (Guid id, ShopFile file) => TypedResults.Ok(await AnswerAsync(file, id)))
            .Needs(Right.See);
    }

    /// <summary>A visit with its packet and how far it has come.</summary>
    internal static async Task<VisitAnswer> AnswerAsync(ShopFile file, Guid id)
    {
        var found = await (from visit in file.Visits.AsNoTracking()
                           join trailer in file.Trailers on visit.TrailerId equals trailer.Id
                           join owner in file.Customers on trailer.CustomerId equals owner.Id
                           join person in file.People on visit.OpenedBy equals person.Id
                           where visit.Id == id
                           select new { visit, trailer.Tag, trailer.Name, Owner = owner.Name, Person = person.Name })
                           .FirstOrDefaultAsync()
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
            await SeenBefore.OfAsync(file, found.visit, packet),
            packet.Steps
                .Select(s => (s.Key, Why: WorkCard.WhyCritical(s)))
                .Where(s => s.Why is not null)
                .ToDictionary(s => s.Key, s => s.Why!),
            await file.SocketsAsync(found.visit.TrailerId),
            await VisitStates.OfAsync(file, found.visit, packet));
    }

    /// <summary>The packet of a visit, in today's shape.</summary>
    internal static async Task<Packet> PacketAsync(ShopFile file, Visit visit) =>
        EarlierPacket.BroughtUp(
            (await file.Packets.AsNoTracking().FirstAsync(p => p.VisitId == visit.Id)).Packet,
            visit.Gear);

    /// <summary>A visit that still stands in the bay. Refuses an unknown one (404) and a closed one (409).</summary>
    internal static async Task<Visit> OpenAsync(ShopFile file, Guid id)
    {
        Visit visit = await file.Visits.FirstOrDefaultAsync(v => v.Id == id)
            ?? throw Refusal.NotFound("There is no such visit.");
        return visit.ClosedAt is null
            ? visit
            : throw Refusal.Conflict("This visit is closed and stays as it is; put a remark to it in the ledger.");
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
