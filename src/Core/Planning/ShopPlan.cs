using System.Security.Cryptography;
using System.Text;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Core.Planning;

/// <summary>A task in a proposed visit, with why it is there.</summary>
/// <param name="Due">What falls due.</param>
/// <param name="WeeksEarly">Whole weeks before it falls due; negative when after.</param>
/// <param name="MinutesSaved">
/// Minutes of opening and closing that riding along saves against a visit of its own.
/// </param>
/// <param name="MoneySaved">
/// What it saves in all against a visit of its own on its day: call-in and labour, less the life thrown away and
/// lateness.
/// </param>
/// <param name="Why">That in a sentence.</param>
public sealed record TaskInVisit(Upcoming Due, int WeeksEarly, decimal MinutesSaved, decimal MoneySaved, string Why);

/// <summary>A visit that planning proposes.</summary>
/// <param name="Week">The Monday of its week.</param>
/// <param name="Tasks">What is done.</param>
/// <param name="OpenMinutes">Minutes of opening and closing.</param>
/// <param name="WorkMinutes">Minutes of the work itself.</param>
/// <param name="Parts">What its parts cost, as far as prices are known.</param>
/// <param name="MinutesSaved">Minutes of opening and closing saved by sharing.</param>
public sealed record ProposedVisit(
    DateOnly Week,
    IReadOnlyList<TaskInVisit> Tasks,
    decimal OpenMinutes,
    decimal WorkMinutes,
    decimal Parts,
    decimal MinutesSaved)
{
    /// <summary>All the minutes.</summary>
    public decimal Minutes => OpenMinutes + WorkMinutes;

    /// <summary>The day its work begins; null while its week has no room for it.</summary>
    public DateOnly? Day { get; init; }

    /// <summary>What it would cost the customer: labour and parts, the call-in left out.</summary>
    public decimal Price(PlanCosts costs) => (Minutes * costs.RatePerHour / 60) + Parts;

    /// <summary>Names of the work that takes most of its minutes, the most first.</summary>
    /// <param name="minutes">Minutes of what falls due.</param>
    /// <param name="most">How many at most.</param>
    public IReadOnlyList<string> Weightiest(Func<Upcoming, decimal> minutes, int most) =>
        [.. Tasks
            .GroupBy(t => t.Due.Name)
            .OrderByDescending(g => g.Sum(t => minutes(t.Due)))
            .ThenBy(g => g.Key, StringComparer.Ordinal)
            .Take(most)
            .Select(g => g.Key)];

    /// <summary>The jobs at their places.</summary>
    public IReadOnlyList<JobAt> Jobs => [.. Tasks.SelectMany(t => t.Due.JobsAt()).Distinct()];
}

/// <summary>A trailer's plan.</summary>
/// <param name="Trailer">The trailer.</param>
/// <param name="Visits">Its visits in order.</param>
/// <param name="Cost">What the plan costs by the planning problem.</param>
/// <param name="Trouble">What could not be kept, in words; null when all could.</param>
public sealed record TrailerPlan(Guid Trailer, IReadOnlyList<ProposedVisit> Visits, double Cost, string? Trouble)
{
    /// <summary>Whose the trailer is; null for nobody's.</summary>
    public Guid? Customer { get; init; }
}

/// <summary>
/// A trailer's plan in numbers: kept by whoever asked for it, and handed back to be bettered or told.
/// </summary>
public sealed record PlanDraft
{
    internal PlanDraft(
        PlanningProblem problem,
        Terms terms,
        int[][] units,
        double cost,
        IReadOnlyList<Clash> clashes,
        IReadOnlyList<PlannedVisit> visits,
        IReadOnlyDictionary<string, decimal> work,
        IReadOnlyList<PlanTask> riders) =>
        (Problem, Terms, Units, Cost, Clashes, Visits, Work, Riders) =
            (problem, terms, units, cost, clashes, visits, work, riders);

    /// <summary>
    /// Tells apart what it was made of: a plan of the same trailer with the same one has the same weeks.
    /// </summary>
    public string By { get; init; } = "";

