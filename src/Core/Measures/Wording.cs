using System.Globalization;

namespace SturdyTinker.Core.Measures;

/// <summary>How things are put into words everywhere alike.</summary>
internal static class Wording
{
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
