using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Core.Planning.WhatIf;

/// <summary>Trailers that would come to the shop.</summary>
/// <param name="Like">A trailer that is there: they are of its gear, used as it is.</param>
/// <param name="Count">How many: 1 to <see cref="Supposed.MostTrailers"/>.</param>
public sealed record SupposedFleet(Guid Like, int Count);

/// <summary>A part at another price.</summary>
/// <param name="Part">Its code.</param>
/// <param name="Price">The price, in the shop's money: 0 and more.</param>
public sealed record SupposedPrice(string Part, decimal Price);

/// <summary>
/// What is supposed of the shop, to see what the plan would come to. Whatever is left out is as it is.
/// </summary>
public sealed record Supposed
{
    /// <summary>Most trailers that may be supposed at once.</summary>
    public const int MostTrailers = 500;

    /// <summary>Bays; null for as many as there are.</summary>
    public int? Bays { get; init; }

    /// <summary>People at work at once; null for as many as there are.</summary>
    public int? People { get; init; }

    /// <summary>Who would be away, besides those who are.</summary>
    public IReadOnlyList<DaysAway> Away { get; init; } = [];

    /// <summary>How long work would last by the shop's choice, by the rule's code.</summary>
    public IReadOnlyDictionary<string, IntervalChoice> Intervals { get; init; } =
        new Dictionary<string, IntervalChoice>();

    /// <summary>What calling a trailer in would cost; null for what it does.</summary>
    public decimal? CallIn { get; init; }

    /// <summary>What an hour of labour would cost; null for what it does.</summary>
    public decimal? RatePerHour { get; init; }

    /// <summary>Parts at other prices.</summary>
    public IReadOnlyList<SupposedPrice> Prices { get; init; } = [];

    /// <summary>Trailers that would come.</summary>
    public IReadOnlyList<SupposedFleet> Fleets { get; init; } = [];

    /// <summary>Whether nothing is supposed.</summary>
    public bool IsNothing() =>
        Bays is null && People is null && Away.Count == 0 && Intervals.Count == 0 && CallIn is null
            && RatePerHour is null && Prices.Count == 0 && Fleets.Count == 0;

    /// <summary>When the shop would work.</summary>
    public OpenHours Of(OpenHours hours) => hours with
    {
        Bays = Bays ?? hours.Bays,
        People = People ?? hours.People,
        Away = [.. hours.Away, .. Away]
    };

    /// <summary>What planning would reckon with.</summary>
    public PlanCosts Of(PlanCosts costs) => costs with
    {
        CallIn = CallIn ?? costs.CallIn,
        RatePerHour = RatePerHour ?? costs.RatePerHour,
        Convoy = Math.Min(costs.Convoy, CallIn ?? costs.CallIn)
    };

    /// <summary>What would be chosen about how long work on a trailer lasts.</summary>
    public Upkeep Of(Upkeep upkeep) => upkeep with
    {
        Shop = upkeep.Shop
            .Where(i => !Intervals.ContainsKey(i.Key))
            .Concat(Intervals.Where(i => i.Key != DueRules.Repack))
            .ToDictionary(),
        Repack = Intervals.TryGetValue(DueRules.Repack, out IntervalChoice? repack)
            ? new Interval(
                repack.Months ?? Interval.MostMonths,
                repack.Miles is { } miles ? Distance.FromMiles(miles) : null,
                Core.Source.Shop.Words)
            : upkeep.Repack
    };

    /// <summary>A trailer as it would be planned; what falls due on it is not looked at here.</summary>
    public TrailerCase Of(TrailerCase trailer)
    {
        if (Prices.Count == 0)
        {
            return trailer;
        }

        Dictionary<string, decimal> prices = new(StringComparer.OrdinalIgnoreCase);
        foreach (SupposedPrice price in Prices)
        {
            prices[price.Part] = price.Price;
        }

        Func<string, decimal?> before = trailer.PriceOf;
        return trailer with { PriceOf = part => prices.TryGetValue(part, out decimal price) ? price : before(part) };
    }

    /// <summary>
    /// Trailers that would come: like one that is there, but each at another point of its longest interval, so that
    /// they do not all fall due at once; what comes together on that one comes together on them. What was found on that one
    /// alone, and what was decided about it, is not theirs.
    /// </summary>
    /// <param name="like">The trailer that is there.</param>
    /// <param name="count">How many.</param>
    /// <param name="today">The day.</param>
    public static IEnumerable<TrailerCase> Like(TrailerCase like, int count, DateOnly today)
    {
        int longest = like.Coming.Where(d => !d.Once).Select(d => d.Days).DefaultIfEmpty(1).Max();
        for (int number = 0; number < count; number++)
        {
            int later = (int)((long)longest * number / count);
            yield return like with
            {
                Id = new Guid(number, 0, 0, like.Id.ToByteArray()[8..]),
                Wishes = new Wishes(),
                Coming = [.. like.Coming.Where(d => !d.Once).Select(d => Shifted(d, later, today))]
            };
        }
    }

    private static Upcoming Shifted(Upcoming due, int later, DateOnly today)
    {
        int days = Math.Max(1, due.Days), ahead = due.On.DayNumber - today.DayNumber + later;
        DateOnly on = today.AddDays(((ahead % days) + days) % days);
        int by = on.DayNumber - due.On.DayNumber;
        return due with
        {
            On = on,
            Early = due.Early.AddDays(by),
            Late = due.Late.AddDays(by),
            HardBy = due.HardBy?.AddDays(by),
            NotBefore = null,
        };
    }
}
