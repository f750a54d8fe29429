using System.Text;
using SturdyTinker.Shop.Requests;
using UtfUnknown;

namespace SturdyTinker.Shop.Ledger;

/// <summary>Takes an uploaded table as text, or says precisely why it can't.</summary>
internal static class TableText
{
    /// <summary>Most bytes taken at once: some 20,000 trailers.</summary>
    internal const int MostBytes = 4 * 1024 * 1024;

    // Below it a guess is no better than what spreadsheets write most.
    private const float LeastConfidence = 0.6f;
    private const int UsualCodePage = 1252;

    private static readonly UTF8Encoding StrictUtf8 = new(
        encoderShouldEmitUTF8Identifier: false,
        throwOnInvalidBytes: true);

    /// <summary>
    /// Reads the request's body, and says what it was read as: UTF-8, with or without a byte order mark, or the likeliest
    /// other encoding. Refuses what is too large (413) or not a whole table (422).
    /// </summary>
    internal static async Task<(string Text, string Encoding)> ReadAsync(HttpRequest request)
    {
        if (request.ContentLength > MostBytes)
        {
            throw TooLarge();
        }

        using MemoryStream bytes = new();
        byte[] buffer = new byte[64 * 1024];
        int read;
        while ((read = await request.Body.ReadAsync(buffer)) > 0)
        {
            await bytes.WriteAsync(buffer.AsMemory(0, read));
            if (bytes.Length > MostBytes)
            {
                throw TooLarge();
            }
        }

        (string text, string encoding) = Decode(bytes.ToArray());
        if (string.IsNullOrWhiteSpace(text))
        {
            throw Refusal.Field("", "The file is empty.");
        }

        return OpenQuoteLine(text) is { } line
            ? throw Refusal.Field(
                "",
                FormattableString.Invariant(
                    $"A quote that opens in line {line} is never closed, so the rest of the file can't be told apart. ")
                    + "Close it there and choose the file again.")
            : (text, encoding);
    }

    /// <summary>The line in which a quoted cell opens that never ends; null when all are closed.</summary>
    internal static int? OpenQuoteLine(string text)
    {
        int line = 1;
        int? opened = null;
        foreach (char c in text)
        {
            if (c == '\n')
            {
                line++;
            }
            else if (c == '"')
            {
                opened = opened is null ? line : null;
            }
        }

        return opened;
    }

    // UTF-8 can be told for sure; of what is not, the likeliest is taken, and said, so that whoever brings it in can look.
    private static (string Text, string Encoding) Decode(byte[] bytes)
    {
        try
        {
            return (StrictUtf8.GetString(bytes is [0xEF, 0xBB, 0xBF, ..] ? bytes[3..] : bytes), "utf-8");
        }
        catch (DecoderFallbackException)
        {
            DetectionDetail? likeliest = CharsetDetector.DetectFromBytes(bytes).Detected;
            Encoding encoding = likeliest is { Encoding: { } found, Confidence: >= LeastConfidence }
                ? found
                : CodePagesEncodingProvider.Instance.GetEncoding(UsualCodePage)!;
            using StreamReader text = new(new MemoryStream(bytes), encoding, detectEncodingFromByteOrderMarks: true);
            return (text.ReadToEnd(), encoding.WebName);
        }
    }

    private static Refusal TooLarge() =>
        new(
            StatusCodes.Status413PayloadTooLarge,
            $"This file is larger than {MostBytes / 1024 / 1024} MB. Split it and bring in one part after the other; "
                + "nothing was taken from it.",
            []);
}
