using System.Collections.Concurrent;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Shelf;

/// <summary>How sure a coming visit is.</summary>
public enum HowSure
{
    /// <summary>It stands in the bay.</summary>
    Here,

    /// <summary>It is accepted.</summary>
    Accepted,

    /// <summary>Planning proposes it; it gets no promise.</summary>
    Proposed,
}

/// <summary>A coming visit with the kit it takes.</summary>
internal sealed record KitOf(
    Guid Id,
    Guid TrailerId,
    string Tag,
    DateOnly Day,
    DateTimeOffset Since,
    HowSure Sure,
    string What,
    IReadOnlyList<KitNeed> Kit)
{
    /// <summary>The visit in words: "A-11 on 2 December".</summary>
    internal string Words =>
        Sure == HowSure.Here ? $"{Tag}, in the bay" : FormattableString.Invariant($"{Tag} on {Day:MMMM d}");

    /// <summary>The visit as promises see it.</summary>
    internal ComingVisit Seen(IReadOnlyDictionary<string, KnownPart> byCode) =>
        new(Id, Day, Since, Sure == HowSure.Here, Kit
        .Where(n => byCode.ContainsKey(n.Code))
        .GroupBy(n => n.Code, StringComparer.OrdinalIgnoreCase)
        .ToDictionary(g => g.Key, g => g.Sum(n => n.Quantity), StringComparer.OrdinalIgnoreCase));
}

/// <summary>Reads what coming visits take. Packets of like trailers with like jobs are composed once.</summary>
internal sealed class Demand
{
    /// <summary>Weeks ahead that orders are proposed for.</summary>
    internal const int Weeks = 12;

    // More than a shop's year of different visits; beyond that they are composed anew.
    private const int MostKept = 4_000;

    private readonly ConcurrentDictionary<string, IReadOnlyList<PacketStep>> composed = [];

    /// <summary>The visits in the bay and the accepted ones: what promises go to.</summary>
    internal async Task<List<KitOf>> SureAsync(ShopFile file, DateOnly today)
    {
        DateOnly monday = Core.Planning.Weeks.Monday(today);
        var here = await (from visit in file.Visits.AsNoTracking()
                          join packet in file.Packets.AsNoTracking() on visit.Id equals packet.VisitId
                          join trailer in file.Trailers on visit.TrailerId equals trailer.Id
                          where visit.ClosedAt == null
                          select new { visit, packet, trailer.Tag }).ToListAsync();
        var accepted = await (from booking in file.Bookings.AsNoTracking()
                              join trailer in file.Trailers.AsNoTracking() on booking.TrailerId equals trailer.Id
                              join owner in file.Customers.AsNoTracking() on trailer.CustomerId equals owner.Id
                              where booking.CalledOffAt == null && booking.VisitId == null && booking.Day >= monday
                              select new { booking, trailer, owner.Practices }).ToListAsync();
        ILookup<Guid, string> settled = (await (from entry in file.StepEntries.AsNoTracking()
                                                join visit in file.Visits on entry.VisitId equals visit.Id
                                                where visit.ClosedAt == null && entry.UndoneAt == null
                                                select new { entry.VisitId, entry.Key }).ToListAsync()).ToLookup(
                                                    e => e.VisitId,
                                                    e => e.Key);
        Dictionary<(Guid, string), string> before = await UsedBeforeAsync(
            file,
            [.. here.Select(h => h.visit.TrailerId), .. accepted.Select(a => a.trailer.Id)]);
        PracticeChoices shop = (await file.SettingsToReadAsync()).Practices;
        return
        [
            .. here.Select(h => new KitOf(
                h.visit.Id,
                h.visit.TrailerId,
                h.Tag,
                DateOnly.FromDateTime(h.visit.OpenedAt.DateTime),
                h.visit.OpenedAt,
                HowSure.Here,
                JobWords.Of(h.visit),
                KitFor(
                    EarlierPacket
                        .BroughtUp(h.packet.Packet, h.visit.Gear).Steps
                        .ExceptBy(settled[h.visit.Id], s => s.Key),
                    h.visit.TrailerId,
                    before))),
            .. accepted.Select(a => new KitOf(
                a.booking.Id,
                a.trailer.Id,
                a.trailer.Tag,
                a.booking.Day,
                a.booking.At,
                HowSure.Accepted,
                a.booking.What,
                KitFor(
                    StepsOf(
                        a.trailer.Gear,
                        a.booking.Jobs,
                        PracticeChoices.InForce(shop, a.Practices, a.trailer.Practices)),
                    a.trailer.Id,
                    before))),
        ];
    }

