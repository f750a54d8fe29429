namespace SturdyTinker.Core.Notices;

/// <summary>Whose visits a calendar shows.</summary>
public enum FeedKind
{
    /// <summary>Every visit of the shop.</summary>
    Shop,

    /// <summary>The visits that one person accepted.</summary>
    Person,

    /// <summary>One customer's trailers, with no more than that customer should see.</summary>
    Customer,
}

/// <summary>A calendar that others read by an address with a secret in it.</summary>
public sealed class CalendarFeed
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>
    /// How long an address answers: somewhat over a year, so that the new one is made with the year's plan.
    /// </summary>
    public static TimeSpan Lasts { get; } = TimeSpan.FromDays(400);

    /// <summary>Digest of the secret in its address, which nobody keeps but those who were given it.</summary>
    public required string KeyHash { get; set; }

    /// <summary>Whose visits.</summary>
    public FeedKind Kind { get; init; }

    /// <summary>The person or the customer; null for the shop.</summary>
    public Guid? Of { get; init; }

    /// <summary>When it was made.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Until when its address answers.</summary>
    public DateTimeOffset ExpiresAt { get; set; }

    /// <summary>When its address was withdrawn; null while it answers.</summary>
    public DateTimeOffset? WithdrawnAt { get; set; }
}

/// <summary>A message that reminds a customer of a visit.</summary>
public sealed class Reminder
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The accepted visit it reminds of.</summary>
    public Guid BookingId { get; init; }

    /// <summary>Where it went.</summary>
    public required string To { get; init; }

    /// <summary>Its subject.</summary>
    public required string Subject { get; init; }

    /// <summary>Its words.</summary>
    public required string Body { get; init; }

    /// <summary>When it was handed to the mail service; null where that failed.</summary>
    public DateTimeOffset? SentAt { get; set; }

    /// <summary>Why it could not be handed over; null where it was.</summary>
    public string? Failed { get; set; }

    /// <summary>When it was written.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who sent it.</summary>
    public Guid PersonId { get; init; }
}
