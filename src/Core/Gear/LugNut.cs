using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Gear;

/// <summary>
/// Wheel nuts and the sockets that fit them. They are not the standard hex nuts of <see cref="HexNut"/>.
/// </summary>
public static class LugNut
{
    // By stud, in inches, the commonest first. Source: common practice for 1/2 in (13/16 and 3/4); the others from
    // memory.
    private static readonly (decimal Thread, decimal[] Sockets)[] ByThread =
    [
        (0.4375m, [0.75m]), (0.5m, [0.8125m, 0.75m]), (0.5625m, [0.875m, 0.9375m]), (0.625m, [1.0625m, 0.9375m]),
        (0.75m, [1.5m]),
    ];

    /// <summary>
    /// Sockets to try on the wheel nuts of a stud, the likeliest first; empty for a stud that the table does not have.
    /// </summary>
    /// <param name="thread">Thread of the stud.</param>
    public static IReadOnlyList<Length> Sockets(Length thread) =>
        [.. ByThread
            .Where(r => Length.FromInches(r.Thread) == thread)
            .SelectMany(r => r.Sockets)
            .Select(Length.FromInches)];
}
