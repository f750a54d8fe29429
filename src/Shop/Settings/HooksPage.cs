using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Settings;

/// <summary>An event that other programs may be told of.</summary>
/// <param name="Code">The event.</param>
/// <param name="Name">What it is called where it is sent: "type".</param>
/// <param name="Words">What it is, in words.</param>
public sealed record HookEventAnswer(HookEvent Code, string Name, string Words);

/// <summary>What another program was, or is to be, told.</summary>
/// <param name="Id">The delivery; it goes as "webhook-id".</param>
/// <param name="Event">What happened.</param>
/// <param name="Trial">Whether nothing happened: it only shows that what is sent arrives.</param>
/// <param name="At">When it was first tried; null before.</param>
/// <param name="Tries">How often it was tried.</param>
/// <param name="NextAt">When it is tried next; null once it was taken or given up.</param>
/// <param name="TakenAt">When it was taken; null before.</param>
/// <param name="Failed">Why the last try failed; null where none did.</param>
/// <param name="Body">What is sent, but for its moment.</param>
public sealed record HookDeliveryAnswer(
    Guid Id,
    HookEvent Event,
    bool Trial,
    DateTimeOffset? At,
    int Tries,
    DateTimeOffset? NextAt,
    DateTimeOffset? TakenAt,
    string? Failed,
    string Body);

/// <summary>Another program that is told of events.</summary>
/// <param name="Id">The webhook.</param>
/// <param name="Name">What the program is called.</param>
/// <param name="Address">Where it listens.</param>
/// <param name="Events">What it is told.</param>
/// <param name="Paused">Why nothing is sent there for now; null while it is.</param>
/// <param name="Waiting">How many deliveries wait.</param>
/// <param name="Last">The newest deliveries, the newest first.</param>
public sealed record HookAnswer(
    Guid Id,
    string Name,
    string Address,
    IReadOnlyList<HookEvent> Events,
    string? Paused,
    int Waiting,
    IReadOnlyList<HookDeliveryAnswer> Last);

/// <summary>Other programs that are told of events.</summary>
/// <param name="Hooks">All of them, by name.</param>
/// <param name="Events">What they may be told.</param>
public sealed record HooksAnswer(IReadOnlyList<HookAnswer> Hooks, IReadOnlyList<HookEventAnswer> Events);

/// <summary>A webhook as it is typed.</summary>
/// <param name="Name">What the program is called.</param>
/// <param name="Address">Where it listens: https or http.</param>
/// <param name="Events">What it is told: one and more.</param>
public sealed record HookDraft(string Name, string Address, IReadOnlyList<HookEvent> Events);

/// <summary>What both sides sign by.</summary>
/// <param name="Secret">The secret.</param>
public sealed record HookSecretAnswer(string Secret);

/// <summary>Other programs that are told, as an owner sets them up and looks after them.</summary>
internal static class HooksPage
{
    private const int Most = 20, LongestName = 60, LongestAddress = 1_000, Shown = 20;

    private static readonly HookEventAnswer[] Events =
    [
        .. new (HookEvent Code, string Words)[]
        {
            (HookEvent.VisitOpened, "A trailer was taken in"),
            (HookEvent.VisitClosed, "A visit was closed"),
            (HookEvent.VisitAmended, "Something in a closed visit was put right"),
            (HookEvent.TrailerHeld, "A Hold stands on a trailer that had none"),
            (HookEvent.TrailerFreed, "No Hold stands on a trailer any more"),
            (HookEvent.ApprovalAnswered, "A customer has answered what they were asked"),
        }.Select(e => new HookEventAnswer(e.Code, Hooks.NameOf(e.Code), e.Words))
    ];

    internal static void MapHooks(this RouteGroupBuilder settings)
    {
        settings.MapGet("/hooks", async (ShopFile file) => TypedResults.Ok(await AllAsync(file))).Needs(Right.Tokens);
        settings.MapPut("/hooks/{id:guid}", PutAsync).Needs(Right.Tokens).AsksSecret();
        settings.MapDelete("/hooks/{id:guid}", DeleteAsync).Needs(Right.Tokens).AsksSecret();
        settings.MapPost("/hooks/{id:guid}/secret", SecretAsync).Needs(Right.Tokens).AsksSecret();
        settings.MapPut("/hooks/{id:guid}/trials/{deliveryId:guid}", TryAsync).Needs(Right.Tokens);
        settings.MapPost("/hooks/{id:guid}/deliveries/{deliveryId:guid}/again", AgainAsync).Needs(Right.Tokens);
        settings.MapPost("/hooks/{id:guid}/resume", ResumeAsync).Needs(Right.Tokens);
    }

    private static async Task<HooksAnswer> AllAsync(ShopFile file)
    {
        List<HookAnswer> hooks = [];
        foreach (Webhook hook in await file.Webhooks.AsNoTracking().OrderBy(h => h.Name).ToListAsync())
        {
            List<HookDelivery> last = await file.HookDeliveries
                .AsNoTracking()
                .Where(d => d.WebhookId == hook.Id)
                .OrderByDescending(d => d.Id)
                .Take(Shown)
                .ToListAsync();
            hooks.Add(new HookAnswer(
                hook.Id,
                hook.Name,
                hook.Address,
                hook.Events,
                hook.Paused,
                await file.HookDeliveries.CountAsync(d => d.WebhookId == hook.Id && d.NextAt != null),
                last.ConvertAll(d => new HookDeliveryAnswer(
                    d.Id,
                    d.Event,
                    Hooks.IsTrial(d),
                    d.At,
                    d.Tries,
                    d.NextAt,
                    d.TakenAt,
                    d.Failed,
                    d.Body))));
        }

        return new HooksAnswer(hooks, Events);
    }

