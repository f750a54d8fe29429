using System.Globalization;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Store.Shapes;

namespace SturdyTinker.Store;

/// <summary>Whether a shop's record is whole: the file, what its rows lead to, what is stored in them, stock and pictures.</summary>
public static class ShopCheck
{
    // Of one kind of fault so many are named: the rest is counted.
    private const int Named = 5;

    /// <summary>
    /// Looks through a shop's folder and answers what is wrong, a sentence each; nothing where all is well. It only reads.
    /// </summary>
    /// <param name="folder">The shop's folder.</param>
    public static async Task<IReadOnlyList<string>> RunAsync(string folder)
    {
        string path = Path.Combine(folder, ShopFileOpening.FileName);
        if (!File.Exists(path))
        {
            return [$"There is no shop in {folder}."];
        }

        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseSqlite(new SqliteConnectionStringBuilder
        {
            DataSource = path,
            Mode = SqliteOpenMode.ReadOnly,
            Pooling = false
        }.ConnectionString);
        await using ShopFile file = new(builder.Options);
        try
        {
            List<string> damaged = await AskAsync(file, "PRAGMA integrity_check");
            if (damaged is not ["ok"])
            {
                return [$"The file is damaged: {Said(damaged)}. Restore last night's backup into an empty folder."];
            }

            List<string> applied = [.. await file.Database.GetAppliedMigrationsAsync()];
            List<string> known = [.. file.Database.GetMigrations()];
            if (applied.Except(known).Any())
            {
                return [new NewerFileException().Message];
            }

            if (known.Except(applied).Any())
            {
                return ["The file is of an earlier edition: start the program once, and check it then."];
            }

            return
            [
                .. await LeadNowhereAsync(file),
                .. await UnreadableAsync(file),
                .. await StockAsync(file),
                .. await PicturesAsync(file, Path.Combine(folder, Backup.PhotosFolder)),
            ];
        }
        catch (SqliteException fault)
        {
            return [$"The file can't be read: {fault.Message.TrimEnd('.')}."];
        }
    }

    private static async Task<IEnumerable<string>> LeadNowhereAsync(ShopFile file)
    {
        List<string> rows = await AskAsync(
            file,
            "SELECT \"table\" || ', row ' || rowid || ', leads to nothing in ' || parent FROM pragma_foreign_key_check");
        return rows.Count == 0 ? [] : [$"{rows.Count} rows lead nowhere: {Said(rows)}."];
    }

    private static async Task<List<string>> UnreadableAsync(ShopFile file)
    {
        List<string> wrong = [];
        foreach (IEntityType type in file.Model.GetEntityTypes())
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
            .Where(k => k.OnHand != ledger.GetValueOrDefault(k.Code))
            .Select(k => FormattableString.Invariant(
                $"Of {k.Code} {k.OnHand:0.####} are said to be there; its ledger comes to {ledger.GetValueOrDefault(k.Code):0.####}."));
    }

    private static async Task<IEnumerable<string>> PicturesAsync(ShopFile file, string folder)
    {
        List<Guid> named = await file.VisitPhotos.AsNoTracking().Select(p => p.Id).ToListAsync();
        List<string> missing = [.. named
            .SelectMany(id => new[] { $"{id}.jpg", $"{id}-small.jpg" })
            .Where(p => !File.Exists(Path.Combine(folder, p)))];
        return missing.Count == 0 ? [] : [$"{missing.Count} files of pictures are missing: {Said(missing)}."];
    }

    private static string Said(IReadOnlyList<string> all) =>
        string.Join("; ", all.Take(Named)) + (all.Count > Named
            ? string.Create(CultureInfo.InvariantCulture, $"; and {all.Count - Named} more")
            : "");

    private static async Task<List<string>> AskAsync(ShopFile file, string question)
    {
        await file.Database.OpenConnectionAsync();
        try
        {
            await using var command = file.Database.GetDbConnection().CreateCommand();
            command.CommandText = question;
            await using var rows = await command.ExecuteReaderAsync();
            List<string> answers = [];
            while (await rows.ReadAsync())
            {
                answers.Add(Convert.ToString(rows.GetValue(0), CultureInfo.InvariantCulture)!);
            }

            return answers;
        }
        finally
        {
            await file.Database.CloseConnectionAsync();
        }
    }
}
