using SturdyTinker.Core.Findings;

namespace SturdyTinker.Core.Papers;

/// <summary>How papers write what stands on several of them.</summary>
internal static class PaperWords
{
    /// <summary>A day: "June 3, 2027".</summary>
    internal static string Of(DateOnly day) => FormattableString.Invariant($"{day:MMMM d, yyyy}");

    /// <summary>The day of a moment, as the shop's clock had it.</summary>
    internal static string Of(DateTimeOffset at) => Of(DateOnly.FromDateTime(at.DateTime));

    /// <summary>What a verdict is called, and what it asks for.</summary>
    internal static string Of(Verdict verdict) => verdict switch
    {
        Verdict.Sound => "Sound",
        Verdict.Watch => "Watch",
        Verdict.Renew => "Renew",
        _ => "Hold: do not tow",
    };
}
