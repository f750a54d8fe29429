namespace SturdyTinker.Core.Pricing;

/// <summary>
/// What a visit came to, by the prices and terms of the day it was closed; reckoned anew, by those very prices and
/// terms, only where the visit itself is put right.
/// </summary>
public sealed class VisitBill
{
    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>Line by line.</summary>
    public required Estimate Bill { get; set; }
}
