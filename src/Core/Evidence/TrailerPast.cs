using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Evidence;

/// <summary>Something that was seen or measured, as evidence reads it.</summary>
/// <param name="VisitId">The visit.</param>
/// <param name="Place">Code of the place.</param>
/// <param name="Code">Code of the row of the rulebook, or of the kind of reading.</param>
/// <param name="Subject">What it is about.</param>
/// <param name="On">The day.</param>
/// <param name="Verdict">What it was judged to be.</param>
public sealed record PastLook(
    Guid VisitId,
    string Place,
    string Code,
    Subject Subject,
    DateOnly On,
    Verdict Verdict);

/// <summary>A job that was done.</summary>
/// <param name="Job">Code of the job.</param>
/// <param name="Place">Code of the place.</param>
/// <param name="On">The day.</param>
/// <param name="VisitId">The visit; null for work told of.</param>
public sealed record PastJob(string Job, string Place, DateOnly On, Guid? VisitId);

/// <summary>A part that went in.</summary>
/// <param name="VisitId">The visit.</param>
/// <param name="Place">Code of the place.</param>
/// <param name="Code">Code of the part.</param>
/// <param name="On">The day.</param>
/// <param name="Delivery">The delivery it came by; null where nobody can tell.</param>
public sealed record PastPart(Guid VisitId, string Place, string Code, DateOnly On, Guid? Delivery);

/// <summary>A visit, as evidence reads it.</summary>
/// <param name="Id">The visit.</param>
/// <param name="On">The day it was closed.</param>
/// <param name="Cost">What it took in labour and parts, in the shop's money; null where nobody knows.</param>
/// <param name="CameBack">Whether it was taken in for what this shop had done shortly before.</param>
/// <param name="Practices">The practices in force.</param>
public sealed record PastVisit(Guid Id, DateOnly On, decimal? Cost, bool CameBack, PracticeChoices Practices);

/// <summary>An end play that somebody measured.</summary>
/// <param name="PersonId">Who.</param>
/// <param name="Setting">
/// How the nut is left where it was measured: only figures of one setting are held against each other.
/// </param>
/// <param name="Inches">The figure, in inches.</param>
public sealed record PastEndPlay(Guid PersonId, string Setting, double Inches);

/// <summary>All that is on record of a trailer, as evidence reads it.</summary>
/// <param name="Id">The trailer.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="CustomerId">Whose it is.</param>
/// <param name="Gear">Its running gear.</param>
/// <param name="Uses">How it is used: codes of <see cref="Intervals.Use"/>.</param>
/// <param name="Since">The day the shop took it on.</param>
/// <param name="Today">The day that is asked from: what is dated later cannot be.</param>
public sealed record TrailerPast(
    Guid Id,
    string Tag,
    Guid CustomerId,
    RunningGear Gear,
    IReadOnlyList<string> Uses,
    DateOnly Since,
    DateOnly Today)
{
    /// <summary>What was seen and measured.</summary>
    public IReadOnlyCollection<PastLook> Looks { get; init; } = [];

    /// <summary>What was done.</summary>
    public IReadOnlyCollection<PastJob> Work { get; init; } = [];

    /// <summary>What went in.</summary>
    public IReadOnlyCollection<PastPart> Parts { get; init; } = [];

    /// <summary>Its closed visits.</summary>
    public IReadOnlyCollection<PastVisit> Visits { get; init; } = [];

    /// <summary>The end plays measured on it.</summary>
    public IReadOnlyCollection<PastEndPlay> EndPlays { get; init; } = [];

    /// <summary>
    /// Miles it had covered by a day, counted from anywhere; null where nobody read it about then: nothing is reckoned.
    /// </summary>
    public Func<DateOnly, double?> MilesAt { get; init; } = _ => null;

    /// <summary>
    /// Miles of the last years, as many as its cost is counted over, reckoned up to today; null where nobody knows.
    /// </summary>
    public double? MilesLately { get; init; }
}
