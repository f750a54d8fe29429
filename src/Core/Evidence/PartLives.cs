using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Evidence;

/// <summary>A kind of part whose lives are counted.</summary>
/// <param name="Code">Stable code: "lining".</param>
/// <param name="Name">What it is called.</param>
/// <param name="Subject">What a look at it is about.</param>
/// <param name="RenewedBy">Codes of the jobs that always put a new one in at the place.</param>
public sealed record CountedPart(string Code, string Name, Subject Subject, IReadOnlyList<string> RenewedBy)
{
    /// <summary>
    /// The kinds that are counted. What also comes off to be looked at and goes on again, such as a seal by some
    /// practices, is none: from its job alone nobody knows whether a new one went in. Source: our own catalogue.
    /// </summary>
    public static IReadOnlyList<CountedPart> All { get; } =
    [
        new("bearing", "Bearings", Subject.Bearing, ["bearings-and-cups", "hub"]),
        new(
            "lining",
            "Brake lining",
            Subject.Lining,
            ["brake-assembly", "shoes-and-magnet", "hydraulic-shoes", "pads"]),
        new("studs", "Studs", Subject.Studs, ["studs", "hub"]),
        new("tyre", "Tyres", Subject.Tyre, ["tyre"]),
    ];
}

/// <summary>A life as it was counted.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="From">The day it was put in.</param>
/// <param name="Days">How many days it lasted.</param>
public sealed record CountedLife(string Place, DateOnly From, Life Days);

/// <summary>The lives of one kind of part on one trailer.</summary>
/// <param name="Lives">Those that can be counted.</param>
/// <param name="AgeUnknown">How many came to their end without anybody knowing when they were put in.</param>
/// <param name="NeverLookedAt">How many were put in and not looked at since.</param>
public sealed record PartLives(IReadOnlyList<CountedLife> Lives, int AgeUnknown, int NeverLookedAt)
{
    // A day, and whether what was seen or measured then was at its end.
    private sealed record Look(DateOnly On, bool Ended);

    /// <summary>
    /// Counts them. A life begins when a job puts a new one in, and ends between the last look that found it well and
    /// the first that says to renew it; one that was renewed with nothing against it, or is still in, has lasted until
    /// then, as far as it was looked at.
    /// </summary>
    /// <param name="kind">The kind.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="work">Everything done to the trailer.</param>
    /// <param name="findings">Everything seen.</param>
    /// <param name="readings">Everything measured.</param>
    public static PartLives Of(
        CountedPart kind,
        RunningGear gear,
        IReadOnlyCollection<WorkDone> work,
        IReadOnlyCollection<Finding> findings,
        IReadOnlyCollection<Reading> readings)
    {
        ILookup<string, Look> looks = findings
            .Where(f => f.Subject == kind.Subject)
            .Select(f => (f.Place, f.At, f.Judgement.Verdict))
            .Concat(readings
                .Where(r => r.Judgement is not null && ReadingKinds.Find(r.Kind)?.Subject == kind.Subject)
                .Select(r => (r.Place, r.At, r.Judgement!.Verdict)))
            .ToLookup(
                l => l.Place,
                l => new Look(DateOnly.FromDateTime(l.At.DateTime), l.Verdict >= Verdict.Renew));
        List<CountedLife> lives = [];
        int ageUnknown = 0, neverLookedAt = 0;
        foreach (Place place in Places.Of(gear).Where(p => Subjects.At(kind.Subject).Contains(p.Kind)))
        {
            // Of two looks of a day the worse is told first: what was well beside it says nothing of the day before.
            List<Look> here = [.. looks[place.Code].OrderBy(l => l.On).ThenByDescending(l => l.Ended)];
            List<DateOnly> renewed = [.. work
                .Where(w => Renewal.Reaches(gear, kind.RenewedBy, w.Job, w.Place, place.Code))
                .Select(w => w.On)
                .Distinct()
                .Order()];

            // What was at its end before the first one that anybody put in had an age that nobody knows.
            if (here.Exists(l => l.Ended && (renewed.Count == 0 || l.On <= renewed[0])))
            {
                ageUnknown++;
            }

            for (int i = 0; i < renewed.Count; i++)
            {
                DateOnly from = renewed[i];
                DateOnly? next = i + 1 < renewed.Count ? renewed[i + 1] : null;

                // Of the day it was put in, nobody knows which of the two a look was of: the old one, most likely.
                if (LifeOf(from, next, here.FindAll(l => l.On > from && (next is null || l.On <= next))) is { } days)
                {
                    lives.Add(new CountedLife(place.Code, from, days));
                }
                else
                {
                    neverLookedAt++;
                }
            }
        }

        return new PartLives(lives, ageUnknown, neverLookedAt);
    }

    private static Life? LifeOf(DateOnly from, DateOnly? next, List<Look> looks)
    {
        double Age(DateOnly on) => on.DayNumber - from.DayNumber;
        int ended = looks.FindIndex(l => l.Ended);
        return ended >= 0
            ? Life.Between(
                looks.Take(ended).Select(l => Age(l.On)).DefaultIfEmpty(0).Last(),
                Age(looks[ended].On))
            : next is { } renewed ? Life.Lasting(Age(renewed))
            : looks.Count > 0 ? Life.Lasting(Age(looks[^1].On))
            : null;
    }
}
