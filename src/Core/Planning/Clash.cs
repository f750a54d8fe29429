namespace SturdyTinker.Core.Planning;

/// <summary>Why a task cannot be where it has to be.</summary>
internal enum ClashKind
{
    /// <summary>It is pinned to weeks that are closed or forbidden.</summary>
    PinnedToShutWeeks,

    /// <summary>No week is open to it at all.</summary>
    NoOpenWeek,

    /// <summary>Every week until it has to be done is closed or forbidden.</summary>
    ShutUntilItIsDue,

    /// <summary>With its pins, its longest gap or its last due date cannot be kept.</summary>
    PinsTooFarApart,

    /// <summary>The weeks that are open lie too far apart.</summary>
    OpenWeeksTooFarApart,
}

/// <summary>How tasks and weeks are spoken of: by id and number, or by name and day.</summary>
/// <param name="Task">What a task of an id is called.</param>
/// <param name="Weeks">One week or several, in order: "week 3", "weeks 1, 2 and 3".</param>
internal sealed record ClashWords(Func<string, string> Task, Func<IReadOnlyList<int>, string> Weeks)
{
    /// <summary>By id and number, as a planning problem has them.</summary>
    internal static ClashWords Numbered { get; } = new(
        id => id,
        weeks => weeks.Count == 1
            ? $"week {weeks[0]}"
            : $"weeks {string.Join(", ", weeks.SkipLast(1))} and {weeks[^1]}");
}

/// <summary>What makes a problem impossible: tasks that are done together, and the weeks they fail at.</summary>
/// <param name="Kind">Why.</param>
/// <param name="Tasks">Ids of the tasks.</param>
/// <param name="Weeks">The weeks it is about, in order; empty where it is about none.</param>
internal sealed record Clash(ClashKind Kind, IReadOnlyList<string> Tasks, IReadOnlyList<int> Weeks)
{
    /// <summary>Everything that clashes; empty when the problem can be met.</summary>
    internal static IReadOnlyList<Clash> Of(Terms terms)
    {
        // Groups do not stand in each other's way: each either has weeks of its own or has none.
        List<Clash> clashes = [];
        TaskGroup.Workspace workspace = new(terms.Weeks);
        double[] free = new double[terms.Weeks];
        for (int unit = 0; unit < terms.Units.Length; unit++)
        {
            int[] open = terms.Units[unit].Open;
            if (terms.Units[unit].Cheapest(open, open.Length, free, workspace, out _) is null)
            {
                clashes.Add(Why(terms, unit));
            }
        }

        return clashes;
    }

    /// <summary>Whether a problem can be met.</summary>
    internal static bool None(Terms terms) => Of(terms).Count == 0;

    /// <summary>Clashes as sentences, one after the other.</summary>
    internal static string InWords(IEnumerable<Clash> clashes, ClashWords words) =>
        string.Join(' ', clashes.Select(c => c.Sentence(words)));

    private static Clash Why(Terms terms, int unit)
    {
        PlanningProblem problem = terms.Problem;
        PlanTask[] tasks = [.. terms.Members[unit].Select(t => problem.Tasks[t])];
        string[] ids = [.. tasks.Select(t => t.Id)];
        HashSet<int> open = [.. terms.Units[unit].Open];
        int[] pins = [.. problem.Pins.Where(p => ids.Contains(p.Task)).Select(p => p.Week).Distinct().Order()];
        if (Array.FindAll(pins, p => !open.Contains(p)) is { Length: > 0 } shut)
        {
            return new Clash(ClashKind.PinnedToShutWeeks, ids, shut);
        }

        if (open.Count == 0)
        {
            return new Clash(ClashKind.NoOpenWeek, ids, [0, problem.Weeks - 1]);
        }

        foreach (PlanTask task in tasks.Where(t => t.MaxGap is not null))
        {
            int by = Math.Max(0, task.Due - task.Interval + task.MaxGap!.Value);
            if (by < problem.Weeks && !open.Any(w => w <= by))
            {
                return new Clash(ClashKind.ShutUntilItIsDue, ids, [.. Enumerable.Range(0, by + 1)]);
            }
        }

        return pins.Length > 0
            ? new Clash(ClashKind.PinsTooFarApart, ids, pins)
            : new Clash(ClashKind.OpenWeeksTooFarApart, ids, []);
    }

    private string Sentence(ClashWords words)
    {
        string named = string.Join(" with ", Tasks.Select(words.Task));
        return Kind switch
        {
            ClashKind.PinnedToShutWeeks => $"{named} is pinned to {words.Weeks(Weeks)}, closed or forbidden.",
            ClashKind.NoOpenWeek =>
                $"{named} has no open week from {words.Weeks([Weeks[0]])} to {words.Weeks([Weeks[^1]])}.",
            ClashKind.ShutUntilItIsDue => $"{named} has to be done by {words.Weeks([Weeks[^1]])}, and no week until "
                + $"then is open: {words.Weeks(Weeks)} closed or forbidden.",
            ClashKind.PinsTooFarApart => $"{named} pinned to {words.Weeks(Weeks)} cannot keep its longest gap or its "
                + "last due date with the weeks that are open.",
            _ => $"{named} cannot keep its longest gap or its last due date: the weeks that are open lie too far "
                + "apart.",
        };
    }
}
