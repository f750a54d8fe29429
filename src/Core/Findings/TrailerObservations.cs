using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings;

/// <summary>Everything seen and measured on a trailer, with whatever may have answered it since.</summary>
/// <param name="Gear">The running gear.</param>
/// <param name="Findings">What was seen, in any order.</param>
/// <param name="Readings">What was measured, in any order.</param>
public sealed record TrailerObservations(
    RunningGear Gear,
    IReadOnlyCollection<Finding> Findings,
    IReadOnlyCollection<Reading> Readings)
{
    /// <summary>What the looks of each visit came to together.</summary>
    public IReadOnlyCollection<Conclusion> Conclusions { get; init; } = [];

    /// <summary>Everything done to the trailer, here or as told.</summary>
    public IReadOnlyCollection<WorkDone> Work { get; init; } = [];

    /// <summary>
    /// What a job is called in a sentence, by its code; the code itself unless somebody who knows the catalogue says
    /// so.
    /// </summary>
    public Func<string, string> NameOfJob { get; init; } = code => code;

    /// <summary>What was told mended, by the key of the look.</summary>
    public IReadOnlyCollection<Mending> Mendings { get; init; } = [];

    /// <summary>What the visit at work has renewed so far; empty when none is at work.</summary>
    public IReadOnlyCollection<Renewal> Renewals { get; init; } = [];
}

/// <summary>
/// Somebody's word that what was seen or measured has been mended since, here or elsewhere. Kept for good, never
/// changed.
/// </summary>
public sealed class Mending
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>Key of the look: see <see cref="Observation.Key"/>.</summary>
    public required string ObservationKey { get; init; }

    /// <summary>What was seen, in the words of that day.</summary>
    public required string Seen { get; init; }

    /// <summary>How it was mended, and by whom, in words.</summary>
    public required string How { get; init; }

    /// <summary>When it was told, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who told it.</summary>
    public Guid PersonId { get; init; }
}

/// <summary>Something new that a visit at work has put in.</summary>
/// <param name="Job">Code of the job.</param>
/// <param name="Place">Code of its place.</param>
/// <param name="VisitId">The visit.</param>
/// <param name="At">When the new thing was in: what was seen and measured before is the old one's.</param>
public sealed record Renewal(string Job, string Place, Guid VisitId, DateTimeOffset At)
{
    /// <summary>Keys of the steps whose readings are the new thing's, whenever they were taken.</summary>
    public IReadOnlySet<string> OfNew { get; init; } = new HashSet<string>();

    /// <summary>The job in words: "bearing repack"; its code unless somebody who knows the catalogue says so.</summary>
    public string Words { get; init; } = Job;

    /// <summary>The same with its place: "bearing repack, axle 1 left".</summary>
    public string InWords => $"{Words}, {Gear.Place.Of(Place).Whereabouts}";

    /// <summary>Whether a job at a place renews what lies at another.</summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="jobs">Codes of the jobs that renew it.</param>
    /// <param name="job">Code of the job.</param>
    /// <param name="at">Code of the job's place.</param>
    /// <param name="place">Code of the place looked at.</param>
    internal static bool Reaches(
        RunningGear gear,
        IReadOnlyCollection<string> jobs,
        string job,
        string at,
        string place) =>
        jobs.Contains(job) && Gear.Place.TryParse(at, out Place where) && Gear.Place.TryParse(place, out Place looked)
        && Places.Touching(gear, where.Kind, looked).Contains(where);

    /// <summary>
    /// Whether what was seen at a place, or measured at a step, is the old thing's that this has replaced.
    /// </summary>
    internal bool Answers(
        RunningGear gear,
        IReadOnlyCollection<string> jobs,
        string place,
        DateTimeOffset at,
        string? stepKey = null) =>
        at <= At && (stepKey is null || !OfNew.Contains(stepKey)) && Reaches(gear, jobs, Job, Place, place);
}
