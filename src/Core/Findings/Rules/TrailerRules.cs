using SturdyTinker.Core.Gear;
using static SturdyTinker.Core.Findings.Rules.Rulebook;

namespace SturdyTinker.Core.Findings.Rules;

/// <summary>
/// What is seen on the trailer as a whole, and what its driver tells. Every row is common practice where it names no
/// source.
/// </summary>
internal static class TrailerRules
{
    internal static IReadOnlyList<ObservationRule> All { get; } =
    [
        Row("lights-sound", Subject.Lights, "All of them work", Verdict.Sound, "Lights that all work are fit.") with
        {
            Answers = ["lights-dead", "plug-corroded"]
        },
        Row(
            "plug-corroded",
            Subject.Lights,
            "Plug or socket corroded, loose or cracked",
            Verdict.Renew,
            "A bad plug is the next dead light, and the next dead brake.",
            "Clean or renew it; look at the ground.") with { Jobs = ["plug-and-socket"] },
        Row(
            "lights-dead",
            Subject.Lights,
            "Any one dead",
            Verdict.Hold,
            "Lamps that are required have to work.",
            Source.Published("49 CFR 393.9"),
            "Plug, ground, then the unit itself.") with
        {
            Jobs = ["lamp", "lamp-set", "plug-and-socket", "wiring-joint"]
        },

        Row(
            "coupler-sound",
            Subject.Coupler,
            "Latches, greased, chains whole",
            Verdict.Sound,
            "A coupler that latches, with whole chains, is fit.") with
        {
            Answers = ["coupler-dry", "coupler-worn", "chains-worn"]
        },
        Row(
            "coupler-dry",
            Subject.Coupler,
            "Dry, or stiff to latch",
            Verdict.Watch,
            "A dry socket wears its ball, and a stiff latch is left half shut.",
            "Grease ball socket and latch.") with
        {
            Jobs = ["coupler-greasing"]
        },
        Row(
            "coupler-worn",
            Subject.Coupler,
            "Coupler worn, cracked, or won't latch",
            Verdict.Hold,
            "What couples the trailer holds it.",
            Source.Published("49 CFR 393.70"),
            "Renew it before the next tow, with graded bolts.") with { Jobs = ["coupler"] },
        Row(
            "chains-worn",
            Subject.Coupler,
            "Safety chain, hook or its fastening worn, cracked or missing",
            Verdict.Hold,
            "Safety chains hold what the coupler lets go.",
            Source.Published("49 CFR 393.70"),
            "Renew chain and hook as a pair, rated for the trailer's gross weight.") with { Jobs = ["safety-chains"] },

        Row(
            "fittings-sound",
            Subject.Fittings,
            "Whole, tight, they work",
            Verdict.Sound,
            "Fittings that work and do not move are fit.") with
        {
            Answers = ["jack-bad", "strap-frayed", "rollers-worn", "step-loose"]
        },
        Row(
            "jack-bad",
            Subject.Fittings,
            "Jack bent, stripped, or it sinks",
            Verdict.Renew,
            "A jack that sinks drops the nose on somebody's foot.",
            "Renew it; look at its bolts and its swivel.") with { Jobs = ["jack"] },
        Row(
            "strap-frayed",
            Subject.Fittings,
            "Winch strap frayed or cut, or the winch slips",
            Verdict.Renew,
            "A strap that parts under load whips, and lets the load go.",
            "Renew strap and hook; try the pawl.") with { Jobs = ["winch-strap"] },
        Row(
            "rollers-worn",
            Subject.Fittings,
            "Keel rollers cracked, flat or seized",
            Verdict.Renew,
            "A seized roller saws into a hull.",
            "Renew the roller and its shaft; grease what turns.") with { Jobs = ["keel-rollers"] },
        Row(
            "step-loose",
            Subject.Fittings,
            "Step loose, bent or cracked",
            Verdict.Renew,
            "A step that gives way hurts whoever stands on it.",
            "Renew or bolt it on again.") with { Jobs = ["step"] },

        Row(
            "frame-sound",
            Subject.Frame,
            "Straight, no crack, nothing loose",
            Verdict.Sound,
            "A straight frame without cracks is fit.") with
        {
            Answers = ["frame-cracked"]
        },
        Row(
            "frame-cracked",
            Subject.Frame,
            "Cracked, loose, sagging or broken",
            Verdict.Hold,
            "A frame is not cracked, loose, sagging or broken.",
            Source.Published("49 CFR 393.201"),
            "Welded by a qualified person; write down to whom it goes."),

        Row(
            "securing-sound",
            Subject.Securing,
            "Nothing loose, doors and gates shut",
            Verdict.Sound,
            "What can't shift or fall is secured.") with
        {
            Answers = ["securing-loose"]
        },
        Row(
            "securing-loose",
            Subject.Securing,
            "Something can shift or fall",
            Verdict.Hold,
            "What is carried is secured against shifting and falling.",
            Source.Published("49 CFR 393.100"),
            "Secure it before it moves."),

        Row(
            "guard-sound",
            Subject.RearGuard,
            "In place and straight, or none needed",
            Verdict.Sound,
            "A guard in its place is fit.") with { Answers = ["guard-bent"] },
        Row(
            "guard-bent",
            Subject.RearGuard,
            "Missing, bent or loose",
            Verdict.Renew,
            "A trailer that needs a rear guard has it whole.",
            Source.Published("49 CFR 393.86"),
            "Set right or renew; welded by a qualified person."),

        Row("use-usual", Subject.Use, "Used as usual", Verdict.Sound, "Nothing about its use asks for more.") with
        {
            Answers = ["use-launched-warm", "use-heavy-side", "use-overloaded", "use-stood"]
        },
        Row(
            "use-launched-cool",
            Subject.Use,
            "Launched, hubs left to cool first",
            Verdict.Sound,
            "A cool hub takes in little water.") with
        {
            Answers = ["use-launched-warm"]
        },
        Row(
            "use-launched-warm",
            Subject.Use,
            "Launched with warm hubs",
            Verdict.Watch,
            "A warm hub cools in the water and sucks it in past the seal.",
            "Let hubs cool at the ramp first."),
        Row(
            "use-heavy-side",
            Subject.Use,
            "Loaded heavier on one side",
            Verdict.Watch,
            "The heavy side's springs sag first.",
            "Weigh both sides; move the load."),
        Row(
            "use-overloaded",
            Subject.Use,
            "Loaded past its rating",
            Verdict.Watch,
            "Every part that carries wears faster.",
            "Weigh it; look at springs, tyres and bearings."),
        Row(
            "use-stood",
            Subject.Use,
            "Stood still for a season or more",
            Verdict.Watch,
            "Grease settles and water stays where it is.",
            "Look for rust at bearings, brakes and bolts."),
    ];
}
