using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Visits;

/// <summary>That somebody else than whoever did it has looked at work before a trailer leaves.</summary>
public sealed class SecondLook
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>What was looked at: the code of a job, or <see cref="SecondLooks.Wheels"/>.</summary>
    public required string What { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }
}

/// <summary>A second look that is owed.</summary>
/// <param name="What">The code of a job, or <see cref="SecondLooks.Wheels"/>.</param>
/// <param name="Words">What somebody else has to look at, in words.</param>
/// <param name="DoneBy">Those who did the work: none of them can look at it a second time.</param>
public sealed record SecondLookOwed(string What, string Words, IReadOnlySet<Guid> DoneBy);

/// <summary>
/// Second looks: somebody else looks at what must not be wrong before a trailer leaves. Source: common practice; which
/// work is looked at twice is the shop's choice, none by default.
/// </summary>
public static class SecondLooks
{
    /// <summary>The wheels put on and their nuts torqued, whatever job they came off for.</summary>
    public const string Wheels = "wheels";

    private const string WheelOff = "wheel-off";

    private static readonly HashSet<string> WheelFamilies =
        [.. Openings.Ours.Find(WheelOff).Close.Where(s => s.Torque is not null).Select(s => $"{WheelOff}/{s.Code}")];

    /// <summary>What a shop can ask to be looked at twice: its code, and the same in words.</summary>
    /// <param name="catalogue">The catalogue in force.</param>
    public static IReadOnlyList<(string Code, string Words)> Choices(JobCatalogue catalogue) =>
    [
        (Wheels, "Wheels on and torqued"),
        .. catalogue.All.Select(j => (j.Code, j.Name)),
    ];

    /// <summary>The looks that a visit still owes.</summary>
    /// <param name="catalogue">The catalogue in force.</param>
    /// <param name="packet">Its packet.</param>
    /// <param name="entries">The entries that stand.</param>
    /// <param name="wanted">What the shop wants looked at twice.</param>
    /// <param name="looks">The looks taken.</param>
    public static IReadOnlyList<SecondLookOwed> Owed(
        JobCatalogue catalogue,
        Packet packet,
        IReadOnlyCollection<StepEntry> entries,
        IReadOnlyCollection<string> wanted,
        IReadOnlyCollection<SecondLook> looks)
    {
        Dictionary<string, PacketStep> steps = packet.Steps.ToDictionary(s => s.Key);
        List<SecondLookOwed> owed = [];
        foreach ((string code, string words) in Choices(catalogue).Where(c => wanted.Contains(c.Code)))
        {
            List<StepEntry> done = [.. entries.Where(e => e.SkippedBecause is null
                && steps.TryGetValue(e.Key, out PacketStep? step)
                && IsOf(step, code))];

            // What was done over again after the look has not been looked at.
            if (done.Count > 0 && !looks.Any(l => l.What == code && done.TrueForAll(e => e.At <= l.At)))
            {
                owed.Add(new SecondLookOwed(code, words, done.Select(e => e.PersonId).ToHashSet()));
            }
        }

        return owed;
    }

    /// <summary>Why a visit is not closed before somebody else has looked; null where nothing is owed.</summary>
    public static string? WhyNotClosed(IReadOnlyList<SecondLookOwed> owed) =>
        owed.Count == 0
            ? null
            : $"Somebody else looks at this first: {string.Join("; ", owed.Select(o => Wording.Small(o.Words)))}.";

    private static bool IsOf(PacketStep step, string code) =>
        code == Wheels ? WheelFamilies.Contains(PacketStep.FamilyOf(step.Key)) : step.Job == code;
}
