using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Demo;

/// <summary>A past visit of a demo trailer.</summary>
/// <param name="DaysAgo">How long ago.</param>
/// <param name="Ends">Wheel ends repacked, separated by blanks; empty for all, "none" for none.</param>
/// <param name="Seen">What was seen.</param>
internal sealed record PastVisit(int DaysAgo, string Ends = "", params DemoFinding[] Seen)
{
    /// <summary>Figures that differ from the usual.</summary>
    internal Dictionary<string, string> Figures { get; init; } = [];

    /// <summary>Other jobs done in it, as "job@place" separated by blanks.</summary>
    internal string Also { get; init; } = "";

    /// <summary>Sockets written down in it.</summary>
    internal Dictionary<string, string> Sockets { get; init; } = [];

    /// <summary>Why a trailer on Hold left.</summary>
    internal string? ReleasedBecause { get; init; }
}

/// <summary>An invented trailer with its road and its visits.</summary>
/// <param name="Tag">Tag.</param>
/// <param name="Name">What it is.</param>
/// <param name="Customer">Whose.</param>
/// <param name="Gear">Running gear.</param>
/// <param name="Meter">How its distance is known.</param>
/// <param name="WeekMiles">Miles of a summer's week; a winter's week has a share of it.</param>
/// <param name="WinterShare">Share of the summer's miles that a winter's week has.</param>
/// <param name="Visits">Its visits, oldest first.</param>
internal sealed record DemoTrailer(
    string Tag,
    string Name,
    string Customer,
    RunningGear Gear,
    MeterKind Meter,
    int WeekMiles,
    double WinterShare,
    params PastVisit[] Visits)
{
    /// <summary>How it is used.</summary>
    internal IReadOnlyList<string> Uses =>
        Customer == DemoTrailers.Weeds ? ["launched"] : Tag == "P-07" ? ["heavy"] : Tag == "G-33" ? ["light"] : [];

    /// <summary>Planned trips: days ahead and miles.</summary>
    internal (int DaysAhead, int Miles)[] Planned { get; init; } = [];

    /// <summary>How many days ago its hub odometer was changed; null when it never was.</summary>
    internal int? NewMeterDaysAgo { get; init; }
}

/// <summary>The demo shop's trailers. Everything here is invented.</summary>
internal static class DemoTrailers
{
    private const string Inspected = "wear-inspection@trailer";

    /// <summary>No wheel end repacked.</summary>
    internal const string NoEnd = "none";

    internal const string Puppets = "Lanternfold Puppet Theatre";
    internal const string Gliders = "Skaldale Glider Club";
    internal const string Library = "Quillmere County Mobile Library";
    internal const string Orchard = "Thistlewane Orchard Cooperative";
    internal const string Balloons = "Hobbin Hill Balloon Crew";
    internal const string Weeds = "Merrowater Weed Cutting";

