using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using static SturdyTinker.Core.Catalogue.StepConditions;

namespace SturdyTinker.Core.Catalogue;

/// <summary>Jobs at hubs, bearings and spindles. Source of steps and minutes: common practice.</summary>
internal static class WheelEndJobs
{
    private const string Repack = "bearing-repack", Oil = "oil-reseal";

    /// <summary>Jobs that leave the same hub with its bearings packed, each in its own way.</summary>
    private static readonly string[] PackingJobs = [Repack, "bearings-and-cups", "hub", Oil, "oil-change"];

    private static readonly string[] SolventCautions =
    [
        "No petrol. Solvents in the open air, away from flame; spent solvent, grease and oil to proper disposal.",
        "Brake dust is not for breathing or blowing."
    ];

    private static Work At(string opening, Step step) => new(Repack, opening, step);

    private static PartNeed Grease(decimal ounces) => new(PartNames.Grease, ounces, "oz");

    private static bool IsOil(RunningGear gear) => gear.Lubrication == Lubrication.OilBath;

    /// <summary>Rocking a tyre: the same look for everybody who has that side up.</summary>
    internal static Work Rock { get; } = new("play", "raised", new(
        "rock",
        "Rock the tyre top and bottom, spin it and listen",
        0.5m)
    {
        Detail = "Play at the rim before anything is touched.",
        Readings = ["rim-rock"],
        Subjects = [Subject.Play, Subject.Bearing],
        Optional = true,
    });

    private static Work NoteGrease { get; } = At("cap-off", new(
        "note-grease",
        "Note the grease: colour, water, metal",
        0.5m)
    {
        Detail = "Before you wipe anything: it tells what happened in there.",
        Subjects = [Subject.Grease],
        Wanted = c => Packed(c.Gear),
    });

    private static Work NoteOil { get; } = At("cap-off", new(
        "note-oil",
        "Note the oil: level, colour, water, metal",
        0.5m)
    {
        Detail = "Milky is water, glitter is metal; low means that a seal lets it out.",
        Subjects = [Subject.Oil, Subject.Leak],
        Wanted = c => IsOil(c.Gear),
    });

    private static Work JudgeSpindle { get; } = At("hub-open", new(
        "judge-spindle",
        "Judge the spindle and its thread",
        0.5m)
    {
        Detail = "Run a fingernail along the journals. Light rust comes off with emery, well back from the seal "
            + "journal.",
        Subjects = [Subject.Spindle, Subject.SpindleThread],
        Tools = _ => ["emery cloth"],
        Phase = Phases.Work,
    });

