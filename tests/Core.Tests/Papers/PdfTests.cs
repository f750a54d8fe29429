using System.Text;
using CsCheck;
using SturdyTinker.Core.Papers;
using SturdyTinker.Papers;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Content;
using Xunit;

namespace SturdyTinker.Core.Tests.Papers;

/// <summary>
/// Papers as PDFs, read back by PdfPig: nothing is lost, in its order, within the edges, fonts with it.
/// </summary>
public sealed class PdfTests
{
    private const double Margin = 50, Foot = 62;

    // What names and figures are made of besides plain letters.
    private static readonly string[] Odd =
        ["Ø", "ŁÓDŹ", "Ελένη", "Наталья", "1/8", "lbf·ft", "°F", "—", "“so”", "−3", "½"];

    private static readonly Gen<string> Words = Gen
        .OneOf(
            Gen.String[Gen.Char.AlphaNumeric, 1, 12],
            Gen.String[Gen.Char.AlphaNumeric, 60, 140],
            Gen.Int[0, Odd.Length - 1].Select(i => Odd[i]))
        .Array[1, 30]
        .Select(words => string.Join(' ', words));

    private static readonly Gen<PaperBlock> Blocks = Gen.OneOf(
        Words.Select(PaperBlock.Head),
        Words.Select(PaperBlock.Says),
        Words.Select(PaperBlock.Warns),
        Words.Array[1, 6].Select(w => new PaperBlock { Points = w }),
        Gen.Select(Words, Words).Array[1, 4].Select(f => new PaperBlock
        {
            Facts = [.. f.Select(one => new PaperFact(one.Item1, one.Item2))]
        }),
        Words.Array[3].Array[1, 12].Select(rows => new PaperBlock
        {
            Table = new PaperTable([new("", 2), new("", 5, Right: true), new("", 3)], rows, [])
        }));

    [Fact]
    public void Nothing_is_lost_and_all_of_it_stands_within_the_edges() => Gen
        .Select(Blocks.Array[0, 25], Gen.Bool)
        .Sample(
            (blocks, a4) =>
            {
                PaperSize size = a4 ? PaperSize.A4 : PaperSize.Letter;
                using PdfDocument pdf = PdfDocument.Open(Written(Of(blocks), size));
                List<string> pages = [];
                foreach (Page page in pdf.GetPages())
                {
                    (double width, double height) = a4 ? (595.28, 841.89) : (612, 792);
                    Assert.Equal(width, page.Width, 0);
                    Assert.Equal(height, page.Height, 0);
                    Assert.All(page.Letters, letter =>
                    {
                        Assert.InRange(letter.BoundingBox.Left, Margin - 2, width - Margin + 2);
                        Assert.InRange(letter.BoundingBox.Right, Margin - 2, width - Margin + 4);
                        Assert.InRange(letter.StartBaseLine.Y, 30, height - Margin);
                    });
                    pages.Add(string.Concat(page.Letters.Where(l => l.StartBaseLine.Y > Foot).Select(l => l.Value)));
                }

                string there = Bare(string.Concat(pages));
                foreach (string words in blocks.Where(b => b.Table is null).SelectMany(Texts))
                {
                    Assert.Contains(Bare(words), there, StringComparison.Ordinal);
                }

                // Cells beside each other are set line by line: of each, every letter is there.
                Assert.True(blocks.SelectMany(Texts).Sum(t => Bare(t).Length) <= there.Length);
            },
            iter: 20);

    [Fact]
    public void It_is_read_in_the_order_it_stands_and_every_page_is_numbered()
    {
        PaperBlock[] blocks = [.. Enumerable.Range(0, 120).Select(i => i % 10 == 0
            ? PaperBlock.Head($"Heading{i}")
            : PaperBlock.Says($"Paragraph{i} tells of thing {i} and goes on for a while, until its line breaks."))];
        using PdfDocument pdf = PdfDocument.Open(Written(Of(blocks), PaperSize.Letter));
        string all = string.Concat(pdf.GetPages().SelectMany(p => p.Letters).Select(l => l.Value));
        int at = 0;
        for (int i = 0; i < blocks.Length; i++)
        {
            int next = all.IndexOf(i % 10 == 0 ? $"Heading{i}" : $"Paragraph{i}", at, StringComparison.Ordinal);
            Assert.True(next >= at);
            at = next;
        }

        Assert.InRange(pdf.NumberOfPages, 4, 8);
        Assert.All(pdf.GetPages(), page => Assert.EndsWith(
            $"Page{page.Number}of{pdf.NumberOfPages}",
            Bare(string.Concat(page.Letters.Select(l => l.Value))),
            StringComparison.Ordinal));
    }

