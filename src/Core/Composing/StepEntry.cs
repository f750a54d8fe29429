namespace SturdyTinker.Core.Composing;

/// <summary>A step ticked, or skipped with a reason.</summary>
public sealed class StepEntry
{
    /// <summary>Made by the client, UUID version 7. The same entry sent again changes nothing.</summary>
    public Guid Id { get; init; }

    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>Key of the step in the visit's packet.</summary>
    public required string Key { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }

    /// <summary>Why it was skipped; null when it was done.</summary>
    public string? SkippedBecause { get; init; }

    /// <summary>
    /// How long the step stood on the tablet before it was settled, in seconds; null when nobody knows.
    /// </summary>
    public int? Seconds { get; init; }

    /// <summary>The socket that fitted, as written down; null when nobody wrote one.</summary>
    public string? Socket { get; init; }

    /// <summary>Whether it was done with others on one card, folded away: nobody ticked it by itself.</summary>
    public bool Folded { get; init; }

    /// <summary>When it was taken back; null while it stands. A taken-back entry never comes alive again.</summary>
    public DateTimeOffset? UndoneAt { get; set; }
}
