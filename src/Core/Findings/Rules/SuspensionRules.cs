using SturdyTinker.Core.Gear;
using static SturdyTinker.Core.Findings.Rules.Rulebook;

namespace SturdyTinker.Core.Findings.Rules;

/// <summary>
/// What is seen at springs, their bolts, and axles. Every row is common practice where it names no source.
/// </summary>
internal static class SuspensionRules
{
    internal static IReadOnlyList<ObservationRule> All { get; } =
    [
        Row(
            "spring-sound",
            Subject.Spring,
            "Arched, leaves whole, both sides alike",
            Verdict.Sound,
            "Whole leaves with their arch are fit.") with
        {
            Answers = ["spring-flat", "spring-cracked", "pair-spring"]
        },
        Row(
            "spring-flat",
            Subject.Spring,
            "Arch lost, or the two sides differ",
            Verdict.Renew,
            "Springs are renewed in pairs on the axle.",
            "Weigh the trailer; check the rating against the load.") with { Jobs = ["spring"] },
        Row(
            "spring-cracked",
            Subject.Spring,
            "Cracked or broken leaf, shifted, clip missing or spread",
            Verdict.Hold,
            "Leaf springs cracked, broken, missing or shifted: not on the road.",
            Source.Published("49 CFR 393.207"),
            "Look at the U-bolts.") with { Jobs = ["spring"] },

        Row(
            "u-bolt-sound",
            Subject.UBolt,
            "Tight, threads good, plate flat",
            Verdict.Sound,
            "Tight U-bolts on a flat plate are fit.") with
        {
            Answers = ["u-bolt-stretched", "u-bolt-broken"]
        },
        Row("u-bolt-rust", Subject.UBolt, "Surface rust", Verdict.Sound, "Surface rust weakens nothing."),
        Row(
            "u-bolt-stretched",
            Subject.UBolt,
            "Stretched, necked, loose, or plate bent",
            Verdict.Renew,
            "A stretched U-bolt does not hold its torque.",
            "Look at the spring's centre bolt and seat.") with { Jobs = ["u-bolts"] },
        Row("u-bolt-broken", Subject.UBolt, "Broken or missing, or the axle has shifted on its seat", Verdict.Hold,
            "Parts that hold the axle in place are not broken or missing.", Source.Published("49 CFR 393.207"),
            "Look at the centre bolt, the seat and the spring; measure that the axle stands square.") with { Jobs = ["u-bolts"] },

        Row(
            "bushing-sound",
            Subject.Bushing,
            "Tight, no play by the lever",
            Verdict.Sound,
            "A bushing the lever does not move is fit.") with { Answers = ["bushing-worn"] },
        Row(
            "bushing-worn",
            Subject.Bushing,
            "Play, cracked, or gone",
            Verdict.Renew,
            "A worn bushing lets the bolt cut its eye.",
            "Look at bolt and eye, and at the mates on that side.") with
        {
            Jobs = ["eye-bushing", "bushings-and-bolts", "equalizer"]
        },

        Row(
            "bolt-sound",
            Subject.Bolt,
            "Straight, takes grease, knurl tight",
            Verdict.Sound,
            "A bolt that takes grease and does not turn is fit.") with
        {
            Answers = ["bolt-dry", "bolt-worn"]
        },
        Row(
            "bolt-dry",
            Subject.Bolt,
            "Won't take grease",
            Verdict.Renew,
            "A bolt that takes no grease wears out its bushing.",
            "Clear or renew it; look at the bushing.") with
        {
            Jobs = ["eye-bushing", "bushings-and-bolts", "equalizer"]
        },
        Row(
            "bolt-worn",
            Subject.Bolt,
            "Step worn, or knurl stripped",
            Verdict.Renew,
            "A worn bolt works in its hole.",
            "Look at the link's or hanger's hole.") with
        {
            Jobs = ["eye-bushing", "bushings-and-bolts", "equalizer"]
        },

        Row(
            "equalizer-sound",
            Subject.Equalizer,
            "Holes round, swings free",
            Verdict.Sound,
            "Round holes and a free swing are fit.") with
        {
            Answers = ["equalizer-worn"]
        },
        Row(
            "equalizer-worn",
            Subject.Equalizer,
            "Hole oval, bushing loose",
            Verdict.Renew,
            "An oval hole takes no new bushing.",
            "Look at links and hangers.") with { Jobs = ["equalizer"] },

        Row(
            "link-sound",
            Subject.Link,
            "Holes round, full thickness",
            Verdict.Sound,
            "Links of full thickness with round holes are fit.") with { Answers = ["link-worn"] },
        Row(
            "link-worn",
            Subject.Link,
            "Hole oval, thin, or cracked",
            Verdict.Renew,
            "A thin link bends under the next pothole.",
            "Renew both links of the pair.") with
        {
            Jobs = ["shackle-links", "equalizer"]
        },

        Row(
            "hanger-sound",
            Subject.Hanger,
            "Square, weld whole",
            Verdict.Sound,
            "A square hanger with a whole weld is fit.") with
        {
            Answers = ["hanger-cracked"]
        },
        Row(
            "hanger-cracked",
            Subject.Hanger,
            "Cracked or bent",
            Verdict.Hold,
            "A cracked hanger lets the axle go.",
            Source.Published("49 CFR 393.207"),
            "Welded by a qualified person; write down to whom it goes.") with { Jobs = ["hanger"] },

        Row(
            "axle-sound",
            Subject.Axle,
            "Crown up, tube straight",
            Verdict.Sound,
            "A straight tube with its crown up is fit.") with { Answers = ["axle-bent"] },
        Row(
            "axle-bent",
            Subject.Axle,
            "Bowed the wrong way, or bent",
            Verdict.Hold,
            "A bent axle is for a specialist.",
            "Look at tyre wear and alignment.") with
        {
            Jobs = ["axle-turned", "axle"]
        },

        Row(
            "ride-level",
            Subject.RideHeight,
            "Stands level",
            Verdict.Sound,
            "A trailer that stands level has its springs alike.") with { Answers = ["ride-leans"] },
        Row(
            "ride-leans",
            Subject.RideHeight,
            "Leans to this side",
            Verdict.Watch,
            "A side that hangs has tired springs, a bent hanger, or the heavier load.",
            "Measure all four corners; weigh both sides.",
            "Look at springs and hangers of this side.") with { Jobs = ["spring"] },
    ];
}
