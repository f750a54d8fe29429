using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Schools;
using static SturdyTinker.Core.Jobs.Wording;

namespace SturdyTinker.Core.Jobs;

/// <summary>Jobs at wheel ends. Source of steps and minutes: common practice.</summary>
internal static class WheelEndJobs
{
    private const string Repack = "bearing-repack";

    /// <summary>Jobs that leave the same hub with its bearings packed, each in its own way.</summary>
    private static readonly string[] PackingJobs = [Repack, "bearings-and-cups", "hub"];

    private static Work At(string opening, Step step) => new(Repack, opening, step);

    private static PartNeed Grease(decimal ounces) => new(PartNames.Grease, ounces, "oz");

    /// <summary>Rocking a tyre: the same look for everybody who has that side up.</summary>
    internal static Work Rock { get; } = new("play", "raised", new("rock", "Rock the tyre top and bottom, spin it and listen", 0.5m)
    {
        Detail = "Play at the rim before anything is touched.",
        Readings = ["rim-rock"],
        Looks = [Subject.Play, Subject.Bearing],
        Optional = true,
    });

    private static Work JudgeSpindle { get; } = At("hub-open", new("judge-spindle", "Judge the spindle and its thread", 0.5m)
    {
        Detail = "Run a fingernail along the journals. Light rust comes off with emery, well back from the seal journal.",
        Looks = [Subject.Spindle, Subject.SpindleThread],
        Tools = _ => ["emery cloth"],
    });

    private static IReadOnlyList<Work> Packing { get; } =
    [
        At("hub-open", new("compare-seal", "Measure the seal journal, compare the new seal with the old", 0.5m)
        {
            Detail = "One axle rating can have two seals that look alike. Lay them together before you press anything.",
            Readings = ["seal-journal"],
            Looks = [Subject.Seal],
            Tools = _ => ["caliper"],
            Optional = true,
        }),
        At("hub-open", new("flush-spindle", "Flush the spindle's drilling until the new colour comes", 0.5m)
        {
            Detail = "With the hub off, so that the old grease does not end in the brake.",
            Wanted = c => c.Gear.Lubrication == Lubrication.GreasableSpindle,
            Tools = _ => ["grease gun"],
            Parts = _ => [Grease(0.5m)],
        }),
        At("hub-open", new("pack", "Pack both bearings", 2)
        {
            Detail = "From the large end until fresh grease comes out at the small end, all the way round; by palm or packer.",
            Tools = _ => ["bearing packer"],
            Parts = c => [Grease(c.Schools.Is(SchoolQuestions.GreaseFill, "cavity") ? 6 : 3)],
            Wanted = Greased,
        }),
        At("hub-open", new("wet", "Wet both bearings with hub oil", 1)
        {
            Detail = "So that they do not start dry: the oil takes a while to find them.",
            Wanted = Oiled,
        }),
        At("hub-open", new("film", "A film on cups and spindle journals", 0.25m)
        {
            Detail = "Room is left in the hub: grease expands, and an over-filled hub heats and blows its seal.",
            Wanted = c => Greased(c) && c.Schools.Is(SchoolQuestions.GreaseFill, "packed"),
            School = SchoolQuestions.GreaseFill,
        }),
        At("hub-open", new("fill-cavity", "Fill the hub cavity between the cups", 0.25m)
        {
            Detail = "Keeps water out of a hub that goes down the ramp. Not beyond the cups: it still needs room to expand.",
            Wanted = c => Greased(c) && c.Schools.Is(SchoolQuestions.GreaseFill, "cavity"),
            School = SchoolQuestions.GreaseFill,
        }),
        new("spares", "secured", new("spares", "See that a packed hub and a bearing set ride along", 0.5m)
        {
            Detail = "The spare that gets it home: hub, pin, nut and grease in a dry box.",
            Wanted = c => c.Schools.Is(SchoolQuestions.Spares, "hub-and-set"),
            School = SchoolQuestions.Spares,
            Late = true,
            WeightDown = WeightDownRank.Papers,
            Optional = true,
        })
        { Where = (_, _) => [Place.Trailer] },
    ];

