using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using static SturdyTinker.Core.Catalogue.StepConditions;

namespace SturdyTinker.Core.Catalogue;

/// <summary>
/// The openings of the trailer, its sides and its wheel ends. Minutes of each, open and close: common practice.
/// </summary>
internal static class WheelEndOpenings
{
    /// <summary>Every opening here; each stands after all it needs.</summary>
    internal static IReadOnlyList<Opening> All { get; } =
        [
            Secured(),
            Raised(),
            WheelOff(),
            PlugOut(),
            AdjusterReached(),
            CapOff(),
            CaliperOff(),
            HubOff(),
            HubOpen(),
            PlateOff(),
            SpindleOff()
        ];

    private const string NotAStand = "A levelling system is not a stand.";
    private const string NoHands = "No hands or feet under a trailer that hangs on a jack alone.";

    private static Opening Secured() => new(
        "secured", "secured", [PlaceKind.Trailer], 1, [],
        [
            new("chock", "Chock the wheels, both sides of each tyre", 3)
            {
                Critical = CriticalSteps.Stays,
                Detail = "Level ground, nothing loose on top.",
                Cautions = ["A trailer that rolls off its jack kills. Chocks before anything is loosened."],
                Tools = _ => ["wheel chocks"],
            },
            new("nose", "Hitch it, or block the nose", 2)
            {
                Detail = "A single-axle trailer tips as soon as an end is lifted."
            },
        ],
        [new("unchock", "Chocks and blocks away, tools counted", 3)
        {
            Detail = "Try the lights and the brakes before the road."
        }]);

    private static Opening Raised() => new(
        "raised", "raised", [PlaceKind.Side], 2, ["secured"],
        [
            new("chocks-over", "Chocks to the side that stays down", 1)
            {
                Detail = "The tyres that bear the weight hold the trailer: move the chocks over whenever the side "
                    + "changes.",
                Cautions = ["A trailer that rolls off its jack kills."],
                Tools = _ => ["wheel chocks"],
                Wanted = c => !EveryWheelUp(c),
            },
            new("block-frame", "No wheel will stay down: block the frame fore and aft", 1)
            {
                Critical = CriticalSteps.Stays,
                Detail = "Chocks hold only until the second side goes up. Nobody is under it while it moves.",
                Cautions =
                [
                    "A trailer that rolls off its jack kills. With every wheel up, only the hitch, the blocks and the "
                        + "stands hold it."
                ],
                Tools = _ => ["blocks"],
                Wanted = EveryWheelUp,
            },
            new("lift", "Lift at the frame", 3)
            {
                Detail = "Where the maker says; never under the middle of an axle.",
                Cautions = [NotAStand, NoHands],
                Tools = _ => ["jack"],
                Wanted = c => c.Practices.Is(PracticeQuestions.Lifting, "frame"),
                Practice = PracticeQuestions.Lifting,
            },
            new("lift-seat", "Lift this side at the spring seat", 3)
            {
                Detail = "Only with the weight taken off elsewhere; under the seat, never under the middle of the "
                    + "axle.",
                Cautions = [NotAStand, NoHands],
                Tools = _ => ["jack"],
                Wanted = c => c.Practices.Is(PracticeQuestions.Lifting, "spring-seat"),
                Practice = PracticeQuestions.Lifting,
            },
            new("lift-unloaded", "Unload with the levelling system, then lift at the frame", 3)
            {
                Detail = "The levelling system only takes weight off while the other side's tyres are down; the jack "
                    + "lifts, the stands hold.",
                Cautions = [NotAStand, NoHands],
                Tools = _ => ["jack"],
                Wanted = c => c.Practices.Is(PracticeQuestions.Lifting, "levelling-unloads"),
                Practice = PracticeQuestions.Lifting,
            },
            new("stand", "Stands under the frame, weight on them", 4)
            {
                Critical = CriticalSteps.Stands,
                Detail = "Let it down onto the stands and push at it before you trust it.",
                Cautions = ["Stands before hands."],
                Tools = _ => ["two stands"],
            },
        ],
        [new("lower", "Off the stands and down", 4) { Detail = "Until the tyres bear the weight." }]);

