using System.Text.Json;
using System.Text.Json.Serialization;
using SturdyTinker.Core.Parts.Stock;

namespace SturdyTinker.Shop.Shelf;

/// <summary>A line of what is asked of the supplier: docs/supplier.md.</summary>
public sealed record SupplierLine(string Code, decimal Quantity);

/// <summary>What is asked of the supplier.</summary>
/// <param name="Number">The shop's own number of the order; null for a quote.</param>
public sealed record SupplierAsked(int? Number, IReadOnlyList<SupplierLine> Lines);

/// <summary>A line of a quote.</summary>
/// <param name="Price">What one costs; null where he does not say.</param>
/// <param name="Stock">How many he has.</param>
/// <param name="LeadDays">Days until one would be here.</param>
public sealed record QuotedLine(string Code, decimal? Price, decimal Stock, int LeadDays);

/// <summary>A quote.</summary>
public sealed record Quote(IReadOnlyList<QuotedLine> Lines);

/// <summary>A delivery of an order's part.</summary>
/// <param name="Quantity">How many.</param>
/// <param name="On">The day they come, RFC 3339.</param>
/// <param name="Sent">Whether they are on the road.</param>
public sealed record SupplierDelivery(string Code, decimal Quantity, DateOnly On, bool Sent);

/// <summary>How an order stands with the supplier.</summary>
/// <param name="Said">What he says of it, in words; may be empty.</param>
public sealed record SupplierOrder(IReadOnlyList<SupplierDelivery> Deliveries, string? Said);

/// <summary>What the supplier answered, or why he did not.</summary>
internal sealed record Heard<T>(T? Answer, string? Failed)
    where T : class;

/// <summary>
/// The supplier's service at the setting "supplier" (an http address): docs/supplier.md. A shop without one orders by
/// mail, or by hand.
/// </summary>
internal sealed class Supplier(IHttpClientFactory clients, Uri? address)
{
    /// <summary>The name of its client.</summary>
    internal const string Client = "supplier";

    private const int MostDays = 730;

    internal bool There => address is not null;

    /// <summary>Asks what parts cost and when they could be here. Answers only about what was asked.</summary>
    internal Task<Heard<Quote>> QuoteAsync(IReadOnlyCollection<SupplierLine> lines, CancellationToken stop) =>
        AskAsync<Quote>(HttpMethod.Post, "quote", new SupplierAsked(null, [.. lines]), q =>
            q.Lines is null
                || q.Lines.Any(l => l is null
                    || l.Code is null
                    || l.Price is < 0 or > 1_000_000
                    || l.Stock < 0
                    || l.LeadDays is < 0 or > MostDays) ? "The supplier’s quote has figures that can’t be."
            : q.Lines.FirstOrDefault(
                l => !lines.Any(a => Same(
                    a.Code,
                    l.Code))) is { } other ? $"The supplier quoted {other.Code}, which nobody asked for."
            : null, stop);

    /// <summary>Sends an order. The same order sent again is the same order.</summary>
    internal Task<Heard<SupplierOrder>> SendAsync(PartOrder order, DateOnly today, CancellationToken stop) =>
        AskAsync<SupplierOrder>(
            HttpMethod.Put,
            $"orders/{order.Id:D}",
            new SupplierAsked(order.Number, [.. order.Lines.Select(l => new SupplierLine(l.Code, l.Quantity))]),
            o => WhatIsWrong(o, order, today),
            stop);

    /// <summary>Asks how an order stands.</summary>
    internal Task<Heard<SupplierOrder>> StateAsync(PartOrder order, DateOnly today, CancellationToken stop) =>
        AskAsync<SupplierOrder>(HttpMethod.Get, $"orders/{order.Id:D}", null, o => WhatIsWrong(o, order, today), stop);

    private static string? WhatIsWrong(SupplierOrder answer, PartOrder order, DateOnly today) =>
        answer.Deliveries is null
            || answer.Deliveries.Any(d => d is null
                || d.Code is null
                || d.Quantity <= 0) ? "The supplier’s answer has deliveries that can’t be."
        : answer.Deliveries.FirstOrDefault(
            d => !order.Lines.Any(l => Same(
                l.Code,
                d.Code))) is { } other ? $"The supplier speaks of {other.Code}, which was not ordered."
        : order.Lines.FirstOrDefault(l =>
            answer.Deliveries
                .Where(d => Same(d.Code, l.Code))
                .Sum(d => d.Quantity) > l.Quantity) is { } more ? $"The supplier means to deliver more of {more.Code} "
                    + "than was ordered."
        : answer.Deliveries.Any(
            d => Math.Abs(d.On.DayNumber - today.DayNumber) > MostDays) ? "The supplier’s answer has a day that can’t be."
        : null;

    private static bool Same(string a, string b) => a.Equals(b, StringComparison.OrdinalIgnoreCase);

    private async Task<Heard<T>> AskAsync<T>(
        HttpMethod method,
        string path,
        object? body,
        Func<T, string?> wrong,
        CancellationToken stop)
        where T : class
    {
        if (address is null)
        {
            return new(null, "This shop has no supplier’s service.");
        }

        try
        {
            using HttpRequestMessage request = new(method, new Uri(address, path))
            {
                Content = body is null ? null : JsonContent.Create(body, options: Json)
            };
            using HttpResponseMessage response = await clients.CreateClient(Client).SendAsync(request, stop);
            if (!response.IsSuccessStatusCode)
            {
                return new(
                    null,
                    response.StatusCode == System.Net.HttpStatusCode.NotFound
                        ? "The supplier does not know this order."
                        : $"The supplier’s service refused it ({(int)response.StatusCode}).");
            }

            T? answer = await response.Content.ReadFromJsonAsync<T>(Json, stop);
            return answer is null ? new(null, "The supplier’s service answered nothing.")
                : wrong(answer) is { } why ? new(null, why)
                : new(answer, null);
        }
        catch (Exception fault) when (fault is HttpRequestException or JsonException or NotSupportedException
            or Polly.ExecutionRejectedException
            || (fault is OperationCanceledException && !stop.IsCancellationRequested))
        {
            return new(
                null,
                fault is JsonException or NotSupportedException
                    ? "The supplier’s service answered with something that can’t be read."
                    : "The supplier’s service does not answer.");
        }
    }

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull
    };
}
