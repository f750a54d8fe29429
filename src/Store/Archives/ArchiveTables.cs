using System.Globalization;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Store.Archives;

/// <summary>How a column's value is written in an archive.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ArchivedAs>))]
internal enum ArchivedAs
{
    /// <summary>As it lies in the file: text, number, or nothing.</summary>
    Itself,

    /// <summary>JSON, written as the value that it is.</summary>
    Json,

    /// <summary>Compressed JSON, written as the value that it is.</summary>
    PackedJson,

    /// <summary>Bytes, in base 64 (RFC 4648, 4).</summary>
    Bytes,

    /// <summary>A moment with its offset from UTC (RFC 3339), to the tenth of a millisecond.</summary>
    Moment,
}

/// <summary>Moments, as the file keeps them and as an archive writes them.</summary>
internal static class Moments
{
    private static readonly DateTimeOffsetToBinaryConverter Kept = new();

    /// <summary>As it is written.</summary>
    internal static string Written(long kept) =>
        ((DateTimeOffset)Kept.ConvertFromProvider(kept)!).ToString(
            "yyyy-MM-ddTHH:mm:ss.ffffzzz",
            CultureInfo.InvariantCulture);

    /// <summary>As the file keeps it. Throws <see cref="FormatException"/> for what is no moment.</summary>
    internal static long Read(string written) =>
        (long)Kept.ConvertToProvider(DateTimeOffset.Parse(written, CultureInfo.InvariantCulture))!;
}

/// <summary>A column of a table.</summary>
/// <param name="Name">Its name.</param>
/// <param name="As">How its values are written.</param>
/// <param name="Type">What they are, by JSON Schema: "string", "integer", "number".</param>
/// <param name="Format">Their format by JSON Schema; null for none.</param>
/// <param name="Nullable">Whether there may be none.</param>
/// <param name="Key">Whether it is, or is part of, the table's key.</param>
internal sealed record ArchivedColumn(
    string Name,
    ArchivedAs As,
    string Type,
    string? Format,
    bool Nullable,
    bool Key);

/// <summary>A table of the record.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Columns">Its columns, in their order.</param>
internal sealed record ArchivedTable(string Name, IReadOnlyList<ArchivedColumn> Columns)
{
    /// <summary>Reads all rows in the order of their key.</summary>
    internal string Select =>
        $"SELECT {string.Join(", ", Columns.Select(c => $"\"{c.Name}\""))} FROM \"{Name}\" "
            + $"ORDER BY {string.Join(", ", Columns.Where(c => c.Key).Select(c => $"\"{c.Name}\""))}";

    /// <summary>What a row is, as a JSON Schema (draft 2020-12).</summary>
    internal JsonObject Schema()
    {
        JsonObject properties = [];
        foreach (ArchivedColumn column in Columns)
        {
            // Any JSON where the program keeps a value of several parts: its shape has a version of its own.
            JsonObject one = column.As is ArchivedAs.Json or ArchivedAs.PackedJson
                ? new JsonObject
                {
                    ["description"] = "A value with the version of its shape: {\"v\": …, \"value\": …}."
                }
                : new JsonObject
                {
                    ["type"] = column.Nullable ? new JsonArray(column.Type, "null") : column.Type
                };
            if (column.Format is { } format)
            {
                one["format"] = format;
            }

            if (column.As == ArchivedAs.Bytes)
            {
                one["contentEncoding"] = "base64";
            }

            properties[column.Name] = one;
        }

        return new JsonObject
        {
            ["$schema"] = "https://json-schema.org/draft/2020-12/schema",
            ["title"] = Name,
            ["type"] = "object",
            ["properties"] = properties,
            ["required"] = new JsonArray([.. Columns.Select(c => (JsonNode)c.Name)]),
            ["additionalProperties"] = false,
        };
    }
}

/// <summary>Which tables an archive has, and which it leaves out.</summary>
internal static class ArchiveTables
{
    private const string Follows = "follows from the rest and is made anew", Door = "opens the door of this one server";

