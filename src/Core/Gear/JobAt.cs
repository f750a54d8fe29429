namespace SturdyTinker.Core.Gear;

/// <summary>A job at a place.</summary>
/// <param name="Job">Code of the job.</param>
/// <param name="Place">Code of the place.</param>
public sealed record JobAt(string Job, string Place)
{
    /// <summary>The two in one: "bearing-repack@axle-1-left".</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public string Id => $"{Job}@{Place}";

    /// <summary>Reads an <see cref="Id"/>. Throws <see cref="FormatException"/> on anything else.</summary>
    public static JobAt Of(string id) =>
        id.Split('@') is [{ Length: > 0 } job, { Length: > 0 } place]
            ? new JobAt(job, place)
            : throw new FormatException($"“{id}” is no job at a place.");
}
