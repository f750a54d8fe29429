using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>The command that looks whether a shop's record is whole, run without a server.</summary>
internal static class CheckCommand
{
    /// <summary>
    /// Runs "check --data DIR [--backups DIR]". 0 where all is well, 1 with a sentence for each thing that is wrong, 2
    /// for an order that lacks something.
    /// </summary>
    internal static async Task<int> RunAsync(string[] args, TextWriter said, TextWriter wrong)
    {
        if (Options.Value(args, "--data") is not { } folder)
        {
            await wrong.WriteLineAsync("Say whose record is looked through: --data DIR");
            return 2;
        }

        IReadOnlyList<string> faults = await ShopCheck.RunAsync(folder, Options.Value(args, "--backups"));
        foreach (string fault in faults)
        {
            await wrong.WriteLineAsync(fault);
        }

        if (faults.Count > 0)
        {
            return 1;
        }

        await said.WriteLineAsync(
            "All is well: the file is whole, every row leads where it says, what is stored can be read, the stock is "
                + "what its ledger comes to, every picture is there, and so is every write, as it was written.");
        return 0;
    }
}
