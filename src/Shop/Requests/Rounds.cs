namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Rounds of work behind the scenes as those who wait for one see them: whoever asks while one goes on waits for the
/// next, since that one may be past what they changed.
/// </summary>
internal sealed class Rounds
{
    private readonly Lock door = new();
    private TaskCompletionSource<bool> next = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>The next round that begins: whether it did what it was for.</summary>
    internal Task<bool> Next
    {
        get
        {
            lock (door)
            {
                return next.Task;
            }
        }
    }

    /// <summary>A round begins; to be told how it ended.</summary>
    internal TaskCompletionSource<bool> Begin()
    {
        lock (door)
        {
            TaskCompletionSource<bool> round = next;
            next = new(TaskCreationOptions.RunContinuationsAsynchronously);
            return round;
        }
    }
}
