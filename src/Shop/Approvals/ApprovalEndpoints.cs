using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using MimeKit;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Approvals;

/// <summary>Work that customers are asked to agree to: asked, withdrawn, answered in the shop's name.</summary>
internal static class ApprovalEndpoints
{
    internal static void MapApprovals(this RouteGroupBuilder api)
    {
        RouteGroupBuilder approvals = api.MapGroup("/approvals").WithTags("Approvals");
        approvals.MapGet(
            "/visits/{id:guid}",
            async (Guid id, ShopFile file, Clock clock, MailOutlet mail) =>
                TypedResults.Ok(await AnswerAsync(file, id, null, clock, mail))).Needs(Right.See);
        approvals.MapGet(
            "/bookings/{id:guid}",
            async (Guid id, ShopFile file, Clock clock, MailOutlet mail) =>
                TypedResults.Ok(await AnswerAsync(file, null, id, clock, mail))).Needs(Right.See);
        approvals.MapGet("/declined", DeclinedAsync).Needs(Right.See);
        approvals.MapPut("/{id:guid}", AskAsync).Needs(Right.Offer);
        approvals.MapPost("/{id:guid}/link", LinkAsync).Needs(Right.Offer);
        approvals.MapDelete("/{id:guid}", WithdrawAsync).Needs(Right.Offer);
        approvals.MapPut("/{id:guid}/answer", ToldAsync).Needs(Right.Offer);
        approvals.MapPut("/{id:guid}/questions/{question:guid}/reply", ReplyAsync).Needs(Right.Offer);
        api.MapCustomersPage();
    }

    private static async Task<ApprovalsAnswer> AnswerAsync(
        ShopFile file,
        Guid? visit,
        Guid? booking,
        Clock clock,
        MailOutlet mail,
        (Guid Id, string Address)? made = null)
    {
        ApprovalWork work = await ApprovalWork.ReadAsync(file, visit, booking, clock.Today);
        IReadOnlyList<Approval> all = work.Asked;
        Guid[] ids = [.. all.Select(a => a.Id)];
        Dictionary<Guid, OutgoingMail> letters = await file.OutgoingMails
            .AsNoTracking()
            .Where(m => ids.Contains(m.Id))
            .ToDictionaryAsync(m => m.Id);
        Dictionary<Guid, string> people = await file.People.AsNoTracking().ToDictionaryAsync(p => p.Id, p => p.Name);
        Customer customer = await file.Customers.AsNoTracking().FirstAsync(c => c.Id == work.Trailer.CustomerId);
        string shop = (await file.SettingsToReadAsync()).NameAsHeading;

        // What is asked already is not proposed a second time while it waits.
        HashSet<JobAt> waiting = [.. all
            .Where(a => a.State(clock.Now) == ApprovalState.Open)
            .SelectMany(a => a.Lines)
            .SelectMany(l => l.Jobs)];
        HashSet<JobAt> declined = [.. all
            .SelectMany(a => a.Declined)
            .SelectMany(l => l.Jobs)];
        List<ApprovalLine> proposed = [.. work.Proposed.Where(l => !l.Jobs.All(j =>
            waiting.Contains(j) || declined.Contains(j)))];
        if (work.Booking is not null && Approval.LastAnswered(all) is not null)
        {
            proposed = [];
        }

        IReadOnlyList<Spread> extras = work.Extras(proposed);
        return new ApprovalsAnswer(
            [.. all.Select(a => Answer(a, letters.GetValueOrDefault(a.Id)))],
            [.. proposed.Select((line, i) => Line(line, extras[i], null))],
            work.Stands?.Agreed,
            work.Stands?.ComesTo,
            work.Stands?.Limit,
            work.Stands?.AsksAgain ?? false,
            work.Stands is { } price ? InWords(price) : "",
            customer.Mail,
            customer.Phone,
            mail.There);

        ApprovalAnswer Answer(Approval a, OutgoingMail? letter)
        {
            string? address = made is { } now && now.Id == a.Id ? now.Address : null;
            return new ApprovalAnswer(
                a.Id,
                a.VisitId,
                a.BookingId,
                a.State(clock.Now),
                a.At,
                people[a.PersonId],
                a.Note,
                a.When,
                [.. a.Lines.Select(l => Line(
                    l,
                    a.Extra([l.Key]),
                    a.AnsweredAt is null ? null : a.Agreed.Contains(l.Key)))],
                a.AgreedTotal ?? a.Total([.. a.Lines.Select(l => l.Key)]),
                a.Unpriced,
                a.ExpiresAt,
                a.MailedTo,
                letter?.SentAt,
                letter?.Failed,
                a.Questions,
                a.AnsweredAt,
                a.AnsweredBy,
                a.ToldTo is { } person ? people[person] : null,
                a.Trouble,
                address,
                address is null ? null : Message(shop, work.Trailer, address));
        }
    }

