using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Intervals;

namespace SturdyTinker.Core.Evidence.Questions;

/// <summary>How long something lasts here, and in which use.</summary>
public static class LastsQuestion
{
    // A curve of more lives is drawn on a grid of so many steps.
    private const int Few = 300, Steps = 40;

    // Fewer ends say nothing of how long one lasts. From memory.
    private const int FewestEnds = 3;

    /// <summary>Asks it; null where nothing was counted at all.</summary>
    /// <param name="of">All lives of a kind.</param>
    public static EvidenceCard? Ask(LivesOfKind of)
    {
        if (of.Lives.Count == 0)
        {
            return of.Not == NotCounted.None ? null : Nothing(of);
        }

        CountedKind kind = of.Kind;
        WeibullLives all = of.InDays(kind.Days), road = of.InMiles(kind.Miles);
        int milesKnown = of.Lives.Count(l => l.Life.Miles is not null);
        List<(string Name, LivesOfKind Lives, WeibullLives Fit, GroupDifference? Differs)> groups = [];
        LivesOfKind plain = of.UsedAs("");
        foreach (string use in Use.All.Select(u => u.Code).Prepend(""))
        {
            LivesOfKind group = of.UsedAs(use);
            if (group.Lives.Count > 0 && group.Lives.Count < of.Lives.Count)
            {
                LivesOfKind others = of.Without(group);
                groups.Add((
                    use.Length == 0 ? "in plain use" : Use.Find(use)!.Name.ToLowerInvariant(),
                    group,
                    group.InDays(Borrowing.From(others.InDays(kind.Days))),
                    use.Length == 0 ? null : GroupDifference.Of(group.Owned, plain.Owned)));
            }
        }

        bool known = of.Ended >= FewestEnds;
        List<string> differ = [.. groups
            .Where(g => g.Differs is { Chance: < 0.01 })
            .Select(g => $"{Said.Sentence(g.Name)}: {(g.Differs!.Z > 0 ? "sooner" : "later")} than in plain use; "
                + $"chance alone would do that {Said.Seldom(g.Differs.Chance)}.")];
        double past = of.Lives.Max(l => l.Life.Days.High ?? l.Life.Days.Low);
        string counted = $"{Said.Many(of.Lives.Count, kind.One, kind.Many)} of "
            + $"{Said.Many(of.Trailers, "trailer", "trailers")} counted, {Said.Whole(of.Ended)} of them ended";

        // What is said is of ages that some were watched to: half of them where it is, else one in ten.
        bool half = all.AgeBy(0.5) <= past;
        (double low, double high) = all.RangeOfAgeBy(half ? 0.5 : 0.1, 0.9);
        double far = of.Lives.Max(l => l.Life.Miles is { } m ? m.High ?? m.Low : 0);
        string miles = milesKnown * 2 >= of.Lives.Count && known && road.AgeBy(0.5) <= far
            ? $" By the road, half reach {Said.Whole(Math.Round(road.AgeBy(0.5) / 500) * 500)} miles."
            : "";
        double share = Math.Max(0.1, (double)(of.Ended + 1) / (of.Lives.Count + 2));
        int more = (int)Math.Ceiling((FewestEnds - of.Ended) / share);
        string lasts = kind.Code is "repack" or "greasing" ? $"does a {kind.One} hold" : $"do {kind.Many} last";
        return new EvidenceCard(
            $"lasts/{kind.Code}",
            EvidenceTopic.Lasts,
            known ? EvidenceStanding.Fine : EvidenceStanding.NotEnough,
            $"How long {lasts} here?",
            known
                ? (half ? $"Half reach {Said.Age(all.AgeBy(0.5))}; one in ten is gone by {Said.Age(all.AgeBy(0.1))}."
                    : $"One in ten is gone by {Said.Age(all.AgeBy(0.1))}; at {Said.Age(past)}, as long as any was "
                        + $"watched, {Said.Share(all.SurvivesAt(past))} are still good.") + miles
                : of.Ended == 0
                    ? $"None has ended yet; the oldest was well at {Said.Age(past)}."
                    : $"Only {Said.Whole(of.Ended)} ended so far: too few to say how long they last.",
            string.Join(' ', new[]
            {
                $"{counted}.",
                !known ? ""
                    : $"Nine times in ten, {(half ? "half are gone" : "the tenth is gone")} between {Said.Age(low)} "
                        + $"and {Said.Age(high)}.",
                Wear(plain),
                Borrowing.InWords(all.Borrowed, "common practice"),
            }.Concat(differ).Where(w => w.Length > 0)),
            known ? ""
                : $"Not enough yet: about {Said.Whole(more)} more {kind.Many}, watched until they are looked at.",
            [.. Said.Not(of.Not, kind)],
            Plot(of, all, past),
            ["In use", "Counted", "Ended", "One in ten gone by", "Half gone by", "Borrowed"],
            [.. groups.Select(g => Row(Said.Sentence(g.Name), g.Lives, g.Fit)).Prepend(Row("All", of, all))]);
    }