    internal static IReadOnlyList<DemoTrailer> All { get; } =
    [
        new("P-07", "Stage wagon", Puppets, Usual(
            2,
            5_200), MeterKind.Trips, 160, 0.9, new PastVisit(540), new PastVisit(
            190,
            "",
            new DemoFinding("axle-1-left", "grease-black"),
            new DemoFinding("axle-2-right", "grease-fresh"),
            new DemoFinding(
                "axle-1-left-spring",
                "spring-flat",
                "Left front lowest; the chests stand there.",
                "Both springs of axle 1 renewed"))
        {
            Figures = new()
            {
                ["left/ride-height-front"] = "16 3/4",
                ["right/ride-height-front"] = "18",
                ["left/side-load"] = "2,480",
                ["right/side-load"] = "2,060",
                ["axle-1-left-spring/spring-arch"] = "1 3/4",
                ["axle-1-right-spring/spring-arch"] = "2 3/4"
            },
            Also = "wear-inspection@trailer spring@axle-1-left-spring spring@axle-1-right-spring",
            Sockets = new() { ["lug nuts"] = "13/16", ["eye bolts"] = "7/8", ["U-bolts"] = "3/4" },
        })
        {
            Planned = [(24, 620), (31, 480)],
        },
        new(
            "P-09",
            "Seating wagon",
            Puppets,
            Usual(2, 7_000) with { Suspension = SuspensionKind.SlipperSprings },
            MeterKind.Trips,
            150,
            0.9,
            new PastVisit(480),
            new PastVisit(120) { Also = "bushings-and-bolts@left bushings-and-bolts@right" }),
        new(
            "P-11",
            "Puppet and light chests",
            Puppets,
            Usual(1, 3_500) with
            {
                Suspension = SuspensionKind.Torsion,
                Spindle = SpindleKind.TorsionArm,
                Lubrication = Lubrication.GreasableSpindle
            },
            MeterKind.Trips,
            150,
            0.9,
            new PastVisit(410),
            new PastVisit(45)),
        new(
            "G-31",
            "Glider, two-seat",
            Gliders,
            Usual(1, 2_800) with { Brake = BrakeKind.HydraulicDrum, BrakeSize = Size(8, 1.5m) },
            MeterKind.Estimate,
            45,
            0.3,
            new PastVisit(395, "", new DemoFinding("axle-1-right", "bearing-smooth"))),
        new(
            "G-32",
            "Glider, single-seat",
            Gliders,
            Usual(1, 2_000),
            MeterKind.None,
            30,
            0.2,
            new PastVisit(345),
            new PastVisit(
                12,
                NoEnd,
                new DemoFinding("axle-1-left-spring", "spring-flat", "Left side an inch low since the field landing."))
                {
                    Also = Inspected + " bolt-greasing@left bolt-greasing@right"
                }),
        new(
            "G-33",
            "Glider, single-seat, club spare",
            Gliders,
            Usual(1, 2_000) with
            {
                Suspension = SuspensionKind.Torsion,
                Spindle = SpindleKind.TorsionArm,
                NutRetention = NutRetention.TangWasher
            },
            MeterKind.None,
            0,
            0),
        new(
            "G-40",
            "Winch, two-drum",
            Gliders,
            Usual(2, 3_500) with
            {
                Brake = BrakeKind.HydraulicDisc,
                BrakeSize = Size(10, 0),
                NutRetention = NutRetention.RetainerClip
            },
            MeterKind.Estimate,
            12,
            0.4,
            new PastVisit(250) { Also = "pads@axle-1-left-brake pads@axle-1-right-brake" }),
        new("Q-114", "Book van, north round", Library, Usual(2, 5_200) with
        {
            Lubrication = Lubrication.GreasableSpindle
        }, MeterKind.HubOdometer, 265, 1, new PastVisit(590), new PastVisit(
            273,
            "",
            new DemoFinding("axle-2-right", "grease-past-seal", "Pumped by the driver every month."),
            new DemoFinding("axle-2-right-brake", "drum-black-ring", "Drum wiped."),
            new DemoFinding(
                "axle-2-right-brake",
                "lining-soaked",
                "Dark on the lower half. Linings of axle 2 to be renewed."),
            new DemoFinding("axle-1-left", "grease-black"))
        {
            Figures = new() { ["axle-2-right/rim-rock"] = "3/32", ["axle-2-left/seal-journal"] = "2 1/4" },
        }),
        new(
            "Q-120",
            "Book van, lake round",
            Library,
            Usual(2, 5_200) with { Lubrication = Lubrication.GreasableSpindle },
            MeterKind.HubOdometer,
            190,
            1,
            new PastVisit(520),
            new PastVisit(160, "", new DemoFinding("axle-1-right", "spindle-rust", "Came off with emery.")))
        {
            NewMeterDaysAgo = 220,
        },
        new(
            "Q-131",
            "Reading room, two-storey",
            Library,
            Usual(3, 7_000),
            MeterKind.HubOdometer,
            60,
            1,
            new PastVisit(460),
            new PastVisit(
                100,
                "axle-1-left axle-1-right axle-2-left axle-2-right axle-3-left axle-3-right",
                new DemoFinding(
                    "axle-3-left",
                    "cup-damaged",
                    "Rust line where water stood.",
                    "Cone and cup renewed, both bearings of this hub"))
                {
                    Also = "bearings-and-cups@axle-3-left"
                }),
        new(
            "A-11",
            "Apple bins, long",
            Orchard,
            Usual(3, 6_000),
            MeterKind.Estimate,
            95,
            0.15,
            new PastVisit(500, "axle-1-left axle-1-right axle-2-left axle-2-right"),
            new PastVisit(426, "axle-3-left axle-3-right"),
            new PastVisit(
                71,
                "axle-1-left axle-1-right",
                new DemoFinding(
                    "axle-1-right",
                    "bearing-damaged",
                    "Two rollers pitted.",
                    "Outer cone and cup renewed"))),
        new(
            "A-12",
            "Apple bins, short",
            Orchard,
            Usual(2, 6_000),
            MeterKind.Estimate,
            80,
            0.15,
            new PastVisit(
                352,
                "",
                new DemoFinding(
                    "axle-2-left",
                    "grease-milky",
                    "Parked axle-deep in the ford all spring.",
                    "Seal and grease renewed")))
        {
            Planned = [(12, 240)],
        },
        new(
            "A-15",
            "Press and mill",
            Orchard,
            Usual(1, 7_000) with
            {
                Lubrication = Lubrication.OilBath,
                Studs = new Studs(8, Length.FromInches(0.5625m))
            },
            MeterKind.None,
            20,
            0.1),
        new(
            "A-18",
            "Ladders and crew",
            Orchard,
            Usual(1, 3_500) with { Spindle = SpindleKind.BoltOn },
            MeterKind.None,
            40,
            0.2,
            new PastVisit(
                371,
                "axle-1-left axle-1-right",
                new DemoFinding("axle-1-left", "play-drag", "Set by somebody else in spring."),
                new DemoFinding(
                    "axle-1-left",
                    "bearing-heat",
                    "Brown all round.",
                    "Both bearings and cups renewed",
                    "inner",
                    "fracture-thermal"),
                new DemoFinding(
                    "axle-1-left",
                    "spindle-scored-bolt-on",
                    "Nail catches on the inner journal.",
                    "Bolt-on spindle renewed"))
                {
                    Also = "spindle@axle-1-left"
                }),
        new(
            "B-02",
            "Basket and burner",
            Balloons,
            Usual(1, 3_500),
            MeterKind.TowLog,
            110,
            0.35,
            new PastVisit(425),
            new PastVisit(
                64,
                "",
                new DemoFinding("axle-1-left", "play-none"),
                new DemoFinding("axle-1-right", "lock-new"),
                new DemoFinding("axle-1-left-brake", "drum-dull"),
                new DemoFinding("axle-1-right-brake", "drum-dull"),
                new DemoFinding("trailer", "wires-broken", "Chafed through where it crosses the tongue."))),
        new("B-03", "Envelope and fan", Balloons, Usual(1, 2_800), MeterKind.TowLog, 105, 0.35, new PastVisit(590)
        {
            Also = Inspected,
            Figures = Linings(".158", ".157")
        },
            new PastVisit(
                405,
                "",
                new DemoFinding(
                    "axle-1-left",
                    "seal-torn",
                    "Lip cut on the thread at some earlier fitting.",
                    "Seal renewed"))
                {
                    Also = Inspected,
                    Figures = Linings(".147", ".131")
                },
            new PastVisit(240) { Also = Inspected, Figures = Linings(".140", ".114") },
            new PastVisit(52) { Also = Inspected, Figures = Linings(".131", ".091") }),
        new("W-05", "Weed cutter, launched", Weeds, Usual(2, 3_500) with
        {
            Brake = BrakeKind.HydraulicDisc,
            BrakeSize = Size(10, 0)
        }, MeterKind.HubOdometer, 70, 0.2, new PastVisit(
            470,
            "",
            new DemoFinding("axle-1-left", "grease-milky", "Hubs warm at the ramp.", "Seals and grease renewed"),
            new DemoFinding("axle-1-left", "bearing-smooth")), new PastVisit(
                205,
                "",
                new DemoFinding("trailer", "use-launched-warm", "Straight from the road into the lake, twice a day."),
                new DemoFinding(
                    "axle-1-left",
                    "grease-milky",
                    "Again, after a summer of launching.",
                    "Seal and grease renewed"),
                new DemoFinding("axle-2-left", "grease-milky", "", "Seal and grease renewed"),
                new DemoFinding(
                    "axle-1-left",
                    "bearing-damaged",
                    "Rust pits on three rollers.",
                    "Cone and cup renewed",
                    "inner",
                    "corrosion-moisture"))
        {
            Figures = new() { ["axle-1-left/seal-journal"] = "1.69", ["axle-1-left/rim-rock"] = "3/16" },
        }),
        new(
            "W-06",
            "Weed barge, launched",
            Weeds,
            Usual(2, 5_200) with
            {
                Lubrication = Lubrication.SealedHub,
                NutRetention = NutRetention.OnePieceNut,
                Suspension = SuspensionKind.Torsion,
                Spindle = SpindleKind.TorsionArm,
                Brake = BrakeKind.None,
                BrakeSize = null
            },
            MeterKind.HubOdometer,
            60,
            0.2),
        new("W-09", "Work float", Weeds, Usual(1, 3_500) with
        {
            Brake = BrakeKind.None,
            BrakeSize = null
        }, MeterKind.None, 30, 0.2, new PastVisit(
            9,
            "",
            new DemoFinding(
                "axle-1-right",
                "spindle-scored-welded",
                "Inner journal blue and grooved; the seal had run dry.",
                null),
            new DemoFinding("axle-1-right", "bearing-heat", "", "Both bearings and cups renewed"))
        {
            ReleasedBecause = "Carried on a flatbed to the axle specialist; not to be towed.",
        }),
    ];

    private static Dictionary<string, string> Linings(string left, string right) =>
        new() { ["axle-1-left-brake/lining"] = left, ["axle-1-right-brake/lining"] = right };

    private static RunningGear Usual(int axles, int rating) => GearDefaults.For(axles, rating);

    private static BrakeSize Size(decimal diameter, decimal width) =>
        new(Length.FromInches(diameter), Length.FromInches(width));
}
