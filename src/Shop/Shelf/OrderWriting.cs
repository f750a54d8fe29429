using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Shelf;

/// <summary>Something to order.</summary>
/// <param name="Quantity">How much, as typed.</param>
public sealed record OrderedDraft(string Code, string Quantity);

/// <summary>An order to write.</summary>
public sealed record OrderDraft(IReadOnlyList<OrderedDraft> Lines);

/// <summary>What the supplier says parts cost and when they could be here.</summary>
/// <param name="Lines">A line a part he sells.</param>
/// <param name="Failed">Why he said nothing, in words; null when he did.</param>
public sealed record QuoteAnswer(IReadOnlyList<QuotedLine> Lines, string? Failed);

/// <summary>Asks what parts cost, and writes orders.</summary>
internal static class OrderWriting
{
    /// <summary>Most lines of one order.</summary>
    internal const int MostLines = 200;

    internal static void MapOrderWriting(this RouteGroupBuilder shelf)
    {
        shelf.MapPut("/orders/{id:guid}", WriteAsync).Needs(Right.Order);
        shelf.MapPost("/quote", QuoteAsync).Needs(Right.Order);
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
            List<OrderLine> lines = await LinesAsync(draft, file, clock.Today);
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

        OrdersAnswer answer = await Orders.AllAsync(file, clock, supplier, mail);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }

    // What is ordered, each part once, as this shop knows it.
    private static async Task<List<OrderLine>> LinesAsync(OrderDraft draft, ShopFile file, DateOnly today)
    {
        Checks checks = new();
        checks.Add("/lines", WhatIsWrong(draft.Lines));
        Dictionary<string, KnownPart> known = await PartsKnown.ByCodeAsync(file);
        Dictionary<string, KeptPart> kept = await file.KeptAsync();
        int usual = (await file.SettingsAsync()).Hours.PartsLeadDays;
        List<OrderLine> lines = [];
        for (int i = 0; i < draft.Lines.Count; i++)
        {
            OrderedDraft ordered = draft.Lines[i];
            decimal quantity = checks.Amount($"/lines/{i}/quantity", ordered.Quantity, "How much");
            checks.Add($"/lines/{i}/quantity", quantity == 0 ? "Order more than nothing, or leave it out." : null);
            if (!known.TryGetValue(ordered.Code, out KnownPart? part))
            {
                checks.Add($"/lines/{i}/code", $"No part here has the code “{ordered.Code}”.");
                continue;
            }

            int days = kept.GetValueOrDefault(part.Code)?.LeadDays ?? usual;
            lines.Add(new OrderLine(part.Code, part.Name, quantity, part.Unit, part.Price, today.AddDays(days)));
        }

        checks.Done();
        return lines;
    }

    private static string? WhatIsWrong(IReadOnlyList<OrderedDraft> lines) =>
        lines.Count == 0 ? "Pick at least one part."
            : lines.Count > MostLines ? $"At most {MostLines} parts at once."
            : lines
                .GroupBy(l => l.Code, StringComparer.OrdinalIgnoreCase)
                .FirstOrDefault(g => g.Count() > 1) is { } twice ? $"{twice.Key} stands there twice."
            : null;
}
