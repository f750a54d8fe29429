using SturdyTinker.Core.Composing;

namespace SturdyTinker.Core.Visits;

/// <summary>What one person did in a visit.</summary>
/// <param name="PersonId">Who.</param>
/// <param name="Minutes">
/// Minutes at it: as the steps stood on the tablet, or as they usually take where nobody knows.
/// </param>
/// <param name="Steps">How many steps.</param>
/// <param name="From">When they settled their first.</param>
/// <param name="To">When they settled their last.</param>
public sealed record PersonTime(Guid PersonId, decimal Minutes, int Steps, DateTimeOffset From, DateTimeOffset To);

/// <summary>How long a visit has taken, and how long it will.</summary>
/// <param name="People">By person, whoever began first.</param>
/// <param name="Took">Minutes worked so far, everybody's together.</param>
/// <param name="ByPlan">Minutes that what is done was planned to take.</param>
/// <param name="Left">Minutes that what is left is planned to take.</param>
/// <param name="Planned">Minutes of all of it as planned.</param>
public sealed record VisitTime(
    IReadOnlyList<PersonTime> People,
    decimal Took,
    decimal ByPlan,
    decimal Left,
    decimal Planned)
{
    // So much of the plan has to be done before its pace says anything of the rest. Source: from memory.
    private const decimal Says = 0.2m;

    // Longer than so many times its plan nobody worked at a step: the tablet stood there over a break, or over night.
    // Source: from memory.
    private const int Standing = 4;

    /// <summary>
    /// Minutes that all of it is likely to take: what is left goes on at the pace of what is done, once that says
    /// anything.
    /// </summary>
    public decimal Likely => Took + (Left * (ByPlan >= Planned * Says && ByPlan > 0 ? Took / ByPlan : 1));

    /// <summary>By how much that lies above the plan; below nought where it goes faster.</summary>
    public decimal Over => Likely - Planned;

    /// <summary>
    /// Whether it runs over by more than a tenth, and by a quarter of an hour: worth a word while it can be mended.
    /// </summary>
    public bool RunsOver => Left > 0 && Over > Math.Max(15, Planned / 10);

    /// <summary>Reads it off what was ticked.</summary>
    /// <param name="packet">The visit's packet.</param>
    /// <param name="entries">The entries that stand.</param>
    public static VisitTime Of(Packet packet, IReadOnlyCollection<StepEntry> entries)
    {
        Dictionary<string, decimal> plan = packet.Steps.ToDictionary(s => s.Key, s => s.Minutes);
        List<(StepEntry Entry, decimal Minutes)> done = [.. entries
            .Where(e => e.SkippedBecause is null)
            .Select(e => (e, Worked(e, plan.GetValueOrDefault(e.Key))))];
        HashSet<string> settled = [.. entries.Select(e => e.Key)];
        return new VisitTime(
            [.. done
                .GroupBy(d => d.Entry.PersonId)
                .Select(g => new PersonTime(
                    g.Key,
                    g.Sum(d => d.Minutes),
                    g.Count(),
                    g.Min(d => d.Entry.At),
                    g.Max(d => d.Entry.At)))
                .OrderBy(p => p.From)],
            done.Sum(d => d.Minutes),
            done.Sum(d => plan.GetValueOrDefault(d.Entry.Key)),
            packet.Steps.Where(s => !settled.Contains(s.Key)).Sum(s => s.Minutes),
            packet.Steps.Sum(s => s.Minutes));
    }

    private static decimal Worked(StepEntry entry, decimal planned) =>
        entry.Seconds is { } seconds
            ? planned > 0 ? Math.Min(seconds / 60m, Math.Max(planned * Standing, 1)) : seconds / 60m
            : planned;
}
