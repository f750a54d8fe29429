using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>
/// Photographs taken at steps and of what was found. Each is decoded, turned upright by being drawn anew, shrunk and
/// written as JPEG, so that
/// nothing but the picture is kept: no place it was taken at, and nothing that only calls itself a picture.
/// </summary>
internal static class Photos
{
    private const int LargestUpload = 20 * 1024 * 1024, LongestSide = 1_600, SmallSide = 320, Quality = 82;
    private const long MostPixels = 60_000_000;

    private static readonly SemaphoreSlim One = new(1);

    internal static void MapPhotos(this RouteGroupBuilder bay)
    {
        bay
            .MapPut("/visits/{id:guid}/photos/{photoId:guid}", PutAsync).Needs(Right.Work)
            .Accepts<byte[]>("image/jpeg", "image/png", "image/webp")
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(LargestUpload));
        bay.MapGet(
            "/visits/{id:guid}/photos/{photoId:guid}",
            (Guid id, Guid photoId, ShopFile file, PhotoFolder folder) => ReadAsync(
                id,
                photoId,
                folder.PathOf(photoId),
                file)).Needs(Right.See);
        bay.MapGet(
            "/visits/{id:guid}/photos/{photoId:guid}/small",
            (Guid id, Guid photoId, ShopFile file, PhotoFolder folder) => ReadAsync(
                id,
                photoId,
                File.Exists(folder.SmallOf(photoId)) ? folder.SmallOf(photoId) : folder.PathOf(photoId),
                file)).Needs(Right.See);
        bay.MapDelete("/visits/{id:guid}/photos/{photoId:guid}", TakeBackAsync).Needs(Right.Work);
    }

    // Of a step, or of something found.
    private static async Task<Ok<VisitState>> PutAsync(
        Guid id,
        Guid photoId,
        string? key,
        Guid? finding,
        HttpRequest request,
        ShopFile file,
        PhotoFolder folder,
        Clock clock,
        Worker worker)
    {
        Checks.Id(photoId);

        // Nothing is read, let alone decoded, for a visit that takes no picture.
        await VisitPage.OpenAsync(file, id);
        file.ChangeTracker.Clear();
        CancellationToken gone = request.HttpContext.RequestAborted;
        using MemoryStream sent = new();
        await request.Body.CopyToAsync(sent, gone);
        (byte[] picture, byte[] small) = await RedrawnAsync(sent.ToArray(), gone);

        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await VisitPage.OpenAsync(file, id);
        VisitPhoto? known = await file.VisitPhotos.AsNoTracking().FirstOrDefaultAsync(p => p.Id == photoId);
        if (known is not null && known.VisitId != id)
        {
            throw Refusal.Conflict("This id belongs to another visit's picture.");
        }

        if (known is null && !await file.IsBuriedAsync(photoId))
        {
            await RefuseNowhereAsync(file, visit, key, finding);

            // The picture first: a row without its picture would be half a record, a picture without a row only takes
            // room.
            await folder.WriteAsync(photoId, picture, small);
            file.VisitPhotos.Add(new VisitPhoto
            {
                Id = photoId,
                VisitId = id,
                StepKey = finding is null ? key : null,
                FindingId = finding,
                At = clock.Now,
                PersonId = worker.Id
            });
            await file.SaveChangesAsync();
        }

        VisitState state = await Steps.StateAsync(file, id);
        await transaction.CommitAsync();
        return TypedResults.Ok(state);
    }

    private static async Task RefuseNowhereAsync(ShopFile file, Visit visit, string? key, Guid? finding)
    {
        if (finding is { } of)
        {
            if (!await file.Findings.AnyAsync(f => f.Id == of && f.VisitId == visit.Id))
            {
                throw Refusal.Malformed("This visit has no such finding.", "finding");
            }
        }
        else if ((await VisitPage.PacketAsync(file, visit)).Steps.All(s => s.Key != key))
        {
            throw Refusal.Malformed("This visit has no such step.", "key");
        }
    }

    private static async Task<PhysicalFileHttpResult> ReadAsync(Guid id, Guid photoId, string path, ShopFile file) =>
        PhotoFolder.Show(path, await file.VisitPhotos.AnyAsync(p => p.Id == photoId && p.VisitId == id));

    private static async Task<Ok<VisitState>> TakeBackAsync(
        Guid id,
        Guid photoId,
        ShopFile file,
        PhotoFolder folder,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        await VisitPage.OpenAsync(file, id);
        await file.BuryAsync(photoId, "photo", clock.Now);
        VisitPhoto? there = await file.VisitPhotos.FirstOrDefaultAsync(p => p.Id == photoId && p.VisitId == id);
        if (there is not null)
        {
            file.VisitPhotos.Remove(there);
        }

        await file.SaveChangesAsync();
        VisitState state = await Steps.StateAsync(file, id);
        await transaction.CommitAsync();
        if (there is not null)
        {
            folder.Delete(photoId);
        }

        return TypedResults.Ok(state);
    }

    // A picture in the making takes up to four bytes a pixel: one after the other, however many are sent at once.
    private static async Task<(byte[] Picture, byte[] Small)> RedrawnAsync(byte[] sent, CancellationToken stop)
    {
        await One.WaitAsync(stop);
        try
        {
            return Redrawn(sent);
        }
        finally
        {
            One.Release();
        }
    }

    // Refuses (422) what is no picture, or one that is broken or beyond measure.
    private static (byte[] Picture, byte[] Small) Redrawn(byte[] sent)
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
        double share = Math.Ceiling(8d * LongestSide / Math.Max(info.Width, info.Height)) / 8;
        SKSizeI decoded = codec.GetScaledDimensions((float)Math.Min(1, share));
        using SKBitmap bitmap = new(new SKImageInfo(decoded.Width, decoded.Height));
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) != SKCodecResult.Success)
        {
            throw No("That picture is broken off or damaged: take it again.");
        }

        return (Drawn(bitmap, codec, LongestSide), Drawn(bitmap, codec, SmallSide));
    }

    // Upright, at most so many pixels long.
    private static byte[] Drawn(SKBitmap bitmap, SKCodec codec, int longest)
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
        using SKData jpeg = drawn.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return jpeg.ToArray();
    }
}
