using SturdyTinker.Core.Catalogue.Own;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Store;

/// <summary>
/// A job or an opening of the shop's own as it was once: none is ever altered or dropped, so that anybody can see what
/// stood there when a visit was worked by it.
/// </summary>
public sealed class OwnVersion
{
    /// <summary>Code of the job or opening.</summary>
    public required string Code { get; init; }

    /// <summary>Its version: 1 and more.</summary>
    public int Version { get; init; }

    /// <summary>What it was called.</summary>
    public required string Name { get; init; }

    /// <summary>Whether it was taken out with this version.</summary>
    public bool Retired { get; init; }

    /// <summary>The whole of it, as a file that goes from shop to shop holds it.</summary>
    public required byte[] File { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who wrote it down.</summary>
    public Guid PersonId { get; init; }

    /// <summary>A job or opening as it is now.</summary>
    /// <param name="entry">The job or opening.</param>
    /// <param name="at">When it was written down.</param>
    /// <param name="person">Who wrote it down.</param>
    public static OwnVersion Of(IOwnEntry entry, DateTimeOffset at, Guid person) => new()
    {
        Code = entry.Code,
        Version = entry.Version,
        Name = entry.Name,
        Retired = entry.Retired,
        File = OwnWorkFile.Write(OwnWork.Alone(entry)),
        At = at,
        PersonId = person
    };
}
