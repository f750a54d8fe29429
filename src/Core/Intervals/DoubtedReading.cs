using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Intervals;

/// <summary>
/// A reading that came from a feed and was not believed: it is set aside for a person and used for nothing.
/// </summary>
public sealed class DoubtedReading
{
    /// <summary>The feed's own id of the reading, so that it is set aside once.</summary>
    public required string Id { get; init; }

    /// <summary>The trailer; null where nobody knows the meter's number.</summary>
    public Guid? TrailerId { get; init; }

    /// <summary>The number of the meter.</summary>
    public required string MeterNumber { get; init; }

    /// <summary>The day it was read.</summary>
    public DateOnly On { get; init; }

    /// <summary>What it said, as it came.</summary>
    public required string Typed { get; init; }

    /// <summary>The figure; nought where it could not be read.</summary>
    public Distance Distance { get; init; }

    /// <summary>Why it was not believed, in words.</summary>
    public required string Why { get; init; }

    /// <summary>When it came.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>When somebody settled it; null while it waits.</summary>
    public DateTimeOffset? SettledAt { get; set; }

    /// <summary>Whether it was taken after all, as the first of a new meter.</summary>
    public bool Taken { get; set; }
}
