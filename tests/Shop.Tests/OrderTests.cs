using Microsoft.AspNetCore.Builder;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Shelf;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Standins;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// Orders to a supplier who answers well, slowly, wrongly or not at all; receipts against them; estimates kept and
/// compared.
/// </summary>
public sealed class OrderTests : IAsyncLifetime
{
    private const string Seal = "SEAL-1719-2565", Fluid = "FLUID-BRAKE", Pin = "PIN-COTTER";

    private readonly SupplierDesk desk = new(
        [new(Seal, 3.60m, 4, 5), new(Fluid, 0.45m, 200, 3), new(Pin, 0.36m, 500, 4)],
        () => DateOnly.FromDateTime(TurnedClock.Start.DateTime));
    private readonly string mailFolder = Directory.CreateTempSubdirectory("tinker-order-mail-").FullName;
    private WebApplication? pages;
    private MailRoom? room;
    private ShopServer? server;

    private ShopServer Shop => server!;

    public async ValueTask InitializeAsync()
    {
        pages = await Pages.StartAsync(0, null, null, desk);
        room = new MailRoom(0, mailFolder);
        _ = room.RunAsync();
        server = new ShopServer(supplier: pages.Urls.First(), mail: $"127.0.0.1:{room.Port}");
        await Shop.SomebodyAsync();
    }

    public async ValueTask DisposeAsync()
    {
        Shop.Dispose();
        await pages!.DisposeAsync();
        await room!.DisposeAsync();
        Directory.Delete(mailFolder, recursive: true);
    }

    private async Task<OrderAnswer> OrderAsync(params (string Code, string Quantity)[] lines)
    {
        Guid id = ShopServer.NewId();
        return (await Shop.PutAsync<OrdersAnswer>(
            $"/api/shelf/orders/{id}",
            new OrderDraft(
                [.. lines.Select(l => new OrderedDraft(l.Code, l.Quantity))]))).Orders.Single(o => o.Id == id);
    }

    private async Task<OrderAnswer> PostAsync(OrderAnswer order, string what, object? body = null) =>
        (await Shop.PostAsync<OrdersAnswer>(
            $"/api/shelf/orders/{order.Id}/{what}",
            body ?? new { })).Orders.Single(o => o.Id == order.Id);

    private static ReceiptDraft Came(string note, params (string Code, string Quantity)[] lines) =>
        new(note, [.. lines.Select(l => new ReceivedDraft(ShopServer.NewId(), l.Code, l.Quantity))]);

