using System.Globalization;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// Requests that nobody means well with, made from the program's own description (OpenAPI): well-formed ones with some
/// member left out, null, of another kind, beyond its range or full of signs that are none; always the same of a seed.
/// </summary>
internal sealed class HostileRequests
{
    private static readonly string[] Texts =
    [
        "", " ", "\0", "a\0b", "P‮07", "​", "'; DROP TABLE Trailers; --", "=1+1", "../../etc/passwd", "<b>x</b>",
        "1e400", "-1", "NaN", "9999-12-31", "0001-01-01", "2026-13-45", "12 1/0", "1/0", "-7 mi", "1e28 mi", "ß́̂", "💥",
        new('x', 3_000), "\r\nBcc: a@b.example", "%00", "axle-1-left", "axle-99-left", "trailer", "seal-torn", "repack"
    ];

    private static readonly string[] Numbers =
    [
        "0", "-1", "1", "2", "1e-28", "1e28", "79228162514264337593543950335", "1e400", "-0.0000001", "2147483648",
        "9223372036854775808", "0.1", "99999999999"
    ];

    private readonly Random random;
    private readonly JsonObject schemas;
    private readonly List<(string Method, string Path, JsonObject Operation)> operations;
    private readonly IReadOnlyList<string> ids;
    private readonly DateOnly today;

    /// <summary>Of a description.</summary>
    /// <param name="description">The OpenAPI document.</param>
    /// <param name="seed">Of what chance has in it.</param>
    /// <param name="ids">Ids of what there is.</param>
    /// <param name="today">The day that days are chosen around.</param>
    internal HostileRequests(string description, int seed, IReadOnlyList<string> ids, DateOnly today)
    {
        this.today = today;
        random = new Random(seed);
        JsonNode document = JsonNode.Parse(description)!;
        schemas = document["components"]!["schemas"]!.AsObject();
        this.ids = ids;
        operations = [.. document["paths"]!.AsObject().SelectMany(p => p.Value!.AsObject()
            .Where(o => o.Key is "get" or "put" or "post" or "delete")
            .Select(o => (o.Key.ToUpperInvariant(), p.Key, o.Value!.AsObject())))];
    }

    /// <summary>Every page that there is of a trailer, a visit, or the shop, and that needs no query.</summary>
    internal static List<string> Pages(JsonDocument described, Guid visit, Guid trailer)
    {
        return [.. described.RootElement.GetProperty("paths").EnumerateObject()
            .Where(p => p.Value.TryGetProperty("get", out JsonElement get) && !Needs(get))
            .Select(p => p.Name.Replace(
                "{id}",
                (p.Name.Contains("visit", StringComparison.Ordinal) ? visit : trailer).ToString(),
                StringComparison.Ordinal))
            .Where(p => !p.Contains('{', StringComparison.Ordinal))];

        // A query value that has to be given.
        static bool Needs(JsonElement get) => get.TryGetProperty("parameters", out JsonElement all)
            && all.EnumerateArray().Any(p => p.GetProperty("in").GetString() == "query"
                && p.TryGetProperty("required", out JsonElement required)
                && required.GetBoolean());
    }

    /// <summary>How many kinds of request there are.</summary>
    internal int Kinds => operations.Count;

    /// <summary>The next of one kind.</summary>
    internal HttpRequestMessage Next(int kind)
    {
        (string method, string path, JsonObject operation) = operations[kind];
        string address = path;
        List<string> query = [];
        foreach (JsonNode? parameter in operation["parameters"]?.AsArray() ?? [])
        {
            string name = parameter!["name"]!.GetValue<string>();
            string value = Uri.EscapeDataString(Parameter(parameter));
            if (parameter["in"]!.GetValue<string>() == "path")
            {
                // A web server takes no address with an empty piece or a NUL in it.
                value = value.Replace("%00", "x", StringComparison.Ordinal);
                address = address.Replace(
                    $"{{{name}}}",
                    value.Length == 0 ? "x" : value,
                    StringComparison.Ordinal);
            }
            else if (random.Next(3) > 0)
            {
                query.Add($"{name}={value}");
            }
        }

        HttpRequestMessage request = new(
            new HttpMethod(method),
            address + (query.Count > 0 ? $"?{string.Join('&', query)}" : ""));
        if (operation["requestBody"] is { } body && body["content"]!["application/json"] is { } json)
        {
            JsonNode? made = Of(json["schema"]!, 0);
            string text = made?.ToJsonString() ?? "null";
            request.Content = new StringContent(random.Next(40) == 0 ? text[..(text.Length / 2)] : text, Encoding.UTF8);
            request.Content.Headers.ContentType = random.Next(30) switch
            {
                0 => null,
                1 => new MediaTypeHeaderValue("text/plain"),
                2 => new MediaTypeHeaderValue("application/json", "x"),
                _ => new MediaTypeHeaderValue("application/json"),
            };
        }

        return request;
    }

