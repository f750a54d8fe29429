using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Jobs;

/// <summary>A state of a place that has to be reached before work there, as data.</summary>
/// <param name="Code">Stable code, for example "hub-off".</param>
/// <param name="Name">The state in words, for example "hub off".</param>
/// <param name="At">The kind of place that has this state.</param>
/// <param name="Depth">How deep it lies below the ground, for the drawing of the valley: 1 and more.</param>
/// <param name="Needs">Codes of the openings that must stand first.</param>
/// <param name="Open">Steps that open it, in order.</param>
/// <param name="Close">Steps that close it, in order.</param>
public sealed record Opening(
    string Code,
    string Name,
    PlaceKind At,
    int Depth,
    IReadOnlyList<string> Needs,
    IReadOnlyList<Step> Open,
    IReadOnlyList<Step> Close)
{
    /// <summary>Whether a running gear has this opening; without it, whatever needs it goes on as if it stood.</summary>
    public Func<RunningGear, bool> Applies { get; init; } = _ => true;

    /// <summary>The place this opening is at, for work at a wheel end.</summary>
    /// <param name="wheelEnd">The wheel end worked on.</param>
    public Place PlaceFor(Place wheelEnd) => At switch
    {
        PlaceKind.Trailer => Place.Trailer,
        PlaceKind.Side => Place.OfSide(wheelEnd.Side!.Value),
        _ => wheelEnd,
    };
}

/// <summary>Work to be done at a place, as data.</summary>
/// <param name="Code">Stable code, for example "bearing-repack".</param>
/// <param name="Name">The job in words.</param>
/// <param name="At">The kind of place it is done at.</param>
/// <param name="Applies">Whether a running gear has this job.</param>
/// <param name="Work">The work: each step with the code of the opening it is done in.</param>
/// <param name="FollowUps">The checks it leaves owing.</param>
public sealed record Job(
    string Code,
    string Name,
    PlaceKind At,
    Func<RunningGear, bool> Applies,
    IReadOnlyList<(string Opening, Step Step)> Work,
    IReadOnlyList<FollowUpRule> FollowUps);

/// <summary>A check that work leaves owing.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Words">What is owed, in words.</param>
/// <param name="AfterMiles">After how many miles.</param>
/// <param name="AfterDays">After how many days where no meter tells the miles. Source: from memory.</param>
/// <param name="Source">Where the miles come from.</param>
public sealed record FollowUpRule(string Code, string Words, decimal AfterMiles, int AfterDays, Source Source);
