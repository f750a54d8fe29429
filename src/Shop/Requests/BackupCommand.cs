using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>The commands that write a backup and lay one back, run without a server.</summary>
internal static class BackupCommand
{
    /// <summary>
    /// Runs "backup --data DIR --out FILE" or "restore --in FILE --data DIR". 0 when it is done, 1 when it can't be, 2
    /// for an order that lacks something.
    /// </summary>
    internal static async Task<int> RunAsync(string[] args, TextWriter said, TextWriter wrong)
    {
        bool restore = args[0] == "restore";
        if (Options.Value(args, "--data") is not { } folder
            || Options.Value(args, restore ? "--in" : "--out") is not { } zip)
        {
            await wrong.WriteLineAsync(restore
                ? "Say which backup goes where: --in FILE --data DIR"
                : "Say whose backup goes where: --data DIR --out FILE");
            return 2;
        }

        return await RecordCommand.RunAsync(wrong, async () =>
        {
            Kept kept = restore ? await Backup.RestoreAsync(zip, folder) : await Backup.WriteAsync(folder, zip);
            await said.WriteLineAsync(
                $"{(restore ? $"Restored into {folder}" : $"Written to {zip}")}: the shop’s file and {kept.Pictures} "
                    + "files of pictures.");
            return kept.Missing;
        });
    }
}