    // What is thrown away is neither cleaned nor judged.
    private static IReadOnlyList<Work> CleanAndJudge { get; } =
    [
        At("hub-open", new("clean", "Clean hub, cups, bearings and spindle to bare metal", 3)
        {
            Detail = "Old grease left in spoils the new, and two greases may not mix.",
            Cautions = SolventCautions,
            Tools = _ => ["parts washer", "rags"],
            Subjects = [Subject.Cup],
            Wanted = c => !NewBearings(c)
                && (c.Practices.Is(PracticeQuestions.Cleaning, "bare-metal") || IsOil(c.Gear)),
            Practice = PracticeQuestions.Cleaning,
            Phase = Phases.Clean,
        }),
        At("hub-open", new("push-through", "Push the old grease out with new, three passes in the packer", 3)
        {
            Detail = "Until it runs clean, and only with the same family of grease.",
            Tools = _ => ["bearing packer", "rags"],
            Parts = c => [Grease(HubGrease.PushedThrough)],
            Subjects = [Subject.Cup],
            Wanted = c => !NewBearings(c)
                && Packed(c.Gear)
                && c.Practices.Is(PracticeQuestions.Cleaning, "push-through"),
            Practice = PracticeQuestions.Cleaning,
            Phase = Phases.Clean,
        }),
        At("hub-open", new("wipe", "Wipe, and look whether the old grease is perfect", 1)
        {
            Detail = "Clean colour, no water, no grit: it is topped up. Anything else, and everything is cleaned.",
            Tools = _ => ["rags"],
            Subjects = [Subject.Grease, Subject.Cup],
            Wanted = c => !NewBearings(c) && Packed(c.Gear) && c.Practices.Is(PracticeQuestions.Cleaning, "top-up"),
            Practice = PracticeQuestions.Cleaning,
            Phase = Phases.Clean,
        }),
        At("hub-open", new("dry", "Dry the bearings", 0.5m)
        {
            Detail = "Lay them on a rag and blow through them held still.",
            Cautions = ["Never spin a bearing with compressed air: it can fly apart."],
            Wanted = c => !NewBearings(c)
                && (c.Practices.Is(PracticeQuestions.Cleaning, "bare-metal") || IsOil(c.Gear)),
            Phase = Phases.Clean,
        }),
        At("hub-open", new("judge-bearings", "Judge rollers, cages and cups", 1)
        {
            Detail = "Good light, turn each roller. Pitting, flats, rust, heat colour, a bent cage.",
            Subjects = [Subject.Bearing, Subject.Cup],
            Wanted = c => !NewBearings(c),
            Phase = Phases.Judge,
        }),
        At("hub-open", new("bearing-age", "Two years in? Then cones and cups are renewed", 0.25m)
        {
            Detail = "This practice renews by age. Add the job “bearings and cups” when they are due.",
            Subjects = [Subject.Bearing],
            Wanted = c => c.Practices.Is(PracticeQuestions.Bearings, "by-age") && !NewBearings(c),
            Practice = PracticeQuestions.Bearings,
            Phase = Phases.Judge,
        }),
        JudgeSpindle,
        At("hub-open", new("look-brake", "Look at shoes and drum", 0.25m)
        {
            Detail = "Grease on them? Keep the friction faces clean to the end.",
            Subjects = [Subject.Lining, Subject.Drum, Subject.Magnet],
            Readings = ["lining"],
            Wanted = c => c.Gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum,
            Optional = true,
            Phase = Phases.Work,
        }),
    ];

    private static IReadOnlyList<Work> Packing { get; } =
    [
        At("hub-open", new("compare-seal", "Measure the seal journal, compare the new seal with the old", 0.5m)
        {
            Detail = "One axle rating can have two seals that look alike. Lay them together before you press anything.",
            Readings = ["seal-journal"],
            Subjects = [Subject.Seal],
            Tools = _ => ["caliper"],
            Optional = true,
            Phase = Phases.Measure,
        }),
        At("hub-open", new("flush-spindle", "Flush the spindle's drilling until the new colour comes", 0.5m)
        {
            Detail = "With the hub off, so that the old grease does not end in the brake.",
            Wanted = c => c.Gear.Lubrication == Lubrication.GreasableSpindle,
            Tools = _ => ["grease gun"],
            Parts = _ => [Grease(HubGrease.Flush)],
            Phase = Phases.In,
        }),
        .. OldAndNew(new("pack", "Pack both bearings", 2)
        {
            Detail = "From the large end until fresh grease comes out at the small end, all the way round; by palm or "
                + "packer.",
            Tools = _ => ["bearing packer"],
            Parts = c => [Grease(HubGrease.Packed(c.Gear, c.Practices.Is(PracticeQuestions.GreaseFill, "cavity")))],
            Wanted = Greased,
            Phase = Phases.Pack,
            Renews = true,
        }),
        .. OldAndNew(new("wet", "Wet both bearings with hub oil", 1)
        {
            Detail = "So that they do not start dry: the oil takes a while to find them.",
            Wanted = Oiled,
            Phase = Phases.Pack,
            Renews = true,
        }),
        .. OldAndNew(new("film", "A film on cups and spindle journals", 0.25m)
        {
            Detail = "Room is left in the hub: grease expands, and an over-filled hub heats and blows its seal.",
            Wanted = c => Greased(c) && c.Practices.Is(PracticeQuestions.GreaseFill, "packed"),
            Practice = PracticeQuestions.GreaseFill,
            Phase = Phases.Pack,
        }),
        .. OldAndNew(new("fill-cavity", "Fill the hub cavity between the cups", 0.25m)
        {
            Detail = "Keeps water out of a hub that goes down the ramp. Not beyond the cups: it still needs room to "
                + "expand.",
            Wanted = c => Greased(c) && c.Practices.Is(PracticeQuestions.GreaseFill, "cavity"),
            Practice = PracticeQuestions.GreaseFill,
            Phase = Phases.Pack,
        }),
        new("spares", "secured", new("spares", "See that a packed hub and a bearing set ride along", 0.5m)
        {
            Detail = "The spare that gets it home: hub, pin, nut and grease in a dry box.",
            Wanted = c => c.Practices.Is(PracticeQuestions.Spares, "hub-and-set") && Packed(c.Gear),
            Practice = PracticeQuestions.Spares,
            Late = true,
            WeightDown = WeightDownRank.Papers,
            Optional = true,
        })
        { Where = (_, _) => [Place.Trailer] },
    ];

