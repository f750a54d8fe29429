using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using static SturdyTinker.Core.Catalogue.StepConditions;

namespace SturdyTinker.Core.Catalogue;

/// <summary>Jobs at brakes. Source of steps and minutes: common practice.</summary>
internal static class BrakeJobs
{
    private const string Assembly = "brake-assembly", Shoes = "shoes-and-magnet", HydraulicShoes = "hydraulic-shoes",
        OneMagnet = "magnet";

    private const string CouplerCaution = "The coupler's bolts carry the trailer: graded bolts, new lock washers.";

    private const string PairCaution =
        "Both brakes of an axle alike: where only this side is done, say when the other was, or the trailer pulls.";

    private const string FluidWords =
        "DOT 3 or DOT 4 as the actuator’s cap says; never mineral oil, never fluid twice.";

    private static readonly string[] DustCautions =
    [
        "Brake dust is not for breathing or blowing.",
        "A spring that slips goes for the eyes."
    ];

    private static readonly string[] FluidCautions = [BrakeCaution, "Brake fluid eats paint and harms skin and eyes."];

    private static bool IsElectric(RunningGear gear, Place place) => gear.Brake == BrakeKind.ElectricDrum;

    private static bool IsDrum(RunningGear gear, Place place) =>
        gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum;

    private static bool IsDisc(RunningGear gear, Place place) => gear.Brake == BrakeKind.HydraulicDisc;

    private static bool IsHydraulic(RunningGear gear, Place place) =>
        gear.Brake is BrakeKind.HydraulicDrum or BrakeKind.HydraulicDisc;

    private static IEnumerable<Place> EveryBrake(RunningGear gear, Place at) =>
        Places
            .Touching(gear, PlaceKind.Brake, Place.Trailer)
            .Where(p => Places.Has(gear, p))
            .OrderByDescending(p => p.Axle)
            .ThenByDescending(p => p.Side);

    private static IEnumerable<Place> AtTrailer(RunningGear gear, Place at) => [Place.Trailer];

    private static bool AnyConverted(StepContext c) => c.Jobs.Any(j => j.Job.Code == DiscConversion);

    // Whatever opened the lines, all brakes are bled once, the farthest from the actuator first. A dry system takes
    // more of everything.
    internal static IReadOnlyList<Work> BleedingWhereOpened { get; } =
    [
        new("bleeding", "secured", new("fill-dry", "Fill the dry system: reservoir, actuator, lines", 5)
        {
            Detail = FluidWords
                + " Stroke the actuator until no air comes up into the reservoir before any bleed screw is opened.",
            Cautions = FluidCautions,
            Parts = _ => [new(PartNames.BrakeFluid, 12, "oz")],
            Subjects = [Subject.Hydraulics],
            Wanted = c => Electric(c) && AnyConverted(c),
            Late = true,
            WeightDown = WeightDownRank.Bleed,
            Phase = Phases.Look,
        })
        { Where = AtTrailer },
        new(
            "bleeding",
            "secured",
            Bleed(
                "bleed",
                "Bleed until no bubble comes",
                2,
                2,
                c => Hydraulic(c) && !c.Doing(DiscConversion))) { Where = EveryBrake },
        new(
            "bleeding",
            "secured",
            Bleed(
                "bleed-dry",
                "Bleed the new caliper until clear fluid without a bubble comes",
                6,
                4,
                c => c.Doing(DiscConversion))) { Where = EveryBrake },
        new("bleeding", "secured", new("level", "Fill the reservoir, press hard, look at every fitting", 1.5m)
        {
            Detail = "Hold the pressure half a minute: nothing weeps, nothing sinks. " + FluidWords,
            Subjects = [Subject.Hydraulics],
            Wanted = c => Hydraulic(c) || AnyConverted(c),
            Late = true,
            WeightDown = WeightDownRank.Try,
        })
        { Where = AtTrailer },
    ];