    private static Job BearingRepack() => new(Repack, "Bearing repack", [PlaceKind.WheelEnd], (gear, _) => Packed(gear),
    [
        Rock,
        At("cap-off", new("note-grease", "Note the grease: colour, water, metal", 0.5m)
        {
            Detail = "Before you wipe anything: it tells what happened in there.",
            Looks = [Subject.Grease],
        }),
        At("hub-open", new("clean", "Clean hub, cups, bearings and spindle to bare metal", 3)
        {
            Detail = "Old grease left in spoils the new, and two greases may not mix.",
            Cautions = ["No petrol. Solvents in the open air, away from flame; spent solvent and grease to proper disposal.", "Brake dust is not for breathing or blowing."],
            Tools = _ => ["parts washer", "rags"],
            Looks = [Subject.Cup],
            Wanted = c => c.Schools.Is(SchoolQuestions.Cleaning, "bare-metal"),
            School = SchoolQuestions.Cleaning,
        }),
        At("hub-open", new("push-through", "Push the old grease out with new, three passes in the packer", 3)
        {
            Detail = "Until it runs clean, and only with the same family of grease.",
            Tools = _ => ["bearing packer", "rags"],
            Parts = _ => [Grease(3)],
            Looks = [Subject.Cup],
            Wanted = c => c.Schools.Is(SchoolQuestions.Cleaning, "push-through"),
            School = SchoolQuestions.Cleaning,
        }),
        At("hub-open", new("wipe", "Wipe, and look whether the old grease is perfect", 1)
        {
            Detail = "Clean colour, no water, no grit: it is topped up. Anything else, and everything is cleaned.",
            Tools = _ => ["rags"],
            Looks = [Subject.Grease, Subject.Cup],
            Wanted = c => c.Schools.Is(SchoolQuestions.Cleaning, "top-up"),
            School = SchoolQuestions.Cleaning,
        }),
        At("hub-open", new("dry", "Dry the bearings", 0.5m)
        {
            Detail = "Lay them on a rag and blow through them held still.",
            Cautions = ["Never spin a bearing with compressed air: it can fly apart."],
            Wanted = c => c.Schools.Is(SchoolQuestions.Cleaning, "bare-metal"),
        }),
        At("hub-open", new("judge-bearings", "Judge rollers, cages and cups", 1)
        {
            Detail = "Good light, turn each roller. Pitting, flats, rust, heat colour, a bent cage.",
            Looks = [Subject.Bearing, Subject.Cup],
        }),
        At("hub-open", new("bearing-age", "Two years in? Then cones and cups are renewed", 0.25m)
        {
            Detail = "This school renews by age. Add the job “bearings and cups” when they are due.",
            Looks = [Subject.Bearing],
            Wanted = c => c.Schools.Is(SchoolQuestions.Bearings, "by-age") && !c.Doing("bearings-and-cups"),
            School = SchoolQuestions.Bearings,
        }),
        JudgeSpindle,
        At("hub-open", new("look-brake", "Look at shoes and drum", 0.25m)
        {
            Detail = "Grease on them? Keep the friction faces clean to the end.",
            Looks = [Subject.Lining, Subject.Drum, Subject.Magnet],
            Readings = ["lining"],
            Wanted = c => c.Gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum,
            Optional = true,
        }),
        .. Packing,
    ])
    { Lacking = "does not go with this trailer's lubrication", NotWith = [SealedHub], FollowUps = [FollowUpRules.HubFeel] };

    private static Job SpindleGreasing() => new("spindle-greasing", "Spindle greasing", [PlaceKind.WheelEnd], (gear, _) => gear.Lubrication == Lubrication.GreasableSpindle,
    [
        Rock,
        new("spindle-greasing", "plug-out", new("pump", "Pump slowly while turning the wheel, until the new colour shows", 4)
        {
            Detail = "One hand on the gun, one on the wheel. Stop at resistance. About 20 strokes are an ounce (from memory).",
            Cautions = ["Too much or too fast drives grease past the seal into the brake."],
            Tools = _ => ["grease gun"],
            Parts = _ => [Grease(3)],
            Looks = [Subject.Grease, Subject.Seal],
        }),
        new("spindle-greasing", "plug-out", new("wipe-cap", "Wipe off what came out, look behind the wheel", 0.5m)
        {
            Detail = "Grease on the tyre's inner side or the backing plate has come past the seal.",
            Looks = [Subject.Grease],
        }),
    ])
    {
        Lacking = "needs a greasable spindle",
        Forbids = (SchoolQuestions.GreasableSpindle, "never"),
        NotWith = [SealedHub],
        FollowUps = [FollowUpRules.StripAndLook],
    };

