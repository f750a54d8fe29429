namespace SturdyTinker.Store;

/// <summary>
/// Which nights' backups are kept: the last seven, one of each of the last four weeks, and one of each of the last
/// twelve months. Source: common practice (grandfather, father, son).
/// </summary>
public static class BackupRule
{
    /// <summary>How many of the last nights are kept.</summary>
    public const int Nights = 7;

    /// <summary>Of how many of the last weeks the first one is kept.</summary>
    public const int Weeks = 4;

    /// <summary>Of how many of the last months the first one is kept.</summary>
    public const int Months = 12;

    /// <summary>The nights whose backups may go.</summary>
    /// <param name="nights">The nights there are backups of, in any order.</param>
    public static IReadOnlyList<DateOnly> ToDrop(IReadOnlyCollection<DateOnly> nights)
    {
        List<DateOnly> newest = [.. nights.Distinct().OrderDescending()];
        HashSet<DateOnly> kept =
        [
            .. newest.Take(Nights),
            .. FirstOf(newest, d => d.AddDays(-(((int)d.DayOfWeek + 6) % 7))).Take(Weeks),
            .. FirstOf(newest, d => new DateOnly(d.Year, d.Month, 1)).Take(Months),
        ];
        return [.. newest.Where(n => !kept.Contains(n))];
    }

    // The first night of each week or month that has one, the newest first: it stays the same as the week goes on.
    private static IEnumerable<DateOnly> FirstOf(IEnumerable<DateOnly> newest, Func<DateOnly, DateOnly> period) =>
        newest.GroupBy(period).OrderByDescending(g => g.Key).Select(g => g.Min());
}
