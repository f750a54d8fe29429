using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;

namespace SturdyTinker.Core.Evidence.Questions;

/// <summary>What the record says of an interval, as a card.</summary>
internal static class IntervalCard
{
    /// <summary>The card.</summary>
    /// <param name="of">What the record says.</param>
    /// <param name="terms">The shop's terms.</param>
    internal static EvidenceCard Of(WeighedInterval of, EvidenceTerms terms)
    {
        CountedKind kind = of.Kind;
        Interval present = of.Present;
        string whose = of.Use.Length == 0 ? "trailers in plain use" : $"trailers that are {WordsOf(of.Use)}";
        return new EvidenceCard(
            $"interval/{kind.Code}/{(of.Use.Length == 0 ? "plain" : of.Use)}",
            EvidenceTopic.Interval,
            of.Standing,
            $"{of.Rule.Name}: is {(of.Now is { } now ? MonthsWords(now) : Distance(present))} right for {whose}?",
            Answer(of, terms),
            HowSure(of),
            of.IsSure ? ""
                : $"Not enough yet: about {Said.Whole(of.ToCome)} more {kind.Many}{Others(of)}, watched until they are "
                    + "looked at.",
            [
                $"In time a {kind.One} costs {terms.Money(of.Costs.Planned)}; gone before, {terms.Money(of.Costs.Gone)}"
                    + (kind.StopsOnRoad > 0
                        ? $": what has to be done then, and {Said.OneIn(kind.StopsOnRoad)} of them stops on the road "
                            + $"at {terms.Money((double)EvidenceTerms.RoadStop)} (from memory)."
                        : ": what has to be done then."),
                .. Otherwise(of, terms),
                .. BoundWords(of),
                .. of.Use == Use.Launched && of.Rule.AtSeasonsEnd
                    ? ["Beside the months, the season’s end and the immersions bring it about on these."]
                    : Array.Empty<string>(),
                .. Said.Not(of.Group.Not, kind).Select(w => of.LeansOnShop ? $"Over all uses, {w}" : w),
                "What an axle’s or a grease’s maker prints goes before any of it.",
            ],
            Plot(of),
            ["If renewed every", "Gone by then", "Nine times in ten", "A trailer and year", "By 1,000 miles"],
            Rows(of, terms),
            new AdvisedInterval(
                of.Rule.Code,
                of.Use,
                of.Group.Lives.Count,
                of.Now,
                present.Distance?.Miles,
                of.Months,
                of.Low,
                of.High,
                of.Miles,
                Hint(of, terms),

                // Where distance alone decides, no months are put upon it.
                of.IsSure && of.Now is not null));
    }

    private static string HowSure(WeighedInterval of)
    {
        LivesOfKind group = of.Group;
        string[] words =
        [
            $"Read out of {Said.Many(group.Lives.Count, of.Kind.One, of.Kind.Many)} of "
                + $"{Said.Many(group.Trailers, "trailer", "trailers")}, {Said.Whole(group.Ended)} of them gone before "
                + "they were renewed.",
            of.IsSure && of.Low < of.High
                ? $"Nine times in ten the right figure lies between {of.Low} and {of.High} months."
                : "",
            Borrowing.InWords(of.Lives.Borrowed, of.LeansOnShop ? "the shop’s other trailers" : "common practice"),
            AlikeWords(of),
        ];
        return string.Join(' ', words.Where(w => w.Length > 0));
    }

    private static string AlikeWords(WeighedInterval of)
    {
        double tell = Math.Round(of.Group.Lives.Count / of.Lives.OwnersAlike);
        return of.Lives.OwnersAlike <= 1.2 ? ""
            : "Lives of one trailer are alike: they tell as much as "
                + (tell <= 1 ? "a single one." : $"{Said.Whole(tell)} of different trailers.");
    }

    // More of the same trailers would tell nothing new where these are few.
    private static string Others(WeighedInterval of) => of.TrailersToCome == 0 ? ""
        : $", of {Said.Many(of.TrailersToCome, "other trailer", "other trailers")} at least";

