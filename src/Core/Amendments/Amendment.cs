namespace SturdyTinker.Core.Visits;

/// <summary>A remark put to a closed visit. The visit itself stays as it was.</summary>
public sealed class Amendment
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>What is put right, in words.</summary>
    public required string Text { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }
}
