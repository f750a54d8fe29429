using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Parts;

/// <summary>A generic part: what it is by measure, without anybody's brand.</summary>
/// <param name="Code">What a label's scanned code says, for example "SEAL-2250-3376".</param>
/// <param name="Name">What it is.</param>
/// <param name="Kind">What kind of part, for lists.</param>
/// <param name="Measures">Its measures in words; empty where its name has them.</param>
/// <param name="Unit">What it is counted in: "piece", "oz".</param>
/// <param name="Price">Our guess of a price in the shop's money, made to be overwritten; null where we have none.</param>
/// <param name="Source">Where the price comes from.</param>
public sealed record Part(string Code, string Name, string Kind, string Measures, string Unit, decimal? Price, Source Source)
{
    /// <summary>Longest code kept.</summary>
    public const int LongestCode = 32;

    /// <summary>Every part we know. Measures from memory where nothing else is said; prices made to be overwritten.</summary>
    public static IReadOnlyList<Part> All { get; } = [.. Make()];

    /// <summary>The part of this name; null when there is none.</summary>
    public static Part? Named(string name) => ByName.GetValueOrDefault(name);

    private static readonly Dictionary<string, Part> ByName = All.ToDictionary(p => p.Name);

    private static IEnumerable<Part> Make()
    {
        foreach (Seal seal in UsualSet.All.SelectMany(s => s.Seals).Distinct())
        {
            // Practice: a seal costs 4, or 9 for the same part off a dearer shelf.
            yield return new(FormattableString.Invariant($"SEAL-{seal.Inside.Inches * 1000:0}-{seal.Outside.Inches * 1000:0}"), seal.Part, "Seals", "inside × outside, in", "piece", 4, Source.Practice);
        }

        foreach (Bearing bearing in Bearing.All)
        {
            // Practice: a kit of bearings and seals for two wheels costs 36, so about 8 a pair.
            yield return new($"BRG-{bearing.Cone}", bearing.Part, "Bearings", $"bore × outside × width {bearing.Measures}", "piece", 8, Source.Practice);
        }

        yield return Memory("PIN-COTTER", PartNames.CotterPin, "Small parts", "by the nut's slot", 0.4m);
        yield return Memory("CAP-PLUG", "dust cap", "Small parts", "by the hub's bore", 5);
        yield return Memory("GREASE-WB", PartNames.Grease, "Grease", "a cartridge is 14 oz", 0.5m, "oz");
        yield return Memory("GREASE-00", PartNames.SemiFluidGrease, "Grease", "metered", 0.6m, "oz");
        yield return Memory("OIL-HUB", PartNames.HubOil, "Grease", "to the cap's line", 0.3m, "oz");
        yield return Memory("GASKET-OILCAP", PartNames.OilCapGasket, "Hubs", "by the cap", 1.5m);

        // Practice: 50 sealed wire joints for 8.
        yield return new("JOINT-CRIMP", PartNames.CrimpJoint, "Wiring", "12 to 10 AWG", "piece", 0.16m, Source.Practice);
        yield return Memory("JOINT-SLEEVE", PartNames.HeatShrink, "Wiring", "12 to 10 AWG", 0.2m);
        yield return Memory("JOINT-GEL", PartNames.GelJoint, "Wiring", "14 to 10 AWG", 0.9m);

        foreach ((decimal diameter, decimal width) in new[] { (7m, 1.25m), (7m, 1.75m), (10m, 1.5m), (10m, 2.25m), (12m, 2m), (12.25m, 3.375m) })
        {
            RunningGear gear = GearDefaults.For(1, 3_500) with { BrakeSize = new BrakeSize(Length.FromInches(diameter), Length.FromInches(width)) };
            string size = FormattableString.Invariant($"{diameter * 100:0}-{width * 1000:0}");
            foreach (Side side in new[] { Side.Left, Side.Right })
            {
                // Practice: a complete assembly costs 85 to 90 a side.
                yield return new($"BRK-{size}-{(side == Side.Left ? "L" : "R")}", PartNames.BrakeAssembly(gear, side), "Brakes", "drum × shoe width, in", "piece", 87, Source.Practice);
            }

            yield return Memory($"SHOE-{size}", PartNames.Shoes(gear), "Brakes", "drum × shoe width, in", 38);
        }

        foreach (decimal diameter in new[] { 7m, 10m, 12m, 12.25m })
        {
            RunningGear gear = GearDefaults.For(1, 3_500) with { BrakeSize = new BrakeSize(Length.FromInches(diameter), Length.FromInches(2)) };
            yield return Memory(FormattableString.Invariant($"MAGNET-{diameter * 100:0}"), PartNames.Magnet(gear), "Brakes", "by the drum", 24);
        }

        yield return Memory("PADS-DISC", "disc pad set, one wheel", "Brakes", "by the caliper", 32);
        yield return Memory("CALIPER", "brake caliper, with bracket bolts", "Brakes", "by the rotor", 95);
        yield return Memory("ROTOR-HUB", "hub with rotor", "Brakes", "by the studs and bearings", 120);
        yield return Memory("LINE-BRAKE", "brake line with flare fittings", "Brakes", "3/16 in", 14);
        yield return Memory("HOSE-BRAKE", "brake hose", "Brakes", "by its fittings", 19);
        yield return Memory("WHEEL-CYL", "wheel cylinder", "Brakes", "by the plate", 28);
        yield return Memory("ACTUATOR", "brake actuator", "Brakes", "by the coupler", 160);
        yield return Memory("FLUID-BRAKE", "brake fluid", "Brakes", "the kind the cap says", 0.6m, "oz");
        yield return Memory("HUB", "hub or hub-drum, by studs and bearings", "Hubs", "look whether its cups are in", 110);
        yield return Memory("HUB-SPLINED", "splined hub with arm", "Hubs", "by the spline", 190);
        yield return Memory("HUB-SEALED", "sealed hub with one-piece nut", "Hubs", "by the spindle", 260);

        // Practice: a bolt-on spindle costs 30.
        yield return new("SPINDLE", "bolt-on spindle", "Hubs", "by the bearings", "piece", 30, Source.Practice);

        yield return Memory("BOLT-WET", PartNames.WetBolt, "Suspension", "9/16 in, knurled, drilled", 7);
        yield return Memory("BOLT-PLAIN", PartNames.PlainBolt, "Suspension", "9/16 in, knurled", 4);
        yield return Memory("NUT-LOCK", PartNames.LockNut, "Suspension", "9/16 in", 0.8m);
        yield return Memory("BUSH-BRONZE", PartNames.BronzeBushing, "Suspension", "by the eye", 4);
        yield return Memory("BUSH-PLASTIC", PartNames.PlasticBushing, "Suspension", "by the eye", 1.2m);
        yield return Memory("BUSH-FREE", PartNames.FreeBushing, "Suspension", "by the eye", 6);
        yield return Memory("UBOLT", PartNames.UBolt, "Suspension", "by the axle tube", 9);
        yield return Memory("LINK", PartNames.Link, "Suspension", "centre to centre of its holes", 5);
        yield return Memory("EQUALIZER", PartNames.Equalizer, "Suspension", "holes, drop, width, bolt", 28);
        foreach (int rating in new[] { 2_000, 3_500, 5_200, 6_000, 7_000 })
        {
            RunningGear gear = GearDefaults.For(1, rating);
            yield return Memory(FormattableString.Invariant($"SPRING-D-{rating / 2}"), PartNames.Spring(gear), "Suspension", "length, leaves, width", 48);
            yield return Memory(FormattableString.Invariant($"SPRING-S-{rating / 2}"), PartNames.Spring(gear with { Suspension = SuspensionKind.SlipperSprings }), "Suspension", "length, leaves, width", 48);
        }

        yield return Memory("HANGER", "spring hanger", "Suspension", "by the frame", 18);
        yield return Memory("BRACE", "cross-brace kit", "Suspension", "by the frame's width", 75);
        yield return Memory("AXLE", "axle beam, by rating and hub face", "Suspension", "hub face and spring centres", 390);
    }

    private static Part Memory(string code, string name, string kind, string measures, decimal price, string unit = "piece") =>
        new(code, name, kind, measures, unit, price, Source.Memory);
}
