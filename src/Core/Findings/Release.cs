namespace SturdyTinker.Core.Findings;

/// <summary>
/// Somebody's word that a trailer on Hold may go on the road all the same. Kept for good, never changed but for its
/// end.
/// </summary>
public sealed class Release
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The visit that was closed with it; null when it was given for a trailer that stood outside.</summary>
    public Guid? VisitId { get; init; }

    /// <summary>Why it may go.</summary>
    public required string Reason { get; init; }

    /// <summary>What held it, in words.</summary>
    public required IReadOnlyList<string> Holds { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>
    /// When it ended, with the shop's offset from UTC: a closed visit was put right, and holds the trailer for
    /// something that nobody has let it go for. Null while it stands.
    /// </summary>
    public DateTimeOffset? EndedAt { get; set; }

    /// <summary>Who answers for it.</summary>
    public Guid PersonId { get; init; }
}
