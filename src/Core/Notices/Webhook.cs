using System.Globalization;
using System.Security.Cryptography;
using System.Text;

namespace SturdyTinker.Core.Notices;

/// <summary>Something that other programs may be told as it happens.</summary>
public enum HookEvent
{
    /// <summary>A trailer was taken in.</summary>
    VisitOpened,

    /// <summary>A visit was closed.</summary>
    VisitClosed,

    /// <summary>Something in a closed visit was put right.</summary>
    VisitAmended,

    /// <summary>A Hold stands on a trailer that had none.</summary>
    TrailerHeld,

    /// <summary>No Hold stands on a trailer any more.</summary>
    TrailerFreed,

    /// <summary>A customer has answered what they were asked to agree to.</summary>
    ApprovalAnswered,
}

/// <summary>
/// Another program's address that is told of some events. What is sent, and how it is signed, is as the open
/// specification “Standard Webhooks” has it, so that its libraries check it.
/// </summary>
public sealed class Webhook
{
    /// <summary>The webhook.</summary>
    public Guid Id { get; init; }

    /// <summary>What the other program is called.</summary>
    public required string Name { get; set; }

    /// <summary>Where it listens: https or http.</summary>
    public required string Address { get; set; }

    /// <summary>What it is told.</summary>
    public IReadOnlyList<HookEvent> Events { get; set; } = [];

    /// <summary>What both sides sign by, and nobody else knows: see <see cref="HookSignature"/>.</summary>
    public required string Secret { get; init; }

    /// <summary>Since when.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Why nothing is sent there for now; null while it is.</summary>
    public string? Paused { get; set; }
}

/// <summary>
/// An event on its way to another program: written down with what happened, in one write, and sent until it is taken or
/// given up. It keeps its id from try to try, by which whoever gets it twice can tell.
/// </summary>
public sealed class HookDelivery
{
    // How long after a try the next comes. Source: the schedule that "Standard Webhooks" recommends, from memory.
    private static readonly TimeSpan[] Waits =
    [
        TimeSpan.FromSeconds(5),
        TimeSpan.FromMinutes(5),
        TimeSpan.FromMinutes(30),
        TimeSpan.FromHours(2),
        TimeSpan.FromHours(5),
        TimeSpan.FromHours(10),
        TimeSpan.FromHours(14),
        TimeSpan.FromHours(20),
        TimeSpan.FromHours(24),
    ];

    /// <summary>The delivery.</summary>
    public Guid Id { get; init; }

    /// <summary>Where it goes.</summary>
    public Guid WebhookId { get; init; }

    /// <summary>What happened.</summary>
    public HookEvent Event { get; init; }

    /// <summary>
    /// What is sent, but for its moment: JSON with a type and data; the moment comes in with the first try.
    /// </summary>
    public required string Body { get; set; }

    /// <summary>When it was first tried, within seconds of when it happened; null before.</summary>
    public DateTimeOffset? At { get; set; }

    /// <summary>How often it was tried.</summary>
    public int Tries { get; set; }

    /// <summary>When it is tried next; null once it was taken or given up.</summary>
    public DateTimeOffset? NextAt { get; set; } = DateTimeOffset.UnixEpoch;

    /// <summary>When it was taken; null before.</summary>
    public DateTimeOffset? TakenAt { get; set; }

    /// <summary>Why the last try failed; null where none did.</summary>
    public string? Failed { get; set; }

    /// <summary>
    /// Begins a try, and sets the next already: were the program to end in the middle of this one, that one comes.
    /// </summary>
    public void Begin(DateTimeOffset now)
    {
        At ??= now;
        NextAt = Tries < Waits.Length ? now + Waits[Tries] : null;
        Tries++;
    }

    /// <summary>It goes from the first try on again: somebody has mended what kept it.</summary>
    public void Again(DateTimeOffset now) => (Tries, NextAt) = (0, now);

    /// <summary>It was taken.</summary>
    public void Taken(DateTimeOffset now) => (TakenAt, NextAt, Failed) = (now, null, null);

    /// <summary>It was not taken.</summary>
    /// <param name="why">Why, in a sentence.</param>
    public void Fail(string why) => Failed = why;
}

/// <summary>
/// How a delivery is signed: HMAC-SHA256 over id, moment and body, as “Standard Webhooks” has it. A body that was
/// altered, or sent again later as if it were new, does not fit its signature.
/// </summary>
public static class HookSignature
{
    private const string Prefix = "whsec_";

    // The specification asks for 24 to 64 bytes.
    private const int Bytes = 32;

    /// <summary>A new secret.</summary>
    public static string NewSecret() => Prefix + Convert.ToBase64String(RandomNumberGenerator.GetBytes(Bytes));

    /// <summary>The signature, as the header "webhook-signature" has it.</summary>
    /// <param name="secret">As <see cref="NewSecret"/> makes it.</param>
    /// <param name="id">The header "webhook-id".</param>
    /// <param name="at">The header "webhook-timestamp", as a moment.</param>
    /// <param name="body">The body.</param>
    public static string Of(string secret, string id, DateTimeOffset at, string body)
    {
        byte[] key = Convert.FromBase64String(secret[Prefix.Length..]);
        string signed = string.Create(CultureInfo.InvariantCulture, $"{id}.{at.ToUnixTimeSeconds()}.{body}");
        return $"v1,{Convert.ToBase64String(HMACSHA256.HashData(key, Encoding.UTF8.GetBytes(signed)))}";
    }
}
