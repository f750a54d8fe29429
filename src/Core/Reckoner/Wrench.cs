using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>
/// A torque wrench with an extension beyond its square, and fasteners tightened in stages and in order.
/// </summary>
public static class Wrench
{
    /// <summary>
    /// What to set so that the fastener gets what is wanted: wanted × L ÷ (L + E). 100 lbf·ft with an 18 in wrench and
    /// 6 in
    /// straight on from its square: set 75.
    /// </summary>
    /// <param name="wanted">What the fastener is to get.</param>
    /// <param name="length">From the middle of the hand to the square: above nought.</param>
    /// <param name="extension">
    /// From the square to the fastener, along the wrench: negative where it points back, more than
    /// −<paramref name="length"/>.
    /// </param>
    public static Torque Setting(Torque wanted, Length length, Length extension) =>
        new(wanted.NewtonMetres * length.Millimetres / (length.Millimetres + extension.Millimetres));

    /// <summary>What the fastener got when the wrench showed so much: the same the other way round.</summary>
    public static Torque Got(Torque shown, Length length, Length extension) =>
        new(shown.NewtonMetres * (length.Millimetres + extension.Millimetres) / length.Millimetres);

    internal static Sum Sum { get; } = new(
        "wrench",
        "Wrench setting and star order",
        "What to set on a torque wrench with a crowfoot or an extension, what a reading really was, and in which "
            + "order and stages to go round.",
        [
            Entry.Measure("wanted", "Torque wanted at the nut", Quantity.Torque, "100", 1, 1_000),
            Entry.Measure("length", "Wrench, hand to square", Quantity.Length, "18", 2, 72),
            Entry.Measure(
                "extension",
                "Extension beyond the square (− where it points back)",
                Quantity.Length,
                "6",
                -36,
                36),
            Entry.Measure("shown", "Or: what the wrench showed", Quantity.Torque, "80", 0, 1_000, optional: true),
            Entry.Choice("nuts", "Nuts around", "5", ("4", "4"), ("5", "5"), ("6", "6"), ("8", "8"), ("10", "10")),
            Entry.Number("stages", "Stages", "", "3", 1, 5),
        ],
        Work)
    {
        FromGear = gear => new Dictionary<string, string>
        {
            ["nuts"] = gear.Studs.Count.ToString(System.Globalization.CultureInfo.InvariantCulture)
        },
    };

    private static Worked Work(Given given)
    {
        Torque wanted = new(given["wanted"]);
        Length length = given.Length("length"), extension = given.Length("extension");
        if (length.Millimetres + extension.Millimetres <= length.Millimetres / 4)
        {
            return Worked.Cannot(
                "extension",
                "An extension that points back so far leaves hardly any lever: the nut would get many times what is "
                    + "set.");
        }

        Torque set = Setting(wanted, length, extension);
        int nuts = int.Parse(
            given.Text("nuts"),
            System.Globalization.CultureInfo.InvariantCulture), stages = (int)given["stages"];
        IReadOnlyList<int> order = Torques.Around(nuts);
        (string l, string e) = (Inches(length), Inches(extension));
        List<Result> results =
        [
            Result.Of("Set the wrench to", Quantity.Torque, set.NewtonMetres),
            .. Enumerable.Range(1, stages - 1).Select(i => Result.Of(
                $"Stage {i} of {stages}",
                Quantity.Torque,
                set.NewtonMetres * i / stages)),
            new("Order, numbered as they lie", string.Join(" – ", order)),
        ];
        List<WorkingLine> working =
        [
            new(
                $"set = wanted × L ÷ (L + E) = {Plain(wanted)} × {l} ÷ ({l} + {e}) = {Plain(set)} lbf·ft",
                "physics: the same force on a longer lever"),
            new(
                $"{stages} stages: {string.Join(", ", Enumerable.Range(1, stages).Select(i => Plain(new Torque(set.NewtonMetres * i / stages))))} lbf·ft",
                Core.Source.Practice.Words),
            new(
                $"Opposite ones in turn, with an odd number every second one: {string.Join(", ", order)}",
                Core.Source.Practice.Words),
        ];
        if (given.Maybe("shown") is { } shown)
        {
            Torque got = Got(new Torque(shown), length, extension);
            results.Add(Result.Of("The nut got", Quantity.Torque, got.NewtonMetres) with
            {
                WritesDown = TorqueReadings
            });
            working.Add(new(
                $"got = shown × (L + E) ÷ L = {Plain(new Torque(shown))} × ({l} + {e}) ÷ {l} = {Plain(got)} lbf·ft",
                "physics"));
        }

        return new Worked(results, working)
        {
            Cautions =
            [
                "Hold the wrench at the middle of its grip: the sum counts from there. An extension at a right angle "
                    + "to the wrench changes nothing.",
                "The wheel maker's torque rules; clean, dry threads unless the chart says otherwise."
            ],
            Drawn = order
                .Select((nut, i) => ($"order{i + 1}", (double)nut))
                .Concat([
                    ("length", (double)length.Millimetres),
                    ("extension", (double)extension.Millimetres),
                    ("nuts", nuts)
                ])
                .ToDictionary(d => d.Item1, d => d.Item2),
        };
    }

    private static readonly string[] TorqueReadings = [.. ReadingKinds.All
        .Where(k => k.Quantity == Quantity.Torque)
        .Select(k => k.Code)];

    private static string Plain(Torque torque) => FormattableString.Invariant($"{torque.PoundForceFeet:0.#}");

    private static string Inches(Length length) => FormattableString.Invariant($"{length.Inches:0.###}");
}
