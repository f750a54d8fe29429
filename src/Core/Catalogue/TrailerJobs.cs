using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Catalogue;

/// <summary>Jobs on the trailer as a whole. Source of steps and minutes: common practice.</summary>
internal static class TrailerJobs
{
    private static IEnumerable<Place> WheelEnds(RunningGear gear, Place trailer) => Places.WheelEndsOf(gear);

    private static IEnumerable<Place> Sides(RunningGear gear, Place trailer) =>
        Places.Touching(gear, PlaceKind.Side, trailer);

    // Looks that more than one job asks for: whoever asks, each is done once.
    private static IReadOnlyList<Work> TyresAndLights { get; } =
    [
        new("round", "secured", new("tyre", "Tyre: tread, pressure, cuts", 1)
        {
            Detail = "Cold pressure against the figure on its side; tread at its lowest groove.",
            Readings = ["tread", "tyre-pressure"],
            Subjects = [Subject.Tyre],
            Tools = _ => ["tread gauge", "pressure gauge"],
        })
        { Where = WheelEnds },
        new("round", "secured", new("lights", "Lights: left, right, brake, tail", 2)
        {
            Detail = "A dead one: plug, ground, then the unit itself.",
            Subjects = [Subject.Lights],
            Tools = _ => ["light tester"],
        }),
    ];

    private static IEnumerable<Place> Brakes(RunningGear gear, Place trailer) =>
        Places.Of(gear).Where(p => p.Kind == PlaceKind.Brake);

    // The walk that every inspection makes.
    private static IReadOnlyList<Work> Walk { get; } =
    [
        .. TyresAndLights,
        new("round", "secured", new("ride-height", "Ride height, front and rear of this side", 1)
        {
            Detail = "Frame to ground on level ground: the two sides stand within 1/2 in (from memory).",
            Readings = ["ride-height-front", "ride-height-rear"],
            Subjects = [Subject.RideHeight],
            Tools = _ => ["tape measure"],
        })
        { Where = Sides },
        new("round", "secured", new("springs", "Springs, U-bolts, hangers, links, equalizers: look and lever", 3)
        {
            Detail = "Flat, cracked or shifted leaves; loose U-bolts; bushings by levering; oval holes.",
            Wanted = c => c.Gear.Suspension != SuspensionKind.Torsion,
            Subjects =
            [
                Subject.Spring,
                Subject.UBolt,
                Subject.Hanger,
                Subject.Link,
                Subject.Equalizer,
                Subject.Bushing
            ],
            Tools = _ => ["pry bar", "lamp"],
        })
        { Where = Sides },
        new(
            "round",
            "secured",
            new(
                "leaks",
                "Grease or oil on wheels and backing plates",
                0.5m) { Subjects = [Subject.Leak] }) { Where = WheelEnds },
        new("round", "secured", new("wiring", "Wiring: broken, pinched, rubbed", 1) { Subjects = [Subject.Wires] }),
        new(
            "round",
            "secured",
            new("coupler", "Coupler, chains, winch strap, jack, step", 1.5m)
            {
                Subjects = [Subject.Coupler, Subject.Fittings]
            }),
        WheelEndJobs.Rock with { Where = WheelEnds },
    ];

    private static Job WearInspection() =>
        new("wear-inspection", "Wear inspection", [PlaceKind.Trailer], (_, _) => true, Walk) { Area = JobArea.Trailer };

    /// <summary>Source: published, 49 CFR 396.17 to 396.21 and appendix A to part 396; minutes from memory.</summary>
    private static Job Periodic() =>
        new(PeriodicInspection.JobCode, "Periodic inspection, 49 CFR 396", [PlaceKind.Trailer], (_, _) => true,
    [
        .. Walk,
        new("round", "secured", new("linings", "Lining through the inspection hole", 1)
        {
            Detail = "Where there is no hole, the hub has to come off: add a repack there.",
            Readings = ["lining"],
            Subjects = [Subject.Lining],
            Wanted = c => c.Gear.Brake != BrakeKind.None,
            Tools = _ => ["lamp", "lining gauge"],
            Optional = true,
        })
        { Where = Brakes },
        new(
            "round",
            "secured",
            new("frame", "Frame, load and loose parts, rear guard", 4)
            {
                Subjects = [Subject.Frame, Subject.Securing, Subject.RearGuard],
                Tools = _ => ["lamp"]
            }),
        new(PeriodicInspection.JobCode, "secured", new("sign", "Sign the inspection: who, and by what qualification", 4)
        {
            Detail = "On the round’s page, once every item has been looked at. The report is kept 14 months.",
            Cautions = ["Only a qualified inspector signs (49 CFR 396.19); local law may ask for more."],
            Late = true,
            WeightDown = WeightDownRank.Papers,
        }),
    ])
        { Area = JobArea.Trailer };

