using System.Collections;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.Extensions.Options;
using Microsoft.Net.Http.Headers;
using SturdyTinker.Core.Planning;

namespace SturdyTinker.Shop.Requests;

/// <summary>Says what is wrong with a body that could not be read as what its address takes.</summary>
internal static class UnreadableBody
{
    /// <summary>Keeps JSON bodies at hand, so that one that cannot be read can be looked at again.</summary>
    internal static void UseRereadableBodies(this IApplicationBuilder app) => app.Use((context, next) =>
    {
        if (context.Request.HasJsonContentType())
        {
            Readable(context.Request.ContentType);
            context.Request.EnableBuffering();
        }

        return next(context);
    });

    // JSON is UTF-8 (RFC 8259, 8.1); what says that it is in signs nobody knows is not read.
    private static void Readable(string? type)
    {
        string charset =
            MediaTypeHeaderValue.TryParse(type, out MediaTypeHeaderValue? read) ? read.Charset.Value ?? "" : "";
        if (charset.Length > 0 && !charset.Trim('"').Equals("utf-8", StringComparison.OrdinalIgnoreCase))
        {
            throw new Refusal(
                StatusCodes.Status415UnsupportedMediaType,
                $"The body has to be JSON in UTF-8, not in “{charset.Trim('"')}”.",
                []);
        }
    }

    /// <summary>
    /// Has every member of what is chosen as a whole asked for: an empty object would set all of it back.
    /// </summary>
    internal static void AskForAll(JsonTypeInfo type)
    {
        foreach (JsonPropertyInfo member in type.Type == typeof(OpenHours) ? type.Properties : [])
        {
            member.IsRequired = member.Set is not null;
        }
    }

    /// <summary>
    /// Has a list or a map with a hole in it refused as any other value that does not belong there: what is read never
    /// holds nothing.
    /// </summary>
    internal static void RefuseHoles(JsonTypeInfo type)
    {
        if (type.Kind is JsonTypeInfoKind.Enumerable or JsonTypeInfoKind.Dictionary
            && type.ElementType is { IsValueType: false })
        {
            type.OnDeserialized = read =>
            {
                IEnumerable members = read is IDictionary map ? map.Values : (IEnumerable)read;
                foreach (object? member in members)
                {
                    if (member is null)
                    {
                        throw new JsonException("A list or a map has nothing where something belongs.");
                    }
                }
            };
        }
    }

    /// <summary>The refusal (400) of a request whose body or address could not be read.</summary>
    /// <param name="context">The request.</param>
    /// <param name="json">Where reading broke off; null where it did not come to reading.</param>
    /// <param name="otherwise">What to say where it is not the body.</param>
    internal static async Task<Refusal> SayAsync(HttpContext context, JsonException? json, string otherwise)
    {
        Endpoint? endpoint = context.Features.Get<IExceptionHandlerFeature>()?.Endpoint ?? context.GetEndpoint();
        Type? asked = endpoint?.Metadata.GetMetadata<IAcceptsMetadata>()?.RequestType;
        if (asked is null)
        {
            return Refusal.Malformed(otherwise);
        }

        bool sent = context.Features.Get<IHttpRequestBodyDetectionFeature>()?.CanHaveBody == true;
        using JsonDocument? body = sent ? await ReadAsync(context.Request) : null;
        if (!sent || body?.RootElement.ValueKind == JsonValueKind.Null)
        {
            return Refusal.Malformed("The request needs a JSON body.");
        }

        if (body is null)
        {
            return Refusal.Malformed("The body is not JSON that we can read.");
        }

        JsonOptions options = context.RequestServices.GetRequiredService<IOptions<JsonOptions>>().Value;
        if (Lacking(body.RootElement, options.SerializerOptions.GetTypeInfo(asked), "") is { } lacking)
        {
            return Refusal.Malformed($"The body lacks {lacking.Name}.", lacking.Pointer);
        }

        string pointer = PointerOf(json?.Path);
        return pointer.Length > 0 ? Refusal.Malformed($"What is at {pointer} is not what belongs there.", pointer)
            : json is null ? Refusal.Malformed(otherwise)
            : Refusal.Malformed("What the body says is not what this address takes.");
    }

    // Null where it is no JSON at all.
    private static async Task<JsonDocument?> ReadAsync(HttpRequest request)
    {
        if (!request.Body.CanSeek)
        {
            return null;
        }

        request.Body.Position = 0;
        try
        {
            return await JsonDocument.ParseAsync(request.Body, cancellationToken: CancellationToken.None);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    // The first property that has to be there and is not, with the pointer to where it belongs.
    private static (string Name, string Pointer)? Lacking(JsonElement value, JsonTypeInfo type, string pointer)
    {
        if (type.Kind == JsonTypeInfoKind.Object && value.ValueKind == JsonValueKind.Object)
        {
            foreach (JsonPropertyInfo property in type.Properties)
            {
                string at = $"{pointer}/{property.Name}";
                if (value.TryGetProperty(property.Name, out JsonElement inner))
                {
                    if (Lacking(inner, type.Options.GetTypeInfo(property.PropertyType), at) is { } deeper)
                    {
                        return deeper;
                    }
                }
                else if (property.IsRequired)
                {
                    return (property.Name, at);
                }
            }
        }
        else if (type.Kind == JsonTypeInfoKind.Enumerable
            && value.ValueKind == JsonValueKind.Array
            && type.ElementType is { } element)
        {
            return value
                .EnumerateArray()
                .Select((one, i) => Lacking(one, type.Options.GetTypeInfo(element), $"{pointer}/{i}"))
                .FirstOrDefault(found => found is not null);
        }

        return null;
    }

    // "$.gear.axles" or "$.jobs[1].place" to "/gear/axles" and "/jobs/1/place".
    private static string PointerOf(string? path) =>
        path is null or "$"
            ? ""
            : path
                .Replace("$", "", StringComparison.Ordinal)
                .Replace('.', '/')
                .Replace("[", "/", StringComparison.Ordinal)
                .Replace("]", "", StringComparison.Ordinal);
}
