namespace SturdyTinker.Core.Catalogue;

/// <summary>
/// Steps that are never folded away among others, whatever the pace: missing one can kill. Source: common practice.
/// </summary>
public static class CriticalSteps
{
    internal const string Stays = "A trailer that rolls off its jack kills.",
        Stands = "Nobody works under what a jack holds.",
        Locks = "It is what keeps the wheel on.",
        Brakes = "Brakes are tried before the road.",
        Tightened = "What holds the wheel or the axle is tightened to its figure.";

    private static readonly Lazy<Dictionary<string, string>> Reasons = new(() =>
    {
        Dictionary<string, string> all = [];
        foreach ((string group, Step step) in Openings.Ours.All
            .SelectMany(o => o.Open.Concat(o.Close).Select(s => (o.Code, s)))
            .Concat(JobCatalogue.Ours.All.SelectMany(j => j.Work.Select(w => (w.Group, w.Step)))))
        {
            if (step.WhyCritical is { } reason)
            {
                all[$"{group}/{step.Code}"] = reason;
            }
        }

        return all;
    });

    /// <summary>Families of all of them, as by <c>PacketStep.FamilyOf</c>, each with its reason.</summary>
    public static IReadOnlyDictionary<string, string> All => Reasons.Value;
}
