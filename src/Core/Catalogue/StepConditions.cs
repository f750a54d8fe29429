using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue;

/// <summary>In which order things are done once the weight is down.</summary>
internal static class WeightDownRank
{
    internal const int SuspensionBolts = 10;
    internal const int Lugs = 20;
    internal const int Grease = 30;
    internal const int Bleed = 40;
    internal const int Try = 50;
    internal const int Papers = 60;
}

/// <summary>What several openings and jobs say or ask alike.</summary>
internal static class StepConditions
{
    internal const string BrakeCaution = "Brake work may be licensed work where you are. The maker's torque rules.";
    internal const string SteelCaution = "Eyes covered when driving steel.";
    internal const string LoadCaution = "A loaded spring and a bolt under load can injure: take the load off first.";

    /// <summary>
    /// Code of the job that puts a sealed hub on, after which the one-piece nut rules whatever was there before.
    /// </summary>
    internal const string SealedHub = "sealed-hub";

    /// <summary>Code of the job that turns an axle's drum brakes into discs.</summary>
    internal const string DiscConversion = "disc-conversion";

    /// <summary>Whether the spindle nut is kept this way.</summary>
    internal static Func<StepContext, bool> Retained(NutRetention kind) => c => c.Gear.NutRetention == kind;

    /// <summary>Whether the nut that goes on again is set by hand: any but the one-piece nut.</summary>
    internal static bool Adjustable(StepContext c) => !OnePiece(c);

    /// <summary>Whether a one-piece nut goes on: one was there, or a sealed hub is fitted.</summary>
    internal static bool OnePiece(StepContext c) =>
        c.Gear.NutRetention == NutRetention.OnePieceNut || c.Doing(SealedHub);

    /// <summary>Whether a lock of this kind goes on again.</summary>
    internal static Func<StepContext, bool> LockedBy(NutRetention kind) =>
        c => c.Gear.NutRetention == kind && Adjustable(c);

    /// <summary>Whether these hubs are packed with grease by hand.</summary>
    internal static bool Packed(RunningGear gear) =>
        gear.Lubrication is Lubrication.HandPacked or Lubrication.GreasableSpindle;

    /// <summary>Whether grease is packed into this hub when it is closed again.</summary>
    internal static bool Greased(StepContext c) => Packed(c.Gear) && !c.Doing(SealedHub);

    /// <summary>Whether oil stands in this hub when it is closed again.</summary>
    internal static bool Oiled(StepContext c) => c.Gear.Lubrication == Lubrication.OilBath && !c.Doing(SealedHub);

    internal static bool Electric(StepContext c) => c.Gear.Brake == BrakeKind.ElectricDrum;

    internal static bool Hydraulic(StepContext c) => c.Gear.Brake is BrakeKind.HydraulicDrum or BrakeKind.HydraulicDisc;

    /// <summary>Whether the hub is thrown away and another goes on.</summary>
    internal static bool NewHub(StepContext c) => c.Doing("hub");

    /// <summary>
    /// Whether cones and cups are renewed here: nothing of the old ones is cleaned or judged, except to find the cause.
    /// </summary>
    internal static bool NewBearings(StepContext c) => c.Doing("bearings-and-cups") || NewHub(c);

    /// <summary>
    /// Whether the seal that comes out goes in again: only by the practice that keeps it, and only after a mere look.
    /// </summary>
    internal static bool KeepSeal(StepContext c) =>
        c.Practices.Is(PracticeQuestions.Seal, "keep")
            && !NewBearings(c)
            && !c.Doing("axle")
            && c.Gear.Lubrication != Lubrication.OilBath;

    /// <summary>
    /// Whether an axle comes out in this visit: then both sides are up at once, and no wheel stays down.
    /// </summary>
    internal static bool EveryWheelUp(StepContext c) =>
        c.Jobs.Any(j => j.Job.Work.Any(w => w.Opening is "axle-out" or "axle-stripped"));

    /// <summary>What a wire is joined with here.</summary>
    internal static string JointPart(StepContext c) =>
        c.Practices.For(PracticeQuestions.WireJoint).Code switch
        {
            "solder" => PartNames.HeatShrink,
            "gel" => PartNames.GelJoint,
            _ => PartNames.CrimpJoint
        };

    /// <summary>
    /// The lug socket to try first, by what is usual on the stud. What fitted this trailer before comes first. Lug nuts
    /// are no standard
    /// hex nuts: 13/16 and 3/4 in are met on 1/2 in studs. Source: common practice.
    /// </summary>
    internal static IReadOnlyList<string> LugTools(StepContext c) =>
        [Fitted(c, "lug nuts", LugNut.Sockets(c.Gear.Studs.Thread) is { Count: > 0 } sockets
        ? $"lug socket (try {string.Join(", then ", sockets.Select(s => ShopFormat.Write(s, Fineness.Sixteenth)))})"
        : "lug socket")];

    /// <summary>The socket that fitted this trailer last time; otherwise what is usually taken.</summary>
    internal static string Fitted(StepContext c, string what, string usual) =>
        c.Sockets.TryGetValue(what, out string? socket) ? $"{socket} socket for the {what} (fitted last time)" : usual;

    /// <summary>The seal to take along: both candidates where a rating has two; for oil, an oil seal.</summary>
    internal static PartNeed SealFor(StepContext c) =>
        Oiled(c) ? new(PartNames.OilSeal, 1, "piece") : UsualSet.For(c.Gear.RatingPounds)?.Seals switch
        {
            [var only] => new(only.Part, 1, "piece"),
            [_, ..] seals => new($"grease seal {string.Join(" or ", seals.Select(s => s.Words))}", 1, "piece")
            {
                OneOf = [.. seals.Select(s => s.Part)]
            },
            _ => new("grease seal, by the old one's number", 1, "piece"),
        };
}
