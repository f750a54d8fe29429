using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Core.Planning;

/// <summary>What planning reckons with, in the shop's money.</summary>
/// <param name="CallIn">Calling a trailer in once, the customer's lost day included.</param>
/// <param name="RatePerHour">An hour of labour.</param>
public sealed record PlanCosts(decimal CallIn, decimal RatePerHour)
{
    /// <summary>
    /// What is saved of a call-in where another trailer of the same customer comes in the same week: one trip fetches
    /// one and brings another. At most <see cref="CallIn"/>; our default is from memory, made to be overwritten.
    /// </summary>
    public decimal Convoy { get; init; } = 30;

    /// <summary>What a trip saved is worth: never more than a call-in.</summary>
    internal decimal TripSaved => Math.Min(Convoy, CallIn);

    /// <summary>Our defaults; source: from memory, made to be overwritten.</summary>
    public static PlanCosts Usual { get; } = new(90, 96);

    /// <summary>A minute of labour.</summary>
    public double PerMinute => (double)RatePerHour / 60;
}

/// <summary>What somebody has decided about a trailer's plan.</summary>
public sealed record Wishes
{
    /// <summary>Tasks to be done in a week, by the day its week begins on.</summary>
    public IReadOnlyList<(string Task, DateOnly Week)> Pins { get; init; } = [];

    /// <summary>Tasks not to be done in a week.</summary>
    public IReadOnlyList<(string Task, DateOnly Week)> Forbids { get; init; } = [];

    /// <summary>Tasks done together.</summary>
    public IReadOnlyList<IReadOnlyList<string>> Together { get; init; } = [];
}

/// <summary>One trailer as planning sees it.</summary>
/// <param name="Id">The trailer.</param>
/// <param name="Coming">What falls due on it.</param>
/// <param name="StripDown">What its jobs open.</param>
public sealed record TrailerCase(Guid Id, IReadOnlyList<Upcoming> Coming, StripDown StripDown)
{
    /// <summary>Whose it is: trailers of one customer may come together; null for nobody's.</summary>
    public Guid? Customer { get; init; }

    /// <summary>What has been decided.</summary>
    public Wishes Wishes { get; init; } = new();

    /// <summary>Weeks in which the customer cannot spare it, by the day each begins on.</summary>
    public IReadOnlySet<DateOnly> Busy { get; init; } = new HashSet<DateOnly>();

    /// <summary>Weeks in which nobody who can do a task is at work, by the task's id and the week's Monday.</summary>
    public IReadOnlyList<(string Task, DateOnly Week)> NobodyFor { get; init; } = [];

    /// <summary>The first day on which parts that have to be ordered can be here.</summary>
    public DateOnly? PartsFrom { get; init; }

    /// <summary>What a part costs, by its name; null where nobody knows.</summary>
    public Func<string, decimal?> PriceOf { get; init; } = _ => null;

    // Parts dearer than this are not on the shelf: they are ordered. Source: from memory.
    private const decimal OrderedFrom = 60;

    // What is done once stands in the problem with an interval of so many weeks, longer than any horizon.
    private const int OnceWeeks = 1_000;

    // A part that wears out lasts about so long. Source: from memory. Only the value thrown away by an early renewal
    // hangs on it.
    private const int WornLife = 104;

    private const double WeeksAMonth = 30.44 / 7;

    /// <summary>What the trailer may be called in for.</summary>
    public IEnumerable<Upcoming> Shops
    {
        get
        {
            HashSet<string> shops = [.. Coming.Where(d => d.By == Doer.Shop).Select(d => d.Id)];

            // An accepted visit stands, though all that it does has become its owner's since.
            HashSet<string> booked =
                [.. Wishes.Pins
                    .GroupBy(p => p.Week)
                    .Where(w => !w.Any(p => shops.Contains(p.Task)))
                    .SelectMany(w => w.Select(p => p.Task))];
            return Coming.Where(d => shops.Contains(d.Id) || booked.Contains(d.Id));
        }
    }

    /// <summary>
    /// The planning problem, exactly as "tinker plan" takes it: of what the trailer may be called in for.
    /// </summary>
    /// <param name="first">The Monday that week 0 begins on.</param>
    /// <param name="weeks">How many weeks.</param>
    /// <param name="closed">Weeks in which nothing can be done here.</param>
    /// <param name="costs">What is reckoned with.</param>
    public PlanningProblem Problem(DateOnly first, int weeks, IEnumerable<int> closed, PlanCosts costs) =>
        OfShop(WithOwners(first, weeks, closed, costs).All);

    /// <summary>Of a problem with the owner's tasks, what the trailer may be called in for.</summary>
    internal PlanningProblem OfShop(PlanningProblem all)
    {
        HashSet<string> shops = [.. Shops.Select(d => d.Id)];
        return all with
        {
            Tasks = [.. all.Tasks.Where(t => shops.Contains(t.Id))],
            Pins = [.. all.Pins.Where(p => shops.Contains(p.Task))],
            Forbids = [.. all.Forbids.Where(p => shops.Contains(p.Task))],
            Together = [.. all.Together
                .Select(g => (IReadOnlyList<string>)[.. g.Where(shops.Contains)])
                .Where(g => g.Count > 1)],
        };
    }

