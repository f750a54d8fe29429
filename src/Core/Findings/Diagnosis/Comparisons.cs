using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Findings.Diagnosis;

/// <summary>Figures that say more together than each alone, as data.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Of">What the figures of a visit come to; nothing where they were not all taken.</param>
/// <param name="Kinds">Codes of the readings it rests on, at its place.</param>
internal sealed record Comparison(
    string Code,
    Func<VisitObservations, IEnumerable<Conclusion>> Of,
    params string[] Kinds)
{
    /// <summary>Whether it rests on the same readings across the axle as well.</summary>
    internal bool BothSides { get; init; }

    /// <summary>Codes of the jobs that renew what was measured.</summary>
    internal IReadOnlyList<string> AnsweredBy =>
        [.. Kinds.SelectMany(k => ReadingKinds.Find(k)!.AnsweredBy).Distinct()];

    /// <summary>Whether everything it rests on was measured again in one later visit.</summary>
    /// <param name="look">What it came to.</param>
    /// <param name="readings">Every reading of the trailer, by kind.</param>
    internal bool TakenAgain(Observation look, ILookup<string, Reading> readings)
    {
        string[] places = BothSides && Place.TryParse(look.Place, out Place at) && at.Across is { } across
            ? [look.Place, across.Code]
            : [look.Place];
        HashSet<Guid>? visits = null;
        foreach (string kind in Kinds)
        {
            foreach (string place in places)
            {
                HashSet<Guid> again = [.. readings[kind].Where(r => r.Place == place
                    && r.VisitId != look.VisitId
                    && r.At > look.At).Select(r => r.VisitId)];
                visits = visits is null ? again : [.. visits.Intersect(again)];
            }
        }

        return visits is { Count: > 0 };
    }
}

/// <summary>Every comparison.</summary>
internal static class Comparisons
{
    /// <summary>Which of two unlike figures is the one to look into.</summary>
    private enum AtFault
    {
        Lower,
        Higher,
    }

    internal static IReadOnlyList<Comparison> All { get; } =
    [
        LeftAgainstRight(
            "height-front",
            "ride-height-front",
            Subject.RideHeight,
            AtFault.Lower,
            "in front",
            [Limits.HeightLean, Limits.HeightApart],
            "Springs, hangers and load of this side.",
            "Weigh both sides: the heavy one sags first."),
        LeftAgainstRight(
            "height-rear",
            "ride-height-rear",
            Subject.RideHeight,
            AtFault.Lower,
            "at the rear",
            [Limits.HeightLean, Limits.HeightApart],
            "Springs, hangers and load of this side.",
            "Weigh both sides: the heavy one sags first."),
        LeftAgainstRight(
            "arch",
            "spring-arch",
            Subject.Spring,
            AtFault.Lower,
            "",
            [Limits.ArchApart],
            "Springs are renewed in pairs on the axle.",
            "Weigh the trailer; check the rating against the load."),
        LeftAgainstRight(
            "load",
            "side-load",
            Subject.RideHeight,
            AtFault.Higher,
            "",
            [Limits.LoadApart],
            "Move the load, or the furniture: this side's springs sag first."),
        LeftAgainstRight(
            "lining-pair",
            "lining",
            Subject.Lining,
            AtFault.Lower,
            "",
            [Limits.LiningApart],
            "Unlike linings say that one brake works harder: compare adjusters, magnets and wires of both sides."),
        LeftAgainstRight(
            "tread-pair",
            "tread",
            Subject.Tyre,
            AtFault.Lower,
            "",
            [Limits.TreadApart],
            "Unlike treads say that the axle runs crooked, or that one tyre is younger: look at hangers, bushings "
                + "and crown."),
        LeftAgainstRight(
            "hub-heat",
            "hub-temperature",
            Subject.Bearing,
            AtFault.Higher,
            "",
            [Limits.HubFarApart, Limits.HubApart],
            "Spin it and listen; look whether its brake drags and how its nut is set."),
        new(
            "crown",
            looks =>
                Enumerable
                    .Range(1, looks.Context.Gear.Axles)
                    .SelectMany(axle => Crown(looks, new Place(PlaceKind.Axle, axle))),
            "crown-left",
            "crown-middle",
            "crown-right"),
        Against("rotor-least", "rotor-thickness", "rotor-stamped", Subject.Rotor, Rotor),
        Against("drum-most", "drum-diameter", "drum-stamped", Subject.Drum, Drum),
        Against("pressure", "tyre-pressure", "tyre-placard", Subject.Tyre, TyrePressure),
        new(
            "hole",
            looks => looks.Readings
                .Where(r => r.Kind == "bolt-hole")
                .Select(r => r.Place)
                .Distinct()
                .SelectMany(place => Hole(looks, place)),
            "bolt-hole"),
        new(
            "overload",
            looks => looks.Readings
                .Where(r => r.Kind == "side-load")
                .Select(r => r.Place)
                .Distinct()
                .SelectMany(place => Overload(looks, place)),
            "side-load"),
    ];

