using SkiaSharp;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Pictures that are sent. Each is decoded, turned upright by being drawn anew on white, shrunk and encoded again, so
/// that nothing but the picture is kept: no place it was taken at, and nothing that only calls itself a picture.
/// </summary>
internal static class Pictures
{
    /// <summary>Most bytes of a picture that is sent.</summary>
    internal const int LargestUpload = 20 * 1024 * 1024;

    private const int Quality = 82;
    private const long MostPixels = 60_000_000;

    // A picture in the making takes up to four bytes a pixel: one after the other, however many are sent at once.
    private static readonly SemaphoreSlim One = new(1);

    /// <summary>
    /// What a request brings, drawn anew for each of some sizes. Refuses (422) what is no picture, or one that is
    /// broken or beyond measure.
    /// </summary>
    /// <param name="request">The request; its body is the picture.</param>
    /// <param name="kept">What it is kept as.</param>
    /// <param name="longest">Most pixels of the longer side, the largest first.</param>
    internal static async Task<byte[][]> RedrawnAsync(
        HttpRequest request,
        SKEncodedImageFormat kept,
        params int[] longest)
    {
        CancellationToken stop = request.HttpContext.RequestAborted;
        using MemoryStream sent = new();
        await request.Body.CopyToAsync(sent, stop);
        await One.WaitAsync(stop);
        try
        {
            return Redrawn(sent.ToArray(), kept, longest);
        }
        finally
        {
            One.Release();
        }
    }

    private static byte[][] Redrawn(byte[] sent, SKEncodedImageFormat kept, int[] longest)
    {
        Refusal No(string sentence) => Refusal.Field("", sentence);
        using SKData data = SKData.CreateCopy(sent);
        using SKCodec? known = SKCodec.Create(data);
        SKCodec codec = known ?? throw No("That is no picture that can be read: send a JPEG, PNG or WebP.");
        SKImageInfo info = codec.Info;
        if ((long)info.Width * info.Height > MostPixels)
        {
            throw No("That picture is larger than 60 megapixels: take it smaller.");
        }

        // Decoded not much larger than it is kept, where the format can be: a JPEG can, by eighths.
        double share = Math.Ceiling(8d * longest[0] / Math.Max(info.Width, info.Height)) / 8;
        SKSizeI decoded = codec.GetScaledDimensions((float)Math.Min(1, share));
        using SKBitmap bitmap = new(new SKImageInfo(decoded.Width, decoded.Height));
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) != SKCodecResult.Success)
        {
            throw No("That picture is broken off or damaged: take it again.");
        }

        return [.. longest.Select(most => Drawn(bitmap, codec, kept, most))];
    }

    // Upright, at most so many pixels long.
    private static byte[] Drawn(SKBitmap bitmap, SKCodec codec, SKEncodedImageFormat kept, int longest)
    {
        bool turned =
            codec.EncodedOrigin is SKEncodedOrigin.RightTop or SKEncodedOrigin.LeftBottom or SKEncodedOrigin.LeftTop
                or SKEncodedOrigin.RightBottom;
        (int width, int height) = turned ? (bitmap.Height, bitmap.Width) : (bitmap.Width, bitmap.Height);
        float scale = Math.Min(1f, (float)longest / Math.Max(width, height));
        using SKSurface surface = SKSurface.Create(new SKImageInfo(
            Math.Max(1, (int)(width * scale)),
            Math.Max(1, (int)(height * scale))));
        SKCanvas canvas = surface.Canvas;
        canvas.Clear(SKColors.White);
        canvas.Scale(scale);
        (float Degrees, float X, float Y) upright = codec.EncodedOrigin switch
        {
            SKEncodedOrigin.BottomRight => (180, bitmap.Width, bitmap.Height),
            SKEncodedOrigin.RightTop => (90, bitmap.Height, 0),
            SKEncodedOrigin.LeftBottom => (270, 0, bitmap.Width),
            _ => (0, 0, 0),
        };
        canvas.Translate(upright.X, upright.Y);
        canvas.RotateDegrees(upright.Degrees);
        using SKImage image = SKImage.FromBitmap(bitmap);
        canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using SKImage drawn = surface.Snapshot();
        using SKData encoded = drawn.Encode(kept, Quality);
        return encoded.ToArray();
    }
}