    // Cone and cup are a matched pair: whoever renews one renews both.
    internal static IReadOnlyList<PartNeed> Pairs(RunningGear gear) => UsualSet.For(gear.RatingPounds) is { } set
        ? [.. new[] { set.Inner, set.Outer }.Select(cone => new PartNeed(PartNames.ConeAndCup(cone), 1, "piece"))]
        : [new("cone and cup, by the old ones' numbers", 2, "piece")];

    private static Job BearingsAndCups() => new("bearings-and-cups", "Bearings and cups", [PlaceKind.WheelEnd], (gear, _) => gear.Lubrication != Lubrication.SealedHub,
    [
        .. BearingRepack().Work,
        new("bearings-and-cups", "hub-open", new("new-pair", "Lay out the new cones and cups, numbers against the old", 1)
        {
            Detail = "Always cone and cup together; inner and outer differ.",
            Parts = c => Pairs(c.Gear),
            Looks = [Subject.Bearing],
        }),
        new("bearings-and-cups", "hub-open", new("cups-out", "Drive the old cups out, evenly from side to side", 3)
        {
            Cautions = [SteelCaution],
            Tools = _ => ["drift", "hammer"],
            Looks = [Subject.Cup],
        }),
        new("bearings-and-cups", "hub-open", new("cups-in", "New cups home against the shoulder", 4)
        {
            Detail = "Until the sound changes; no light under them. A second cup on top of one makes everything stand proud.",
            Cautions = [SteelCaution],
            Tools = _ => ["cup driver", "hammer"],
            Looks = [Subject.Cup],
        }),
    ])
    { Lacking = "does not go with a sealed hub", NotWith = [SealedHub, "hub"], CountsAs = [Repack], FollowUps = [FollowUpRules.HubFeel] };

    private static Job Hub() => new("hub", "Hub or hub-drum", [PlaceKind.WheelEnd], (gear, _) => gear.Lubrication != Lubrication.SealedHub,
    [
        Rock,
        new("hub", "hub-off", new("compare-hub", "Compare the new hub with the old: studs, drum, bearings", 1.5m)
        {
            Detail = "Look whether it has its cups in already before any are driven: a second cup on top makes everything stand proud. New cups want new cones.",
            Parts = c => [new("hub or hub-drum, by studs and bearings", 1, "piece"), .. Pairs(c.Gear)],
            Looks = [Subject.Cup],
        }),
        new("hub", "hub-open", new("wash-new", "Wash the new hub's bore clean of its oil and swarf", 1.5m) { Tools = _ => ["parts washer", "rags"] }),
        JudgeSpindle,
        .. Packing,
    ])
    { Lacking = "does not go with a sealed hub", NotWith = [SealedHub, "bearings-and-cups"], CountsAs = [Repack], FollowUps = [FollowUpRules.HubFeel] };

    private static Job SplinedHub() => new("splined-hub", "Splined hub and arm", [PlaceKind.WheelEnd], (gear, _) => gear.Spindle == SpindleKind.TorsionArm,
    [
        new("splined-hub", "wheel-off", new("oil-spline", "Penetrating oil on the spline, mark how the arm stands", 3)
        {
            Detail = "Soaked a day ahead is better. The mark tells how the new one is oriented.",
            Tools = _ => ["penetrating oil", "marker"],
            Photo = "how the arm stands against the tube",
        }),
        new("splined-hub", "wheel-off", new("arm-off", "Retaining bolt out, hub and arm off the spline", 8)
        {
            Cautions = [SteelCaution],
            Tools = c => [Fitted(c, "retaining bolt", "socket set"), "puller"],
            Socket = "retaining bolt",
        }),
        new("splined-hub", "wheel-off", new("spline", "Clean the spline", 3) { Tools = _ => ["wire brush"], Looks = [Subject.Axle] }),
        new("splined-hub", "wheel-off", new("arm-on", "New hub and arm on, oriented like the other side", 5) { Parts = _ => [new("splined hub with arm", 1, "piece")] }),
        new("splined-hub", "wheel-off", new("arm-torque", "Torque the retaining bolt", 1.5m)
        {
            Torque = Torques.SplinedHubBolt,
            Readings = ["hub-bolt-torque"],
            Tools = c => ["torque wrench", Fitted(c, "retaining bolt", "socket set")],
            Socket = "retaining bolt",
        }),
    ])
    { Lacking = "needs a torsion arm on a spline", NotWith = [.. PackingJobs, SealedHub] };

