using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Diagnosis;

/// <summary>How several looks belong together.</summary>
public enum ConclusionKind
{
    /// <summary>Figures compared: left against right, a thickness against what is stamped.</summary>
    Comparison,

    /// <summary>What one side of an axle needs, the other needs too.</summary>
    Pair,

    /// <summary>A likely cause of several things found.</summary>
    Cause,

    /// <summary>Two looks at one thing that contradict each other.</summary>
    Contradiction,
}

/// <summary>What several looks of one visit come to together.</summary>
/// <param name="Kind">How they belong together.</param>
/// <param name="Code">Stable code of the rule.</param>
/// <param name="Place">Code of the place it is about.</param>
/// <param name="Subject">
/// What it judges; null for a cause or a contradiction, which judge nothing by themselves.
/// </param>
/// <param name="Seen">What was seen or measured, in words.</param>
/// <param name="Judgement">What it means.</param>
/// <param name="VisitId">The visit.</param>
/// <param name="At">When the last of its looks was made.</param>
/// <param name="PersonId">Who made that look.</param>
public sealed record Conclusion(
    ConclusionKind Kind,
    string Code,
    string Place,
    Subject? Subject,
    string Seen,
    Judgement Judgement,
    Guid VisitId,
    DateTimeOffset At,
    Guid PersonId)
{
    /// <summary>The looks it rests on, in words; of a contradiction the sides, to be shown side by side.</summary>
    public IReadOnlyList<string> Signs { get; init; } = [];

    /// <summary>Codes of the kinds of reading at its place whose own judgement it stands for.</summary>
    public IReadOnlyList<string> Replaces { get; init; } = [];

    /// <summary>
    /// The very readings whose own judgement it stands for, whatever others of their kind were taken.
    /// </summary>
    public IReadOnlyList<Guid> ReplacesReadings { get; init; } = [];

    /// <summary>Jobs that mend it, the likeliest first.</summary>
    public IReadOnlyList<JobAt> Jobs { get; init; } = [];
}
