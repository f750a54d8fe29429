namespace SturdyTinker.Tests;

/// <summary>The checkout that the tests were built from.</summary>
internal static class Checkout
{
    /// <summary>Full path of its folder; fails where there is none above the tests' own.</summary>
    public static string Root { get; } = Find();

    private static string Find()
    {
        DirectoryInfo? folder = new(AppContext.BaseDirectory);
        while (folder is not null && !File.Exists(Path.Combine(folder.FullName, "SturdyTinker.slnx")))
        {
            folder = folder.Parent;
        }

        return folder?.FullName ?? throw new InvalidOperationException("The checkout was not found.");
    }
}
