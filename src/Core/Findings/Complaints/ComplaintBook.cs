using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Complaints;

/// <summary>
/// The complaints we know, as data: what may be behind each, and by which looks the causes are told apart. Source:
/// common practice; how often it is which is from memory.
/// </summary>
public static class ComplaintBook
{
    private static readonly ComplaintLook
        Coast = new("coast", "Does it do so without the brakes too? Ask, or coast a stretch.", 2),
        Low = new("low", "Is a tyre on that side lower than the others, or of another size?", 3),
        Drags = new("drags", "Wheels up, brakes off: does one turn heavily?", 8),
        Weak = new("weak", "Wheels up, brakes on: does one turn more easily than the others?", 8),
        Current = new("current", "Does less current arrive at that brake than at the others?", 8),
        Wet = new("wet", "Is grease or fluid at that brake?", 5),
        Fluid = new("fluid", "Is the brake fluid low?", 2),
        Notch = new("notch", "Does setting that brake up a few notches bring it back?", 6),
        Square = new("square", "Measured from the coupler, does one end of the axle stand further back?", 8),
        Braking = new("braking", "Only with the brakes on?", 1),
        Grinds = new("grinds", "Wheel up, spun by hand: does it grind or rumble?", 5),
        Rocks = new("rocks", "Rocked at the rim, is there play?", 3),
        NoPlay = new("no-play", "Rocked at the rim, is there no play at all?", 3),
        Thin = new("thin", "Is a lining or pad down to its limit?", 12),
        Glaze = new("glaze", "Are linings glazed, drums without shine?", 12),
        Groove = new("groove", "Is a drum or rotor grooved or blue?", 12),
        Touch = new("touch", "Does a backing plate or shield touch what turns?", 4),
        Bumps = new("bumps", "Does it do so over bumps, or when somebody rocks the trailer?", 2),
        Nuts = new("nuts", "Is a wheel nut loose, or a stud broken?", 3) { First = true },
        Rim = new("rim", "Spun, does the rim run out while the hub runs true?", 4),
        Lump = new("lump", "Spun, does the tyre run out while the rim runs true?", 4),
        Shifts = new("shifts", "Pried, does the axle shift on its spring?", 5),
        Eye = new("eye", "Pried, does a spring eye move on its bolt?", 5),
        Link = new("link", "Pried, does a shackle link move on its bolts?", 4),
        Rocker = new("rocker", "Pried, does the equalizer move on its bolt?", 4),
        AllHubs = new("all-hubs", "Are all hubs about as warm?", 2),
        Fresh = new("fresh", "Was this hub opened shortly before?", 1),
        Past = new("past", "Is grease or oil past the seal?", 3),
        AllFail = new("all-fail", "Do all brakes fail alike?", 8),
        AtPlug = new("at-plug", "Does no current come out of the tow vehicle at the plug?", 3),
        Behind = new("behind", "Does current go into the plug, and none arrive behind it?", 6),
        Ground = new("ground", "Does a wire from the frame straight to the battery bring them back?", 5),
        Draws = new("draws", "Is the current too small though every wire is whole?", 8),
        Spongy = new("spongy", "Does the pressure come only after pumping?", 3),
        Slides = new("slides", "Does the actuator slide in without any pressure?", 4),
        Level = new("level", "Emptied, does it stand level?", 10),
        Arch = new("arch", "Is one spring flatter than the other?", 3),
        Leaf = new("leaf", "Is a leaf cracked, shifted or without its clip?", 4),
        Hanger = new("hanger", "Is a hanger bent or cracked?", 4),
        Arm = new("arm", "Does one torsion arm stand higher than the other, unloaded?", 5),
        Coupler = new("coupler", "Held at the coupler, does it knock on the ball?", 2);

    private static bool Electric(RunningGear gear) => gear.Brake == BrakeKind.ElectricDrum;

    private static bool Hydraulic(RunningGear gear) =>
        gear.Brake is BrakeKind.HydraulicDrum or BrakeKind.HydraulicDisc;

    private static bool Drum(RunningGear gear) => gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum;

    private static bool Braked(RunningGear gear) => gear.Brake != BrakeKind.None;

    private static bool Torsion(RunningGear gear) => gear.Suspension == SuspensionKind.Torsion;