    // What is done to new cones and cups is asked for anew, though the old ones had it already: another step, with a
    // code of its own.
    private static Work[] OldAndNew(Step step) =>
    [
        At("hub-open", step with { Wanted = c => step.Wanted(c) && !NewBearings(c) }),
        At("hub-open", step with { Code = $"{step.Code}-new", Wanted = c => step.Wanted(c) && NewBearings(c) }),
    ];

    /// <summary>The whole repack, with the brake set and tried when the drum is back on.</summary>
    internal static IReadOnlyList<Work> RepackWork { get; } =
    [
        Rock,
        NoteGrease,
        .. CleanAndJudge,
        .. Packing,
        .. BrakeSetting.Works
    ];

    private static Job BearingRepack() =>
        new(Repack, "Bearing repack", [PlaceKind.WheelEnd], (gear, _) => Packed(gear), RepackWork)
        {
            Lacking = "does not go with this trailer's lubrication",
            NotWith = [SealedHub],
            FollowUps = [FollowUpRules.HubFeel],
        };

    private static Job SpindleGreasing() =>
        new("spindle-greasing", "Spindle greasing", [PlaceKind.WheelEnd],
            (gear, _) => gear.Lubrication == Lubrication.GreasableSpindle,
    [
        Rock,
        new("spindle-greasing", "plug-out", new(
            "pump",
            "Pump slowly while turning the wheel, until the new colour shows",
            4)
        {
            Detail = "One hand on the gun, one on the wheel. Stop at resistance. About 20 strokes are an ounce (from "
                + "memory).",
            Cautions = ["Too much or too fast drives grease past the seal into the brake."],
            Tools = _ => ["grease gun"],
            Parts = _ => [Grease(HubGrease.Pumped)],
            Subjects = [Subject.Grease, Subject.Seal],
            Renews = true,
        }),
        new("spindle-greasing", "plug-out", new("wipe-cap", "Wipe off what came out, look behind the wheel", 0.5m)
        {
            Detail = "Grease on the tyre's inner side or the backing plate has come past the seal.",
            Subjects = [Subject.Grease],
        }),
    ])
        {
            Lacking = "needs a greasable spindle",
            Forbids = (PracticeQuestions.GreasableSpindle, "never"),
            NotWith = [SealedHub],
            FollowUps = [FollowUpRules.StripAndLook],
        };

    // Cone and cup are a matched pair: whoever renews one renews both.
    internal static IReadOnlyList<PartNeed> Pairs(RunningGear gear) => UsualSet.For(gear.RatingPounds) is { } set
        ? [
            Pair("inner", set.Inner, set.Others.Select(o => o.Inner)),
            Pair("outer", set.Outer, set.Others.Select(o => o.Outer))
        ]
        : [new("cone and cup, by the old ones' numbers", 2, "piece")];

    // Where a rating has more than one, all candidates are taken along and the old number decides.
    private static PartNeed Pair(string which, string cone, IEnumerable<string> others)
    {
        string[] candidates = [.. others.Prepend(cone).Distinct().Select(PartNames.ConeAndCup)];
        return candidates.Length == 1
            ? new(candidates[0], 1, "piece")
            : new($"{which} {string.Join(" or ", candidates)}", 1, "piece") { OneOf = candidates };
    }

