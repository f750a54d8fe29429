using SturdyTinker.Core.People;

namespace SturdyTinker.Store;

/// <summary>
/// What a customer's own calendar said when it was read last. It can be read again; until then this is gone by.
/// </summary>
public sealed class CustomerCalendarRow
{
    /// <summary>The customer.</summary>
    public Guid CustomerId { get; init; }

    /// <summary>Where it was read: another address is another calendar.</summary>
    public string Address { get; set; } = "";

    /// <summary>What tells its state apart there (an HTTP entity tag); empty for none.</summary>
    public string Tag { get; set; } = "";

    /// <summary>When it was tried last, with the shop's offset from UTC.</summary>
    public DateTimeOffset TriedAt { get; set; }

    /// <summary>When it was read last; null where it never could be.</summary>
    public DateTimeOffset? ReadAt { get; set; }

    /// <summary>Why it could not be read the last time, in a sentence; empty where it could.</summary>
    public string Problem { get; set; } = "";

    /// <summary>When no trailer can be spared, by it.</summary>
    public IReadOnlyList<BusyTime> Busy { get; set; } = [];
}
