using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using static SturdyTinker.Core.Catalogue.StepConditions;

namespace SturdyTinker.Core.Catalogue;

/// <summary>
/// Jobs at springs, their bolts, equalizers, hangers and axles. Source of steps and minutes: common practice.
/// </summary>
internal static class SuspensionJobs
{
    private const string Bushing = "eye-bushing", Whole = "bushings-and-bolts", WeldCaution =
        "Welding seats and hangers is for qualified people: say so, and write down to whom it goes.",
        GroundCaution =
            "Ground clamp beside the weld, on the same piece: current that goes home through a bearing or a spring "
                + "ruins it.";

    private static Step PowerOff { get; } = new("power-off", "Battery and plug off before anybody welds", 1)
    {
        Detail = "The breakaway battery too, and whatever electronics the trailer carries.",
        Cautions = [GroundCaution],
        Phase = Phases.Wash,
    };

    private static bool OnSprings(RunningGear gear, Place place) => gear.Suspension != SuspensionKind.Torsion;

    private static bool HasEyeBolt(RunningGear gear, Place eye) =>
        Openings.Ours.Find("eye-bolt-out").Applies(gear, eye);

    private static bool Wet(StepContext c) => !c.Practices.Is(PracticeQuestions.Bushings, "maintenance-free");

    // Bolts with their nuts, greasable or plain by the practice, one at each spot; nuts used again come back from the
    // tray.
    private static List<PartNeed> Bolts(StepContext c, IEnumerable<string> spots) =>
    [
        .. spots.SelectMany(spot => new[]
        {
            new PartNeed(Wet(c) ? PartNames.WetBolt : PartNames.PlainBolt, 1, "piece") { Spot = spot }
        }
            .Concat(c.Practices.Is(PracticeQuestions.LockNuts, "new")
                ? [new PartNeed(PartNames.LockNut, 1, "piece") { Spot = spot }]
                : [])),
    ];

    private static PartNeed BushingOf(StepContext c) => new(
        c.Practices.For(PracticeQuestions.Bushings).Code switch
        {
            "plastic" => PartNames.PlasticBushing,
            "maintenance-free" => PartNames.FreeBushing,
            _ => PartNames.BronzeBushing
        }, 1, "piece");

    // The steps at one bushing and its bolts, wherever it sits.
    private static IEnumerable<Step> BushingSteps(
        Func<StepContext, IEnumerable<string>> bolts,
        Func<StepContext, bool>? renewed = null) =>
    [
        new("look-bolt", "Look at bolt, bushing, hole and link", 0.5m)
        {
            Detail = "A step worn in the bolt, a knurl stripped, an oval hole. A new bushing that falls in says the "
                + "eye is worn: that part is renewed.",
            Subjects = [Subject.Bolt, Subject.Bushing, Subject.Link],
            Readings = ["bolt-hole"],
            Tools = _ => ["caliper"],
        },
        new("bushing-clamp", "Old bushing out, new one pressed in with clamp and plates", 3)
        {
            Detail = "Never mushroom its edge.",
            Wanted = c => c.Practices.Is(PracticeQuestions.Pressing, "clamp") && renewed?.Invoke(c) != true,
            Practice = PracticeQuestions.Pressing,
            Tools = _ => ["clamp", "flat plates", "bushing driver"],
            Parts = c => [BushingOf(c)],
            Renews = true,
        },
        new("bushing-driver", "Old bushing out, new one tapped in with a shouldered driver", 3)
        {
            Detail = "A plate behind it; never mushroom its edge.",
            Cautions = [SteelCaution],
            Wanted = c => c.Practices.Is(PracticeQuestions.Pressing, "driver") && renewed?.Invoke(c) != true,
            Practice = PracticeQuestions.Pressing,
            Tools = _ => ["bushing driver", "hammer"],
            Parts = c => [BushingOf(c)],
            Renews = true,
        },
        new("wet-bolt", "See that the greasable bolt takes grease before it goes in", 0.5m)
        {
            Wanted = Wet,
            Practice = PracticeQuestions.Bushings,
            Tools = _ => ["grease gun"],
            Parts = c => Bolts(c, bolts(c)),
        },
        new("plain-bolt", "Lay out the plain bolts with their nuts", 0.5m)
        {
            Wanted = c => !Wet(c),
            Practice = PracticeQuestions.Bushings,
            Parts = c => Bolts(c, bolts(c)),
        },
        new("old-nuts", "Old lock nuts again: threads clean, thread-locker on", 0.5m)
        {
            Detail = "Self-locking nuts strip when forced; have a spare of each kind. Looked at again by 150 miles.",
            Wanted = c => c.Practices.Is(PracticeQuestions.LockNuts, "reuse"),
            Practice = PracticeQuestions.LockNuts,
            Tools = _ => ["thread-locker"],
        },
    ];

