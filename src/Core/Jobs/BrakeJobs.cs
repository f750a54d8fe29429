using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Schools;
using static SturdyTinker.Core.Jobs.Wording;

namespace SturdyTinker.Core.Jobs;

/// <summary>Jobs at brakes. Source of steps and minutes: common practice.</summary>
internal static class BrakeJobs
{
    private const string Assembly = "brake-assembly", Shoes = "shoes-and-magnet", HydraulicShoes = "hydraulic-shoes";

    private const string CouplerCaution = "The coupler's bolts carry the trailer: graded bolts, new lock washers.";

    private static bool IsElectric(RunningGear gear, Place place) => gear.Brake == BrakeKind.ElectricDrum;

    private static bool IsDrum(RunningGear gear, Place place) => gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum;

    private static bool IsDisc(RunningGear gear, Place place) => gear.Brake == BrakeKind.HydraulicDisc;

    private static bool IsHydraulic(RunningGear gear, Place place) => gear.Brake is BrakeKind.HydraulicDrum or BrakeKind.HydraulicDisc;

    // The star wheel, set when the drum is back on: two ways to leave it.
    private static IReadOnlyList<Step> StarWheel(bool late) =>
    [
        new("set-brush", "Star wheel out until the shoes drag, back until a light brush is left", 3)
        {
            Detail = "Turn the drum by hand while you do it: the shoes centre themselves.",
            Tools = _ => ["brake spoon"],
            Wanted = c => c.Schools.Is(SchoolQuestions.Adjuster, "light-brush"),
            School = SchoolQuestions.Adjuster,
            Late = late,
        },
        new("set-silent", "Star wheel out until the shoes drag, back until it is silent", 3)
        {
            Detail = "Turn the drum by hand while you do it: the shoes centre themselves.",
            Tools = _ => ["brake spoon"],
            Wanted = c => c.Schools.Is(SchoolQuestions.Adjuster, "silent"),
            School = SchoolQuestions.Adjuster,
            Late = late,
        },
    ];

    private static IReadOnlyList<Work> Setting { get; } =
    [
        .. StarWheel(late: true).Select(s => new Work("brake-setting", "wheel-off", s)),
        new("brake-setting", "secured", new("power", "Try it with power: pull, hum, current", 2)
        {
            Detail = "12 V at the plug. About 2.5 A for a 7 in brake, 3.0 A for 10 and 12 in (from memory); the magnet hums.",
            Readings = ["magnet-current"],
            Looks = [Subject.Magnet, Subject.Wires],
            Tools = _ => ["ammeter", "12 V supply"],
            Wanted = Electric,
            Late = true,
            WeightDown = WeightDownRank.Try,
        }),
    ];

    // Pistons that were pushed back have to come out again before the road.
    private static Work Pedal { get; } = new("pedal", "secured", new("pump-firm", "Pump the actuator until it is firm", 1) { Late = true, WeightDown = WeightDownRank.Try, Looks = [Subject.Hydraulics] }) { Where = (_, _) => [Place.Trailer] };

    // Whatever opened the lines, all brakes are bled once, the farthest from the actuator first.
    private static IReadOnlyList<Work> Bleeding { get; } =
    [
        new("bleeding", "secured", new("bleed", "Bleed until no bubble comes", 2)
        {
            Detail = "Farthest first. Keep the reservoir full; never use fluid twice.",
            Cautions = [BrakeCaution, "Brake fluid eats paint and harms skin and eyes."],
            Tools = _ => ["bleeder hose and jar", "flare wrench"],
            Parts = _ => [new("brake fluid", 2, "oz")],
            Looks = [Subject.Hydraulics],
            Wanted = HydraulicThen,
            Late = true,
            WeightDown = WeightDownRank.Bleed,
        })
        { Where = (gear, _) => Places.Touching(gear, PlaceKind.Brake, Place.Trailer).OrderByDescending(p => p.Axle).ThenByDescending(p => p.Side) },
        new("bleeding", "secured", new("level", "Fill the reservoir, press hard, look at every fitting", 1.5m)
        {
            Detail = "Hold the pressure half a minute: nothing weeps, nothing sinks.",
            Looks = [Subject.Hydraulics],
            Late = true,
            WeightDown = WeightDownRank.Try,
        })
        { Where = (_, _) => [Place.Trailer] },
    ];

    private static Work At(string job, string opening, Step step) => new(job, opening, step);

