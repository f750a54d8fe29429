namespace SturdyTinker.Core.Parts.Stock;

/// <summary>A dated need of a part.</summary>
/// <param name="Day">The day it has to be there.</param>
/// <param name="Quantity">How much: above nought.</param>
/// <param name="For">What for, in words: "A-11 on 2 December".</param>
public sealed record DatedNeed(DateOnly Day, decimal Quantity, string For);

/// <summary>Something on its way.</summary>
/// <param name="Day">The day it is expected.</param>
/// <param name="Quantity">How much: above nought.</param>
public sealed record OnItsWay(DateOnly Day, decimal Quantity);

/// <summary>How often something unforeseen has asked for a part here.</summary>
/// <param name="Times">How many times.</param>
/// <param name="Each">How much at a time, on the average; above nought where there were any.</param>
/// <param name="Days">In how many days: above nought.</param>
public sealed record UnforeseenUse(int Times, decimal Each, int Days);

/// <summary>A part as replenishment sees it.</summary>
/// <param name="Code">The part.</param>
/// <param name="OnHand">On the shelf.</param>
/// <param name="Pack">How many are bought at once: above nought.</param>
/// <param name="LeadDays">Days from ordering to having it: 0 and more.</param>
/// <param name="Service">The share of times it is to be there for something unforeseen, 0 to below 1.</param>
public sealed record PartToKeep(string Code, decimal OnHand, decimal Pack, int LeadDays, double Service);

/// <summary>Something to order.</summary>
/// <param name="Code">The part.</param>
/// <param name="Quantity">How much: a multiple of the pack.</param>
/// <param name="OrderBy">The last day to order it, today for what is late.</param>
/// <param name="NeededOn">The day it has to be there.</param>
/// <param name="Late">Days it comes too late even when ordered today; nought for in time.</param>
/// <param name="For">What it is for, in words; "the shelf" for what is only kept against surprises.</param>
public sealed record ProposedOrder(
    string Code,
    decimal Quantity,
    DateOnly OrderBy,
    DateOnly NeededOn,
    int Late,
    IReadOnlyList<string> For);

/// <summary>
/// Something that is on its way and comes after it is needed: to be asked for sooner, or the visit moved. Ordering it
/// again would only double it.
/// </summary>
/// <param name="Code">The part.</param>
/// <param name="Quantity">How much of it is needed before it comes: above nought.</param>
/// <param name="NeededOn">The first day it is needed.</param>
/// <param name="ComesOn">The day the last of it comes.</param>
/// <param name="For">What it is for, in words.</param>
public sealed record ComesTooLate(
    string Code,
    decimal Quantity,
    DateOnly NeededOn,
    DateOnly ComesOn,
    IReadOnlyList<string> For);

/// <summary>What to do about a part.</summary>
/// <param name="Orders">What to order, the soonest first.</param>
/// <param name="TooLate">What is on its way and comes too late; null for nothing.</param>
public sealed record ProposedFor(IReadOnlyList<ProposedOrder> Orders, ComesTooLate? TooLate);

/// <summary>What to order of a part, how much and by when.</summary>
/// <remarks>
/// Needs are met in the order of their days out of what is on hand and on its way; below the stock kept against
/// surprises, the
/// next packs are ordered. What is on its way is never ordered a second time, even where it comes too late. What is
/// kept against surprises is the least that covers the unforeseen asks of one lead time and a
/// week, taken as a Poisson process, in the wanted share of cases. A pure function.
/// </remarks>
public static class Replenishment
{
    /// <summary>Somebody looks at the orders once a week.</summary>
    public const int LookDays = 7;

    /// <summary>
    /// A day between coming and being needed, to unpack and to see that it is the right one. Source: from memory.
    /// </summary>
    public const int SpareDays = 1;

    /// <summary>How much to keep against surprises.</summary>
    /// <param name="part">The part.</param>
    /// <param name="use">How often something unforeseen has asked for it.</param>
    public static decimal Safety(PartToKeep part, UnforeseenUse use)
    {
        if (use.Times == 0)
        {
            return 0;
        }

        double expected =
            (double)use.Times / use.Days * (part.LeadDays + LookDays), chance = Math.Exp(-expected), sum = chance;
        int times = 0;
        while (sum < part.Service && times < 10_000)
        {
            times++;
            chance *= expected / times;
            sum += chance;
        }

        return times * use.Each;
    }

