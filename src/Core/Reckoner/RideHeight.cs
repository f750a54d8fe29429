using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>How level a trailer stands, and whether its axle still has the crown it was made with.</summary>
public static class RideHeight
{
    /// <summary>
    /// How much higher an axle's middle stands than the line between its ends; negative for a bow the wrong way.
    /// </summary>
    /// <remarks>
    /// Measured from the tube down to a line below it, a high middle reads more: 4 1/4 in the middle against 4 1/2 at
    /// both ends is a
    /// bow the wrong way (common practice). Measured down to the tube from a line above it, a high middle reads less.
    /// </remarks>
    /// <param name="left">At the left end.</param>
    /// <param name="middle">In the middle.</param>
    /// <param name="right">At the right end.</param>
    /// <param name="fromAbove">Whether it was measured down from a line above.</param>
    public static Length Crown(Length left, Length middle, Length right, bool fromAbove)
    {
        decimal below = middle.Millimetres - ((left.Millimetres + right.Millimetres) / 2);
        return new(fromAbove ? -below : below);
    }

    internal static Sum Sum { get; } = new(
        "ride-height",
        "Ride height and axle crown",
        "How far a trailer leans and tilts by four heights, and whether an axle's middle still stands higher than its "
            + "ends.",
        [
            Entry.Measure("frontleft", "Frame to ground, front left", Quantity.Length, "18", 4, 72),
            Entry.Measure("frontright", "Front right", Quantity.Length, "18 1/4", 4, 72),
            Entry.Measure("rearleft", "Rear left", Quantity.Length, "17 1/4", 4, 72),
            Entry.Measure("rearright", "Rear right", Quantity.Length, "17 3/4", 4, 72),
            Entry.Measure("across", "From left to right, between the places measured", Quantity.Length, "60", 20, 120),
            Entry.Measure("along", "From front to rear, between the places measured", Quantity.Length, "120", 20, 600),
            Entry.Choice(
                "from",
                "The axle tube was measured",
                "below",
                ("below", "down to a line below it"),
                ("above", "from a line above, down to it")),
            Entry.Measure("left", "Tube to the line, left end", Quantity.Length, "4 1/2", 0.25m, 60, optional: true),
            Entry.Measure("middle", "In the middle", Quantity.Length, "4 5/8", 0.25m, 60, optional: true),
            Entry.Measure("right", "Right end", Quantity.Length, "4 1/2", 0.25m, 60, optional: true),
        ],
        Work);

