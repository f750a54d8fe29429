using System.Collections.Concurrent;
using System.Security.Claims;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Secrets given anew for one request: a release from Hold, an inspection, a loosened limit, an amendment. One given is
/// good for that method and address alone, from that session, for some minutes, so that the request may be sent again.
/// </summary>
/// <param name="time">The clock.</param>
internal sealed class Confirmations(TimeProvider time)
{
    private static readonly TimeSpan Lasts = TimeSpan.FromMinutes(5);
    private readonly ConcurrentDictionary<(string Session, string Method, string Path), DateTimeOffset> given = new();

    /// <summary>Refuses (403) unless the secret was given for this request.</summary>
    internal static void Ask(HttpContext context)
    {
        if (context.User.FindFirstValue(ClaimTypes.Sid) is not { } session
            || !context.RequestServices.GetRequiredService<Confirmations>().Stands(
                (session, context.Request.Method, context.Request.Path)))
        {
            throw Refusal.SecretWanted();
        }
    }

    /// <summary>Notes that the secret was given for a request.</summary>
    internal void Give(string session, string method, string path)
    {
        DateTimeOffset now = time.GetUtcNow();
        foreach (var old in given.Where(g => g.Value + Lasts < now))
        {
            given.TryRemove(old);
        }

        given[(session, method, path)] = now;
    }

    private bool Stands((string, string, string) request) =>
        given.TryGetValue(request, out DateTimeOffset at) && time.GetUtcNow() - at <= Lasts;
}
