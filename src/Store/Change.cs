namespace SturdyTinker.Store;

/// <summary>Who wrote what, when: one row a write that was saved, never changed again.</summary>
public sealed class Change
{
    /// <summary>Counts up.</summary>
    public long Id { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }

    /// <summary>What was asked for: the method and the address.</summary>
    public required string What { get; init; }
}
