using System.Security.Claims;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Access;

/// <summary>Somebody signed in.</summary>
/// <param name="Id">The session.</param>
/// <param name="Person">Who.</param>
/// <param name="Where">The shop's tablet, or the browser as it calls itself.</param>
/// <param name="By">How they came in.</param>
/// <param name="At">Since when.</param>
/// <param name="SeenAt">When they were heard last, within some minutes.</param>
/// <param name="IsThis">Whether it is the one that asks.</param>
public sealed record SessionAnswer(
    Guid Id,
    string Person,
    string Where,
    SignedInBy By,
    DateTimeOffset At,
    DateTimeOffset SeenAt,
    bool IsThis);

/// <summary>A tablet of the shop.</summary>
/// <param name="Id">The tablet.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="IdleMinutes">Minutes without a touch after which it locks.</param>
/// <param name="EnrolledBy">Who enrolled it.</param>
/// <param name="At">When.</param>
/// <param name="IsThis">Whether it is the one that asks.</param>
public sealed record DeviceAnswer(
    Guid Id,
    string Name,
    int IdleMinutes,
    string EnrolledBy,
    DateTimeOffset At,
    bool IsThis);

/// <summary>A token of a program.</summary>
/// <param name="Id">The token.</param>
/// <param name="Name">What the program is called.</param>
/// <param name="Scope">What it may do.</param>
/// <param name="At">Since when.</param>
/// <param name="ExpiresAt">Until when.</param>
public sealed record TokenAnswer(Guid Id, string Name, TokenScope Scope, DateTimeOffset At, DateTimeOffset ExpiresAt);

/// <summary>A tablet to enrol: the browser that asks.</summary>
/// <param name="Name">What the shop calls it.</param>
/// <param name="IdleMinutes">Minutes without a touch after which it locks: 1 to 60.</param>
public sealed record DeviceDraft(string Name, int IdleMinutes);

/// <summary>Who is in, on what, and how others are let in.</summary>
internal static class PeopleAccess
{
    private static readonly TimeSpan InvitationLasts = TimeSpan.FromDays(7);
    private const int LongestName = 40;

    internal static void MapPeopleAccess(this RouteGroupBuilder access)
    {
        access.MapGet("/sessions", SessionsAsync).Needs(Right.See);
        access.MapDelete("/sessions/{id:guid}", EndAsync).Needs(Right.See);
        access.MapPost("/people/{id:guid}/code", InviteAsync).Needs(Right.People);
        access.MapGet("/devices", async (ShopFile file, Entrance entrance, HttpContext context) =>
            TypedResults.Ok(await AllDevicesAsync(file, (await entrance.DeviceAsync(context.Request))?.Id)))
            .Needs(Right.Devices);
        access.MapPost("/devices", EnrolAsync).Needs(Right.Devices);
        access.MapDelete("/devices/{id:guid}", WithdrawDeviceAsync).Needs(Right.Devices);
        access.MapGet("/tokens", async (ShopFile file, Clock clock) => TypedResults.Ok(await TokensAsync(file, clock)))
            .Needs(Right.Tokens);
        access.MapDelete("/tokens/{id:guid}", WithdrawTokenAsync).Needs(Right.Tokens);
    }

    // One's own; everybody's for those who see to people.
    private static async Task<Ok<List<SessionAnswer>>> SessionsAsync(ShopFile file, Clock clock, HttpContext context) =>
        TypedResults.Ok(await AllSessionsAsync(file, clock, context));

    private static async Task<List<SessionAnswer>> AllSessionsAsync(ShopFile file, Clock clock, HttpContext context)
    {
        Guid? own = Worker.MaybeOf(context.User), here = Entrance.SessionOf(context.User);
        bool all = context.User.May(Right.People);
        DateTimeOffset since = clock.Now - Comers.Longest;
        return await (from session in file.Sessions.AsNoTracking()
                      join person in file.People on session.PersonId equals person.Id
                      join device in file.Devices on session.DeviceId equals device.Id into devices
                      from device in devices.DefaultIfEmpty()
                      where session.EndedAt == null && session.At > since && (all || session.PersonId == own)
                      orderby session.SeenAt descending
                      select new SessionAnswer(
                          session.Id,
                          person.Name,
                          device == null ? session.Browser : device.Name,
                          session.By,
                          session.At,
                          session.SeenAt,
                          session.Id == here)).Take(200).ToListAsync();
    }