    /// <summary>What planning proposes for the coming weeks.</summary>
    internal async Task<List<KitOf>> ProposedAsync(ShopFile file, Board board)
    {
        DateOnly end = board.Today.AddDays(7 * Weeks);
        List<(BoardTrailer Trailer, ProposedVisit Visit)> visits =
            [.. board.Trailers.SelectMany((t, i) => board.Plan.Plans[i].Visits
            .Where(v => v.Week < end
                && t.OpenVisit is null
                && !board.Bookings[t.Id].Any(b => Core.Planning.Weeks.Monday(b.Day) == v.Week))
            .Select(v => (t, v)))];
        Dictionary<(Guid, string), string> before = await UsedBeforeAsync(
            file,
            [.. visits.Select(v => v.Trailer.Id).Distinct()]);
        PracticeChoices shop = (await file.SettingsToReadAsync()).Practices;
        var practices = await (from trailer in file.Trailers.AsNoTracking()
                               join owner in file.Customers.AsNoTracking() on trailer.CustomerId equals owner.Id
                               select new
                               {
                                   trailer.Id,
                                   Own = trailer.Practices,
                                   Theirs = owner.Practices
                               }).ToDictionaryAsync(s => s.Id);
        KitOf[] kits = new KitOf[visits.Count];
        Parallel.For(0, visits.Count, i =>
        {
            (BoardTrailer trailer, ProposedVisit visit) = visits[i];
            JobAt[] jobs = [.. visit.Tasks.SelectMany(t => t.Due.JobsAt())];
            DateOnly day = visit.Day ?? (visit.Week < board.Today ? board.Today : visit.Week);
            kits[i] = new KitOf(
                ProposedId(trailer.Id, visit.Week),
                trailer.Id,
                trailer.Tag,
                day,
                DateTimeOffset.MaxValue,
                HowSure.Proposed,
                Core.Status.Upcoming.What(visit.Tasks.Select(t => t.Due)),
                KitFor(
                    StepsOf(
                        trailer.Gear,
                        jobs,
                        PracticeChoices.InForce(shop, practices[trailer.Id].Theirs, practices[trailer.Id].Own)),
                    trailer.Id,
                    before));
        });
        return [.. kits];
    }

    // A proposal has no id of its own: the trailer's with the week folded in, the same from day to day.
    private static Guid ProposedId(Guid trailer, DateOnly week)
    {
        byte[] bytes = trailer.ToByteArray();
        BitConverter.GetBytes(week.DayNumber).CopyTo(bytes, 12);
        return new Guid(bytes);
    }

    private IReadOnlyList<PacketStep> StepsOf(RunningGear gear, IReadOnlyList<JobAt> jobs, PracticeChoices practices)
    {
        string key = JsonSerializer.Serialize(new { gear, practices.Answers, Own = practices.Own?.Stamp, jobs });
        if (composed.Count > MostKept)
        {
            composed.Clear();
        }

        return composed.GetOrAdd(key, _ => Composer.ComposeWhatCanBe(gear, jobs, practices).Steps);
    }

    /// <summary>What a packet takes that is only looked at: a visit of today, with no promise yet.</summary>
    internal static async Task<KitOf> LookedAtAsync(ShopFile file, Guid trailer, Packet packet, Clock clock) =>
        new(
            Guid.Empty,
            trailer,
            "",
            clock.Today,
            clock.Now,
            HowSure.Proposed,
            "",
            KitFor(packet.Steps, trailer, await UsedBeforeAsync(file, [trailer])));

    private static IReadOnlyList<KitNeed> KitFor(
        IEnumerable<PacketStep> steps,
        Guid trailer,
        Dictionary<(Guid, string), string> before) =>
        Kit.Of(
            steps,
            (place, oneOf) => before.TryGetValue((trailer, place), out string? code) && oneOf.Contains(code)
                ? code
                : null);

    // The seal that sat at a wheel end: the last one of those that can be mistaken for each other.
    private static async Task<Dictionary<(Guid, string), string>> UsedBeforeAsync(ShopFile file, HashSet<Guid> trailers)
    {
        Dictionary<string, string> codes = Core.Parts.UsualSet.All
            .Where(s => s.Seals.Length > 1)
            .SelectMany(s => s.Seals)
            .Select(s => s.Part)
            .Distinct()
            .Where(n => Core.Parts.Part.Named(n) is not null)
            .ToDictionary(n => n, n => Core.Parts.Part.Named(n)!.Code);
        string[] doubtful = [.. codes.Keys, .. codes.Values];
        var used = await (from part in file.PartsUsed.AsNoTracking()
                          join visit in file.Visits on part.VisitId equals visit.Id
                          where (doubtful.Contains(part.Code) || doubtful.Contains(part.Name))
                              && trailers.Contains(visit.TrailerId)
                          orderby part.At
                          select new { visit.TrailerId, part.Place, part.Name, part.Code }).ToListAsync();
        Dictionary<(Guid, string), string> before = [];
        foreach (var part in used)
        {
            before[(part.TrailerId, part.Place)] = part.Code ?? codes[part.Name];
        }

        return before;
    }
}