    private static readonly Dictionary<string, Comparison> ByCode = All.ToDictionary(c => c.Code);

    /// <summary>The comparison with this code; null when there is none.</summary>
    internal static Comparison? Find(string code) => ByCode.GetValueOrDefault(code);

    // Left against right, both taken in this visit. The limits stand hardest first; the first that is passed speaks.
    private static Comparison LeftAgainstRight(
        string code,
        string kind,
        Subject subject,
        AtFault fault,
        string where,
        Limit[] limits,
        params string[] setsOff) => new(code, looks =>
    {
        string name = ReadingKinds.Find(kind)!.Name;
        List<Conclusion> found = [];
        foreach (Reading left in looks.Readings.Where(r => r.Kind == kind && looks.Last(r.Place, kind) == r))
        {
            if (!Place.TryParse(left.Place, out Place place)
                || place.Side != Side.Left
                || looks.Last(place.Across!.Value.Code, kind) is not { } right)
            {
                continue;
            }

            bool leftAtFault = fault == AtFault.Lower
                ? left.Canonical < right.Canonical
                : left.Canonical > right.Canonical;
            (Reading at, Reading other) = leftAtFault ? (left, right) : (right, left);
            decimal apart = Math.Abs(left.Canonical - right.Canonical);
            LimitsInForce inForce = looks.Context.Limits;
            Limit? passed = limits.FirstOrDefault(l => l.IsBeyond(apart, inForce.Of(l)));
            if (passed is null && ReadingKinds.Find(kind)!.Bands(looks.Context).Count > 0)
            {
                // Each has said that it is sound already.
                continue;
            }

            string written = limits[^1].Write(apart), spot = where.Length > 0 ? $" {where}" : "";
            Judgement judgement = passed is null
                ? new(
                    Verdict.Sound,
                    $"Left and right differ by {written}{spot}, within {inForce.Write(limits[^1])}.",
                    inForce.SourceOf(limits[^1]),
                    [])
                : new(
                    passed.Beyond,
                    $"Left and right differ by {written}{spot}; {(passed.Bound == Bound.Below ? "under" : "up to")} "
                        + $"{inForce.Write(passed)} is all right.",
                    inForce.SourceOf(passed),
                    setsOff);
            Place blamed = Place.Of(at.Place);
            found.Add(Made(
                ConclusionKind.Comparison,
                code,
                at.Place,
                subject,
                $"{name} {StandingObservations.Figure(at)} against {StandingObservations.Figure(other)} across",
                judgement,
                [at, other]) with
            {
                Jobs = passed?.Beyond >= Verdict.Renew
                    ? looks.Remedies(subject == Subject.RideHeight ? Subject.Spring : subject, blamed)
                    : [],
            });
        }

        return found;
    }, kind)
        {
            BothSides = true,
        };

    // A figure against another at the same place that was read once, now or earlier: a stamp, a sidewall.
    private static Comparison Against(
        string code,
        string kind,
        string with,
        Subject subject,
        Func<LimitsInForce, Reading, Reading, Judgement> judge) => new(code, looks =>
        from reading in looks.Readings
        where reading.Kind == kind && looks.Last(reading.Place, kind) == reading
        let other = looks.Known(reading.Place, with)
        where other is not null
        let judgement = judge(looks.Context.Limits, reading, other)
        select Made(
            ConclusionKind.Comparison,
            code,
            reading.Place,
            subject,
            $"{StandingObservations.InWords(reading)}, {StandingObservations.NameOf(other).ToLowerInvariant()} "
                + $"{StandingObservations.Figure(other)}",
            judgement,
            [reading, other],
            reading.VisitId) with
        {
            Replaces = [kind, with],
            Jobs = judgement.Verdict >= Verdict.Renew ? looks.Remedies(subject, Place.Of(reading.Place)) : [],
        }, kind);

