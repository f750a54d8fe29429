using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Evidence;

/// <summary>A life as it was counted.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="From">The day it began.</param>
/// <param name="Days">How many days it lasted.</param>
/// <param name="Miles">How many miles; null where nobody knows.</param>
public sealed record CountedLife(string Place, DateOnly From, Life Days, Life? Miles = null)
{
    /// <summary>The visit it began in; null for work told of.</summary>
    public Guid? VisitId { get; init; }

    /// <summary>The part that went in; null where that is not what begins it.</summary>
    public PastPart? Part { get; init; }

    /// <summary>Whether it still goes on, as far as anybody knows: nothing was put in its place since.</summary>
    public bool StillIn { get; init; }
}

/// <summary>What of a record could not be used, and why.</summary>
/// <param name="AgeUnknown">How many came to their end without anybody knowing when they began.</param>
/// <param name="NeverLookedAt">How many began and were not looked at since.</param>
/// <param name="RenewedUnsaid">
/// How many were found at their end and well again later, with nobody saying what was done: their first end is counted.
/// </param>
/// <param name="OutOfTime">How many rows are dated after today: they are left out.</param>
/// <param name="MeterStood">How many lives have days but no miles, for the meter stood still meanwhile.</param>
public sealed record NotCounted(
    int AgeUnknown,
    int NeverLookedAt,
    int RenewedUnsaid,
    int OutOfTime,
    int MeterStood)
{
    /// <summary>How many went in with a delivery that goes early: they say nothing of the others.</summary>
    public int OfOddDelivery { get; init; }

    /// <summary>Nothing.</summary>
    public static NotCounted None { get; } = new(0, 0, 0, 0, 0);

    /// <summary>Both together.</summary>
    public static NotCounted operator +(NotCounted a, NotCounted b) => new(
        a.AgeUnknown + b.AgeUnknown,
        a.NeverLookedAt + b.NeverLookedAt,
        a.RenewedUnsaid + b.RenewedUnsaid,
        a.OutOfTime + b.OutOfTime,
        a.MeterStood + b.MeterStood);
}

/// <summary>The lives of one kind on one trailer.</summary>
/// <param name="Lives">Those that can be counted.</param>
/// <param name="Not">What could not.</param>
public sealed record PartLives(IReadOnlyList<CountedLife> Lives, NotCounted Not)
{
    /// <summary>Those that are in and were not looked at since: nothing is known of how long they last.</summary>
    public IReadOnlyList<CountedLife> Unseen { get; init; } = [];

    // So long without a mile is no trailer that stood, but a meter. From memory.
    private const int StoodDays = 400;

    // A day, and whether what was seen or measured then was at its end.
    private sealed record Look(DateOnly On, bool Ended);

    private sealed record Beginning(DateOnly On, Guid? VisitId, PastPart? Part, bool IsNew);