    private static Step Bleed(
        string code,
        string title,
        decimal minutes,
        decimal ounces,
        Func<StepContext, bool> wanted) => new(code, title, minutes)
        {
            Critical = CriticalSteps.Brakes,
            Detail = "Farthest first, the bleed screw at the top. Keep the reservoir full. " + FluidWords,
            Cautions = FluidCautions,
            Tools = _ => ["bleeder hose and jar", "flare wrench"],
            Parts = _ => [new(PartNames.BrakeFluid, ounces, "oz")],
            Subjects = [Subject.Hydraulics],
            Wanted = wanted,
            Late = true,
            WeightDown = WeightDownRank.Bleed,
            Renews = true,
        };

    private static Work JudgeDrum { get; } = new("brake-drum", "hub-off", new(
        "judge-drum",
        "Judge the drum, measure it across",
        1)
    {
        Detail = "Grooves, blue spots, cracks; the stamped figure is the limit. New shoes in a worn drum do not bed "
            + "in.",
        Readings = ["drum-diameter", "drum-stamped"],
        Subjects = [Subject.Drum],
        Tools = _ => ["drum caliper"],
        Optional = true,
        Phase = Phases.Judge,
    });

    private static Work At(string job, string opening, Step step) => new(job, opening, step);

    private static Job ElectricAssembly() => new(Assembly, "Electric brake assembly", [PlaceKind.Brake], IsElectric,
    [
        JudgeDrum,
        At(Assembly, "plate-off", new("match", "Match drum, shoe width, bolt count and hand", 1.5m)
        {
            Detail = "The assembly is handed: the magnet's arm leads forward.",
            Cautions = [PairCaution],
            Parts = c => [new(PartNames.BrakeAssembly(c.Gear, c.Place.Side!.Value), 1, "piece")],
            Subjects = [Subject.Drum],
            Tools = _ => ["tape measure"],
        }),
        At(Assembly, "plate-off", new("lever-right", "See that lever and adjuster sit the right way", 1)
        {
            Detail = "Star wheel at the bottom, wires at the top rear, magnet arm leading forward.",
            Subjects = [Subject.Magnet],
            Renews = true,
        }),
        .. BrakeSetting.Works,
    ])
    {
        Area = JobArea.Brake,
        Lacking = "needs electric drum brakes",
        NotWith = [Shoes, OneMagnet, DiscConversion],
        FollowUps = [FollowUpRules.AdjustAgain],
    };

    private static Job ShoesAndMagnet() => new(Shoes, "Shoes and magnet", [PlaceKind.Brake], IsElectric,
    [
        At(Shoes, "hub-off", new("shoes-out", "Springs off, shoes and magnet out", 4)
        {
            Detail = "Primary and secondary differ: lay them as they sat.",
            Cautions = DustCautions,
            Tools = _ => ["brake spring pliers"],
            Photo = "how springs and shoes sit",
            Subjects = [Subject.Lining, Subject.Magnet, Subject.Drum],
            Readings = ["lining"],
            Phase = Phases.Cause,
        }),
        JudgeDrum,
        At(Shoes, "hub-off", MeasureMagnet),
        At(Shoes, "hub-off", new("shoes-in", "New shoes and magnet in, springs on, lever free", 7)
        {
            Detail = "A film on the plate's pads and the adjuster's thread; none on the linings.",
            Cautions = [PairCaution],
            Tools = _ => ["brake spring pliers"],
            Parts = c => [new(PartNames.Shoes(c.Gear), 1, "piece"), new(PartNames.Magnet(c.Gear), 1, "piece")],
            Renews = true,
            Phase = Phases.In,
        }),
        At(Shoes, "hub-off", DrumTurned),
        .. BrakeSetting.Works,
    ])
    {
        Area = JobArea.Brake,
        Lacking = "needs electric drum brakes",
        NotWith = [Assembly, OneMagnet, DiscConversion],
        FollowUps = [FollowUpRules.AdjustAgain],
    };

    private static Step MeasureMagnet { get; } = new("magnet-ohms", "Measure the new magnet, cold", 0.5m)
    {
        Detail = "By itself: 3.6 to 4.6 ohm for 7 in, 3.0 to 3.8 ohm for 10 and 12 in (from memory). In the circuit "
            + "it takes less than 12 V over that: the coil warms and the wires take their share.",
        Readings = ["magnet-resistance"],
        Tools = _ => ["ohmmeter"],
        Subjects = [Subject.Magnet],
        Optional = true,
        OfNew = true,
        Phase = Phases.Measure,
    };

