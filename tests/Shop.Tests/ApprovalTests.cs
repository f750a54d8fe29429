using System.Net;
using System.Net.Http.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Approvals;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Standins;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Customers who are asked over HTTP: behind their link, on the telephone, too late, twice.</summary>
public sealed class ApprovalTests : IDisposable
{
    private static readonly string[] Nothing = [];

    private readonly ShopServer shop = new();
    private readonly string kept = Directory.CreateTempSubdirectory("tinker-mail-").FullName;

    public void Dispose()
    {
        shop.Dispose();
        Directory.Delete(kept, recursive: true);
    }

    private static string Of(VisitAnswer visit) => $"/api/approvals/visits/{visit.Id}";

    private static string Outside(ApprovalAnswer asked) =>
        "/api/outside/approvals/" + new Uri(asked.Address!).Segments[^1];

    private async Task<(TrailerAnswer Trailer, VisitAnswer Visit, Guid Finding)> FoundAsync(
        string tag = "P-07",
        string rule = "seal-torn")
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(tag);
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left");
        Guid finding = ShopServer.NewId();
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/findings/{finding}",
            new FindingDraft("axle-1-left-brake", rule, ""));
        return (trailer, visit, finding);
    }

    private async Task<(VisitAnswer Visit, ApprovalAnswer Asked)> AskedAsync(string tag = "P-07", bool waits = false)
    {
        (_, VisitAnswer visit, _) = await FoundAsync(tag, "lining-soaked");
        return (visit, await AskAsync(visit, waits));
    }

    private async Task<ApprovalAnswer> AskAsync(VisitAnswer visit, bool waits = false)
    {
        IReadOnlyList<ApprovalLineAnswer> proposed = (await shop.GetAsync<ApprovalsAnswer>(Of(visit))).Proposed;
        ApprovalsAnswer after = await shop.PutAsync<ApprovalsAnswer>(
            $"/api/approvals/{ShopServer.NewId()}",
            new ApprovalDraft(
                visit.Id,
                null,
                [.. proposed.Select(l => new ApprovalLineDraft(l.Jobs, l.Why, l.FindingId))],
                Waits: waits));
        return after.Approvals[0];
    }

    private Task<IReadOnlyList<JobAt>> JobsAsync(VisitAnswer visit) =>
        shop.LookAsync(async f => (await f.Visits.SingleAsync(v => v.Id == visit.Id)).Jobs);

    [Fact]
    public async Task What_is_found_is_asked_by_link_agreed_to_and_put_to_the_visit()
    {
        (VisitAnswer visit, ApprovalAnswer asked) = await AskedAsync(waits: true);
        ApprovalLineAnswer line = Assert.Single(asked.Lines);
        Assert.Equal(Verdict.Renew, line.Verdict);
        Assert.True(line.Extra.Low > 0 && line.Extra.Low <= line.Extra.Likely && line.Extra.Likely <= line.Extra.High);
        Assert.Equal(
            Standing.WaitsForAnswer,
            (await shop.LookAsync(f => f.Visits.SingleAsync())).Standing);

        // Nobody is signed in where the customer is; nothing but this matter is told.
        using HttpClient customer = shop.Browser();
        CustomersPage page = await ShopServer.ReadAsync<CustomersPage>(await customer.GetAsync(Outside(asked)));
        Assert.Equal((line.What, line.Why, ApprovalState.Open), (page.Lines[0].What, page.Lines[0].Why, page.State));
        Assert.Equal(line.Extra, page.Totals[1].Over(page.Totals[0]));
        Assert.Contains("repack", page.Already, StringComparison.OrdinalIgnoreCase);

        CustomersPage said = await ShopServer.ReadAsync<CustomersPage>(await customer.PutAsJsonAsync(
            Outside(asked) + "/answer",
            new ApprovalReply([line.Key], "Wanda Orrin")));
        Assert.Equal((ApprovalState.Answered, true), (said.State, said.Lines[0].Agreed));
        Assert.Equal("", said.Trouble);
        Assert.Subset((await JobsAsync(visit)).ToHashSet(), line.Jobs.ToHashSet());
        Assert.Equal(Standing.Working, (await shop.LookAsync(f => f.Visits.SingleAsync())).Standing);

        // It is written down as a customer's, without the address, and asked no more.
        ApprovalsAnswer now = await shop.GetAsync<ApprovalsAnswer>(Of(visit));
        Assert.Empty(now.Proposed);
        ApprovalAnswer kept = now.Approvals[0];
        Assert.Equal(("Wanda Orrin", null, ""), (kept.AnsweredBy, kept.ToldTo, kept.Trouble));
        Assert.Equal(page.Totals[1], now.Agreed);
        WriteAnswer write = (await shop.GetAsync<WritesAnswer>("/api/settings/writes")).Writes[0];
        Assert.Equal(("a customer, by a link", "a link"), (write.Person, write.Where));
        string secret = new Uri(asked.Address!).Segments[^1];
        Assert.DoesNotContain(secret, write.What + write.Content, StringComparison.Ordinal);
        Assert.Null(kept.Address);
    }

    [Fact]
    public async Task Declined_work_stays_on_the_trailer_with_its_verdict_and_comes_up_until_it_is_done()
    {
        (VisitAnswer visit, ApprovalAnswer asked) = await AskedAsync();
        IReadOnlyList<JobAt> before = await JobsAsync(visit);
        await shop.PutAsync<ApprovalsAnswer>($"/api/approvals/{asked.Id}/answer", new ApprovalReply([], "Wanda Orrin"));
        Assert.Equal(before, await JobsAsync(visit));
        string path = $"/api/approvals/declined?trailer={visit.TrailerId}";
        DeclinedAnswer declined = Assert.Single(await shop.GetAsync<List<DeclinedAnswer>>(path));
        Assert.Equal((Verdict.Renew, "Wanda Orrin"), (declined.Verdict, declined.By));

        // Not asked twice in one visit; at the next it is proposed again, since the verdict stands.
        Assert.Empty((await shop.GetAsync<ApprovalsAnswer>(Of(visit))).Proposed);
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        Assert.NotEmpty(await shop.GetAsync<List<DeclinedAnswer>>(path));
        VisitAnswer next = await shop.VisitAsync(visit.TrailerId, "axle-2-left");
        ApprovalLineAnswer again = Assert.Single((await shop.GetAsync<ApprovalsAnswer>(Of(next))).Proposed);
        Assert.Equal(declined.Jobs, again.Jobs);

        ApprovalAnswer second = await AskAsync(next);
        await shop.PutAsync<ApprovalsAnswer>(
            $"/api/approvals/{second.Id}/answer",
            new ApprovalReply([again.Key], "Wanda Orrin"));
        Assert.Empty(await shop.GetAsync<List<DeclinedAnswer>>(path));
    }

    [Fact]
    public async Task A_link_used_twice_withdrawn_too_old_or_made_up_says_so_and_changes_nothing()
    {
        (VisitAnswer visit, ApprovalAnswer asked) = await AskedAsync();
        string path = Outside(asked) + "/answer";
        ApprovalReply yes = new(["a"], "Wanda Orrin");
        HttpResponseMessage[] answers = await Task.WhenAll(
            Enumerable.Range(0, 5).Select(_ => shop.Http.PutAsJsonAsync(path, yes)));
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a.StatusCode));
        Problem no = await shop.RefusedAsync(HttpMethod.Put, path, new ApprovalReply([], "Wanda Orrin"), 409);
        Assert.Contains("Wanda Orrin", no.Detail, StringComparison.Ordinal);
        Assert.Equal(1, await shop.LookAsync(f => f.Visits.Select(v => v.Composed).SingleAsync()));
        await shop.RefusedAsync(HttpMethod.Delete, $"/api/approvals/{asked.Id}", null, 409);

        (VisitAnswer other, ApprovalAnswer withdrawn) = await AskedAsync("P-08");
        await shop.DeleteAsync<ApprovalsAnswer>($"/api/approvals/{withdrawn.Id}");
        CustomersPage page = await shop.GetAsync<CustomersPage>(Outside(withdrawn));
        Assert.Equal((ApprovalState.Withdrawn, 0), (page.State, page.Lines.Count));
        await shop.RefusedAsync(HttpMethod.Put, Outside(withdrawn) + "/answer", yes, 409);

        // Asked again after it was withdrawn; a new address shuts the one before.
        ApprovalAnswer late = await AskAsync(other);
        ApprovalAnswer fresh = (await shop.PostAsync<ApprovalsAnswer>($"/api/approvals/{late.Id}/link", new { }))
            .Approvals[0];
        await shop.RefusedAsync(HttpMethod.Get, Outside(late), null, 404);
        shop.Time.Ahead += Approval.Lasts + TimeSpan.FromHours(1);
        await shop.RefusedAsync(HttpMethod.Put, Outside(fresh) + "/answer", yes, 409);
        await shop.RefusedAsync(HttpMethod.Get, "/api/outside/approvals/" + new string('a', 52), null, 404);

        // Said on the telephone, a late yes counts.
        await shop.PutAsync<ApprovalsAnswer>($"/api/approvals/{late.Id}/answer", yes);
        Assert.NotEqual(1, (await JobsAsync(other)).Count);
    }

    [Fact]
    public async Task Agreement_to_what_has_changed_since_is_kept_and_told()
    {
        (VisitAnswer visit, ApprovalAnswer asked) = await AskedAsync();
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        using HttpClient customer = shop.Browser();
        CustomersPage page = await ShopServer.ReadAsync<CustomersPage>(await customer.PutAsJsonAsync(
            Outside(asked) + "/answer",
            new ApprovalReply(["a"], "Wanda Orrin")));
        Assert.Equal("The shop will ring you about it.", page.Trouble);
        ApprovalAnswer kept = (await shop.GetAsync<ApprovalsAnswer>(Of(visit))).Approvals[0];
        Assert.Contains("book", kept.Trouble, StringComparison.Ordinal);
        Assert.Single(await JobsAsync(visit));
    }

    [Fact]
    public async Task A_question_is_put_once_and_answered_behind_the_same_link()
    {
        (VisitAnswer visit, ApprovalAnswer asked) = await AskedAsync();
        Guid id = ShopServer.NewId();
        using HttpClient customer = shop.Browser();
        for (int i = 0; i < 2; i++)
        {
            await ShopServer.ReadAsync<CustomersPage>(await customer.PutAsJsonAsync(
                Outside(asked) + $"/questions/{id}",
                new QuestionDraft("Will it last till May?", "Wanda Orrin")));
        }

        await shop.PutAsync<ApprovalsAnswer>(
            $"/api/approvals/{asked.Id}/questions/{id}/reply",
            new QuestionDraft("Not on that lining."));
        CustomersPage page = await shop.GetAsync<CustomersPage>(Outside(asked));
        ApprovalQuestion question = Assert.Single(page.Questions);
        Assert.Equal(("Will it last till May?", "Not on that lining."), (question.Text, question.Reply));
        for (int i = 1; i < Approval.MostQuestions; i++)
        {
            await shop.PutAsync<CustomersPage>(
                Outside(asked) + $"/questions/{ShopServer.NewId()}",
                new QuestionDraft("And now?", "Wanda Orrin"));
        }

        await shop.RefusedAsync(
            HttpMethod.Put,
            Outside(asked) + $"/questions/{ShopServer.NewId()}",
            new QuestionDraft("And now?", "Wanda Orrin"),
            422);
        Assert.Equal(ApprovalState.Open, (await shop.GetAsync<ApprovalsAnswer>(Of(visit))).Approvals[0].State);
    }

    [Fact]
    public async Task Only_the_pictures_of_what_is_asked_are_shown_behind_the_link()
    {
        (_, VisitAnswer visit, Guid finding) = await FoundAsync(rule: "lining-soaked");
        Guid shown = ShopServer.NewId(), other = ShopServer.NewId();
        await PictureAsync(visit, shown, $"finding={finding}");
        await PictureAsync(visit, other, $"key={Uri.EscapeDataString(visit.Packet.Steps[0].Key)}");
        ApprovalAnswer asked = await AskAsync(visit);
        Assert.Equal([shown], (await shop.GetAsync<CustomersPage>(Outside(asked))).Lines[0].Pictures);
        using HttpClient customer = shop.Browser();
        HttpResponseMessage picture = await customer.GetAsync(Outside(asked) + $"/pictures/{shown}");
        Assert.Equal("image/jpeg", picture.Content.Headers.ContentType?.MediaType);
        await shop.RefusedAsync(HttpMethod.Get, Outside(asked) + $"/pictures/{other}", null, 404);
    }

    private async Task PictureAsync(VisitAnswer visit, Guid id, string of)
    {
        using SkiaSharp.SKBitmap bitmap = new(40, 30);
        using SkiaSharp.SKData png = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Png, 90);
        using ByteArrayContent body = new(png.ToArray());
        body.Headers.ContentType = new("image/png");
        await ShopServer.ReadAsync<VisitState>(
            await shop.Http.PutAsync($"/api/bay/visits/{visit.Id}/photos/{id}?{of}", body));
    }

    /// <summary>The visit as accepted goes out as an estimate; what is declined of it is not done.</summary>
    [Fact]
    public async Task An_accepted_visit_is_asked_line_by_line_and_comes_in_for_what_was_agreed()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(
            "P-07",
            d => d with { LastRepackOn = shop.Today.AddMonths(-12), Meter = MeterKind.None });
        List<string> tasks = await shop.LookAsync(async f => (await f.TrailerStatuses.SingleAsync())
            .Status.Upcoming.Where(u => u.By == Core.Practices.Doer.Shop).Select(u => u.Id).Take(2).ToList());
        Guid booking = ShopServer.NewId();
        await shop.PutAsync<object>(
            $"/api/horizon/trailers/{trailer.Id}/decisions/{booking}",
            new Horizon.DecisionDraft(DecisionKind.Accept, tasks, shop.Today, null, null));
        ApprovalsAnswer before = await shop.GetAsync<ApprovalsAnswer>($"/api/approvals/bookings/{booking}");
        Assert.Equal(2, before.Proposed.Count);
        Assert.All(before.Proposed, l => Assert.NotEqual("", l.Why));
        ApprovalAnswer asked = (await shop.PutAsync<ApprovalsAnswer>(
            $"/api/approvals/{ShopServer.NewId()}",
            new ApprovalDraft(null, booking, [.. before.Proposed.Select(l => new ApprovalLineDraft(l.Jobs, l.Why))])))
            .Approvals[0];

        // Done together it costs no more than by themselves.
        CustomersPage page = await shop.GetAsync<CustomersPage>(Outside(asked));
        Assert.Equal(0, page.Totals[0].Likely);
        Assert.True(page.Totals[3].Likely <= page.Totals[1].Likely + page.Totals[2].Likely);
        await shop.PutAsync<CustomersPage>(Outside(asked) + "/answer", new ApprovalReply(["a"], "Wanda Orrin"));
        OnBoardAnswer expected = Assert.Single((await shop.GetAsync<TodayAnswer>("/api/bay/today")).Trailers);
        Assert.Equal(asked.Lines[0].Jobs, expected.Jobs);
        Assert.Equal(AgreedState.InPart, expected.Agreed);
        VisitAnswer visit = await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{ShopServer.NewId()}",
            new VisitDraft(trailer.Id, expected.Jobs));
        Assert.Equal(
            AgreedState.InPart,
            Assert.Single((await shop.GetAsync<TodayAnswer>("/api/bay/today")).Trailers).Agreed);
        ApprovalsAnswer now = await shop.GetAsync<ApprovalsAnswer>(Of(visit));
        Assert.Equal(page.Totals[1], now.Agreed);
        Assert.False(now.AsksAgain);
    }

    [Fact]
    public async Task What_comes_above_what_was_agreed_is_to_be_asked_again()
    {
        (VisitAnswer visit, ApprovalAnswer asked) = await AskedAsync();
        ApprovalReply yes = new(["a"], "Wanda Orrin");
        await shop.PutAsync<ApprovalsAnswer>($"/api/approvals/{asked.Id}/answer", yes);
        Assert.False((await shop.GetAsync<ApprovalsAnswer>(Of(visit))).AsksAgain);
        JobAt[] all =
            [.. Places.WheelEndsOf(GearDefaults.For(2, 5_200)).Select(p => new JobAt("bearing-repack", p.Code))];
        IReadOnlyList<JobAt> jobs = await JobsAsync(visit);
        await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{visit.Id}/jobs",
            new JobsDraft([.. jobs.Union(all)], 1, 1));
        ApprovalsAnswer now = await shop.GetAsync<ApprovalsAnswer>(Of(visit));
        Assert.True(now.AsksAgain, now.Words);
        Assert.Contains("ask the customer again", now.Words, StringComparison.Ordinal);
        Assert.Equal(all.Except(jobs), now.Proposed.SelectMany(l => l.Jobs));
    }

    [Fact]
    public async Task It_is_mailed_once_with_its_address_which_is_kept_nowhere_afterwards()
    {
        await using MailRoom room = new(0, kept);
        _ = room.RunAsync();
        using ShopServer mailing = new(mail: $"127.0.0.1:{room.Port}");
        await mailing.SomebodyAsync();
        TrailerAnswer trailer = await mailing.TrailerAsync();
        VisitAnswer visit = await mailing.VisitAsync(trailer.Id, "axle-1-left");
        Guid id = ShopServer.NewId();
        ApprovalDraft draft = new(
            visit.Id,
            null,
            [new ApprovalLineDraft([new JobAt("bearing-repack", "axle-1-right")], "While it is here.")],
            MailTo: "puppets@customers.example");
        ApprovalAnswer asked = (await mailing.PutAsync<ApprovalsAnswer>($"/api/approvals/{id}", draft)).Approvals[0];
        Assert.NotNull(asked.MailSentAt);
        await mailing.PutAsync<ApprovalsAnswer>($"/api/approvals/{id}", draft);
        string letter = room.Read(Assert.Single(room.Messages))!;
        string line = letter.Replace("=\r\n", "", StringComparison.Ordinal);
        Assert.Contains(asked.Address!, line, StringComparison.Ordinal);
        Assert.Empty(await mailing.LookAsync(f => f.OutgoingMails.Select(m => m.Message).SingleAsync()));
        await mailing.RefusedAsync(
            HttpMethod.Put,
            $"/api/approvals/{ShopServer.NewId()}",
            draft with { MailTo = "nobody", Lines = [draft.Lines[0] with { Why = "x" }] },
            422);
    }

    [Fact]
    public async Task What_cannot_be_asked_is_refused_at_its_place()
    {
        (VisitAnswer visit, ApprovalAnswer asked) = await AskedAsync();
        ApprovalDraft none = new(visit.Id, null, []);
        Task<Problem> Refused(ApprovalDraft draft, int status = 422) => shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/approvals/{ShopServer.NewId()}",
            draft,
            status);
        Assert.Equal("/lines", (await Refused(none)).Errors![0].Pointer);
        ApprovalLineDraft line = new([new JobAt("no-such-job", "axle-1-left")], "");
        Assert.Equal("/lines/0/jobs", (await Refused(none with { Lines = [line] })).Errors![0].Pointer);
        ApprovalLineDraft repack = new([new JobAt("bearing-repack", "axle-2-left")], "");
        Assert.Equal("/lines/1/jobs", (await Refused(none with { Lines = [repack, repack] })).Errors![0].Pointer);
        await Refused(none with { VisitId = Guid.CreateVersion7() }, 404);
        Assert.Equal(
            "/name",
            (await shop.RefusedAsync(HttpMethod.Put, Outside(asked) + "/answer", new ApprovalReply(["a"], " "), 422))
                .Errors![0].Pointer);
        Assert.Equal(
            "/agreed",
            (await shop.RefusedAsync(HttpMethod.Put, Outside(asked) + "/answer", new ApprovalReply(["q"], "W"), 422))
                .Errors![0].Pointer);
        Assert.Equal(Nothing, (await shop.GetAsync<CustomersPage>(Outside(asked))).Unpriced.Where(u => u.Length == 0));
    }
}
