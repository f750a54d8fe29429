namespace SturdyTinker.Core.Composing;

/// <summary>How long a step took here, the last times.</summary>
public sealed class StepTimes
{
    /// <summary>The step's family: see <see cref="PacketStep.FamilyOf"/>.</summary>
    public required string Family { get; init; }

    /// <summary>Seconds of the last times, oldest first, at most <see cref="LearnedMinutes.Kept"/>.</summary>
    public IReadOnlyList<int> Seconds { get; set; } = [];
}
