using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Brings every trailer's status up to date behind the scenes: when the program starts, when a new day begins, where a
/// change of the shop's choices has left some behind, and when a page asks. Pages only read.
/// </summary>
internal sealed class NewDay(
    IServiceScopeFactory scopes,
    Clock clock,
    Opening opening,
    Writers writers,
    ILogger<NewDay> log) : BehindTheScenes(
        opening,
        log,
        TimeSpan.FromMinutes(1),
        "The trailers' statuses could not be brought up to the day.")
{
    // How long a page waits for it before it shows what is there.
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(2);

    private readonly Rounds rounds = new();

    /// <summary>
    /// Asks for it now. Answers whether it was done; false when it takes long or could not be. A write that is saved
    /// waits for it so long, whoever has gone away meanwhile.
    /// </summary>
    internal async Task<bool> CaughtUpAsync(CancellationToken stop = default)
    {
        Task<bool> round = rounds.Next;
        Ask();
        return await Task.WhenAny(round, Task.Delay(Patience, stop)) == round && await round;
    }

    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        TaskCompletionSource<bool> round = rounds.Begin();
        bool done = false;
        try
        {
            using IServiceScope scope = scopes.CreateScope();
            ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
            DateOnly today = clock.Today;
            await file.RefreshAllAsync(today, writers, stop);
            await file.NoteDayAsync(today, stop);
            done = true;
        }
        finally
        {
            round.SetResult(done);
        }
    }
}
