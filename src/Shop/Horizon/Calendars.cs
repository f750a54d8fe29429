using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Status;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Horizon;

/// <summary>A calendar that others read.</summary>
/// <param name="Id">The calendar.</param>
/// <param name="Kind">Whose visits.</param>
/// <param name="Of">The person or the customer; null for the shop.</param>
/// <param name="Name">The same by name.</param>
/// <param name="ExpiresOn">The last day on which its address answers.</param>
/// <param name="Address">
/// The path it is read at, with its secret in it: told to whoever has just made it, and kept nowhere; null otherwise.
/// </param>
public sealed record FeedAnswer(
    Guid Id,
    FeedKind Kind,
    Guid? Of,
    string Name,
    DateOnly ExpiresOn,
    string? Address);

/// <summary>A calendar to make.</summary>
public sealed record FeedDraft(FeedKind Kind, Guid? Of);

/// <summary>
/// Accepted visits as iCalendar (RFC 5545), read by an address with a secret in it that can be withdrawn.
/// </summary>
internal static class Calendars
{
    private const int DaysBack = 60;

    internal static void MapCalendars(this RouteGroupBuilder horizon)
    {
        horizon.MapGet("/calendars", async (ShopFile file) => TypedResults.Ok(await AllAsync(file))).Needs(Right.Share);
        horizon.MapPut("/calendars/{id:guid}", MakeAsync).Needs(Right.Share);
        horizon.MapDelete("/calendars/{id:guid}", WithdrawAsync).Needs(Right.Share);
    }

    /// <summary>
    /// The address that calendar programs read, outside of the API: no person is asked for, the secret stands for one.
    /// </summary>
    internal static void MapCalendarFeed(this IEndpointRouteBuilder app) =>
        app.MapGet("/calendar/{secret}.ics", ReadAsync)
            .ExcludeFromDescription()
            .AllowAnonymous()
            .RequireRateLimiting(OutsideLinks.Limited);

    private static async Task<List<FeedAnswer>> AllAsync(ShopFile file, Guid? made = null, string? key = null)
    {
        // Ids are made by clients: nothing keeps a person's from being a customer's.
        ILookup<Guid, (FeedKind Kind, string Name)> names =
            (await file.People.AsNoTracking().Select(p => new { p.Id, p.Name, Kind = FeedKind.Person })
                .Concat(file.Customers.AsNoTracking().Select(c => new { c.Id, c.Name, Kind = FeedKind.Customer }))
                .ToListAsync()).ToLookup(n => n.Id, n => (n.Kind, n.Name));
        return [.. (await file.CalendarFeeds
            .AsNoTracking()
            .Where(f => f.WithdrawnAt == null)
            .ToListAsync()).OrderBy(f => f.Kind).ThenBy(f => f.At)
            .Select(f => new FeedAnswer(
                f.Id,
                f.Kind,
                f.Of,
                f.Of is { } of ? names[of].FirstOrDefault(n => n.Kind == f.Kind).Name ?? "" : "the whole shop",
                DateOnly.FromDateTime(f.ExpiresAt.DateTime),
                f.Id == made ? $"/calendar/{key}.ics" : null))];
    }

