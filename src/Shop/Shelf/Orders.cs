using System.Globalization;
using System.Text;
using CsvHelper;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using MimeKit;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Shelf;

/// <summary>A line of an order with what has come of it.</summary>
public sealed record OrderLineAnswer(
    string Code,
    string Name,
    decimal Quantity,
    string Unit,
    decimal? Price,
    DateOnly Expected,
    decimal Received,
    decimal ToCome);

/// <summary>An order.</summary>
/// <param name="Late">Whether something of it should have been here.</param>
/// <param name="Total">What it comes to as far as prices are known.</param>
public sealed record OrderAnswer(
    Guid Id,
    int Number,
    DateTimeOffset At,
    string By,
    OrderWay Way,
    DateTimeOffset? SentAt,
    string Said,
    DateTimeOffset? ClosedAt,
    bool Late,
    decimal Total,
    IReadOnlyList<OrderLineAnswer> Lines);

/// <summary>Orders, the newest first, and the ways they can go.</summary>
/// <param name="HasService">Whether the supplier has a service.</param>
/// <param name="HasMail">Whether this shop has a mail service.</param>
/// <param name="SupplierMail">The supplier's mail address; empty for none.</param>
public sealed record OrdersAnswer(
    IReadOnlyList<OrderAnswer> Orders,
    bool HasService,
    bool HasMail,
    string SupplierMail);

/// <summary>Something to order.</summary>
/// <param name="Quantity">How much, as typed.</param>
public sealed record OrderedDraft(string Code, string Quantity);

/// <summary>An order to write.</summary>
public sealed record OrderDraft(IReadOnlyList<OrderedDraft> Lines);

/// <summary>How an order is to go.</summary>
public sealed record OrderSent(OrderWay Way);

/// <summary>A line of what came.</summary>
/// <param name="Id">Made by the client, UUID version 7.</param>
/// <param name="Quantity">How much came, as typed; empty or 0 for nothing.</param>
public sealed record ReceivedDraft(Guid Id, string Code, string Quantity);

/// <summary>What came of an order.</summary>
/// <param name="Note">Number of the delivery note; may be empty.</param>
public sealed record ReceiptDraft(string Note, IReadOnlyList<ReceivedDraft> Lines);

/// <summary>The supplier's mail address.</summary>
public sealed record SupplierEdit(string Mail);

/// <summary>What the supplier says parts cost and when they could be here.</summary>
/// <param name="Lines">A line a part he sells.</param>
/// <param name="Failed">Why he said nothing, in words; null when he did.</param>
public sealed record QuoteAnswer(IReadOnlyList<QuotedLine> Lines, string? Failed);

internal static class Orders
{
    private const int MostLines = 200, MostOrders = 60, LongestNote = 120;

    // Two people who send the same order at once send it once.
    private static readonly SemaphoreSlim Sending = new(1);

    internal static void MapOrders(this RouteGroupBuilder shelf)
    {
        shelf.MapGet(
            "/orders",
            async (ShopFile file, Clock clock, Supplier supplier, MailOutlet mail) => TypedResults.Ok(
                await AllAsync(file, clock, supplier, mail)));
        shelf.MapPut("/orders/{id:guid}", WriteAsync);
        shelf.MapGet("/orders/{id:guid}.csv", CsvAsync);
        shelf.MapPost("/orders/{id:guid}/send", SendAsync);
        shelf.MapPost("/orders/{id:guid}/ask", AskAsync);
        shelf.MapPost("/orders/{id:guid}/receipts", ReceiveAsync);
        shelf.MapPost("/orders/{id:guid}/close", CloseAsync);
        shelf.MapPut("/supplier", SupplierAsync);
        shelf.MapPost("/quote", QuoteAsync);
    }

    private static async Task<Ok<QuoteAnswer>> QuoteAsync(
        IReadOnlyList<SupplierLine> lines,
        Supplier supplier,
        CancellationToken stop)
    {
        Checks checks = new();
        checks.Add(
            "",
            lines.Count is 0 or > MostLines ? $"Ask for 1 to {MostLines} parts at once."
                : lines.Any(l => l.Quantity <= 0) ? "Ask for more than nothing."
                : null);
        checks.Done();
        (Quote? quote, string? failed) = await supplier.QuoteAsync(lines, stop);
        return TypedResults.Ok(new QuoteAnswer(quote?.Lines ?? [], failed));
    }

