using System.Globalization;

namespace SturdyTinker.Core.Measures;

/// <summary>How things are put into words everywhere alike.</summary>
internal static class Wording
{
    /// <summary>
    /// As it stands within a sentence: with a small letter, but for what is written in capitals. Empty stays empty.
    /// </summary>
    internal static string Small(string words) =>
        words.Length == 0 || (words.Length > 1 && char.IsUpper(words[0]) && char.IsUpper(words[1]))
            ? words
            : char.ToLowerInvariant(words[0]) + words[1..];

    /// <summary>With a capital.</summary>
    internal static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];

    /// <summary>Minutes as they are said: whole ones, a half rounded up.</summary>
    internal static int WholeMinutes(decimal minutes) => (int)Math.Round(minutes, MidpointRounding.AwayFromZero);

    /// <summary>Minutes as people say them: "50 min", "2 h 32".</summary>
    internal static string Minutes(decimal minutes)
    {
        int whole = WholeMinutes(minutes);
        return whole < 60
            ? string.Create(CultureInfo.InvariantCulture, $"{whole} min")
            : string.Create(CultureInfo.InvariantCulture, $"{whole / 60} h {whole % 60:00}");
    }
}
