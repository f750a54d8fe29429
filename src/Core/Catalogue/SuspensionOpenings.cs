using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using static SturdyTinker.Core.Catalogue.StepConditions;

namespace SturdyTinker.Core.Catalogue;

/// <summary>
/// The openings of springs, bolts, equalizers and axles. Minutes of each, open and close: common practice.
/// </summary>
internal static class SuspensionOpenings
{
    /// <summary>Every opening here; each stands after all it needs.</summary>
    internal static IReadOnlyList<Opening> All { get; } =
    [
        AxleHeld(),
        EyeBoltOut(),
        UBoltsOff(),
        SpringOut(),
        EqualizerOut(),
        AxleOut(),
        AxleStripped()
    ];

    private static bool HasEyeBolt(RunningGear gear, Place eye) =>
        eye.Kind == PlaceKind.FrontEye || gear.Suspension == SuspensionKind.DoubleEyeSprings;

    // A job for the U-bolts themselves renews them whatever the practice.
    private static bool NewUBolts(StepContext c) =>
        c.Practices.Is(PracticeQuestions.UBolts, "new") || c.Doing("u-bolts");

    private static Opening AxleHeld() => new(
        "axle-held", "axle held", [PlaceKind.WheelEnd], 4, ["wheel-off"],
        [
            new("hold-axle", "Jack under the spring seat, take only this end’s weight", 3)
            {
                Detail = "Overslung: under the tie plate. Underslung: under the tube close beside the seat, never "
                    + "under the spring that hangs there. The stands hold the trailer.",
                Cautions = [LoadCaution, "Never under the middle of the axle."],
                Tools = _ => ["second jack"],
                Wanted = c => c.Gear.Suspension != SuspensionKind.Torsion,
            },
            new("hold-torsion", "Jack under the tube close to its frame bracket, take its weight", 3)
            {
                Detail = "A torsion tube has no seats: a saddle that does not slip, close to the bracket. The stands "
                    + "hold the trailer.",
                Cautions = ["Never under the middle of the axle, nor under an arm."],
                Tools = _ => ["second jack", "saddle"],
                Wanted = c => c.Gear.Suspension == SuspensionKind.Torsion,
            },
        ],
        [new("let-axle", "Let that jack down and take it away", 2)
        {
            Detail = "Slowly: the suspension takes its load again."
        }]);

    private static Opening EyeBoltOut() => new(
        "eye-bolt-out", "eye bolt out", [PlaceKind.FrontEye, PlaceKind.RearEye], 5, ["axle-held"],
        [
            new("bolt-out", "Nut back on flush, tap the bolt out", 3)
            {
                Detail = "Jack up or down until it slides: a bolt that jumps says there is load on it. A seized one "
                    + "gets cut, and that time is real.",
                Cautions = [LoadCaution, SteelCaution],
                Tools = c => [Fitted(c, "eye bolts", "eye bolt socket"), "soft hammer", "penetrating oil"],
                Socket = "eye bolts",
                Subjects = [Subject.Bolt, Subject.Bushing],
            },
        ],
        [
            new("bolt-in", "Bolt in from the side where its fitting stays reachable, snug only", 2.5m)
            {
                Detail = "Lift one axle end or the other until it slides fully through its shoulder. The nut, not the "
                    + "hammer, pulls the knurl home.",
                Wanted = c => c.Practices.Is(PracticeQuestions.BoltDirection, "reachable"),
                Practice = PracticeQuestions.BoltDirection,
                Tools = c => [Fitted(c, "eye bolts", "eye bolt socket")],
            },
            new("bolt-in-outside", "Bolt in with its fitting to the outside, snug only", 2.5m)
            {
                Detail = "Lift one axle end or the other until it slides fully through its shoulder. The nut, not the "
                    + "hammer, pulls the knurl home.",
                Wanted = c => c.Practices.Is(PracticeQuestions.BoltDirection, "outside"),
                Practice = PracticeQuestions.BoltDirection,
                Tools = c => [Fitted(c, "eye bolts", "eye bolt socket")],
            },
            FinalTorque("bolt-torque", "Torque the eye bolt", 1.5m),
        ])
    { Applies = HasEyeBolt, FollowUps = [FollowUpRules.SuspensionRetorque, FollowUpRules.LockNutLook] };

