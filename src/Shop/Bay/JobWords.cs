using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Jobs;

namespace SturdyTinker.Shop.Bay;

/// <summary>A visit's jobs in a line.</summary>
internal static class JobWords
{
    /// <summary>"Bearing repack, all four", "Bearing repack, axle 1 left and axle 2 left".</summary>
    internal static string Of(Visit visit) => string.Join("; ", visit.Jobs.GroupBy(j => j.Job).Select(g => $"{Catalogue.Find(g.Key)?.Name ?? g.Key}{Where([.. g], visit.Gear)}"));

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
            (false, <= 2) => string.Join(" and ", jobs.Select(j => Say(Place.Of(j.Place)))),
            _ => ends ? FormattableString.Invariant($"{jobs.Count} of {gear.WheelEnds}") : FormattableString.Invariant($"{jobs.Count} places"),
        });
    }

    // The job's name says already what is there: "equalizer, axles 1 and 2 left".
    private static string Say(Place place) => place.Kind switch
    {
        PlaceKind.Equalizer => FormattableString.Invariant($"axles {place.Axle} and {place.Axle + 1} {(place.Side == Side.Left ? "left" : "right")}"),
        PlaceKind.Brake or PlaceKind.Spring or PlaceKind.UBolts => Place.WheelEnd(place.Axle, place.Side!.Value).Spoken,
        _ => place.Spoken,
    };
}
