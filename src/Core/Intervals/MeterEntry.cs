using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Intervals;

/// <summary>What a meter entry says.</summary>
public enum MeterEntryKind
{
    /// <summary>What the meter shows: a running total.</summary>
    Reading,

    /// <summary>One trip's distance. On a day to come it is a planned trip, and counts as certain.</summary>
    Trip,

    /// <summary>How often the hubs went under water at a launch ramp that day.</summary>
    Immersion,
}

/// <summary>A meter reading or a trip.</summary>
public sealed class MeterEntry
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>What it says.</summary>
    public MeterEntryKind Kind { get; init; }

    /// <summary>The day it was read, or the trip's last day.</summary>
    public DateOnly On { get; init; }

    /// <summary>As typed, for example "12,480 mi".</summary>
    public required string Typed { get; init; }

    /// <summary>As understood; nought for immersions.</summary>
    public Distance Distance { get; init; }

    /// <summary>How often, for immersions; otherwise nought.</summary>
    public int Times { get; init; }

    /// <summary>Whether a new meter starts here, so that a smaller figure than before is no mistake.</summary>
    public bool StartsNewMeter { get; init; }

    /// <summary>When it was written down, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who wrote it down.</summary>
    public Guid PersonId { get; init; }
}

/// <summary>Checks a meter entry against the ones there are.</summary>
public static class MeterChecks
{
    /// <summary>Farthest a trailer's meter can honestly show.</summary>
    public static Distance MostOnAMeter { get; } = Distance.FromMiles(2_000_000);

    /// <summary>Most immersions of one day that can be believed. Source: from memory.</summary>
    public const int MostImmersions = 60;

    /// <summary>Farthest one trip can honestly go.</summary>
    public static Distance LongestTrip { get; } = Distance.FromMiles(12_000);

    /// <summary>
    /// Most miles a day between two readings that can be believed. Source: from memory, a day and night of driving.
    /// </summary>
    public static Distance MostADay { get; } = Distance.FromMiles(1_500);

    /// <summary>Why an entry can't be taken, as a sentence; null when it can.</summary>
    /// <param name="entry">The new entry.</param>
    /// <param name="others">The trailer's other entries, in any order.</param>
    /// <param name="today">The day.</param>
    public static string? Refusal(MeterEntry entry, IEnumerable<MeterEntry> others, DateOnly today)
    {
        if (entry.Kind == MeterEntryKind.Immersion)
        {
            return entry.On > today ? "An immersion can't be on a day to come."
                : entry.Times is < 1 or > MostImmersions ? $"Immersions of a day are 1 to {MostImmersions}."
                : null;
        }

        if (entry.Distance < Distance.Zero)
        {
            return "A distance can't be less than nothing.";
        }

        if (entry.Kind == MeterEntryKind.Trip)
        {
            return entry.Distance == Distance.Zero ? "A trip has some distance."
                : entry.Distance > LongestTrip ? $"{ShopFormat.Write(entry.Distance)} is longer than one trip can be; "
                    + $"the most taken here is {ShopFormat.Write(LongestTrip)}."
                : null;
        }

        if (entry.On > today)
        {
            return "A meter can't be read on a day to come; a planned trip can be written down.";
        }

        return entry.Distance > MostOnAMeter
            ? $"{ShopFormat.Write(entry.Distance)} is more than a trailer's meter shows; the most taken here is "
                + $"{ShopFormat.Write(MostOnAMeter)}."
            : AgainstNeighbours(
                entry,
                [.. others
                    .Where(e => e.Kind == MeterEntryKind.Reading && e.Id != entry.Id)
                    .OrderBy(e => e.On)
                    .ThenBy(e => e.At)]);
    }

    private static string? AgainstNeighbours(MeterEntry entry, List<MeterEntry> readings)
    {
        MeterEntry? before = entry.StartsNewMeter ? null : readings.LastOrDefault(e => e.On <= entry.On);
        MeterEntry? after = readings.FirstOrDefault(e => e.On > entry.On);
        if (before is not null && entry.Distance < before.Distance)
        {
            return $"The meter would run backwards: it showed {ShopFormat.Write(before.Distance)} on "
                + $"{before.On:MMMM d, yyyy}. If the meter was changed, say so.";
        }

        if (after is { StartsNewMeter: false } && entry.Distance > after.Distance)
        {
            return $"The meter would run backwards: it showed {ShopFormat.Write(after.Distance)} later, on "
                + $"{after.On:MMMM d, yyyy}.";
        }

        int days = before is null ? 0 : Math.Max(1, entry.On.DayNumber - before.On.DayNumber);
        return before is not null && entry.Distance - before.Distance > MostADay * days
            ? $"That is {ShopFormat.Write(entry.Distance - before.Distance)} since {before.On:MMMM d, yyyy}, more than "
                + "any trailer is towed: check the figure."
            : null;
    }
}
