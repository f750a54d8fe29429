using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Jobs;

namespace SturdyTinker.Shop.Bay;

/// <summary>A visit's jobs in a line.</summary>
internal static class JobWords
{
    /// <summary>"Bearing repack, all four", "Bearing repack, axle 1 left and axle 2 left".</summary>
    internal static string Of(Visit visit) => string.Join("; ", visit.Jobs.GroupBy(j => j.Job).Select(g => $"{Catalogue.Find(g.Key)?.Name ?? g.Key}, {Where([.. g], visit.Gear)}"));

    private static string Where(List<JobAt> jobs, RunningGear gear) => (jobs.Count == gear.WheelEnds, jobs.Count) switch
    {
        (true, 2) => "both ends",
        (true, 4) => "all four",
        (true, _) => "all six",
        (false, <= 2) => string.Join(" and ", jobs.Select(j => VisitPage.Spoken(j.Place))),
        _ => FormattableString.Invariant($"{jobs.Count} of {gear.WheelEnds}"),
    };
}
