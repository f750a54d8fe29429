using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Tests.Own;

/// <summary>Work that a shop of trailers for boats and boxes might describe itself. Invented.</summary>
internal static class OwnSamples
{
    /// <summary>The belly pan of a box trailer: what lies above it is reached by no opening of ours.</summary>
    internal static OwnOpening BellyPan { get; } = new(
        "own-belly-pan-off",
        1,
        "belly pan off",
        ["trailer"],
        ["raised"],
        [new OwnStep("pan-down", "Screws out from the middle outwards, pan down", 12) { Tools = ["driver"] }],
        [new OwnStep("pan-up", "Pan up, new screws, seam taped", 15)
        {
            Parts = [new OwnPart("belly pan screws", 24, "piece")]
        }])
    {
        Owing =
        [
            new OwnCheck("seam", "Look at the belly pan’s seam after the first rain", 200, 30) { By = Doer.Owner }
        ],
    };

    internal static OwnOpening InsulationOut { get; } = new(
        "own-insulation-out",
        1,
        "insulation out",
        ["trailer"],
        [BellyPan.Code],
        [new OwnStep("mats-out", "Mats out, marked left and right", 6)],
        [new OwnStep("mats-in", "Mats back as marked", 8)]);

    internal static OwnJob Harness { get; } = new(
        "own-floor-harness",
        1,
        "Floor harness renewed",
        ["trailer"],
        InsulationOut.Code,
        [
            new OwnStep("old-out", "Old harness out, how it runs drawn first", 10)
            {
                When = "out",
                Photo = "how it runs",
            },
            new OwnStep("new-in", "New harness in, clipped every foot", 25)
            {
                When = "in",
                Parts = [new OwnPart("floor harness", 1, "piece")],
                Renews = true,
            },
            new OwnStep("try", "Every lamp tried", 3) { When = "weightDown" },
        ])
    {
        Lasts = new OwnInterval(60, null),
        Owing = [new OwnCheck("clips", "See that the harness has stayed in its clips", 500, 60)],
    };

    internal static OwnJob Mudguard { get; } = new(
        "own-mudguard",
        3,
        "Mudguard renewed",
        ["wheelEnd"],
        "wheel-off",
        [
            new OwnStep("guard", "Old guard off, new one on with a finger of room all round", 14)
            {
                Torque = new OwnTorque("mudguard bolts", 15, 20, "guard maker’s sheet") { Fasteners = 4, Stages = 3 },
                Renews = true,
            },
            new OwnStep("turn", "Wheel turned by hand: nothing touches", 1) { When = "wayUp" },
        ])
    {
        Area = "wheelEnd",
    };

    internal static OwnJob Magnets { get; } = new(
        "own-magnets-cleaned",
        1,
        "Magnet faces cleaned",
        ["brake"],
        "hub-off",
        [new OwnStep("clean", "Faces cleaned, wires moved by hand", 3) { When = "clean", Readings = ["lining"] }])
    {
        Area = "brake",
        Gear = new OwnGear { Brakes = ["electricDrum"] },
        Lasts = new OwnInterval(24, 20_000),
    };

    internal static OwnJob Washed { get; } = new(
        "own-frame-washed",
        1,
        "Frame washed down",
        ["trailer"],
        "secured",
        [new OwnStep("wash", "Salt off frame and springs with fresh water", 15)])
    {
        Lasts = new OwnInterval(1, null) { By = Doer.Owner },
    };

    /// <summary>More of a repack than we ask for, and longer over one step of it.</summary>
    internal static OwnJob Repack { get; } = new(
        "refined-bearing-repack",
        2,
        "Spindle polished; packing by hand takes us longer",
        [],
        "",
        [new OwnStep("polish", "Polish the seal’s track", 2) { Opening = "hub-off", When = "clean" }])
    {
        Refines = "bearing-repack",
        Minutes = new Dictionary<string, decimal> { ["bearing-repack/pack"] = 9 },
    };

    internal static OwnWork All { get; } = new([Harness, Mudguard, Magnets, Washed, Repack], [BellyPan, InsulationOut]);

    /// <summary>
    /// The same with our minutes. A shop that packs more slowly rightly saves that time where a new axle makes packing
    /// needless: then more work can take less time.
    /// </summary>
    internal static OwnWork InOurMinutes { get; } =
        All.With(Repack with { Minutes = new Dictionary<string, decimal>() });

    internal static PracticeChoices Practices { get; } = PracticeChoices.Defaults with { Own = All };
}
