namespace SturdyTinker.Core.Notices;

/// <summary>
/// An address with a secret in it, given to a trailer's owner: what was done, what is to be watched, what they do
/// themselves in between.
/// </summary>
public sealed class OwnerLink
{
    /// <summary>How long an address answers: from one year's visit to the next, and some.</summary>
    public static TimeSpan Lasts { get; } = TimeSpan.FromDays(400);

    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>Whose trailer it was when the address was given: a new owner sees nothing by the old one's.</summary>
    public Guid CustomerId { get; init; }

    /// <summary>Digest of the secret in its address.</summary>
    public required string KeyHash { get; set; }

    /// <summary>When it was made, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who gave it.</summary>
    public Guid PersonId { get; init; }

    /// <summary>Until when it answers.</summary>
    public DateTimeOffset ExpiresAt { get; set; }

    /// <summary>When it was withdrawn; null while it answers.</summary>
    public DateTimeOffset? WithdrawnAt { get; set; }
}
