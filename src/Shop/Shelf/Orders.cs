using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
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

/// <summary>The orders as they stand.</summary>
internal static class Orders
{
    private const int MostOrders = 60;

    internal static void MapOrders(this RouteGroupBuilder shelf)
    {
        shelf.MapGet(
            "/orders",
            async (ShopFile file, Clock clock, Supplier supplier, MailOutlet mail) => TypedResults.Ok(
                await AllAsync(file, clock, supplier, mail))).Needs(Right.See);
        shelf.MapPost("/orders/{id:guid}/close", CloseAsync).Needs(Right.Order);
        shelf.MapOrderWriting();
        shelf.MapOrderSending();
        shelf.MapReceipts();
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

    /// <summary>What was received by orders, by order and code.</summary>
    internal static async Task<Dictionary<Guid, Dictionary<string, decimal>>> ReceivedAsync(
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

    /// <summary>Orders, the newest first.</summary>
    internal static async Task<OrdersAnswer> AllAsync(ShopFile file, Clock clock, Supplier supplier, MailOutlet mail)
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
                    o.IsLate(received[o.Id], clock.Today),
                    lines.Sum(l => l.Quantity * (l.Price ?? 0)),
                    lines);
            }),
            supplier.There,
            mail.There,
            address);
    }

    /// <summary>An order, tracked. Refuses (404) where there is none.</summary>
    internal static async Task<PartOrder> FindAsync(ShopFile file, Guid id) =>
        await file.PartOrders.FirstOrDefaultAsync(o => o.Id == id) ?? throw Refusal.NotFound("There is no such order.");

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
}
