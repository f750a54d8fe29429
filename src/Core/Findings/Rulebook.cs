namespace SturdyTinker.Core.Findings;

/// <summary>What is seen and what it means. Every row is common practice where it names no source.</summary>
public static class Rulebook
{
    internal const string BearingPair = "Cone and cup are a matched pair: renew them together.";
    internal const string PairRule = "Brakes are judged in pairs: both sides of the axle.";

    /// <summary>Every row, by subject, mildest first.</summary>
    public static IReadOnlyList<SeenRule> Seen { get; } = [.. HubRules.All, .. BrakeRules.All, .. SuspensionRules.All, .. TrailerRules.All];

    private static readonly Dictionary<string, SeenRule> ByCode = Seen.ToDictionary(r => r.Code);

    /// <summary>The row with this code; null when there is none.</summary>
    public static SeenRule? Find(string? code) => code is null ? null : ByCode.GetValueOrDefault(code);

    internal static SeenRule Row(string code, Subject subject, string seen, Verdict verdict, string rule, params string[] setsOff) =>
        Row(code, subject, seen, verdict, rule, Source.Practice, setsOff);

    internal static SeenRule Row(string code, Subject subject, string seen, Verdict verdict, string rule, Source source, params string[] setsOff) =>
        new(code, subject, seen, verdict, rule, source, setsOff);
}
