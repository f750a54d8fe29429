using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Handovers;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Shop.Ledger;

/// <summary>What was seen, measured and used in a visit, as it is told to whoever has the trailer.</summary>
internal static class VisitWords
{
    /// <summary>Something seen, as it is told on paper.</summary>
    internal static FoundTold Of(Finding finding) => new(
        finding.Id,
        $"{SubjectWords.Of(finding.Subject)}, {Place.SpokenOf(finding.Place)}: {finding.InWords.TrimEnd('.')}",
        finding.Judgement,
        finding.Mended);

    /// <summary>Figures, as they are told on paper: place by place.</summary>
    internal static IReadOnlyList<MeasuredTold> Of(IEnumerable<Reading> readings) =>
        [.. readings
            .OrderBy(r => r.Place, StringComparer.Ordinal)
            .ThenBy(r => r.At)
            .Select(r => new MeasuredTold(
                $"{StandingObservations.NameOf(r)}, {Place.SpokenOf(r.Place)}",
                StandingObservations.Figure(r),
                r.Judgement))];

    /// <summary>Parts, as they are told on paper: each once.</summary>
    internal static IReadOnlyList<string> Of(IEnumerable<PartUsed> parts) =>
        [.. parts
            .GroupBy(p => (p.Name, p.Unit))
            .Select(g => (g.Key.Name, Unit: g.Key.Unit == "piece" ? "×" : g.Key.Unit, Sum: g.Sum(p => p.Quantity)))
            .Select(p => FormattableString.Invariant($"{p.Sum:0.##} {p.Unit} {p.Name}"))];
}
