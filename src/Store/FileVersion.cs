using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace SturdyTinker.Store;

/// <summary>
/// Tells whether anything was written to a shop's file since it was asked last, by whomever, at the cost of reading one
/// number. It has a connection of its own, for SQLite tells each connection of the others' writes.
/// </summary>
public sealed class FileVersion : IDisposable
{
    private readonly Lock one = new();
    private readonly SqliteConnection connection;
    private readonly SqliteCommand command;

    /// <summary>Watches a file, which has to be there and open to the program already.</summary>
    /// <param name="path">Where it lies.</param>
    public FileVersion(string path)
    {
        connection = new SqliteConnection(new SqliteConnectionStringBuilder
        {
            DataSource = path,
            Mode = SqliteOpenMode.ReadOnly,
            Pooling = false
        }.ConnectionString);
        connection.Open();
        command = connection.CreateCommand();
        command.CommandText = "PRAGMA data_version";
    }

    /// <summary>Another number whenever something was written in between.</summary>
    public long Read()
    {
        lock (one)
        {
            return (long)command.ExecuteScalar()!;
        }
    }

    /// <summary>The same as a file sees it that is open already: its own writes do not count.</summary>
    public static async Task<long> OthersAsync(ShopFile file, CancellationToken stop)
    {
        await using var asks = file.Database.GetDbConnection().CreateCommand();
        asks.CommandText = "PRAGMA data_version";
        return (long)(await asks.ExecuteScalarAsync(stop))!;
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        command.Dispose();
        connection.Dispose();
    }
}
