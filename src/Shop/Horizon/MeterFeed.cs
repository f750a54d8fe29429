using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon;

/// <summary>A reading of the feed: docs/meter-feed.md.</summary>
public sealed record FedReading(string? Id, string? Meter, string? On, decimal? Miles);

/// <summary>A page of the feed.</summary>
public sealed record FedPage(IReadOnlyList<FedReading?>? Readings, string? Next);

/// <summary>A reading that was not believed.</summary>
public sealed record DoubtedAnswer(
    string Id,
    Guid? TrailerId,
    string Tag,
    string MeterNumber,
    DateOnly On,
    string Typed,
    string Why);

/// <summary>How the feed of meter readings stands.</summary>
/// <param name="There">Whether this shop has one.</param>
/// <param name="Taken">Readings taken at this look.</param>
/// <param name="Failed">Why it could not be read; null when it could.</param>
/// <param name="Doubted">Readings set aside, oldest first.</param>
public sealed record MeterFeedAnswer(bool There, int Taken, string? Failed, IReadOnlyList<DoubtedAnswer> Doubted);

/// <summary>What to do with a reading set aside.</summary>
/// <param name="Take">Whether it is taken as the first of a new meter; otherwise it is dropped.</param>
public sealed record DoubtSettled(bool Take);

/// <summary>Readings of hub odometers, fetched from the service at the setting "meters" (an http address).</summary>
internal sealed class MeterFeed(IHttpClientFactory clients, Uri? address) : IDisposable
{
    /// <summary>The name of its client.</summary>
    internal const string Client = "meter-feed";

    private const int LongestId = 200;

    // More than a trailer rolls in its life.
    private const decimal MostMiles = 10_000_000;

    private readonly SemaphoreSlim one = new(1);

    internal bool There => address is not null;

    /// <inheritdoc/>
    public void Dispose() => one.Dispose();

    /// <summary>
    /// Reads what is new and writes it down, or sets it aside. Answers how many were taken, and why it failed.
    /// </summary>
    internal async Task<(int Taken, string? Failed)> PollAsync(ShopFile file, Clock clock, CancellationToken stop)
    {
        if (address is null)
        {
            return (0, null);
        }

        await one.WaitAsync(stop);
        try
        {
            int taken = 0;
            for (int page = 0; page < 50; page++)
            {
                string after = (await file.SettingsAsync()).MeterFeedAt;
                FedPage? fed = await clients.CreateClient(Client).GetFromJsonAsync<FedPage>(
                    new Uri(address, $"readings?after={Uri.EscapeDataString(after)}"),
                    stop);
                if (fed?.Readings is not { Count: > 0 } readings)
                {
                    break;
                }

                string next = fed.Next ?? after;
                taken += await WriteAsync(file, readings, next, clock, stop);
                if (next == after)
                {
                    break;
                }
            }

            return (taken, null);
        }
        catch (Exception fault) when (!(fault is OperationCanceledException && stop.IsCancellationRequested))
        {
            // Whatever comes from outside ends neither the page that asked nor the server.
            file.ChangeTracker.Clear();
            bool silent =
                fault is HttpRequestException or Polly.ExecutionRejectedException or OperationCanceledException;
            return (0, silent
                ? "The meter feed does not answer. It is asked again soon; nothing is lost."
                : "The meter feed answered with something that can’t be read.");
        }
        finally
        {
            one.Release();
        }
    }

    private static async Task<int> WriteAsync(
        ShopFile file,
        IReadOnlyList<FedReading?> readings,
        string next,
        Clock clock,
        CancellationToken stop)
    {
        await using var transaction = await file.Database.BeginTransactionAsync(stop);
        if (!await file.People.AnyAsync(p => p.Id == MeterEntries.Feeder, stop))
        {
            file.People.Add(new Person
            {
                Id = MeterEntries.Feeder,
                Name = "Hub odometer feed",
                Active = false,
                IsProgram = true
            });
            await file.SaveChangesAsync(stop);
        }

        HashSet<Guid> changed = [];
        int taken = 0;
        bool told = false;
        foreach ((string? key, string? meter, string? day, decimal? miles) in readings.OfType<FedReading>())
        {
            // Without an id of its own a reading could not be told from the next.
            if (key is not { Length: > 0 and <= LongestId } id)
            {
                continue;
            }

            string number = meter is { Length: <= LongestId } ? meter : "";
            if (await file.DoubtedReadings.AnyAsync(d => d.Id == id, stop)
                || await file.MeterEntries.AnyAsync(m => m.Id == MeterEntries.IdOf(id), stop)
                || await file.IsBuriedAsync(MeterEntries.IdOf(id)))
            {
                continue;
            }

            Trailer? trailer = number.Length == 0
                ? null
                : await file.Trailers.FirstOrDefaultAsync(t => t.MeterNumber == number, stop);
            bool dated = DateOnly.TryParseExact(
                day,
                "yyyy-MM-dd",
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out DateOnly on);
            bool figure = miles is >= 0 and <= MostMiles;
            string typed = figure && miles is { } m ? string.Create(CultureInfo.InvariantCulture, $"{m:#,0.#} mi") : "";
            MeterEntry entry = new()
            {
                Id = MeterEntries.IdOf(id),
                TrailerId = trailer?.Id ?? Guid.Empty,
                Kind = MeterEntryKind.Reading,
                On = dated ? on : clock.Today,
                Typed = typed,
                Distance = Distance.FromMiles(figure ? miles!.Value : 0),
                At = clock.Now,
                PersonId = MeterEntries.Feeder
            };
            string? doubt = trailer is null ? $"No trailer has the meter “{number}”."
                : !dated ? "Its day can’t be read."
                : !figure ? miles is null ? "It has no figure." : "Its figure can’t be a trailer’s road."
                : trailer.Meter != MeterKind.HubOdometer ? $"{trailer.Tag} goes by another meter."
                : MeterChecks.Refusal(
                    entry,
                    await file.MeterEntries.AsNoTracking().Where(e => e.TrailerId == trailer.Id).ToListAsync(stop),
                    clock.Today);
            if (doubt is null)
            {
                file.MeterEntries.Add(entry);
                changed.Add(trailer!.Id);
                taken++;
            }
            else
            {
                file.DoubtedReadings.Add(new DoubtedReading
                {
                    Id = id,
                    TrailerId = trailer?.Id,
                    MeterNumber = number,
                    On = entry.On,
                    Typed = typed,
                    Distance = entry.Distance,
                    Why = doubt,
                    At = clock.Now
                });
            }

            // On the trail once for all of a page.
            if (!told)
            {
                told = true;
                file.Changes.Add(new Change { At = clock.Now, PersonId = MeterEntries.Feeder, What = "meter feed" });
            }

            // One after the other: each is checked against those before it.
            await file.SaveChangesAsync(stop);
        }

        (await file.SettingsAsync()).MeterFeedAt = next;
        await file.SaveChangesAsync(stop);
        foreach (Guid trailer in changed)
        {
            await file.RefreshAsync(trailer, clock.Today);
        }

        await file.SaveChangesAsync(stop);
        await transaction.CommitAsync(stop);
        file.ChangeTracker.Clear();
        return taken;
    }
}

