using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Diagnosis;

/// <summary>One thing seen, measured or compared, as the search for a cause needs it.</summary>
/// <param name="Place">Where.</param>
/// <param name="Code">Code of the row of the rulebook, of the kind of reading, or of the comparison.</param>
/// <param name="Damage">For a bearing, code of its damage; null where nobody classed it.</param>
/// <param name="Verdict">What it means by itself; null where there was nothing to judge by.</param>
/// <param name="Figure">For a reading, its figure, canonical; null otherwise.</param>
/// <param name="Words">In words, with the place.</param>
/// <param name="At">When.</param>
/// <param name="PersonId">Who.</param>
internal sealed record Evidence(
    Place Place,
    string Code,
    string? Damage,
    Verdict? Verdict,
    decimal? Figure,
    string Words,
    DateTimeOffset At,
    Guid PersonId)
{
    /// <summary>
    /// Everything a visit found, mended meanwhile or not: a cause does not pass with what it brought about. What is at
    /// no
    /// place of ours is left out.
    /// </summary>
    internal static List<Evidence> Of(VisitObservations looks, IEnumerable<Conclusion> compared)
    {
        List<Evidence> all = [];
        foreach (Finding f in looks.Findings)
        {
            if (Place.TryParse(f.Place, out Place at))
            {
                all.Add(new(
                    at,
                    f.RuleCode,
                    f.Damage,
                    f.Judgement.Verdict,
                    null,
                    $"{f.Seen}, {at.Spoken}",
                    f.At,
                    f.PersonId));
            }
        }

        foreach (Reading r in StandingObservations.LastOfEachVisit(looks.Readings))
        {
            if (Place.TryParse(r.Place, out Place at))
            {
                all.Add(new(
                    at,
                    r.Kind,
                    null,
                    r.Judgement?.Verdict,
                    r.Canonical,
                    $"{StandingObservations.InWords(r)}, {at.Spoken}",
                    r.At,
                    r.PersonId));
            }
        }

        foreach (Conclusion c in compared)
        {
            if (Place.TryParse(c.Place, out Place at))
            {
                all.Add(new(at, c.Code, null, c.Judgement.Verdict, null, $"{c.Seen}, {at.Spoken}", c.At, c.PersonId));
            }
        }

        return all;
    }
}