    private static string Hint(WeighedInterval of, EvidenceTerms terms)
    {
        string own = $"Your own {Said.Many(of.Group.Lives.Count, of.Kind.One, of.Kind.Many)}";
        return !of.IsSure ? $"{own} do not say yet: about {Said.Whole(of.ToCome)} more{Others(of)}."
            : of.Months == of.Now ? $"{own} say keep {MonthsWords(of.Months)}."
            : $"{own} say {MonthsWords(of.Months)}, {of.Low} to {of.High}{Beside(of, terms)}.";
    }

    private static string WordsOf(string use) => use switch
    {
        Use.Launched => "launched",
        "salt" => "in salt",
        "heavy" => "loaded to their rating",
        "rough" => "on rough roads",
        "light" => "used lightly",
        _ => Use.Find(use)?.Name.ToLowerInvariant() ?? use,
    };

    private static string MonthsWords(int months) => months == 1 ? "1 month" : $"{months} months";

    private static string Distance(Interval present) =>
        present.Distance is { } far ? $"{Said.Whole((double)far.Miles)} miles" : "the present interval";

    private static string Beside(WeighedInterval of, EvidenceTerms terms) =>
        of.Now is null || of.Now == of.Months ? ""
        : of.More >= 0.5 ? $"; {of.Now} costs about {terms.Money(of.More)} more a trailer and year"
        : of.More <= -0.5
            ? $"; {of.Now} costs about {terms.Money(-of.More)} less a trailer and year, and more of them are gone "
                + "by then"
        : $"; {of.Now} costs the same";

    private static string Answer(WeighedInterval of, EvidenceTerms terms)
    {
        if (!of.IsSure)
        {
            return of.Few ? $"{TooFew(of)}: keep to the interval there is."
                : $"It may be anything from {of.Low} to {MonthsWords(of.High)}: keep to the interval there is.";
        }

        if (of.Now is not { } now)
        {
            return of.Miles is { } miles
                ? $"By the road the record says {Said.Whole((double)miles)} miles."
                : $"By time it would be {MonthsWords(of.Months)}; {Distance(of.Present)} decides it here.";
        }

        string why = Why(of);
        if (of.Months == now)
        {
            return $"Yes: keep {MonthsWords(now)}." + (why.Length > 0 ? $" Longer would be cheaper, but {why}." : "");
        }

        string range = MonthsWords(of.Months) + (of.Low == of.High ? "" : $", {of.Low} to {of.High}");
        string held = why.Length > 0 ? $" Longer still would be cheaper, but {why}." : "";
        string cost = of.More >= 0.5
            ? $" {MonthsWords(now)} costs about {terms.Money(of.More)} more a trailer and year"
            : of.More <= -0.5 ? $" {MonthsWords(now)} costs about {terms.Money(-of.More)} less a trailer and year"
            : " Both cost the same";
        cost += $", and by then {Said.Share(of.Gone(now * CountedKind.Month))} of them are gone.";
        return of.Standing == EvidenceStanding.Fine
            ? $"Yes: {MonthsWords(now)} lies within what the record says, {range}.{cost}{held}"
            : now < of.Low ? $"It may be longer: the record says {range}.{cost}{held}"
            : $"It should be shorter: the record says {range}.{cost}"
                + (of.More <= -0.5 ? " Fewer that run gone are worth that little more." : "");
    }

    private static string TooFew(WeighedInterval of) =>
        of.TrailersToCome > 0
            ? $"{Said.Many(of.Group.Trailers, "trailer says", "trailers say")} too little, however often they were done"
        : of.Group.Ended == 0 ? "None has gone yet, so that nobody can tell how long would be too long"
        : "The record has too little to say anything of its own";

    private static string Why(WeighedInterval of) => of.Best.Bound switch
    {
        IntervalBound.OneInTen => of.Now is { } now && of.Gone(now * CountedKind.Month) > 0.1
            ? $"by {MonthsWords(now)} {Said.Share(of.Gone(now * CountedKind.Month))} of them are gone already"
            : $"more than one in ten {of.Kind.Many} would be gone by then",
        IntervalBound.Watched => "nothing here was watched longer, so the record says nothing beyond",
        IntervalBound.Published => "a published limit stands there",
        IntervalBound.Practice => "nobody in the trade leaves it longer",
        _ => "",
    };