    private static ApprovalLineAnswer Line(ApprovalLine line, Spread extra, bool? agreed) =>
        new(line.Key, line.What, line.Why, line.Verdict, line.Jobs, line.FindingId, extra, agreed);

    private static string InWords(VisitPrice price)
    {
        string now = FormattableString.Invariant($"{price.ComesTo.Low:#,0} to {price.ComesTo.High:#,0}");
        return price.Agreed is not { } agreed
            ? $"It comes to {now}; no price was told to the customer."
            : FormattableString.Invariant(
                $"It comes to {now}; {agreed.Low:#,0} to {agreed.High:#,0} was agreed.")
                + (price.AsksAgain
                    ? FormattableString.Invariant(
                        $" That is above the {price.Limit:#,0} it may come to: ask the customer again.")
                    : "");
    }

    private static string Message(string shop, Trailer trailer, string address) =>
        $"{shop}, your trailer {trailer.FullName}: please look at this and say yes or no: {address}";

    // What comes up again: declined on this trailer, and not done since.
    private static async Task<Ok<List<DeclinedAnswer>>> DeclinedAsync(Guid trailer, ShopFile file)
    {
        List<Approval> approvals = await file.Approvals
            .AsNoTracking()
            .Where(a => a.TrailerId == trailer && a.AnsweredAt != null)
            .ToListAsync();
        List<WorkDone> work = approvals.Count == 0
            ? []
            : await file.WorkDone.AsNoTracking().Where(w => w.TrailerId == trailer).ToListAsync();
        return TypedResults.Ok(ApprovalLines.StillDeclined(approvals, work).Select(d => new DeclinedAnswer(
            d.Line.What,
            d.Line.Why,
            d.Line.Verdict,
            d.Line.Jobs,
            d.Approval.AnsweredAt!.Value,
            d.Approval.AnsweredBy,
            d.Approval.Extra([d.Line.Key]))).ToList());
    }

    private static async Task<Ok<ApprovalsAnswer>> AskAsync(
        Guid id,
        ApprovalDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        MailOutlet mail,
        MailSending sending,
        ShopOptions options,
        HttpContext context,
        CancellationToken stop)
    {
        Checks.Id(id);
        draft = draft with { BookingId = draft.VisitId is null ? draft.BookingId : null };
        string key = Digest.NewKey(), address = OutsideLinks.Address(options, context, $"agree/{key}");
        bool fresh = false;
        await using (var transaction = await file.Database.BeginTransactionAsync(stop))
        {
            Approval? there = await file.Approvals.FirstOrDefaultAsync(a => a.Id == id, stop);
            if (there is null)
            {
                there = await WrittenAsync(id, draft, key, file, clock, worker);
                if (draft.MailTo is { Length: > 0 } typed)
                {
                    await MailAsync(there, typed, address, file, mail, sending);
                }

                fresh = true;
                await file.SaveChangesAsync(stop);
            }
            else if (there.VisitId != draft.VisitId || there.BookingId != draft.BookingId)
            {
                throw Refusal.Conflict("This id belongs to another request.");
            }
            else if (there.State(clock.Now) == ApprovalState.Open
                && there.MailedTo.Length == 0
                && clock.Now - there.At <= OutsideLinks.SentAgain)
            {
                // Nobody has the address of an answer that was lost: sent again, it answers at another.
                there.KeyHash = Digest.Of(key);
                fresh = true;
                await file.SaveChangesAsync(stop);
            }

            await transaction.CommitAsync(stop);
        }

        file.ChangeTracker.Clear();
        if (draft.MailTo is { Length: > 0 } && mail.There)
        {
            await sending.TriedAsync(id, stop);
        }

        return TypedResults.Ok(await AnswerAsync(
            file,
            draft.VisitId,
            draft.BookingId,
            clock,
            mail,
            fresh ? (id, address) : null));
    }

