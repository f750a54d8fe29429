using System.Linq.Expressions;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Store;

/// <summary>Keeps every trailer's standing true to the record.</summary>
public static class TrailerStatuses
{
    /// <summary>
    /// Works out one trailer's standing from what is saved and puts it in the change set; the caller saves,
    /// in the transaction of the change itself. Save the change before calling this.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="trailerId">The trailer; nothing happens when it does not exist.</param>
    /// <param name="today">The day.</param>
    public static async Task RefreshAsync(this ShopFile file, Guid trailerId, DateOnly today)
    {
        Trailer? trailer = await file.Trailers.FindAsync(trailerId);
        if (trailer is null)
        {
            return;
        }

        (await file.SettingsAsync()).KeptSince ??= today;
        TrailerStatusRow fresh = await file.WorkedOutAsync(trailer, today);
        TrailerStatusRow? kept = await file.TrailerStatuses.FindAsync(trailerId);
        if (kept is null)
        {
            file.TrailerStatuses.Add(fresh);
        }
        else
        {
            if (kept.Worst == Verdict.Hold != (fresh.Worst == Verdict.Hold))
            {
                await file.TellAsync(
                    fresh.Worst == Verdict.Hold ? HookEvent.TrailerHeld : HookEvent.TrailerFreed,
                    trailerId);
            }

            file.Entry(kept).CurrentValues.SetValues(fresh);
        }
    }

    /// <summary>
    /// Works out how a trailer stands from what is saved, as <see cref="RefreshAsync"/> does; keeps nothing of it.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="trailer">The trailer.</param>
    /// <param name="today">The day.</param>
    public static async Task<TrailerStatusRow> WorkedOutAsync(this ShopFile file, Trailer trailer, DateOnly today)
    {
        Guid trailerId = trailer.Id;
        TrailerStatus standing = TrailerStatus.Of(await file.RecordAsync(trailer, today), today);
        return new TrailerStatusRow
        {
            TrailerId = trailerId,
            Tag = trailer.Tag,
            Name = trailer.Name,
            Plate = trailer.Plate,
            CustomerId = trailer.CustomerId,
            Customer = await file.Customers.Where(c => c.Id == trailer.CustomerId).Select(c => c.Name).FirstAsync(),
            OpenVisit = await file.Visits
                .Where(v => v.TrailerId == trailerId && v.ClosedAt == null)
                .Select(v => (Guid?)v.Id)
                .FirstOrDefaultAsync(),
            AsOf = today,
            Edition = TrailerStatus.Edition,
            Stamp = Guid.CreateVersion7(),
            NextDue = standing.NextDue,
            DueOrder = standing.NextDue?.DayNumber ?? int.MaxValue,
            NextWhen = standing.Dues.Count > 0 ? $"{standing.Dues[0].Short} {standing.Dues[0].Due.When}" : "",
            Worst = standing.Worst,
            Glyph = new Glyph(
                trailer.Gear.Axles,
                trailer.Gear.Suspension,
                trailer.Gear.Brake,
                MarksOf(trailer, standing)),
            Status = standing,
        };
    }

    /// <summary>
    /// How a trailer stands on a day: as it is kept, or worked out anew where what is kept is of another day.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="trailer">The trailer.</param>
    /// <param name="today">The day.</param>
    public static async Task<TrailerStatus> StatusAsync(this ShopFile file, Trailer trailer, DateOnly today) =>
        (await file.TrailerStatuses
            .AsNoTracking()
            .FirstOrDefaultAsync(s => s.TrailerId == trailer.Id && s.AsOf == today)
            ?? await file.WorkedOutAsync(trailer, today)).Status;

    /// <summary>
    /// Works out the standings of all of one customer's trailers, as <see cref="RefreshAsync"/> does for one.
    /// </summary>
    public static async Task RefreshOfCustomerAsync(this ShopFile file, Guid customerId, DateOnly today)
    {
        foreach (Guid id in await file.Trailers.Where(t => t.CustomerId == customerId).Select(t => t.Id).ToListAsync())
        {
            await file.RefreshAsync(id, today);
        }
    }

    /// <summary>
    /// Says, in the transaction of a change that touches every trailer, that no standing is up to date any more:
    /// whatever becomes of the work that follows, each is worked out anew later, behind the scenes.
    /// </summary>
    public static Task<int> OutdateAllAsync(this ShopFile file) => file.OutdateAsync(_ => true);

    /// <summary>The same for some trailers, as after a table of them was taken in.</summary>
    /// <returns>How many.</returns>
    public static Task<int> OutdateAsync(this ShopFile file, Expression<Func<TrailerStatusRow, bool>> which) =>
        file.TrailerStatuses.Where(which).ExecuteUpdateAsync(s => s.SetProperty(one => one.AsOf, DateOnly.MinValue));

    /// <summary>Whether a trailer's status is not of this day.</summary>
    public static Task<bool> AnyStaleAsync(this ShopFile file, DateOnly today, CancellationToken stop) =>
        file.Stale(today).AnyAsync(stop);

