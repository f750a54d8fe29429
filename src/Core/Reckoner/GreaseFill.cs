using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;

namespace SturdyTinker.Core.Reckoner;

/// <summary>How much grease a hub takes, and what that is in strokes and cartridges.</summary>
public static class GreaseFill
{
    /// <summary>Grams in a cartridge: 14 oz. Source: from memory.</summary>
    public const double Cartridge = 14 * HubGrease.Ounce;

    internal static Sum Sum { get; } = new(
        "grease",
        "Grease",
        "How much a wheel end takes, packed or with its cavity filled, in strokes of this gun and cartridges for the "
            + "visit.",
        [
            Entry.Text("inner", "Inner cone", "25580"),
            Entry.Text("outer", "Outer cone", "LM67048"),
            Entry.Measure("hubbore", "Hub inside, between the bearings", Quantity.Length, "2 1/2", 0.5m, 12),
            Entry.Measure("spindle", "Spindle there", Quantity.Length, "1 1/2", 0.25m, 10),
            Entry.Measure("length", "From bearing to bearing", Quantity.Length, "2 1/4", 0.25m, 20),
            Entry.Choice(
                "fill",
                "Cavity",
                "film",
                ("film", "a film and a part-filled cap"),
                ("full", "filled, for launched trailers")),
            Entry.Number("ten", "Ten strokes of the gun weigh, oz", "weigh them once", "0.5", 0.01m, 10),
            Entry.Number("ends", "Wheel ends", "", "4", 1, 100),
        ],
        Work)
    {
        FromGear = FromGear,
    };

    private static Dictionary<string, string> FromGear(Gear.RunningGear gear)
    {
        (Bearing inner, Bearing outer) = HubGrease.BearingsOf(gear.RatingPounds);
        return new Dictionary<string, string>
        {
            ["inner"] = inner.Cone,
            ["outer"] = outer.Cone,
            ["ends"] = FormattableString.Invariant($"{gear.WheelEnds}")
        };
    }

    private static Worked Work(Given given)
    {
        Bearing?[] pair = [Bearing.Find(Cone(given, "inner")), Bearing.Find(Cone(given, "outer"))];
        if (pair[0] is not { } inner || pair[1] is not { } outer)
        {
            string entry = pair[0] is null ? "inner" : "outer";
            return Worked.Cannot(
                entry,
                $"We have no measures of a cone {Cone(given, entry)}. We know "
                    + $"{string.Join(", ", Bearing.All.Select(b => b.Cone))}.");
        }

        if (given["spindle"] >= given["hubbore"])
        {
            return Worked.Cannot("spindle", "The spindle can't be as thick as the hub is wide inside.");
        }

        bool full = given.Text("fill") == "full";
        double cavity = full
            ? HubGrease.Cavity(given.Length("hubbore"), given.Length("spindle"), given.Length("length"))
            : HubGrease.FilmAndCap;
        double packed =
            HubGrease.Packing(inner) + HubGrease.Packing(outer), millilitres = packed + cavity, grams =
                millilitres * HubGrease.Density, ounces = HubGrease.Ounces(millilitres);
        double stroke = (double)given["ten"] / 10, strokes = ounces / stroke, cartridges =
            grams * (double)given["ends"] / Cartridge;
        return new Worked(
            [
                new(
                    "A wheel end takes about",
                    FormattableString.Invariant($"{ounces:0.0} oz"),
                    FormattableString.Invariant($"{grams:0} g, {millilitres:0} mL")),
                new("Strokes of this gun", FormattableString.Invariant($"about {strokes:0}")),
                new(
                    "For the visit",
                    FormattableString.Invariant(
                        $"{ounces * (double)given["ends"]:0} oz, {Math.Ceiling(cartridges - 0.05):0} cartridge{(cartridges > 1.05 ? "s" : "")}"),
                    FormattableString.Invariant($"{cartridges:0.0} of 14 oz")),
            ],
            [
                new(
                    FormattableString.Invariant(
                        $"cone {inner.Cone}: {HubGrease.Free:0.0} × π/4 × ({inner.Outside.Millimetres:0.0}² − {inner.Bore.Millimetres:0.0}²) × {inner.Width.Millimetres:0.0} mm = {HubGrease.Packing(inner):0} mL"),
                    "geometry; the share of free room from memory"),
                new(
                    FormattableString.Invariant(
                        $"cone {outer.Cone}: the same with {outer.Outside.Millimetres:0.0}, {outer.Bore.Millimetres:0.0} and {outer.Width.Millimetres:0.0} mm = {HubGrease.Packing(outer):0} mL"),
                    "geometry; the share of free room from memory"),
                full
                    ? new(
                        FormattableString.Invariant($"cavity: π/4 × ({given["hubbore"]:0.0}² − ")
                            + FormattableString.Invariant($"{given["spindle"]:0.0}²) ")
                            + FormattableString.Invariant($"× {given["length"]:0.0} mm = {cavity:0} mL"),
                        "geometry")
                    : new(
                        FormattableString.Invariant(
                            $"a film on the journals and a part-filled cap: about {HubGrease.FilmAndCap:0} mL"),
                        Source.Memory.Words),
                new(
                    FormattableString.Invariant(
                        $"{millilitres:0} mL × {HubGrease.Density:0.0} g = {grams:0} g = {ounces:0.0} oz"),
                    "density from memory"),
                new(
                    FormattableString.Invariant($"a stroke weighs {given["ten"]:0.##} ÷ 10 = {stroke:0.000} oz: ")
                        + FormattableString.Invariant($"{ounces:0.0} ÷ {stroke:0.000} = {strokes:0} strokes")),
                new(
                    FormattableString.Invariant(
                        $"{grams:0} g × {given["ends"]:0} ÷ {Cartridge:0} g = {cartridges:0.0} cartridges"),
                    "14 oz, from memory"),
            ])
        {
            Drawn = new Dictionary<string, double>
            {
                ["inner"] = HubGrease.Packing(inner),
                ["outer"] = HubGrease.Packing(outer),
                ["cavity"] = cavity,
                ["cartridge"] = Cartridge / HubGrease.Density
            },
            Cautions =
            [
                "Grease expands as it warms: over-filling heats the hub and blows the seal. Two greases may not mix.",
                "A sealed hub is filled by its maker's measured volume, not by this."
            ],
        };
    }

    private static string Cone(Given given, string entry) => given.Text(entry).Trim().ToUpperInvariant();
}
