using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Findings.Readings;

/// <summary>What a reading is judged by, besides the figure itself.</summary>
/// <param name="Gear">The trailer's running gear.</param>
/// <param name="Practices">The practices in force.</param>
public sealed record ReadingContext(RunningGear Gear, PracticeChoices Practices)
{
    /// <summary>The limits in force.</summary>
    public LimitsInForce Limits { get; init; } = LimitsInForce.Ours;

    /// <summary>Torque figures typed for the trailer, by the fastener's code.</summary>
    public IReadOnlyDictionary<string, TorqueRange> Torques { get; init; } = new Dictionary<string, TorqueRange>();
}

/// <summary>Which way a thing's figure goes as it wears.</summary>
public enum WearWay
{
    /// <summary>It gets less: a lining, a tread.</summary>
    Down,

    /// <summary>It gets more: a drum, a hole.</summary>
    Up,
}

/// <summary>How a measured thing wears.</summary>
/// <param name="Way">Which way its figure goes.</param>
/// <param name="Name">The thing, as people say it: "lining".</param>
/// <param name="Limit">
/// Its limit at a trailer, canonical; null where nobody knows. The function looks up what was last measured at the
/// place by its kind.
/// </param>
/// <param name="LimitWords">The limit's source in words.</param>
/// <param name="RenewedBy">
/// Codes of the jobs that always put a new one in, the likeliest first; empty where only the figure tells.
/// </param>
public sealed record WearRule(
    WearWay Way,
    string Name,
    Func<ReadingContext, Func<string, decimal?>, decimal?> Limit,
    Func<ReadingContext, string> LimitWords,
    params string[] RenewedBy)
{
    /// <summary>
    /// How much the figure may go the other way by the rule's reading alone; more means that a new one was put in. In
    /// the canonical unit.
    /// </summary>
    public decimal Noise { get; init; } = Length.FromInches(1 / 32m).Millimetres;

    /// <summary>Codes of the jobs at which it is put right once it comes to its limit, the likeliest first.</summary>
    public IReadOnlyList<string> PutRightBy { get; init; } = RenewedBy;
}

/// <summary>What a length is read with.</summary>
public enum ReadWith
{
    /// <summary>Whatever is at hand: told in fractions where it was typed so.</summary>
    Either,

    /// <summary>A tape or a rule: told in fractions of an inch.</summary>
    Tape,

    /// <summary>A caliper, micrometer or dial gauge: told in thousandths.</summary>
    Caliper,
}

/// <summary>A stretch of figures that share a verdict.</summary>
/// <param name="UpTo">The upper end, included, in the canonical unit; null for "and above".</param>
/// <param name="Judgement">What a figure in this stretch means.</param>
public sealed record Band(decimal? UpTo, Judgement Judgement);

/// <summary>Something the packet asks to be measured.</summary>
/// <param name="Code">Stable code, for example "end-play".</param>
/// <param name="Name">What is measured, as a label.</param>
/// <param name="Subject">What a verdict on it is about.</param>
/// <param name="Quantity">What kind of measure.</param>
/// <param name="Lowest">The lowest figure anyone could honestly read, canonical unit.</param>
/// <param name="Highest">The highest figure anyone could honestly read, canonical unit.</param>
/// <param name="Example">How one is written, shown while the field is empty.</param>
/// <param name="Bands">The bands it is judged by; empty where there is no figure to judge by.</param>
public sealed record ReadingKind(
    string Code,
    string Name,
    Subject Subject,
    Quantity Quantity,
    decimal Lowest,
    decimal Highest,
    string Example,
    Func<ReadingContext, IReadOnlyList<Band>> Bands)
{
    private readonly IReadOnlyList<string>? putRightBy;

    /// <summary>
    /// Codes of the observations, besides earlier figures of its kind, that this figure answers when it is taken in a
    /// later visit.
    /// </summary>
    public IReadOnlyList<string> Answers { get; init; } = [];

    /// <summary>Codes of the jobs that, done at its place, have renewed what was measured.</summary>
    public IReadOnlyList<string> AnsweredBy { get; init; } = [];

    /// <summary>Codes of the jobs offered to put it right; those that answer it, unless they are said apart.</summary>
    public IReadOnlyList<string> PutRightBy { get => putRightBy ?? AnsweredBy; init => putRightBy = value; }

    /// <summary>
    /// Whether of several figures of a visit the last counts, because the thing is set until it is right; otherwise the
    /// gravest does.
    /// </summary>
    public bool LastStands { get; init; }

    /// <summary>What a length is read with, and so how it is told.</summary>
    public ReadWith With { get; init; }

    /// <summary>For a torque, the fastener that it is left on; null for any other measure.</summary>
    public Fastener? Fastener { get; init; }

    /// <summary>How the thing measured wears; null where its figure is not followed over time.</summary>
    public WearRule? Wear { get; init; }

    /// <summary>For a figure that tells candidates apart, the part it picks; null where it picks none.</summary>
    public Func<decimal, ReadingContext, string?> Picks { get; init; } = (_, _) => null;

    /// <summary>
    /// A figure outside belief, as a sentence that asks instead of swallowing; null when it can be believed.
    /// </summary>
    /// <param name="read">What was understood.</param>
    public string? Unbelievable(Understood read)
    {
        decimal value = read.Canonical!.Value;
        if (value >= Lowest && value <= Highest)
        {
            return null;
        }

        string ours = ShopFormat.ReadBack(Quantity, value).Ours;
        if (value < 0)
        {
            return $"{ours}: {Name.ToLowerInvariant()} can't be less than nothing.";
        }

        decimal asThou = read.InItsUnit * Unit.Thou.InCanonical;
        if (read.Unit == Unit.Inch && asThou >= Lowest && asThou <= Highest && Highest <= Unit.Inch.InCanonical / 4)
        {
            return FormattableString.Invariant(
                $"{ours} can't be {Name.ToLowerInvariant()}: did you mean {read.InItsUnit:0.###} thou?");
        }

        if (OtherUnit(read) is { } other)
        {
            return FormattableString.Invariant(
                $"{ours} can't be {Name.ToLowerInvariant()}: did you mean {read.InItsUnit:0.###} {other.Symbol}?");
        }

        return $"{ours} can't be {Name.ToLowerInvariant()}: it lies between "
            + $"{ShopFormat.ReadBack(Quantity, Lowest).Ours} and {ShopFormat.ReadBack(Quantity, Highest).Ours}.";
    }

    // The same number in the other system's unit, where that could be believed.
    private Unit? OtherUnit(Understood read)
    {
        Unit? other = (Quantity, read.Unit!.Symbol) switch
        {
            (Quantity.Length, "in") => Unit.Millimetre,
            (Quantity.Length, "mm") => Unit.Inch,
            (Quantity.Pressure, "psi") => Unit.Kilopascal,
            (Quantity.Pressure, "kPa" or "bar") => Unit.PoundPerSquareInch,
            (Quantity.Torque, "lbf·ft") => Unit.NewtonMetre,
            (Quantity.Weight, "kg") => Unit.Pound,
            (Quantity.Weight, "lb") => Unit.Kilogram,
            _ => null,
        };
        decimal value = other is null ? 0 : (read.InItsUnit * other.InCanonical) + other.Offset;
        return value >= Lowest && value <= Highest && value > 0 ? other : null;
    }

    /// <summary>What a figure means; null where there is nothing to judge it by.</summary>
    public Judgement? Judge(decimal canonical, ReadingContext context) =>
        Bands(context).FirstOrDefault(b => b.UpTo is null || canonical <= b.UpTo)?.Judgement;
}
