using System.Text;
using SturdyTinker.Shop.Requests;

namespace SturdyTinker.Shop.Ledger;

/// <summary>Takes an uploaded table as text, or says precisely why it can't.</summary>
internal static class TableText
{
    /// <summary>Most bytes taken at once: some 20,000 trailers.</summary>
    internal const int MostBytes = 4 * 1024 * 1024;

    private static readonly UTF8Encoding StrictUtf8 = new(
        encoderShouldEmitUTF8Identifier: false,
        throwOnInvalidBytes: true);

    /// <summary>
    /// Reads the request's body as UTF-8, with or without a byte order mark. Refuses what is too large (413), not UTF-8
    /// (415) or not a whole table (422).
    /// </summary>
    internal static async Task<string> ReadAsync(HttpRequest request)
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
            bytes.Write(buffer, 0, read);
            if (bytes.Length > MostBytes)
            {
                throw TooLarge();
            }
        }

        string text = Decode(bytes.ToArray());
        if (string.IsNullOrWhiteSpace(text))
        {
            throw Refusal.Field("", "The file is empty.");
        }

        return OpenQuoteLine(text) is { } line
            ? throw Refusal.Field(
                "",
                FormattableString.Invariant(
                    $"A quote that opens in line {line} is never closed, so the rest of the file can't be told apart. Close it there and choose the file again."))
            : text;
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

    private static string Decode(byte[] bytes)
    {
        if (bytes is [0xFF, 0xFE, ..] or [0xFE, 0xFF, ..])
        {
            throw NotUtf8("it is UTF-16");
        }

        try
        {
            return StrictUtf8.GetString(bytes is [0xEF, 0xBB, 0xBF, ..] ? bytes[3..] : bytes);
        }
        catch (DecoderFallbackException fault)
        {
            int line = 1 + bytes.Take(Math.Max(0, fault.Index)).Count(b => b == (byte)'\n');
            throw NotUtf8(
                FormattableString.Invariant($"line {line} has a character in another encoding, perhaps Windows-1252"));
        }
    }

    private static Refusal NotUtf8(string why) =>
        new(
            StatusCodes.Status415UnsupportedMediaType,
            $"This file is not UTF-8 text: {why}. Save it as “CSV UTF-8” and choose it again; nothing was taken from it.",
            []);

    private static Refusal TooLarge() =>
        new(
            StatusCodes.Status413PayloadTooLarge,
            $"This file is larger than {MostBytes / 1024 / 1024} MB. Split it and bring in one part after the other; nothing was taken from it.",
            []);
}
