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

    /// <summary>What was agreed last for a visit, beside what it comes to.</summary>
    /// <param name="asked">As of <see cref="AgreedTo"/>, as the next two.</param>
    /// <param name="offer">As above.</param>
    /// <param name="accepted">As above.</param>
    /// <param name="comesTo">What the visit comes to as it stands.</param>
    /// <param name="overPercent">How far above it may come, in percent.</param>
    public static VisitPrice Of(
        IEnumerable<Approval> asked,
        PriceOffer? offer,
        IReadOnlyCollection<JobAt>? accepted,
        Spread comesTo,
        decimal overPercent)
    {
        (Spread? total, IReadOnlyCollection<JobAt>? jobs) = AgreedTo(asked, offer, accepted);
        return new VisitPrice(total, jobs, comesTo, overPercent);
    }

    /// <summary>
    /// What was agreed last for a visit: the price told, and the jobs; null for what nobody has kept.
    /// </summary>
    /// <param name="asked">The visit's approvals, and those of the accepted visit it came for.</param>
    /// <param name="offer">The price told on the telephone; null for none.</param>
    /// <param name="accepted">The jobs it was taken in for; null where nobody has kept that.</param>
    public static (Spread? Total, IReadOnlyCollection<JobAt>? Jobs) AgreedTo(
        IEnumerable<Approval> asked,
        PriceOffer? offer,
        IReadOnlyCollection<JobAt>? accepted) =>
        Approval.LastAnswered(asked) is { } last && (offer is null || offer.At <= last.AnsweredAt)
            ? (last.AgreedTotal, [.. last.AgreedJobs])
            : (offer?.Estimate.Total, offer?.Jobs ?? accepted);
}
