namespace SturdyTinker.Shop.Requests;

/// <summary>What the commands that carry a shop's record in and out have in common.</summary>
internal static class RecordCommand
{
    /// <summary>Does it: 0 when done, with a word on pictures that were lost before; 1 when it can't be.</summary>
    /// <param name="wrong">Where what is wrong is said.</param>
    /// <param name="act">Does it and says so; answers how many pictures that the record names are missing.</param>
    internal static async Task<int> RunAsync(TextWriter wrong, Func<Task<int>> act)
    {
        try
        {
            if (await act() is > 0 and var missing)
            {
                await wrong.WriteLineAsync(
                    $"{missing} files of pictures that the record names are missing: they were lost before.");
            }

            return 0;
        }
        catch (Exception fault) when (fault is IOException or InvalidDataException or UnauthorizedAccessException)
        {
            await wrong.WriteLineAsync(fault.Message);
            return 1;
        }
    }
}
