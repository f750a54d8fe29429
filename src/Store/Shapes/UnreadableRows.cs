using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace SturdyTinker.Store.Shapes;

/// <summary>
/// Finds the rows whose stored value cannot be read. It reads the whole table, and is asked only once one was met.
/// </summary>
public static class UnreadableRows
{
    private const int Most = 5;

    /// <summary>Whether a column's values are of a shape or a code of ours, so that one can be unreadable.</summary>
    internal static bool CanBe(IProperty property) =>
        property.GetTypeMapping().Converter is { } converter && converter.ProviderClrType == typeof(string);

    /// <summary>Ids of the first rows of a column that cannot be read; empty when all can.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="column">
    /// The row's kind and the column, as <see cref="UnreadableColumnException.Column"/> says it.
    /// </param>
    public static async Task<IReadOnlyList<string>> UnreadableAsync(this ShopFile file, string column)
    {
        string[] parts = column.Split('.');
        IEntityType type = file.Model.GetEntityTypes().Single(t => t.ShortName() == parts[0]);
        IProperty property = type.GetProperty(parts[1]), key = type.FindPrimaryKey()!.Properties[0];
        ValueConverter converter = property.GetTypeMapping().Converter!;
        StoreObjectIdentifier table = StoreObjectIdentifier.Create(type, StoreObjectType.Table)!.Value;
        await file.Database.OpenConnectionAsync();
        try
        {
            await using var command = file.Database.GetDbConnection().CreateCommand();
            command.CommandText = $"SELECT \"{key.GetColumnName(table)}\", \"{property.GetColumnName(table)}\" FROM "
                + $"\"{table.Name}\"";
            await using var rows = await command.ExecuteReaderAsync();
            List<string> unreadable = [];
            while (unreadable.Count < Most && await rows.ReadAsync())
            {
                try
                {
                    _ = await rows.IsDBNullAsync(1) ? null : converter.ConvertFromProvider(rows.GetValue(1));
                }
                catch (UnreadableColumnException)
                {
                    unreadable.Add(Convert.ToString(rows.GetValue(0), CultureInfo.InvariantCulture)!);
                }
            }

            return unreadable;
        }
        finally
        {
            await file.Database.CloseConnectionAsync();
        }
    }
}
