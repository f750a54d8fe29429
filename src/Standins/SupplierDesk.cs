using System.Collections.Concurrent;
using System.Globalization;
using System.Text.Json;

namespace SturdyTinker.Standins;

/// <summary>A part that the simulated supplier sells.</summary>
/// <param name="Code">Its code, the shop's own.</param>
/// <param name="Price">What one costs.</param>
/// <param name="Stock">How many he has.</param>
/// <param name="LeadDays">Days until one is at the shop.</param>
public sealed record Sold(string Code, decimal Price, decimal Stock, int LeadDays);

/// <summary>How the simulated supplier is disposed.</summary>
public enum Mood
{
    /// <summary>He answers as he should.</summary>
    Well,

    /// <summary>He answers after a minute.</summary>
    Slow,

    /// <summary>He answers with something that is not JSON.</summary>
    Babbling,

    /// <summary>He answers with figures that can't be: more than was ordered, and prices below nothing.</summary>
    Wrong,

    /// <summary>He answers 500.</summary>
    Ill,
}

/// <summary>A line of an order or a quote, as asked.</summary>
public sealed record AskedLine(string Code, decimal Quantity);

/// <summary>What is asked.</summary>
public sealed record AskedOf(int? Number, IReadOnlyList<AskedLine> Lines);

/// <summary>A delivery, as answered.</summary>
public sealed record Delivery(string Code, decimal Quantity, string On, bool Sent);

/// <summary>An order, as answered.</summary>
public sealed record OrderHeld(IReadOnlyList<Delivery> Deliveries, string Said);

/// <summary>A line of a quote, as answered.</summary>
public sealed record QuoteLine(string Code, decimal Price, decimal Stock, int LeadDays);

/// <summary>
/// A simulated supplier of parts: docs/supplier.md. He sends what he has and the rest later, and every third part comes
/// some
/// days later than he said at first. An order sent again is the same order.
/// </summary>
/// <param name="sold">What he sells.</param>
/// <param name="today">His day.</param>
/// <param name="folder">Where he keeps his orders; null for nowhere.</param>
public sealed class SupplierDesk(IEnumerable<Sold> sold, Func<DateOnly> today, string? folder = null)
{
    private const int DaysLater = 4;

    private readonly Dictionary<string, Sold> parts = sold.ToDictionary(s => s.Code, StringComparer.OrdinalIgnoreCase);
    private readonly ConcurrentDictionary<string, OrderHeld> orders = [];
    private readonly Lock one = new();

    /// <summary>How he is disposed.</summary>
    public Mood Mood { get; set; }

    /// <summary>How many different orders he holds.</summary>
    public int Orders => orders.Count;

    /// <summary>Reads what he sells: "code,price,stock,days" a line.</summary>
    public static IEnumerable<Sold> Read(IEnumerable<string> lines) =>
        lines.Select(l => l.Split(',')).Where(l => l.Length == 4)
        .Select(l => new Sold(
            l[0],
            decimal.Parse(l[1], CultureInfo.InvariantCulture),
            decimal.Parse(l[2], CultureInfo.InvariantCulture),
            int.Parse(l[3], CultureInfo.InvariantCulture)));

    /// <summary>A quote: only of what he sells.</summary>
    public IReadOnlyList<QuoteLine> Quote(AskedOf asked) =>
        [.. asked.Lines
            .Select(l => parts.GetValueOrDefault(l.Code))
            .OfType<Sold>()
            .Select(s => new QuoteLine(s.Code, Mood == Mood.Wrong ? -s.Price : s.Price, s.Stock, s.LeadDays))];

    /// <summary>Takes an order, or finds it taken.</summary>
    public OrderHeld Take(string id, AskedOf asked)
    {
        lock (one)
        {
            if (Find(id) is { } known)
            {
                return known;
            }

            List<Delivery> deliveries = [];
            List<string> unknown = [];
            foreach (AskedLine line in asked.Lines)
            {
                if (!parts.TryGetValue(line.Code, out Sold? part))
                {
                    unknown.Add(line.Code);
                    continue;
                }

                decimal now = Math.Min(line.Quantity, part.Stock);
                deliveries.AddRange(new[]
                {
                    (Quantity: now, Days: part.LeadDays),
                    (Quantity: line.Quantity - now, Days: (2 * part.LeadDays) + 1)
                }
                    .Where(d => d.Quantity > 0).Select(d => new Delivery(part.Code, d.Quantity, Day(d.Days), false)));
                parts[part.Code] = part with { Stock = part.Stock - now };
            }

            OrderHeld held = new(
                deliveries,
                unknown.Count > 0 ? $"We do not sell {string.Join(", ", unknown)}." : "Thank you.");
            Keep(id, held);
            return held;
        }
    }

    /// <summary>
    /// How an order stands; null for one he does not know. By now every third part comes later than he said.
    /// </summary>
    public OrderHeld? State(string id) => Find(id) is not { } held ? null : held with
    {
        Deliveries = [.. held.Deliveries.Select(d => Late(d.Code)
            ? d with
            {
                On = DateOnly
                    .ParseExact(d.On, "yyyy-MM-dd", CultureInfo.InvariantCulture)
                    .AddDays(DaysLater)
                    .ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)
            }
            : d with { Sent = true })],
        Said = held.Deliveries.Any(d => Late(d.Code)) ? "Some of it is late." : "On its way.",
    };

    /// <summary>Whether a part comes later than he says at first.</summary>
    public static bool Late(string code) => code.Sum(c => c) % 3 == 0;

    private OrderHeld? Find(string id)
    {
        if (orders.TryGetValue(id, out OrderHeld? held))
        {
            return held;
        }

        string? file = folder is null ? null : Path.Combine(folder, $"{id}.json");
        return file is not null && Guid.TryParse(id, out _) && File.Exists(file)
            ? orders[id] = JsonSerializer.Deserialize<OrderHeld>(File.ReadAllText(file), JsonSerializerOptions.Web)!
            : null;
    }

    private void Keep(string id, OrderHeld held)
    {
        orders[id] = held;
        if (folder is not null && Guid.TryParse(id, out _))
        {
            Directory.CreateDirectory(folder);
            File.WriteAllText(
                Path.Combine(folder, $"{id}.json"),
                JsonSerializer.Serialize(held, JsonSerializerOptions.Web));
        }
    }

    private string Day(int ahead) => today().AddDays(ahead).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