    /// <summary>
    /// Counts them. A life begins when a job puts a new one in, and ends between the last look that found it well and
    /// the first that says to renew it; one that was renewed with nothing against it, or is still in, has lasted until
    /// then, as far as it was looked at.
    /// </summary>
    /// <param name="kind">The kind.</param>
    /// <param name="past">Everything on record of the trailer.</param>
    public static PartLives Of(CountedKind kind, TrailerPast past)
    {
        List<PastLook> told = [.. past.Looks.Where(l => kind.Subjects.Contains(l.Subject)
            && (Findings.Readings.ReadingKinds.Find(l.Code) is null || kind.Readings.Contains(l.Code)))];
        ILookup<string, Look> looks = told
            .Where(l => l.On <= past.Today)
            .ToLookup(l => l.Place, l => new Look(l.On, l.Verdict >= Verdict.Renew && !kind.NotBy.Contains(l.Code)));
        List<CountedLife> lives = [], unseen = [];
        NotCounted not = NotCounted.None with
        {
            OutOfTime = told.Count(l => l.On > past.Today)
                + past.Work.Count(w => w.On > past.Today && kind.BegunBy.Contains(w.Job))
        };
        List<PlaceKind> kinds = [.. kind.Subjects.SelectMany(Subjects.At).Distinct()];
        foreach (Place place in Places.Of(past.Gear).Where(p => kinds.Contains(p.Kind)))
        {
            // Of two looks of a day the worse is told first: what was well beside it says nothing of the day before.
            List<Look> here = [.. looks[place.Code].OrderBy(l => l.On).ThenByDescending(l => l.Ended)];
            List<Beginning> begun = Beginnings(kind, past, place.Code);

            // What was at its end before the first one that anybody put in had an age that nobody knows.
            if (here.Exists(l => l.Ended && (begun.Count == 0 || l.On <= begun[0].On)))
            {
                not += NotCounted.None with { AgeUnknown = 1 };
            }

            for (int i = 0; i < begun.Count; i++)
            {
                if (!begun[i].IsNew)
                {
                    continue;
                }

                DateOnly from = begun[i].On;
                DateOnly? next = i + 1 < begun.Count ? begun[i + 1].On : null;

                // Of the day it was put in, nobody knows which of the two a look was of: the old one, most likely.
                List<Look> its = here.FindAll(l => l.On > from && (next is null || l.On <= next));
                if (LifeOf(from, next, its) is not { } days)
                {
                    not += NotCounted.None with { NeverLookedAt = 1 };
                    unseen.Add(new CountedLife(place.Code, from, Life.Lasting(0))
                    {
                        VisitId = begun[i].VisitId,
                        Part = begun[i].Part,
                        StillIn = true
                    });
                    continue;
                }

                (Life? miles, bool stood) = MilesOf(past, from, days);
                int end = its.FindIndex(l => l.Ended);
                not += NotCounted.None with
                {
                    RenewedUnsaid = end >= 0 && its.Skip(end + 1).Any(l => !l.Ended && l.On > its[end].On
                        && its.TrueForAll(o => o.On != l.On || !o.Ended)) ? 1 : 0,
                    MeterStood = stood ? 1 : 0
                };
                lives.Add(new CountedLife(place.Code, from, days, miles)
                {
                    VisitId = begun[i].VisitId,
                    Part = begun[i].Part,
                    StillIn = next is null && !days.HasEnded
                });
            }
        }

        return new PartLives(lives, not) { Unseen = unseen };
    }

    // What begins a life at a place, and what only ends the watching, a day each.
    private static List<Beginning> Beginnings(CountedKind kind, TrailerPast past, string place)
    {
        IEnumerable<Beginning> jobs = past.Work
            .Where(w => w.On <= past.Today)
            .Select(w => (Work: w, New: Renewal.Reaches(past.Gear, kind.BegunBy, w.Job, w.Place, place)))
            .Where(w => w.New || Renewal.Reaches(past.Gear, kind.CutBy, w.Work.Job, w.Work.Place, place))
            .Select(w => new Beginning(w.Work.On, w.Work.VisitId, null, w.New));
        IEnumerable<Beginning> parts = past.Parts
            .Where(p => kind.PutIn is { } code
                && p.Place == place
                && p.On <= past.Today
                && p.Code.StartsWith(code, StringComparison.OrdinalIgnoreCase))
            .Select(p => new Beginning(p.On, p.VisitId, p, true));
        return [.. jobs
            .Concat(parts)
            .GroupBy(b => b.On)
            .Select(g => g.OrderByDescending(b => b.IsNew).First())
            .OrderBy(b => b.On)];
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

    private static (Life? Miles, bool Stood) MilesOf(TrailerPast past, DateOnly from, Life days)
    {
        double? MilesAfter(double age) => past.MilesAt(from.AddDays((int)age)) - past.MilesAt(from);
        if (MilesAfter(days.Low) is not { } low || (days.High is { } at && MilesAfter(at) is null))
        {
            return (null, false);
        }

        double? high = days.High is { } last ? MilesAfter(last) : null;
        double most = high ?? low;
        if (most <= 0 && (days.High ?? days.Low) > StoodDays)
        {
            return (null, true);
        }

        Life miles = new(Math.Max(0, low), high is { } h ? Math.Max(Math.Max(0, low), h) : null);
        return miles.High is 0 ? (null, false) : (miles, false);
    }
}
