using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Findings;

/// <summary>One look at one thing: something seen or something measured, with what it means.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Subject">What was looked at.</param>
/// <param name="VisitId">The visit it was made in.</param>
/// <param name="At">When.</param>
/// <param name="Seen">What was seen or measured, in words.</param>
/// <param name="Judgement">What it means; of something put right, that it is sound.</param>
/// <param name="PersonId">Who.</param>
public sealed record Observation(
    string Place,
    Subject Subject,
    Guid VisitId,
    DateTimeOffset At,
    string Seen,
    Judgement Judgement,
    Guid PersonId)
{
    /// <summary>Code of the row of the rulebook, of the kind of reading, or of the conclusion.</summary>
    public string Code { get; init; } = "";

    /// <summary>Of an inner and an outer one, which; empty for both, or where there is only one.</summary>
    public string Which { get; init; } = "";

    /// <summary>
    /// By what it is told that this very look has been mended: the id of the finding or reading, or the visit, place
    /// and code of a conclusion.
    /// </summary>
    public string Key { get; init; } = "";

    /// <summary>Codes of the jobs that put it right, the likeliest first; empty where none of ours does.</summary>
    public IReadOnlyList<string> PutRightBy { get; init; } = [];

    /// <summary>What was seen and where: "Cracked or bent, front hanger, left".</summary>
    public string AtPlace => $"{Seen.TrimEnd('.')}, {Gear.Place.SpokenOf(Place)}";
}

/// <summary>Which of many looks still stand.</summary>
public static class StandingObservations
{
    /// <summary>
    /// The looks that stand, gravest first, then by place and subject. Everything that was judged worse than sound
    /// stands until the
    /// same question is looked at again in a later visit, a job that renews the thing is done at its place, or it is
    /// told mended; where
    /// nothing like that stands of a thing, its newest sound look does. Which later look answers what is data: see
    /// <see cref="ObservationRule.Answers"/> and <see cref="ReadingKind.Answers"/>. Within one visit nothing answers
    /// anything, whatever the
    /// sequence it was written down in, but for play and whatever is set until it is right: there the last look counts.
    /// </summary>
    /// <param name="seen">Everything seen, measured and done; in any order.</param>
    public static IReadOnlyList<Observation> ThatStand(TrailerObservations seen) => AnsweredObservations.Of(seen);

    /// <summary>The gravest verdict among the looks that stand; null when nothing was judged.</summary>
    public static Verdict? Gravest(TrailerObservations seen) =>
        ThatStand(seen) is [var gravest, ..] ? gravest.Judgement.Verdict : null;

    /// <summary>A figure in the shop's unit with its name, for example "End play 0.003 in".</summary>
    public static string InWords(Reading reading) => $"{NameOf(reading)} {Figure(reading)}";

    /// <summary>What was measured, as a label.</summary>
    public static string NameOf(Reading reading) => ReadingKinds.Find(reading.Kind)?.Name ?? reading.Kind;

    /// <summary>
    /// A figure in the shop's unit, as it was read: what comes from a tape as a fraction, what comes from a
    /// caliper in thousandths, anything else as it was typed.
    /// </summary>
    public static string Figure(Reading reading) =>
        reading.Quantity == Quantity.Length && InFractions(reading)
            ? ShopFormat.AsOnTape(new Length(reading.Canonical))
            : ShopFormat.ReadBack(reading.Quantity, reading.Canonical).Ours;

    private static bool InFractions(Reading reading) =>
        (ReadingKinds.Find(reading.Kind)?.With ?? ReadWith.Either) switch
        {
            ReadWith.Tape => true,
            ReadWith.Caliper => false,
            _ => reading.Typed.Contains('/'),
        };

    /// <summary>Of a figure taken several times in a visit, the last.</summary>
    internal static IEnumerable<Reading> LastOfEachVisit(IEnumerable<Reading> readings) =>
        readings.GroupBy(r => (r.Place, r.Kind, r.VisitId)).Select(g => g.MaxBy(r => r.At)!);
}
