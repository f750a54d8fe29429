namespace SturdyTinker.Core.Findings;

/// <summary>What is seen at a wheel end and what it means. Every row is common practice.</summary>
public static class Rulebook
{
    private const string BearingPair = "Cone and cup are a matched pair: renew them together.";

    /// <summary>Every row, by subject, mildest first.</summary>
    public static IReadOnlyList<SeenRule> Seen { get; } =
    [
        Row("grease-fresh", Subject.Grease, "Fresh colour, smooth", Verdict.Sound, "Clean grease of its own colour is fit to run."),
        Row("grease-black", Subject.Grease, "Black, no grit", Verdict.Sound, "Black grease without grit is only old: sound when it is being repacked.", "Clean everything to bare metal: old grease spoils the new."),
        Row("grease-milky", Subject.Grease, "Milky, or water in it", Verdict.Renew, "Water in the grease has come past the seal.", "Renew the seal and the grease.", "Look for rust on rollers and cups.", "Ask whether the hub was hot when it was launched."),
        Row("grease-metal", Subject.Grease, "Metal glitter or grit", Verdict.Renew, "Metal in the grease is a bearing coming apart.", "Renew both bearings and their cups.", "Look at the cup seats and the spindle."),
        Row("grease-past-seal", Subject.Grease, "Past the seal, on shoes or wheel", Verdict.Renew, "A seal that lets grease out is done.", "Renew the seal.", "Soaked linings do not clean up: renew them on both sides of this axle.", "Ask whether it was over-filled, or fed too fast."),

        Row("seal-whole", Subject.Seal, "Lip whole and soft", Verdict.Sound, "A seal that comes out is still replaced, unless the shop keeps it after a mere look."),
        Row("seal-torn", Subject.Seal, "Lip torn, hard or worn", Verdict.Renew, "A damaged lip does not seal.", "Renew the seal.", "Look at the journal: a groove or rust there cuts the next lip too."),

        Row("bearing-smooth", Subject.Bearing, "Rollers smooth, quiet", Verdict.Sound, "Smooth, evenly grey rollers that turn quietly are fit."),
        Row("bearing-damaged", Subject.Bearing, "Pitting, flaking, flats, scoring or rust", Verdict.Renew, "Damage to a rolling surface only grows.", BearingPair, "Look at the other bearing of this hub."),
        Row("bearing-heat", Subject.Bearing, "Blue or brown from heat, cage bent or broken", Verdict.Renew, "Heat colour means the steel has lost its hardness.", BearingPair, "Look at spindle, hub bore and seal.", "Find the cause: set too tight, run dry, or over-filled."),
        Row("bearing-collapsed", Subject.Bearing, "Collapsed, rollers lost", Verdict.Hold, "A collapsed bearing can let the wheel go.", "The spindle is nearly always hurt: judge it before anything goes back.", BearingPair),

        Row("cup-smooth", Subject.Cup, "Smooth, tight in the hub", Verdict.Sound, "A smooth, tight cup is fit."),
        Row("cup-damaged", Subject.Cup, "Pitting, flaking, scoring, rust or heat colour", Verdict.Renew, "Damage to a rolling surface only grows.", BearingPair),
        Row("cup-loose", Subject.Cup, "Loose in the hub", Verdict.Renew, "A cup that turns has worn its seat.", "Renew the hub, and both bearings with it."),

        Row("spindle-clean", Subject.Spindle, "Clean and smooth", Verdict.Sound, "A spindle no fingernail catches on is fit."),
        Row("spindle-rust", Subject.Spindle, "Light rust or varnish", Verdict.Sound, "Light rust comes off with emery.", "Keep the abrasive well back from the seal journal, about 3/4 in."),
        Row("spindle-scored-bolt-on", Subject.Spindle, "Groove, step or score a fingernail catches (bolt-on spindle)", Verdict.Renew, "A scored spindle eats bearings and seals.", "Renew the bolt-on spindle."),
        Row("spindle-scored-welded", Subject.Spindle, "Groove, step or score a fingernail catches (welded or torsion spindle)", Verdict.Hold, "A scored spindle that can't be unbolted is for a specialist, or means a new axle.", "Hold pending a specialist; write down to whom it goes."),

        Row("thread-clean", Subject.SpindleThread, "Clean, nut runs by hand", Verdict.Sound, "A thread the nut runs on by hand is fit."),
        Row("thread-damaged", Subject.SpindleThread, "Damaged", Verdict.Renew, "A damaged thread can't be trusted to hold the nut.", "Renew the nut.", "Dress the thread, or renew the spindle."),

        Row("play-none", Subject.Play, "None to a touch at the tyre", Verdict.Sound, "No play to a touch is how it should be."),
        Row("play-over", Subject.Play, "Over about 1/8 in at the rim", Verdict.Renew, "Under 1/8 in at the rim is still acceptable.", "Set the nut again, and look inside first."),
        Row("play-gross", Subject.Play, "Gross: the wheel wobbles", Verdict.Hold, "A wheel that wobbles may be leaving.", "Strip this wheel end and look at bearings and spindle."),

        Row("lock-new", Subject.NutLock, "New pin, tab bent, or clip on", Verdict.Sound, "The lock is what keeps the wheel on."),
        Row("lock-used", Subject.NutLock, "Used pin, cracked tab, or slack clip", Verdict.Renew, "A lock that has been bent once is spent.", "Renew the pin, washer or clip."),

        Row("studs-sound", Subject.Studs, "Threads clean, holes round", Verdict.Sound, "Clean studs and round holes hold their torque."),
        Row("studs-loose", Subject.Studs, "Stud loose or broken, or wheel holes worn", Verdict.Hold, "Loose, missing or broken wheel fasteners: not on the road.", Source.Published("49 CFR 393.205"), "Renew the studs; look at the wheel's holes."),
    ];

    /// <summary>The row with this code; null when there is none.</summary>
    public static SeenRule? Find(string? code) => Seen.FirstOrDefault(r => r.Code == code);

    private static SeenRule Row(string code, Subject subject, string seen, Verdict verdict, string rule, params string[] setsOff) =>
        Row(code, subject, seen, verdict, rule, Source.Practice, setsOff);

    private static SeenRule Row(string code, Subject subject, string seen, Verdict verdict, string rule, Source source, params string[] setsOff) =>
        new(code, subject, seen, verdict, rule, source, setsOff);
}
