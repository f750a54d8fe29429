using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts.Identification;

namespace SturdyTinker.Core.Parts;

/// <summary>A generic part: what it is by measure, without anybody's brand.</summary>
/// <param name="Code">What a label's scanned code says, for example "SEAL-2250-3376".</param>
/// <param name="Name">What it is.</param>
/// <param name="Kind">What kind of part, for lists.</param>
/// <param name="Measures">Its measures in words; empty where its name has them.</param>
/// <param name="Unit">What it is counted in: "piece", "oz".</param>
/// <param name="Price">
/// Our guess of a price in the shop's money, made to be overwritten; null where we have none.
/// </param>
/// <param name="Source">Where the price comes from.</param>
public sealed record Part(
    string Code,
    string Name,
    string Kind,
    string Measures,
    string Unit,
    decimal? Price,
    Source Source)
{
    /// <summary>What kind it is when it is told by a caliper; null where it is not.</summary>
    public PartKind? MeasuredAs { get; init; }

    /// <summary>
    /// The measures it is told by, by the dimension's code; empty for none. Source: from memory, the maker's list
    /// rules.
    /// </summary>
    public IReadOnlyDictionary<string, Length> By { get; init; } = new Dictionary<string, Length>();

    /// <summary>The number stamped on it; empty where there is none.</summary>
    public string Stamp { get; init; } = "";

    /// <summary>Longest code kept.</summary>
    public const int LongestCode = 32;

    /// <summary>
    /// Every part we know. Measures from memory where nothing else is said; prices made to be overwritten.
    /// </summary>
    public static IReadOnlyList<Part> All { get; } = [.. Make()];

    /// <summary>The part of this name; null when there is none.</summary>
    public static Part? Named(string name) => ByName.GetValueOrDefault(name);

    private static readonly Dictionary<string, Part> ByName = All.ToDictionary(p => p.Name);

    private static IEnumerable<Part> Make()
    {
        foreach (Seal seal in UsualSet.All.SelectMany(s => s.Seals).Distinct())
        {
            // Practice: a seal costs 4, or 9 for the same part off a dearer shelf.
            yield return new(
                FormattableString.Invariant($"SEAL-{seal.Inside.Inches * 1000:0}-{seal.Outside.Inches * 1000:0}"),
                seal.Part,
                "Seals",
                "inside × outside, in",
                "piece",
                4,
                Source.Practice)
            {
                MeasuredAs = PartKind.Seal,
                By = new Dictionary<string, Length> { ["inside"] = seal.Inside, ["outside"] = seal.Outside },
            };
        }

        foreach (Bearing bearing in Bearing.All)
        {
            // Practice: a kit of bearings and seals for two wheels costs 36, so about 8 a pair.
            yield return new(
                $"BRG-{bearing.Cone}",
                bearing.Part,
                "Bearings",
                $"bore × outside × width {bearing.Measures}",
                "piece",
                8,
                Source.Practice)
            {
                MeasuredAs = PartKind.Bearing,
                Stamp = bearing.Cone,
                By = new Dictionary<string, Length>
                {
                    ["inside"] = bearing.Bore,
                    ["outside"] = bearing.Outside,
                    ["width"] = bearing.Width
                },
            };
        }

        yield return Memory("PIN-COTTER", PartNames.CotterPin, "Small parts", "by the nut's slot", 0.4m);
        yield return Memory("CAP-PLUG", "dust cap", "Small parts", "by the hub's bore", 5);
        yield return Memory("GREASE-WB", PartNames.Grease, "Grease", Of("GREASE-WB"), 0.5m, "oz");
        yield return Memory(
            "GREASE-MARINE",
            "marine wheel bearing grease, NLGI 2, GC-LB",
            "Grease",
            Of("GREASE-MARINE"),
            0.8m,
            "oz");
        yield return Memory(
            "GREASE-LUBE",
            "chassis grease, NLGI 2, LB",
            "Grease",
            Of("GREASE-LUBE") + ", not for wheel bearings",
            0.4m,
            "oz");
        yield return Memory("CLEANER-BRAKE", "brake cleaner", "Consumables", "a can is 14 oz", 0.4m, "oz");
        yield return Memory("RAGS", "shop rags", "Consumables", "", 0.2m);
        yield return Memory(
            "GREASE-00",
            PartNames.SemiFluidGrease,
            "Grease",
            Of("GREASE-00") + ", metered",
            0.6m,
            "oz");
        yield return Memory("OIL-HUB", PartNames.HubOil, "Grease", "to the cap's line", 0.3m, "oz");
        yield return Memory("GASKET-OILCAP", PartNames.OilCapGasket, "Hubs", "by the cap", 1.5m);

        // Practice: 50 sealed wire joints for 8.
        yield return new(
            "JOINT-CRIMP",
            PartNames.CrimpJoint,
            "Wiring",
            "12 to 10 AWG",
            "piece",
            0.16m,
            Source.Practice);
        yield return Memory("JOINT-SLEEVE", PartNames.HeatShrink, "Wiring", "12 to 10 AWG", 0.2m);
        yield return Memory("JOINT-GEL", PartNames.GelJoint, "Wiring", "14 to 10 AWG", 0.9m);

        foreach ((decimal diameter, decimal width) in new[]
        {
            (7m, 1.25m),
            (7m, 1.75m),
            (10m, 1.5m),
            (10m, 2.25m),
            (12m, 2m),
            (12.25m, 3.375m)
        })
        {
            RunningGear gear = GearDefaults.For(1, 3_500) with
            {
                BrakeSize = new BrakeSize(Length.FromInches(diameter), Length.FromInches(width))
            };
            string size = FormattableString.Invariant($"{diameter * 100:0}-{width * 1000:0}");
            foreach (Side side in new[] { Side.Left, Side.Right })
            {
                // Practice: a complete assembly costs 85 to 90 a side.
                yield return new(
                    $"BRK-{size}-{(side == Side.Left ? "L" : "R")}",
                    PartNames.BrakeAssembly(gear, side),
                    "Brakes",
                    "drum × shoe width, in",
                    "piece",
                    87,
                    Source.Practice)
                {
                    MeasuredAs = PartKind.Brake,
                    By = new Dictionary<string, Length>
                    {
                        ["diameter"] = Length.FromInches(diameter),
                        ["width"] = Length.FromInches(width),
                        ["bolts"] = new(PartsByMeasure.PlateBolts(diameter))
                    },
                };
            }

            yield return Memory($"SHOE-{size}", PartNames.Shoes(gear), "Brakes", "drum × shoe width, in", 38);
        }

        foreach (decimal diameter in new[] { 7m, 10m, 12m, 12.25m })
        {
            RunningGear gear = GearDefaults.For(1, 3_500) with
            {
                BrakeSize = new BrakeSize(Length.FromInches(diameter), Length.FromInches(2))
            };
            yield return Memory(
                FormattableString.Invariant($"MAGNET-{diameter * 100:0}"),
                PartNames.Magnet(gear),
                "Brakes",
                "by the drum",
                24) with
            {
                MeasuredAs = PartKind.Magnet,
                By = new Dictionary<string, Length> { ["diameter"] = Length.FromInches(diameter) }
            };
        }

        foreach (decimal diameter in new[] { 7m, 10m, 12m, 12.25m })
        {
            RunningGear gear = GearDefaults.For(1, 3_500) with
            {
                BrakeSize = new BrakeSize(Length.FromInches(diameter), Length.FromInches(2))
            };
            yield return Memory(
                FormattableString.Invariant($"DRUM-{diameter * 100:0}"),
                PartNames.Drum(gear),
                "Brakes",
                "bolt circle and centre bore",
                65);
        }

        yield return Memory("ROTOR", PartNames.Rotor, "Brakes", "by hub and studs", 60);
        yield return Memory("SEAL-OIL", PartNames.OilSeal, "Seals", "inside × outside, by the old one's number", 14);
        yield return Memory("STUD", PartNames.Stud, "Hubs", "thread, knurl, length", 2.5m);
        yield return Memory("TYRE", PartNames.Tyre, "Wheels", "as moulded on its side", 95);
        yield return Memory("VALVE", PartNames.Valve, "Wheels", "", 3);
        yield return Memory("SEAT-SPRING", PartNames.SpringSeat, "Suspension", "tube × spring width", 6);
        yield return Memory("BOLTS-BRACKET", PartNames.BracketBolts, "Suspension", "3/4 in, graded", 32);
        yield return Memory("LAMP", PartNames.Lamp, "Lights", "kind and place", 18);
        yield return Memory("LAMP-SET", PartNames.LampSet, "Lights", "left, right and cable", 55);
        yield return Memory("PLUG", PartNames.Plug, "Wiring", "pins", 14);
        yield return Memory("COUPLER", PartNames.Coupler, "Tongue", "ball × tongue width, rating", 60);
        yield return Memory("CHAIN-SAFETY", PartNames.SafetyChain, "Tongue", "rating", 18);
        yield return Memory("STRAP-WINCH", PartNames.WinchStrap, "Tongue", "width × length, rating", 22);
        yield return Memory("ROLLER-KEEL", PartNames.KeelRoller, "Tongue", "length × bore", 16);
        yield return Memory("JACK", PartNames.Jack, "Tongue", "lift, rating, fastening", 75);
        yield return Memory("STEP", PartNames.Step, "Tongue", "", 40);
        yield return Memory("PADS-DISC", "disc pad set, one wheel", "Brakes", "by the caliper", 32);
        yield return Memory("CALIPER", "brake caliper, with bracket bolts", "Brakes", "by the rotor", 95);
        yield return Memory("ROTOR-HUB", "hub with rotor", "Brakes", "by the studs and bearings", 120);
        yield return Memory("LINE-BRAKE", "brake line with flare fittings", "Brakes", "3/16 in", 14);
        yield return Memory("HOSE-BRAKE", "brake hose", "Brakes", "by its fittings", 19);
        yield return Memory("WHEEL-CYL", "wheel cylinder", "Brakes", "by the plate", 28);
        yield return Memory("ACTUATOR", "brake actuator", "Brakes", "by the coupler", 160);
        yield return Memory("FLUID-BRAKE", "brake fluid", "Brakes", "the kind the cap says", 0.6m, "oz");
        yield return Memory(
            "HUB",
            "hub or hub-drum, by studs and bearings",
            "Hubs",
            "look whether its cups are in",
            110);
        yield return Memory("HUB-SPLINED", "splined hub with arm", "Hubs", "by the spline", 190);
        yield return Memory("HUB-SEALED", "sealed hub with one-piece nut", "Hubs", "by the spindle", 260);

        // Practice: a bolt-on spindle costs 30.
        yield return new("SPINDLE", "bolt-on spindle", "Hubs", "by the bearings", "piece", 30, Source.Practice);

        foreach (Part part in PartsByMeasure.Make())
        {
            yield return part;
        }

        yield return Memory("HANGER", "spring hanger", "Suspension", "by the frame", 18);
        yield return Memory("BRACE", "cross-brace kit", "Suspension", "by the frame's width", 75);
        yield return Memory(
            "AXLE",
            "axle beam, by rating and hub face",
            "Suspension",
            "hub face and spring centres",
            390);
    }

    private static string Of(string grease) => Grease.All.First(g => g.Code == grease).Words;

    internal static Part Memory(
        string code,
        string name,
        string kind,
        string measures,
        decimal price,
        string unit = "piece") =>
        new(code, name, kind, measures, unit, price, Source.Memory);
}
