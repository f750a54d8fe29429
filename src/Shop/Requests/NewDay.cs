using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>Brings every standing up to date when the program starts and when a new day begins.</summary>
internal sealed partial class NewDay(IServiceScopeFactory scopes, Clock clock, ILogger<NewDay> log) : BackgroundService
{
    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using PeriodicTimer minute = new(TimeSpan.FromMinutes(1));
        DateOnly? done = null;
        do
        {
            DateOnly today = clock.Today;
            if (done != today)
            {
                try
                {
                    using IServiceScope scope = scopes.CreateScope();
                    await scope.ServiceProvider.GetRequiredService<ShopFile>().RefreshAllAsync(today, stop: stoppingToken);
                    done = today;
                }
                catch (Exception fault) when (fault is not OperationCanceledException)
                {
                    // Tried again in a minute; pages refresh what they show by themselves.
                    LogFault(log, fault);
                }
            }
        }
        while (await minute.WaitForNextTickAsync(stoppingToken));
    }

    [LoggerMessage(LogLevel.Error, "The standings could not be brought up to the day.")]
    private static partial void LogFault(ILogger log, Exception exception);
}
