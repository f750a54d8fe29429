using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Shelf;

/// <summary>A line of what came.</summary>
/// <param name="Id">Made by the client, UUID version 7.</param>
/// <param name="Quantity">How much came, as typed; empty or 0 for nothing.</param>
public sealed record ReceivedDraft(Guid Id, string Code, string Quantity);

/// <summary>What came of an order.</summary>
/// <param name="Note">Number of the delivery note; may be empty.</param>
public sealed record ReceiptDraft(string Note, IReadOnlyList<ReceivedDraft> Lines);

/// <summary>Receives what came of orders.</summary>
internal static class Receipts
{
    private const int LongestNote = 120;

    internal static void MapReceipts(this RouteGroupBuilder shelf) =>
        shelf.MapPost("/orders/{id:guid}/receipts", ReceiveAsync).Needs(Right.Stock);

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

        await using var transaction = await file.Database.BeginTransactionAsync();
        PartOrder order = await Orders.FindAsync(file, id);
        HashSet<Guid> there = [.. await file.StockEntries.Where(e => e.OrderId == id).Select(e => e.Id).ToListAsync()];

        // Sent again after a lost answer: what is there already stays as it is.
        if (!draft.Lines.All(l => there.Contains(l.Id)) || draft.Lines.Count == 0)
        {
            await ReceiveNewAsync(file, order, draft, there, clock, worker);
        }

        OrdersAnswer answer = await Orders.AllAsync(file, clock, supplier, mail);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }

    private static async Task ReceiveNewAsync(
        ShopFile file,
        PartOrder order,
        ReceiptDraft draft,
        HashSet<Guid> there,
        Clock clock,
        Worker worker)
    {
        Checks checks = new();
        string note = checks.Text("/note", draft.Note, "The delivery note", LongestNote, required: false);
        await RefuseTwiceAsync(file, order, note);
        List<decimal> amounts = [.. draft.Lines.Select((l, i) => there.Contains(l.Id) || l.Quantity.Trim().Length == 0
            ? 0
            : checks.Amount($"/lines/{i}/quantity", l.Quantity, "How much came"))];
        Dictionary<string, decimal> received = (await Orders.ReceivedAsync(file, [order.Id]))[order.Id];
        IReadOnlyList<ReceivedLine> lines = order.Receive(
            draft.Lines.Select((l, i) => new CameIn(l.Code, amounts[i])),
            received);
        for (int i = 0; i < lines.Count; i++)
        {
            checks.Add($"/lines/{i}/code", lines[i].NotOrdered);
            checks.Add($"/lines/{i}/quantity", lines[i].TooMuch);
        }

        checks.Add("/lines", amounts.Exists(a => a > 0) || draft.Lines.Any(l => there.Contains(l.Id))
            ? null
            : "Say what came.");
        checks.Done();
        foreach ((ReceivedLine line, ReceivedDraft typed) in lines.Zip(draft.Lines).Where(l => l.First.Quantity > 0))
        {
            KeptPart kept = await file.KeepAsync(line.Line!.Code);
            file.Write(
                kept,
                new StockEntry
                {
                    Id = typed.Id,
                    Code = kept.Code,
                    Move = StockMove.Receipt,
                    Change = line.Quantity,
                    OrderId = order.Id,
                    Note = note,
                    At = clock.Now,
                    PersonId = worker.Id,
                });
            received[kept.Code] = received.GetValueOrDefault(kept.Code) + line.Quantity;
        }

        order.AfterDelivery(received, clock.Now);
        await file.SaveChangesAsync();
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
                (order.ClosedAt is not null ? $"Order {order.Number}" : $"Delivery note {note}")
                    + FormattableString.Invariant($" was received already, on {before.At:MMMM d} by {who}. ")
                    + "Nothing was added.",
                "/note");
        }

        if (order.ClosedAt is not null)
        {
            throw Refusal.Conflict($"Order {order.Number} was given up: receive what came without an order.", "/note");
        }
    }
}