    private static Job Magnet() => new(OneMagnet, "Brake magnet", [PlaceKind.Brake], IsElectric,
    [
        At(OneMagnet, "hub-off", new("magnet-out", "Clip off, old magnet off its arm, wires cut long", 2)
        {
            Cautions = DustCautions,
            Tools = _ => ["side cutters", "pliers"],
            Subjects = [Subject.Magnet, Subject.Lining, Subject.Wires],
            Photo = "how spring and clip sit",
            Phase = Phases.Cause,
        }),
        At(OneMagnet, "hub-off", MeasureMagnet),
        At(OneMagnet, "hub-off", new("magnet-in", "New magnet on the arm, spring and clip on, lever free", 2)
        {
            Detail = "The arm swings free over its whole way; its pivot worn, and a new magnet wears crooked.",
            Parts = c => [new(PartNames.Magnet(c.Gear), 1, "piece")],
            Renews = true,
            Phase = Phases.In,
        }),
        At(OneMagnet, "hub-off", new("magnet-wires", "Join the magnet’s two wires, as this shop joins them", 3)
        {
            Detail = "Two wires without polarity: one to either side. Plain wire nuts never.",
            Parts = c => [new(JointPart(c), 2, "piece")],
            Practice = PracticeQuestions.WireJoint,
            Subjects = [Subject.Wires],
            Phase = Phases.Pack,
        }),
        .. BrakeSetting.Works,
        new(OneMagnet, "secured", new("one-current", "Ammeter in this brake’s own wire: what one magnet draws", 1.5m)
        {
            Detail = "12 V: about 3.0 A for a 10 or 12 in brake, 2.5 A for 7 in (from memory).",
            Readings = ["magnet-current"],
            Subjects = [Subject.Magnet, Subject.Wires],
            Tools = _ => ["ammeter", "12 V supply"],
            Optional = true,
            OfNew = true,
            Late = true,
            WeightDown = WeightDownRank.Try,
        }),
    ])
    { Area = JobArea.Brake, Lacking = "needs electric drum brakes", NotWith = [Assembly, Shoes, DiscConversion] };

    private static Step DrumTurned { get; } = new(
        "drum-limit",
        "Measure the drum: machined within its stamped limit, or renewed",
        1)
    {
        Detail = "This practice machines a grooved drum while it stays within the figure stamped on it.",
        Readings = ["drum-diameter", "drum-stamped"],
        Subjects = [Subject.Drum],
        Tools = _ => ["drum caliper"],
        Wanted = c => c.Practices.Is(PracticeQuestions.Drum, "machine") && !c.Doing("drum"),
        Practice = PracticeQuestions.Drum,
    };

    // A drum or a rotor on the lathe, as the practice that machines them has it, both sides of an axle alike.
    private static Step Machined(string title, Subject what, string reading, string gauge) => new("machine", title, 20)
    {
        Cautions = [PairCaution],
        Readings = [reading],
        Subjects = [what],
        Tools = _ => ["brake lathe", gauge],
        Wanted = c => c.Practices.Is(PracticeQuestions.Drum, "machine"),
        Practice = PracticeQuestions.Drum,
        Renews = true,
        OfNew = true,
        Phase = Phases.In,
    };

    // A new one, as the practice that renews them has it.
    private static Step Replaced(string code, string title, Subject what, Func<StepContext, string> part) =>
        new(code, title, 6)
        {
            Cautions = [PairCaution],
            Parts = c => [new(part(c), 1, "piece")],
            Subjects = [what],
            Wanted = c => c.Practices.Is(PracticeQuestions.Drum, "renew"),
            Practice = PracticeQuestions.Drum,
            Renews = true,
            Phase = Phases.In,
        };

