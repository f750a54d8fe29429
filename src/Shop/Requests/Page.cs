using System.Security.Cryptography;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// The one page that the built web is, and what every answer says to a browser about what it may do with it.
/// </summary>
internal static class Page
{
    // A browser draws what comes from this server and nothing else; styles that the page makes itself carry its nonce
    // (Content Security Policy Level 3).
    private const string OfPage = "default-src 'self'; script-src 'self'; style-src 'self' 'nonce-{nonce}'; "
        + "img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none'; "
        + "form-action 'self'; frame-ancestors 'none'";

    private const string OfAnswer = "default-src 'none'; frame-ancestors 'none'";

    /// <summary>Says with every answer what a browser may do with it; answers of the API are kept by nobody.</summary>
    internal static void UseSafeHeaders(this IApplicationBuilder app) => app.Use((context, next) =>
    {
        // Last of all: an answer that is refused begins anew, without what was said before.
        context.Response.OnStarting(() =>
        {
            Say(context);
            return Task.CompletedTask;
        });
        return next(context);
    });

    private static void Say(HttpContext context)
    {
        IHeaderDictionary headers = context.Response.Headers;
        headers.XContentTypeOptions = "nosniff";
        headers.XFrameOptions = "DENY";
        headers.TryAdd("Content-Security-Policy", OfAnswer);
        headers["Referrer-Policy"] = "no-referrer";
        headers["Permissions-Policy"] = "camera=(self), microphone=(), geolocation=(), payment=(), usb=()";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";
        if (context.Request.IsHttps)
        {
            headers.StrictTransportSecurity = "max-age=31536000";
        }

        if (headers.CacheControl.Count == 0
            && (context.Request.Path.StartsWithSegments("/api") || context.Request.Path.StartsWithSegments("/calendar")))
        {
            headers.CacheControl = "no-store";
        }
    }

    /// <summary>
    /// Whether whoever asks has this state of an answer already: then nothing is sent again. It is kept by their browser
    /// only, and asked about each time.
    /// </summary>
    /// <param name="context">The request.</param>
    /// <param name="tag">What tells the state apart (an HTTP entity tag).</param>
    internal static bool IsKnown(HttpContext context, string tag)
    {
        context.Response.Headers.CacheControl = "private, no-cache";
        context.Response.Headers.ETag = tag;
        return context.Request.Headers.IfNoneMatch.Contains(tag);
    }

    /// <summary>Answers with the page: its file names what else to fetch, and the nonce of its own styles.</summary>
    /// <param name="folder">The folder of the built web.</param>
    internal static RequestDelegate Of(string folder)
    {
        string path = Path.Combine(folder, "index.html");
        return async context =>
        {
            string nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(18));
            string text = await File.ReadAllTextAsync(path, context.RequestAborted);
            context.Response.Headers.ContentSecurityPolicy = OfPage.Replace("{nonce}", nonce, StringComparison.Ordinal);
            context.Response.Headers.CacheControl = "no-cache";
            context.Response.ContentType = "text/html; charset=utf-8";
            await context.Response.WriteAsync(
                text.Replace(
                    "</head>",
                    $"<meta property=\"csp-nonce\" content=\"{nonce}\"></head>",
                    StringComparison.Ordinal),
                context.RequestAborted);
        };
    }
}
