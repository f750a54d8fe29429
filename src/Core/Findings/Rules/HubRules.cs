using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using static SturdyTinker.Core.Findings.Rules.Rulebook;

namespace SturdyTinker.Core.Findings.Rules;

/// <summary>What is seen at wheels, hubs and tyres. Every row is common practice where it names no source.</summary>
internal static class HubRules
{
    private static readonly Func<RunningGear, bool> Oil = gear => gear.Lubrication == Lubrication.OilBath;
    private static readonly Func<RunningGear, bool> NotOil = gear => gear.Lubrication != Lubrication.OilBath;
    private static readonly Func<RunningGear, bool> BoltOn = gear => gear.Spindle == SpindleKind.BoltOn;
    private static readonly Func<RunningGear, bool> NotBoltOn = gear => gear.Spindle != SpindleKind.BoltOn;

    internal static IReadOnlyList<ObservationRule> All { get; } =
    [
        Row(
            "grease-fresh",
            Subject.Grease,
            "Fresh colour, smooth",
            Verdict.Sound,
            "Clean grease of its own colour is fit to run.") with
        {
            Goes = NotOil,
            Answers = ["grease-milky"]
        },
        Row(
            "grease-black",
            Subject.Grease,
            "Black, no grit",
            Verdict.Sound,
            "Black grease without grit is only old: sound when it is being repacked.",
            "Clean everything to bare metal: old grease spoils the new.") with
        {
            Goes = NotOil,
            Answers = ["grease-milky"]
        },
        Row(
            "grease-milky",
            Subject.Grease,
            "Milky, or water in it",
            Verdict.Renew,
            "Water in the grease has come past the seal.",
            "Renew the seal and the grease.",
            "Look for rust on rollers and cups.",
            "Ask whether the hub was hot when it was launched.") with
        {
            Jobs = ["bearing-repack"],
            Goes = NotOil
        },
        Row(
            "grease-metal",
            Subject.Grease,
            "Metal glitter or grit",
            Verdict.Renew,
            "Metal in the grease is a bearing coming apart.",
            "Renew both bearings and their cups.",
            "Look at the cup seats and the spindle.") with
        {
            Jobs = ["bearings-and-cups"],
            Goes = NotOil
        },
        Row(
            "grease-past-seal",
            Subject.Grease,
            "Past the seal, on shoes or wheel",
            Verdict.Renew,
            "A seal that lets grease out is done.",
            "Renew the seal.",
            "Soaked linings do not clean up: renew them on both sides of this axle.",
            "Ask whether it was over-filled, or fed too fast.") with
        {
            Jobs = ["bearing-repack", "brake-assembly", "shoes-and-magnet", "hydraulic-shoes"],
            Goes = NotOil,
            AnsweredBy = ["bearing-repack"]
        },
        Row(
            "grease-packed-full",
            Subject.Grease,
            "Cap and hub packed full, no room left",
            Verdict.Watch,
            "Grease expands as it warms: a hub without room blows its seal.",
            "Leave room behind the cap.",
            "Look at the seal and the brake.") with
        {
            Goes = NotOil,
            AnsweredBy = ["bearing-repack"]
        },

        Row("oil-clear", Subject.Oil, "Clear, at its level", Verdict.Sound, "Clear oil at its level is fit.") with
        {
            Goes = Oil,
            Answers = ["oil-low", "oil-creamy"]
        },
        Row(
            "oil-low",
            Subject.Oil,
            "Low",
            Verdict.Renew,
            "Oil that goes away goes past the seal.",
            "Renew the seal, on both sides of the axle.",
            "Look for oil on shoes and drum.") with
        {
            Jobs = ["oil-reseal"],
            Goes = Oil
        },
        Row(
            "oil-creamy",
            Subject.Oil,
            "Creamy, or water in it",
            Verdict.Renew,
            "Water in the oil has come past the seal.",
            "Renew seal and oil, on both sides of the axle.",
            "Look for rust on rollers and cups.",
            "Ask whether the hub was hot when it was launched.") with
        {
            Jobs = ["oil-reseal"],
            Goes = Oil
        },
        Row(
            "oil-dry",
            Subject.Oil,
            "Dry",
            Verdict.Hold,
            "A hub run dry may seize on the road.",
            "Strip it: bearings, cups and spindle.",
            "Convert or reseal both sides.") with
        {
            Jobs = ["bearings-and-cups", "hub", "oil-reseal"],
            AnsweredBy = ["bearings-and-cups", "hub"],
            Goes = Oil
        },

        Row(
            "leak-none",
            Subject.Leak,
            "Dry outside",
            Verdict.Sound,
            "A wheel and plate that are dry outside keep their grease.") with
        {
            Answers = ["leak-grease", "leak-oil"]
        },
        Row(
            "leak-grease",
            Subject.Leak,
            "Grease on wheel or plate",
            Verdict.Renew,
            "Grease outside has come past the seal or out at the cap.",
            "Look inside: seal, journal, and whether the shoes are soaked.",
            "Ask whether it was over-filled, or fed too fast.") with
        {
            Jobs = ["bearing-repack"],
            Goes = NotOil
        },
        Row(
            "leak-oil",
            Subject.Leak,
            "Oil on wheel or plate",
            Verdict.Renew,
            "Oil outside has come past the seal.",
            "Look at its level at once: dry, it may seize.",
            "Renew the seal, on both sides of the axle.") with
        {
            Jobs = ["oil-reseal"],
            Goes = Oil
        },

        Row(
            "seal-whole",
            Subject.Seal,
            "Lip whole and soft",
            Verdict.Sound,
            "A seal that comes out is still replaced, unless the shop keeps it after a mere look.") with { Answers = ["seal-torn"] },
        Row(
            "seal-torn",
            Subject.Seal,
            "Lip torn, hard or worn",
            Verdict.Renew,
            "A damaged lip does not seal.",
            "Renew the seal.",
            "Look at the journal: a groove or rust there cuts the next lip too.") with
        {
            Jobs = ["bearing-repack", "oil-reseal"]
        },

        Row(
            "bearing-smooth",
            Subject.Bearing,
            "Rollers smooth, quiet",
            Verdict.Sound,
            "Smooth, evenly grey rollers that turn quietly are fit.") with
        {
            Answers = ["bearing-damaged", "bearing-heat", "bearing-collapsed", "grease-metal"]
        },
        Row(
            "bearing-damaged",
            Subject.Bearing,
            "Pitting, flaking, flats, scoring or rust",
            Verdict.Renew,
            "Damage to a rolling surface only grows.",
            BearingPair,
            "Look at the other bearing of this hub.") with
        {
            Jobs = ["bearings-and-cups"]
        },
        Row(
            "bearing-heat",
            Subject.Bearing,
            "Blue or brown from heat, cage bent or broken",
            Verdict.Renew,
            "Heat colour means the steel has lost its hardness.",
            BearingPair,
            "Look at spindle, hub bore and seal.",
            "Find the cause: set too tight, run dry, or over-filled.") with
        {
            Jobs = ["bearings-and-cups"]
        },
        Row(
            "bearing-collapsed",
            Subject.Bearing,
            "Collapsed, rollers lost",
            Verdict.Hold,
            "A collapsed bearing can let the wheel go.",
            "The spindle is nearly always hurt: judge it before anything goes back.",
            BearingPair) with
        {
            Jobs = ["bearings-and-cups"]
        },

        Row("cup-smooth", Subject.Cup, "Smooth, tight in the hub", Verdict.Sound, "A smooth, tight cup is fit.") with
        {
            Answers = ["cup-damaged", "cup-loose"]
        },
        Row(
            "cup-damaged",
            Subject.Cup,
            "Pitting, flaking, scoring, rust or heat colour",
            Verdict.Renew,
            "Damage to a rolling surface only grows.",
            BearingPair) with
        {
            Jobs = ["bearings-and-cups"]
        },
        Row(
            "cup-loose",
            Subject.Cup,
            "Loose in the hub",
            Verdict.Renew,
            "A cup that turns has worn its seat.",
            "Renew the hub, and both bearings with it.") with { Jobs = ["hub"] },

        Row(
            "spindle-clean",
            Subject.Spindle,
            "Clean and smooth",
            Verdict.Sound,
            "A spindle no fingernail catches on is fit.") with
        {
            Answers = ["spindle-scored-bolt-on", "spindle-scored-welded"]
        },
        Row(
            "spindle-rust",
            Subject.Spindle,
            "Light rust or varnish",
            Verdict.Sound,
            "Light rust comes off with emery.",
            "Keep the abrasive well back from the seal journal, about 3/4 in."),
        Row(
            "spindle-scored-bolt-on",
            Subject.Spindle,
            "Groove, step or score a fingernail catches (bolt-on spindle)",
            Verdict.Renew,
            "A scored spindle eats bearings and seals.",
            "Renew the bolt-on spindle.") with
        {
            Jobs = ["spindle"],
            Goes = BoltOn
        },
        Row(
            "spindle-scored-welded",
            Subject.Spindle,
            "Groove, step or score a fingernail catches (welded or torsion spindle)",
            Verdict.Hold,
            "A scored spindle that can't be unbolted is for a specialist, or means a new axle.",
            "Hold pending a specialist; write down to whom it goes.") with
        {
            Jobs = ["axle"],
            Goes = NotBoltOn
        },

        Row(
            "thread-clean",
            Subject.SpindleThread,
            "Clean, nut runs by hand",
            Verdict.Sound,
            "A thread the nut runs on by hand is fit.") with
        {
            Answers = ["thread-damaged"]
        },
        Row(
            "thread-damaged",
            Subject.SpindleThread,
            "Damaged",
            Verdict.Renew,
            "A damaged thread can't be trusted to hold the nut.",
            "Renew the nut.",
            "Dress the thread, or renew the spindle.") with { Jobs = ["spindle"] },

        Row(
            "play-none",
            Subject.Play,
            "None to a touch at the tyre",
            Verdict.Sound,
            "No play to a touch is how it should be."),
        Row(
            "play-drag",
            Subject.Play,
            "None, and the hub turns stiffly",
            Verdict.Renew,
            "A nut set too tight runs hot.",
            "Back the nut off and set it again.",
            "Feel the hub after the first run.") with
        {
            Jobs = ["bearing-repack"],
            AnsweredBy = []
        },
        Row(
            "play-over",
            Subject.Play,
            "Over about 1/8 in at the rim",
            Verdict.Renew,
            "Under 1/8 in at the rim is still acceptable.",
            "Set the nut again, and look inside first.") with
        {
            Jobs = ["bearing-repack"],
            AnsweredBy = []
        },
        Row(
            "play-gross",
            Subject.Play,
            "Gross: the wheel wobbles",
            Verdict.Hold,
            "A wheel that wobbles may be leaving.",
            "Strip this wheel end and look at bearings and spindle.") with
        {
            Jobs = ["bearing-repack"],
            AnsweredBy = []
        },

        Row(
            "lock-new",
            Subject.NutLock,
            "New pin, tab bent, or clip on",
            Verdict.Sound,
            "The lock is what keeps the wheel on.") with
        {
            Answers = ["lock-unmarked", "lock-used"]
        },
        Row(
            "lock-unmarked",
            Subject.NutLock,
            "Used before, straight and unmarked",
            Verdict.Renew,
            "A lock that has been bent once is spent.",
            "Renew the pin, washer or clip.") with
        {
            Jobs = ["bearing-repack"],
            Otherwise = new(
                PracticeQuestions.CotterPin,
                "reuse",
                Verdict.Sound,
                "This practice uses a straight, unmarked lock again.")
        },
        Row(
            "lock-used",
            Subject.NutLock,
            "Bent, cracked, or slack",
            Verdict.Renew,
            "A lock that has been bent once is spent.",
            "Renew the pin, washer or clip.") with { Jobs = ["bearing-repack"] },

        Row(
            "studs-sound",
            Subject.Studs,
            "Threads clean, holes round, wheel whole",
            Verdict.Sound,
            "Clean studs and round holes hold their torque.") with
        {
            Answers = ["studs-loose", "wheel-cracked"]
        },
        Row(
            "studs-loose",
            Subject.Studs,
            "Stud loose or broken, or wheel holes worn",
            Verdict.Hold,
            "Loose, missing or broken wheel fasteners: not on the road.",
            Source.Published("49 CFR 393.205"),
            "Renew the studs; look at the wheel's holes.") with
        {
            Jobs = ["studs", "tyre", "hub"],
            AnsweredBy = ["studs", "hub"]
        },

        // No job answers it: "tyre or wheel renewed" may have been the tyre.
        Row("wheel-cracked", Subject.Studs, "Wheel or rim cracked, broken or bent", Verdict.Hold,
            "Cracked or broken wheels and rims: not on the road.", Source.Published("49 CFR 393.205"),
            "Renew the wheel; look at its studs and at the tyre’s bead.") with { Jobs = ["tyre"], AnsweredBy = [] },

        Row(
            "tyre-sound",
            Subject.Tyre,
            "Tread deep and even, sides whole, pressure right",
            Verdict.Sound,
            "Whole sides and deep, even tread at the right pressure are fit.") with
        {
            Answers = ["tyre-one-edge", "tyre-middle", "tyre-worn", "tyre-cut"]
        },
        Row(
            "tyre-one-edge",
            Subject.Tyre,
            "Worn on one edge",
            Verdict.Watch,
            "A tyre worn on one edge runs crooked.",
            "Measure the axle's crown and the wheel's play; look at hangers and bushings.") with { AnsweredBy = ["tyre"] },
        Row(
            "tyre-middle",
            Subject.Tyre,
            "Worn in the middle, or on both edges",
            Verdict.Watch,
            "Worn in the middle it ran too hard, on both edges too soft.",
            "Set the pressure by the figure on its side, cold.") with { AnsweredBy = ["tyre"] },
        Row(
            "tyre-worn",
            Subject.Tyre,
            "Worn to its bars, under 2/32 in",
            Verdict.Renew,
            "A trailer tyre has at least 2/32 in of tread.",
            Source.Published("49 CFR 393.75"),
            "Check its load rating.") with { Jobs = ["tyre"] },
        Row(
            "tyre-cut",
            Subject.Tyre,
            "Cords showing, cut to the cords, bulged, or leaking",
            Verdict.Hold,
            "Cords, bulges and leaks: not on the road.",
            Source.Published("49 CFR 393.75"),
            "Renew the tyre; look at its neighbour, which carried its load.") with { Jobs = ["tyre"] },
    ];
}