    private static async Task<Approval> WrittenAsync(
        Guid id,
        ApprovalDraft draft,
        string key,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        ApprovalWork work = await ApprovalWork.ReadAsync(file, draft.VisitId, draft.BookingId, clock.Today);
        if (work.Visit is { ClosedAt: not null })
        {
            throw Refusal.Conflict("This visit is closed: what is still to be done is booked anew.");
        }

        Checks checks = new();
        string note = checks.Text("/note", draft.Note, "The note", Approval.LongestText, required: false);
        checks.Add("/lines", draft.Lines.Count switch
        {
            0 => "Say what is to be agreed to.",
            > Approval.MostLines => $"At most {Approval.MostLines} things at once: put some of them together.",
            _ => null,
        });
        checks.Done();
        List<ApprovalLine> lines = [];
        HashSet<JobAt> asked = [];
        for (int i = 0; i < draft.Lines.Count; i++)
        {
            ApprovalLineDraft line = draft.Lines[i];
            string why = checks.Text($"/lines/{i}/why", line.Why, "The reason", 1_000, required: false);
            string? wrong = line.Jobs.Count is 0 or > 60
                ? "Say what is to be done: at least one job."
                : Core.Composing.Composer.Refusals(work.Kind.Gear, line.Jobs, work.Kind.Practices)
                    .Select(r => r.Sentence)
                    .FirstOrDefault();
            checks.Add($"/lines/{i}/jobs", wrong ?? (line.Jobs.Any(asked.Contains)
                ? "One job is asked for once."
                : null));
            asked.UnionWith(line.Jobs);
            ApprovalLine? same = work.Proposed.FirstOrDefault(p => p.Jobs.ToHashSet().SetEquals(line.Jobs));
            lines.Add(new ApprovalLine(
                ApprovalLine.KeyOf(i),
                same?.What ?? JobWords.Of(
                    JobCatalogue.Of(work.Kind.Practices),
                    work.Kind.Gear,
                    line.Jobs.Where(j => wrong is null)),
                why,
                same?.Verdict,
                [.. line.Jobs.Distinct()],
                same?.FindingId));
        }

        checks.Done();
        IReadOnlyList<JobAt> already = work.Already(lines);
        Approval approval = new()
        {
            Id = id,
            TrailerId = work.Trailer.Id,
            VisitId = draft.VisitId,
            BookingId = draft.BookingId,
            At = clock.Now,
            PersonId = worker.Id,
            Note = note,
            When = work.Booking is { } booking
                ? FormattableString.Invariant($"{booking.Day:dddd, MMMM d}")
                : work.Visit is { PickUpOn: { } on }
                    ? FormattableString.Invariant($"while it is here, ready {on:dddd, MMMM d}")
                    : "while it is here",
            Lines = lines,
            Already = already,
            Totals = ApprovalLines.Totals(lines, already, jobs => work.Price(jobs).Total),
            Unpriced = work.Price([.. already.Concat(asked).Distinct()]).Unpriced,
            KeyHash = Digest.Of(key),
            ExpiresAt = clock.Now + Approval.Lasts,
        };
        file.Approvals.Add(approval);
        if (draft.Waits && work.Visit is { } visit)
        {
            (visit.Standing, visit.WaitsFor, visit.StandsSince) =
                (Standing.WaitsForAnswer, lines[0].What, clock.Now);
        }

        return approval;
    }