    private static Opening WheelOff() => new(
        "wheel-off", "wheel off", [PlaceKind.WheelEnd], 3, ["raised"],
        [
            new("break-loose", "Break the lug nuts loose", 1)
            {
                Detail = "Half a turn each, with the tyre on the ground: it holds the wheel for you. Where the side "
                    + "is up already, somebody holds the wheel.",
                Before = "raised",
                Tools = LugTools,
                Socket = "lug nuts",
                Subjects = [Subject.Studs],
            },
            new("wheel", "Nuts off, wheel off", 2)
            {
                Detail = "Keep the nuts together. Mark which way round the wheel sat."
            },
        ],
        [
            new("brush-dry", "Wire-brush stud threads and wheel face, leave them dry", 1)
            {
                Detail = "A lubricated thread reaches more clamp at the same torque.",
                Subjects = [Subject.Studs],
                Tools = _ => ["wire brush"],
                Wanted = c => c.Practices.Is(PracticeQuestions.AntiSeize, "dry"),
                Practice = PracticeQuestions.AntiSeize,
            },
            new("brush", "Wire-brush stud threads and wheel face, thin film on the studs", 1)
            {
                Detail = "A film of anti-seize on the threads only, none on the seats of the nuts; torque as this "
                    + "shop's chart says.",
                Subjects = [Subject.Studs],
                Tools = _ => ["wire brush", "anti-seize"],
                Wanted = c => c.Practices.Is(PracticeQuestions.AntiSeize, "thin-film"),
                Practice = PracticeQuestions.AntiSeize,
            },
            new("nuts-by-hand", "Wheel on, nuts by hand", 1.5m)
            {
                Detail = "All of them, snug and crosswise, until the wheel sits flat on the hub."
            },
            new("torque", "Torque the lug nuts in stages, in star order", 2.5m)
            {
                Detail = "Three rounds, each nut to the same stage before the next round.",
                WeightDown = WeightDownRank.Lugs,
                Torque = Torques.Lugs,
                Readings = ["lug-torque"],
                Tools = c => ["torque wrench", .. LugTools(c)],
                Socket = "lug nuts",
                Cautions = ["Only with the tyre bearing weight. Owed again after the first miles."],
            },
        ])
    { FollowUps = FollowUpRules.Lugs };

    private static Opening PlugOut() => new(
        "plug-out", "plug out", [PlaceKind.WheelEnd], 3, ["raised"],
        [new("plug", "Rubber plug out of the cap", 1)
        {
            Detail = "The wheel stays on and turns by hand. Wipe the fitting before the gun goes on."
        }],
        [new("plug-in", "Wipe, plug in", 1) { Detail = "A fresh plug if the old one is torn." }])
    { Applies = (gear, _) => gear.Lubrication == Lubrication.GreasableSpindle };

    private static Opening AdjusterReached() => new(
        "adjuster-reached", "adjuster reached", [PlaceKind.WheelEnd], 3, ["raised"],
        [new("slot", "Cover out of the adjuster's slot", 1)
        {
            Detail = "At the bottom of the backing plate, on its inner face.",
            Tools = _ => ["screwdriver"]
        }],
        [new("slot-cover", "Cover back in the slot", 1) { Detail = "Without it, road dirt gets to the shoes." }])
    { Applies = (gear, _) => gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum };

