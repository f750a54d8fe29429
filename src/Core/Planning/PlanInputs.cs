using SturdyTinker.Core.Composing;

namespace SturdyTinker.Core.Planning;

/// <summary>What a step takes in plans.</summary>
/// <param name="Minutes">Minutes, above nought.</param>
/// <param name="Since">The day from which plans have gone by it.</param>
public sealed record PlannedMinutes(decimal Minutes, DateOnly Since);

/// <summary>
/// The learned minutes and the prices that plans go by. They follow what is learned and what parts cost, but a plan
/// that people have looked at does not move for every visit that was closed: a small difference is let be, and a large
/// one of minutes is taken in a part a day.
/// </summary>
/// <param name="Minutes">By a step's family; one that is missing goes by the catalogue's minutes.</param>
/// <param name="Prices">By a part's code; null where none is known.</param>
public sealed record PlanInputs(
    IReadOnlyDictionary<string, PlannedMinutes> Minutes,
    IReadOnlyDictionary<string, decimal?> Prices)
{
    /// <summary>
    /// A difference up to this part of what plans go by changes none. Source: from memory; a technician's own times
    /// differ by more from one trailer to the next.
    /// </summary>
    public const decimal LetBe = 0.10m;

    /// <summary>Nor does one of so few minutes. Source: from memory.</summary>
    public const decimal FewMinutes = 0.5m;

    /// <summary>The largest part of a step's minutes that a day moves them by. Source: from memory.</summary>
    public const decimal ADay = 0.25m;

    /// <summary>Before anything was planned.</summary>
    public static PlanInputs None { get; } = new(
        new Dictionary<string, PlannedMinutes>(),
        new Dictionary<string, decimal?>());

    /// <summary>What plans go by from now on. Asked twice with the same facts it answers the same.</summary>
    /// <param name="learned">What steps take here by now, by family.</param>
    /// <param name="prices">What parts cost now, by code; null where none is known.</param>
    /// <param name="today">The day.</param>
    public PlanInputs Next(
        IReadOnlyDictionary<string, LearnedMinutes> learned,
        IReadOnlyDictionary<string, decimal?> prices,
        DateOnly today) =>
        new(
            learned.ToDictionary(l => l.Key, l => Next(Minutes.GetValueOrDefault(l.Key), l.Value.Minutes, today)),
            prices.ToDictionary(
                p => p.Key,
                p => Prices.GetValueOrDefault(p.Key) is { } kept
                    && p.Value is { } now
                    && Math.Abs(now - kept) <= LetBe * kept ? kept : p.Value,
                StringComparer.OrdinalIgnoreCase));

    /// <summary>Whether plans that go by these come out as those that go by the others.</summary>
    public bool IsLike(PlanInputs other) =>
        Minutes.Count == other.Minutes.Count
            && Minutes.All(m => other.Minutes.TryGetValue(m.Key, out PlannedMinutes? same) && same == m.Value)
            && Prices.Count == other.Prices.Count
            && Prices.All(p => other.Prices.TryGetValue(p.Key, out decimal? same) && same == p.Value);

    /// <summary>The minutes as the strip-down takes them.</summary>
    public Learned Learned => Learned.Nothing with
    {
        Minutes = Minutes.ToDictionary(m => m.Key, m => new LearnedMinutes(m.Value.Minutes, LearnedMinutes.Enough))
    };

    private static PlannedMinutes Next(PlannedMinutes? kept, decimal now, DateOnly today)
    {
        if (kept is null)
        {
            return new PlannedMinutes(now, today);
        }

        decimal apart = now - kept.Minutes;
        if (kept.Since >= today || Math.Abs(apart) <= Math.Max(LetBe * kept.Minutes, FewMinutes))
        {
            return kept;
        }

        decimal most = Math.Max(ADay * kept.Minutes, FewMinutes);
        return new PlannedMinutes(kept.Minutes + Math.Clamp(apart, -most, most), today);
    }
}
