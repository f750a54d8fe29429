using PdfSharp.Drawing;
using PdfSharp.Pdf;
using QRCoder;
using SturdyTinker.Core.Papers;

namespace SturdyTinker.Papers;

/// <summary>How labels lie on a sheet; all measures in inches.</summary>
/// <param name="Size">What is printed on.</param>
/// <param name="Columns">Labels beside each other, 1 to 10.</param>
/// <param name="Rows">Labels one below the other, 1 to 30.</param>
/// <param name="Left">From the sheet's left edge to the first label.</param>
/// <param name="Top">From its top edge to the first label.</param>
/// <param name="Width">Of a label, 0.75 and more.</param>
/// <param name="Height">Of a label, 0.5 and more.</param>
/// <param name="Across">Between two beside each other.</param>
/// <param name="Down">Between two one below the other.</param>
public sealed record LabelLayout(
    PaperSize Size,
    int Columns,
    int Rows,
    double Left,
    double Top,
    double Width,
    double Height,
    double Across,
    double Down)
{
    /// <summary>The width and height of a sheet. Source: published, ANSI/ASME Y14.1 and ISO 216.</summary>
    public (double Width, double Height) Sheet => Size == PaperSize.A4 ? (210 / 25.4, 297 / 25.4) : (8.5, 11);

    /// <summary>Why labels cannot lie so, and which measure says it; null where they can.</summary>
    public (string Measure, string Why)? Problem()
    {
        double wide = Left + (Columns * Width) + ((Columns - 1) * Across);
        double high = Top + (Rows * Height) + ((Rows - 1) * Down);
        return Columns is < 1 or > 10 ? ("columns", "A sheet has 1 to 10 columns of labels.")
            : Rows is < 1 or > 30 ? ("rows", "A sheet has 1 to 30 rows of labels.")
            : !(Left >= 0 && Top >= 0 && Across >= 0 && Down >= 0)
                ? ("left", "Edges and gaps are nothing or more.")
            : !(Width >= 0.75) ? ("width", "A label is at least 3/4 in wide: a code that is smaller can’t be read.")
            : !(Height >= 0.5) ? ("height", "A label is at least 1/2 in high: a code that is smaller can’t be read.")
            : wide > Sheet.Width + 0.01
                ? ("width", Takes(wide, "across", Sheet.Width))
            : high > Sheet.Height + 0.01
                ? ("height", Takes(high, "down", Sheet.Height))
            : null;
    }

    private static string Takes(double inches, string way, double has) =>
        FormattableString.Invariant($"These labels take {inches:0.##} in {way}; the sheet has {has:0.##}.");
}

/// <summary>A label.</summary>
/// <param name="Address">What its code says.</param>
/// <param name="Big">What is read from afar: the tag.</param>
/// <param name="Small">What stands below it, a line each.</param>
public sealed record Label(string Address, string Big, IReadOnlyList<string> Small);

/// <summary>Sets labels with QR codes (ISO/IEC 18004) on sheets of any layout.</summary>
public static class LabelSheet
{
    // Modules of white that a code needs around it. Source: published, ISO/IEC 18004.
    private const int Quiet = 4;

    private const double Inch = 72, Edge = 4;

    /// <summary>Writes them. The layout has to fit its sheet.</summary>
    /// <param name="layout">How they lie.</param>
    /// <param name="labels">The labels, row by row.</param>
    /// <param name="skip">How many of the first sheet are used up already.</param>
    /// <param name="to">Where it goes; it stays open.</param>
    public static void Write(LabelLayout layout, IReadOnlyList<Label> labels, int skip, Stream to)
    {
        using PdfDocument document = new();
        document.Info.Title = "Labels";
        int each = layout.Columns * layout.Rows;
        XGraphics? on = null;
        for (int i = 0; i < labels.Count || i == 0; i++)
        {
            int at = i + (skip % each);
            if (on is null || at % each == 0)
            {
                on?.Dispose();
                PdfPage page = document.AddPage();
                page.Size = layout.Size == PaperSize.A4 ? PdfSharp.PageSize.A4 : PdfSharp.PageSize.Letter;
                on = XGraphics.FromPdfPage(page);
            }

            if (i < labels.Count)
            {
                int column = at % each % layout.Columns, row = at % each / layout.Columns;
                Set(
                    on,
                    labels[i],
                    new XRect(
                        (layout.Left + (column * (layout.Width + layout.Across))) * Inch,
                        (layout.Top + (row * (layout.Height + layout.Down))) * Inch,
                        layout.Width * Inch,
                        layout.Height * Inch));
            }
        }

        on?.Dispose();
        document.Save(to, closeStream: false);
    }

    private static void Set(XGraphics on, Label label, XRect within)
    {
        using QRCodeGenerator generator = new();
        using QRCodeData code = generator.CreateQrCode(label.Address, QRCodeGenerator.ECCLevel.M);

        // What comes out has the white around it already.
        int modules = code.ModuleMatrix.Count;
        double side = Math.Min(within.Height, within.Width * 0.6), module = side / modules;
        for (int y = 0; y < modules; y++)
        {
            // Modules beside each other are one bar: no hairline of white between them on a printer.
            for (int x = 0; x < modules; x++)
            {
                int from = x;
                while (x < modules && code.ModuleMatrix[y][x])
                {
                    x++;
                }

                if (x > from)
                {
                    on.DrawRectangle(
                        XBrushes.Black,
                        within.X + (from * module),
                        within.Y + (y * module),
                        (x - from) * module,
                        module);
                }
            }
        }

        // Nothing stands in the white around the code.
        double left = within.X + side, room = within.Right - left - Edge;
        double size = Math.Clamp(within.Height / 5, 7, 20), top = within.Y + (Quiet * module);
        Type big = new(on, size, strong: true), small = new(on, Math.Max(5.5, size * 0.5));
        foreach (string line in big.Lines(label.Big, room).Take(2))
        {
            big.Set(on, line, left, top, XBrushes.Black);
            top += big.Line;
        }

        foreach (string line in label.Small.SelectMany(words => small.Lines(words, room)))
        {
            if (top + small.Line > within.Bottom)
            {
                break;
            }

            small.Set(on, line, left, top, XBrushes.Black);
            top += small.Line;
        }
    }
}
