using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using static SturdyTinker.Core.Catalogue.StepConditions;

namespace SturdyTinker.Core.Catalogue;

/// <summary>
/// Plain bolt-on work that people rightly do while a trailer is in: lights and wiring, coupler and chains, winch,
/// rollers, jack, step.
/// Source of steps and minutes: common practice.
/// </summary>
internal static class TrailerWork
{
    private const string GradedCaution =
        "What carries the tow is bolted with the grade and size that its maker names, and new lock nuts.";

    private static bool Everywhere(RunningGear gear, Place place) => true;

    private static bool Wired(RunningGear gear, Place place) =>
        place.Kind == PlaceKind.Trailer || gear.Brake == BrakeKind.ElectricDrum;

    private static Job Job(string code, string name, params Step[] steps) =>
        new(
            code,
            name,
            [PlaceKind.Trailer],
            Everywhere,
            [.. steps.Select(s => new Work(code, "secured", s))])
        { Area = JobArea.Trailer };

    private static IReadOnlyList<PartNeed> Part(string name, decimal quantity = 1) => [new(name, quantity, "piece")];

    // Whatever was mended in the lights, all of them are tried, once.
    private static Work TryLights { get; } = new("lights-tried", "secured", new(
        "try-lights",
        "Every light tried with the tow vehicle’s plug, left and right",
        2)
    {
        Subjects = [Subject.Lights],
        Tools = _ => ["light tester"],
        Phase = Phases.Finish,
    });

    private static IReadOnlyList<PartNeed> Joints(StepContext c, decimal wires) => [new(JointPart(c), wires, "piece")];

    private static Job WithLights(Job job) => job with { Work = [.. job.Work, TryLights] };

    private static Job Lamp() => WithLights(Job("lamp", "Lamp renewed",
        new Step("find", "Find what is dead: plug, ground, wire, then the lamp itself", 5)
        {
            Detail = "Twelve volts at the lamp and a good ground, and still dark: then it is the lamp. A ground wire "
                + "of its own beats the frame.",
            Subjects = [Subject.Lights, Subject.Wires],
            Tools = _ => ["light tester", "multimeter"],
        },
        new Step("lamp-in", "New lamp on, sealed joints, gasket flat, cable strained nowhere", 12)
        {
            Detail = "The kind the law asks for at its place; a sealed unit for whoever launches.",
            Parts = c => [new(PartNames.Lamp, 1, "piece"), .. Joints(c, 3)],
            Practice = PracticeQuestions.WireJoint,
            Tools = _ => ["crimper", "socket set"],
            Subjects = [Subject.Lights],
            Renews = true,
        }));

    private static Job LampSet() => WithLights(Job("lamp-set", "Sealed lamp set with its cable",
        new Step("draw-cable", "Old cable out of the frame, the new one drawn in behind it", 25)
        {
            Detail = "Tape the new end to the old before you pull: it follows through the tube. Grommets wherever it "
                + "goes through steel.",
            Parts = _ => Part(PartNames.LampSet),
            Tools = _ => ["tape", "pull wire"],
            Subjects = [Subject.Wires],
        },
        new Step("lamps-on", "Lamps on left and right, ground wire to the frame, cable clipped", 20)
        {
            Detail = "Left and right not changed over: yellow is left, green is right by the usual colours. Clear of "
                + "tyre, spring and road.",
            Tools = _ => ["drill", "socket set", "crimper"],
            Subjects = [Subject.Lights, Subject.Wires],
            Renews = true,
        },
        new Step("set-plug", "Join it to the plug’s cable, sealed, with slack for turns", 8)
        {
            Parts = c => Joints(c, 4),
            Practice = PracticeQuestions.WireJoint,
            Subjects = [Subject.Wires],
        }));

    private static Job PlugAndSocket() => WithLights(Job("plug-and-socket", "Plug or socket renewed",
        new Step("plug", "New plug on, each wire by its pin, cable clamped; contacts greased", 15)
        {
            Detail = "Write the pins down before the old one comes off; ground and brake are the thick ones. "
                + "Dielectric grease on the contacts.",
            Parts = _ => Part(PartNames.Plug),
            Tools = _ => ["screwdriver", "wire stripper"],
            Subjects = [Subject.Lights, Subject.Wires],
            Photo = "which wire sits on which pin",
            Renews = true,
        }));

    private static Job WiringJoint() =>
        new("wiring-joint", "Wire joint mended", [PlaceKind.Trailer, PlaceKind.Brake], Wired,
    [
        new("wiring-joint", "secured", new("mend", "Cut back to bright copper, join it anew, clipped out of the way", 8)
        {
            Detail = "Green copper does not take a joint: cut until it is bright, and splice in new wire of the same "
                + "gauge. Plain wire nuts never.",
            Parts = c => Joints(c, 2),
            Practice = PracticeQuestions.WireJoint,
            Tools = _ => ["wire stripper", "crimper", "heat gun"],
            Subjects = [Subject.Wires],
            Renews = true,
        }),
        new("wiring-joint", "secured", new("prove", "Prove it: it works, and still does when the wire is pulled at", 2)
        {
            Subjects = [Subject.Lights, Subject.Wires],
            Phase = Phases.Finish,
        }),
    ])
        { Area = JobArea.Trailer, Lacking = "needs wires there" };

