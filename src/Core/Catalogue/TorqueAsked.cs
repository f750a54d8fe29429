using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Catalogue;

/// <summary>A torque to tighten to.</summary>
/// <param name="What">What is tightened.</param>
/// <param name="Words">The figure in words: "90 to 100 lbf·ft", or whose figure rules where we have none.</param>
/// <param name="Stages">The stages in words, first to last; one of them when it is done in one go.</param>
/// <param name="Order">
/// In which order the fasteners are gone round, numbered as they lie; empty where there is only one, or none is better.
/// </param>
/// <param name="Source">Where the figure comes from.</param>
public sealed record TorqueAsked(
    string What,
    string Words,
    IReadOnlyList<string> Stages,
    IReadOnlyList<int> Order,
    string Source)
{
    /// <summary>
    /// Code of the <see cref="Gear.Fastener"/>, by which a maker's figure can be typed for the trailer; empty in
    /// packets of old.
    /// </summary>
    public string Fastener { get; init; } = "";

    /// <summary>Whose sheet has the figure that ranks first.</summary>
    public string Sheet { get; init; } = "";

    /// <summary>The least, in lbf·ft; null while only the maker's sheet has it.</summary>
    public decimal? From { get; init; }

    /// <summary>The most, in lbf·ft; null while only the maker's sheet has it.</summary>
    public decimal? To { get; init; }

    /// <summary>How many stages lead up to it: 1 and more.</summary>
    public int Rounds { get; init; } = 1;
}

/// <summary>
/// How a step tightens. The figures themselves stand in <see cref="Fasteners"/>; one typed for the trailer ranks first.
/// </summary>
public static class Torques
{
    /// <summary>Lug nuts, three stages in star order. Source: common practice.</summary>
    public static TorqueAsked Lugs(StepContext c) => Asked(c, Fasteners.LugNuts, 3, Around(c.Gear.Studs.Count));

    /// <summary>
    /// Lug nuts gone round once more at the wanted figure: a nut that does not move is right, and nothing is loosened
    /// or staged. Source: common practice.
    /// </summary>
    public static TorqueAsked LugsAgain(StepContext c) => Asked(c, Fasteners.LugNuts, 1, Around(c.Gear.Studs.Count));

    /// <summary>U-bolt nuts, in a cross. Source: common practice.</summary>
    public static TorqueAsked UBolts(StepContext c) => Asked(c, Fasteners.UBolts, 3, Around(4));

    /// <summary>U-bolt nuts once more at the wanted figure. Source: common practice.</summary>
    public static TorqueAsked UBoltsAgain(StepContext c) => Asked(c, Fasteners.UBolts, 1, Around(4));

    /// <summary>A fastener tightened in one go, or evenly round where there are several.</summary>
    /// <param name="fastener">What is tightened.</param>
    /// <param name="count">How many lie on a circle; 0 for "as many as there are".</param>
    public static Func<StepContext, TorqueAsked> Of(Fastener fastener, int count = 0) =>
        c => Asked(c, fastener, 1, Around(count));

    /// <summary>
    /// One-piece locking nut: to its maker's figure three times, spinning the hub between. Source: common practice for
    /// the three times;
    /// the figure is the maker's.
    /// </summary>
    public static TorqueAsked OnePieceNut(StepContext c)
    {
        TorqueAsked asked = Asked(c, Fasteners.OnePieceNut, 1, []);
        return asked.From is not null
            ? asked
            : asked with
            {
                Words = $"{asked.Words}, three times",
                Stages = [$"{asked.Words}, then spin", $"{asked.Words}, then spin", asked.Words]
            };
    }

    /// <summary>A torque as it reads by a figure that was typed for the trailer since.</summary>
    /// <param name="asked">The torque as it was composed.</param>
    /// <param name="figure">The figure.</param>
    public static TorqueAsked By(TorqueAsked asked, TorqueRange figure)
    {
        if (asked.Fastener == Fasteners.OnePieceNut.Code)
        {
            return asked with
            {
                Words = $"{figure.Words}, three times",
                Stages = [$"{figure.Words}, then spin", $"{figure.Words}, then spin", figure.Words],
                From = figure.From,
                To = figure.To,
                Source = figure.Source
            };
        }

        return asked with
        {
            Words = figure.Words,
            Stages = Stages(figure, asked.Rounds),
            From = figure.From,
            To = figure.To,
            Source = figure.Source
        };
    }

    /// <summary>
    /// The order in which fasteners on a circle are tightened: opposite ones in turn, and with an odd number every
    /// second
    /// one. Each is met once; no two neighbours follow each other from five fasteners up.
    /// </summary>
    /// <param name="count">How many, 0 and more.</param>
    public static IReadOnlyList<int> Around(int count)
    {
        if (count <= 3)
        {
            return [.. Enumerable.Range(1, Math.Max(0, count))];
        }

        return count % 2 == 1
            ? [.. Enumerable.Range(0, count).Select(i => (i * 2 % count) + 1)]
            : [.. Around(count / 2).SelectMany(i => new[] { i, i + (count / 2) })];
    }

    private static TorqueAsked Asked(StepContext c, Fastener fastener, int rounds, IReadOnlyList<int> order)
    {
        TorqueAsked unknown = new(
            fastener.Name,
            $"by {fastener.Sheet}",
            rounds == 3 ? ["a third", "two thirds", "full"] : order.Count > 1 ? ["snug all round", "full"] : ["full"],
            order,
            new Source(SourceKind.Maker).Words)
        {
            Fastener = fastener.Code,
            Sheet = fastener.Sheet,
            Rounds = rounds,
        };
        return fastener.For(c.Gear, c.Torques) is { } figure ? By(unknown, figure) : unknown;
    }

    private static IReadOnlyList<string> Stages(TorqueRange figure, int rounds) =>
        [.. Enumerable.Range(1, rounds).Select(i => i == rounds
            ? figure.Words
            : "about "
                + ShopFormat.Write(Torque.FromPoundForceFeet(Math.Round(
                    figure.To * i / rounds / 5,
                    MidpointRounding.AwayFromZero) * 5)))];
}
