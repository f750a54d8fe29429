namespace SturdyTinker.Store;

/// <summary>
/// Tags and names compared as the file compares them (SQLite's NOCASE): the letters A to Z alike in either case, all
/// others apart.
/// </summary>
public static class NoCase
{
    /// <summary>The comparison, for what is looked up in memory.</summary>
    public static IEqualityComparer<string> Comparer { get; } = new Folding();

    private static string Folded(string text) => string.Create(text.Length, text, static (folded, from) =>
    {
        for (int i = 0; i < folded.Length; i++)
        {
            folded[i] = char.IsAsciiLetterUpper(from[i]) ? (char)(from[i] | 0x20) : from[i];
        }
    });

    private sealed class Folding : IEqualityComparer<string>
    {
        public bool Equals(string? x, string? y) =>
            ReferenceEquals(x, y) || (x is not null && y is not null && Folded(x) == Folded(y));

        public int GetHashCode(string text) => Folded(text).GetHashCode(StringComparison.Ordinal);
    }
}
