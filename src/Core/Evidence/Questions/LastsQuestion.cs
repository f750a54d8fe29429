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
    /// <param name="byUse">All lives of a kind.</param>
    public static EvidenceCard? Ask(LivesByUse byUse)
    {
        LivesOfKind of = byUse.All;
        if (of.Lives.Count == 0)
        {
            return of.Not == NotCounted.None ? null : Nothing(of);
        }

        CountedKind kind = of.Kind;
        List<Group> groups = Groups(byUse);
        List<Group> known = [.. groups.Where(g => g.IsKnown)];
        Group first = known.Count > 0 ? known[0] : groups[0];
        double share = Math.Max(0.1, (double)(of.Ended + 1) / (of.Lives.Count + 2));
        int more = (int)Math.Ceiling((FewestEnds - first.Lives.Ended) / share);
        string lasts = kind.Code is "repack" or "greasing" ? $"does a {kind.One} hold" : $"do {kind.Many} last";
        return new EvidenceCard(
            $"lasts/{kind.Code}",
            EvidenceTopic.Lasts,
            known.Count > 0 ? EvidenceStanding.Fine : EvidenceStanding.NotEnough,
            $"How long {lasts} here?",
            known.Count > 0
                ? string.Join(' ', known.Take(Headlines).Select(Answer))
                : of.Ended == 0
                    ? $"None has ended yet; the oldest was well at {Said.Age(groups.Max(g => g.Past))}."
                    : $"Only {Said.Whole(of.Ended)} ended so far, on "
                        + $"{Said.Many(EndedOn(of), "trailer", "trailers")}: too few to say how long they last.",
            string.Join(' ', new[]
            {
                $"{Said.Many(of.Lives.Count, kind.One, kind.Many)} of "
                    + $"{Said.Many(of.Trailers, "trailer", "trailers")} counted, {Said.Whole(of.Ended)} of them ended.",
                known.Count > 0 ? Sure(first) : "",
                Wear(groups.Find(g => g.Use.Length == 0)),
                Borrowing.InWords(
                    first.Fit.Borrowed,
                    groups.Count > 1 ? "the shop’s other trailers" : "common practice"),
            }.Concat(Differ(groups)).Where(w => w.Length > 0)),
            known.Count > 0 ? ""
                : more > 0
                    ? $"Not enough yet: about {Said.Whole(more)} more {kind.Many}, watched until they are looked at."
                : $"Not enough yet: it takes {kind.Many} of other trailers, watched until they are looked at.",
            [.. Said.Not(of.Not, kind)],
            Plot(known.Count > 0 ? known : [first]),
            ["In use", "Counted", "Ended", "One in ten gone by", "Half gone by", "Borrowed"],
            [.. groups.Select(Row)]);
    }

    // How many uses the answer names, and how many curves can be told apart.
    private const int Headlines = 3, Curves = 2;

    private const double Sureness = 0.9;

    // More of an early end's age borrowed is not this use's own word. From memory.
    private const double MostBorrowed = 0.5;

    private static int EndedOn(LivesOfKind of) =>
        of.Lives.Where(l => l.Life.Days.HasEnded).Select(l => l.Trailer.Number).Distinct().Count();

    // Lives of trailers used in a way.
    private sealed record Group(string Use, string Name, LivesOfKind Lives, WeibullLives Fit, WeibullLives? Road)
    {
        internal GroupDifference? FromPlain { get; init; }

        // Enough has ended, and most of what is said of an early end is its own.
        internal bool IsKnown =>
            Lives.Ended >= FewestEnds && Lives.Trailers >= LivesOfKind.FewestTrailers && Fit.Borrowed <= MostBorrowed;

        // As long as any was watched.
        internal double Past { get; } = Lives.Lives.Max(l => l.Life.Days.High ?? l.Life.Days.Low);

        // What is said is of ages that some were watched to.
        internal bool HalfWatched => Fit.AgeBy(0.5) <= Past;
    }

    // Plain use first, then what most are used for.
    private static List<Group> Groups(LivesByUse byUse)
    {
        LivesOfKind of = byUse.All, plain = of.UsedAs("");
        return [.. of.Lives
            .SelectMany(l => l.Trailer.Uses)
            .Distinct()
            .Prepend("")
            .Select(use => (Code: use, Lives: of.UsedAs(use)))
            .Where(u => u.Lives.Lives.Count > 0)
            .OrderBy(u => u.Code.Length > 0)
            .ThenByDescending(u => u.Lives.Lives.Count)
            .ThenBy(u => u.Code, StringComparer.Ordinal)
            .Select(u => new Group(
                u.Code,
                u.Code.Length == 0 ? "in plain use" : (Use.Find(u.Code)?.Name ?? u.Code).ToLowerInvariant(),
                u.Lives,
                byUse.InDays(u.Code),
                MilesKnown(u.Lives) ? byUse.InMiles(u.Code) : null)
            {
                FromPlain = u.Code.Length > 0 ? GroupDifference.Of(u.Lives.Owned, plain.Owned) : null
            })];
    }

    private static bool MilesKnown(LivesOfKind lives) =>
        lives.Lives.Count(l => l.Life.Miles is not null) * 2 >= lives.Lives.Count;

    // The road is said where it tells the end better than time does: where they end closer together by it.
    private static string Answer(Group of)
    {
        string early = $"one in ten is gone by {Said.Age(of.Fit.AgeBy(0.1))}";
        double far = of.Lives.Lives.Max(l => l.Life.Miles is { } m ? m.High ?? m.Low : 0);
        return Said.Sentence($"{of.Name}, {early}; "
            + (of.HalfWatched ? $"half reach {Said.Age(of.Fit.AgeBy(0.5))}"
                : $"at {Said.Age(of.Past)}, as long as any was watched, {Said.Share(of.Fit.SurvivesAt(of.Past))} are "
                    + "still good")
            + (of.Road is { } road && road.Shape >= of.Fit.Shape && road.AgeBy(0.1) <= far
                ? $"; by the road, one in ten by {Said.Whole(Math.Round(road.AgeBy(0.1) / 500) * 500)} miles."
                : "."));
    }

    private static string Sure(Group of)
    {
        (double low, double high) = of.Fit.RangeOfAgeBy(0.1, Sureness);
        return $"That tenth {of.Name} goes at {Said.Ages(low, high)}, nine times in ten.";
    }

    private static IEnumerable<string> Differ(List<Group> groups) => groups
        .Where(g => g.FromPlain is { Chance: < 0.01 })
        .GroupBy(g => (Sooner: g.FromPlain!.Z > 0, Seldom: Said.Seldom(g.FromPlain.Chance)))
        .Select(g => $"{Said.Sentence(string.Join("; ", g.Select(d => d.Name)))}: "
            + $"{(g.Key.Sooner ? "sooner" : "later")} than in plain use; chance alone would do that {g.Key.Seldom}.");

    private static IReadOnlyList<string> Row(Group of)
    {
        (double low, double high) = of.Fit.RangeOfAgeBy(0.1, Sureness);
        (double halfLow, double halfHigh) = of.Fit.RangeOfAgeBy(0.5, Sureness);
        return
        [
            Said.Sentence(of.Name),
            Said.Whole(of.Lives.Lives.Count),
            Said.Whole(of.Lives.Ended),
            $"{Said.Age(of.Fit.AgeBy(0.1))} ({Said.Ages(low, high)})",
            of.HalfWatched
                ? $"{Said.Age(of.Fit.AgeBy(0.5))} ({Said.Ages(halfLow, halfHigh)})"
                : $"beyond {Said.Age(of.Past)}",
            Said.Share(of.Fit.Borrowed),
        ];
    }

    // Of plain use alone: trailers that wear them differently would look, all together, as if the weak ones went first.
    // By its own lives alone, too: common practice has it that they wear out, and would say so of a handful.
    private static string Wear(Group? plain)
    {
        if (plain?.Lives.OnTheirOwn() is not { } own)
        {
            return "";
        }

        (double low, double high) = own.RangeOfShape(Sureness);
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

    private static EvidencePlot Plot(List<Group> known) => new(
        "months",
        "of a hundred, still good",
        [.. known.Take(Curves).SelectMany(g => (PlotSeries[])
        [
            new($"{g.Name}, as found", SeriesShape.Steps, AsFound(g)),
            new(
                $"{g.Name}, reckoned",
                SeriesShape.Line,
                [.. Enumerable.Range(0, 41).Select(i => new PlotPoint(
                    Months(g.Past * i / 40),
                    Math.Round(100 * g.Fit.SurvivesAt(g.Past * i / 40), 2)))]),
        ])],
        [new PlotMark(90, "one in ten gone", Upright: false)]);

    private static List<PlotPoint> AsFound(Group of)
    {
        IReadOnlyList<EndsWithin> cells =
            Turnbull.Of(LifeCounts.Of([.. of.Lives.Lives.Select(l => l.Life.Days)], Few, Steps));
        double survives = 1;
        List<PlotPoint> steps = [new(0, 100)];
        foreach (EndsWithin cell in cells.Where(c => double.IsFinite(c.To) && c.Share > 1e-6))
        {
            // Where within it they end nobody knows: the drop is drawn at its later end, when it was found.
            survives = Math.Max(0, survives - cell.Share);
            steps.Add(new PlotPoint(Months(cell.To), Math.Round(100 * survives, 2)));
        }

        steps.Add(new PlotPoint(Months(of.Past), steps[^1].Y));
        return steps;
    }

    private static double Months(double days) => Math.Round(days / CountedKind.Month, 2);
}
