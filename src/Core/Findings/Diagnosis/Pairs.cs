using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Diagnosis;

/// <summary>
/// Brake parts and springs are judged in pairs: what one side of an axle needs, the other needs too. Source: common
/// practice.
/// </summary>
internal static class Pairs
{
    internal static IEnumerable<Conclusion> Of(VisitObservations looks)
    {
        foreach (var one in Needing(looks).GroupBy(n => (n.Place, n.Subject)).Select(g => g
            .OrderByDescending(n => n.Verdict)
            .ThenByDescending(n => n.At)
            .ThenBy(n => n.Seen, StringComparer.Ordinal)
            .First()))
        {
            if (one.Place.Across is not { } across || !Places.Has(looks.Context.Gear, across))
            {
                continue;
            }

            IReadOnlyList<JobAt> jobs = looks.Remedies(one.Subject, across);
            bool cared = jobs.Any(looks.Jobs.Contains)
                || Needing(looks).Any(n => n.Place == across && n.Subject == one.Subject);
            if (!cared)
            {
                yield return new Conclusion(
                    ConclusionKind.Pair,
                    "pair-" + one.Subject.ToString().ToLowerInvariant(),
                    across.Code,
                    one.Subject,
                    $"Across the axle: {char.ToLowerInvariant(one.Seen[0])}{one.Seen[1..]}",
                    new Judgement(
                        Verdict.Renew,
                        "Brakes and springs are judged in pairs: what one side of an axle needs, the other needs too.",
                        Source.Practice.Words,
                        []),
                    one.VisitId,
                    one.At,
                    one.PersonId)
                {
                    Jobs = jobs,
                };
            }
        }
    }

    // What one side needs, mended meanwhile or not: the other side's turn does not pass with it.
    private static IEnumerable<(
        Place Place,
        Subject Subject,
        Verdict Verdict,
        string Seen,
        Guid VisitId,
        DateTimeOffset At,
        Guid PersonId)> Needing(VisitObservations looks)
    {
        foreach (Finding finding in looks.Findings)
        {
            if (Subjects.InPairs(finding.Subject)
                && finding.Judgement.Verdict >= Verdict.Renew
                && Place.TryParse(finding.Place, out Place place))
            {
                yield return (Subjects.Home(
                    finding.Subject,
                    looks.Context.Gear,
                    place), finding.Subject, finding.Judgement.Verdict, finding.Seen, finding.VisitId, finding.At,
                        finding.PersonId);
            }
        }

        foreach (Reading reading in StandingObservations.LastOfEachVisit(looks.Readings))
        {
            if (reading.Judgement is { } judgement
                && judgement.Verdict >= Verdict.Renew
                && ReadingKinds.Find(reading.Kind) is { } kind
                && Subjects.InPairs(kind.Subject)
                && Place.TryParse(reading.Place, out Place place))
            {
                yield return (Subjects.Home(
                    kind.Subject,
                    looks.Context.Gear,
                    place), kind.Subject, judgement.Verdict, StandingObservations.InWords(reading), reading.VisitId,
                        reading.At, reading.PersonId);
            }
        }
    }
}
