namespace SturdyTinker.Core.Evidence.Questions;

/// <summary>A part that is still in and came by a delivery that goes early.</summary>
/// <param name="TrailerId">The trailer.</param>
/// <param name="Place">Code of the place.</param>
/// <param name="Kind">Code of the kind.</param>
/// <param name="Words">What is said of it, in a sentence.</param>
public sealed record SuspectPart(Guid TrailerId, string Place, string Kind, string Words);

/// <summary>What asking after deliveries came to.</summary>
/// <param name="Card">The card; null where fewer than two deliveries went in.</param>
/// <param name="Suspect">What is still in of the odd ones.</param>
/// <param name="Odd">The fittings of the odd ones: the trailer's number, and the day.</param>
public sealed record DeliveriesAsked(
    EvidenceCard? Card,
    IReadOnlyList<SuspectPart> Suspect,
    IReadOnlyList<(int Trailer, DateOnly From)> Odd);

/// <summary>Whether a delivery of parts goes sooner than the others.</summary>
public static class DeliveryQuestion
{
    /// <summary>Asks it; no card where fewer than two deliveries went in.</summary>
    /// <param name="of">All lives of a kind whose parts are known.</param>
    /// <param name="terms">The shop's terms.</param>
    public static DeliveriesAsked Ask(LivesOfKind of, EvidenceTerms terms)
    {
        List<OwnedLife> told = [.. of.Lives.Where(l => l.Life.Part?.Delivery is not null)];
        if (told.Select(l => l.Life.Part!.Delivery).Distinct().Count() < 2)
        {
            return new DeliveriesAsked(null, [], []);
        }

        // What went into a trailer on one day went in by the same hands and under the same use: it counts once, by its
        // worst. A launched trailer is held against launched ones, one in salt against ones in salt.
        List<Watched> watched = [.. told
            .GroupBy(l => (Delivery: l.Life.Part!.Delivery!.Value, l.Trailer.Number, l.Life.From))
            .Select(g =>
            {
                List<OwnedLife> ended = [.. g.Where(l => l.Life.Days.HasEnded)];
                return new Watched(
                    g.Key.Delivery.ToString(),
                    LivesByUse.CodeOf(g.First().Trailer.Uses),
                    ended.Count > 0
                        ? ended.Min(l => l.Life.Days.High!.Value)
                        : g.Max(l => l.Life.Days.Low),
                    ended.Count > 0,
                    g.Key.Number);
            })];
        IReadOnlyList<OddGroup> groups = OddGroups.Of(watched);
        List<OddGroup> odd = [.. groups.Where(g => g.StandsOut)];
        ILookup<string, OwnedLife> its = told.ToLookup(l => l.Life.Part!.Delivery!.Value.ToString());
        Dictionary<string, string> gone = odd.ToDictionary(
            g => g.Group,
            g => $"{Said.Whole(g.Ended)} of {Said.Whole(g.Count)} fittings were gone{Within([.. its[g.Group]])}");
        int unknown = of.Lives.Count(l => l.Life.Part is { Delivery: null });
        string Name(OddGroup group) => terms.DeliveryWords(Guid.Parse(group.Group));
        ILookup<string?, OwnedLife> stillIn = of.StillIn.ToLookup(l => l.Life.Part?.Delivery?.ToString());
        List<SuspectPart> suspect = [.. odd.SelectMany(g => stillIn[g.Group]
            .Select(l => new SuspectPart(
                l.Trailer.Id,
                l.Life.Place,
                of.Kind.Code,
                $"The {of.Kind.One} here came by {Name(g)}, of which {gone[g.Group]}.")))];
        return new DeliveriesAsked(
            new EvidenceCard(
                $"wrong/delivery/{of.Kind.Code}",
                EvidenceTopic.Wrong,
                odd.Count > 0 ? EvidenceStanding.Act : EvidenceStanding.Fine,
                $"Does a delivery of {of.Kind.Many} go early?",
                odd.Count > 0
                    ? string.Join(' ', odd.Select(g => $"{Said.Sentence(Name(g))}: {gone[g.Group]}, where "
                        + $"{Expected(g.Expected)} would be usual.")) + StillIn(suspect, of.Kind)
                    : "No: none goes sooner than chance would have it.",
                $"{Said.Whole(watched.Count)} fittings of {Said.Whole(groups.Count)} deliveries, each held against "
                    + "those of trailers used alike. Where nothing is wrong, this card cries once in "
                    + $"{1 / OddGroups.FalseAlarm:0} times.",
                "",
                [
                    "A fitting is all that went into a trailer on one day. Which delivery a part came from is taken "
                        + "from the shelf’s ledger, first in, first out.",
                    .. unknown > 0
                        ? [$"Of {Said.Many(unknown, of.Kind.One, of.Kind.Many)} nobody can tell the delivery: not "
                            + "counted."]
                        : Array.Empty<string>(),
                    .. odd.Count > 0
                        ? ["Look at one that is still in, ask the supplier, and look at how they were put in then."]
                        : Array.Empty<string>(),
                ],
                Plot(groups, Name),
                ["Delivery", "Fittings", "Gone", "Usual", "By chance"],
                [.. groups.Take(MostRows).Select(g => (IReadOnlyList<string>)
                [
                    Said.Sentence(Name(g)) + (g.StandsOut ? ": odd" : ""),
                    Said.Whole(g.Count),
                    Said.Whole(g.Ended),
                    FormattableString.Invariant($"{g.Expected:0.0}"),
                    Said.Seldom(g.Chance),
                ])]),
            suspect,
            [.. odd
                .SelectMany(g => its[g.Group])
                .Select(l => (l.Trailer.Number, l.Life.From))
                .Distinct()]);
    }

