using System.Globalization;
using System.Runtime.CompilerServices;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using SturdyTinker.Core.Evidence;
using SturdyTinker.Core.Evidence.Questions;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Store;

/// <summary>Reads the record as evidence asks for it, a few trailers at a time.</summary>
public static class EvidenceRecord
{
    private const int AtOnce = 100;

    // A meter that was not read for so long before a day and after says nothing of that day. From memory.
    private const int ReadAbout = 60;

    private sealed record LookRow(
        string TrailerId,
        string VisitId,
        string Place,
        string Code,
        string About,
        long At,
        string? Verdict,
        string PersonId,
        double Figure);

    private sealed record TookRow(string VisitId, double Seconds, double Parts);

    private sealed record BackRow(
        Guid VisitId,
        Guid TrailerId,
        DateTimeOffset OpenedAt,
        DateTimeOffset ClosedAt,
        IReadOnlyList<JobAt> For,
        PracticeChoices Practices,
        string TakenOver);

    /// <summary>What the kept cards are made of: another one after anything that evidence reads was written.</summary>
    public static async Task<string> EvidenceStampAsync(this ShopFile file, CancellationToken stop)
    {
        long stamps = await file.TrailerStatuses.CountAsync(stop);
        int visits = await file.Visits.CountAsync(v => v.ClosedAt != null, stop);
        int work = await file.WorkDone.CountAsync(stop);
        int found = await file.Findings.CountAsync(stop);
        int stock = await file.StockEntries.CountAsync(stop);
        int amended = await file.Amendments.CountAsync(stop);
        int meters = await file.MeterEntries.CountAsync(stop);
        int described = await file.Trailers.SumAsync(t => t.Version, stop);
        int settings = await file.Settings
            .Where(s => s.Id == ShopSettings.TheOne)
            .Select(s => s.Version)
            .FirstOrDefaultAsync(stop);
        return string.Create(
            CultureInfo.InvariantCulture,
            $"{stamps} {visits} {work} {found} {stock} {amended} {meters} {described} {settings}");
    }

    /// <summary>Every trailer's record, one after the other.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="today">The day.</param>
    /// <param name="ratePerHour">What an hour costs.</param>
    /// <param name="stop">Ends it.</param>
    public static async IAsyncEnumerable<TrailerPast> PastsAsync(
        this ShopFile file,
        DateOnly today,
        decimal ratePerHour,
        [EnumeratorCancellation] CancellationToken stop = default)
    {
        Dictionary<Guid, Guid?> deliveries = await DeliveriesAsync(file, stop);
        List<Guid> ids = await file.Trailers.OrderBy(t => t.Id).Select(t => t.Id).ToListAsync(stop);
        foreach (Guid[] batch in ids.Chunk(AtOnce))
        {
            foreach (TrailerPast past in await BatchAsync(file, batch, deliveries, today, ratePerHour, stop))
            {
                yield return past;
            }
        }
    }

    private static async Task<List<TrailerPast>> BatchAsync(
        ShopFile file,
        Guid[] batch,
        Dictionary<Guid, Guid?> deliveries,
        DateOnly today,
        decimal ratePerHour,
        CancellationToken stop)
    {
        List<Trailer> trailers = await file.Trailers
            .AsNoTracking()
            .Where(t => batch.Contains(t.Id))
            .ToListAsync(stop);
        ILookup<Guid, MeterEntry> road = (await file.MeterEntries
            .AsNoTracking()
            .Where(m => batch.Contains(m.TrailerId))
            .ToListAsync(stop)).ToLookup(m => m.TrailerId);
        ILookup<Guid, PastJob> work = (await file.WorkDone
            .AsNoTracking()
            .Where(w => batch.Contains(w.TrailerId))
            .Select(w => new { w.TrailerId, w.Job, w.Place, w.On, w.VisitId })
            .ToListAsync(stop)).ToLookup(w => w.TrailerId, w => new PastJob(w.Job, w.Place, w.On, w.VisitId));
        List<BackRow> visits = await file.Visits
            .AsNoTracking()
            .Where(v => batch.Contains(v.TrailerId) && v.ClosedAt != null)
            .Select(v => new BackRow(
                v.Id,
                v.TrailerId,
                v.OpenedAt,
                v.ClosedAt!.Value,
                v.TakenInFor,
                v.Practices,
                v.TakenOver))
            .ToListAsync(stop);
        ILookup<Guid, BackRow> visitsOf = visits.ToLookup(v => v.TrailerId);
        ILookup<Guid, LookRow> looks = (await LooksAsync(file, batch, stop)).ToLookup(l => Guid.Parse(l.TrailerId));
        Dictionary<Guid, TookRow> took = await TookAsync(file, batch, stop);
        ILookup<Guid, PastPart> parts = (await (
            from part in file.PartsUsed.AsNoTracking()
            join visit in file.Visits on part.VisitId equals visit.Id
            where batch.Contains(visit.TrailerId) && visit.ClosedAt != null
            select new { visit.TrailerId, part.Id, part.VisitId, part.Place, part.Code, part.Name, part.At })
            .ToListAsync(stop))
            .Select(p => (p.TrailerId, Code: p.Code ?? Part.Named(p.Name)?.Code, Row: p))
            .Where(p => p.Code is not null)
            .ToLookup(
                p => p.TrailerId,
                p => new PastPart(
                    p.Row.VisitId,
                    p.Row.Place,
                    p.Code!,
                    DateOnly.FromDateTime(p.Row.At.DateTime),
                    deliveries.GetValueOrDefault(p.Row.Id)));
        return trailers.ConvertAll(t => PastOf(
            t,
            [.. road[t.Id]],
            [.. work[t.Id]],
            [.. visitsOf[t.Id]],
            [.. looks[t.Id]],
            [.. parts[t.Id]],
            took,
            today,
            ratePerHour));
    }