    /// <summary>
    /// The same with the tasks that its owner does, and its openings by their minutes to the last tenth. Planned is by
    /// whole minutes and whole money: a price or a learned time that changes by less changes no plan.
    /// </summary>
    internal (PlanningProblem All, IReadOnlyList<PlanOpening> Exact) WithOwners(
        DateOnly first,
        int weeks,
        IEnumerable<int> closed,
        PlanCosts costs)
    {
        int WeekOf(DateOnly day) => Weeks.Of(first, day);
        List<TaskWeek> forbids = [];
        List<(IReadOnlyList<JobAt> Jobs, PlanTask Task)> all = [];
        foreach (Upcoming due in Coming)
        {
            int week = WeekOf(due.On), interval = due.Once ? OnceWeeks : Math.Max(1, (int)Math.Round(due.Days / 7.0));
            double value = (double)Value(due, costs);
            double late = due.Once ? due.LateWeight * Math.Pow(OnceWeeks / WeeksAMonth, 2) : due.LateWeight;
            double life = !due.Once ? value : due.Cause == Intervals.DueCause.Wear ? value * OnceWeeks / WornLife : 0;
            int? most = due.HardBy is { } by ? Math.Max(1, WeekOf(by) - (week - interval)) : null;
            all.Add((
                [.. due.JobsAt()],
                new PlanTask(due.Id, [], Math.Round(life), interval, week, most, Math.Round(late, 2))
                {
                    EarlyDue = WeekOf(due.Early) is var early && early < week ? early : null,
                    LateDue = WeekOf(due.Late) is var latest && latest > week ? latest : null,
                }));
            DateOnly? from = due.NotBefore;
            if (PartsFrom is { } parts && parts > from.GetValueOrDefault() && PartsOf(due) >= OrderedFrom)
            {
                from = parts;
            }

            for (int w = 0; from is { } start && w < Math.Min(weeks, WeekOf(start)); w++)
            {
                forbids.Add(new TaskWeek(due.Id, w));
            }
        }

        PlanningProblem problem = StripDown.Problem(all, weeks, (double)costs.CallIn, Math.Round(costs.PerMinute, 6));
        HashSet<string> known = [.. Coming.Select(d => d.Id)];
        IEnumerable<TaskWeek> WithinPlan(IReadOnlyList<(string Task, DateOnly Week)> wishes) =>
            wishes
                .Where(p => known.Contains(p.Task))
                .Select(p => new TaskWeek(p.Task, WeekOf(p.Week)))
                .Where(p => p.Week >= 0 && p.Week < weeks)
                .Distinct();
        return (problem with
        {
            Openings = [.. problem.Openings.Select(o => o with { Minutes = Math.Round(o.Minutes) })],
            ClosedWeeks = [.. closed.Concat(Busy.Select(WeekOf)).Where(w => w >= 0 && w < weeks).Distinct().Order()],
            Pins = [.. WithinPlan(Wishes.Pins)],
            Forbids = [.. forbids.Concat(WithinPlan(Wishes.Forbids)).Concat(WithinPlan(NobodyFor)).Distinct()],
            Together = [.. Wishes.Together
                .Select(g => (IReadOnlyList<string>)[.. g.Where(known.Contains)])
                .Where(g => g.Count > 1)],
        }, problem.Openings);
    }

    /// <summary>Minutes of opening and closing for some of its tasks, done in one visit.</summary>
    /// <param name="tasks">Their ids.</param>
    /// <param name="costs">What is reckoned with.</param>
    public decimal OpenMinutes(IReadOnlyCollection<string> tasks, PlanCosts costs)
    {
        (PlanningProblem all, IReadOnlyList<PlanOpening> exact) = WithOwners(default, 1, [], costs);
        return (decimal)Grouping.OpenMinutes(
            all with { Openings = exact },
            all.Tasks.Where(t => tasks.Contains(t.Id)).SelectMany(t => t.Openings));
    }

    /// <summary>Minutes of its own work, openings left out.</summary>
    public decimal WorkMinutes(Upcoming due) => due.JobsAt().Sum(j => StripDown.Of(j).WorkMinutes);

    /// <summary>What its parts cost, as far as prices are known.</summary>
    public decimal PartsOf(Upcoming due) =>
        due
            .JobsAt()
            .SelectMany(j => StripDown.Of(j).Parts)
            .Sum(p => p.Quantity * (PriceOf(p.OneOf.Count > 0 ? p.OneOfCodes[0] : p.Code) ?? 0));

    private decimal Value(Upcoming due, PlanCosts costs) => (WorkMinutes(due) * costs.RatePerHour / 60) + PartsOf(due);
}

/// <summary>Weeks of a plan: each begins on a Monday.</summary>
public static class Weeks
{
    /// <summary>The Monday of a day's week.</summary>
    public static DateOnly Monday(DateOnly day) => day.AddDays(-(((int)day.DayOfWeek + 6) % 7));

    /// <summary>
    /// The number of a day's week, counted from the one that begins on <paramref name="first"/>; negative before it.
    /// </summary>
    public static int Of(DateOnly first, DateOnly day) => (int)Math.Floor((day.DayNumber - first.DayNumber) / 7.0);
}