    private static Job BearingsAndCups() =>
        new("bearings-and-cups", "Bearings and cups", [PlaceKind.WheelEnd],
            (gear, _) => gear.Lubrication != Lubrication.SealedHub,
    [
        Rock,
        NoteGrease,
        NoteOil,
        new("bearings-and-cups", "hub-open", new(
            "find-cause",
            "Look at the old rollers and cups for what ended them",
            1)
        {
            Detail = "They go out whatever they show; class what you see, so that the new ones do not go the same way.",
            Subjects = [Subject.Bearing, Subject.Cup],
            Wanted = c => !NewHub(c),
            Phase = Phases.Cause,
        }),
        new("bearings-and-cups", "hub-open", new("cups-out", "Drive the old cups out, evenly from side to side", 3)
        {
            Cautions = [SteelCaution],
            Tools = _ => ["drift", "hammer"],
            Subjects = [Subject.Cup],
            Phase = Phases.Out,
        }),
        new("bearings-and-cups", "hub-open", new(
            "wash-hub",
            "Wash hub and spindle to bare metal, no chips left; dry",
            3.5m)
        {
            Detail = "Look at the seats that the cups sat in: a cup that had turned has worn its seat, and the hub is "
                + "done.",
            Cautions = SolventCautions,
            Tools = _ => ["parts washer", "rags"],
            Subjects = [Subject.Cup],
            Phase = Phases.Wash,
        }),
        .. CleanAndJudge,
        new("bearings-and-cups", "hub-open", new(
            "new-pair",
            "Lay out the new cones and cups, numbers against the old",
            1)
        {
            Detail = "Always cone and cup together; inner and outer differ.",
            Parts = c => Pairs(c.Gear),
            Subjects = [Subject.Bearing],
            Phase = Phases.Measure,
        }),
        new("bearings-and-cups", "hub-open", new("cups-in", "New cups home against the shoulder", 4)
        {
            Detail = "Until the sound changes; no light under them. A second cup on top of one makes everything stand "
                + "proud.",
            Cautions = [SteelCaution],
            Tools = _ => ["cup driver", "hammer"],
            Subjects = [Subject.Cup],
            Phase = Phases.In,
            Renews = true,
        }),
        .. Packing,
        .. BrakeSetting.Works,
    ])
        {
            Lacking = "does not go with a sealed hub",
            NotWith = [SealedHub, "hub"],
            CountsAs = [Repack, Oil, "oil-change"],
            FollowUps = [FollowUpRules.HubFeel],
        };

    private static Job OilReseal() => new(Oil, "Hub seal and oil", [PlaceKind.WheelEnd], (gear, _) => IsOil(gear),
        [Rock, NoteOil, .. CleanAndJudge, .. Packing, .. BrakeSetting.Works])
    {
        Lacking = "needs an oil-bath hub",
        NotWith = [SealedHub],
        CountsAs = ["oil-change"],
        FollowUps =
    [
        FollowUpRules.HubFeel,
        FollowUpRules.LeakLook
    ]
    };

    private static Job OilChange() =>
        new("oil-change", "Hub oil changed", [PlaceKind.WheelEnd], (gear, _) => IsOil(gear),
    [
        Rock,
        NoteOil,
        new("oil-change", "cap-off", new(
            "wipe-out",
            "Wipe out what settled at the bottom, look at the magnet or cap",
            1)
        {
            Detail = "Sludge and glitter come out with a rag, not with more oil. A hub that was low has a seal that "
                + "lets it out: that wants more than oil.",
            Tools = _ => ["rags"],
            Subjects = [Subject.Oil, Subject.Bearing],
            Renews = true,
        }),
    ])
        { Lacking = "needs an oil-bath hub", NotWith = [SealedHub] };

    private static Job HubLook() =>
        new("hub-look", "Hub look: level, leak, play", [PlaceKind.WheelEnd], (gear, _) =>
            gear.Lubrication is Lubrication.OilBath or Lubrication.SealedHub,
    [
        Rock,
        new("hub-look", "raised", new("level", "Oil level in the window, colour, anything wet at cap or seal", 1)
        {
            Detail = "Level ground, and ten minutes after a run: it stands at the line when it has run down.",
            Subjects = [Subject.Oil, Subject.Leak],
            Wanted = c => IsOil(c.Gear),
        }),
        new("hub-look", "raised", new("date-tag", "Date on the hub’s tag, anything wet at cap, plug or seal", 1)
        {
            Detail = "The maker says after how long a sealed hub is changed, whatever it looks like.",
            Subjects = [Subject.Leak],
            Wanted = c => !IsOil(c.Gear),
        }),
    ])
        { Lacking = "is for oil-bath and sealed hubs; others are repacked" };

