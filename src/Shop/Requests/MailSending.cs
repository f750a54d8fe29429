using Microsoft.EntityFrameworkCore;
using MimeKit;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Planning;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Hands over the messages that are written down, one after the other, behind the scenes: each once, and again later
/// where the service did not take it. What they are about is told with them.
/// </summary>
internal sealed class MailSending(
    IServiceScopeFactory scopes,
    MailOutlet outlet,
    Clock clock,
    Opening opening,
    ILogger<MailSending> log) : BehindTheScenes(
        opening,
        log,
        TimeSpan.FromSeconds(20),
        "Mail that waits could not be sent.")
{
    /// <summary>The shop as the sender of its mail.</summary>
    /// <param name="shop">The shop's name; may be empty.</param>
    internal MailboxAddress Sender(string shop) => outlet.Sender(shop);

    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(10);

    /// <summary>Puts a message into the change set, to go with what it is about.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="id">That of what it is about; the message's own is made of it.</param>
    /// <param name="kind">What it is about.</param>
    /// <param name="shop">The shop's name; may be empty.</param>
    /// <param name="to">Whom it goes to.</param>
    /// <param name="subject">Its subject: one line.</param>
    /// <param name="body">Its words, and what goes with them.</param>
    internal void Write(
        ShopFile file,
        Guid id,
        MailKind kind,
        string shop,
        MailboxAddress to,
        string subject,
        MimeEntity body)
    {
        using MimeMessage message = new([Sender(shop)], [to], subject, body)
        {
            Date = clock.Now,
            MessageId = $"{id:D}@sturdy-tinker.example",
        };
        using MemoryStream bytes = new();
        message.WriteTo(bytes);
        file.OutgoingMails.Add(new OutgoingMail
        {
            Id = id,
            Kind = kind,
            Message = bytes.ToArray(),
            At = clock.Now,
            NextAt = clock.Now
        });
    }

    /// <summary>
    /// Has what is saved sent now, and waits a few seconds for how it goes; it goes on though nobody waits for it.
    /// </summary>
    internal async Task TriedAsync(Guid id, CancellationToken stop)
    {
        Ask();
        long begun = Environment.TickCount64;
        while (Environment.TickCount64 - begun < Patience.TotalMilliseconds)
        {
            using IServiceScope scope = scopes.CreateScope();
            ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
            if (!await file.OutgoingMails.AnyAsync(m => m.Id == id && m.SentAt == null && m.Failed == null, stop))
            {
                return;
            }

            await Task.Delay(TimeSpan.FromMilliseconds(50), stop);
        }
    }

    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        while (true)
        {
            using IServiceScope scope = scopes.CreateScope();
            ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
            DateTimeOffset now = clock.Now;
            OutgoingMail? mail = await file.OutgoingMails
                .Where(m => m.NextAt != null && m.NextAt <= now)
                .OrderBy(m => m.NextAt)
                .FirstOrDefaultAsync(stop);
            if (mail is null)
            {
                return;
            }

            if (await NoLongerAsync(file, mail, stop) is { } gone)
            {
                mail.Fail(gone, forGood: true);
                await TellAsync(file, mail, stop);
                await file.SaveChangesAsync(stop);
                continue;
            }

            mail.Begin(now);
            await file.SaveChangesAsync(stop);

            // From here on it is seen through: what was taken is never called unsent.
            using MemoryStream bytes = new(mail.Message);
            using MimeMessage message = await MimeMessage.LoadAsync(bytes, CancellationToken.None);
            if (await outlet.SendAsync(message, CancellationToken.None) is { } refused)
            {
                mail.Fail(refused.Why, refused.ForGood);
            }
            else
            {
                mail.Sent(clock.Now);
            }

            await TellAsync(file, mail, CancellationToken.None);
            await file.SaveChangesAsync(CancellationToken.None);
        }
    }

    // Why it is not to go any more, though it could not go before; null where it is.
    private static async Task<string?> NoLongerAsync(ShopFile file, OutgoingMail mail, CancellationToken stop)
    {
        if (mail.Kind == MailKind.Order)
        {
            PartOrder order = await file.PartOrders.AsNoTracking().FirstAsync(o => o.Id == mail.Id, stop);
            return order.SentAt is not null ? "It has gone another way."
                : order.ClosedAt is not null ? "The order was given up."
                : null;
        }

        if (mail.Kind is MailKind.Trail or MailKind.Paper)
        {
            return null;
        }

        if (mail.Kind == MailKind.Approval)
        {
            return await file.Approvals.AnyAsync(
                a => a.Id == mail.Id && a.AnsweredAt == null && a.WithdrawnAt == null,
                stop)
                ? null
                : "It was answered or withdrawn meanwhile.";
        }

        Guid booking = await file.Reminders.Where(r => r.Id == mail.Id).Select(r => r.BookingId).FirstAsync(stop);
        return await file.Bookings.AnyAsync(b => b.Id == booking && b.CalledOffAt == null, stop)
            ? null
            : "The visit was called off meanwhile.";
    }

    private static async Task TellAsync(ShopFile file, OutgoingMail mail, CancellationToken stop)
    {
        if (mail.Kind is MailKind.Trail or MailKind.Paper)
        {
            return;
        }

        if (mail.Kind == MailKind.Approval)
        {
            // The letter has the secret in it: once it has gone, or never will, nobody needs to keep that.
            mail.Message = mail.NextAt is null ? [] : mail.Message;
            return;
        }

        if (mail.Kind == MailKind.Reminder)
        {
            Reminder reminder = await file.Reminders.FirstAsync(r => r.Id == mail.Id, stop);
            (reminder.SentAt, reminder.Failed) = (mail.SentAt, mail.Failed);
            return;
        }

        PartOrder order = await file.PartOrders.FirstAsync(o => o.Id == mail.Id, stop);
        if (mail.SentAt is { } at)
        {
            (order.Way, order.SentAt, order.Said) = (OrderWay.Mail, at, "");
        }
        else if (order is { SentAt: null, ClosedAt: null })
        {
            order.Said = mail.NextAt is { } next
                ? FormattableString.Invariant(
                    $"Not sent: {mail.Failed} It is tried again by itself at {next:H:mm}; or send it another way.")
                : $"Not sent: {mail.Failed} Nothing is lost; send it again, or another way.";
        }
    }
}
