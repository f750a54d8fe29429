using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Evidence.Questions;

/// <summary>Whether two ways of doing it, or two parts, last differently.</summary>
public static class DiffersQuestion
{
    // A difference of twice as long is worth knowing; it is told four times in five where it is there, and one time in
    // a hundred where it is not. Source: the usual choice of a trial; how much is worth knowing is from memory.
    private const double Worth = 2, Chance = 0.01, Power = 0.8;

    // A steeper shape is not reckoned with: it is not known that well. From memory.
    private const double MostShape = 2.5;

    // Which answers of which question may change how long a kind lasts. Source: common practice.
    private static readonly (string Kind, PracticeQuestion Question)[] Asked =
    [
        ("repack", PracticeQuestions.Seal),
        ("repack", PracticeQuestions.Cleaning),
        ("repack", PracticeQuestions.GreaseFill),
        ("repack", PracticeQuestions.NutSetting),
        ("bearing", PracticeQuestions.NutSetting),
        ("seal", PracticeQuestions.GreaseFill),
        ("lining", PracticeQuestions.Adjuster),
        ("lining", PracticeQuestions.BrakeRenewal),
        ("lining", PracticeQuestions.Drum),
        ("bushing", PracticeQuestions.Bushings),
    ];

    /// <summary>Asks it of everything of which the record has two ways.</summary>
    /// <param name="of">All lives of a kind.</param>
    public static IEnumerable<EvidenceCard> Ask(LivesOfKind of)
    {
        foreach (PracticeQuestion question in Asked.Where(a => a.Kind == of.Kind.Code).Select(a => a.Question))
        {
            List<(Practice Way, LivesOfKind Lives)> ways = [.. question.Answers
                .Select(o => (o, of with
                {
                    Lives = [.. of.Lives.Where(l => l.Practices?.Is(question, o.Code) == true)]
                }))
                .Where(w => w.Item2.Lives.Count > 0)
                .OrderByDescending(w => w.Item2.Lives.Count)];
            for (int i = 1; i < ways.Count; i++)
            {
                yield return Ask(
                    of.Kind,
                    $"differs/{of.Kind.Code}/{question.Code}/{ways[i].Way.Code}",
                    question.Words,
                    (Short(ways[i].Way.Words), ways[i].Lives),
                    (Short(ways[0].Way.Words), ways[0].Lives));
            }
        }

        if (of.Kind.Code is "bearing" or "repack")
        {
            LivesOfKind grease = Lubricated(of, Lubrication.HandPacked);
            LivesOfKind spindle = Lubricated(of, Lubrication.GreasableSpindle);
            if (grease.Lives.Count > 0 && spindle.Lives.Count > 0)
            {
                yield return Ask(
                    of.Kind,
                    $"differs/{of.Kind.Code}/lubrication",
                    "Greasable spindle or packed by hand",
                    ("on greasable spindles", spindle),
                    ("packed by hand", grease));
            }
        }

        foreach (IGrouping<string, OwnedLife> size in of.Lives
            .Where(l => l.Life.Part is not null)
            .GroupBy(l => SizeOf(l.Life.Part!.Code)))
        {
            List<IGrouping<string, OwnedLife>> makes = [.. size
                .GroupBy(l => l.Life.Part!.Code.ToUpperInvariant())
                .OrderByDescending(g => g.Count())];
            for (int i = 1; i < makes.Count; i++)
            {
                yield return Ask(
                    of.Kind,
                    $"differs/{of.Kind.Code}/part/{makes[i].Key}",
                    $"{makes[i].Key} or {makes[0].Key}",
                    (makes[i].Key, of with { Lives = [.. makes[i]] }),
                    (makes[0].Key, of with { Lives = [.. makes[0]] }));
            }
        }
    }

    private static LivesOfKind Lubricated(LivesOfKind of, Lubrication how) =>
        of with { Lives = [.. of.Lives.Where(l => l.Trailer.Gear.Lubrication == how)] };

