using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Gear;

/// <summary>Standard hex nuts: the wrench that fits a thread.</summary>
public static class HexNut
{
    /// <summary>
    /// Width across flats of a standard hex nut by thread, in inches.
    /// Source: published, ASME B18.2.2; set down from memory. Lug nuts often differ: try the socket.
    /// </summary>
    private static readonly (decimal Thread, decimal Flats)[] AcrossFlatsByThread =
    [
        (0.375m, 0.5625m), (0.4375m, 0.6875m), (0.5m, 0.75m), (0.5625m, 0.875m), (0.625m, 0.9375m), (0.75m, 1.125m),
    ];

    /// <summary>Width across flats for a thread; null for a thread the table does not have.</summary>
    public static Length? AcrossFlats(Length thread) =>
        AcrossFlatsByThread
            .Where(r => Length.FromInches(r.Thread) == thread)
            .Select(r => (Length?)Length.FromInches(r.Flats))
            .FirstOrDefault();
}
