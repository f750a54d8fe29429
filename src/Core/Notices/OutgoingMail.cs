namespace SturdyTinker.Core.Notices;

/// <summary>What a message is about.</summary>
public enum MailKind
{
    /// <summary>A reminder of an accepted visit; its id is the message's.</summary>
    Reminder,

    /// <summary>An order of parts; its id is the message's.</summary>
    Order,

    /// <summary>Where the trail of writes stands, for somebody to keep elsewhere; a day has one.</summary>
    Trail,

    /// <summary>What a customer is asked to agree to; its id is the message's.</summary>
    Approval,

    /// <summary>A paper that somebody sends; the message's id is made by them.</summary>
    Paper,
}

/// <summary>
/// A message on its way: written down before it is handed over, so that a kill, a retry or two at once send it once,
/// and one that could not be handed over is tried again.
/// </summary>
public sealed class OutgoingMail
{
    // How long after a try the next comes. Source: common practice of mail services, shortened for a shop's day; RFC
    // 5321, 4.5.4.1, leaves it to the sender.
    private static readonly TimeSpan[] Waits =
    [
        TimeSpan.FromMinutes(1),
        TimeSpan.FromMinutes(5),
        TimeSpan.FromMinutes(30),
        TimeSpan.FromHours(2),
        TimeSpan.FromHours(6),
    ];

    /// <summary>That of what it is about.</summary>
    public Guid Id { get; init; }

    /// <summary>What it is about.</summary>
    public MailKind Kind { get; init; }

    /// <summary>The message as it goes over the line (RFC 5322).</summary>
    public required byte[] Message { get; set; }

    /// <summary>When it was written.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>How often it was tried.</summary>
    public int Tries { get; set; }

    /// <summary>When it is tried next; null once it is sent or given up.</summary>
    public DateTimeOffset? NextAt { get; set; }

    /// <summary>When it was handed over; null before.</summary>
    public DateTimeOffset? SentAt { get; set; }

    /// <summary>Why the last try failed; null where none did.</summary>
    public string? Failed { get; set; }

    /// <summary>
    /// Begins a try, and sets the next already: were the program to end in the middle of this one, that one comes. The
    /// message keeps its id, by which whoever gets it twice can tell (RFC 5322, 3.6.4).
    /// </summary>
    public void Begin(DateTimeOffset now)
    {
        NextAt = Tries < Waits.Length ? now + Waits[Tries] : null;
        Tries++;
    }

    /// <summary>It was handed over.</summary>
    public void Sent(DateTimeOffset now) => (SentAt, NextAt, Failed) = (now, null, null);

    /// <summary>It could not be handed over.</summary>
    /// <param name="why">Why, in a sentence.</param>
    /// <param name="forGood">Whether another try would fail too: the address is refused.</param>
    public void Fail(string why, bool forGood)
    {
        Failed = why;
        NextAt = forGood ? null : NextAt;
    }
}
