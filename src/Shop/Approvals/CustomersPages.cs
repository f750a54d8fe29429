using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Approvals;

/// <summary>
/// The page behind a customer's link: no person is asked for, the secret stands for one, and opens this one request.
/// </summary>
internal static class CustomersPages
{
    internal static void MapCustomersPage(this RouteGroupBuilder api)
    {
        RouteGroupBuilder page = api.MapGroup("/outside/approvals/{secret}")
            .WithTags("Outside")
            .AllowAnonymous()
            .RequireRateLimiting(OutsideLinks.Limited);
        page.MapGet("/", ReadAsync);
        page.MapPut("/answer", AnswerAsync);
        page.MapPut("/questions/{id:guid}", AskAsync);
        page.MapGet("/pictures/{id:guid}", PictureAsync);
    }

    private static async Task<Ok<CustomersPage>> ReadAsync(string secret, ShopFile file, Clock clock) =>
        TypedResults.Ok(await PageAsync(file, await FindAsync(file, secret), clock));

    private static async Task<Ok<CustomersPage>> AnswerAsync(
        string secret,
        ApprovalReply reply,
        ShopFile file,
        Clock clock,
        VisitNews news)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        Approval approval = await FindAsync(file, secret);
        await OutsideLinks.NoteAsync(file, clock, $"Answered by link: approval {approval.Id}");
        await Answering.AnswerAsync(file, approval, reply, null, clock);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        Answering.Tell(news, approval);
        return TypedResults.Ok(await PageAsync(file, approval, clock));
    }

    private static async Task<Ok<CustomersPage>> AskAsync(
        string secret,
        Guid id,
        QuestionDraft draft,
        ShopFile file,
        Clock clock,
        VisitNews news)
    {
        Checks.Id(id);
        await using var transaction = await file.Database.BeginTransactionAsync();
        Approval approval = await FindAsync(file, secret);
        if (approval.Questions.All(q => q.Id != id))
        {
            if (approval.State(clock.Now) != ApprovalState.Open)
            {
                throw Refusal.Conflict("Nothing is open here any more: ring the shop.");
            }

            Checks checks = new();
            string text = checks.Text("/text", draft.Text, "Your question", Approval.LongestText),
                name = checks.Text("/name", draft.Name, "Your name", Approval.LongestName);
            checks.Add("/text", approval.Questions.Count >= Approval.MostQuestions
                ? "That is a good deal of questions: ring the shop."
                : null);
            checks.Done();
            await OutsideLinks.NoteAsync(file, clock, $"Asked by link: approval {approval.Id}");
            approval.Questions = [.. approval.Questions, new ApprovalQuestion(id, clock.Now, name, text)];
            await file.SaveChangesAsync();
        }

        await transaction.CommitAsync();
        Answering.Tell(news, approval);
        return TypedResults.Ok(await PageAsync(file, approval, clock));
    }

    // A picture of what is asked about, and no other of the shop's.
    private static async Task<PhysicalFileHttpResult> PictureAsync(
        string secret,
        Guid id,
        ShopFile file,
        PhotoFolder folder)
    {
        Approval approval = await FindAsync(file, secret);
        IReadOnlyList<Guid> findings = approval.FindingIds();
        return PhotoFolder.Show(
            folder.PathOf(id),
            await file.VisitPhotos.AnyAsync(p => p.Id == id
                && p.FindingId != null
                && findings.Contains(p.FindingId.Value)));
    }

    private static async Task<Approval> FindAsync(ShopFile file, string secret)
    {
        string hash = Digest.Of(secret);
        return await file.Approvals.FirstOrDefaultAsync(a => a.KeyHash == hash)
            ?? throw Refusal.NotFound(OutsideLinks.Nothing);
    }

    private static async Task<CustomersPage> PageAsync(ShopFile file, Approval approval, Clock clock)
    {
        ShopSettings settings = await file.SettingsToReadAsync();
        var about = await (from trailer in file.Trailers.AsNoTracking()
                           join customer in file.Customers on trailer.CustomerId equals customer.Id
                           where trailer.Id == approval.TrailerId
                           select new { trailer, customer.Name }).FirstAsync();
        ApprovalState state = approval.State(clock.Now);
        if (state is ApprovalState.Withdrawn or ApprovalState.Expired)
        {
            // What is not asked any more is not shown either.
            return new CustomersPage(
                settings.NameInText, settings.Currency, about.trailer.FullName, about.Name, state,
                "", "", "", [], [], [], [], false,
                DateOnly.FromDateTime(approval.ExpiresAt.DateTime), null, "", "");
        }

        IReadOnlyList<Guid> findings = approval.FindingIds();
        ILookup<Guid?, Guid> pictures = (await file.VisitPhotos
            .AsNoTracking()
            .Where(p => p.FindingId != null && findings.Contains(p.FindingId.Value))
            .OrderBy(p => p.At)
            .Select(p => new { p.FindingId, p.Id })
            .ToListAsync()).ToLookup(p => p.FindingId, p => p.Id);
        return new CustomersPage(
            settings.NameInText,
            settings.Currency,
            about.trailer.FullName,
            about.Name,
            state,
            approval.Note,
            approval.When,
            approval.Already.Count == 0
                ? ""
                : JobWords.Of(JobCatalogue.Of(settings.Practices), about.trailer.Gear, approval.Already),
            [.. approval.Lines.Select(l => new CustomersLine(
                l.Key,
                l.What,
                l.Why,
                l.Verdict,
                l.FindingId is null ? [] : [.. pictures[l.FindingId]],
                approval.AnsweredAt is null ? null : approval.Agreed.Contains(l.Key)))],
            approval.Totals,
            approval.Unpriced,
            approval.Questions,
            state == ApprovalState.Open && approval.Questions.Count < Approval.MostQuestions,
            DateOnly.FromDateTime(approval.ExpiresAt.DateTime),
            approval.AnsweredAt,
            approval.AnsweredBy,
            approval.Trouble.Length == 0 ? "" : "The shop will ring you about it.");
    }
}