    private static Job Drum() => new("drum", "Drum machined or renewed", [PlaceKind.Brake], IsDrum,
    [
        JudgeDrum,
        At("drum", "hub-off", Machined(
            "Drum turned true, no wider than its stamped figure; washed",
            Subject.Drum,
            "drum-diameter",
            "drum caliper") with
        {
            Detail = "By whoever has the lathe. Both drums of an axle to the same figure; write down what it came to.",
        }),
        At("drum", "hub-off", Replaced(
            "new-drum",
            "New drum on the hub, its preservative washed off",
            Subject.Drum,
            c => PartNames.Drum(c.Gear)) with
        {
            Detail = "Size, bolt circle and centre bore as the old one’s. Where drum and hub are one piece, ask for "
                + "“hub or hub-drum” instead: its bearings and seal go with it.",
        }),
        .. BrakeSetting.Works,
    ])
    { Area = JobArea.Brake, Lacking = "needs drum brakes", NotWith = ["hub", DiscConversion] };

    private static Job Rotor() => new("rotor", "Rotor machined or renewed", [PlaceKind.Brake], IsDisc,
    [
        JudgeRotor,
        At("rotor", "caliper-off", Machined(
            "Rotor turned true, no thinner than its stamped figure",
            Subject.Rotor,
            "rotor-thickness",
            "micrometer") with
        {
            Detail = "Both rotors of an axle alike; write down what it came to.",
        }),
        At("rotor", "caliper-off", Replaced(
            "new-rotor",
            "New rotor on a clean hub face, its preservative washed off",
            Subject.Rotor,
            _ => PartNames.Rotor) with
        {
            Detail = "Held flat by a nut or two. Where rotor and hub are one piece, ask for “hub or hub-drum” "
                + "instead. New rotors want new pads.",
        }),
        .. BrakeSetting.Works,
    ])
    { Area = JobArea.Brake, Lacking = "needs disc brakes", NotWith = ["hub"] };

    private static Job Adjustment() => new("brake-adjustment", "Brake adjustment", [PlaceKind.Brake], IsDrum,
        [
            .. BrakeSetting.StarWheel(late: false).Select(s => At("brake-adjustment", "adjuster-reached", s)),
            .. BrakeSetting.Works.Where(w => w.Group == "brake-try")
        ])
    {
        Area = JobArea.Brake,
        Lacking = "needs drum brakes",
        Settles = [FollowUpRules.AdjustAgain.Code],
        NotWith = [DiscConversion],
    };

    private static Work JudgeRotor { get; } = new("brake-rotor", "caliper-off", new(
        "judge-rotor",
        "Judge the rotor, measure its thickness",
        1)
    {
        Readings = ["rotor-thickness", "rotor-stamped"],
        Subjects = [Subject.Rotor, Subject.Lining],
        Tools = _ => ["micrometer"],
        Phase = Phases.Judge,
    });

    private static Job Pads() => new("pads", "Disc pads", [PlaceKind.Brake], IsDisc,
    [
        JudgeRotor,
        At("pads", "caliper-off", new("pads", "Piston back, new pads in, slides clean and free", 5)
        {
            Detail = "Slowly, with the bleed screw shut: watch the reservoir, and take out what rises before it runs "
                + "over. Nothing is opened, so nothing has to be bled.",
            Parts = _ => [new(PartNames.Pads, 1, "piece")],
            Tools = _ => ["clamp"],
            Subjects = [Subject.Lining],
            Cautions = [BrakeCaution, PairCaution],
            Renews = true,
            Phase = Phases.In,
        }),
        .. BrakeSetting.Works,
    ])
    { Area = JobArea.Brake, Lacking = "needs disc brakes" };

    private static Job Caliper() => new("caliper", "Brake caliper", [PlaceKind.Brake], IsDisc,
    [
        At("caliper", "caliper-off", new("hose-parted", "Part the hose, cap it; match the new caliper", 3)
        {
            Detail = "Left and right differ: the bleed screw ends up at the top.",
            Tools = _ => ["flare wrench", "catch pan"],
            Parts = _ => [new(PartNames.Caliper, 1, "piece")],
            Subjects = [Subject.Hydraulics],
            Cautions = [PairCaution],
        }),
        At("caliper", "caliper-off", new("hose-on", "Hose on with fresh sealing washers", 2)
        {
            Cautions = [BrakeCaution],
            Torque = Torques.Of(Fasteners.HoseBolt),
            Readings = ["hose-torque"],
            Tools = _ => ["torque wrench"],
            Renews = true,
        }),
        WheelClears,
        .. BleedingWhereOpened,
        .. BrakeSetting.Works,
    ])
    { Area = JobArea.Brake, Lacking = "needs disc brakes", FollowUps = [FollowUpRules.LeakLook] };