    // The eye's own bolt, and where it hangs in links the bolt at their other end: at the equalizer, or on a single
    // axle at the hanger.
    private static string[] BoltsAtEye(StepContext c) => [c.Place.Code];

    private static string[] BoltsOfLinks(StepContext c) => [c.Place.Code, OtherEndOfLinks(c.Place)];

    private static string[] BoltsAtEyeAlone(StepContext c) =>
        c.Gear.Axles == 1 && c.Place.Kind == PlaceKind.RearEye && SuspensionBolts.IsShackled(c.Gear, c.Place)
            ? BoltsOfLinks(c)
            : BoltsAtEye(c);

    private static string OtherEndOfLinks(Place eye) => $"{eye.Code}/links";

    // Its centre, and between double-eye springs the lower end of either pair of links.
    private static string[] BoltsAtEqualizer(StepContext c) => c.Gear.Suspension == SuspensionKind.DoubleEyeSprings
        ? [
            c.Place.Code,
            OtherEndOfLinks(new Place(PlaceKind.RearEye, c.Place.Axle, c.Place.Side)),
            OtherEndOfLinks(new Place(PlaceKind.FrontEye, c.Place.Axle + 1, c.Place.Side))
        ]
        : [c.Place.Code];

    private static Work GreaseUp { get; } = new("grease-up", "secured", new(
        "grease-up",
        "Grease every new bolt until it shows at the far end",
        2)
    {
        Detail = "One that will not take grease: find out why before the visit is closed. Wipe off what is over.",
        Tools = _ => ["grease gun"],
        Parts = _ => [new(PartNames.Grease, 1, "oz")],
        Subjects = [Subject.Bolt],
        Wanted = Wet,
        Late = true,
        WeightDown = WeightDownRank.Grease,
    })
    { Where = (_, place) => [Place.OfSide(place.Side!.Value)] };

    private static Job BushingsAndBolts() => new(Whole, "Bushings and bolts", [PlaceKind.Side], OnSprings,
    [
        .. BushingSteps(BoltsAtEyeAlone).Select(s => new Work(Bushing, "eye-bolt-out", s) { Where = EyesOf }),
        .. BushingSteps(
            BoltsAtEqualizer,
            c => c.DoingHere("equalizer")).Select(s => new Work(Whole, "equalizer-out", s)
            {
                Where = (gear, side) => Places.Touching(gear, PlaceKind.Equalizer, side)
            }),
        GreaseUp,
    ])
    { Area = JobArea.Suspension, Lacking = "needs leaf springs" };

    /// <summary>Greasable bolts between renewals. Source: common practice; minutes from memory.</summary>
    private static Job BoltGreasing() => new("bolt-greasing", "Suspension bolts greased", [PlaceKind.Side], OnSprings,
    [
        new("bolt-greasing", "secured", new(
            "pump",
            "Grease every bolt of this side until clean grease shows at the far end",
            4)
        {
            Detail = "Wipe the fittings first. One that will not take grease: rock the trailer, then clear or renew "
                + "the fitting; a bolt blocked inside is renewed.",
            Tools = _ => ["grease gun"],
            Parts = _ => [new(PartNames.Grease, 1, "oz")],
            Subjects = [Subject.Bolt, Subject.Bushing],
        }),
    ])
    { Area = JobArea.Suspension, Lacking = "needs leaf springs" };

    private static IEnumerable<Place> EyesOf(RunningGear gear, Place side) =>
        Places
            .Touching(gear, PlaceKind.FrontEye, side)
            .Concat(Places.Touching(gear, PlaceKind.RearEye, side))
            .Where(eye => HasEyeBolt(gear, eye))
            .OrderBy(eye => eye.Axle)
            .ThenBy(eye => eye.Kind);

