namespace SturdyTinker.Core.Day;

/// <summary>Says what a plan of a day does: what moves, which promises break, what finds no room.</summary>
public static class DayWords
{
    /// <summary>That in sentences, the gravest first; one that all holds where nothing moves.</summary>
    /// <param name="problem">The day, each visit with where it stands now.</param>
    /// <param name="slots">Where each visit would be.</param>
    /// <param name="day">The day by the clock.</param>
    /// <param name="tag">What a visit is called.</param>
    /// <param name="person">What somebody is called.</param>
    public static IReadOnlyList<string> Of(
        DayProblem problem,
        IReadOnlyDictionary<Guid, DaySlot> slots,
        WorkDay day,
        Func<Guid, string> tag,
        Func<Guid, string> person)
    {
        List<string> left = [], late = [], nights = [], moved = [], placed = [];
        foreach (DayVisit visit in problem.Visits.OrderBy(v => slots.GetValueOrDefault(v.Id)?.Start ?? int.MaxValue))
        {
            string name = tag(visit.Id);
            if (!slots.TryGetValue(visit.Id, out DaySlot? slot))
            {
                left.Add($"{name} finds no room today{WhyNoRoom(problem, visit)}.");
                continue;
            }

            int end = slot.Start + visit.Minutes;
            if (visit.Promised is { } promised && end > promised)
            {
                late.Add(end > problem.Minutes
                    ? $"{name} is promised for {Clock(day.At(promised))} and would not be ready today."
                    : $"{name} is promised for {Clock(day.At(promised))} and would be ready at {Clock(day.At(end))}.");
            }
            else if (end > problem.Minutes)
            {
                nights.Add($"{name} stays over night.");
            }

            string where = $"bay {slot.Bay + 1} at {Clock(day.From(slot.Start))} with "
                + string.Join(" and ", slot.People.Select(person));
            if (visit.Stands is not { } stands)
            {
                placed.Add($"{name} goes to {where}.");
            }
            else if (stands != slot)
            {
                string before = $"bay {stands.Bay + 1} at {Clock(day.From(stands.Start))}";
                moved.Add(stands.Bay == slot.Bay && stands.Start == slot.Start
                    ? $"{name} stays in {before}, now with {string.Join(" and ", slot.People.Select(person))}."
                    : $"{name} moves from {before} to {where}.");
            }
        }

        List<string> all = [.. left, .. late, .. nights, .. moved, .. placed];
        return all.Count > 0 ? all : ["Nothing moves, and every promise holds."];
    }

    // Where nobody could do it all day, that is why.
    private static string WhyNoRoom(DayProblem problem, DayVisit visit) =>
        visit.Skills.Where(s => !problem.People.Any(p => p.Skills.Contains(s))).ToList() is { Count: > 0 } missing
            ? $": nobody here can do {string.Join(" and ", missing.Select(Skills.InWords))}"
            : problem.People.Count(p => p.To > p.From) < visit.Hands
                || !problem.People.Any(p => p.Alone && p.To > p.From) ? ": too few people are here"
            : visit.Ready >= problem.Minutes ? ": its parts are not here"
            : "";

    private static string Clock(TimeOnly at) =>
        at.ToString("H:mm", System.Globalization.CultureInfo.InvariantCulture);
}
