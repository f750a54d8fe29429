using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Catalogue;

/// <summary>The jobs. A new job is a new entry in the file of its area, not a new branch anywhere.</summary>
public static class JobCatalogue
{
    /// <summary>Every job, in the order lists show them.</summary>
    public static IReadOnlyList<Job> All { get; } =
    [
        .. TrailerJobs.All,
        .. WheelEndJobs.All,
        .. BrakeJobs.All,
        .. SuspensionJobs.All
    ];

    private static readonly Dictionary<string, Job> ByCode = All.ToDictionary(j => j.Code);
    private static readonly Dictionary<string, int> Order =
        All.Select((j, i) => (j.Code, i)).ToDictionary(j => j.Code, j => j.i);

    /// <summary>The bearing repack: the job whose due dates are kept.</summary>
    public static Job BearingRepack { get; } = ByCode["bearing-repack"];

    /// <summary>The job with this code; null when there is none.</summary>
    public static Job? Find(string? code) => code is null ? null : ByCode.GetValueOrDefault(code);

    /// <summary>What a job is called in a sentence: "bearing repack". The code itself where no job has it.</summary>
    public static string NameOf(string code) => Find(code)?.Name.ToLowerInvariant() ?? code;

    private static readonly Dictionary<string, string> Sockets = Openings.All.SelectMany(o =>
        o.Open.Concat(o.Close).Select(s => (Family: $"{o.Code}/{s.Code}", s.Socket)))
        .Concat(All.SelectMany(j => j.Work.Select(w => (Family: $"{w.Group}/{w.Step.Code}", w.Step.Socket))))
        .Where(s => s.Socket is not null).DistinctBy(s => s.Family).ToDictionary(s => s.Family, s => s.Socket!);

    /// <summary>What the socket of a step fits, by the step's family; null for a step without one.</summary>
    public static string? SocketOf(string family) => Sockets.GetValueOrDefault(family);

    /// <summary>Where a job stands among all of them.</summary>
    internal static int IndexOf(Job job) => Order[job.Code];

    /// <summary>Every job a running gear can have, each with its places in the order of a walk round.</summary>
    public static IEnumerable<(Job Job, IReadOnlyList<Place> Places)> For(RunningGear gear)
    {
        IReadOnlyList<Place> places = Places.Of(gear);
        return All.Select(j =>
            (j, (IReadOnlyList<Place>)[.. places.Where(p => j.GoesAt(gear, p))])).Where(j => j.Item2.Count > 0);
    }
}
