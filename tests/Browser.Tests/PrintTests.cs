using System.Text;
using System.Text.Json;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Content;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>
/// A paper that is printed from the page has all that stands on it, in its order, on the paper that lies in the
/// printer, in ink that is seen on white, and nothing of the program around it.
/// </summary>
public sealed class PrintTests
{
    private const double PointsAnInch = 72;

    [Fact]
    public async Task What_is_printed_is_the_paper_alone_and_all_of_it()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            string visit =
                (await shop.GetAsync("/api/ledger/visits")).GetProperty("visits")[0].GetProperty("id").GetString()!;
            (string Paper, double Width, double Height, string Light)[] papers =
            [
                ($"handOver/{visit}", 8.5, 11, "day"),
                ($"handOver/{visit}", 8.27, 11.69, "night"),
                ($"packet/{await shop.OpenVisitAsync()}", 8.5, 11, "night"),
                ($"life/{await shop.TrailerAsync("B-03")}", 8.27, 11.69, "day"),
            ];
            screen.Open("/ledger");
            foreach ((string paper, double width, double height, string light) in papers)
            {
                screen.Follow($"/ledger/papers/{paper}");
                screen.WaitUntil(() => screen.All("article").Count > 0, $"the paper {paper}");
                screen.Run("document.documentElement.dataset.light = arguments[0]", light);
                using PdfDocument pdf = PdfDocument.Open(screen.Printed(width, height));
                string printed = Plain(string.Concat(pdf.GetPages().SelectMany(p => p.Letters).Select(l => l.Value)));
                int at = 0;
                foreach (string words in Words(await shop.GetAsync($"/api/ledger/papers/{paper}")))
                {
                    int found = printed.IndexOf(Plain(words), at, StringComparison.Ordinal);
                    Assert.True(found >= 0, $"{paper}: “{words}” is not printed, or not in its place.");
                    at = found;
                }

                Assert.DoesNotContain("Reckoner", printed, StringComparison.Ordinal);
                Assert.DoesNotContain(Plain("Send it by mail"), printed, StringComparison.Ordinal);
                foreach (Page page in pdf.GetPages())
                {
                    Assert.Equal(width * PointsAnInch, page.Width, 1.0);
                    Assert.Equal(height * PointsAnInch, page.Height, 1.0);
                    Assert.All(page.Letters, l => Assert.InRange(l.BoundingBox.Right, 0, page.Width));
                    Assert.All(page.Letters, l => Assert.InRange(Lightness(l), 0, 0.45));
                }
            }

            screen.Run("document.documentElement.dataset.light = 'day'");
        }
    }

    // How light ink is, 0 for black and 1 for white (relative luminance, without its gamma).
    private static double Lightness(Letter letter)
    {
        (double r, double g, double b) = letter.Color.ToRGBValues();
        return (0.2126 * r) + (0.7152 * g) + (0.0722 * b);
    }

    // Line breaks and the spaces between words are the printer's.
    private static string Plain(string words)
    {
        StringBuilder plain = new();
        foreach (char c in words.Where(c => !char.IsWhiteSpace(c) && c != '\u00AD'))
        {
            plain.Append(c);
        }

        return plain.ToString();
    }

    private static IEnumerable<string> Words(JsonElement paper)
    {
        yield return paper.GetProperty("title").GetString()!;
        foreach (JsonElement block in paper.GetProperty("blocks").EnumerateArray())
        {
            foreach (string name in new[] { "heading", "words" })
            {
                if (block.GetProperty(name).GetString() is { Length: > 0 } words)
                {
                    yield return words;
                }
            }

            foreach (JsonElement point in block.GetProperty("points").EnumerateArray())
            {
                yield return point.GetString()!;
            }

            if (block.GetProperty("table") is { ValueKind: JsonValueKind.Object } table)
            {
                JsonElement rows = table.GetProperty("rows");
                foreach (JsonElement cell in rows.EnumerateArray().SelectMany(r => r.EnumerateArray()))
                {
                    // Private letters stand for boxes.
                    if (cell.GetString() is { Length: > 0 } words && words[0] < '\uE000')
                    {
                        yield return words;
                    }
                }
            }
        }
    }
}
