using System.Collections.Concurrent;
using System.Security.Claims;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Access;

/// <summary>Somebody who may come in, as of now.</summary>
/// <param name="SessionId">The session; null for a program.</param>
/// <param name="Who">The same as claims, with every right as a role.</param>
/// <param name="Until">When it ends whatever happens.</param>
/// <param name="Idle">How long it may stand without a request.</param>
internal sealed record Comer(
    Guid? SessionId,
    ClaimsPrincipal Who,
    DateTimeOffset Until,
    TimeSpan Idle)
{
    private long seen;

    /// <summary>When it was heard last.</summary>
    internal DateTimeOffset SeenAt
    {
        get => new(Interlocked.Read(ref seen), TimeSpan.Zero);
        set => Interlocked.Exchange(ref seen, value.UtcTicks);
    }

    /// <summary>What is written of it in the file.</summary>
    internal DateTimeOffset WrittenAt { get; set; }

    /// <summary>Whether it still goes on.</summary>
    internal bool Goes(DateTimeOffset now) => now < Until && now - SeenAt < Idle;
}

/// <summary>
/// Who comes: sessions, tablets and tokens by the digest of what they bring, kept in mind so that a request costs no
/// read. Whatever changes one of them says so (<see cref="Door"/>), and the next request reads it anew.
/// </summary>
internal sealed class Comers
{
    /// <summary>How long a session of one's own browser may stand.</summary>
    internal static readonly TimeSpan OwnIdle = TimeSpan.FromHours(12);

    /// <summary>How long any session lasts.</summary>
    internal static readonly TimeSpan Longest = TimeSpan.FromDays(14);

    private readonly IServiceScopeFactory scopes;
    private readonly TimeProvider time;
    private ConcurrentDictionary<string, Comer> known = new();

    /// <summary>With nobody known yet.</summary>
    public Comers(IServiceScopeFactory scopes, TimeProvider time, Door door)
    {
        (this.scopes, this.time) = (scopes, time);
        door.OnChange += ForgetAll;
    }

    /// <summary>Those who have been heard since the last round.</summary>
    internal IEnumerable<Comer> Known => known.Values;

    /// <summary>Who brings a session's key; null where it is unknown, ended, or has stood too long.</summary>
    internal Task<Comer?> BySessionAsync(string key, CancellationToken stop) =>
        OfAsync(Digest.Of(key), SessionAsync, stop);

    /// <summary>Who brings a token; null where it is unknown, withdrawn or has expired.</summary>
    internal Task<Comer?> ByTokenAsync(string key, CancellationToken stop) => OfAsync(Digest.Of(key), TokenAsync, stop);

    // Reads everybody anew from the next request on: something about them has changed.
    private void ForgetAll()
    {
        // What was heard of them lately lies in the file within a minute; a session does not end by this.
        known = new ConcurrentDictionary<string, Comer>();
    }

    private async Task<Comer?> OfAsync(
        string hash,
        Func<ShopFile, string, CancellationToken, Task<Comer?>> read,
        CancellationToken stop)
    {
        // What is read while somebody forgets goes into the dictionary that was forgotten.
        ConcurrentDictionary<string, Comer> now = known;
        if (!now.TryGetValue(hash, out Comer? comer))
        {
            await using AsyncServiceScope scope = scopes.CreateAsyncScope();
            comer = await read(scope.ServiceProvider.GetRequiredService<ShopFile>(), hash, stop);
            if (comer is not null)
            {
                comer = now.GetOrAdd(hash, comer);
            }
        }

        if (comer is null || !comer.Goes(time.GetUtcNow()))
        {
            now.TryRemove(hash, out _);
            return null;
        }

        comer.SeenAt = time.GetUtcNow();
        return comer;
    }

    private static async Task<Comer?> SessionAsync(ShopFile file, string hash, CancellationToken stop)
    {
        var found = await (from session in file.Sessions.AsNoTracking()
                           join person in file.People.AsNoTracking() on session.PersonId equals person.Id
                           where session.KeyHash == hash && session.EndedAt == null && person.Active
                           select new { session, person }).FirstOrDefaultAsync(stop);
        if (found is null)
        {
            return null;
        }

        Device? device = found.session.DeviceId is { } id
            ? await file.Devices.AsNoTracking().FirstOrDefaultAsync(d => d.Id == id && d.WithdrawnAt == null, stop)
            : null;
        if (found.session.DeviceId is not null && device is null)
        {
            return null;
        }

        return new Comer(
            found.session.Id,
            Claims(
                SessionHandler.SchemeName,
                found.person.Id,
                found.person.Name,
                found.session.Id,
                Rights.Of(found.person.Roles)),
            found.session.At + Longest,

            // The page locks itself; this is for a page that is not there any more.
            device is null ? OwnIdle : TimeSpan.FromMinutes(device.IdleMinutes + 1))
        {
            SeenAt = found.session.SeenAt,
            WrittenAt = found.session.SeenAt,
        };
    }

    private static async Task<Comer?> TokenAsync(ShopFile file, string hash, CancellationToken stop)
    {
        AccessToken? token = await file.AccessTokens.AsNoTracking().FirstOrDefaultAsync(
            t => t.KeyHash == hash && t.WithdrawnAt == null,
            stop);
        return token is null
            ? null
            : new Comer(
                null,
                Claims(
                    TokenHandler.SchemeName,
                    token.PersonId,
                    token.Name,
                    null,
                    Rights.Of(token.Scope)),
                token.ExpiresAt,
                TimeSpan.MaxValue)
            {
                SeenAt = DateTimeOffset.UnixEpoch
            };
    }

    private static ClaimsPrincipal Claims(
        string scheme,
        Guid person,
        string name,
        Guid? session,
        IReadOnlyList<Right> rights)
    {
        List<Claim> claims =
        [
            new(ClaimTypes.NameIdentifier, person.ToString()),
            new(ClaimTypes.Name, name),
            .. rights.Select(right => new Claim(ClaimTypes.Role, right.ToString()))
        ];
        if (session is { } its)
        {
            claims.Add(new Claim(ClaimTypes.Sid, its.ToString()));
        }

        return new ClaimsPrincipal(new ClaimsIdentity(claims, scheme));
    }
}

/// <summary>Writes down now and then who was heard when, and clears away what has long ended.</summary>
internal sealed class ComersHeard(
    Opening opening,
    ILogger<ComersHeard> log,
    IServiceScopeFactory scopes,
    Comers comers,
    TimeProvider time)
    : BehindTheScenes(opening, log, TimeSpan.FromMinutes(1), "What was heard of sessions could not be written down.")
{
    private static readonly TimeSpan Kept = TimeSpan.FromDays(90);

    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        List<Comer> heard =
            [.. comers.Known.Where(c => c.SessionId is not null && c.SeenAt - c.WrittenAt > TimeSpan.FromSeconds(30))];
        await using AsyncServiceScope scope = scopes.CreateAsyncScope();
        ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
        foreach (Comer comer in heard)
        {
            DateTimeOffset seen = comer.SeenAt;
            await file.Sessions
                .Where(s => s.Id == comer.SessionId)
                .ExecuteUpdateAsync(s => s.SetProperty(x => x.SeenAt, seen), stop);
            comer.WrittenAt = seen;
        }

        DateTimeOffset now = time.GetUtcNow(), old = now - Kept;
        await file.Sessions.Where(s => s.SeenAt < old).ExecuteDeleteAsync(stop);
        await file.OneTimeCodes.Where(c => c.ExpiresAt < now).ExecuteDeleteAsync(stop);
    }
}
