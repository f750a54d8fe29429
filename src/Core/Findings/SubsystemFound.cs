using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings;

/// <summary>How often something was found that was bad.</summary>
/// <param name="Where">In which subsystem.</param>
/// <param name="Renew">How often it was to be renewed.</param>
/// <param name="Hold">How often it held the trailer.</param>
public sealed record SubsystemFound(Subsystem Where, int Renew, int Hold)
{
    /// <summary>Counts what was found by subsystem; each is there, whether anything was found in it or not.</summary>
    /// <param name="found">What was looked at, what was judged of it, and how often.</param>
    public static IReadOnlyList<SubsystemFound> Of(
        IEnumerable<(Subject Subject, Verdict Verdict, int Times)> found)
    {
        ILookup<Subsystem, (Subject Subject, Verdict Verdict, int Times)> all =
            found.ToLookup(f => Subsystems.Of(f.Subject));
        return [.. Enum.GetValues<Subsystem>().Select(s => new SubsystemFound(
            s,
            all[s].Where(f => f.Verdict == Verdict.Renew).Sum(f => f.Times),
            all[s].Where(f => f.Verdict == Verdict.Hold).Sum(f => f.Times)))];
    }
}
