using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Intervals;

/// <summary>How long a job's work lasts: so many months or so much road, whichever comes first.</summary>
/// <param name="Months">Months, 1 to 120.</param>
/// <param name="Distance">Road; null where time alone decides.</param>
/// <param name="Source">Where it comes from, in words.</param>
public sealed record Interval(int Months, Distance? Distance, string Source)
{
    /// <summary>Longest interval kept, in months; one this long means that time does not decide.</summary>
    public const int MostMonths = 120;

    /// <summary>Whether time decides at all.</summary>
    public bool ByTime => Months < MostMonths;

    /// <summary>
    /// Bearing repack or spindle greasing: 12 months or 12,000 miles, whichever first. Source: common practice.
    /// </summary>
    public static Interval BearingRepack { get; } = new(
        12,
        Measures.Distance.FromMiles(12_000),
        Core.Source.Practice.Words);
}

/// <summary>What brings a due date about.</summary>
public enum DueCause
{
    /// <summary>The months run out first.</summary>
    Time,

    /// <summary>The road runs out first.</summary>
    Distance,

    /// <summary>Nothing is known of any earlier work.</summary>
    NoRecord,

    /// <summary>Something wears to its limit.</summary>
    Wear,

    /// <summary>The season ends.</summary>
    Season,

    /// <summary>It has been under water often enough.</summary>
    Immersions,

    /// <summary>An earlier visit left it owing, or something was found.</summary>
    Event,
}

/// <summary>How near a due date is.</summary>
public enum Nearness
{
    /// <summary>Its day has passed.</summary>
    Overdue,

    /// <summary>Within about two months: done now if the wheel is off anyway. Source: common practice.</summary>
    Soon,

    /// <summary>Later.</summary>
    Later,
}

/// <summary>When a job is due at a place, and why.</summary>
/// <param name="On">The day.</param>
/// <param name="Cause">What brings it about.</param>
/// <param name="LastOn">When it was last done; null when nobody knows.</param>
/// <param name="Used">Share of the interval used up, 0 and more; 1 is due.</param>
/// <param name="Nearness">How near it is.</param>
/// <param name="When">How near it is, in words: "in about 6 weeks", "3 weeks overdue".</param>
/// <param name="Reason">Why, in words.</param>
public sealed record Due(
    DateOnly On,
    DueCause Cause,
    DateOnly? LastOn,
    decimal Used,
    Nearness Nearness,
    string When,
    string Reason)
{
    /// <summary>Due soon: within this many days. Source: common practice ("within about 2 months").</summary>
    public const int SoonDays = 61;

    /// <summary>
    /// How far ahead a thing that wears is planned for, in months: this season and the next. Source: from memory.
    /// </summary>
    public const int WearMonths = 18;

    /// <summary>Works out when a job is due.</summary>
    /// <param name="interval">How long its work lasts.</param>
    /// <param name="lastOn">When it was last done; null when nobody knows.</param>
    /// <param name="usage">The trailer's road.</param>
    /// <param name="addedOn">The day the shop took the trailer on: due from then when nothing is known.</param>
    /// <param name="today">The day.</param>
    /// <param name="unknown">What is said where nobody knows when it was last done.</param>
    public static Due Of(
        Interval interval,
        DateOnly? lastOn,
        UsageLine usage,
        DateOnly addedOn,
        DateOnly today,
        string unknown = "No repack on record: nobody can say how old this grease is.")
    {
        if (lastOn is not { } last)
        {
            Nearness now = addedOn < today ? Nearness.Overdue : Nearness.Soon;
            return new Due(addedOn, DueCause.NoRecord, null, 1, now, "due now", unknown);
        }

        // What time does not decide falls due by distance alone, or, where nobody knows any, not in a lifetime.
        DateOnly byTime = last.AddMonths(interval.Months);
        DateOnly? byDistance = interval.Distance is { } most ? usage.Reaches(last, most) : null;
        bool distanceFirst = byDistance is not null && (!interval.ByTime || byDistance < byTime);
        DateOnly on = distanceFirst ? byDistance!.Value : byTime;
        DueCause cause = distanceFirst ? DueCause.Distance : DueCause.Time;
        int days = on.DayNumber - today.DayNumber;
        Nearness nearness = NearnessOf(days);

        Distance? gone = usage.Knows ? usage.Between(last, today) : null;
        decimal timeUsed = interval.ByTime
            ? Math.Max(0, (decimal)(today.DayNumber - last.DayNumber) / (byTime.DayNumber - last.DayNumber))
            : 0;
        decimal roadUsed = gone is { } g && interval.Distance is { } d && d > Measures.Distance.Zero
            ? Math.Max(0, g.Metres / d.Metres)
            : 0;
        string reason = Reasons(interval, MonthsBetween(last, today), gone, usage, cause, InWords(days));
        return new Due(on, cause, last, Math.Round(Math.Max(timeUsed, roadUsed), 3), nearness, InWords(days), reason);
    }

    /// <summary>
    /// Days to come or gone by, as people say them: "today", "in 9 days", "in about 6 weeks", "about 3 months overdue".
    /// </summary>
    public static string InWords(int days)
    {
        int span = Math.Abs(days);
        string said = span switch
        {
            0 => "today",
            1 => "1 day",
            < 14 => FormattableString.Invariant($"{span} days"),
            < 63 => FormattableString.Invariant($"about {(span + 3) / 7} weeks"),
            < 700 => FormattableString.Invariant($"about {Math.Max(2, (int)Math.Round(span / 30.44))} months"),
            _ => FormattableString.Invariant($"about {(int)Math.Round(span / 365.25)} years"),
        };
        return span == 0 ? said : days > 0 ? $"in {said}" : $"{said} overdue";
    }

    /// <summary>Whole months from one day to a later one; 0 when it is not later.</summary>
    public static int MonthsBetween(DateOnly from, DateOnly to)
    {
        int months = ((to.Year - from.Year) * 12) + to.Month - from.Month;
        return Math.Max(0, from.AddMonths(months) > to ? months - 1 : months);
    }

    /// <summary>How near a day so many days off is.</summary>
    internal static Nearness NearnessOf(int days) =>
        days < 0 ? Nearness.Overdue : days <= SoonDays ? Nearness.Soon : Nearness.Later;

    private static string Reasons(
        Interval interval,
        int months,
        Distance? gone,
        UsageLine usage,
        DueCause cause,
        string when)
    {
        string time = FormattableString.Invariant(
            $"{months} {(months == 1 ? "month" : "months")} gone of {interval.Months}");
        if (interval.Distance is not { } most)
        {
            return $"{time}: {when}";
        }

        if (gone is not { } road)
        {
            return $"{time}; {WhyNoDistance(usage.Meter)}, so time alone decides: {when}";
        }

        string miles =
            $"about {ShopFormat.About(road)} of {ShopFormat.About(most)} "
                + $"miles{(usage.Meter == MeterKind.Estimate ? " by estimate" : "")}";
        if (!interval.ByTime)
        {
            return $"{char.ToUpperInvariant(miles[0])}{miles[1..]}: {when}";
        }

        return $"{time}, {miles}: {(cause == DueCause.Distance ? "distance" : "time")} comes first, {when}";
    }

    private static string WhyNoDistance(MeterKind meter) => meter switch
    {
        MeterKind.None => "no meter on this trailer",
        MeterKind.Trips => "no trips written down yet",
        MeterKind.Estimate => "no estimate of its miles yet",
        _ => "too few meter readings yet",
    };
}
