using System.Runtime.CompilerServices;
using SturdyTinker.Core.Catalogue.Own;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue;

/// <summary>
/// The jobs, with what belongs to them: openings, recurring work, checks. Ours, and whatever a shop has described
/// itself. A new job of ours is a new entry in the file of its area, not a new branch anywhere.
/// </summary>
public sealed class JobCatalogue
{
    private static readonly Job[] OurJobs =
    [
        .. TrailerJobs.All,
        .. WheelEndJobs.All,
        .. BrakeJobs.All,
        .. SuspensionJobs.All
    ];

    // A shop's own is read once for each reading of its settings, not at each use.
    private static readonly ConditionalWeakTable<OwnWork, JobCatalogue> Made = [];

    private readonly Dictionary<string, Job> byCode;
    private readonly Dictionary<string, int> order;
    private readonly Dictionary<string, DueRule> dueRules;
    private readonly Dictionary<string, FollowUpRule> checks;

    private JobCatalogue(OwnWork own)
    {
        OwnCatalogue made = new(own, OurJobs);
        Openings = own.Openings.Count == 0 ? Openings.Ours : new Openings(made.Openings);
        All = made.Jobs;
        byCode = All.ToDictionary(j => j.Code);
        order = All.Select((j, i) => (j.Code, i)).ToDictionary(j => j.Code, j => j.i);
        DueRules = [.. Intervals.DueRules.All, .. made.DueRules];
        dueRules = DueRules.ToDictionary(r => r.Code);
        checks = FollowUpRules.All
            .Concat(All.SelectMany(j => j.FollowUps))
            .Concat(Openings.All.SelectMany(o => o.FollowUps))
            .DistinctBy(r => r.Code)
            .ToDictionary(r => r.Code);
        Skills = made.Skills;
        Retired = made.Retired;
    }

    /// <summary>The jobs that every shop has.</summary>
    public static JobCatalogue Ours { get; } = new(OwnWork.None);

    /// <summary>The catalogue in force where these practices are: with the shop's own work.</summary>
    /// <param name="practices">The practices.</param>
    public static JobCatalogue Of(PracticeChoices practices) => Of(practices.Own);

    /// <summary>Our catalogue with a shop's own work.</summary>
    /// <param name="own">The work; null for none.</param>
    public static JobCatalogue Of(OwnWork? own) =>
        own is null or { IsNone: true } ? Ours : Made.GetValue(own, o => new JobCatalogue(o));

    /// <summary>The bearing repack: the job whose due dates are kept.</summary>
    public static Job BearingRepack => Ours.byCode["bearing-repack"];

    /// <summary>Every job, in the order lists show them; those offered no more as well.</summary>
    public IReadOnlyList<Job> All { get; }

    /// <summary>The openings.</summary>
    public Openings Openings { get; }

    /// <summary>All work that recurs.</summary>
    public IReadOnlyList<DueRule> DueRules { get; }

    /// <summary>Codes of the skills that a shop's own jobs ask for, by the job's code.</summary>
    public IReadOnlyDictionary<string, string> Skills { get; }

    /// <summary>Codes of jobs that are offered no more.</summary>
    public IReadOnlySet<string> Retired { get; }

    /// <summary>The job with this code; null when there is none.</summary>
    public Job? Find(string? code) => code is null ? null : byCode.GetValueOrDefault(code);

    /// <summary>What a job is called in a sentence: "bearing repack". The code itself where no job has it.</summary>
    public string NameOf(string code) => Find(code)?.Name.ToLowerInvariant() ?? code;

    /// <summary>The recurring work with this code; null when there is none.</summary>
    public DueRule? DueRule(string? code) => code is null ? null : dueRules.GetValueOrDefault(code);

    /// <summary>The check with this code; null when there is none.</summary>
    public FollowUpRule? Check(string code) => checks.GetValueOrDefault(code);

    /// <summary>Where a job stands among all of them.</summary>
    internal int IndexOf(Job job) => order[job.Code];

    /// <summary>Every job a running gear can have, each with its places in the order of a walk round.</summary>
    public IEnumerable<(Job Job, IReadOnlyList<Place> Places)> For(RunningGear gear)
    {
        IReadOnlyList<Place> places = Places.Of(gear);
        return All.Where(j => !Retired.Contains(j.Code)).Select(j =>
            (j, (IReadOnlyList<Place>)[.. places.Where(p => j.GoesAt(gear, p))])).Where(j => j.Item2.Count > 0);
    }

    private static readonly Dictionary<string, string> Sockets = Openings.Ours.All.SelectMany(o =>
        o.Open.Concat(o.Close).Select(s => (Family: $"{o.Code}/{s.Code}", s.Socket)))
        .Concat(OurJobs.SelectMany(j => j.Work.Select(w => (w.Family, w.Step.Socket))))
        .Where(s => s.Socket is not null).DistinctBy(s => s.Family).ToDictionary(s => s.Family, s => s.Socket!);

    /// <summary>What the socket of a step fits, by the step's family; null for a step without one.</summary>
    public static string? SocketOf(string family) => Sockets.GetValueOrDefault(family);
}