    // How many are brought up to the day at once: a technician's tick waits no longer than for these.
    private const int AtOnce = 50;

    private static IQueryable<Trailer> Stale(this ShopFile file, DateOnly today) =>
        file.Trailers.AsNoTracking().Where(t => !file.TrailerStatuses.Any(s => s.TrailerId == t.Id && s.AsOf == today));

    /// <summary>Brings every standing up to a day, in batches, so that the first page of the morning is true.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="today">The day.</param>
    /// <param name="writers">Who is let write between two batches; null where nobody else is at the file.</param>
    /// <param name="stop">Ends it after a batch.</param>
    /// <returns>How many were worked out anew.</returns>
    public static async Task<int> RefreshAllAsync(
        this ShopFile file,
        DateOnly today,
        Writers? writers = null,
        CancellationToken stop = default)
    {
        List<Guid> stale = await file.Stale(today).Select(t => t.Id).ToListAsync(stop);
        foreach (Guid[] batch in stale.Chunk(AtOnce))
        {
            await using var transaction = await file.Database.BeginTransactionAsync(stop);
            foreach (Guid id in batch)
            {
                await file.RefreshAsync(id, today);
            }

            await file.SaveChangesAsync(stop);
            await transaction.CommitAsync(stop);
            file.ChangeTracker.Clear();
            await (writers?.GiveWayAsync(stop) ?? Task.CompletedTask);
        }

        return stale.Count;
    }

    /// <summary>
    /// Writes down how the trailers stand on a day; what was written of that day before gives way. To be called once
    /// every standing is of that day.
    /// </summary>
    public static async Task NoteDayAsync(this ShopFile file, DateOnly today, CancellationToken stop = default)
    {
        int trailers = await file.TrailerStatuses.CountAsync(stop);
        int overdue = await file.TrailerStatuses.CountAsync(s => s.NextDue < today, stop);
        int onHold = await file.TrailerStatuses.CountAsync(s => s.Worst == Verdict.Hold, stop);
        ShopDay? day = await file.ShopDays.FirstOrDefaultAsync(d => d.Day == today, stop);
        if (day is null)
        {
            file.ShopDays.Add(day = new ShopDay { Day = today });
        }

        (day.Trailers, day.Overdue, day.OnHold) = (trailers, overdue, onHold);
        if (file.ChangeTracker.HasChanges())
        {
            await file.SaveChangesAsync(stop);
        }

        file.ChangeTracker.Clear();
    }

    /// <summary>Everything on record of a trailer.</summary>
    public static async Task<TrailerRecord> RecordAsync(this ShopFile file, Trailer trailer, DateOnly today)
    {
        TrailerObservations seen = await file.ObservationsAsync(trailer.Id, trailer.Gear);
        return new TrailerRecord(
            trailer,
            new ReadingContext(trailer.Gear, await file.PracticesAsync(trailer))
            {
                Limits = await file.LimitsAsync(),
                Torques = await file.TorquesAsync(trailer.Id)
            },
            await file.UsageAsync(trailer, today),
            (await file.SettingsAsync()).Repack)
        {
            Upkeep = await file.UpkeepAsync(trailer, today),
            Immersions = trailer.Uses.Contains(Use.Launched)
                ? [.. (await file.MeterEntries
                    .AsNoTracking()
                    .Where(m => m.TrailerId == trailer.Id && m.Kind == MeterEntryKind.Immersion)
                    .Select(m => new { m.On, m.Times })
                    .ToListAsync()).Select(m => (m.On, m.Times))]
                : [],
            Work = seen.Work,
            Findings = seen.Findings,
            Readings = seen.Readings,
            Conclusions = seen.Conclusions,
            Mendings = seen.Mendings,
            FollowUps = await file.FollowUps
                .AsNoTracking()
                .Where(f => f.TrailerId == trailer.Id && f.DoneAt == null)
                .ToListAsync(),
            Releases = await file.Releases.AsNoTracking().Where(r => r.TrailerId == trailer.Id).ToListAsync(),
        };
    }

    /// <summary>A trailer's road. One that has told little itself leans on its customer's other trailers.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="trailer">The trailer.</param>
    /// <param name="today">The day.</param>
    public static async Task<UsageLine> UsageAsync(this ShopFile file, Trailer trailer, DateOnly today) =>
        (await file.RoadAsync(trailer, today))([]);

