using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Diagnosis;

/// <summary>How far apart the signs of one cause may lie.</summary>
internal enum CauseScope
{
    /// <summary>At one wheel end, with what is said of its axle, its side and the trailer.</summary>
    WheelEnd,

    /// <summary>On one side.</summary>
    Side,

    /// <summary>Anywhere on the trailer.</summary>
    Trailer,
}

/// <summary>One sign of a cause.</summary>
/// <param name="Shows">Whether a piece of evidence is this sign.</param>
internal sealed record Sign(Func<Evidence, VisitObservations, bool> Shows)
{
    /// <summary>
    /// Evidence that speaks against it: with it among the same things, the sign does not hold everywhere. Null for a
    /// sign that holds where it shows.
    /// </summary>
    public Func<Evidence, bool>? Unless { get; init; }

    /// <summary>At how many places it has to show.</summary>
    public int AtLeast { get; init; } = 1;
}

/// <summary>A likely cause and the signs that together point to it, as data. Source: common practice.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Scope">How far apart its signs may lie.</param>
/// <param name="Cause">The cause, in a sentence.</param>
/// <param name="SetsOff">Where to look, and what to do so that it does not come again.</param>
/// <param name="Signs">The signs; all have to show.</param>
internal sealed record CauseRule(string Code, CauseScope Scope, string Cause, string[] SetsOff, params Sign[] Signs);

/// <summary>Find the cause: a worn part names what wears it.</summary>
internal static class Causes
{
    private static readonly Sign Heat = new((e, _) => e.Code == "bearing-heat"
        || e.Damage == "fracture-thermal"
        || (e.Code is "hub-heat" or "hub-temperature" && e.Verdict >= Verdict.Watch));
    private static readonly Sign NoPlay = new((e, looks) => e.Code is "play-none" or "play-drag"
        || (e.Code == "end-play" && e.Figure < looks.Context.Limits.Of(Limits.EndPlayLeast)));
    private static readonly Sign Loose = new((e, looks) => e.Code is "play-over" or "play-gross"
        || (e.Code == "end-play"
            && e.Figure > looks.Context.Limits.Of(EndPlay.IsFine(looks.Context.Gear.NutRetention)
                ? Limits.EndPlayMost
                : Limits.EndPlayCastle))
        || (e.Code == "rim-rock" && e.Verdict >= Verdict.Renew));
    private static readonly Sign Water = Seen("grease-milky", "oil-creamy");
    private static readonly Sign Outside = Seen("grease-past-seal", "leak-grease", "leak-oil");
    private static readonly Sign Sag = new((e, _) => e.Code is "spring-flat" or "ride-leans"
        || (e.Code is "height-front" or "height-rear" or "arch" or "spring-arch" && e.Verdict >= Verdict.Watch));
    private static readonly Sign Heavy = new((e, _) => e.Code is "use-heavy-side"
        || (e.Code is "load" && e.Verdict >= Verdict.Watch));
    private static readonly Sign BadWire = Seen("wires-broken");

    private static readonly Sign DullEverywhere = new((e, _) => e.Code is "drum-dull" or "lining-glazed")
    {
        Unless = e => e.Code is "drum-sound" or "drum-worn" or "lining-sound",
        AtLeast = 2,
    };

