using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Core.Planning;

/// <summary>What the meter may show today, and how the trailer would then be planned.</summary>
/// <param name="Shows">What it shows, as it is read.</param>
/// <param name="Chance">The chance that this stands for: the chances of all add up to 1.</param>
/// <param name="Coming">What would fall due, by that figure.</param>
public sealed record MayShow(Distance Shows, double Chance, IReadOnlyList<Upcoming> Coming);

/// <summary>
/// The chances that three values of something uncertain stand for: the one that one in ten lies below, the middle one,
/// and the one that one in ten lies above. Source: Swanson's rule for a mean, from memory.
/// </summary>
public static class Chances
{
    /// <summary>Of the first, and of the third.</summary>
    public const double Outer = 0.3;

    /// <summary>Of the middle one.</summary>
    public const double Middle = 0.4;
}

/// <summary>What one figure on the meter would come to.</summary>
/// <param name="Shows">The figure.</param>
/// <param name="Chance">The chance that it stands for.</param>
/// <param name="Next">The Monday of the week of the next visit; null for none within the plan.</param>
public sealed record IfItShows(Distance Shows, double Chance, DateOnly? Next);

/// <summary>What reading a trailer's meter today would be good for.</summary>
/// <param name="Now">The Monday of the week in which the next visit stands now; null for none.</param>
/// <param name="Figures">What it may show, the least first, and what that would come to.</param>
/// <param name="Worth">
/// What knowing it is worth at most, in the shop's money over the weeks planned: how much dearer it is on average to
/// keep to the next visit as it stands. Null where that cannot be reckoned.
/// </param>
public sealed record Certainty(DateOnly? Now, IReadOnlyList<IfItShows> Figures, decimal? Worth)
{
    // It is not worth a word below a unit of money; whoever reads a meter walks to it.
    private const decimal LeastWorth = 1;

    /// <summary>Whether the figure would move the next visit from where the likeliest one has it.</summary>
    public bool Moves => Figures.Any(f => f.Next != Likely);

    private DateOnly? Likely => Figures[Figures.Count / 2].Next;

    /// <summary>What it may show and what that comes to, in words; empty where a reading changes nothing.</summary>
    /// <param name="meter">What is read.</param>
    public string InWords(MeterKind meter)
    {
        List<string> parts = [];
        if (Figures[0] is var least && least.Next != Likely)
        {
            string when = Later(least.Next) ? "the visit can wait until" : "it would be in";
            parts.Add($"at {ShopFormat.About(least.Shows)} mi or less {when} {Week(least.Next)}");
        }

        if (Figures[^1] is var most && most.Next != Likely)
        {
            string when = Later(most.Next) ? "it would be in" : "it belongs in";
            parts.Add($"at {ShopFormat.About(most.Shows)} mi or more {when} {Week(most.Next)}");
        }

        if (parts.Count == 0)
        {
            return "";
        }

        string read = meter == MeterKind.TowLog ? "Ask for the tow log" : "Read the hub odometer";
        string worth = Worth >= LeastWorth
            ? FormattableString.Invariant($" Knowing it is worth up to {Worth:#,0}.")
            : "";
        return $"{read}: {string.Join(", ", parts)}.{worth}";
    }

    private bool Later(DateOnly? week) => week is null || week > Likely;

    /// <summary>
    /// Reckons it: for each figure the trailer is planned anew while all others stay, once freely and once with its
    /// next visit kept as it stands.
    /// </summary>
    /// <param name="plan">The shop's plan.</param>
    /// <param name="index">Where the trailer stands in it.</param>
    /// <param name="trailer">The trailer.</param>
    /// <param name="figures">What the meter may show, the least first.</param>
    public static Certainty Of(PlanInForce plan, int index, TrailerCase trailer, IReadOnlyList<MayShow> figures)
    {
        ProposedVisit? next = plan.Whole.Plans[index].Visits is [var first, ..] ? first : null;
        List<IfItShows> all = [];
        double? worth = 0;
        foreach (MayShow may in figures)
        {
            TrailerCase then = trailer with { Coming = may.Coming };
            TrailerPlan free = plan.Replanned(index, then);
            all.Add(new IfItShows(may.Shows, may.Chance, free.Visits is [var visit, ..] ? visit.Week : null));
            worth = free.Trouble is not null || Kept(plan, index, then, next) is not { Trouble: null } kept
                ? null
                : worth + (may.Chance * Math.Max(0, kept.Cost - free.Cost));
        }

        return new Certainty(next?.Week, all, worth is { } of ? (decimal)Math.Round(of, 0) : null);
    }

    // Whoever does not know keeps to the next visit: not before it, and with its work; then it is known.
    private static TrailerPlan? Kept(PlanInForce plan, int index, TrailerCase then, ProposedVisit? next) =>
        next is null
            ? null
            : plan.Replanned(
                index,
                PlanInForce.PinnedTo(then, next, next.Week),
                Enumerable.Range(0, Weeks.Of(plan.Planner.First, next.Week)));

    private static string Week(DateOnly? monday) =>
        monday is { } day ? FormattableString.Invariant($"the week of {day:MMMM d}") : "after all that is planned";
}
