using System.Globalization;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Store.Shapes;

namespace SturdyTinker.Store;

/// <summary>
/// Whether a shop's record is whole: the file, what its rows lead to, what is stored in them, stock, pictures, and the
/// trail of who wrote what.
/// </summary>
public static class ShopCheck
{
    // Of one kind of fault so many are named: the rest is counted.
    private const int Named = 5;

    /// <summary>
    /// Looks through a shop's folder and answers what is wrong, a sentence each; nothing where all is well. It only
    /// reads.
    /// </summary>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="backups">The folder of its backups; null for the one in the shop's own.</param>
    /// <param name="pictures">Whether its pictures are looked for too.</param>
    public static async Task<IReadOnlyList<string>> RunAsync(
        string folder,
        string? backups = null,
        bool pictures = true)
    {
        string path = Path.Combine(folder, ShopFileOpening.FileName);
        if (!File.Exists(path))
        {
            return [$"There is no shop in {folder}."];
        }

        await using ShopFile file = ShopFileOpening.Read(path);
        try
        {
            List<string> damaged = await file.AskAsync("PRAGMA integrity_check");
            if (damaged is not ["ok"])
            {
                return [$"The file is damaged: {Said(damaged)}. Restore last night's backup into an empty folder."];
            }

            FileEdition edition = await file.EditionAsync();
            if (edition.IsNewer)
            {
                return [new NewerFileException().Message];
            }

            if (edition.IsEarlier)
            {
                return ["The file is of an earlier edition: start the program once, and check it then."];
            }

            return
            [
                .. await LeadNowhereAsync(file),
                .. await UnreadableAsync(file),
                .. await StockAsync(file),
                .. await TrailAsync(file, backups ?? Path.Combine(folder, "backups")),
                .. pictures ? await PicturesAsync(file, Path.Combine(folder, Backup.PhotosFolder)) : [],
            ];
        }
        catch (SqliteException fault)
        {
            return [$"The file can't be read: {fault.Message.TrimEnd('.')}."];
        }
    }

    private static async Task<IEnumerable<string>> LeadNowhereAsync(ShopFile file)
    {
        List<string> rows = await file.AskAsync(
            "SELECT \"table\" || ', row ' || rowid || ', leads to nothing in ' || parent "
                + "FROM pragma_foreign_key_check");
        return rows.Count == 0 ? [] : [$"{rows.Count} rows lead nowhere: {Said(rows)}."];
    }

    private static async Task<List<string>> UnreadableAsync(ShopFile file)
    {
        List<string> wrong = [];
        foreach (IEntityType type in file.Model.GetEntityTypes().Where(t => !t.IsMappedToJson()))
        {
            foreach (IProperty property in type.GetProperties().Where(UnreadableRows.CanBe))
            {
                IReadOnlyList<string> rows = await file.UnreadableAsync($"{type.ShortName()}.{property.Name}");
                if (rows.Count > 0)
                {
                    wrong.Add($"What is stored as {type.ShortName()}.{property.Name} can't be read: row {Said(rows)}.");
                }
            }
        }

        return wrong;
    }

    // Every write stands behind the one before it, as it was written; and the newest backup's last one is among them.
    private static async Task<List<string>> TrailAsync(ShopFile file, string backups)
    {
        List<string> wrong = [];
        string head = "";
        long id = 0;
        string? kept = await Backup.NewestHeadAsync(backups);
        await foreach (Change change in file.Changes.AsNoTracking().OrderBy(c => c.Id).AsAsyncEnumerable())
        {
            // What was written before there was a chain has no digest; nothing of that kind comes later.
            bool early = change.Hash.Length == 0 && head.Length == 0;
            string? why = early ? null
                : head.Length > 0 && change.Id != id + 1 ? "one before it is missing"
                : change.Hash != change.HashAfter(head) ? "it is not as it was written, or one before it is not"
                : change.Content is { } content && Access.Digest.Of(content) != change.ContentHash
                    ? "what it tells is not what it told"
                    : null;
            if (why is not null)
            {
                wrong.Add(FormattableString.Invariant($"{change.Id} ({change.At:yyyy-MM-dd}): {why}"));
            }

            (id, head) = (change.Id, change.Hash);
            if (head == kept)
            {
                kept = null;
            }
        }

        if (kept is { Length: > 0 })
        {
            wrong.Add("the last write of the newest backup is not among them");
        }

        return wrong.Count == 0 ? [] : [$"The trail of writes is broken: {Said(wrong)}."];
    }

    // What is on hand is what its ledger comes to.
    private static async Task<IEnumerable<string>> StockAsync(ShopFile file)
    {
        Dictionary<string, decimal> ledger = (await file.StockEntries
            .AsNoTracking()
            .Select(e => new { e.Code, e.Change })
            .ToListAsync())
            .GroupBy(e => e.Code, StringComparer.OrdinalIgnoreCase)
            .ToDictionary(g => g.Key, g => g.Sum(e => e.Change), StringComparer.OrdinalIgnoreCase);
        return (await file.KeptParts.AsNoTracking().OrderBy(k => k.Code).ToListAsync())
            .Select(k => (k.Code, k.OnHand, Ledger: ledger.GetValueOrDefault(k.Code)))
            .Where(k => k.OnHand != k.Ledger)
            .Select(k => FormattableString.Invariant(
                $"Of {k.Code} {k.OnHand:0.####} are said to be there; its ledger comes to {k.Ledger:0.####}."));
    }

    private static async Task<IEnumerable<string>> PicturesAsync(ShopFile file, string folder)
    {
        List<string> missing = [.. (await Backup.PicturesAsync(file))
            .Where(p => !File.Exists(Path.Combine(folder, p)))];
        return missing.Count == 0 ? [] : [$"{missing.Count} files of pictures are missing: {Said(missing)}."];
    }

    private static string Said(IReadOnlyList<string> all) =>
        string.Join("; ", all.Take(Named)) + (all.Count > Named
            ? string.Create(CultureInfo.InvariantCulture, $"; and {all.Count - Named} more")
            : "");
}
