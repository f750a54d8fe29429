using System.Security.Claims;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Access;

/// <summary>How the door stands for whoever asks.</summary>
/// <param name="NeedsOwner">Whether nobody owns the shop yet.</param>
/// <param name="Shop">The shop's name; empty for a browser that the shop does not know.</param>
/// <param name="Me">Who is signed in; null for nobody.</param>
/// <param name="Device">The shop's tablet that this is; null for a browser of one's own.</param>
/// <param name="People">On a tablet of the shop, those who may sign in on it; empty elsewhere.</param>
public sealed record AccessAnswer(
    bool NeedsOwner,
    string Shop,
    MeAnswer? Me,
    DeviceHere? Device,
    IReadOnlyList<PersonAtDoor> People);

/// <summary>Who is signed in.</summary>
/// <param name="Id">The person.</param>
/// <param name="Name">The name.</param>
/// <param name="Roles">What they are.</param>
/// <param name="Rights">What they may.</param>
/// <param name="HasPin">Whether they have a PIN.</param>
/// <param name="Passkeys">How many passkeys they have.</param>
/// <param name="Codes">How many codes they have put by for a bad day.</param>
public sealed record MeAnswer(
    Guid Id,
    string Name,
    IReadOnlyList<Role> Roles,
    IReadOnlyList<Right> Rights,
    bool HasPin,
    int Passkeys,
    int Codes);

/// <summary>The tablet that a request comes from.</summary>
/// <param name="Id">The tablet.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="IdleMinutes">Minutes without a touch after which its page locks.</param>
public sealed record DeviceHere(Guid Id, string Name, int IdleMinutes);

/// <summary>Somebody who may sign in on a tablet.</summary>
/// <param name="Id">The person.</param>
/// <param name="Name">The name.</param>
/// <param name="HasPin">Whether they have a PIN.</param>
public sealed record PersonAtDoor(Guid Id, string Name, bool HasPin);

/// <summary>The first owner of a shop.</summary>
/// <param name="Code">The code that the program said where it was started.</param>
/// <param name="Name">The name.</param>
/// <param name="Secret">Their secret.</param>
/// <param name="Inspects">Whether they sign periodic inspections too.</param>
public sealed record FirstDraft(string Code, string Name, string Secret, bool Inspects);

/// <summary>A name and a secret.</summary>
public sealed record SecretDraft(string Name, string Secret);

/// <summary>A PIN on a tablet of the shop.</summary>
public sealed record PinDraft(Guid PersonId, string Pin);

/// <summary>A code that works once, and the secret that is set with it.</summary>
public sealed record CodeDraft(string Code, string Secret);

/// <summary>A secret given anew for one request.</summary>
/// <param name="Secret">The secret.</param>
/// <param name="Method">The request's method.</param>
/// <param name="Path">The request's path.</param>
public sealed record ConfirmDraft(string Secret, string Method, string Path);

/// <summary>Coming in and going out.</summary>
internal static class SignIn
{
    /// <summary>The rate that everything at the door is limited to.</summary>
    internal const string Limited = "door";

    internal static void MapSignIn(this RouteGroupBuilder access)
    {
        RouteGroupBuilder open = access.MapGroup("").AllowAnonymous();
        open.MapGet("/", ReadAsync);
        open.MapPost("/sign-out", OutAsync);
        RouteGroupBuilder door = open.MapGroup("").RequireRateLimiting(Limited);
        door.MapPost("/first", FirstAsync);
        door.MapPost("/sign-in", BySecretAsync);
        door.MapPost("/pin", ByPinAsync);
        door.MapPost("/code", ByCodeAsync);
        access.MapPost("/confirm", ConfirmAsync).Needs(Right.See).RequireRateLimiting(Limited);
    }

    private static async Task<Ok<AccessAnswer>> ReadAsync(Entrance entrance, HttpContext context) =>
        TypedResults.Ok(await entrance.AnswerAsync(context, Worker.MaybeOf(context.User)));

