using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Shop.Requests;

namespace SturdyTinker.Shop.Bay;

/// <summary>A step ticked or skipped.</summary>
public sealed record EntryAnswer(
    Guid Id,
    string Key,
    DateTimeOffset At,
    string By,
    string? SkippedBecause,
    int? Seconds,
    string? Socket,
    bool Folded);

/// <summary>
/// A figure taken. Where it tells candidates apart, it names the part it picks; one of a step goes with its step.
/// </summary>
public sealed record ReadingAnswer(
    Guid Id,
    string Place,
    string PlaceSpoken,
    string Kind,
    string Name,
    string Typed,
    string Ours,
    string Other,
    Judgement? Judgement,
    string? Picks,
    bool OfStep,
    DateTimeOffset At,
    string By);

/// <summary>Something seen.</summary>
/// <param name="Damage">Its damage by ISO 15243, in words; null where nobody classed it.</param>
/// <param name="DamageCode">The same by its code.</param>
/// <param name="InWords">What was seen with all that was said of it, the person's own words included.</param>
public sealed record FindingAnswer(
    Guid Id,
    string Place,
    string PlaceSpoken,
    Subject Subject,
    string RuleCode,
    string Seen,
    string Which,
    string? Damage,
    string? DamageCode,
    string Note,
    string InWords,
    Judgement Judgement,
    string? Mended,
    DateTimeOffset At,
    string By);

/// <summary>What several looks of the visit come to together.</summary>
/// <param name="Jobs">Jobs that mend it and are not in the visit yet, in words.</param>
public sealed record ConclusionAnswer(
    ConclusionKind Kind,
    string Code,
    string Place,
    string PlaceSpoken,
    string Seen,
    Judgement Judgement,
    IReadOnlyList<string> Signs,
    IReadOnlyList<JobAnswer> Jobs);

/// <summary>A periodic inspection, signed.</summary>
public sealed record InspectionAnswer(
    string Qualification,
    string By,
    DateTimeOffset At,
    DateOnly KeepUntil,
    bool Passes,
    IReadOnlyList<InspectionLine> Lines);

/// <summary>A part used.</summary>
public sealed record PartAnswer(
    Guid Id,
    string Place,
    string PlaceSpoken,
    string Name,
    decimal Quantity,
    string Unit,
    decimal? Price);

/// <summary>A photograph taken at a step, or of something found.</summary>
public sealed record PhotoAnswer(Guid Id, string? StepKey, Guid? FindingId, DateTimeOffset At, string By);

/// <summary>What a packet asks to be measured, as a field needs it.</summary>
public sealed record ReadingAsked(string Code, string Name, Quantity Quantity, string Example);

/// <summary>A job at a place, in words.</summary>
public sealed record JobAnswer(string Job, string Name, string Place, string PlaceSpoken, bool Done);

/// <summary>A second look: owed, or taken.</summary>
/// <param name="Id">The look; null while it is owed.</param>
/// <param name="What">The code of a job, or that of the wheels.</param>
/// <param name="Words">What is looked at.</param>
/// <param name="By">Who looked; of one that is owed, those who did the work and cannot look themselves.</param>
/// <param name="At">When; null while it is owed.</param>
public sealed record SecondLookAnswer(
    Guid? Id,
    string What,
    string Words,
    IReadOnlyList<string> By,
    DateTimeOffset? At);

