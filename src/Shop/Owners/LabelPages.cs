using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Status;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Owners;

/// <summary>What strangers are to see by a trailer's label.</summary>
/// <param name="Sees">How much.</param>
public sealed record LabelChoice(StrangersSee Sees);

/// <summary>
/// What somebody without an account learns who reads the code on a trailer's label: what its owner allows.
/// </summary>
/// <param name="Shop">Who looks after it.</param>
/// <param name="Reached">How they are reached, a line each; may be empty.</param>
/// <param name="Mark">The picture of the shop's mark; null for none.</param>
/// <param name="Trailer">The trailer by tag and name; empty where the owner does not allow it.</param>
/// <param name="Held">Whether it is not to be towed; null where the owner does not allow to say.</param>
/// <param name="Hubs">When its hubs were repacked and are again, a line each.</param>
/// <param name="InspectedUntil">Until when its periodic inspection is in date; null where none is on record.</param>
public sealed record LabelPage(
    string Shop,
    IReadOnlyList<string> Reached,
    Guid? Mark,
    string Trailer,
    bool? Held,
    IReadOnlyList<string> Hubs,
    DateOnly? InspectedUntil);

/// <summary>
/// The page behind the code on a label, for those who have no account; and the shop's mark, which is anybody's to see.
/// </summary>
internal static class LabelPages
{
    internal static void MapLabelPages(this RouteGroupBuilder api)
    {
        RouteGroupBuilder outside = api.MapGroup("/outside")
            .WithTags("Outside")
            .AllowAnonymous()
            .RequireRateLimiting(OutsideLinks.Limited);
        outside.MapGet("/labels/{trailer:guid}", ReadAsync);
        outside.MapGet("/marks/{id:guid}", MarkAsync).Produces<byte[]>(200, "image/png");
        api.MapPut("/owner-links/labels/{trailer:guid}", ChooseAsync).WithTags("Owners").Needs(Right.Share);
    }

    private static async Task<Ok<LabelPage>> ReadAsync(Guid trailer, ShopFile file, Clock clock)
    {
        // One that is not shown is as one that is not there.
        Trailer of = await file.Trailers
            .AsNoTracking()
            .FirstOrDefaultAsync(t => t.Id == trailer && t.StrangersSee != StrangersSee.Nothing)
            ?? throw Refusal.NotFound(OutsideLinks.Nothing);
        Letterhead head = (await file.SettingsToReadAsync()).Letterhead;
        LabelPage page = new(head.Shop, head.Reached, head.Mark, "", null, [], null);
        if (of.StrangersSee == StrangersSee.Shop)
        {
            return TypedResults.Ok(page);
        }

        TrailerStatus status = await file.StatusAsync(of, clock.Today);
        string repack = JobCatalogue.BearingRepack.Code;

        // One that did not pass puts nothing in date.
        DateTimeOffset? inspected = (await file.Inspections
            .AsNoTracking()
            .Where(i => i.TrailerId == trailer)
            .ToListAsync())
            .Where(i => i.Passes)
            .Max(i => (DateTimeOffset?)i.At);
        return TypedResults.Ok(page with
        {
            Trailer = of.FullName,
            Held = status.Hold is not null,
            Hubs = HubTag.Of(
                of.Gear,
                await file.WorkDone
                    .AsNoTracking()
                    .Where(w => w.TrailerId == trailer && w.Job == repack)
                    .ToListAsync(),
                status).Lines,
            InspectedUntil = inspected is { } at
                ? PeriodicInspection.InDateUntil(DateOnly.FromDateTime(at.DateTime))
                : null,
        });
    }

    private static async Task<FileContentHttpResult> MarkAsync(
        Guid id,
        ShopFile file,
        HttpContext context)
    {
        byte[] picture = await file.ShopMarks.Where(m => m.Id == id).Select(m => m.Picture).FirstOrDefaultAsync()
            ?? throw Refusal.NotFound(OutsideLinks.Nothing);

        // Another picture has another id.
        context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.File(picture, "image/png");
    }

    private static async Task<Ok<LabelChoice>> ChooseAsync(
        Guid trailer,
        LabelChoice choice,
        ShopFile file,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        Trailer of = await file.Trailers.FirstOrDefaultAsync(t => t.Id == trailer)
            ?? throw Refusal.NotFound("There is no such trailer.");
        of.StrangersSee = choice.Sees;
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(choice);
    }
}
