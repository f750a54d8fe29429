using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts.Identification;

namespace SturdyTinker.Core.Parts;

/// <summary>
/// Suspension parts and hubs by the measures that decide whether they fit. Source of every measure here: from memory,
/// of what is
/// common on light trailers; the old part, measured, rules. The equalizer of 2 in drop, 1 3/4 in wide on 9/16 in bolts
/// is common practice.
/// </summary>
internal static class PartsByMeasure
{
    /// <summary>
    /// Bolts that hold a brake's plate to the flange, by its drum's diameter in inches. Source: from memory.
    /// </summary>
    internal static int PlateBolts(decimal drumInches) => drumInches < 10.5m ? 4 : drumInches < 12.2m ? 5 : 7;

    // Leaves, length and width by half an axle's rating; the thicker pack carries more.
    private static readonly (int Pounds, int Leaves, decimal Long, decimal SlipperLong, decimal Wide)[] Springs =
    [
        (1_000, 3, 25.25m, 24, 1.75m), (1_750, 4, 25.25m, 26, 1.75m), (2_600, 5, 25.25m, 26, 1.75m),
        (3_000, 6, 25.25m, 26, 1.75m), (3_500, 7, 25.25m, 26, 1.75m),
    ];

    // Studs, their circle, and the bearings a hub of that pattern usually takes: inner and outer.
    private static readonly (int Studs, decimal Circle, string Inner, string Outer, decimal Price)[] Hubs =
    [
        (4, 4, "L44643", "L44643", 45), (5, 4.5m, "L44643", "L44643", 48), (5, 4.5m, "L68149", "L44649", 75),
        (5, 5, "L68149", "L44649", 78), (6, 5.5m, "25580", "LM67048", 110), (6, 5.5m, "25580", "15123", 112),
        (8, 6.5m, "25580", "14125A", 135), (8, 6.5m, "25580", "02475", 150),
    ];

    private static readonly (decimal Centres, decimal Drop, decimal Width, decimal Bolt, string Kind)[] Equalizers =
    [
        (5.75m, 2, 1.75m, 0.5625m, "curved"), (6.5m, 2, 1.75m, 0.5625m, "curved"),
        (7.75m, 2.25m, 1.75m, 0.5625m, "curved"), (9.5m, 0.75m, 1.75m, 0.5625m, "straight"),
        (12, 3.5m, 1.75m, 0.5625m, "with a rubber element"),
    ];

    // Round axle tubes met here, with the rod that goes around each.
    private static readonly (decimal Inside, decimal Rod, decimal Long)[] UBolts =
    [
        (1.75m, 0.4375m, 4.625m), (1.9375m, 0.5m, 5.25m), (2.4375m, 0.5m, 5.25m), (2.4375m, 0.5m, 6),
        (3.0625m, 0.5m, 6.75m), (3.0625m, 0.5625m, 7.125m),
    ];