    private static Worked Work(Given given)
    {
        Length left = Mean(
            given,
            "frontleft",
            "rearleft"), right = Mean(
                given,
                "frontright",
                "rearright"), front = Mean(
                    given,
                    "frontleft",
                    "frontright"), rear = Mean(given, "rearleft", "rearright");
        decimal lean = left.Millimetres - right.Millimetres, tilt = front.Millimetres - rear.Millimetres;
        decimal twist = given["frontleft"] - given["frontright"] - (given["rearleft"] - given["rearright"]);
        LimitsInForce limits = given.Limits;
        string says = Math.Abs(lean) >= limits.Of(Limits.HeightLean) ? "springs: a lean of "
            + $"{limits.Write(Limits.HeightLean)} and more is put right by new ones"
            : Math.Abs(lean) > limits.Of(Limits.HeightApart) ? "watch: the sides differ by more than "
                + $"{limits.Write(Limits.HeightApart)}"
            : $"sound: the sides are within {limits.Write(Limits.HeightApart)}";
        List<Result> results =
        [
            new("The lean", says),
            Side("Left against right", lean, "the left stands higher", "the right stands higher"),
            Side("Front against rear", tilt, "the nose stands higher", "the tail stands higher"),
            Result.ByRule("Twisted from front to rear", new(Math.Abs(twist))),
        ];
        (string l, string r, string f, string t) = (Inches(left), Inches(right), Inches(front), Inches(rear));
        List<WorkingLine> working =
        [
            new(
                $"left = ({Typed(given, "frontleft")} + {Typed(given, "rearleft")}) ÷ 2 = {l} in, right = "
                    + $"({Typed(given, "frontright")} + {Typed(given, "rearright")}) ÷ 2 = {r} in",
                limits.SourceOf(Limits.HeightApart)),
            new(
                $"lean = {l} − {r} = {Inches(new(lean))} in over {Typed(given, "across")} in = "
                    + $"{Degrees(lean, given["across"])}°"),
            new(
                $"front {f}, rear {t}: {Inches(new(tilt))} in over {Typed(given, "along")} in = "
                    + $"{Degrees(tilt, given["along"])}°"),
            new(
                $"twist = the lean in front less the lean behind = {Inches(new(twist))} in; one weak spring shows here "
                    + "before it shows as a lean"),
        ];
        Dictionary<string, double> drawn = new()
        {
            ["lean"] = (double)lean,
            ["tilt"] = (double)tilt,
            ["across"] = (double)given["across"],
            ["along"] = (double)given["along"],
            ["left"] = (double)left.Millimetres,
            ["right"] = (double)right.Millimetres,
            ["front"] = (double)front.Millimetres,
            ["rear"] = (double)rear.Millimetres
        };
        if (given.Maybe("left") is not null || given.Maybe("middle") is not null || given.Maybe("right") is not null)
        {
            foreach (string end in new[] { "left", "middle", "right" })
            {
                if (given.Maybe(end) is null)
                {
                    return Worked.Cannot(end, "A crown takes all three: both ends and the middle.");
                }
            }

            bool above = given.Text("from") == "above";
            Length crown = Crown(given.Length("left"), given.Length("middle"), given.Length("right"), above);
            decimal apart = Math.Abs(given["left"] - given["right"]);
            string verdict = crown.Millimetres < limits.Of(Limits.CrownLeast) ? "bowed the wrong way: do not tow it; "
                + "bent, or turned over"
                : crown.Millimetres == 0 ? "none left: watch it"
                : "it has its crown";
            results.Insert(
                0,
                new(
                    "The axle",
                    apart > limits.Of(Limits.CrownApart)
                        ? $"{verdict}; its ends differ by {Inches(new(apart))} in: measure again, or it is bent at one end"
                        : verdict));
            results.Insert(1, Result.ByRule("Crown", crown));
            string ends = $"({Typed(given, "left")} + {Typed(given, "right")}) ÷ 2";
            working.Add(new(
                above
                    ? $"crown = {ends} − {Typed(given, "middle")} = {Inches(crown)} in: from above, a high middle "
                        + "reads less"
                    : $"crown = {Typed(given, "middle")} − {ends} = {Inches(crown)} in: to a line below, a high middle "
                        + "reads more",
                limits.SourceOf(Limits.CrownLeast)));
            drawn["crown"] = (double)crown.Millimetres;
        }

        return new Worked(results, working)
        {
            Cautions =
            [
                "Measure on level ground, the tyres at their pressure and loaded as it is towed: heavy things on one "
                    + "side lean a sound trailer.",
                "An axle bowed the wrong way is not towed. A bent tube is not straightened by heat."
            ],
            Drawn = drawn,
        };
    }

    private static Length Mean(Given given, string one, string other) => new((given[one] + given[other]) / 2);

    private static Result Side(string name, decimal apart, string more, string less)
    {
        Result figure = Result.ByRule(name, new(Math.Abs(apart)));
        return apart == 0 ? figure : figure with { Value = $"{figure.Value}, {(apart > 0 ? more : less)}" };
    }

    private static string Degrees(decimal rise, decimal run) =>
        FormattableString.Invariant($"{Math.Atan2((double)rise, (double)run) * 180 / Math.PI:0.0}");

    private static string Typed(Given given, string entry) => Inches(given.Length(entry));

    private static string Inches(Length length) => FormattableString.Invariant($"{length.Inches:0.###}");
}
