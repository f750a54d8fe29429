using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Authorization.Policy;
using Microsoft.Extensions.Options;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;

namespace SturdyTinker.Shop.Access;

/// <summary>Lets a browser in by the key of its session, which lies in a cookie that no script can read.</summary>
internal sealed class SessionHandler(
    IOptionsMonitor<AuthenticationSchemeOptions> options,
    ILoggerFactory log,
    UrlEncoder encoder,
    Comers comers) : AuthenticationHandler<AuthenticationSchemeOptions>(options, log, encoder)
{
    /// <summary>The scheme's name.</summary>
    internal const string SchemeName = "session";

    /// <inheritdoc/>
    protected override async Task<AuthenticateResult> HandleAuthenticateAsync()
    {
        if (Cookies.Session(Request) is not { Length: > 0 } key)
        {
            return AuthenticateResult.NoResult();
        }

        return await comers.BySessionAsync(key, Context.RequestAborted) is { } comer
            ? AuthenticateResult.Success(new AuthenticationTicket(comer.Who, SchemeName))
            : AuthenticateResult.Fail("The session has ended.");
    }
}

/// <summary>Lets a program in by the token it brings (RFC 6750: Authorization: Bearer …).</summary>
internal sealed class TokenHandler(
    IOptionsMonitor<AuthenticationSchemeOptions> options,
    ILoggerFactory log,
    UrlEncoder encoder,
    Comers comers) : AuthenticationHandler<AuthenticationSchemeOptions>(options, log, encoder)
{
    /// <summary>The scheme's name.</summary>
    internal const string SchemeName = "token";

    private const string Begins = "Bearer ";

    /// <summary>Whether a request brings one.</summary>
    internal static bool IsBroughtBy(HttpRequest request) =>
        request.Headers.Authorization.ToString().StartsWith(Begins, StringComparison.OrdinalIgnoreCase);

    /// <inheritdoc/>
    protected override async Task<AuthenticateResult> HandleAuthenticateAsync()
    {
        string token = Request.Headers.Authorization.ToString()[Begins.Length..].Trim();
        return await comers.ByTokenAsync(token, Context.RequestAborted) is { } comer
            ? AuthenticateResult.Success(new AuthenticationTicket(comer.Who, SchemeName))
            : AuthenticateResult.Fail("No such token.");
    }
}

/// <summary>Asks the table whether whoever comes has the right that an address needs.</summary>
internal sealed class RightHandler : AuthorizationHandler<Needs>
{
    /// <inheritdoc/>
    protected override Task HandleRequirementAsync(AuthorizationHandlerContext context, Needs requirement)
    {
        if (context.User.May(requirement.Right))
        {
            context.Succeed(requirement);
        }

        return Task.CompletedTask;
    }
}

/// <summary>Says in a sentence why somebody is not let in.</summary>
internal sealed class NotLetIn : IAuthorizationMiddlewareResultHandler
{
    /// <inheritdoc/>
    public Task HandleAsync(
        RequestDelegate next,
        HttpContext context,
        AuthorizationPolicy policy,
        PolicyAuthorizationResult authorizeResult)
    {
        if (authorizeResult.Succeeded)
        {
            return next(context);
        }

        if (authorizeResult.Challenged)
        {
            context.Response.Headers.WWWAuthenticate = "Bearer";
            return (TokenHandler.IsBroughtBy(context.Request)
                ? Refusal.SignedOut("This token is not known here, has expired or was withdrawn.")
                : Refusal.SignedOut()).AnswerAsync(context);
        }

        Right? right = policy.Requirements.OfType<Needs>().Select(n => (Right?)n.Right).FirstOrDefault();
        return (right is { } needed
            ? Refusal.NotAllowed(Needs.WhyNot(needed))
            : Refusal.NotAllowed("This is open to nobody.")).AnswerAsync(context);
    }
}

/// <summary>
/// What the program keeps in a browser. Browsers keep cookies by machine, not by port: two shops that one machine
/// serves have names of their own.
/// </summary>
internal static class Cookies
{
    private const string SessionName = "tinker-session";
    private const string DeviceName = "tinker-device";

    /// <summary>The session's key; null for none.</summary>
    internal static string? Session(HttpRequest request) => request.Cookies[At(request, SessionName)];

    /// <summary>The tablet's key; null for none.</summary>
    internal static string? Device(HttpRequest request) => request.Cookies[At(request, DeviceName)];

    /// <summary>Keeps a session's key.</summary>
    internal static void KeepSession(HttpContext context, string key) =>
        Keep(context, SessionName, key, Comers.Longest);

    /// <summary>Keeps a tablet's key, as long as browsers keep anything.</summary>
    internal static void KeepDevice(HttpContext context, string key) =>
        Keep(context, DeviceName, key, TimeSpan.FromDays(400));

    /// <summary>Drops the session's key.</summary>
    internal static void DropSession(HttpContext context) => Keep(context, SessionName, "", TimeSpan.Zero);

    /// <summary>Drops the tablet's key.</summary>
    internal static void DropDevice(HttpContext context) => Keep(context, DeviceName, "", TimeSpan.Zero);

    private static string At(HttpRequest request, string name) =>
        request.Host.Port is { } port ? FormattableString.Invariant($"{name}-{port}") : name;

    private static void Keep(HttpContext context, string name, string key, TimeSpan lasts) =>
        context.Response.Cookies.Append(At(context.Request, name), key, new CookieOptions
        {
            HttpOnly = true,
            SameSite = SameSiteMode.Strict,
            Secure = context.Request.IsHttps,
            Path = "/",
            MaxAge = lasts,
            IsEssential = true
        });
}

/// <summary>
/// Keeps other sites from sending anything in somebody's name: a write that a browser says comes from elsewhere is
/// refused (fetch metadata, and the header Origin where a browser has none of it). Programs say neither.
/// </summary>
internal static class SameOrigin
{
    /// <summary>Refuses what comes from another site.</summary>
    internal static void UseSameOrigin(this IApplicationBuilder app) => app.Use(next => context =>
        IsRead(context.Request.Method) || ComesFromHere(context.Request)
            ? next(context)
            : Refusal.NotAllowed("This came from a page of another site; it is not taken.").AnswerAsync(context));

    private static bool IsRead(string method) =>
        HttpMethods.IsGet(method) || HttpMethods.IsHead(method) || HttpMethods.IsOptions(method);

    private static bool ComesFromHere(HttpRequest request)
    {
        string site = request.Headers["Sec-Fetch-Site"].ToString();
        if (site.Length > 0)
        {
            return site is "same-origin" or "none";
        }

        string origin = request.Headers.Origin.ToString();
        return origin.Length == 0
            || (Uri.TryCreate(origin, UriKind.Absolute, out Uri? from)
                && string.Equals(from.Authority, request.Host.Value, StringComparison.OrdinalIgnoreCase));
    }
}