    /// <summary>What is on its way, by code: what was sent to the supplier and has not come.</summary>
    internal static async Task<ILookup<string, OnItsWay>> OnTheWayAsync(ShopFile file)
    {
        List<PartOrder> open = await file.PartOrders
            .AsNoTracking()
            .Where(o => o.ClosedAt == null && o.SentAt != null)
            .ToListAsync();
        Dictionary<Guid, Dictionary<string, decimal>> received = await ReceivedAsync(file, open.ConvertAll(o => o.Id));
        return open.SelectMany(o => o.Lines.Select(l => (l.Code, Way: new OnItsWay(
            l.Expected,
            PartOrder.ToCome(l, received[o.Id])))))
            .Where(l => l.Way.Quantity > 0).ToLookup(l => l.Code, l => l.Way, StringComparer.OrdinalIgnoreCase);
    }

    private static async Task<Dictionary<Guid, Dictionary<string, decimal>>> ReceivedAsync(
        ShopFile file,
        List<Guid> orders)
    {
        var lines = await file.StockEntries
            .AsNoTracking()
            .Where(e => e.OrderId != null && orders.Contains(e.OrderId.Value))
            .Select(e => new { e.OrderId, e.Code, e.Change })
            .ToListAsync();
        return orders.ToDictionary(
            o => o,
            o => lines
                .Where(l => l.OrderId == o)
                .GroupBy(l => l.Code, StringComparer.OrdinalIgnoreCase)
                .ToDictionary(g => g.Key, g => g.Sum(l => l.Change), StringComparer.OrdinalIgnoreCase));
    }

    private static async Task<OrdersAnswer> AllAsync(ShopFile file, Clock clock, Supplier supplier, MailOutlet mail)
    {
        List<PartOrder> orders = await file.PartOrders
            .AsNoTracking()
            .OrderBy(o => o.ClosedAt != null)
            .ThenByDescending(o => o.Number)
            .Take(MostOrders)
            .ToListAsync();
        Dictionary<Guid, string> people = await file.People.AsNoTracking().ToDictionaryAsync(p => p.Id, p => p.Name);
        Dictionary<Guid, Dictionary<string, decimal>> received =
            await ReceivedAsync(file, orders.ConvertAll(o => o.Id));
        string address = (await file.SettingsToReadAsync()).SupplierMail;
        return new OrdersAnswer(
            orders.ConvertAll(o =>
            {
                OrderLineAnswer[] lines = [.. o.Lines.Select(l => new OrderLineAnswer(
                    l.Code,
                    l.Name,
                    l.Quantity,
                    l.Unit,
                    l.Price,
                    l.Expected,
                    received[o.Id].GetValueOrDefault(l.Code),
                    PartOrder.ToCome(l, received[o.Id])))];
                return new OrderAnswer(
                    o.Id,
                    o.Number,
                    o.At,
                    people[o.PersonId],
                    o.Way,
                    o.SentAt,
                    o.Said,
                    o.ClosedAt,
                    o.ClosedAt is null
                        && o.SentAt is not null
                        && lines.Any(l => l.ToCome > 0 && l.Expected < clock.Today),
                    lines.Sum(l => l.Quantity * (l.Price ?? 0)),
                    lines);
            }),
            supplier.There,
            mail.There,
            address);
    }