    private const int MostRows = 40;

    private static string Expected(double of) => of < 0.95
        ? FormattableString.Invariant($"{of:0.0}")
        : Said.Whole(Math.Round(of));

    private static string StillIn(List<SuspectPart> suspect, CountedKind kind) => suspect.Count == 0
        ? ""
        : $" {Said.Many(suspect.Count, kind.One, kind.Many)} of it still in, on "
            + $"{Said.Many(suspect.Select(s => s.TrailerId).Distinct().Count(), "trailer", "trailers")}.";

    // Within what road they went where that is known of each, else within what time: of many, half of them.
    private static string Within(List<OwnedLife> its)
    {
        List<OwnedLife> ended = its.FindAll(l => l.Life.Days.HasEnded);
        if (ended.Count == 0)
        {
            return "";
        }

        bool byRoad = ended.TrueForAll(l => l.Life.Miles?.High is not null);
        List<double> ages = [.. ended
            .Select(l => byRoad ? l.Life.Miles!.Value.High!.Value : l.Life.Days.High!.Value)
            .Order()];
        bool many = ages.Count > 3;
        double age = ages[many ? (ages.Count - 1) / 2 : ^1];
        return (many ? ", half of them within " : " within ") + (byRoad
            ? $"{Said.Whole(Math.Max(100, Math.Ceiling(age / 100) * 100))} miles"
            : Said.Age(age));
    }

    private static EvidencePlot Plot(IReadOnlyList<OddGroup> groups, Func<OddGroup, string> name)
    {
        List<OddGroup> shown = [.. groups.Take(MostRows).OrderBy(g => g.Expected)];
        double most = Math.Max(1, shown.Max(g => g.Expected));
        return new EvidencePlot(
            "gone, as would be usual",
            "gone",
            [
                new PlotSeries(
                    "deliveries",
                    SeriesShape.Dots,
                    [.. shown.Select(g => new PlotPoint(
                        Math.Round(g.Expected, 2),
                        g.Ended,
                        Name: g.StandsOut ? Said.Sentence(name(g)) : ""))]),
                new PlotSeries("as usual", SeriesShape.Line, [new(0, 0), new(most, most)]),
            ],
            []);
    }
}
