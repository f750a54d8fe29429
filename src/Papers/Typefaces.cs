using System.Collections.Concurrent;
using System.Reflection;
using PdfSharp.Drawing;
using PdfSharp.Fonts;

namespace SturdyTinker.Papers;

/// <summary>The fonts that ship with the program: nothing is asked of the machine it runs on.</summary>
internal sealed class Typefaces : IFontResolver
{
    private const string Plain = "Barlow_400Regular", Strong = "Barlow_600SemiBold", Wide = "DejaVuSansCondensed";

    private static readonly XPdfFontOptions Options = XPdfFontOptions.UnicodeDefault;
    private static readonly Lock Once = new();
    private static bool set;

    private readonly ConcurrentDictionary<string, byte[]> read = [];

    /// <summary>
    /// The font of our screens, and behind it one that has the letters it lacks: Greek, Cyrillic and more.
    /// </summary>
    /// <param name="size">Points.</param>
    /// <param name="strong">Whether it stands out.</param>
    internal static (XFont Own, XFont Wide) Of(double size, bool strong)
    {
        lock (Once)
        {
            if (!set)
            {
                GlobalFontSettings.FontResolver = new Typefaces();
                set = true;
            }
        }

        return (
            new XFont(strong ? Strong : Plain, size, XFontStyleEx.Regular, Options),
            new XFont(Wide, size, XFontStyleEx.Regular, Options));
    }

    /// <inheritdoc/>
    public FontResolverInfo? ResolveTypeface(string familyName, bool bold, bool italic) => new(familyName);

    /// <inheritdoc/>
    public byte[]? GetFont(string faceName) => read.GetOrAdd(faceName, name =>
    {
        using Stream font = Assembly.GetExecutingAssembly().GetManifestResourceStream(name)
            ?? throw new InvalidOperationException($"No font is called {name}.");
        using MemoryStream bytes = new();
        font.CopyTo(bytes);
        return bytes.ToArray();
    });
}
