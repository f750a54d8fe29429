using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Standings;

namespace SturdyTinker.Store;

/// <summary>What a small gear plan shows at one place.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Used">Share of the interval used up; null where nothing is due.</param>
/// <param name="Nearness">How near the due date is; null where nothing is due.</param>
/// <param name="Verdict">The gravest verdict that stands; null where nobody has looked.</param>
public sealed record PlaceMark(string Place, decimal? Used, Nearness? Nearness, Verdict? Verdict);

/// <summary>
/// How a trailer stands, kept beside it so that lists need not work it out again. Always rebuilt from the
/// record in the transaction that changes the record, and once more on every new day.
/// </summary>
public sealed class TrailerStanding
{
    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The day it was worked out for.</summary>
    public DateOnly AsOf { get; set; }

    /// <summary>The soonest due date; null when nothing is due.</summary>
    public DateOnly? NextDue { get; set; }

    /// <summary>How near that is, in words; empty when nothing is due.</summary>
    public string NextWhen { get; set; } = "";

    /// <summary>The gravest verdict that stands; null when nobody has looked.</summary>
    public Verdict? Worst { get; set; }

    /// <summary>What a small gear plan shows.</summary>
    public IReadOnlyList<PlaceMark> Marks { get; set; } = [];

    /// <summary>The whole of it.</summary>
    public required Standing Standing { get; set; }
}
