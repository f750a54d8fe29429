using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>What one person did in a visit.</summary>
public sealed record PersonTimeAnswer(string Name, string Took, int Steps, DateTimeOffset From, DateTimeOffset To);

/// <summary>Work that came back soon after it was done here.</summary>
/// <param name="What">What, and where.</param>
/// <param name="VisitId">The earlier visit.</param>
/// <param name="On">When it was done then.</param>
public sealed record ComeBackAnswer(string What, Guid VisitId, DateOnly On);

/// <summary>How long a visit has taken and will, and what of it is a come-back.</summary>
/// <param name="People">By person.</param>
/// <param name="Took">How long it has taken, everybody's minutes together.</param>
/// <param name="Planned">How long all of it was planned to take.</param>
/// <param name="Likely">How long all of it is likely to take.</param>
/// <param name="RunsOver">Whether that is worth a word while it can be mended.</param>
/// <param name="Words">The same in words.</param>
/// <param name="ComeBacks">What of it is a come-back.</param>
/// <param name="Free">Whether it is not charged for that.</param>
public sealed record VisitTimeAnswer(
    IReadOnlyList<PersonTimeAnswer> People,
    string Took,
    string Planned,
    string Likely,
    bool RunsOver,
    string Words,
    IReadOnlyList<ComeBackAnswer> ComeBacks,
    bool Free);

/// <summary>What a visit takes of time, and comes to in money.</summary>
internal static class Bills
{
    internal static void MapTimes(this RouteGroupBuilder bay) =>
        bay.MapGet("/visits/{id:guid}/time", TimeAsync).Needs(Right.See);

    private static async Task<Ok<VisitTimeAnswer>> TimeAsync(Guid id, ShopFile file)
    {
        Visit visit = await file.Visits.AsNoTracking().FirstOrDefaultAsync(v => v.Id == id)
            ?? throw Refusal.NotFound("There is no such visit.");
        VisitTime time = VisitTime.Of(await VisitPage.PacketAsync(file, visit), await file.StandingEntriesAsync(id));
        Dictionary<Guid, string> people = await file.People.AsNoTracking().ToDictionaryAsync(p => p.Id, p => p.Name);
        IReadOnlyList<ComeBack> back = await ComeBacksAsync(file, visit);
        string took = Packet.InWords(time.Took), likely = Packet.InWords(time.Likely);
        return TypedResults.Ok(new VisitTimeAnswer(
            [.. time.People.Select(p => new PersonTimeAnswer(
                people[p.PersonId],
                Packet.InWords(p.Minutes),
                p.Steps,
                p.From,
                p.To))],
            took,
            Packet.InWords(time.Planned),
            likely,
            time.RunsOver,
            time.Took == 0 ? $"Planned to take {Packet.InWords(time.Planned)}."
                : time.Left == 0 ? $"It took {took}; {Packet.InWords(time.Planned)} was planned."
                : $"{took} so far, {Packet.InWords(time.Left)} left by plan: likely {likely} in all"
                    + (time.RunsOver
                        ? $", {Packet.InWords(time.Over)} more than planned. Tell the customer, or let somebody help."
                        : "."),
            [.. back.Select(b => new ComeBackAnswer(JobWords.Of(
                JobCatalogue.Of(visit.Practices),
                visit.Gear,
                [b.Job]), b.VisitId, b.On))],
            (await file.SettingsToReadAsync()).Terms.ComeBacksFree && AreAll(visit, back)));
    }

    /// <summary>What of a visit is a come-back.</summary>
    internal static async Task<IReadOnlyList<ComeBack>> ComeBacksAsync(ShopFile file, Visit visit)
    {
        DateOnly on = DateOnly.FromDateTime(visit.OpenedAt.DateTime);
        DateOnly since = on.AddDays(-ComeBack.MilesDays);
        List<WorkDone> work = await file.WorkDone
            .AsNoTracking()
            .Where(w => w.TrailerId == visit.TrailerId && w.VisitId != null && w.VisitId != visit.Id && w.On >= since)
            .ToListAsync();
        if (work.Count == 0)
        {
            return [];
        }

        UsageLine usage = await file.UsageAsync(
            await file.Trailers.AsNoTracking().FirstAsync(t => t.Id == visit.TrailerId),
            on);
        return ComeBack.Of(
            visit.TakenInFor,
            on,
            work,
            day => usage.Between(day, on)?.Miles,
            job => ComeBack.MendsNothing(job, visit.Practices));
    }

    /// <summary>What a visit comes to as it stands, by the price told for it or else by today's.</summary>
    internal static async Task<Estimate> OfAsync(
        ShopFile file,
        Visit visit,
        Packet packet,
        IReadOnlyCollection<StepEntry> entries)
    {
        ShopSettings settings = await file.SettingsToReadAsync();
        PriceOffer? offer = await file.LastOfferAsync(visit.Id);
        Estimate bill = Estimate.Billed(
            Math.Round(VisitTime.Of(packet, entries).Took, 1),
            await file.PartsUsed.AsNoTracking().Where(p => p.VisitId == visit.Id).ToListAsync(),
            offer?.Estimate.RatePerHour ?? settings.Costs.RatePerHour,
            offer?.Estimate.Terms ?? settings.Terms);
        return settings.Terms.ComeBacksFree && AreAll(visit, await ComeBacksAsync(file, visit))
            ? bill.Free()
            : bill;
    }

    // Only where all it came for had been done here shortly before is it not charged: what is new is.
    private static bool AreAll(Visit visit, IReadOnlyList<ComeBack> back) =>
        back.Count > 0 && visit.Jobs.All(j => back.Any(b => b.Job == j));
}