    private static Opening CapOff() => new(
        "cap-off", "cap off", [PlaceKind.WheelEnd], 4, ["wheel-off"],
        [
            new("cap", "Dust cap off", 1)
            {
                Detail = "Walk it out evenly all round so that it stays round.",
                Tools = _ => ["cap chisel", "hammer"],
                Wanted = c => c.Gear.Lubrication != Lubrication.OilBath
            },
            new("oil-cap", "Pan under the hub, oil cap off", 1)
            {
                Detail = "Look at the oil as it runs: milky is water, glitter is metal.",
                Tools = _ => ["catch pan", "socket set"],
                Subjects = [Subject.Oil],
                Wanted = c => c.Gear.Lubrication == Lubrication.OilBath,
            },
        ],
        [
            new("cap-on", "A little grease behind the cap, tap it on square", 0.5m)
            {
                Detail = "Leave room: grease expands. A fresh plug if the old one is torn.",
                Wanted = Greased
            },
            new("cap-plain", "Cap on, square", 0.5m) { Wanted = c => !Greased(c) && !Oiled(c) },
            new("oil-on", "Cap on with a fresh gasket, oil to its line, spin, wait, look again", 4)
            {
                Detail = "It sinks as it runs into the bearings: top it up until it stands. Spent oil to proper "
                    + "disposal.",
                Parts = _ => [new(PartNames.HubOil, 8, "oz"), new(PartNames.OilCapGasket, 1, "piece")],
                Subjects = [Subject.Seal],
                Wanted = Oiled,
            },
            new("turn-and-feel", "Turn it and feel", 0.5m)
            {
                Detail = "Free, no grumble; no rub but the brush of shoes or pads.",
                Subjects = [Subject.Play, Subject.Bearing]
            },
        ]);

    private static Opening CaliperOff() => new(
        "caliper-off", "caliper off", [PlaceKind.WheelEnd], 4, ["wheel-off"],
        [new("caliper", "Caliper off and hung up", 5)
        {
            Detail = "Hang it by a wire; never by its hose.",
            Tools = _ => ["socket set", "wire hook"]
        }],
        [
            new("caliper-on", "Bracket and caliper on", 6)
            {
                Detail = "Caliper faces the rear. Rotor held tight to the hub by a nut or two while the bracket goes "
                    + "on. Wipe the rotor last.",
                Cautions = [BrakeCaution],
                Torque = Torques.Of(Fasteners.CaliperBolts, 2),
                Readings = ["caliper-torque"],
                Tools = _ => ["torque wrench"],
            },
        ])
    { Applies = (gear, _) => gear.Brake == BrakeKind.HydraulicDisc };

