using System.Text;
using PdfSharp.Drawing;
using PdfSharp.Fonts;

namespace SturdyTinker.Papers;

/// <summary>Type of one size: how wide words are, where lines break, and how they are set.</summary>
internal sealed class Type
{
    // What neither font has is shown to be missing, and never left out.
    private const int Missing = 0xFFFD;

    private readonly XFont own;
    private readonly XFont wide;
    private readonly XGraphics measure;
    private readonly Dictionary<string, double> widths = [];
    private readonly Dictionary<int, bool> known = [];

    /// <param name="measure">Something to measure on.</param>
    /// <param name="size">Points.</param>
    /// <param name="strong">Whether it stands out.</param>
    internal Type(XGraphics measure, double size, bool strong = false)
    {
        this.measure = measure;
        (own, wide) = Typefaces.Of(size, strong);
        Line = Math.Round(size * 1.32, 1);
        Rise = size * 0.98;
        Space = Width(" ");
    }

    /// <summary>From one line to the next, in points.</summary>
    internal double Line { get; }

    // From the top of a line to where its letters stand.
    private double Rise { get; }

    private double Space { get; }

    /// <summary>Breaks words into lines no wider than asked; a longer word is broken where it must be.</summary>
    internal List<string> Lines(string text, double width)
    {
        List<string> lines = [];
        foreach (string paragraph in text.Split('\n'))
        {
            StringBuilder line = new();
            double taken = 0;
            foreach (string word in paragraph.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            {
                foreach (string piece in Pieces(word, width))
                {
                    double wide = Width(piece);
                    if (line.Length > 0 && taken + Space + wide > width)
                    {
                        lines.Add(line.ToString());
                        line.Clear();
                        taken = 0;
                    }

                    taken += (line.Length > 0 ? Space : 0) + wide;
                    line.Append(line.Length > 0 ? " " : "").Append(piece);
                }
            }

            lines.Add(line.ToString());
        }

        return lines;
    }

    /// <summary>How wide a line is, in points.</summary>
    internal double WidthOf(string line) =>
        line.Split(' ').Sum(Width) + (Space * line.Count(c => c == ' '));

    /// <summary>Sets a line with its top there.</summary>
    internal void Set(XGraphics on, string line, double x, double top, XBrush ink)
    {
        foreach ((string run, XFont font) in Runs(line))
        {
            on.DrawString(run, font, ink, x, top + Rise);
            x += on.MeasureString(run, font).Width;
        }
    }

    private IEnumerable<string> Pieces(string word, double width)
    {
        if (Width(word) <= width)
        {
            yield return word;
            yield break;
        }

        StringBuilder piece = new();
        foreach (Rune rune in word.EnumerateRunes())
        {
            if (piece.Length > 0 && Width(piece + rune.ToString()) > width)
            {
                yield return piece.ToString();
                piece.Clear();
            }

            piece.Append(rune.ToString());
        }

        yield return piece.ToString();
    }

    private double Width(string word)
    {
        if (!widths.TryGetValue(word, out double width))
        {
            // A space by itself measures as nothing.
            width = word == " "
                ? measure.MeasureString("x x", own).Width - measure.MeasureString("xx", own).Width
                : Runs(word).Sum(r => measure.MeasureString(r.Text, r.Font).Width);
            widths.Add(word, width);
        }

        return width;
    }

    private List<(string Text, XFont Font)> Runs(string text)
    {
        List<(string, XFont)> runs = [];
        StringBuilder run = new();
        XFont? font = null;
        foreach (Rune rune in text.EnumerateRunes())
        {
            // What is neither letter nor sign has no place on paper.
            if (Rune.IsControl(rune))
            {
                continue;
            }

            (Rune shown, XFont with) = Has(own, rune.Value) ? (rune, own)
                : Has(wide, rune.Value) ? (rune, wide)
                : (new Rune(Missing), wide);
            if (font is not null && font != with)
            {
                runs.Add((run.ToString(), font));
                run.Clear();
            }

            font = with;
            run.Append(shown.ToString());
        }

        if (font is not null && run.Length > 0)
        {
            runs.Add((run.ToString(), font));
        }

        return runs;
    }

    private bool Has(XFont font, int point)
    {
        int key = font == own ? point : -point;
        if (!known.TryGetValue(key, out bool has))
        {
            known.Add(key, has = GlyphHelper.GlyphIndexFromCodePoint(point, font) != 0);
        }

        return has;
    }
}
