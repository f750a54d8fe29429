using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Shelf;

/// <summary>A line of a picking list.</summary>
/// <param name="Bin">Where it lies; empty where nobody has said, or it is not kept.</param>
/// <param name="Code">Its code; empty for something that no list knows.</param>
/// <param name="Name">What it is.</param>
/// <param name="Quantity">How much.</param>
/// <param name="Unit">Of what.</param>
/// <param name="Kept">Whether the shelf keeps it.</param>
/// <param name="There">How much of it is there for this visit.</param>
/// <param name="Missing">How much is not; all of it where it is not kept.</param>
/// <param name="OneOf">Of several of which one is used, the others; otherwise empty.</param>
public sealed record PickLine(
    string Bin,
    string Code,
    string Name,
    decimal Quantity,
    string Unit,
    bool Kept,
    decimal There,
    decimal Missing,
    IReadOnlyList<string> OneOf);

/// <summary>The picking list of a coming visit.</summary>
/// <param name="Id">The visit, the accepted visit, or the proposal.</param>
/// <param name="Sure">How sure it is.</param>
/// <param name="Missing">How many lines of what the shelf keeps lack something.</param>
/// <param name="NotKept">How many lines are of what the shelf does not keep.</param>
public sealed record KitAnswer(
    Guid Id,
    Guid TrailerId,
    string Tag,
    DateOnly Day,
    HowSure Sure,
    string What,
    int Missing,
    int NotKept,
    IReadOnlyList<PickLine> Lines);

/// <summary>Something to order, by when.</summary>
/// <param name="Price">What one costs; null where nobody knows.</param>
/// <param name="OrderBy">The last day to order it.</param>
/// <param name="NeededOn">The day it has to be there.</param>
/// <param name="Late">Days it comes too late even when ordered today.</param>
/// <param name="For">What it is for.</param>
/// <param name="OnHand">What there is.</param>
/// <param name="OnOrder">What is on its way.</param>
/// <param name="Safety">What is kept against surprises.</param>
/// <param name="Kept">Whether the shelf keeps it.</param>
public sealed record ToOrder(
    string Code,
    string Name,
    decimal Quantity,
    string Unit,
    decimal? Price,
    DateOnly OrderBy,
    DateOnly NeededOn,
    int Late,
    IReadOnlyList<string> For,
    decimal OnHand,
    decimal OnOrder,
    decimal Safety,
    bool Kept);

/// <summary>Something on its way that comes after it is needed.</summary>
/// <param name="Quantity">How much is needed before it comes.</param>
/// <param name="NeededOn">The first day it is needed.</param>
/// <param name="ComesOn">The day enough of it has come.</param>
/// <param name="For">What it is for.</param>
public sealed record OnItsWayTooLate(
    string Name,
    decimal Quantity,
    string Unit,
    DateOnly NeededOn,
    DateOnly ComesOn,
    IReadOnlyList<string> For);

/// <summary>What to order for the coming weeks.</summary>
/// <param name="Today">The shop's day.</param>
/// <param name="Weeks">How many weeks were looked at.</param>
/// <param name="TooLate">What is on its way and comes after it is needed.</param>
/// <param name="Lines">What to order, the soonest first.</param>
/// <param name="Nameless">What coming visits take that no list of parts knows, in words.</param>
public sealed record OrderProposal(
    DateOnly Today,
    int Weeks,
    IReadOnlyList<OnItsWayTooLate> TooLate,
    IReadOnlyList<ToOrder> Lines,
    IReadOnlyList<string> Nameless);

internal static class Kits
{
    internal static void MapKits(this RouteGroupBuilder shelf)
    {
        shelf.MapGet("/kits", ListAsync).Needs(Right.See);
        shelf.MapGet("/kits/{id:guid}", OneAsync).Needs(Right.See);
        shelf.MapGet("/to-order", ProposeAsync).Needs(Right.See);
    }