    private static async Task<Ok<OrdersAnswer>> WriteAsync(
        Guid id,
        OrderDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        Supplier supplier,
        MailOutlet mail)
    {
        Checks.Id(id);
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (!await file.PartOrders.AnyAsync(o => o.Id == id))
        {
            Checks checks = new();
            checks.Add(
                "/lines",
                draft.Lines.Count == 0 ? "Pick at least one part."
                    : draft.Lines.Count > MostLines ? $"At most {MostLines} parts at once."
                    : draft.Lines.GroupBy(
                        l => l.Code,
                        StringComparer.OrdinalIgnoreCase).FirstOrDefault(g => g.Count() > 1) is { } twice ? $"{twice.Key} stands there twice."
                    : null);
            Dictionary<string, KnownPart> known = (await PartsKnown.AllAsync(file)).GroupBy(
                p => p.Code,
                StringComparer.OrdinalIgnoreCase).ToDictionary(
                g => g.Key,
                g => g.First(),
                StringComparer.OrdinalIgnoreCase);
            Dictionary<string, KeptPart> kept = await file.KeptAsync();
            int usual = (await file.SettingsAsync()).Hours.PartsLeadDays;
            List<OrderLine> lines = [];
            for (int i = 0; i < draft.Lines.Count; i++)
            {
                decimal quantity = checks.Amount($"/lines/{i}/quantity", draft.Lines[i].Quantity, "How much");
                checks.Add($"/lines/{i}/quantity", quantity == 0 ? "Order more than nothing, or leave it out." : null);
                KnownPart? part = known.GetValueOrDefault(draft.Lines[i].Code);
                checks.Add(
                    $"/lines/{i}/code",
                    part is null ? $"No part here has the code “{draft.Lines[i].Code}”." : null);
                if (part is not null)
                {
                    lines.Add(new OrderLine(
                        part.Code,
                        part.Name,
                        quantity,
                        part.Unit,
                        part.Price,
                        clock.Today.AddDays(kept.GetValueOrDefault(part.Code)?.LeadDays ?? usual)));
                }
            }

            checks.Done();
            int number = 1 + (await file.PartOrders.MaxAsync(o => (int?)o.Number) ?? 0);
            file.PartOrders.Add(new PartOrder
            {
                Id = id,
                Number = number,
                Lines = lines,
                At = clock.Now,
                PersonId = worker.Id
            });
            await file.SaveChangesAsync();
        }

        OrdersAnswer answer = await AllAsync(file, clock, supplier, mail);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }

    private static async Task<PartOrder> FindAsync(ShopFile file, Guid id) =>
        await file.PartOrders.FirstOrDefaultAsync(o => o.Id == id) ?? throw Refusal.NotFound("There is no such order.");

    /// <summary>The order as a table: RFC 4180, UTF-8.</summary>
    private static string Csv(PartOrder order)
    {
        using StringWriter text = new(CultureInfo.InvariantCulture);
        using (CsvWriter csv = new(text, CultureInfo.InvariantCulture))
        {
            foreach (string head in new[] { "order", "code", "part", "quantity", "unit", "expected" })
            {
                csv.WriteField(head);
            }

            csv.NextRecord();
            foreach (OrderLine line in order.Lines)
            {
                csv.WriteField(order.Number);
                csv.WriteField(line.Code);
                csv.WriteField(line.Name);
                csv.WriteField(line.Quantity.ToString("0.####", CultureInfo.InvariantCulture));
                csv.WriteField(line.Unit);
                csv.WriteField(line.Expected.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture));
                csv.NextRecord();
            }
        }

