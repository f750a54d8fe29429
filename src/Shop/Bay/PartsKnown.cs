using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts;
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
public sealed record KnownPart(string Code, string Name, string Kind, string Measures, string Unit, decimal? Price, string Source, bool Own, int Version);

/// <summary>A part to add to the shop's list (version 0) or to edit.</summary>
/// <param name="Price">What one costs, as typed: "4", "0.16"; empty for not known.</param>
public sealed record PartEdit(string Name, string Kind, string Measures, string Unit, string Price, int Version);

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
        return [.. Part.All.Where(p => !own.ContainsKey(p.Code)).Select(p => new KnownPart(p.Code, p.Name, p.Kind, p.Measures, p.Unit, p.Price, p.Source.Words, false, 0))
            .Concat(own.Values.Select(p => new KnownPart(p.Code, p.Name, p.Kind, p.Measures, p.Unit, p.Price, Core.Source.Shop.Words, true, p.Version)))
            .OrderBy(p => p.Kind, StringComparer.Ordinal).ThenBy(p => p.Name, StringComparer.Ordinal)];
    }

    /// <summary>Every part by its name.</summary>
    internal static async Task<Dictionary<string, KnownPart>> ByNameAsync(ShopFile file) =>
        (await AllAsync(file)).GroupBy(p => p.Name).ToDictionary(g => g.Key, g => g.OrderByDescending(p => p.Own).First());

    private static async Task<Ok<List<KnownPart>>> PutAsync(string code, PartEdit edit, ShopFile file, Worker worker)
    {
        _ = worker;
        Checks checks = new();
        string label = checks.Text("/code", code, "The code", Part.LongestCode);
        string name = checks.Text("/name", edit.Name, "What it is", 120), kind = checks.Text("/kind", edit.Kind, "What kind of part it is", 40);
        string measures = checks.Text("/measures", edit.Measures, "The measures", 120, required: false), unit = checks.Text("/unit", edit.Unit, "The unit", 12);
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
            file.ShopParts.Add(new ShopPart { Code = all.Find(p => p.Code.Equals(label, StringComparison.OrdinalIgnoreCase))?.Code ?? label, Name = name, Kind = kind, Measures = measures, Unit = unit, Price = price });
        }
        else if ((part.Name, part.Kind, part.Measures, part.Unit, part.Price) != (name, kind, measures, unit, price))
        {
            if (part.Version != edit.Version)
            {
                throw Refusal.Conflict("Somebody else changed this part meanwhile. Look at it again and repeat what you wanted.", "/version", all.Find(p => p.Code == part.Code));
            }

            (part.Name, part.Kind, part.Measures, part.Unit, part.Price) = (name, kind, measures, unit, price);
            part.Version++;
        }

        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await AllAsync(file));
    }
}