    /// <summary>
    /// Reads a trailer's road once, to be asked what it would be with entries that nobody has made.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="trailer">The trailer.</param>
    /// <param name="today">The day.</param>
    public static async Task<Func<IReadOnlyList<MeterEntry>, UsageLine>> RoadAsync(
        this ShopFile file,
        Trailer trailer,
        DateOnly today)
    {
        List<MeterEntry> entries = await file.MeterEntries
            .AsNoTracking()
            .Where(m => m.TrailerId == trailer.Id)
            .ToListAsync();
        UsageLine Alone(IReadOnlyList<MeterEntry> supposed) => UsageLine.Of(trailer, entries.Concat(supposed), today);
        bool TellsEnough(UsageLine alone) => trailer.Meter is MeterKind.None or MeterKind.Estimate
            || (alone.Recorded is { } told && told.Days.Sum() >= UsageLine.EnoughDays);
        if (TellsEnough(Alone([])))
        {
            return Alone;
        }

        List<Trailer> others = await file.Trailers
            .AsNoTracking()
            .Where(t => t.CustomerId == trailer.CustomerId
                && t.Id != trailer.Id
                && t.Meter != MeterKind.None
                && t.Meter != MeterKind.Estimate)
            .OrderBy(t => t.Id)
            .Take(MostSimilar)
            .ToListAsync();
        List<Guid> ids = [.. others.Select(t => t.Id)];
        ILookup<Guid, MeterEntry> road = (await file.MeterEntries
            .AsNoTracking()
            .Where(m => ids.Contains(m.TrailerId))
            .ToListAsync()).ToLookup(m => m.TrailerId);
        Similar? similar = Similar.Of([.. others
            .Where(t => t.Gear.Axles == trailer.Gear.Axles || others.Count < 2 * Similar.Fewest)
            .Select(t => UsageLine.Of(t, road[t.Id], today).Recorded)
            .OfType<SeasonRoad>()
            .Where(t => t.Days.Sum() >= UsageLine.LeastRateDays)]);
        return supposed => similar is null || TellsEnough(Alone(supposed))
            ? Alone(supposed)
            : UsageLine.Of(trailer, entries.Concat(supposed), today, similar);
    }

    private const int MostSimilar = 40;

    /// <summary>Everything chosen about how long work on a trailer lasts.</summary>
    public static async Task<Upkeep> UpkeepAsync(this ShopFile file, Trailer trailer, DateOnly today)
    {
        ShopSettings settings = await file.SettingsAsync();
        return new Upkeep
        {
            Repack = settings.Repack,
            Shop = settings.Intervals,
            ByUse = settings.IntervalsByUse,
            Customer = await file.Customers
                .AsNoTracking()
                .Where(c => c.Id == trailer.CustomerId)
                .Select(c => c.Intervals)
                .FirstAsync(),
            Trailer = trailer.Intervals,
            Factors = settings.Uses,
            Uses = trailer.Uses,
            Since = settings.KeptSince ?? today,
        };
    }

    /// <summary>The shop's choices; made with our defaults when nobody has chosen yet.</summary>
    public static async Task<ShopSettings> SettingsAsync(this ShopFile file)
    {
        ShopSettings? settings = await file.Settings.FindAsync(ShopSettings.TheOne);
        if (settings is null)
        {
            file.Settings.Add(settings = new ShopSettings());
        }

        return settings;
    }

    /// <summary>The same, only to be read: nothing is added to the change set.</summary>
    public static async Task<ShopSettings> SettingsToReadAsync(this ShopFile file) =>
        await file.Settings.AsNoTracking().SingleOrDefaultAsync(s => s.Id == ShopSettings.TheOne) ?? new ShopSettings();

    /// <summary>The jobs in force in the shop: ours with its own.</summary>
    public static async Task<JobCatalogue> CatalogueAsync(this ShopFile file) =>
        JobCatalogue.Of((await file.SettingsToReadAsync()).Practices);

    /// <summary>
    /// What an open visit goes by when it is composed anew: its own practices, and of the shop's own work its jobs as
    /// they were when it was taken in, any other as it is now.
    /// </summary>
    public static async Task<PracticeChoices> PracticesOfAsync(this ShopFile file, Visit visit)
    {
        OwnWork? now = (await file.SettingsToReadAsync()).Practices.Own;
        return now is null ? visit.Practices
            : visit.Practices with { Own = (visit.Practices.Own ?? OwnWork.None).And(now) };
    }

    /// <summary>The practices in force for a trailer: its own, its customer's, the shop's.</summary>
    public static async Task<PracticeChoices> PracticesAsync(this ShopFile file, Trailer trailer)
    {
        ShopSettings settings = await file.SettingsToReadAsync();
        PracticeChoices customer = await file.Customers
            .AsNoTracking()
            .Where(c => c.Id == trailer.CustomerId)
            .Select(c => c.Practices)
            .FirstAsync();
        return PracticeChoices.InForce(settings.Practices, customer, trailer.Practices);
    }

    private static List<PlaceMark> MarksOf(Trailer trailer, TrailerStatus standing)
    {
        // The soonest of a place is the one it shows.
        var dues = standing.Dues.GroupBy(d => d.Place).ToDictionary(g => g.Key, g => g.First());
        var verdicts = standing.Marks.GroupBy(m => m.Place).ToDictionary(
            g => g.Key,
            g => g.Max(m => m.Judgement.Verdict));
        return [.. Places.Of(trailer.Gear).Select(p => p.Code).Where(p => dues.ContainsKey(p)
            || verdicts.ContainsKey(p)).Select(p => new PlaceMark(
            p,
            dues.GetValueOrDefault(p)?.Due.Used,
            dues.GetValueOrDefault(p)?.Due.Nearness,
            verdicts.TryGetValue(p, out var verdict) ? verdict : null))];
    }
}