    private static Judgement Rotor(LimitsInForce limits, Reading thickness, Reading stamped)
    {
        string maker = new Source(SourceKind.Maker, "stamped on the rotor").Words;
        return thickness.Canonical < stamped.Canonical ? new(
            Verdict.Renew,
            $"The rotor is under its stamped {StandingObservations.Figure(stamped)}.",
            maker,
            ["Renew the rotors of this axle, both sides."])
            : thickness.Canonical - stamped.Canonical < limits.Of(Limits.RotorSoon) ? new(
                Verdict.Watch,
                $"The rotor has less than {limits.Write(Limits.RotorSoon)} left above its stamped "
                    + $"{StandingObservations.Figure(stamped)}.",
                limits.SourceOf(Limits.RotorSoon),
                ["Measure again at the next visit."])
            : new(Verdict.Sound, $"The rotor is over its stamped {StandingObservations.Figure(stamped)}.", maker, []);
    }

    private static Judgement Drum(LimitsInForce limits, Reading across, Reading stamped)
    {
        string maker = new Source(SourceKind.Maker, "stamped on the drum").Words;
        decimal left = stamped.Canonical - across.Canonical, soon = Math.Max(
            0,
            limits.Of(Limits.DrumOversize) - limits.Of(Limits.DrumSoon));
        return left < 0 ? new(
            Verdict.Renew,
            $"The drum is over its stamped {StandingObservations.Figure(stamped)}.",
            maker,
            ["Renew the drum; compare both sides of the axle."])
            : left < soon ? new(
                Verdict.Watch,
                $"The drum has less than {Limits.DrumSoon.Write(soon)} left to its stamped "
                    + $"{StandingObservations.Figure(stamped)}.",
                limits.SourceOf(Limits.DrumSoon),
                ["Measure again at the next visit."])
            : new(Verdict.Sound, $"The drum is under its stamped {StandingObservations.Figure(stamped)}.", maker, []);
    }

    private static Judgement TyrePressure(LimitsInForce limits, Reading pressure, Reading side)
    {
        decimal under = side.Canonical - pressure.Canonical;
        string figure = $"{StandingObservations.Figure(side)} on its side, cold";
        foreach ((Limit limit, decimal off, string rule, string setsOff) in new[]
        {
            (Limits.PressureFarUnder, under, "The tyre has lost air", "Find the leak; look inside for cords broken by "
                + "running soft."),
            (Limits.PressureUnder, under, "The tyre is soft", "Fill it; look again within days."),
            (Limits.PressureOver, -under, "The tyre is over", "Let it down, cold."),
        })
        {
            if (limit.IsBeyond(off, limits.Of(limit)))
            {
                return new(
                    limit.Beyond,
                    $"{rule}: {limit.Write(off)} off the {figure}; up to {limits.Write(limit)} is all right.",
                    limits.SourceOf(limit),
                    [setsOff]);
            }
        }

        return new(
            Verdict.Sound,
            $"The tyre stands near the {figure}.",
            new Source(SourceKind.Maker, "on the tyre's side").Words,
            []);
    }

    private static IEnumerable<Conclusion> Hole(VisitObservations looks, string place)
    {
        Reading hole = looks.Last(place, "bolt-hole")!;
        Reading? bolt = looks.Known(place, "bolt-size");
        LimitsInForce limits = looks.Context.Limits;
        decimal across = bolt?.Canonical ?? SuspensionReadings.UsualBolt.Millimetres, over = hole.Canonical - across;
        string against =
            $"{(bolt is null ? "the usual " : "its ")}{ShopFormat.Write(new Length(across), Fineness.ThirtySecond)} bolt";
        Place at = Place.TryParse(place, out Place parsed) ? parsed : Place.Trailer;
        Subject subject = at.Kind == PlaceKind.Equalizer ? Subject.Equalizer : Subject.Link;
        bool worn = Limits.HoleOverBolt.IsBeyond(over, limits.Of(Limits.HoleOverBolt));
        Judgement judgement = worn
            ? new(
                Limits.HoleOverBolt.Beyond,
                $"The hole is {Limits.HoleOverBolt.Write(over)} wider than {against}; up to "
                    + $"{limits.Write(Limits.HoleOverBolt)} is all right.",
                limits.SourceOf(Limits.HoleOverBolt),
                [subject == Subject.Equalizer
                    ? "Renew the equalizer; look at links and hangers."
                    : "Renew both links of the pair."])
            : new(Verdict.Sound, $"The hole fits {against}.", limits.SourceOf(Limits.HoleOverBolt), []);
        yield return Made(
            ConclusionKind.Comparison,
            "hole",
            place,
            subject,
            $"{StandingObservations.InWords(hole)} against {against}",
            judgement,
            bolt is null ? [hole] : [hole, bolt],
            hole.VisitId) with
        {
            Jobs = worn ? looks.Remedies(subject, at) : [],
        };
    }