        return text.ToString();
    }

    private static async Task<FileContentHttpResult> CsvAsync(Guid id, ShopFile file)
    {
        PartOrder order = await FindAsync(file, id);
        return TypedResults.File(
            Encoding.UTF8.GetBytes(Csv(order)),
            "text/csv; charset=utf-8",
            $"order-{order.Number}.csv");
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
                await FindAsync(file, id),
                sent.Way,
                clock,
                supplier,
                mail,
                CancellationToken.None);
        }
        finally
        {
            Sending.Release();
        }

        return TypedResults.Ok(await AllAsync(file, clock, supplier, mail));
    }

    private static async Task SendOnceAsync(
        ShopFile file,
        PartOrder order,
        OrderWay way,
        Clock clock,
        Supplier supplier,
        MailOutlet mail,
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
                    failed = await MailAsync(order, await file.SettingsAsync(), clock, mail, stop);
                    break;
                case OrderWay.ByHand:
                    failed = null;
                    break;
                default:
                    throw Refusal.Field("/way", "Say how it goes: to the supplier’s service, by mail, or by hand.");
            }

            if (failed is null)
            {
                (order.Way, order.SentAt, order.Said) = (way, clock.Now, "");
                Heed(order, heard);
            }
            else
            {
                order.Said = $"Not sent: {failed} Nothing is lost; send it again, or another way.";
            }

            await file.SaveChangesAsync(stop);
        }
    }

    private static async Task<string?> MailAsync(
        PartOrder order,
        ShopSettings settings,
        Clock clock,
        MailOutlet mail,
        CancellationToken stop)
    {
        if (!MailOutlet.TryAddress(settings.SupplierMail, out MailboxAddress? to))
        {
            throw Refusal.Field("/way", "The supplier’s mail address is missing: write it down first.");
        }

        MailboxAddress shop = MailOutlet.Sender(settings.Name);
        BodyBuilder body = new()
        {
            TextBody = $"Please send us what is in the table.\n\n{string.Join('\n', order.Lines.Select(l => FormattableString.Invariant($"{l.Quantity:0.##} {l.Unit}  {l.Code}  {l.Name}")))}\n\n{shop.Name}\n",
        };
        body.Attachments.Add(
            $"order-{order.Number}.csv",
            Encoding.UTF8.GetBytes(Csv(order)),
            new ContentType("text", "csv") { Charset = "utf-8" });
        MimeMessage message = new(new[] { shop }, new[] { to }, $"Order {order.Number}", body.ToMessageBody())
        {
            Date = clock.Now,
            MessageId = $"{order.Id:D}@sturdy-tinker.example"
        };
        return await mail.SendAsync(message, stop);
    }

    // What the supplier said goes to the lines: the day the last of each comes, and in words what comes in parts or not
    // at all.
    private static void Heed(PartOrder order, SupplierOrder? heard)
    {
        if (heard is null)
        {
            return;
        }

        List<string> words = [];
        List<OrderLine> lines = [];
        foreach (OrderLine line in order.Lines)
        {
            SupplierDelivery[] his = [.. heard.Deliveries.Where(d => d.Code.Equals(
                line.Code,
                StringComparison.OrdinalIgnoreCase)).OrderBy(d => d.On)];
            decimal promised = his.Sum(d => d.Quantity);
            if (his.Length > 1 || promised < line.Quantity)
            {
                string parts = string.Join(
                    ", ",
                    his.Select(d => FormattableString.Invariant($"{d.Quantity:0.##} on {d.On:d MMMM}")));
                words.Add(
                    FormattableString.Invariant(
                        $"{line.Name}: {(parts.Length > 0 ? parts : "none")}{(promised < line.Quantity ? $", {line.Quantity - promised:0.##} can’t be had" : "")}."));
            }

            lines.Add(his.Length > 0 ? line with { Expected = his[^1].On } : line);
        }

        order.Lines = lines;
        order.Said = string.Join(' ', words.Prepend(heard.Said?.Trim() ?? "").Where(w => w.Length > 0));
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
        PartOrder order = await FindAsync(file, id);
        if (order is { SentAt: not null, Way: OrderWay.Service, ClosedAt: null })
        {
            (SupplierOrder? heard, string? failed) = await supplier.StateAsync(order, clock.Today, stop);
            order.Said = failed is null ? "" : $"{failed} What was known before stands.";
            Heed(order, heard);
            await file.SaveChangesAsync(stop);
        }

        return TypedResults.Ok(await AllAsync(file, clock, supplier, mail));
    }

    private static async Task<Ok<OrdersAnswer>> ReceiveAsync(
        Guid id,
        ReceiptDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        Supplier supplier,
        MailOutlet mail)
    {
        foreach (ReceivedDraft line in draft.Lines)
        {
            Checks.Id(line.Id);
        }

        Checks checks = new();
        string note = checks.Text("/note", draft.Note, "The delivery note", LongestNote, required: false);
        await using var transaction = await file.Database.BeginTransactionAsync();
        PartOrder order = await FindAsync(file, id);
        HashSet<Guid> there = [.. await file.StockEntries.Where(e => e.OrderId == id).Select(e => e.Id).ToListAsync()];
        List<ReceivedDraft> fresh = [.. draft.Lines.Where(l => !there.Contains(l.Id))];
        if (fresh.Count > 0)
        {
            await RefuseTwiceAsync(file, order, note);
            Dictionary<string, decimal> received = (await ReceivedAsync(file, [id]))[id];
            bool any = there.Count > 0 && fresh.Count < draft.Lines.Count;
            for (int i = 0; i < draft.Lines.Count; i++)
            {
                ReceivedDraft line = draft.Lines[i];
                decimal quantity = line.Quantity.Trim().Length == 0
                    ? 0
                    : checks.Amount($"/lines/{i}/quantity", line.Quantity, "How much came");
                OrderLine? ordered = order.Lines.FirstOrDefault(l => l.Code.Equals(
                    line.Code,
                    StringComparison.OrdinalIgnoreCase));
                checks.Add(
                    $"/lines/{i}/code",
                    ordered is null ? $"Order {order.Number} has no {line.Code}: receive it without an order." : null);
                if (ordered is null || quantity == 0 || there.Contains(line.Id))
                {
                    continue;
                }

                decimal rest = PartOrder.ToCome(ordered, received);
                decimal before = received.GetValueOrDefault(ordered.Code);
                string already = before == 0 ? FormattableString.Invariant(
                    $"Only {ordered.Quantity:0.##} were ordered.")
                    : FormattableString.Invariant(
                        $"{(rest == 0 ? "All" : $"{before:0.##}")} of the {ordered.Quantity:0.##} ordered came already{(rest == 0 ? "" : FormattableString.Invariant($", {rest:0.##} are to come"))}.");
                checks.Add(
                    $"/lines/{i}/quantity",
                    quantity > rest ? $"{already} Receive more without an order." : null);
                received[ordered.Code] = before + quantity;
                any = true;
                if (checks.Problems.Count == 0)
                {
                    KeptPart kept = await file.KeepAsync(ordered.Code);
                    file.Write(
                        kept,
                        new StockEntry
                        {
                            Id = line.Id,
                            Code = kept.Code,
                            Move = StockMove.Receipt,
                            Change = quantity,
                            OrderId = id,
                            Note = note,
                            At = clock.Now,
                            PersonId = worker.Id
                        });
                }
            }

            checks.Add("/lines", any ? null : "Say what came.");
            checks.Done();
            order.Way = order.Way == OrderWay.NotSent ? OrderWay.ByHand : order.Way;
            order.SentAt ??= clock.Now;
            order.ClosedAt = order.Lines.All(l => PartOrder.ToCome(l, received) == 0) ? clock.Now : null;
            await file.SaveChangesAsync();
        }

        OrdersAnswer answer = await AllAsync(file, clock, supplier, mail);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }

    // The same delivery told twice, by two people or by one who forgot: it came once.
    private static async Task RefuseTwiceAsync(ShopFile file, PartOrder order, string note)
    {
        StockEntry? before = await file.StockEntries
            .AsNoTracking()
            .Where(e => e.OrderId == order.Id && (order.ClosedAt != null || (note != "" && e.Note == note)))
            .OrderByDescending(e => e.At)
            .FirstOrDefaultAsync();
        if (before is not null)
        {
            string who = await file.People.Where(p => p.Id == before.PersonId).Select(p => p.Name).FirstAsync();
            throw Refusal.Conflict(
                FormattableString.Invariant(
                    $"{(order.ClosedAt is not null ? $"Order {order.Number}" : $"Delivery note {note}")} was received already, on {before.At:d MMMM} by {who}. Nothing was added."),
                "/note");
        }

        if (order.ClosedAt is not null)
        {
            throw Refusal.Conflict($"Order {order.Number} was given up: receive what came without an order.", "/note");
        }
    }

    private static async Task<Ok<OrdersAnswer>> CloseAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        Worker worker,
        Supplier supplier,
        MailOutlet mail)
    {
        _ = worker;
        PartOrder order = await FindAsync(file, id);
        order.ClosedAt ??= clock.Now;
        await file.SaveChangesAsync();
        return TypedResults.Ok(await AllAsync(file, clock, supplier, mail));
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
        return TypedResults.Ok(await AllAsync(file, clock, supplier, mail));
    }
}
