using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using MimeKit;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Planning;
using SturdyTinker.Shop.Horizon;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Shelf;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Standins;
using SturdyTinker.Tests;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Services outside that answer nonsense, and people who leave before they are answered.</summary>
public sealed class OutsideTests : IDisposable
{
    private readonly string kept = Directory.CreateTempSubdirectory("tinker-mail-").FullName;

    public void Dispose() => Directory.Delete(kept, recursive: true);

    [Theory]
    [InlineData("")]
    [InlineData("null")]
    [InlineData("[]")]
    [InlineData("{}")]
    [InlineData("no JSON at all")]
    [InlineData("""{ "readings": null, "next": "z" }""")]
    [InlineData("""{ "readings": [null], "next": null }""")]
    [InlineData("""{ "readings": [{ }, { "id": null, "meter": null, "on": null, "miles": null }], "next": "z" }""")]
    [InlineData("""{ "readings": [{ "id": "a", "meter": "HO-1", "on": "2026-06-09", "miles": 1e28 }], "next": "z" }""")]
    [InlineData(
        """{ "readings": [{ "id": "a", "meter": "HO-1", "on": "2026-06-09", "miles": 1e300 }], "next": "z" }""")]
    [InlineData("""{ "readings": [{ "id": "a", "meter": "HO-1", "on": "2026-06-09", "miles": -4 }], "next": "z" }""")]
    [InlineData("""{ "readings": [{ "id": "a", "meter": "HO-1", "on": "2026-13-45", "miles": 4 }], "next": "z" }""")]
    [InlineData("""{ "readings": [{ "id": 7, "meter": ["HO-1"], "on": {}, "miles": "four" }], "next": "z" }""")]
    public async Task A_feed_that_answers_anything_at_all_leaves_the_shop_at_work_and_the_next_good_reading_is_taken(
        string page)
    {
        string answer = page;
        WebApplicationBuilder builder = WebApplication.CreateEmptyBuilder(new());
        builder.WebHost.UseKestrelCore();
        builder.Services.AddRouting();
        await using WebApplication feed = builder.Build();
        feed.Urls.Add("http://127.0.0.1:0");
        feed.UseRouting();
        feed.MapGet("/readings", () => Results.Text(answer, "application/json"));
        await feed.StartAsync();

        using ShopServer shop = new(meters: feed.Urls.First());
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        string planned = $"/api/settings/trailers/{trailer.Id}/planning";
        await shop.PutAsync<TrailerPlanning>(
            planned,
            await shop.GetAsync<TrailerPlanning>(planned) with { MeterNumber = "HO-1" });
        MeterFeedAnswer told = await shop.PostAsync<MeterFeedAnswer>("/api/horizon/meter-feed/poll", new { });
        Assert.Equal(0, told.Taken);
        Assert.DoesNotContain(
            (await shop.GetAsync<MeterPage>($"/api/yard/trailers/{trailer.Id}/meter")).Entries,
            e => e.Kind == Core.Intervals.MeterEntryKind.Reading);

        answer =
            """{ "readings": [{ "id": "good", "meter": "HO-1", "on": "2026-06-10", "miles": 12000 }], "next": "zz" }""";
        Assert.Equal(1, (await shop.PostAsync<MeterFeedAnswer>("/api/horizon/meter-feed/poll", new { })).Taken);
        Assert.Single(
            (await shop.GetAsync<MeterPage>($"/api/yard/trailers/{trailer.Id}/meter")).Entries,
            e => e.Read.StartsWith("12,000", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_reminder_is_written_down_as_sent_though_whoever_asked_went_away()
    {
        await using MailRoom room = new(0, kept);
        _ = room.RunAsync();
        using ShopServer shop = new(mail: $"127.0.0.1:{room.Port}");
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(
            "P-07",
            d => d with { LastRepackOn = shop.Today.AddMonths(-11), Meter = Core.Gear.MeterKind.None });
        VisitOnLine visit = (await shop.GetAsync<HorizonAnswer>("/api/horizon")).Lines[0].Visits[0];
        Guid booking = ShopServer.NewId();
        DateOnly day = visit.Week.AddDays(7);
        await shop.PutAsync<HorizonLine>(
            $"/api/horizon/trailers/{trailer.Id}/decisions/{booking}",
            new DecisionDraft(DecisionKind.Accept, [.. visit.Tasks.Select(t => t.Id)], day, null, null));

        ReminderDraft draft = new("puppets@customers.example", "P-07", "Please come.");
        string path = $"/api/horizon/bookings/{booking}/reminders/{ShopServer.NewId()}";
        await LeaveAsync(room, stop => shop.Http.PutAsJsonAsync(path, draft, stop));
        ReminderAnswer after = await Waiting.UntilAsync(
            () => shop.GetAsync<ReminderAnswer>($"/api/horizon/bookings/{booking}/reminder"),
            r => r.Sent.Count > 0);
        Assert.Null(Assert.Single(after.Sent).Failed);

        // The second try of the same finds it sent.
        await shop.PutAsync<ReminderAnswer>(path, draft);
        Assert.Single(room.Messages);
    }

    [Fact]
    public async Task Where_the_trail_stands_is_mailed_once_a_day()
    {
        await using MailRoom room = new(0, kept);
        _ = room.RunAsync();
        using ShopServer first = new();
        await first.SomebodyAsync();
        string head = await first.LookAsync(f => f.Changes.OrderBy(c => c.Id).Select(c => c.Hash).LastAsync());
        first.End();
        for (int start = 0; start < 3; start++)
        {
            // Started twice on one day, and again on the next.
            ShopServer shop = new(
                first.Folder,
                mail: $"127.0.0.1:{room.Port}",
                trailMail: "books@shop.example",
                ahead: TimeSpan.FromDays(start / 2));
            await Waiting.UntilAsync(
                () => shop.LookAsync(f => f.OutgoingMails.CountAsync(m => m.SentAt != null)),
                sent => sent == 1 + start / 2);
            shop.End();
        }

        Assert.Equal(2, room.Messages.Count);
        Assert.All(room.Messages, m => Assert.Contains(head, room.Read(m), StringComparison.Ordinal));
    }

    /// <summary>
    /// A reminder is written down before it goes: ten at once send it once; a service that is away gets it later, by
    /// itself, also from a program started anew; and one whose visit was called off meanwhile stays.
    /// </summary>
    [Fact]
    public async Task A_reminder_that_could_not_go_goes_later_once_and_only_while_it_is_wanted()
    {
        string folder;
        string path, other;
        int port = Ports.Free();
        TrailerAnswer trailer;
        using (ShopServer shop = new(mail: $"127.0.0.1:{port}"))
        {
            folder = Directory.CreateTempSubdirectory("tinker-again-").FullName;
            await shop.SomebodyAsync();
            trailer = await shop.TrailerAsync(
                "P-07",
                d => d with { LastRepackOn = shop.Today.AddMonths(-11), Meter = Core.Gear.MeterKind.None });
            VisitOnLine visit = (await shop.GetAsync<HorizonAnswer>("/api/horizon")).Lines[0].Visits[0];
            Guid booking = ShopServer.NewId();
            await shop.PutAsync<HorizonLine>(
                $"/api/horizon/trailers/{trailer.Id}/decisions/{booking}",
                new DecisionDraft(
                    DecisionKind.Accept,
                    [.. visit.Tasks.Select(t => t.Id)],
                    visit.Week.AddDays(7),
                    null,
                    null));
            path = $"/api/horizon/bookings/{booking}/reminder";
            other = $"{path}s/{ShopServer.NewId()}";
            ReminderSent waits = Assert.Single((await shop.PutAsync<ReminderAnswer>(
                $"{path}s/{ShopServer.NewId()}",
                new ReminderDraft("puppets@customers.example", "P-07", "Please come."))).Sent);
            Assert.NotNull(waits.Failed);
            Assert.Equal((null, shop.Today), (waits.SentAt, DateOnly.FromDateTime(waits.NextAt!.Value.DateTime)));

            // As it would be left by a program that was killed now.
            string zip = Path.Combine(shop.Folder, "now.zip");
            await Store.Backup.WriteAsync(shop.Folder, zip);
            await Store.Backup.RestoreAsync(zip, folder);
        }

        MailRoom room = new(port, kept);
        _ = room.RunAsync();
        using ShopServer again = new(folder, mail: $"127.0.0.1:{port}", ahead: TimeSpan.FromMinutes(2));
        ReminderSent went = (await Waiting.UntilAsync(
            () => again.GetAsync<ReminderAnswer>(path),
            r => r.Sent[0].SentAt is not null)).Sent[0];
        Assert.Equal((null, null), (went.Failed, went.NextAt));
        string first = Assert.Single(room.Messages);

        // Ten at once: one letter more.
        ReminderDraft draft = new("puppets@customers.example", "P-07", "And bring the spare.");
        HttpResponseMessage[] answers = await Task.WhenAll(
            Enumerable.Range(0, 10).Select(_ => again.Http.PutAsJsonAsync(other, draft)));
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a.StatusCode));
        Assert.Equal(2, room.Messages.Count);

        // One that is called off while it waits stays where it is.
        await room.DisposeAsync();
        string third = $"{path}s/{ShopServer.NewId()}";
        Assert.NotNull((await again.PutAsync<ReminderAnswer>(third, draft)).Sent[0].NextAt);
        await again.LookAsync(f => f.Bookings.ExecuteUpdateAsync(
            b => b.SetProperty(one => one.CalledOffAt, again.Time.GetUtcNow())));
        await using MailRoom back = new(port, kept);
        _ = back.RunAsync();
        again.Time.Ahead += TimeSpan.FromMinutes(2);
        await again.Http.PutAsJsonAsync(third, draft);
        OutgoingMail given = await Waiting.UntilAsync(
            () => again.LookAsync(f => f.OutgoingMails.AsNoTracking().OrderBy(m => m.At).LastAsync()),
            m => m.NextAt is null);
        Assert.Equal(("The visit was called off meanwhile.", (DateTimeOffset?)null), (given.Failed, given.SentAt));
        Assert.Equal(2, back.Messages.Count);
        Assert.Contains(first, back.Messages);
    }

    [Fact]
    public async Task An_order_is_written_down_as_sent_though_whoever_asked_went_away()
    {
        await using MailRoom room = new(0, kept);
        _ = room.RunAsync();
        using ShopServer shop = new(mail: $"127.0.0.1:{room.Port}");
        await shop.SomebodyAsync();
        await shop.PutAsync<OrdersAnswer>("/api/shelf/supplier", new SupplierEdit("orders@supplier.example"));
        Guid id = ShopServer.NewId();
        await shop.PutAsync<OrdersAnswer>(
            $"/api/shelf/orders/{id}",
            new OrderDraft([new OrderedDraft("SEAL-1719-2565", "2")]));
        await LeaveAsync(
            room,
            stop => shop.Http.PostAsJsonAsync($"/api/shelf/orders/{id}/send", new { way = "mail" }, stop));
        OrderAnswer sent = (await Waiting.UntilAsync(
            () => shop.GetAsync<OrdersAnswer>("/api/shelf/orders"),
            o => o.Orders[0].SentAt is not null)).Orders[0];
        Assert.DoesNotContain("Not sent", sent.Said, StringComparison.Ordinal);
        await shop.PostAsync<OrdersAnswer>($"/api/shelf/orders/{id}/send", new { way = "mail" });
        Assert.Single(room.Messages);
    }

    // Somebody asks, and is gone when the mail service has the letter but has not said so yet.
    /// <summary>
    /// A mail service that says it speaks STARTTLS (RFC 3207) and then does not, hangs up, or talks nonsense: a
    /// sentence comes back, never a fault.
    /// </summary>
    [Theory]
    [InlineData("220 here", "250-here|250 STARTTLS", "220 go on", "this is no handshake")]
    [InlineData("220 here", "250-here|250 STARTTLS", "220 go on", "")]
    [InlineData("220 here", "250-here|250 STARTTLS", "454 not now")]
    [InlineData("what?")]
    [InlineData("")]
    [InlineData("220 here", "250-here|250 8BITMIME", "550 not from you")]
    public async Task A_mail_service_that_answers_anything_at_all_gets_a_sentence(params string[] says)
    {
        using TcpListener listener = new(IPAddress.Loopback, 0);
        listener.Start();
        Task service = TalkAsync(listener, says);
        MimeMessage message = new() { Subject = "Reminder", Body = new TextPart("plain") { Text = "Due." } };
        message.From.Add(new MailOutlet(null).Sender(""));
        message.To.Add(new MailboxAddress("", "ada@lanternfold.example"));
        MailRefused? failed = await new MailOutlet((IPEndPoint)listener.LocalEndpoint is var at
            ? new DnsEndPoint("127.0.0.1", at.Port)
            : null).SendAsync(message, CancellationToken.None);
        Assert.NotNull(failed);
        Assert.EndsWith(".", failed.Why, StringComparison.Ordinal);
        Assert.Equal(says[^1].StartsWith("550", StringComparison.Ordinal), failed.ForGood);
        listener.Stop();
        await service;
    }

    // Says its lines one after the other, each but the first once something was said to it, and hangs up.
    private static async Task TalkAsync(TcpListener listener, string[] says)
    {
        try
        {
            using TcpClient client = await listener.AcceptTcpClientAsync();
            await using NetworkStream stream = client.GetStream();
            byte[] heard = new byte[4096];
            for (int i = 0; i < says.Length; i++)
            {
                if (i > 0 && await stream.ReadAsync(heard) == 0)
                {
                    return;
                }

                string said = says[i].Replace("|", "\r\n", StringComparison.Ordinal) + "\r\n";
                await stream.WriteAsync(Encoding.ASCII.GetBytes(said));
            }
        }
        catch (Exception fault) when (fault is IOException or SocketException or ObjectDisposedException)
        {
            // The other side has had enough.
        }
    }

    private static async Task LeaveAsync(MailRoom room, Func<CancellationToken, Task<HttpResponseMessage>> ask)
    {
        TaskCompletionSource said = new();
        room.Before = said.Task;
        using CancellationTokenSource gone = new();
        Task<HttpResponseMessage> asked = ask(gone.Token);
        await Waiting.UntilAsync(() => Task.FromResult(room.Messages.Count), count => count == 1);
        await gone.CancelAsync();
        said.SetResult();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => asked);
    }