    private static async Task<Ok<AccessAnswer>> FirstAsync(
        FirstDraft draft,
        ShopFile file,
        Entrance entrance,
        FirstOwner owner,
        Door door,
        HttpContext context)
    {
        await IsMissingAsync();
        Checks checks = new();
        checks.Add(
            "/code",
            owner.Is(draft.Code)
                ? null
                : "This is not the code. It stands where the program was started; a new start makes a new one.");
        string name = checks.Text("/name", draft.Name, "The name", Person.LongestName);
        checks.Done();
        await using var transaction = await file.Database.BeginTransactionAsync();
        await IsMissingAsync();
        Person? person = await file.People.FirstOrDefaultAsync(p => p.Name == name && !p.IsProgram);
        if (person is null)
        {
            person = new Person { Id = Guid.CreateVersion7(), Name = name };
            file.People.Add(person);
        }

        person.Active = true;
        person.Roles = draft.Inspects ? [Role.Owner, Role.Inspector] : [Role.Owner];
        await file.SaveChangesAsync();
        await entrance.SetSecretAsync(await entrance.AccountAsync(person.Id), draft.Secret);
        await transaction.CommitAsync();
        door.Changed();
        return TypedResults.Ok(await entrance.EnterAsync(context, person.Id, SignedInBy.Code));

        // Asked before the code is judged, and again by the one of several who comes to write.
        async Task IsMissingAsync()
        {
            if (!await owner.IsMissingAsync(file))
            {
                throw Refusal.Conflict("This shop has an owner already: sign in, or ask the owner for a code.");
            }
        }
    }

    private static async Task<Ok<AccessAnswer>> BySecretAsync(
        SecretDraft draft,
        Entrance entrance,
        HttpContext context)
    {
        Person person = await entrance.BySecretAsync(draft.Name, draft.Secret);
        return TypedResults.Ok(await entrance.EnterAsync(context, person.Id, SignedInBy.Secret));
    }

    private static async Task<Ok<AccessAnswer>> ByPinAsync(
        PinDraft draft,
        Entrance entrance,
        HttpContext context)
    {
        if (await entrance.DeviceAsync(context.Request) is null)
        {
            throw Refusal.Field("/pin", "A PIN goes on the shop’s own tablets alone: sign in by name and secret here.");
        }

        Person person = await entrance.ByPinAsync(draft.PersonId, draft.Pin);
        return TypedResults.Ok(await entrance.EnterAsync(context, person.Id, SignedInBy.Pin));
    }

    // An invitation, a secret forgotten, a code put by for a bad day: all set a new secret, once.
    private static async Task<Ok<AccessAnswer>> ByCodeAsync(
        CodeDraft draft,
        ShopFile file,
        Entrance entrance,
        Clock clock,
        HttpContext context)
    {
        string hash = Digest.OfCode(draft.Code ?? "");
        await using var transaction = await file.Database.BeginTransactionAsync();
        OneTimeCode? code = await file.OneTimeCodes.FirstOrDefaultAsync(c => c.CodeHash == hash);
        if (code is null
            || code.ExpiresAt < clock.Now
            || !await file.People.AnyAsync(p => p.Id == code.PersonId && p.Active))
        {
            throw Refusal.Field("/code", "This code is not known, has been used, or is too old: ask for a new one.");
        }

        file.OneTimeCodes.Remove(code);
        await file.SaveChangesAsync();
        await entrance.SetSecretAsync(await entrance.AccountAsync(code.PersonId), draft.Secret);
        await transaction.CommitAsync();
        await entrance.EndAllAsync(code.PersonId);
        return TypedResults.Ok(await entrance.EnterAsync(context, code.PersonId, SignedInBy.Code));
    }

    private static async Task<Ok<AccessAnswer>> OutAsync(Entrance entrance, HttpContext context)
    {
        await entrance.LeaveAsync(context);
        return TypedResults.Ok(await entrance.AnswerAsync(context, null));
    }

    private static async Task<NoContent> ConfirmAsync(
        ConfirmDraft draft,
        Entrance entrance,
        Confirmations confirmations,
        HttpContext context)
    {
        if (context.User.FindFirstValue(ClaimTypes.Sid) is not { } session
            || Worker.MaybeOf(context.User) is not { } id)
        {
            throw Refusal.NotAllowed("A program signs for nothing.");
        }

        await entrance.CheckOwnAsync(id, draft.Secret);
        confirmations.Give(session, draft.Method.ToUpperInvariant(), draft.Path);
        return TypedResults.NoContent();
    }
}
