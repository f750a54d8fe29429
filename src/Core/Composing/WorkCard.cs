using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Composing;

/// <summary>How much of the work stands on one card.</summary>
public enum Pace
{
    /// <summary>Each step alone.</summary>
    Step,

    /// <summary>A phase at a place: taking apart, looking and working, putting together.</summary>
    Phase,

    /// <summary>A place as one sheet.</summary>
    Place,
}

/// <summary>
/// The steps that somebody who knows the work does in one go: a card of theirs. It ends with a critical step, so that
/// none is ever passed over.
/// </summary>
/// <param name="Steps">The steps in order; at least one.</param>
public sealed record WorkCard(IReadOnlyList<PacketStep> Steps)
{
    // Deeper than this the work is a wheel end's; up to here it is the trailer's, its wheels' nuts broken loose.
    private static readonly int Ground = Openings.Ours.Find("raised").Depth;

    /// <summary>Why a step is never folded away; null where it may be.</summary>
    public static string? WhyCritical(PacketStep step) =>
        step.Critical ?? CriticalSteps.All.GetValueOrDefault(PacketStep.FamilyOf(step.Key));

    /// <summary>The next card; null where nothing is to be done, or one step is a card.</summary>
    /// <param name="packet">The packet.</param>
    /// <param name="progress">How far it has come.</param>
    /// <param name="pace">How much stands on a card: a phase, or a place.</param>
    public static WorkCard? Next(Packet packet, Progress progress, Pace pace)
    {
        if (pace == Pace.Step || progress.Next is not { } next)
        {
            return null;
        }

        PacketStep[] left = [.. packet.Steps
            .SkipWhile(s => s.Key != next.Key)
            .Where(s => progress.EntryFor(s.Key) is null && !progress.IsLeftBehind(s))];
        List<PacketStep> card = [];
        string? end = null;
        for (int i = 0; i < left.Length; i++)
        {
            PacketStep step = left[i];
            string? its = EndOf(step);
            bool elsewhere = end is not null && its is not null && its != end;
            if (elsewhere || (pace == Pace.Phase && card.Count > 0 && IsNewPhase(left, i)))
            {
                break;
            }

            end ??= its;
            card.Add(step);

            // After the last critical step the rest goes with it: chocks away, tools counted.
            if (WhyCritical(step) is not null
                && (pace == Pace.Phase
                    || left.Skip(i + 1).Any(s => WhyCritical(s) is not null || EndOf(s) is not null)))
            {
                break;
            }
        }

        return card.Count > 1 ? new WorkCard(card) : null;
    }

    // The wheel end that a step is at, the brake and hub of it included; null at the trailer and its sides.
    private static string? EndOf(PacketStep step) =>
        step.Depth > Ground && !step.WeightDown && Place.TryParse(step.Place, out Place place) && place.Axle > 0
            ? FormattableString.Invariant($"{place.Axle} {place.Side}")
            : null;

    // From taking apart to the work, and from that to putting together. A look before something comes off belongs to
    // taking apart; late work belongs to putting together.
    private static bool IsNewPhase(PacketStep[] left, int at) =>
        EndOf(left[at]) is not null && EndOf(left[at - 1]) is not null && PhaseOf(left, at) != PhaseOf(left, at - 1);

    private static int PhaseOf(PacketStep[] left, int at)
    {
        PacketStep step = left[at];
        if (step.Part == StepPart.Close || step.Late)
        {
            return 2;
        }

        string? end = EndOf(step);
        for (int i = at; i < left.Length && (EndOf(left[i]) is null || EndOf(left[i]) == end); i++)
        {
            if (left[i].Part == StepPart.Open && EndOf(left[i]) == end)
            {
                return 0;
            }
        }

        return 1;
    }
}
