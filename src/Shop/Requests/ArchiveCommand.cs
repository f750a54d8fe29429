using SturdyTinker.Store.Archives;

namespace SturdyTinker.Shop.Requests;

/// <summary>The commands that write a shop's whole record in an open form and lay one, run without a server.</summary>
internal static class ArchiveCommand
{
    /// <summary>
    /// Runs "archive --data DIR --out FILE" or "archive --in FILE --data DIR". 0 when it is done, 1 when it can't be, 2
    /// for an order that lacks something.
    /// </summary>
    internal static async Task<int> RunAsync(string[] args, TextWriter said, TextWriter wrong, TimeProvider time)
    {
        string? from = Options.Value(args, "--in"), to = Options.Value(args, "--out");
        if (Options.Value(args, "--data") is not { } folder || from is null == to is null)
        {
            await wrong.WriteLineAsync(
                "Say whose record goes where: --data DIR --out FILE; "
                    + "or which archive goes where: --in FILE --data DIR");
            return 2;
        }

        return await RecordCommand.RunAsync(wrong, async () =>
        {
            Archived told = from is null
                ? await Archive.WriteAsync(folder, to!, time.GetUtcNow())
                : await ArchiveReading.LayAsync(from, folder);
            await said.WriteLineAsync(
                (from is null ? $"Written to {to}" : $"Laid into {folder}")
                    + FormattableString.Invariant($": {told.Rows:#,0} rows and {told.Pictures} files of pictures."));
            if (from is not null)
            {
                await said.WriteLineAsync(
                    "Nobody can sign in there yet: ./tinker owner --data DIR --name N makes a code for an owner.");
            }

            return told.Missing;
        });
    }
}
