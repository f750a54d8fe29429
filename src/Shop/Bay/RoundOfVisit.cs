using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Shop.Bay;

/// <summary>A round as one visit makes it: its stops, how each can be reached, and what was said there.</summary>
/// <param name="Visit">The visit.</param>
/// <param name="Progress">How far it has come.</param>
/// <param name="Packet">Its packet.</param>
/// <param name="Findings">What was seen in it.</param>
/// <param name="Readings">What was measured in it.</param>
internal sealed record RoundOfVisit(
    Visit Visit,
    Progress Progress,
    Packet Packet,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<Reading> Readings)
{
    /// <summary>The stops, in the order of the walk.</summary>
    /// <param name="lastTime">What was last seen of a thing.</param>
    internal List<RoundStop> Stops(Func<RoundItem, LastSeen?> lastTime) =>
    [
        .. from item in Round.Of(Visit.Gear, Visit.Jobs.Any(j => j.Job == PeriodicInspection.JobCode))
           group item by (item.Place, Behind: item.Opening) into stop
           let reach = RoundReaches.Of(Visit.Gear, Packet, Progress, stop.Key.Place, stop.Key.Behind)
           select new RoundStop(
               stop.Key.Behind is { } behind ? $"{stop.Key.Place.Code}/{behind}" : stop.Key.Place.Code,
               stop.Key.Place.Code,
               stop.Key.Place.Spoken,
               reach,
               stop.Key.Behind is { } code ? Openings.Ours.Find(code).Name : null,
               [.. stop.Select(i => Thing(i, lastTime(i)))]),
    ];

    private RoundThing Thing(RoundItem item, LastSeen? lastTime)
    {
        List<Finding> seen = [.. Findings.Where(f => f.Subject == item.Subject && f.Place == item.Place.Code)];
        List<Reading> measured = [.. Readings.Where(r => item.Readings.Contains(r.Kind) && r.Place == item.Place.Code)];
        List<Verdict> verdicts =
        [
            .. seen.Select(f => f.Mended is null ? f.Judgement.Verdict : Verdict.Sound),
            .. measured.Select(r => r.Judgement?.Verdict).OfType<Verdict>()
        ];
        verdicts.AddRange(Visit.Conclusions.Where(c => c.Subject == item.Subject
            && c.Place == item.Place.Code).Select(c => c.Judgement.Verdict));
        return new RoundThing(
            item.Subject,
            SubjectWords.Of(item.Subject),
            Round.IsLookedAt(item, Visit.Gear, Findings, Readings),
            verdicts.Count > 0 ? verdicts.Max() : null,
            [.. seen.Select(f => f.InWords), .. measured.Select(StandingObservations.InWords)],
            [.. item.Readings
                .Select(code => ReadingKinds.Find(code)!)
                .Select(k => new ReadingAsked(k.Code, k.Name, k.Quantity, k.Example))],
            lastTime,
            item.Place.Across is not { } across
                ? []
                : [.. Findings.Where(f => f.Subject == item.Subject && f.Place == across.Code).Select(f => new LastSeen(
                    f.RuleCode,
                    f.Seen,
                    f.Judgement.Verdict,
                    f.Which,
                    DateOnly.FromDateTime(f.At.DateTime)))]);
    }
}
