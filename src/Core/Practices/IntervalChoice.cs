namespace SturdyTinker.Core.Practices;

/// <summary>How long work lasts, and who does it, by somebody's choice.</summary>
/// <param name="Kept">Whether it is kept at all.</param>
/// <param name="Months">Months, 1 to 120; null for time not deciding.</param>
/// <param name="Miles">Miles; null for distance not deciding.</param>
/// <param name="By">Who does it; null for whoever the next wider choice says.</param>
public sealed record IntervalChoice(bool Kept, int? Months, decimal? Miles, Doer? By = null)
{
    /// <summary>
    /// Of how many lives in the shop's own record it was read and taken over from there; null where somebody chose it.
    /// </summary>
    public int? Counted { get; init; }
}
