namespace SturdyTinker.Core.Planning;

/// <summary>Says why a problem cannot be met.</summary>
internal static class Clash
{
    /// <summary>The tasks and weeks that clash, in a sentence for each; null when the problem can be met.</summary>
    internal static string? Of(Terms terms)
    {
        // Units do not stand in each other's way: each either has weeks of its own or has none.
        List<string> sentences = [];
        TaskGroup.Room room = new(terms.Weeks);
        double[] free = new double[terms.Weeks];
        for (int unit = 0; unit < terms.Units.Length; unit++)
        {
            if (terms.Units[unit].Cheapest(
                terms.Units[unit].Open,
                terms.Units[unit].Open.Length,
                free,
                room,
                out _) is null)
            {
                sentences.Add(Sentence(terms, unit));
            }
        }

        return sentences.Count == 0 ? null : string.Join(' ', sentences);
    }

    private static string Sentence(Terms terms, int unit)
    {
        PlanningProblem problem = terms.Problem;
        PlanTask[] tasks = [.. terms.Members[unit].Select(t => problem.Tasks[t])];
        string named = string.Join(" with ", tasks.Select(t => t.Id));
        HashSet<int> open = [.. terms.Units[unit].Open];
        int[] pins = [.. problem.Pins
            .Where(p => tasks.Any(t => t.Id == p.Task))
            .Select(p => p.Week)
            .Distinct()
            .Order()];
        if (Array.FindAll(pins, p => !open.Contains(p)) is { Length: > 0 } shut)
        {
            return $"{named} is pinned to {Weeks(shut)}, closed or forbidden.";
        }

        if (open.Count == 0)
        {
            return $"{named} has no open week from 0 to {problem.Weeks - 1}.";
        }

        foreach (PlanTask task in tasks.Where(t => t.MaxGap is not null))
        {
            int by = Math.Max(0, task.Due - task.Interval + task.MaxGap!.Value);
            if (by < problem.Weeks && !open.Any(w => w <= by))
            {
                return $"{named} has to be done by week {by}, and no week until then is open: {Weeks([.. Enumerable.Range(0, by + 1)])} closed or forbidden.";
            }
        }

        return pins.Length > 0
            ? $"{named} pinned to {Weeks(pins)} cannot keep its longest gap or its last due date with the weeks that are open."
            : $"{named} cannot keep its longest gap or its last due date: the weeks that are open lie too far apart.";
    }

    private static string Weeks(int[] weeks) =>
        weeks.Length == 1
            ? $"week {weeks[0]}"
            : $"weeks {string.Join(", ", weeks.Take(weeks.Length - 1))} and {weeks[^1]}";
}
