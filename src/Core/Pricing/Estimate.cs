using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Core.Pricing;

/// <summary>What a line of an estimate is for.</summary>
public enum EstimateKind
{
    /// <summary>Hours.</summary>
    Labour,

    /// <summary>A part.</summary>
    Part,

    /// <summary>What nobody counts.</summary>
    Consumables,

    /// <summary>Getting rid of waste.</summary>
    Disposal,

    /// <summary>Tax.</summary>
    Tax,
}

/// <summary>A figure that is not known for certain.</summary>
/// <param name="Low">One chance in ten that it comes to less.</param>
/// <param name="Likely">What it most likely comes to.</param>
/// <param name="High">One chance in ten that it comes to more.</param>
public sealed record Spread(decimal Low, decimal Likely, decimal High)
{
    /// <summary>A figure that is known.</summary>
    public static Spread Of(decimal value) => new(value, value, value);

    /// <summary>Both added as if one's luck were the other's: the cautious way.</summary>
    public static Spread operator +(Spread a, Spread b) => new(a.Low + b.Low, a.Likely + b.Likely, a.High + b.High);

    /// <summary>As many times as much.</summary>
    public static Spread operator *(Spread a, decimal by) => new(a.Low * by, a.Likely * by, a.High * by);

    /// <summary>By how much it lies above another, never out of its order.</summary>
    public Spread Over(Spread other)
    {
        decimal likely = Likely - other.Likely;
        return new(Math.Min(Low - other.Low, likely), likely, Math.Max(High - other.High, likely));
    }

    /// <summary>All three to the hundredth, as money is told.</summary>
    public Spread Rounded() => new(Math.Round(Low, 2), Math.Round(Likely, 2), Math.Round(High, 2));
}

/// <summary>A line of an estimate.</summary>
/// <param name="Kind">What it is for.</param>
/// <param name="Words">The same in words.</param>
/// <param name="How">How it was reckoned, with the figures in it.</param>
/// <param name="Amount">What it comes to, in the shop's money.</param>
public sealed record EstimateLine(EstimateKind Kind, string Words, string How, Spread Amount);

