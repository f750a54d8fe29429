using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Inspections;

/// <summary>One thing to look at on a round, as data.</summary>
/// <param name="Subject">What is looked at.</param>
/// <param name="At">At which kinds of place.</param>
/// <param name="Opening">
/// Code of the opening that has to stand before it can be looked at; null for what is seen as the trailer stands.
/// </param>
/// <param name="Readings">Codes of what can be measured with it.</param>
/// <param name="Applies">Whether a place of a running gear has it.</param>
internal sealed record RoundRule(
    Subject Subject,
    PlaceKind At,
    string? Opening,
    IReadOnlyList<string> Readings,
    Func<RunningGear, Place, bool> Applies)
{
    /// <summary>
    /// Codes of the readings that are a look by themselves: a thing rocked or measured all over has been looked at.
    /// </summary>
    public IReadOnlyList<string> Enough { get; init; } = [];

    /// <summary>Whether only the periodic inspection of a commercial trailer asks for it.</summary>
    public bool PeriodicOnly { get; init; }
}

/// <summary>One thing to look at at one place of a trailer.</summary>
/// <param name="Place">The place.</param>
/// <param name="Subject">What is looked at.</param>
/// <param name="Opening">
/// Code of the opening that has to stand first; null for what is seen as the trailer stands.
/// </param>
/// <param name="Readings">Codes of what can be measured with it.</param>
/// <param name="Enough">Codes of the readings that are a look by themselves.</param>
public sealed record RoundItem(
    Place Place,
    Subject Subject,
    string? Opening,
    IReadOnlyList<string> Readings,
    IReadOnlyList<string> Enough);

/// <summary>What was seen at a place the last time, to be said again where nothing has changed.</summary>
/// <param name="Rule">Code of the row of the rulebook.</param>
/// <param name="Seen">What was seen, in words.</param>
/// <param name="Verdict">What it meant.</param>
/// <param name="Which">Which of two it was; empty for both.</param>
/// <param name="On">The day.</param>
public sealed record LastSeen(string Rule, string Seen, Verdict Verdict, string Which, DateOnly On);
