namespace SturdyTinker.Core.Reckoner;

/// <summary>Two visits in one, or each by itself: minutes and money.</summary>
public static class MergeVisits
{
    /// <summary>What merging two visits saves, in the shop's money; negative where they are better apart.</summary>
    /// <param name="shared">Minutes of opening and closing that are done once instead of twice.</param>
    /// <param name="perMinute">What a minute costs.</param>
    /// <param name="callIn">What calling the trailer in once more costs, the customer's lost day included.</param>
    /// <param name="worth">What the work that is brought forward is worth.</param>
    /// <param name="share">Which share of its interval it is brought forward by: 0 to 1.</param>
    public static decimal Saves(decimal shared, decimal perMinute, decimal callIn, decimal worth, decimal share) =>
        (shared * perMinute) + callIn - (worth * share);

    /// <summary>The calculation itself.</summary>
    public static Sum Sum { get; } = new(
        "together",
        "One visit or two",
        "What two visits of a trailer cost each by itself and merged, and how much sooner the later one may come "
            + "before that stops paying.",
        [
            Entry.Number("first", "First visit, minutes", "alone, opening and closing included", "150", 1, 5_000),
            Entry.Number("second", "Second visit, minutes", "alone, opening and closing included", "95", 1, 5_000),
            Entry.Number("shared", "Minutes done once when merged", "what both open and close", "48", 0, 5_000),
            Entry.Number("firstparts", "First visit, parts", "money", "60", 0, 100_000),
            Entry.Number("secondparts", "Second visit, parts", "money", "40", 0, 100_000),
            Entry.Number("rate", "An hour costs", "money", "96", 1, 1_000),
            Entry.Number(
                "callin",
                "Calling it in once costs",
                "money, the customer's lost day included",
                "90",
                0,
                10_000),
            Entry.Number("early", "The second is brought forward by, weeks", "", "6", 0, 520),
            Entry.Number("interval", "and would have lasted, weeks", "its whole interval", "52", 1, 1_000),
        ],
        Work);

    private static Worked Work(Given given)
    {
        decimal first = given["first"], second = given["second"], shared = given["shared"], rate = given["rate"],
            callIn = given["callin"];
        if (shared >= Math.Min(first, second))
        {
            return Worked.Cannot(
                "shared",
                "Two visits can't share as much as the shorter one takes: some of it is work of its own.");
        }

        decimal early = given["early"], interval = given["interval"];
        if (early > interval)
        {
            return Worked.Cannot(
                "early",
                "Brought forward by more than its whole interval, it would be done before it was done the last time.");
        }

        decimal minute = rate / 60, parts = given["firstparts"] + given["secondparts"], worth =
            ((second - shared) * minute) + given["secondparts"];
        decimal apart = ((first + second) * minute) + parts + (2 * callIn), together =
            ((first + second - shared) * minute) + parts + callIn, given_up = worth * early / interval;
        decimal saves = Saves(shared, minute, callIn, worth, early / interval), gain = (shared * minute) + callIn;
        decimal pays = worth == 0 ? interval : Math.Min(interval, Math.Floor(gain / worth * interval));
        List<Result> results =
        [
            new(
                "Better",
                saves >= 0
                    ? FormattableString.Invariant($"together, by {saves:#,0}")
                    : FormattableString.Invariant($"apart, by {-saves:#,0}")),
            new(
                "Apart",
                FormattableString.Invariant($"{apart:#,0}"),
                FormattableString.Invariant($"{first + second:0} min, two visits")),
            new(
                "Together",
                FormattableString.Invariant($"{together + given_up:#,0}"),
                FormattableString.Invariant(
                    $"{first + second - shared:0} min, and {given_up:#,0} of its life given up")),
            new("Pays while brought forward by at most", FormattableString.Invariant($"{pays:0} weeks")),
        ];
        return new Worked(results,
        [
            new(
                FormattableString.Invariant($"apart: ({first:0} + {second:0}) min × {rate:0.##} ÷ 60 + parts ")
                    + FormattableString.Invariant($"{parts:0.##} + 2 × {callIn:0.##} = {apart:#,0.00}"),
                Core.Source.Practice.Words),
            new(
                FormattableString.Invariant($"together: ({first:0} + {second:0} − {shared:0}) min × {rate:0.##} ÷ 60 + ")
                    + FormattableString.Invariant($"parts {parts:0.##} + {callIn:0.##} = {together:#,0.00}")),
            new(
                FormattableString.Invariant(
                    $"what the second is worth by itself: ({second:0} − {shared:0}) min × {rate:0.##} ÷ 60 + {given["secondparts"]:0.##} = {worth:#,0.00}; {early:0.#} of {interval:0.#} weeks given up: {given_up:#,0.00}"),
                "the same rule that planning goes by"),
            new(
                FormattableString.Invariant(
                    $"saved: {shared:0} min × {minute:0.00} + {callIn:0.##} − {given_up:#,0.00} = {saves:#,0.00}")),
            new(
                FormattableString.Invariant(
                    $"it pays while {worth:#,0.00} × weeks ÷ {interval:0.#} is under {gain:#,0.00}: {pays:0} weeks")),
        ])
        {
            Cautions = ["What is unsafe is done now, whatever it costs by itself."],
            Drawn = new Dictionary<string, double>
            {
                ["first"] = (double)first,
                ["second"] = (double)second,
                ["shared"] = (double)shared
            },
        };
    }
}
