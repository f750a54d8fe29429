using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Pricing;

namespace SturdyTinker.Store;

/// <summary>What was told and asked of a visit.</summary>
/// <param name="CameFor">The accepted visit its trailer came for; null for a walk-in.</param>
/// <param name="Asked">What was asked for it, and for the accepted visit it came for, newest first.</param>
/// <param name="Offer">The price told last on the telephone; null for none.</param>
public sealed record Agreement(Booking? CameFor, IReadOnlyList<Approval> Asked, PriceOffer? Offer);

/// <summary>Reads what customers agreed to.</summary>
public static class Agreements
{
    /// <summary>What was told and asked of a visit in the bay, or that was; only to be read.</summary>
    public static async Task<Agreement> AgreementAsync(this ShopFile file, Guid visit)
    {
        Booking? came = await file.Bookings.AsNoTracking().FirstOrDefaultAsync(b => b.VisitId == visit);
        Guid? booking = came?.Id;
        return new Agreement(
            came,
            await file.Approvals
                .AsNoTracking()
                .Where(a => a.VisitId == visit || (booking != null && a.BookingId == booking))
                .OrderByDescending(a => a.At)
                .ToListAsync(),
            await file.LastOfferAsync(visit));
    }

    /// <summary>The price told last for a visit; null for none.</summary>
    public static Task<PriceOffer?> LastOfferAsync(this ShopFile file, Guid visit) => file.PriceOffers
        .AsNoTracking()
        .Where(o => o.VisitId == visit)
        .OrderByDescending(o => o.At)
        .FirstOrDefaultAsync();
}