    private static async Task<Ok<List<SessionAnswer>>> EndAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        Door door,
        HttpContext context)
    {
        Worker worker = Worker.Of(context);
        bool all = context.User.May(Right.People);
        Session session = await file.Sessions.FirstOrDefaultAsync(s => s.Id == id && (all || s.PersonId == worker.Id))
            ?? throw Refusal.NotFound("There is no such session.");
        session.EndedAt ??= clock.Now;
        await file.SaveChangesAsync();
        door.Changed();
        return TypedResults.Ok(await AllSessionsAsync(file, clock, context));
    }

    private static async Task<Ok<CodesAnswer>> InviteAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        HttpContext context)
    {
        Worker worker = Worker.Of(context);
        Person person = await file.People.AsNoTracking().FirstOrDefaultAsync(p => p.Id == id && !p.IsProgram)
            ?? throw Refusal.NotFound("There is nobody of that id here.");
        if (!person.Active)
        {
            throw Refusal.Conflict($"{person.Name} does not work here any more.");
        }

        if (!Rights.MayManage(await worker.RolesAsync(file), person.Roles))
        {
            throw Refusal.NotAllowed($"{person.Name} may do what you may not: ask the owner.");
        }

        string code = Digest.NewCode();
        await using var transaction = await file.Database.BeginTransactionAsync();
        await file.OneTimeCodes.Where(c => c.PersonId == id && c.ExpiresAt != null).ExecuteDeleteAsync();
        file.OneTimeCodes.Add(new OneTimeCode
        {
            CodeHash = Digest.OfCode(code),
            PersonId = id,
            At = clock.Now,
            ExpiresAt = clock.Now + InvitationLasts
        });
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(new CodesAnswer([code]));
    }

    private static async Task<List<DeviceAnswer>> AllDevicesAsync(ShopFile file, Guid? here) =>
        await (from device in file.Devices.AsNoTracking()
               join person in file.People on device.EnrolledBy equals person.Id
               where device.WithdrawnAt == null
               orderby device.Name
               select new DeviceAnswer(
                   device.Id,
                   device.Name,
                   device.IdleMinutes,
                   person.Name,
                   device.At,
                   device.Id == here)).ToListAsync();

    private static async Task<Ok<List<DeviceAnswer>>> EnrolAsync(
        DeviceDraft draft,
        ShopFile file,
        Clock clock,
        Entrance entrance,
        HttpContext context)
    {
        Worker worker = Worker.Of(context);
        Checks checks = new();
        string name = checks.Text("/name", draft.Name, "The tablet’s name", LongestName);
        checks.Add(
            "/idleMinutes",
            draft.IdleMinutes is < 1 or > 60 ? "A tablet locks after 1 to 60 minutes without a touch." : null);
        checks.Done();
        Device? device = await entrance.DeviceAsync(context.Request);
        if (device is not null)
        {
            file.Devices.Attach(device);
            (device.Name, device.IdleMinutes) = (name, draft.IdleMinutes);
        }
        else
        {
            string key = Digest.NewKey();
            device = new Device
            {
                Id = Guid.CreateVersion7(),
                Name = name,
                KeyHash = Digest.Of(key),
                IdleMinutes = draft.IdleMinutes,
                EnrolledBy = worker.Id,
                At = clock.Now
            };
            file.Devices.Add(device);
            Cookies.KeepDevice(context, key);
        }

        await file.SaveChangesAsync();

        // Whoever enrolled it is out of it: from now on it is the shop's, and locks as such.
        await entrance.LeaveAsync(context);
        return TypedResults.Ok(await AllDevicesAsync(file, device.Id));
    }

    private static async Task<Ok<List<DeviceAnswer>>> WithdrawDeviceAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        Door door,
        Entrance entrance,
        HttpContext context)
    {
        Worker.Of(context);
        Device device = await file.Devices.FirstOrDefaultAsync(d => d.Id == id)
            ?? throw Refusal.NotFound("There is no such tablet.");
        Guid? here = (await entrance.DeviceAsync(context.Request))?.Id;
        device.WithdrawnAt ??= clock.Now;
        await file.SaveChangesAsync();
        door.Changed();
        if (here == id)
        {
            Cookies.DropDevice(context);
        }

        return TypedResults.Ok(await AllDevicesAsync(file, here));
    }

    private static async Task<List<TokenAnswer>> TokensAsync(ShopFile file, Clock clock)
    {
        DateTimeOffset now = clock.Now;
        return await file.AccessTokens
            .AsNoTracking()
            .Where(t => t.WithdrawnAt == null && t.ExpiresAt > now)
            .OrderBy(t => t.Name)
            .Select(t => new TokenAnswer(t.Id, t.Name, t.Scope, t.At, t.ExpiresAt))
            .ToListAsync();
    }

    private static async Task<Ok<List<TokenAnswer>>> WithdrawTokenAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        Door door,
        Worker worker)
    {
        _ = worker;
        AccessToken token = await file.AccessTokens.FirstOrDefaultAsync(t => t.Id == id)
            ?? throw Refusal.NotFound("There is no such token.");
        token.WithdrawnAt ??= clock.Now;
        await file.SaveChangesAsync();
        door.Changed();
        return TypedResults.Ok(await TokensAsync(file, clock));
    }
}
