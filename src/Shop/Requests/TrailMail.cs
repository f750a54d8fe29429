using System.Security.Cryptography;
using System.Text;
using Microsoft.EntityFrameworkCore;
using MimeKit;
using SturdyTinker.Core.Notices;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Mails once a day where the trail of writes stands: whoever keeps the mails can show later that nothing before was
/// altered, even by somebody who has the whole file.
/// </summary>
/// <param name="to">Who keeps them.</param>
internal sealed class TrailMail(
    MailboxAddress to,
    IServiceScopeFactory scopes,
    MailSending sending,
    Clock clock,
    Opening opening,
    ILogger<TrailMail> log) : BehindTheScenes(
        opening,
        log,
        TimeSpan.FromMinutes(10),
        "The head of the trail could not be mailed; it is tried again soon.")
{
    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        using IServiceScope scope = scopes.CreateScope();
        ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
        DateOnly day = clock.Today;
        Guid id = IdOf(day);
        var last = await file.Changes
            .AsNoTracking()
            .OrderByDescending(c => c.Id)
            .Select(c => new { c.Id, c.Hash })
            .FirstOrDefaultAsync(stop);
        if (last is null || await file.OutgoingMails.AnyAsync(m => m.Id == id, stop))
        {
            return;
        }

        string shop = (await file.SettingsToReadAsync()).Name;
        using TextPart words = new("plain")
        {
            Text = FormattableString.Invariant(
                $"On {day:yyyy-MM-dd} the trail of writes ends with no. {last.Id}, whose digest is\n\n{last.Hash}\n\n")
                + "Keep this mail. ./tinker check says whether the trail is whole, and Settings, What was written, "
                + "shows the digest of each write.\n",
        };
        sending.Write(
            file,
            id,
            MailKind.Trail,
            shop,
            to,
            FormattableString.Invariant($"Trail of writes, {day:yyyy-MM-dd}: no. {last.Id}"),
            words);
        await file.SaveChangesAsync(stop);
        await sending.TriedAsync(id, stop);
    }

    // One a day, whoever writes it.
    private static Guid IdOf(DateOnly day) =>
        new(SHA256.HashData(Encoding.UTF8.GetBytes(FormattableString.Invariant($"trail {day:yyyy-MM-dd}")))[..16]);
}
