using Microsoft.AspNetCore.Http.HttpResults;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>Where the pictures lie: beside the shop's file.</summary>
internal sealed class PhotoFolder(string data)
{
    private readonly string folder = Path.Combine(data, Backup.PhotosFolder);

    /// <summary>The file of a picture.</summary>
    internal string PathOf(Guid id) => Path.Combine(folder, Backup.PictureOf(id));

    /// <summary>The file of a small picture, for lists.</summary>
    internal string SmallOf(Guid id) => Path.Combine(folder, Backup.SmallPictureOf(id));

    /// <summary>
    /// Answers with a picture. Refuses (404) one that is not whoever asks for it to see, and one that is not there.
    /// </summary>
    internal static PhysicalFileHttpResult Show(string path, bool theirs) =>
        theirs && File.Exists(path)
            ? TypedResults.PhysicalFile(path, "image/jpeg")
            : throw Refusal.NotFound("There is no such picture.");

    /// <summary>Writes a picture and its small one whole or not at all.</summary>
    internal async Task WriteAsync(Guid id, byte[] picture, byte[] small)
    {
        Directory.CreateDirectory(folder);
        await WholeAsync(SmallOf(id), small);
        await WholeAsync(PathOf(id), picture);
    }

    /// <summary>Takes a picture away; nothing happens when there is none.</summary>
    internal void Delete(Guid id)
    {
        File.Delete(PathOf(id));
        File.Delete(SmallOf(id));
    }

    private static async Task WholeAsync(string path, byte[] bytes)
    {
        // On disk before its row says that it is there.
        await using (FileStream stream = File.Create(path + ".new"))
        {
            await stream.WriteAsync(bytes);
            await stream.FlushAsync();
            RandomAccess.FlushToDisk(stream.SafeFileHandle);
        }

        File.Move(path + ".new", path, overwrite: true);
    }
}
