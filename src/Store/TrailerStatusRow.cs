using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Store;

/// <summary>What a small gear plan shows at one place.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Used">Share of the interval used up; null where nothing is due.</param>
/// <param name="Nearness">How near the due date is; null where nothing is due.</param>
/// <param name="Verdict">The gravest verdict that stands; null where nobody has looked.</param>
public sealed record PlaceMark(string Place, decimal? Used, Nearness? Nearness, Verdict? Verdict);

/// <summary>A gear plan small enough for a list: what it is drawn from, and what it shows.</summary>
/// <param name="Axles">1 to 3.</param>
/// <param name="Suspension">What carries the axles.</param>
/// <param name="Brake">The brake at every wheel end.</param>
/// <param name="Marks">What it shows at its places.</param>
public sealed record Glyph(int Axles, SuspensionKind Suspension, BrakeKind Brake, IReadOnlyList<PlaceMark> Marks);

/// <summary>
/// A trailer as lists and its page show it: kept beside it so that they need not work out again how it stands. Always
/// rebuilt from the
/// record in the transaction that changes the record, and once more on every new day.
/// </summary>
public sealed class TrailerStatusRow
{
    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The trailer's tag, name, plate and owner as a list shows and searches them.</summary>
    public string Tag { get; set; } = "";

    /// <summary>What it is.</summary>
    public string Name { get; set; } = "";

    /// <summary>Its plate.</summary>
    public string Plate { get; set; } = "";

    /// <summary>Whose it is.</summary>
    public Guid CustomerId { get; set; }

    /// <summary>Whose it is, by name.</summary>
    public string Customer { get; set; } = "";

    /// <summary>The visit it stands in the bay for; null when it does not.</summary>
    public Guid? OpenVisit { get; set; }

    /// <summary>The day it was worked out for.</summary>
    public DateOnly AsOf { get; set; }

    /// <summary>The <see cref="Core.Status.TrailerStatus.Edition"/> it was worked out with.</summary>
    public int Edition { get; set; }

    /// <summary>Another one each time it is worked out, so that what was made from an older one shows.</summary>
    public Guid Stamp { get; set; }

    /// <summary>The soonest due date; null when nothing is due.</summary>
    public DateOnly? NextDue { get; set; }

    /// <summary>
    /// Sorts by the soonest due date, with nothing due last: the day's number, or the largest there is.
    /// </summary>
    public int DueOrder { get; set; }

    /// <summary>What that is and how near, in words: "repack in about 6 weeks"; empty when nothing is due.</summary>
    public string NextWhen { get; set; } = "";

    /// <summary>The gravest verdict that stands; null when nobody has looked.</summary>
    public Verdict? Worst { get; set; }

    /// <summary>The small gear plan.</summary>
    public Glyph Glyph { get; set; } = new(1, default, default, []);

    /// <summary>The whole of it.</summary>
    public required TrailerStatus Status { get; set; }
}
