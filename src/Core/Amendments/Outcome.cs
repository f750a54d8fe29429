using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Status;

namespace SturdyTinker.Core.Amendments;

/// <summary>
/// What follows from a visit as it stands on record, so that two of them can be held against each other: one before it
/// was put right, one after.
/// </summary>
/// <param name="Gear">The running gear.</param>
/// <param name="Status">How its trailer stands.</param>
/// <param name="Total">What the visit came to; null where no bill was kept.</param>
/// <param name="OnShelf">What is on hand of parts that the shop keeps, by their names.</param>
/// <param name="Currency">The shop's money, by its ISO 4217 code.</param>
public sealed record Outcome(
    RunningGear Gear,
    TrailerStatus Status,
    decimal? Total,
    IReadOnlyDictionary<string, decimal> OnShelf,
    string Currency)
{
    /// <summary>
    /// What a later outcome has other than this one, one sentence each, what is gravest first; empty where nothing
    /// follows.
    /// </summary>
    /// <param name="later">The later one.</param>
    public IReadOnlyList<string> To(Outcome later) =>
        [.. Holds(later), .. Verdicts(later), .. Dues(later), .. Checks(later), .. Shelf(later), .. Money(later)];

    /// <summary>Whether a later outcome holds the trailer for something that this one does not.</summary>
    /// <param name="later">The later one.</param>
    public bool HoldsMore(Outcome later) => HeldBy(later.Status).Except(HeldBy(Status)).Any();

    private static IReadOnlyList<string> HeldBy(TrailerStatus status) => status.Hold?.Seen ?? [];

    private IEnumerable<string> Holds(Outcome later)
    {
        IReadOnlyList<string> before = HeldBy(Status), after = HeldBy(later.Status);
        if (after.Except(before).Any())
        {
            yield return $"On Hold now, not to be towed: {string.Join("; ", after.Except(before))}. "
                + "Nobody has let it go for that: call whoever has it.";
        }

        if (before.Except(after).Any())
        {
            yield return $"No longer on Hold for: {string.Join("; ", before.Except(after))}.";
        }
    }

    // By place and subject the gravest that stands; what is Hold is told above.
    private IEnumerable<string> Verdicts(Outcome later)
    {
        Dictionary<(string, Subject), Verdict> before = Gravest(Status), after = Gravest(later.Status);
        foreach ((string place, Subject subject) in before.Keys
            .Union(after.Keys)
            .OrderBy(k => k.Item1, StringComparer.Ordinal)
            .ThenBy(k => k.Item2))
        {
            Verdict? was = Of(before, (place, subject)), now = Of(after, (place, subject));
            if (was != now)
            {
                yield return $"{Wording.Capital(SubjectWords.Of(subject))}, {Place.SpokenOf(place)}: "
                    + $"{Word(now)} now, {Word(was)} before.";
            }
        }
    }

    // What moves from the same day to the same day is told once, with its places.
    private IEnumerable<string> Dues(Outcome later)
    {
        Dictionary<(string, string), DateOnly> before = ByPlace(Status), after = ByPlace(later.Status);
        foreach (var moved in before.Keys
            .Union(after.Keys)
            .Select(key => (Key: key, Was: Of(before, key), Now: Of(after, key)))
            .Where(m => m.Was != m.Now)
            .GroupBy(m => (Name: m.Key.Item1, m.Was, m.Now))
            .OrderBy(g => g.Key.Now ?? g.Key.Was)
            .ThenBy(g => g.Key.Name, StringComparer.Ordinal))
        {
            IEnumerable<string> places = moved.Select(m => m.Key.Item2).Order(StringComparer.Ordinal);
            string where = Upcoming.InWords([.. places.Select(Place.Of)], Gear);
            yield return (where.Length > 0 ? $"{moved.Key.Name}, {where}: " : $"{moved.Key.Name}: ")
                + (moved.Key.Now is { } now ? $"due {Day(now)}" : "no longer due")
                + (moved.Key.Was is { } was ? $", before {Day(was)}." : ", not due before.");
        }
    }

    private IEnumerable<string> Checks(Outcome later)
    {
        Dictionary<string, DateOnly> before = Owed(Status), after = Owed(later.Status);
        foreach (string words in before.Keys.Union(after.Keys).Order(StringComparer.Ordinal))
        {
            DateOnly? was = Of(before, words), now = Of(after, words);
            if (was != now)
            {
                yield return (now is { } on ? $"Owed by {Day(on)}" : "Owed no longer")
                    + (now is not null && was is { } then ? $", before by {Day(then)}: " : ": ")
                    + $"{Wording.Small(words.TrimEnd('.'))}.";
            }
        }
    }

    private IEnumerable<string> Shelf(Outcome later) =>
        from name in OnShelf.Keys.Union(later.OnShelf.Keys).Order(StringComparer.Ordinal)
        let was = OnShelf.GetValueOrDefault(name)
        let now = later.OnShelf.GetValueOrDefault(name)
        where was != now
        select FormattableString.Invariant($"{name}: {now:0.##} on the shelf by the record, {was:0.##} before.");

    private IEnumerable<string> Money(Outcome later)
    {
        if (Total is { } was && later.Total is { } now && was != now)
        {
            yield return $"The visit comes to {Pricing.Money.In(now, later.Currency)}, before "
                + $"{Pricing.Money.In(was, Currency)}. What was paid is not changed by it.";
        }
    }

    private static Dictionary<(string, Subject), Verdict> Gravest(TrailerStatus status) => status.Marks
        .GroupBy(m => (m.Place, m.Subject))
        .ToDictionary(g => g.Key, g => g.Max(m => m.Judgement.Verdict));

    private static TValue? Of<TKey, TValue>(Dictionary<TKey, TValue> by, TKey key)
        where TKey : notnull
        where TValue : struct => by.TryGetValue(key, out TValue value) ? value : null;

    // What was found is told with its verdict, and what is owed as a check.
    private static Dictionary<(string Name, string Place), DateOnly> ByPlace(TrailerStatus status) => status.Upcoming
        .Where(u => u.Cause != DueCause.Event)
        .SelectMany(u => u.Places.Select(p => (u.Name, Place: p, u.On)))
        .GroupBy(u => (u.Name, u.Place))
        .ToDictionary(g => g.Key, g => g.Min(u => u.On));

    private static Dictionary<string, DateOnly> Owed(TrailerStatus status) =>
        status.Owed.GroupBy(o => o.Words).ToDictionary(g => g.Key, g => g.Min(o => o.DueOn));

    private static string Word(Verdict? verdict) => verdict switch
    {
        null => "not looked at",
        Verdict.Sound => "Sound",
        Verdict.Watch => "Watch",
        Verdict.Renew => "Renew",
        _ => "Hold",
    };

    private static string Day(DateOnly day) => FormattableString.Invariant($"{day:MMMM d, yyyy}");
}
