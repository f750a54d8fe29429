using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Intervals;

/// <summary>Work that recurs, as data: by which job, how long it lasts, on which gear.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Name">What falls due, in words.</param>
/// <param name="Short">The same in a word or two.</param>
/// <param name="Months">Months it lasts; null where time does not decide.</param>
/// <param name="Miles">Miles it lasts; null where distance does not decide.</param>
/// <param name="LateWeight">
/// What being late by a whole interval costs, in the shop's money. Source: from memory.
/// </param>
/// <param name="Source">Where the interval comes from.</param>
public sealed record DueRule(
    string Code,
    string Name,
    string Short,
    int? Months,
    decimal? Miles,
    double LateWeight,
    Source Source)
{
    /// <summary>Code of the job that does it on a gear under these practices; null where it is not done.</summary>
    public required Func<RunningGear, PracticeChoices, string?> Job { get; init; }

    /// <summary>Codes of other jobs that count as having done it, at a place that touches its own.</summary>
    public IReadOnlyList<string> MetBy { get; init; } = [];

    /// <summary>
    /// Whether its last day is a hard one by law: then it is kept only where somebody said so, or once it has been
    /// done.
    /// </summary>
    public bool Legal { get; init; }

    /// <summary>Whether it is kept by an interval only where somebody asked for that.</summary>
    public bool OnlyWhereAsked { get; init; }

    /// <summary>Who does it where nobody has chosen.</summary>
    public Doer By { get; init; }

    /// <summary>
    /// Whether owners can do it themselves: nothing has to be opened for it, and no gauge judges it.
    /// </summary>
    public bool OwnerMay { get; init; }

    /// <summary>Whether a trailer that is launched has it done at the season's end.</summary>
    public bool AtSeasonsEnd { get; init; }

    /// <summary>
    /// Most immersions between two of it on a launched trailer; null where they do not count. Source: from memory.
    /// </summary>
    public int? Immersions { get; init; }

    /// <summary>
    /// Whether it is done only every second time on a gear under these practices, because another service stands for it
    /// between.
    /// </summary>
    public Func<RunningGear, PracticeChoices, bool> EverySecond { get; init; } = (_, _) => false;

    /// <summary>
    /// What is said where nobody knows when it was last done, and it is due now for a look; null where it then counts
    /// from the day the shop took the trailer on.
    /// </summary>
    public string? Unknown { get; init; }

    /// <summary>Whether how the trailer is used shortens or lengthens it.</summary>
    public bool ByUse { get; init; } = true;

    /// <summary>
    /// The reading whose wear line tells better than the interval, where there is one; null for none.
    /// </summary>
    public string? ToldByWear { get; init; }

    /// <summary>How long it lasts with nothing chosen.</summary>
    public Interval? Usual =>
        Months is null && Miles is null
            ? null
            : new Interval(Months ?? Interval.MostMonths, Miles is { } m ? Distance.FromMiles(m) : null, Source.Words);
}

/// <summary>All work that recurs.</summary>
public static class DueRules
{
    /// <summary>Code of the bearing repack's rule.</summary>
    public const string Repack = "repack";

    /// <summary>Code of the periodic inspection's rule.</summary>
    public const string Periodic = "periodic";

    private const string Yearly = "yearly";