    // What it would be, were a stop on the road half or twice as dear: nobody knows that figure well.
    private static IEnumerable<string> Otherwise(WeighedInterval of, EvidenceTerms terms)
    {
        double stop = of.Kind.StopsOnRoad * (double)EvidenceTerms.RoadStop;
        if (of.IsSure
            && stop > 0
            && of.MonthsWere(of.Costs.Gone - (stop / 2)) is { } half
            && of.MonthsWere(of.Costs.Gone + stop) is { } twice)
        {
            yield return $"Were a stop half as dear, at {terms.Money((double)EvidenceTerms.RoadStop / 2)}, it would be "
                + $"{MonthsWords(half)}; twice as dear, {MonthsWords(twice)}.";
        }
    }

    private static IEnumerable<string> BoundWords(WeighedInterval of)
    {
        if (of.Best.Bound == IntervalBound.Watched)
        {
            yield return $"Too few {of.Kind.Many} were watched beyond {Said.Age(of.Watched)} to say anything of what "
                + "comes after: it would take some that are left in longer.";
        }
    }

    private static EvidencePlot Plot(WeighedInterval of)
    {
        // What nobody has watched is not drawn: a curve that falls on and on would say to wait.
        int last = Math.Max(Math.Max(6, WatchedMonths(of)), Math.Max(of.Now ?? 0, of.IsSure ? of.High : 0));
        int step = Math.Max(1, last / 60);
        List<PlotPoint> points = [];
        for (int m = Math.Max(1, Math.Min(of.Now ?? of.Months, of.Months) / 3); m <= last; m += step)
        {
            points.Add(new PlotPoint(m, Math.Round(of.AYear(m * CountedKind.Month), 2)));
        }

        List<PlotMark> marks = of.IsSure ? [new(of.Months, $"{of.Months} by the record", Upright: true)] : [];
        if (of.Now is { } now && (now != of.Months || !of.IsSure))
        {
            marks.Add(new PlotMark(now, $"{now} now", Upright: true));
        }

        if (of.IsSure)
        {
            marks.AddRange([new(of.Low, "", Upright: true), new(of.High, "", Upright: true)]);
        }

        return new EvidencePlot(
            "months between two",
            "cost of a trailer and year",
            [new PlotSeries("cost", SeriesShape.Line, points)],
            marks);
    }

    private static int WatchedMonths(WeighedInterval of) => (int)((of.Watched / CountedKind.Month) + 0.5);

    private static List<IReadOnlyList<string>> Rows(WeighedInterval of, EvidenceTerms terms)
    {
        List<double> miles = [.. of.Group.Lives
            .Select(l => l.Trailer)
            .DistinctBy(t => t.Number)
            .Select(t => t.MilesAYear)
            .OfType<double>()
            .Order()];
        double? usual = miles.Count > 0 ? miles[miles.Count / 2] : null;
        List<WeibullLives> drawn = [.. of.Drawn];
        int[] asked = [3, 6, 9, 12, 15, 18, 24, 30, 36, 48, 60];

        // Of what nobody has watched no figure is given but of what is there and what is advised.
        SortedSet<int> told =
        [
            .. asked.Where(m => m <= WatchedMonths(of)),
            of.Now ?? of.Months,
            of.IsSure ? of.Months : of.Now ?? of.Months,
        ];
        return [.. told.Select(m =>
        {
            double at = m * CountedKind.Month;
            List<double> gone = [.. drawn.Select(l => 1 - l.SurvivesAt(at)).Order()];
            double low = Chances.Quantile(gone, 0.05), high = Chances.Quantile(gone, 0.95);
            return (IReadOnlyList<string>)
            [
                MonthsWords(m)
                    + (m == of.Now ? ", now" : "")
                    + (m == of.Months && of.IsSure ? ", by the record" : "")
                    + (m > WatchedMonths(of) ? " (beyond what was watched)" : ""),
                Said.Share(of.Gone(at)),
                $"{Said.Share(low)} to {Said.Share(high)}",
                terms.Money(of.AYear(at)),
                usual is > 200 and { } year ? terms.Money(of.AYear(at) / year * 1_000) : "–",
            ];
        })];
    }
}
