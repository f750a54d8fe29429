using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Visits;

/// <summary>The steps of a packet that a round answers.</summary>
public static class RoundSteps
{
    /// <summary>Whether a step of a packet belongs to the walk that a round makes.</summary>
    public static bool IsOfRound(PacketStep step) =>
        step.Part == StepPart.Work && StepId.Of(step.Key)?.Group == "round";

    /// <summary>
    /// Whether a round has answered a step of the packet: everything that the step looks at has been looked at.
    /// </summary>
    /// <param name="step">The step.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="findings">What was seen in the visit.</param>
    /// <param name="readings">What was measured in it.</param>
    public static bool Answers(
        PacketStep step,
        RunningGear gear,
        IReadOnlyCollection<Finding> findings,
        IReadOnlyCollection<Reading> readings)
    {
        Place at = Place.Of(step.Place);
        List<RoundItem> items = [.. Round.Of(gear, periodic: true).Where(i => i.Opening is null
            && step.Subjects.Contains(i.Subject)
            && Places.Touching(gear, i.Place.Kind, at).Contains(i.Place))];
        return items.Count > 0 && items.TrueForAll(i => Round.IsLookedAt(i, gear, findings, readings));
    }
}