    private static Job Hub() =>
        new("hub", "Hub or hub-drum", [PlaceKind.WheelEnd], (gear, _) => gear.Lubrication != Lubrication.SealedHub,
    [
        Rock,
        NoteGrease,
        NoteOil,
        new("hub", "hub-off", new("compare-hub", "Compare the new hub with the old: studs, drum, bearings", 1.5m)
        {
            Detail = "Look whether it has its cups in already before any are driven: a second cup on top makes "
                + "everything stand proud. New cups want new cones.",
            Parts = c => [new(PartNames.Hub, 1, "piece"), .. Pairs(c.Gear)],
            Subjects = [Subject.Cup],
        }),
        new("hub", "hub-open", new(
            "wash-new",
            "Wash the new hub’s bore clean of its oil and swarf, wipe the spindle",
            2)
        {
            Cautions = SolventCautions,
            Tools = _ => ["parts washer", "rags"],
            Phase = Phases.Wash,
        }),
        .. CleanAndJudge,
        new("hub", "hub-open", new("cups-in", "Cups home against the shoulder, where it came without", 3)
        {
            Cautions = [SteelCaution],
            Tools = _ => ["cup driver", "hammer"],
            Subjects = [Subject.Cup],
            Optional = true,
            Phase = Phases.In,
        }),
        .. Packing,
        .. BrakeSetting.Works,
    ])
        {
            Lacking = "does not go with a sealed hub",
            NotWith = [SealedHub, "bearings-and-cups"],
            CountsAs = [Repack, Oil, "oil-change"],
            FollowUps = [FollowUpRules.HubFeel],
        };

    private static Job Studs() => new("studs", "Wheel studs", [PlaceKind.WheelEnd], (_, _) => true,
    [
        new("studs", "hub-off", new("studs-out", "Old studs out, holes and their knurling looked at", 4)
        {
            Detail = "All of a wheel: where one broke its neighbours have carried its load. A hole that the knurl "
                + "turns in ends the hub.",
            Cautions = [SteelCaution],
            Tools = _ => ["press or hammer"],
            Subjects = [Subject.Studs],
            Phase = Phases.Out,
        }),
        new("studs", "hub-off", new("studs-in", "New studs drawn home, each fully seated", 6)
        {
            Detail = "Same thread, knurl and length. Drawn in with a nut and washers, not left to the wheel.",
            Parts = c => [new(PartNames.Stud, c.Gear.Studs.Count, "piece")],
            Tools = _ => ["spare nut and washers"],
            Renews = true,
            Phase = Phases.In,
        }),
        .. BrakeSetting.Works,
    ]);

