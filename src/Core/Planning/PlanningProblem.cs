namespace SturdyTinker.Core.Planning;

/// <summary>
/// Visit grouping for one trailer: which tasks are done together in which weeks. Weeks count from 0, the week planned
/// in; money
/// is in any one unit. Stated exactly in docs/planning-problem.md.
/// </summary>
/// <param name="Weeks">How many weeks are planned: 1 to <see cref="MostWeeks"/>.</param>
/// <param name="CallIn">What calling the trailer in once costs, the customer's lost day included: 0 and more.</param>
/// <param name="RatePerMinute">What a minute of labour costs: 0 and more.</param>
/// <param name="ClosedWeeks">Weeks in which nothing can be done.</param>
/// <param name="Openings">The openings, each with what it needs; no loops.</param>
/// <param name="Tasks">The tasks.</param>
/// <param name="Pins">Executions that are asked for.</param>
/// <param name="Forbids">Weeks in which a task is not to be done.</param>
/// <param name="Together">Tasks executed in the same weeks.</param>
public sealed record PlanningProblem(
    int Weeks,
    double CallIn,
    double RatePerMinute,
    IReadOnlyList<int> ClosedWeeks,
    IReadOnlyList<PlanOpening> Openings,
    IReadOnlyList<PlanTask> Tasks,
    IReadOnlyList<TaskWeek> Pins,
    IReadOnlyList<TaskWeek> Forbids,
    IReadOnlyList<IReadOnlyList<string>> Together)
{
    /// <summary>Longest horizon taken: ten years.</summary>
    public const int MostWeeks = 520;
}

/// <summary>An opening at a place.</summary>
/// <param name="Id">Unique in the problem.</param>
/// <param name="Minutes">Minutes to open and to close, 0 and more.</param>
/// <param name="Needs">Ids of the openings that have to stand first.</param>
public sealed record PlanOpening(string Id, double Minutes, IReadOnlyList<string> Needs);

/// <summary>A task that recurs.</summary>
/// <param name="Id">Unique in the problem.</param>
/// <param name="Openings">Ids of the openings it is done in; they bring along what they need.</param>
/// <param name="Value">What a whole interval of it is worth: parts and work; 0 and more.</param>
/// <param name="Interval">Weeks it lasts, 1 and more.</param>
/// <param name="Due">The week it falls due; negative when it is overdue.</param>
/// <param name="MaxGap">Most weeks between two executions; null for no hard stop.</param>
/// <param name="LateWeight">
/// What being late by a whole interval costs; less lateness costs less than in proportion.
/// </param>
public sealed record PlanTask(
    string Id,
    IReadOnlyList<string> Openings,
    double Value,
    int Interval,
    int Due,
    int? MaxGap,
    double LateWeight)
{
    /// <summary>
    /// One chance in ten has it falling due by this week, <see cref="Due"/> at the latest; null where the day is known.
    /// </summary>
    public int? EarlyDue { get; init; }

    /// <summary>
    /// Nine chances in ten have it falling due by this week, <see cref="Due"/> at the earliest; null where the day is
    /// known.
    /// </summary>
    public int? LateDue { get; init; }

    /// <summary>
    /// The weeks it may fall due in, each with its chance; the chances add up to 1. Three stand for all.
    /// </summary>
    internal IEnumerable<(int Due, double Chance)> MayBeDue =>
        EarlyDue is null && LateDue is null
            ? [(Due, 1)]
            : [
                (EarlyDue ?? Due, Chances.Outer),
                (Due, Chances.Middle),
                (LateDue ?? Due, Chances.Outer)
            ];
}

/// <summary>A task in a week.</summary>
/// <param name="Task">Id of the task.</param>
/// <param name="Week">The week.</param>
public sealed record TaskWeek(string Task, int Week);

/// <summary>A week in which something is executed.</summary>
/// <param name="Week">The week.</param>
/// <param name="Tasks">Ids of the tasks, in the problem's order.</param>
/// <param name="OpenMinutes">Minutes over the union of the closures of their openings.</param>
public sealed record PlannedVisit(int Week, IReadOnlyList<string> Tasks, double OpenMinutes);

/// <summary>The visits of least cost that were found, or why there are none.</summary>
/// <param name="Visits">The visits in order; empty where nothing falls due, or where nothing meets the problem.</param>
/// <param name="Cost">What they cost; null where nothing meets the problem.</param>
/// <param name="Why">The tasks and weeks that clash; null where the problem is met.</param>
public sealed record PlanningAnswer(IReadOnlyList<PlannedVisit> Visits, double? Cost, string? Why);
