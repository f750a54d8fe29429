using Microsoft.EntityFrameworkCore;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>Finds trailers by what a list shows of them.</summary>
internal static class StatusSearch
{
    private const int MostWords = 6;

    /// <summary>Those with every word that was typed somewhere in their tag, name, plate or owner's name.</summary>
    /// <param name="rows">Trailers as lists show them.</param>
    /// <param name="typed">What was typed; null or blank finds all.</param>
    internal static IQueryable<TrailerStatusRow> Matching(this IQueryable<TrailerStatusRow> rows, string? typed)
    {
        foreach (string word in (typed ?? "").Split(
            ' ',
            StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Take(MostWords))
        {
            string like = $"%{Escaped(word)}%";
            rows = rows.Where(s => EF.Functions.Like(s.Tag, like, "\\")
                || EF.Functions.Like(s.Name, like, "\\")
                || EF.Functions.Like(s.Plate, like, "\\")
                || EF.Functions.Like(s.Customer, like, "\\"));
        }

        return rows;
    }

    private static string Escaped(string word) => word
        .Replace("\\", "\\\\", StringComparison.Ordinal)
        .Replace("%", "\\%", StringComparison.Ordinal)
        .Replace("_", "\\_", StringComparison.Ordinal);
}