    private static Job SplinedHub() =>
        new("splined-hub", "Splined hub and arm", [PlaceKind.WheelEnd],
            (gear, _) => gear.Spindle == SpindleKind.TorsionArm,
    [
        new("splined-hub", "wheel-off", new("oil-spline", "Penetrating oil on the spline, mark how the arm stands", 3)
        {
            Detail = "Soaked a day ahead is better. The mark tells how the new one is oriented.",
            Tools = _ => ["penetrating oil", "marker"],
            Photo = "how the arm stands against the tube",
        }),
        new("splined-hub", "wheel-off", new("wires-cut", "Cut the brake’s wires long", 1.5m)
        {
            Wanted = Electric,
            Tools = _ => ["side cutters"],
            Photo = "the wiring and how it is led",
            Subjects = [Subject.Wires],
        }),
        new("splined-hub", "wheel-off", new("line-parted", "Part the brake line and cap it", 1.5m)
        {
            Wanted = Hydraulic,
            Tools = _ => ["flare wrench", "catch pan"],
            Subjects = [Subject.Hydraulics],
        }),
        new("splined-hub", "wheel-off", new("arm-off", "Retaining bolt out, hub and arm off the spline", 8)
        {
            Cautions = [SteelCaution],
            Tools = c => [Fitted(c, "retaining bolt", "socket set"), "puller"],
            Socket = "retaining bolt",
        }),
        new(
            "splined-hub",
            "wheel-off",
            new("spline", "Clean the spline", 3) { Tools = _ => ["wire brush"], Subjects = [Subject.Axle] }),
        new(
            "splined-hub",
            "wheel-off",
            new("arm-on", "New hub and arm on, oriented like the other side", 5)
            {
                Parts = _ => [new("splined hub with arm", 1, "piece")],
                Renews = true
            }),
        new("splined-hub", "wheel-off", new("arm-torque", "Torque the retaining bolt", 1.5m)
        {
            Torque = Torques.Of(Fasteners.HubBolt),
            Readings = ["hub-bolt-torque"],
            Tools = c => ["torque wrench", Fitted(c, "retaining bolt", "socket set")],
            Socket = "retaining bolt",
        }),
        new(
            "splined-hub",
            "wheel-off",
            WheelEndOpenings.Joint(
                "join-crimp",
                "Join the two wires: sealed crimp, heat-shrink",
                "sealed-crimp",
                PartNames.CrimpJoint,
                "crimper",
                "heat gun")),
        new(
            "splined-hub",
            "wheel-off",
            WheelEndOpenings.Joint(
                "join-solder",
                "Join the two wires: solder, heat-shrink",
                "solder",
                PartNames.HeatShrink,
                "soldering iron",
                "heat gun")),
        new(
            "splined-hub",
            "wheel-off",
            WheelEndOpenings.Joint(
                "join-gel",
                "Join the two wires: gel-filled joint",
                "gel",
                PartNames.GelJoint,
                "pliers")),
        new("splined-hub", "wheel-off", new(
            "line-on",
            "Line on, nut by hand first; wires or line clipped clear of the arm",
            3)
        {
            Detail = "The arm swings: slack for its whole travel. The system is bled at the end.",
            Wanted = Hydraulic,
            Tools = _ => ["flare wrench"],
            Cautions = [BrakeCaution],
        }),
        .. BrakeSetting.Works,
        .. BrakeJobs.BleedingWhereOpened,
    ])
        {
            Lacking = "needs a torsion arm on a spline",
            NotWith = [.. PackingJobs, SealedHub],
            CountsAs = [Repack, Oil, "oil-change"],
            FollowUps = [FollowUpRules.HubFeel],
        };

    private static Job SealedHubFitted() =>
        new(SealedHub, "Sealed hub with one-piece nut", [PlaceKind.WheelEnd],
            (gear, _) => gear.Spindle != SpindleKind.TorsionArm,
    [
        Rock,
        new(SealedHub, "wheel-off", new(
            "match-set",
            "Match spindle, spacer, nut and hub by the maker’s list, first of all",
            3)
        {
            Detail = "A spacer-and-nut set fits one spindle type only, and a near miss goes on all the same. No entry "
                + "in the list: it does not go on.",
            Cautions = ["A nut on the wrong spindle lets the wheel go. The maker’s list decides, not the look of it."],
            Readings = ["seal-journal"],
            Tools = _ => ["caliper", "the maker’s list"],
            Subjects = [Subject.Spindle],
        }),
        new(SealedHub, "hub-off", new("bare-journal", "Spindle clean, bare at the seal journal", 3)
        {
            Detail = "Semi-fluid grease elsewhere; this journal is meant to run dry.",
            Subjects = [Subject.Spindle, Subject.SpindleThread],
            Tools = _ => ["emery cloth", "rags"],
            Parts = _ => [new("sealed hub with one-piece nut", 1, "piece")],
            Renews = true,
        }),
        new(SealedHub, "wheel-off", new("fill", "Metered fill at the side plug: the maker’s volume", 3)
        {
            Detail = "Read it off the maker’s sheet and type what went in. One heavy commercial hub takes 47 US fl "
                + "oz, which says nothing of this one.",
            Readings = ["hub-fill"],
            Tools = _ => ["metering pump"],
            Parts = _ => [new(PartNames.SemiFluidGrease, HubGrease.SealedGuess, "oz")],
            Late = true,
        }),
        new(SealedHub, "wheel-off", new("fill-plug", "Torque the side plug, about ten turns to spread the fill", 1.5m)
        {
            Torque = Torques.Of(Fasteners.FillPlug),
            Readings = ["plug-torque"],
            Tools = _ => ["torque wrench"],
            Late = true,
        }),
        new(SealedHub, "wheel-off", new("tag", "Month-and-year tag on the cap", 0.5m) { Late = true }),
        .. BrakeSetting.Works,
    ])
        {
            Lacking = "does not go on a splined arm",
            NotWith = [.. PackingJobs, "spindle-greasing", "splined-hub", "hub-look"],
            CountsAs = ["hub-look"],
            FollowUps = [FollowUpRules.HubFeel],
            Becomes = new(
            "sealed hubs with one-piece nuts",
            PlaceKind.WheelEnd,
            gear => gear with { Lubrication = Lubrication.SealedHub, NutRetention = NutRetention.OnePieceNut }),
        };

