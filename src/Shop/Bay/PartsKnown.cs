using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Jobs;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Identifying;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

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
/// <param name="Told">Code of the kind it is told as by a caliper; empty where it is not.</param>
/// <param name="By">The measures it is told by, as typed, by the dimension's code.</param>
/// <param name="Stamp">The number stamped on it; empty where there is none.</param>
public sealed record KnownPart(string Code, string Name, string Kind, string Measures, string Unit, decimal? Price, string Source, bool Own, int Version, string Told, IReadOnlyDictionary<string, string> By, string Stamp);

/// <summary>A part to add to the shop's list (version 0) or to edit.</summary>
/// <param name="Price">What one costs, as typed: "4", "0.16"; empty for not known.</param>
/// <param name="Told">Code of the kind it is told as by a caliper; empty where it is not.</param>
/// <param name="By">The measures it is told by, as typed, by the dimension's code; empty ones do not count.</param>
/// <param name="Stamp">The number stamped on it; empty where there is none.</param>
public sealed record PartEdit(string Name, string Kind, string Measures, string Unit, string Price, int Version, string Told = "", IReadOnlyDictionary<string, string>? By = null, string Stamp = "");

internal static class PartsKnown
{
    internal static void MapPartsKnown(this RouteGroupBuilder bay)
    {
        bay.MapGet("/parts", async (ShopFile file) => TypedResults.Ok(await AllAsync(file)));
        bay.MapPut("/parts/{code}", PutAsync);
    }

    /// <summary>Every part: ours with this shop's prices, and its own.</summary>
    internal static async Task<List<KnownPart>> AllAsync(ShopFile file)
    {
        Dictionary<string, ShopPart> own = await file.ShopParts.AsNoTracking().ToDictionaryAsync(p => p.Code, StringComparer.OrdinalIgnoreCase);
        return [.. Part.All.Where(p => !own.ContainsKey(p.Code)).Select(p => new KnownPart(p.Code, p.Name, p.Kind, p.Measures, p.Unit, p.Price, p.Source.Words, false, 0, p.Told?.Code ?? "", p.Told is null ? new Dictionary<string, string>() : p.By.ToDictionary(m => m.Key, m => p.Told.Dimensions.First(d => d.Code == m.Key).Write(m.Value)), p.Stamp))
            .Concat(own.Values.Select(p => new KnownPart(p.Code, p.Name, p.Kind, p.Measures, p.Unit, p.Price, Core.Source.Shop.Words, true, p.Version, p.Told, p.By.ToDictionary(m => m.Key, m => m.Value.Typed), p.Stamp)))
            .OrderBy(p => p.Kind, StringComparer.Ordinal).ThenBy(p => p.Name, StringComparer.Ordinal)];
    }

    /// <summary>Every part by its code.</summary>
    internal static async Task<Dictionary<string, KnownPart>> ByCodeAsync(ShopFile file) =>
        (await AllAsync(file)).ToDictionary(p => p.Code, StringComparer.OrdinalIgnoreCase);

    /// <summary>Parts looked up by what a person or a packet calls them: by the shop's name of today, or by ours.</summary>
    internal static async Task<Func<string, KnownPart?>> NamedAsync(ShopFile file) => Named(await ByCodeAsync(file));

    /// <summary>The same among parts that are read already.</summary>
    internal static Func<string, KnownPart?> Named(IReadOnlyDictionary<string, KnownPart> byCode)
    {
        Dictionary<string, KnownPart> byName = byCode.Values.GroupBy(p => p.Name).ToDictionary(g => g.Key, g => g.OrderByDescending(p => p.Own).First());
        return name => byName.GetValueOrDefault(name) ?? (Part.Named(name) is { } ours ? byCode.GetValueOrDefault(ours.Code) : null);
    }

    /// <summary>What this shop calls parts otherwise than we do, by our name.</summary>
    internal static async Task<IReadOnlyDictionary<string, string>> RenamedAsync(ShopFile file)
    {
        Dictionary<string, string> own = await file.ShopParts.AsNoTracking().ToDictionaryAsync(p => p.Code, p => p.Name, StringComparer.OrdinalIgnoreCase);
        return Part.All.Where(p => own.TryGetValue(p.Code, out string? name) && name != p.Name).ToDictionary(p => p.Name, p => own[p.Code]);
    }

