using System.Globalization;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Gear;

/// <summary>What a fastener is tightened to.</summary>
/// <param name="From">The least, in lbf·ft.</param>
/// <param name="To">The most, in lbf·ft; the same for a single figure.</param>
/// <param name="Source">Where the figures come from, in words.</param>
public sealed record TorqueRange(decimal From, decimal To, string Source)
{
    /// <summary>The figures in words: "90 to 100 lbf·ft", "150 lbf·ft".</summary>
    public string Words =>
        From == To
            ? string.Create(CultureInfo.InvariantCulture, $"{To:0.#} lbf·ft")
            : string.Create(CultureInfo.InvariantCulture, $"{From:0.#} to {To:0.#} lbf·ft");
}

/// <summary>
/// A maker's or a kit's figure for a fastener, as typed for one trailer. It ranks before everything we know.
/// </summary>
public sealed class TorqueFigure
{
    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>Code of the <see cref="Fastener"/>.</summary>
    public required string Fastener { get; init; }

    /// <summary>The least, in lbf·ft.</summary>
    public decimal From { get; set; }

    /// <summary>The most, in lbf·ft.</summary>
    public decimal To { get; set; }

    /// <summary>As typed: "90 to 100".</summary>
    public required string Typed { get; set; }

    /// <summary>Whose figure it is: the axle maker's, the kit's sheet, the wheel maker's chart.</summary>
    public required string Whose { get; set; }

    /// <summary>When it was typed, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; set; }

    /// <summary>Who typed it.</summary>
    public Guid PersonId { get; set; }

    /// <summary>The figure as a range.</summary>
    public TorqueRange Range => new(From, To, $"typed for this trailer: {Whose}");
}

/// <summary>Something that is tightened to a torque, as data.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Name">What is tightened, with a capital.</param>
/// <param name="Usual">What we know for a running gear; null where only the maker's figure will do.</param>
/// <param name="Least">The least that anybody could honestly want of one, in lbf·ft.</param>
/// <param name="Most">The most that anybody could honestly want of one, in lbf·ft.</param>
/// <param name="Sheet">Whose sheet has the figure that ranks first.</param>
public sealed record Fastener(
    string Code,
    string Name,
    Func<RunningGear, TorqueRange?> Usual,
    decimal Least,
    decimal Most,
    string Sheet)
{
    /// <summary>
    /// The figure in force on a trailer: the one typed for it, or the usual; null where nobody has typed one and we
    /// know none.
    /// </summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="typed">The figures typed for the trailer, by the fastener's code.</param>
    public TorqueRange? For(RunningGear gear, IReadOnlyDictionary<string, TorqueRange> typed) =>
        typed.TryGetValue(Code, out TorqueRange? own) ? own : Usual(gear);
}

/// <summary>Every fastener with a torque.</summary>
public static class Fasteners
{
    private const string AxleMaker = "the axle maker's sheet", Kit = "the kit's sheet", WheelMaker =
        "the wheel maker's chart";

    private static readonly string Practice = Source.Practice.Words, Memory = Source.Memory.Words;

    // Wheel studs by thread in inches; metric threads by their millimetres. 1/2 in by common practice, the others from
    // memory.
    private static readonly (decimal Inches, decimal From, decimal To)[] LugsByThread =
    [
        (0.4375m, 55, 65), (0.5625m, 120, 140), (0.625m, 190, 210), (0.75m, 450, 500), (12 / 25.4m, 75, 85),
        (14 / 25.4m, 110, 130), (18 / 25.4m, 250, 300), (22 / 25.4m, 450, 500),
    ];

    /// <summary>
    /// Lug nuts: 1/2 in studs 90 to 100 lbf·ft. Source: common practice; other threads from memory, and the wheel
    /// maker's chart ranks first.
    /// </summary>
    public static Fastener LugNuts { get; } = new("lug-nuts", "Lug nuts", Lugs, 40, 550, WheelMaker);