    /// <summary>The shop's password goes over no line that others read, whatever the service offers.</summary>
    [Fact]
    public async Task A_password_goes_over_a_safe_connection_or_not_at_all()
    {
        string kept = Directory.CreateTempSubdirectory("tinker-mail-").FullName;
        await using MailRoom room = new(0, kept);
        _ = room.RunAsync();
        MailOutlet outlet = new(
            new System.Net.DnsEndPoint("127.0.0.1", room.Port),
            new MailLogin("workshop", "not for everybody"),
            "workshop@shop.example");
        using MimeKit.MimeMessage message = new(
            [outlet.Sender("Quillmere")],
            [MimeKit.MailboxAddress.Parse("hollin@thrale.example")],
            "A visit",
            new MimeKit.TextPart("plain") { Text = "Words." });
        Assert.Equal("workshop@shop.example", outlet.Sender("").Address);
        MailRefused? refused = await outlet.SendAsync(message, CancellationToken.None);
        Assert.Contains("no safe connection", refused!.Why, StringComparison.Ordinal);
        Assert.False(refused.ForGood);
        Assert.Empty(room.Messages);
        Assert.Null(await new MailOutlet(new System.Net.DnsEndPoint("127.0.0.1", room.Port)).SendAsync(
            message,
            CancellationToken.None));
    }
}
