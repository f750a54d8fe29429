using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;

namespace SturdyTinker.Core.Reckoner;

/// <summary>How much grease a hub takes, and what that is in strokes and cartridges.</summary>
public static class GreaseFill
{
    /// <summary>Share of the room between a bearing's bore and its outside that grease can fill, rollers and rings taking the rest. Source: from memory.</summary>
    public const double Free = 0.3;

    /// <summary>Grams of a millilitre of wheel bearing grease. Source: from memory.</summary>
    public const double Density = 0.9;

    /// <summary>Grams in a cartridge: 14 oz. Source: from memory.</summary>
    public const double Cartridge = 14 * Ounce;

    // Grams in an ounce: a sixteenth of a pound, exactly. Source: NIST SP 811.
    private const double Ounce = 28.349523125;

    /// <summary>Millilitres that packing a bearing takes: the ring from bore to outside, as wide as the pair, times <see cref="Free"/>.</summary>
    public static double Packing(Bearing bearing)
    {
        double bore = (double)bearing.Bore.Millimetres, outside = (double)bearing.Outside.Millimetres;
        return Free * Math.PI / 4 * ((outside * outside) - (bore * bore)) * (double)bearing.Width.Millimetres / 1_000;
    }

    /// <summary>Millilitres of a hub's cavity: the room around the spindle between the bearings.</summary>
    /// <param name="bore">Inside of the hub between the bearings.</param>
    /// <param name="spindle">The spindle there.</param>
    /// <param name="length">From bearing to bearing.</param>
    public static double Cavity(Length bore, Length spindle, Length length) =>
        Math.PI / 4 * ((double)(bore.Millimetres * bore.Millimetres) - (double)(spindle.Millimetres * spindle.Millimetres)) * (double)length.Millimetres / 1_000;

    internal static Sum Sum { get; } = new(
        "grease",
        "Grease",
        "How much a wheel end takes, packed or with its cavity filled, in strokes of this gun and cartridges for the visit.",
        [
            Entry.Text("inner", "Inner cone", "25580"),
            Entry.Text("outer", "Outer cone", "LM67048"),
            Entry.Measure("hubbore", "Hub inside, between the bearings", Quantity.Length, "2 1/2", 0.5m, 12),
            Entry.Measure("spindle", "Spindle there", Quantity.Length, "1 1/2", 0.25m, 10),
            Entry.Measure("length", "From bearing to bearing", Quantity.Length, "2 1/4", 0.25m, 20),
            Entry.Choice("fill", "Cavity", "film", ("film", "a film and a part-filled cap"), ("full", "filled, for launched trailers")),
            Entry.Number("ten", "Ten strokes of the gun weigh, oz", "weigh them once", "0.5", 0.01m, 10),
            Entry.Number("ends", "Wheel ends", "", "4", 1, 100),
        ],
        Work);

    // What a film and a part-filled cap come to beside the bearings. Source: from memory.
    private const double FilmAndCap = 20;

    private static Worked Work(Given given)
    {
        Bearing?[] pair = [Bearing.Find(Cone(given, "inner")), Bearing.Find(Cone(given, "outer"))];
        if (pair[0] is not { } inner || pair[1] is not { } outer)
        {
            string entry = pair[0] is null ? "inner" : "outer";
            return Worked.Cannot(entry, $"We have no measures of a cone {Cone(given, entry)}. We know {string.Join(", ", Bearing.All.Select(b => b.Cone))}.");
        }

        if (given["spindle"] >= given["hubbore"])
        {
            return Worked.Cannot("spindle", "The spindle can't be as thick as the hub is wide inside.");
        }

        bool full = given.Text("fill") == "full";
        double cavity = full ? Cavity(given.Length("hubbore"), given.Length("spindle"), given.Length("length")) : FilmAndCap;
        double packed = Packing(inner) + Packing(outer), millilitres = packed + cavity, grams = millilitres * Density, ounces = grams / Ounce;
        double stroke = (double)given["ten"] / 10, strokes = ounces / stroke, cartridges = grams * (double)given["ends"] / Cartridge;
        return new Worked(
            [
                new("A wheel end takes about", FormattableString.Invariant($"{ounces:0.0} oz"), FormattableString.Invariant($"{grams:0} g, {millilitres:0} mL")),
                new("Strokes of this gun", FormattableString.Invariant($"about {strokes:0}")),
                new("For the visit", FormattableString.Invariant($"{ounces * (double)given["ends"]:0} oz, {Math.Ceiling(cartridges - 0.05):0} cartridge{(cartridges > 1.05 ? "s" : "")}"), FormattableString.Invariant($"{cartridges:0.0} of 14 oz")),
            ],
            [
                new(FormattableString.Invariant($"cone {inner.Cone}: {Free:0.0} × π/4 × ({inner.Outside.Millimetres:0.0}² − {inner.Bore.Millimetres:0.0}²) × {inner.Width.Millimetres:0.0} mm = {Packing(inner):0} mL"), "geometry; the share of free room from memory"),
                new(FormattableString.Invariant($"cone {outer.Cone}: the same with {outer.Outside.Millimetres:0.0}, {outer.Bore.Millimetres:0.0} and {outer.Width.Millimetres:0.0} mm = {Packing(outer):0} mL"), "geometry; the share of free room from memory"),
                full
                    ? new(FormattableString.Invariant($"cavity: π/4 × ({given["hubbore"]:0.0}² − {given["spindle"]:0.0}²) × {given["length"]:0.0} mm = {cavity:0} mL"), "geometry")
                    : new(FormattableString.Invariant($"a film on the journals and a part-filled cap: about {FilmAndCap:0} mL"), Source.Memory.Words),
                new(FormattableString.Invariant($"{millilitres:0} mL × {Density:0.0} g = {grams:0} g = {ounces:0.0} oz"), "density from memory"),
                new(FormattableString.Invariant($"a stroke weighs {given["ten"]:0.##} ÷ 10 = {stroke:0.000} oz: {ounces:0.0} ÷ {stroke:0.000} = {strokes:0} strokes")),
                new(FormattableString.Invariant($"{grams:0} g × {given["ends"]:0} ÷ {Cartridge:0} g = {cartridges:0.0} cartridges"), "14 oz, from memory"),
            ])
        {
            Drawn = new Dictionary<string, double> { ["inner"] = Packing(inner), ["outer"] = Packing(outer), ["cavity"] = cavity, ["cartridge"] = Cartridge / Density },
            Cautions = ["Grease expands as it warms: over-filling heats the hub and blows the seal. Two greases may not mix.", "A sealed hub is filled by its maker's measured volume, not by this."],
        };
    }

    private static string Cone(Given given, string entry) => given.Text(entry).Trim().ToUpperInvariant();
}
