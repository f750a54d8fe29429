using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Visits;
using SturdyTinker.Core.Wear;

namespace SturdyTinker.Core.Status;

/// <summary>A job due at a place.</summary>
/// <param name="Job">Code of the job.</param>
/// <param name="Name">What is due, in words: "Bearing repack", "Lining at its limit".</param>
/// <param name="Short">The same in a word: "repack", "lining".</param>
/// <param name="Place">Code of the place.</param>
/// <param name="PlaceSpoken">The place as it is spoken.</param>
/// <param name="Due">When, and why.</param>
public sealed record DueAt(string Job, string Name, string Short, string Place, string PlaceSpoken, Due Due);

/// <summary>A trailer that is not to be towed.</summary>
/// <param name="Since">When the newest of what holds it was seen.</param>
/// <param name="Seen">What holds it, in words.</param>
/// <param name="Released">Whether somebody has let it go on the road since.</param>
/// <param name="ReleasedAt">When; null while nobody has.</param>
/// <param name="ReleasedBy">Who answers for that; null while nobody does.</param>
/// <param name="Reason">Why it may go; empty while nobody has let it.</param>
public sealed record HoldStatus(
    DateTimeOffset Since,
    IReadOnlyList<string> Seen,
    bool Released,
    DateTimeOffset? ReleasedAt,
    Guid? ReleasedBy,
    string Reason);

/// <summary>Everything on record of a trailer that its standing follows from.</summary>
/// <param name="Trailer">The trailer.</param>
/// <param name="Context">Gear, practices and limits that its figures are judged by.</param>
/// <param name="Usage">Its road.</param>
/// <param name="Repack">How long a repack lasts in this shop.</param>
public sealed record TrailerRecord(Trailer Trailer, ReadingContext Context, UsageLine Usage, Interval Repack)
{
    /// <summary>Everything done to it.</summary>
    public IReadOnlyCollection<WorkDone> Work { get; init; } = [];

    /// <summary>Everything seen.</summary>
    public IReadOnlyCollection<Finding> Findings { get; init; } = [];

    /// <summary>Everything measured.</summary>
    public IReadOnlyCollection<Reading> Readings { get; init; } = [];

    /// <summary>What the looks of each visit came to together.</summary>
    public IReadOnlyCollection<Conclusion> Conclusions { get; init; } = [];

    /// <summary>Its checks, owed and done.</summary>
    public IReadOnlyCollection<FollowUp> FollowUps { get; init; } = [];

    /// <summary>Everything chosen about how long work on it lasts.</summary>
    public Upkeep Upkeep { get; init; } = new() { Repack = Repack };

    /// <summary>When its hubs went under water, and how often that day.</summary>
    public IReadOnlyCollection<(DateOnly On, int Times)> Immersions { get; init; } = [];

    /// <summary>When it was let go on Hold.</summary>
    public IReadOnlyCollection<Release> Releases { get; init; } = [];

    /// <summary>What was told mended.</summary>
    public IReadOnlyCollection<Mending> Mendings { get; init; } = [];

    /// <summary>The jobs in force for it.</summary>
    public JobCatalogue Catalogue => JobCatalogue.Of(Context.Practices);

    /// <summary>Everything seen and measured, with what may have answered it.</summary>
    internal TrailerObservations Observations =>
        new(Trailer.Gear, Findings, Readings)
        {
            Conclusions = Conclusions,
            Work = Work,
            NameOfJob = Catalogue.NameOf,
            Mendings = Mendings
        };
}

/// <summary>A verdict that stands at a place on one subject: nothing has answered it since.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Subject">What was looked at.</param>
/// <param name="Seen">What was seen or measured, in words.</param>
/// <param name="Judgement">What it means.</param>
/// <param name="On">The day.</param>
/// <param name="PersonId">Who.</param>
public sealed record Mark(string Place, Subject Subject, string Seen, Judgement Judgement, DateOnly On, Guid PersonId)
{
    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Key by which the look can be told mended.</summary>
    public string ObservationKey { get; init; } = "";
}

/// <summary>The last figure measured at a place.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Kind">Code of the kind of reading.</param>
/// <param name="Name">What was measured.</param>
/// <param name="Value">The figure in the shop's unit.</param>
/// <param name="Typed">As typed.</param>
/// <param name="Judgement">What it meant; null where there was nothing to judge by.</param>
/// <param name="On">The day.</param>
/// <param name="Other">
/// The figure in the other system's unit; empty where it was worked out before that was kept.
/// </param>
public sealed record Measured(
    string Place,
    string Kind,
    string Name,
    string Value,
    string Typed,
    Judgement? Judgement,
    DateOnly On,
    string Other = "");

