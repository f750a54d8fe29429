using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Findings;

/// <summary>Makes kinds of reading and the bands they are judged by.</summary>
internal static class Banding
{
    /// <summary>Less than anybody reads, in any canonical unit: parts "under" from "at most".</summary>
    internal const decimal Hair = 0.0001m;

    internal static ReadingKind Kind(string code, string name, Subject subject, Quantity quantity, decimal lowest, decimal highest, string example, Func<ReadingContext, IReadOnlyList<Band>>? bands = null) =>
        new(code, name, subject, quantity, lowest, highest, example, bands ?? (_ => []));

    internal static ReadingKind Inches(string code, string name, Subject subject, decimal lowest, decimal highest, string example, Func<ReadingContext, IReadOnlyList<Band>>? bands = null) =>
        Kind(code, name, subject, Quantity.Length, Length.FromInches(lowest).Millimetres, Length.FromInches(highest).Millimetres, example, bands);

    internal static ReadingKind PoundFeet(string code, string name, Subject subject, decimal lowest, decimal highest, string example, Func<ReadingContext, IReadOnlyList<Band>>? bands = null) =>
        Kind(code, name, subject, Quantity.Torque, Torque.FromPoundForceFeet(lowest).NewtonMetres, Torque.FromPoundForceFeet(highest).NewtonMetres, example, bands);

    internal static ReadingKind Pressure(string code, string name, Subject subject, decimal lowest, decimal highest, string example) =>
        Kind(code, name, subject, Quantity.Pressure, lowest * Unit.PoundPerSquareInch.InCanonical, highest * Unit.PoundPerSquareInch.InCanonical, example);

    /// <summary>
    /// Bands of a thing that has to keep at least so much: beyond the hard limit, beyond the soft one, sound. A soft limit
    /// that a shop's hard one has overtaken counts for nothing.
    /// </summary>
    /// <param name="context">Gear, schools and limits.</param>
    /// <param name="least">The hard limit.</param>
    /// <param name="soon">The soft limit.</param>
    /// <param name="what">The thing, at a sentence's start.</param>
    /// <param name="setsOff">What the hard limit sets off.</param>
    internal static IReadOnlyList<Band> Keeping(ReadingContext context, Limit least, Limit soon, string what, params string[] setsOff)
    {
        LimitsInForce limits = context.Limits;
        decimal hard = limits.Of(least), soft = Math.Max(hard, limits.Of(soon));
        return
        [
            new(hard - Hair, new(least.Beyond, $"{what} is under {limits.Write(least)}.", limits.SourceOf(least), setsOff)),
            new(soft - Hair, new(soon.Beyond, $"{what} is nearing {limits.Write(least)}: measure again sooner.", limits.SourceOf(soon), ["Measure again at the next visit."])),
            new(null, new(Verdict.Sound, $"{what} is over {(soft > hard ? limits.Write(soon) : limits.Write(least))}.", limits.SourceOf(least), [])),
        ];
    }

    /// <summary>Bands of a figure that has to lie near its usual one.</summary>
    internal static IReadOnlyList<Band> Near(ReadingContext context, decimal? usual, Limit off, string what, string under, string over, params string[] setsOff)
    {
        if (usual is not { } at)
        {
            return [];
        }

        LimitsInForce limits = context.Limits;
        decimal by = limits.Of(off);
        string written = ShopFormat.ReadBack(off.Quantity, at).Ours;
        Judgement Off(string how) => new(off.Beyond, $"{what} of about {written} is usual here, within {limits.Write(off)}: {how}", limits.SourceOf(off), setsOff);
        return
        [
            new(at - by - Hair, Off(under)),
            new(at + by, new(Verdict.Sound, $"{what} lies near its usual {written}.", limits.SourceOf(off), [])),
            new(null, Off(over)),
        ];
    }
}
