using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Store.Shapes;

/// <summary>
/// Columns that hold a value as JSON. Each row says the version of its shape: {"v":1,"value":…}. What was written
/// before shapes
/// had versions is version 0, and bare. An older row is brought up step by step as it is read; a newer one is refused.
/// </summary>
internal static class StoredJson
{
    private static readonly JsonSerializerOptions Options = Written();

    /// <summary>Keeps the property as JSON text.</summary>
    /// <param name="upgrades">
    /// From version to version, the first from 0 to 1; none while the first version is the last.
    /// </param>
    internal static PropertyBuilder<T> AsJson<T>(
        this PropertyBuilder<T> property,
        params Func<JsonNode, JsonNode>[] upgrades)
    {
        Shape<T> shape = new(property.Metadata, upgrades);
        property.HasConversion(
            new ValueConverter<T, string>(value => shape.Write(value), text => shape.Read(text)),
            Compared<T>());
        return property;
    }

    /// <summary>Keeps practices as JSON text; a row from before there were any reads as none.</summary>
    internal static PropertyBuilder<PracticeChoices> AsChoices(this PropertyBuilder<PracticeChoices> property)
    {
        Shape<PracticeChoices> shape = new(property.Metadata, []);
        property.HasConversion(
            new ValueConverter<PracticeChoices, string>(
                value => shape.Write(value),
                text => text.Length == 0 ? PracticeChoices.Defaults : shape.Read(text)),
            Compared<PracticeChoices>());
        property.HasDefaultValueSql("''");
        return property;
    }

    /// <summary>
    /// Keeps the property as compressed JSON, for what is large. Whoever reads the same text twice is given the same
    /// value: nobody may change what they were given.
    /// </summary>
    internal static PropertyBuilder<T> AsPackedJson<T>(
        this PropertyBuilder<T> property,
        params Func<JsonNode, JsonNode>[] upgrades)
    {
        Shape<T> shape = new(property.Metadata, upgrades);
        LastRead<T> last = new(text => shape.Read(Unpack(text)));
        property.HasConversion(
            new ValueConverter<T, byte[]>(value => Pack(shape.Write(value)), packed => last.Of(packed)),
            new ValueComparer<T>((a, b) => ReferenceEquals(a, b), v => v == null ? 0 : v.GetHashCode(), v => v));
        return property;
    }

    // The same value is not written out twice to find that out: a save looks at everything that was read.
    private static ValueComparer<T> Compared<T>() => new(
        (a, b) => ReferenceEquals(a, b)
            || JsonSerializer.Serialize(a, Options) == JsonSerializer.Serialize(b, Options),
        v => v == null ? 0 : v.GetHashCode(),
        v => v);

    /// <summary>JSON text as it lies in a packed column.</summary>
    internal static byte[] Pack(string text)
    {
        using MemoryStream packed = new();
        using (StreamWriter brotli = new(new BrotliStream(packed, CompressionLevel.Fastest)))
        {
            brotli.Write(text);
        }

        return packed.ToArray();
    }

    /// <summary>The JSON text of a packed column.</summary>
    internal static string Unpack(byte[] packed)
    {
        using StreamReader brotli = new(new BrotliStream(new MemoryStream(packed), CompressionMode.Decompress));
        return brotli.ReadToEnd();
    }

    // Names and codes as they are written down; what is worked out is not stored, and a type nobody has listed is a
    // fault.
    private static JsonSerializerOptions Written()
    {
        JsonSerializerOptions options = new(JsonSerializerDefaults.Web)
        {
            DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
            PropertyNameCaseInsensitive = false,
            TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { AsWrittenDown } },
        };
        foreach (Type type in StoredCodes.Types)
        {
            options.Converters.Add(
                (JsonConverter)Activator.CreateInstance(typeof(CodeInJson<>).MakeGenericType(type))!);
        }

