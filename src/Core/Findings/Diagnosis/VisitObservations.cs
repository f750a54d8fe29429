using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Diagnosis;

/// <summary>Everything seen and measured in one visit, as its looks are read together.</summary>
/// <param name="Context">Gear, practices and limits.</param>
/// <param name="Findings">What was seen in the visit.</param>
/// <param name="Readings">What was measured in it.</param>
/// <param name="Earlier">What was measured at the trailer before, for what is stamped once and read once.</param>
/// <param name="Jobs">The visit's jobs.</param>
/// <param name="Mend">
/// The jobs that mend what was seen at a place, the likeliest first: asked of whoever knows the catalogue.
/// </param>
public sealed record VisitObservations(
    ReadingContext Context,
    IReadOnlyCollection<Finding> Findings,
    IReadOnlyCollection<Reading> Readings,
    IReadOnlyCollection<Reading> Earlier,
    IReadOnlyCollection<JobAt> Jobs,
    Func<ObservationRule, Place, IReadOnlyList<JobAt>> Mend)
{
    private readonly Dictionary<(string Place, string Kind), Reading> last =
        StandingObservations.LastOfEachVisit(Readings).ToDictionary(r => (r.Place, r.Kind));

    /// <summary>The figure taken last in this visit; null when none was.</summary>
    internal Reading? Last(string place, string kind) => last.GetValueOrDefault((place, kind));

    /// <summary>The figure taken last in this visit, or else before it; null when none ever was.</summary>
    internal Reading? Known(string place, string kind) =>
        Last(place, kind) ?? Earlier.Where(r => r.Place == place && r.Kind == kind).MaxBy(r => r.At);

    /// <summary>
    /// What the visit's looks come to together: comparisons, pairs, likely causes, contradictions. The order in which
    /// they
    /// were made does not matter.
    /// </summary>
    public IReadOnlyList<Conclusion> Diagnose()
    {
        List<Conclusion> compared = [.. Comparisons.All.SelectMany(rule => rule.Of(this))];
        List<Evidence> evidence = Evidence.Of(this, compared);
        return
        [
            .. compared.Concat(Pairs.Of(this)).Concat(Causes.Of(this, evidence)).Concat(Contradictions.Of(this))
                .OrderBy(c => c.Kind).ThenByDescending(c => c.Judgement.Verdict).ThenBy(
                    c => c.Place,
                    StringComparer.Ordinal).ThenBy(
                    c => c.Code,
                    StringComparer.Ordinal),
        ];
    }

    /// <summary>
    /// What the looks come to together once jobs are done: a figure, or figures compared, of a part that a job of this
    /// visit has
    /// renewed since is put right. What was measured on the new part stands as it is.
    /// </summary>
    /// <param name="renewals">What the visit has renewed.</param>
    public IReadOnlyList<Conclusion> TogetherAfter(IReadOnlyCollection<Renewal> renewals)
    {
        List<Conclusion> together = [.. Diagnose().Select(c => Comparisons.Find(c.Code) is { } rule
            && PutRight(c, rule, renewals) is { } right
            ? c with { Judgement = right, Jobs = [] }
            : c)];
        foreach (Reading reading in Readings.OrderBy(r => r.At))
        {
            if (reading.Judgement is { Verdict: > Verdict.Sound } && ReadingKinds.Find(reading.Kind) is { } kind
                && renewals.FirstOrDefault(r => r.Answers(
                    Context.Gear,
                    kind.AnsweredBy,
                    reading.Place,
                    reading.At,
                    reading.StepKey)) is { } renewal)
            {
                together.Add(new Conclusion(
                    ConclusionKind.Comparison,
                    "put-right",
                    reading.Place,
                    kind.Subject,
                    StandingObservations.InWords(reading),
                    Right(renewal),
                    reading.VisitId,
                    reading.At,
                    reading.PersonId)
                { ReplacesReadings = [reading.Id] });
            }
        }

        return together;
    }

    private Judgement? PutRight(Conclusion compared, Comparison rule, IReadOnlyCollection<Renewal> renewals)
    {
        if (compared.Judgement.Verdict == Verdict.Sound)
        {
            return null;
        }

        // One figure of the new part, and the comparison is the new part's.
        List<Reading> from = [.. rule.Kinds.Select(kind => Last(compared.Place, kind)).OfType<Reading>()];
        Renewal? renewal = renewals.FirstOrDefault(r => from.TrueForAll(f => r.Answers(
            Context.Gear,
            rule.AnsweredBy,
            compared.Place,
            f.At,
            f.StepKey)));
        return renewal is null ? null : Right(renewal);
    }

    private static Judgement Right(Renewal renewal) =>
        new(Verdict.Sound, $"Put right in the same visit: {renewal.Words}.", Source.Shop.Words, []);

    /// <summary>What was seen in the visit on things that it has renewed since, each with what renewed it.</summary>
    /// <param name="renewals">What the visit has renewed.</param>
    public IEnumerable<(Finding Finding, Renewal By)> Mended(IReadOnlyCollection<Renewal> renewals) =>
        from finding in Findings
        where finding.Mended is null && finding.Judgement.Verdict > Verdict.Sound
        let renewal = renewals.FirstOrDefault(r => r.Answers(
            Context.Gear,
            Rulebook.Find(finding.RuleCode)?.AnsweredBy ?? [],
            finding.Place,
            finding.At))
        where renewal is not null
        select (finding, renewal);

    /// <summary>
    /// The jobs that mend what a subject needs at a place, as the rulebook's gravest row for it says.
    /// </summary>
    internal IReadOnlyList<JobAt> Remedies(Subject subject, Place place) =>
        Rulebook.All
            .Where(r => r.Subject == subject && r.Verdict >= Verdict.Renew && r.Goes(Context.Gear))
            .Select(r => Mend(r, place))
            .FirstOrDefault(j => j.Count > 0)
            ?? [];
}