    [Fact]
    public async Task A_quote_names_price_stock_and_days_and_leaves_out_what_he_does_not_sell()
    {
        QuoteAnswer quote = await Shop.PostAsync<QuoteAnswer>(
            "/api/shelf/quote",
            new[] { new SupplierLine(Seal, 6), new SupplierLine("AXLE", 1) });
        Assert.Equal(
            (Seal, (decimal?)3.60m, 4m, 5),
            (quote.Lines.Single().Code, quote.Lines[0].Price, quote.Lines[0].Stock, quote.Lines[0].LeadDays));
        desk.Mood = Mood.Wrong;
        Assert.Contains(
            "figures that can’t be",
            (await Shop.PostAsync<QuoteAnswer>("/api/shelf/quote", new[] { new SupplierLine(Seal, 6) })).Failed,
            StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_order_goes_out_once_is_filled_in_parts_comes_late_and_is_received_against()
    {
        OrderAnswer order = await OrderAsync((Seal, "10"), (Fluid, "28"));
        Assert.Equal((1, OrderWay.NotSent), (order.Number, order.Way));
        Assert.Equal(2, (await OrderAsync((Pin, "50"))).Number);
        order = await PostAsync(order, "send", new OrderSent(OrderWay.Service));
        order = await PostAsync(order, "send", new OrderSent(OrderWay.Mail));
        Assert.Equal((OrderWay.Service, 1, 0), (order.Way, desk.Orders, room!.Messages.Count));
        DateOnly first = Shop.Today.AddDays(5), rest = Shop.Today.AddDays(11);
        Assert.Contains(
            FormattableString.Invariant($"grease seal 1.719 × 2.565: 4 on {first:MMMM d}, 6 on {rest:MMMM d}."),
            order.Said,
            StringComparison.Ordinal);
        Assert.Equal(rest, order.Lines.Single(l => l.Code == Seal).Expected);
        Assert.Equal(Shop.Today.AddDays(3), order.Lines.Single(l => l.Code == Fluid).Expected);

        // Asked again, some of it is late.
        order = await PostAsync(order, "ask");
        string late = new[] { Seal, Fluid }.First(SupplierDesk.Late);
        Assert.Contains("late", order.Said, StringComparison.Ordinal);
        Assert.Equal(
            (late == Seal ? rest : Shop.Today.AddDays(3)).AddDays(4),
            order.Lines.Single(l => l.Code == late).Expected);

        // Four seals and the fluid come; the rest of the seals is on its way, and what is on its way counts.
        ReceiptDraft came = Came("4711", (Seal, "4"), (Fluid, "28"));
        order = await PostAsync(order, "receipts", came);
        order = await PostAsync(order, "receipts", came);
        Assert.Equal((4m, 6m, (DateTimeOffset?)null), (order.Lines[0].Received, order.Lines[0].ToCome, order.ClosedAt));
        Assert.Equal(
            (4m, 6m),
            (await Shop.GetAsync<List<StockRow>>("/api/shelf/stock"))
                .Where(r => r.Code == Seal)
                .Select(r => (r.OnHand, r.OnOrder))
                .Single());

        // Told once more by somebody else, more than was ordered, or nothing at all: refused, and nothing is added.
        Assert.Contains(
            "Delivery note 4711 was received already",
            (await Shop.RefusedAsync(
                HttpMethod.Post,
                $"/api/shelf/orders/{order.Id}/receipts",
                Came("4711", (Seal, "4")),
                409)).Detail,
            StringComparison.Ordinal);
        Problem more = await Shop.RefusedAsync(
            HttpMethod.Post,
            $"/api/shelf/orders/{order.Id}/receipts",
            Came("4712", (Seal, "7")),
            422);
        Assert.Equal(
            ("/lines/0/quantity", "4 of the 10 ordered came already, 6 are to come. Receive more without an order."),
            (more.Errors![0].Pointer, more.Detail));
        Assert.Equal(
            "/lines",
            (await Shop.RefusedAsync(
                HttpMethod.Post,
                $"/api/shelf/orders/{order.Id}/receipts",
                Came("", (Seal, "")),
                422)).Errors![0].Pointer);
        Assert.Equal(
            "/lines/0/code",
            (await Shop.RefusedAsync(
                HttpMethod.Post,
                $"/api/shelf/orders/{order.Id}/receipts",
                Came("", (Pin, "1")),
                422)).Errors![0].Pointer);

        order = await PostAsync(order, "receipts", Came("4713", (Seal, "6")));
        Assert.NotNull(order.ClosedAt);
        Assert.Contains(
            $"Order {order.Number} was received already",
            (await Shop.RefusedAsync(
                HttpMethod.Post,
                $"/api/shelf/orders/{order.Id}/receipts",
                Came("4714", (Seal, "6")),
                409)).Detail,
            StringComparison.Ordinal);
        Assert.Equal(10, (await Shop.GetAsync<List<StockRow>>("/api/shelf/stock")).Single(r => r.Code == Seal).OnHand);
        Assert.Equal(
            10,
            await Shop.LookAsync(f => f.StockEntries
                .Where(e => e.Code == Seal)
                .Select(e => e.Change)
                .ToListAsync()
                .ContinueWith(t => t.Result.Sum(), TaskScheduler.Default)));
    }

    [Theory]
    [InlineData(Mood.Slow, "does not answer")]
    [InlineData(Mood.Ill, "refused it (500)")]
    [InlineData(Mood.Babbling, "can’t be read")]
    [InlineData(Mood.Wrong, "more of SEAL-1719-2565 than was ordered")]
    public async Task A_supplier_who_fails_is_told_plainly_and_the_order_goes_another_time(Mood mood, string said)
    {
        OrderAnswer order = await OrderAsync((Seal, "2"));
        desk.Mood = mood;
        order = await PostAsync(order, "send", new OrderSent(OrderWay.Service));
        Assert.Equal((OrderWay.NotSent, (DateTimeOffset?)null), (order.Way, order.SentAt));
        Assert.StartsWith("Not sent: ", order.Said, StringComparison.Ordinal);
        Assert.Contains(said, order.Said, StringComparison.Ordinal);
        desk.Mood = Mood.Well;
        order = await PostAsync(order, "send", new OrderSent(OrderWay.Service));
        Assert.Equal((OrderWay.Service, "Thank you.", 1), (order.Way, order.Said, desk.Orders));
    }

    [Fact]
    public async Task A_shop_without_a_supplier_s_service_says_so_and_orders_by_hand()
    {
        using ShopServer alone = new();
        await alone.SomebodyAsync();
        Guid id = ShopServer.NewId();
        OrdersAnswer all = await alone.PutAsync<OrdersAnswer>(
            $"/api/shelf/orders/{id}",
            new OrderDraft([new(Seal, "2")]));
        Assert.False(all.HasService || all.HasMail);
        Assert.Contains(
            "no supplier’s service",
            (await alone.PostAsync<OrdersAnswer>(
                $"/api/shelf/orders/{id}/send",
                new OrderSent(OrderWay.Service))).Orders[0].Said,
            StringComparison.Ordinal);
        Assert.Equal(
            OrderWay.ByHand,
            (await alone.PostAsync<OrdersAnswer>(
                $"/api/shelf/orders/{id}/send",
                new OrderSent(OrderWay.ByHand))).Orders[0].Way);
        Assert.NotNull((await alone.PostAsync<OrdersAnswer>(
            $"/api/shelf/orders/{id}/close",
            new { })).Orders[0].ClosedAt);
        Assert.Contains(
            "given up",
            (await alone.RefusedAsync(
                HttpMethod.Post,
                $"/api/shelf/orders/{id}/receipts",
                Came("", (Seal, "1")),
                409)).Detail,
            StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_order_given_up_before_it_went_goes_nowhere()
    {
        OrderAnswer order = await PostAsync(await OrderAsync((Seal, "2")), "close");
        Assert.NotNull(order.ClosedAt);
        Assert.Contains(
            "given up",
            (await Shop.RefusedAsync(
                HttpMethod.Post,
                $"/api/shelf/orders/{order.Id}/send",
                new OrderSent(OrderWay.Service),
                409)).Detail,
            StringComparison.Ordinal);
        Assert.Equal(0, desk.Orders);
    }

    [Fact]
    public async Task By_mail_an_order_carries_its_table_once_and_the_table_is_RFC_4180()
    {
        OrderAnswer order = await OrderAsync((Seal, "10"), (Pin, "50"));
        Assert.Equal(
            "/way",
            (await Shop.RefusedAsync(
                HttpMethod.Post,
                $"/api/shelf/orders/{order.Id}/send",
                new OrderSent(OrderWay.Mail),
                422)).Errors![0].Pointer);
        Assert.Equal(
            "/mail",
            (await Shop.RefusedAsync(
                HttpMethod.Put,
                "/api/shelf/supplier",
                new SupplierEdit("nowhere"),
                422)).Errors![0].Pointer);
        await Shop.PutAsync<OrdersAnswer>("/api/shelf/supplier", new SupplierEdit("counter@parts.example"));
        await Task.WhenAll(
            PostAsync(order, "send", new OrderSent(OrderWay.Mail)),
            PostAsync(order, "send", new OrderSent(OrderWay.Mail)));
        MimeKit.MimeMessage message =
            await MimeKit.MimeMessage.LoadAsync(Path.Combine(mailFolder, room!.Messages.Single()));
        Assert.Equal("counter@parts.example", message.To.Mailboxes.Single().Address);
        string table = ((MimeKit.TextPart)message.Attachments.Single()).Text;
        string csv = await Shop.Http.GetStringAsync(new Uri($"/api/shelf/orders/{order.Id}.csv", UriKind.Relative));
        Assert.Equal(csv, table.ReplaceLineEndings("\r\n"));
        string[] rows = csv.Split("\r\n", StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal("order,code,part,quantity,unit,expected", rows[0]);
        Assert.Equal(
            FormattableString.Invariant(
                $"1,{Seal},grease seal 1.719 × 2.565,10,piece,{Shop.Today.AddDays(7):yyyy-MM-dd}")[..44],
            rows[1][..44]);
    }

    [Fact]
    public async Task An_order_that_can_not_be_is_refused_where_it_is_wrong()
    {
        async Task<string> WrongAsync(params (string Code, string Quantity)[] lines) =>
            (await Shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/shelf/orders/{ShopServer.NewId()}",
                new OrderDraft([.. lines.Select(l => new OrderedDraft(l.Code, l.Quantity))]),
                422)).Errors![0].Pointer;
        Assert.Equal("/lines", await WrongAsync());
        Assert.Equal("/lines", await WrongAsync((Seal, "1"), (Seal, "2")));
        Assert.Equal("/lines/1/quantity", await WrongAsync((Seal, "1"), (Pin, "a few")));
        Assert.Equal("/lines/0/quantity", await WrongAsync((Seal, "0")));
        Assert.Equal("/lines/0/code", await WrongAsync(("BANJO", "1")));
        Assert.Empty((await Shop.GetAsync<OrdersAnswer>("/api/shelf/orders")).Orders);
    }

    [Fact]
    public async Task An_estimate_is_kept_as_told_and_compared_with_what_really_happened()
    {
        TrailerAnswer trailer = await Shop.TrailerAsync();
        await Shop.PutAsync<TermsAnswer>(
            "/api/settings/terms",
            new TermsEdit("10", "5", "0", "8", "10", false, new Dictionary<string, string> { ["grease"] = "3" }));
        Assert.Equal(
            ["/disposal/oil", "/partsMarkup"],
            (await Shop.RefusedAsync(
                HttpMethod.Put,
                "/api/settings/terms",
                new TermsEdit("300", "5", "0", "8", "10", false, new Dictionary<string, string> { ["oil"] = "much" }),
                422)).Errors!.Select(e => e.Pointer).Order(StringComparer.Ordinal));
        WorkWanted wanted = new(trailer.Id, [new JobAt("bearing-repack", "axle-1-left")]);
        EstimateAnswer look = (await Shop.PostAsync<PacketPreview>("/api/bay/preview", wanted)).Estimate;
        Guid id = ShopServer.NewId();
        PriceOfferAnswer offer = await Shop.PutAsync<PriceOfferAnswer>($"/api/bay/price-offers/{id}", wanted);
        Assert.Equal(look.Total, offer.Agreed.Total);
        Assert.True(look.Total.Low < look.Total.Likely && look.Total.Likely < look.Total.High);
        Assert.Equal(3, look.Lines.Single(l => l.Kind == EstimateKind.Disposal).Amount.Likely);

        // Later prices change nothing of what was told.
        await Shop.PutAsync<TermsAnswer>(
            "/api/settings/terms",
            new TermsEdit("100", "5", "0", "8", "10", false, new Dictionary<string, string>()));
        VisitAnswer visit = await Shop.VisitAsync(trailer.Id, "axle-1-left");
        offer = (await Shop.GetAsync<List<PriceOfferAnswer>>($"/api/bay/price-offers?trailer={trailer.Id}")).Single();
        Assert.Equal((visit.Id, look.Total, (EstimateAnswer?)null), (offer.VisitId, offer.Agreed.Total, offer.Really));

        VisitState state = visit.State;
        while (state.Next is { } next)
        {
            state = await Shop.PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}",
                new EntryDraft(next, [], Seconds: 60));
        }

        await Shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/parts/{ShopServer.NewId()}",
            new PartDraft("axle-1-left", "grease seal 1.719 × 2.565", 1, "piece"));
        await Shop.PostAsync<object>($"/api/bay/visits/{visit.Id}/close", new { });
        PriceOfferAnswer done =
            (await Shop.GetAsync<List<PriceOfferAnswer>>($"/api/bay/price-offers?visit={visit.Id}")).Single();
        decimal labour = Math.Round(
            visit.Packet.Steps.Count * 96m / 60,
            2), seal = 4.40m, consumables = Math.Round(labour * 0.05m, 2);
        Assert.Equal(
            labour + seal + consumables + Math.Round((seal + consumables) * 0.08m, 2),
            done.Really!.Total.Likely);
        Assert.Contains("below the range told", done.Words, StringComparison.Ordinal);
        Assert.Equal(id, (await Shop.PutAsync<PriceOfferAnswer>($"/api/bay/price-offers/{id}", wanted)).Id);
        Assert.Single(await Shop.GetAsync<List<PriceOfferAnswer>>($"/api/bay/price-offers?trailer={trailer.Id}"));
    }
}
