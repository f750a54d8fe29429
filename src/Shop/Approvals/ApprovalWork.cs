using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Approvals;

/// <summary>
/// What a customer is asked about: a visit in the bay, or one that is still to come; with what it costs.
/// </summary>
internal sealed class ApprovalWork
{
    private readonly Dictionary<string, Estimate> known = [];

    private ApprovalWork(ShopFile file, Trailer trailer, Learned learned, Func<IReadOnlyList<JobAt>, Packet> compose) =>
        (File, Trailer, Learned, Compose) = (file, trailer, learned, compose);

    private ShopFile File { get; }

    private Learned Learned { get; }

    private Func<IReadOnlyList<JobAt>, Packet> Compose { get; }

    /// <summary>The trailer.</summary>
    internal Trailer Trailer { get; }

    /// <summary>Its gear and practices, as they are for this visit.</summary>
    internal required (RunningGear Gear, PracticeChoices Practices) Kind { get; init; }

    /// <summary>The visit in the bay; null for one that is still to come.</summary>
    internal Visit? Visit { get; init; }

    /// <summary>The accepted visit; null for one in the bay.</summary>
    internal Booking? Booking { get; init; }

    /// <summary>What would be asked now.</summary>
    internal required IReadOnlyList<ApprovalLine> Proposed { get; init; }

    /// <summary>What was agreed, and what it comes to; null for a visit that is still to come.</summary>
    internal VisitPrice? Price { get; init; }

    /// <summary>Reads one. Refuses an unknown one (404).</summary>
    internal static Task<ApprovalWork> ReadAsync(ShopFile file, Guid? visitId, Guid? bookingId, DateOnly today) =>
        visitId is { } visit ? OfVisitAsync(file, visit)
            : bookingId is { } booking ? OfBookingAsync(file, booking, today)
            : throw Refusal.Malformed("Say which visit it is about.", "visitId");

    private static async Task<ApprovalWork> OfVisitAsync(ShopFile file, Guid id)
    {
        Visit visit = await file.Visits.FirstOrDefaultAsync(v => v.Id == id)
            ?? throw Refusal.NotFound("There is no such visit.");
        VisitJobs.VisitAtWork at = await VisitJobs.StandingAsync(file, visit);
        Booking? came = await file.Bookings.AsNoTracking().FirstOrDefaultAsync(b => b.VisitId == id);
        List<Approval> approvals = await OfVisitOrBooking(file, id, came?.Id).AsNoTracking().ToListAsync();
        PriceOffer? offer = await file.PriceOffers
            .AsNoTracking()
            .Where(o => o.VisitId == id)
            .OrderByDescending(o => o.At)
            .FirstOrDefaultAsync();
        ShopSettings settings = await file.SettingsToReadAsync();
        VisitPrice price = VisitPrice.Of(
            approvals,
            offer,
            visit.TakenInFor.Count > 0 ? visit.TakenInFor : came?.Jobs,
            (await Estimates.OfAsync(file, at.Packet, at.Learned)).Total,
            settings.Terms.OverAgreed);
        IReadOnlyList<ApprovalLine> proposed = [];
        if (visit.ClosedAt is null)
        {
            Progress progress = new(at.Packet, at.Entries);
            TrailerObservations seen = await file.ObservationsAsync(visit.TrailerId, visit.Gear);
            ClosingResult closing = Closing.Refusals(visit, progress, seen, null);
            proposed = ApprovalLines.ForVisit(
                StandingObservations.ThatStand(seen with { Renewals = closing.Renewals }),
                visit.Gear,
                visit.Practices,
                visit.Jobs,
                price.Jobs);
        }

        return new ApprovalWork(
            file,
            await file.Trailers.AsNoTracking().FirstAsync(t => t.Id == visit.TrailerId),
            at.Learned,
            jobs => at.Compose(jobs, visit.Technicians))
        {
            Kind = (visit.Gear, visit.Practices),
            Visit = visit,
            Proposed = proposed,
            Price = price,
        };
    }

