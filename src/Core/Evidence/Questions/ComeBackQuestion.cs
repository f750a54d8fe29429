using System.Globalization;
using SturdyTinker.Core.Evidence.Statistics;

namespace SturdyTinker.Core.Evidence.Questions;

/// <summary>Whether more work comes back than used to: a control chart of the share of visits, by quarters.</summary>
public static class ComeBackQuestion
{
    private const int Quarters = 12;

    // Fewer visits of a quarter, or come-backs, are no share; so many quarters before it say what is usual. From
    // memory.
    private const int FewestVisits = 5, FewestBefore = 4, FewestBack = 3;

    /// <summary>Asks it; null where no visit was closed.</summary>
    /// <param name="visits">The days on which visits were closed, and whether each was a come-back.</param>
    /// <param name="today">The day.</param>
    public static EvidenceCard? Ask(IReadOnlyCollection<(DateOnly On, bool CameBack)> visits, DateOnly today)
    {
        if (visits.Count == 0)
        {
            return null;
        }

        int now = Quarter(today);
        List<(int Quarter, int Visits, int Back)> quarters = [.. visits
            .Where(v => v.On <= today && Quarter(v.On) > now - Quarters)
            .GroupBy(v => Quarter(v.On))
            .Select(g => (g.Key, g.Count(), g.Count(v => v.CameBack)))
            .OrderBy(q => q.Key)];
        int all = quarters.Sum(q => q.Visits), back = quarters.Sum(q => q.Back);
        List<Told> told = [.. quarters.Select(q =>
        {
            // Held against all the others, so that a bad one does not hide itself.
            int? limit = q.Visits >= FewestVisits && quarters.Count > FewestBefore
                ? Chances.FewestThatTell(
                    q.Visits,
                    back - q.Back,
                    all,
                    OddGroups.FalseAlarm / quarters.Count,
                    FewestBack)
                : null;
            return new Told(
                new DateOnly(q.Quarter / 4, (q.Quarter % 4 * 3) + 1, 1)
                    .ToString("MMM yyyy", CultureInfo.InvariantCulture),
                q.Visits,
                q.Back,
                all > q.Visits ? (double)(back - q.Back) / (all - q.Visits) : 0,
                limit,
                Chances.OfAsManyAmong(q.Back, q.Visits, back, all));
        })];

        bool enough = quarters.Count > FewestBefore;
        List<string> odd = [.. told.Where(t => t.IsOdd).Select(t => $"In the quarter from {t.Name}, "
            + $"{Said.Whole(t.Back)} of {Said.Whole(t.Visits)} visits were for what was done shortly before, where "
            + $"{Said.Share(t.Usual)} is usual.")];
        return new EvidenceCard(
            "wrong/come-backs",
            EvidenceTopic.Wrong,
            odd.Count > 0 ? EvidenceStanding.Act : enough ? EvidenceStanding.Fine : EvidenceStanding.NotEnough,
            "Does more work come back than used to?",
            odd.Count > 0 ? string.Join(' ', odd)
                : enough
                    ? $"No: {Said.Whole(back)} of {Said.Whole(all)} visits in three years, and no quarter stands out."
                : $"{Said.Whole(back)} of {Said.Whole(all)} visits so far; too few quarters to say what is usual.",
            enough
                ? $"Where nothing has changed, this card cries once in {1 / OddGroups.FalseAlarm:0} times."
                : "",
            enough ? "" : $"Not enough yet: about {Said.Whole(FewestBefore + 1 - quarters.Count)} more quarters.",
            [$"A come-back is what was done at the same place within {Visits.ComeBack.Days} days, or "
                + $"{Said.Whole(Visits.ComeBack.Miles)} miles within {Visits.ComeBack.MilesDays} days."],
            new EvidencePlot(
                "quarter",
                "of a hundred visits",
                [
                    new PlotSeries(
                        "come-backs",
                        SeriesShape.Dots,
                        [.. told.Select((t, i) => new PlotPoint(
                            i + 1,
                            Math.Round(100d * t.Back / t.Visits, 2),
                            Name: t.IsOdd ? t.Name : ""))]),
                    new PlotSeries(
                        "from here on something has changed",
                        SeriesShape.Line,
                        [.. told.Select((t, i) => (t.Limit, At: i + 1, t.Visits))
                            .Where(t => t.Limit is not null)
                            .Select(t => new PlotPoint(t.At, Math.Round(100d * t.Limit!.Value / t.Visits, 2)))]),
                ],
                [new PlotMark(Math.Round(100d * back / Math.Max(1, all), 2), "of all", Upright: false)]),
            ["Quarter from", "Visits", "Come-backs", "Usual", "Odd from", "By chance"],
            [.. told.Select(t => (IReadOnlyList<string>)
            [
                t.Name,
                Said.Whole(t.Visits),
                Said.Whole(t.Back),
                Said.Share(t.Usual),
                t.Limit is { } limit ? $"{Said.Whole(limit)} or more" : "–",
                Said.Seldom(t.Chance),
            ])]);
    }

    // A quarter's visits, the share that is usual, and from how many come-backs on it is odd; null where it is too
    // small.
    private sealed record Told(string Name, int Visits, int Back, double Usual, int? Limit, double Chance)
    {
        internal bool IsOdd => Back >= Limit;
    }

    private static int Quarter(DateOnly day) => (day.Year * 4) + ((day.Month - 1) / 3);
}