    /// <summary>What to order.</summary>
    /// <param name="part">The part.</param>
    /// <param name="needs">What coming visits take, in any order.</param>
    /// <param name="coming">What is on its way, in any order.</param>
    /// <param name="safety">What is kept against surprises.</param>
    /// <param name="today">The day.</param>
    public static ProposedFor Propose(
        PartToKeep part,
        IEnumerable<DatedNeed> needs,
        IEnumerable<OnItsWay> coming,
        decimal safety,
        DateOnly today)
    {
        // Something overdue is hoped for tomorrow.
        Queue<OnItsWay> arriving = new(coming.Select(c => c.Day <= today
            ? c with { Day = today.AddDays(1) }
            : c).OrderBy(c => c.Day));
        List<ProposedOrder> orders = [];
        ComesTooLate? tooLate = null;
        decimal there = part.OnHand;
        DateOnly soonest = today.AddDays(part.LeadDays + SpareDays);
        void Fill(DateOnly day, decimal least, IReadOnlyList<string> what)
        {
            decimal lacks = least - there - arriving.Sum(a => a.Quantity);
            if (lacks <= 0)
            {
                return;
            }

            decimal quantity = Math.Ceiling(lacks / part.Pack) * part.Pack;
            DateOnly by = day.AddDays(-part.LeadDays - SpareDays);
            int late = Math.Max(0, today.DayNumber - by.DayNumber);
            orders.Add(new ProposedOrder(part.Code, quantity, by < today ? today : by, day, late, what));
            there += quantity;
        }

        foreach (var day in needs
            .Select(n => n.Day < today ? n with { Day = today } : n)
            .GroupBy(n => n.Day)
            .OrderBy(g => g.Key))
        {
            while (arriving.TryPeek(out OnItsWay? next) && next.Day <= day.Key)
            {
                there += arriving.Dequeue().Quantity;
            }

            decimal takes = day.Sum(n => n.Quantity);
            string[] what = [.. day.Select(n => n.For)];

            // What is kept against surprises may run low while nothing could be here in time; a visit may not.
            Fill(day.Key, takes + (day.Key >= soonest ? safety : 0), what);
            if (takes > there && arriving.Count > 0)
            {
                tooLate = tooLate is null
                    ? new ComesTooLate(
                        part.Code,
                        takes - Math.Max(0, there),
                        day.Key,
                        Covering(arriving, takes - there),
                        what)
                    : tooLate with
                    {
                        Quantity = tooLate.Quantity + takes - Math.Max(0, there),
                        ComesOn = Covering(arriving, takes - there),
                        For = [.. tooLate.For, .. what]
                    };
            }

            there -= takes;
        }

        there += arriving.Sum(a => a.Quantity);
        arriving.Clear();
        Fill(soonest, safety, ["the shelf"]);
        return new ProposedFor(Joined(orders), tooLate);
    }

    // The day by which enough of what is on its way has come; the last one where not all of it does.
    private static DateOnly Covering(IEnumerable<OnItsWay> arriving, decimal lacks)
    {
        DateOnly day = default;
        foreach (OnItsWay next in arriving)
        {
            day = next.Day;
            lacks -= next.Quantity;
            if (lacks <= 0)
            {
                break;
            }
        }

        return day;
    }

    // What has to be ordered within the same look is ordered together, for the first day of them.
    private static List<ProposedOrder> Joined(List<ProposedOrder> orders)
    {
        List<ProposedOrder> joined = [];
        foreach (ProposedOrder order in orders.OrderBy(o => o.OrderBy).ThenBy(o => o.NeededOn))
        {
            if (joined is [.., var last] && order.OrderBy.DayNumber - last.OrderBy.DayNumber < LookDays)
            {
                joined[^1] = last with { Quantity = last.Quantity + order.Quantity, For = [.. last.For, .. order.For] };
            }
            else
            {
                joined.Add(order);
            }
        }

        return joined;
    }
}
