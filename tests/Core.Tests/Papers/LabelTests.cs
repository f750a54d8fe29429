using SturdyTinker.Core.Papers;
using SturdyTinker.Papers;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Graphics;
using Xunit;
using ZXing;
using ZXing.Common;
using ZXing.QrCode;

namespace SturdyTinker.Core.Tests.Papers;

/// <summary>Labels: their codes are read back out of the PDF by a decoder (ZXing), wherever they lie.</summary>
public sealed class LabelTests
{
    private static readonly LabelLayout Ours = new(PaperSize.Letter, 2, 5, 0.5, 0.5, 3.5, 1.9, 0.25, 0.1);

    [Theory]
    [InlineData(2, 5, 3.5, 1.9, 13, 3)]
    [InlineData(4, 12, 1.8, 0.75, 20, 0)]
    [InlineData(1, 1, 7, 9, 2, 0)]
    public void A_decoder_reads_every_code_where_its_label_lies(
        int columns,
        int rows,
        double width,
        double height,
        int count,
        int skip)
    {
        LabelLayout layout = Ours with
        {
            Columns = columns,
            Rows = rows,
            Width = width,
            Height = height,
            Across = 0.1,
            Down = 0.05
        };
        Assert.Null(layout.Problem());
        Label[] labels = [.. Enumerable.Range(0, count).Select(i => new Label(
            $"https://shop.example/t/0192f0c4-aaaa-7bbb-8ccc-{i:000000000000}",
            $"RT-{i}",
            ["a name that is long enough to be broken", "Repacked 11/2026", "Again by 11/2027"]))];
        using MemoryStream to = new();
        LabelSheet.Write(layout, labels, skip, to);
        using PdfDocument pdf = PdfDocument.Open(to.ToArray());
        int each = columns * rows;
        Assert.Equal((count + skip + each - 1) / each, pdf.NumberOfPages);
        for (int i = 0; i < count; i++)
        {
            int at = i + skip;
            Page page = pdf.GetPage((at / each) + 1);
            double left = (layout.Left + (at % each % columns * (width + layout.Across))) * 72;
            double top = page.Height - ((layout.Top + (at % each / columns * (height + layout.Down))) * 72);
            PdfRectangle within = new(left, top - (height * 72), left + (width * 72), top);
            Assert.Equal(labels[i].Address, Decoded(page, within));
            string text = string.Concat(page.Letters
                .Where(l => Within(within, l.StartBaseLine))
                .Select(l => l.Value));
            Assert.StartsWith(labels[i].Big, text, StringComparison.Ordinal);
        }
    }

    /// <summary>A sheet that cannot be is refused with the measure that says so.</summary>
    [Theory]
    [InlineData(3, 5, 3.5, 1.9, "width")]
    [InlineData(2, 7, 3.5, 1.9, "height")]
    [InlineData(0, 5, 3.5, 1.9, "columns")]
    [InlineData(2, 31, 3.5, 0.1, "rows")]
    [InlineData(2, 5, 0.2, 1.9, "width")]
    [InlineData(2, 5, double.NaN, 1.9, "width")]
    public void What_does_not_fit_its_sheet_is_said(
        int columns,
        int rows,
        double width,
        double height,
        string measure) =>
        Assert.Equal(
            measure,
            (Ours with { Columns = columns, Rows = rows, Width = width, Height = height }).Problem()!.Value.Measure);

    // The black bars of a label as a picture, for the decoder.
    private static string? Decoded(Page page, PdfRectangle within)
    {
        const int Scale = 6;
        int wide = (int)(within.Width * Scale), high = (int)(within.Height * Scale);
        byte[] light = new byte[wide * high];
        Array.Fill(light, (byte)255);
        foreach (PdfPath path in page.Paths)
        {
            if (path.GetBoundingRectangle() is not { } bar || !Within(within, bar.Centroid) || !path.IsFilled)
            {
                continue;
            }

            for (int y = Round((within.Top - bar.Top) * Scale); y < Round((within.Top - bar.Bottom) * Scale); y++)
            {
                for (int x = Round((bar.Left - within.Left) * Scale); x < Round((bar.Right - within.Left) * Scale); x++)
                {
                    if (x >= 0 && y >= 0 && x < wide && y < high)
                    {
                        light[(y * wide) + x] = 0;
                    }
                }
            }
        }

        BinaryBitmap picture = new(new HybridBinarizer(new RGBLuminanceSource(
            light,
            wide,
            high,
            RGBLuminanceSource.BitmapFormat.Gray8)));
        return new QRCodeReader().decode(picture, new Dictionary<DecodeHintType, object>
        {
            [DecodeHintType.TRY_HARDER] = true
        })?.Text;
    }

    private static bool Within(PdfRectangle place, PdfPoint point) =>
        point.X >= place.Left && point.X <= place.Right && point.Y >= place.Bottom && point.Y <= place.Top;

    private static int Round(double value) => (int)Math.Round(value);
}