    private static async Task MailAsync(
        Approval approval,
        string typed,
        string address,
        ShopFile file,
        MailOutlet mail,
        MailSending sending)
    {
        if (!MailOutlet.TryAddress(typed, out MailboxAddress? to))
        {
            throw Refusal.Field("/mailTo", "This is no mail address.");
        }

        if (!mail.There)
        {
            throw Refusal.Field("/mailTo", MailOutlet.None);
        }

        ShopSettings shop = await file.SettingsToReadAsync();
        Trailer trailer = await file.Trailers.AsNoTracking().FirstAsync(t => t.Id == approval.TrailerId);
        string customer = await file.Customers
            .Where(c => c.Id == trailer.CustomerId)
            .Select(c => c.Name)
            .FirstAsync();
        using TextPart words = new("plain")
        {
            Text = string.Join('\n',
            [
                $"Good day {customer},",
                "",
                $"about your trailer {trailer.FullName}:",
                .. approval.Lines.Select(l => $"- {l.What}"),
                "",
                "What it costs, why, and your yes or no:",
                address,
                "",
                FormattableString.Invariant($"It can be answered until {approval.ExpiresAt:MMMM d}."),
                "",
                shop.NameAsHeading,
            ])
        };
        sending.Write(
            file,
            approval.Id,
            MailKind.Approval,
            shop.Name,
            to,
            $"{trailer.Tag}: please say yes or no",
            words);
        approval.MailedTo = to.Address;
    }

    // Whoever has lost the address gets another; the one before opens nothing any more.
    private static async Task<Ok<ApprovalsAnswer>> LinkAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        Worker worker,
        MailOutlet mail,
        ShopOptions options,
        HttpContext context)
    {
        _ = worker;
        string key = Digest.NewKey();
        await using var transaction = await file.Database.BeginTransactionAsync();
        Approval approval = await OpenAsync(file, id, clock);
        approval.KeyHash = Digest.Of(key);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await AnswerAsync(
            file,
            approval.VisitId,
            approval.BookingId,
            clock,
            mail,
            (id, OutsideLinks.Address(options, context, $"agree/{key}"))));
    }

    private static async Task<Ok<ApprovalsAnswer>> WithdrawAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        Worker worker,
        MailOutlet mail)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        Approval approval = await FindAsync(file, id);
        if (approval.AnsweredAt is not null)
        {
            throw Refusal.Conflict($"{approval.AnsweredBy} has answered it meanwhile.");
        }

        if (approval.WithdrawnAt is null)
        {
            approval.WithdrawnAt = clock.Now;
            await Answering.GoOnAsync(file, approval, clock);
            await file.SaveChangesAsync();
        }

        await transaction.CommitAsync();
        return TypedResults.Ok(await AnswerAsync(file, approval.VisitId, approval.BookingId, clock, mail));
    }

    // Said on the telephone, and written down by whoever heard it.
    private static async Task<Ok<ApprovalsAnswer>> ToldAsync(
        Guid id,
        ApprovalReply reply,
        ShopFile file,
        Clock clock,
        Worker worker,
        MailOutlet mail,
        VisitNews news)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        Approval approval = await FindAsync(file, id);
        await Answering.AnswerAsync(file, approval, reply, worker.Id, clock);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        file.ChangeTracker.Clear();
        Answering.Tell(news, approval);
        return TypedResults.Ok(await AnswerAsync(file, approval.VisitId, approval.BookingId, clock, mail));
    }

    private static async Task<Ok<ApprovalsAnswer>> ReplyAsync(
        Guid id,
        Guid question,
        QuestionDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        MailOutlet mail)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        Approval approval = await OpenAsync(file, id, clock);
        Checks checks = new();
        string text = checks.Text("/text", draft.Text, "What you say", Approval.LongestText);
        checks.Done();
        if (approval.Questions.All(q => q.Id != question))
        {
            throw Refusal.NotFound("Nobody has asked that.");
        }

        approval.Questions = [.. approval.Questions.Select(q => q.Id == question ? q with { Reply = text } : q)];
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await AnswerAsync(file, approval.VisitId, approval.BookingId, clock, mail));
    }

    private static async Task<Approval> FindAsync(ShopFile file, Guid id) =>
        await file.Approvals.FirstOrDefaultAsync(a => a.Id == id)
            ?? throw Refusal.NotFound("Nothing like that was asked.");

    private static async Task<Approval> OpenAsync(ShopFile file, Guid id, Clock clock)
    {
        Approval approval = await FindAsync(file, id);
        return approval.State(clock.Now) == ApprovalState.Open
            ? approval
            : throw Refusal.Conflict("This is answered, withdrawn or out of time: ask anew.");
    }
}