    private static Job EyeBushing() =>
        new(Bushing, "Bushing and bolt", [PlaceKind.FrontEye, PlaceKind.RearEye], HasEyeBolt,
        [.. BushingSteps(BoltsAtEyeAlone).Select(s => new Work(Bushing, "eye-bolt-out", s)), GreaseUp])
        { Area = JobArea.Suspension, Lacking = "needs a bolted spring eye" };

    private static Job Equalizer() => new("equalizer", "Equalizer", [PlaceKind.Equalizer], OnSprings,
    [
        new("equalizer", "equalizer-out", new("measure", "Measure the old equalizer", 2)
        {
            Detail = "Centre to centre of the outer holes; drop from the centre hole to their line; width; bolt size.",
            Readings = ["equalizer-holes", "equalizer-drop", "equalizer-width"],
            Tools = _ => ["caliper", "steel rule"],
            Subjects = [Subject.Equalizer],
        }),
        new("equalizer", "equalizer-out", new("compare", "Lay the new one on the old; compare the rubber's sag", 1.5m)
        {
            Detail = "A taller one needs more lift and raises the trailer.",
            Parts = c => [new(PartNames.Equalizer, 1, "piece"), .. Bolts(c, BoltsAtEqualizer(c))],
            Renews = true,
        }),
        new(
            "equalizer",
            "equalizer-out",
            new("look-links", "Look at links and hanger while they hang", 1)
            {
                Subjects = [Subject.Link, Subject.Hanger]
            }),
        GreaseUp,
    ])
    { Area = JobArea.Suspension, Lacking = "needs leaf springs on more than one axle" };

    private static Job ShackleLinks() =>
        new("shackle-links", "Shackle links", [PlaceKind.FrontEye, PlaceKind.RearEye], SuspensionBolts.IsShackled,
    [
        new("shackle-links", "eye-bolt-out", new("links-out", "Other bolt of the links out, links off", 4)
        {
            Cautions = [LoadCaution, SteelCaution],
            Tools = c => [Fitted(c, "eye bolts", "eye bolt socket"), "soft hammer"],
            Socket = "eye bolts",
            Subjects = [Subject.Link, Subject.Bolt],
            Phase = Phases.Look,
        }),
        new("shackle-links", "eye-bolt-out", new(
            "links-compare",
            "Lay both links on the new ones, measure the holes",
            3)
        {
            Detail = "Both links of a pair, always.",
            Readings = ["bolt-hole"],
            Tools = _ => ["caliper"],
            Parts = c => [new(PartNames.Link, 2, "piece"), .. Bolts(c, BoltsOfLinks(c))],
            Phase = Phases.Cause,
        }),
        new("shackle-links", "eye-bolt-out", new("links-in", "New links up, other bolt through, snug only", 5)
        {
            Detail = "Last of all here, when what they hang on is back. The nut, not the hammer, pulls the knurl home.",
            Late = true,
            Renews = true,
        }),
        new("shackle-links", "secured", new("link-torque", "Torque the links' other bolt", 1.5m)
        {
            Detail = "Only now that the springs carry the trailer. The kit's own figure rules.",
            Torque = Torques.Of(Fasteners.EyeBolts),
            Readings = ["suspension-torque"],
            Tools = c => ["torque wrench", Fitted(c, "eye bolts", "eye bolt socket")],
            Late = true,
            WeightDown = WeightDownRank.SuspensionBolts,
        }),
        GreaseUp,
    ])
        { Area = JobArea.Suspension, Lacking = "needs an eye that hangs in links" };

