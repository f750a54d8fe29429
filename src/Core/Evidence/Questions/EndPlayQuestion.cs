using SturdyTinker.Core.Evidence.Statistics;

namespace SturdyTinker.Core.Evidence.Questions;

/// <summary>
/// Whether one person's end plays lie off the others': a question about the instrument first, for those who may see it.
/// </summary>
public static class EndPlayQuestion
{
    // Fewer figures of a person are none of theirs to be held against others'. From memory.
    private const int Fewest = 8;

    // Less than a graduation of a dial indicator is nobody's business.
    private const double Graduation = 0.001;

    /// <summary>Asks it; null where nobody has measured any.</summary>
    /// <param name="taken">All end plays.</param>
    /// <param name="terms">The shop's terms.</param>
    public static EvidenceCard? Ask(IReadOnlyCollection<PastEndPlay> taken, EvidenceTerms terms)
    {
        if (taken.Count == 0)
        {
            return null;
        }

        // Each figure against the usual of its own setting: who does the castle nuts is not off for that.
        Dictionary<string, double> usual = taken
            .GroupBy(t => t.Setting)
            .ToDictionary(g => g.Key, g => g.Average(t => t.Inches));
        List<(Guid Person, List<double> Off)> people = [.. taken
            .GroupBy(t => t.PersonId)
            .Select(g => (g.Key, g.Select(t => t.Inches - usual[t.Setting]).ToList()))
            .Where(p => p.Item2.Count >= Fewest)];
        if (people.Count < 2)
        {
            return new EvidenceCard(
                Code,
                EvidenceTopic.Calibration,
                EvidenceStanding.NotEnough,
                Question,
                "Nobody can tell yet.",
                $"{Said.Whole(taken.Count)} end plays on record.",
                $"Not enough yet: two people with {Fewest} end plays each.",
                [],
                null,
                [],
                []);
        }

        // The farthest off first; whoever only looked off beside them is held against the rest.
        List<Off> held = Held(people), odd = [];
        List<(Guid Person, List<double> Off)> rest = [.. people];
        while (rest.Count >= 2 && Held(rest)[0] is { Odd: true } farthest)
        {
            odd.Add(farthest);
            rest.RemoveAll(p => p.Person == farthest.Person);
        }

        // Of two people nobody can say which of both is off.
        string Says(Off p) =>
            FormattableString.Invariant($"{Math.Abs(p.Mean):0.000} in {(p.Mean > 0 ? "above" : "below")}");
        return new EvidenceCard(
            Code,
            EvidenceTopic.Calibration,
            odd.Count > 0 ? EvidenceStanding.Act : EvidenceStanding.Fine,
            Question,
            odd.Count == 0 ? "Yes: nobody’s figures lie off the others’ by a graduation or more."
                : people.Count == 2
                    ? $"{terms.PersonName(held[0].Person)}’s figures lie {Says(held[0])} "
                        + $"{terms.PersonName(held[1].Person)}’s. Do both dial indicators read the same? Put both on "
                        + "one hub before anybody is asked."
                    : string.Join(' ', odd.Select(p => $"{terms.PersonName(p.Person)}’s figures lie {Says(p)} the "
                        + "others’. Is it the dial indicator? Put two on one hub before anybody is asked.")),
            $"{Said.Whole(people.Sum(p => p.Off.Count))} end plays of {Said.Whole(people.Count)} people, each against "
                + "the usual of its own kind of nut and setting. Where nothing is off, this card cries once in "
                + $"{1 / OddGroups.FalseAlarm:0} times.",
            "",
            ["It says nothing of anybody’s work: another instrument, another bench or other trailers do the same."],
            new EvidencePlot(
                "figures taken",
                "thousandths off the others",
                [
                    new PlotSeries(
                        "people",
                        SeriesShape.Dots,
                        [.. held.OrderBy(p => p.Count).Select(p => new PlotPoint(
                            p.Count,
                            Math.Round(p.Mean * 1_000, 2),
                            Math.Round((p.Mean - (2 * p.Deviation / Math.Sqrt(p.Count))) * 1_000, 2),
                            Math.Round((p.Mean + (2 * p.Deviation / Math.Sqrt(p.Count))) * 1_000, 2),
                            terms.PersonName(p.Person)))]),
                ],
                [new PlotMark(0, "as the others", Upright: false)]),
            ["Who", "End plays", "Off the others, in", "By chance"],
            [.. held.Select(p => (IReadOnlyList<string>)
            [
                terms.PersonName(p.Person),
                Said.Whole(p.Count),
                FormattableString.Invariant($"{p.Mean:+0.0000;-0.0000;0.0000}"),
                Said.Seldom(p.Chance),
            ])]);
    }

    // One person's figures beside the others'.
    private sealed record Off(Guid Person, int Count, double Mean, double Deviation, double Chance, bool Odd);

    private static List<Off> Held(List<(Guid Person, List<double> Off)> people) => [.. people
        .Select(p =>
        {
            List<double> others = [.. people.Where(o => o.Person != p.Person).SelectMany(o => o.Off)];
            double mean = p.Off.Average(), theirs = others.Average();
            double chance = Chances.OfMeans(
                p.Off.Count,
                mean,
                Deviation(p.Off),
                others.Count,
                theirs,
                Deviation(others)).Chance;
            return new Off(
                p.Person,
                p.Off.Count,
                mean - theirs,
                Deviation(p.Off),
                chance,
                chance < OddGroups.FalseAlarm / people.Count && Math.Abs(mean - theirs) >= Graduation);
        })
        .OrderByDescending(p => p.Odd)
        .ThenByDescending(p => Math.Abs(p.Mean))];

    private const string Code = "calibration/end-play", Question = "Do people’s end plays agree?";

    private static double Deviation(List<double> of)
    {
        double mean = of.Average();
        return of.Count < 2 ? 0 : Math.Sqrt(of.Sum(x => (x - mean) * (x - mean)) / (of.Count - 1));
    }
}
