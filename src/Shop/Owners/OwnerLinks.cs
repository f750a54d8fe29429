using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Owners;

/// <summary>An address given to a trailer's owner.</summary>
/// <param name="Id">The link.</param>
/// <param name="At">When it was given.</param>
/// <param name="By">Who gave it.</param>
/// <param name="ExpiresOn">The last day on which it answers.</param>
/// <param name="Address">The address: told to whoever has just made it, and kept nowhere; null otherwise.</param>
/// <param name="Message">What to send along with it; null where there is no address to tell.</param>
public sealed record OwnerLinkAnswer(
    Guid Id,
    DateTimeOffset At,
    string By,
    DateOnly ExpiresOn,
    string? Address,
    string? Message);

/// <summary>An address to give.</summary>
/// <param name="TrailerId">The trailer.</param>
public sealed record OwnerLinkDraft(Guid TrailerId);

/// <summary>Addresses given to owners: made, told once, withdrawn.</summary>
internal static class OwnerLinks
{
    internal static void MapOwners(this RouteGroupBuilder api)
    {
        RouteGroupBuilder links = api.MapGroup("/owner-links").WithTags("Owners");
        links.MapGet(
            "/",
            async (Guid trailer, ShopFile file, Clock clock) => TypedResults.Ok(await AllAsync(file, trailer, clock)))
            .Needs(Right.See);
        links.MapPut("/{id:guid}", MakeAsync).Needs(Right.Share);
        links.MapDelete("/{id:guid}", WithdrawAsync).Needs(Right.Share);
        api.MapOwnersPages();
        api.MapLabelPages();
    }

    private static async Task<List<OwnerLinkAnswer>> AllAsync(
        ShopFile file,
        Guid trailer,
        Clock clock,
        (Guid Id, string Address)? made = null)
    {
        DateTimeOffset now = clock.Now;
        var found = await (from link in file.OwnerLinks.AsNoTracking()
                           join person in file.People on link.PersonId equals person.Id
                           where link.TrailerId == trailer && link.WithdrawnAt == null && link.ExpiresAt > now
                           orderby link.At descending
                           select new { link, person.Name }).ToListAsync();
        return [.. found.Select(f => new OwnerLinkAnswer(
            f.link.Id,
            f.link.At,
            f.Name,
            DateOnly.FromDateTime(f.link.ExpiresAt.DateTime),
            f.link.Id == made?.Id ? made?.Address : null,
            f.link.Id == made?.Id
                ? $"Your trailer: what was done, and what to do in between: {made?.Address}"
                : null))];
    }

    private static async Task<Ok<List<OwnerLinkAnswer>>> MakeAsync(
        Guid id,
        OwnerLinkDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker,
        ShopOptions options,
        HttpContext context)
    {
        Checks.Id(id);
        string key = Digest.NewKey();
        await using var transaction = await file.Database.BeginTransactionAsync();
        OwnerLink? link = await file.OwnerLinks.FirstOrDefaultAsync(l => l.Id == id);
        if (link is null)
        {
            Trailer trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == draft.TrailerId)
                ?? throw Refusal.NotFound("There is no such trailer.");
            link = new OwnerLink
            {
                Id = id,
                TrailerId = trailer.Id,
                CustomerId = trailer.CustomerId,
                KeyHash = "",
                At = clock.Now,
                PersonId = worker.Id,
            };
            file.OwnerLinks.Add(link);
        }
        else if (link.WithdrawnAt is not null || clock.Now - link.At > OutsideLinks.SentAgain)
        {
            return TypedResults.Ok(await AllAsync(file, link.TrailerId, clock));
        }

        // Nobody has the address of an answer that was lost: sent again, it answers at another.
        (link.KeyHash, link.ExpiresAt) = (Digest.Of(key), clock.Now + OwnerLink.Lasts);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await AllAsync(
            file,
            link.TrailerId,
            clock,
            (id, OutsideLinks.Address(options, context, $"owner/{key}"))));
    }

    private static async Task<Ok<List<OwnerLinkAnswer>>> WithdrawAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        OwnerLink link = await file.OwnerLinks.FirstOrDefaultAsync(l => l.Id == id)
            ?? throw Refusal.NotFound("There is no such address.");
        link.WithdrawnAt ??= clock.Now;
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await AllAsync(file, link.TrailerId, clock));
    }
}
