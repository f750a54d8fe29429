using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>How far turning a spindle nut back lets the hub move.</summary>
public static class NutSetting
{
    /// <summary>Travel of a nut: turns over threads an inch. A sixth of a turn at 14 threads an inch is 0.0119 in.</summary>
    /// <param name="threadsPerInch">Threads an inch: above nought.</param>
    /// <param name="turns">Turns back.</param>
    public static Length Travel(decimal threadsPerInch, decimal turns) => Length.FromInches(turns / threadsPerInch);

    internal static Sum Sum { get; } = new(
        "nut-setting",
        "Spindle nut to end play",
        "How much end play backing the nut off by a slot or a part of a turn makes, and whether a dial reading is within what bearings want.",
        [
            Entry.Number("threads", "Threads an inch of the spindle", "a 1 in fine thread has 14", "14", 4, 32),
            Entry.Number("turns", "Turned back from snug, degrees", "one flat of a hex nut is 60", "15", 0, 360),
            Entry.Number("slots", "Slots around the nut", "", "6", 0, 12),
            Entry.Number("holes", "Pin holes across the spindle", "each drilled through", "1", 1, 4),
            Entry.Measure("dial", "Or: what the dial showed", Quantity.Length, ".003", 0, 0.25m, optional: true),
        ],
        Work);

    private static Worked Work(Given given)
    {
        decimal threads = given["threads"], degrees = given["turns"], slots = given["slots"], holes = given["holes"];
        Length play = Travel(threads, degrees / 360);
        LimitsInForce limits = given.Limits;
        List<Result> results = [Both("End play so made", play) with { WritesDown = ["end-play"] }, new("That is", Verdict(play, limits))];
        List<WorkingLine> working =
        [
            new(FormattableString.Invariant($"one turn = 1 ÷ {threads:0.##} = {1 / threads:0.0000} in"), "geometry of a thread"),
            new(FormattableString.Invariant($"{degrees:0.#}° back = {degrees:0.#} ÷ 360 × {1 / threads:0.0000} = {play.Inches:0.0000} in, counted from where the bearings just touch")),
            new(FormattableString.Invariant($"wanted: {Least(limits).Inches:0.000} to {Most(limits).Inches:0.000} in"), limits.SourceOf(Limits.EndPlayLeast)),
        ];
        (decimal from, decimal to) = (Least(limits).Inches * threads * 360, Most(limits).Inches * threads * 360);
        results.Add(new("Wanted end play is", FormattableString.Invariant($"{from:0.#}° to {to:0.#}° back")));
        working.Add(new(FormattableString.Invariant($"{Least(limits).Inches:0.000} in × {threads:0.##} × 360 = {from:0.#}°; {Most(limits).Inches:0.000} in × {threads:0.##} × 360 = {to:0.#}°")));
        if (slots > 0)
        {
            // A pin goes through two opposite slots; holes stand so that each has its own places.
            decimal places = slots * holes, step = 360 / places;
            Length each = Travel(threads, 1 / places);
            results.Add(Both("From one pin place to the next", each));
            working.Add(new(FormattableString.Invariant($"{slots:0} slots, {holes:0} across: a pin goes in every {step:0.#}°, {each.Inches:0.0000} in of play")));
        }

        if (given.Maybe("dial") is { } dial)
        {
            results.Insert(0, new("The dial's reading", $"{ShopFormat.Write(new Length(dial), Fineness.Thousandth)}: {Verdict(new Length(dial), limits)}"));
        }

        return new Worked(results, working)
        {
            Cautions = ["Seat the bearings first, turning the hub; measure with a dial on the hub's end, pushed and pulled, not by feel. The axle maker's figure rules."],
            Drawn = new Dictionary<string, double> { ["degrees"] = (double)degrees, ["slots"] = (double)slots, ["play"] = (double)play.Millimetres },
        };
    }

    private static Length Least(LimitsInForce limits) => new(limits.Of(Limits.EndPlayLeast));

    private static Length Most(LimitsInForce limits) => new(limits.Of(Limits.EndPlayMost));

    private static string Verdict(Length play, LimitsInForce limits) =>
        play < Least(limits) ? "too tight: bearings that run preloaded burn" : play > Most(limits) ? "too loose: set it again" : "within what adjustable wheel bearings want";

    private static Result Both(string name, Length length) => new(name, FormattableString.Invariant($"{length.Inches:0.0000} in"), FormattableString.Invariant($"{length.Millimetres:0.000} mm"));
}