    private static Job ElectricAssembly() => new(Assembly, "Electric brake assembly", [PlaceKind.Brake], IsElectric,
    [
        At(Assembly, "plate-off", new("match", "Match drum, shoe width, bolt count and hand", 1.5m)
        {
            Detail = "The assembly is handed: the magnet's arm leads forward.",
            Parts = c => [new(PartNames.BrakeAssembly(c.Gear, c.Place.Side!.Value), 1, "piece")],
            Looks = [Subject.Drum],
            Tools = _ => ["tape measure"],
        }),
        At(Assembly, "plate-off", new("lever-right", "See that lever and adjuster sit the right way", 1)
        {
            Detail = "Star wheel at the bottom, wires at the top rear, magnet arm leading forward.",
            Looks = [Subject.Magnet],
        }),
        At(Assembly, "hub-off", new("drum", "Judge the drum, measure it across", 1)
        {
            Detail = "Grooves, blue spots; the stamped figure is the limit.",
            Readings = ["drum-diameter", "drum-stamped"],
            Looks = [Subject.Drum],
            Tools = _ => ["drum caliper"],
            Optional = true,
        }),
        .. Setting,
    ])
    { Area = JobArea.Brake, Lacking = "needs electric drum brakes", NotWith = [Shoes, DiscConversion], FollowUps = [FollowUpRules.AdjustAgain] };

    private static Job ShoesAndMagnet() => new(Shoes, "Shoes and magnet", [PlaceKind.Brake], IsElectric,
    [
        At(Shoes, "hub-off", new("shoes-out", "Springs off, shoes and magnet out", 4)
        {
            Detail = "Primary and secondary differ: lay them as they sat.",
            Cautions = ["Brake dust is not for breathing or blowing.", "A spring that slips goes for the eyes."],
            Tools = _ => ["brake spring pliers"],
            Photo = "how springs and shoes sit",
            Looks = [Subject.Lining, Subject.Magnet, Subject.Drum],
            Readings = ["lining"],
        }),
        At(Shoes, "hub-off", new("magnet-ohms", "Measure the new magnet", 0.5m)
        {
            Detail = "About 3.9 ohm for 7 in, 3.2 ohm for 10 and 12 in (from memory).",
            Readings = ["magnet-resistance"],
            Tools = _ => ["ohmmeter"],
            Looks = [Subject.Magnet],
            Optional = true,
        }),
        At(Shoes, "hub-off", new("shoes-in", "New shoes and magnet in, springs on, lever free", 7)
        {
            Detail = "A film on the plate's pads and the adjuster's thread; none on the linings.",
            Tools = _ => ["brake spring pliers"],
            Parts = c => [new(PartNames.Shoes(c.Gear), 1, "piece"), new(PartNames.Magnet(c.Gear), 1, "piece")],
        }),
        At(Shoes, "hub-off", DrumTurned),
        .. Setting,
    ])
    { Area = JobArea.Brake, Lacking = "needs electric drum brakes", NotWith = [Assembly, DiscConversion], FollowUps = [FollowUpRules.AdjustAgain] };

    private static Step DrumTurned { get; } = new("drum-limit", "Measure the drum: machined within its stamped limit, or renewed", 1)
    {
        Detail = "This school machines a grooved drum while it stays within the figure stamped on it.",
        Readings = ["drum-diameter", "drum-stamped"],
        Looks = [Subject.Drum],
        Tools = _ => ["drum caliper"],
        Wanted = c => c.Schools.Is(SchoolQuestions.Drum, "machine"),
        School = SchoolQuestions.Drum,
    };

    private static Job Adjustment() => new("brake-adjustment", "Brake adjustment", [PlaceKind.Brake], IsDrum,
        [.. StarWheel(late: false).Select(s => At("brake-adjustment", "adjuster-reached", s))])
    { Area = JobArea.Brake, Lacking = "needs drum brakes", Settles = [FollowUpRules.AdjustAgain.Code], NotWith = [DiscConversion] };