    /// <summary>The weeks of each group of tasks as if the trailer were alone, to be kept and handed back.</summary>
    public IReadOnlyList<IReadOnlyList<int>> Kept => Units;

    /// <summary>Its weeks, for a plan that is made of the same; null for one that is not.</summary>
    /// <param name="by">What that is made of (<see cref="By"/>).</param>
    public int[][]? WeeksFor(string by) => By == by ? [.. Units.Select(u => u.ToArray())] : null;

    /// <summary>The problem, before anything had to give way.</summary>
    internal PlanningProblem Problem { get; init; }

    /// <summary>What was solved.</summary>
    internal Terms Terms { get; init; }

    /// <summary>The weeks of each group of tasks.</summary>
    internal int[][] Units { get; init; }

    /// <summary>What they cost.</summary>
    internal double Cost { get; init; }

    /// <summary>What could not be kept; empty when all could.</summary>
    internal IReadOnlyList<Clash> Clashes { get; init; }

    /// <summary>The visits.</summary>
    internal IReadOnlyList<PlannedVisit> Visits { get; init; }

    /// <summary>Minutes of each task's own work, by its id.</summary>
    internal IReadOnlyDictionary<string, decimal> Work { get; init; }

    /// <summary>The owner's tasks: they ride along in visits, and bring none about.</summary>
    internal IReadOnlyList<PlanTask> Riders { get; init; }

    /// <summary>All the minutes of a visit.</summary>
    internal decimal MinutesOf(PlannedVisit visit) => (decimal)visit.OpenMinutes + visit.Tasks.Sum(t => Work[t]);

    /// <summary>Minutes of each unit's own work, openings left out.</summary>
    internal double[] UnitMinutes() =>
        [.. Terms.Members.Select(m => m.Sum(t => (double)Work[Terms.Problem.Tasks[t].Id]))];

    /// <summary>Minutes in a week.</summary>
    internal decimal MinutesIn(int week) => Visits.Where(v => v.Week == week).Sum(MinutesOf);
}

/// <summary>Plans one trailer after the other: its visits, and why each task is where it is.</summary>
/// <param name="today">The day.</param>
/// <param name="weeks">How many weeks are planned.</param>
/// <param name="costs">What is reckoned with.</param>
public sealed class TrailerPlanner(DateOnly today, int weeks, PlanCosts costs)
{
    /// <summary>
    /// Weeks planned: twice the year that is shown. What is due yearly then comes twice whenever it is begun, so that
    /// waiting
    /// does not save its second time (over 65 weeks it would, for all that is begun in week 13 or later).
    /// </summary>
    public const int UsualWeeks = 104;

    /// <summary>Goes up with every change of how plans are made: those kept from before are made anew.</summary>
    public const int Edition = 2;

    /// <summary>The Monday that week 0 begins on.</summary>
    public DateOnly First { get; } = Planning.Weeks.Monday(today);

    /// <summary>How many weeks are planned.</summary>
    public int WeeksPlanned => weeks;

    /// <summary>What is reckoned with.</summary>
    public PlanCosts Costs => costs;

    /// <summary>Weeks in which the shop does not work at all, by number.</summary>
    public int[] Shut(OpenHours hours, DateOnly day) =>
        [.. Enumerable.Range(0, weeks).Where(w => hours.MinutesOfWeek(First.AddDays(7 * w), day) == 0)];

    /// <summary>Plans a trailer. What cannot all be kept is kept as far as it goes, and said.</summary>
    /// <param name="trailer">The trailer.</param>
    /// <param name="closed">Weeks in which nothing can be done, by number.</param>
    /// <param name="less">
    /// How much less being called in costs in each week, as others of its customer's come then; null for nothing.
    /// </param>
    public TrailerPlan Plan(TrailerCase trailer, IEnumerable<int> closed, double[]? less = null) =>
        Finish(trailer, Draft(trailer, closed, less: less));

