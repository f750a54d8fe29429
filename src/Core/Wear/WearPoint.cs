using SturdyTinker.Core.Findings.Readings;

namespace SturdyTinker.Core.Wear;

/// <summary>One figure on a line of wear.</summary>
/// <param name="On">The day it was taken.</param>
/// <param name="X">Where it lies: metres of road since the line began where distance is known, otherwise days.</param>
/// <param name="Value">The figure, canonical.</param>
/// <param name="VisitId">The visit it was taken in.</param>
public sealed record WearPoint(DateOnly On, double X, double Value, Guid VisitId);

/// <summary>A day on which something is foreseen, with the day it may be at the earliest and at the latest.</summary>
/// <param name="Earliest">With one chance in ten it comes by then; null where nobody can tell.</param>
/// <param name="Likely">By the fitted line.</param>
/// <param name="Latest">With nine chances in ten it comes by then; null where nobody can tell.</param>
/// <param name="Metres">Road still to go to the likely day, from today; null where distance is not known.</param>
public sealed record Crossing(DateOnly? Earliest, DateOnly Likely, DateOnly? Latest, decimal? Metres);

/// <summary>How one measured thing at one place has worn since it was new there.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Kind">Code of the kind of reading.</param>
/// <param name="Points">Its figures, oldest first; all of one part.</param>
/// <param name="Before">Figures of parts that were there before, oldest first, a list for each.</param>
/// <param name="Renewed">
/// Why the line begins where it does; null where it begins with the first figure there is.
/// </param>
/// <param name="ByDistance">Whether it is followed over distance; over time otherwise.</param>
/// <param name="Limit">The limit, canonical; null where nobody knows it.</param>
/// <param name="LimitSource">Where the limit comes from, in words.</param>
/// <param name="Fit">The fitted line; null for fewer than two figures, or figures of one day.</param>
/// <param name="Crossing">When it comes to its limit; null where it does not, or nobody can tell.</param>
/// <param name="Words">What it comes to, as a sentence.</param>
public sealed record WearLine(
    string Place,
    string Kind,
    IReadOnlyList<WearPoint> Points,
    IReadOnlyList<IReadOnlyList<WearPoint>> Before,
    string? Renewed,
    bool ByDistance,
    decimal? Limit,
    string LimitSource,
    LineFit? Fit,
    Crossing? Crossing,
    string Words)
{
    /// <summary>How the thing wears.</summary>
    public WearRule Wear => ReadingKinds.Find(Kind)!.Wear!;
}
