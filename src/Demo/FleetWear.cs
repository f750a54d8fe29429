using SturdyTinker.Core.Intervals;

namespace SturdyTinker.Demo;

/// <summary>How a generated trailer's hubs wear: invented, and by its use.</summary>
/// <param name="uses">How it is used.</param>
/// <param name="random">Where chance comes from.</param>
internal sealed class FleetWear(IReadOnlyList<string> uses, Random random)
{
    // Months that 37 in a hundred reach, and months between two visits; the first is for plain use.
    private static readonly (string Use, double Scale, int Between)[] Invented =
    [
        ("", 44, 12), (Use.Launched, 15, 7), ("salt", 28, 11), ("heavy", 30, 11), ("rough", 34, 11), ("light", 64, 15),
    ];

    private const double Shape = 2.2, Month = 30.4;

    // Seals of a delivery that was no good, as much sooner gone.
    private const double Bad = 0.4;

    private readonly (string Use, double Scale, int Between) its = Invented.First(
        i => uses.Count == 0 ? i.Use.Length == 0 : uses.Contains(i.Use));

    /// <summary>The uses of the trailer of a number: two in five have none.</summary>
    internal static IReadOnlyList<string> UsesOf(int number) => (number % 10) switch
    {
        1 or 6 => [Use.Launched],
        3 => ["salt"],
        5 => ["heavy"],
        7 => ["rough"],
        9 => ["light"],
        _ => [],
    };

    /// <summary>Whether a seal that went in on a day came by the delivery that was no good.</summary>
    internal static bool IsOfBadDelivery(DateOnly fitted, DateOnly first) =>
        Quarter(fitted) == Quarter(first) + BadQuarter;

    /// <summary>Counts quarters: a delivery comes with each.</summary>
    internal static int Quarter(DateOnly day) => (day.Year * 4) + ((day.Month - 1) / 3);

    private const int BadQuarter = 8;

    /// <summary>Days to its next visit.</summary>
    internal int NextVisit() => (int)(its.Between * Month * (0.6 + (0.9 * random.NextDouble())));

    /// <summary>Whether a hub packed on one day is gone by another.</summary>
    internal bool IsGone(DateOnly packed, DateOnly day)
    {
        double scale = its.Scale * Month * (IsOfBadDelivery(packed, First ?? packed) ? Bad : 1);
        double age = scale * Math.Pow(-Math.Log(1 - random.NextDouble()), 1 / Shape);
        return age < day.DayNumber - packed.DayNumber;
    }

    /// <summary>The day its history begins: the deliveries are counted from it.</summary>
    internal DateOnly? First { get; init; }
}
