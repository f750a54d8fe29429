using System.Globalization;
using PdfSharp.Drawing;
using PdfSharp.Pdf;
using SturdyTinker.Core.Papers;

namespace SturdyTinker.Papers;

/// <summary>
/// Sets a paper as a PDF: its text can be selected and read aloud in the order it stands, its fonts go with it.
/// </summary>
public sealed class PaperPdf : IDisposable
{
    private const double Margin = 50, Gap = 8, Cell = 4, PictureHeight = 150, MarkWidth = 170, MarkHeight = 56;

    private static readonly XColor Ink = XColor.FromArgb(0x1F, 0x2A, 0x2E), Steel = XColor.FromArgb(0x5B, 0x6B, 0x70);
    private static readonly XBrush InkBrush = new XSolidBrush(Ink), SteelBrush = new XSolidBrush(Steel);
    private static readonly XPen Hairline = new(XColor.FromArgb(0xB9, 0xC0, 0xC2), 0.6), Rule = new(Ink, 1);

    private readonly Paper paper;
    private readonly PaperSize size;
    private readonly Func<Guid, byte[]?> picture;
    private readonly PdfDocument document = new();
    private readonly XGraphics measure = XGraphics.CreateMeasureContext(
        new XSize(1_000, 1_000),
        XGraphicsUnit.Point,
        XPageDirection.Downwards);

    private readonly Type title, heading, body, strong, small;
    private XGraphics on = null!;
    private double y, width, bottom;

    private PaperPdf(Paper paper, PaperSize size, Func<Guid, byte[]?> picture)
    {
        (this.paper, this.size, this.picture) = (paper, size, picture);
        title = new Type(measure, 18, strong: true);
        heading = new Type(measure, 12.5, strong: true);
        body = new Type(measure, 10.5);
        strong = new Type(measure, 10.5, strong: true);
        small = new Type(measure, 8.5);
    }

    /// <summary>Writes a paper.</summary>
    /// <param name="paper">The paper.</param>
    /// <param name="size">What it is printed on.</param>
    /// <param name="picture">
    /// A picture's bytes, JPEG or PNG; null where it is missing, which is said in its place.
    /// </param>
    /// <param name="to">Where it goes; it stays open.</param>
    public static void Write(Paper paper, PaperSize size, Func<Guid, byte[]?> picture, Stream to)
    {
        using PaperPdf pdf = new(paper, size, picture);
        pdf.Set();
        if (paper.Record is { } record)
        {
            using MemoryStream data = new(record);
            pdf.document.AddEmbeddedFile("life.json", data);
        }

        pdf.document.Save(to, closeStream: false);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        on?.Dispose();
        measure.Dispose();
        document.Dispose();
    }

    private double Room => bottom - y;

    private void Set()
    {
        document.Info.Title = $"{paper.Title}: {paper.About}";
        document.Info.Author = paper.From;
        document.Info.CreationDate = paper.On.ToDateTime(TimeOnly.MinValue);
        document.Options.CompressContentStreams = true;
        NewPage();
        (double under, double wide) = Mark();
        Lines(strong, paper.From, InkBrush, right: wide);
        foreach (string line in paper.Reached)
        {
            Lines(small, line, SteelBrush, right: wide);
        }

        y = Math.Max(y + Gap, under);
        Lines(title, paper.Title, InkBrush);
        Lines(body, $"{paper.About}. {paper.On.ToString("MMMM d, yyyy", CultureInfo.InvariantCulture)}", InkBrush);
        y += Gap / 2;
        on.DrawLine(Rule, Margin, y, Margin + width, y);
        y += Gap;
        for (int i = 0; i < paper.Blocks.Count; i++)
        {
            Block(paper.Blocks[i], i + 1 < paper.Blocks.Count ? paper.Blocks[i + 1] : null);
        }

        on.Dispose();
        Feet();
    }

    // At the head's right: where it ends, and how much of the width it takes. Where it is gone, the name is enough.
    private (double Under, double Wide) Mark()
    {
        if (paper.Mark is not { } id || picture(id) is not { } bytes || Read(bytes) is not { } image)
        {
            return (y, 0);
        }

        using (image)
        {
            double scale = Math.Min(MarkWidth / image.PointWidth, MarkHeight / image.PointHeight);
            double wide = image.PointWidth * scale, high = image.PointHeight * scale;
            on.DrawImage(image, Margin + width - wide, y, wide, high);
            return (y + high + (Gap / 2), wide + Gap);
        }
    }