    private static Opening UBoltsOff() => new(
        "u-bolts-off", "U-bolts off", [PlaceKind.UBolts], 5, ["axle-held"],
        [
            new("u-nuts-off", "U-bolt nuts off evenly, tie plate off", 3)
            {
                Detail = "Crosswise, so that the plate does not bend.",
                Cautions = [LoadCaution],
                Tools = c => [Fitted(c, "U-bolts", "deep socket"), "penetrating oil"],
                Socket = "U-bolts",
                Subjects = [Subject.UBolt],
            },
        ],
        [
            new("u-bolts-new", "New U-bolts on, nuts drawn down evenly in a cross", 3)
            {
                Detail = "Centre bolt in its seat, equal thread showing on all four. They stretch: the old ones are "
                    + "spent.",
                Wanted = NewUBolts,
                Practice = PracticeQuestions.UBolts,
                Parts = _ => [new(PartNames.UBolt, 2, "piece")],
            },
            new("u-bolts-old", "U-bolts on again, nuts drawn down evenly in a cross", 3)
            {
                Detail = "Only with threads that are good and legs not necked. Centre bolt in its seat, equal thread "
                    + "showing on all four.",
                Wanted = c => !NewUBolts(c),
                Practice = PracticeQuestions.UBolts,
                Subjects = [Subject.UBolt],
            },
            new("u-bolt-torque", "Torque the U-bolt nuts", 1)
            {
                Detail = "In a cross, once more round after the last stage.",
                WeightDown = WeightDownRank.SuspensionBolts,
                Torque = Torques.UBolts,
                Readings = ["u-bolt-torque"],
                Tools = c => ["torque wrench", Fitted(c, "U-bolts", "deep socket")],
                Socket = "U-bolts",
            },
        ])
    { FollowUps = [FollowUpRules.SuspensionRetorque] };

    private static Opening SpringOut() => new(
        "spring-out", "spring out", [PlaceKind.Spring], 6, ["eye-bolt-out", "u-bolts-off"],
        [new("spring", "Spring out", 2)
        {
            Detail = "It is heavy and greasy: two hands under it, feet away.",
            Cautions = [LoadCaution],
            Subjects = [Subject.Spring]
        }],
        [new("spring-in", "Spring in, eyes in their places, centre bolt in the seat", 3)
        {
            Detail = "Alignment clip toward the front as the maker had it. Everything loose until everything is in."
        }]);

    private static Opening EqualizerOut() => new(
        "equalizer-out", "equalizer out", [PlaceKind.Equalizer], 6, ["axle-held", "eye-bolt-out"],
        [
            new("links-loose", "Bolts of its links out, links down", 4)
            {
                Detail = "Note which way round the links and the rubber sit.",
                Cautions = [LoadCaution],
                Wanted = c => c.Gear.Suspension == SuspensionKind.DoubleEyeSprings && !LinksRenewed(c),
                Tools = c => [Fitted(c, "eye bolts", "eye bolt socket")],
                Socket = "eye bolts",
                Photo = "how links and rubber sit",
                Subjects = [Subject.Link],
            },
            new("links-gone", "See that both links are off it, and how the rubber sits", 4)
            {
                Detail = "Old links come off before it and new ones go on after it: nothing hangs on it now.",
                Wanted = LinksRenewed,
                Photo = "how the rubber sits",
            },
            new("slippers-clear", "Slipper ends clear of it", 4)
            {
                Detail = "Lower the axles' ends in turn; note how the wear plates sit.",
                Cautions = [LoadCaution],
                Wanted = c => c.Gear.Suspension == SuspensionKind.SlipperSprings,
                Subjects = [Subject.Spring],
            },
            new("centre-bolt", "Centre bolt out, equalizer down", 4)
            {
                Tools = c => [Fitted(c, "eye bolts", "eye bolt socket"), "soft hammer"],
                Subjects = [Subject.Equalizer, Subject.Bushing]
            },
        ],
        [
            new("equalizer-in", "Equalizer up, centre bolt through, snug only", 3)
            {
                Detail = "The rubber settles the right way up. A taller one needs more lift."
            },
            new("links-on", "Links on, their bolts snug", 3)
            {
                Detail = "Everything loose until everything is in; lift one axle end or the other until the last bolt "
                    + "slides.",
                Wanted = c => c.Gear.Suspension == SuspensionKind.DoubleEyeSprings && !LinksRenewed(c),
            },
            new("swings", "See that it swings free and its rubber sits right", 3)
            {
                Detail = "The new links go on after this, while their eyes are still open.",
                Wanted = LinksRenewed
            },
            new("slippers-in", "Slipper ends into it, wear plates seated", 3)
            {
                Wanted = c => c.Gear.Suspension == SuspensionKind.SlipperSprings
            },
            FinalTorque("equalizer-torque", "Torque the equalizer's bolts", 2),
        ])
    { FollowUps = [FollowUpRules.SuspensionRetorque, FollowUpRules.LockNutLook] };

    // Both pairs of links of an equalizer are renewed in this visit.
    private static bool LinksRenewed(StepContext c) =>
        c.Place.Kind == PlaceKind.Equalizer && c.Gear.Suspension == SuspensionKind.DoubleEyeSprings
        && c.Jobs.Any(j => j.Job.Code == "shackle-links"
            && j.Place == new Place(PlaceKind.RearEye, c.Place.Axle, c.Place.Side))
        && c.Jobs.Any(j => j.Job.Code == "shackle-links"
            && j.Place == new Place(PlaceKind.FrontEye, c.Place.Axle + 1, c.Place.Side));

