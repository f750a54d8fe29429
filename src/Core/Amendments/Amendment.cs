namespace SturdyTinker.Core.Amendments;

/// <summary>What an amendment puts right.</summary>
public enum AmendmentKind
{
    /// <summary>Nothing: a remark beside the record.</summary>
    Remark,

    /// <summary>A figure that was measured, or where.</summary>
    Figure,

    /// <summary>Something that was seen, where, or what was said of it.</summary>
    Finding,

    /// <summary>A part that was used, how much of it, or where.</summary>
    Part,

    /// <summary>How long a step took.</summary>
    Time,

    /// <summary>The day it all was done.</summary>
    Day,

    /// <summary>A job that counts as done, or where.</summary>
    Work,
}

/// <summary>
/// A closed visit put right: what stood there, what stands there since, why, by whom, and what came of it. Never
/// changed: what is wrong again is put right again.
/// </summary>
public sealed class Amendment
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>What is put right.</summary>
    public AmendmentKind Kind { get; init; }

    /// <summary>
    /// The figure, finding, part or step that it is of, as it is known since; null for what is of the whole visit.
    /// </summary>
    public Guid? Of { get; init; }

    /// <summary>What stood there, in words; empty where it was missing, and for a remark.</summary>
    public string Was { get; init; } = "";

    /// <summary>What stands there since, in words; empty where it was struck, and for a remark.</summary>
    public string Now { get; init; } = "";

    /// <summary>What came of it, one sentence each: verdicts, due dates, parts on the shelf, money.</summary>
    public IReadOnlyList<string> Came { get; init; } = [];

    /// <summary>What was put right, for whoever had it otherwise: "June 3, 2027: 0.014 in; before: 0.004 in".</summary>
    public string InWords => FormattableString.Invariant($"{At:MMMM d, yyyy}: ")
        + (Was.Length == 0 ? $"{Now}, missing before"
            : Now.Length == 0 ? $"not so, as it was written down: {Was}"
            : $"{Now}; before: {Was}");

    /// <summary>Why; of a remark, the remark.</summary>
    public required string Text { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }
}
