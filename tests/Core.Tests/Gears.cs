using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Schools;

namespace SturdyTinker.Core.Tests;

/// <summary>Running gears that several tests build on.</summary>
internal static class Gears
{
    internal static RunningGear Tandem { get; } = GearDefaults.For(2, 5_200);

    internal static RunningGear Single { get; } = GearDefaults.For(1, 3_500);

    internal static SchoolChoices NoPlay { get; } = SchoolChoices.Defaults.With(new Dictionary<string, string> { ["nut-setting"] = "no-play" });
}
