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

    /// <summary>A mail service that is gone loses nothing and sends nothing twice.</summary>
    [Fact]
    public async Task A_paper_is_mailed_once_however_often_it_is_asked()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync("RT-4")).Id);
        string path = $"/api/ledger/papers/HandOver/{visit.Id}/mail/{ShopServer.NewId()}";
        for (int i = 0; i < 2; i++)
        {
            await shop.PutAsync<PaperMailed>(path, new PaperMail("owner@lake.example"));
        }

        byte[] message = Assert.Single(await shop.LookAsync(f => f.OutgoingMails.ToListAsync())).Message;
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
            Entries = of.Entries.Select(e => (e.Key, e.SkippedBecause)).OrderBy(e => e.Key, StringComparer.Ordinal).Select(e => e.ToString()),
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
            await shop.PostAsync<JsonElement>($"/api/bay/visits/{visit.Id}/close", new { releasedBecause = (string?)null });
        }

        string[] due = await shop.LookAsync(async f => (await f.TrailerStatuses.ToListAsync())
            .Select(s => $"{s.NextDue} {s.NextWhen} {s.Worst}")
            .ToArray());
        Assert.Equal(due[0], due[1]);
    }
}