    // A shop's own code of the same size begins with ours: "SEAL-1719-2565" and "SEAL-1719-2565-B".
    private static string SizeOf(string code) => string.Join('-', code.ToUpperInvariant().Split('-').Take(3));

    // What stands before the colon or the comma says which way; the rest explains it.
    private static string Short(string way)
    {
        int end = way.IndexOfAny([':', ',', ';']);
        string name = end > 0 ? way[..end] : way;
        return $"“{char.ToLowerInvariant(name[0])}{name[1..]}”";
    }

    private static EvidenceCard Ask(
        CountedKind kind,
        string code,
        string what,
        (string Name, LivesOfKind Lives) one,
        (string Name, LivesOfKind Lives) other)
    {
        // Like against like: a way that only launched trailers are done in is no better or worse for their being
        // launched.
        List<(LivesOfKind One, LivesOfKind Other)> alike = [.. one.Lives.Lives
            .Concat(other.Lives.Lives)
            .Select(UseOf)
            .Distinct()
            .Select(use => (Among(one.Lives, use), Among(other.Lives, use)))
            .Where(p => p.Item1.Lives.Count > 0 && p.Item2.Lives.Count > 0)];
        int before = one.Lives.Lives.Count + other.Lives.Lives.Count;
        one.Lives = one.Lives with { Lives = [.. alike.SelectMany(p => p.One.Lives)] };
        other.Lives = other.Lives with { Lives = [.. alike.SelectMany(p => p.Other.Lives)] };
        int n = one.Lives.Lives.Count + other.Lives.Lives.Count;
        if (n == 0)
        {
            return Apart(kind, code, what, one.Name, other.Name);
        }

        GroupDifference? test = GroupDifference.Of(alike.ConvertAll(p => (p.One.Owned, p.Other.Owned)));

        // Both as if done on the same trailers: the one may have been done more on launched ones than the other.
        MixedLives Mixed(LivesOfKind way)
        {
            LivesByUse byUse = new(way);
            return new MixedLives([.. alike.Select(p => (
                (double)(p.One.Lives.Count + p.Other.Lives.Count) / n,
                byUse.InDaysUsedJust(p.One.Lives[0].Trailer.Uses)))]);
        }

        MixedLives a = Mixed(one.Lives), b = Mixed(other.Lives);
        int ended = one.Lives.Ended + other.Lives.Ended;
        double share = (double)one.Lives.Lives.Count / n;

        // Twice as long is more than half as often where they wear out: by the shape, as a Weibull's hazards go.
        double ratio = Math.Pow(Worth, Math.Clamp((a.Shape + b.Shape) / 2, 1, MostShape));
        double needed = SampleSize.EventsToTell(ratio, share, Chance, Power);
        bool differs = test is { Chance: < Chance };
        bool enough = differs || ended >= needed;
        string counts = $"{one.Name}: {Said.Many(one.Lives.Lives.Count, kind.One, kind.Many)}, "
            + $"{Said.Whole(one.Lives.Ended)} ended; {other.Name}: {Said.Whole(other.Lives.Lives.Count)}, "
            + $"{Said.Whole(other.Lives.Ended)} ended";
        return new EvidenceCard(
            code,
            EvidenceTopic.Differs,
            differs ? EvidenceStanding.Act : enough ? EvidenceStanding.Fine : EvidenceStanding.NotEnough,
            $"{what}: does it make a difference to {kind.Many}?",
            differs
                ? test!.Z > 0 ? Holds(other.Name, b, a) : Holds(one.Name, a, b)
                : enough
                    ? "No: if one held twice as long as the other, the record would very likely show it."
                    : "Nobody can tell yet.",
            string.Join(' ', new[]
            {
                Said.Sentence($"{counts}."),
                test is null ? ""
                    : $"Chance alone would make as great a difference {Said.Seldom(test.Chance)}.",
                differs ? "It says that they differ, not why: look whether the ones were done by other hands." : "",
            }.Where(w => w.Length > 0)),
            enough ? ""
                : $"Not enough yet: {More(kind, one, other, ended, ratio)}, watched until they are looked at, to tell "
                    + "whether one holds twice as long.",
            [
                .. n == before ? Array.Empty<string>()
                    : [$"{Said.Many(before - n, kind.One, kind.Many)} left out: no trailer used alike had the other "
                        + "way."],
                .. alike.Count == 1 ? Array.Empty<string>()
                    : ["Figures are as if both had been done on the same trailers."],
            ],
            Plot(one, a, other, b),
            ["Way", "Counted", "Ended", "One in ten gone by", "Half gone by"],
            [Row(one, a), Row(other, b)]);
    }

