using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using SturdyTinker.Store.Shapes;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// What lies in a shop's file: names and codes that are written down, shapes with a version, and rows that cannot be
/// read.
/// </summary>
public sealed class StoredShapeTests
{
    [Fact]
    public void Every_stored_enumeration_has_one_code_a_value_and_none_twice()
    {
        Assert.All(StoredCodes.Types, type =>
        {
            Assert.Equal(Enum.GetValues(type).Cast<Enum>().Order(), StoredCodes.Of(type).Keys.Order());
            Assert.Equal(StoredCodes.Of(type).Count, StoredCodes.Of(type).Values.Distinct().Count());
        });
    }

    [Fact]
    public void Every_name_written_down_is_of_a_member_that_is_there_and_none_stands_twice()
    {
        Assert.All(StoredNames.Types, type =>
        {
            List<string> named = [.. type.GetProperties().Select(p => StoredNames.Of(type, p.Name)).OfType<string>()];
            Assert.Equal(named.Count, named.Distinct().Count());
            Assert.Equal(StoredNames.Count(type), named.Count);

            // What is set can be read back: nothing that a record is made of is left out of the file.
            Assert.DoesNotContain(
                type.GetProperties(),
                p => p.SetMethod is { IsPublic: true }
                    && !p.IsDefined(typeof(System.Text.Json.Serialization.JsonIgnoreAttribute), false)
                    && StoredNames.Of(type, p.Name) is null);
        });
    }

    [Fact]
    public async Task Every_column_of_an_enumeration_holds_its_codes()
    {
        using ShopServer shop = new();
        List<IProperty> columns = await shop.LookAsync(f => Task.FromResult(f.Model
            .GetEntityTypes()
            .SelectMany(t => t.GetProperties())
            .Where(p => (Nullable.GetUnderlyingType(p.ClrType) ?? p.ClrType).IsEnum)
            .ToList()));
        Assert.True(columns.Count >= 9);
        Assert.All(
            columns,
            c => Assert.Equal(
                typeof(CodeConverter<>),
                c.GetTypeMapping().Converter!.GetType().GetGenericTypeDefinition()));
    }

    [Fact]
    public async Task A_row_says_the_version_of_its_shape_and_one_from_before_versions_is_read_too()
    {
        using ShopServer shop = new();
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        string stored = await GearAsync(shop);
        Assert.StartsWith("{\"v\":1,\"value\":{\"axles\":2,", stored, StringComparison.Ordinal);
        await SetGearAsync(shop, "P-07", JsonDocument.Parse(stored).RootElement.GetProperty("value").GetRawText());
        Assert.Equal(trailer.Gear, (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Gear);
    }

    [Theory]
    [InlineData("{\"v\":99,\"value\":{}}")]
    [InlineData("{\"v\":1,\"value\":{\"axles\":2,\"brake\":\"Steam\"}}")]
    [InlineData("half a li")]
    [InlineData("")]
    public async Task A_row_that_cannot_be_read_is_named_and_stops_nothing_else(string stored)
    {
        using ShopServer shop = new();
        await shop.SomebodyAsync();
        TrailerAnswer whole = await shop.TrailerAsync("P-07"), broken = await shop.TrailerAsync("P-09");
        await SetGearAsync(shop, "P-09", stored);
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{ShopServer.NewId()}",
            ShopServer.Wanted(broken.Id),
            500);
        Assert.Contains("Trailer.Gear", problem.Detail, StringComparison.Ordinal);
        Assert.Contains($"{broken.Id}", problem.Detail, StringComparison.OrdinalIgnoreCase);
        Assert.DoesNotContain($"{whole.Id}", problem.Detail, StringComparison.OrdinalIgnoreCase);
        VisitAnswer visit = await shop.VisitAsync(whole.Id);
        Assert.NotEmpty((await shop.WorkAsync(visit, 3)).Entries);
        Assert.Equal(2, (await shop.GetAsync<TrailerListAnswer>("/api/yard/trailers?take=10")).Rows.Count);
    }

    [Fact]
    public async Task A_file_of_a_newer_program_is_refused_untouched()
    {
        string folder = Directory.CreateTempSubdirectory("tinker-newer-").FullName;
        try
        {
            await (await ShopFileOpening.OpenAsync(folder)).DisposeAsync();
            using (SqliteConnection connection = new(
                $"Data Source={Path.Combine(folder, ShopFileOpening.FileName)};Pooling=False"))
            {
                connection.Open();
                using SqliteCommand command = connection.CreateCommand();
                command.CommandText = "INSERT INTO __EFMigrationsHistory VALUES ('29991231000000_Later', '99.0'); "
                    + "PRAGMA wal_checkpoint(TRUNCATE);";
                command.ExecuteNonQuery();
            }

            SqliteConnection.ClearAllPools();
            byte[] was = await File.ReadAllBytesAsync(Path.Combine(folder, ShopFileOpening.FileName));
            NewerFileException refused =
                await Assert.ThrowsAsync<NewerFileException>(() => ShopFileOpening.OpenAsync(folder));
            Assert.Contains("newer program", refused.Message, StringComparison.Ordinal);
            SqliteConnection.ClearAllPools();
            Assert.Equal(was, await File.ReadAllBytesAsync(Path.Combine(folder, ShopFileOpening.FileName)));
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }

    private static Task<string> GearAsync(ShopServer shop) =>
        shop.LookAsync(f => f.Database.SqlQuery<string>($"SELECT Gear AS Value FROM Trailers").SingleAsync());

    private static Task<int> SetGearAsync(ShopServer shop, string tag, string gear) =>
        shop.LookAsync(f => f.Database.ExecuteSqlAsync($"UPDATE Trailers SET Gear = {gear} WHERE Tag = {tag}"));
}
