using static SturdyTinker.Core.Findings.Rulebook;

namespace SturdyTinker.Core.Findings;

/// <summary>What is seen on the trailer as a whole, and what its driver tells. Every row is common practice where it names no source.</summary>
internal static class TrailerRules
{
    internal static IReadOnlyList<SeenRule> All { get; } =
    [
        Row("lights-sound", Subject.Lights, "All of them work", Verdict.Sound, "Lights that all work are fit."),
        Row("lights-dead", Subject.Lights, "Any one dead", Verdict.Hold, "Lamps that are required have to work.", Source.Published("49 CFR 393.9"), "Plug, ground, then the unit itself.") with { Jobs = ["tyres-and-lights"] },

        Row("coupler-sound", Subject.Coupler, "Latches, chains and strap whole", Verdict.Sound, "A coupler that latches, with whole chains, is fit."),
        Row("coupler-worn", Subject.Coupler, "Worn, cracked, or a chain or strap frayed", Verdict.Hold, "What couples the trailer holds it.", "Renew it before the next tow."),

        Row("frame-sound", Subject.Frame, "Straight, no crack, nothing loose", Verdict.Sound, "A straight frame without cracks is fit."),
        Row("frame-cracked", Subject.Frame, "Cracked, loose, sagging or broken", Verdict.Hold, "A frame is not cracked, loose, sagging or broken.", Source.Published("49 CFR 393.201"), "Welded by a qualified person; write down to whom it goes."),

        Row("securing-sound", Subject.Securing, "Nothing loose, doors and gates shut", Verdict.Sound, "What can't shift or fall is secured."),
        Row("securing-loose", Subject.Securing, "Something can shift or fall", Verdict.Hold, "What is carried is secured against shifting and falling.", Source.Published("49 CFR 393.100"), "Secure it before it moves."),

        Row("guard-sound", Subject.RearGuard, "In place and straight, or none needed", Verdict.Sound, "A guard in its place is fit."),
        Row("guard-bent", Subject.RearGuard, "Missing, bent or loose", Verdict.Renew, "A trailer that needs a rear guard has it whole.", Source.Published("49 CFR 393.86"), "Set right or renew; welded by a qualified person."),

        Row("use-usual", Subject.Use, "Used as usual", Verdict.Sound, "Nothing about its use asks for more."),
        Row("use-launched-cool", Subject.Use, "Launched, hubs left to cool first", Verdict.Sound, "A cool hub takes in little water."),
        Row("use-launched-warm", Subject.Use, "Launched with warm hubs", Verdict.Watch, "A warm hub cools in the water and sucks it in past the seal.", "Let hubs cool at the ramp first."),
        Row("use-heavy-side", Subject.Use, "Loaded heavier on one side", Verdict.Watch, "The heavy side's springs sag first.", "Weigh both sides; move the load."),
        Row("use-overloaded", Subject.Use, "Loaded past its rating", Verdict.Watch, "Every part that carries wears faster.", "Weigh it; look at springs, tyres and bearings."),
        Row("use-stood", Subject.Use, "Stood still for a season or more", Verdict.Watch, "Grease settles and water stays where it is.", "Look for rust at bearings, brakes and bolts."),
    ];
}