/// <summary>A check that an earlier visit left owing.</summary>
/// <param name="Id">The check.</param>
/// <param name="Words">What is owed.</param>
/// <param name="DueOn">By when.</param>
/// <param name="Reason">Why that day.</param>
/// <param name="SettledBy">
/// The jobs that settle it, where the work was done that left it; empty where it is only looked at and ticked off.
/// </param>
public sealed record Owed(Guid Id, string Words, DateOnly DueOn, string Reason, IReadOnlyList<JobAt> SettledBy);

/// <summary>How a trailer stands on a day: what is due, what was found, what was last measured.</summary>
/// <param name="AsOf">The day.</param>
/// <param name="Dues">What is due, soonest first, then in the order of places.</param>
/// <param name="Marks">The verdicts that stand, gravest first.</param>
/// <param name="Measured">The last figures.</param>
/// <param name="Owed">Checks owed, soonest first.</param>
/// <param name="NoDue">Why nothing falls due, in words; null when something does.</param>
public sealed record TrailerStatus(
    DateOnly AsOf,
    IReadOnlyList<DueAt> Dues,
    IReadOnlyList<Mark> Marks,
    IReadOnlyList<Measured> Measured,
    IReadOnlyList<Owed> Owed,
    string? NoDue)
{
    /// <summary>
    /// Everything that falls due, soonest first: what recurs, what wears out, what earlier visits left owing, what was
    /// found.
    /// </summary>
    public IReadOnlyList<Upcoming> Upcoming { get; init; } = [];

    /// <summary>What holds it; null when nothing does.</summary>
    public HoldStatus? Hold { get; init; }

    /// <summary>The likely causes that the newest visit with any look pointed to.</summary>
    public IReadOnlyList<Conclusion> Causes { get; init; } = [];

    /// <summary>Verdicts on places that its running gear no longer has; they hold nothing any more.</summary>
    public IReadOnlyList<Mark> Gone { get; init; } = [];

    /// <summary>
    /// Counts up whenever a standing's shape or its rules change, so that kept ones are worked out anew.
    /// </summary>
    public const int Edition = 10;

    /// <summary>The gravest verdict that stands; null when nothing was ever looked at.</summary>
    public Verdict? Worst => Marks.Count == 0 ? null : Marks.Max(m => m.Judgement.Verdict);

    /// <summary>The soonest due date; null when nothing is due.</summary>
    public DateOnly? NextDue => Dues.Count == 0 ? null : Dues[0].Due.On;

    /// <summary>Works out how a trailer stands.</summary>
    /// <param name="record">Everything on record of it.</param>
    /// <param name="today">The day.</param>
    public static TrailerStatus Of(TrailerRecord record, DateOnly today)
    {
        Trailer trailer = record.Trailer;
        IReadOnlyList<WearLine> lines = [.. WearHistory.Of(
            record.Context,
            record.Readings,
            record.Work,
            record.Usage,
            today,
            record.Catalogue.NameOf)];
        List<PlaceDue> recurring = Recurring.Of(record, lines, today);
        List<DueAt> dues = [.. recurring.Where(d => d.Rule.Code == DueRules.Repack).Select(d => new DueAt(
            d.Job,
            d.Rule.Name,
            d.Rule.Short,
            d.Place.Code,
            d.Place.Spoken,
            d.Due))];
        bool applies = dues.Count > 0;
        List<DueAt> wearing = [.. WearDues(record, lines, today)];
        dues.AddRange(wearing);
        IReadOnlyList<Observation> looks = StandingObservations.ThatStand(record.Observations);
        List<Mark> marks = [.. looks.Select(l => new Mark(
            l.Place,
            l.Subject,
            l.Seen,
            l.Judgement,
            DateOnly.FromDateTime(l.At.DateTime),
            l.PersonId) { At = l.At, ObservationKey = l.Key })];
        Guid? newest = record.Findings
            .Select(f => (f.At, f.VisitId))
            .Concat(record.Readings.Select(r => (r.At, r.VisitId)))
            .OrderByDescending(l => l.At)
            .Select(l => (Guid?)l.VisitId)
            .FirstOrDefault();
        bool Stands(Mark mark) => Place.TryParse(mark.Place, out Place place) && Places.Has(trailer.Gear, place);
        List<Mark> standing = marks.FindAll(Stands);
        return new TrailerStatus(
            today,
            [.. dues.OrderBy(d => d.Due.On)],
            standing,
            LastMeasured(record.Readings),
            [.. record.FollowUps
                .Where(f => f.DoneAt is null)
                .OrderBy(f => f.DueOn)
                .Select(f => new Owed(f.Id, f.Words, f.DueOn, f.Reason, SettledBy(f, record)))],
            applies ? null : "This lubrication is not repacked with grease.")
        {
            Hold = HeldBy(standing, record.Releases),
            Upcoming = Status.Upcoming.Of(record, recurring, wearing, looks, today),
            Causes = [.. record.Conclusions.Where(c => c.Kind == ConclusionKind.Cause && c.VisitId == newest)],
            Gone = marks.FindAll(m => !Stands(m)),
        };
    }

    private static IEnumerable<DueAt> WearDues(TrailerRecord record, IReadOnlyList<WearLine> lines, DateOnly today)
    {
        RunningGear gear = record.Trailer.Gear;
        foreach (WearLine line in lines)
        {
            Place place = Place.Of(line.Place);
            if (WearDue.Of(line, today) is { } due
                && line.Wear.PutRightBy
                    .Select(record.Catalogue.Find)
                    .OfType<Job>()
                    .SelectMany(job => job.At
                        .SelectMany(kind => Places.Touching(gear, kind, place))
                        .Where(at => job.GoesAt(gear, at))
                        .Select(at => new JobAt(job.Code, at.Code)))
                    .FirstOrDefault() is { } job)
            {
                string name = line.Wear.Name;
                yield return new DueAt(
                    job.Job,
                    $"{char.ToUpperInvariant(name[0])}{name[1..]} at its limit",
                    name,
                    job.Place,
                    place.Spoken,
                    due);
            }
        }
    }

    // A release counts for what was known when it was given: a newer Hold needs a new word.
    private static HoldStatus? HeldBy(IReadOnlyList<Mark> marks, IEnumerable<Release> releases)
    {
        List<Mark> holds = [.. marks.Where(m => m.Judgement.Verdict == Verdict.Hold)];
        if (holds.Count == 0)
        {
            return null;
        }

        DateTimeOffset since = holds.Max(h => h.At);
        Release? release = releases.Where(r => r.EndedAt is null && r.At >= since).MaxBy(r => r.At);
        return new HoldStatus(
            since,
            [.. holds.Select(h => $"{h.Seen.TrimEnd('.')}, {Place.SpokenOf(h.Place)}")],
            release is not null,
            release?.At,
            release?.PersonId,
            release?.Reason ?? "");
    }

    // Where the jobs were done that left it; everywhere where that is not known any more, or an opening left it.
    internal static List<JobAt> SettledBy(FollowUp owed, TrailerRecord record)
    {
        (RunningGear gear, JobCatalogue catalogue) = (record.Trailer.Gear, record.Catalogue);
        if (catalogue.All.FirstOrDefault(j => j.Settles.Contains(owed.Rule) && !catalogue.Retired.Contains(j.Code))
            is not { } job)
        {
            return [];
        }

        HashSet<string> left = [.. record.Work.Where(w => w.VisitId == owed.VisitId
            && catalogue.Find(w.Job)?.FollowUps.Any(r => r.Code == owed.Rule) == true).Select(w => w.Place)];
        List<JobAt> all = [.. Places.Of(gear).Where(p => job.GoesAt(gear, p)).Select(p => new JobAt(job.Code, p.Code))];
        return all.Exists(j => left.Contains(j.Place)) ? [.. all.Where(j => left.Contains(j.Place))] : all;
    }

    private static List<Measured> LastMeasured(IEnumerable<Reading> readings) =>
        [.. readings.GroupBy(r => (r.Place, r.Kind))
            .Select(g => g.MaxBy(r => r.At)!)
            .OrderBy(r => r.Place, StringComparer.Ordinal).ThenBy(r => r.Kind, StringComparer.Ordinal)
            .Select(r => new Measured(
                r.Place,
                r.Kind,
                StandingObservations.NameOf(r),
                StandingObservations.Figure(r),
                r.Typed,
                r.Judgement,
                DateOnly.FromDateTime(r.At.DateTime),
                ShopFormat.ReadBack(r.Quantity, r.Canonical).Other))];
}