    /// <summary>
    /// U-bolt nuts: 1/2 in 45 to 70 lbf·ft. Source: common practice, one axle maker; 7/16 in 30 to 45 and 9/16 in 65 to
    /// 95 from memory
    /// (one kit says 100), and which thread an axle has from memory.
    /// </summary>
    public static Fastener UBolts { get; } = new(
        "u-bolts",
        "U-bolt nuts",
        gear =>
            gear.RatingPounds switch
            {
                <= 2_200 => new(30, 45, Memory),
                <= 6_000 => new(45, 70, Practice),
                _ => new(65, 95, Memory)
            },
        20,
        250,
        Kit);

    /// <summary>
    /// Shackle and eye bolts: 45 to 60 lbf·ft. Source: common practice; other kits say 30 to 50, 40, about 50, and the
    /// kit's sheet ranks first.
    /// </summary>
    public static Fastener EyeBolts { get; } = new(
        "eye-bolts",
        "Suspension bolts",
        _ => new(45, 60, Practice),
        15,
        150,
        Kit);

    /// <summary>
    /// Bolts of a torsion axle's frame brackets: 3/4 in grade 5, dry, about 200 lbf·ft. Source: from memory; the
    /// maker's sheet ranks first.
    /// </summary>
    public static Fastener BracketBolts { get; } = new(
        "bracket-bolts",
        "Bracket bolts of the torsion axle",
        _ => new(200, 200, Memory),
        40,
        400,
        AxleMaker);

    /// <summary>
    /// One-piece spindle nut: the maker's figure only. Source: common practice has 200 lbf·ft on one heavy spindle,
    /// which says nothing of another.
    /// </summary>
    public static Fastener OnePieceNut { get; } = new("one-piece-nut", "One-piece nut", _ => null, 50, 500, AxleMaker);

    /// <summary>Retaining bolt of a splined hub: 150 lbf·ft. Source: common practice.</summary>
    public static Fastener HubBolt { get; } = new(
        "hub-bolt",
        "Retaining bolt",
        _ => new(150, 150, Practice),
        40,
        400,
        AxleMaker);

    /// <summary>Side fill plug of a sealed hub: 20 to 25 lbf·ft. Source: common practice.</summary>
    public static Fastener FillPlug { get; } = new(
        "fill-plug",
        "Side plug",
        _ => new(20, 25, Practice),
        5,
        45,
        AxleMaker);

    /// <summary>
    /// Nuts of a brake's backing plate: 3/8 in (drums under 10 1/2 in) 25 to 45, 7/16 in 45 to 70 lbf·ft. Source: from
    /// memory.
    /// </summary>
    public static Fastener PlateNuts { get; } = new(
        "plate-nuts",
        "Brake plate nuts",
        gear => gear.BrakeSize is { } size && size.Diameter.Inches < 10.5m ? new(25, 45, Memory) : new(45, 70, Memory),
        15,
        150,
        AxleMaker);

    /// <summary>Bolts of a caliper's bracket: the maker's figure only.</summary>
    public static Fastener CaliperBracket { get; } = new(
        "caliper-bracket",
        "Bracket bolts of the caliper",
        _ => null,
        15,
        250,
        "the brake maker's sheet");

    /// <summary>Bolts or pins of a caliper: the maker's figure only.</summary>
    public static Fastener CaliperBolts { get; } = new(
        "caliper-bolts",
        "Caliper bolts",
        _ => null,
        10,
        150,
        "the brake maker's sheet");

    /// <summary>Hollow bolt of a brake hose: the maker's figure only.</summary>
    public static Fastener HoseBolt { get; } = new(
        "hose-bolt",
        "Hose bolt",
        _ => null,
        5,
        60,
        "the brake maker's sheet");

    /// <summary>Bolts of a bolt-on spindle: the maker's figure only.</summary>
    public static Fastener SpindleBolts { get; } = new("spindle-bolts", "Spindle bolts", _ => null, 40, 400, AxleMaker);

    /// <summary>Bolts of the actuator in the tongue: the maker's figure only.</summary>
    public static Fastener ActuatorBolts { get; } = new(
        "actuator-bolts",
        "Actuator bolts",
        _ => null,
        15,
        250,
        "the actuator maker's sheet");