    private static Job Spring() => new("spring", "Leaf spring", [PlaceKind.Spring], OnSprings,
    [
        new("side-weighed", "secured", new("weigh", "Weigh this side, all its wheels, before anything is lifted", 1.5m)
        {
            Detail = "A side with the heavy furniture sags first: move it, or the new spring goes the same way.",
            Readings = ["side-load"],
            Tools = _ => ["wheel scales"],
            Subjects = [Subject.RideHeight],
            Optional = true,
        })
        { Where = (_, spring) => [Place.OfSide(spring.Side!.Value)] },
        new("spring", "spring-out", new("old-arch", "Measure the old spring’s arch, eye line to main leaf", 1)
        {
            Detail = "Springs are judged in pairs: both sides of the axle, or say when the other was renewed.",
            Readings = ["spring-arch"],
            Tools = _ => ["straightedge"],
            Subjects = [Subject.Spring],
        }),
        new("spring", "spring-out", new("compare", "Lay the new spring on the old: length, width, leaves", 2)
        {
            Detail = "The same number of leaves keeps the U-bolts' length.",
            Parts = c => [new(PartNames.Spring(c.Gear), 1, "piece")],
            Renews = true,
        }),
        new(
            "spring",
            "spring-out",
            new("eyes", "See that bushings and bolts fit the new eyes", 2)
            {
                Subjects = [Subject.Bushing, Subject.Bolt]
            }),
        new(
            "spring",
            "spring-out",
            new("seat", "Clean the seat; the centre bolt's head fits its hole", 2)
            {
                Tools = _ => ["wire brush"],
                Subjects = [Subject.Axle]
            }),
    ])
    { Area = JobArea.Suspension, Lacking = "needs leaf springs" };

    private static Job UBolts() => new("u-bolts", "U-bolts", [PlaceKind.UBolts], OnSprings,
        [new(
            "u-bolts",
            "u-bolts-off",
            new("compare", "Lay the new U-bolts on the old: bend, width, thread", 1.5m)
            {
                Subjects = [Subject.UBolt, Subject.Axle],
                Tools = _ => ["caliper"],
                Renews = true
            })])
    { Area = JobArea.Suspension, Lacking = "needs leaf springs" };

    private static Job Hanger() => new("hanger", "Hanger", [PlaceKind.FrontHanger, PlaceKind.RearHanger], OnSprings,
    [
        new("hanger", "eye-bolt-out", new("mark", "Mark and measure how the hanger sits", 3)
        {
            Detail = "Square to the frame and level with its opposite.",
            Tools = _ => ["tape measure", "square"],
            Photo = "the hanger and its weld",
            Subjects = [Subject.Hanger],
        }),
        new("hanger", "eye-bolt-out", PowerOff),
        new("hanger", "eye-bolt-out", new("hand-over", "Old hanger off, new one on, by whoever may weld it", 30)
        {
            Detail = "Write down who welded it.",
            Cautions = [WeldCaution, GroundCaution],
            Parts = _ => [new(PartNames.Hanger, 1, "piece")],
            Subjects = [Subject.Hanger],
            Renews = true,
        }),
    ])
    { Area = JobArea.Suspension, Lacking = "needs leaf springs" };

    private static Step Crown { get; } = new("crown", "Measure the crown: from the tube down to a line below it", 4)
    {
        Detail = "Stretch a line below the tube from end to end, as far down at both. A straight-tube axle is bowed "
            + "slightly upward: the middle figure is the largest; smaller than the ends, it bows the wrong way.",
        Readings = ["crown-left", "crown-middle", "crown-right"],
        Tools = _ => ["string line", "steel rule"],
        Subjects = [Subject.Axle],
        Wanted = c => c.Gear.Suspension != SuspensionKind.Torsion,
        Phase = Phases.Measure,
    };

    private static Step Seats { get; } = new(
        "seats",
        "New spring seats opposite the old ones, square, equal gap both sides",
        25)
    {
        Detail = "An axle flipped without new seats bows the wrong way and puts the brakes upside down. Write down "
            + "who welded them.",
        Cautions = [WeldCaution, GroundCaution],
        Tools = _ => ["square", "tape measure"],
        Parts = _ => [new(PartNames.SpringSeat, 2, "piece")],
        Subjects = [Subject.Axle],
        Wanted = c => c.Gear.Suspension != SuspensionKind.Torsion,
        Renews = true,
        Phase = Phases.In,
    };

    // With the weight on it, as it is towed: what answers a Hold has to be measured, not hoped.
    private static Work CrownAgain { get; } = new("crown-again", "secured", Crown with
    {
        Code = "crown-again",
        Title = "Measure the crown again, with the weight on it",
        OfNew = true,
        Late = true,
        WeightDown = WeightDownRank.Try,
    });

    private static IEnumerable<Place> EndsOf(RunningGear gear, Place axle) =>
        Places.Touching(gear, PlaceKind.WheelEnd, axle);

