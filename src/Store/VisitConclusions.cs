using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Store;

/// <summary>Keeps what a visit's looks come to together true to what was seen and measured.</summary>
public static class VisitConclusions
{
    /// <summary>The limits this shop judges by.</summary>
    public static async Task<LimitsInForce> LimitsAsync(this ShopFile file) =>
        new(await file.ShopLimits.AsNoTracking().ToListAsync());

    /// <summary>What figures of a visit are judged by.</summary>
    public static async Task<ReadingContext> ContextAsync(this ShopFile file, Visit visit) =>
        new(visit.Gear, visit.Practices)
        {
            Limits = await file.LimitsAsync(),
            Torques = await file.TorquesAsync(visit.TrailerId)
        };

    // Compiled once: every step that is ticked asks for these.
    private static readonly Compiled<Func<ShopFile, Guid, IAsyncEnumerable<IReadOnlyList<Conclusion>>>> ConclusionsOf =
        new(() => EF.CompileAsyncQuery((ShopFile file, Guid trailer) => file.Visits
            .AsNoTracking()
            .Where(v => v.TrailerId == trailer)
            .Select(v => v.Conclusions)));

    private static readonly Compiled<Func<ShopFile, Guid, IAsyncEnumerable<Finding>>> FindingsOf =
        new(() => EF.CompileAsyncQuery((ShopFile file, Guid trailer) => file.Findings
            .AsNoTracking()
            .Where(f => f.TrailerId == trailer)
            .OrderBy(f => f.At)
            .AsQueryable()));

    private static readonly Compiled<Func<ShopFile, Guid, IAsyncEnumerable<Reading>>> ReadingsOf =
        new(() => EF.CompileAsyncQuery((ShopFile file, Guid trailer) => file.Readings
            .AsNoTracking()
            .Where(r => r.TrailerId == trailer)
            .OrderBy(r => r.At)
            .AsQueryable()));

    private static readonly Compiled<Func<ShopFile, Guid, IAsyncEnumerable<WorkDone>>> WorkOf =
        new(() => EF.CompileAsyncQuery((ShopFile file, Guid trailer) => file.WorkDone
            .AsNoTracking()
            .Where(w => w.TrailerId == trailer)));

    private static readonly Compiled<Func<ShopFile, Guid, IAsyncEnumerable<Mending>>> MendingsOf =
        new(() => EF.CompileAsyncQuery((ShopFile file, Guid trailer) => file.Mendings
            .AsNoTracking()
            .Where(m => m.TrailerId == trailer)));

    /// <summary>What the looks of every visit of a trailer came to together.</summary>
    public static async Task<List<Conclusion>> TogetherAsync(this ShopFile file, Guid trailerId) =>
        [.. (await ConclusionsOf.Of(file)(file, trailerId).ToListAsync()).SelectMany(t => t)];

    /// <summary>Everything seen and measured on a trailer, with whatever may have answered it.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="trailerId">The trailer.</param>
    /// <param name="gear">The running gear to look at it by.</param>
    public static async Task<TrailerObservations> ObservationsAsync(
        this ShopFile file,
        Guid trailerId,
        RunningGear gear) => new(
        gear,
        await FindingsOf.Of(file)(file, trailerId).ToListAsync(),
        await ReadingsOf.Of(file)(file, trailerId).ToListAsync())
        {
            Conclusions = await file.TogetherAsync(trailerId),
            Work = await WorkOf.Of(file)(file, trailerId).ToListAsync(),
            Mendings = await MendingsOf.Of(file)(file, trailerId).ToListAsync(),
        };

    /// <summary>
    /// Works out what an open visit's looks come to together, and how its trailer stands; both are put in the change
    /// set, and
    /// the caller saves. Save the change to the looks before calling this.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="visit">The visit, tracked.</param>
    /// <param name="today">The day.</param>
    public static async Task ConcludeAsync(this ShopFile file, Visit visit, DateOnly today)
    {
        visit.Conclusions = (await file.ObservationsOfAsync(visit)).Diagnose();
        await file.SaveChangesAsync();
        await file.RefreshAsync(visit.TrailerId, today);
    }

    /// <summary>Everything seen and measured in a visit.</summary>
    public static async Task<VisitObservations> ObservationsOfAsync(this ShopFile file, Visit visit)
    {
        List<Reading> readings = await file.Readings
            .AsNoTracking()
            .Where(r => r.TrailerId == visit.TrailerId)
            .ToListAsync();
        ReadingContext context = await file.ContextAsync(visit);
        return new VisitObservations(
            context,
            await file.Findings.AsNoTracking().Where(f => f.VisitId == visit.Id).ToListAsync(),
            readings.FindAll(r => r.VisitId == visit.Id),
            readings.FindAll(r => r.VisitId != visit.Id),
            visit.Jobs,
            Remedies.In(context));
    }
}
