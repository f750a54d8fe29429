using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Waits for what goes on behind the scenes, as long as a busy machine may take.</summary>
internal static class Waiting
{
    /// <summary>Looks again and again until something holds; what was seen then.</summary>
    internal static async Task<T> UntilAsync<T>(Func<Task<T>> look, Func<T, bool> holds)
    {
        for (int tries = 0; ; tries++)
        {
            T now = await look();
            if (holds(now) || tries > 600)
            {
                Assert.True(holds(now), "It never came to that.");
                return now;
            }

            await Task.Delay(25);
        }
    }
}