    private static TrailerPast PastOf(
        Trailer trailer,
        List<MeterEntry> road,
        List<PastJob> work,
        List<BackRow> visits,
        List<LookRow> looks,
        List<PastPart> parts,
        Dictionary<Guid, TookRow> took,
        DateOnly today,
        decimal ratePerHour)
    {
        UsageLine usage = UsageLine.Of(trailer, road, today);
        DateOnly? first = road.Count > 0 ? road.Min(m => m.On) : null;
        DateOnly since = KeepingQuestion.From(trailer.AddedOn, today);
        List<WorkDone> done = [.. work.Where(w => w.VisitId is not null).Select(w => new WorkDone
        {
            Job = w.Job,
            Place = w.Place,
            On = w.On,
            VisitId = w.VisitId
        })];

        // Reckoned is not read: a life's miles are told by readings about its beginning and about its end.
        double? MilesAt(DateOnly day) => first is { } from
            && day >= from.AddDays(-ReadAbout)
            && usage.Foretold(day.AddDays(-ReadAbout)) is null
            ? (double?)usage.At(day)?.Miles
            : null;

        Dictionary<Guid, PracticeChoices> practices = visits.ToDictionary(v => v.VisitId, v => v.Practices);
        return new TrailerPast(
            trailer.Id,
            trailer.Tag,
            trailer.CustomerId,
            trailer.Gear,
            trailer.Uses,
            trailer.AddedOn,
            today)
        {
            Work = work,
            Parts = parts,
            MilesAt = MilesAt,
            MilesLately = usage.Knows && usage.Between(since, today) is { } lately ? (double)lately.Miles : null,
            Looks = [.. looks
                .Where(l => l.Verdict is not null)
                .Select(l => (Row: l, Subject: SubjectOf(l)))
                .Where(l => l.Subject is not null)
                .Select(l => new PastLook(
                    Guid.Parse(l.Row.VisitId),
                    l.Row.Place,
                    l.Row.Code,
                    l.Subject!.Value,
                    DayOf(l.Row.At),
                    Enum.Parse<Verdict>(l.Row.Verdict!)))],
            EndPlays = [.. looks
                .Where(l => l.Code == EndPlay && l.About.Length == 0)
                .Select(l => new PastEndPlay(
                    Guid.Parse(l.PersonId),
                    $"{trailer.Gear.NutRetention} {SettingOf(practices.GetValueOrDefault(Guid.Parse(l.VisitId)))}",
                    l.Figure / 25.4))],
            Visits = [.. visits.Select(v => new PastVisit(
                v.VisitId,
                DateOnly.FromDateTime(v.ClosedAt.DateTime),
                v.TakenOver.Length > 0 || !took.TryGetValue(v.VisitId, out TookRow? its) ? null
                    : ((decimal)its.Seconds * ratePerHour / 3_600) + (decimal)its.Parts,
                v.TakenOver.Length == 0 && CameBack(v, done, usage),
                v.Practices))],
        };
    }

    private const string EndPlay = "end-play";

    private static string SettingOf(PracticeChoices? practices) =>
        practices is null ? "" : practices.For(PracticeQuestions.NutSetting).Code;

    private static bool CameBack(BackRow visit, List<WorkDone> done, UsageLine usage)
    {
        DateOnly on = DateOnly.FromDateTime(visit.OpenedAt.DateTime);
        return ComeBack.Of(
            visit.For,
            on,
            done.Where(w => w.VisitId != visit.VisitId && w.On >= on.AddDays(-ComeBack.MilesDays)),
            day => usage.Between(day, on)?.Miles,
            job => ComeBack.MendsNothing(job, visit.Practices)).Count > 0;
    }

    private static Subject? SubjectOf(LookRow look) => look.About.Length > 0
        ? Enum.TryParse(look.About, out Subject subject) ? subject : null
        : ReadingKinds.Find(look.Code)?.Subject;

    private static DateOnly DayOf(long at) => DateOnly.FromDateTime(Moment(at).DateTime);

    // As the file keeps a moment; made once, for it is compiled.
    private static readonly Func<long, DateTimeOffset> Moment =
        new DateTimeOffsetToBinaryConverter().ConvertFromProviderTyped;

