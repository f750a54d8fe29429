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
    /// <summary>What jobs, at least one, come to together.</summary>
    internal required Func<IReadOnlyList<JobAt>, Estimate> Price { get; init; }

    /// <summary>The trailer.</summary>
    internal required Trailer Trailer { get; init; }

    /// <summary>Its gear and practices, as they are for this visit.</summary>
    internal required (RunningGear Gear, PracticeChoices Practices) Kind { get; init; }

    /// <summary>The visit in the bay; null for one that is still to come.</summary>
    internal Visit? Visit { get; init; }

    /// <summary>The accepted visit; null for one in the bay.</summary>
    internal Booking? Booking { get; init; }

    /// <summary>What was asked so far, newest first.</summary>
    internal required IReadOnlyList<Approval> Asked { get; init; }

    /// <summary>What would be asked now.</summary>
    internal required IReadOnlyList<ApprovalLine> Proposed { get; init; }

    /// <summary>What was agreed, and what it comes to as it stands; null for a visit that is still to come.</summary>
    internal VisitPrice? Stands { get; init; }

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
        Agreement agreement = await file.AgreementAsync(id);
        Func<Packet, Learned, Estimate> price = await Estimates.PricingAsync(file);
        VisitPrice stands = VisitPrice.Of(
            agreement.Asked,
            agreement.Offer,
            visit.TakenInFor.Count > 0 ? visit.TakenInFor : agreement.CameFor?.Jobs,
            price(at.Packet, at.Learned).Total,
            (await file.SettingsToReadAsync()).Terms.OverAgreed);
        IReadOnlyList<ApprovalLine> proposed = [];
        if (visit.ClosedAt is null)
        {
            Progress progress = new(at.Packet, at.Entries);
            TrailerObservations seen = await file.ObservationsAsync(visit.TrailerId, visit.Gear);
            ClosingResult closing = Closing.Refusals(visit, progress, seen, null);
            proposed = ApprovalLines.ForVisit(
                StandingObservations.ThatStand(seen with { Renewals = closing.Renewals }),
                visit.Gear,
                at.Practices,
                visit.Jobs,
                stands.Jobs);
        }

        return new ApprovalWork
        {
            Trailer = await file.Trailers.AsNoTracking().FirstAsync(t => t.Id == visit.TrailerId),
            Kind = (visit.Gear, at.Practices),
            Visit = visit,
            Asked = agreement.Asked,
            Proposed = proposed,
            Stands = stands,
            Price = jobs => price(at.Compose(jobs, visit.Technicians), at.Learned),
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
        Func<Packet, Learned, Estimate> price = await Estimates.PricingAsync(file);
        return new ApprovalWork
        {
            Trailer = trailer,
            Kind = (trailer.Gear, practices),
            Booking = booking,
            Asked = await file.Approvals
                .AsNoTracking()
                .Where(a => a.BookingId == id)
                .OrderByDescending(a => a.At)
                .ToListAsync(),
            Price = jobs => price(Composer.Compose(trailer.Gear, jobs, practices, learned), learned),
            Proposed = booking.VisitId is null && booking.Day >= today.AddDays(-Booking.NearDays)
                ? ApprovalLines.ForBooking(
                    booking.Jobs.Where(j => !Composer.Refusals(trailer.Gear, [j], practices).Any()),
                    trailer.Gear,
                    practices,
                    status?.Upcoming ?? [])
                : [],
        };
    }

    /// <summary>The jobs that are done whatever the answer to these lines is.</summary>
    internal IReadOnlyList<JobAt> Already(IEnumerable<ApprovalLine> lines)
    {
        HashSet<JobAt> asked = [.. lines.SelectMany(l => l.Jobs)];
        return Visit is null ? [] : [.. Visit.Jobs.Where(j => !asked.Contains(j))];
    }

    /// <summary>What each line alone adds to what is done anyway.</summary>
    internal IReadOnlyList<Spread> Extras(IReadOnlyList<ApprovalLine> lines)
    {
        IReadOnlyList<JobAt> already = Already(lines);
        Spread none = already.Count == 0 ? Spread.Of(0) : Price(already).Total;
        return [.. lines.Select(line => Price([.. already.Union(line.Jobs)]).Total.Over(none))];
    }
}
