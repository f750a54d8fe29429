using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Tests;

/// <summary>Running gears that several tests build on.</summary>
internal static class Gears
{
    internal static RunningGear Tandem { get; } = GearDefaults.For(2, 5_200);

    internal static RunningGear Single { get; } = GearDefaults.For(1, 3_500);

    /// <summary>A trailer whose distance is known in a certain way, with a year's estimate where that is how.</summary>
    internal static Trailer Metered(MeterKind meter, DateOnly addedOn, decimal? milesAYear = null) => new()
    {
        Tag = "T",
        Gear = Single,
        Meter = meter,
        AddedOn = addedOn,
        EstimatedYear = milesAYear is { } miles ? Distance.FromMiles(miles) : null,
    };

    internal static PracticeChoices NoPlay { get; } = PracticeChoices.Defaults.With(new Dictionary<string, string>
    {
        ["nut-setting"] = "no-play"
    });
}
