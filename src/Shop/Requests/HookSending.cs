using System.Globalization;
using System.Net;
using System.Text;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Notices;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Tells other programs what happened, behind the scenes: each address by itself, so that one that does not answer
/// keeps no other waiting.
/// </summary>
internal sealed class HookSending(
    IServiceScopeFactory scopes,
    IHttpClientFactory clients,
    Clock clock,
    Opening opening,
    ILogger<HookSending> log)
    : BehindTheScenes(opening, log, TimeSpan.FromSeconds(3), "Other programs could not be told.")
{
    /// <summary>The name of its client.</summary>
    internal const string Client = "hooks";

    // So many go to one address in a round, and what has gone is shown for so long.
    private const int AtOnce = 100;
    private const int KeptDays = 30;

    /// <summary>How long the other program has for its answer.</summary>
    internal static readonly TimeSpan Patience = TimeSpan.FromSeconds(15);

    // While an address does not answer, what else goes there waits with it, for so long at most.
    private static readonly TimeSpan WaitsAlong = TimeSpan.FromMinutes(5);

    private readonly Dictionary<Guid, Task> running = [];
    private DateOnly cleared;

    /// <summary>Has what is saved sent now.</summary>
    internal void Now() => Ask();

    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        List<Webhook> hooks;
        using (IServiceScope scope = scopes.CreateScope())
        {
            ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
            DateTimeOffset now = clock.Now;
            List<Guid> due = await file.HookDeliveries
                .Where(d => d.NextAt != null && d.NextAt <= now)
                .Select(d => d.WebhookId)
                .Distinct()
                .ToListAsync(stop);
            hooks = await file.Webhooks
                .AsNoTracking()
                .Where(h => h.Paused == null && due.Contains(h.Id))
                .ToListAsync(stop);
            if (cleared != clock.Today)
            {
                DateTimeOffset before = now.AddDays(-KeptDays);
                await file.HookDeliveries.Where(d => d.NextAt == null && d.At < before).ExecuteDeleteAsync(stop);
                cleared = clock.Today;
            }
        }

        // One that takes its time over each goes on, and keeps nobody's next from going.
        foreach (Webhook hook in hooks)
        {
            if (!running.TryGetValue(hook.Id, out Task? before) || before.IsCompleted)
            {
                running[hook.Id] = SendSafelyAsync(hook, stop);
            }
        }
    }

    /// <inheritdoc/>
    public override async Task StopAsync(CancellationToken cancellationToken)
    {
        await base.StopAsync(cancellationToken);
        await Task.WhenAll(running.Values);
    }

    private async Task SendSafelyAsync(Webhook hook, CancellationToken stop)
    {
        try
        {
            await SendAsync(hook, stop);
        }
        catch (OperationCanceledException)
        {
            // The program ends; what was not taken goes when it starts again.
        }
        catch (Exception fault) when (fault is not OperationCanceledException)
        {
            // Its webhook may have been taken away meanwhile; whatever it is, it ends nothing.
            Tell(fault);
        }
    }

    private async Task SendAsync(Webhook hook, CancellationToken stop)
    {
        using IServiceScope scope = scopes.CreateScope();
        ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
        DateTimeOffset begun = clock.Now;
        List<HookDelivery> due = await file.HookDeliveries
            .Where(d => d.WebhookId == hook.Id && d.NextAt != null && d.NextAt <= begun)
            .OrderBy(d => d.Id)
            .Take(AtOnce)
            .ToListAsync(stop);
        foreach (HookDelivery delivery in due)
        {
            delivery.Begin(clock.Now);
            await file.SaveChangesAsync(stop);
            (string? refused, bool gone) = await SentAsync(hook, delivery, stop);
            if (refused is null)
            {
                delivery.Taken(clock.Now);
                await file.SaveChangesAsync(CancellationToken.None);
                continue;
            }

            delivery.Fail(refused);
            await file.SaveChangesAsync(CancellationToken.None);
            await WaitAlongAsync(file, hook, delivery, gone, CancellationToken.None);
            return;
        }
    }

    // A dead address costs one try at a time; one that has taken nothing for days, or says that it is gone, none.
    private async Task WaitAlongAsync(
        ShopFile file,
        Webhook hook,
        HookDelivery failed,
        bool gone,
        CancellationToken stop)
    {
        if (gone || failed.NextAt is null)
        {
            string why = gone
                ? "It says that nobody listens there any more (410)."
                : $"It took nothing in {failed.Tries} tries. {failed.Failed}";
            await file.Webhooks.Where(h => h.Id == hook.Id).ExecuteUpdateAsync(
                h => h.SetProperty(one => one.Paused, why),
                stop);
            return;
        }

        DateTimeOffset until = clock.Now + WaitsAlong;
        until = failed.NextAt < until ? failed.NextAt.Value : until;
        await file.HookDeliveries
            .Where(d => d.WebhookId == hook.Id && d.Id != failed.Id && d.NextAt != null && d.NextAt < until)
            .ExecuteUpdateAsync(d => d.SetProperty(one => one.NextAt, until), stop);
    }

    // Why it was not taken, in a sentence, and whether the address is gone for good; null where it was taken.
    private async Task<(string? Refused, bool Gone)> SentAsync(
        Webhook hook,
        HookDelivery delivery,
        CancellationToken stop)
    {
        string id = delivery.Id.ToString("D"), body = Hooks.Sent(delivery);
        DateTimeOffset now = clock.Now;
        using HttpClient client = clients.CreateClient(Client);
        using HttpRequestMessage request = new(HttpMethod.Post, hook.Address)
        {
            Content = new StringContent(body, Encoding.UTF8, "application/json"),
        };
        request.Headers.Add("webhook-id", id);
        request.Headers.Add("webhook-timestamp", now.ToUnixTimeSeconds().ToString(CultureInfo.InvariantCulture));
        request.Headers.Add("webhook-signature", HookSignature.Of(hook.Secret, id, now, body));
        try
        {
            // Its words are of no use here, and might never end.
            using HttpResponseMessage answer =
                await client.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, stop);
            return answer.IsSuccessStatusCode ? (null, false)
                : (int)answer.StatusCode is >= 300 and < 400
                    ? ("It answered that it has moved, and was not followed: type its new address.", false)
                : ($"It answered {(int)answer.StatusCode}.", answer.StatusCode == HttpStatusCode.Gone);
        }
        catch (HttpRequestException fault)
        {
            return (WorldOnly.IsInside(fault)
                ? "It lies inside of the shop’s own network. Start the server with --hooks-inside true to tell it."
                : "Nobody answered there.", false);
        }
        catch (OperationCanceledException) when (!stop.IsCancellationRequested)
        {
            return (FormattableString.Invariant($"It did not answer within {Patience.TotalSeconds:0} seconds."), false);
        }
    }
}
