using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Core.Papers;

/// <summary>
/// What a hub's tag says: the month its bearings were repacked, and the month by which they are again. Source: a tag
/// with month and year at each hub is common practice, no published source.
/// </summary>
/// <param name="Repacked">The day; null where none is on record.</param>
/// <param name="Again">The day by which it falls due; null where it does not.</param>
public sealed record HubTag(DateOnly? Repacked, DateOnly? Again)
{
    /// <summary>It in words, a line each, as short as a tag has room for.</summary>
    public IReadOnlyList<string> Lines =>
    [
        .. Repacked is { } on ? [FormattableString.Invariant($"Repacked {on:MM/yyyy}")] : Array.Empty<string>(),
        .. Again is { } by ? [FormattableString.Invariant($"Again by {by:MM/yyyy}")] : Array.Empty<string>(),
    ];

    /// <summary>The tag of one wheel end.</summary>
    /// <param name="place">The wheel end's code.</param>
    /// <param name="repacks">The trailer's repacks.</param>
    /// <param name="status">How it stands.</param>
    public static HubTag Of(string place, IEnumerable<WorkDone> repacks, TrailerStatus? status) => new(
        repacks.Where(w => w.Place == place).Max(w => (DateOnly?)w.On),
        Due(status, u => u.Places.Contains(place)));

    /// <summary>
    /// The tag of a trailer: the wheel end that was done longest ago speaks for it, and where one is not on record,
    /// none does.
    /// </summary>
    /// <param name="gear">Its running gear.</param>
    /// <param name="repacks">Its repacks.</param>
    /// <param name="status">How it stands.</param>
    public static HubTag Of(RunningGear gear, IEnumerable<WorkDone> repacks, TrailerStatus? status)
    {
        ILookup<string, WorkDone> done = repacks.ToLookup(w => w.Place);
        string[] ends = [.. Places.WheelEndsOf(gear).Select(p => p.Code)];
        return new HubTag(
            ends.All(done.Contains) ? ends.Min(e => done[e].Max(w => w.On)) : null,
            Due(status, _ => true));
    }

    private static DateOnly? Due(TrailerStatus? status, Func<Upcoming, bool> which) => status?.Upcoming
        .Where(u => u.Job == JobCatalogue.BearingRepack.Code && which(u))
        .Min(u => (DateOnly?)u.On);
}