        return options;
    }

    private static void AsWrittenDown(JsonTypeInfo type)
    {
        if (type.Kind != JsonTypeInfoKind.Object)
        {
            return;
        }

        if (!StoredNames.Has(type.Type))
        {
            throw new InvalidOperationException(
                $"{type.Type.Name} is stored and has no names written down in {nameof(StoredNames)}.");
        }

        for (int i = type.Properties.Count - 1; i >= 0; i--)
        {
            JsonPropertyInfo property = type.Properties[i];
            string member = ((System.Reflection.MemberInfo)property.AttributeProvider!).Name;
            if (StoredNames.Of(type.Type, member) is { } name)
            {
                property.Name = name;
            }
            else
            {
                type.Properties.RemoveAt(i);
            }
        }
    }

    /// <summary>
    /// The values of what was read last: a visit at work has its packet read at every step. Known by every byte of what
    /// is stored, so that nothing has to be told when it changes.
    /// </summary>
    private sealed class LastRead<T>(Func<byte[], T> read)
    {
        // As many as a large shop has trailers in its bays.
        private readonly Entry?[] entries = new Entry?[64];

        internal T Of(byte[] packed)
        {
            HashCode hash = default;
            hash.AddBytes(packed);
            ref Entry? slot = ref entries[(uint)hash.ToHashCode() % (uint)entries.Length];
            if (Volatile.Read(ref slot) is { } kept && kept.Packed.AsSpan().SequenceEqual(packed))
            {
                return kept.Value;
            }

            T value = read(packed);
            Volatile.Write(ref slot, new Entry(packed, value));
            return value;
        }

        private sealed record Entry(byte[] Packed, T Value);
    }

    /// <summary>How one column is written and read.</summary>
    /// <param name="property">The column's property.</param>
    /// <param name="upgrades">From version to version, the first from 0 to 1.</param>
    private sealed class Shape<T>(IReadOnlyProperty property, Func<JsonNode, JsonNode>[] upgrades)
    {
        // In words, for a row that cannot be read.
        private readonly string column = $"{property.DeclaringType.ShortName()}.{property.Name}";
        private readonly int version = VersionOf(upgrades);
        private readonly string opening = $"{{\"v\":{VersionOf(upgrades)},\"value\":";

        private static int VersionOf(Func<JsonNode, JsonNode>[] upgrades) => Math.Max(1, upgrades.Length);

        internal string Write(T value) => $"{opening}{JsonSerializer.Serialize(value, Options)}}}";

        internal T Read(string text)
        {
            try
            {
                return text.StartsWith(opening, StringComparison.Ordinal)
                    ? JsonSerializer.Deserialize<T>(
                        text.AsSpan(opening.Length, text.Length - opening.Length - 1),
                        Options)!
                    : Earlier(text);
            }
            catch (Exception fault) when (fault is JsonException or InvalidOperationException or FormatException)
            {
                throw new UnreadableColumnException(column, fault);
            }
        }

        private T Earlier(string text)
        {
            JsonNode? read = JsonNode.Parse(text), value = read;
            int from = 0;
            if (read is JsonObject { Count: 2 } row && row["v"] is JsonValue said && row.ContainsKey("value"))
            {
                from = said.GetValue<int>();
                value = row["value"];
            }

            if (from > version)
            {
                throw new JsonException(
                    $"It was written in shape {from}; this program knows {version}. Use the newer program.");
            }

            foreach (Func<JsonNode, JsonNode> upgrade in upgrades.Skip(from))
            {
                value = upgrade(value!.DeepClone());
            }

            return value.Deserialize<T>(Options)!;
        }
    }
}

/// <summary>A value in a shop's file that cannot be read.</summary>
/// <param name="column">The row's kind and the column: "Visit.Gear".</param>
/// <param name="fault">What is wrong with it.</param>
public sealed class UnreadableColumnException(string column, Exception fault)
    : Exception($"What is stored as {column} cannot be read: {fault.Message}", fault)
{
    /// <summary>The row's kind and the column: "Visit.Gear".</summary>
    public string Column => column;
}
