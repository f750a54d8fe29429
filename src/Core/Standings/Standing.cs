using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Jobs;

namespace SturdyTinker.Core.Standings;

/// <summary>A job due at a place.</summary>
/// <param name="Job">Code of the job.</param>
/// <param name="Name">The job in words.</param>
/// <param name="Place">Code of the place.</param>
/// <param name="PlaceSpoken">The place as it is spoken.</param>
/// <param name="Due">When, and why.</param>
public sealed record DueAt(string Job, string Name, string Place, string PlaceSpoken, Due Due);

/// <summary>The verdict that stands at a place on one subject: the newest look at it that nobody has mended since.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Subject">What was looked at.</param>
/// <param name="Seen">What was seen or measured, in words.</param>
/// <param name="Judgement">What it means.</param>
/// <param name="On">The day.</param>
/// <param name="PersonId">Who.</param>
public sealed record Mark(string Place, Subject Subject, string Seen, Judgement Judgement, DateOnly On, Guid PersonId);

/// <summary>The last figure measured at a place.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Kind">Code of the kind of reading.</param>
/// <param name="Name">What was measured.</param>
/// <param name="Value">The figure in the shop's unit.</param>
/// <param name="Typed">As typed.</param>
/// <param name="Judgement">What it meant; null where there was nothing to judge by.</param>
/// <param name="On">The day.</param>
public sealed record Measured(string Place, string Kind, string Name, string Value, string Typed, Judgement? Judgement, DateOnly On);

/// <summary>A check that an earlier visit left owing.</summary>
/// <param name="Id">The check.</param>
/// <param name="Words">What is owed.</param>
/// <param name="DueOn">By when.</param>
/// <param name="Reason">Why that day.</param>
/// <param name="SettledBy">The jobs that settle it, where the work was done that left it; empty where it is only looked at and ticked off.</param>
public sealed record Owed(Guid Id, string Words, DateOnly DueOn, string Reason, IReadOnlyList<JobAt> SettledBy);

/// <summary>How a trailer stands on a day: what is due, what was found, what was last measured.</summary>
/// <param name="AsOf">The day.</param>
/// <param name="Dues">What is due, soonest first, then in the order of places.</param>
/// <param name="Marks">The verdicts that stand, gravest first.</param>
/// <param name="Measured">The last figures.</param>
/// <param name="Owed">Checks owed, soonest first.</param>
/// <param name="NoDue">Why nothing falls due, in words; null when something does.</param>
public sealed record Standing(DateOnly AsOf, IReadOnlyList<DueAt> Dues, IReadOnlyList<Mark> Marks, IReadOnlyList<Measured> Measured, IReadOnlyList<Owed> Owed, string? NoDue)
{
    /// <summary>Counts up whenever a standing's shape or its rules change, so that kept ones are worked out anew.</summary>
    public const int Edition = 3;

    /// <summary>The gravest verdict that stands; null when nothing was ever looked at.</summary>
    public Verdict? Worst => Marks.Count == 0 ? null : Marks.Max(m => m.Judgement.Verdict);

    /// <summary>The soonest due date; null when nothing is due.</summary>
    public DateOnly? NextDue => Dues.Count == 0 ? null : Dues[0].Due.On;

    /// <summary>Works out how a trailer stands.</summary>
    /// <param name="trailer">The trailer.</param>
    /// <param name="work">Everything done to it.</param>
    /// <param name="usage">Its road.</param>
    /// <param name="interval">How long a repack lasts in this shop.</param>
    /// <param name="findings">Its findings.</param>
    /// <param name="readings">Its readings.</param>
    /// <param name="followUps">Its checks, owed and done.</param>
    /// <param name="today">The day.</param>
    public static Standing Of(
        Trailer trailer,
        IReadOnlyCollection<WorkDone> work,
        UsageLine usage,
        Interval interval,
        IEnumerable<Finding> findings,
        IReadOnlyCollection<Reading> readings,
        IEnumerable<FollowUp> followUps,
        DateOnly today)
    {
        Job repack = Catalogue.BearingRepack;
        bool applies = Places.WheelEndsOf(trailer.Gear).Any(p => repack.GoesAt(trailer.Gear, p));
        List<DueAt> dues = [];
        foreach (Place place in applies ? Places.WheelEndsOf(trailer.Gear) : [])
        {
            DateOnly? last = work.Where(w => w.Job == repack.Code && w.Place == place.Code).Select(w => (DateOnly?)w.On).Max();
            dues.Add(new DueAt(repack.Code, repack.Name, place.Code, place.Spoken, Due.Of(interval, last, usage, trailer.AddedOn, today)));
        }

        return new Standing(
            today,
            [.. dues.OrderBy(d => d.Due.On)],
            StandingMarks(findings, readings),
            LastMeasured(readings),
            [.. followUps.Where(f => f.DoneAt is null).OrderBy(f => f.DueOn).Select(f => new Owed(f.Id, f.Words, f.DueOn, f.Reason, SettledBy(f, trailer.Gear, work)))],
            applies ? null : "This lubrication is not repacked with grease; due dates of other jobs are not kept yet.");
    }

    // Where the jobs were done that left it; everywhere where that is not known any more, or an opening left it.
    private static List<JobAt> SettledBy(FollowUp owed, RunningGear gear, IEnumerable<WorkDone> work)
    {
        if (Catalogue.All.FirstOrDefault(j => j.Settles.Contains(owed.Rule)) is not { } job)
        {
            return [];
        }

        HashSet<string> left = [.. work.Where(w => w.VisitId == owed.VisitId && Catalogue.Find(w.Job)?.FollowUps.Any(r => r.Code == owed.Rule) == true).Select(w => w.Place)];
        List<JobAt> all = [.. Places.Of(gear).Where(p => job.GoesAt(gear, p)).Select(p => new JobAt(job.Code, p.Code))];
        return all.Exists(j => left.Contains(j.Place)) ? [.. all.Where(j => left.Contains(j.Place))] : all;
    }

    private static List<Mark> StandingMarks(IEnumerable<Finding> findings, IEnumerable<Reading> readings) =>
        [.. Looks.ThatStand(findings, readings).Select(l => new Mark(l.Place, l.Subject, l.Seen, l.Judgement, DateOnly.FromDateTime(l.At.DateTime), l.PersonId))];

    private static List<Measured> LastMeasured(IEnumerable<Reading> readings) =>
        [.. readings.GroupBy(r => (r.Place, r.Kind))
            .Select(g => g.MaxBy(r => r.At)!)
            .OrderBy(r => r.Place, StringComparer.Ordinal).ThenBy(r => r.Kind, StringComparer.Ordinal)
            .Select(r => new Measured(r.Place, r.Kind, Looks.NameOf(r), Looks.Figure(r), r.Typed, r.Judgement, DateOnly.FromDateTime(r.At.DateTime)))];
}
