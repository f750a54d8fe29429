using System.Security.Claims;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Access;

/// <summary>Where people come in and go out: checks what they bring, and begins and ends their sessions.</summary>
/// <param name="file">The shop's file.</param>
/// <param name="users">The framework's accounts.</param>
/// <param name="signIn">The framework's checks.</param>
/// <param name="hasher">The framework's slow hash.</param>
/// <param name="owner">Whether anybody owns the shop.</param>
/// <param name="door">Where changes are said.</param>
/// <param name="clock">The shop's clock.</param>
internal sealed class Entrance(
    ShopFile file,
    UserManager<Account> users,
    SignInManager<Account> signIn,
    IPasswordHasher<Account> hasher,
    FirstOwner owner,
    Door door,
    Clock clock)
{
    /// <summary>Wrong PINs in a row after which none is taken for a while.</summary>
    internal const int PinsInARow = 5;

    /// <summary>How long no PIN is taken then.</summary>
    internal static readonly TimeSpan PinRest = TimeSpan.FromMinutes(5);

    private const string Wrong = "The name or the secret is not right.";
    private const int LongestBrowser = 120;

    // The tablet is asked for several times in a request, and looked for once.
    private Task<Device?>? device;

    /// <summary>The account of a person, made where there is none yet.</summary>
    internal async Task<Account> AccountAsync(Guid person)
    {
        Account? account = await users.FindByIdAsync(person.ToString());
        if (account is null)
        {
            account = new Account { Id = person, UserName = person.ToString("N") };
            Succeeded(await users.CreateAsync(account), "/secret");
        }

        return account;
    }

    /// <summary>
    /// Sets a secret, whatever it was, within the caller's transaction; refused (422) where it is too easy.
    /// </summary>
    internal async Task SetSecretAsync(Account account, string? secret)
    {
        secret = Typed("/secret", secret);
        if (account.PasswordHash is not null)
        {
            Succeeded(await users.RemovePasswordAsync(account), "/secret");
        }

        Succeeded(await users.AddPasswordAsync(account, secret), "/secret");
        Succeeded(await users.ResetAccessFailedCountAsync(account), "/secret");
        Succeeded(await users.SetLockoutEndDateAsync(account, null), "/secret");
    }

    /// <summary>Sets a PIN, or takes it away (null or empty).</summary>
    internal async Task SetPinAsync(Account account, string? pin)
    {
        Checks checks = new();
        checks.Add("/pin", string.IsNullOrEmpty(pin) ? null : PinRules.WhyNot(pin));
        checks.Done();
        account.PinHash = string.IsNullOrEmpty(pin) ? null : hasher.HashPassword(account, pin);
        (account.PinFailures, account.PinLockedUntil) = (0, null);
        Succeeded(await users.UpdateAsync(account), "/pin");
    }

    /// <summary>
    /// Checks a name and a secret; the person, or a refusal that does not say which of both was wrong.
    /// </summary>
    internal async Task<Person> BySecretAsync(string? name, string? secret)
    {
        (name, secret) = (Typed("/name", name).Trim(), Typed("/secret", secret));
        Person? person = await file.People.AsNoTracking().FirstOrDefaultAsync(p => p.Name == name && p.Active);
        Account? account = await AccountOfAsync(person);
        if (account?.PasswordHash is null)
        {
            // As slow as for somebody who is known.
            hasher.HashPassword(new Account(), secret);
            throw Refusal.Field("/secret", Wrong);
        }

        await CheckSecretAsync(account, secret, Wrong, "/secret");
        return person!;
    }

    /// <summary>Checks the secret of somebody who is signed in; refused at its field.</summary>
    internal async Task CheckOwnAsync(Guid person, string? secret, string pointer = "/secret") =>
        await CheckSecretAsync(await AccountAsync(person), Typed(pointer, secret), "This is not your secret.", pointer);

    /// <summary>Checks a PIN on one of the shop's tablets.</summary>
    internal async Task<Person> ByPinAsync(Guid personId, string? pin)
    {
        pin = Typed("/pin", pin);
        Person? person = await file.People.AsNoTracking().FirstOrDefaultAsync(p => p.Id == personId && p.Active);
        Account? account = await AccountOfAsync(person);
        if (account?.PinHash is null)
        {
            throw Refusal.Field("/pin", "There is no PIN for this name: sign in by name and secret, and set one.");
        }

        // Counted before it is looked at, so that many tries at once are many.
        await using (var transaction = await file.Database.BeginTransactionAsync())
        {
            await file.Entry(account).ReloadAsync();
            if (account.PinLockedUntil > clock.Now)
            {
                throw Refusal.Field(
                    "/pin",
                    "Too many wrong PINs: wait five minutes, or sign in by name and secret.");
            }

            account.PinFailures++;
            if (account.PinFailures >= PinsInARow)
            {
                (account.PinFailures, account.PinLockedUntil) = (0, clock.Now + PinRest);
            }

            await file.SaveChangesAsync();
            await transaction.CommitAsync();
        }

        if (hasher.VerifyHashedPassword(account, account.PinHash, pin) == PasswordVerificationResult.Failed)
        {
            await RefusedAsync(account.Id, SignedInBy.Pin);
            throw Refusal.Field("/pin", "This PIN is not right.");
        }

        (account.PinFailures, account.PinLockedUntil) = (0, null);
        await file.SaveChangesAsync();
        return person!;
    }

    /// <summary>The tablet of the shop that a request comes from; null for a browser of one's own.</summary>
    internal Task<Device?> DeviceAsync(HttpRequest request) => device ??= LookAsync(request);

    private async Task<Device?> LookAsync(HttpRequest request)
    {
        if (Cookies.Device(request) is not { Length: > 0 } key)
        {
            return null;
        }

        string hash = Digest.Of(key);
        return await file.Devices.AsNoTracking().FirstOrDefaultAsync(d => d.KeyHash == hash && d.WithdrawnAt == null);
    }

    /// <summary>
    /// Begins a session under a key of its own, ends the one that this browser had, and answers how the door stands
    /// now.
    /// </summary>
    internal async Task<AccessAnswer> EnterAsync(HttpContext context, Guid person, SignedInBy by)
    {
        await LeaveAsync(context);
        string key = Digest.NewKey();
        string browser = context.Request.Headers.UserAgent.ToString();
        Guid session = Guid.CreateVersion7();
        file.Changes.Add(AtDoor(person, session, $"sign-in {by}"));
        file.Sessions.Add(new Session
        {
            Id = session,
            KeyHash = Digest.Of(key),
            PersonId = person,
            DeviceId = (await DeviceAsync(context.Request))?.Id,
            By = by,
            Browser = new string([.. browser.Where(c => c is >= ' ' and <= '~').Take(LongestBrowser)]),
            At = clock.Now,
            SeenAt = clock.Now
        });
        await file.SaveChangesAsync();
        Cookies.KeepSession(context, key);
        return await AnswerAsync(context, person);
    }

    /// <summary>How the door stands for somebody; null for nobody.</summary>
    internal async Task<AccessAnswer> AnswerAsync(HttpContext context, Guid? person)
    {
        Device? here = await DeviceAsync(context.Request);
        bool known = here is not null || person is not null;
        return new AccessAnswer(
            await owner.IsMissingAsync(file),
            known ? (await file.SettingsToReadAsync()).Name : "",
            person is { } id ? await MeAsync(id) : null,
            here is null ? null : new DeviceHere(here.Id, here.Name, here.IdleMinutes),
            here is null
                ? []
                : await (from one in file.People.AsNoTracking()
                         join account in file.Users on one.Id equals account.Id
                         where one.Active && !one.IsProgram
                         orderby one.Name
                         select new PersonAtDoor(one.Id, one.Name, account.PinHash != null)).ToListAsync());
    }

    private async Task<MeAnswer?> MeAsync(Guid id)
    {
        Person? person = await file.People.AsNoTracking().FirstOrDefaultAsync(p => p.Id == id && !p.IsProgram);
        return person is null
            ? null
            : new MeAnswer(
                id,
                person.Name,
                person.Roles,
                Rights.Of(person.Roles),
                await file.Users.AnyAsync(a => a.Id == id && a.PinHash != null),
                await file.UserPasskeys.CountAsync(p => p.UserId == id),
                await file.OneTimeCodes.CountAsync(c => c.PersonId == id && c.ExpiresAt == null));
    }

    /// <summary>Ends the session of this browser, if there is one.</summary>
    internal async Task LeaveAsync(HttpContext context)
    {
        if (Cookies.Session(context.Request) is { Length: > 0 } key)
        {
            string hash = Digest.Of(key);
            DateTimeOffset now = clock.Now;
            await file.Sessions
                .Where(s => s.KeyHash == hash && s.EndedAt == null)
                .ExecuteUpdateAsync(s => s.SetProperty(x => x.EndedAt, now));
            door.Changed();
            Cookies.DropSession(context);
        }
    }

    /// <summary>Ends every session of a person, but perhaps one.</summary>
    internal async Task EndAllAsync(Guid person, Guid? but = null)
    {
        await file.EndSessionsAsync(person, clock.Now, but);
        door.Changed();
    }

    /// <summary>The session of a request; null for a program and for nobody.</summary>
    internal static Guid? SessionOf(ClaimsPrincipal who) =>
        Guid.TryParse(who.FindFirstValue(ClaimTypes.Sid), out Guid id) ? id : null;

    private async Task<Account?> AccountOfAsync(Person? person) =>
        person is null ? null : await users.FindByIdAsync(person.Id.ToString());

    private async Task CheckSecretAsync(Account account, string secret, string wrong, string pointer)
    {
        SignInResult checkedIt = await signIn.CheckPasswordSignInAsync(account, secret, lockoutOnFailure: true);
        if (checkedIt.IsLockedOut)
        {
            throw Refusal.Field(pointer, "Too many wrong secrets: wait five minutes, or ask the owner for a code.");
        }

        if (!checkedIt.Succeeded)
        {
            await RefusedAsync(account.Id, SignedInBy.Secret);
            throw Refusal.Field(pointer, wrong);
        }
    }

    // Bounded by the lock-out: whoever is locked out leaves no more of these.
    private async Task RefusedAsync(Guid person, SignedInBy by)
    {
        file.Changes.Add(AtDoor(person, null, $"refused {by}"));
        await file.SaveChangesAsync();
    }

    private Change AtDoor(Guid person, Guid? session, string what) => new()
    {
        At = clock.Now,
        PersonId = person,
        SessionId = session,
        What = what
    };

    private static string Typed(string pointer, string? typed) =>
        string.IsNullOrWhiteSpace(typed) || typed.Length > SecretRules.Longest
            ? throw Refusal.Field(pointer, $"Type it: up to {SecretRules.Longest} signs.")
            : typed;

    private static void Succeeded(IdentityResult result, string pointer)
    {
        if (!result.Succeeded)
        {
            throw Refusal.Field(pointer, result.Errors.First().Description);
        }
    }
}
