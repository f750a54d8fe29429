namespace SturdyTinker.Core.Findings;

/// <summary>What is seen and what it means. Every row is common practice where it names no source.</summary>
public static class Rulebook
{
    private const string BearingPair = "Cone and cup are a matched pair: renew them together.";
    private const string PairRule = "Brakes are judged in pairs: both sides of the axle.";

    /// <summary>Every row, by subject, mildest first.</summary>
    public static IReadOnlyList<SeenRule> Seen { get; } =
    [
        Row("grease-fresh", Subject.Grease, "Fresh colour, smooth", Verdict.Sound, "Clean grease of its own colour is fit to run."),
        Row("grease-black", Subject.Grease, "Black, no grit", Verdict.Sound, "Black grease without grit is only old: sound when it is being repacked.", "Clean everything to bare metal: old grease spoils the new."),
        Row("grease-milky", Subject.Grease, "Milky, or water in it", Verdict.Renew, "Water in the grease has come past the seal.", "Renew the seal and the grease.", "Look for rust on rollers and cups.", "Ask whether the hub was hot when it was launched.") with { Jobs = ["bearing-repack"] },
        Row("grease-metal", Subject.Grease, "Metal glitter or grit", Verdict.Renew, "Metal in the grease is a bearing coming apart.", "Renew both bearings and their cups.", "Look at the cup seats and the spindle.") with { Jobs = ["bearings-and-cups"] },
        Row("grease-past-seal", Subject.Grease, "Past the seal, on shoes or wheel", Verdict.Renew, "A seal that lets grease out is done.", "Renew the seal.", "Soaked linings do not clean up: renew them on both sides of this axle.", "Ask whether it was over-filled, or fed too fast.") with { Jobs = ["bearing-repack", "brake-assembly", "shoes-and-magnet", "hydraulic-shoes"] },

        Row("seal-whole", Subject.Seal, "Lip whole and soft", Verdict.Sound, "A seal that comes out is still replaced, unless the shop keeps it after a mere look."),
        Row("seal-torn", Subject.Seal, "Lip torn, hard or worn", Verdict.Renew, "A damaged lip does not seal.", "Renew the seal.", "Look at the journal: a groove or rust there cuts the next lip too.") with { Jobs = ["bearing-repack"] },

        Row("bearing-smooth", Subject.Bearing, "Rollers smooth, quiet", Verdict.Sound, "Smooth, evenly grey rollers that turn quietly are fit."),
        Row("bearing-damaged", Subject.Bearing, "Pitting, flaking, flats, scoring or rust", Verdict.Renew, "Damage to a rolling surface only grows.", BearingPair, "Look at the other bearing of this hub.") with { Jobs = ["bearings-and-cups"] },
        Row("bearing-heat", Subject.Bearing, "Blue or brown from heat, cage bent or broken", Verdict.Renew, "Heat colour means the steel has lost its hardness.", BearingPair, "Look at spindle, hub bore and seal.", "Find the cause: set too tight, run dry, or over-filled.") with { Jobs = ["bearings-and-cups"] },
        Row("bearing-collapsed", Subject.Bearing, "Collapsed, rollers lost", Verdict.Hold, "A collapsed bearing can let the wheel go.", "The spindle is nearly always hurt: judge it before anything goes back.", BearingPair) with { Jobs = ["bearings-and-cups"] },

        Row("cup-smooth", Subject.Cup, "Smooth, tight in the hub", Verdict.Sound, "A smooth, tight cup is fit."),
        Row("cup-damaged", Subject.Cup, "Pitting, flaking, scoring, rust or heat colour", Verdict.Renew, "Damage to a rolling surface only grows.", BearingPair) with { Jobs = ["bearings-and-cups"] },
        Row("cup-loose", Subject.Cup, "Loose in the hub", Verdict.Renew, "A cup that turns has worn its seat.", "Renew the hub, and both bearings with it.") with { Jobs = ["hub"] },

        Row("spindle-clean", Subject.Spindle, "Clean and smooth", Verdict.Sound, "A spindle no fingernail catches on is fit."),
        Row("spindle-rust", Subject.Spindle, "Light rust or varnish", Verdict.Sound, "Light rust comes off with emery.", "Keep the abrasive well back from the seal journal, about 3/4 in."),
        Row("spindle-scored-bolt-on", Subject.Spindle, "Groove, step or score a fingernail catches (bolt-on spindle)", Verdict.Renew, "A scored spindle eats bearings and seals.", "Renew the bolt-on spindle.") with { Jobs = ["spindle"] },
        Row("spindle-scored-welded", Subject.Spindle, "Groove, step or score a fingernail catches (welded or torsion spindle)", Verdict.Hold, "A scored spindle that can't be unbolted is for a specialist, or means a new axle.", "Hold pending a specialist; write down to whom it goes.") with { Jobs = ["axle"] },

        Row("thread-clean", Subject.SpindleThread, "Clean, nut runs by hand", Verdict.Sound, "A thread the nut runs on by hand is fit."),
        Row("thread-damaged", Subject.SpindleThread, "Damaged", Verdict.Renew, "A damaged thread can't be trusted to hold the nut.", "Renew the nut.", "Dress the thread, or renew the spindle.") with { Jobs = ["spindle"] },

        Row("play-none", Subject.Play, "None to a touch at the tyre", Verdict.Sound, "No play to a touch is how it should be."),
        Row("play-over", Subject.Play, "Over about 1/8 in at the rim", Verdict.Renew, "Under 1/8 in at the rim is still acceptable.", "Set the nut again, and look inside first.") with { Jobs = ["bearing-repack"] },
        Row("play-gross", Subject.Play, "Gross: the wheel wobbles", Verdict.Hold, "A wheel that wobbles may be leaving.", "Strip this wheel end and look at bearings and spindle.") with { Jobs = ["bearing-repack"] },

        Row("lock-new", Subject.NutLock, "New pin, tab bent, or clip on", Verdict.Sound, "The lock is what keeps the wheel on."),
        Row("lock-used", Subject.NutLock, "Used pin, cracked tab, or slack clip", Verdict.Renew, "A lock that has been bent once is spent.", "Renew the pin, washer or clip.") with { Jobs = ["bearing-repack"] },

        Row("studs-sound", Subject.Studs, "Threads clean, holes round", Verdict.Sound, "Clean studs and round holes hold their torque."),
        Row("studs-loose", Subject.Studs, "Stud loose or broken, or wheel holes worn", Verdict.Hold, "Loose, missing or broken wheel fasteners: not on the road.", Source.Published("49 CFR 393.205"), "Renew the studs; look at the wheel's holes.") with { Jobs = ["wheel", "hub"] },

        Row("lining-sound", Subject.Lining, "Thick, even, clean", Verdict.Sound, "Even, clean linings over their limit are fit."),
        Row("lining-glazed", Subject.Lining, "Glazed, cracked, or dirt with no shine anywhere", Verdict.Watch, "A brake that does not polish its drum may not be working at all.", "Check wires, magnet and adjustment.") with { Jobs = ["brake-adjustment"] },
        Row("lining-worn", Subject.Lining, "Worn to its limit, or soaked with grease", Verdict.Renew, "Linings are not under 1/16 in at the shoe's centre, and soaked ones do not clean up.", Source.Published("49 CFR 393.47"), PairRule) with { Jobs = ["brake-assembly", "shoes-and-magnet", "hydraulic-shoes", "pads"] },
        Row("drum-sound", Subject.Drum, "Smooth, within its stamped figure", Verdict.Sound, "A smooth drum within its stamped figure is fit."),
        Row("drum-worn", Subject.Drum, "Grooved, blue, or over its stamped figure", Verdict.Renew, "The figure stamped on the drum is its limit.", "Compare both sides of the axle.") with { Jobs = ["hub"] },
        Row("rotor-sound", Subject.Rotor, "Bright, even, over its minimum", Verdict.Sound, "An even rotor over its minimum is fit."),
        Row("rotor-worn", Subject.Rotor, "Corroded, or under its minimum", Verdict.Renew, "A rotor under its minimum cracks.", PairRule) with { Jobs = ["hub"] },
        Row("magnet-sound", Subject.Magnet, "Face even, lever free, current right", Verdict.Sound, "A magnet that draws its current and swings free is fit."),
        Row("magnet-worn", Subject.Magnet, "Worn to its marks, wire bare, or no current", Verdict.Renew, "A magnet worn to its marks has bared its coil.", "Look at the lever's pivot.") with { Jobs = ["shoes-and-magnet", "brake-assembly"] },
        Row("wires-sound", Subject.Wires, "Whole, clipped, joints dry", Verdict.Sound, "Whole wires with dry joints are fit."),
        Row("wires-broken", Subject.Wires, "Broken, pinched or rubbed", Verdict.Renew, "A rubbed wire is tomorrow's dead brake.", "Join it again, clipped out of the way of axle and tyre.") with { Jobs = ["brake-assembly"] },
        Row("hydraulics-sound", Subject.Hydraulics, "Dry, no crack or bulge", Verdict.Sound, "Dry fittings and smooth hoses are fit."),
        Row("hydraulics-leak", Subject.Hydraulics, "Seep, crack, bulge, or a swollen flare", Verdict.Hold, "A hydraulic brake that leaks is about to be none.", "Renew what leaks; bleed, farthest first.") with { Jobs = ["line-and-hose", "caliper", "actuator"] },
        Row("spring-sound", Subject.Spring, "Arched, leaves whole, both sides alike", Verdict.Sound, "Whole leaves with their arch are fit."),
        Row("spring-flat", Subject.Spring, "Arch lost, or the two sides differ", Verdict.Renew, "Springs are renewed in pairs on the axle.", "Weigh the trailer; check the rating against the load.") with { Jobs = ["spring"] },
        Row("spring-cracked", Subject.Spring, "Cracked or broken leaf, shifted, clip missing or spread", Verdict.Hold, "Leaf springs cracked, broken, missing or shifted: not on the road.", Source.Published("49 CFR 393.207"), "Look at the U-bolts.") with { Jobs = ["spring"] },
        Row("u-bolt-rust", Subject.UBolt, "Surface rust", Verdict.Sound, "Surface rust weakens nothing."),
        Row("u-bolt-stretched", Subject.UBolt, "Stretched, necked, loose, or plate bent", Verdict.Renew, "A stretched U-bolt does not hold its torque.", "Look at the spring's centre bolt and seat.") with { Jobs = ["u-bolts"] },
        Row("bushing-sound", Subject.Bushing, "Tight, no play by the lever", Verdict.Sound, "A bushing the lever does not move is fit."),
        Row("bushing-worn", Subject.Bushing, "Play, cracked, or gone", Verdict.Renew, "A worn bushing lets the bolt cut its eye.", "Look at bolt and eye, and at the mates on that side.") with { Jobs = ["eye-bushing", "bushings-and-bolts", "equalizer"] },
        Row("bolt-sound", Subject.Bolt, "Straight, takes grease, knurl tight", Verdict.Sound, "A bolt that takes grease and does not turn is fit."),
        Row("bolt-worn", Subject.Bolt, "Step worn, knurl stripped, or won't take grease", Verdict.Renew, "A worn bolt works in its hole.", "Look at the link's or hanger's hole.") with { Jobs = ["eye-bushing", "bushings-and-bolts", "equalizer"] },
        Row("equalizer-sound", Subject.Equalizer, "Holes round, swings free", Verdict.Sound, "Round holes and a free swing are fit."),
        Row("equalizer-worn", Subject.Equalizer, "Hole oval, bushing loose", Verdict.Renew, "An oval hole takes no new bushing.", "Look at links and hangers.") with { Jobs = ["equalizer"] },
        Row("link-sound", Subject.Link, "Holes round, full thickness", Verdict.Sound, "Links of full thickness with round holes are fit."),
        Row("link-worn", Subject.Link, "Hole oval, thin, or cracked", Verdict.Renew, "A thin link bends under the next pothole.", "Renew both links of the pair.") with { Jobs = ["shackle-links", "equalizer"] },
        Row("hanger-sound", Subject.Hanger, "Square, weld whole", Verdict.Sound, "A square hanger with a whole weld is fit."),
        Row("hanger-cracked", Subject.Hanger, "Cracked or bent", Verdict.Hold, "A cracked hanger lets the axle go.", "Welded by a qualified person; write down to whom it goes.") with { Jobs = ["hanger"] },
        Row("axle-sound", Subject.Axle, "Crown up, tube straight", Verdict.Sound, "A straight tube with its crown up is fit."),
        Row("axle-bent", Subject.Axle, "Bowed the wrong way, or bent", Verdict.Hold, "A bent axle is for a specialist.", "Look at tyre wear and alignment.") with { Jobs = ["axle-turned", "axle"] },
        Row("tyre-sound", Subject.Tyre, "Tread deep, sides whole, pressure right", Verdict.Sound, "Whole sides and deep tread at the right pressure are fit."),
        Row("tyre-worn", Subject.Tyre, "Under 2/32 in, cut, or bulged", Verdict.Renew, "A trailer tyre has at least 2/32 in of tread.", Source.Published("49 CFR 393.75"), "Check its load rating.") with { Jobs = ["wheel"] },
        Row("lights-sound", Subject.Lights, "All of them work", Verdict.Sound, "Lights that all work are fit."),
        Row("lights-dead", Subject.Lights, "Any one dead", Verdict.Hold, "Lamps that are required have to work.", Source.Published("49 CFR 393.9"), "Plug, ground, then the unit itself.") with { Jobs = ["tyres-and-lights"] },
        Row("coupler-sound", Subject.Coupler, "Latches, chains and strap whole", Verdict.Sound, "A coupler that latches, with whole chains, is fit."),
        Row("coupler-worn", Subject.Coupler, "Worn, cracked, or a chain or strap frayed", Verdict.Hold, "What couples the trailer holds it.", "Renew it before the next tow."),
    ];

    /// <summary>The row with this code; null when there is none.</summary>
    public static SeenRule? Find(string? code) => Seen.FirstOrDefault(r => r.Code == code);

    private static SeenRule Row(string code, Subject subject, string seen, Verdict verdict, string rule, params string[] setsOff) =>
        Row(code, subject, seen, verdict, rule, Source.Practice, setsOff);

    private static SeenRule Row(string code, Subject subject, string seen, Verdict verdict, string rule, Source source, params string[] setsOff) =>
        new(code, subject, seen, verdict, rule, source, setsOff);
}