    private static Job Axle() => new("axle", "Axle", [PlaceKind.Axle], (_, _) => true,
    [
        new("axle", "axle-stripped", new("match", "Match the new axle: hub face, spring centres, brakes, spindles", 4)
        {
            Detail = "Rating, hub face to hub face, centre to centre of the springs or brackets, brake flange, "
                + "spindle and its seal journal; overslung or underslung.",
            Parts = _ => [new(PartNames.AxleBeam, 1, "piece")],
            Tools = _ => ["tape measure", "caliper"],
            Subjects = [Subject.Axle],
        }),
        new("axle", "axle-stripped", PowerOff with { Wanted = c => c.Gear.Suspension != SuspensionKind.Torsion }),
        new("axle", "axle-stripped", Crown),
        new("axle", "axle-stripped", Seats),

        // Hubs come off the old axle and go onto the new one, with everything a repack does; brakes and wires by their
        // own openings.
        .. WheelEndJobs.RepackWork
            .Where(w => w.Group is "bearing-repack" or "play")
            .Select(w => w with { Where = EndsOf }),
        new("axle", "plate-off", new(
            "plate-moved",
            "Brake onto the new flange’s side, left and right not changed over",
            1)
        {
            Detail = "Brakes are handed: the magnet’s arm leads forward, the bleed screw ends up at the top.",
            Subjects = [Subject.Magnet, Subject.Lining],
            Wanted = c => c.Gear.Brake != BrakeKind.None,
        })
        { Where = (gear, axle) => Places.Touching(gear, PlaceKind.Brake, axle).Where(p => Places.Has(gear, p)) },
        CrownAgain,
        .. WheelEndJobs.RepackWork.Where(w => w.Group is "brake-setting" or "brake-try" or "spares"),
        .. BrakeJobs.BleedingWhereOpened,
    ])
    {
        Area = JobArea.Suspension,
        NotWith = ["axle-turned", "sealed-hub"],
        CountsAs = ["bearing-repack", "oil-reseal", "oil-change"],
        FollowUps = [FollowUpRules.HubFeel],
    };

    private static Job AxleTurned() => new("axle-turned", "Wrong-way axle put right", [PlaceKind.Axle], OnSprings,
    [
        new("axle-turned", "axle-out", Crown with { Phase = Phases.Look }),
        new("axle-turned", "axle-out", PowerOff),
        new("axle-turned", "axle-out", Seats),
        new(
            "axle-turned",
            "axle-out",
            new("crown-up", "See that the crown points up and the brakes stand right", 3)
            {
                Subjects = [Subject.Axle, Subject.Magnet],
                Phase = Phases.Finish
            }),
        CrownAgain,
        .. BrakeJobs.BleedingWhereOpened,
    ])
    { Area = JobArea.Suspension, Lacking = "needs a straight-tube axle on springs", NotWith = ["axle"] };

    private static Job CrossBrace() => new("cross-brace", "Cross-brace", [PlaceKind.Trailer], OnSprings,
    [
        new("cross-brace", "raised", new("brace-end", "Cross-brace at this side's hanger: fitted and bolted", 7)
        {
            Detail = "Clamp first, measure corner to corner, then bolt. It keeps the hangers from leaning.",
            Parts = c => c.Place.Side == Side.Left ? [new("cross-brace kit", 1, "piece")] : [],
            Tools = _ => ["drill", "socket set", "clamp"],
            Torque = Torques.Of(Fasteners.BraceBolts, 2),
            Readings = ["brace-torque"],
            Subjects = [Subject.Hanger],
        })
        { Where = (gear, trailer) => Places.Touching(gear, PlaceKind.Side, trailer) },
    ])
    { Area = JobArea.Suspension, Lacking = "needs leaf springs" };

    /// <summary>Every job here. Last in the file: what it is made of has to stand first.</summary>
    internal static IReadOnlyList<Job> All { get; } =
        [
            BushingsAndBolts(),
            BoltGreasing(),
            EyeBushing(),
            Equalizer(),
            ShackleLinks(),
            Spring(),
            UBolts(),
            Hanger(),
            Axle(),
            AxleTurned(),
            CrossBrace()
        ];
}
