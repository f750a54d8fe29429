using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing.Template;

namespace SturdyTinker.Shop.Requests;

/// <summary>What is asked at an address that nothing is at, or that takes other methods.</summary>
internal static class OtherMethods
{
    /// <summary>
    /// Refuses: 405 with the methods that the address takes (RFC 9110, 15.5.6), 415 where it takes no such body, or 404
    /// where there is nothing.
    /// </summary>
    internal static void Refuse(HttpContext context, EndpointDataSource all)
    {
        RouteEndpoint[] here = [.. all.Endpoints.OfType<RouteEndpoint>().Where(e => Takes(e, context.Request.Path))];
        RouteEndpoint[] asked = [.. here.Where(e => MethodsOf(e).Contains(context.Request.Method))];
        if (here.Length > 0 && asked.Length == 0)
        {
            throw Refusal.OtherMethod(
                context.Request.Method,
                string.Join(", ", here.SelectMany(MethodsOf).Distinct().Order(StringComparer.Ordinal)));
        }

        if (asked.Select(e => e.Metadata.GetMetadata<IAcceptsMetadata>()).OfType<IAcceptsMetadata>().FirstOrDefault()
            is { } accepts
            && !accepts.ContentTypes.Any(t => context.Request.ContentType?.StartsWith(
                t,
                StringComparison.OrdinalIgnoreCase) == true))
        {
            throw new Refusal(
                StatusCodes.Status415UnsupportedMediaType,
                accepts.ContentTypes.Contains("application/json")
                    ? RefusalHandler.NoJson
                    : $"The body has to be {string.Join(" or ", accepts.ContentTypes)}.",
                []);
        }

        throw Refusal.NotFound("There is nothing at this address.");
    }

    private static IReadOnlyList<string> MethodsOf(RouteEndpoint endpoint) =>
        endpoint.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? [];

    // The pattern alone: an id that is none is for the address itself to refuse.
    private static bool Takes(RouteEndpoint endpoint, PathString path) =>
        endpoint.RoutePattern.RawText is { } raw
            && !raw.Contains("{*", StringComparison.Ordinal)
            && new TemplateMatcher(TemplateParser.Parse(raw.TrimStart('/')), []).TryMatch(path, [])
            && endpoint.Metadata.GetMetadata<HttpMethodMetadata>() is not null;
}
