using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Evidence;

/// <summary>What evidence keeps of a trailer once its lives are counted.</summary>
/// <param name="Id">The trailer.</param>
/// <param name="Number">Its number among those counted.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="CustomerId">Whose it is.</param>
/// <param name="Gear">Its running gear.</param>
/// <param name="Uses">How it is used.</param>
/// <param name="Years">How many years it has been known.</param>
/// <param name="MilesAYear">Miles of a usual year; null where nobody knows.</param>
public sealed record CountedTrailer(
    Guid Id,
    int Number,
    string Tag,
    Guid CustomerId,
    RunningGear Gear,
    IReadOnlyList<string> Uses,
    double Years,
    double? MilesAYear);

/// <summary>A life with whose it is.</summary>
/// <param name="Trailer">The trailer.</param>
/// <param name="Life">The life.</param>
/// <param name="Practices">The practices in force when it began; null where nobody knows.</param>
public sealed record OwnedLife(CountedTrailer Trailer, CountedLife Life, PracticeChoices? Practices);

/// <summary>All lives of a kind.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Lives">The lives.</param>
/// <param name="Not">What could not be counted.</param>
public sealed record LivesOfKind(CountedKind Kind, IReadOnlyList<OwnedLife> Lives, NotCounted Not)
{
    /// <summary>Lives of fewer trailers are no record of a shop's own, however many. From memory.</summary>
    public const int FewestTrailers = 3;

    /// <summary>Those that are in and were not looked at since.</summary>
    public IReadOnlyList<OwnedLife> Unseen { get; init; } = [];

    /// <summary>Everything that is in, looked at since or not.</summary>
    public IEnumerable<OwnedLife> StillIn => Lives.Where(l => l.Life.StillIn).Concat(Unseen);

    /// <summary>How many of them have ended.</summary>
    public int Ended => Lives.Count(l => l.Life.Days.HasEnded);

    /// <summary>How many trailers they are of.</summary>
    public int Trailers => Lives.Select(l => l.Trailer.Number).Distinct().Count();

    /// <summary>How many a trailer has at once, on the average.</summary>
    public double EachTrailer => Lives.Count == 0 ? 0 : Lives
        .Select(l => (l.Trailer.Number, l.Life.Place))
        .Distinct()
        .GroupBy(p => p.Number)
        .Average(g => g.Count());

    /// <summary>Those of trailers used in a way; with an empty code, of those used in no special way.</summary>
    public LivesOfKind UsedAs(string use) => this with
    {
        Lives = [.. Lives.Where(l => use.Length == 0
            ? l.Trailer.Uses.Count == 0
            : l.Trailer.Uses.Contains(use))]
    };

    /// <summary>How long they last in days.</summary>
    /// <param name="prior">What others say of it.</param>
    public WeibullLives InDays(WeibullPrior prior) =>
        WeibullLives.Of(
            [.. Lives.Select(l => l.Life.Days)],
            prior,
            [.. Lives.Select(l => l.Trailer.Number)]) ?? Only(prior);

    /// <summary>
    /// How long they last in days by themselves, nothing borrowed; null where they are too few to tell a shape.
    /// </summary>
    public WeibullLives? OnTheirOwn() => WeibullLives.Of(
        [.. Lives.Select(l => l.Life.Days)],
        owners: [.. Lives.Select(l => l.Trailer.Number)]);

    /// <summary>How long they last in miles, of those whose miles are known.</summary>
    /// <param name="prior">What others say of it.</param>
    public WeibullLives InMiles(WeibullPrior prior)
    {
        List<OwnedLife> known = [.. Lives.Where(l => l.Life.Miles is not null)];
        return WeibullLives.Of(
            [.. known.Select(l => l.Life.Miles!.Value)],
            prior,
            [.. known.Select(l => l.Trailer.Number)]) ?? Only(prior);
    }

    /// <summary>Lives with their owners, to be compared.</summary>
    public IReadOnlyList<(Life Life, int Owner)> Owned =>
        [.. Lives.Select(l => (l.Life.Days, l.Trailer.Number))];

    private static WeibullLives Only(WeibullPrior prior) =>
        new(prior.Shape, prior.Scale, 0, prior.ShapeSpread, prior.ScaleSpread, prior.Together);
}