    /// <summary>
    /// What the shelf keeps and has not enough of for a packet that is only looked at, in words. What is promised to
    /// the same trailer's accepted visit is there for it.
    /// </summary>
    internal static async Task<IReadOnlyList<string>> MissingAsync(
        ShopFile file,
        Clock clock,
        Demand coming,
        Guid trailer,
        Core.Composing.Packet packet)
    {
        Stock.Now now = await Stock.ReadAsync(file, clock, coming);
        Dictionary<string, decimal> free = Free(now);
        foreach ((string code, IReadOnlyList<Promise> promises) in now.Promises)
        {
            free[code] += promises.Where(p => now.Visits.Any(v => v.Id == p.Visit
                && v.TrailerId == trailer)).Sum(p => p.Promised);
        }

        return [.. Answer(
            now,
            await Demand.LookedAtAsync(file, trailer, packet, clock),
            free).Lines.Where(l => l.Kept
                && l.Missing > 0).Select(l =>
                    FormattableString.Invariant(
                        $"{l.Name}: {l.Quantity:0.##} {l.Unit} wanted, {(l.There > 0 ? $"{l.There:0.##}" : "none")} free"))];
    }

    private static async Task<(Stock.Now Now, List<KitOf> All)> ReadAsync(
        ShopFile file,
        Clock clock,
        Demand coming,
        PlanBoard plans,
        CancellationToken stop)
    {
        Board board = await plans.NowAsync(clock, stop);
        Stock.Now now = await Stock.ReadAsync(file, clock, coming);
        return (now, [
            .. now.Visits.OrderBy(v => v.Sure).ThenBy(v => v.Day),
            .. (await coming.ProposedAsync(file, board)).OrderBy(v => v.Day).ThenBy(v => v.Tag, StringComparer.Ordinal)
        ]);
    }

    /// <summary>The kits of the coming weeks, without their lines.</summary>
    private static async Task<Ok<List<KitAnswer>>> ListAsync(
        ShopFile file,
        Clock clock,
        Demand coming,
        PlanBoard plans,
        int? weeks,
        CancellationToken stop)
    {
        (Stock.Now now, List<KitOf> all) = await ReadAsync(file, clock, coming, plans, stop);
        DateOnly end = clock.Today.AddDays(7 * Math.Clamp(weeks ?? 5, 1, Demand.Weeks));
        Dictionary<string, decimal> free = Free(now);
        return TypedResults.Ok(all
            .Where(k => k.Day < end)
            .Select(k => Answer(now, k, free))
            .OrderBy(k => k.Day)
            .ThenBy(k => k.Sure)
            .Select(k => k with { Lines = [] })
            .ToList());
    }

    private static async Task<Ok<KitAnswer>> OneAsync(
        Guid id,
        ShopFile file,
        Clock clock,
        Demand coming,
        PlanBoard plans,
        CancellationToken stop)
    {
        // What is promised needs no plan.
        Stock.Now now = await Stock.ReadAsync(file, clock, coming);
        if (now.Visits.FirstOrDefault(v => v.Id == id) is { } sure)
        {
            return TypedResults.Ok(Answer(now, sure, []));
        }

        Dictionary<string, decimal> free = Free(now);
        KitAnswer? found = null;
        foreach (KitOf kit in (await coming.ProposedAsync(
            file,
            await plans.NowAsync(clock, stop))).OrderBy(v => v.Day).ThenBy(v => v.Tag, StringComparer.Ordinal))
        {
            KitAnswer answer = Answer(now, kit, free);
            found = kit.Id == id ? answer : found;
        }

        return TypedResults.Ok(found ?? throw Refusal.NotFound("There is no such visit to pick for any more."));
    }

    private static Dictionary<string, decimal> Free(Stock.Now now) =>
        now.Rows.ToDictionary(r => r.Code, r => r.Free, StringComparer.OrdinalIgnoreCase);

    // A proposal is promised nothing: it is shown what is free, in the order of the days.
    private static KitAnswer Answer(Stock.Now now, KitOf kit, Dictionary<string, decimal> free)
    {
        List<PickLine> lines = [];
        foreach (KitNeed need in kit.Kit)
        {
            KnownPart? known = now.Parts.GetValueOrDefault(need.Code);
            string code = known?.Code ?? "", name = known?.Name ?? need.Name;
            KeptPart? kept = now.Kept.GetValueOrDefault(code);
            decimal there = 0;
            if (kept is not null && kit.Sure == HowSure.Proposed)
            {
                there = Math.Min(need.Quantity, free[kept.Code]);
                free[kept.Code] -= there;
            }
            else if (kept is not null)
            {
                there = Math.Min(need.Quantity, now.Promises[kept.Code].First(p => p.Visit == kit.Id).Promised);
            }

            lines.Add(new PickLine(
                kept?.Bin ?? "",
                code,
                name,
                need.Quantity,
                need.Unit,
                kept is not null,
                there,
                need.Quantity - there,
                [.. need.OneOf.Where(c => c != need.Code).Select(c => now.Parts.GetValueOrDefault(c)?.Name ?? c)]));
        }

        return new KitAnswer(
            kit.Id,
            kit.TrailerId,
            kit.Tag,
            kit.Day,
            kit.Sure,
            kit.What,
            lines.Count(l => l.Kept && l.Missing > 0),
            lines.Count(l => !l.Kept),
            [.. lines
                .OrderBy(l => l.Bin.Length == 0)
                .ThenBy(l => l.Bin, StringComparer.OrdinalIgnoreCase)
                .ThenBy(l => l.Name, StringComparer.Ordinal)]);
    }

    private static async Task<Ok<OrderProposal>> ProposeAsync(
        ShopFile file,
        Clock clock,
        Demand coming,
        PlanBoard plans,
        CancellationToken stop)
    {
        (Stock.Now now, List<KitOf> all) = await ReadAsync(file, clock, coming, plans, stop);
        ILookup<string, DatedNeed> needs = all.SelectMany(k =>
            k.Seen(now.Parts).Needs.Select(n => (Code: n.Key, Need: new DatedNeed(k.Day, n.Value, k.Words)))).ToLookup(
            n => n.Code,
            n => n.Need,
            StringComparer.OrdinalIgnoreCase);
        Dictionary<string, UnforeseenUse> unforeseen = await UnforeseenAsync(file, clock.Today);
        List<ToOrder> lines = [];
        List<OnItsWayTooLate> tooLate = [];
        foreach (KnownPart part in now.Parts.Values)
        {
            KeptPart? kept = now.Kept.GetValueOrDefault(part.Code);
            if (kept is null && !needs.Contains(part.Code))
            {
                continue;
            }

            PartToKeep keep = new(
                part.Code,
                kept?.OnHand ?? 0,
                kept?.Pack ?? 1,
                kept?.LeadDays ?? now.UsualLead,
                kept?.Service ?? ServiceLevel.Of(part.Kind, part.Price).Share);
            decimal safety = kept is null
                ? 0
                : Replenishment.Safety(keep, unforeseen.GetValueOrDefault(part.Code) ?? new UnforeseenUse(0, 0, 1));
            (IReadOnlyList<ProposedOrder> orders, ComesTooLate? late) = Replenishment.Propose(
                keep,
                needs[part.Code],
                now.OnTheWay[part.Code],
                safety,
                clock.Today);
            if (late is not null)
            {
                tooLate.Add(new OnItsWayTooLate(
                    part.Name,
                    late.Quantity,
                    part.Unit,
                    late.NeededOn,
                    late.ComesOn,
                    late.For));
            }

            lines.AddRange(orders.Select(o => new ToOrder(
                part.Code,
                part.Name,
                o.Quantity,
                part.Unit,
                part.Price,
                o.OrderBy,
                o.NeededOn,
                o.Late,
                o.For,
                keep.OnHand,
                now.OnTheWay[part.Code].Sum(w => w.Quantity),
                safety,
                kept is not null)));
        }

        return TypedResults.Ok(new OrderProposal(
            clock.Today,
            Demand.Weeks,
            tooLate,
            [.. lines
                .OrderBy(l => l.OrderBy)
                .ThenByDescending(l => l.Late)
                .ThenBy(l => l.Name, StringComparer.Ordinal)],
            [.. all.SelectMany(k =>
                k.Kit.Where(n => !now.Parts.ContainsKey(n.Code)).Select(n => $"{n.Name}, for {k.Words}")).Distinct()]));
    }

    // Over the last year, or since the shelf has been kept where that is not so long.
    private static async Task<Dictionary<string, UnforeseenUse>> UnforeseenAsync(ShopFile file, DateOnly today)
    {
        const int Year = 365;
        DateTimeOffset from = new(today.AddDays(-Year).ToDateTime(default), TimeSpan.Zero);
        var lines = await file.StockEntries
            .AsNoTracking()
            .Where(e => e.At >= from)
            .Select(e => new { e.Code, e.At, e.Unforeseen })
            .ToListAsync();
        return lines.GroupBy(l => l.Code, StringComparer.OrdinalIgnoreCase).ToDictionary(
            g => g.Key,
            g =>
            {
                int times = g.Count(l => l.Unforeseen > 0) - g.Count(l => l.Unforeseen < 0);
                int days = Math.Clamp(
                    today.DayNumber - DateOnly.FromDateTime(g.Min(l => l.At).DateTime).DayNumber,
                    1,
                    Year);

                // A shelf kept for a month says little: it counts as a quarter at least.
                return times <= 0
                    ? new UnforeseenUse(0, 0, 1)
                    : new UnforeseenUse(times, g.Sum(l => l.Unforeseen) / times, Math.Max(days, 90));
            },
            StringComparer.OrdinalIgnoreCase);
    }
}
