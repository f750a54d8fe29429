using System.Globalization;
using CsvHelper.Configuration.Attributes;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using MimeKit;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Shelf;

/// <summary>How an order is to go.</summary>
public sealed record OrderSent(OrderWay Way);

/// <summary>The supplier's mail address.</summary>
public sealed record SupplierEdit(string Mail);

/// <summary>A row of an order's table.</summary>
internal sealed class OrderCells
{
    [Name("order")]
    public int Order { get; init; }

    [Name("code")]
    public string Code { get; init; } = "";

    [Name("part")]
    public string Part { get; init; } = "";

    [Name("quantity")]
    public string Quantity { get; init; } = "";

    [Name("unit")]
    public string Unit { get; init; } = "";

    [Name("expected")]
    public string Expected { get; init; } = "";
}

/// <summary>Sends orders to the supplier, and asks what has become of them.</summary>
internal static class OrderSending
{
    // Two people who send the same order at once send it once.
    private static readonly SemaphoreSlim Sending = new(1);

    internal static void MapOrderSending(this RouteGroupBuilder shelf)
    {
        shelf.MapGet("/orders/{id:guid}.csv", CsvAsync).Needs(Right.Order);
        shelf.MapPost("/orders/{id:guid}/send", SendAsync).Needs(Right.Order);
        shelf.MapPost("/orders/{id:guid}/ask", AskAsync).Needs(Right.Order);
        shelf.MapPut("/supplier", SupplierAsync).Needs(Right.Prices);
    }

    private static byte[] Table(PartOrder order) => Csv.Write(order.Lines.Select(l => new OrderCells
    {
        Order = order.Number,
        Code = l.Code,
        Part = l.Name,
        Quantity = l.Quantity.ToString("0.####", CultureInfo.InvariantCulture),
        Unit = l.Unit,
        Expected = l.Expected.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
    }));

    private static async Task<FileContentHttpResult> CsvAsync(Guid id, ShopFile file)
    {
        PartOrder order = await Orders.FindAsync(file, id);
        return Csv.AsFile($"order-{order.Number}", Table(order));
    }

    // Outside the transaction: a slow supplier keeps nobody from working. The order's own id makes sending it again
    // harmless.
    private static async Task<Ok<OrdersAnswer>> SendAsync(
        Guid id,
        OrderSent sent,
        ShopFile file,
        Clock clock,
        Worker worker,
        Supplier supplier,
        MailOutlet mail,
        MailSending sending,
        CancellationToken stop)
    {
        _ = worker;
        await Sending.WaitAsync(stop);
        try
        {
            // From here on it is seen through, and written down, though whoever asked goes away: what was sent is never
            // called unsent.
            await SendOnceAsync(
                file,
                await Orders.FindAsync(file, id),
                sent.Way,
                clock,
                supplier,
                sending,
                CancellationToken.None);
        }
        finally
        {
            Sending.Release();
        }

        if (sent.Way == OrderWay.Mail)
        {
            await sending.TriedAsync(id, stop);
            file.ChangeTracker.Clear();
        }

        return TypedResults.Ok(await Orders.AllAsync(file, clock, supplier, mail));
    }

    private static async Task SendOnceAsync(
        ShopFile file,
        PartOrder order,
        OrderWay way,
        Clock clock,
        Supplier supplier,
        MailSending sending,
        CancellationToken stop)
    {
        if (order.SentAt is null)
        {
            if (order.ClosedAt is not null)
            {
                throw Refusal.Conflict($"Order {order.Number} was given up: write a new one.");
            }

            string? failed;
            SupplierOrder? heard = null;
            switch (way)
            {
                case OrderWay.Service:
                    (heard, failed) = await supplier.SendAsync(order, clock.Today, stop);
                    break;
                case OrderWay.Mail:
                    await WriteAsync(file, order, sending, stop);
                    return;
                case OrderWay.ByHand:
                    failed = null;
                    break;
                default:
                    throw Refusal.Field("/way", "Say how it goes: to the supplier’s service, by mail, or by hand.");
            }

            if (failed is null)
            {
                (order.Way, order.SentAt, order.Said) = (way, clock.Now, "");
                Promise(order, heard);
            }
            else
            {
                order.Said = $"Not sent: {failed} Nothing is lost; send it again, or another way.";
            }

            await file.SaveChangesAsync(stop);
        }
    }

    // Written down, and handed over behind the scenes. One that was given up before is tried anew.
    private static async Task WriteAsync(
        ShopFile file,
        PartOrder order,
        MailSending sending,
        CancellationToken stop)
    {
        ShopSettings settings = await file.SettingsAsync();
        if (!MailOutlet.TryAddress(settings.SupplierMail, out MailboxAddress? to))
        {
            throw Refusal.Field("/way", "The supplier’s mail address is missing: write it down first.");
        }

        if (await file.OutgoingMails.FirstOrDefaultAsync(m => m.Id == order.Id, stop) is { } before)
        {
            file.OutgoingMails.Remove(before);
            await file.SaveChangesAsync(stop);
        }

        string? shop = sending.Sender(settings.Name).Name;
        IEnumerable<string> lines = order.Lines.Select(l => FormattableString.Invariant(
            $"{l.Quantity:0.##} {l.Unit}  {l.Code}  {l.Name}"));
        BodyBuilder body = new()
        {
            TextBody = $"Please send us what is in the table.\n\n{string.Join('\n', lines)}\n\n{shop}\n",
        };
        using MemoryStream table = new(Table(order));
        await body.Attachments.AddAsync(
            $"order-{order.Number}.csv",
            table,
            new ContentType("text", "csv") { Charset = "utf-8" },
            stop);
        using MimeEntity words = body.ToMessageBody();
        sending.Write(file, order.Id, MailKind.Order, settings.Name, to, $"Order {order.Number}", words);
        order.Said = "On its way to the mail service.";
        await file.SaveChangesAsync(stop);
    }

    private static void Promise(PartOrder order, SupplierOrder? heard)
    {
        if (heard is not null)
        {
            order.Promise(
                [.. heard.Deliveries.Select(d => new PromisedDelivery(d.Code, d.Quantity, d.On))],
                heard.Said);
        }
    }

    private static async Task<Ok<OrdersAnswer>> AskAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        Worker worker,
        Supplier supplier,
        MailOutlet mail,
        CancellationToken stop)
    {
        _ = worker;
        PartOrder order = await Orders.FindAsync(file, id);
        if (order is { SentAt: not null, Way: OrderWay.Service, ClosedAt: null })
        {
            (SupplierOrder? heard, string? failed) = await supplier.StateAsync(order, clock.Today, stop);
            order.Said = failed is null ? "" : $"{failed} What was known before stands.";
            Promise(order, heard);
            await file.SaveChangesAsync(stop);
        }

        return TypedResults.Ok(await Orders.AllAsync(file, clock, supplier, mail));
    }

    private static async Task<Ok<OrdersAnswer>> SupplierAsync(
        SupplierEdit edit,
        ShopFile file,
        Clock clock,
        Worker worker,
        Supplier supplier,
        MailOutlet mail)
    {
        _ = worker;
        Checks checks = new();
        string address = checks.Text("/mail", edit.Mail, "The address", 200, required: false);
        checks.Add(
            "/mail",
            address.Length > 0 && !MailOutlet.TryAddress(address, out _) ? "This is no mail address." : null);
        checks.Done();
        ShopSettings settings = await file.SettingsAsync();
        settings.SupplierMail = address;
        settings.Version++;
        await file.SaveChangesAsync();
        return TypedResults.Ok(await Orders.AllAsync(file, clock, supplier, mail));
    }
}
