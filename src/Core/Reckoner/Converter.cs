using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>A figure in every unit of its kind, and in shop fractions.</summary>
public static class Converter
{
    private static readonly (string Code, string Words, Quantity Quantity)[] Kinds =
    [
        ("length", "length", Quantity.Length), ("distance", "distance", Quantity.Distance),
        ("torque", "torque", Quantity.Torque), ("volume", "volume", Quantity.Volume),
        ("pressure", "pressure", Quantity.Pressure), ("temperature", "temperature", Quantity.Temperature),
        ("weight", "weight", Quantity.Weight),
    ];

    private static readonly (int Parts, Fineness Fineness)[] Rules =
    [
        (16, Fineness.Sixteenth),
        (32, Fineness.ThirtySecond),
        (64, Fineness.SixtyFourth)
    ];

    /// <summary>A figure in each unit of its quantity.</summary>
    /// <param name="quantity">What it measures.</param>
    /// <param name="canonical">The figure in the canonical unit.</param>
    public static IReadOnlyList<(Unit Unit, decimal Value)> In(Quantity quantity, decimal canonical) =>
        [.. Unit.All.Where(u => u.Quantity == quantity).Select(u => (u, (canonical - u.Offset) / u.InCanonical))];

    internal static Sum Sum { get; } = new(
        "units",
        "Units and fractions",
        "Any figure in both systems; a length also as the nearest sixteenth, thirty-second and sixty-fourth, with "
            + "what is left over.",
        [
            Entry.Choice("kind", "What it is", "length", [.. Kinds.Select(k => (k.Code, k.Words))]),
            Entry.Text("figure", "The figure", "2 3/8")
        ],
        Work);

    private static Worked Work(Given given)
    {
        Quantity quantity = Kinds.Single(k => k.Code == given.Text("kind")).Quantity;
        Understood read = ShopNotation.Read(given.Text("figure"), quantity);
        if (read.Problem is not null)
        {
            return Worked.Cannot("figure", read.Problem);
        }

        decimal canonical = read.Canonical!.Value;
        List<Result> results = [.. In(quantity, canonical).Select(v => new Result(
            v.Unit.Symbol,
            FormattableString.Invariant(
                $"{Math.Round(v.Value, 4, MidpointRounding.AwayFromZero):#,0.####} {v.Unit.Symbol}")))];
        List<WorkingLine> working =
        [
            .. Unit.All.Where(u => u.Quantity == quantity && u != read.Unit).Select(u => new WorkingLine(
                FormattableString.Invariant(
                    $"{read.InItsUnit:0.######} {read.Unit!.Symbol} = {Math.Round((canonical - u.Offset) / u.InCanonical, 6, MidpointRounding.AwayFromZero):0.######} {u.Symbol}"), "published: NIST SP 811")),
        ];
        if (quantity == Quantity.Length)
        {
            foreach ((int parts, Fineness fineness) in Rules)
            {
                decimal inches = canonical / Unit.Inch.InCanonical, over = inches - (Math.Round(
                    inches * parts,
                    MidpointRounding.AwayFromZero) / parts);
                results.Add(new(
                    $"Nearest 1/{parts}",
                    ShopFormat.Write(new Length(canonical), fineness),
                    over == 0 ? "exactly" : FormattableString.Invariant($"{over * 1_000:+0.0;-0.0} thou over")));
            }
        }

        return new Worked(results, working)
        {
            Drawn = quantity == Quantity.Length && canonical > 0
                ? new Dictionary<string, double> { ["millimetres"] = (double)canonical }
                : new Dictionary<string, double>(),
        };
    }
}
