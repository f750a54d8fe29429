using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>
/// An equalizer with its links, from measures: how deep the springs' eyes hang, and what another one would change.
/// </summary>
/// <remarks>
/// With the equalizer level, a spring's inner eye stands off its outer hole by half the axle spacing, less half the
/// spring, less half
/// the equalizer. A link as long as L leans by that much, so the eye hangs √(L² − off²) below the hole and the drop
/// more below the
/// centre bolt. The spring's other eye stays on its hanger, and the axle sits in the middle: it moves by half of what
/// the eye moves.
/// Worked: spacing 33 1/2, springs 25 1/4, equalizer 6 with a drop of 2, links 2 1/4: off = 16.75 − 12.625 − 3 = 1.125,
/// the eye hangs
/// 2 + √(2.25² − 1.125²) = 2 + 1.949 = 3.949 in; a drop of 3 1/2 makes it 5.449, and the trailer stands 0.75 in higher.
/// </remarks>
public static class EqualizerRise
{
    /// <summary>How far the spring's inner eye stands off the equalizer's outer hole, along the trailer.</summary>
    public static double Off(double spacing, double spring, double centres) => (spacing - spring - centres) / 2;

    /// <summary>
    /// How deep an eye hangs below the centre bolt while the equalizer is turned; null where the link can't reach.
    /// </summary>
    /// <param name="off">How far the eye stands off the level equalizer's hole.</param>
    /// <param name="centres">From outer hole to outer hole.</param>
    /// <param name="drop">From the centre hole down to the line of the outer ones.</param>
    /// <param name="link">
    /// From hole to hole of a link; nought for a slipper end that rests on the equalizer itself.
    /// </param>
    /// <param name="degrees">How far it is turned, this eye's arm downward.</param>
    public static double? Depth(double off, double centres, double drop, double link, double degrees)
    {
        // The hole as it turns about the centre bolt; the eye stays where the spring keeps it along the trailer.
        double turn = degrees * Math.PI / 180, arm = centres / 2;
        double along = (arm * Math.Cos(turn)) - (drop * Math.Sin(turn)), down =
            (drop * Math.Cos(turn)) + (arm * Math.Sin(turn));
        if (link == 0)
        {
            return down;
        }

        double lean = arm + off - along, reach = (link * link) - (lean * lean);
        return reach < 0 ? null : down + Math.Sqrt(reach);
    }

    internal static Sum Sum { get; } = new(
        "equalizer",
        "Equalizer and links",
        "How the springs hang on their equalizer, and how much another equalizer or other links raise the trailer.",
        [
            Entry.Measure("spacing", "Axle to axle", Quantity.Length, "33 1/2", 20, 60),
            Entry.Measure("spring", "Spring, eye to eye, loaded", Quantity.Length, "25 1/4", 15, 50),
            Entry.Choice(
                "end",
                "The spring's inner end",
                "link",
                ("link", "an eye on links"),
                ("slipper", "a plain end resting on it")),
            Entry.Measure("centres", "Equalizer: outer hole to outer hole", Quantity.Length, "6", 2, 20),
            Entry.Measure("drop", "Centre hole down to their line", Quantity.Length, "2", -6, 10),
            Entry.Measure("link", "Link, hole to hole", Quantity.Length, "2 1/4", 1, 8),
            Entry.Measure("dropnew", "Other equalizer: drop", Quantity.Length, "3 1/2", -6, 10, optional: true),
            Entry.Measure(
                "centresnew",
                "Other equalizer: outer hole to outer hole",
                Quantity.Length,
                "6",
                2,
                20,
                optional: true),
            Entry.Measure("linknew", "Other links, hole to hole", Quantity.Length, "2 1/4", 1, 8, optional: true),
            Entry.Number("degrees", "Turned over a bump by, degrees", "", "10", 0, 45),
        ],
        Work)
    {
        FromGear = gear => gear.Suspension == Gear.SuspensionKind.Torsion
            ? new Dictionary<string, string>()
            : new Dictionary<string, string>
            {
                ["end"] = gear.Suspension == Gear.SuspensionKind.SlipperSprings ? "slipper" : "link"
            },
    };

