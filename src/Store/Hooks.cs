using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Notices;
using SturdyTinker.Store.Shapes;

namespace SturdyTinker.Store;

/// <summary>Writes down what other programs are told, with what happened.</summary>
public static class Hooks
{
    private static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web);

    /// <summary>What an event is called where it is sent.</summary>
    public static string NameOf(HookEvent what) => StoredCodes<HookEvent>.Write(what);

    /// <summary>
    /// Puts a delivery to everybody who is told of such events into the change set: it is saved with what happened, or
    /// not at all.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="what">What happened.</param>
    /// <param name="trailer">The trailer.</param>
    /// <param name="visit">The visit; null for none.</param>
    public static async Task TellAsync(this ShopFile file, HookEvent what, Guid trailer, Guid? visit = null)
    {
        List<Webhook> hooks = await file.Webhooks.AsNoTracking().Where(h => h.Paused == null).ToListAsync();
        hooks.RemoveAll(h => !h.Events.Contains(what));
        if (hooks.Count == 0)
        {
            return;
        }

        // It may be saved with this, and not be in the file yet.
        string tag = (await file.Trailers.FindAsync(trailer))!.Tag;
        string read = visit is null ? $"/api/yard/trailers/{trailer}"
            : what is HookEvent.VisitOpened or HookEvent.ApprovalAnswered ? $"/api/bay/visits/{visit}"
            : $"/api/ledger/visits/{visit}";
        file.HookDeliveries.AddRange(hooks.Select(h =>
            Of(
                h.Id,
                Guid.CreateVersion7(),
                what,
                NameOf(what),
                new { trailerId = trailer, tag, visitId = visit, read })));
    }

    /// <summary>A delivery that says nothing but that it came.</summary>
    /// <param name="hook">Where it goes.</param>
    /// <param name="id">The delivery's own id.</param>
    public static HookDelivery Trial(Webhook hook, Guid id) => Of(hook.Id, id, hook.Events[0], TrialName, new { });

    /// <summary>Whether a delivery says nothing but that it came.</summary>
    public static bool IsTrial(HookDelivery delivery) =>
        (string?)JsonNode.Parse(delivery.Body)!["type"] == TrialName;

    /// <summary>What is sent at a moment: type, timestamp and data.</summary>
    public static string Sent(HookDelivery delivery)
    {
        JsonNode body = JsonNode.Parse(delivery.Body)!;
        return new JsonObject
        {
            ["type"] = body["type"]!.DeepClone(),
            ["timestamp"] = JsonValue.Create(delivery.At),
            ["data"] = body["data"]!.DeepClone(),
        }.ToJsonString(Written);
    }

    private const string TrialName = "trial";

    private static HookDelivery Of(Guid hook, Guid id, HookEvent what, string type, object data) => new()
    {
        Id = id,
        WebhookId = hook,
        Event = what,
        Body = JsonSerializer.Serialize(new { type, data }, Written),
    };
}
