using SturdyTinker.Core.Gear;
using static SturdyTinker.Core.Findings.Rules.Rulebook;

namespace SturdyTinker.Core.Findings.Rules;

/// <summary>What is seen at brakes. Every row is common practice where it names no source.</summary>
internal static class BrakeRules
{
    private static readonly Func<RunningGear, bool> HasDrum = gear =>
        gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum;
    private static readonly Func<RunningGear, bool> HasDisc = gear => gear.Brake == BrakeKind.HydraulicDisc;
    private static readonly Func<RunningGear, bool> Electric = gear => gear.Brake == BrakeKind.ElectricDrum;
    private static readonly Func<RunningGear, bool> Hydraulic = gear =>
        gear.Brake is BrakeKind.HydraulicDrum or BrakeKind.HydraulicDisc;

    internal static IReadOnlyList<ObservationRule> All { get; } =
    [
        Row(
            "lining-sound",
            Subject.Lining,
            "Thick, even, clean",
            Verdict.Sound,
            "Even, clean linings over their limit are fit.") with
        {
            Answers = ["lining-glazed", "lining-cracked", "lining-soaked", "lining-worn", "pair-lining"]
        },
        Row(
            "lining-glazed",
            Subject.Lining,
            "Glazed, or dirty with no shine anywhere",
            Verdict.Watch,
            "A brake that does not polish its drum may not be working at all.",
            "Check wires, magnet and adjustment.") with
        {
            Jobs = ["brake-adjustment"],
            AnsweredBy = ["brake-assembly", "shoes-and-magnet", "hydraulic-shoes", "pads"]
        },
        Row(
            "lining-cracked",
            Subject.Lining,
            "Cracked, or loose on its shoe",
            Verdict.Renew,
            "A lining that comes off jams the brake.",
            PairRule) with
        {
            Jobs = ["brake-assembly", "shoes-and-magnet", "hydraulic-shoes", "pads"]
        },
        Row(
            "lining-soaked",
            Subject.Lining,
            "Soaked with grease or fluid",
            Verdict.Renew,
            "Soaked linings do not clean up.",
            PairRule,
            "Find what let it in: seal, cap, or wheel cylinder.") with
        {
            Jobs = ["brake-assembly", "shoes-and-magnet", "hydraulic-shoes", "pads"]
        },
        Row(
            "lining-worn",
            Subject.Lining,
            "Worn to its limit",
            Verdict.Renew,
            "Linings are not under 1/16 in at the shoe's centre.",
            Source.Published("49 CFR 393.47"),
            PairRule) with
        {
            Jobs = ["brake-assembly", "shoes-and-magnet", "hydraulic-shoes", "pads"]
        },

        Row(
            "drum-sound",
            Subject.Drum,
            "Clean, smooth and shiny, within its stamped figure",
            Verdict.Sound,
            "A clean drum that the shoes polish, within its stamped figure, is fit.") with
        {
            Goes = HasDrum,
            Answers = ["drum-dull", "drum-black-ring", "drum-worn", "pair-drum"]
        },
        Row(
            "drum-dull",
            Subject.Drum,
            "Dull all round, no shine where the shoes run",
            Verdict.Watch,
            "A drum that the shoes do not polish is not being braked.",
            "Check wires, magnet and adjustment.") with
        {
            Jobs = ["brake-adjustment"],
            Goes = HasDrum
        },
        Row(
            "drum-black-ring",
            Subject.Drum,
            "A black ring of thrown grease inside",
            Verdict.Watch,
            "Grease has been thrown into this drum from the hub.",
            "Look at the seal and at the shoes.") with
        {
            Jobs = ["bearing-repack"],
            Goes = HasDrum
        },
        Row(
            "drum-worn",
            Subject.Drum,
            "Grooved, blue, or over its stamped figure",
            Verdict.Renew,
            "The figure stamped on the drum is its limit.",
            "Compare both sides of the axle.") with
        {
            Jobs = ["hub"],
            Goes = HasDrum
        },

        Row(
            "rotor-sound",
            Subject.Rotor,
            "Bright, even, over its minimum",
            Verdict.Sound,
            "An even rotor over its minimum is fit.") with
        {
            Goes = HasDisc,
            Answers = ["rotor-worn", "pair-rotor"]
        },
        Row(
            "rotor-worn",
            Subject.Rotor,
            "Corroded, or under its minimum",
            Verdict.Renew,
            "A rotor under its minimum cracks.",
            PairRule) with
        {
            Jobs = ["hub"],
            Goes = HasDisc
        },

        Row(
            "mounting-sound",
            Subject.Mounting,
            "Tight, every bolt there",
            Verdict.Sound,
            "A plate or bracket that does not move, with all its bolts, is fit.") with
        {
            Answers = ["mounting-loose"]
        },
        Row(
            "mounting-loose",
            Subject.Mounting,
            "Loose, a bolt missing, or a crack at a hole",
            Verdict.Hold,
            "A brake that moves on its flange may turn, or come off.",
            "Renew the bolts, torque by the maker's figure; a cracked flange is for a specialist.") with
        {
            Jobs = ["brake-assembly", "caliper"]
        },

        Row(
            "magnet-sound",
            Subject.Magnet,
            "Face even, lever free, current right",
            Verdict.Sound,
            "A magnet that draws its current and swings free is fit.") with
        {
            Goes = Electric,
            Answers = ["magnet-worn"]
        },
        Row(
            "magnet-worn",
            Subject.Magnet,
            "Worn to its marks, wire bare, or no current",
            Verdict.Renew,
            "A magnet worn to its marks has bared its coil.",
            "Look at the lever's pivot.") with
        {
            Jobs = ["shoes-and-magnet", "brake-assembly"],
            Goes = Electric
        },

        Row(
            "wires-sound",
            Subject.Wires,
            "Whole, clipped, joints dry",
            Verdict.Sound,
            "Whole wires with dry joints are fit.") with { Answers = ["wires-broken"] },
        Row(
            "wires-broken",
            Subject.Wires,
            "Broken, pinched or rubbed",
            Verdict.Renew,
            "A rubbed wire is tomorrow's dead brake.",
            "Join it again, clipped out of the way of axle and tyre.") with { Jobs = ["brake-assembly"] },

        Row(
            "hydraulics-sound",
            Subject.Hydraulics,
            "Dry, no crack or bulge",
            Verdict.Sound,
            "Dry fittings and smooth hoses are fit.") with
        {
            Goes = Hydraulic,
            Answers = ["hydraulics-leak"]
        },
        Row(
            "fluid-clear",
            Subject.Hydraulics,
            "Fluid clear, at its level",
            Verdict.Sound,
            "Clear fluid at its level is fit; its age still counts.",
            Source.Memory) with
        {
            Answers = ["fluid-dark", "fluid-low"],
            Goes = Hydraulic
        },
        Row(
            "fluid-dark",
            Subject.Hydraulics,
            "Fluid dark, or older than two years",
            Verdict.Watch,
            "Brake fluid takes up water; it is renewed every two years.",
            Source.Memory,
            "Measure its boiling point, or bleed fresh fluid through.") with
        {
            Jobs = ["brake-bleeding"],
            Goes = Hydraulic
        },
        Row(
            "fluid-low",
            Subject.Hydraulics,
            "Fluid low, nothing seen to leak",
            Verdict.Watch,
            "Fluid falls as linings wear, or as something leaks unseen.",
            "Measure the linings; look at every fitting.") with
        {
            Jobs = ["brake-bleeding"],
            Goes = Hydraulic
        },
        Row(
            "hydraulics-leak",
            Subject.Hydraulics,
            "Seep, crack, bulge, or a swollen flare",
            Verdict.Hold,
            "A hydraulic brake that leaks is about to be none.",
            "Renew what leaks; bleed, farthest first.") with
        {
            Jobs = ["line-and-hose", "caliper", "actuator"],
            Goes = Hydraulic
        },
    ];
}
