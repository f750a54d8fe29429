using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Schools;

namespace SturdyTinker.Core.Jobs;

/// <summary>Work to be done at a place, as data.</summary>
/// <param name="Code">Stable code, for example "bearing-repack".</param>
/// <param name="Name">The job in words.</param>
/// <param name="At">The kinds of place it is done at.</param>
/// <param name="Applies">Whether a place of a running gear has this job.</param>
/// <param name="Work">The work, in practitioners' order.</param>
public sealed record Job(string Code, string Name, IReadOnlyList<PlaceKind> At, Func<RunningGear, Place, bool> Applies, IReadOnlyList<Work> Work)
{
    /// <summary>The part of the trailer it belongs to, for lists.</summary>
    public JobArea Area { get; init; } = JobArea.WheelEnd;

    /// <summary>Why it is not done on a gear that lacks it, for the sentence that refuses it.</summary>
    public string Lacking { get; init; } = "does not go with this trailer's running gear";

    /// <summary>Codes of jobs that make no sense at the same wheel end.</summary>
    public IReadOnlyList<string> NotWith { get; init; } = [];

    /// <summary>Codes of jobs that count as done along with it, at its place.</summary>
    public IReadOnlyList<string> CountsAs { get; init; } = [];

    /// <summary>The school that forbids it; null when none does.</summary>
    public (SchoolQuestion Question, string Answer)? Forbids { get; init; }

    /// <summary>The checks it leaves owing, besides those of what it opens.</summary>
    public IReadOnlyList<FollowUpRule> FollowUps { get; init; } = [];

    /// <summary>Codes of follow-up rules that doing it settles.</summary>
    public IReadOnlyList<string> Settles { get; init; } = [];

    /// <summary>Whether a place of a gear can have it.</summary>
    public bool GoesAt(RunningGear gear, Place place) => At.Contains(place.Kind) && Places.Has(gear, place) && Applies(gear, place);
}

/// <summary>What part of a trailer a job belongs to.</summary>
public enum JobArea
{
    /// <summary>The trailer as a whole.</summary>
    Trailer,

    /// <summary>Wheels, hubs, bearings and spindles.</summary>
    WheelEnd,

    /// <summary>Brakes.</summary>
    Brake,

    /// <summary>Springs, their bolts, equalizers, hangers and axles.</summary>
    Suspension,
}

/// <summary>One step of a job.</summary>
/// <param name="Group">
/// What the step belongs to. Jobs that name the same group and step at the same place share it: it is done once for all of them.
/// </param>
/// <param name="Opening">Code of the opening it is done in.</param>
/// <param name="Step">The step.</param>
public sealed record Work(string Group, string Opening, Step Step)
{
    /// <summary>The places it is done at, seen from the job's; by default the job's own.</summary>
    public Func<RunningGear, Place, IEnumerable<Place>> Where { get; init; } = (_, place) => [place];
}

/// <summary>A check that work leaves owing.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Words">What is owed, in words.</param>
/// <param name="AfterMiles">After how many miles.</param>
/// <param name="AfterDays">After how many days where no meter tells the miles. Source: from memory.</param>
/// <param name="Source">Where the miles come from.</param>
public sealed record FollowUpRule(string Code, string Words, decimal AfterMiles, int AfterDays, Source Source)
{
    /// <summary>The school whose answer wants it; null when all schools do.</summary>
    public (SchoolQuestion Question, string Answer)? School { get; init; }

    /// <summary>Whether these schools want it.</summary>
    public bool Wanted(SchoolChoices schools) => School is not { } asked || schools.Is(asked.Question, asked.Answer);
}
