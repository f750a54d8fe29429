using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using MimeKit;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Status;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon;

/// <summary>A reminder as it would be sent.</summary>
/// <param name="To">Where to; empty where the customer has no mail address.</param>
/// <param name="Subject">Its subject.</param>
/// <param name="Body">Its words.</param>
/// <param name="Sent">Reminders sent before of the same visit, newest first.</param>
/// <param name="CanSend">Whether this shop has a mail service.</param>
public sealed record ReminderAnswer(
    string To,
    string Subject,
    string Body,
    IReadOnlyList<ReminderSent> Sent,
    bool CanSend);

/// <summary>A reminder sent, or that could not be.</summary>
/// <param name="At">When it was written.</param>
/// <param name="To">Where to.</param>
/// <param name="By">Who sent it.</param>
/// <param name="Failed">Why it could not be handed over so far; null where it was, or was not tried yet.</param>
/// <param name="SentAt">When it was handed over; null before.</param>
/// <param name="NextAt">When it is tried next, by itself; null once it is sent or given up.</param>
public sealed record ReminderSent(
    DateTimeOffset At,
    string To,
    string By,
    string? Failed,
    DateTimeOffset? SentAt,
    DateTimeOffset? NextAt);

/// <summary>A reminder to send.</summary>
public sealed record ReminderDraft(string To, string Subject, string Body);

internal static class Reminders
{
    internal static void MapReminders(this RouteGroupBuilder horizon)
    {
        horizon.MapGet("/bookings/{id:guid}/reminder", WriteAsync).Needs(Right.Notify);
        horizon.MapPut("/bookings/{id:guid}/reminders/{reminderId:guid}", SendAsync).Needs(Right.Notify);
    }

    private static async Task<Ok<ReminderAnswer>> WriteAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        MailOutlet mail) =>
        TypedResults.Ok(await AnswerAsync(file, clock, id, mail));

    private static async Task<ReminderAnswer> AnswerAsync(ShopFile file, Clock clock, Guid id, MailOutlet mail)
    {
        var found = await (from booking in file.Bookings.AsNoTracking()
                           join trailer in file.Trailers on booking.TrailerId equals trailer.Id
                           join customer in file.Customers on trailer.CustomerId equals customer.Id
                           where booking.Id == id && booking.CalledOffAt == null
                           select new
                           {
                               booking,
                               trailer,
                               Customer = customer.Name,
                               customer.Mail
                           }).FirstOrDefaultAsync() ?? throw Refusal.NotFound("There is no such "
                                   + "accepted visit.");
        ShopSettings settings = await file.Settings.AsNoTracking().SingleAsync();
        ReminderWords words = settings.Reminder.For(new ReminderFacts(
            found.Customer,
            settings.NameInText,
            found.trailer.FullName,
            FormattableString.Invariant($"{found.booking.Day:dddd, MMMM d, yyyy}"),
            found.booking.What,
            found.booking.Why,
            Packet.InWords(found.booking.Minutes),
            FormattableString.Invariant($"{found.booking.Price:#,0}"),
            OwnersTasks.InOneLine(
                await file.StatusAsync(found.trailer, clock.Today),
                clock.Today,
                found.booking.Day)));
        var sent = await (from reminder in file.Reminders.AsNoTracking()
                          join person in file.People on reminder.PersonId equals person.Id
                          join one in file.OutgoingMails on reminder.Id equals one.Id into letters
                          from letter in letters.DefaultIfEmpty()
                          where reminder.BookingId == id
                          orderby reminder.At descending
                          select new ReminderSent(
                              reminder.At,
                              reminder.To,
                              person.Name,
                              reminder.Failed,
                              reminder.SentAt,
                              letter == null ? null : letter.NextAt)).ToListAsync();
        return new ReminderAnswer(found.Mail, words.Subject, words.Body, sent, mail.There);
    }

    private static async Task<Ok<ReminderAnswer>> SendAsync(
        Guid id,
        Guid reminderId,
        ReminderDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        MailOutlet mail,
        MailSending sending,
        CancellationToken stop)
    {
        Checks.Id(reminderId);
        await using (var transaction = await file.Database.BeginTransactionAsync(stop))
        {
            await WriteOnceAsync(id, reminderId, draft, file, clock, worker, mail, sending);
            await transaction.CommitAsync(stop);
        }

        file.ChangeTracker.Clear();
        await sending.TriedAsync(reminderId, stop);
        return TypedResults.Ok(await AnswerAsync(file, clock, id, mail));
    }

    // Sent twice, or by two at once, it is written down once, and what is written down goes out once.
    private static async Task WriteOnceAsync(
        Guid id,
        Guid reminderId,
        ReminderDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        MailOutlet mail,
        MailSending sending)
    {
        if (!await file.Reminders.AnyAsync(r => r.Id == reminderId))
        {
            Checks checks = new();
            string subject = checks.Text(
                "/subject",
                draft.Subject,
                "The subject",
                200), body = checks.Text("/body", draft.Body, "The words", ReminderWords.Longest);
            checks.Add("/subject", subject.AsSpan().IndexOfAny('\r', '\n') >= 0 ? "A subject is one line." : null);
            bool address = MailOutlet.TryAddress(draft.To, out MailboxAddress? to);
            checks.Add("/to", address ? null : "This is no mail address.");
            checks.Done();
            if (!await file.Bookings.AnyAsync(b => b.Id == id && b.CalledOffAt == null))
            {
                throw Refusal.NotFound("There is no such accepted visit.");
            }

            if (mail.There)
            {
                string shop = (await file.SettingsToReadAsync()).Name;
                using TextPart words = new("plain") { Text = body };
                sending.Write(file, reminderId, MailKind.Reminder, shop, to!, subject, words);
            }

            file.Reminders.Add(new Reminder
            {
                Id = reminderId,
                BookingId = id,
                To = to!.Address,
                Subject = subject,
                Body = body,
                At = clock.Now,
                Failed = mail.There ? null : MailOutlet.None,
                PersonId = worker.Id
            });
            await file.SaveChangesAsync();
        }
    }
}
