namespace SturdyTinker.Store;

/// <summary>
/// Has a shop's file for oneself: while it is brought up to the newest edition, or as the one program that serves it.
/// What holds it is the operating system's: it lets go when the program ends, however it ends.
/// </summary>
public static class FileAlone
{
    private static readonly TimeSpan Between = TimeSpan.FromMilliseconds(100), Patience = TimeSpan.FromSeconds(60);

    /// <summary>Name of what is held while the file is brought up to date, beside the file.</summary>
    public const string Opening = "-opening";

    /// <summary>Name of what the program holds that serves the shop, beside the file.</summary>
    public const string Serving = "-serving";

    /// <summary>
    /// Takes the file for oneself while it is brought up to date; whoever has it lets go by disposing of what is
    /// returned. Waits for another program that has it, and says so.
    /// </summary>
    /// <param name="file">The path of the shop's file.</param>
    /// <param name="tell">Hears that it has to wait; null for the program's error output.</param>
    /// <param name="patience">How long it waits; null for a minute.</param>
    /// <exception cref="InvalidOperationException">Another program had it all that time.</exception>
    public static Task<FileStream> TakeAsync(string file, Action<string>? tell = null, TimeSpan? patience = null) =>
        HoldAsync(
            file + Opening,
            "Another program is bringing this shop's file up to date: waiting for it.",
            "Another program has been bringing this shop's file up to date all the while. End it, and start again.",
            tell,
            patience ?? Patience);

    /// <summary>
    /// Takes the file for oneself as the one program that serves it. One that is just ending is waited for.
    /// </summary>
    /// <param name="file">The path of the shop's file.</param>
    /// <param name="tell">Hears that it has to wait; null for the program's error output.</param>
    /// <param name="patience">How long it waits; null for some seconds.</param>
    /// <exception cref="InvalidOperationException">Another program serves this shop.</exception>
    public static Task<FileStream> ServeAsync(string file, Action<string>? tell = null, TimeSpan? patience = null) =>
        HoldAsync(
            file + Serving,
            "Another program serves this shop's folder: waiting for it to end.",
            "Another program serves this shop's folder already. End it, or give this one a folder of its own.",
            tell,
            patience ?? TimeSpan.FromSeconds(5));

    private static async Task<FileStream> HoldAsync(
        string held,
        string waits,
        string inVain,
        Action<string>? tell,
        TimeSpan patience)
    {
        long began = Environment.TickCount64;
        bool told = false;
        while (true)
        {
            try
            {
                return new FileStream(held, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
            }
            catch (IOException fault) when (fault is not (DirectoryNotFoundException or FileNotFoundException))
            {
                if (Environment.TickCount64 - began >= patience.TotalMilliseconds)
                {
                    throw new InvalidOperationException(inVain, fault);
                }

                if (!told)
                {
                    told = true;
                    (tell ?? Console.Error.WriteLine)(waits);
                }

                await Task.Delay(Between);
            }
        }
    }
}
