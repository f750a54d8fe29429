namespace SturdyTinker.Core.Visits;

/// <summary>A photograph taken in a visit, at a step or of something found.</summary>
public sealed class VisitPhoto
{
    /// <summary>Made by the client, UUID version 7; names its file too.</summary>
    public Guid Id { get; init; }

    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>Key of the step it was taken at; null for a picture of something found.</summary>
    public string? StepKey { get; init; }

    /// <summary>The finding it shows; null for a picture taken at a step.</summary>
    public Guid? FindingId { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }
}
