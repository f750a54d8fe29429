using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Catalogue.Own;

/// <summary>
/// One running gear of each kind there can be, so that what a shop describes is tried on all it is meant for before
/// anybody lifts a trailer.
/// </summary>
internal static class EveryGear
{
    internal static IReadOnlyList<RunningGear> All { get; } =
    [
        .. from axles in Enumerable.Range(1, 3)
           from brake in Enum.GetValues<BrakeKind>()
           from suspension in Enum.GetValues<SuspensionKind>()
           from lubrication in Enum.GetValues<Lubrication>()
           select new RunningGear(
               axles,
               3_500,
               brake,
               null,
               lubrication,
               lubrication == Lubrication.SealedHub ? NutRetention.OnePieceNut : NutRetention.CastleNut,
               suspension,
               suspension == SuspensionKind.Torsion ? SpindleKind.TorsionArm : SpindleKind.Welded,
               new Studs(5, Length.FromInches(0.5m))),
    ];

    /// <summary>
    /// What running gears have in common that others have not, in words: "torsion axles"; null where no one thing
    /// tells them apart.
    /// </summary>
    /// <param name="these">The ones.</param>
    /// <param name="others">The others.</param>
    internal static string? WhatTells(IReadOnlyList<RunningGear> these, IReadOnlyList<RunningGear> others) =>
        Apart(these, others, g => g.Brake, OwnCodes.Brakes)
            ?? Apart(these, others, g => g.Suspension, OwnCodes.Suspensions)
            ?? Apart(these, others, g => g.Lubrication, OwnCodes.Lubrications)
            ?? (these.Select(g => g.Axles).Intersect(others.Select(g => g.Axles)).Any()
                ? null
                : string.Join(" or ", these.Select(g => g.Axles).Distinct().Order().Select(AxlesInWords)));

    private static string AxlesInWords(int axles) => axles switch
    {
        1 => "one axle",
        2 => "two axles",
        _ => "three axles",
    };

    private static string? Apart<T>(
        IReadOnlyList<RunningGear> these,
        IReadOnlyList<RunningGear> others,
        Func<RunningGear, T> by,
        IReadOnlyList<(string Code, T Kind, string Words)> words)
        where T : struct =>
        these.Select(by).Intersect(others.Select(by)).Any()
            ? null
            : string.Join(" or ", words.Where(w => these.Select(by).Contains(w.Kind)).Select(w => w.Words));
}