    internal static IEnumerable<Part> Make()
    {
        foreach ((string code, string name, decimal price) in new[]
        {
            ("BOLT-WET", PartNames.WetBolt, 7m),
            ("BOLT-PLAIN", PartNames.PlainBolt, 4)
        })
        {
            yield return Part.Memory(
                code,
                name,
                "Suspension",
                $"9/16 × 3 in, knurled{(code == "BOLT-WET" ? ", drilled" : "")}",
                price) with
            {
                MeasuredAs = PartKind.Bolt,
                By = By(("diameter", 0.5625m), ("length", 3), ("knurl", 0.598m))
            };
        }

        yield return Part.Memory(
            "BOLT-EYE-LONG",
            "eye bolt 9/16 × 3 1/2",
            "Suspension",
            "9/16 × 3 1/2 in, knurled",
            5) with
        {
            MeasuredAs = PartKind.Bolt,
            By = By(("diameter", 0.5625m), ("length", 3.5m), ("knurl", 0.598m))
        };
        yield return Part.Memory("BOLT-HALF", "shackle bolt 1/2", "Suspension", "1/2 × 2 3/4 in, knurled", 3.5m) with
        {
            MeasuredAs = PartKind.Bolt,
            By = By(("diameter", 0.5m), ("length", 2.75m), ("knurl", 0.53m))
        };
        yield return Part.Memory("NUT-LOCK", PartNames.LockNut, "Suspension", "9/16 in", 0.8m);
        foreach ((string code, string name, decimal price) in new[]
        {
            ("BUSH-BRONZE", PartNames.BronzeBushing, 4m),
            ("BUSH-PLASTIC", PartNames.PlasticBushing, 1.2m),
            ("BUSH-FREE", PartNames.FreeBushing, 6)
        })
        {
            yield return Part.Memory(code, name, "Suspension", "7/8 × 9/16 × 1 3/4 in", price) with
            {
                MeasuredAs = PartKind.Bushing,
                By = By(("outside", 0.875m), ("inside", 0.5625m), ("length", 1.75m))
            };
        }

        yield return Part.Memory(
            "BUSH-EQ",
            "equalizer bushing, bronze",
            "Suspension",
            "1 1/8 × 9/16 × 1 3/4 in",
            5) with
        {
            MeasuredAs = PartKind.Bushing,
            By = By(("outside", 1.125m), ("inside", 0.5625m), ("length", 1.75m))
        };
        yield return Part.Memory("UBOLT", PartNames.UBolt, "Suspension", "by the axle tube", 9);
        foreach ((decimal inside, decimal rod, decimal @long) in UBolts)
        {
            yield return Part.Memory(
                FormattableString.Invariant($"UBOLT-{inside * 1000:0}-{rod * 1000:0}-{@long * 1000:0}"),
                $"U-bolt {Said(inside)} × {Said(rod)} × {Said(@long)}",
                "Suspension",
                "inside × rod × length, in",
                9) with
            {
                MeasuredAs = PartKind.UBolt,
                By = By(("inside", inside), ("diameter", rod), ("length", @long))
            };
        }

        foreach ((string code, string name, decimal centres) in new[]
        {
            ("LINK", PartNames.Link, 2.25m),
            ("LINK-LONG", "shackle link, long", 3.125m)
        })
        {
            yield return Part.Memory(
                code,
                name,
                "Suspension",
                $"{Said(centres)} in hole to hole, 9/16 in bolts",
                5) with
            {
                MeasuredAs = PartKind.Link,
                By = By(("centres", centres), ("hole", 0.5625m))
            };
        }

        yield return Part.Memory("EQUALIZER", PartNames.Equalizer, "Suspension", "holes, drop, width, bolt", 28);
        foreach ((decimal centres, decimal drop, decimal width, decimal bolt, string kind) in Equalizers)
        {
            yield return Part.Memory(
                FormattableString.Invariant($"EQ-{centres * 1000:0}-{drop * 1000:0}"),
                $"equalizer {Said(centres)}, drop {Said(drop)}, {kind}",
                "Suspension",
                $"{Said(width)} in wide, {Said(bolt)} in bolts",
                28) with
            {
                MeasuredAs = PartKind.Equalizer,
                By = By(("centres", centres), ("drop", drop), ("width", width), ("bolt", bolt))
            };
        }

        foreach ((int pounds, int leaves, decimal @long, decimal slipper, decimal wide) in Springs)
        {
            RunningGear gear = GearDefaults.For(1, 2 * pounds);
            foreach ((string letter, SuspensionKind kind, decimal length) in new[]
            {
                ("D", SuspensionKind.DoubleEyeSprings, @long),
                ("S", SuspensionKind.SlipperSprings, slipper)
            })
            {
                yield return Part.Memory(
                    $"SPRING-{letter}-{pounds}",
                    PartNames.Spring(gear with { Suspension = kind }),
                    "Suspension",
                    $"{leaves} leaves, {Said(length)} × {Said(wide)} in",
                    48) with
                {
                    MeasuredAs = PartKind.Spring,
                    By = new Dictionary<string, Length>(
                        By(("length", length), ("width", wide)))
                    { ["leaves"] = new(leaves) },
                };
            }
        }

        foreach ((int studs, decimal circle, string inner, string outer, decimal price) in Hubs)
        {
            yield return Part.Memory(
                FormattableString.Invariant($"HUB-{studs}-{circle * 100:0}-{inner}-{outer}"),
                $"hub {studs} on {Said(circle)}, {inner} and {outer}",
                "Hubs",
                "studs on their circle, inner and outer cone",
                price) with
            {
                MeasuredAs = PartKind.Hub,
                By = new Dictionary<string, Length>(By(
                    ("circle", circle),
                    ("inside", Bearing.Find(inner)!.Bore.Inches)))
                { ["studs"] = new(studs) },
            };
        }
    }

    private static Dictionary<string, Length> By(params (string Dimension, decimal Inches)[] measures) =>
        measures.ToDictionary(m => m.Dimension, m => Length.FromInches(m.Inches));

    private static string Said(decimal inches) =>
        ShopFormat.AsSaid(Length.FromInches(inches)).Replace(" in", "", StringComparison.Ordinal);
}