    private static Job Spindle() =>
        new("spindle", "Bolt-on spindle", [PlaceKind.WheelEnd], (gear, _) => gear.Spindle == SpindleKind.BoltOn,
    [
        new("spindle", "spindle-off", new(
            "compare-spindle",
            "Compare the new spindle: journals, seal journal, thread, bolts",
            2)
        {
            Readings = ["seal-journal"],
            Tools = _ => ["caliper"],
            Parts = _ => [new("bolt-on spindle", 1, "piece")],
            Subjects = [Subject.Spindle, Subject.SpindleThread],
        }),
        new(
            "spindle",
            "spindle-off",
            new("face", "Clean the face it bolts to", 2)
            {
                Detail = "Paint or rust under it and it sits askew.",
                Tools = _ => ["wire brush"],
                Subjects = [Subject.Axle],
                Renews = true
            }),
        .. BrakeSetting.Works,
        .. BrakeJobs.BleedingWhereOpened,
    ])
        {
            Lacking = "needs a bolt-on spindle: a scored welded one means a new axle or a specialist",
            FollowUps = [FollowUpRules.HubFeel],
        };

    private static Job WheelOffAndOn() => new("wheel", "Wheel off and on", [PlaceKind.WheelEnd], (_, _) => true,
    [
        Rock,
        new("wheel", "wheel-off", new("look-wheel", "Look at studs, wheel face and the tyre's inner side", 1)
        {
            Detail = "Cuts, bulges, grease thrown on it.",
            Subjects = [Subject.Studs, Subject.Tyre, Subject.Grease],
            Readings = ["tread"],
        }),
    ]);

    private static Job Tyre() => new("tyre", "Tyre or wheel renewed", [PlaceKind.WheelEnd], (_, _) => true,
    [
        new("tyre", "wheel-off", new(
            "match-tyre",
            "Match size, load range, speed, spin direction; wheel’s bore and offset",
            2)
        {
            Detail = "Read the old sidewall and the trailer’s plate: the load the axle is rated for decides. Both "
                + "tyres of an axle alike in size and wear; look at the neighbour, which carried its load.",
            Subjects = [Subject.Tyre, Subject.Studs],
            Readings = ["tyre-placard"],
            Phase = Phases.Look,
        }),
        new("tyre", "wheel-off", new("tyre-on", "New tyre on the wheel with a new valve, or the new wheel; inflate", 12)
        {
            Detail = "Bead seated all round, the pressure on its side, cold; valve core tight, cap on. The date code "
                + "goes on the sheet.",
            Cautions =
            [
                "A tyre that bursts while it seats kills: in a cage, or stand clear, with a clip-on chuck.",
                "Never over the bead-seating pressure that its maker names."
            ],
            Tools = _ => ["tyre machine", "inflator with a clip-on chuck"],
            Parts = _ => [new(PartNames.Tyre, 1, "piece"), new(PartNames.Valve, 1, "piece")],
            Renews = true,
            Phase = Phases.In,
        }),
        new("tyre", "wheel-off", new("new-tyre", "Read the new tyre: pressure cold, tread, which way it turns", 1)
        {
            Readings = ["tyre-pressure", "tread"],
            Tools = _ => ["pressure gauge", "tread gauge"],
            OfNew = true,
            Phase = Phases.Finish,
        }),
    ]);

    /// <summary>Every job here. Last in the file: what it is made of has to stand first.</summary>
    internal static IReadOnlyList<Job> All { get; } =
        [
            BearingRepack(),
            SpindleGreasing(),
            BearingsAndCups(),
            OilReseal(),
            OilChange(),
            HubLook(),
            Hub(),
            Studs(),
            SplinedHub(),
            SealedHubFitted(),
            Spindle(),
            WheelOffAndOn(),
            Tyre()
        ];
}
