using System.Globalization;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;

namespace SturdyTinker.Core.Jobs;

/// <summary>Tools and parts whose description follows from the gear.</summary>
internal static class Wording
{
    /// <summary>Whether the spindle nut is kept this way.</summary>
    internal static Func<StepContext, bool> Retained(NutRetention kind) => c => c.Gear.NutRetention == kind;

    /// <summary>
    /// The lug socket to try first. Width across flats after ASME B18.2.2; lug nuts often differ, so it says "try".
    /// </summary>
    internal static IReadOnlyList<string> LugTools(RunningGear gear) =>
        HexNut.AcrossFlats(gear.Studs.Thread) is { } flats
            ? [$"lug socket (try {ShopFormat.Write(flats, Fineness.Sixteenth)})"]
            : ["lug socket"];

    /// <summary>The seal to take along: both candidates where a rating has two.</summary>
    internal static PartNeed SealFor(RunningGear gear) => UsualSet.For(gear.RatingPounds)?.Seals switch
    {
        [var only] => new(only.Part, 1, "piece"),
        [_, ..] seals => new($"grease seal {string.Join(" or ", seals.Select(s => s.Words))}", 1, "piece") { OneOf = [.. seals.Select(s => s.Part)] },
        _ => new("grease seal, by the old one's number", 1, "piece"),
    };

    /// <summary>Minutes as people say them: "50 min", "2 h 32".</summary>
    internal static string Minutes(decimal minutes)
    {
        int whole = (int)Math.Round(minutes, MidpointRounding.AwayFromZero);
        return whole < 60
            ? string.Create(CultureInfo.InvariantCulture, $"{whole} min")
            : string.Create(CultureInfo.InvariantCulture, $"{whole / 60} h {whole % 60:00}");
    }
}