/// <summary>What a packet is likely to come to.</summary>
/// <param name="Lines">Line by line.</param>
/// <param name="Minutes">Minutes of work.</param>
/// <param name="RatePerHour">What an hour costs.</param>
/// <param name="Terms">The terms it was reckoned by.</param>
/// <param name="Unpriced">Parts that nobody has a price for: they come on top.</param>
public sealed record Estimate(
    IReadOnlyList<EstimateLine> Lines,
    Spread Minutes,
    decimal RatePerHour,
    PriceTerms Terms,
    IReadOnlyList<string> Unpriced)
{
    // A step's time lies within so much of what is usual, nine times in ten either way, where nothing was learned.
    // Source: from memory.
    private const double StepSpread = 0.35;

    // A good or a bad day moves all steps of a visit together by so much. Source: from memory.
    private const double DaySpread = 0.10;

    /// <summary>All lines.</summary>
    public Spread Total => Lines.Aggregate(Spread.Of(0), (sum, line) => sum + line.Amount).Rounded();

    /// <summary>What a packet is likely to come to.</summary>
    /// <remarks>
    /// The steps' spreads are taken as independent and their variances added; what moves a whole day, as common to all.
    /// Steps that
    /// may be skipped count as done. Of several candidates for a part, the likely one is the first, the range goes from
    /// the cheapest
    /// to the dearest.
    /// </remarks>
    /// <param name="packet">The packet.</param>
    /// <param name="learned">What the shop has taught of minutes, by a step's family.</param>
    /// <param name="ratePerHour">What an hour costs: above nought.</param>
    /// <param name="terms">The shop's terms.</param>
    /// <param name="priceOf">What a part costs the shop, by its code; null where nobody knows.</param>
    /// <param name="nameOf">
    /// What the shop calls a part, by its code and our name for it; our name when left out.
    /// </param>
    public static Estimate Of(
        Packet packet,
        IReadOnlyDictionary<string, LearnedMinutes> learned,
        decimal ratePerHour,
        PriceTerms terms,
        Func<string, decimal?> priceOf,
        Func<PartNeed, string>? nameOf = null)
    {
        Spread minutes = MinutesOf(packet, learned);
        List<string> unpriced = [];
        List<(PartNeed Part, Spread Each)> parts = [];
        foreach (PartNeed part in packet.PartsToTake)
        {
            decimal[] prices = [.. (part.OneOf.Count > 0
                ? part.OneOfCodes
                : [part.Code]).Select(priceOf).OfType<decimal>()];
            if (prices.Length == 0)
            {
                unpriced.Add(nameOf?.Invoke(part) ?? part.Name);
            }
            else
            {
                parts.Add((part, new Spread(prices.Min(), prices[0], prices.Max())));
            }
        }

        return new Estimate(
            LinesOf(
                minutes,
                [.. parts.Select(p => (nameOf?.Invoke(p.Part) ?? p.Part.Name, p.Part.Quantity, p.Part.Unit, p.Each))],
                [.. packet.PartsToTake.Select(p => p.Code)],
                ratePerHour,
                terms),
            minutes,
            ratePerHour,
            terms,
            unpriced);
    }

    /// <summary>The bill of what was really done, by the same terms.</summary>
    /// <param name="minutes">Minutes worked.</param>
    /// <param name="used">What was used, with what one cost the shop that day.</param>
    public Estimate Really(decimal minutes, IReadOnlyCollection<PartUsed> used) =>
        Billed(minutes, used, RatePerHour, Terms);

    /// <summary>The bill of what was really done.</summary>
    /// <param name="minutes">Minutes worked.</param>
    /// <param name="used">What was used, with what one cost the shop that day.</param>
    /// <param name="ratePerHour">What an hour costs: nought and above.</param>
    /// <param name="terms">The shop's terms.</param>
    public static Estimate Billed(
        decimal minutes,
        IReadOnlyCollection<PartUsed> used,
        decimal ratePerHour,
        PriceTerms terms)
    {
        List<(string, decimal, string, Spread)> parts = [.. used
            .Where(p => p.Price is not null)
            .GroupBy(p => (p.Name, p.Unit, p.Price))
            .Select(g => (g.Key.Name, g.Sum(p => p.Quantity), g.Key.Unit, Spread.Of(g.Key.Price!.Value)))];
        return new Estimate(
            LinesOf(Spread.Of(minutes), parts, [.. used.Select(p => p.Code ?? "")], ratePerHour, terms),
            Spread.Of(minutes),
            ratePerHour,
            terms,
            [.. used.Where(p => p.Price is null).Select(p => p.Name).Distinct()]);
    }

    /// <summary>The same work charged with nothing: what came back for the same cause.</summary>
    public Estimate Free() => this with
    {
        Lines = [.. Lines.Select(l => l with { How = "come-back: not charged", Amount = Spread.Of(0) })],
    };

    private static List<EstimateLine> LinesOf(
        Spread minutes,
        IReadOnlyList<(string Name, decimal Quantity, string Unit, Spread Each)> parts,
        IReadOnlyCollection<string> codes,
        decimal rate,
        PriceTerms terms)
    {
        Spread labour = (minutes * (rate / 60)).Rounded(), goods = Spread.Of(0);
        List<EstimateLine> lines = [new(
            EstimateKind.Labour,
            "labour",
            FormattableString.Invariant($"{minutes.Likely:0} min at {rate:0.00} an hour"),
            labour)];
        foreach ((string name, decimal quantity, string unit, Spread each) in parts)
        {
            Spread amount = (each * (quantity * (1 + (terms.PartsMarkup / 100)))).Rounded();
            goods += amount;
            lines.Add(new(
                EstimateKind.Part,
                name,
                FormattableString.Invariant($"{quantity:0.##}{(unit == "piece" ? "" : " " + unit)} × {each.Likely:0.00}")
                    + (terms.PartsMarkup > 0
                        ? FormattableString.Invariant($" + {terms.PartsMarkup:0.#} %")
                        : ""),
                amount));
        }

        if (terms.Consumables > 0)
        {
            Spread amount = (labour * (terms.Consumables / 100)).Rounded();
            goods += amount;
            lines.Add(new(
                EstimateKind.Consumables,
                "rags, cleaner and the like",
                FormattableString.Invariant($"{terms.Consumables:0.#} % of labour"),
                amount));
        }

        foreach (Waste waste in Waste.All.Where(w => terms.FeeFor(w) > 0
            && codes.Any(code => w.From.Any(f => code.StartsWith(f, StringComparison.Ordinal)))))
        {
            Spread amount = Spread.Of(terms.FeeFor(waste));
            goods += amount;
            lines.Add(new(EstimateKind.Disposal, waste.Words, "disposal, once a visit", amount));
        }

        Spread tax = (labour * (terms.TaxOnLabour / 100)) + (goods * (terms.TaxOnParts / 100));
        if (tax.High > 0)
        {
            lines.Add(new(
                EstimateKind.Tax,
                "tax",
                FormattableString.Invariant(
                    $"{terms.TaxOnLabour:0.##} % of labour, {terms.TaxOnParts:0.##} % of the rest"),
                tax.Rounded()));
        }

        return lines;
    }

    private static Spread MinutesOf(Packet packet, IReadOnlyDictionary<string, LearnedMinutes> learned)
    {
        double below = 0, above = 0;
        foreach (PacketStep step in packet.Steps)
        {
            (double low, double high) = learned.TryGetValue(PacketStep.FamilyOf(step.Key), out LearnedMinutes? known)
                && known.High > 0
                ? ((double)(known.Minutes - known.Low), (double)(known.High - known.Minutes))
                : ((double)step.Minutes * StepSpread, (double)step.Minutes * StepSpread);
            below += low * low;
            above += high * high;
        }

        double likely = (double)packet.Minutes, day = likely * DaySpread;
        return new Spread(
            (decimal)Math.Round(likely - Math.Sqrt(below + (day * day)), 1),
            packet.Minutes,
            (decimal)Math.Round(likely + Math.Sqrt(above + (day * day)), 1));
    }
}

/// <summary>An estimate as it was told to a customer. Written once; what really happened is compared with it.</summary>
public sealed class PriceOffer
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The jobs at their places.</summary>
    public required IReadOnlyList<JobAt> Jobs { get; init; }

    /// <summary>What is done, in words.</summary>
    public required string What { get; init; }

    /// <summary>What it came to.</summary>
    public required Estimate Estimate { get; init; }

    /// <summary>The visit it became; null until then.</summary>
    public Guid? VisitId { get; set; }

    /// <summary>When it was told, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who told it.</summary>
    public Guid PersonId { get; init; }
}
