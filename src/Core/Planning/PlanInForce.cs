using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Core.Planning;

/// <summary>A day that can be offered to a customer.</summary>
/// <param name="Day">The day its work begins.</param>
/// <param name="Visit">What would be done.</param>
/// <param name="CostMore">
/// What the trailer's plan costs more, in the shop's money over the weeks planned, than with the best day offered.
/// </param>
public sealed record DayOffer(DateOnly Day, ProposedVisit Visit, decimal CostMore)
{
    /// <summary>Whether it is as good as the best, to the unit of money.</summary>
    public bool Best => CostMore < 1;
}

/// <summary>What a change of one trailer's plan comes to.</summary>
/// <param name="CostMore">What the plan costs more; negative for less.</param>
/// <param name="MinutesMore">Bay minutes more within the weeks shown; negative for fewer.</param>
/// <param name="Weeks">The bays' weeks shown, with the change.</param>
public sealed record PlanChange(decimal CostMore, decimal MinutesMore, IReadOnlyList<BayWeek> Weeks)
{
    /// <summary>The cost and the minutes in a sentence.</summary>
    public string InWords
    {
        get
        {
            bool time = Math.Abs(MinutesMore) >= 1;
            if (CostMore == 0 && !time)
            {
                return "Costs nothing more.";
            }

            string money = FormattableString.Invariant(
                $"Costs {Math.Abs(CostMore):#,0} {(CostMore >= 0 ? "more" : "less")} over the year");
            return time
                ? $"{money}, {Packet.InWords(Math.Abs(MinutesMore))} {(MinutesMore > 0 ? "more" : "less")} in the bay."
                : $"{money}.";
        }
    }

    /// <summary>Minutes by which a week is over what the bays have open; nought within their slack.</summary>
    public decimal Over(DateOnly monday) => Weeks.FirstOrDefault(w => w.Monday == monday)?.Over ?? 0;
}

