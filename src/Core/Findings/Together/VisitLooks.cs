using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Jobs;

namespace SturdyTinker.Core.Findings;

/// <summary>Everything seen and measured in one visit, as its looks are read together.</summary>
/// <param name="Context">Gear, schools and limits.</param>
/// <param name="Findings">What was seen in the visit.</param>
/// <param name="Readings">What was measured in it.</param>
/// <param name="Earlier">What was measured at the trailer before, for what is stamped once and read once.</param>
/// <param name="Jobs">The visit's jobs.</param>
public sealed record VisitLooks(ReadingContext Context, IReadOnlyCollection<Finding> Findings, IReadOnlyCollection<Reading> Readings, IReadOnlyCollection<Reading> Earlier, IReadOnlyCollection<JobAt> Jobs)
{
    private readonly Dictionary<(string Place, string Kind), Reading> last =
        Looks.LastOfEachVisit(Readings).ToDictionary(r => (r.Place, r.Kind));

    /// <summary>The figure taken last in this visit; null when none was.</summary>
    internal Reading? Last(string place, string kind) => last.GetValueOrDefault((place, kind));

    /// <summary>The figure taken last in this visit, or else before it; null when none ever was.</summary>
    internal Reading? Known(string place, string kind) =>
        Last(place, kind) ?? Earlier.Where(r => r.Place == place && r.Kind == kind).MaxBy(r => r.At);

    /// <summary>
    /// What the visit's looks come to together: comparisons, pairs, likely causes, contradictions. The order in which they
    /// were made does not matter.
    /// </summary>
    public IReadOnlyList<Conclusion> Together()
    {
        List<Conclusion> compared = [.. Comparisons.All.SelectMany(rule => rule.Of(this))];
        List<Evidence> evidence = Evidence.Of(this, compared);
        return
        [
            .. compared.Concat(Pairs.Of(this)).Concat(Causes.Of(this, evidence)).Concat(Contradictions.Of(this))
                .OrderBy(c => c.Kind).ThenByDescending(c => c.Judgement.Verdict).ThenBy(c => c.Place, StringComparer.Ordinal).ThenBy(c => c.Code, StringComparer.Ordinal),
        ];
    }

    /// <summary>
    /// What the looks come to together once jobs are done: a figure, or figures compared, that asked for a job which was done
    /// in this visit is put right, since it was the old part's.
    /// </summary>
    /// <param name="done">The jobs done.</param>
    public IReadOnlyList<Conclusion> TogetherAfter(IReadOnlyCollection<JobAt> done)
    {
        List<Conclusion> together = [.. Together().Select(c => c.Subject is { } subject && c.Kind == ConclusionKind.Comparison && PutRight(subject, c.Place, c.Judgement.Verdict, done) is { } right ? c with { Judgement = right, Jobs = [] } : c)];
        foreach (Reading reading in last.Values.OrderBy(r => r.At))
        {
            if (reading.Judgement is { } judgement && ReadingKinds.Find(reading.Kind) is { } kind && PutRight(kind.Subject, reading.Place, judgement.Verdict, done) is { } right)
            {
                together.Add(new Conclusion(ConclusionKind.Comparison, "put-right", reading.Place, kind.Subject, Looks.InWords(reading), right, reading.VisitId, reading.At, reading.PersonId) { Replaces = [reading.Kind] });
            }
        }

        return together;
    }

    private Judgement? PutRight(Subject subject, string place, Verdict verdict, IReadOnlyCollection<JobAt> done)
    {
        if (verdict == Verdict.Sound || !Place.TryParse(place, out Place at))
        {
            return null;
        }

        JobAt? job = Rulebook.Seen.Where(r => r.Subject == subject && r.Verdict >= Verdict.Renew && r.Goes(Context.Gear))
            .SelectMany(r => Core.Findings.Remedies.For(r, Context.Gear, at, Context.Schools)).FirstOrDefault(done.Contains);
        return job is null ? null : new Judgement(Verdict.Sound, $"Put right in the same visit: {Catalogue.Find(job.Job)!.Name.ToLowerInvariant()}.", Source.Shop.Words, []);
    }

    /// <summary>The jobs that mend what a subject needs at a place, as the rulebook's gravest row for it says.</summary>
    internal IReadOnlyList<JobAt> Remedies(Subject subject, Place place) =>
        Rulebook.Seen.Where(r => r.Subject == subject && r.Verdict >= Verdict.Renew && r.Goes(Context.Gear)).Select(r => Core.Findings.Remedies.For(r, Context.Gear, place, Context.Schools)).FirstOrDefault(j => j.Count > 0) ?? [];
}