/// <summary>How far a visit has come.</summary>
/// <param name="Entries">Steps ticked and skipped, in the order it happened.</param>
/// <param name="Next">Key of the first step still to do; null when all are settled.</param>
/// <param name="NextToPutBack">
/// The same when only what is open is to be put back, and the rest left for another visit; null when nothing is open.
/// </param>
/// <param name="NextOfHands">
/// Where two work, the key of each one's next step; null where there is none that can be done now.
/// </param>
/// <param name="PhaseCard">Keys of the steps of the next card of a phase; empty where one step is a card.</param>
/// <param name="PlaceCard">Keys of the steps of the next card of a place; empty where one step is a card.</param>
/// <param name="Composed">
/// How often the packet was composed anew: when it has grown, the visit itself has to be fetched again.
/// </param>
/// <param name="OpenNow">What is open, deepest first.</param>
/// <param name="MinutesDone">Minutes of the steps settled.</param>
/// <param name="Readings">Figures taken, newest last.</param>
/// <param name="Findings">Things seen, newest last.</param>
/// <param name="Conclusions">What they come to together: comparisons, pairs, likely causes, contradictions.</param>
/// <param name="Holds">What holds the trailer now, from this visit or an earlier one, in words.</param>
/// <param name="Inspection">The periodic inspection; null while it is not signed.</param>
/// <param name="Parts">Parts used, newest last.</param>
/// <param name="Taken">Names of the packet's parts that have been taken along.</param>
/// <param name="ShelfDiffers">
/// What was used here though the shelf's record had none left, and who took the last, in words.
/// </param>
/// <param name="Photos">Photographs taken, newest last.</param>
/// <param name="Jobs">The jobs, and whether each is done.</param>
/// <param name="SecondLooks">Second looks: those owed first, then those taken.</param>
/// <param name="WhyNotClosed">Why the visit can't be closed yet; null when it can, or is.</param>
/// <param name="NeedsRelease">Whether closing asks why a trailer on Hold leaves.</param>
/// <param name="GearChanges">
/// What the trailer has by the jobs done, other than its description says, in words: closing can take that over.
/// </param>
/// <param name="ClosedAt">When it was closed; null while it stands in the bay.</param>
public sealed record VisitState(
    IReadOnlyList<EntryAnswer> Entries,
    string? Next,
    string? NextToPutBack,
    IReadOnlyList<string?> NextOfHands,
    IReadOnlyList<string> PhaseCard,
    IReadOnlyList<string> PlaceCard,
    int Composed,
    IReadOnlyList<PacketOpening> OpenNow,
    decimal MinutesDone,
    IReadOnlyList<ReadingAnswer> Readings,
    IReadOnlyList<FindingAnswer> Findings,
    IReadOnlyList<ConclusionAnswer> Conclusions,
    IReadOnlyList<string> Holds,
    InspectionAnswer? Inspection,
    IReadOnlyList<PartAnswer> Parts,
    IReadOnlyList<string> Taken,
    IReadOnlyList<string> ShelfDiffers,
    IReadOnlyList<PhotoAnswer> Photos,
    IReadOnlyList<JobAnswer> Jobs,
    IReadOnlyList<SecondLookAnswer> SecondLooks,
    string? WhyNotClosed,
    bool NeedsRelease,
    IReadOnlyList<string> GearChanges,
    DateTimeOffset? ClosedAt);

/// <summary>
/// A visit, whole: what seldom changes while it is worked, and how far it has come. What earlier visits of this trailer
/// say of a step stands in <c>SeenBefore</c>, why one is never folded away in <c>Critical</c>, by the step's key; which
/// sockets fitted so far in <c>Sockets</c>, by what they are for.
/// </summary>
public sealed record VisitAnswer(
    Guid Id,
    Guid TrailerId,
    string Tag,
    string TrailerName,
    string Customer,
    string GearWords,
    string What,
    DateTimeOffset OpenedAt,
    string OpenedBy,
    Packet Packet,
    decimal Minutes,
    string MinutesInWords,
    int Technicians,
    string ElapsedInWords,
    int Composed,
    GearDescription Gear,
    IReadOnlyList<PlaceAnswer> Places,
    IReadOnlyList<ReadingAsked> ReadingsAsked,
    IReadOnlyList<string> Practices,
    IReadOnlyDictionary<string, IReadOnlyList<string>> SeenBefore,
    IReadOnlyDictionary<string, string> Critical,
    IReadOnlyDictionary<string, string> Sockets,
    VisitState State);

/// <summary>A visit in the bay, as a line.</summary>
/// <param name="OnHold">Whether the trailer is on Hold.</param>
public sealed record VisitRow(
    Guid Id,
    Guid TrailerId,
    string Tag,
    string TrailerName,
    string Customer,
    DateTimeOffset OpenedAt,
    string OpenedBy,
    string What,
    bool OnHold);
