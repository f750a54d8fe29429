using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Pricing;

namespace SturdyTinker.Core.Approvals;

/// <summary>What a visit was agreed at, and what it comes to by now.</summary>
/// <param name="Agreed">What the customer agreed to pay; null where no price was told.</param>
/// <param name="Jobs">What they agreed to; null where nobody has kept that.</param>
/// <param name="ComesTo">What the visit comes to as it stands.</param>
/// <param name="OverPercent">How far above the range told it may come before they are asked again, in percent.</param>
public sealed record VisitPrice(
    Spread? Agreed,
    IReadOnlyCollection<JobAt>? Jobs,
    Spread ComesTo,
    decimal OverPercent)
{
    /// <summary>
    /// The most it may come to without asking again; null where no price was told. Local law may set it lower.
    /// </summary>
    public decimal? Limit => Agreed is { } agreed ? Math.Round(agreed.High * (1 + (OverPercent / 100)), 2) : null;

    /// <summary>Whether the customer has to be asked again: what is likely lies above that limit.</summary>
    public bool AsksAgain => Limit is { } limit && ComesTo.Likely > limit;

    /// <summary>What was agreed last for a visit.</summary>
    /// <param name="approvals">The visit's, and those of the accepted visit it came for.</param>
    /// <param name="offer">The price told on the telephone; null for none.</param>
    /// <param name="accepted">The jobs it was taken in for; null where nobody has kept that.</param>
    /// <param name="comesTo">What the visit comes to as it stands.</param>
    /// <param name="overPercent">How far above it may come, in percent.</param>
    public static VisitPrice Of(
        IEnumerable<Approval> approvals,
        PriceOffer? offer,
        IReadOnlyCollection<JobAt>? accepted,
        Spread comesTo,
        decimal overPercent)
    {
        Approval? last = approvals.Where(a => a.AnsweredAt is not null).MaxBy(a => a.AnsweredAt);
        return last is not null && (offer is null || offer.At <= last.AnsweredAt)
            ? new VisitPrice(last.AgreedTotal, [.. last.AgreedJobs], comesTo, overPercent)
            : offer is not null ? new VisitPrice(offer.Estimate.Total, offer.Jobs, comesTo, overPercent)
            : new VisitPrice(null, accepted, comesTo, overPercent);
    }
}