    private static Job TyreAndLightCheck() =>
        new(
            "tyres-and-lights",
            "Tyre and light check",
            [PlaceKind.Trailer],
            (_, _) => true,
            TyresAndLights)
        { Area = JobArea.Trailer };

    private static Job LugRetorque() =>
        new("lug-retorque", "Lug nuts torqued again", [PlaceKind.Trailer], (_, _) => true,
    [
        new("lug-retorque", "secured", new(
            "again",
            "Lug nuts once more round at the wanted figure, in star order",
            1.5m)
        {
            Detail = "Tyre on the ground, nothing loosened, no stages: a nut that does not move before the wrench "
                + "clicks is right. One that turns far says the seat or the stud is wrong.",
            Torque = Torques.LugsAgain,
            Readings = ["lug-torque"],
            Subjects = [Subject.Studs],
            Tools = c => ["torque wrench", .. StepConditions.LugTools(c)],
            Socket = "lug nuts",
            Renews = true,
        })
        { Where = WheelEnds },
    ])
        { Area = JobArea.Trailer, Settles = [.. FollowUpRules.Lugs.Select(r => r.Code)] };

    private static Job SuspensionRetorque() =>
        new("suspension-retorque", "Suspension bolts torqued again", [PlaceKind.Trailer], (_, _) => true,
    [
        Again(
            "bolts",
            "Suspension bolts of this side once more at the wanted figure",
            "eye bolts",
            "eye bolt socket",
            Torques.Of(Fasteners.EyeBolts),
            "suspension-torque",
            Subject.Bolt,
            OnSprings,
            Sides),
        Again(
            "u-bolts",
            "U-bolt nuts of this side once more, in a cross",
            "U-bolts",
            "deep socket",
            Torques.UBoltsAgain,
            "u-bolt-torque",
            Subject.UBolt,
            OnSprings,
            Sides),
        Again(
            "brackets",
            "Bracket bolts of this axle once more at the wanted figure",
            "bracket bolts",
            "socket set",
            Torques.Of(Fasteners.BracketBolts, 4),
            "bracket-torque",
            Subject.Axle,
            c => !OnSprings(c),
            (gear, trailer) => Places.Touching(gear, PlaceKind.Axle, trailer)),
    ])
        { Area = JobArea.Trailer, Settles = [FollowUpRules.SuspensionRetorque.Code, FollowUpRules.LockNutLook.Code] };

    private static bool OnSprings(StepContext c) => c.Gear.Suspension != SuspensionKind.Torsion;

    private static Work Again(
        string code,
        string title,
        string socket,
        string usual,
        Func<StepContext, TorqueAsked> torque,
        string reading,
        Subject subject,
        Func<StepContext, bool> wanted,
        Func<RunningGear, Place, IEnumerable<Place>> where) =>
        new("suspension-retorque", "secured", new(code, title, 2)
        {
            Detail = "The kit's or maker's figures, the tyres bearing the trailer; lock nuts used again looked at. "
                + "Nothing is loosened first.",
            Torque = torque,
            Readings = [reading],
            Subjects = [subject],
            Tools = c => ["torque wrench", StepConditions.Fitted(c, socket, usual)],
            Socket = socket,
            Wanted = wanted,
            Renews = true,
        })
        { Where = where };

    /// <summary>Every job here. Last in the file: what it is made of has to stand first.</summary>
    internal static IReadOnlyList<Job> All { get; } =
    [
        WearInspection(),
        Periodic(),
        TyreAndLightCheck(),
        LugRetorque(),
        SuspensionRetorque(),
        .. TrailerWork.All
    ];
}
