using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Findings.Readings;

/// <summary>Makes kinds of reading and the bands they are judged by.</summary>
internal static class Banding
{
    /// <summary>Less than anybody reads, in any canonical unit: parts "under" from "at most".</summary>
    internal const decimal Hair = 0.0001m;

    internal static ReadingKind Kind(
        string code,
        string name,
        Subject subject,
        Quantity quantity,
        decimal lowest,
        decimal highest,
        string example,
        Func<ReadingContext, IReadOnlyList<Band>>? bands = null) =>
        new(code, name, subject, quantity, lowest, highest, example, bands ?? (_ => []));

    internal static ReadingKind Inches(
        string code,
        string name,
        Subject subject,
        decimal lowest,
        decimal highest,
        string example,
        Func<ReadingContext, IReadOnlyList<Band>>? bands = null) =>
        Kind(
            code,
            name,
            subject,
            Quantity.Length,
            Length.FromInches(lowest).Millimetres,
            Length.FromInches(highest).Millimetres,
            example,
            bands);

    internal static ReadingKind PoundFeet(
        string code,
        string name,
        Subject subject,
        decimal lowest,
        decimal highest,
        string example,
        Func<ReadingContext, IReadOnlyList<Band>>? bands = null) =>
        Kind(
            code,
            name,
            subject,
            Quantity.Torque,
            Torque.FromPoundForceFeet(lowest).NewtonMetres,
            Torque.FromPoundForceFeet(highest).NewtonMetres,
            example,
            bands);

    // A wrench and a hand come within so much of a single figure; beyond the second share it is plainly another.
    // Source: from memory.
    private const decimal Close = 0.05m, Far = 0.10m;

    /// <summary>
    /// A torque as it was left, judged by the figure in force for the fastener on this trailer. Set until it is right:
    /// the last
    /// of a visit counts. Where only the maker's sheet has the figure, and nobody has typed it, that is what the
    /// verdict says.
    /// </summary>
    internal static ReadingKind TorqueOf(
        string code,
        string name,
        Subject subject,
        Gear.Fastener fastener,
        string example,
        params string[] answeredBy) =>
        PoundFeet(
            code,
            name,
            subject,
            Math.Floor(fastener.Least / 4),
            Math.Ceiling(fastener.Most * 1.2m),
            example,
            context => TorqueBands(context, fastener)) with
        {
            LastStands = true,
            AnsweredBy = answeredBy,
            Fastener = fastener,
        };

    private static IReadOnlyList<Band> TorqueBands(ReadingContext context, Gear.Fastener fastener)
    {
        if (fastener.For(context.Gear, context.Torques) is not { } wanted)
        {
            return [new(
                null,
                new(
                    Verdict.Watch,
                    $"{fastener.Name} go by {fastener.Sheet}, and nobody has typed its figure for this trailer.",
                    new Source(SourceKind.Maker).Words,
                    ["Type the figure from the sheet, then torque by it."]))];
        }

        decimal Nm(decimal pounds) => Torque.FromPoundForceFeet(pounds).NewtonMetres;
        decimal hand = wanted.From == wanted.To ? Close : 0;
        decimal least = wanted.From * (1 - hand), most = wanted.To * (1 + hand);
        Judgement Off(Verdict verdict, string rule, string what) => new(verdict, rule, wanted.Source, [what]);
        string words = $"{fastener.Name} are left at {wanted.Words}";
        return
        [
            new(
                Nm(wanted.From * (1 - Far)) - Hair,
                Off(Verdict.Renew, $"{words}: this is loose.", "Torque again by the figure.")),
            new(Nm(least) - Hair, Off(Verdict.Watch, $"{words}: this is under it.", "Torque again by the figure.")),
            new(Nm(most), new(Verdict.Sound, $"{words}.", wanted.Source, [])),
            new(
                Nm(wanted.To * (1 + Far)),
                Off(
                    Verdict.Watch,
                    $"{words}: this is over it.",
                    "Loosen, look at the thread, torque again by the figure.")),
            new(
                null,
                Off(
                    Verdict.Renew,
                    $"{words}: this can have stretched it.",
                    "Renew what was stretched, and torque by the figure.")),
        ];
    }

    internal static ReadingKind Pressure(
        string code,
        string name,
        Subject subject,
        decimal lowest,
        decimal highest,
        string example) =>
        Kind(
            code,
            name,
            subject,
            Quantity.Pressure,
            lowest * Unit.PoundPerSquareInch.InCanonical,
            highest * Unit.PoundPerSquareInch.InCanonical,
            example);

    /// <summary>
    /// Bands of a thing that has to keep at least so much: beyond the hard limit, beyond the soft one, sound. A soft
    /// limit
    /// that a shop's hard one has overtaken counts for nothing.
    /// </summary>
    /// <param name="context">Gear, practices and limits.</param>
    /// <param name="least">The hard limit.</param>
    /// <param name="soon">The soft limit.</param>
    /// <param name="what">The thing, at a sentence's start.</param>
    /// <param name="setsOff">What the hard limit sets off.</param>
    internal static IReadOnlyList<Band> Keeping(
        ReadingContext context,
        Limit least,
        Limit soon,
        string what,
        params string[] setsOff)
    {
        LimitsInForce limits = context.Limits;
        decimal hard = limits.Of(least), soft = Math.Max(hard, limits.Of(soon));
        return
        [
            new(
                hard - Hair,
                new(least.Beyond, $"{what} is under {limits.Write(least)}.", limits.SourceOf(least), setsOff)),
            new(
                soft - Hair,
                new(
                    soon.Beyond,
                    $"{what} is nearing {limits.Write(least)}: measure again sooner.",
                    limits.SourceOf(soon),
                    ["Measure again at the next visit."])),
            new(
                null,
                new(
                    Verdict.Sound,
                    $"{what} is over {(soft > hard ? limits.Write(soon) : limits.Write(least))}.",
                    limits.SourceOf(least),
                    [])),
        ];
    }

    /// <summary>Bands of a figure that has to lie near its usual one.</summary>
    internal static IReadOnlyList<Band> Near(
        ReadingContext context,
        decimal? usual,
        Limit off,
        string what,
        string under,
        string over,
        params string[] setsOff)
    {
        if (usual is not { } at)
        {
            return [];
        }

        LimitsInForce limits = context.Limits;
        decimal by = limits.Of(off);
        string written = ShopFormat.ReadBack(off.Quantity, at).Ours;
        Judgement Off(string how) =>
            new(
                off.Beyond,
                $"{what} of about {written} is usual here, within {limits.Write(off)}: {how}",
                limits.SourceOf(off),
                setsOff);
        return
        [
            new(at - by - Hair, Off(under)),
            new(at + by, new(Verdict.Sound, $"{what} lies near its usual {written}.", limits.SourceOf(off), [])),
            new(null, Off(over)),
        ];
    }
}
