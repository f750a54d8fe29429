using Microsoft.EntityFrameworkCore;

namespace SturdyTinker.Store;

/// <summary>
/// Something that was written and taken back. A late copy of the write finds this and leaves nothing behind.
/// </summary>
public sealed class Tombstone
{
    /// <summary>Id of what was taken back, as its client made it.</summary>
    public Guid Id { get; init; }

    /// <summary>What it was: "finding", "visit".</summary>
    public required string What { get; init; }

    /// <summary>When it was taken back, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }
}

/// <summary>Takes things back for good.</summary>
public static class Tombstones
{
    /// <summary>
    /// Notes in the change set that something is taken back, whether it was ever there or is still on its way here.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="id">Its id.</param>
    /// <param name="what">What it is: "finding".</param>
    /// <param name="at">When.</param>
    public static async Task BuryAsync(this ShopFile file, Guid id, string what, DateTimeOffset at)
    {
        if (await file.Tombstones.FindAsync(id) is null)
        {
            file.Tombstones.Add(new Tombstone { Id = id, What = what, At = at });
        }
    }

    /// <summary>Whether something was taken back for good.</summary>
    public static Task<bool> IsBuriedAsync(this ShopFile file, Guid id) => file.Tombstones.AnyAsync(t => t.Id == id);

    /// <summary>Which of some things were taken back for good.</summary>
    public static async Task<HashSet<Guid>> BuriedAsync(this ShopFile file, IReadOnlyCollection<Guid> ids) =>
        [.. await file.Tombstones.Where(t => ids.Contains(t.Id)).Select(t => t.Id).ToListAsync()];
}