    private static Opening HubOff() => new(
        "hub-off", "hub off", [PlaceKind.WheelEnd], 5, ["cap-off", "caliper-off"],
        [
            new("pull-pin", "Straighten and pull the cotter pin", 0.5m)
            {
                Wanted = Retained(NutRetention.CastleNut),
                Tools = _ => ["side cutters"],
                Subjects = [Subject.NutLock]
            },
            new("bend-tab", "Bend the tang back", 0.5m)
            {
                Wanted = Retained(NutRetention.TangWasher),
                Tools = _ => ["small chisel"],
                Subjects = [Subject.NutLock]
            },
            new("clip-off", "Retainer clip off", 0.5m)
            {
                Wanted = Retained(NutRetention.RetainerClip),
                Tools = _ => ["screwdriver"],
                Subjects = [Subject.NutLock]
            },
            new("lock-off", "Free the one-piece nut's lock", 0.5m)
            {
                Wanted = Retained(NutRetention.OnePieceNut),
                Tools = _ => ["screwdriver"],
                Subjects = [Subject.NutLock]
            },
            new("nut-off", "Nut, washer and outer bearing out", 0.5m)
            {
                Detail = "Ease the hub out a finger's width and in again: the outer bearing comes by itself. Keep the "
                    + "order and the way round.",
                Tools = _ => ["large pliers"]
            },
            new("hub", "Hub off, straight", 1)
            {
                Detail = "Do not drag the seal over the threads.",
                Cautions = ["A hub that has just run may be hot enough to burn."],
            },
        ],
        [
            new("hub-on", "Hub on, straight", 0.5m)
            {
                Detail = "Carry its weight over the threads: the new lip tears easily."
            },
            new("outer-in", "Outer bearing in, washer on its flat", 0.5m)
            {
                Wanted = Adjustable,
                Detail = "A tang washer's points face outward."
            },
            new("seat", "Seat: tighten while turning the hub", 1)
            {
                Wanted = Adjustable,
                Detail = "About 50 lbf·ft (from memory) while the hub turns, so that the rollers line up.",
                Tools = _ => ["large pliers", "torque wrench"]
            },
            new("set-slight-play", "Back off, finger tight, back to the first slot", 0.75m)
            {
                Detail = "A touch of play stays. One slot of a 1-14 nut is 0.012 in: to 0.010 in is good, over it the "
                    + "next slot tighter, if the hub still turns free.",
                Wanted = c => Adjustable(c) && c.Practices.Is(PracticeQuestions.NutSetting, "slight-play"),
                Practice = PracticeQuestions.NutSetting,
            },
            new("set-no-play", "Back off, snug until play is just gone", 0.75m)
            {
                Detail = "No play, no drag: the hub still turns free by hand.",
                Wanted = c => Adjustable(c) && c.Practices.Is(PracticeQuestions.NutSetting, "no-play"),
                Practice = PracticeQuestions.NutSetting,
            },
            new("end-play", "Measure the end play", 0.5m)
            {
                Detail = "Dial gauge on the hub, its foot on the spindle's end; push, pull, read the difference. The "
                    + "axle maker's figure rules.",
                Readings = ["end-play"],
                Subjects = [Subject.Play],
                Tools = _ => ["dial gauge"],
                Optional = true,
                Wanted = Adjustable,
            },
            new("one-piece-nut", "One-piece nut: three times to its torque, spinning between", 2.5m)
            {
                Detail = "Spin the hub several turns between, so that the rollers settle. This nut is not backed off.",
                Wanted = OnePiece,
                Torque = Torques.OnePieceNut,
                Readings = ["nut-torque"],
                Socket = "spindle nut",
                Tools = c => ["torque wrench", Fitted(c, "spindle nut", "spindle nut socket")],
                Subjects = [Subject.Play],
            },
            new("one-piece-lock", "Lock the one-piece nut", 1)
            {
                Critical = CriticalSteps.Locks,
                Detail = "Its lock sits wholly home, and the hub turns free.",
                Wanted = OnePiece,
                Subjects = [Subject.NutLock]
            },
            new("new-pin", "New cotter pin, bent over", 0.75m)
            {
                Critical = CriticalSteps.Locks,
                Detail = "It is what keeps the wheel on.",
                Wanted = c => LockedBy(NutRetention.CastleNut)(c) && c.Practices.Is(PracticeQuestions.CotterPin, "new"),
                Practice = PracticeQuestions.CotterPin,
                Parts = _ => [new(PartNames.CotterPin, 1, "piece")],
                Subjects = [Subject.NutLock],
            },
            new("old-pin", "Cotter pin back if unmarked, bent over", 0.75m)
            {
                Critical = CriticalSteps.Locks,
                Detail = "It is what keeps the wheel on: any mark or crack, and a new one goes in.",
                Wanted = c => LockedBy(NutRetention.CastleNut)(c)
                    && c.Practices.Is(PracticeQuestions.CotterPin, "reuse"),
                Practice = PracticeQuestions.CotterPin,
                Subjects = [Subject.NutLock],
            },
            new("tab-up", "Bend a fresh tab up into the slot", 0.75m)
            {
                Critical = CriticalSteps.Locks,
                Wanted = LockedBy(NutRetention.TangWasher),
                Subjects = [Subject.NutLock]
            },
            new("clip-on", "Retainer clip on", 0.75m)
            {
                Critical = CriticalSteps.Locks,
                Detail = "It seats fully or not at all.",
                Wanted = LockedBy(NutRetention.RetainerClip),
                Subjects = [Subject.NutLock]
            },
        ]);