    private void Block(PaperBlock block, PaperBlock? next)
    {
        if (block.NewPage)
        {
            NewPage();
        }

        if (block.Heading is { } words)
        {
            // A heading does not end a page.
            double least = (heading.Line * 2) + (next?.Table is null ? body.Line * 2 : body.Line * 4);
            Keep(Math.Min(least, bottom - Margin));
            y += Gap;
            Lines(heading, words, InkBrush);
            y += 2;
        }

        if (block.Words is { } said)
        {
            if (block.Grave)
            {
                Grave(said);
            }
            else
            {
                Lines(body, said, InkBrush);
                y += Gap / 2;
            }
        }

        foreach (string point in block.Points)
        {
            Point(point);
        }

        foreach (PaperFact fact in block.Facts)
        {
            Fact(fact);
        }

        if (block.Table is { } table)
        {
            Table(table);
        }

        Pictures(block.Pictures);
        foreach (string who in block.Signed)
        {
            Keep(body.Line * 3);
            y += body.Line * 2;
            on.DrawLine(Rule, Margin, y, Margin + (width * 0.55), y);
            on.DrawLine(Rule, Margin + (width * 0.65), y, Margin + width, y);
            small.Set(on, who, Margin, y + 2, SteelBrush);
            small.Set(on, "Date", Margin + (width * 0.65), y + 2, SteelBrush);
            y += small.Line + 4;
        }
    }

    private void NewPage()
    {
        on?.Dispose();
        PdfPage page = document.AddPage();
        page.Size = size == PaperSize.A4 ? PdfSharp.PageSize.A4 : PdfSharp.PageSize.Letter;
        on = XGraphics.FromPdfPage(page);
        (width, bottom, y) = (page.Width.Point - (2 * Margin), page.Height.Point - Margin - 10, Margin);
    }

    private void Keep(double height)
    {
        if (Room < height && y > Margin)
        {
            NewPage();
        }
    }

    private void Lines(Type type, string text, XBrush ink, double indent = 0, double right = 0)
    {
        foreach (string line in type.Lines(text, width - indent - right))
        {
            Keep(type.Line);
            type.Set(on, line, Margin + indent, y, ink);
            y += type.Line;
        }
    }

    // A bar beside it, as long as it goes on, over pages too.
    private void Grave(string words)
    {
        foreach (string line in strong.Lines(words, width - 14))
        {
            Keep(strong.Line);
            on.DrawRectangle(InkBrush, Margin, y, 5, strong.Line);
            strong.Set(on, line, Margin + 14, y, InkBrush);
            y += strong.Line;
        }

        y += Gap / 2;
    }

    private void Point(string words)
    {
        Keep(body.Line);
        body.Set(on, "–", Margin + 2, y, InkBrush);
        Lines(body, words, InkBrush, 14);
        y += 1.5;
    }

    private void Fact(PaperFact fact)
    {
        double names = width * 0.32;
        List<string> name = body.Lines(fact.Name, names - 8), value = strong.Lines(fact.Value, width - names);
        Keep(Math.Min(Math.Max(name.Count, value.Count) * body.Line, bottom - Margin));
        for (int i = 0; i < Math.Max(name.Count, value.Count); i++)
        {
            Keep(body.Line);
            if (i < name.Count)
            {
                body.Set(on, name[i], Margin, y, SteelBrush);
            }

            if (i < value.Count)
            {
                strong.Set(on, value[i], Margin + names, y, InkBrush);
            }

            y += body.Line;
        }

        if (fact.Value.Length == 0)
        {
            on.DrawLine(Hairline, Margin + names, y - 2, Margin + width, y - 2);
            y += 4;
        }
    }

    private void Table(PaperTable table)
    {
        double all = table.Columns.Sum(c => c.Weight);
        double[] widths = [.. table.Columns.Select(c => width * c.Weight / all)];
        bool named = table.Columns.Any(c => c.Name.Length > 0);
        void Head()
        {
            if (named)
            {
                Row(table, [.. table.Columns.Select(c => c.Name)], widths, small, SteelBrush, () => { });
                on.DrawLine(Rule, Margin, y, Margin + width, y);
                y += 2;
            }
        }

        Head();
        foreach (IReadOnlyList<string> row in table.Rows)
        {
            Row(table, row, widths, body, InkBrush, Head);
            on.DrawLine(Hairline, Margin, y, Margin + width, y);
        }

        foreach (IReadOnlyList<string> row in table.Foot)
        {
            Row(table, row, widths, strong, InkBrush, Head);
        }

        y += Gap / 2;
    }