    private static Job Pads() => new("pads", "Disc pads", [PlaceKind.Brake], IsDisc,
    [
        At("pads", "caliper-off", new("rotor", "Judge the rotor, measure its thickness", 1)
        {
            Readings = ["rotor-thickness", "rotor-stamped"],
            Looks = [Subject.Rotor, Subject.Lining],
            Tools = _ => ["micrometer"],
        }),
        At("pads", "caliper-off", new("pads", "Piston back, new pads in, slides clean and free", 5)
        {
            Detail = "Open the bleed screw while the piston goes back, or watch the reservoir.",
            Parts = _ => [new("disc pad set, one wheel", 1, "piece")],
            Tools = _ => ["clamp"],
            Cautions = [BrakeCaution],
        }),
        Pedal,
    ])
    { Area = JobArea.Brake, Lacking = "needs disc brakes" };

    private static Job Caliper() => new("caliper", "Brake caliper", [PlaceKind.Brake], IsDisc,
    [
        At("caliper", "caliper-off", new("hose-parted", "Part the hose, cap it; match the new caliper", 3)
        {
            Tools = _ => ["flare wrench", "catch pan"],
            Parts = _ => [new("brake caliper, with bracket bolts", 1, "piece")],
            Looks = [Subject.Hydraulics],
        }),
        At("caliper", "caliper-off", new("hose-on", "Hose on with fresh sealing washers", 2) { Cautions = [BrakeCaution], Torque = Torques.Makers("Hose bolt", 1), Tools = _ => ["torque wrench"] }),
        .. Bleeding,
    ])
    { Area = JobArea.Brake, Lacking = "needs disc brakes", FollowUps = [FollowUpRules.LeakLook] };

    private static Job Shoed() => new(HydraulicShoes, "Hydraulic shoes", [PlaceKind.Brake], (gear, _) => gear.Brake == BrakeKind.HydraulicDrum,
    [
        At(HydraulicShoes, "hub-off", new("shoes-out", "Springs off, shoes out; look at the wheel cylinder", 4)
        {
            Detail = "Lift its dust cap: wet means renew.",
            Cautions = ["Brake dust is not for breathing or blowing.", "A spring that slips goes for the eyes."],
            Tools = _ => ["brake spring pliers"],
            Photo = "how springs and shoes sit",
            Readings = ["lining"],
            Looks = [Subject.Lining, Subject.Drum, Subject.Hydraulics],
        }),
        At(HydraulicShoes, "hub-off", new("shoes-in", "New shoes in, springs on", 6) { Tools = _ => ["brake spring pliers"], Parts = c => [new(PartNames.Shoes(c.Gear), 1, "piece")] }),
        At(HydraulicShoes, "hub-off", DrumTurned),
        .. Setting,
        Pedal,
    ])
    { Area = JobArea.Brake, Lacking = "needs hydraulic drum brakes", NotWith = [DiscConversion], FollowUps = [FollowUpRules.AdjustAgain] };

    private static Job LineAndHose() => new("line-and-hose", "Brake line and hose", [PlaceKind.Brake], IsHydraulic,
    [
        At("line-and-hose", "wheel-off", new("line-out", "Old line and hose out, their run noted", 3)
        {
            Tools = _ => ["flare wrench", "catch pan"],
            Photo = "how line and hose run",
            Looks = [Subject.Hydraulics],
        }),
        At("line-and-hose", "wheel-off", new("line-in", "New line and hose in, clips riveted to the axle", 5)
        {
            Detail = "Nuts by hand first; soft fittings crack when overtightened. Nothing rubs at full travel.",
            Parts = _ => [new("brake line with flare fittings", 1, "piece"), new("brake hose", 1, "piece")],
            Tools = _ => ["flare wrench", "rivet gun"],
            Cautions = [BrakeCaution],
        }),
        .. Bleeding,
    ])
    { Area = JobArea.Brake, Lacking = "needs hydraulic brakes", FollowUps = [FollowUpRules.LeakLook] };

    private static Job Actuator() => new("actuator", "Brake actuator", [PlaceKind.Trailer], IsHydraulic,
    [
        At("actuator", "secured", new("actuator-out", "Actuator out of the tongue", 12)
        {
            Detail = "All of it, where its rear fitting can't be reached in place.",
            Tools = _ => ["flare wrench", "socket set", "catch pan"],
            Looks = [Subject.Hydraulics, Subject.Coupler],
        }),
        At("actuator", "secured", new("actuator-in", "New actuator in, bolts to the maker's figure, line on", 14)
        {
            Torque = Torques.Makers("Actuator bolts", 4),
            Parts = _ => [new("brake actuator", 1, "piece")],
            Tools = _ => ["torque wrench", "flare wrench"],
            Cautions = [BrakeCaution, CouplerCaution],
        }),
        .. Bleeding,
    ])
    { Area = JobArea.Brake, Lacking = "needs hydraulic brakes", FollowUps = [FollowUpRules.LeakLook] };

