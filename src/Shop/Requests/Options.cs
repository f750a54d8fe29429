namespace SturdyTinker.Shop.Requests;

/// <summary>Options of commands that run without a server.</summary>
internal static class Options
{
    /// <summary>What stands after an option's name; null where it is not given.</summary>
    internal static string? Value(string[] args, string name) =>
        Array.IndexOf(args, name) is >= 0 and int at && at + 1 < args.Length ? args[at + 1] : null;
}