    private static Worked Work(Given given)
    {
        double spacing = Inches(given, "spacing"), spring = Inches(given, "spring"), degrees = (double)given["degrees"];
        bool links = given.Text("end") == "link";
        double centres = Inches(
            given,
            "centres"), drop = Inches(
                given,
                "drop"), link = links ? Inches(given, "link") : 0, off = Off(spacing, spring, centres);
        if (spring >= spacing)
        {
            return Worked.Cannot(
                "spring",
                "Two springs so long do not fit between axles so close: measure eye to eye, and axle to axle.");
        }

        if (Depth(off, centres, drop, link, 0) is not { } depth)
        {
            return Worked.Cannot(
                "link",
                FormattableString.Invariant($"The eye stands {Math.Abs(off):0.###} in off the equalizer's hole: a link ")
                    + FormattableString.Invariant($"of {link:0.###} in can't reach it."));
        }

        List<Result> results = [InInches("The eye hangs below the centre bolt by", depth)];
        List<WorkingLine> working =
        [
            new(
                FormattableString.Invariant($"off = {spacing:0.###} ÷ 2 − {spring:0.###} ÷ 2 − {centres:0.###} ÷ 2 = ")
                    + FormattableString.Invariant($"{off:0.###} in: so far the spring's eye stands off the hole"),
                "geometry"),
            links ? new(
                FormattableString.Invariant(
                    $"depth = {drop:0.###} + √({link:0.###}² − {off:0.###}²) = {drop:0.###} + {depth - drop:0.###} = {depth:0.###} in; the link leans by {Leans(off, link):0}°"))
                : new(FormattableString.Invariant($"depth = {drop:0.###} in: the plain end rests on the equalizer")),
        ];
        Dictionary<string, double> drawn = new()
        {
            ["spacing"] = spacing,
            ["spring"] = spring,
            ["centres"] = centres,
            ["drop"] = drop,
            ["depth"] = depth
        };
        if (given.Maybe("dropnew") is not null
            || given.Maybe("centresnew") is not null
            || (links && given.Maybe("linknew") is not null))
        {
            double centresNew = Maybe(
                given,
                "centresnew") ?? centres, dropNew = Maybe(given, "dropnew") ?? drop, linkNew = links
                ? Maybe(given, "linknew") ?? link
                : 0, offNew = Off(spacing, spring, centresNew);
            if (Depth(offNew, centresNew, dropNew, linkNew, 0) is not { } then)
            {
                return Worked.Cannot(
                    given.Maybe("linknew") is null ? "centresnew" : "linknew",
                    FormattableString.Invariant($"With that the eye stands {Math.Abs(offNew):0.###} in off the hole: a ")
                        + FormattableString.Invariant($"link of {linkNew:0.###} in can't reach it."));
            }

            double rise = (then - depth) / 2;
            results.Insert(
                0,
                InInches(rise < 0 ? "The trailer comes down by" : "The trailer rises by", Math.Abs(rise)));
            working.Add(
                new(
                    FormattableString.Invariant($"with the other: depth = {dropNew:0.###} + {then - dropNew:0.###} = ")
                        + FormattableString.Invariant($"{then:0.###} in, {then - depth:+0.###;−0.###;0} in")));
            working.Add(
                new(
                    FormattableString.Invariant(
                        $"the axle sits in the middle of a spring whose other eye stays: {Math.Abs(then - depth):0.###} ÷ 2 = {Math.Abs(rise):0.###} in")));
            (drawn["centresnew"], drawn["dropnew"], drawn["depthnew"]) = (centresNew, dropNew, then);
        }

        double? lower = Depth(off, centres, drop, link, degrees), upper = Depth(off, centres, drop, link, -degrees);
        if (lower is { } down && upper is { } up)
        {
            results.Add(InInches(
                FormattableString.Invariant($"Turned {degrees:0.#}°, one axle stands lower than the other by"),
                (down - up) / 2));
            working.Add(
                new(
                    FormattableString.Invariant(
                        $"turned by {degrees:0.#}°: one eye hangs {down:0.###} in, the other {up:0.###}; the axles move by half, ({down:0.###} − {up:0.###}) ÷ 2 = {(down - up) / 2:0.###} in")));
        }
        else
        {
            results.Add(new(
                FormattableString.Invariant($"Turned {degrees:0.#}°"),
                "a link pulls straight before that: it turns less far"));
        }

        return new Worked(results, working)
        {
            Cautions =
            [
                "Both axles held on stands before a bolt comes out. A taller equalizer needs more lift, raises the "
                    + "coupler's end of the frame against the tow bar, and wants the wheels' room looked at.",
                "Measure the springs with the weight on: they are longer then."
            ],
            Drawn = drawn,
        };
    }

    private static double Leans(double off, double link) => Math.Asin(Math.Abs(off) / link) * 180 / Math.PI;

    private static double Inches(Given given, string entry) => (double)given.Length(entry).Inches;

    private static double? Maybe(Given given, string entry) =>
        given.Maybe(entry) is { } value ? (double)new Length(value).Inches : null;

    private static Result InInches(string name, double inches) =>
        Result.ByRule(name, Length.FromInches((decimal)inches));
}