    /// <summary>Tables that are left out, and why.</summary>
    private static readonly Dictionary<Type, string> LeftOut = new()
    {
        [typeof(TrailerStatusRow)] = Follows,
        [typeof(TrailerPlanRow)] = Follows,
        [typeof(ShopPlanRow)] = Follows,
        [typeof(WhatIfResultRow)] = Follows,
        [typeof(EvidenceCardRow)] = Follows,
        [typeof(TrailerEvidenceRow)] = Follows,
        [typeof(EvidenceHead)] = Follows,
        [typeof(CustomerCalendarRow)] = Follows,
        [typeof(Account)] = Door,
        [typeof(Session)] = Door,
        [typeof(Device)] = Door,
        [typeof(AccessToken)] = Door,
        [typeof(OneTimeCode)] = Door,
        [typeof(CalendarFeed)] = Door,
        [typeof(OwnerLink)] = Door,
        [typeof(Webhook)] = Door,
        [typeof(OutgoingMail)] = "is on its way, and goes once",
        [typeof(HookDelivery)] = "is on its way, and goes once",
    };

    /// <summary>The tables of a record, by name.</summary>
    internal static IReadOnlyList<ArchivedTable> Of(ShopFile file) =>
        [.. Mapped(file).Where(t => Why(t.Type) is null).Select(t => Table(t.Name, t.Type))];

    /// <summary>The tables that are left out, and why, by name.</summary>
    internal static SortedDictionary<string, string> WithoutOf(ShopFile file) => new(
        Mapped(file).Where(t => Why(t.Type) is not null).ToDictionary(t => t.Name, t => Why(t.Type)!),
        StringComparer.Ordinal);

    private static IEnumerable<(string Name, IEntityType Type)> Mapped(ShopFile file) => file.Model
        .GetEntityTypes()
        .Where(t => !t.IsMappedToJson() && t.GetTableName() is not null)
        .Select(t => (Name: t.GetTableName()!, t))
        .OrderBy(t => t.Name, StringComparer.Ordinal);

    // What hangs on an account, such as its passkeys, goes the way of the account.
    private static string? Why(IEntityType type) => LeftOut.GetValueOrDefault(type.ClrType)
        ?? (type.ClrType.Namespace == typeof(IdentityUserClaim<Guid>).Namespace ? Door : null);

    private static ArchivedTable Table(string name, IEntityType type)
    {
        StoreObjectIdentifier table = StoreObjectIdentifier.Table(name);
        return new ArchivedTable(name, [.. type.GetProperties().Select(p => Column(p, table))]);
    }

    private static ArchivedColumn Column(IProperty property, StoreObjectIdentifier table)
    {
        Type mine = property.ClrType, bare = Nullable.GetUnderlyingType(mine) ?? mine;
        Type stored = property.GetTypeMapping().Converter?.ProviderClrType ?? mine;
        bool several = !bare.IsEnum && !bare.IsPrimitive && bare != typeof(string) && bare != typeof(Guid);
        ArchivedAs how = stored == typeof(byte[]) && mine != typeof(byte[]) ? ArchivedAs.PackedJson
            : stored == typeof(byte[]) ? ArchivedAs.Bytes
            : bare == typeof(DateTimeOffset) && stored == typeof(long) ? ArchivedAs.Moment
            : stored == typeof(string) && several ? ArchivedAs.Json
            : ArchivedAs.Itself;
        string type = how == ArchivedAs.Moment ? "string" : property.GetColumnType() switch
        {
            "INTEGER" => "integer",
            "REAL" => "number",
            _ => "string",
        };
        string? format = how == ArchivedAs.Moment ? "date-time"
            : bare == typeof(Guid) ? "uuid"
            : bare == typeof(DateOnly) ? "date"
            : null;
        return new ArchivedColumn(
            property.GetColumnName(table)!,
            how,
            type,
            format,
            property.IsNullable,
            property.IsPrimaryKey());
    }
}
