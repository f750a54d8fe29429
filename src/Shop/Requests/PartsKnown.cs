using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Parts;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>A part as this shop knows it.</summary>
/// <param name="Code">The code on its label.</param>
/// <param name="Name">What it is.</param>
/// <param name="Kind">What kind of part.</param>
/// <param name="Measures">Its measures in words; may be empty.</param>
/// <param name="Unit">What it is counted in.</param>
/// <param name="Price">What one costs; null where nobody has said.</param>
/// <param name="Source">Where the price comes from.</param>
/// <param name="Own">Whether the shop has set it itself.</param>
/// <param name="Version">Counts up with every edit; 0 while it is as we made it.</param>
/// <param name="MeasuredAs">Code of the kind it is told as by a caliper; empty where it is not.</param>
/// <param name="By">The measures it is told by, as typed, by the dimension's code.</param>
/// <param name="Stamp">The number stamped on it; empty where there is none.</param>
public sealed record KnownPart(
    string Code,
    string Name,
    string Kind,
    string Measures,
    string Unit,
    decimal? Price,
    string Source,
    bool Own,
    int Version,
    string MeasuredAs,
    IReadOnlyDictionary<string, string> By,
    string Stamp);

/// <summary>The parts as this shop knows them.</summary>
internal static class PartsKnown
{
    /// <summary>Every part: ours with this shop's prices, and its own.</summary>
    internal static async Task<List<KnownPart>> AllAsync(ShopFile file)
    {
        Dictionary<string, ShopPart> own = await file.ShopParts.AsNoTracking().ToDictionaryAsync(
            p => p.Code,
            StringComparer.OrdinalIgnoreCase);
        return [.. Part.All.Where(p => !own.ContainsKey(p.Code)).Select(p => new KnownPart(
            p.Code,
            p.Name,
            p.Kind,
            p.Measures,
            p.Unit,
            p.Price,
            p.Source.Words,
            false,
            0,
            p.MeasuredAs?.Code ?? "",
            p.MeasuredAs is null
                ? new Dictionary<string, string>()
                : p.By.ToDictionary(m => m.Key, m => p.MeasuredAs.Dimensions.First(d => d.Code == m.Key).Write(m.Value)),
            p.Stamp))
            .Concat(own.Values.Select(p => new KnownPart(
                p.Code,
                p.Name,
                p.Kind,
                p.Measures,
                p.Unit,
                p.Price,
                Core.Source.Shop.Words,
                true,
                p.Version,
                p.KindCode,
                p.By.ToDictionary(m => m.Key, m => m.Value.Typed),
                p.Stamp)))
            .OrderBy(p => p.Kind, StringComparer.Ordinal).ThenBy(p => p.Name, StringComparer.Ordinal)];
    }

    /// <summary>Every part by its code.</summary>
    internal static async Task<Dictionary<string, KnownPart>> ByCodeAsync(ShopFile file) =>
        (await AllAsync(file)).ToDictionary(p => p.Code, StringComparer.OrdinalIgnoreCase);

    /// <summary>
    /// Parts looked up by what a person or a packet calls them: by the shop's name of today, or by ours.
    /// </summary>
    internal static async Task<Func<string, KnownPart?>> NamedAsync(ShopFile file) => Named(await ByCodeAsync(file));

    /// <summary>The same among parts that are read already.</summary>
    internal static Func<string, KnownPart?> Named(IReadOnlyDictionary<string, KnownPart> byCode)
    {
        Dictionary<string, KnownPart> byName = byCode.Values.GroupBy(p => p.Name).ToDictionary(
            g => g.Key,
            g => g.OrderByDescending(p => p.Own).First());
        return name => byName.GetValueOrDefault(name)
            ?? (Part.Named(name) is { } ours ? byCode.GetValueOrDefault(ours.Code) : null);
    }

    /// <summary>What this shop calls parts otherwise than we do, by our name.</summary>
    internal static async Task<IReadOnlyDictionary<string, string>> RenamedAsync(ShopFile file)
    {
        Dictionary<string, string> own = await file.ShopParts.AsNoTracking().ToDictionaryAsync(
            p => p.Code,
            p => p.Name,
            StringComparer.OrdinalIgnoreCase);
        return Part.All.Where(p => own.TryGetValue(p.Code, out string? name)
            && name != p.Name).ToDictionary(p => p.Name, p => own[p.Code]);
    }

    /// <summary>
    /// A packet with its parts by this shop's names: they are known by code, and names are looked up last.
    /// </summary>
    internal static Packet Renamed(Packet packet, IReadOnlyDictionary<string, string> names) =>
        names.Count == 0 ? packet : packet with
        {
            Steps = [.. packet.Steps.Select(s => s.Parts.Count == 0
            ? s
            : s with { Parts = [.. s.Parts.Select(p => Renamed(p, names))] })],
        };

    private static PartNeed Renamed(PartNeed part, IReadOnlyDictionary<string, string> names)
    {
        string[] oneOf = [.. part.OneOf.Select(n => names.GetValueOrDefault(n, n))];
        return part with
        {
            Name = oneOf.SequenceEqual(part.OneOf)
                ? names.GetValueOrDefault(part.Name, part.Name)
                : string.Join(" or ", oneOf),
            OneOf = oneOf
        };
    }
}
