using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>How far turning a spindle nut back lets the hub move.</summary>
public static class NutSetting
{
    /// <summary>
    /// Travel of a nut: turns over threads an inch. A sixth of a turn at 14 threads an inch is 0.0119 in.
    /// </summary>
    /// <param name="threadsPerInch">Threads an inch: above nought.</param>
    /// <param name="turns">Turns back.</param>
    public static Length Travel(decimal threadsPerInch, decimal turns) => Length.FromInches(turns / threadsPerInch);

    internal static Sum Sum { get; } = new(
        "nut-setting",
        "Spindle nut to end play",
        "How much end play backing the nut off by a slot or a part of a turn makes, and whether a dial reading is "
            + "within what bearings want.",
        [
            Entry.Choice(
                "nut",
                "Spindle nut",
                "slotted",
                ("slotted", "castle nut, tang washer or clip"),
                ("fine", "one-piece or double nut of a heavy axle")),
            Entry.Number("threads", "Threads an inch of the spindle", "a 1 in fine thread has 14", "14", 4, 32),
            Entry.Number("turns", "Turned back from snug, degrees", "one flat of a hex nut is 60", "15", 0, 360),
            Entry.Number("slots", "Slots around the nut", "", "6", 0, 12),
            Entry.Number("holes", "Pin holes across the spindle", "each drilled through", "1", 1, 4),
            Entry.Measure("dial", "Or: what the dial showed", Quantity.Length, ".003", 0, 0.25m, optional: true),
        ],
        Work)
    {
        FromGear = gear => new Dictionary<string, string>
        {
            ["nut"] = EndPlay.IsFine(gear.NutRetention) ? "fine" : "slotted"
        },
    };

    private static Worked Work(Given given)
    {
        decimal threads = given["threads"], degrees = given["turns"], slots = given["slots"], holes = given["holes"];
        Length play = Travel(threads, degrees / 360);
        LimitsInForce limits = given.Limits;
        NutRetention nut = given.Text("nut") == "fine" ? NutRetention.OnePieceNut : NutRetention.CastleNut;
        bool fine = EndPlay.IsFine(nut);
        decimal least = fine
            ? new Length(limits.Of(Limits.EndPlayLeast)).Inches
            : 0, most = new Length(limits.Of(fine ? Limits.EndPlayMost : Limits.EndPlayCastle)).Inches;
        string source = limits.SourceOf(fine ? Limits.EndPlayLeast : Limits.EndPlayCastle);
        List<Result> results =
        [
            Both("End play so made", play) with { WritesDown = ["end-play"] },
            new("That is", Verdict(play, nut, limits))
        ];
        List<WorkingLine> working =
        [
            new(
                FormattableString.Invariant($"one turn = 1 ÷ {threads:0.##} = {1 / threads:0.0000} in"),
                "geometry of a thread"),
            new(
                FormattableString.Invariant(
                    $"{degrees:0.#}° back = {degrees:0.#} ÷ 360 × {1 / threads:0.0000} = {play.Inches:0.0000} in, counted from where the bearings just touch")),
            new(
                FormattableString.Invariant(
                    $"wanted: {(fine ? $"{least:0.000} to {most:0.000} in" : $"up to {most:0.000} in")}"),
                source),
        ];
        (decimal from, decimal to) = (least * threads * 360, most * threads * 360);
        results.Add(new(
            "Wanted end play is",
            fine
                ? FormattableString.Invariant($"{from:0.#}° to {to:0.#}° back")
                : FormattableString.Invariant($"up to {to:0.#}° back")));
        working.Add(
            new(
                FormattableString.Invariant(
                    $"{most:0.000} in × {threads:0.##} × 360 = {to:0.#}°{(fine ? FormattableString.Invariant($"; {least:0.000} in × {threads:0.##} × 360 = {from:0.#}°") : "")}")));
        if (slots > 0)
        {
            // A pin goes through two opposite slots; holes stand so that each has its own places.
            decimal places = slots * holes, step = 360 / places;
            Length each = Travel(threads, 1 / places);
            results.Add(Both("From one pin place to the next", each));
            working.Add(
                new(
                    FormattableString.Invariant($"{slots:0} slots, {holes:0} across: a pin goes in every {step:0.#}°, ")
                        + FormattableString.Invariant($"{each.Inches:0.0000} in of play")));
        }

        if (given.Maybe("dial") is { } dial)
        {
            results.Insert(
                0,
                new(
                    "The dial's reading",
                    $"{ShopFormat.ReadBack(Quantity.Length, dial).Ours}: {Verdict(new Length(dial), nut, limits)}"));
        }

        return new Worked(results, working)
        {
            Cautions =
            [
                "Seat the bearings first, turning the hub; measure with a dial on the hub's end, pushed and pulled, "
                    + "not by feel. The axle maker's figure rules."
            ],
            Drawn = new Dictionary<string, double>
            {
                ["degrees"] = (double)degrees,
                ["slots"] = (double)slots,
                ["play"] = (double)play.Millimetres
            },
        };
    }

    // In the words of the verdict that a reading gets.
    private static string Verdict(Length play, NutRetention nut, LimitsInForce limits)
    {
        Judgement judged = EndPlay.Judge(play, nut, noPlay: false, limits);
        return $"{judged.Verdict.ToString().ToLowerInvariant()}: "
            + $"{char.ToLowerInvariant(judged.Rule[0])}{judged.Rule[1..].TrimEnd('.')}";
    }

    private static Result Both(string name, Length length) =>
        new(
            name,
            FormattableString.Invariant($"{length.Inches:0.0000} in"),
            FormattableString.Invariant($"{length.Millimetres:0.000} mm"));
}
