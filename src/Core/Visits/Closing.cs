using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Visits;

/// <summary>What closing a visit comes to.</summary>
/// <param name="Refusal">Why it can't be closed, as a sentence; null when it can.</param>
/// <param name="RefusalField">The field of the request the refusal belongs to; empty for the whole.</param>
/// <param name="Done">The jobs done.</param>
/// <param name="LeftUndone">The jobs not done; they stay due.</param>
/// <param name="FollowUps">The checks left owing: the rule, the day, and why that day.</param>
/// <param name="Settles">Codes of follow-up rules that the work done settles.</param>
public sealed record ClosingResult(
    string? Refusal,
    string RefusalField,
    IReadOnlyList<JobAt> Done,
    IReadOnlyList<JobAt> LeftUndone,
    IReadOnlyList<(FollowUpRule Rule, DateOnly DueOn, string Reason)> FollowUps,
    IReadOnlyList<string> Settles)
{
    /// <summary>
    /// What holds the trailer, in words, so that it leaves by somebody's word alone; empty when nothing does.
    /// </summary>
    public IReadOnlyList<string> Holds { get; init; } = [];

    /// <summary>What the jobs done have renewed.</summary>
    public IReadOnlyList<Renewal> Renewals { get; init; } = [];

    /// <summary>Whether the trailer stands on Hold.</summary>
    public bool OnHold => Holds.Count > 0;

    /// <summary>Everything that counts as done: the jobs, and what each does along with it.</summary>
    /// <param name="catalogue">The catalogue that the visit goes by.</param>
    /// <param name="gear">The running gear.</param>
    public IEnumerable<JobAt> DoneAlong(JobCatalogue catalogue, RunningGear gear) =>
        Done.SelectMany(j => catalogue.Find(j.Job)!.DoneAlong(catalogue, gear, Place.Of(j.Place))).Distinct();
}

/// <summary>Closing a visit: what forbids it, and what follows from it.</summary>
public static class Closing
{
    /// <summary>Works out what closing comes to; changes nothing.</summary>
    /// <param name="visit">The visit.</param>
    /// <param name="progress">How far it has come.</param>
    /// <param name="seen">
    /// Everything seen and measured on the trailer, earlier visits' too: a Hold stands until it is answered.
    /// </param>
    /// <param name="usage">The trailer's usage, for the day of a check owed by distance.</param>
    /// <param name="releasedBecause">Why a trailer on Hold is let go; null or blank when nobody says.</param>
    /// <param name="today">The day.</param>
    /// <param name="signed">
    /// Whether the visit's periodic inspection is signed; without that it is not done, whatever was ticked.
    /// </param>
    public static ClosingResult Work(
        Visit visit,
        Progress progress,
        TrailerObservations seen,
        UsageLine usage,
        string? releasedBecause,
        DateOnly today,
        bool signed = true)
    {
        ClosingResult result = Refusals(visit, progress, seen, releasedBecause, signed);
        if (result.Refusal is not null)
        {
            return result;
        }

        JobCatalogue catalogue = JobCatalogue.Of(visit.Practices);

        // What was off and on again leaves its check owing, whether the job itself was finished or not.
        var followUps = progress.Opened.SelectMany(code => catalogue.Openings.Find(code).FollowUps)
            .Concat(visit.Jobs.Where(progress.WasBegun).SelectMany(j => catalogue.Find(j.Job)?.FollowUps ?? []))
            .Where(rule => rule.Wanted(visit.Practices)).Distinct()
            .Select(rule => (rule, Due(rule, usage, today)))
            .Select(f => (f.rule, f.Item2.On, f.Item2.Why));
        List<string> settles = [.. result.Done.SelectMany(j => catalogue.Find(j.Job)?.Settles ?? []).Distinct()];

        // A check that this very visit leaves anew is owed again, whatever it settled before.
        return result with { FollowUps = [.. followUps], Settles = settles };
    }

