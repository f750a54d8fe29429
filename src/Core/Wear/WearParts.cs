using System.Globalization;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Wear;

/// <summary>Which figures belong to one part, and where a new part begins.</summary>
internal static class WearParts
{
    /// <summary>
    /// The figures of a thing, parted wherever a new one was put in; the last list is of the part that is in now, and
    /// empty
    /// when nobody has measured it yet. A visit's figure is the old part's when the new one went in at that visit,
    /// unless
    /// it has gone the other way than wear.
    /// </summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="place">Where it is.</param>
    /// <param name="wear">How it wears.</param>
    /// <param name="readings">Its figures; of several in a visit the last counts. At least one.</param>
    /// <param name="work">Everything ever done to the trailer.</param>
    /// <returns>
    /// The parts, and why the last one begins where it does; null when it begins with the first figure there is.
    /// </returns>
    internal static (List<List<Reading>> Parts, string? Renewed) Of(
        RunningGear gear,
        Place place,
        WearRule wear,
        IEnumerable<Reading> readings,
        IEnumerable<WorkDone> work,
        Func<string, string> nameOfJob)
    {
        List<WorkDone> renewals = [.. work.Where(w => wear.RenewedBy.Contains(w.Job)
            && Place.TryParse(w.Place, out Place at)
            && Places.Touching(gear, at.Kind, place).Contains(at)).OrderBy(w => w.On)];
        List<List<Reading>> parts = [];
        string? renewed = null;
        bool fresh = false;
        foreach (Reading reading in readings
            .GroupBy(r => r.VisitId)
            .Select(g => g.MaxBy(r => r.At)!)
            .OrderBy(r => r.At))
        {
            Reading? before = parts.Count > 0 ? parts[^1][^1] : null;
            bool jumped = before is not null
                && (wear.Way == WearWay.Down
                    ? reading.Canonical > before.Canonical + wear.Noise
                    : reading.Canonical < before.Canonical - wear.Noise);
            WorkDone? between = before is null
                ? null
                : renewals.FindLast(w => Follows(w, before, fresh)
                    && (Precedes(w, reading) || (jumped && w.VisitId == reading.VisitId)));
            if (before is null || jumped || between is not null)
            {
                parts.Add([]);
                renewed = between is not null ? Because(between, nameOfJob)
                    : before is not null ? $"{(wear.Way == WearWay.Down ? "More" : "Less")} than at the look before: "
                        + "taken for a new one, put in elsewhere"
                    : null;
            }

            fresh = jumped;
            parts[^1].Add(reading);
        }

        if (renewals.FindLast(w => Follows(w, parts[^1][^1], fresh)) is { } since)
        {
            parts.Add([]);
            renewed = Because(since, nameOfJob);
        }

        return (parts, renewed);
    }

    /// <summary>The day a figure was taken.</summary>
    internal static DateOnly Day(Reading reading) => DateOnly.FromDateTime(reading.At.DateTime);

    // Work after a figure: on a later day, or in the figure's own visit when the figure was not the new part's already.
    private static bool Follows(WorkDone work, Reading reading, bool fresh) =>
        work.On > Day(reading) || (work.VisitId is not null && work.VisitId == reading.VisitId && !fresh);

    private static bool Precedes(WorkDone work, Reading reading) =>
        work.On < Day(reading) || (work.On == Day(reading) && work.VisitId != reading.VisitId);

    private static string Because(WorkDone work, Func<string, string> nameOfJob) =>
        string.Create(CultureInfo.InvariantCulture, $"Renewed on {work.On:MMM d, yyyy}: {nameOfJob(work.Job)}");
}
