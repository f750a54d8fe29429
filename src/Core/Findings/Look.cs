using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Findings;

/// <summary>One look at one thing: something seen or something measured, with what it means.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Subject">What was looked at.</param>
/// <param name="VisitId">The visit it was made in.</param>
/// <param name="At">When.</param>
/// <param name="Seen">What was seen or measured, in words.</param>
/// <param name="Judgement">What it means; of something mended in its visit, that it is sound.</param>
/// <param name="PersonId">Who.</param>
public sealed record Look(string Place, Subject Subject, Guid VisitId, DateTimeOffset At, string Seen, Judgement Judgement, Guid PersonId)
{
    /// <summary>What was seen and where: "Cracked or bent, front hanger, left".</summary>
    public string AtPlace => $"{Seen.TrimEnd('.')}, {Gear.Place.SpokenOf(Place)}";
}

/// <summary>Which of many looks still stand.</summary>
public static class Looks
{
    /// <summary>
    /// The looks that stand, one a place and subject, gravest first, then by place and subject. A newer visit's look at
    /// the same thing replaces an older one's; of several in one visit the gravest that is not mended stands. Play is
    /// set until it is right, so there the last look stands. What several figures come to together is a look as well, and
    /// stands instead of what one of them came to alone.
    /// </summary>
    /// <param name="findings">What was seen, in any order.</param>
    /// <param name="readings">What was measured, in any order; a figure taken again in the same visit replaces the first.</param>
    /// <param name="together">What the looks of each visit come to together.</param>
    public static IReadOnlyList<Look> ThatStand(IEnumerable<Finding> findings, IEnumerable<Reading> readings, IEnumerable<Conclusion>? together = null)
    {
        List<Conclusion> judged = [.. (together ?? []).Where(c => c.Subject is not null)];
        HashSet<(Guid Visit, string Place, string Kind)> replaced = [.. judged.SelectMany(c => c.Replaces.Select(kind => (c.VisitId, c.Place, kind)))];
        return [.. findings.Select(Of)
            .Concat(LastOfEachVisit(readings).Where(r => !replaced.Contains((r.VisitId, r.Place, r.Kind))).SelectMany(Of))
            .Concat(judged.Select(c => new Look(c.Place, c.Subject!.Value, c.VisitId, c.At, c.Seen, c.Judgement, c.PersonId)))
            .GroupBy(l => (l.Place, l.Subject))
            .Select(Standing)
            .OrderByDescending(l => l.Judgement.Verdict).ThenBy(l => l.Place, StringComparer.Ordinal).ThenBy(l => l.Subject)];
    }

    /// <summary>The gravest verdict among the looks that stand; null when nothing was judged.</summary>
    public static Verdict? Gravest(IEnumerable<Finding> findings, IEnumerable<Reading> readings, IEnumerable<Conclusion>? together = null) =>
        ThatStand(findings, readings, together) is [var gravest, ..] ? gravest.Judgement.Verdict : null;

    /// <summary>A figure in the shop's unit with its name, for example "End play 0.003 in".</summary>
    public static string InWords(Reading reading) => $"{NameOf(reading)} {Figure(reading)}";

    /// <summary>What was measured, as a label.</summary>
    public static string NameOf(Reading reading) => ReadingKinds.Find(reading.Kind)?.Name ?? reading.Kind;

    /// <summary>A figure in the shop's unit.</summary>
    public static string Figure(Reading reading) => ShopFormat.ReadBack(reading.Quantity, reading.Canonical).Ours;

    private static Look Standing(IEnumerable<Look> spot)
    {
        Look newest = spot.MaxBy(l => l.At)!;
        return newest.Subject == Subject.Play
            ? newest
            : spot.Where(l => l.VisitId == newest.VisitId).OrderByDescending(l => l.Judgement.Verdict).ThenByDescending(l => l.At).First();
    }

    private static Look Of(Finding finding) => new(
        finding.Place,
        finding.Subject,
        finding.VisitId,
        finding.At,
        finding.InWords,
        finding.Mended is { } mended ? new Judgement(Verdict.Sound, $"Mended in the same visit: {mended}", Source.Shop.Words, []) : finding.Judgement,
        finding.PersonId);

    private static IEnumerable<Look> Of(Reading reading) =>
        reading.Judgement is { } judgement && ReadingKinds.Find(reading.Kind) is { } kind
            ? [new(reading.Place, kind.Subject, reading.VisitId, reading.At, InWords(reading), judgement, reading.PersonId)]
            : [];

    /// <summary>Of a figure taken several times in a visit, the last.</summary>
    internal static IEnumerable<Reading> LastOfEachVisit(IEnumerable<Reading> readings) =>
        readings.GroupBy(r => (r.Place, r.Kind, r.VisitId)).Select(g => g.MaxBy(r => r.At)!);
}