    [Fact]
    public void A_table_goes_on_over_the_page_with_its_heading()
    {
        PaperTable table = new(
            [new("Which", 30), new("What", 70)],
            [.. Enumerable.Range(0, 150).Select(i => new[] { $"row{i}", "a thing" })],
            [["Sum", "150 things"]]);
        using PdfDocument pdf = PdfDocument.Open(Written(Of([.. PaperBlock.Of("All", table)]), PaperSize.Letter));
        Assert.True(pdf.NumberOfPages > 3);
        string[] pages = [.. pdf.GetPages().Select(p => string.Concat(p.Letters.Select(l => l.Value)))];
        Assert.All(pages, text => Assert.Contains("Which", text, StringComparison.Ordinal));
        Assert.Contains("150 things", pages[^1], StringComparison.Ordinal);
    }

    /// <summary>
    /// What a reader needs is in the file: each font program (ISO 32000-1, 9.9, FontFile2), subset and mapped back to
    /// letters.
    /// </summary>
    [Fact]
    public void Its_fonts_go_with_it()
    {
        byte[] pdf = Written(Of([PaperBlock.Says("Latin, Ελληνικά and Кириллица")]), PaperSize.A4);
        string text = Encoding.Latin1.GetString(pdf);
        int fonts = Count(text, "/Type0"), embedded = Count(text, "/FontFile2"), mapped = Count(text, "/ToUnicode");
        Assert.Equal(3, fonts);
        Assert.Equal(fonts, embedded);
        Assert.Equal(fonts, mapped);
        Assert.InRange(pdf.Length, 5_000, 120_000);
    }

    [Fact]
    public void A_picture_that_is_missing_or_is_none_is_said_to_be_missing()
    {
        Guid gone = Guid.NewGuid(), broken = Guid.NewGuid();
        Paper paper = Of([new PaperBlock { Pictures = [new(gone, "the hanger"), new(broken, "the other one")] }]);
        using MemoryStream to = new();
        PaperPdf.Write(paper, PaperSize.Letter, id => id == broken ? [1, 2, 3] : null, to);
        using PdfDocument pdf = PdfDocument.Open(to.ToArray());
        string text = string.Concat(pdf.GetPage(1).Letters.Select(l => l.Value));
        Assert.Equal(2, Count(text, "This picture is missing."));
        Assert.Contains("the hanger", text, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("hand-over", "RT-4")]
    [InlineData("..", "/etc/passwd")]
    [InlineData("", "Ελένη")]
    public void A_file_is_called_what_every_file_system_takes(string kind, string tag) =>
        Assert.Matches("^[A-Za-z0-9]+(-[A-Za-z0-9]+)*$", Paper.NameOf(kind, tag, new string('x', 300)));

    internal static byte[] Written(Paper paper, PaperSize size)
    {
        using MemoryStream to = new();
        PaperPdf.Write(paper, size, _ => null, to);
        return to.ToArray();
    }

    /// <summary>All letters of a paper's PDF, without blanks.</summary>
    internal static string TextOf(Paper paper)
    {
        using PdfDocument pdf = PdfDocument.Open(Written(paper, PaperSize.Letter));
        return Bare(string.Concat(pdf.GetPages().SelectMany(p => p.Letters).Select(l => l.Value)));
    }

    internal static string Bare(string text) => string.Concat(text.Where(c => !char.IsWhiteSpace(c)));

    private static Paper Of(IReadOnlyList<PaperBlock> blocks) => new()
    {
        Title = "Paper",
        From = "A shop",
        About = "P-07, a trailer of so long a name that it does not fit on one line whatever one does with it, really",
        On = new DateOnly(2026, 5, 4),
        FileName = "paper",
        Blocks = blocks,
    };

    private static IEnumerable<string> Texts(PaperBlock block) =>
    [
        block.Heading ?? "",
        block.Words ?? "",
        .. block.Points,
        .. block.Table?.Rows.SelectMany(r => r) ?? [],
    ];

    private static int Count(string text, string part) => text.Split(part).Length - 1;
}
