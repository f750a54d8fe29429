namespace SturdyTinker.Core.Practices;

/// <summary>
/// The questions that good practitioners answer differently. The first answer of each is our default. Source of every
/// answer:
/// common practice.
/// </summary>
public static class PracticeQuestions
{
    /// <summary>How a castle nut is left.</summary>
    public static PracticeQuestion NutSetting { get; } = new(
        "nut-setting",
        "How to leave the spindle nut",
        new Practice("slight-play", "Slight play: seat, back off, finger tight, back to the first slot"),
        new Practice("no-play", "No play, no drag: snug until play is just gone and the hub still turns free"));

    /// <summary>Whether a cotter pin is used twice.</summary>
    public static PracticeQuestion CotterPin { get; } = new(
        "cotter-pin",
        "Cotter pin",
        new Practice("new", "New every time"),
        new Practice("reuse", "Reuse if unmarked"));

    /// <summary>Whether a seal that came out goes in again.</summary>
    public static PracticeQuestion Seal { get; } = new(
        "seal",
        "Grease seal",
        new Practice("new", "New whenever it comes out"),
        new Practice("keep", "Keep if the grease was clean and it is only a look"));

    /// <summary>When bearings and cups are renewed.</summary>
    public static PracticeQuestion Bearings { get; } = new(
        "bearings",
        "Bearings and cups",
        new Practice("on-condition", "On condition"),
        new Practice("by-age", "By age, every two years"));

    /// <summary>How clean bearings are made.</summary>
    public static PracticeQuestion Cleaning { get; } = new(
        "cleaning",
        "How much cleaning",
        new Practice("bare-metal", "To bare metal"),
        new Practice("push-through", "Push old grease through with new until it runs clean, same grease family only"),
        new Practice("top-up", "Top up when a light-use look finds it perfect"));

    /// <summary>How full a hub is packed.</summary>
    public static PracticeQuestion GreaseFill { get; } = new(
        "grease-fill",
        "How much grease",
        new Practice("packed", "Packed bearings, a film, a part-filled cap"),
        new Practice("cavity", "Hub cavity filled, for launched trailers"));

    /// <summary>What a greasable spindle is good for.</summary>
    public static PracticeQuestion GreasableSpindle { get; } = new(
        "greasable-spindle",
        "Greasable spindle",
        new Practice("yearly", "As the yearly service, and a strip and look every second year"),
        new Practice("between-strips", "Between strips only"),
        new Practice("never", "Never pumped, always stripped"));

    /// <summary>How brake wires are joined.</summary>
    public static PracticeQuestion WireJoint { get; } = new(
        "wire-joint",
        "Wire joints",
        new Practice("sealed-crimp", "Sealed crimp with heat-shrink"),
        new Practice("solder", "Solder and heat-shrink"),
        new Practice("gel", "Gel-filled insulation-displacement joint"));

    /// <summary>How a brake's star wheel is left.</summary>
    public static PracticeQuestion Adjuster { get; } = new(
        "adjuster",
        "Brake adjuster",
        new Practice("light-brush", "Light brush left, it beds in"),
        new Practice("silent", "Backed off until silent"));

    /// <summary>What is renewed when an electric brake is worn.</summary>
    public static PracticeQuestion BrakeRenewal { get; } = new(
        "brake-renewal",
        "Worn electric brake",
        new Practice("assembly", "Whole assembly: new springs, magnet, shoes"),
        new Practice("shoes-and-magnet", "Shoes and magnet only"));

    /// <summary>What happens to a worn drum.</summary>
    public static PracticeQuestion Drum { get; } = new(
        "drum",
        "Worn drum",
        new Practice("renew", "Renew"),
        new Practice("machine", "Machine within the stamped limit"));

    /// <summary>Where a side is lifted.</summary>
    public static PracticeQuestion Lifting { get; } = new(
        "lifting",
        "Lifting",
        new Practice("frame", "At the frame only, a levelling system never the support"),
        new Practice("spring-seat", "One side at the spring seat, weight already taken off elsewhere"),
        new Practice(
            "levelling-unloads",
            "At the frame, a levelling system only to unload, the other side's tyres down"));

    /// <summary>Whether U-bolts are used twice.</summary>
    public static PracticeQuestion UBolts { get; } = new(
        "u-bolts",
        "U-bolts",
        new Practice("new", "New with every spring job: they stretch"),
        new Practice("reuse", "Reuse if the threads are good"));

    /// <summary>Whether lock nuts are used twice.</summary>
    public static PracticeQuestion LockNuts { get; } = new(
        "lock-nuts",
        "Lock nuts",
        new Practice("new", "New"),
        new Practice("reuse", "Reuse with thread-locker and a check at 100 to 150 miles"));

    /// <summary>What bushings and bolts go in.</summary>
    public static PracticeQuestion Bushings { get; } = new(
        "bushings",
        "Bushings and bolts",
        new Practice("bronze", "Bronze with greasable bolts"),
        new Practice("maintenance-free", "Maintenance-free, for those who won't grease"),
        new Practice("plastic", "Plastic with greasable bolts"));

    /// <summary>Which way round a greasable bolt goes.</summary>
    public static PracticeQuestion BoltDirection { get; } = new(
        "bolt-direction",
        "Greasable bolts",
        new Practice("reachable", "Fitting reachable with the wheel on"),
        new Practice("outside", "Fitting to the outside"));

    /// <summary>How a bushing is brought home.</summary>
    public static PracticeQuestion Pressing { get; } = new(
        "pressing",
        "Pressing bushings",
        new Practice("clamp", "Clamp and plates"),
        new Practice("driver", "Hammer with a shouldered driver"));

    /// <summary>Whether studs are lubricated.</summary>
    public static PracticeQuestion AntiSeize { get; } = new(
        "anti-seize",
        "Anti-seize on studs",
        new Practice("thin-film", "Thin film, torque as the shop's chart says"),
        new Practice("dry", "Dry threads only"));

    /// <summary>When lug nuts are torqued again.</summary>
    public static PracticeQuestion LugRetorque { get; } = new(
        "lug-retorque",
        "Lug nuts again after",
        new Practice("100", "100 miles"),
        new Practice("10-25-50", "10, 25 and 50 miles"),
        new Practice("day-end", "Each day's end on a long tow"));

    /// <summary>What rides along as a spare.</summary>
    public static PracticeQuestion Spares { get; } = new(
        "spares",
        "Spare parts carried",
        new Practice("hub-and-set", "One packed hub, one bearing set"),
        new Practice("none", "None"));

    /// <summary>Every question, in the order the shop's page shows them.</summary>
    public static IReadOnlyList<PracticeQuestion> All { get; } =
    [
        NutSetting, CotterPin, Seal, Bearings, Cleaning, GreaseFill, GreasableSpindle, WireJoint, Adjuster,
        BrakeRenewal, Drum,
        Lifting, UBolts, LockNuts, Bushings, BoltDirection, Pressing, AntiSeize, LugRetorque, Spares,
    ];
}
