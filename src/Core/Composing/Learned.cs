using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Composing;

/// <summary>How long a step took here, over its last times.</summary>
/// <param name="Minutes">The median.</param>
/// <param name="Times">Of how many times.</param>
public sealed record LearnedMinutes(decimal Minutes, int Times)
{
    /// <summary>From how many times a shop's own median counts. Source: from memory; fewer say little.</summary>
    public const int Enough = 5;

    /// <summary>How many of the last times are looked at.</summary>
    public const int Kept = 25;

    /// <summary>One time in ten took no longer than this; nought where that is not known.</summary>
    public decimal Low { get; init; }

    /// <summary>Nine times in ten took no longer than this; nought where that is not known.</summary>
    public decimal High { get; init; }

    /// <summary>
    /// The median of the last times; null while there are not enough. An even number takes the mean of the middle two.
    /// </summary>
    /// <param name="seconds">Seconds of each time, in any order.</param>
    public static LearnedMinutes? Of(IReadOnlyCollection<int> seconds)
    {
        if (seconds.Count < Enough)
        {
            return null;
        }

        int[] sorted = [.. seconds.Order()];
        decimal middle = (sorted[(sorted.Length - 1) / 2] + sorted[sorted.Length / 2]) / 2m;

        // To the tenth of a minute, and never nothing.
        return new LearnedMinutes(InMinutes(middle), sorted.Length)
        {
            Low = InMinutes(sorted[(sorted.Length - 1) / 10]),
            High = InMinutes(sorted[^(1 + ((sorted.Length - 1) / 10))])
        };
    }

    private static decimal InMinutes(decimal seconds) =>
        Math.Max(0.1m, Math.Round(seconds / 60m, 1, MidpointRounding.AwayFromZero));
}

/// <summary>What a shop and a trailer have taught so far.</summary>
/// <param name="Minutes">By a step's family.</param>
/// <param name="Sockets">What fitted this trailer: what the socket is for, and its size as written down.</param>
public sealed record Learned(
    IReadOnlyDictionary<string, LearnedMinutes> Minutes,
    IReadOnlyDictionary<string, string> Sockets)
{
    /// <summary>Torque figures typed for this trailer, by the fastener's code.</summary>
    public IReadOnlyDictionary<string, TorqueRange> Torques { get; init; } = new Dictionary<string, TorqueRange>();

    /// <summary>Nothing yet.</summary>
    public static Learned Nothing { get; } = new(
        new Dictionary<string, LearnedMinutes>(),
        new Dictionary<string, string>());
}
