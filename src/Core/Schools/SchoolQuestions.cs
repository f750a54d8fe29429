namespace SturdyTinker.Core.Schools;

/// <summary>
/// The questions that good practitioners answer differently. The first answer of each is our default. Source of every answer:
/// common practice.
/// </summary>
public static class SchoolQuestions
{
    /// <summary>How a castle nut is left.</summary>
    public static SchoolQuestion NutSetting { get; } = new(
        "nut-setting",
        "How to leave the spindle nut",
        new School("slight-play", "Slight play: seat, back off, finger tight, back to the first slot"),
        new School("no-play", "No play, no drag: snug until play is just gone and the hub still turns free"));

    /// <summary>Whether a cotter pin is used twice.</summary>
    public static SchoolQuestion CotterPin { get; } = new(
        "cotter-pin",
        "Cotter pin",
        new School("new", "New every time"),
        new School("reuse", "Reuse if unmarked"));

    /// <summary>Whether a seal that came out goes in again.</summary>
    public static SchoolQuestion Seal { get; } = new(
        "seal",
        "Grease seal",
        new School("new", "New whenever it comes out"),
        new School("keep", "Keep if the grease was clean and it is only a look"));

    /// <summary>When bearings and cups are renewed.</summary>
    public static SchoolQuestion Bearings { get; } = new(
        "bearings",
        "Bearings and cups",
        new School("on-condition", "On condition"),
        new School("by-age", "By age, every two years"));

    /// <summary>How clean bearings are made.</summary>
    public static SchoolQuestion Cleaning { get; } = new(
        "cleaning",
        "How much cleaning",
        new School("bare-metal", "To bare metal"),
        new School("push-through", "Push old grease through with new until it runs clean, same grease family only"),
        new School("top-up", "Top up when a light-use look finds it perfect"));

    /// <summary>How full a hub is packed.</summary>
    public static SchoolQuestion GreaseFill { get; } = new(
        "grease-fill",
        "How much grease",
        new School("packed", "Packed bearings, a film, a part-filled cap"),
        new School("cavity", "Hub cavity filled, for launched trailers"));

    /// <summary>What a greasable spindle is good for.</summary>
    public static SchoolQuestion GreasableSpindle { get; } = new(
        "greasable-spindle",
        "Greasable spindle",
        new School("yearly", "As the yearly service, and a strip and look every second year"),
        new School("between-strips", "Between strips only"),
        new School("never", "Never pumped, always stripped"));

    /// <summary>How brake wires are joined.</summary>
    public static SchoolQuestion WireJoint { get; } = new(
        "wire-joint",
        "Wire joints",
        new School("sealed-crimp", "Sealed crimp with heat-shrink"),
        new School("solder", "Solder and heat-shrink"),
        new School("gel", "Gel-filled insulation-displacement joint"));

    /// <summary>How a brake's star wheel is left.</summary>
    public static SchoolQuestion Adjuster { get; } = new(
        "adjuster",
        "Brake adjuster",
        new School("light-brush", "Light brush left, it beds in"),
        new School("silent", "Backed off until silent"));

    /// <summary>What is renewed when an electric brake is worn.</summary>
    public static SchoolQuestion BrakeRenewal { get; } = new(
        "brake-renewal",
        "Worn electric brake",
        new School("assembly", "Whole assembly: new springs, magnet, shoes"),
        new School("shoes-and-magnet", "Shoes and magnet only"));

    /// <summary>What happens to a worn drum.</summary>
    public static SchoolQuestion Drum { get; } = new(
        "drum",
        "Worn drum",
        new School("renew", "Renew"),
        new School("machine", "Machine within the stamped limit"));

    /// <summary>Where a side is lifted.</summary>
    public static SchoolQuestion Lifting { get; } = new(
        "lifting",
        "Lifting",
        new School("frame", "At the frame only, a levelling system never the support"),
        new School("spring-seat", "One side at the spring seat, weight already taken off elsewhere"),
        new School("levelling-unloads", "At the frame, a levelling system only to unload, the other side's tyres down"));

    /// <summary>Whether U-bolts are used twice.</summary>
    public static SchoolQuestion UBolts { get; } = new(
        "u-bolts",
        "U-bolts",
        new School("new", "New with every spring job: they stretch"),
        new School("reuse", "Reuse if the threads are good"));

    /// <summary>Whether lock nuts are used twice.</summary>
    public static SchoolQuestion LockNuts { get; } = new(
        "lock-nuts",
        "Lock nuts",
        new School("new", "New"),
        new School("reuse", "Reuse with thread-locker and a check at 100 to 150 miles"));

    /// <summary>What bushings and bolts go in.</summary>
    public static SchoolQuestion Bushings { get; } = new(
        "bushings",
        "Bushings and bolts",
        new School("bronze", "Bronze with greasable bolts"),
        new School("maintenance-free", "Maintenance-free, for those who won't grease"),
        new School("plastic", "Plastic with greasable bolts"));

    /// <summary>Which way round a greasable bolt goes.</summary>
    public static SchoolQuestion BoltDirection { get; } = new(
        "bolt-direction",
        "Greasable bolts",
        new School("reachable", "Fitting reachable with the wheel on"),
        new School("outside", "Fitting to the outside"));

    /// <summary>How a bushing is brought home.</summary>
    public static SchoolQuestion Pressing { get; } = new(
        "pressing",
        "Pressing bushings",
        new School("clamp", "Clamp and plates"),
        new School("driver", "Hammer with a shouldered driver"));

    /// <summary>Whether studs are lubricated.</summary>
    public static SchoolQuestion AntiSeize { get; } = new(
        "anti-seize",
        "Anti-seize on studs",
        new School("thin-film", "Thin film, torque as the shop's chart says"),
        new School("dry", "Dry threads only"));

    /// <summary>When lug nuts are torqued again.</summary>
    public static SchoolQuestion LugRetorque { get; } = new(
        "lug-retorque",
        "Lug nuts again after",
        new School("100", "100 miles"),
        new School("10-25-50", "10, 25 and 50 miles"),
        new School("day-end", "Each day's end on a long tow"));

    /// <summary>What rides along as a spare.</summary>
    public static SchoolQuestion Spares { get; } = new(
        "spares",
        "Spare parts carried",
        new School("hub-and-set", "One packed hub, one bearing set"),
        new School("none", "None"));

    /// <summary>Every question, in the order the shop's page shows them.</summary>
    public static IReadOnlyList<SchoolQuestion> All { get; } =
    [
        NutSetting, CotterPin, Seal, Bearings, Cleaning, GreaseFill, GreasableSpindle, WireJoint, Adjuster, BrakeRenewal, Drum,
        Lifting, UBolts, LockNuts, Bushings, BoltDirection, Pressing, AntiSeize, LugRetorque, Spares,
    ];
}