    /// <summary>Every rule, in the order lists show them.</summary>
    public static IReadOnlyList<DueRule> All { get; } =
    [
        // Where pumping is the yearly service, the strip and look comes every second year.
        new(Repack, "Bearing repack", "repack", 12, 12_000, 6_000, Source.Practice)
        {
            Job = (_, _) => "bearing-repack",
            Unknown = "No repack on record: nobody can say how old this grease is.",
            AtSeasonsEnd = true,
            Immersions = 60,
            EverySecond = (g, s) => g.Lubrication == Lubrication.GreasableSpindle
                && s.Is(PracticeQuestions.GreasableSpindle, Yearly)
        },
        new("spindle-greasing", "Spindle greasing", "greasing", 12, 12_000, 2_500, Source.Practice)
        {
            Job = (_, s) => s.Is(PracticeQuestions.GreasableSpindle, Yearly) ? "spindle-greasing" : null,
            MetBy = ["bearing-repack"],
            AtSeasonsEnd = true,
            Immersions = 60,
            OwnerMay = true
        },
        new("bearings-by-age", "Bearings and cups by age", "bearings", 24, null, 1_000, Source.Practice)
        {
            Job = (_, s) => s.Is(PracticeQuestions.Bearings, "by-age") ? "bearings-and-cups" : null,
            MetBy = ["hub", "splined-hub"],
            Unknown = "Nobody knows how old these bearings are: due now for a look, and for new ones by this practice."
        },
        new("shoes", "Shoes near worn", "shoes", null, 25_000, 1_500, Source.Practice)
        {
            Job = (g, s) => g.Brake == BrakeKind.ElectricDrum ? s.Is(
                PracticeQuestions.BrakeRenewal,
                "assembly") ? "brake-assembly" : "shoes-and-magnet"
                : g.Brake == BrakeKind.HydraulicDrum ? "hydraulic-shoes"
                : null,
            MetBy = ["brake-assembly", "shoes-and-magnet", "hydraulic-shoes"],
            ToldByWear = "lining"
        },
        // It rides with repacks and shoe work, once more after new shoes, and when brakes are weak or uneven.
        new("adjustment", "Brake adjustment", "adjusting", 3, 3_000, 500, Source.Memory)
        {
            OnlyWhereAsked = true,
            Job = (_, _) => "brake-adjustment",
            MetBy = ["bearing-repack", "brake-assembly", "shoes-and-magnet", "hydraulic-shoes"],
            ByUse = false
        },
        new("fluid", "Brake fluid", "fluid", 24, null, 800, Source.Memory)
        {
            Job = (_, _) => "brake-bleeding",
            MetBy = ["caliper", "line-and-hose", "actuator"],
            ByUse = false
        },
        new("bolt-greasing", "Suspension bolts greased", "bolts", 3, 3_000, 400, Source.Memory)
        {
            Job = (_, s) => s.Is(PracticeQuestions.Bushings, "maintenance-free") ? null : "bolt-greasing",
            MetBy = ["bushings-and-bolts"],
            By = Doer.Owner,
            OwnerMay = true
        },
        // Owners look at their tyres and lights before each tow; so often it is asked after at the least.
        new("tyres", "Tyre pressures and lights", "tyres", 3, null, 200, Source.Memory)
        {
            Job = (_, _) => "tyres-and-lights",
            MetBy = ["wear-inspection", PeriodicInspection.JobCode],
            By = Doer.Owner,
            OwnerMay = true,
            ByUse = false
        },
        new("hub-look", "Hub look: level, leak, play", "hub look", 12, 12_000, 1_500, Source.Memory)
        {
            Job = (_, _) => "hub-look",
            MetBy = ["oil-reseal", "oil-change", "sealed-hub", "bearings-and-cups"],
            OwnerMay = true
        },
        // By the road as suspension makers have it; by time with the yearly service, so that a trailer that hardly runs
        // is called in once a year.
        new("wear-look", "Wear inspection", "look", 12, 6_000, 800, Source.Memory)
        {
            Job = (_, _) => "wear-inspection",
            MetBy = [PeriodicInspection.JobCode]
        },
        new(Periodic, "Periodic inspection", "inspection", 12, null, 10_000, Source.Published("49 CFR 396.17"))
        {
            Job = (_, _) => PeriodicInspection.JobCode,
            Legal = true,
            ByUse = false
        },
    ];

    private static readonly Dictionary<string, DueRule> ByCode = All.ToDictionary(r => r.Code);

    /// <summary>The rule with this code; null when there is none.</summary>
    public static DueRule? Find(string? code) => code is null ? null : ByCode.GetValueOrDefault(code);
}
