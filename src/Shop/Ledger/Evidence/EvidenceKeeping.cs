using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Evidence;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger.Evidence;

/// <summary>
/// Asks the record behind the scenes what it says, and keeps the cards: after a start where none are kept, on a new
/// day, and some time after something was written. Pages show what is kept.
/// </summary>
internal sealed class EvidenceKeeping(
    IServiceScopeFactory scopes,
    Clock clock,
    Opening opening,
    EvidenceDesk desk,
    Writers writers,
    ILogger<EvidenceKeeping> log)
    : BehindTheScenes(opening, log, TimeSpan.FromSeconds(20), "The record could not be asked.", desk)
{
    // Goes up with every change of the cards' shape.
    private const int Shape = 1;

    // A visit more changes no answer that cannot wait so long.
    private static readonly TimeSpan Rest = TimeSpan.FromMinutes(15);

    // Rows of trailers are written so many at a time, and others let write between.
    private const int AtOnce = 500;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) }
    };

    internal static int Edition => (EvidenceBook.Edition * 1_000) + Shape;

    /// <summary>A card as it is kept; null where it cannot be read.</summary>
    internal static EvidenceCard? ReadCard(string kept) => Read<EvidenceCard>(kept);

    /// <summary>What is kept of a trailer; null where it cannot be read.</summary>
    internal static TrailerEvidence? ReadTrailer(string kept) => Read<TrailerEvidence>(kept);

    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        using IServiceScope scope = scopes.CreateScope();
        ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
        DateOnly today = clock.Today;
        bool asked = desk.TakeWish();
        EvidenceHead? kept = await file.EvidenceHeads.AsNoTracking().SingleOrDefaultAsync(stop);
        string by = await file.EvidenceStampAsync(stop);
        bool old = kept is null || kept.Edition != Edition || kept.AsOf != today;
        bool changed = kept?.By != by;
        if (!old && (!changed || (!asked && clock.Now - kept!.MadeAt < Rest && clock.Now >= kept.MadeAt)))
        {
            return;
        }

        try
        {
            await AskAsync(file, today, by, stop);
        }
        finally
        {
            desk.End();
        }
    }

    private static T? Read<T>(string kept)
        where T : class
    {
        try
        {
            return JsonSerializer.Deserialize<T>(kept, Json);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private async Task AskAsync(ShopFile file, DateOnly today, string by, CancellationToken stop)
    {
        int trailers = await file.Trailers.CountAsync(stop);
        desk.Tell(0, trailers);
        Func<string, KnownPart?> parts = await PartsKnown.NamedAsync(file);
        EvidenceTerms terms = await file.EvidenceTermsAsync(today, name => parts(name)?.Price, stop);
        EvidenceBook book = new(terms);
        await foreach (TrailerPast past in file.PastsAsync(today, terms.RatePerHour, stop))
        {
            book.Add(past);
            desk.Tell(book.Trailers, trailers);
        }

        EvidenceFound found = book.Conclude();
        await KeepAsync(file, found, today, by, book.Trailers, stop);
    }

    // The cards are one write: nobody is shown half of them. What is said of trailers follows in pieces.
    private async Task KeepAsync(
        ShopFile file,
        EvidenceFound found,
        DateOnly today,
        string by,
        int trailers,
        CancellationToken stop)
    {
        file.ChangeTracker.Clear();
        await using (var transaction = await file.Database.BeginTransactionAsync(stop))
        {
            await file.EvidenceCards.ExecuteDeleteAsync(stop);
            file.EvidenceCards.AddRange(found.Cards.Select((card, i) => new EvidenceCardRow
            {
                Code = card.Code,
                Topic = card.Topic.ToString(),
                Order = i,
                Card = JsonSerializer.Serialize(card, Json)
            }));
            EvidenceHead? head = await file.EvidenceHeads.FindAsync([EvidenceHead.TheOne], stop);
            if (head is null)
            {
                file.EvidenceHeads.Add(head = new EvidenceHead());
            }

            (head.Edition, head.AsOf, head.MadeAt, head.By, head.Trailers) = (Edition, today, clock.Now, by, trailers);
            await file.SaveChangesAsync(stop);
            await transaction.CommitAsync(stop);
        }

        file.ChangeTracker.Clear();
        Dictionary<Guid, string> kept = await file.TrailerEvidence
            .AsNoTracking()
            .ToDictionaryAsync(t => t.TrailerId, t => t.Says, stop);
        Dictionary<Guid, string> says = found.Trailers.ToDictionary(
            t => t.Key,
            t => JsonSerializer.Serialize(t.Value, Json));
        List<Guid> changed = [.. kept.Keys.Union(says.Keys).Where(
            id => kept.GetValueOrDefault(id) != says.GetValueOrDefault(id))];
        foreach (Guid[] batch in changed.Chunk(AtOnce))
        {
            await using var transaction = await file.Database.BeginTransactionAsync(stop);
            await file.TrailerEvidence.Where(t => batch.Contains(t.TrailerId)).ExecuteDeleteAsync(stop);

            // A trailer may have gone since it was read.
            List<Guid> there = await file.Trailers
                .Where(t => batch.Contains(t.Id))
                .Select(t => t.Id)
                .ToListAsync(stop);
            file.TrailerEvidence.AddRange(there.Where(says.ContainsKey).Select(id => new TrailerEvidenceRow
            {
                TrailerId = id,
                Says = says[id]
            }));
            await file.SaveChangesAsync(stop);
            await transaction.CommitAsync(stop);
            file.ChangeTracker.Clear();
            await writers.GiveWayAsync(stop);
        }
    }
}

/// <summary>Where somebody asks for the cards to be made anew, and how far that is.</summary>
internal sealed class EvidenceDesk : Desk
{
    private readonly Lock gate = new();
    private bool wished;
    private EvidenceProgress? progress;

    /// <inheritdoc/>
    internal override void Want()
    {
        lock (gate)
        {
            wished = true;
        }

        base.Want();
    }

    internal bool TakeWish()
    {
        lock (gate)
        {
            (bool was, wished) = (wished, false);
            return was;
        }
    }

    internal void Tell(int done, int of)
    {
        lock (gate)
        {
            progress = new EvidenceProgress(done, of);
        }
    }

    internal void End()
    {
        lock (gate)
        {
            progress = null;
        }
    }

    /// <summary>How far it is; null while nothing is in the making.</summary>
    internal EvidenceProgress? Now
    {
        get
        {
            lock (gate)
            {
                return progress;
            }
        }
    }
}
