using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts.Identification;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Reckoner;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Find;

/// <summary>What kind of thing was found.</summary>
public enum FoundKind
{
    /// <summary>A trailer.</summary>
    Trailer,

    /// <summary>The visit that a trailer stands in the bay for.</summary>
    Visit,

    /// <summary>A customer.</summary>
    Customer,

    /// <summary>A part.</summary>
    Part,

    /// <summary>A ready calculation.</summary>
    Sum,
}

/// <summary>Something found.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Id">Its id, or the code of a part or a sum.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Detail">What tells it from its like: owner, measures.</param>
public sealed record FoundThing(FoundKind Kind, string Id, string Title, string Detail);

/// <summary>One field for everything there is.</summary>
internal static class FindEndpoints
{
    private const int MostRows = 12, MostParts = 6, MostSums = 4, MostTyped = 120;

    internal static void MapFind(this RouteGroupBuilder api) =>
        api.MapGet("/find", FindAsync).Needs(Right.See).WithTags("Find");

    private static async Task<Ok<List<FoundThing>>> FindAsync(string typed, ShopFile file, CancellationToken stop)
    {
        string text = typed.Trim();
        if (text.Length is 0 or > MostTyped)
        {
            return TypedResults.Ok(new List<FoundThing>());
        }

        List<FoundRow> rows = await file.FindAsync(text, MostRows, stop);
        List<Guid> trailers = [.. rows.Where(r => r.Kind == "trailer").Select(r => r.Id)];
        var standing = await file.TrailerStatuses
            .AsNoTracking()
            .Where(s => trailers.Contains(s.TrailerId))
            .Select(s => new { s.TrailerId, s.Name, s.Customer, s.NextWhen, s.OpenVisit })
            .ToDictionaryAsync(s => s.TrailerId, stop);
        List<FoundThing> found = [];
        foreach (FoundRow row in rows)
        {
            if (row.Kind == "customer")
            {
                found.Add(new FoundThing(FoundKind.Customer, row.Id.ToString(), row.Title, row.Words.Trim()));
            }
            else if (standing.TryGetValue(row.Id, out var trailer))
            {
                string what = string.Join(
                    ", ",
                    new[] { trailer.Name, trailer.Customer, trailer.NextWhen }.Where(w => w.Length > 0));
                found.Add(new FoundThing(FoundKind.Trailer, row.Id.ToString(), row.Title, what));
                if (trailer.OpenVisit is { } visit)
                {
                    found.Add(new FoundThing(FoundKind.Visit, visit.ToString(), $"{row.Title} in the bay", ""));
                }
            }
        }

        found.AddRange(await PartsAsync(file, text));
        found.AddRange(Sum.All
            .Where(s => Answers($"{s.Name} {s.About}", text))
            .Take(MostSums)
            .Select(s => new FoundThing(FoundKind.Sum, s.Code, s.Name, s.About)));
        return TypedResults.Ok(found);
    }

    // By code or stamp as scanners and worn labels have it, else by words of its name and measures.
    private static async Task<IEnumerable<FoundThing>> PartsAsync(ShopFile file, string text)
    {
        string read = Stamp.Fold(text);
        List<KnownPart> all = await PartsKnown.AllAsync(file);
        List<KnownPart> found = all.FindAll(p => read.Length > 2
            && (Stamp.Fold(p.Code).Contains(read, StringComparison.Ordinal)
                || (p.Stamp.Length > 0 && Stamp.Fold(p.Stamp).Contains(read, StringComparison.Ordinal))));
        if (found.Count == 0 && text.Length > 2)
        {
            found = all.FindAll(p => Answers($"{p.Name} {p.Kind} {p.Measures}", text));
        }

        return found.Take(MostParts).Select(p => new FoundThing(
            FoundKind.Part,
            p.Code,
            p.Name,
            p.Measures.Length > 0 ? $"{p.Code}, {p.Measures}" : p.Code));
    }

    private static bool Answers(string words, string typed) => typed
        .Split(' ', StringSplitOptions.RemoveEmptyEntries)
        .All(w => words.Contains(w, StringComparison.OrdinalIgnoreCase));
}