    private static async Task<Ok<List<FeedAnswer>>> MakeAsync(
        Guid id,
        FeedDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        Checks.Id(id);
        string key = Digest.NewKey();
        await using var transaction = await file.Database.BeginTransactionAsync();
        CalendarFeed? feed = await file.CalendarFeeds.FirstOrDefaultAsync(f => f.Id == id);
        if (feed is null)
        {
            Checks checks = new();
            checks.Add("/of", draft.Kind switch
            {
                FeedKind.Person => await file.People.AnyAsync(p => p.Id == draft.Of)
                    ? null
                    : "Say whose calendar it is.",
                FeedKind.Customer => await file.Customers.AnyAsync(c => c.Id == draft.Of)
                    ? null
                    : "Say which customer’s calendar it is.",
                _ => null,
            });
            checks.Done();
            feed = new CalendarFeed
            {
                Id = id,
                KeyHash = "",
                Kind = draft.Kind,
                Of = draft.Kind == FeedKind.Shop ? null : draft.Of,
                At = clock.Now
            };
            file.CalendarFeeds.Add(feed);
        }
        else if (feed.WithdrawnAt is not null || clock.Now - feed.At > OutsideLinks.SentAgain)
        {
            return TypedResults.Ok(await AllAsync(file));
        }

        // Nobody has the address of an answer that was lost: sent again, it answers at another.
        (feed.KeyHash, feed.ExpiresAt) = (Digest.Of(key), clock.Now + CalendarFeed.Lasts);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await AllAsync(file, id, key));
    }

    private static async Task<Ok<List<FeedAnswer>>> WithdrawAsync(Guid id, ShopFile file, Clock clock, Worker worker)
    {
        _ = worker;
        if (await file.CalendarFeeds.FirstOrDefaultAsync(f => f.Id == id) is { WithdrawnAt: null } feed)
        {
            feed.WithdrawnAt = clock.Now;
            await file.SaveChangesAsync();
        }

        return TypedResults.Ok(await AllAsync(file));
    }

    private static async Task<Results<ContentHttpResult, NotFound>> ReadAsync(
        string secret,
        ShopFile file,
        Clock clock,
        HttpContext context)
    {
        string hash = Digest.Of(secret);
        CalendarFeed? feed = await file.CalendarFeeds.AsNoTracking().FirstOrDefaultAsync(f => f.KeyHash == hash
            && f.WithdrawnAt == null);
        if (feed is null || feed.ExpiresAt < clock.Now)
        {
            return TypedResults.NotFound();
        }

        DateOnly back = clock.Today.AddDays(-DaysBack);
        var found = await (from booking in file.Bookings.AsNoTracking()
                           join trailer in file.Trailers on booking.TrailerId equals trailer.Id
                           join customer in file.Customers on trailer.CustomerId equals customer.Id
                           where booking.Day >= back
                               && (feed.Kind != FeedKind.Person || booking.PersonId == feed.Of)
                               && (feed.Kind != FeedKind.Customer || trailer.CustomerId == feed.Of)
                           orderby booking.Day, booking.Id
                           select new { booking, trailer.Tag, trailer.Name, Customer = customer.Name }).ToListAsync();
        string shop = (await file.SettingsToReadAsync()).NameInText;
        Calendar calendar = new() { ProductId = "-//Sturdy Tinker//Horizon//EN", Method = CalendarMethods.Publish };
        calendar.AddProperty("X-WR-CALNAME", $"Trailers at {shop}");
        foreach (var one in found)
        {
            string trailer = Trailer.FullNameOf(one.Tag, one.Name);
            calendar.Events.Add(Event(one.booking, feed.Kind == FeedKind.Customer
                ? ($"{trailer}: at {shop}", ForCustomer(one.booking))
                : ($"{one.Tag}: {one.booking.What}", $"{trailer}\n{one.Customer}\n{ForCustomer(one.booking)}")));
        }

        if (feed.Kind == FeedKind.Customer)
        {
            // What they do themselves stands beside what the shop does.
            OwnersCalendar.Add(
                calendar,
                (await file.TrailerStatuses.AsNoTracking().Where(s => s.CustomerId == feed.Of).ToListAsync())
                    .Select(s => (s.Tag, s.TrailerId, OwnersTasks.Of(s.Status, clock.Today))),
                clock.Now);
        }

        context.Response.Headers.CacheControl = "no-cache";
        return TypedResults.Content(
            new CalendarSerializer().SerializeToString(calendar)!,
            "text/calendar; charset=utf-8");
    }

    // What the customer was told, and no more.
    private static string ForCustomer(Booking booking) =>
        $"{booking.What}\nWhy now: {booking.Why}\nAbout {Packet.InWords(booking.Minutes)} of work, "
            + FormattableString.Invariant($"about {booking.Price:#,0}.");

    private static CalendarEvent Event(Booking booking, (string Summary, string Description) words) => new()
    {
        Uid = $"{booking.Id:D}@sturdy-tinker",
        Summary = words.Summary,
        Description = words.Description,
        Start = new CalDateTime(booking.Day.Year, booking.Day.Month, booking.Day.Day),
        End = new CalDateTime(booking.Day.AddDays(1).Year, booking.Day.AddDays(1).Month, booking.Day.AddDays(1).Day),
        DtStamp = OwnersCalendar.Utc(booking.ChangedAt),
        Created = OwnersCalendar.Utc(booking.At),
        LastModified = OwnersCalendar.Utc(booking.ChangedAt),
        Sequence = booking.Sequence,
        Status = booking.CalledOffAt is null ? EventStatus.Confirmed : EventStatus.Cancelled,
        Transparency = TransparencyType.Opaque,
    };
}
