using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue.Own;

/// <summary>What a shop has described, as a file that shops pass on to one another.</summary>
/// <param name="Format">Always <see cref="Name"/>.</param>
/// <param name="Version">The version of the file's shape: <see cref="Shape"/> and earlier.</param>
/// <param name="Jobs">The jobs.</param>
/// <param name="Openings">The openings that they need.</param>
public sealed record OwnWorkFile(
    string Format,
    int Version,
    IReadOnlyList<OwnJob> Jobs,
    IReadOnlyList<OwnOpening> Openings)
{
    /// <summary>What tells that a file is one of these.</summary>
    public const string Name = "sturdy-tinker-jobs";

    /// <summary>The shape that this program writes.</summary>
    public const int Shape = 1;

    /// <summary>Largest file read, in bytes.</summary>
    public const int MostBytes = 2 * 1024 * 1024;

    private static readonly JsonSerializerOptions Options = new()
    {
        PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
        MaxDepth = 16,
        TypeInfoResolver = new DefaultJsonTypeInfoResolver(),
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
    };

    /// <summary>Writes it, as UTF-8 JSON.</summary>
    /// <param name="own">What the shop has described; what was taken out is left out.</param>
    public static byte[] Write(OwnWork own) => JsonSerializer.SerializeToUtf8Bytes(
        new OwnWorkFile(
            Name,
            Shape,
            [.. own.Jobs.Where(j => !j.Retired)],
            [.. own.Openings.Where(o => !o.Retired)]),
        Options);

    /// <summary>Reads one.</summary>
    /// <param name="json">UTF-8 JSON.</param>
    /// <returns>What it holds, or why it can't be read.</returns>
    public static (OwnWork? Own, string? Problem) Read(ReadOnlySpan<byte> json)
    {
        if (json.Length > MostBytes)
        {
            return (null, $"The file is larger than {MostBytes / 1024 / 1024} MB.");
        }

        try
        {
            OwnWorkFile file = JsonSerializer.Deserialize<OwnWorkFile>(json, Options)
                ?? throw new JsonException("There is nothing in it.");
            return file.Format != Name ? (null, "This is no file of described jobs.")
                : file.Version is < 1 or > Shape
                    ? (null, $"The file is of shape {file.Version}; this program reads {Shape}: use a newer program.")
                : file.Jobs.Count + file.Openings.Count > OwnWork.MostEntries
                    ? (null, $"The file has more than {OwnWork.MostEntries} jobs and openings.")
                : (new OwnWork(file.Jobs, file.Openings), null);
        }
        catch (JsonException fault)
        {
            // The library's own sentence names a type of ours; where it is says enough.
            string where = fault.Path is { Length: > 1 } path ? $" at {path[2..]}" : "";
            string line = fault.LineNumber is { } number ? $", line {number + 1}" : "";
            return (null, $"The file can’t be read{where}{line}: it is not in the shape that the schema gives.");
        }
    }

    /// <summary>The JSON Schema of the file (draft 2020-12).</summary>
    public static string Schema()
    {
        JsonNode schema = Options.GetJsonSchemaAsNode(typeof(OwnWorkFile), new JsonSchemaExporterOptions
        {
            TreatNullObliviousAsNonNullable = true,
        });
        JsonObject named = new()
        {
            ["$schema"] = "https://json-schema.org/draft/2020-12/schema",
            ["title"] = "Jobs that a trailer shop has described itself",
        };
        foreach ((string key, JsonNode? value) in schema.AsObject().ToArray())
        {
            named[key] = value?.DeepClone();
        }

        return named.ToJsonString(Options);
    }

    /// <summary>Whether two say the same, their versions aside.</summary>
    public static bool Same(IOwnEntry one, IOwnEntry other) => (one, other) switch
    {
        (OwnJob a, OwnJob b) => Text(a with { Version = 0 }) == Text(b with { Version = 0 }),
        (OwnOpening a, OwnOpening b) => Text(a with { Version = 0 }) == Text(b with { Version = 0 }),
        _ => false,
    };

    private static string Text<T>(T value) => JsonSerializer.Serialize(value, Options);
}