    private static Job Bleed() => new("brake-bleeding", "Brake bleeding", [PlaceKind.Trailer], IsHydraulic, [.. Bleeding])
    { Area = JobArea.Brake, Lacking = "needs hydraulic brakes: an electric brake has nothing to bleed", FollowUps = [FollowUpRules.LeakLook] };

    private static Job Conversion()
    {
        Work Each(string opening, Step step) => new(DiscConversion, opening, step) { Where = (gear, axle) => Places.Touching(gear, PlaceKind.Brake, axle) };
        Work Once(Step step) => new(DiscConversion, "secured", step) { Where = (_, _) => [Place.Trailer] };
        return new(DiscConversion, "Drum-to-disc conversion", [PlaceKind.Axle], IsDrum,
        [
            Once(new("actuator-fit", "Actuator into the tongue, its line run back to the axles", 30)
            {
                Detail = "Convert every braked axle: an actuator works no electric brake. The controller's wire is capped and clipped away.",
                Torque = Torques.Makers("Actuator bolts", 4),
                Parts = _ => [new("brake actuator", 1, "piece"), new("brake line with flare fittings", 1, "piece")],
                Tools = _ => ["torque wrench", "flare wrench", "rivet gun"],
                Cautions = [BrakeCaution, CouplerCaution],
                Looks = [Subject.Coupler],
                Wanted = Electric,
            }),
            Once(new("actuator-look", "See that the actuator is one for disc brakes", 0.5m)
            {
                Detail = "One made for drums keeps a little pressure in the line, and discs drag (from memory): its plate or its maker says.",
                Looks = [Subject.Hydraulics],
                Wanted = c => !Electric(c),
            }),
            Each("plate-off", new("flange", "Clean the brake flange, try the bracket on it", 2) { Tools = _ => ["wire brush"], Looks = [Subject.Axle] }),
            Each("hub-off", new("rotor-hub", "Make up the hub with its rotor: cups in, bearings packed, seal in", 6)
            {
                Detail = "Look whether its cups are in already. The rotor's faces stay clean to the end.",
                Parts = c => [new("hub with rotor", 1, "piece"), .. WheelEndJobs.Pairs(c.Gear), SealFor(c.Gear), new(PartNames.Grease, 3, "oz")],
                Tools = _ => ["bearing packer", "cup driver"],
                Looks = [Subject.Cup, Subject.Bearing],
            }),
            Each("wheel-off", new("caliper-fit", "Caliper on, facing the rear", 5)
            {
                Detail = "Rotor held tight to the hub by a nut or two. Wipe the rotor last.",
                Parts = _ => [new("brake caliper, with bracket bolts", 1, "piece"), new("disc pad set, one wheel", 1, "piece"), new("brake hose", 1, "piece"), new("brake line with flare fittings", 1, "piece")],
                Torque = Torques.Makers("Caliper bolts", 2),
                Tools = _ => ["torque wrench", "wire hook"],
                Cautions = [BrakeCaution],
                Late = true,
            }),
            Each("wheel-off", new("line-run", "Run the line, clips riveted to the axle", 6)
            {
                Detail = "Slack enough for the axle's full travel, nothing that rubs.",
                Tools = _ => ["flare wrench", "rivet gun"],
                Late = true,
            }),
            .. Bleeding,
            Once(new("write-down", "Change the trailer's description to disc brakes", 1)
            {
                Detail = "On its page in the yard, once the visit is closed: the next packet follows from it.",
                Late = true,
                WeightDown = WeightDownRank.Papers,
            }),
        ])
        { Area = JobArea.Brake, Lacking = "needs drum brakes", NotWith = [Assembly, Shoes, HydraulicShoes, "brake-adjustment", "bearing-repack", "bearings-and-cups", "hub", SealedHub], FollowUps = [FollowUpRules.LeakLook, FollowUpRules.HubFeel] };
    }

    /// <summary>Every job here. Last in the file: what it is made of has to stand first.</summary>
    internal static IReadOnlyList<Job> All { get; } =
        [ElectricAssembly(), ShoesAndMagnet(), Adjustment(), Pads(), Caliper(), Shoed(), LineAndHose(), Actuator(), Bleed(), Conversion()];
}