    /// <summary>A plan in numbers, not yet in words.</summary>
    /// <param name="trailer">The trailer.</param>
    /// <param name="closed">Weeks in which nothing can be done, by number.</param>
    /// <param name="kept">
    /// What is kept of an earlier plan, by what that was made of (<see cref="PlanDraft.By"/>); null where nothing is.
    /// What does not do is not taken.
    /// </param>
    /// <param name="less">
    /// How much less being called in costs in each week, as others of its customer's come then; null for nothing.
    /// </param>
    public PlanDraft Draft(
        TrailerCase trailer,
        IEnumerable<int> closed,
        Func<string, int[][]?>? kept = null,
        double[]? less = null)
    {
        (PlanningProblem all, IReadOnlyList<PlanOpening> exact) = trailer.WithOwners(First, weeks, closed, costs);
        PlanningProblem problem = trailer.OfShop(all);
        IReadOnlyList<PlanTask> riders = [.. all.Tasks.ExceptBy(problem.Tasks.Select(t => t.Id), t => t.Id)];
        string by = Digest(all, riders);
        Terms terms = Terms.Of(problem, exact);
        IReadOnlyList<Clash> clashes = Clash.Of(terms);
        if (clashes.Count > 0)
        {
            // First the hard days give way, then what was asked for; a trailer that is never free keeps waiting.
            PlanningProblem soft = problem with
            {
                Tasks = [.. problem.Tasks.Select(t => t with
                {
                    MaxGap = null,
                    LateWeight = t.MaxGap is null ? t.LateWeight : Math.Max(t.LateWeight, 10_000)
                })]
            };
            PlanningProblem[] softer =
            [
                soft,
                soft with { Pins = [], Together = [] },
                soft with { Pins = [], Together = [], Forbids = [] }
            ];
            if (softer.Select(p => Terms.Of(p, exact)).FirstOrDefault(Clash.None) is not { } can)
            {
                return new PlanDraft(problem, terms, [], 0, clashes, [], Minutes(trailer), riders) { By = by };
            }

            terms = can;
        }

        int[][] units = kept?.Invoke(by) is { } before && before.Length == terms.Units.Length && Does(terms, before)
            ? before
            : terms.Units.Length == 0 ? [] : new Search(terms.Together(less)).Best();
        return new PlanDraft(
            problem,
            terms,
            units,
            terms.Cost(units),
            clashes,
            WithRiders(terms, units, riders),
            Minutes(trailer),
            riders)
        {
            By = by
        };
    }

    private static bool Does(Terms terms, int[][] units) =>
        units.All(u => u.All(w => w >= 0 && w < terms.Weeks)) && terms.Cost(units) < Terms.Never;

