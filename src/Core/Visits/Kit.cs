using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;

namespace SturdyTinker.Core.Visits;

/// <summary>A line of a kit: what a visit takes of a part.</summary>
/// <param name="Code">Code of the part; empty where only the old part tells what it is.</param>
/// <param name="Name">What it is, as the packet names it.</param>
/// <param name="Quantity">How much: above nought.</param>
/// <param name="Unit">Of what.</param>
/// <param name="OneOf">
/// Where only the work tells which of several it is, the codes of all: each has a line and one is used. Otherwise
/// empty.
/// </param>
public sealed record KitNeed(string Code, string Name, decimal Quantity, string Unit, IReadOnlyList<string> OneOf);

/// <summary>
/// The parts of a packet as one list to pick by. Parts are known by their codes, whatever a shop calls them.
/// </summary>
public static class Kit
{
    /// <summary>
    /// What some steps take, like parts added up. Where one of several is used, it is the one used there before; where
    /// nobody knows, all are picked.
    /// </summary>
    /// <param name="steps">The steps still to do.</param>
    /// <param name="usedBefore">
    /// Of some candidates' codes, the one used at a place before; null where nobody knows.
    /// </param>
    public static IReadOnlyList<KitNeed> Of(
        IEnumerable<PacketStep> steps,
        Func<string, IReadOnlyList<string>, string?> usedBefore) =>
        [.. steps.SelectMany(s => s.Parts.SelectMany(p => Lines(s.Place, p, usedBefore)))
            .GroupBy(n => (Known: n.Code.Length > 0 ? n.Code : n.Name, n.Unit))
            .Select(g => g.First() with
            {
                Quantity = g.Sum(n => n.Quantity),
                OneOf = g.Any(n => n.OneOf.Count > 0) ? [.. g.SelectMany(n => n.OneOf).Distinct()] : []
            })];

    private static IEnumerable<KitNeed> Lines(
        string place,
        PartNeed part,
        Func<string, IReadOnlyList<string>, string?> usedBefore)
    {
        if (part.OneOf.Count == 0)
        {
            return [new KitNeed(part.Code, part.Name, part.Quantity, part.Unit, [])];
        }

        IReadOnlyList<string> codes = part.OneOfCodes;
        KitNeed Candidate(int index, IReadOnlyList<string> oneOf) =>
            new(codes[index], part.OneOf[index], part.Quantity, part.Unit, oneOf);
        int known = usedBefore(place, codes) is { } code ? codes.ToList().IndexOf(code) : -1;
        return known >= 0 ? [Candidate(known, [])] : Enumerable.Range(0, codes.Count).Select(i => Candidate(i, codes));
    }
}