    // A row stays on its page; one that is longer than a page goes on over it.
    private void Row(
        PaperTable table,
        IReadOnlyList<string> row,
        double[] widths,
        Type type,
        XBrush ink,
        Action head)
    {
        List<string>[] cells = [.. row.Select((cell, i) => cell is PaperTable.Blank or PaperTable.Tick
            ? [cell]
            : type.Lines(cell, widths[i] - (2 * Cell)))];
        int tallest = cells.Max(c => c.Count);
        bool written = row.Contains(PaperTable.Blank) || row.Contains(PaperTable.Tick);
        double height = (tallest * type.Line) + (written ? 8 : 3);
        if (Room < height && y > Margin && height < bottom - Margin - 60)
        {
            NewPage();
            head();
        }

        y += written ? 4 : 1.5;
        for (int line = 0; line < tallest; line++)
        {
            if (Room < type.Line)
            {
                NewPage();
                head();
            }

            double x = Margin;
            for (int i = 0; i < cells.Length; i++)
            {
                if (line < cells[i].Count)
                {
                    In(cells[i][line], table.Columns[i].Right, x, widths[i], type, ink);
                }

                x += widths[i];
            }

            y += type.Line;
        }

        y += written ? 4 : 1.5;
    }

    private void In(string text, bool right, double x, double wide, Type type, XBrush ink)
    {
        if (text == PaperTable.Blank)
        {
            on.DrawRectangle(Hairline, x + Cell, y - 2, wide - (2 * Cell), type.Line + 3);
        }
        else if (text == PaperTable.Tick)
        {
            on.DrawRectangle(Rule, x + Cell, y + 1, type.Line - 4, type.Line - 4);
        }
        else
        {
            type.Set(on, text, right ? x + wide - Cell - type.WidthOf(text) : x + Cell, y, ink);
        }
    }

    private void Pictures(IReadOnlyList<PaperPicture> pictures)
    {
        double half = (width - Gap) / 2;
        foreach (PaperPicture[] pair in pictures.Chunk(2))
        {
            List<string>[] words = [.. pair.Select(p => small.Lines(p.Words, half))];
            Keep(PictureHeight + (words.Max(w => w.Count) * small.Line) + Gap);
            double under = y + PictureHeight + 2;
            for (int i = 0; i < pair.Length; i++)
            {
                double x = Margin + (i * (half + Gap));
                Picture(pair[i].Id, x, half);
                for (int line = 0; line < words[i].Count; line++)
                {
                    small.Set(on, words[i][line], x, under + (line * small.Line), SteelBrush);
                }
            }

            y = under + (words.Max(w => w.Count) * small.Line) + Gap;
        }
    }

    private void Picture(Guid id, double x, double half)
    {
        if (picture(id) is { } bytes && Read(bytes) is { } image)
        {
            using (image)
            {
                double scale = Math.Min(half / image.PointWidth, PictureHeight / image.PointHeight);
                on.DrawImage(image, x, y, image.PointWidth * scale, image.PointHeight * scale);
            }

            return;
        }

        on.DrawRectangle(Hairline, x, y, half, PictureHeight);
        small.Set(on, "This picture is missing.", x + Gap, y + Gap, SteelBrush);
    }

    private static XImage? Read(byte[] bytes)
    {
        try
        {
            return XImage.FromStream(new MemoryStream(bytes));
        }
        catch (Exception fault) when (fault is InvalidOperationException or NotSupportedException or FormatException
            or ArgumentException or IOException or IndexOutOfRangeException)
        {
            return null;
        }
    }

    // Only now is it known how many pages there are.
    private void Feet()
    {
        for (int i = 0; i < document.PageCount; i++)
        {
            using XGraphics page = XGraphics.FromPdfPage(document.Pages[i], XGraphicsPdfPageOptions.Append);
            double at = document.Pages[i].Height.Point - Margin + 4;
            string number = FormattableString.Invariant($"Page {i + 1} of {document.PageCount}");
            page.DrawLine(Hairline, Margin, at - 2, Margin + width, at - 2);
            small.Set(
                page,
                small.Lines($"{paper.Title}, {paper.About}", width - 90)[0],
                Margin,
                at,
                SteelBrush);
            small.Set(page, number, Margin + width - small.WidthOf(number), at, SteelBrush);
        }
    }
}