    /// <summary>Every cause we know.</summary>
    internal static IReadOnlyList<CauseRule> All { get; } =
    [
        new("over-filled", CauseScope.WheelEnd, "Grease was driven past the seal into the brake: the hub was "
            + "over-filled, or fed too fast.",
            [
                "Leave room behind the cap; pump a greasable spindle slowly, turning the wheel.",
                "Look at the seal's lip and its journal all the same."
            ],
            Outside, Seen("drum-black-ring"), Seen("lining-soaked")),
        new("heavy-side", CauseScope.Side, "This side carries more, and its springs have sagged under it.",
            [
                "Move the load or the furniture before new springs go in, or they go the same way.",
                "Check the springs' rating against what this side weighs."
            ],
            Sag, Heavy),
        new("set-too-tight", CauseScope.WheelEnd, "The bearing ran hot without any play: its nut was set too tight.",
            [
                "Set the new one by this shop's practice and feel the hub after the first run.",
                "Look whether the brake drags: that heats a hub as well."
            ],
            Heat, NoPlay),
        new("set-too-loose", CauseScope.WheelEnd, "The rollers skidded and hammered: the nut was set too loose, or its "
            + "lock let go.",
            ["Look at pin, tab or clip; set it again with a dial gauge."],
            new((e, _) => e.Damage is "wear-adhesive" or "plastic-overload" || e.Code is "cup-loose"), Loose),
        new("launched-warm", CauseScope.WheelEnd, "A warm hub went into the water: as it cooled it sucked water in "
            + "past the seal.",
            ["Let hubs cool at the ramp before the launch.", "Look at the other hubs, which went down the same ramp."],
            Water, Seen("use-launched-warm")),
        new("ran-dry", CauseScope.WheelEnd, "The bearing lost its grease past a seal that was done, and ran dry.",
            ["Renew the seal; feel its journal for the groove that cut it."],
            Heat, Seen("seal-torn", "oil-dry"), Outside),
        new("brakes-dead", CauseScope.Trailer, "No brake has been working: the current does not arrive.",
            [
                "Follow the wire from the plug to the break, then measure the current at each magnet.",
                "Try the brakes before the road, and once more after the first miles."
            ],
            DullEverywhere, BadWire),
        new("current-lost", CauseScope.WheelEnd, "The magnet is whole but gets too little current: a wire, a joint or "
            + "the ground takes the rest.",
            ["Measure the voltage at the magnet with the brake on; open the joints."],
            new((e, looks) => e is { Code: "magnet-current", Verdict: >= Verdict.Renew }
                && TooLittle(e, looks)), new((e, _) => e is { Code: "magnet-resistance", Verdict: Verdict.Sound })),
        new("runs-crooked", CauseScope.Trailer, "The tyre is worn on one edge because its axle runs crooked.",
            ["Put the axle right before the new tyre goes on."],
            Seen("tyre-one-edge"), new((e, _) => e.Code is "axle-bent" or "hanger-cracked"
                || e is { Code: "crown", Verdict: >= Verdict.Watch })),
        new("stray-current", CauseScope.Trailer, "Current went home through a bearing: a ground is missing somewhere.",
            ["Give lamps and brakes a ground wire of their own, and measure it."],
            new(
                (e, _) => e.Damage is "electrical-leakage" or "electrical-excessive"), Seen(
                    "wires-broken",
                    "lights-dead")),
        new("bushings-starved", CauseScope.WheelEnd, "The bushing wore out because its bolt takes no grease.",
            ["Renew bolt and bushing together; see that each greasable bolt takes grease before it is fitted."],
            Seen("bushing-worn"), Seen("bolt-dry")),
        new("overloaded", CauseScope.Trailer, "The trailer is loaded past what its axles carry.",
            ["Weigh it and take load off; springs, tyres and bearings all pay for it."],
            Seen("use-overloaded"), new((e, _) => e.Code is "spring-flat" or "spring-cracked" or "tyre-middle"
                or "axle-bent" or "overload"
                || e.Damage == "fatigue-subsurface")),
    ];

    // Too much current is no wire's fault.
    private static bool TooLittle(Evidence e, VisitObservations looks) =>
        looks.Context.Gear.BrakeSize is { } size && e.Figure < MagnetCircuit.Amperes(size.Diameter.Inches);

    private static Sign Seen(params string[] rules) => new((e, _) => rules.Contains(e.Code));

    /// <summary>The causes that a visit's evidence points to, each at the place it was found for.</summary>
    internal static IEnumerable<Conclusion> Of(VisitObservations looks, IReadOnlyList<Evidence> evidence)
    {
        foreach (CauseRule rule in All)
        {
            foreach (Place centre in Centres(rule.Scope, looks.Context.Gear))
            {
                List<Evidence> here = [.. evidence.Where(e => e.Place.Near(centre))];
                List<Evidence>[] shown = [.. rule.Signs.Select(s => Showing(s, here, looks))];
                if (!Array.TrueForAll(shown, s => s.Count > 0)
                    || (rule.Code == "heavy-side" && Weighed.Lighter(looks, centre)))
                {
                    continue;
                }

                List<Evidence> all = [.. shown
                    .SelectMany(s => s)
                    .Distinct()
                    .OrderBy(e => e.At)
                    .ThenBy(e => e.Words, StringComparer.Ordinal)];

                // What is said of the whole trailer alone is no evidence about one wheel end.
                if (rule.Scope != CauseScope.Trailer && all.TrueForAll(e => e.Place.Kind == PlaceKind.Trailer))
                {
                    continue;
                }

                yield return new Conclusion(
                    ConclusionKind.Cause,
                    rule.Code,
                    centre.Code,
                    null,
                    Say(rule, centre, looks),
                    new Judgement(
                        all.Max(e => e.Verdict) ?? Verdict.Watch,
                        Say(rule, centre, looks),
                        Source.Practice.Words,
                        rule.SetsOff),
                    looks.Findings.Select(f => f.VisitId).Concat(looks.Readings.Select(r => r.VisitId)).First(),
                    all[^1].At,
                    all[^1].PersonId)
                {
                    Signs = [.. all.Select(e => e.Words).Distinct()],
                };
            }
        }
    }

    // Where both sides were weighed, the cause names the heavier with its figures.
    private static string Say(CauseRule rule, Place centre, VisitObservations looks) =>
        rule.Code == "heavy-side" && Weighed.Words(looks, centre) is { } words
            ? $"{words}, and its springs have sagged under it."
            : rule.Cause;

    private static List<Evidence> Showing(Sign sign, List<Evidence> here, VisitObservations looks)
    {
        List<Evidence> shown = here.FindAll(e => sign.Shows(e, looks));
        bool holds = shown.Select(e => e.Place).Distinct().Count() >= sign.AtLeast
            && (sign.Unless is null || !here.Exists(e => sign.Unless(e)));
        return holds ? shown : [];
    }

    private static IEnumerable<Place> Centres(CauseScope scope, RunningGear gear) => scope switch
    {
        CauseScope.WheelEnd => Places.WheelEndsOf(gear),
        CauseScope.Side => [Place.OfSide(Side.Left), Place.OfSide(Side.Right)],
        _ => [Place.Trailer],
    };
}