/// <summary>The shop's plan as it stands, and what can be asked of it.</summary>
/// <param name="Planner">Plans one trailer.</param>
/// <param name="Hours">When the shop works.</param>
/// <param name="Costs">What is reckoned with.</param>
/// <param name="Today">The day.</param>
/// <param name="Whole">Every trailer's plan, and the weeks of the bays.</param>
public sealed record PlanInForce(
    TrailerPlanner Planner,
    OpenHours Hours,
    PlanCosts Costs,
    DateOnly Today,
    WholePlan Whole)
{
    /// <summary>Weeks looked through for days to offer.</summary>
    public const int WeeksOffered = 12;

    /// <summary>Most days offered.</summary>
    public const int MostDays = 5;

    /// <summary>
    /// Plans one trailer anew while all others stay where they are: weeks that are full stay closed to it, unless it
    /// was told to come then.
    /// </summary>
    /// <param name="index">Where the trailer stands among the plans.</param>
    /// <param name="told">The trailer with what it was told.</param>
    /// <param name="closed">Weeks that are closed to it besides; null for none.</param>
    public TrailerPlan Replanned(int index, TrailerCase told, IEnumerable<int>? closed = null)
    {
        HashSet<int> asked = [.. told.Wishes.Pins.Select(p => Weeks.Of(Planner.First, p.Week))];
        HashSet<int> mine = [.. Whole.Plans[index].Visits
            .Where(v => v.Minutes > 0)
            .Select(v => Weeks.Of(Planner.First, v.Week))];
        IEnumerable<int> full = Enumerable
            .Range(0, Whole.Weeks.Count)
            .Where(w => !asked.Contains(w) && !mine.Contains(w) && Whole.Weeks[w].Free <= 0);
        return Planner.Plan(told, full.Concat(closed ?? []).Concat(Planner.Shut(Hours, Today)), Less(index));
    }

    /// <summary>What another plan for a trailer comes to against the one in force.</summary>
    /// <param name="index">Where the trailer stands among the plans.</param>
    /// <param name="after">The other plan.</param>
    /// <param name="weeks">How many weeks are shown.</param>
    public PlanChange Change(int index, TrailerPlan after, int weeks)
    {
        TrailerPlan before = Whole.Plans[index];
        double[]? less = Less(index);
        decimal[] more = new decimal[Whole.Weeks.Count];
        foreach ((ProposedVisit visit, int sign) in before.Visits.Select(v => (v, -1)).Concat(
            after.Visits.Select(v => (v, 1))))
        {
            more[Weeks.Of(Planner.First, visit.Week)] += sign * visit.Minutes;
        }

        DateOnly end = Planner.First.AddDays(7 * weeks);
        decimal Minutes(TrailerPlan plan) => plan.Visits.Where(v => v.Week < end).Sum(v => v.Minutes);
        return new PlanChange(
            Math.Round((decimal)(Cost(after, less) - Cost(before, less)), 0),
            Minutes(after) - Minutes(before),
            [.. Whole.Weeks.Take(weeks).Select((w, i) => w with { Proposed = Math.Max(0, w.Proposed + more[i]) })]);
    }

    /// <summary>
    /// Days on which a trailer's next visit can begin, in their order: each with what would then be done, in weeks with
    /// room for it that its owner can spare. Empty where the trailer has no visit planned, or no week has room.
    /// </summary>
    /// <param name="index">Where the trailer stands among the plans.</param>
    /// <param name="trailer">The trailer.</param>
    /// <param name="earliest">The first day that suits the customer; not before today.</param>
    public IReadOnlyList<DayOffer> Offers(int index, TrailerCase trailer, DateOnly earliest)
    {
        if (Whole.Plans[index].Visits is not [var next, ..])
        {
            return [];
        }

        int[] shut = Planner.Shut(Hours, Today);
        double[]? less = Less(index);
        List<(DayOffer Offer, double Cost)> offers = [];
        for (int w = 0; w < WeeksOffered && offers.Count < MostDays; w++)
        {
            DateOnly monday = Weeks.Monday(earliest).AddDays(7 * w);
            if (Weeks.Of(Planner.First, monday) >= Planner.WeeksPlanned || trailer.Busy.Contains(monday))
            {
                continue;
            }

            bool own = next.Week == monday;
            TrailerPlan there = own
                ? Whole.Plans[index]
                : Planner.Plan(PinnedTo(trailer, next, monday), shut, less);
            if (there.Trouble is null
                && there.Visits.FirstOrDefault(v => v.Week == monday) is { } visit
                && DayIn(monday, earliest, visit, own) is { } day)
            {
                offers.Add((new DayOffer(day, visit, 0), Cost(there, less)));
            }
        }

        double least = offers.Count > 0 ? offers.Min(o => o.Cost) : 0;
        return [.. offers.Select(o => o.Offer with { CostMore = (decimal)Math.Round(o.Cost - least, 0) })];
    }

    // What a plan costs, less what coming together with its customer's others saves.
    private double Cost(TrailerPlan plan, double[]? less) =>
        plan.Cost - (less is null ? 0 : plan.Visits.Sum(v => less[Weeks.Of(Planner.First, v.Week)]));

    // What being called in costs less in each week, as others of its customer's come then; null where none do.
    private double[]? Less(int index)
    {
        if (Whole.Plans[index].Customer is not { } customer || Costs.TripSaved <= 0)
        {
            return null;
        }

        double[] less = new double[Planner.WeeksPlanned];
        for (int i = 0; i < Whole.Plans.Count; i++)
        {
            if (i != index && Whole.Plans[i].Customer == customer)
            {
                foreach (ProposedVisit visit in Whole.Plans[i].Visits)
                {
                    less[Weeks.Of(Planner.First, visit.Week)] = (double)Costs.TripSaved;
                }
            }
        }

        return less;
    }

    /// <summary>The trailer, told to have a visit's work done in a week.</summary>
    internal static TrailerCase PinnedTo(TrailerCase trailer, ProposedVisit visit, DateOnly monday) => trailer with
    {
        Wishes = trailer.Wishes with
        {
            Pins = [.. trailer.Wishes.Pins, .. visit.Tasks.Select(t => (t.Due.Id, monday))]
        }
    };

    // The day of the week that a visit could begin; null where the week has no room for it. Its own week has.
    private DateOnly? DayIn(DateOnly monday, DateOnly earliest, ProposedVisit visit, bool own)
    {
        if (!own && Whole.Weeks[Weeks.Of(Planner.First, monday)].Free < visit.Minutes)
        {
            return null;
        }

        return own && visit.Day >= earliest
            ? visit.Day
            : Enumerable
                .Range(0, 7)
                .Select(monday.AddDays)
                .Where(d => d >= earliest && Hours.MinutesOn(d) > 0)
                .Select(d => (DateOnly?)d)
                .FirstOrDefault();
    }
}
