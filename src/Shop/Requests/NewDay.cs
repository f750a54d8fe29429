using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Brings every trailer's status up to date behind the scenes: when the program starts, when a new day begins, where a
/// change of the shop's choices has left some behind, and when a page asks. Pages only read.
/// </summary>
internal sealed partial class NewDay(
    IServiceScopeFactory scopes,
    Clock clock,
    Opening opening,
    Writers writers,
    ILogger<NewDay> log) : BackgroundService
{
    // How long a page waits for it before it shows what is there.
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(2);

    private readonly SemaphoreSlim asked = new(0);
    private readonly Lock door = new();
    private TaskCompletionSource<bool> next = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>Asks for it now. Answers whether it was done; false when it takes long or could not be.</summary>
    internal async Task<bool> CaughtUpAsync(CancellationToken stop)
    {
        Task<bool> round;
        lock (door)
        {
            round = next.Task;
        }

        asked.Release();
        return await Task.WhenAny(round, Task.Delay(Patience, stop)) == round && await round;
    }

    /// <inheritdoc/>
    public override void Dispose()
    {
        asked.Dispose();
        base.Dispose();
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await opening.OpenAsync(stoppingToken);
        while (!stoppingToken.IsCancellationRequested)
        {
            // Whoever asks from here on waits for the next round: this one may be past what they changed.
            TaskCompletionSource<bool> round;
            lock (door)
            {
                round = next;
                next = new(TaskCreationOptions.RunContinuationsAsynchronously);
            }

            round.SetResult(await CatchUpAsync(stoppingToken));
            await asked.WaitAsync(TimeSpan.FromMinutes(1), stoppingToken);
            while (asked.Wait(0, CancellationToken.None))
            {
            }
        }
    }

    private async Task<bool> CatchUpAsync(CancellationToken stop)
    {
        try
        {
            using IServiceScope scope = scopes.CreateScope();
            ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
            DateOnly today = clock.Today;
            await file.RefreshAllAsync(today, writers, stop);
            await file.NoteDayAsync(today, stop);
            return true;
        }
        catch (Exception fault) when (fault is not OperationCanceledException)
        {
            // Tried again in a minute, or when a page asks.
            LogFault(log, fault);
            return false;
        }
    }

    [LoggerMessage(LogLevel.Error, "The trailers' statuses could not be brought up to the day.")]
    private static partial void LogFault(ILogger log, Exception exception);
}
