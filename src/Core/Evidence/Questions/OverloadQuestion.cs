namespace SturdyTinker.Core.Evidence.Questions;

/// <summary>Whether one customer's trailers show more of what overloading does than the others'.</summary>
public static class OverloadQuestion
{
    /// <summary>
    /// Rows of the rulebook that speak of too much load: flat or cracked springs, a bent axle, tyres worn on both
    /// edges or by heat, and what somebody says. Source: common practice.
    /// </summary>
    public static IReadOnlyList<string> Signs { get; } =
        ["spring-flat", "spring-cracked", "axle-bent", "use-overloaded", "use-heavy-side"];

    // A customer's signs beside what would be usual for as many trailer-years.
    private sealed record Load(Guid Id, int Trailers, double Years, int Signs, int Showing)
    {
        internal double Usual { get; init; }

        internal double Chance { get; init; }

        internal bool IsOdd { get; init; }
    }

    // A customer of whom fewer trailer-years are known is not held against anybody. From memory.
    private const double LeastYears = 2;

    /// <summary>How often a trailer showed a sign, where what is found again within a year is the same one.</summary>
    /// <param name="days">The days on which it was found.</param>
    public static int YearsWithSigns(IEnumerable<DateOnly> days)
    {
        int count = 0;
        DateOnly? last = null;
        foreach (DateOnly day in days.Order())
        {
            if (last is null || day >= last.Value.AddYears(1))
            {
                count++;
                last = day;
            }
        }

        return count;
    }

    /// <summary>Asks it; null where there are fewer than two customers to hold against each other.</summary>
    /// <param name="trailers">Each trailer with how often it showed a sign.</param>
    /// <param name="terms">The shop's terms.</param>
    public static EvidenceCard? Ask(IReadOnlyList<(CountedTrailer Trailer, int Signs)> trailers, EvidenceTerms terms)
    {
        List<Load> customers = [.. trailers
            .GroupBy(t => t.Trailer.CustomerId)
            .Select(g => new Load(
                g.Key,
                g.Count(),
                g.Sum(t => t.Trailer.Years),
                g.Sum(t => t.Signs),
                g.Count(t => t.Signs > 0)))
            .Where(c => c.Years >= LeastYears)];
        double years = customers.Sum(c => c.Years);
        int signs = customers.Sum(c => c.Signs);
        if (customers.Count < 2 || signs == 0)
        {
            return null;
        }

        List<Load> held = [.. customers
            .Select(c => c with
            {
                Usual = signs * c.Years / years,
                Chance = Statistics.Chances.OfAsMany(c.Signs, signs, c.Years / years)
            })
            .Select(c => c with
            {
                IsOdd = c.Signs >= 3 && c.Showing >= 2 && c.Chance < OddGroups.FalseAlarm / customers.Count
            })
            .OrderBy(c => c.Chance)
            .ThenBy(c => c.Id)];
        List<Load> odd = held.FindAll(c => c.IsOdd);
        return new EvidenceCard(
            "wrong/overload",
            EvidenceTopic.Wrong,
            odd.Count > 0 ? EvidenceStanding.Act : EvidenceStanding.Fine,
            "Are one customer’s trailers overloaded?",
            odd.Count > 0
                ? string.Join(' ', odd.Select(c => $"{terms.CustomerName(c.Id)}’s trailers showed it "
                    + $"{Said.Whole(c.Signs)} times in {Said.Whole(c.Years)} trailer-years, where "
                    + $"{Said.Whole(Math.Round(c.Usual))} would be usual: weigh one loaded, and hold it against its "
                    + "plate."))
                : "No customer’s trailers show it oftener than chance would have it.",
            $"Signs on {Said.Whole(trailers.Count)} trailers: {Said.Whole(signs)} in {Said.Whole(years)} "
                + $"trailer-years. Where nothing is wrong, this card cries once in {1 / OddGroups.FalseAlarm:0} times.",
            "",
            [
                "Signs are flat or cracked springs, a bent axle, and what drivers say of the load. What is "
                    + "found again within a year counts once.",
                "Rough roads do the same to springs: ask before anybody is told.",
            ],
            new EvidencePlot(
                "signs, as would be usual",
                "signs seen",
                [
                    new PlotSeries(
                        "customers",
                        SeriesShape.Dots,
                        [.. held.Take(MostRows).Select(c => new PlotPoint(
                            Math.Round(c.Usual, 2),
                            c.Signs,
                            Name: c.IsOdd ? terms.CustomerName(c.Id) : ""))]),
                    new PlotSeries(
                        "as usual",
                        SeriesShape.Line,
                        [new(0, 0), new(held.Max(c => c.Usual), held.Max(c => c.Usual))]),
                ],
                []),
            ["Customer", "Trailers", "Trailer-years", "Signs", "Usual", "By chance"],
            [.. held.Take(MostRows).Select(c => (IReadOnlyList<string>)
            [
                terms.CustomerName(c.Id) + (c.IsOdd ? ": odd" : ""),
                Said.Whole(c.Trailers),
                Said.Whole(c.Years),
                Said.Whole(c.Signs),
                FormattableString.Invariant($"{c.Usual:0.0}"),
                Said.Seldom(c.Chance),
            ])]);
    }

    private const int MostRows = 40;
}
