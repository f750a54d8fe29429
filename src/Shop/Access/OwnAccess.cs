using System.Security.Claims;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Access;

/// <summary>A new secret of one's own.</summary>
/// <param name="Old">The one so far.</param>
/// <param name="Secret">The new one.</param>
public sealed record SecretEdit(string Old, string Secret);

/// <summary>A PIN of one's own.</summary>
/// <param name="Secret">The secret.</param>
/// <param name="Pin">4 to 8 figures; empty takes it away.</param>
public sealed record PinEdit(string Secret, string Pin);

/// <summary>A secret, to have something shown or taken away.</summary>
public sealed record OwnSecret(string Secret);

/// <summary>Codes that set a new secret, once each: shown now and never again.</summary>
/// <param name="Codes">The codes.</param>
public sealed record CodesAnswer(IReadOnlyList<string> Codes);

/// <summary>What a browser needs to make or to show a passkey (WebAuthn Level 3).</summary>
/// <param name="Options">Its options, as JSON.</param>
public sealed record PasskeyOptions(string Options);

/// <summary>What a browser says of a passkey (WebAuthn Level 3).</summary>
/// <param name="Credential">The credential, as JSON.</param>
public sealed record PasskeyDraft(string Credential);

/// <summary>What everybody sees to for themselves: secret, PIN, passkeys, codes for a bad day.</summary>
internal static class OwnAccess
{
    private const int CodesPutBy = 8;

    internal static void MapOwnAccess(this RouteGroupBuilder access)
    {
        RouteGroupBuilder own = access.MapGroup("/own").Needs(Right.See).RequireRateLimiting(SignIn.Limited);
        own.MapPut("/secret", SecretAsync);
        own.MapPut("/pin", PinAsync);
        own.MapPost("/codes", CodesAsync);
        own.MapPost("/passkeys/options", PasskeyOptionsAsync);
        own.MapPost("/passkeys", AddPasskeyAsync);
        own.MapPost("/passkeys/remove", DropPasskeysAsync);
        RouteGroupBuilder door = access.MapGroup("/passkey").AllowAnonymous().RequireRateLimiting(SignIn.Limited);
        door.MapPost("/options", async (SignInManager<Account> signIn) =>
            TypedResults.Ok(new PasskeyOptions(await signIn.MakePasskeyRequestOptionsAsync(null))));
        door.MapPost("/", ByPasskeyAsync);
    }

    private static async Task<NoContent> SecretAsync(
        SecretEdit edit,
        ShopFile file,
        Entrance entrance,
        HttpContext context)
    {
        Guid person = await WritesAsync(entrance, context, edit.Old, "/old");
        await using var transaction = await file.Database.BeginTransactionAsync();
        await entrance.SetSecretAsync(await entrance.AccountAsync(person), edit.Secret);
        await transaction.CommitAsync();
        await entrance.EndAllAsync(person, but: Entrance.SessionOf(context.User));
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> PinAsync(PinEdit edit, Entrance entrance, HttpContext context)
    {
        Guid person = await WritesAsync(entrance, context, edit.Secret);
        await entrance.SetPinAsync(await entrance.AccountAsync(person), edit.Pin);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<CodesAnswer>> CodesAsync(
        OwnSecret own,
        ShopFile file,
        Entrance entrance,
        Clock clock,
        HttpContext context)
    {
        Guid person = await WritesAsync(entrance, context, own.Secret);
        List<string> codes = [.. Enumerable.Range(0, CodesPutBy).Select(_ => Digest.NewCode())];
        await using var transaction = await file.Database.BeginTransactionAsync();
        await file.OneTimeCodes.Where(c => c.PersonId == person && c.ExpiresAt == null).ExecuteDeleteAsync();
        file.OneTimeCodes.AddRange(codes.Select(code => new OneTimeCode
        {
            CodeHash = Digest.OfCode(code),
            PersonId = person,
            At = clock.Now
        }));
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(new CodesAnswer(codes));
    }

    private static async Task<Ok<PasskeyOptions>> PasskeyOptionsAsync(
        OwnSecret own,
        Entrance entrance,
        SignInManager<Account> signIn,
        HttpContext context)
    {
        Guid person = Person(context);
        await entrance.CheckOwnAsync(person, own.Secret);
        string name = context.User.FindFirstValue(ClaimTypes.Name)!;
        return TypedResults.Ok(new PasskeyOptions(await signIn.MakePasskeyCreationOptionsAsync(new PasskeyUserEntity
        {
            Id = person.ToString(),
            Name = name,
            DisplayName = name
        })));
    }

    private static async Task<NoContent> AddPasskeyAsync(
        PasskeyDraft draft,
        Entrance entrance,
        SignInManager<Account> signIn,
        UserManager<Account> users,
        HttpContext context)
    {
        Guid person = Person(context);
        PasskeyAttestationResult? attested = await ToldAsync(() => signIn.PerformPasskeyAttestationAsync(Json(draft)));
        if (attested is not { Succeeded: true } || attested.UserEntity.Id != person.ToString())
        {
            throw Refusal.Field("/credential", "The passkey could not be made: begin again.");
        }

        Worker.Of(context);
        await users.AddOrUpdatePasskeyAsync(await entrance.AccountAsync(person), attested.Passkey);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> DropPasskeysAsync(
        OwnSecret own,
        ShopFile file,
        Entrance entrance,
        HttpContext context)
    {
        Guid person = await WritesAsync(entrance, context, own.Secret);
        file.UserPasskeys.RemoveRange(await file.UserPasskeys.Where(p => p.UserId == person).ToListAsync());
        await file.SaveChangesAsync();
        return TypedResults.NoContent();
    }

    private static async Task<Ok<AccessAnswer>> ByPasskeyAsync(
        PasskeyDraft draft,
        ShopFile file,
        Entrance entrance,
        SignInManager<Account> signIn,
        UserManager<Account> users,
        HttpContext context)
    {
        PasskeyAssertionResult<Account>? shown =
            await ToldAsync(() => signIn.PerformPasskeyAssertionAsync(Json(draft)));
        if (shown is not { Succeeded: true } || !await file.People.AnyAsync(p => p.Id == shown.User.Id && p.Active))
        {
            throw Refusal.Field("/credential", "This passkey is not known here.");
        }

        await users.AddOrUpdatePasskeyAsync(shown.User, shown.Passkey);
        return TypedResults.Ok(await entrance.EnterAsync(context, shown.User.Id, SignedInBy.Passkey));
    }

    // Where nothing was begun that this could be the end of, the framework throws.
    private static async Task<T?> ToldAsync<T>(Func<Task<T>> ask)
        where T : class
    {
        try
        {
            return await ask();
        }
        catch (Exception fault) when (fault is InvalidOperationException or PasskeyException or JsonException)
        {
            return null;
        }
    }

    private static string Json(PasskeyDraft draft) => draft.Credential is { Length: > 0 and < 100_000 } json
        ? json
        : throw Refusal.Field("/credential", "The browser says nothing of a passkey.");

    // Who writes something of their own: signed in, with their secret, and in nobody else's name.
    private static async Task<Guid> WritesAsync(
        Entrance entrance,
        HttpContext context,
        string? secret,
        string pointer = "/secret")
    {
        Guid person = Person(context);
        await entrance.CheckOwnAsync(person, secret, pointer);
        Worker.Of(context);
        return person;
    }

    private static Guid Person(HttpContext context) =>
        Entrance.SessionOf(context.User) is not null && Worker.MaybeOf(context.User) is { } id
            ? id
            : throw Refusal.NotAllowed("A program has no secret of its own.");
}
