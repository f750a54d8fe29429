using SturdyTinker.Store.Archives;

namespace SturdyTinker.Shop.Requests;

/// <summary>The commands that write a shop's whole record in an open form and lay one, run without a server.</summary>
internal static class ArchiveCommand
{
    /// <summary>
    /// Runs "archive --data DIR --out FILE", "archive --in FILE --data DIR" or "archive --merge FILE --data DIR". 0
    /// when it is done, 1 when it can't be, 2 for an order that lacks something.
    /// </summary>
    internal static async Task<int> RunAsync(string[] args, TextWriter said, TextWriter wrong, TimeProvider time)
    {
        if (Options.Value(args, "--merge") is { } other)
        {
            return await MergeAsync(args, other, said, wrong, time);
        }

        string? from = Options.Value(args, "--in"), to = Options.Value(args, "--out");
        if (Options.Value(args, "--data") is not { } folder || from is null == to is null)
        {
            await wrong.WriteLineAsync(
                "Say whose record goes where: --data DIR --out FILE; "
                    + "or which archive goes where: --in FILE --data DIR, or --merge FILE --data DIR");
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

    private static async Task<int> MergeAsync(
        string[] args,
        string zip,
        TextWriter said,
        TextWriter wrong,
        TimeProvider time)
    {
        string? mark = Options.Value(args, "--mark");
        List<(string, string)> same = [];
        foreach (string pair in args.Zip(args.Skip(1)).Where(p => p.First == "--same").Select(p => p.Second))
        {
            if (pair.Split('=') is not [{ Length: > 0 } ours, { Length: > 0 } theirs])
            {
                await wrong.WriteLineAsync($"{pair} is not OURS=THEIRS: the tag here, and what it is called there.");
                return 2;
            }

            same.Add((ours.Trim(), theirs.Trim()));
        }

        if (Options.Value(args, "--data") is not { } folder
            || (mark is not null && (mark.Length is 0 or > Merging.LongestMark || !mark.All(char.IsLetterOrDigit))))
        {
            await wrong.WriteLineAsync(
                "Say what is merged into what: --merge FILE --data DIR [--mark LETTERS] [--same OURS=THEIRS] "
                    + $"[--look yes]. A mark has one to {Merging.LongestMark} letters or digits.");
            return 2;
        }

        bool look = Options.Value(args, "--look") is not null;
        return await RecordCommand.RunAsync(wrong, async () =>
        {
            Merged told = await Merging.MergeAsync(zip, folder, new MergeAsked(mark, same, look), time.GetUtcNow());
            foreach (string sentence in told.Said)
            {
                await said.WriteLineAsync(sentence);
            }

            await said.WriteLineAsync(told.Added.Count == 0
                ? FormattableString.Invariant(
                    $"Nothing of {told.Shop} is new here: all {told.There:#,0} rows are there.")
                : (look ? "To be merged" : "Merged") + FormattableString.Invariant(
                    $" from {told.Shop}: {string.Join(", ", told.Added.Select(Count))}; {told.Pictures} files of ")
                    + "pictures. "
                    + FormattableString.Invariant($"{told.There:#,0} rows were here already."));
            if (look)
            {
                await said.WriteLineAsync("Nothing was changed: leave out --look to merge it.");
            }

            return told.Missing;
        });
    }

    private static string Count(KeyValuePair<string, long> table) =>
        FormattableString.Invariant($"{table.Value:#,0} {table.Key}");
}
