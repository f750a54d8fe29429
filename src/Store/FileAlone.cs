namespace SturdyTinker.Store;

/// <summary>
/// Has a shop's file for oneself while it is brought up to the newest edition. What holds it is the operating system's:
/// it lets go when the program ends, however it ends.
/// </summary>
public static class FileAlone
{
    private static readonly TimeSpan Between = TimeSpan.FromMilliseconds(100), Patience = TimeSpan.FromSeconds(60);

    /// <summary>Name of what is held, beside the file.</summary>
    public const string Suffix = "-opening";

    /// <summary>
    /// Takes the file for oneself; whoever has it lets go by disposing of what is returned. Waits for another program
    /// that has it, and says so.
    /// </summary>
    /// <param name="file">The path of the shop's file.</param>
    /// <param name="tell">Hears that it has to wait; null for the program's error output.</param>
    /// <param name="patience">How long it waits; null for a minute.</param>
    /// <exception cref="InvalidOperationException">Another program had it all that time.</exception>
    public static async Task<FileStream> TakeAsync(string file, Action<string>? tell = null, TimeSpan? patience = null)
    {
        long began = Environment.TickCount64;
        bool told = false;
        while (true)
        {
            try
            {
                return new FileStream(file + Suffix, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
            }
            catch (IOException) when (Environment.TickCount64 - began < (patience ?? Patience).TotalMilliseconds)
            {
                if (!told)
                {
                    told = true;
                    (tell ?? Console.Error.WriteLine)(
                        "Another program is bringing this shop's file up to date: waiting for it.");
                }

                await Task.Delay(Between);
            }
            catch (IOException fault)
            {
                throw new InvalidOperationException(
                    "Another program has been bringing this shop's file up to date all the while. End it, and start "
                        + "again.",
                    fault);
            }
        }
    }
}
