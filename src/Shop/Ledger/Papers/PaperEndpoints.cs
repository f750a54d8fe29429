using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using MimeKit;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.People;
using SturdyTinker.Papers;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger.Papers;

/// <summary>What a paper is of.</summary>
internal enum PaperKind
{
    /// <summary>The sheet that goes with a trailer; of a visit.</summary>
    HandOver,

    /// <summary>The report of a periodic inspection; of a visit.</summary>
    Inspection,

    /// <summary>What is taken from the shelf; of a visit.</summary>
    Picking,

    /// <summary>The steps with boxes for their figures; of a visit.</summary>
    Packet,

    /// <summary>What a customer is asked to agree to; of such a request.</summary>
    Estimate,

    /// <summary>What is ordered; of an order.</summary>
    Order,

    /// <summary>Everything on record, for its next owner; of a trailer.</summary>
    Life,
}

/// <summary>Sends a paper by mail.</summary>
/// <param name="To">Whom it goes to: a mail address.</param>
public sealed record PaperMail(string To);

/// <summary>How it went with a paper that was mailed.</summary>
/// <param name="Sent">When it went; null while it has not.</param>
/// <param name="Failed">Why it has not; null where nothing is known to be wrong.</param>
public sealed record PaperMailed(DateTimeOffset? Sent, string? Failed);

/// <summary>
/// Papers: as what stands on them, for a page that prints; as a PDF; and by mail.
/// </summary>
internal static class PaperEndpoints
{
    // One at a time is set: a long one takes a processor for a while.
    private static readonly SemaphoreSlim One = new(1);

    internal static void MapPapers(this RouteGroupBuilder ledger)
    {
        ledger.MapGet(
            "/papers/{kind}/{id:guid}",
            async (string kind, Guid id, ShopFile file, Clock clock) =>
                TypedResults.Ok(await ReadAsync(file, kind, id, clock.Today))).Needs(Right.See);
        ledger.MapGet("/papers/{kind}/{id:guid}/pdf", PdfAsync).Needs(Right.See)
            .Produces<byte[]>(200, "application/pdf");
        ledger.MapPut("/papers/{kind}/{id:guid}/mail/{mailId:guid}", MailAsync).Needs(Right.Share);
    }

    /// <summary>A paper as a PDF. What takes long is broken off where nobody waits for it any more.</summary>
    internal static async Task<FileContentHttpResult> AsPdfAsync(
        ShopFile file,
        Paper paper,
        PaperSize size,
        PhotoFolder photos,
        CancellationToken stop) =>
        TypedResults.File(
            await BytesAsync(file, paper, size, photos, stop),
            "application/pdf",
            paper.FileName + ".pdf");

    private static async Task<byte[]> BytesAsync(
        ShopFile file,
        Paper paper,
        PaperSize size,
        PhotoFolder photos,
        CancellationToken stop)
    {
        byte[]? mark = paper.Mark is { } of
            ? await file.ShopMarks.Where(m => m.Id == of).Select(m => m.Picture).FirstOrDefaultAsync(stop)
            : null;
        await One.WaitAsync(stop);
        try
        {
            return await Task.Run(
                () =>
                {
                    using MemoryStream pdf = new();
                    PaperPdf.Write(paper, size, id => id == paper.Mark ? mark : Picture(photos, id), pdf);
                    return pdf.ToArray();
                },
                stop);
        }
        finally
        {
            One.Release();
        }
    }

    private static byte[]? Picture(PhotoFolder photos, Guid id)
    {
        try
        {
            return File.ReadAllBytes(photos.PathOf(id));
        }
        catch (IOException)
        {
            // The paper says that it is missing.
            return null;
        }
    }

    // As an address has it, whatever its letters' case.
    private static PaperKind KindOf(string kind) =>
        Enum.TryParse(kind, ignoreCase: true, out PaperKind known) && Enum.IsDefined(known)
            ? known
            : throw Refusal.NotFound("There is no such paper.");

    private static Task<Paper> ReadAsync(ShopFile file, string kind, Guid id, DateOnly today) => KindOf(kind) switch
    {
        PaperKind.HandOver => PaperSources.HandOverAsync(file, id, today),
        PaperKind.Inspection => PaperSources.InspectionAsync(file, id),
        PaperKind.Picking => PaperSources.PickingAsync(file, id, today),
        PaperKind.Packet => PaperSources.PacketAsync(file, id, today),
        PaperKind.Estimate => PaperSources.EstimateAsync(file, id),
        PaperKind.Life => LifeSource.PaperAsync(file, id, today),
        _ => PaperSources.OrderAsync(file, id),
    };

    private static async Task<FileContentHttpResult> PdfAsync(
        string kind,
        Guid id,
        string? size,
        ShopFile file,
        PhotoFolder photos,
        Clock clock,
        CancellationToken stop)
    {
        Paper paper = await ReadAsync(file, kind, id, clock.Today);
        PaperSize on = (await file.SettingsToReadAsync()).PaperSize;
        if (size is not null && !(Enum.TryParse(size, ignoreCase: true, out on) && Enum.IsDefined(on)))
        {
            throw Refusal.Malformed("Papers are Letter or A4.", "size");
        }

        return await AsPdfAsync(file, paper, on, photos, stop);
    }

    // Sent twice by the same id it goes once.
    private static async Task<Ok<PaperMailed>> MailAsync(
        string kind,
        Guid id,
        Guid mailId,
        PaperMail mail,
        ShopFile file,
        PhotoFolder photos,
        MailSending sending,
        MailOutlet outlet,
        Clock clock,
        CancellationToken stop)
    {
        Checks.Id(mailId);
        Checks checks = new();
        bool known = MailOutlet.TryAddress(mail.To, out MailboxAddress? to);
        checks.Add("/to", !known ? "That is no mail address." : outlet.There ? null : MailOutlet.None);
        checks.Done();
        if (!await file.OutgoingMails.AnyAsync(m => m.Id == mailId, stop))
        {
            Paper paper = await ReadAsync(file, kind, id, clock.Today);
            ShopSettings settings = await file.SettingsToReadAsync();
            byte[] pdf = await BytesAsync(file, paper, settings.PaperSize, photos, stop);
            BodyBuilder body = new()
            {
                TextBody = $"{paper.Title}: {paper.About}.\n\nThe paper is attached as a PDF.\n\n{paper.From}\n"
                    + string.Join('\n', paper.Reached)
            };
            using MemoryStream attached = new(pdf);
            ContentType type = new("application", "pdf");
            await body.Attachments.AddAsync(paper.FileName + ".pdf", attached, type, stop);
            sending.Write(
                file,
                mailId,
                MailKind.Paper,
                settings.Name,
                to!,
                $"{paper.Title}: {paper.About}",
                body.ToMessageBody());
            await file.SaveChangesAsync(stop);
            await sending.TriedAsync(mailId, stop);
        }

        OutgoingMail now = await file.OutgoingMails.AsNoTracking().FirstAsync(m => m.Id == mailId, stop);
        return TypedResults.Ok(new PaperMailed(now.SentAt, now.Failed));
    }
}
