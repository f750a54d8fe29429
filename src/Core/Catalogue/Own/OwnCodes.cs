using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Catalogue.Own;

/// <summary>
/// What a shop's own work is written with: codes that never change, whatever the members are called in C#, each with
/// its words.
/// </summary>
public static class OwnCodes
{
    /// <summary>Code of when work is done on the way up, when what lies deeper is back.</summary>
    public const string WayUp = "wayUp";

    /// <summary>Code of when work is done once everything is closed and the weight is down.</summary>
    public const string WeightDown = "weightDown";

    /// <summary>Kinds of place.</summary>
    public static IReadOnlyList<(string Code, PlaceKind Kind, string Words)> Places { get; } =
    [
        ("trailer", PlaceKind.Trailer, "Trailer as a whole"),
        ("side", PlaceKind.Side, "Side"),
        ("axle", PlaceKind.Axle, "Axle"),
        ("wheelEnd", PlaceKind.WheelEnd, "Wheel end"),
        ("brake", PlaceKind.Brake, "Brake"),
        ("spring", PlaceKind.Spring, "Spring"),
        ("frontEye", PlaceKind.FrontEye, "Front eye of a spring"),
        ("rearEye", PlaceKind.RearEye, "Rear eye of a spring"),
        ("uBolts", PlaceKind.UBolts, "U-bolts"),
        ("equalizer", PlaceKind.Equalizer, "Equalizer"),
        ("frontHanger", PlaceKind.FrontHanger, "Front hanger"),
        ("rearHanger", PlaceKind.RearHanger, "Rear hanger"),
    ];

    /// <summary>Parts of a trailer, for lists.</summary>
    public static IReadOnlyList<(string Code, JobArea Kind, string Words)> Areas { get; } =
    [
        ("trailer", JobArea.Trailer, "Trailer"),
        ("wheelEnd", JobArea.WheelEnd, "Wheels and bearings"),
        ("brake", JobArea.Brake, "Brakes"),
        ("suspension", JobArea.Suspension, "Suspension"),
    ];

    /// <summary>Brakes.</summary>
    public static IReadOnlyList<(string Code, BrakeKind Kind, string Words)> Brakes { get; } =
    [
        ("none", BrakeKind.None, "no brakes"),
        ("electricDrum", BrakeKind.ElectricDrum, "electric drum brakes"),
        ("hydraulicDrum", BrakeKind.HydraulicDrum, "hydraulic drum brakes"),
        ("hydraulicDisc", BrakeKind.HydraulicDisc, "hydraulic disc brakes"),
    ];

    /// <summary>Suspensions.</summary>
    public static IReadOnlyList<(string Code, SuspensionKind Kind, string Words)> Suspensions { get; } =
    [
        ("doubleEyeSprings", SuspensionKind.DoubleEyeSprings, "double-eye springs"),
        ("slipperSprings", SuspensionKind.SlipperSprings, "slipper springs"),
        ("torsion", SuspensionKind.Torsion, "torsion axles"),
    ];

    /// <summary>Lubrications.</summary>
    public static IReadOnlyList<(string Code, Lubrication Kind, string Words)> Lubrications { get; } =
    [
        ("handPacked", Lubrication.HandPacked, "hand-packed hubs"),
        ("greasableSpindle", Lubrication.GreasableSpindle, "greasable spindles"),
        ("oilBath", Lubrication.OilBath, "oil-bath hubs"),
        ("sealedHub", Lubrication.SealedHub, "sealed hubs"),
    ];

    /// <summary>Skills that a job can ask for.</summary>
    public static IReadOnlyList<(string Code, string Words)> Skills { get; } =
    [
        ("hydraulics", "Hydraulic brakes"),
        ("welding", "Welding"),
        ("inspector", "Inspections"),
    ];

    /// <summary>When a step is done while its opening stands, in that order.</summary>
    public static IReadOnlyList<(string Code, int Kind, string Words)> Times { get; } =
    [
        ("look", Phases.Look, "Looked at first"),
        ("clean", Phases.Clean, "Cleaned"),
        ("out", Phases.Out, "Taken out"),
        ("work", Phases.Work, "Worked on"),
        ("measure", Phases.Measure, "Measured"),
        ("in", Phases.In, "Put in"),
        ("finish", Phases.Finish, "Finished and tried"),
        (WayUp, Phases.Finish, "On the way up, when what lies deeper is back"),
        (WeightDown, Phases.Finish, "Last, with the weight down"),
    ];

    /// <summary>The value of a code; null for a code that is none of them.</summary>
    /// <param name="codes">One of the lists here.</param>
    /// <param name="code">The code.</param>
    public static T? Find<T>(IReadOnlyList<(string Code, T Kind, string Words)> codes, string code)
        where T : struct =>
        codes.Where(c => c.Code == code).Select(c => (T?)c.Kind).FirstOrDefault();

    /// <summary>A code in words; the code itself where there is none.</summary>
    /// <param name="codes">One of the lists here.</param>
    /// <param name="code">The code.</param>
    public static string Words<T>(IReadOnlyList<(string Code, T Kind, string Words)> codes, string code) =>
        codes.Where(c => c.Code == code).Select(c => c.Words).FirstOrDefault() ?? code;
}
