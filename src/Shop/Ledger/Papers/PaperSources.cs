using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger.Papers;

/// <summary>Reads what stands on each paper of one visit, one request or one order.</summary>
internal static class PaperSources
{
    internal static async Task<Paper> HandOverAsync(ShopFile file, Guid visit, DateOnly today)
    {
        VisitToldOf told = await HandOverPage.ReadAsync(file, visit, today);
        List<string> by = await (from entry in file.StepEntries
                                 join person in file.People on entry.PersonId equals person.Id
                                 where entry.VisitId == visit && entry.UndoneAt == null
                                 select person.Name).Distinct().OrderBy(name => name).ToListAsync();
        return HandOverPaper.Of(
            told.Sheet,
            told.Trailer.FullName,
            told.Customer,
            told.Settings.Letterhead,
            told.Pictures,
            by,
            await MeterAsync(file, told.Trailer.Id, told.Sheet.On));
    }

    // What the meter showed last until a day; empty where it never showed anything.
    private static async Task<string> MeterAsync(ShopFile file, Guid trailer, DateOnly until) =>
        await file.MeterEntries
            .AsNoTracking()
            .Where(m => m.TrailerId == trailer && m.Kind == MeterEntryKind.Reading && m.On <= until)
            .OrderByDescending(m => m.On)
            .FirstOrDefaultAsync() is { } last
            ? FormattableString.Invariant($"{last.Typed} on {last.On:MMMM d, yyyy}")
            : "";

    internal static async Task<Paper> InspectionAsync(ShopFile file, Guid visit)
    {
        Inspection inspection = await file.Inspections.AsNoTracking().FirstOrDefaultAsync(i => i.VisitId == visit)
            ?? throw Refusal.NotFound("No periodic inspection was signed in this visit.");
        var of = await (from v in file.Visits.AsNoTracking()
                        join trailer in file.Trailers on v.TrailerId equals trailer.Id
                        join customer in file.Customers on trailer.CustomerId equals customer.Id
                        where v.Id == visit
                        select new { v, trailer, customer.Name }).FirstAsync();
        string inspector = await file.People
            .Where(p => p.Id == inspection.PersonId)
            .Select(p => p.Name)
            .FirstAsync();
        return InspectionPaper.Of(
            inspection,
            new Inspected(
                inspector,
                of.Name,
                of.trailer.FullName,
                of.trailer.Tag,
                of.trailer.Plate,
                of.v.Gear.Words,
                await MeterAsync(file, of.trailer.Id, DateOnly.FromDateTime(inspection.At.DateTime))),
            (await file.SettingsToReadAsync()).Letterhead);
    }

    internal static async Task<Paper> PickingAsync(ShopFile file, Guid visit, DateOnly today)
    {
        (string about, string tag, Packet packet, Letterhead head) = await AtWorkAsync(file, visit);
        var parts = await PartsKnown.ByCodeAsync(file);
        Dictionary<string, KeptPart> kept = (await file.KeptParts.AsNoTracking().ToListAsync())
            .ToDictionary(k => k.Code, StringComparer.OrdinalIgnoreCase);
        return WorkPapers.Picking(about, tag, today, packet, [.. packet.PartsToTake.Select(p => new Picked(
            p,
            parts.GetValueOrDefault(p.Code)?.Name ?? p.Name,
            kept.GetValueOrDefault(p.Code)?.Bin ?? "",
            kept.GetValueOrDefault(p.Code)?.OnHand))], head);
    }

    internal static async Task<Paper> PacketAsync(ShopFile file, Guid visit, DateOnly today)
    {
        (string about, string tag, Packet packet, Letterhead head) = await AtWorkAsync(file, visit);
        HashSet<string> done = [.. (await file.StandingEntriesAsync(visit)).Select(e => e.Key)];
        return WorkPapers.WorkPacket(
            about,
            tag,
            today,
            PartsKnown.Renamed(packet, await PartsKnown.RenamedAsync(file)),
            done,
            head);
    }

    internal static async Task<Paper> EstimateAsync(ShopFile file, Guid approval)
    {
        Approval asked = await file.Approvals.AsNoTracking().FirstOrDefaultAsync(a => a.Id == approval)
            ?? throw Refusal.NotFound("Nobody was asked that.");
        var of = await (from trailer in file.Trailers.AsNoTracking()
                        join customer in file.Customers on trailer.CustomerId equals customer.Id
                        where trailer.Id == asked.TrailerId
                        select new { trailer, customer.Name }).FirstAsync();
        ShopSettings settings = await file.SettingsToReadAsync();
        return TradePapers.Estimate(
            asked,
            of.trailer.FullName,
            of.trailer.Tag,
            of.Name,
            JobWords.Of(JobCatalogue.Of(settings.Practices), of.trailer.Gear, asked.Already),
            settings.Letterhead);
    }

    internal static async Task<Paper> OrderAsync(ShopFile file, Guid id)
    {
        PartOrder order = await file.PartOrders.AsNoTracking().FirstOrDefaultAsync(o => o.Id == id)
            ?? throw Refusal.NotFound("There is no such order.");
        return TradePapers.Order(order, (await file.SettingsToReadAsync()).Letterhead);
    }

    private static async Task<(string About, string Tag, Packet Packet, Letterhead Head)> AtWorkAsync(
        ShopFile file,
        Guid id)
    {
        var of = await (from visit in file.Visits.AsNoTracking()
                        join trailer in file.Trailers on visit.TrailerId equals trailer.Id
                        where visit.Id == id
                        select new { visit, trailer.Tag, trailer.Name }).FirstOrDefaultAsync()
            ?? throw Refusal.NotFound("There is no such visit.");
        return (
            $"{Trailer.FullNameOf(of.Tag, of.Name)}: {JobWords.Of(of.visit)}",
            of.Tag,
            await VisitPage.PacketAsync(file, of.visit),
            (await file.SettingsToReadAsync()).Letterhead);
    }
}
