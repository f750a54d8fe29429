namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Work that goes on behind the scenes, in rounds: once the shop's file is open, then every so often and whenever it is
/// asked for. A round that fails is logged, and the next one tries again.
/// </summary>
/// <param name="opening">What it waits for.</param>
/// <param name="log">Where a failed round is told.</param>
/// <param name="every">How long it rests between two rounds that nobody asks for.</param>
/// <param name="failed">What to say of a round that failed.</param>
/// <param name="desk">Where others ask for one; null where nobody does.</param>
internal abstract partial class BehindTheScenes(
    Opening opening,
    ILogger log,
    TimeSpan every,
    string failed,
    Desk? desk = null) : BackgroundService
{
    private readonly SemaphoreSlim asked = new(0);

    /// <inheritdoc/>
    public override void Dispose()
    {
        asked.Dispose();
        base.Dispose();
    }

    /// <inheritdoc/>
    public override Task StartAsync(CancellationToken cancellationToken)
    {
        if (desk is not null)
        {
            desk.Wanted += Ask;
        }

        return base.StartAsync(cancellationToken);
    }

    /// <inheritdoc/>
    public override Task StopAsync(CancellationToken cancellationToken)
    {
        if (desk is not null)
        {
            desk.Wanted -= Ask;
        }

        return base.StopAsync(cancellationToken);
    }

    /// <summary>Asks for a round now; several who ask at once get one.</summary>
    protected void Ask() => asked.Release();

    /// <summary>Tells of a part of a round that failed by itself.</summary>
    protected void Tell(Exception fault) => LogFault(log, failed, fault);

    /// <summary>One round.</summary>
    protected abstract Task RoundAsync(CancellationToken stop);

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await opening.OpenAsync(stoppingToken);
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await RoundAsync(stoppingToken);
            }
            catch (Exception fault) when (fault is not OperationCanceledException)
            {
                LogFault(log, failed, fault);
            }

            await asked.WaitAsync(every, stoppingToken);
            while (asked.Wait(0, CancellationToken.None))
            {
            }
        }
    }

    [LoggerMessage(LogLevel.Error, "{What}")]
    private static partial void LogFault(ILogger log, string what, Exception exception);
}
