using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Diagnosis;

/// <summary>
/// Two looks at one thing in one visit of which one says sound and the other that it is done. Both are shown; the
/// graver one stands.
/// </summary>
internal static class Contradictions
{
    internal static IEnumerable<Conclusion> Of(VisitObservations looks) =>
        from thing in looks.Findings
            .GroupBy(f => (f.Place, f.Subject))
            .OrderBy(g => g.Key.Place, StringComparer.Ordinal)
            .ThenBy(g => g.Key.Subject)
        let at = Place.SpokenOf(thing.Key.Place)
        let done = thing.Where(f => f.Judgement.Verdict >= Verdict.Renew
            && f.Mended is null
            && thing.Any(s => Denies(s, f))).MaxBy(f => (f.Judgement.Verdict, f.At))
        let sound = done is null ? null : thing.Where(s => Denies(s, done)).MaxBy(s => s.At)

        // Play is set until it is right: there the later look is no contradiction.
        where sound is not null && done is not null && thing.Key.Subject != Subject.Play
        let newest = sound.At > done.At ? sound : done
        select new Conclusion(
            ConclusionKind.Contradiction,
            "contradiction",
            thing.Key.Place,
            null,
            $"Two looks at {at} contradict each other",
            new Judgement(
                done.Judgement.Verdict,
                "The graver look stands until one of them is taken back, or the thing is mended.",
                Source.Practice.Words,
                ["Look once more, and take back the one that was wrong."]),
            newest.VisitId,
            newest.At,
            newest.PersonId)
        {
            Signs = [sound.InWords, done.InWords],
        };

    // Sound, of the very question that the other says is done: rust on a U-bolt says nothing of its stretch.
    private static bool Denies(Finding sound, Finding done) =>
        sound.Judgement.Verdict == Verdict.Sound
            && SameOne(done, sound)
            && Rulebook.Find(sound.RuleCode)?.Answers.Contains(done.RuleCode) == true;

    // Of an inner and an outer bearing one may be sound and the other done.
    private static bool SameOne(Finding a, Finding b) =>
        a.Which.Length == 0 || b.Which.Length == 0 || a.Which == b.Which;
}
