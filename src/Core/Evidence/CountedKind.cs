using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;

namespace SturdyTinker.Core.Evidence;

/// <summary>Something whose lives are counted: a kind of part, or what a service does.</summary>
/// <param name="Code">Stable code: "lining".</param>
/// <param name="One">One of it: "brake lining".</param>
/// <param name="Many">Several of it: "brake linings".</param>
/// <param name="Subjects">What a look at it is about.</param>
/// <param name="BegunBy">Codes of the jobs that always begin a new life at the place.</param>
public sealed record CountedKind(
    string Code,
    string One,
    string Many,
    IReadOnlyList<Subject> Subjects,
    IReadOnlyList<string> BegunBy)
{
    /// <summary>Codes of further jobs after which the old life is watched no more.</summary>
    public IReadOnlyList<string> CutBy { get; init; } = [];

    /// <summary>What codes of parts begin with that begin a new life where they go in; null for none.</summary>
    public string? PutIn { get; init; }

    /// <summary>Kinds of reading that judge it; all others of its subject are about something else.</summary>
    public IReadOnlyList<string> Readings { get; init; } = [];

    /// <summary>Rows of the rulebook that call for work and are not its end.</summary>
    public IReadOnlyList<string> NotBy { get; init; } = [];

    /// <summary>Code of the rule whose interval its lives tell; null for none.</summary>
    public string? Rule { get; init; }

    /// <summary>The job that renews it in time; null where no interval is asked after.</summary>
    public string? Renewal { get; init; }

    /// <summary>What else is done where it went before its time. Source: common practice.</summary>
    public IReadOnlyList<string> Remedies { get; init; } = [];

    /// <summary>Of those that went before their time, how many stop a trailer on the road. From memory.</summary>
    public double StopsOnRoad { get; init; }

    /// <summary>
    /// How long it usually lasts, in days, before this shop is asked. From memory, and known that badly.
    /// </summary>
    public required WeibullPrior Days { get; init; }

    /// <summary>The same in miles.</summary>
    public required WeibullPrior Miles { get; init; }

    /// <summary>
    /// What is counted. What comes off to be looked at and goes on again begins no life: a seal's begins where the list
    /// of parts used has a new one. Source: our own catalogue; months and miles common practice where the trade names
    /// them (a repack 12 months, shoes 25,000 to 30,000 miles), else from memory.
    /// </summary>
    public static IReadOnlyList<CountedKind> All { get; } =
    [
        new(
            "repack",
            "repack",
            "repacks",
            [Subject.Grease, Subject.Bearing, Subject.Cup, Subject.Seal, Subject.Leak],
            ["bearing-repack", "bearings-and-cups", "hub"])
        {
            Rule = DueRules.Repack,
            Renewal = "bearing-repack",
            Remedies = ["bearings-and-cups"],
            StopsOnRoad = 0.1,
            Days = Usually(48, 2),
            Miles = Usual(40_000, 2),
        },
        new(
            "greasing",
            "spindle greasing",
            "spindle greasings",
            [Subject.Grease, Subject.Bearing, Subject.Cup, Subject.Seal, Subject.Leak],
            ["spindle-greasing"])
        {
            CutBy = ["bearing-repack", "bearings-and-cups", "hub"],
            Rule = "spindle-greasing",
            Renewal = "spindle-greasing",
            Remedies = ["bearings-and-cups"],
            StopsOnRoad = 0.1,
            Days = Usually(40, 2),
            Miles = Usual(35_000, 2),
        },
        new(
            "bearing",
            "bearing set",
            "bearing sets",
            [Subject.Bearing, Subject.Cup],
            ["bearings-and-cups", "hub"])
        {
            Rule = "bearings-by-age",
            Renewal = "bearings-and-cups",
            StopsOnRoad = 0.1,
            Days = Usually(96, 2),
            Miles = Usual(80_000, 2),
        },
        new("seal", "seal", "seals", [Subject.Seal, Subject.Grease, Subject.Oil, Subject.Leak], [])
        {
            PutIn = "SEAL-",
            NotBy = ["grease-metal"],
            Days = Usually(48, 1.6),
            Miles = Usual(40_000, 1.6),
        },
        new(
            "lining",
            "brake lining",
            "brake linings",
            [Subject.Lining],
            ["brake-assembly", "shoes-and-magnet", "hydraulic-shoes", "pads"])
        {
            Readings = ["lining"],
            Rule = "shoes",
            Renewal = "shoes-and-magnet",
            Remedies = ["drum"],
            Days = Usually(72, 3),
            Miles = Usual(30_000, 3),
        },
        new(
            "magnet",
            "brake magnet",
            "brake magnets",
            [Subject.Magnet],
            ["brake-assembly", "shoes-and-magnet", "magnet"])
        {
            Days = Usually(72, 2),
            Miles = Usual(35_000, 2),
        },
        new("studs", "set of studs", "sets of studs", [Subject.Studs], ["studs", "hub"])
        {
            Days = Usually(120, 1.5),
            Miles = Usual(80_000, 1.5),
        },
        new("tyre", "tyre", "tyres", [Subject.Tyre], ["tyre"])
        {
            Readings = ["tread"],
            Days = Usually(60, 2.5),
            Miles = Usual(25_000, 2.5),
        },
        new(
            "bushing",
            "bushing",
            "bushings",
            [Subject.Bushing],
            ["bushings-and-bolts", "eye-bushing"])
        {
            Days = Usually(60, 2),
            Miles = Usual(30_000, 2),
        },
        new("equalizer", "equalizer", "equalizers", [Subject.Equalizer], ["equalizer"])
        {
            Days = Usually(84, 2),
            Miles = Usual(40_000, 2),
        },
        new("spring", "leaf spring", "leaf springs", [Subject.Spring], ["spring"])
        {
            Days = Usually(96, 2),
            Miles = Usual(50_000, 2),
        },
    ];

    /// <summary>The kind of this code; null when there is none.</summary>
    public static CountedKind? Find(string? code) => All.FirstOrDefault(k => k.Code == code);

    // A month in days.
    internal const double Month = 365.25 / 12;

    private static WeibullPrior Usually(double months, double shape) => Usual(months * Month, shape);

    // Known within a factor of two and a half, and the shape within one of one and a half: two times in three.
    private static WeibullPrior Usual(double scale, double shape) => new(shape, 0.4, scale, 0.9);
}
