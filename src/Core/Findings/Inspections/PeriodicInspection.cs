using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Inspections;

/// <summary>An item of the periodic inspection, as data.</summary>
/// <param name="Number">Its number in the regulation.</param>
/// <param name="Name">Its name.</param>
/// <param name="Subjects">What is looked at for it.</param>
public sealed record InspectionItem(int Number, string Name, params Subject[] Subjects)
{
    /// <summary>Whether a trailer with this running gear has it.</summary>
    public Func<RunningGear, bool> Applies { get; init; } = _ => true;
}

/// <summary>How an item of an inspection came out.</summary>
public enum InspectionResult
{
    /// <summary>The trailer has nothing of the kind.</summary>
    DoesNotApply,

    /// <summary>Not everything of it has been looked at.</summary>
    NotLookedAt,

    /// <summary>Everything of it was looked at and is fit.</summary>
    Passed,

    /// <summary>Something was found and mended in the same visit.</summary>
    Mended,

    /// <summary>Something stands that does not pass.</summary>
    Defective,
}

/// <summary>How one item came out.</summary>
/// <param name="Number">Its number in the regulation.</param>
/// <param name="Name">Its name.</param>
/// <param name="Result">How it came out.</param>
/// <param name="LookedAt">How many of its looks were made.</param>
/// <param name="Of">How many there are.</param>
/// <param name="Words">What was found, or what has not been looked at, in words.</param>
public sealed record InspectionLine(
    int Number,
    string Name,
    InspectionResult Result,
    int LookedAt,
    int Of,
    IReadOnlyList<string> Words);

/// <summary>The signing of a periodic inspection: who, when, and by what qualification. Kept for good.</summary>
public sealed class Inspection
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The visit; one inspection a visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>By what the person is qualified (49 CFR 396.19), in their words.</summary>
    public required string Qualification { get; init; }

    /// <summary>How its items came out when it was signed.</summary>
    public required IReadOnlyList<InspectionLine> Lines { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }

    /// <summary>Whether every item that applies passed, or was mended.</summary>
    public bool Passes => Lines.All(l => l.Result is not (InspectionResult.Defective or InspectionResult.NotLookedAt));
}

/// <summary>
/// The periodic inspection of a commercial trailer. Source: published, 49 CFR 396.17 to 396.21 and appendix A to part
/// 396,
/// cited from memory: every 12 months, by a qualified person, the report kept 14 months. Items for engines, steering
/// and
/// driving are left out, since a trailer has none.
/// </summary>
public static class PeriodicInspection
{
    /// <summary>Code of the job.</summary>
    public const string JobCode = "periodic-inspection";

    /// <summary>
    /// Until when a trailer inspected on a day is in date. Source: published, 49 CFR 396.17, cited from memory.
    /// </summary>
    public static DateOnly InDateUntil(DateOnly inspected) => inspected.AddYears(1);

    /// <summary>How long the report is kept, in months. Source: published, 49 CFR 396.21.</summary>
    public const int KeptMonths = 14;

    /// <summary>The items that a trailer can have, by the numbers of appendix A.</summary>
    public static IReadOnlyList<InspectionItem> Items { get; } =
    [
        new(1, "Brake system", Subject.Lining, Subject.Wires, Subject.Hydraulics, Subject.Leak)
        {
            Applies = gear => gear.Brake != BrakeKind.None
        },
        new(2, "Coupling devices", Subject.Coupler),
        new(5, "Lighting devices", Subject.Lights),
        new(6, "Safe loading", Subject.Securing),
        new(
            8,
            "Suspension",
            Subject.Spring,
            Subject.UBolt,
            Subject.Hanger,
            Subject.Equalizer,
            Subject.Bushing,
            Subject.Bolt,
            Subject.Link,
            Subject.Axle),
        new(9, "Frame", Subject.Frame),
        new(10, "Tires", Subject.Tyre),
        new(11, "Wheels and rims", Subject.Studs),
        new(15, "Rear impact guard", Subject.RearGuard),
    ];

    /// <summary>How every item comes out by what a visit has looked at.</summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="findings">What was seen in the visit.</param>
    /// <param name="readings">What was measured in it.</param>
    /// <param name="together">What its looks come to together.</param>
    public static IReadOnlyList<InspectionLine> Of(
        RunningGear gear,
        IReadOnlyCollection<Finding> findings,
        IReadOnlyCollection<Reading> readings,
        IReadOnlyCollection<Conclusion> together)
    {
        IReadOnlyList<RoundItem> round = Round.Of(gear, periodic: true);
        IReadOnlyList<Observation> stand = StandingObservations.ThatStand(
            new TrailerObservations(gear, findings, readings) { Conclusions = together });
        return [.. Items.Select(item => Line(item, gear, round, findings, readings, stand))];
    }

    private static InspectionLine Line(
        InspectionItem item,
        RunningGear gear,
        IReadOnlyList<RoundItem> round,
        IReadOnlyCollection<Finding> findings,
        IReadOnlyCollection<Reading> readings,
        IReadOnlyList<Observation> stand)
    {
        // What lies behind an opening is no part of it, but for linings, which are judged through the inspection hole.
        List<RoundItem> looks = [.. round.Where(r => item.Applies(gear)
            && item.Subjects.Contains(r.Subject)
            && r.Opening is null)];
        List<RoundItem> missing = looks.FindAll(r => !Round.IsLookedAt(r, gear, findings, readings));
        List<Observation> bad = [.. stand.Where(l => item.Subjects.Contains(l.Subject)
            && l.Judgement.Verdict >= Verdict.Renew)];
        List<Finding> mended = [.. findings.Where(f => item.Subjects.Contains(f.Subject) && f.Mended is not null)];
        InspectionResult result = looks.Count == 0 ? InspectionResult.DoesNotApply
            : bad.Count > 0 ? InspectionResult.Defective
            : missing.Count > 0 ? InspectionResult.NotLookedAt
            : mended.Count > 0 ? InspectionResult.Mended
            : InspectionResult.Passed;
        return new InspectionLine(item.Number, item.Name, result, looks.Count - missing.Count, looks.Count,
            result switch
            {
                InspectionResult.Defective => [.. bad.Select(l => l.AtPlace)],
                InspectionResult.NotLookedAt => [.. missing.Select(r =>
                $"{SubjectWords.Of(r.Subject).ToLowerInvariant()}, {r.Place.Spoken}")],
                InspectionResult.Mended => [.. mended.Select(f => $"{f.Seen}, {Place.SpokenOf(f.Place)}: {f.Mended}")],
                _ => [],
            });
    }
}
