using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue;

/// <summary>Work to be done at a place, as data.</summary>
/// <param name="Code">Stable code, for example "bearing-repack".</param>
/// <param name="Name">The job in words.</param>
/// <param name="At">The kinds of place it is done at.</param>
/// <param name="Applies">Whether a place of a running gear has this job.</param>
/// <param name="Work">The work, in practitioners' order.</param>
public sealed record Job(
    string Code,
    string Name,
    IReadOnlyList<PlaceKind> At,
    Func<RunningGear, Place, bool> Applies,
    IReadOnlyList<Work> Work)
{
    /// <summary>The part of the trailer it belongs to, for lists.</summary>
    public JobArea Area { get; init; } = JobArea.WheelEnd;

    /// <summary>Why it is not done on a gear that lacks it, for the sentence that refuses it.</summary>
    public string Lacking { get; init; } = "does not go with this trailer's running gear";

    /// <summary>Codes of jobs that make no sense at the same wheel end.</summary>
    public IReadOnlyList<string> NotWith { get; init; } = [];

    /// <summary>Codes of jobs that count as done along with it, at its place and at those that belong to it.</summary>
    public IReadOnlyList<string> CountsAs { get; init; } = [];

    /// <summary>
    /// What the trailer's description becomes once it is done everywhere; null where it stays as it is.
    /// </summary>
    public GearChange? Becomes { get; init; }

    /// <summary>
    /// The job and those that count as done along with it, each at its places: a new axle's repacks at both its wheel
    /// ends.
    /// </summary>
    /// <param name="catalogue">The catalogue in force.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="place">Where it was done.</param>
    public IEnumerable<JobAt> DoneAlong(JobCatalogue catalogue, RunningGear gear, Place place) =>
        CountsAs.Select(catalogue.Find).OfType<Job>()
        .SelectMany(job => job.At
            .SelectMany(kind => Places.Touching(gear, kind, place))
            .Where(at => job.GoesAt(gear, at))
            .Select(at => new JobAt(job.Code, at.Code)))
        .Prepend(new JobAt(Code, place.Code)).Distinct();

    /// <summary>The practice that forbids it; null when none does.</summary>
    public (PracticeQuestion Question, string Answer)? Forbids { get; init; }

    /// <summary>The checks it leaves owing, besides those of what it opens.</summary>
    public IReadOnlyList<FollowUpRule> FollowUps { get; init; } = [];

    /// <summary>Codes of follow-up rules that doing it settles.</summary>
    public IReadOnlyList<string> Settles { get; init; } = [];

    /// <summary>Whether a place of a gear can have it.</summary>
    public bool GoesAt(RunningGear gear, Place place) =>
        At.Contains(place.Kind) && Places.Has(gear, place) && Applies(gear, place);
}

/// <summary>What a job makes of the trailer's description.</summary>
/// <param name="Words">What it has then: "hydraulic disc brakes".</param>
/// <param name="Everywhere">It is so once the job is done at every place of this kind.</param>
/// <param name="To">The description then.</param>
public sealed record GearChange(string Words, PlaceKind Everywhere, Func<RunningGear, RunningGear> To);

/// <summary>What the jobs done on a trailer make of its description.</summary>
public static class GearChanges
{
    /// <summary>
    /// What the description has to become: a job that changes it is done at every place that it takes.
    /// </summary>
    /// <param name="gear">The running gear as it is described.</param>
    /// <param name="now">What is done now.</param>
    /// <param name="before">What was done at earlier visits.</param>
    public static IReadOnlyList<GearChange> Of(
        RunningGear gear,
        IReadOnlyCollection<JobAt> now,
        IEnumerable<JobAt> before)
    {
        HashSet<JobAt> done = [.. now, .. before];
        return
        [
            .. now.Select(j => j.Job).Distinct().Select(JobCatalogue.Ours.Find).OfType<Job>()
                .Where(job => job.Becomes is { } change
                    && change.To(gear) != gear
                    && Places
                        .Of(gear)
                        .Where(p => p.Kind == change.Everywhere)
                        .All(p => done.Contains(new JobAt(job.Code, p.Code))))
                .Select(job => job.Becomes!),
        ];
    }
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
/// What the step belongs to. Jobs that name the same group and step at the same place share it: it is done once for all
/// of them.
/// </param>
/// <param name="Opening">Code of the opening it is done in.</param>
/// <param name="Step">The step.</param>
public sealed record Work(string Group, string Opening, Step Step)
{
    /// <summary>The step's family: "bearing-repack/pack", wherever it is done.</summary>
    public string Family => $"{Group}/{Step.Code}";

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
    /// <summary>The practice whose answer wants it; null when all practices do.</summary>
    public (PracticeQuestion Question, string Answer)? Practice { get; init; }

    /// <summary>Who does it where nobody has chosen.</summary>
    public Doer By { get; init; }

    /// <summary>Code that choices of who does it go by: one for all checks of a kind.</summary>
    public string Family => Code.StartsWith(FollowUpRules.LugRetorque, StringComparison.Ordinal)
        ? FollowUpRules.LugRetorque
        : Code;

    /// <summary>Whether these practices want it.</summary>
    public bool Wanted(PracticeChoices practices) =>
        Practice is not { } asked || practices.Is(asked.Question, asked.Answer);
}