    // The judgement is a page of words of which one is asked for: it is picked out within the file.
    private static async Task<List<LookRow>> LooksAsync(ShopFile file, Guid[] batch, CancellationToken stop)
    {
        (Guid from, Guid to) = (batch[0], batch[^1]);
        List<LookRow> seen = await file.Database.SqlQuery<LookRow>(
            $"""
            SELECT f.TrailerId, f.VisitId, f.Place, f.RuleCode AS Code, f.Subject AS About, f.At,
                json_extract(f.Judgement, '$.value.verdict') AS Verdict, f.PersonId, 0.0 AS Figure
            FROM Findings f JOIN Visits v ON v.Id = f.VisitId
            WHERE f.TrailerId >= {from} AND f.TrailerId <= {to} AND v.ClosedAt IS NOT NULL
            """).ToListAsync(stop);
        List<LookRow> measured = await file.Database.SqlQuery<LookRow>(
            $"""
            SELECT r.TrailerId, r.VisitId, r.Place, r.Kind AS Code, '' AS About, r.At,
                json_extract(r.Judgement, '$.value.verdict') AS Verdict, r.PersonId,
                CAST(r.Canonical AS REAL) AS Figure
            FROM Readings r JOIN Visits v ON v.Id = r.VisitId
            WHERE r.TrailerId >= {from} AND r.TrailerId <= {to} AND v.ClosedAt IS NOT NULL
                AND r.Kind IN ('lining', 'tread', {EndPlay})
            """).ToListAsync(stop);
        return [.. seen, .. measured];
    }

    private static async Task<Dictionary<Guid, TookRow>> TookAsync(
        ShopFile file,
        Guid[] batch,
        CancellationToken stop)
    {
        (Guid from, Guid to) = (batch[0], batch[^1]);
        return (await file.Database.SqlQuery<TookRow>(
            $"""
            SELECT v.Id AS VisitId,
                CAST(COALESCE((SELECT SUM(e.Seconds) FROM StepEntries e
                    WHERE e.VisitId = v.Id AND e.UndoneAt IS NULL AND e.SkippedBecause IS NULL), 0) AS REAL) AS Seconds,
                CAST(COALESCE((SELECT SUM(CAST(p.Quantity AS REAL) * CAST(p.Price AS REAL)) FROM PartsUsed p
                    WHERE p.VisitId = v.Id), 0) AS REAL) AS Parts
            FROM Visits v
            WHERE v.TrailerId >= {from} AND v.TrailerId <= {to} AND v.ClosedAt IS NOT NULL AND v.TakenOver = ''
            """).ToListAsync(stop)).ToDictionary(t => Guid.Parse(t.VisitId));
    }

    private static async Task<Dictionary<Guid, Guid?>> DeliveriesAsync(ShopFile file, CancellationToken stop)
    {
        Dictionary<Guid, Guid?> all = [];
        foreach (IGrouping<string, StockEntry> part in (await file.StockEntries
            .AsNoTracking()
            .ToListAsync(stop)).GroupBy(e => e.Code, StringComparer.OrdinalIgnoreCase))
        {
            foreach ((Guid use, Guid? delivery) in FirstInFirstOut.DeliveryOf(part))
            {
                all[use] = delivery;
            }
        }

        return all;
    }

    /// <summary>What the shop has chosen and is called, as evidence needs it.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="today">The day.</param>
    /// <param name="priceOf">What a part costs, by its name; null where nobody knows.</param>
    /// <param name="stop">Ends it.</param>
    public static async Task<EvidenceTerms> EvidenceTermsAsync(
        this ShopFile file,
        DateOnly today,
        Func<string, decimal?> priceOf,
        CancellationToken stop)
    {
        ShopSettings settings = await file.SettingsToReadAsync();
        Dictionary<Guid, string> customers = await file.Customers
            .AsNoTracking()
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        Dictionary<Guid, string> people = await file.People
            .AsNoTracking()
            .ToDictionaryAsync(p => p.Id, p => p.Name, stop);
        Dictionary<Guid, int> orders = await file.PartOrders
            .AsNoTracking()
            .ToDictionaryAsync(o => o.Id, o => o.Number, stop);
        Dictionary<Guid, string> deliveries = (await file.StockEntries
            .AsNoTracking()
            .Where(e => e.Move == StockMove.Receipt)
            .Select(e => new { e.Id, e.At, e.OrderId, e.Note, e.Code })
            .ToListAsync(stop)).ToDictionary(
                e => e.Id,
                e => $"the delivery of {e.At.ToString("MMMM d, yyyy", CultureInfo.InvariantCulture)} ({e.Code}"
                    + (e.OrderId is { } order && orders.TryGetValue(order, out int number) ? $", order {number}" : "")
                    + (e.Note.Length > 0 ? $", {e.Note}" : "") + ")");
        return new EvidenceTerms(
            today,
            settings.Currency,
            settings.Costs.RatePerHour,
            priceOf,
            settings.Practices,
            new Upkeep
            {
                Repack = settings.Repack,
                Shop = settings.Intervals,
                ByUse = settings.IntervalsByUse,
                Factors = settings.Uses
            },
            id => customers.GetValueOrDefault(id, "a customer"),
            id => people.GetValueOrDefault(id, "somebody"),
            id => deliveries.GetValueOrDefault(id, "a delivery"));
    }
}
