using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>
/// Photographs taken at steps and of what was found, each drawn anew before it is kept.
/// </summary>
internal static class Photos
{
    private const int LongestSide = 1_600, SmallSide = 320;

    internal static void MapPhotos(this RouteGroupBuilder bay)
    {
        bay
            .MapPut("/visits/{id:guid}/photos/{photoId:guid}", PutAsync).Needs(Right.Work)
            .Accepts<byte[]>("image/jpeg", "image/png", "image/webp")
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(Pictures.LargestUpload));
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
        byte[][] drawn = await Pictures.RedrawnAsync(request, SKEncodedImageFormat.Jpeg, LongestSide, SmallSide);

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
            await folder.WriteAsync(photoId, drawn[0], drawn[1]);
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
}
