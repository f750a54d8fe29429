using System.Net;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Papers;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger.Papers;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using UglyToad.PdfPig;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Papers as they are asked for, and a packet that was worked on paper.</summary>
public sealed class PaperTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    [Fact]
    public async Task Each_paper_of_a_visit_is_there_as_what_stands_on_it_and_as_a_pdf()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync("RT-4");
        VisitAnswer visit = await shop.VisitAsync(trailer.Id);
        ShopAnswer house = await shop.GetAsync<ShopAnswer>("/api/settings/shop");
        await shop.PutAsync<ShopAnswer>("/api/settings/shop", new ShopEdit(
            "Quay workshop",
            house.RepackMonths,
            house.RepackDistance,
            house.Practices,
            house.Version,
            Reached: "1 Quay\n555 0100",
            PaperSize: PaperSize.A4));
        foreach (PaperKind kind in new[] { PaperKind.HandOver, PaperKind.Picking, PaperKind.Packet })
        {
            Paper paper = await shop.GetAsync<Paper>($"/api/ledger/papers/{kind}/{visit.Id}");
            Assert.Equal(["1 Quay", "555 0100"], paper.Reached);
            using HttpResponseMessage answer = await shop.Http.GetAsync($"/api/ledger/papers/{kind}/{visit.Id}/pdf");
            Assert.Equal("application/pdf", answer.Content.Headers.ContentType!.MediaType);
            Assert.Equal(paper.FileName + ".pdf", answer.Content.Headers.ContentDisposition!.FileName);
            using PdfDocument pdf = PdfDocument.Open(await answer.Content.ReadAsByteArrayAsync());
            Assert.Equal(595, pdf.GetPage(1).Width, 0);
            string text = string.Concat(pdf.GetPage(1).Letters.Select(l => l.Value));
            Assert.Contains("Quay workshop", text, StringComparison.Ordinal);
            Assert.Contains("RT-4", text, StringComparison.Ordinal);
        }

        await shop.RefusedAsync(HttpMethod.Get, $"/api/ledger/papers/Inspection/{visit.Id}", null, 404);
        await shop.RefusedAsync(HttpMethod.Get, $"/api/ledger/papers/HandOver/{Guid.NewGuid()}/pdf", null, 404);
        await shop.RefusedAsync(HttpMethod.Get, $"/api/ledger/papers/Estimate/{visit.Id}", null, 404);
        Problem refused = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/ledger/papers/HandOver/{visit.Id}/mail/{ShopServer.NewId()}",
            new PaperMail("nobody"),
            422);
        Assert.Contains(refused.Errors!, e => e.Pointer == "/to");
    }

    /// <summary>The report tells what the year of each of its trailers tells, and of nobody else's.</summary>
    [Fact]
    public async Task A_fleet_report_adds_up_what_its_trailers_took()
    {
        await shop.SomebodyAsync();
        TrailerAnswer mine = await shop.TrailerAsync("F-01");
        TrailerAnswer other = await shop.TrailerAsync("X-01");
        foreach (Guid trailer in new[] { mine.Id, other.Id })
        {
            VisitAnswer visit = await shop.VisitAsync(trailer);
            foreach (Core.Composing.PacketStep step in visit.Packet.Steps)
            {
                await shop.PutAsync<VisitState>(
                    $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}",
                    new EntryDraft(step.Key, [], Seconds: 120));
            }

            await shop.PostAsync<JsonElement>(
                $"/api/bay/visits/{visit.Id}/close",
                new { releasedBecause = "measured only" });
        }

        Fleet fleet = await shop.GetAsync<Fleet>($"/api/ledger/fleets/{mine.CustomerId}");
        FleetTrailer told = fleet.Trailers.Single(t => t.Tag == "F-01");
        Assert.Equal(mine.CustomerId == other.CustomerId, fleet.Trailers.Any(t => t.Tag == "X-01"));
        Assert.Equal(1, told.Visits);
        JsonElement cost = await shop.GetAsync<JsonElement>($"/api/ledger/trailers/{mine.Id}/cost");
        JsonElement year = cost.GetProperty("years").EnumerateArray().Last();
        Assert.True(told.Labour > 0);
        Assert.Equal(year.GetProperty("labour").GetDecimal(), told.Labour);
        Assert.Equal(year.GetProperty("parts").GetDecimal(), told.Parts);

        // Before anything was done there is nothing to add up, and it is said.
        DateOnly long_ago = shop.Today.AddYears(-3);
        Fleet none = await shop.GetAsync<Fleet>(
            $"/api/ledger/fleets/{mine.CustomerId}?from={long_ago:O}&to={long_ago.AddDays(30):O}");
        Assert.Equal(0, none.Trailers.Sum(t => t.Visits));
        string csv = await shop.Http.GetStringAsync($"/api/ledger/fleets/{mine.CustomerId}/table.csv");
        Assert.StartsWith("tag,name,visits,labour,parts,miles,", csv.TrimStart('\uFEFF'), StringComparison.Ordinal);
        string path = $"/api/ledger/fleets/{mine.CustomerId}";
        using PdfDocument pdf = PdfDocument.Open(await shop.Http.GetByteArrayAsync($"{path}/pdf"));
        string text = string.Concat(pdf.GetPages().SelectMany(p => p.Letters).Select(l => l.Value));
        Assert.Contains("F-01", text, StringComparison.Ordinal);
        foreach (string never in new[]
        {
            $"?from={shop.Today.AddDays(9):O}", "/pdf?to=0001-01-01", "?from=9999-12-31", "?from=0001-01-01",
            "/table.csv?to=9999-12-31", "/paper?from=0001-01-01&to=0001-01-01"
        })
        {
            await shop.RefusedAsync(HttpMethod.Get, path + never, null, 400);
        }

        await shop.RefusedAsync(HttpMethod.Get, $"/api/ledger/fleets/{Guid.NewGuid()}", null, 404);
    }

    [Fact]
    public async Task Labels_are_made_for_a_trailer_and_a_sheet_that_cannot_be_is_said()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(
            "L-01",
            d => d with { LastRepackOn = shop.Today.AddMonths(-3) });
        string path = $"/api/ledger/trailers/{trailer.Id}/labels/pdf";
        using PdfDocument pdf = PdfDocument.Open(await shop.Http.GetByteArrayAsync($"{path}?copies=11"));
        Assert.Equal(2, pdf.NumberOfPages);
        string text = string.Concat(pdf.GetPage(1).Letters.Select(l => l.Value));
        Assert.Contains($"Repacked {shop.Today.AddMonths(-3):MM/yyyy}", text, StringComparison.Ordinal);
        await shop.RefusedAsync(HttpMethod.Get, $"{path}?width=9", null, 400);
        await shop.RefusedAsync(HttpMethod.Get, $"{path}?copies=0", null, 400);
        await shop.RefusedAsync(HttpMethod.Get, $"/api/ledger/trailers/{Guid.NewGuid()}/labels/pdf", null, 404);
        using PdfDocument fleet = PdfDocument.Open(
            await shop.Http.GetByteArrayAsync($"/api/ledger/fleets/{trailer.CustomerId}/labels/pdf"));
        Assert.Equal(1, fleet.NumberOfPages);
    }

    /// <summary>
    /// A mail service that is gone loses nothing and sends nothing twice; a shop without one says so.
    /// </summary>
    [Fact]
    public async Task A_paper_is_mailed_once_however_often_it_is_asked()
    {
        using ShopServer mailing = new(mail: "127.0.0.1:9");
        await mailing.SomebodyAsync();
        VisitAnswer visit = await mailing.VisitAsync((await mailing.TrailerAsync("RT-4")).Id);
        string path = $"/api/ledger/papers/HandOver/{visit.Id}/mail/{ShopServer.NewId()}";
        for (int i = 0; i < 2; i++)
        {
            PaperMailed told = await mailing.PutAsync<PaperMailed>(path, new PaperMail("owner@lake.example"));
            Assert.Null(told.Sent);
            Assert.NotNull(told.Failed);
        }

        await shop.SomebodyAsync();
        Problem none = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/ledger/papers/HandOver/{visit.Id}/mail/{ShopServer.NewId()}",
            new PaperMail("owner@lake.example"),
            422);
        Assert.Equal("This shop has no mail service.", none.Errors![0].Detail);
        byte[] message = Assert.Single(await mailing.LookAsync(f => f.OutgoingMails.ToListAsync())).Message;
        using MemoryStream bytes = new(message);
        MimeKit.MimeMessage mail = await MimeKit.MimeMessage.LoadAsync(bytes);
        MimeKit.MimePart paper = Assert.IsType<MimeKit.MimePart>(Assert.Single(mail.Attachments));
        Assert.Equal("application/pdf", paper.ContentType.MimeType);
        using MemoryStream pdf = new();
        await paper.Content!.DecodeToAsync(pdf);
        using PdfDocument read = PdfDocument.Open(pdf.ToArray());
        Assert.True(read.NumberOfPages >= 1);
    }

    /// <summary>
    /// What is ticked and measured on paper and typed in afterwards in one go leaves the record that the same visit on
    /// a tablet leaves.
    /// </summary>
    [Fact]
    public async Task A_packet_typed_in_from_paper_is_the_visit_done_on_a_tablet()
    {
        await shop.SomebodyAsync();
        VisitAnswer tablet = await shop.VisitAsync((await shop.TrailerAsync("P-01")).Id);
        VisitAnswer paper = await shop.VisitAsync((await shop.TrailerAsync("P-02")).Id);
        Dictionary<string, string> read = new() { ["rim-rock"] = "1/32", ["end-play"] = ".004", ["lug-torque"] = "95" };
        List<ReadingDraft> Figures(Core.Composing.PacketStep step) =>
            [.. step.Readings.Where(read.ContainsKey).Select(r => new ReadingDraft(ShopServer.NewId(), r, read[r]))];
        VisitState state = tablet.State;
        while (state.Next is { } next)
        {
            Core.Composing.PacketStep step = tablet.Packet.Steps.Single(s => s.Key == next);
            state = await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{tablet.Id}/entries/{ShopServer.NewId()}",
                new EntryDraft(next, Figures(step)));
        }

        VisitState typed = await shop.PostAsync<VisitState>(
            $"/api/bay/visits/{paper.Id}/cards",
            new CardDraft([.. paper.Packet.Steps.Select(s => new CardStep(
                ShopServer.NewId(),
                new EntryDraft(s.Key, Figures(s)),
                Ticked: true))]));
        static string Told(VisitState of) => JsonSerializer.Serialize(new
        {
            Entries = of.Entries.Select(e => (e.Key, e.SkippedBecause).ToString()).Order(StringComparer.Ordinal),
            Readings = of.Readings
                .Select(r => (r.Place, r.Kind, r.Ours, r.Judgement?.Verdict).ToString())
                .Order(StringComparer.Ordinal),
            of.Next,
            of.OpenNow,
            of.Holds,
            Jobs = of.Jobs.Select(j => (j.Job, j.Place, j.Done).ToString()),
        });
        Assert.NotEmpty(typed.Readings);
        Assert.Equal(Told(state), Told(typed));
        foreach (VisitAnswer visit in new[] { tablet, paper })
        {
            await shop.PostAsync<JsonElement>(
                $"/api/bay/visits/{visit.Id}/close",
                new { releasedBecause = (string?)null });
        }

        string[] due = await shop.LookAsync(async f => (await f.TrailerStatuses.ToListAsync())
            .Select(s => $"{s.NextDue} {s.NextWhen} {s.Worst}")
            .ToArray());
        Assert.Equal(due[0], due[1]);
    }
}
