using System.Globalization;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Jobs;

/// <summary>A torque to tighten to.</summary>
/// <param name="What">What is tightened.</param>
/// <param name="Words">The figure in words: "90 to 100 lbf·ft", or whose figure rules where we have none.</param>
/// <param name="Stages">The stages in words, first to last; one of them when it is done in one go.</param>
/// <param name="Order">In which order the fasteners are gone round, numbered as they lie; empty where there is only one, or none is better.</param>
/// <param name="Source">Where the figure comes from.</param>
public sealed record TorqueAsked(string What, string Words, IReadOnlyList<string> Stages, IReadOnlyList<int> Order, string Source);

/// <summary>The torques we know. The maker's figure rules over every one of them.</summary>
public static class Torques
{
    private const string Chart = "by the wheel maker's chart";

    /// <summary>Lug nuts, three stages in star order: 90 to 100 lbf·ft on 1/2 in studs. Source: common practice; other threads by the wheel maker's chart.</summary>
    public static TorqueAsked Lugs(RunningGear gear) => gear.Studs.Thread == Length.FromInches(0.5m)
        ? Staged("Lug nuts", 90, 100, 3, gear.Studs.Count, Core.Source.Practice)
        : new("Lug nuts", Chart, ["a third", "two thirds", "full"], Around(gear.Studs.Count), Core.Source.Practice.Words);

    /// <summary>
    /// U-bolt nuts, in a cross: 1/2 in 45 to 70 lbf·ft on axles up to 6,000 lb, 9/16 in 100 lbf·ft above. Source: common
    /// practice for the figures, from memory which thread an axle has.
    /// </summary>
    public static TorqueAsked UBolts(RunningGear gear) => gear.RatingPounds <= 6_000
        ? Staged("U-bolt nuts, 1/2 in", 45, 70, 3, 4, Core.Source.Practice)
        : Staged("U-bolt nuts, 9/16 in", 100, 100, 3, 4, Core.Source.Practice);

    /// <summary>Shackle and eye bolts: 45 to 60 lbf·ft; kits say from 40 up. Source: common practice, and the kit's own figure rules.</summary>
    public static TorqueAsked EyeBolts(RunningGear gear) => Once("Suspension bolts", 45, 60);

    /// <summary>One-piece locking nut: 200 lbf·ft three times, spinning the hub between. Source: common practice.</summary>
    public static TorqueAsked OnePieceNut(RunningGear gear) =>
        new("One-piece nut", "200 lbf·ft, three times", ["200 lbf·ft, then spin", "200 lbf·ft, then spin", "200 lbf·ft"], [], Core.Source.Practice.Words);

    /// <summary>Retaining bolt of a splined hub: 150 lbf·ft. Source: common practice.</summary>
    public static TorqueAsked SplinedHubBolt(RunningGear gear) => Once("Retaining bolt", 150, 150);

    /// <summary>Side fill plug of a sealed hub: 20 to 25 lbf·ft. Source: common practice.</summary>
    public static TorqueAsked FillPlug(RunningGear gear) => Once("Side plug", 20, 25);

    /// <summary>Bolts whose figure only the maker has: bracket, spindle, actuator.</summary>
    /// <param name="what">What is tightened.</param>
    /// <param name="bolts">How many; 0 for "as many as there are".</param>
    public static Func<RunningGear, TorqueAsked> Makers(string what, int bolts = 0) =>
        _ => new(what, "the maker's figure", ["snug all round", "the maker's figure"], Around(bolts), new Source(SourceKind.Maker).Words);

    /// <summary>
    /// The order in which fasteners on a circle are tightened: opposite ones in turn, and with an odd number every second
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

    private static TorqueAsked Once(string what, decimal from, decimal to) => new(what, Range(from, to), [Range(from, to)], [], Core.Source.Practice.Words);

    private static TorqueAsked Staged(string what, decimal from, decimal to, int stages, int fasteners, Source source) => new(
        what,
        Range(from, to),
        [.. Enumerable.Range(1, stages).Select(i => i == stages ? Range(from, to) : "about " + Write(Math.Round(to * i / stages / 5, MidpointRounding.AwayFromZero) * 5))],
        Around(fasteners),
        source.Words);

    private static string Range(decimal from, decimal to) => from == to ? Write(to) : string.Create(CultureInfo.InvariantCulture, $"{from:0.#} to {to:0.#} lbf·ft");

    private static string Write(decimal pounds) => ShopFormat.Write(Torque.FromPoundForceFeet(pounds));
}
