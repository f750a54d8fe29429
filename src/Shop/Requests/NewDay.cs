using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Brings every standing up to date when the program starts, when a new day begins, and where a change of the shop's
/// choices has left some behind.
/// </summary>
internal sealed partial class NewDay(IServiceScopeFactory scopes, Clock clock, ILogger<NewDay> log) : BackgroundService
{
    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using PeriodicTimer minute = new(TimeSpan.FromMinutes(1));
        do
        {
            try
            {
                using IServiceScope scope = scopes.CreateScope();
                await scope.ServiceProvider
                    .GetRequiredService<ShopFile>()
                    .RefreshAllAsync(clock.Today, stop: stoppingToken);
            }
            catch (Exception fault) when (fault is not OperationCanceledException)
            {
                // Tried again in a minute; pages refresh what they show by themselves.
                LogFault(log, fault);
            }
        }
        while (await minute.WaitForNextTickAsync(stoppingToken));
    }

    [LoggerMessage(LogLevel.Error, "The standings could not be brought up to the day.")]
    private static partial void LogFault(ILogger log, Exception exception);
}
