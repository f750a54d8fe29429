using System.Collections.Concurrent;
using System.Data.Common;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace SturdyTinker.Store;

/// <summary>
/// Who waits to write to a shop's file. SQLite lets one write at a time and the others ask again every 150 ms: long
/// work that writes piece after piece would win every time, so it gives way between its pieces.
/// </summary>
public sealed class Writers : SaveChangesInterceptor, IDbTransactionInterceptor
{
    /// <summary>How long work gives way at most before its next piece: several may wait.</summary>
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(5);
    private static readonly TimeSpan LookAgain = TimeSpan.FromMilliseconds(20);

    // By connection. One that never got its turn is not told of: it counts no longer than anybody would give way.
    private readonly ConcurrentDictionary<Guid, long> waiting = new();

    /// <summary>Whether somebody waits to write, or writes, just now.</summary>
    public bool Any => waiting.Values.Any(since => Environment.TickCount64 - since < Longest.TotalMilliseconds);

    /// <summary>Lets those who wait write first, for a few seconds at most.</summary>
    public async Task GiveWayAsync(CancellationToken stop = default)
    {
        long begun = Environment.TickCount64;
        while (Any && Environment.TickCount64 - begun < Longest.TotalMilliseconds)
        {
            await Task.Delay(LookAgain, stop);
        }
    }

    /// <inheritdoc/>
    public ValueTask<InterceptionResult<DbTransaction>> TransactionStartingAsync(
        DbConnection connection,
        TransactionStartingEventData eventData,
        InterceptionResult<DbTransaction> result,
        CancellationToken cancellationToken = default)
    {
        Waits(eventData.ConnectionId);
        return ValueTask.FromResult(result);
    }

    /// <inheritdoc/>
    public ValueTask<DbTransaction> TransactionStartedAsync(
        DbConnection connection,
        TransactionEndEventData eventData,
        DbTransaction result,
        CancellationToken cancellationToken = default)
    {
        waiting.TryRemove(eventData.ConnectionId, out _);
        return ValueTask.FromResult(result);
    }

    /// <inheritdoc/>
    public override ValueTask<InterceptionResult<int>> SavingChangesAsync(
        DbContextEventData eventData,
        InterceptionResult<int> result,
        CancellationToken cancellationToken = default)
    {
        if (eventData.Context is { Database.CurrentTransaction: null } file && file.ChangeTracker.HasChanges())
        {
            Waits(file.ContextId.InstanceId);
        }

        return ValueTask.FromResult(result);
    }

    /// <inheritdoc/>
    public override ValueTask<int> SavedChangesAsync(
        SaveChangesCompletedEventData eventData,
        int result,
        CancellationToken cancellationToken = default)
    {
        Gone(eventData);
        return ValueTask.FromResult(result);
    }

    /// <inheritdoc/>
    public override Task SaveChangesFailedAsync(
        DbContextErrorEventData eventData,
        CancellationToken cancellationToken = default)
    {
        Gone(eventData);
        return Task.CompletedTask;
    }

    private void Waits(Guid who) => waiting[who] = Environment.TickCount64;

    private void Gone(DbContextEventData eventData)
    {
        if (eventData.Context is { } file)
        {
            waiting.TryRemove(file.ContextId.InstanceId, out _);
        }
    }
}
