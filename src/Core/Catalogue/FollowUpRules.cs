using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue;

/// <summary>The checks that work leaves owing.</summary>
public static class FollowUpRules
{
    /// <summary>Code of every check of lug nuts, whatever the practice: torquing them again settles it.</summary>
    public const string LugRetorque = "lug-retorque";

    private static readonly Source Memory = Source.Memory;

    /// <summary>
    /// Lug nuts after a wheel was off: about 100 miles (common practice); 10, 25 and 50 (from memory); or at each day's
    /// end.
    /// </summary>
    public static IReadOnlyList<FollowUpRule> Lugs { get; } =
    [
        new(LugRetorque, "Torque the lug nuts again", 100, 14, Source.Practice)
        {
            Practice = (PracticeQuestions.LugRetorque, "100"),
            By = Doer.Owner
        },
        new("lug-retorque-10", "Torque the lug nuts again, first time", 10, 3, Memory)
        {
            Practice = (PracticeQuestions.LugRetorque, "10-25-50"),
            By = Doer.Owner
        },
        new("lug-retorque-25", "Torque the lug nuts again, second time", 25, 7, Memory)
        {
            Practice = (PracticeQuestions.LugRetorque, "10-25-50"),
            By = Doer.Owner
        },
        new("lug-retorque-50", "Torque the lug nuts again, third time", 50, 14, Memory)
        {
            Practice = (PracticeQuestions.LugRetorque, "10-25-50"),
            By = Doer.Owner
        },
        new("lug-retorque-day", "Torque the lug nuts again at each day's end", 100, 1, Source.Practice)
        {
            Practice = (PracticeQuestions.LugRetorque, "day-end"),
            By = Doer.Owner
        },
    ];

    /// <summary>Suspension bolts after work: 100 to 150 miles. Source: common practice.</summary>
    public static FollowUpRule SuspensionRetorque { get; } = new(
        "suspension-retorque",
        "Torque the suspension bolts again",
        100,
        14,
        Source.Practice);

    /// <summary>Lock nuts used again with thread-locker: looked at by 150 miles. Source: common practice.</summary>
    public static FollowUpRule LockNutLook { get; } = new(
        "lock-nut-look",
        "See that the lock nuts used again have stayed put",
        150,
        21,
        Source.Practice)
    { Practice = (PracticeQuestions.LockNuts, "reuse") };

    /// <summary>
    /// Each hub felt after some miles, one hotter than its opposite is a finding. Source: common practice; the miles
    /// from memory.
    /// </summary>
    public static FollowUpRule HubFeel { get; } = new(
        "hub-feel",
        "Feel each hub after the first run: one hotter than its opposite is a finding",
        30,
        7,
        Memory)
    { By = Doer.Owner };

    /// <summary>A manual adjuster after new shoes: first 200 miles. Source: from memory.</summary>
    public static FollowUpRule AdjustAgain { get; } = new(
        "brake-adjust-again",
        "Adjust the new brakes again",
        200,
        30,
        Memory);

    /// <summary>
    /// Where pumping counts as the yearly service, the strip and look of every second year. Source: common practice.
    /// </summary>
    public static FollowUpRule StripAndLook { get; } = new(
        "strip-and-look",
        "Strip the hubs and look, whatever was pumped",
        24_000,
        730,
        Source.Practice)
    { Practice = (PracticeQuestions.GreasableSpindle, "yearly") };

    /// <summary>
    /// Brakes after hydraulic work: pedal, level, leaks. Source: common practice; the miles from memory.
    /// </summary>
    public static FollowUpRule LeakLook { get; } = new(
        "leak-look",
        "Look at fittings and fluid level again",
        50,
        7,
        Memory);

    /// <summary>
    /// What owners can do themselves, by the code of its family, as their own list says it. Source: common practice.
    /// </summary>
    public static IReadOnlyDictionary<string, string> OwnersMay { get; } = new Dictionary<string, string>
    {
        [LugRetorque] = "Torque the lug nuts again",
        [HubFeel.Code] = "Feel each hub after the first run",
    };

    /// <summary>The rule with this code; null when there is none.</summary>
    public static FollowUpRule? Find(string code) => All.FirstOrDefault(r => r.Code == code);

    /// <summary>Every rule.</summary>
    public static IReadOnlyList<FollowUpRule> All { get; } =
    [
        .. Lugs,
        SuspensionRetorque,
        LockNutLook,
        HubFeel,
        AdjustAgain,
        StripAndLook,
        LeakLook
    ];
}