    private static IReadOnlyList<string> Row(string name, LivesOfKind lives, WeibullLives fit)
    {
        (double low, double high) = fit.RangeOfAgeBy(0.5, 0.9);
        double past = lives.Lives.Max(l => l.Life.Days.High ?? l.Life.Days.Low);
        return
        [
            name,
            Said.Whole(lives.Lives.Count),
            Said.Whole(lives.Ended),
            Said.Age(fit.AgeBy(0.1)),
            fit.AgeBy(0.5) <= past ? $"{Said.Age(fit.AgeBy(0.5))} ({Said.Age(low)} to {Said.Age(high)})"
                : $"beyond {Said.Age(past)}",
            Said.Share(fit.Borrowed),
        ];
    }

    // Of plain use alone: trailers that wear them differently would look, all together, as if the weak ones went first.
    private static string Wear(LivesOfKind plain)
    {
        if (plain.Ended < FewestEnds)
        {
            return "";
        }

        (double low, double high) = plain.InDays(plain.Kind.Days).RangeOfShape(0.9);
        return low > 1 ? "In plain use they wear out: an old one goes sooner than a new one."
            : high < 1 ? "In plain use the weak ones go first: it looks like how they are put in more than like wear."
            : "";
    }

    private static EvidenceCard Nothing(LivesOfKind of) => new(
        $"lasts/{of.Kind.Code}",
        EvidenceTopic.Lasts,
        EvidenceStanding.NotEnough,
        $"How long do {of.Kind.Many} last here?",
        "Nothing can be counted yet.",
        "",
        "It takes some whose beginning is on record, and a look at them later.",
        [.. Said.Not(of.Not, of.Kind)],
        null,
        [],
        []);

    private static EvidencePlot Plot(LivesOfKind of, WeibullLives fit, double past)
    {
        IReadOnlyList<EndsWithin> cells =
            Turnbull.Of(LifeCounts.Of([.. of.Lives.Select(l => l.Life.Days)], Few, Steps));
        double survives = 1;
        List<PlotPoint> steps = [new(0, 100)];
        foreach (EndsWithin cell in cells.Where(c => double.IsFinite(c.To) && c.Share > 1e-6))
        {
            // Where within it they end nobody knows: the drop is drawn at its later end, when it was found.
            survives = Math.Max(0, survives - cell.Share);
            steps.Add(new PlotPoint(Months(cell.To), Math.Round(100 * survives, 2)));
        }

        steps.Add(new PlotPoint(Months(past), steps[^1].Y));
        return new EvidencePlot(
            "months",
            "of a hundred, still good",
            [
                new PlotSeries("as found", SeriesShape.Steps, steps),
                new PlotSeries(
                    "reckoned",
                    SeriesShape.Line,
                    [.. Enumerable.Range(0, 41).Select(i => new PlotPoint(
                        Months(past * i / 40),
                        Math.Round(100 * fit.SurvivesAt(past * i / 40), 2)))]),
            ],
            [new PlotMark(90, "one in ten gone", Upright: false)]);
    }

    private static double Months(double days) => Math.Round(days / CountedKind.Month, 2);
}