    private static Job Coupler() => Job("coupler", "Coupler renewed",
        new Step("coupler-off", "Nose blocked, old coupler off, tongue looked over for cracks", 12)
        {
            Detail = "Measure ball size, tongue width and bolt pattern, and read the old one’s rating first.",
            Cautions = ["The nose drops when the coupler lets go of the jack’s side: block it under the tongue."],
            Tools = _ => ["socket set", "breaker bar", "tape measure"],
            Subjects = [Subject.Coupler, Subject.Frame],
            Photo = "how coupler and chains are fastened",
        },
        new Step("coupler-on", "New coupler on with graded bolts, greased, latch tried on the ball", 14)
        {
            Detail = "Rated for the trailer’s gross weight, for the ball that tows it. Welded ones are for qualified "
                + "people.",
            Cautions = [GradedCaution],
            Torque = Torques.Of(Fasteners.CouplerBolts, 2),
            Readings = ["coupler-torque"],
            Parts = _ => Part(PartNames.Coupler),
            Tools = _ => ["torque wrench", "socket set"],
            Subjects = [Subject.Coupler],
            Renews = true,
        });

    private static Job CouplerGreasing() => Job("coupler-greasing", "Coupler cleaned and greased",
        new Step("grease", "Ball socket, latch and pivot cleaned and greased, latch tried", 4)
        {
            Detail = "A thin film in the socket, oil on the latch; the nut under the socket set so that the ball has "
                + "no play and turns.",
            Parts = _ => [new(PartNames.Grease, 0.5m, "oz")],
            Tools = _ => ["rags", "grease gun"],
            Subjects = [Subject.Coupler],
            Renews = true,
        });

    private static Job SafetyChains() => Job("safety-chains", "Safety chains renewed",
        new Step("chains", "New chains and hooks on, crossed under the tongue, slack for a turn", 12)
        {
            Detail = "As a pair, each rated for the trailer’s gross weight; crossed they catch the tongue. Not long "
                + "enough to drag.",
            Cautions =
            [
                GradedCaution,
                "Chains are bolted, or welded by qualified people: never both links through one bolt that the coupler "
                    + "needs."
            ],
            Parts = _ => Part(PartNames.SafetyChain, 2),
            Tools = _ => ["socket set", "torque wrench"],
            Subjects = [Subject.Coupler],
            Renews = true,
        });

    private static Job WinchStrap() => Job("winch-strap", "Winch strap renewed",
        new Step("strap", "Old strap off the drum, new one on, hook and latch tried under load", 8)
        {
            Detail = "Three turns stay on the drum when it is out. Pawl and its spring clean and sharp; bolts of the "
                + "winch to its maker’s figure.",
            Cautions = ["A strap that parts whips: nobody stands in line with it."],
            Torque = Torques.Of(Fasteners.WinchBolts),
            Readings = ["winch-torque"],
            Parts = _ => Part(PartNames.WinchStrap),
            Tools = _ => ["socket set"],
            Subjects = [Subject.Fittings],
            Renews = true,
        });

    private static Job KeelRollers() => Job("keel-rollers", "Keel roller renewed",
        new Step("roller", "Shaft out, new roller on a clean greased shaft, pal nuts or pins new", 8)
        {
            Detail = "Length, bore and end caps as the old one’s; the boat’s weight off it first.",
            Cautions = ["A boat that slides kills: strap and chain stay on, and nobody is under it."],
            Parts = _ => [new(PartNames.KeelRoller, 1, "piece"), new(PartNames.Grease, 0.5m, "oz")],
            Tools = _ => ["hammer", "drift", "rags"],
            Subjects = [Subject.Fittings],
            Renews = true,
        });

    private static Job Jack() => Job("jack", "Tongue jack renewed",
        new Step("jack", "Tongue on a stand, old jack off, new one bolted on; run it up and down", 18)
        {
            Detail = "Lift, rating and how it is fastened as the old one’s; swivel pin latched for the road.",
            Cautions = ["The tongue stands on a stand or blocks while there is no jack, never on somebody’s knee."],
            Parts = _ => Part(PartNames.Jack),
            Tools = _ => ["socket set", "stand"],
            Subjects = [Subject.Fittings],
            Renews = true,
        });

    private static Job StepRenewed() => Job("step", "Step renewed",
        new Step("step", "New step bolted on, level, nothing that trips or tears; stood on", 15)
        {
            Detail = "Through the frame’s own holes where it has them; a cracked frame is for a specialist.",
            Parts = _ => Part(PartNames.Step),
            Tools = _ => ["socket set", "drill"],
            Subjects = [Subject.Fittings, Subject.Frame],
            Renews = true,
        });

    /// <summary>Every job here. Last in the file: what it is made of has to stand first.</summary>
    internal static IReadOnlyList<Job> All { get; } =
        [
            Lamp(),
            LampSet(),
            PlugAndSocket(),
            WiringJoint(),
            Coupler(),
            CouplerGreasing(),
            SafetyChains(),
            WinchStrap(),
            KeelRollers(),
            Jack(),
            StepRenewed()
        ];
}
