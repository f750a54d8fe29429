using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using SturdyTinker.Core.Schools;

namespace SturdyTinker.Store.Mapping;

/// <summary>Columns that hold one of Core's values as JSON.</summary>
internal static class Json
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter() },
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        IgnoreReadOnlyProperties = true,
    };

    /// <summary>Keeps the property as JSON text.</summary>
    internal static PropertyBuilder<T> AsJson<T>(this PropertyBuilder<T> property)
    {
        property.HasConversion(
            new ValueConverter<T, string>(v => JsonSerializer.Serialize(v, Options), s => JsonSerializer.Deserialize<T>(s, Options)!),
            new ValueComparer<T>((a, b) => JsonSerializer.Serialize(a, Options) == JsonSerializer.Serialize(b, Options), v => v == null ? 0 : v.GetHashCode(), v => v));
        return property;
    }

    /// <summary>Keeps schools as JSON text; a row from before there were any reads as none.</summary>
    internal static PropertyBuilder<SchoolChoices> AsChoices(this PropertyBuilder<SchoolChoices> property)
    {
        property.HasConversion(
            new ValueConverter<SchoolChoices, string>(v => JsonSerializer.Serialize(v, Options), s => s.Length == 0 ? SchoolChoices.Defaults : JsonSerializer.Deserialize<SchoolChoices>(s, Options)!),
            new ValueComparer<SchoolChoices>((a, b) => JsonSerializer.Serialize(a, Options) == JsonSerializer.Serialize(b, Options), v => v == null ? 0 : v.GetHashCode(), v => v));
        property.HasDefaultValueSql("''");
        return property;
    }

    /// <summary>Keeps the property as compressed JSON, for what is large and seldom read.</summary>
    internal static PropertyBuilder<T> AsPackedJson<T>(this PropertyBuilder<T> property)
    {
        property.HasConversion(
            new ValueConverter<T, byte[]>(v => Pack(v), b => Unpack<T>(b)),
            new ValueComparer<T>((a, b) => ReferenceEquals(a, b), v => v == null ? 0 : v.GetHashCode(), v => v));
        return property;
    }

    private static byte[] Pack<T>(T value)
    {
        using MemoryStream packed = new();
        using (BrotliStream brotli = new(packed, CompressionLevel.Fastest))
        {
            JsonSerializer.Serialize(brotli, value, Options);
        }

        return packed.ToArray();
    }

    private static T Unpack<T>(byte[] packed)
    {
        using BrotliStream brotli = new(new MemoryStream(packed), CompressionMode.Decompress);
        return JsonSerializer.Deserialize<T>(brotli, Options)!;
    }
}
