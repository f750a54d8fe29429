namespace SturdyTinker.Core.Findings;

/// <summary>A way rolling bearings fail.</summary>
/// <param name="Code">Stable code, for example "corrosion-moisture".</param>
/// <param name="Family">Its family: "Corrosion".</param>
/// <param name="Name">What it is within the family: "moisture".</param>
/// <param name="LooksLike">How it shows, in our words.</param>
/// <param name="PointsTo">What usually brings it about on a trailer; common practice.</param>
public sealed record Damage(string Code, string Family, string Name, string LooksLike, string PointsTo)
{
    /// <summary>Family and mode in a line: "Corrosion: moisture".</summary>
    public string Words => $"{Family}: {Name}";
}

/// <summary>
/// The ways rolling bearings fail. Source of families and modes: published, ISO 15243, whose six families are fatigue,
/// wear,
/// corrosion, electrical erosion, plastic deformation, and fracture and cracking; cited from memory. How they look and
/// what
/// they point to is in our own words, from common practice.
/// </summary>
public static class Damages
{
    private const string Fatigue = "Fatigue", Wear = "Wear", Corrosion = "Corrosion", Electrical =
        "Electrical erosion", Plastic = "Plastic deformation", Fracture = "Fracture and cracking";

    /// <summary>Every mode, by family.</summary>
    public static IReadOnlyList<Damage> All { get; } =
    [
        new(
            "fatigue-subsurface",
            Fatigue,
            "from below the surface",
            "flakes lifted out of the track, with sharp edges",
            "its life used up, or an overloaded wheel end"),
        new(
            "fatigue-surface",
            Fatigue,
            "from the surface",
            "fine frosting and small shallow pits",
            "too thin a film: wrong, old or too little grease"),
        new(
            "wear-abrasive",
            Wear,
            "abrasive",
            "dull grey, rounded, the track worn in",
            "grit past the seal, or dirty hands at the last repack"),
        new(
            "wear-adhesive",
            Wear,
            "adhesive (smearing)",
            "smeared, torn patches, rough to the nail",
            "rollers skidding: set loose, or started dry"),
        new(
            "corrosion-moisture",
            Corrosion,
            "moisture",
            "rust pits, lines of rust one roller apart",
            "water past the seal, or a long stand after a launch"),
        new(
            "corrosion-fretting",
            Corrosion,
            "fretting",
            "reddish powder and polished patches at the seats",
            "a cup or cone that moves in its seat"),
        new(
            "corrosion-false-brinelling",
            Corrosion,
            "false brinelling",
            "hollows one roller apart, without raised edges",
            "shaken while standing: carried on a truck or a train"),
        new(
            "electrical-excessive",
            Electrical,
            "excessive current",
            "molten craters",
            "welding current that went through the bearing"),
        new(
            "electrical-leakage",
            Electrical,
            "current leakage",
            "a washboard of fine grey lines",
            "a bad ground: lamps or brakes return through the hub"),
        new(
            "plastic-overload",
            Plastic,
            "overload",
            "dents one roller apart, with raised edges",
            "a hard kerb or pothole, or the cone driven on by its rollers"),
        new(
            "plastic-particles",
            Plastic,
            "indentation by particles",
            "scattered dents from something hard run over",
            "chips left in the hub; a bearing coming apart beside it"),
        new("fracture-forced", Fracture, "forced", "a rib broken off, a cage bent", "driven on crooked with a hammer"),
        new("fracture-fatigue", Fracture, "by fatigue", "a crack with beach lines", "a cup or cone loose in its seat"),
        new(
            "fracture-thermal",
            Fracture,
            "thermal",
            "fine cracks across a blue or brown face",
            "run dry or set too tight until it glowed"),
    ];

    private static readonly Dictionary<string, Damage> ByCode = All.ToDictionary(d => d.Code);

    /// <summary>The mode with this code; null when there is none.</summary>
    public static Damage? Find(string? code) => code is null ? null : ByCode.GetValueOrDefault(code);
}