    private static Opening HubOpen() => new(
        "hub-open", "hub open", [PlaceKind.WheelEnd], 6, ["hub-off"],
        [
            new("pull-seal", "Pull the seal", 1)
            {
                Detail = "Look at its lip, and at where the grease or oil went.",
                Subjects = [Subject.Seal, Subject.Grease, Subject.Oil],
                Tools = _ => ["seal puller"],
                Wanted = c => !NewHub(c)
            },
            new("inner-out", "Inner bearing out", 1)
            {
                Detail = "Keep ends apart and parts in order: inner and outer differ.",
                Wanted = c => !NewHub(c)
            },
            new("hub-aside", "Old hub aside: seal, rollers and grease tell what ended it", 2)
            {
                Detail = "Nothing of it is cleaned or kept; only the cause is looked for.",
                Subjects = [Subject.Seal, Subject.Bearing, Subject.Cup, Subject.Grease, Subject.Oil],
                Wanted = NewHub,
            },
        ],
        [
            new("inner-in", "Inner bearing in, small end first", 0.75m),
            new("wet-lip", "Wet the seal's lip", 0.25m)
            {
                Detail = "A film of what runs in there, grease or hub oil, so that it does not start dry."
            },
            new("old-seal", "Old seal back in if the grease was clean and this was only a look", 2)
            {
                Detail = "Its lip soft and whole, its rim not bent; otherwise a new one goes in.",
                Wanted = KeepSeal,
                Practice = PracticeQuestions.Seal,
                Tools = _ => ["flat block", "soft hammer"],
                Subjects = [Subject.Seal],
            },
            new("press-seal", "Press the new seal in flush and square", 2)
            {
                Wanted = c => !KeepSeal(c),
                Practice = PracticeQuestions.Seal,
                Detail = "With a flat block, all the way round, until it is flush.",
                Cautions = ["Eyes covered when driving steel."],
                Tools = _ => ["flat block", "soft hammer"],
                Parts = c => [SealFor(c)],
            },
        ]);

    private static Opening PlateOff() => new(
        "plate-off", "brake plate off", [PlaceKind.WheelEnd], 6, ["hub-off"],
        [
            new("wires-cut", "Cut the wires long", 1.5m)
            {
                Detail = "As near the old joint as it goes: what is left has to be joined again.",
                Wanted = Electric,
                Tools = _ => ["side cutters"],
                Photo = "the wiring and how it is led",
                Subjects = [Subject.Wires],
            },
            new("line-parted", "Part the brake line and cap it", 1.5m)
            {
                Detail = "A catch pan under it; a soft fitting cracks when forced.",
                Wanted = Hydraulic,
                Tools = _ => ["flare wrench", "catch pan"],
                Subjects = [Subject.Hydraulics],
            },
            new("plate-nuts", "Nuts off the backing plate", 2.5m)
            {
                Detail = "On a disc brake, the bolts of the bracket.",
                Cautions = ["Brake dust is not for breathing or blowing."],
                Tools = c => [Fitted(c, "brake plate nuts", "socket set")],
                Socket = "brake plate nuts",
            },
            new("plate", "Plate off, studs cleaned", 2) { Tools = _ => ["wire brush"] },
        ],
        [
            new("bracket-on", "Caliper’s bracket on the brake flange, bolts evenly tight", 4)
            {
                Detail = "Graded bolts and their washers; the caliper will face the rear.",
                Wanted = c => c.Doing(DiscConversion) || c.Gear.Brake == BrakeKind.HydraulicDisc,
                Torque = Torques.Of(Fasteners.CaliperBracket, 4),
                Readings = ["caliper-bracket-torque"],
                Tools = c => ["torque wrench", Fitted(c, "brake plate nuts", "socket set")],
                Socket = "brake plate nuts",
                Cautions = [BrakeCaution],
            },
            PlateOn(
                "plate-on",
                "The wire tab is not trapped behind the plate. Star wheel at the bottom, wires at the top rear.",
                Electric),
            PlateOn(
                "plate-on-line",
                "Star wheel at the bottom, the wheel cylinder’s fitting where the line reaches it.",
                c => c.Gear.Brake == BrakeKind.HydraulicDrum),
            Joint(
                "join-crimp",
                "Join the two wires: sealed crimp, heat-shrink",
                "sealed-crimp",
                PartNames.CrimpJoint,
                "crimper",
                "heat gun"),
            Joint(
                "join-solder",
                "Join the two wires: solder, heat-shrink",
                "solder",
                PartNames.HeatShrink,
                "soldering iron",
                "heat gun"),
            Joint("join-gel", "Join the two wires: gel-filled joint", "gel", PartNames.GelJoint, "pliers"),
            new("line-on", "Line on, nut by hand first", 3)
            {
                Detail = "A nut started crosswise is ruined; snug, then a little. The system is bled at the end.",
                Wanted = c => Hydraulic(c) && !c.Doing(DiscConversion),
                Tools = _ => ["flare wrench"],
                Cautions = [BrakeCaution],
            },
            new("wires-safe", "Old brake wires cut back, each end sealed, clipped away", 3)
            {
                Detail = "Two bare ends that touch blow the fuse of the whole trailer. At the plug the brake’s pin is "
                    + "left empty.",
                Wanted = c => Electric(c) && c.Doing(DiscConversion),
                Parts = _ => [new(PartNames.HeatShrink, 2, "piece")],
                Tools = _ => ["side cutters", "heat gun"],
                Subjects = [Subject.Wires],
            },
            new("line-waits", "Leave the line capped until the hose is there", 3)
            {
                Detail = "Cut back the old end where it is bent or rusty, and flare it anew.",
                Wanted = c => Hydraulic(c) && c.Doing(DiscConversion),
                Tools = _ => ["flaring tool"],
                Subjects = [Subject.Hydraulics],
            },
            new("clipped", "Clip wires or line out of the way of axle and tyre", 1)
            {
                Detail = "Wires go in at the back of the axle tube, out of the road's way.",
                Subjects = [Subject.Wires]
            },
        ])
    { Applies = (gear, _) => gear.Brake != BrakeKind.None };