    private string Parameter(JsonNode parameter)
    {
        JsonNode? schema = parameter["schema"];
        string? format = schema?["format"]?.GetValue<string>();
        return format == "uuid"
            ? random.Next(6) switch
            {
                0 => Guid.NewGuid().ToString(),
                1 => "not-an-id",
                2 => Guid.Empty.ToString(),
                3 => Guid.CreateVersion7().ToString(),
                _ => ids[random.Next(ids.Count)],
            }
            : schema?["type"]?.ToString().Contains("integer", StringComparison.Ordinal) == true
                ? Numbers[random.Next(Numbers.Length)]
                : Texts[random.Next(Texts.Length)];
    }

    private JsonNode? Of(JsonNode schema, int depth)
    {
        // Now and then something that is not asked for.
        if (random.Next(14) == 0)
        {
            return random.Next(7) switch
            {
                0 => null,
                1 => new JsonObject(),
                2 => new JsonArray(),
                3 => new JsonArray { null },
                4 => true,
                5 => Text(),
                _ => Number(),
            };
        }

        if (schema["$ref"]?.GetValue<string>() is { } reference)
        {
            return depth > 6 ? null : Of(schemas[reference.Split('/')[^1]]!, depth + 1);
        }

        if ((schema["oneOf"] ?? schema["anyOf"]) is JsonArray any)
        {
            return Of(any[random.Next(any.Count)]!, depth + 1);
        }

        if (schema["enum"] is JsonArray words)
        {
            return random.Next(5) == 0 ? Text() : words[random.Next(words.Count)]?.DeepClone();
        }

        string type = schema["type"] switch
        {
            JsonArray types => types[random.Next(types.Count)]!.GetValue<string>(),
            JsonValue one => one.GetValue<string>(),
            _ => schema["properties"] is null ? "string" : "object",
        };
        return type switch
        {
            "null" => null,
            "object" => Object(schema, depth),
            "array" => new JsonArray([.. Enumerable.Range(0, random.Next(4)).Select(_ =>
                Of(schema["items"] ?? new JsonObject { ["type"] = "string" }, depth + 1))]),
            "boolean" => random.Next(2) == 0,
            "integer" or "number" => Number(),
            _ => schema["format"]?.GetValue<string>() switch
            {
                "uuid" => random.Next(3) == 0 ? Text() : ids[random.Next(ids.Count)],
                "date" => random.Next(4) == 0
                    ? Text()
                    : today.AddDays(random.Next(-800, 800)).ToString("O", CultureInfo.InvariantCulture),
                _ => Text(),
            },
        };
    }

    private JsonObject Object(JsonNode schema, int depth)
    {
        JsonObject made = [];
        foreach ((string name, JsonNode? of) in schema["properties"]?.AsObject() ?? [])
        {
            if (random.Next(12) > 0)
            {
                made[name] = Of(of!, depth + 1);
            }
        }

        if (schema["additionalProperties"] is JsonObject more)
        {
            for (int i = random.Next(3); i > 0; i--)
            {
                made[Texts[random.Next(Texts.Length)]] = Of(more, depth + 1);
            }
        }

        return made;
    }

    private JsonValue Text() => JsonValue.Create(Texts[random.Next(Texts.Length)]);

    private JsonNode Number() => JsonNode.Parse(Numbers[random.Next(Numbers.Length)])!;
}