    /// <summary>Where work leaves each check owing: codes of the places, by the check's rule.</summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="practices">The practices it was done by.</param>
    /// <param name="work">The work; what is not known any more leaves nothing.</param>
    public static ILookup<string, string> LeftAt(
        RunningGear gear,
        PracticeChoices practices,
        IEnumerable<JobAt> work)
    {
        JobCatalogue catalogue = JobCatalogue.Of(practices);
        List<JobAt> known = [.. work.Where(j => catalogue.Find(j.Job) is { } job
            && Place.TryParse(j.Place, out Place place)
            && job.GoesAt(gear, place))];
        return Composer.Compose(gear, known, practices).Openings
            .SelectMany(o => catalogue.Openings.Find(o.Code).FollowUps.Select(rule => (rule.Code, o.Place)))
            .Concat(known.SelectMany(j => catalogue.Find(j.Job)!.FollowUps.Select(rule => (rule.Code, j.Place))))
            .ToLookup(l => l.Code, l => l.Place);
    }

    /// <summary>
    /// Whether closing is refused, and what is done and undone by now; follow-ups are not worked out.
    /// </summary>
    public static ClosingResult Refusals(
        Visit visit,
        Progress progress,
        TrailerObservations seen,
        string? releasedBecause,
        bool signed = true)
    {
        List<JobAt> done = [.. visit.Jobs.Where(j => IsDone(j, progress, signed))];
        List<JobAt> undone = [.. visit.Jobs.Except(done)];
        IReadOnlyList<Renewal> renewals = progress.Renewals(JobCatalogue.Of(visit.Practices), done, visit.Id);
        List<Observation> holds = [.. StandingObservations
            .ThatStand(seen with { Renewals = renewals })
            .Where(l => l.Judgement.Verdict == Verdict.Hold)];
        ClosingResult Come(string? sentence, string field = "") =>
            new(sentence, field, done, undone, [], [])
            {
                Holds = [.. holds.Select(h => h.AtPlace)],
                Renewals = renewals
            };

        IReadOnlyList<PacketOpening> open = progress.OpenNow;
        if (open.Count > 0)
        {
            return Come($"Still open: {string.Join("; ", open.Select(InWords))}. Put it back first, deepest first.");
        }

        if (holds.Count > 0 && string.IsNullOrWhiteSpace(releasedBecause))
        {
            string held = string.Join(
                "; ",
                holds.Select(h => $"{h.Seen.TrimEnd('.').ToLowerInvariant()} at {Place.SpokenOf(h.Place)}"));
            return Come(
                $"On Hold: {held}. Mend it, or say why the trailer leaves all the same; your name stays with it.",
                "releasedBecause");
        }

        return Come(null);
    }

    /// <summary>
    /// Whether a job of a visit is done: its steps, and for a periodic inspection its signing as well.
    /// </summary>
    public static bool IsDone(JobAt job, Progress progress, bool signed) =>
        progress.IsDone(job) && (signed || job.Job != PeriodicInspection.JobCode);

    /// <summary>The day a check is due: by forecast of the distance, or by days where there is none.</summary>
    public static (DateOnly On, string Why) Due(FollowUpRule rule, UsageLine usage, DateOnly from)
    {
        DateOnly latest = from.AddDays(rule.AfterDays);
        return usage.Reaches(from, Measures.Distance.FromMiles(rule.AfterMiles)) is { } on && on <= latest
            ? (on, FormattableString.Invariant($"after {rule.AfterMiles:0} miles, by the trailer's usual road"))
            : (latest, FormattableString.Invariant(
                $"after {rule.AfterMiles:0} miles, or {rule.AfterDays} days at the latest"));
    }

    private static string InWords(PacketOpening opening) =>
        opening.Place == Place.Trailer.Code ? "trailer on chocks" : $"{opening.Name}, {opening.PlaceSpoken}";
}
