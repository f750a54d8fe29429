namespace SturdyTinker.Core.Gear;

/// <summary>A job that was done at a place, here or as told when the trailer came.</summary>
public sealed class WorkDone
{
    /// <summary>Identity; from the visit's closing or from the client that told it.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The visit it was done in; null for work told of and done elsewhere.</summary>
    public Guid? VisitId { get; init; }

    /// <summary>Code of the job.</summary>
    public required string Job { get; init; }

    /// <summary>Code of the place.</summary>
    public required string Place { get; init; }

    /// <summary>The day it was done.</summary>
    public DateOnly On { get; init; }

    /// <summary>
    /// When its visit was closed, with the shop's offset from UTC; null for work told of, and for what was closed
    /// before this was kept.
    /// </summary>
    public DateTimeOffset? DoneAt { get; init; }
}
