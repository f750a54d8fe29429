using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Identification;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Settings;

/// <summary>A part to add to the shop's list (version 0) or to edit.</summary>
/// <param name="Price">What one costs, as typed: "4", "0.16"; empty for not known.</param>
/// <param name="MeasuredAs">Code of the kind it is told as by a caliper; empty where it is not.</param>
/// <param name="By">The measures it is told by, as typed, by the dimension's code; empty ones do not count.</param>
/// <param name="Stamp">The number stamped on it; empty where there is none.</param>
public sealed record PartEdit(
    string Name,
    string Kind,
    string Measures,
    string Unit,
    string Price,
    int Version,
    string MeasuredAs = "",
    IReadOnlyDictionary<string, string>? By = null,
    string Stamp = "");

internal static class PartsPage
{
    internal static void MapParts(this RouteGroupBuilder settings)
    {
        settings.MapGet("/parts", async (ShopFile file) => TypedResults.Ok(await PartsKnown.AllAsync(file)))
            .Needs(Right.See);
        settings.MapPut("/parts/{code}", PutAsync).Needs(Right.Prices);
    }

    private static async Task<Ok<List<KnownPart>>> PutAsync(string code, PartEdit edit, ShopFile file, Worker worker)
    {
        _ = worker;
        Checks checks = new();
        string label = checks.Text("/code", code, "The code", Part.LongestCode);
        string name = checks.Text("/name", edit.Name, "What it is", 120), kind = checks.Text(
            "/kind",
            edit.Kind,
            "What kind of part it is",
            40);
        string measures = checks.Text(
            "/measures",
            edit.Measures,
            "The measures",
            120,
            required: false), unit = checks.Text("/unit", edit.Unit, "The unit", 12);
        string stamp = checks.Text("/stamp", edit.Stamp, "The stamp", Part.LongestCode, required: false);
        Dictionary<string, TypedMeasure> by = Measures(checks, edit);
        decimal? price = string.IsNullOrWhiteSpace(edit.Price)
            ? null
            : checks.Amount("/price", edit.Price, "The price");
        checks.Done();

        await using var transaction = await file.Database.BeginTransactionAsync();
        List<KnownPart> all = await PartsKnown.AllAsync(file);
        if (all.Find(p => p.Name.Equals(name, StringComparison.OrdinalIgnoreCase)
            && !p.Code.Equals(label, StringComparison.OrdinalIgnoreCase)) is { } namesake)
        {
            throw Refusal.Conflict($"There is a part of that name already, with the code {namesake.Code}.", "/name");
        }

        ShopPart? part = await file.ShopParts.FindAsync(label);
        if (part is null)
        {
            file.ShopParts.Add(new ShopPart
            {
                Code = all.Find(p => p.Code.Equals(label, StringComparison.OrdinalIgnoreCase))?.Code ?? label,
                Name = name,
                Kind = kind,
                Measures = measures,
                Unit = unit,
                Price = price,
                KindCode = edit.MeasuredAs,
                By = by,
                Stamp = stamp
            });
        }
        else if ((part.Name, part.Kind, part.Measures, part.Unit, part.Price, part.KindCode, part.Stamp) != (name,
            kind, measures, unit, price, edit.MeasuredAs, stamp)
            || !part.By
                .OrderBy(m => m.Key, StringComparer.Ordinal)
                .SequenceEqual(by.OrderBy(m => m.Key, StringComparer.Ordinal)))
        {
            if (part.Version != edit.Version)
            {
                throw Refusal.Conflict(
                    "Somebody else changed this part meanwhile. Look at it again and repeat what you wanted.",
                    "/version",
                    all.Find(p => p.Code == part.Code));
            }

            (part.Name, part.Kind, part.Measures, part.Unit, part.Price, part.KindCode, part.By, part.Stamp) =
                (name, kind, measures, unit, price, edit.MeasuredAs, by, stamp);
            part.Version++;
        }

        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await PartsKnown.AllAsync(file));
    }

    // A part told by a caliper has one measure at least; each is more than nothing.
    private static Dictionary<string, TypedMeasure> Measures(Checks checks, PartEdit edit)
    {
        PartKind? measured = PartKind.Find(edit.MeasuredAs);
        checks.Add(
            "/measuredAs",
            edit.MeasuredAs.Length > 0 && measured is null ? "That is no kind of part we tell by measure." : null);
        Dictionary<string, TypedMeasure> by = [];
        foreach (Dimension dimension in measured?.Dimensions ?? [])
        {
            if (edit.By?.GetValueOrDefault(dimension.Code)?.Trim() is { Length: > 0 } typed)
            {
                string at = $"/by/{dimension.Code}";
                decimal value = checks.Measured(at, typed, dimension).Millimetres;
                checks.Add(at, value <= 0 ? "That is more than nothing." : null);
                by[dimension.Code] = new TypedMeasure(typed, value);
            }
        }

        checks.Add(
            $"/by/{measured?.Dimensions[0].Code}",
            measured is not null && by.Count == 0 ? "To tell it by a caliper, give one measure at least." : null);
        return by;
    }
}