    private static async Task<Ok<HooksAnswer>> PutAsync(
        Guid id,
        HookDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        Checks.Id(id);
        Checks checks = new();
        string name = checks.Text("/name", draft.Name, "The name", LongestName);
        string address = checks.Text("/address", draft.Address, "The address", LongestAddress);
        checks.Add("/address", WhyNot(address));
        checks.Add("/events", draft.Events.Count == 0 ? "Choose what it is to be told." : null);
        checks.Done();
        await using var transaction = await file.Database.BeginTransactionAsync();
        Webhook? hook = await file.Webhooks.FirstOrDefaultAsync(h => h.Id == id);
        if (hook is null && await file.Webhooks.CountAsync() >= Most)
        {
            throw Refusal.Conflict($"At most {Most} programs are told. Take one away first.");
        }

        HookEvent[] events = [.. draft.Events.Distinct().Order()];
        if (hook is null)
        {
            file.Webhooks.Add(new Webhook
            {
                Id = id,
                Name = name,
                Address = address,
                Events = events,
                Secret = HookSignature.NewSecret(),
                At = clock.Now
            });
        }
        else
        {
            (hook.Name, hook.Address, hook.Events) = (name, address, events);
        }

        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await AllAsync(file));
    }

    // Why an address cannot be told, in a sentence; null where it can. Names and passwords do not belong in it: they
    // would stand in lists and logs.
    private static string? WhyNot(string address) =>
        !Uri.TryCreate(address, UriKind.Absolute, out Uri? uri)
            || (uri.Scheme != Uri.UriSchemeHttps && uri.Scheme != Uri.UriSchemeHttp)
            ? "An address begins with https:// or http://."
            : uri.UserInfo.Length > 0 ? "A name or password does not belong in an address."
            : uri.Fragment.Length > 0 ? "What comes after # is never sent: leave it out."
            : null;

    private static async Task<Ok<HooksAnswer>> DeleteAsync(Guid id, ShopFile file, Worker worker)
    {
        _ = worker;
        if (await file.Webhooks.FirstOrDefaultAsync(h => h.Id == id) is { } hook)
        {
            file.Webhooks.Remove(hook);
            await file.SaveChangesAsync();
        }

        return TypedResults.Ok(await AllAsync(file));
    }

    private static async Task<Ok<HookSecretAnswer>> SecretAsync(Guid id, ShopFile file, Worker worker)
    {
        _ = worker;
        return TypedResults.Ok(new HookSecretAnswer((await FindAsync(file, id)).Secret));
    }

    private static async Task<Ok<HooksAnswer>> TryAsync(
        Guid id,
        Guid deliveryId,
        ShopFile file,
        HookSending sending,
        Worker worker)
    {
        _ = worker;
        Checks.Id(deliveryId);
        Webhook hook = await FindAsync(file, id);
        if (hook.Paused is not null)
        {
            throw Refusal.Conflict("Nothing is sent there for now: resume it first.");
        }

        if (!await file.HookDeliveries.AnyAsync(d => d.Id == deliveryId))
        {
            file.HookDeliveries.Add(Hooks.Trial(hook, deliveryId));
            await file.SaveChangesAsync();
            sending.Now();
        }

        return TypedResults.Ok(await AllAsync(file));
    }

    private static async Task<Ok<HooksAnswer>> AgainAsync(
        Guid id,
        Guid deliveryId,
        ShopFile file,
        Clock clock,
        HookSending sending,
        Worker worker)
    {
        _ = worker;
        HookDelivery delivery =
            await file.HookDeliveries.FirstOrDefaultAsync(d => d.Id == deliveryId && d.WebhookId == id)
                ?? throw Refusal.NotFound("There is no such delivery.");
        if (delivery.TakenAt is null)
        {
            delivery.Again(clock.Now);
            await file.SaveChangesAsync();
            sending.Now();
        }

        return TypedResults.Ok(await AllAsync(file));
    }

    // What waited meanwhile goes at once; what was given up stays so, each to be sent again by itself.
    private static async Task<Ok<HooksAnswer>> ResumeAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        HookSending sending,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        Webhook hook = await FindAsync(file, id);
        DateTimeOffset now = clock.Now;
        hook.Paused = null;
        await file.SaveChangesAsync();
        await file.HookDeliveries.Where(d => d.WebhookId == id && d.NextAt != null).ExecuteUpdateAsync(
            d => d.SetProperty(one => one.NextAt, now).SetProperty(one => one.Tries, 0));
        await transaction.CommitAsync();
        sending.Now();
        return TypedResults.Ok(await AllAsync(file));
    }

    private static async Task<Webhook> FindAsync(ShopFile file, Guid id) =>
        await file.Webhooks.FirstOrDefaultAsync(h => h.Id == id)
            ?? throw Refusal.NotFound("There is no such program here.");
}