    private static async Task<ApprovalWork> OfBookingAsync(ShopFile file, Guid id, DateOnly today)
    {
        Booking booking = await file.Bookings.FirstOrDefaultAsync(b => b.Id == id && b.CalledOffAt == null)
            ?? throw Refusal.NotFound("There is no such accepted visit.");
        Trailer trailer = await file.Trailers.AsNoTracking().FirstAsync(t => t.Id == booking.TrailerId);
        PracticeChoices practices = await file.PracticesAsync(trailer);
        Learned learned = await file.LearnedAsync(trailer.Id);
        TrailerStatus? status = (await file.TrailerStatuses
            .AsNoTracking()
            .FirstOrDefaultAsync(s => s.TrailerId == trailer.Id))?.Status;
        return new ApprovalWork(
            file,
            trailer,
            learned,
            jobs => Composer.Compose(trailer.Gear, jobs, practices, learned))
        {
            Kind = (trailer.Gear, practices),
            Booking = booking,
            Proposed = booking.VisitId is null && booking.Day >= today.AddDays(-Booking.NearDays)
                ? ApprovalLines.ForBooking(
                    booking.Jobs.Where(j => !Composer.Refusals(trailer.Gear, [j], practices).Any()),
                    trailer.Gear,
                    status?.Upcoming ?? [])
                : [],
        };
    }

    /// <summary>What was asked for a visit, or for the accepted visit it came for.</summary>
    internal static IQueryable<Approval> OfVisitOrBooking(ShopFile file, Guid? visit, Guid? booking) =>
        file.Approvals.Where(a => (visit != null && a.VisitId == visit) || (booking != null && a.BookingId == booking));

    /// <summary>The jobs that are done whatever the answer to these lines is.</summary>
    internal IReadOnlyList<JobAt> Already(IEnumerable<ApprovalLine> lines)
    {
        HashSet<JobAt> asked = [.. lines.SelectMany(l => l.Jobs)];
        return Visit is null ? [] : [.. Visit.Jobs.Where(j => !asked.Contains(j))];
    }

    /// <summary>What jobs come to together. Refuses (422) what can't be done.</summary>
    internal async Task<Estimate> PriceAsync(IReadOnlyList<JobAt> jobs)
    {
        string key = string.Join(' ', jobs.Select(j => $"{j.Job}@{j.Place}").Order(StringComparer.Ordinal));
        return known.TryGetValue(key, out Estimate? there)
            ? there
            : known[key] = await Estimates.OfAsync(File, Compose(jobs), Learned);
    }

    /// <summary>
    /// What the visit comes to by which lines are agreed to, as <see cref="Approval.Totals"/> has it: each choice is
    /// composed by itself, since work done together costs less.
    /// </summary>
    internal async Task<IReadOnlyList<Spread>> TotalsAsync(IReadOnlyList<ApprovalLine> lines)
    {
        IReadOnlyList<JobAt> already = Already(lines);
        List<Spread> totals = [];
        for (int chosen = 0; chosen < 1 << lines.Count; chosen++)
        {
            List<JobAt> jobs = [.. already
                .Concat(lines.Where((_, i) => (chosen & (1 << i)) > 0).SelectMany(l => l.Jobs))
                .Distinct()];
            totals.Add(jobs.Count == 0 ? Spread.Of(0) : (await PriceAsync(jobs)).Total);
        }

        return totals;
    }

    /// <summary>What each line alone adds to what is done anyway.</summary>
    internal async Task<IReadOnlyList<Spread>> ExtrasAsync(IReadOnlyList<ApprovalLine> lines)
    {
        IReadOnlyList<JobAt> already = Already(lines);
        Spread none = already.Count == 0 ? Spread.Of(0) : (await PriceAsync(already)).Total;
        List<Spread> extras = [];
        foreach (ApprovalLine line in lines)
        {
            extras.Add((await PriceAsync([.. already.Union(line.Jobs)])).Total.Over(none));
        }

        return extras;
    }
}
