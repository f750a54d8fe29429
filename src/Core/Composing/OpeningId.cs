using System.Globalization;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Composing;

/// <summary>One opening of a packet: a state at a place, and which time it is opened in this visit.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Opening">Code of the opening.</param>
/// <param name="Round">Which time: 1 and more.</param>
public readonly record struct OpeningId(string Place, string Opening, int Round = 1)
{
    /// <summary>Whether it comes off once more after it was back.</summary>
    public bool Again => Round > 1;

    /// <summary>The same state at the same place, opened for the first time.</summary>
    public OpeningId First => this with { Round = 1 };

    /// <summary>Reads what <see cref="ToString"/> writes. Throws <see cref="FormatException"/> on anything else.</summary>
    public static OpeningId Of(string id) =>
        id.Split('/') is [{ Length: > 0 } place, { Length: > 0 } state] && Timed(state) is var (opening, round)
            ? new OpeningId(place, opening, round)
            : throw new FormatException($"“{id}” is no opening of a packet.");

    /// <summary>"axle-1-left/hub-off", and "axle-1-left/hub-off#2" the second time.</summary>
    public override string ToString() =>
        Round == 1 ? $"{Place}/{Opening}" : string.Create(CultureInfo.InvariantCulture, $"{Place}/{Opening}#{Round}");

    /// <summary>"hub-off#2" as a state and its time; null where the time is no number above 1.</summary>
    internal static (string State, int Round)? Timed(string state) => state.Split('#') switch
    {
        [{ Length: > 0 } once] => (once, 1),
        [{ Length: > 0 } again, var time]
            when int.TryParse(time, NumberStyles.None, CultureInfo.InvariantCulture, out int round) && round > 1 =>
            (again, round),
        _ => null,
    };
}

/// <summary>One step of a packet: where, of what, which, and which time its opening is opened.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Group">Code of the opening, or of the task, that it is a step of.</param>
/// <param name="Step">Code of the step.</param>
/// <param name="Round">Which time: 1 and more.</param>
public readonly record struct StepId(string Place, string Group, string Step, int Round = 1)
{
    /// <summary>The step's family, whatever its place and however often it is done: "bearing-repack/pack".</summary>
    public string Family => $"{Group}/{Step}";

    /// <summary>A step of an opening.</summary>
    public static StepId In(OpeningId opening, string step) => new(
        opening.Place,
        opening.Opening,
        step,
        opening.Round);

    /// <summary>Reads what <see cref="ToString"/> writes; null on anything else.</summary>
    public static StepId? Of(string key) =>
        key.Split('/') is [{ Length: > 0 } place, { Length: > 0 } state, { Length: > 0 } step]
            && OpeningId.Timed(state) is var (group, round)
            ? new StepId(place, group, step, round)
            : null;

    /// <summary>"axle-1-left/hub-off/seat", and "axle-1-left/hub-off#2/seat" the second time.</summary>
    public override string ToString() => $"{new OpeningId(Place, Group, Round)}/{Step}";
}