    private static bool OnTorsion(StepContext c) => c.Gear.Suspension == SuspensionKind.Torsion;

    private static Opening AxleOut() => new(
        "axle-out", "axle out", [PlaceKind.Axle], 6, ["u-bolts-off", "axle-held"],
        [
            new("lines-parted", "Brake wires or line parted at the axle", 4)
            {
                Detail = "Cut wires long; cap a line.",
                Wanted = c => c.Gear.Brake != BrakeKind.None,
                Tools = c => Electric(c) ? ["side cutters"] : ["flare wrench", "catch pan"],
                Photo = "how wires or line are led",
            },
            new("bare-axle", "Everything clear of the axle, tube looked over", 4)
            {
                Wanted = c => c.Gear.Brake == BrakeKind.None,
                Subjects = [Subject.Axle]
            },
            new("axle-down", "Axle down and out", 16)
            {
                Detail = "A jack under each end, lowered in turn; the springs stay on their hangers.",
                Cautions = ["An axle rolls and tips: two people, or two jacks with saddles.", LoadCaution],
                Tools = _ => ["two jacks with saddles"],
                Subjects = [Subject.Axle],
                Wanted = c => !OnTorsion(c),
            },
            new("torsion-down", "Bolts of the frame brackets out, axle down", 16)
            {
                Detail = "A jack under each end takes the weight first; mark which way round the brackets sit.",
                Cautions = ["An axle rolls and tips: two people, or two jacks with saddles."],
                Tools = c => ["two jacks with saddles", Fitted(c, "bracket bolts", "socket set")],
                Socket = "bracket bolts",
                Subjects = [Subject.Axle],
                Wanted = OnTorsion,
            },
        ],
        [
            new("axle-in", "Axle up, seats on the centre bolts", 16)
            {
                Detail = "Square to the frame, equal gap both sides; brakes the right way up, left and right not "
                    + "changed over.",
                Tools = _ => ["two jacks with saddles", "tape measure"],
                Wanted = c => !OnTorsion(c),
            },
            new("torsion-in", "Axle up, brackets to the frame, bolts by hand", 13)
            {
                Detail = "Square to the frame, arms trailing to the rear, left and right not changed over; graded "
                    + "bolts, new lock nuts.",
                Tools = c => ["two jacks with saddles", "tape measure", Fitted(c, "bracket bolts", "socket set")],
                Parts = _ => [new(PartNames.BracketBolts, 1, "piece")],
                Socket = "bracket bolts",
                Wanted = OnTorsion,
            },
            new("wires-joined", "Join the axle’s wires again, as this shop joins them", 4)
            {
                Wanted = Electric,
                Parts = c => [new(JointPart(c), 4, "piece")],
                Practice = PracticeQuestions.WireJoint,
                Subjects = [Subject.Wires],
            },
            new("axle-line-on", "Line on at the axle", 4)
            {
                Wanted = Hydraulic,
                Detail = "The system is bled at the end.",
                Tools = _ => ["flare wrench"],
                Cautions = [BrakeCaution]
            },
            new("axle-square", "Look once more: square, all bolts in, nothing caught", 4)
            {
                Wanted = c => c.Gear.Brake == BrakeKind.None
            },
            new("bracket-torque", "Torque the bracket bolts, both ends", 3)
            {
                Detail = "Only now that the tyres bear the trailer. The maker’s sheet ranks first.",
                WeightDown = WeightDownRank.SuspensionBolts,
                Torque = Torques.Of(Fasteners.BracketBolts, 4),
                Readings = ["bracket-torque"],
                Tools = c => ["torque wrench", Fitted(c, "bracket bolts", "socket set")],
                Socket = "bracket bolts",
                Wanted = OnTorsion,
            },
        ])
    { FollowUps = [FollowUpRules.SuspensionRetorque] };

    // What an axle gives up when another takes its place: hubs and brakes come off the old one and go onto the new.
    private static Opening AxleStripped() => new(
        "axle-stripped", "axle stripped", [PlaceKind.Axle], 9, ["hub-open", "plate-off", "axle-out"],
        [new("lay-out", "Old axle aside; hubs and brakes laid out, left and right apart", 3)
        {
            Detail = "Brakes are handed: a chalk mark on each saves an evening."
        }],
        [new("on-trestles", "New axle on trestles, right way round, crown up", 3)
        {
            Detail = "Brakes and hubs go on it here; then it goes up.",
            Subjects = [Subject.Axle]
        }]);

    private static Step FinalTorque(string code, string title, decimal minutes) => new(code, title, minutes)
    {
        Detail = "Only now that the springs carry the trailer. Kits differ: the kit's own figure rules.",
        WeightDown = WeightDownRank.SuspensionBolts,
        Torque = Torques.Of(Fasteners.EyeBolts),
        Readings = ["suspension-torque"],
        Tools = c => ["torque wrench", Fitted(c, "eye bolts", "eye bolt socket")],
        Socket = "eye bolts",
    };
}
