using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>What earlier visits of a trailer say of the steps of this one.</summary>
internal static class SeenBefore
{
    /// <summary>
    /// By the step's key: torque and time of the same step at this trailer's earlier visits, in words. Offered, not asked
    /// again.
    /// </summary>
    internal static async Task<IReadOnlyDictionary<string, IReadOnlyList<string>>> OfAsync(
        ShopFile file,
        Visit visit,
        Packet packet)
    {
        List<Guid> earlier = await file.Visits
            .AsNoTracking()
            .Where(v => v.TrailerId == visit.TrailerId && v.ClosedAt != null && v.OpenedAt < visit.OpenedAt)
            .Select(v => v.Id)
            .ToListAsync();
        Dictionary<string, StepEntry> took = (await file.StepEntries
            .AsNoTracking()
            .Where(e => earlier.Contains(e.VisitId)
                && e.UndoneAt == null
                && e.SkippedBecause == null
                && e.Seconds != null)
            .ToListAsync())
            .GroupBy(e => e.Key).ToDictionary(g => g.Key, g => g.MaxBy(e => e.At)!);
        Dictionary<(string, string), Reading> read = (await file.Readings
            .AsNoTracking()
            .Where(r => earlier.Contains(r.VisitId))
            .ToListAsync())
            .GroupBy(r => (r.Place, r.Kind)).ToDictionary(g => g.Key, g => g.MaxBy(r => r.At)!);
        Dictionary<string, IReadOnlyList<string>> said = [];
        foreach (PacketStep step in packet.Steps)
        {
            List<string> words = [];
            foreach (string kind in step.Readings)
            {
                string home = ReadingKinds.Find(kind) is { } asked
                    ? Subjects.Home(asked.Subject, visit.Gear, Place.Of(step.Place)).Code
                    : step.Place;
                if (read.TryGetValue((home, kind), out Reading? last) || read.TryGetValue((step.Place, kind), out last))
                {
                    words.Add($"{StandingObservations.InWords(last)} on {Day(last.At)}");
                }
            }

            if (took.TryGetValue(step.Key, out StepEntry? entry))
            {
                words.Add(
                    FormattableString.Invariant(
                        $"took {Math.Max(1, Math.Round(entry.Seconds!.Value / 60m)):0} min on {Day(entry.At)}"));
            }

            if (words.Count > 0)
            {
                said[step.Key] = words;
            }
        }

        return said;
    }

    private static string Day(DateTimeOffset at) =>
        at.ToString("MMM d, yyyy", System.Globalization.CultureInfo.InvariantCulture);
}
