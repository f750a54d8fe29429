using SturdyTinker.Core.Catalogue;

namespace SturdyTinker.Core.Visits;

/// <summary>A check that a visit left owing.</summary>
public sealed class FollowUp
{
    /// <summary>Identity.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The visit that left it.</summary>
    public Guid VisitId { get; init; }

    /// <summary>Code of the <see cref="FollowUpRule"/>.</summary>
    public required string Rule { get; init; }

    /// <summary>What is owed, in words.</summary>
    public required string Words { get; init; }

    /// <summary>The day it was left.</summary>
    public DateOnly From { get; init; }

    /// <summary>The day it is due, by forecast of the distance, or by days without one.</summary>
    public DateOnly DueOn { get; init; }

    /// <summary>Why that day, in words.</summary>
    public required string Reason { get; init; }

    /// <summary>
    /// When it was done, or a later visit left the same anew, with the shop's offset from UTC; null while it is owed.
    /// </summary>
    public DateTimeOffset? DoneAt { get; set; }

    /// <summary>Who did it.</summary>
    public Guid? DoneBy { get; set; }

    /// <summary>A check as a visit leaves it.</summary>
    /// <param name="visit">The visit.</param>
    /// <param name="rule">Its rule.</param>
    /// <param name="from">The day it is left.</param>
    /// <param name="due">When it is due, and why then.</param>
    /// <param name="id">Its identity.</param>
    public static FollowUp Left(
        Visit visit,
        FollowUpRule rule,
        DateOnly from,
        (DateOnly On, string Why) due,
        Guid id) => new()
        {
            Id = id,
            TrailerId = visit.TrailerId,
            VisitId = visit.Id,
            Rule = rule.Code,
            Words = rule.Words,
            From = from,
            DueOn = due.On,
            Reason = due.Why,
        };

    /// <summary>
    /// Which checks work settles: of those that come several times (after 10, 25 and 50 miles) one round settles the
    /// soonest of each visit.
    /// </summary>
    /// <param name="owed">Checks of one trailer that are owed.</param>
    /// <param name="rules">Codes of the rules that the work settles.</param>
    public static IEnumerable<FollowUp> Settled(IEnumerable<FollowUp> owed, IReadOnlyCollection<string> rules) =>
        owed
            .Where(f => rules.Contains(f.Rule))
            .GroupBy(f => (f.VisitId, f.Family))
            .Select(g => g.MinBy(f => f.DueOn)!);

    /// <summary>
    /// Which checks the same one, left anew, takes the place of: all that had been off then was off again, and was put
    /// back as it should be. What was off elsewhere is still owed.
    /// </summary>
    /// <param name="owed">Checks of one trailer that are owed.</param>
    /// <param name="now">Where the work done now leaves each check, by its rule.</param>
    /// <param name="before">The same of the visit that left a check.</param>
    public static IEnumerable<FollowUp> Replaced(
        IEnumerable<FollowUp> owed,
        ILookup<string, string> now,
        Func<Guid, ILookup<string, string>> before) =>
        owed.Where(f => now.Contains(f.Rule)
            && before(f.VisitId)[f.Rule].ToHashSet() is { Count: > 0 } places
            && places.IsSubsetOf(now[f.Rule]));

    // The checks of lug nuts are one family, however often they come.
    private string Family => FollowUpRules.Find(Rule)?.Family ?? Rule;
}