    private static Step PlateOn(string code, string detail, Func<StepContext, bool> on) =>
        new(code, "Plate on loose, then nuts evenly tight", 4)
        {
            Detail = detail,
            Wanted = c => on(c) && !c.Doing(DiscConversion),
            Torque = Torques.Of(Fasteners.PlateNuts, 5),
            Readings = ["plate-torque"],
            Tools = c => ["torque wrench", Fitted(c, "brake plate nuts", "socket set")],
            Socket = "brake plate nuts",
            Cautions = [BrakeCaution],
        };

    // Two wires without polarity; a plain wire nut never.
    internal static Step Joint(string code, string title, string practice, string part, params string[] tools) =>
        new(code, title, 3)
        {
            Detail = "Two wires without polarity: one to either side. Plain wire nuts never.",
            Wanted = c => Electric(c)
                && !c.Doing(DiscConversion)
                && c.Practices.Is(PracticeQuestions.WireJoint, practice),
            Practice = PracticeQuestions.WireJoint,
            Parts = _ => [new(part, 2, "piece")],
            Tools = _ => tools,
        };

    private static Opening SpindleOff() => new(
        "spindle-off", "spindle off", [PlaceKind.WheelEnd], 7, ["plate-off"],
        [
            new("spindle-bolts", "Penetrating oil, bolts of the spindle loose", 8)
            {
                Tools = _ => ["penetrating oil", "breaker bar"],
                Socket = "spindle bolts",
                Photo = "how the stub sits"
            },
            new("spindle", "Spindle out", 12)
            {
                Detail = "Warm it or tap it round; never on its thread.",
                Cautions = ["Eyes covered when driving steel."],
                Tools = _ => ["soft hammer"]
            },
        ],
        [
            new("spindle-in", "Spindle in, bolts evenly tight", 10)
            {
                Detail = "Faces clean and bare, the stub fully home before the first bolt is tight.",
                Torque = Torques.Of(Fasteners.SpindleBolts, 4),
                Readings = ["spindle-torque"],
                Tools = c => ["torque wrench", Fitted(c, "spindle bolts", "socket set")],
                Socket = "spindle bolts",
            },
        ])
    { Applies = (gear, _) => gear.Spindle == SpindleKind.BoltOn };
}