/// <summary>Asks the feed every few minutes.</summary>
internal sealed class MeterFeedPolling(
    IServiceScopeFactory scopes,
    MeterFeed feed,
    Clock clock,
    Opening opening,
    ILogger<MeterFeedPolling> log) : BehindTheScenes(
        opening,
        log,
        TimeSpan.FromMinutes(5),
        "The meter feed could not be read; it is asked again soon.")
{
    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        if (feed.There)
        {
            using IServiceScope scope = scopes.CreateScope();
            await feed.PollAsync(scope.ServiceProvider.GetRequiredService<ShopFile>(), clock, stop);
        }
    }
}

internal static class MeterFeedEndpoints
{
    internal static void MapMeterFeed(this RouteGroupBuilder horizon)
    {
        horizon.MapGet(
            "/meter-feed",
            async (ShopFile file, MeterFeed feed) => TypedResults.Ok(await AnswerAsync(file, feed, 0, null)))
                .Needs(Right.See);
        horizon.MapPost("/meter-feed/poll", PollAsync).Needs(Right.Work);
        horizon.MapPut("/meter-feed/doubted/{id}", SettleAsync).Needs(Right.Work);
    }

    private static async Task<MeterFeedAnswer> AnswerAsync(ShopFile file, MeterFeed feed, int taken, string? failed)
    {
        var waiting = await file.DoubtedReadings
            .AsNoTracking()
            .Where(d => d.SettledAt == null)
            .OrderBy(d => d.On)
            .ThenBy(d => d.Id)
            .Take(200)
            .ToListAsync();
        Dictionary<Guid, string> tags = await file.Trailers.AsNoTracking().ToDictionaryAsync(t => t.Id, t => t.Tag);
        return new MeterFeedAnswer(
            feed.There,
            taken,
            failed,
            [.. waiting.Select(d => new DoubtedAnswer(
                d.Id,
                d.TrailerId,
                d.TrailerId is { } id ? tags.GetValueOrDefault(id, "") : "",
                d.MeterNumber,
                d.On,
                d.Typed,
                d.Why))]);
    }

    private static async Task<Ok<MeterFeedAnswer>> PollAsync(
        ShopFile file,
        MeterFeed feed,
        Clock clock,
        Worker worker,
        CancellationToken stop)
    {
        _ = worker;
        (int taken, string? failed) = await feed.PollAsync(file, clock, stop);
        return TypedResults.Ok(await AnswerAsync(file, feed, taken, failed));
    }

    private static async Task<Ok<MeterFeedAnswer>> SettleAsync(
        string id,
        DoubtSettled settled,
        ShopFile file,
        MeterFeed feed,
        Clock clock,
        Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        DoubtedReading doubted = await file.DoubtedReadings.FirstOrDefaultAsync(d => d.Id == id)
            ?? throw Refusal.NotFound("There is no such reading.");
        if (doubted.SettledAt is null)
        {
            if (settled.Take)
            {
                Guid trailer = doubted.TrailerId
                    ?? throw Refusal.Field(
                        "/take",
                        "No trailer has this meter: write its number down at the trailer first.");
                MeterEntry entry = new()
                {
                    Id = MeterEntries.IdOf(id),
                    TrailerId = trailer,
                    Kind = MeterEntryKind.Reading,
                    On = doubted.On,
                    Typed = doubted.Typed,
                    Distance = doubted.Distance,
                    StartsNewMeter = true,
                    At = clock.Now,
                    PersonId = worker.Id
                };
                if (MeterChecks.Refusal(
                    entry,
                    await file.MeterEntries.AsNoTracking().Where(e => e.TrailerId == trailer).ToListAsync(),
                    clock.Today) is { } refusal)
                {
                    throw Refusal.Field("/take", refusal);
                }

                file.MeterEntries.Add(entry);
            }

            (doubted.SettledAt, doubted.Taken) = (clock.Now, settled.Take);
            await file.SaveChangesAsync();
            if (doubted.TrailerId is { } its)
            {
                await file.RefreshAsync(its, clock.Today);
                await file.SaveChangesAsync();
            }
        }

        await transaction.CommitAsync();
        file.ChangeTracker.Clear();
        return TypedResults.Ok(await AnswerAsync(file, feed, 0, null));
    }
}
