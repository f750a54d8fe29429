using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Evidence;

/// <summary>What the shop has chosen and is called, as evidence needs it.</summary>
/// <param name="Today">The day.</param>
/// <param name="Currency">The shop's money, by its ISO 4217 code.</param>
/// <param name="RatePerHour">What an hour costs.</param>
/// <param name="PriceOf">What a part costs, by its name; null where nobody knows.</param>
/// <param name="Practices">The shop's practices.</param>
/// <param name="Upkeep">
/// What the shop has chosen about how long work lasts, without any trailer's or customer's own.
/// </param>
/// <param name="CustomerName">A customer's name.</param>
/// <param name="PersonName">A person's name.</param>
/// <param name="DeliveryWords">A delivery in words: "the delivery of May 12, 2025".</param>
public sealed record EvidenceTerms(
    DateOnly Today,
    string Currency,
    decimal RatePerHour,
    Func<string, decimal?> PriceOf,
    PracticeChoices Practices,
    Upkeep Upkeep,
    Func<Guid, string> CustomerName,
    Func<Guid, string> PersonName,
    Func<Guid, string> DeliveryWords)
{
    /// <summary>
    /// What a hub that stops a trailer on the road costs, in the shop's money: fetching it, hub and spindle end, the
    /// day lost. From memory: what it comes to at half and at twice as much is told beside it.
    /// </summary>
    public const decimal RoadStop = 2_500;

    /// <summary>An amount without hundredths: "$31".</summary>
    internal string Money(double amount) =>
        Pricing.Money.Range(Spread.Of(Math.Round((decimal)Math.Clamp(amount, -1e12, 1e12))), Currency);

    /// <summary>What a job costs at one of its places of a gear; null where the gear has none.</summary>
    internal double? JobCost(RunningGear gear, string code)
    {
        JobCatalogue catalogue = JobCatalogue.Of(Practices);
        if (catalogue.Find(code) is not { } job || !Places.Of(gear).Any(p => job.GoesAt(gear, p)))
        {
            return null;
        }

        Place place = Places.Of(gear).First(p => job.GoesAt(gear, p));
        Packet packet = Composer.Compose(gear, [new JobAt(code, place.Code)], Practices);
        decimal parts = packet.Steps.SelectMany(s => s.Parts).Sum(p => p.Quantity * (PriceOf(p.Name) ?? 0));
        return (double)((packet.Steps.Sum(s => s.Minutes) * RatePerHour / 60) + parts);
    }
}
