using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Findings.Readings;

/// <summary>
/// What an end play means, by the kind of nut that sets it: one rule for the step, the verdict and the ready sum.
/// </summary>
public static class EndPlay
{
    /// <summary>
    /// Whether the published band of heavy axles belongs to this nut. A nut that is turned to a slot cannot be set so
    /// closely.
    /// </summary>
    public static bool IsFine(NutRetention nut) => nut == NutRetention.OnePieceNut;

    /// <summary>The bands of end play.</summary>
    /// <param name="nut">What keeps the nut.</param>
    /// <param name="noPlay">Whether the practice leaves none.</param>
    /// <param name="limits">The limits in force.</param>
    public static IReadOnlyList<Band> Bands(NutRetention nut, bool noPlay, LimitsInForce limits)
    {
        if (IsFine(nut))
        {
            decimal least = limits.Of(Limits.EndPlayLeast), most = Math.Max(least, limits.Of(Limits.EndPlayMost));
            string band = limits.SourceOf(Limits.EndPlayMost), within =
                $"{limits.Write(Limits.EndPlayLeast)} to {limits.Write(Limits.EndPlayMost)}";
            return
            [
                new(
                    least - Banding.Hair,
                    new(
                        Verdict.Renew,
                        $"End play is under {limits.Write(Limits.EndPlayLeast)}: too tight runs hot.",
                        limits.SourceOf(Limits.EndPlayLeast),
                        ["Set the nut again by its maker's figure."])),
                new(most, new(Verdict.Sound, $"End play lies within {within}.", band, [])),
                new(
                    null,
                    new(
                        Verdict.Renew,
                        $"End play is over {limits.Write(Limits.EndPlayMost)}.",
                        band,
                        ["Set the nut again by its maker's figure."])),
            ];
        }

        decimal good = limits.Of(Limits.EndPlayCastle), far = Math.Max(
            good,
            limits.Of(Limits.EndPlayCastleMost)), touch = Length.FromThou(1).Millimetres;
        string source = limits.SourceOf(Limits.EndPlayCastle);
        List<Band> bands = noPlay
            ?
            [
                new(
                    touch,
                    new(
                        Verdict.Sound,
                        "No play, no drag: as this practice leaves it, if the hub turns free.",
                        Source.Practice.Words,
                        [])),
                new(
                    good,
                    new(
                        Verdict.Watch,
                        $"This practice leaves no play; up to {limits.Write(Limits.EndPlayCastle)} is well set by the "
                            + "other.",
                        source,
                        ["Try the next slot tighter, if the hub still turns free."])),
            ]
            : [new(
                good,
                new(
                    Verdict.Sound,
                    $"Up to {limits.Write(Limits.EndPlayCastle)} a slotted nut is well set; none is too, if the hub "
                        + "turns free.",
                    source,
                    []))];
        bands.Add(new(
            far,
            new(
                Verdict.Watch,
                $"Over {limits.Write(Limits.EndPlayCastle)}: try the next slot tighter, if the hub still turns free.",
                source,
                ["A slot of a 1-14 nut is 0.012 in: the next one may be too tight, and then this stays."])));
        bands.Add(new(
            null,
            new(
                Verdict.Renew,
                $"End play is over {limits.Write(Limits.EndPlayCastleMost)}.",
                limits.SourceOf(Limits.EndPlayCastleMost),
                ["Set the nut again."])));
        return bands;
    }

    /// <summary>What an end play means.</summary>
    /// <param name="play">The end play.</param>
    /// <param name="nut">What keeps the nut.</param>
    /// <param name="noPlay">Whether the practice leaves none.</param>
    /// <param name="limits">The limits in force.</param>
    public static Judgement Judge(Length play, NutRetention nut, bool noPlay, LimitsInForce limits) =>
        Bands(nut, noPlay, limits).First(b => b.UpTo is null || play.Millimetres <= b.UpTo).Judgement;
}
