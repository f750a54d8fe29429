using Microsoft.AspNetCore.Identity;

namespace SturdyTinker.Store.Access;

/// <summary>
/// How a person signs in: the framework's user, under the id of the person. Whoever has none has never signed in.
/// </summary>
public sealed class Account : IdentityUser<Guid>
{
    /// <summary>Hash of the PIN that goes on the shop's tablets; null for none.</summary>
    public string? PinHash { get; set; }

    /// <summary>Wrong PINs in a row, on any tablet.</summary>
    public int PinFailures { get; set; }

    /// <summary>Until when no PIN is taken; null for now.</summary>
    public DateTimeOffset? PinLockedUntil { get; set; }
}

/// <summary>How somebody came in.</summary>
public enum SignedInBy
{
    /// <summary>By name and secret.</summary>
    Secret,

    /// <summary>By a PIN on one of the shop's tablets.</summary>
    Pin,

    /// <summary>By a passkey.</summary>
    Passkey,

    /// <summary>By a code that works once, a secret being set with it.</summary>
    Code,
}

/// <summary>Somebody signed in at a browser.</summary>
public sealed class Session
{
    /// <summary>What it is called in lists; no secret.</summary>
    public Guid Id { get; init; }

    /// <summary>Digest of what the browser keeps.</summary>
    public required string KeyHash { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }

    /// <summary>The shop's tablet it is on; null for a browser of one's own.</summary>
    public Guid? DeviceId { get; init; }

    /// <summary>How they came in.</summary>
    public SignedInBy By { get; init; }

    /// <summary>The browser as it calls itself, cut short.</summary>
    public required string Browser { get; init; }

    /// <summary>Since when.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>When it was heard last, within some minutes.</summary>
    public DateTimeOffset SeenAt { get; set; }

    /// <summary>When it was ended; null while it goes on.</summary>
    public DateTimeOffset? EndedAt { get; set; }
}

/// <summary>A browser that people of the shop share, switching by name and PIN.</summary>
public sealed class Device
{
    /// <summary>Made by the server.</summary>
    public Guid Id { get; init; }

    /// <summary>What the shop calls it: "Bay 1".</summary>
    public required string Name { get; set; }

    /// <summary>Digest of what the browser keeps.</summary>
    public required string KeyHash { get; init; }

    /// <summary>Minutes without a touch after which it locks: 1 to 60.</summary>
    public int IdleMinutes { get; set; } = 5;

    /// <summary>Who enrolled it.</summary>
    public Guid EnrolledBy { get; init; }

    /// <summary>When.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>When it was withdrawn; null while it is the shop's.</summary>
    public DateTimeOffset? WithdrawnAt { get; set; }
}

/// <summary>A token with which a program comes in.</summary>
public sealed class AccessToken
{
    /// <summary>What it is called in lists; no secret.</summary>
    public Guid Id { get; init; }

    /// <summary>What the program is called.</summary>
    public required string Name { get; init; }

    /// <summary>Digest of the token.</summary>
    public required string KeyHash { get; init; }

    /// <summary>What it may do.</summary>
    public Core.People.TokenScope Scope { get; init; }

    /// <summary>Who its writes are by: a program, not a person.</summary>
    public Guid PersonId { get; init; }

    /// <summary>Since when.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Until when.</summary>
    public DateTimeOffset ExpiresAt { get; init; }

    /// <summary>When it was withdrawn; null while it goes on.</summary>
    public DateTimeOffset? WithdrawnAt { get; set; }
}

/// <summary>A code with which a person sets a new secret, once: an invitation, or one put by for a bad day.</summary>
public sealed class OneTimeCode
{
    /// <summary>Digest of the code.</summary>
    public required string CodeHash { get; init; }

    /// <summary>Whose secret it sets.</summary>
    public Guid PersonId { get; init; }

    /// <summary>When it was made.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Until when it works; null for one that is kept for a bad day.</summary>
    public DateTimeOffset? ExpiresAt { get; init; }
}
