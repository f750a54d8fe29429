using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Schools;

namespace SturdyTinker.Store;

/// <summary>The shop's own choices.</summary>
public sealed class ShopSettings
{
    /// <summary>The one row's key.</summary>
    public const int TheOne = 1;

    /// <summary>Always <see cref="TheOne"/>.</summary>
    public int Id { get; init; } = TheOne;

    /// <summary>The shop's name; empty until somebody names it.</summary>
    public string Name { get; set; } = "";

    /// <summary>Months a repack lasts, 1 to 24.</summary>
    public int RepackMonths { get; set; } = Interval.BearingRepack.Months;

    /// <summary>Road a repack lasts.</summary>
    public Distance RepackDistance { get; set; } = Interval.BearingRepack.Distance!.Value;

    /// <summary>The schools this shop follows.</summary>
    public SchoolChoices Schools { get; set; } = SchoolChoices.Defaults;

    /// <summary>Counts up with every edit.</summary>
    public int Version { get; set; } = 1;

    /// <summary>How long a repack lasts here, with whose choice that is.</summary>
    public Interval Repack =>
        RepackMonths == Interval.BearingRepack.Months && RepackDistance == Interval.BearingRepack.Distance
            ? Interval.BearingRepack
            : new Interval(RepackMonths, RepackDistance, Core.Source.Shop.Words);
}
