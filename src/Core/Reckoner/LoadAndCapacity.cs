using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>How much of what a part may carry it carries.</summary>
/// <param name="Part">The part.</param>
/// <param name="Carries">What it carries, in pounds.</param>
/// <param name="May">What it may carry, in pounds.</param>
public sealed record Carried(string Part, double Carries, double May)
{
    /// <summary>Share of what it may: above 1 it is overloaded.</summary>
    public double Share => Carries / May;
}

/// <summary>A trailer's weight down to each wheel end, and what gives out first.</summary>
public static class LoadAndCapacity
{
    /// <summary>
    /// What each part carries. Axles on equalizers share alike; a spring and a tyre carry their side of one axle, and
    /// two springs of
    /// 3,500 lb carry 7,000 (common practice). A hub is rated at half its axle (from memory).
    /// </summary>
    /// <param name="coupler">Pounds on the coupler.</param>
    /// <param name="onAxles">Pounds on all axles together.</param>
    /// <param name="axles">How many: 1 and more.</param>
    /// <param name="heavier">Share on the heavier side: 0.5 to 1.</param>
    /// <param name="tyre">What one tyre may carry.</param>
    /// <param name="axle">What one axle may carry.</param>
    /// <param name="spring">What one spring may carry; null for an axle without springs.</param>
    /// <param name="couplerMay">What the coupler may carry down.</param>
    public static IReadOnlyList<Carried> Parts(
        double coupler,
        double onAxles,
        int axles,
        double heavier,
        double tyre,
        double axle,
        double? spring,
        double couplerMay)
    {
        double each = onAxles / axles, end = each * heavier;
        List<Carried> all =
        [
            new("a tyre on the heavier side", end, tyre),
            new("a hub and its bearings", end, axle / 2),
            new("an axle", each, axle),
            new("the coupler", coupler, couplerMay)
        ];
        if (spring is { } may)
        {
            all.Add(new("a spring on the heavier side", end, may));
        }

        return [.. all.OrderByDescending(c => c.Share)];
    }

    internal static Sum Sum { get; } = new(
        "load",
        "Load and capacity",
        "What each wheel end carries, what gives out first, and what other springs or axles would change.",
        [
            Entry.Measure("coupler", "Weighed on the coupler", Quantity.Weight, "700", 0, 10_000),
            Entry.Measure("axleload", "Weighed on all axles", Quantity.Weight, "5,800", 100, 60_000),
            Entry.Number("axles", "Axles", "", "2", 1, 4),
            Entry.Number("heavier", "On the heavier side, %", "50 when both sides weigh the same", "53", 50, 80),
            Entry.Measure("tyre", "A tyre may carry", Quantity.Weight, "1,820", 200, 8_000),
            Entry.Measure("axle", "An axle may carry", Quantity.Weight, "3,500", 500, 16_000),
            Entry.Measure("spring", "A spring may carry", Quantity.Weight, "1,750", 200, 8_000, optional: true),
            Entry.Measure("couplermay", "The coupler may carry down", Quantity.Weight, "1,000", 50, 10_000),
            Entry.Measure("springafter", "Planned: springs of", Quantity.Weight, "2,600", 200, 8_000, optional: true),
            Entry.Measure("axleafter", "Planned: axles of", Quantity.Weight, "5,200", 500, 16_000, optional: true),
        ],
        Work)
    {
        FromGear = FromGear,
    };

    private static Dictionary<string, string> FromGear(RunningGear gear)
    {
        Dictionary<string, string> typed = new()
        {
            ["axles"] = FormattableString.Invariant($"{gear.Axles}"),
            ["axle"] = FormattableString.Invariant($"{gear.RatingPounds}"),
            ["spring"] = ""
        };
        if (gear.Suspension != SuspensionKind.Torsion)
        {
            typed["spring"] = FormattableString.Invariant($"{gear.RatingPounds / 2}");
        }

        return typed;
    }