    private static Work WheelClears { get; } = new("wheel-clears", "wheel-off", new(
        "wheel-clears",
        "Try the wheel: it clears caliper and hose all round",
        0.5m)
    {
        Detail = "Turned by hand with two nuts on. A wheel that fitted over a drum need not fit over a caliper.",
        Subjects = [Subject.Studs],
        Late = true,
        Phase = Phases.Finish,
    })
    { Where = (gear, at) => Places.Touching(gear, PlaceKind.WheelEnd, at) };

    // Shoes come out for new ones and for what lies behind them.
    private static Work ShoesOut { get; } = new(HydraulicShoes, "hub-off", new(
        "shoes-out",
        "Springs off, shoes out; look at the wheel cylinder",
        4)
    {
        Detail = "Lift its dust cap: wet means renew.",
        Cautions = DustCautions,
        Tools = _ => ["brake spring pliers"],
        Photo = "how springs and shoes sit",
        Readings = ["lining"],
        Subjects = [Subject.Lining, Subject.Drum, Subject.Hydraulics],
        Phase = Phases.Cause,
    });

    private static Job Shoed() =>
        new(HydraulicShoes, "Hydraulic shoes", [PlaceKind.Brake], (gear, _) => gear.Brake == BrakeKind.HydraulicDrum,
    [
        ShoesOut,
        JudgeDrum,
        At(HydraulicShoes, "hub-off", new("shoes-in", "New shoes in, springs on", 6)
        {
            Detail = "Old ones that are back in already come out again first.",
            Cautions = [PairCaution],
            Tools = _ => ["brake spring pliers"],
            Parts = c => [new(PartNames.Shoes(c.Gear), 1, "piece")],
            Renews = true,
            Phase = Phases.Pack,
        }),
        At(HydraulicShoes, "hub-off", DrumTurned),
        .. BrakeSetting.Works,
    ])
        {
            Area = JobArea.Brake,
            Lacking = "needs hydraulic drum brakes",
            NotWith = [DiscConversion],
            FollowUps = [FollowUpRules.AdjustAgain],
        };

    private static Job WheelCylinder() =>
        new("wheel-cylinder", "Wheel cylinder", [PlaceKind.Brake], (gear, _) => gear.Brake == BrakeKind.HydraulicDrum,
    [
        ShoesOut,
        JudgeDrum,
        At("wheel-cylinder", "hub-off", new("cylinder-out", "Line off behind the plate and capped, old cylinder out", 4)
        {
            Detail = "Soft fittings crack when forced: penetrating oil, a flare wrench, and a new line where it turns "
                + "with its nut.",
            Tools = _ => ["flare wrench", "catch pan", "penetrating oil"],
            Subjects = [Subject.Hydraulics],
            Phase = Phases.Out,
        }),
        At("wheel-cylinder", "hub-off", new("cylinder-in", "New cylinder in, line by hand first, then tight", 4)
        {
            Detail = "Bore as the old one’s. Its bolts last, so that the line’s nut starts straight.",
            Cautions = [BrakeCaution, PairCaution],
            Tools = _ => ["flare wrench"],
            Parts = _ => [new(PartNames.WheelCylinder, 1, "piece")],
            Renews = true,
            Phase = Phases.In,
        }),
        At("wheel-cylinder", "hub-off", new("shoes-back", "Shoes back in, springs on", 5)
        {
            Detail = "Soaked with fluid, they do not clean up: then ask for new shoes, both sides.",
            Tools = _ => ["brake spring pliers"],
            Subjects = [Subject.Lining],
            Wanted = c => !c.Doing(HydraulicShoes),
            Phase = Phases.Pack,
        }),
        .. BleedingWhereOpened,
        .. BrakeSetting.Works,
    ])
        {
            Area = JobArea.Brake,
            Lacking = "needs hydraulic drum brakes",
            NotWith = [DiscConversion],
            FollowUps = [FollowUpRules.LeakLook],
        };

