using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Yard;

/// <summary>
/// Forgets whom a customer is, where somebody has a right to that: name, telephone, mail, notes, letters sent, and what
/// the trail of writes tells of them. The trailers stay, with all that was found and done: somebody tows them.
/// </summary>
internal static class Forgetting
{
    internal static void MapForgetting(this RouteGroupBuilder yard) =>
        yard.MapPost("/customers/{id:guid}/forget", ForgetAsync).Needs(Right.Forget).AsksSecret();

    private static async Task<Ok<CustomerAnswer>> ForgetAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        Worker worker,
        HttpContext context)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (!await file.Customers.AnyAsync(c => c.Id == id))
        {
            throw Refusal.NotFound("There is no such customer.");
        }

        if (await file.Bookings.AnyAsync(b => b.CalledOffAt == null && b.VisitId == null && b.Day >= clock.Today
            && file.Trailers.Any(t => t.Id == b.TrailerId && t.CustomerId == id)))
        {
            throw Refusal.Conflict("A visit of this customer is still to come: call it off first.");
        }

        Confirmations.Ask(context);
        string now = $"Forgotten {id:N}"[..26];
        DateTimeOffset at = clock.Now;

        // Past the trail: what is forgotten may not be told as what was there before.
        await file.Customers.Where(c => c.Id == id).ExecuteUpdateAsync(c => c
            .SetProperty(x => x.Name, now)
            .SetProperty(x => x.Phone, "")
            .SetProperty(x => x.Mail, "")
            .SetProperty(x => x.Note, "")
            .SetProperty(x => x.Version, x => x.Version + 1));
        List<Guid> letters = await (from reminder in file.Reminders
                                    join booking in file.Bookings on reminder.BookingId equals booking.Id
                                    join trailer in file.Trailers on booking.TrailerId equals trailer.Id
                                    where trailer.CustomerId == id
                                    select reminder.Id).ToListAsync();
        await file.Reminders.Where(r => letters.Contains(r.Id)).ExecuteUpdateAsync(r => r
            .SetProperty(x => x.To, "")
            .SetProperty(x => x.Subject, "")
            .SetProperty(x => x.Body, ""));
        List<Guid> asked = await (from approval in file.Approvals
                                  join trailer in file.Trailers on approval.TrailerId equals trailer.Id
                                  where trailer.CustomerId == id
                                  select approval.Id).ToListAsync();
        await file.Approvals.Where(a => asked.Contains(a.Id)).ExecuteUpdateAsync(a => a
            .SetProperty(x => x.Note, "")
            .SetProperty(x => x.MailedTo, "")
            .SetProperty(x => x.AnsweredBy, x => x.AnsweredAt == null ? "" : now)
            .SetProperty(x => x.Questions, Array.Empty<ApprovalQuestion>())
            .SetProperty(x => x.WithdrawnAt, x => x.AnsweredAt == null ? x.WithdrawnAt ?? at : x.WithdrawnAt));
        letters.AddRange(asked);
        await file.OutgoingMails.Where(m => letters.Contains(m.Id)).ExecuteUpdateAsync(m => m
            .SetProperty(x => x.Message, Array.Empty<byte>())
            .SetProperty(x => x.NextAt, (DateTimeOffset?)null));
        await file.OwnerLinks
            .Where(l => l.CustomerId == id && l.WithdrawnAt == null)
            .ExecuteUpdateAsync(l => l.SetProperty(x => x.WithdrawnAt, at));
        await file.CalendarFeeds
            .Where(f => f.Of == id && f.Kind == FeedKind.Customer && f.WithdrawnAt == null)
            .ExecuteUpdateAsync(f => f.SetProperty(x => x.WithdrawnAt, at));
        foreach (string key in letters.Prepend(id).Select(one => one.ToString()))
        {
            await file.Changes
                .Where(c => c.Content != null && c.Content.Contains(key))
                .ExecuteUpdateAsync(c => c.SetProperty(x => x.Content, (string?)null));
        }

        // The write itself, who asked for it and when, stays.
        await file.SaveChangesAsync();
        await file.RefreshOfCustomerAsync(id, clock.Today);
        await file.SaveChangesAsync();
        CustomerAnswer answer = CustomerAnswer.Of(await file.Customers.AsNoTracking().FirstAsync(c => c.Id == id));
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }
}