    /// <summary>Bolts of the coupler: the maker's figure only.</summary>
    public static Fastener CouplerBolts { get; } = new(
        "coupler-bolts",
        "Coupler bolts",
        _ => null,
        15,
        250,
        "the coupler maker's sheet");

    /// <summary>Bolts of a cross-brace: the kit's figure only.</summary>
    public static Fastener BraceBolts { get; } = new("brace-bolts", "Brace bolts", _ => null, 10, 150, Kit);

    /// <summary>Bolts that a winch or its strap's drum is held by: the maker's figure only.</summary>
    public static Fastener WinchBolts { get; } = new(
        "winch-bolts",
        "Winch bolts",
        _ => null,
        10,
        120,
        "the winch maker's sheet");

    /// <summary>Every fastener.</summary>
    public static IReadOnlyList<Fastener> All { get; } =
    [
        LugNuts, UBolts, EyeBolts, BracketBolts, OnePieceNut, HubBolt, FillPlug, PlateNuts, CaliperBracket,
        CaliperBolts, HoseBolt, SpindleBolts,
        ActuatorBolts, CouplerBolts, BraceBolts, WinchBolts,
    ];

    private static readonly Dictionary<string, Fastener> ByCode = All.ToDictionary(f => f.Code);

    /// <summary>The fastener with this code; null when there is none.</summary>
    public static Fastener? Find(string? code) => code is null ? null : ByCode.GetValueOrDefault(code);

    /// <summary>Reads a torque figure as a sheet has it: "95", "90 to 100", "90-100 ft-lb", "120 N·m".</summary>
    /// <param name="typed">As typed.</param>
    /// <param name="fastener">What it is for.</param>
    /// <returns>Least and most in lbf·ft, or what is wrong as a sentence.</returns>
    public static (decimal From, decimal To, string? Problem) Read(string? typed, Fastener fastener)
    {
        string[] parts = (typed ?? "").Trim().Split([" to ", "–", "-"], 2, StringSplitOptions.TrimEntries);

        // "90-100 N·m": the unit stands behind the second and counts for both; "ft-lb" holds a hyphen of its own.
        Understood whole = ShopNotation.Read(typed, Quantity.Torque);
        if (whole.Problem is null || parts.Length < 2)
        {
            return Within(whole, whole, fastener);
        }

        Understood most = ShopNotation.Read(parts[1], Quantity.Torque);
        string unit = most.Unit?.Symbol ?? "";
        Understood least = ShopNotation.Read(
            parts[0].Any(char.IsLetter) ? parts[0] : $"{parts[0]} {unit}",
            Quantity.Torque);
        return Within(least, most, fastener);
    }

    private static (decimal, decimal, string?) Within(Understood least, Understood most, Fastener fastener)
    {
        if ((least.Problem ?? most.Problem) is { } problem)
        {
            return (0, 0, problem);
        }

        decimal from = Math.Round(
            new Torque(least.Canonical!.Value).PoundForceFeet,
            2), to = Math.Round(new Torque(most.Canonical!.Value).PoundForceFeet, 2);
        return from > to ? (0, 0, "The first figure is larger than the second.")
            : from < fastener.Least
                || to > fastener.Most ? (0, 0, string.Create(
                    CultureInfo.InvariantCulture,
                    $"{fastener.Name} are wanted somewhere between {fastener.Least:0} and {fastener.Most:0} lbf·ft: check the figure and its unit."))
            : (from, to, null);
    }

    private static TorqueRange? Lugs(RunningGear gear)
    {
        if (gear.Studs.Thread == Length.FromInches(0.5m))
        {
            return new(90, 100, Practice);
        }

        (decimal _, decimal from, decimal to) =
            LugsByThread.FirstOrDefault(r => Math.Abs(r.Inches - gear.Studs.Thread.Inches) < 0.01m);
        return to == 0 ? null : new(from, to, $"{Memory}; {WheelMaker} ranks first");
    }
}
