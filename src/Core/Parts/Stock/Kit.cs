using SturdyTinker.Core.Jobs;

namespace SturdyTinker.Core.Parts.Stock;

/// <summary>A line of a kit: what a visit takes of a part.</summary>
/// <param name="Name">What it is, as the packet names it.</param>
/// <param name="Quantity">How much: above nought.</param>
/// <param name="Unit">Of what.</param>
/// <param name="OneOf">Where only the work tells which of several it is, all of them: each has a line and one is used. Otherwise empty.</param>
public sealed record KitNeed(string Name, decimal Quantity, string Unit, IReadOnlyList<string> OneOf);

/// <summary>The parts of a packet as one list to pick by.</summary>
public static class Kit
{
    /// <summary>What some steps take, like parts added up. Where one of several is used, it is the one used there before; where nobody knows, all are picked.</summary>
    /// <param name="steps">The steps still to do.</param>
    /// <param name="usedBefore">Of some candidates, the one used at a place before; null where nobody knows.</param>
    public static IReadOnlyList<KitNeed> Of(IEnumerable<PacketStep> steps, Func<string, IReadOnlyList<string>, string?> usedBefore) =>
        [.. steps.SelectMany(s => s.Parts.SelectMany(p => Lines(s.Place, p, usedBefore)))
            .GroupBy(n => (n.Name, n.Unit))
            .Select(g => new KitNeed(g.Key.Name, g.Sum(n => n.Quantity), g.Key.Unit, g.Any(n => n.OneOf.Count > 0) ? [.. g.SelectMany(n => n.OneOf).Distinct()] : []))];

    private static IEnumerable<KitNeed> Lines(string place, PartNeed part, Func<string, IReadOnlyList<string>, string?> usedBefore) =>
        part.OneOf.Count == 0 ? [new KitNeed(part.Name, part.Quantity, part.Unit, [])]
        : usedBefore(place, part.OneOf) is { } known ? [new KitNeed(known, part.Quantity, part.Unit, [])]
        : part.OneOf.Select(name => new KitNeed(name, part.Quantity, part.Unit, part.OneOf));
}
