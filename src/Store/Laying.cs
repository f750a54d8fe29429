namespace SturdyTinker.Store;

/// <summary>
/// Lays a shop into an empty folder: it is made beside it, and put there in one move, or nothing is.
/// </summary>
internal static class Laying
{
    /// <summary>
    /// Has a shop made in a folder beside, and puts that in the place of the one asked for. Throws
    /// <see cref="InvalidDataException"/> with a sentence where something lies there already; whatever goes wrong
    /// leaves nothing behind.
    /// </summary>
    /// <param name="folder">The folder; made when absent.</param>
    /// <param name="make">Makes the shop in the folder that it is given, with one for pictures in it.</param>
    internal static async Task<T> IntoAsync<T>(string folder, Func<string, Task<T>> make)
    {
        string target = Path.TrimEndingDirectorySeparator(Path.GetFullPath(folder)), laid = target + ".restoring";
        Empty(target, folder);
        try
        {
            // What one that was killed has left.
            if (Directory.Exists(laid))
            {
                Directory.Delete(laid, recursive: true);
            }

            Directory.CreateDirectory(Path.Combine(laid, Backup.PhotosFolder));
            T made = await make(laid);
            PutInPlace(laid, target);
            return made;
        }
        finally
        {
            if (Directory.Exists(laid))
            {
                Directory.Delete(laid, recursive: true);
            }
        }
    }

    // Another shop, or what SQLite has left of one, would be mixed with this one.
    private static void Empty(string target, string folder)
    {
        if (File.Exists(target))
        {
            throw new InvalidDataException($"{folder} is a file; nothing was changed. Restore into an empty folder.");
        }

        string? lies = Directory.Exists(target)
            ? Directory.EnumerateFileSystemEntries(target).Select(Path.GetFileName).Min(StringComparer.Ordinal)
            : null;
        if (lies is null)
        {
            return;
        }

        throw new InvalidDataException(
            lies == ShopFileOpening.FileName
                ? $"There is a shop in {folder} already; nothing was changed. Restore into an empty folder."
                : $"{lies} lies in {folder} already; nothing was changed. Restore into an empty folder.");
    }

    // In one move where there is no folder yet. One that is there and can't be replaced gets the pictures first:
    // without its file it is no shop.
    private static void PutInPlace(string laid, string target)
    {
        if (Directory.Exists(target))
        {
            try
            {
                Directory.Delete(target);
            }
            catch (IOException)
            {
                Directory.Move(Path.Combine(laid, Backup.PhotosFolder), Path.Combine(target, Backup.PhotosFolder));
                File.Move(Path.Combine(laid, ShopFileOpening.FileName), Path.Combine(target, ShopFileOpening.FileName));
                return;
            }
        }

        Directory.Move(laid, target);
    }
}
