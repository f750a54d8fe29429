using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Gear;
using SturdyTinker.Shop.Bay;

namespace SturdyTinker.Shop.Ledger.Amending;

/// <summary>A figure put right.</summary>
/// <param name="Of">The figure; null for one that nobody had written down.</param>
/// <param name="Kind">Code of what was measured; only for one that was missing.</param>
/// <param name="Place">Code of the place; null where it stays.</param>
/// <param name="Typed">The figure in shop notation; null where it is struck, since nobody measured it.</param>
public sealed record AmendedFigure(Guid? Of, string? Kind, string? Place, string? Typed);

/// <summary>Something seen, put right.</summary>
/// <param name="Of">The finding; null for one that nobody had written down.</param>
/// <param name="Place">Code of the place.</param>
/// <param name="RuleCode">Code of the row of the rulebook; null where it is struck, since nobody saw it.</param>
/// <param name="Note">In one's own words; may be null or empty.</param>
/// <param name="Which">Of an inner and an outer one, which; null or empty for both.</param>
/// <param name="Damage">For a bearing, code of its damage by ISO 15243; null where nobody classed it.</param>
/// <param name="Mended">What was done about it in that visit; null or empty for nothing, or what its work did.</param>
public sealed record AmendedFinding(
    Guid? Of,
    string? Place,
    string? RuleCode,
    string? Note = null,
    string? Which = null,
    string? Damage = null,
    string? Mended = null);

/// <summary>A part put right.</summary>
/// <param name="Of">The part as it was used; null for one that nobody had written down.</param>
/// <param name="Now">What was used; null where it is struck, since it was not.</param>
public sealed record AmendedPart(Guid? Of, PartDraft? Now);

/// <summary>How long a step took, put right.</summary>
/// <param name="Of">The entry that settled the step.</param>
/// <param name="Minutes">Minutes it took.</param>
public sealed record AmendedTime(Guid Of, decimal Minutes);

/// <summary>The day a visit's work was done, put right.</summary>
/// <param name="On">The day.</param>
public sealed record AmendedDay(DateOnly On);

/// <summary>A job that counts as done, put right.</summary>
/// <param name="Was">The job, and where, as it stands; null for one that was done too.</param>
/// <param name="Now">What was done, and where; null where it was not done at all.</param>
public sealed record AmendedWork(JobAt? Was, JobAt? Now);

/// <summary>A closed visit put right in one thing, or a remark put to it where there is none.</summary>
/// <param name="Text">Why; of a remark, the remark.</param>
public sealed record AmendmentDraft(
    string? Text,
    AmendedFigure? Figure = null,
    AmendedFinding? Finding = null,
    AmendedPart? Part = null,
    AmendedTime? Time = null,
    AmendedDay? Day = null,
    AmendedWork? Work = null)
{
    /// <summary>How many things it puts right: none where it is a remark.</summary>
    internal int Things =>
        new object?[] { Figure, Finding, Part, Time, Day, Work }.Count(thing => thing is not null);
}

/// <summary>A closed visit put right, or a remark put to it.</summary>
/// <param name="Of">The figure, finding, part or step that it is of; null for the whole visit.</param>
/// <param name="Was">What stood there; empty where it was missing.</param>
/// <param name="Now">What stands there since; empty where it was struck.</param>
/// <param name="Came">What came of it, one sentence each.</param>
/// <param name="Text">Why; of a remark, the remark.</param>
public sealed record AmendmentAnswer(
    Guid Id,
    AmendmentKind Kind,
    Guid? Of,
    string Was,
    string Now,
    IReadOnlyList<string> Came,
    string Text,
    DateTimeOffset At,
    string By);

/// <summary>What putting something right would come to.</summary>
/// <param name="Was">What stands there; empty where it is missing.</param>
/// <param name="Now">What would stand there; empty where it is struck.</param>
/// <param name="Came">What would come of it, one sentence each; empty for nothing.</param>
public sealed record AmendmentTried(string Was, string Now, IReadOnlyList<string> Came);