    private static Worked Work(Given given)
    {
        double coupler = given.Pounds("coupler"), onAxles = given.Pounds("axleload"), heavier =
            (double)given["heavier"] / 100;
        int axles = (int)given["axles"];
        double? spring = given.MaybePounds("spring");
        double all = coupler + onAxles;
        IReadOnlyList<Carried> now = Parts(
            coupler,
            onAxles,
            axles,
            heavier,
            given.Pounds("tyre"),
            given.Pounds("axle"),
            spring,
            given.Pounds("couplermay"));
        List<Result> results =
        [
            new("Gives out first", Say(now[0])),
            new("The trailer may weigh", All(all / now[0].Share), Kilograms(all / now[0].Share))
        ];
        results.AddRange(now.Skip(1).Select(c => new Result(Wording.Capital(c.Part), Shares(c))));
        results.Add(new(
            "On the coupler",
            FormattableString.Invariant($"{coupler / all:0 %} of all"),
            "10 to 15 % tows steady (from memory)"));
        double each = onAxles / axles;
        List<WorkingLine> working =
        [
            new(
                FormattableString.Invariant($"all = {coupler:#,0} + {onAxles:#,0} = {all:#,0} lb; an axle carries ")
                    + FormattableString.Invariant($"{onAxles:#,0} ÷ {axles} = {each:#,0} lb"),
                "axles on equalizers share alike"),
            new(
                FormattableString.Invariant(
                    $"its heavier end {each:#,0} × {heavier:0.00} = {each * heavier:#,0} lb, the other {each * (1 - heavier):#,0} lb: {each * ((2 * heavier) - 1):#,0} lb apart")),
            new(
                FormattableString.Invariant($"a hub may carry half its axle: {given.Pounds("axle") / 2:#,0} lb"),
                Source.Memory.Words),
            .. now.Select(c =>
                new WorkingLine(
                    FormattableString.Invariant($"{c.Part}: {c.Carries:#,0} of {c.May:#,0} lb = {c.Share:0 %}"))),
            new(
                FormattableString.Invariant(
                    $"{all:#,0} ÷ {now[0].Share:0.00} = {all / now[0].Share:#,0} lb, loaded the same way")),
        ];
        if (given.Maybe("springafter") is not null || given.Maybe("axleafter") is not null)
        {
            IReadOnlyList<Carried> then = Parts(
                coupler,
                onAxles,
                axles,
                heavier,
                given.Pounds("tyre"),
                given.MaybePounds("axleafter") ?? given.Pounds("axle"),
                given.MaybePounds("springafter") ?? spring,
                given.Pounds("couplermay"));
            results.Insert(
                2,
                new(
                    "With the change",
                    FormattableString.Invariant($"{all / then[0].Share:#,0} lb; then {Say(then[0])} gives out first")));
            working.Add(
                new(
                    FormattableString.Invariant(
                        $"with the change {then[0].Part} is the weakest, {then[0].Share:0 %}: {all:#,0} ÷ {then[0].Share:0.00} = {all / then[0].Share:#,0} lb")));
        }

        return new Worked(results, working)
        {
            Drawn = new Dictionary<string, double>
            {
                ["coupler"] = coupler,
                ["heavy"] = each * heavier,
                ["light"] = each * (1 - heavier),
                ["axles"] = axles,
                ["share"] = now[0].Share
            },
            Cautions =
            [
                "What the maker's plate says the trailer may weigh rules, whatever its parts would carry: the frame "
                    + "is not in this sum.",
                "A tyre carries its figure only at its full pressure."
            ],
        };
    }

    private static string Say(Carried one) => $"{one.Part}, {Shares(one)}";

    private static string Shares(Carried one) =>
        FormattableString.Invariant(
            $"{one.Carries:#,0} of {one.May:#,0} lb: {one.Share:0 %}{(one.Share > 1 ? ", overloaded" : "")}");

    private static string All(double pounds) => FormattableString.Invariant($"{pounds:#,0} lb");

    private static string Kilograms(double pounds) =>
        FormattableString.Invariant($"{pounds * (double)Unit.Pound.InCanonical:#,0} kg");
}