    /// <summary>All of them, in the order they are offered.</summary>
    public static IReadOnlyList<Complaint> All { get; } =
    [
        new("pulls", "It pulls to a side", ["pull", "drift", "veer", "to the left", "to the right"],
            [Coast, Low, Drags, Weak, Current, Wet, Fluid, Notch, Square],
            [
                new("tyres", "A tyre is low, or of another size", null, 3, "coast", "low"),
                new("crooked", "The axle stands crooked", "axle-bent", 1, "coast", "square"),
                new("brake-drags", "A brake drags: set too tight, or stuck", null, 2, "coast", "drags")
                    { Goes = Braked, Jobs = ["brake-adjustment"] },
                new("wire", "A wire to one brake is broken", "wires-broken", 3, "weak", "current") { Goes = Electric },
                new("magnet", "A magnet is worn", "magnet-worn", 3, "weak") { Goes = Electric },
                new("setting", "The brakes are set unevenly", null, 4, "weak", "notch")
                    { Goes = Drum, Jobs = ["brake-adjustment"] },
                new("soaked", "A lining is soaked", "lining-soaked", 2, "weak", "wet"),
                new("cylinder", "A wheel cylinder or caliper leaks", "hydraulics-leak", 2, "weak", "wet", "fluid"),
            ]),
        new("squeals", "It squeals or grinds", ["squeal", "squeak", "grind", "scrap", "hum", "rumbl", "nois"],
            [Braking, Grinds, Rocks, Thin, Glaze, Groove, Touch, Bumps],
            [
                new("worn", "A lining or pad is at its limit", "lining-worn", 4, "braking", "thin"),
                new("glazed", "Linings are glazed", "lining-glazed", 3, "braking", "glaze"),
                new("drum", "A drum is grooved or blue", "drum-worn", 1, "braking", "groove"),
                new("rotor", "A rotor is worn or corroded", "rotor-worn", 2, "braking", "groove"),
                new("bearing", "A bearing is damaged", "bearing-damaged", 3, "grinds"),
                new("loose", "A hub has play", "play-over", 2, "grinds", "rocks"),
                new("plate", "A backing plate or bracket is loose", "mounting-loose", 1, "touch"),
                new("dry", "A spring bolt takes no grease", "bolt-dry", 2, "bumps"),
            ]),
        new("wobbles", "A wheel wobbles or shakes", ["wobbl", "shak", "vibrat", "shimm"],
            [Nuts, Rocks, Grinds, Rim, Lump, Shifts, Eye],
            [
                new("nuts", "Wheel nuts are loose, or a stud is broken", "studs-loose", 3, "nuts"),
                new("play", "A hub has play", "play-over", 4, "rocks"),
                new("collapsed", "A bearing has collapsed", "bearing-collapsed", 1, "rocks", "grinds"),
                new("wheel", "A wheel is cracked or bent", "wheel-cracked", 2, "rim"),
                new("tyre", "A tyre has a lump or a cut", "tyre-cut", 3, "lump"),
                new("u-bolts", "U-bolts have stretched", "u-bolt-stretched", 1, "shifts"),
                new("bushings", "Bushings are worn", "bushing-worn", 2, "eye"),
            ]),
        new("hot-hub", "A hub runs hot", ["hot", "smok", "burn", "warm hub", "overheat"],
            [AllHubs, Drags, NoPlay, Rocks, Grinds, Past, Fresh],
            [
                new("brake-drags", "A brake drags", null, 4, "drags") { Goes = Braked, Jobs = ["brake-adjustment"] },
                new("tight", "The bearing is set too tight", "play-drag", 3, "no-play", "fresh"),
                new("dry", "The bearing ran dry past its seal", "grease-past-seal", 2, "grinds", "past"),
                new("oil", "The hub has lost its oil", "oil-dry", 2, "grinds", "past"),
                new("bearing", "A bearing is damaged", "bearing-damaged", 2, "grinds"),
                new("loose", "The bearing is loose", "play-over", 2, "rocks"),
                new("overloaded", "The trailer is overloaded", "use-overloaded", 2, "all-hubs"),
                new("new-grease", "Fresh grease finds its place: feel it again soon", null, 1, "fresh"),
            ]),
        new("no-brakes", "The brakes do little or nothing",
            ["no brake", "weak brake", "brakes weak", "brakes are weak", "hardly brake", "t brake", "t stop", "not stop"],
            [AllFail, AtPlug, Behind, Ground, Draws, Notch, Glaze, Wet, Fluid, Spongy, Slides],
            [
                new("vehicle", "No current comes from the tow vehicle", null, 3, "all-fail", "at-plug")
                    { Goes = Electric },
                new("plug", "The plug is corroded", "plug-corroded", 3, "all-fail", "behind") { Goes = Electric },
                new("ground", "The ground is missing", "wires-broken", 2, "all-fail", "ground") { Goes = Electric },
                new("magnets", "The magnets are worn", "magnet-worn", 2, "all-fail", "draws") { Goes = Electric },
                new("one-wire", "One brake’s wire is broken", "wires-broken", 2) { Goes = Electric },
                new("setting", "The shoes stand far from their drums", null, 4, "all-fail", "notch")
                    { Goes = Drum, Jobs = ["brake-adjustment"] },
                new("glazed", "Linings are glazed", "lining-glazed", 2, "all-fail", "glaze"),
                new("leak", "A line or cylinder leaks", "hydraulics-leak", 3, "all-fail", "fluid", "wet"),
                new("low", "The fluid is low", "fluid-low", 2, "all-fail", "fluid"),
                new("air", "Air is in the lines", null, 2, "all-fail", "spongy")
                    { Goes = Hydraulic, Jobs = ["brake-bleeding"] },
                new("actuator", "The actuator builds no pressure", null, 1, "all-fail", "slides") { Goes = Hydraulic },
            ]),
        new("leans", "It leans to a side", ["lean", "lopsided", "sags", "low on", "hangs"],
            [Low, Level, Arch, Leaf, Hanger, Eye, Arm],
            [
                new("load", "One side carries more", "use-heavy-side", 3, "level"),
                new("tyre", "A tyre is low, or of another size", null, 2, "low"),
                new("flat", "A spring has lost its arch", "spring-flat", 4, "arch"),
                new("leaf", "A spring is broken or shifted", "spring-cracked", 2, "arch", "leaf"),
                new("hanger", "A hanger is bent or cracked", "hanger-cracked", 1, "hanger"),
                new("bushings", "Bushings are gone", "bushing-worn", 2, "eye"),
                new("arm", "A torsion arm has given way", "axle-bent", 2, "arm") { Goes = Torsion },
            ]),
        new("clunks", "It clunks or rattles", ["clunk", "rattl", "bang", "knock", "thud"],
            [Nuts, Coupler, Bumps, Eye, Link, Rocker, Shifts],
            [
                new("nuts", "Wheel nuts are loose", "studs-loose", 1, "nuts"),
                new("coupler", "The coupler has worn on its ball", "coupler-worn", 3, "coupler"),
                new("bushings", "Bushings are worn", "bushing-worn", 4, "bumps", "eye"),
                new("links", "Shackle links are worn", "link-worn", 3, "bumps", "link"),
                new("equalizer", "The equalizer is worn", "equalizer-worn", 2, "bumps", "rocker"),
                new("u-bolts", "U-bolts have stretched", "u-bolt-stretched", 2, "bumps", "shifts"),
                new("cargo", "Something on or in the trailer is loose", "securing-loose", 2, "bumps"),
            ]),
    ];

    /// <summary>The complaint with this code; null when there is none.</summary>
    public static Complaint? Find(string? code) => All.FirstOrDefault(c => c.Code == code);

    /// <summary>
    /// The complaints in what a customer says, in their order in it; none where nothing is known in it.
    /// </summary>
    public static IReadOnlyList<Complaint> In(string said)
    {
        string words = said.ToLowerInvariant();
        return [.. All
            .Select(c => (Complaint: c, At: c.Said
                .Select(s => words.IndexOf(s, StringComparison.Ordinal))
                .Where(at => at >= 0)
                .DefaultIfEmpty(int.MaxValue)
                .Min()))
            .Where(c => c.At < int.MaxValue)
            .OrderBy(c => c.At)
            .Select(c => c.Complaint)];
    }
}