    /// <summary>A packet with its parts by this shop's names: they are known by code, and names are looked up last.</summary>
    internal static Packet Renamed(Packet packet, IReadOnlyDictionary<string, string> names) => names.Count == 0 ? packet : packet with
    {
        Steps = [.. packet.Steps.Select(s => s.Parts.Count == 0 ? s : s with { Parts = [.. s.Parts.Select(p => Renamed(p, names))] })],
    };

    private static PartNeed Renamed(PartNeed part, IReadOnlyDictionary<string, string> names)
    {
        string[] oneOf = [.. part.OneOf.Select(n => names.GetValueOrDefault(n, n))];
        return part with { Name = oneOf.SequenceEqual(part.OneOf) ? names.GetValueOrDefault(part.Name, part.Name) : string.Join(" or ", oneOf), OneOf = oneOf };
    }

    private static async Task<Ok<List<KnownPart>>> PutAsync(string code, PartEdit edit, ShopFile file, Worker worker)
    {
        _ = worker;
        Checks checks = new();
        string label = checks.Text("/code", code, "The code", Part.LongestCode);
        string name = checks.Text("/name", edit.Name, "What it is", 120), kind = checks.Text("/kind", edit.Kind, "What kind of part it is", 40);
        string measures = checks.Text("/measures", edit.Measures, "The measures", 120, required: false), unit = checks.Text("/unit", edit.Unit, "The unit", 12);
        string stamp = checks.Text("/stamp", edit.Stamp, "The stamp", Part.LongestCode, required: false);
        Dictionary<string, TypedMeasure> by = Measures(checks, edit);
        decimal? price = string.IsNullOrWhiteSpace(edit.Price) ? null : checks.Amount("/price", edit.Price, "The price");
        checks.Done();

        await using var transaction = await file.Database.BeginTransactionAsync();
        List<KnownPart> all = await AllAsync(file);
        if (all.Find(p => p.Name.Equals(name, StringComparison.OrdinalIgnoreCase) && !p.Code.Equals(label, StringComparison.OrdinalIgnoreCase)) is { } namesake)
        {
            throw Refusal.Conflict($"There is a part of that name already, with the code {namesake.Code}.", "/name");
        }

        ShopPart? part = await file.ShopParts.FindAsync(label);
        if (part is null)
        {
            file.ShopParts.Add(new ShopPart { Code = all.Find(p => p.Code.Equals(label, StringComparison.OrdinalIgnoreCase))?.Code ?? label, Name = name, Kind = kind, Measures = measures, Unit = unit, Price = price, Told = edit.Told, By = by, Stamp = stamp });
        }
        else if ((part.Name, part.Kind, part.Measures, part.Unit, part.Price, part.Told, part.Stamp) != (name, kind, measures, unit, price, edit.Told, stamp) || !part.By.OrderBy(m => m.Key, StringComparer.Ordinal).SequenceEqual(by.OrderBy(m => m.Key, StringComparer.Ordinal)))
        {
            if (part.Version != edit.Version)
            {
                throw Refusal.Conflict("Somebody else changed this part meanwhile. Look at it again and repeat what you wanted.", "/version", all.Find(p => p.Code == part.Code));
            }

            (part.Name, part.Kind, part.Measures, part.Unit, part.Price, part.Told, part.By, part.Stamp) = (name, kind, measures, unit, price, edit.Told, by, stamp);
            part.Version++;
        }

        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await AllAsync(file));
    }

    // A part told by a caliper has one measure at least; each is more than nothing.
    private static Dictionary<string, TypedMeasure> Measures(Checks checks, PartEdit edit)
    {
        PartKind? told = PartKind.Find(edit.Told);
        checks.Add("/told", edit.Told.Length > 0 && told is null ? "That is no kind of part we tell by measure." : null);
        Dictionary<string, TypedMeasure> by = [];
        foreach (Dimension dimension in told?.Dimensions ?? [])
        {
            if (edit.By?.GetValueOrDefault(dimension.Code)?.Trim() is { Length: > 0 } typed)
            {
                string at = $"/by/{dimension.Code}";
                decimal value = checks.Measured(at, typed, dimension).Millimetres;
                checks.Add(at, value <= 0 ? "That is more than nothing." : null);
                by[dimension.Code] = new TypedMeasure(typed, value);
            }
        }

        checks.Add($"/by/{told?.Dimensions[0].Code}", told is not null && by.Count == 0 ? "To tell it by a caliper, give one measure at least." : null);
        return by;
    }
}