    private static Job LineAndHose() => new("line-and-hose", "Brake line and hose", [PlaceKind.Brake], IsHydraulic,
    [
        At("line-and-hose", "wheel-off", new("line-out", "Old line and hose out, their run noted", 3)
        {
            Tools = _ => ["flare wrench", "catch pan"],
            Photo = "how line and hose run",
            Subjects = [Subject.Hydraulics],
        }),
        At("line-and-hose", "wheel-off", new("line-in", "New line and hose in, clips riveted to the axle", 5)
        {
            Detail = "Nuts by hand first; soft fittings crack when overtightened. Nothing rubs at full travel.",
            Parts = _ => [new(PartNames.BrakeLine, 1, "piece"), new(PartNames.BrakeHose, 1, "piece")],
            Tools = _ => ["flare wrench", "rivet gun"],
            Cautions = [BrakeCaution],
            Renews = true,
        }),
        .. BleedingWhereOpened,
    ])
    {
        Area = JobArea.Brake,
        Lacking = "needs hydraulic brakes",
        NotWith = [DiscConversion],
        FollowUps = [FollowUpRules.LeakLook],
    };

    private static Job Actuator() => new("actuator", "Brake actuator", [PlaceKind.Trailer], IsHydraulic,
    [
        At("actuator", "secured", new("actuator-out", "Actuator out of the tongue", 12)
        {
            Detail = "All of it, where its rear fitting can't be reached in place.",
            Tools = _ => ["flare wrench", "socket set", "catch pan"],
            Subjects = [Subject.Hydraulics, Subject.Coupler],
        }),
        At("actuator", "secured", new("actuator-in", "New actuator in, bolts to the maker's figure, line on", 14)
        {
            Detail = "The kind for its brakes: one made for drums keeps a little pressure in the line, and discs drag "
                + "(from memory).",
            Torque = Torques.Of(Fasteners.ActuatorBolts, 4),
            Readings = ["actuator-torque"],
            Parts = _ => [new(PartNames.Actuator, 1, "piece")],
            Tools = _ => ["torque wrench", "flare wrench"],
            Cautions = [BrakeCaution, CouplerCaution],
            Renews = true,
        }),
        .. BleedingWhereOpened,
    ])
    { Area = JobArea.Brake, Lacking = "needs hydraulic brakes", FollowUps = [FollowUpRules.LeakLook] };

    private static Job BleedAll() =>
        new("brake-bleeding", "Brake bleeding", [PlaceKind.Trailer], IsHydraulic, [.. BleedingWhereOpened])
        {
            Area = JobArea.Brake,
            Lacking = "needs hydraulic brakes: an electric brake has nothing to bleed",
            FollowUps = [FollowUpRules.LeakLook],
        };