    private string Digest(PlanningProblem all, IReadOnlyList<PlanTask> riders) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(
            FormattableString.Invariant($"{Edition} {First:O} {string.Join(',', riders.Select(r => r.Id))} ")
                + PlanningForm.Write(all))));

    /// <summary>
    /// The same plan with other weeks closed, changed by as little as has to; null where that cannot be.
    /// </summary>
    /// <param name="before">The plan.</param>
    /// <param name="closed">Weeks that are closed to it besides, by number.</param>
    /// <param name="thorough">Whether whole visits are shifted and left out as well.</param>
    /// <param name="less">How much less being called in costs in each week; null for nothing.</param>
    internal static PlanDraft? Amended(
        PlanDraft before,
        IEnumerable<int> closed,
        bool thorough,
        double[]? less = null)
    {
        Terms terms = before.Terms.Closing([.. before.Problem.ClosedWeeks.Concat(closed).Distinct().Order()]);
        if (before.Units.Length == 0 || !Clash.None(terms))
        {
            return null;
        }

        return Moved(
            before,
            terms,
            new Search(terms.Together(less)).Amended(before.Units, thorough));
    }

    /// <summary>The same plan with other weeks for its groups of tasks.</summary>
    /// <param name="before">The plan.</param>
    /// <param name="terms">What they are reckoned by.</param>
    /// <param name="units">The weeks.</param>
    internal static PlanDraft Moved(PlanDraft before, Terms terms, int[][] units) => before with
    {
        Units = units,
        Cost = terms.Cost(units),
        Visits = WithRiders(terms, units, before.Riders)
    };

    // An owner's task is done in every visit that there is anyway, unless it was done not long before: less than half
    // of what it lasts.
    private static IReadOnlyList<PlannedVisit> WithRiders(
        Terms terms,
        int[][] units,
        IReadOnlyList<PlanTask> riders)
    {
        IReadOnlyList<PlannedVisit> visits = Grouping.Answer(terms, units).Visits;
        if (riders.Count == 0)
        {
            return visits;
        }

        Dictionary<string, PlanTask> tasks = terms.Problem.Tasks.Concat(riders).ToDictionary(t => t.Id);
        Dictionary<string, int> last = riders.ToDictionary(t => t.Id, t => t.Due - t.Interval);
        List<PlannedVisit> all = [];
        foreach (PlannedVisit visit in visits)
        {
            List<string> done = [.. visit.Tasks];
            foreach (PlanTask rider in riders.Where(r => 2 * (visit.Week - last[r.Id]) >= r.Interval))
            {
                done.Add(rider.Id);
                last[rider.Id] = visit.Week;
            }

            all.Add(visit with
            {
                Tasks = done,
                OpenMinutes = terms.Closures.MinutesOf(done.SelectMany(t => tasks[t].Openings))
            });
        }

        return all;
    }

    /// <summary>A plan in words: why each task is where it is.</summary>
    internal TrailerPlan Finish(TrailerCase trailer, PlanDraft draft)
    {
        Dictionary<string, Upcoming> dues = trailer.Coming.ToDictionary(d => d.Id);
        Dictionary<string, PlanTask> tasks = draft.Problem.Tasks.Concat(draft.Riders).ToDictionary(t => t.Id);
        return new TrailerPlan(
            trailer.Id,
            [.. draft.Visits.Select(v => Visit(trailer, draft, dues, tasks, v))],
            draft.Cost,
            draft.Clashes.Count > 0 ? Clash.InWords(draft.Clashes, Spoken(trailer)) : null)
        {
            Customer = trailer.Customer
        };
    }

    private static Dictionary<string, decimal> Minutes(TrailerCase trailer) =>
        trailer.Coming.ToDictionary(d => d.Id, trailer.WorkMinutes);

    private ProposedVisit Visit(
        TrailerCase trailer,
        PlanDraft draft,
        Dictionary<string, Upcoming> dues,
        Dictionary<string, PlanTask> tasks,
        PlannedVisit visit)
    {
        double saved = visit.Tasks.Sum(t => draft.Terms.Closures.MinutesOf(tasks[t].Openings)) - visit.OpenMinutes;
        return new ProposedVisit(
            First.AddDays(7 * visit.Week),
            [.. visit.Tasks.Select(t => PlanReasons.Of(draft, tasks, dues[t], visit, First))],
            (decimal)visit.OpenMinutes,
            visit.Tasks.Sum(t => draft.Work[t]),
            visit.Tasks.Sum(t => trailer.PartsOf(dues[t])),
            (decimal)Math.Round(saved, 2));
    }

    // The planner knows tasks by id and weeks by number; people know names and days.
    private ClashWords Spoken(TrailerCase trailer)
    {
        Dictionary<string, Upcoming> dues = trailer.Coming.ToDictionary(d => d.Id);
        string Day(int week) => FormattableString.Invariant($"{First.AddDays(7 * week):MMMM d, yyyy}");
        return new ClashWords(
            id => !dues.TryGetValue(id, out Upcoming? due) ? id
                : due.Where.Length > 0 ? $"{due.Name} ({due.Where})"
                : due.Name,
            weeks => weeks.Count == 1
                ? $"the week of {Day(weeks[0])}"
                : $"the weeks from {Day(weeks[0])} to {Day(weeks[^1])}");
    }
}
