using System.Globalization;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Store;

/// <summary>
/// Who wrote what, when: one row or more a write that was saved, never changed again. Each carries the digest of the
/// one before.
/// </summary>
public sealed class Change
{
    // As fine as it is stored.
    private const string Moment = "yyyy-MM-ddTHH:mm:ss.fffzzz";

    /// <summary>Counts up without a gap.</summary>
    public long Id { get; private set; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }

    /// <summary>
    /// Where from: the session; null for a program, and for what was written before there was a door.
    /// </summary>
    public Guid? SessionId { get; init; }

    /// <summary>
    /// What was asked for: the method and the address; or who came in, and who was not let in, and by what.
    /// </summary>
    public required string What { get; init; }

    /// <summary>
    /// What it changed, row by row, before and after, as JSON; null where nothing is told, or where it was erased
    /// because somebody has a right to be forgotten: the digest of it stays.
    /// </summary>
    public string? Content { get; set; }

    /// <summary>Digest of what it changed; empty where nothing is told.</summary>
    public string ContentHash { get; private set; } = "";

    /// <summary>
    /// Digest of all of this and of the one before; empty for what was written before there was a chain.
    /// </summary>
    public string Hash { get; private set; } = "";

    /// <summary>Puts it behind another one.</summary>
    /// <param name="id">Its number: the other's and one.</param>
    /// <param name="before">The other's digest; empty for the first.</param>
    public void Chain(long id, string before)
    {
        (Id, ContentHash) = (id, Content is null ? "" : Digest.Of(Content));
        Hash = HashAfter(before);
    }

    /// <summary>What its digest has to be behind another one.</summary>
    /// <param name="before">The other's digest; empty for the first.</param>
    public string HashAfter(string before) => Digest.Of(string.Join(
        '\n',
        before,
        Id.ToString(CultureInfo.InvariantCulture),
        At.ToString(Moment, CultureInfo.InvariantCulture),
        PersonId.ToString(),
        SessionId?.ToString() ?? "",
        What,
        ContentHash));
}