    private static Job Conversion()
    {
        Work Each(string opening, Step step) =>
            new(DiscConversion, opening, step) { Where = (gear, axle) => Places.Touching(gear, PlaceKind.Brake, axle) };
        Work Once(Step step) => new(DiscConversion, "secured", step) { Where = AtTrailer };
        return new(DiscConversion, "Drum-to-disc conversion", [PlaceKind.Axle], IsDrum,
        [
            Once(new("actuator-fit", "Actuator into the tongue, its line run back to the axles", 30)
            {
                Detail = "One made for disc brakes. Convert every braked axle: an actuator works no electric brake. "
                    + "The controller's wire is capped and clipped away.",
                Torque = Torques.Of(Fasteners.ActuatorBolts, 4),
                Readings = ["actuator-torque"],
                Parts = _ => [new(PartNames.Actuator, 1, "piece"), new(PartNames.BrakeLine, 1, "piece")],
                Tools = _ => ["torque wrench", "flare wrench", "rivet gun"],
                Cautions = [BrakeCaution, CouplerCaution],
                Subjects = [Subject.Coupler],
                Wanted = Electric,
            }),
            Once(new("actuator-look", "See that the actuator is one for disc brakes", 0.5m)
            {
                Detail = "One made for drums keeps a little pressure in the line, and discs drag (from memory): its "
                    + "plate or its maker says.",
                Subjects = [Subject.Hydraulics],
                Wanted = c => !Electric(c),
            }),
            Each(
                "plate-off",
                new("flange", "Clean the brake flange, try the bracket on it", 2)
                {
                    Tools = _ => ["wire brush"],
                    Subjects = [Subject.Axle]
                }),
            Each("hub-off", new("rotor-hub", "Make up the hub with its rotor: cups in, bearings packed, seal in", 8)
            {
                Detail = "Look whether its cups are in already. The old hub’s bearings stay with it. The rotor's "
                    + "faces stay clean to the end.",
                Parts = c => [
                    new(PartNames.RotorHub, 1, "piece"),
                    .. WheelEndJobs.Pairs(c.Gear),
                    SealFor(c),
                    new(
                        PartNames.Grease,
                        HubGrease.Packed(c.Gear, c.Practices.Is(PracticeQuestions.GreaseFill, "cavity")),
                        "oz")
                ],
                Tools = _ => ["bearing packer", "cup driver", "flat block"],
                Cautions = [SteelCaution],
                Subjects = [Subject.Cup, Subject.Bearing, Subject.Spindle],
                Late = true,
                Renews = true,
            }),
            Each("wheel-off", new("caliper-fit", "Caliper with its pads on the bracket, facing the rear", 5)
            {
                Detail = "Rotor held tight to the hub by a nut or two. The bleed screw ends up at the top. Wipe the "
                    + "rotor last.",
                Parts = _ => [new(PartNames.Caliper, 1, "piece"), new(PartNames.Pads, 1, "piece")],
                Torque = Torques.Of(Fasteners.CaliperBolts, 2),
                Readings = ["caliper-torque"],
                Tools = _ => ["torque wrench", "wire hook"],
                Cautions = [BrakeCaution],
                Late = true,
                Phase = Phases.Out,
            }),
            Each("wheel-off", new("hose-fit", "Hose to the caliper with fresh sealing washers", 2)
            {
                Torque = Torques.Of(Fasteners.HoseBolt),
                Readings = ["hose-torque"],
                Parts = _ => [new(PartNames.BrakeHose, 1, "piece")],
                Tools = _ => ["torque wrench"],
                Cautions = [BrakeCaution],
                Late = true,
                Phase = Phases.Wash,
            }),
            Each("wheel-off", new("line-run", "Line to the hose by hand first, then clips riveted to the axle", 6)
            {
                Detail = "Slack enough for the axle's full travel, nothing that rubs.",
                Parts = _ => [new(PartNames.BrakeLine, 1, "piece")],
                Tools = _ => ["flare wrench", "rivet gun"],
                Cautions = [BrakeCaution],
                Late = true,
                Phase = Phases.Work,
            }),
            WheelClears,
            .. BleedingWhereOpened,
            Once(new("try-discs", "Pump the actuator until it is firm, try that each wheel holds", 2)
            {
                Critical = CriticalSteps.Brakes,
                Detail = "Each wheel turned by hand, held by somebody at the actuator, free again when it lets go.",
                Subjects = [Subject.Hydraulics, Subject.Rotor],
                Late = true,
                WeightDown = WeightDownRank.Try,
            }),
        ])
        {
            Area = JobArea.Brake,
            Lacking = "needs drum brakes",
            NotWith =
            [
                Assembly,
                Shoes,
                OneMagnet,
                HydraulicShoes,
                "wheel-cylinder",
                "line-and-hose",
                "brake-adjustment",
                "drum",
                "bearing-repack",
                "bearings-and-cups",
                "hub",
                "oil-reseal",
                "oil-change",
                "studs",
                "axle",
                SealedHub
            ],
            CountsAs = ["bearing-repack"],
            FollowUps = [FollowUpRules.LeakLook, FollowUpRules.HubFeel],
            Becomes = new(
                "hydraulic disc brakes",
                PlaceKind.Axle,
                gear => gear with { Brake = BrakeKind.HydraulicDisc, BrakeSize = null }),
        };
    }

    /// <summary>Every job here. Last in the file: what it is made of has to stand first.</summary>
    internal static IReadOnlyList<Job> All { get; } =
        [
            ElectricAssembly(),
            ShoesAndMagnet(),
            Magnet(),
            Drum(),
            Rotor(),
            Adjustment(),
            Pads(),
            Caliper(),
            Shoed(),
            WheelCylinder(),
            LineAndHose(),
            Actuator(),
            BleedAll(),
            Conversion()
        ];
}