    // The test says which; figures stand beside it where they say the same, and of ages that were watched.
    private static string Holds(string name, MixedLives longer, MixedLives shorter) =>
        $"Yes: {name} holds longer" + (longer.AgeBy(0.1) > shorter.AgeBy(0.1)
            ? $"; one in ten is gone by {Said.Age(longer.AgeBy(0.1))} against {Said.Age(shorter.AgeBy(0.1))}."
            : ".");

    private static string UseOf(OwnedLife life) => LivesByUse.CodeOf(life.Trailer.Uses);

    private static LivesOfKind Among(LivesOfKind lives, string use) =>
        lives with { Lives = [.. lives.Lives.Where(l => UseOf(l) == use)] };

    private static EvidenceCard Apart(CountedKind kind, string code, string what, string one, string other) => new(
        code,
        EvidenceTopic.Differs,
        EvidenceStanding.NotEnough,
        $"{what}: does it make a difference to {kind.Many}?",
        "Nobody can tell: no two trailers that are used alike were done both ways.",
        "",
        $"It takes some {kind.Many} {one} and some {other} on trailers that are used alike.",
        [],
        null,
        [],
        []);

    // So many more of each way, until both are as many as it takes.
    private static string More(
        CountedKind kind,
        (string Name, LivesOfKind Lives) one,
        (string Name, LivesOfKind Lives) other,
        int ended,
        double ratio)
    {
        double goes = (ended + 1d) / (one.Lives.Lives.Count + other.Lives.Lives.Count + 2);
        double each = SampleSize.EventsToTell(ratio, 0.5, Chance, Power) / goes / 2;
        int first = (int)Math.Ceiling(Math.Max(1, each - one.Lives.Lives.Count));
        int second = (int)Math.Ceiling(Math.Max(0, each - other.Lives.Lives.Count));
        return $"about {Said.Whole(first)} more {kind.Many} {one.Name}"
            + (second > 0 ? $" and {Said.Whole(second)} more {other.Name}" : "");
    }

    private static IReadOnlyList<string> Row((string Name, LivesOfKind Lives) of, MixedLives fit)
    {
        (double low, double high) = fit.RangeOfAgeBy(0.1, 0.9);
        double past = of.Lives.Lives.Max(l => l.Life.Days.High ?? l.Life.Days.Low), half = fit.AgeBy(0.5);
        return
        [
            of.Name,
            Said.Whole(of.Lives.Lives.Count),
            Said.Whole(of.Lives.Ended),
            $"{Said.Age(fit.AgeBy(0.1))} ({Said.Ages(low, high)})",
            half <= past ? Said.Age(half) : $"beyond {Said.Age(past)}",
        ];
    }

    private static EvidencePlot Plot(
        (string Name, LivesOfKind Lives) one,
        MixedLives a,
        (string Name, LivesOfKind Lives) other,
        MixedLives b)
    {
        double last = Math.Max(365, one.Lives.Lives.Concat(other.Lives.Lives).Max(
            l => l.Life.Days.High ?? l.Life.Days.Low));
        PlotSeries Of(string name, MixedLives fit) => new(
            name,
            SeriesShape.Line,
            [.. Enumerable.Range(0, 31).Select(i => new PlotPoint(
                Math.Round(last * i / 30 / CountedKind.Month, 2),
                Math.Round(100 * fit.SurvivesAt(last * i / 30), 2)))]);
        return new EvidencePlot("months", "of a hundred, still good", [Of(one.Name, a), Of(other.Name, b)], []);
    }
}
