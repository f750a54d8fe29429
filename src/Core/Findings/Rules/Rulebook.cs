using SturdyTinker.Core.Gear;
namespace SturdyTinker.Core.Findings.Rules;

/// <summary>What is seen and what it means. Every row is common practice where it names no source.</summary>
public static class Rulebook
{
    internal const string BearingPair = "Cone and cup are a matched pair: renew them together.";
    internal const string PairRule = "Brakes are judged in pairs: both sides of the axle.";

    /// <summary>Every row, by subject, mildest first.</summary>
    public static IReadOnlyList<ObservationRule> All { get; } =
    [
        .. HubRules.All,
        .. BrakeRules.All,
        .. SuspensionRules.All,
        .. TrailerRules.All
    ];

    private static readonly Dictionary<string, ObservationRule> ByCode = All.ToDictionary(r => r.Code);

    /// <summary>The row with this code; null when there is none.</summary>
    public static ObservationRule? Find(string? code) => code is null ? null : ByCode.GetValueOrDefault(code);

    internal static ObservationRule Row(
        string code,
        Subject subject,
        string seen,
        Verdict verdict,
        string rule,
        params string[] setsOff) =>
        Row(code, subject, seen, verdict, rule, Source.Practice, setsOff);

    internal static ObservationRule Row(
        string code,
        Subject subject,
        string seen,
        Verdict verdict,
        string rule,
        Source source,
        params string[] setsOff) =>
        new(code, subject, seen, verdict, rule, source, setsOff);
}
