using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Visits;

/// <summary>A visit's jobs in a line.</summary>
public static class JobWords
{
    /// <summary>"Bearing repack, all four", "Bearing repack, axle 1 left and axle 2 left".</summary>
    public static string Of(Visit visit) => Of(JobCatalogue.Of(visit.Practices), visit.Gear, visit.Jobs);

    /// <summary>The same for jobs that are no visit yet.</summary>
    /// <param name="catalogue">The catalogue in force.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="jobs">The jobs.</param>
    public static string Of(JobCatalogue catalogue, RunningGear gear, IEnumerable<JobAt> jobs) =>
        string.Join("; ", jobs.GroupBy(j => j.Job).Select(
            (g, i) => Name(catalogue, g.Key, i > 0) + Where([.. g], gear)));

    private static string Name(JobCatalogue catalogue, string code, bool follows)
    {
        string name = catalogue.Find(code)?.Name ?? code;
        return follows ? Wording.Small(name) : name;
    }

    private static string Where(List<JobAt> jobs, RunningGear gear)
    {
        if (jobs is [{ Place: var only }] && only == Place.Trailer.Code)
        {
            return "";
        }

        bool ends = jobs.TrueForAll(j => Place.Of(j.Place).Kind is PlaceKind.WheelEnd or PlaceKind.Brake);
        return ", " + ((ends && jobs.Count == gear.WheelEnds, jobs.Count) switch
        {
            (true, 2) => "both ends",
            (true, 4) => "all four",
            (true, _) => "all six",
            (false, <= 2) => string.Join(" and ", jobs.Select(j => Place.Of(j.Place).Whereabouts)),
            _ => ends
                ? FormattableString.Invariant($"{jobs.Count} of {gear.WheelEnds}")
                : FormattableString.Invariant($"{jobs.Count} places"),
        });
    }
}
