using System.Text.Json;
using System.Text.Json.Serialization;

namespace SturdyTinker.Store.Archives;

/// <summary>A table of an archive.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Columns">Its columns, and how each is written.</param>
/// <param name="Rows">How many rows it has.</param>
/// <param name="Sha256">Digest of its JSON Lines.</param>
/// <param name="CsvSha256">Digest of the same as CSV.</param>
internal sealed record ManifestTable(
    string Name,
    IReadOnlyDictionary<string, ArchivedAs> Columns,
    long Rows,
    string Sha256,
    string CsvSha256);

/// <summary>A picture of an archive.</summary>
/// <param name="Path">Where it lies in it.</param>
/// <param name="Sha256">Its digest.</param>
internal sealed record ManifestPicture(string Path, string Sha256);

/// <summary>What an archive holds.</summary>
internal sealed record ArchiveManifest
{
    /// <summary>What tells an archive of ours from other files.</summary>
    public const string Ours = "sturdy-tinker-archive";

    /// <summary>The newest version of the archive's own form that this program reads and writes.</summary>
    public const int Newest = 1;

    /// <summary>Where it lies in the archive.</summary>
    public const string Path = "manifest.json";

    /// <summary>How it is written.</summary>
    public static JsonSerializerOptions Json { get; } = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        DefaultIgnoreCondition = JsonIgnoreCondition.Never,
    };

    /// <summary>Always <see cref="Ours"/>.</summary>
    public string Format { get; init; } = "";

    /// <summary>The version of the archive's form.</summary>
    public int Version { get; init; }

    /// <summary>When it was written, in UTC.</summary>
    public DateTimeOffset Written { get; init; }

    /// <summary>The shop's name.</summary>
    public string Shop { get; init; } = "";

    /// <summary>The edition of the tables: the last change of their shape that they have.</summary>
    public string Edition { get; init; } = "";

    /// <summary>The tables.</summary>
    public IReadOnlyList<ManifestTable> Tables { get; init; } = [];

    /// <summary>The pictures.</summary>
    public IReadOnlyList<ManifestPicture> Pictures { get; init; } = [];

    /// <summary>Pictures that the record names and that were not there.</summary>
    public IReadOnlyList<string> Missing { get; init; } = [];

    /// <summary>Tables that are left out, and why.</summary>
    public IReadOnlyDictionary<string, string> LeftOut { get; init; } = new Dictionary<string, string>();
}