    private static IEnumerable<Conclusion> Overload(VisitObservations looks, string place)
    {
        // A side carries half of every axle's rating; a figure of old stands at one spring, and carries half of its
        // axle's.
        Reading load = looks.Last(place, "side-load")!;
        int axles = Place.TryParse(place, out Place at) && at.Kind == PlaceKind.Side ? looks.Context.Gear.Axles : 1;
        decimal share = axles * looks.Context.Gear.RatingPounds / 2m * Unit.Pound.InCanonical;
        if (load.Canonical > share)
        {
            string most = ShopFormat.ReadBack(Quantity.Weight, share).Ours;
            yield return Made(
                ConclusionKind.Comparison,
                "overload",
                place,
                Subject.RideHeight,
                StandingObservations.InWords(load),
                new(
                    Verdict.Hold,
                    $"One side carries at most half of what its axles are rated for, {most}.",
                    new Source(SourceKind.Maker, "the axles' rating").Words,
                    ["Take load off or move it, and weigh again."]),
                [load]);
        }
    }

    // Measured from the tube down to a line stretched below it from end to end: the middle has to be the farthest above
    // it.
    private static IEnumerable<Conclusion> Crown(VisitObservations looks, Place axle)
    {
        if (looks.Last(axle.Code, "crown-left") is not { } left
            || looks.Last(axle.Code, "crown-middle") is not { } middle
            || looks.Last(axle.Code, "crown-right") is not { } right)
        {
            yield break;
        }

        LimitsInForce limits = looks.Context.Limits;
        decimal crown =
            middle.Canonical - ((left.Canonical + right.Canonical) / 2), apart =
                Math.Abs(left.Canonical - right.Canonical);
        string by = Limits.CrownLeast.Write(Math.Abs(crown));
        Judgement judgement =
            Limits.CrownLeast.IsBeyond(crown, limits.Of(Limits.CrownLeast)) ? new(
                Limits.CrownLeast.Beyond,
                crown < 0
                    ? $"The middle lies {by} below the ends: a bow the wrong way."
                    : $"The middle stands only {by} above the ends, under {limits.Write(Limits.CrownLeast)}.",
                limits.SourceOf(Limits.CrownLeast),
                ["Hold pending a specialist: bent, or turned over.", "Look at tyre wear and alignment."])
            : Limits.CrownApart.IsBeyond(apart, limits.Of(Limits.CrownApart)) ? new(
                Limits.CrownApart.Beyond,
                $"The ends differ by {Limits.CrownApart.Write(apart)}; up to {limits.Write(Limits.CrownApart)} is all "
                    + "right.",
                limits.SourceOf(Limits.CrownApart),
                ["See that the line is fastened alike at both ends, and measure again."])
            : crown == 0 ? new(
                Verdict.Watch,
                "The tube is straight: its crown is gone, or it never had one.",
                limits.SourceOf(Limits.CrownLeast),
                ["Weigh the load against the axle's rating."])
            : new(Verdict.Sound, $"The middle stands {by} above the ends.", limits.SourceOf(Limits.CrownLeast), []);
        yield return Made(
            ConclusionKind.Comparison,
            "crown",
            axle.Code,
            Subject.Axle,
            $"Crown {StandingObservations.Figure(left)}, {StandingObservations.Figure(middle)}, "
                + $"{StandingObservations.Figure(right)}",
            judgement,
            [left, middle, right]) with
        {
            Jobs = judgement.Verdict >= Verdict.Renew ? looks.Remedies(Subject.Axle, axle) : [],
        };
    }

    private static Conclusion Made(
        ConclusionKind kind,
        string code,
        string place,
        Subject subject,
        string seen,
        Judgement judgement,
        Reading[] from,
        Guid? visit = null)
    {
        Reading newest = from.Where(r => visit is null || r.VisitId == visit).MaxBy(r => r.At)!;
        return new Conclusion(kind, code, place, subject, seen, judgement, newest.VisitId, newest.At, newest.PersonId)
        {
            Signs = [.. from.Select(r => $"{StandingObservations.InWords(r)}, {Place.SpokenOf(r.Place)}")],
        };
    }
}
