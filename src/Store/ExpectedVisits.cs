using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Planning;

namespace SturdyTinker.Store;

/// <summary>Accepted visits that trailers come for.</summary>
public static class ExpectedVisits
{
    // Compiled once: a trailer's page asks for it, that everything leads to.
    private static readonly Func<ShopFile, Guid, DateOnly, DateOnly, Task<Booking?>> Compiled =
        EF.CompileAsyncQuery((ShopFile file, Guid trailer, DateOnly from, DateOnly to) => file.Bookings
            .Where(b => b.TrailerId == trailer
                && b.CalledOffAt == null
                && b.VisitId == null
                && b.Day >= from
                && b.Day <= to)
            .OrderBy(b => b.Day)
            .FirstOrDefault());

    /// <summary>
    /// The accepted visit that a trailer comes for if it comes on a day: the first within
    /// <see cref="Booking.NearDays"/>; null where there is none.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="trailer">The trailer.</param>
    /// <param name="day">The day it comes.</param>
    public static Task<Booking?> ExpectedAsync(this ShopFile file, Guid trailer, DateOnly day) =>
        Compiled(file, trailer, day.AddDays(-Booking.NearDays), day.AddDays(Booking.NearDays));
}