    private static Job SealedHubFitted() => new(SealedHub, "Sealed hub with one-piece nut", [PlaceKind.WheelEnd], (gear, _) => gear.Spindle != SpindleKind.TorsionArm,
    [
        Rock,
        new(SealedHub, "hub-off", new("bare-journal", "Spindle clean, bare at the seal journal", 3)
        {
            Detail = "Semi-fluid grease elsewhere; this journal is meant to run dry.",
            Looks = [Subject.Spindle, Subject.SpindleThread],
            Tools = _ => ["emery cloth", "rags"],
            Parts = _ => [new("sealed hub with one-piece nut", 1, "piece")],
        }),
        new(SealedHub, "wheel-off", new("fill", "Metered fill at the side plug", 3)
        {
            Detail = "The maker's volume. One heavy commercial hub takes 47 US fl oz; a light one far less.",
            Readings = ["hub-fill"],
            Tools = _ => ["metering pump"],
            Parts = _ => [new(PartNames.SemiFluidGrease, 12, "oz")],
            Late = true,
        }),
        new(SealedHub, "wheel-off", new("fill-plug", "Torque the side plug, about ten turns to spread the fill", 1.5m)
        {
            Torque = Torques.FillPlug,
            Readings = ["plug-torque"],
            Tools = _ => ["torque wrench"],
            Late = true,
        }),
        new(SealedHub, "wheel-off", new("tag", "Month-and-year tag on the cap", 0.5m) { Late = true }),
    ])
    { Lacking = "does not go on a splined arm", NotWith = [.. PackingJobs, "spindle-greasing", "splined-hub"], FollowUps = [FollowUpRules.HubFeel] };

    private static Job Spindle() => new("spindle", "Bolt-on spindle", [PlaceKind.WheelEnd], (gear, _) => gear.Spindle == SpindleKind.BoltOn,
    [
        new("spindle", "spindle-off", new("compare-spindle", "Compare the new spindle: journals, seal journal, thread, bolts", 2)
        {
            Readings = ["seal-journal"],
            Tools = _ => ["caliper"],
            Parts = _ => [new("bolt-on spindle", 1, "piece")],
            Looks = [Subject.Spindle, Subject.SpindleThread],
        }),
        new("spindle", "spindle-off", new("face", "Clean the face it bolts to", 2) { Detail = "Paint or rust under it and it sits askew.", Tools = _ => ["wire brush"], Looks = [Subject.Axle] }),
    ])
    { Lacking = "needs a bolt-on spindle: a scored welded one means a new axle or a specialist", FollowUps = [FollowUpRules.HubFeel] };

    private static Job WheelOffAndOn() => new("wheel", "Wheel off and on", [PlaceKind.WheelEnd], (_, _) => true,
    [
        Rock,
        new("wheel", "wheel-off", new("look-wheel", "Look at studs, wheel face and the tyre's inner side", 1)
        {
            Detail = "Cuts, bulges, grease thrown on it.",
            Looks = [Subject.Studs, Subject.Tyre, Subject.Grease],
            Readings = ["tread"],
        }),
    ]);

    /// <summary>Every job here. Last in the file: what it is made of has to stand first.</summary>
    internal static IReadOnlyList<Job> All { get; } =
        [BearingRepack(), SpindleGreasing(), BearingsAndCups(), Hub(), SplinedHub(), SealedHubFitted(), Spindle(), WheelOffAndOn()];
}
