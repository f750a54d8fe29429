using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
namespace SturdyTinker.Core.Wear;

/// <summary>Due dates of what wears.</summary>
public static class WearDue
{
    /// <summary>
    /// When something that wears comes to its limit; null where nobody can tell, or where it is too far off to plan by.
    /// </summary>
    /// <param name="line">How it has worn.</param>
    /// <param name="today">The day.</param>
    public static Due? Of(WearLine line, DateOnly today)
    {
        if (line.Crossing is not { } crossing
            || line.Fit is not { } fit
            || crossing.Likely > today.AddMonths(Due.WearMonths))
        {
            return null;
        }

        int days = crossing.Likely.DayNumber - today.DayNumber;
        double worn = Math.Abs(line.Points[^1].Value - fit.At(0)), whole =
            Math.Abs((double)line.Limit!.Value - fit.At(0));
        string last = ShopFormat.ReadBack(ReadingKinds.Find(line.Kind)!.Quantity, (decimal)line.Points[^1].Value).Ours;
        return new Due(
            crossing.Likely,
            DueCause.Wear,
            line.Points[0].On,
            whole > 0 ? Math.Round((decimal)Math.Min(9, worn / whole), 3) : 1,
            Due.NearnessOf(days),
            Due.InWords(days),
            $"{char.ToUpperInvariant(line.Wear.Name[0])}{line.Wear.Name[1..]} last {last}. {line.Words}");
    }
}
